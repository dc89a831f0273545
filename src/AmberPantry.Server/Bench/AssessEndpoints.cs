using System.Text.Json;
using AmberPantry.Core;
using AmberPantry.Core.Assessment;
using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Assessment.Remedies;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making.Sheets;
using AmberPantry.Core.Safety;
using AmberPantry.Core.Workshops;
using AmberPantry.Data;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.House;
using AmberPantry.Server.Live;
using AmberPantry.Server.Make;

namespace AmberPantry.Server.Bench;

/// <summary>A finding put aside, and the number it stood at.</summary>
public sealed record AsideAt(string Finding, double? Value = null);

/// <summary>A question about a formula.</summary>
public sealed record AssessRequest
{
    /// <summary>The formula to judge; its shares total 100.</summary>
    public required Formula Formula { get; init; }

    /// <summary>Changes to make to it first.</summary>
    public IReadOnlyList<FormulaEdit>? Edits { get; init; }

    /// <summary>The sciences to tell of; all of them when left out.</summary>
    public IReadOnlyList<Part>? Parts { get; init; }

    /// <summary>The lens to read it by; none when left out.</summary>
    public Lens? Lens { get; init; }

    /// <summary>Search remedies too; leave out while something is being dragged.</summary>
    public bool Remedies { get; init; }

    /// <summary>Say too, in a few words, what the changes gain and lose.</summary>
    public bool Effect { get; init; }

    /// <summary>One thing moved to see what would happen.</summary>
    public Probe? Probe { get; init; }

    /// <summary>
    /// What is known of the making and the people by the names of the rules table, such as heatMethod or childrenPresent: true, false,
    /// a number or a word. With any of them told, rules of the kitchen speak too.
    /// </summary>
    public IReadOnlyDictionary<string, FactValue>? Facts { get; init; }

    /// <summary>Findings put aside: each is told as resting until its number has got worse.</summary>
    public IReadOnlyList<AsideAt>? Aside { get; init; }
}

/// <param name="Formula">The formula after the edits, and as the probe moves it.</param>
/// <param name="Materials">What the edits brought in.</param>
/// <param name="Effect">What the changes gain and lose: "slumps 41 → 46 °C, but stiffer at 4 °C"; null where it was not asked.</param>
public sealed record AssessAnswer(Formula Formula, Assessment Assessment, IReadOnlyList<MaterialView> Materials, string? Effect = null);

/// <summary>A formula found to hold at a temperature.</summary>
/// <param name="Formula">Null where the mix in hand holds there already.</param>
/// <param name="Says">What it took, in one sentence.</param>
/// <param name="Materials">What the mix names.</param>
public sealed record MixAnswer(Formula? Formula, string Says, IReadOnlyList<MaterialView> Materials);

/// <param name="HoldsAtC">Temperature at which the mix must keep its shape, −5 to 90 °C.</param>
public sealed record MixRequest(Formula Formula, double HoldsAtC);

/// <param name="FromShelf">Pigments of the pantry may join those in the mix.</param>
public sealed record ShadeRequest(Formula Formula, WantedShade Wanted, bool FromShelf = false);

/// <param name="Line">The line to find a substitute for.</param>
/// <param name="OnlyMine">Only what the pantry has.</param>
public sealed record SwapRequest(Formula Formula, string Line, SwapBy By, bool OnlyMine = false);

/// <summary>The active matter wanted of a line and how strong the material is; or its units of vitamin A in a gram.</summary>
public sealed record StrengthRequest(
    Formula Formula,
    string Line,
    double? WantedPercent = null,
    double? StrengthPercent = null,
    double? UnitsPerGram = null
);

/// <param name="OnlyMine">Only hardeners of the pantry.</param>
public sealed record HardenerRequest(Formula Formula, Consistency Consistency, bool OnlyMine = false);

/// <param name="Materials">The hardeners.</param>
public sealed record HardenerView(HardenerAnswer Answer, IReadOnlyList<MaterialView> Materials);

/// <param name="OnlyMine">Only with materials of the pantry.</param>
public sealed record LeverRequest(Formula Formula, bool OnlyMine = false);

/// <param name="Materials">What the levers are done with.</param>
public sealed record LeverView(LeverAnswer Answer, IReadOnlyList<MaterialView> Materials);

/// <param name="Wishes">What is wished of it; left out, what is usual for its kind is answered, and nothing searched.</param>
public sealed record WishRequest(Formula Formula, IReadOnlyList<Wish>? Wishes = null);

/// <param name="Materials">What the mixes bring in.</param>
public sealed record WishView(WishAnswer Answer, IReadOnlyList<MaterialView> Materials);

/// <param name="Wish">What is in the pot and what is wrong with it; left out, only what can be wrong is answered.</param>
/// <param name="Batch">A batch in hand: its pot as weighed is looked at in place of the formula.</param>
public sealed record RescueRequest(Formula Formula, RescueWish? Wish = null, int? Batch = null);

public sealed record CoolingRequest(Formula Formula);

public sealed record PreservativeRequest(Formula Formula);

/// <param name="Materials">The preservatives.</param>
public sealed record PreservativeView(PreservativeAnswer Answer, IReadOnlyList<MaterialView> Materials);

public sealed record ParcelRequest(Formula Formula, ParcelTrip Trip);

/// <summary>Judging a formula without keeping it.</summary>
public static class AssessEndpoints
{
    private const int MostEdits = 200;
    private const double HottestHoldC = 90;

    public static void Map(RouteGroupBuilder api)
    {
        api.MapPost("/assess", AnswerAsync).Accepts<AssessRequest>("application/json").Produces<AssessAnswer>();
        api.MapPost("/mix", Mix);
        api.MapPost("/shade", Shade);
        api.MapPost("/swaps", Swaps);
        api.MapPost("/wishes", WishesOf);
        api.MapPost("/hardeners", Hardeners);
        api.MapPost("/levers", Levers);
        api.MapPost("/cooling", Cooling);
        api.MapPost("/preservatives", Preservatives);
        api.MapPost("/rescue", Rescue);
        api.MapPost("/parcel", Parcel);
        api.MapPost("/strength", StrengthOf);
        api.MapGet("/families", () => FamilyRegistry.Usual.All.Select(FamilyView.Of)).WithName("families");
    }

    private static MixAnswer Mix(MixRequest request, WorkshopKeeper keeper)
    {
        FormulaCheck.Check(request.Formula, keeper.Shelf);
        if (!(request.HoldsAtC >= HouseSettings.LeastC && request.HoldsAtC <= HottestHoldC))
        {
            throw new Refusal(
                Codes.Range,
                "holdsAtC",
                request.HoldsAtC,
                $"{request.HoldsAtC} °C is off the ruler.",
                $"Give {Wording.Number(HouseSettings.LeastC, "0")} to {HottestHoldC} °C."
            );
        }

        var open = keeper.Open;
        var found = new MixFinder(open.Shelf, open.Workshop).HoldAt(request.Formula, request.HoldsAtC);
        return new MixAnswer(found.Formula, found.Says, found.Formula is null ? [] : MaterialEndpoints.In(found.Formula, open));
    }

    private static ShadeAnswer Shade(ShadeRequest request, WorkshopKeeper keeper)
    {
        FormulaCheck.Check(request.Formula, keeper.Shelf);
        var open = keeper.Open;
        return new ShadeFinder(open.Shelf, open.Workshop).Find(request.Formula, request.Wanted, request.FromShelf);
    }

    private static WishView WishesOf(WishRequest request, WorkshopKeeper keeper, CancellationToken stop)
    {
        FormulaCheck.Check(request.Formula, keeper.Shelf);
        var open = keeper.Open;
        var finder = new WishFinder(open.Shelf, open.Workshop);
        var answer = request.Wishes is { } wishes ? finder.Find(request.Formula, wishes, stop) : finder.Usual(request.Formula);
        return new WishView(answer, [.. answer.Mixes.SelectMany(mix => MaterialEndpoints.In(mix.Formula, open)).DistinctBy(material => material.Id)]);
    }

    private static HardenerView Hardeners(HardenerRequest request, WorkshopKeeper keeper)
    {
        FormulaCheck.Check(request.Formula, keeper.Shelf);
        var open = keeper.Open;
        var answer = new HardenerFinder(open.Shelf, open.Workshop).Find(request.Formula, request.Consistency, request.OnlyMine);
        return new HardenerView(answer, MaterialEndpoints.Views(answer.Options.Select(option => option.Material), open));
    }

    private static LeverView Levers(LeverRequest request, WorkshopKeeper keeper)
    {
        FormulaCheck.Check(request.Formula, keeper.Shelf);
        var open = keeper.Open;
        var answer = new FeelLevers(open.Shelf, open.Workshop).Find(request.Formula, request.OnlyMine);
        return new LeverView(answer, MaterialEndpoints.Views(answer.Options.SelectMany(Brought).Distinct(), open));
    }

    /// <summary>What an option may bring into the mix.</summary>
    private static IEnumerable<string> Brought(LeverOption option) =>
        option.Edits.SelectMany(edit => edit is SetMix mix ? mix.Shares.Select(share => share.Material) : [option.Material]);

    private static CoolingAnswer Cooling(CoolingRequest request, WorkshopKeeper keeper)
    {
        FormulaCheck.Check(request.Formula, keeper.Shelf);
        var open = keeper.Open;
        return new CoolingFinder(open.Shelf, open.Workshop).Find(request.Formula);
    }

    private static PreservativeView Preservatives(PreservativeRequest request, WorkshopKeeper keeper)
    {
        FormulaCheck.Check(request.Formula, keeper.Shelf);
        var open = keeper.Open;
        var answer = new PreservativeFinder(open.Shelf, open.Workshop).Find(request.Formula);
        return new PreservativeView(answer, MaterialEndpoints.Views(answer.Options.Select(option => option.Material), open));
    }

    private static ParcelAnswer Parcel(ParcelRequest request, WorkshopKeeper keeper, LiveDevices devices)
    {
        FormulaCheck.Check(request.Formula, keeper.Shelf);
        var open = keeper.Open;
        return new ParcelFinder(open.Shelf, open.Workshop, devices.Hours).Find(request.Formula, request.Trip);
    }

    private static async Task<RescueAnswer> Rescue(RescueRequest request, PantryDb db, WorkshopKeeper keeper)
    {
        FormulaCheck.Check(request.Formula, keeper.Shelf);
        var open = keeper.Open;
        var pot = request.Batch is { } batch ? (await BatchViews.Read(db, batch)).AsWeighed : request.Formula;
        return request.Wish is { } wish
            ? new RescueFinder(open.Shelf, open.Workshop).Find(pot, wish)
            : new RescueAnswer(RescueFinder.KindsOf(FamilyRegistry.Usual.Get(request.Formula.Family, "formula.family")), [], "");
    }

    private static SwapAnswer Swaps(SwapRequest request, WorkshopKeeper keeper)
    {
        FormulaCheck.Check(request.Formula, keeper.Shelf);
        var open = keeper.Open;
        return new SwapFinder(open.Shelf, open.Workshop).Find(request.Formula, request.Line, request.By, request.OnlyMine);
    }

    private static StrengthAnswer StrengthOf(StrengthRequest request, WorkshopKeeper keeper)
    {
        FormulaCheck.Check(request.Formula, keeper.Shelf);
        return request.UnitsPerGram is { } units
            ? Strength.OfUnits(request.Formula, request.Line, keeper.Shelf, units)
            : Strength.Of(request.Formula, request.Line, keeper.Shelf, request.WantedPercent ?? 0, request.StrengthPercent ?? 100);
    }

    private static async Task<IResult> AnswerAsync(HttpRequest http, WorkshopKeeper keeper)
    {
        using var question = new MemoryStream();
        await http.Body.CopyToAsync(question, http.HttpContext.RequestAborted);
        var bytes = question.GetBuffer().AsMemory(0, (int)question.Length);
        var open = keeper.Open;
        var key = AnswerShelf.Key(bytes.Span);
        return Results.Bytes(open.Answers.Find(key) ?? open.Answers.Keep(key, Work(bytes.Span, open)), "application/json; charset=utf-8");
    }

    private static byte[] Work(ReadOnlySpan<byte> question, OpenWorkshop open)
    {
        try
        {
            var request = JsonSerializer.Deserialize<AssessRequest>(question, WireJson.Options) ?? throw new JsonException("The question is null.");
            Wholeness.Check(request);
            return JsonSerializer.SerializeToUtf8Bytes(Assess(request, open), WireJson.Options);
        }
        catch (JsonException unread)
        {
            throw new BadHttpRequestException("The question cannot be read.", StatusCodes.Status400BadRequest, unread);
        }
    }

    private static AssessAnswer Assess(AssessRequest request, OpenWorkshop open)
    {
        FormulaCheck.Check(request.Formula, open.Shelf);
        var formula = open.Assessor.Editor.Apply(request.Formula, Few(request.Edits ?? [], "edits"));
        var question = new Question
        {
            Parts = request.Parts is { } parts ? [.. parts] : Question.Whole.Parts,
            Lens = request.Lens,
            Remedies = request.Remedies,
            Probe = request.Probe,
            Facts = request.Facts,
            Aside = (request.Aside ?? []).GroupBy(aside => aside.Finding).ToDictionary(aside => aside.Key, aside => aside.First().Value),
        };
        var had = request.Formula.Lines.Select(line => line.Material).ToHashSet();
        var brought = formula with { Lines = [.. formula.Lines.Where(line => !had.Contains(line.Material))] };
        var moved = request.Probe is { } probe ? open.Assessor.Moved(formula, probe) : formula;
        return new AssessAnswer(
            moved,
            open.Assessor.Assess(formula, question),
            MaterialEndpoints.In(brought, open),
            request.Effect ? open.Assessor.Effect(request.Formula, moved) : null
        );
    }

    /// <exception cref="Refusal">E_RANGE for more edits than any hand makes at once.</exception>
    internal static IReadOnlyList<FormulaEdit> Few(IReadOnlyList<FormulaEdit> edits, string field) =>
        edits.Count <= MostEdits
            ? edits
            : throw new Refusal(Codes.Range, field, edits.Count, $"{edits.Count} changes at once are too many.", $"Send at most {MostEdits}.");
}
