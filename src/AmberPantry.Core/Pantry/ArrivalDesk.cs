using AmberPantry.Core.Assessment;
using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Pantry;

/// <summary>A delivery as it stands on the bench before it is booked in.</summary>
/// <param name="Amount">Grams on the bag.</param>
public sealed record Delivery(string Material, LotFacts Facts, decimal Amount, ArrivalCheck Check);

/// <summary>An answer that can be chosen.</summary>
public sealed record ArrivalOption(string Answer, string Word);

/// <summary>One question of the arrival check.</summary>
/// <param name="Answer">As chosen; null while nobody looked.</param>
/// <param name="Meaning">What the answer means, or that nobody looked.</param>
public sealed record ArrivalQuestion(string Key, string Question, IReadOnlyList<ArrivalOption> Options, string? Answer, string Meaning);

/// <summary>Whether a delivery is good for a use.</summary>
public enum GoodFor
{
    Unknown,
    Yes,

    /// <summary>With what the reason asks for.</summary>
    WithCare,
    No,

    /// <summary>The maker's to choose.</summary>
    IfYouLike,
}

/// <param name="Word">As it is read: yes, no, with care, if you like.</param>
public sealed record ArrivalUse(string Use, string Name, GoodFor Verdict, string Word, string Reason);

/// <summary>What a delivery is good for, and the words for who sent it.</summary>
public sealed record ArrivalVerdict
{
    public required IReadOnlyList<ArrivalQuestion> Questions { get; init; }

    /// <summary>What the thumb says beside the model and the lot before; null for what is not pressed.</summary>
    public required string? ThumbSays { get; init; }

    /// <summary>Where the thumb press stands on the ruler; null where none was made, or its kind is never so firm.</summary>
    public required ThumbRing? Ring { get; init; }

    public required IReadOnlyList<ArrivalUse> Uses { get; init; }

    /// <summary>Paragraphs for the supplier; empty while nothing is wrong.</summary>
    public required IReadOnlyList<string> Letter { get; init; }

    /// <summary>What its name is easily taken for, and how the two differ.</summary>
    public required IReadOnlyList<string> LookAlikes { get; init; }

    /// <summary>How earlier deliveries of this supplier came; null for a first one.</summary>
    public required string? SupplierSays { get; init; }

    /// <summary>The material on the warmth ruler; null for what does not melt.</summary>
    public required MeltPart? Melt { get; init; }
}

/// <summary>A thumb press beside its kind.</summary>
/// <param name="AtC">Where it was pressed, °C.</param>
/// <param name="AsC">Where its kind is so firm, °C.</param>
public sealed record ThumbRing(double AtC, double AsC);

/// <summary>Judges a delivery by what eye, nose and thumb say of it.</summary>
public sealed class ArrivalDesk(MaterialShelf shelf, Workshop workshop)
{
    private const string Whip = "whip";
    private const string Back = "back";

    /// <summary>Days in which a supplier hears of it (usual terms; the supplier's own count).</summary>
    private const int ComplainDays = 14;

    /// <summary>What a butter that must be melted first is worth less (our guess).</summary>
    private const decimal LessWorth = 1m / 3;
    private const int YearDays = 365;
    private const string Arrived = "arrived";

    /// <summary>Kind of product as which a fat alone stands on the ruler.</summary>
    private static readonly Family Alone = new("balm");
    private readonly Wording say = new(workshop);

    /// <param name="lots">Earlier lots of this material and of this supplier.</param>
    public ArrivalVerdict Judge(Delivery delivery, IReadOnlyList<Lot> lots)
    {
        var check = delivery.Check.Checked("check.");
        var material = shelf.Get(delivery.Material, "material");
        var group = GroupOf(material);
        var melt = material.KindMelt is null || group is "oil" or "scent" ? null : Melt(material, check);
        var answered = check
            .Seen.Select(seen => ArrivalRow.Every.First(row => row.Key == seen.Key && row.Answer == seen.Value))
            .Where(row => row.Groups.Contains(group))
            .ToArray();
        var thumb = melt is null ? null : Thumb(material, check, melt, lots);
        ArrivalUse[] uses = [.. UsesOf(group).Select(use => UseOf(use.Key, use.Name, answered)), BackOf(delivery, answered)];
        return new ArrivalVerdict
        {
            Questions = [.. Questions(group, check, melt)],
            ThumbSays = thumb?.Says,
            Ring = melt is null || check.Thumb is not { } pressed ? null : Ring(pressed, check.RoomC ?? workshop.WorkroomC, melt),
            Uses = uses,
            Letter = Letter(delivery, material, answered, uses, (melt, thumb?.ForLetter)),
            LookAlikes = [.. LookAlike.Of(material.BasedOn).Select(pair => pair.Difference)],
            SupplierSays = SupplierSays(delivery.Facts, lots),
            Melt = melt,
        };
    }

    /// <summary>Whether a check gives ground to write to the supplier.</summary>
    internal static bool HasFault(ArrivalCheck check) =>
        check.Seen.Any(seen => ArrivalRow.Every.Any(row => row.Key == seen.Key && row.Answer == seen.Value && row.Letter.Length > 0));

    private static string GroupOf(Material material) =>
        material.IsPowder
            ? "powder"
            : material.Role switch
            {
                Role.SoftButter or Role.HardButter or Role.Emollient => "butter",
                Role.Wax or Role.Hardener => "wax",
                Role.Scent => "scent",
                _ => "oil",
            };

    private static (string Key, string Name)[] UsesOf(string group) =>
        group switch
        {
            "butter" => [(Whip, "Whipping unmelted"), ("melt", "Melting")],
            "wax" => [("melt", "Melting")],
            _ => [("use", "Using it as it is")],
        };

    private static IEnumerable<ArrivalQuestion> Questions(string group, ArrivalCheck check, MeltPart? melt) =>
        ArrivalRow
            .Every.Where(row => row.Groups.Contains(group))
            .GroupBy(row => row.Key)
            .Select(rows =>
            {
                var answer = check.Seen.GetValueOrDefault(rows.Key);
                return new ArrivalQuestion(
                    rows.Key,
                    rows.First().Question,
                    [.. rows.Select(row => new ArrivalOption(row.Answer, row.Word))],
                    answer,
                    rows.FirstOrDefault(row => row.Answer == answer) is { } chosen ? Filled(chosen.Meaning, melt) : "not looked at"
                );
            });

    private static string Filled(string text, MeltPart? melt) =>
        text.Replace("{melt_from}", Half(melt?.SlumpC), StringComparison.Ordinal).Replace("{melt_to}", Half(melt?.ClearC), StringComparison.Ordinal);

    private static string Half(double? celsius) =>
        celsius is { } c ? $"{Wording.Number(Math.Round(c * 2, MidpointRounding.AwayFromZero) / 2, "0.#")} °C" : "its melting range";

    private static ArrivalUse UseOf(string use, string name, IReadOnlyList<ArrivalRow> answered)
    {
        var spoken = answered.Where(row => row.Uses.ContainsKey(use)).Select(row => row.Uses[use]).ToArray();
        if (spoken.Length == 0)
        {
            return new ArrivalUse(use, name, GoodFor.Unknown, "not looked at", "answer a question above");
        }

        var worst = spoken.MaxBy(one => Verdict(one.Verdict));
        var verdict = Verdict(worst.Verdict);
        return new ArrivalUse(use, name, verdict, Word(verdict), worst.Reason);
    }

    private static ArrivalUse BackOf(Delivery delivery, IReadOnlyList<ArrivalRow> answered)
    {
        var ground = answered.Count(row => row.Letter.Length > 0);
        var verdict = ground > 0 ? GoodFor.IfYouLike : GoodFor.No;
        return new ArrivalUse(
            Back,
            "Sending it back",
            verdict,
            Word(verdict),
            ground == 0
                ? "nothing that was looked at speaks for it"
                : $"what you found is ground enough, until **{Day(delivery.Facts.ReceivedOn.AddDays(ComplainDays))}**"
        );
    }

    private static GoodFor Verdict(string word) =>
        word switch
        {
            "yes" => GoodFor.Yes,
            "hold" => GoodFor.WithCare,
            _ => GoodFor.No,
        };

    private static string Word(GoodFor verdict) =>
        verdict switch
        {
            GoodFor.Yes => "yes",
            GoodFor.WithCare => "with care",
            GoodFor.No => "no",
            _ => "if you like",
        };

    private static ThumbRing? Ring(int pressed, double roomC, MeltPart melt)
    {
        var spans = melt.States.Where(span => MatterStates.ThumbOf(span.State) == pressed).ToArray();
        return spans.Length == 0 ? null : new ThumbRing(roomC, Math.Round((spans[0].FromC + spans[^1].ToC) / 2, 1));
    }

    private (string Says, string? ForLetter)? Thumb(Material material, ArrivalCheck check, MeltPart melt, IReadOnlyList<Lot> lots)
    {
        if (check.Thumb is not { } pressed)
        {
            return ("not pressed", null);
        }

        var before = lots.Where(lot => lot.Of == material.Id && lot.Arrival?.Thumb is not null)
            .OrderByDescending(lot => lot.Facts.ReceivedOn)
            .ThenByDescending(lot => lot.Number)
            .FirstOrDefault();
        var room = check.RoomC ?? workshop.WorkroomC;
        var expected = MatterStates.ThumbOf(melt.Landmarks.First(landmark => landmark.Kind == LandmarkKind.Workroom).FirmnessKPa);
        var other = before?.Arrival is { Thumb: { } thumb }
            ? $"lot {before.Facts.Code} gave **{thumb}**{(before.Arrival.RoomC is { } at ? $" at {say.Temperature(at)}" : "")}"
            : $"its kind gives **{expected}** at {say.Temperature(room)}";
        var differs = pressed != (before?.Arrival?.Thumb ?? expected);
        return (
            $"Press **{pressed}**; {other}.",
            differs ? $"At {say.Temperature(room)} a thumb presses to **{pressed} of 5**; {(before is null ? "" : "your ")}{other}." : null
        );
    }

    private List<string> Letter(
        Delivery delivery,
        Material material,
        IReadOnlyList<ArrivalRow> answered,
        IReadOnlyList<ArrivalUse> uses,
        (MeltPart? Part, string? Thumb) melt
    )
    {
        var faults = answered.Where(row => row.Letter.Length > 0).Select(row => say.Text(Filled(row.Letter, melt.Part))).ToArray();
        if (faults.Length == 0)
        {
            return [];
        }

        var (facts, check) = (delivery.Facts, delivery.Check);
        var felt = check.FeltC is { } c
            ? $"It arrived at **{say.Temperature(c)}** in a {say.Temperature(check.RoomC ?? workshop.WorkroomC)} room. "
            : "";
        return
        [
            $"To {facts.Supplier ?? "whom it concerns"}, about {Wording.Inside(material.Name)}, lot {facts.Code}, "
                + $"{say.RoundWeight(delivery.Amount)}, delivered {Day(facts.ReceivedOn)} {facts.ReceivedOn.Year}.",
            $"{felt}{string.Join(" ", faults)}",
            .. melt.Thumb is { } thumb ? (string[])[thumb] : [],
            Ask(delivery, uses, melt.Part),
        ];
    }

    private string Ask(Delivery delivery, IReadOnlyList<ArrivalUse> uses, MeltPart? melt)
    {
        var cool = melt is null ? "another" : $"one that stayed below {say.Text(Half(melt.SlumpC))}";
        if (uses.All(use => use.Verdict is GoodFor.No or GoodFor.IfYouLike))
        {
            return $"I cannot use it. Please take it back, or send {cool}.";
        }

        var less = delivery.Facts.Price is > 0 and { } price
            ? $"take {say.Money(Math.Round(price * LessWorth, 2))} off"
            : "take something off its price";
        return uses.Any(use => use is { Use: Whip, Verdict: GoodFor.No })
            ? $"I can use it melted but not whipped. Please {less}, or send {cool}."
            : $"I can use it with care. Please {less}, or send {cool}.";
    }

    private static string? SupplierSays(LotFacts facts, IReadOnlyList<Lot> lots)
    {
        var looked = lots.Where(lot =>
                facts.Supplier is not null
                && string.Equals(lot.Facts.Supplier, facts.Supplier, StringComparison.OrdinalIgnoreCase)
                && lot.Arrival is { Seen.Count: > 0 }
                && lot.Facts.ReceivedOn.DayNumber > facts.ReceivedOn.DayNumber - YearDays
            )
            .ToArray();
        return looked.Length == 0
            ? null
            : $"{facts.Supplier}: **{looked.Count(lot => HasFault(lot.Arrival!))} of {looked.Length}** "
                + $"{Wording.Plural("delivery", looked.Length)} looked at in a year came with something wrong.";
    }

    private MeltPart Melt(Material material, ArrivalCheck check)
    {
        var room = check.RoomC ?? workshop.WorkroomC;
        Landmark[] places =
        [
            new(Landmark.Workroom, "workroom", room, LandmarkKind.Workroom),
            .. check.FeltC is { } felt ? (Landmark[])[new(Arrived, Arrived, felt, LandmarkKind.Storage)] : [],
            .. workshop.Landmarks.Where(place => place.Id is Landmark.Van or Landmark.Pot),
        ];
        var alone = new Formula
        {
            Family = Alone,
            Lines = [new FormulaLine("L1", material.Id, 100, Phase.Melt)],
            MustStand = [],
        };
        return new Assessor(shelf, workshop with { Landmarks = places }).Assess(alone, new Question { Parts = [Part.Melt] }).Parts.Melt!;
    }

    private static string Day(DateOnly day) => day.ToString("d MMMM", System.Globalization.CultureInfo.InvariantCulture);
}
