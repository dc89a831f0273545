using System.Globalization;
using System.Text.RegularExpressions;
using AmberPantry.Core.Assessment.Lenses;
using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making.Sheets;

/// <summary>The figures of a plan, put into the blanks of a text. A sentence with a blank that cannot be worked out is left out.</summary>
internal sealed partial class SheetFigures
{
    private const double CupMl = 200;
    private const double BagMl = 500;
    private const double BagPart = 0.67;
    private const double LeastTopUp = 0.02;
    private const double TopUpOfSolid = 0.10;
    private const int PulseS = 3;
    private const int Pulses = 8;
    private const int SieveUm = 500;
    private const int TrayMm = 15;
    private const int Rounds = 4;
    private const double HazeC = 10;
    private const double OvenC = 60;
    private const double OvenEpsomC = 45;

    /// <summary>A bowl that warms past its peaks loses them two degrees before the window's warm end.</summary>
    public const double WarmLimitBelowC = 2;

    private readonly Dictionary<string, string?> all;

    private SheetFigures(Dictionary<string, string?> all) => this.all = all;

    [GeneratedRegex(@"\{(\w+)\}")]
    private static partial Regex Blank();

    [GeneratedRegex(@"(?<=[.!?])\s+")]
    private static partial Regex SentenceEnd();

    /// <summary>Two figures of one unit: the unit is said once.</summary>
    [GeneratedRegex(@"(\d)[ \u202f](°C|g|%)( to | and | or )(−?\d[\d.,]*[ \u202f]\2)")]
    private static partial Regex TwoOfAUnit();

    /// <summary>The model's own measure of stiffness: the words beside it say the same.</summary>
    [GeneratedRegex(@"(?<lead>^|[;,] )[Pp]hi (?:of the \w+ )?(?:about )?\d\.\d+(?: to \d\.\d+| or more)?(?: with its powder)?(?<end>: |\.)")]
    private static partial Regex Structure();

    public static SheetFigures Of(Subject subject, PlanQuestion question, BatchPlan plan, SheetLines lines, SheetMelt melt, SheetChill? chill)
    {
        var (batch, workshop) = (subject.Formula.Batch, subject.Workshop);
        var container = workshop.FindContainer(batch.Container);
        var wetting = Wetting.Budget(subject);
        var density = subject.Melt.DensityGMl;
        var air =
            container is null || batch.FillG is not { } filled
                ? (double?)null
                : Math.Round(100 * ((container.Millilitres * density / (double)filled) - 1));
        double? warm = melt.Structured(0.10) is { } opens ? Halves.Down(opens) - WarmLimitBelowC : null;
        var dries = subject.Bath?.Dries.Hours;
        var dryH = dries is { } hours ? Math.Ceiling(Math.Max(BathReading.SoaksInH, hours)) : (double?)null;
        var temperatures = new Dictionary<string, double?>
        {
            ["room"] = question.RoomC,
            ["clear"] = plan.ClearC,
            ["melt_from"] = plan.MeltFromC,
            ["melt_to"] = plan.MeltToC,
            ["melt_most"] = plan.MeltMostC,
            ["hold_from"] = plan.Hold?.FromC,
            ["hold_to"] = plan.Hold?.ToC,
            ["water_from"] = plan.WaterC?.FromC,
            ["water_to"] = plan.WaterC?.ToC,
            ["pour_c"] = plan.Pour?.AtC ?? (question.Route == PlanRoute.BodyOilWarm ? plan.ClearC : null),
            ["pour_from"] = plan.Pour?.FromC,
            ["pour_to"] = plan.Pour?.ToC,
            ["whip_from"] = plan.Whip?.FromC,
            ["whip_to"] = plan.Whip?.ToC,
            ["half_set_from"] = plan.Whip?.HalfSetFromC,
            ["half_set_to"] = plan.Whip?.HalfSetToC,
            ["powder_c"] = plan.Powder?.AtC,
            ["powder_after"] = Down(plan.Powder?.AfterC),
            ["powder_warm"] = plan.Powder?.WarmPowderToC,
            ["demould_c"] = plan.DemouldBelowC,
            ["cap_c"] = plan.CapBelowC,
            ["dew_c"] = plan.CapAboveC,
        };
        return new SheetFigures(
            new(temperatures.Select(one => KeyValuePair.Create(one.Key, C(one.Value))))
            {
                ["room_c"] = C(question.RoomC),
                ["rh_pct"] = question.HumidityPct is { } humidity ? $"{N(humidity)}{Wording.Narrow}%" : null,
                ["hold_min"] = plan.Hold is { } hold ? N(hold.Minutes) : null,
                ["haze_c"] = C(Math.Min(HazeC, subject.Use.Stands.Select(one => one.TemperatureC).DefaultIfEmpty(HazeC).Min())),
                ["warm_limit"] = C(warm),
                ["warm_min"] =
                    warm is { } limit && plan.Whip?.ToC is { } from && melt.WarmsS(from, limit) is { } warms
                        ? N(Math.Max(1, Math.Floor(warms / 60)))
                        : null,
                ["chill_place"] = chill?.Place.Name,
                ["chill_min"] = chill?.S is { } wait ? N(Math.Max(1, Math.Floor(0.75 * wait / 60))) : null,
                ["chill_doubt"] = chill?.S is { } doubt ? $"{N(Math.Max(1, Math.Ceiling(0.5 * doubt / 60)))} min" : null,
                ["scale_step"] = G((double)workshop.Scale.ResolutionG),
                ["known_mass"] = "a known mass",
                ["tools"] = Tools(question.Route),
                ["containers"] = Containers(subject, container),
                ["fill_g"] = G((double?)batch.FillG),
                ["declared_g"] = G((double?)batch.FillG),
                ["piece_g"] = G((double?)batch.FillG),
                ["part_g"] =
                    subject.Formula.ColouredParts is { } parts
                        ? Wording.List([.. parts.Select(part => $"{G((double)part.GramsOf(batch))} ({part.Name})")])
                    : batch.Units is > 1 ? G((double)batch.Grams / batch.Units.Value)
                    : null,
                ["retained"] = container is null ? "a small sample" : $"one {container.Unit}",
                ["top_up_g"] = G(Math.Round((double)batch.Grams * Math.Max(LeastTopUp, TopUpOfSolid * melt.SolidAt(question.RoomC)))),
                ["cup_g"] = density > 0 ? $"about {G(Math.Round(CupMl * density))} is" : null,
                ["bag_g"] = density > 0 ? G(Math.Round(BagPart * BagMl * density / (1 + ((air ?? 0) / 100)), MidpointRounding.ToZero)) : null,
                ["air_wanted"] = N(air is > 0 ? air.Value : Math.Round(100 * subject.Overrun)),
                ["liquids_g"] = lines.Has("@liquids") ? G(Math.Round(lines["@liquids"].Sum(line => line.Percent) * question.BatchG / 100, 1)) : null,
                ["carrier"] = lines.Has("@carrier") ? Names(subject, lines["@carrier"]) : null,
                ["round"] = "after round",
                ["rounds"] = N(question.Route == PlanRoute.WhipFattyAcidRounds ? RoundRule.ChillAims.Count : Rounds),
                ["pulses"] = N(Pulses),
                ["pulse_s"] = N(PulseS),
                ["sieve_um"] = $"a sieve of {SieveUm} µm",
                ["tray_mm"] = N(TrayMm),
                ["oven_c"] = C(lines.All.Any(line => line.Role == Role.Salt) ? OvenEpsomC : OvenC),
                ["oven_min"] = "20 to 40",
                ["stir_every"] = "2",
                ["rh_limit"] = N(TemperatureRule.DryAirPercent),
                ["dry_h"] = dryH is { } waits ? N(waits) : null,
                ["dry_doubt"] = dryH is { } gives ? $"{N(Math.Ceiling(gives / 2))} h" : null,
                ["budget_g"] = wetting is { } wet ? $"about {G(Math.Round(wet.BudgetG, 1))}" : null,
                ["spray_g"] = wetting is { } stroke ? G(Math.Round(stroke.SprayG, 2)) : null,
                ["next_sprays"] = wetting is { SprayG: > 0 } sprays ? Sprays((int)Math.Max(1, Math.Floor(sprays.BudgetG / sprays.SprayG / 3))) : null,
                ["dust_now"] = subject.Powders.Budget is { } budget ? $"{N(Math.Round(budget.DustInUse))} of 100" : null,
            }
        )
        {
            Chill = chill,
            Temperatures = temperatures,
            DryH = dryH,
        };
    }

    /// <summary>Where it is chilled, and how long; null where it is not.</summary>
    public SheetChill? Chill { get; private init; }

    /// <summary>Hours that it soaks and dries; null where it does neither.</summary>
    public double? DryH { get; private init; }

    private Dictionary<string, double?> Temperatures { get; init; } = [];

    /// <summary>A temperature of the plan by the name the rules have for it, °C.</summary>
    public double? Temperature(string name) => Temperatures.GetValueOrDefault(name);

    /// <summary>The same with figures of one step put in or changed.</summary>
    public SheetFigures With(params IEnumerable<(string Name, string? Value)> more)
    {
        var now = new Dictionary<string, string?>(all);
        foreach (var (name, value) in more)
        {
            now[name] = value;
        }

        return new SheetFigures(now)
        {
            Chill = Chill,
            Temperatures = Temperatures,
            DryH = DryH,
        };
    }

    /// <summary>A text with its blanks filled.</summary>
    public string In(string text)
    {
        var sentences = SentenceEnd()
            .Split(text)
            .Select(Known)
            .Where(sentence => sentence.Length > 0)
            .Select(sentence => Blank().Replace(sentence, blank => all[blank.Groups[1].Value]!))
            .Select(WithoutStructure)
            .Select(sentence => TwoOfAUnit().Replace(sentence, "$1$3$4"));
        return string.Join(" ", sentences).Trim();
    }

    /// <summary>What of a sentence can be told: parts between semicolons stand by themselves.</summary>
    private string Known(string sentence)
    {
        var parts = sentence
            .TrimEnd('.')
            .Split("; ")
            .Where(part => Blank().Matches(part).All(blank => all.GetValueOrDefault(blank.Groups[1].Value) is not null))
            .ToArray();
        return parts.Length == 0 ? "" : $"{string.Join("; ", parts)}{(sentence.EndsWith('.') ? "." : "")}";
    }

    private static string WithoutStructure(string sentence) =>
        Wording.Capital(
            Structure()
                .Replace(sentence, found => found.Groups["end"].Value == "." ? "."
                    : found.Groups["lead"].Value == ", " ? ": "
                    : found.Groups["lead"].Value)
        );

    private static string Sprays(int count) => $"{count} {Wording.Plural("spray", count)}";

    private static string Tools(PlanRoute route) =>
        route.IsWhipped() || route == PlanRoute.WhipUnmelted ? "bowl, whisk, spatula and thermometer"
        : route.IsHot() ? "jug, spoon and thermometer"
        : route.IsCold() ? "beaker, stirrer and funnel"
        : "bowl, sieve and spoons";

    internal static string Names(Subject subject, IEnumerable<PlanLine> lines)
    {
        var names = subject.Lines.ToDictionary(pair => pair.Line.Id, pair => Wording.Brief(pair.Material.Name));
        return Wording.List([.. lines.Select(line => names[line.Id])]);
    }

    private static string Containers(Subject subject, Container? container) =>
        container is null ? "the containers"
        : subject.Formula.Batch.Units is { } units ? $"{units} {Wording.Plural(container.Unit, units)}"
        : $"the {Wording.Plural(container.Unit, 2)}";

    private static double? Down(double? celsius) => celsius is { } c ? Halves.Down(c) : null;

    internal static string? C(double? celsius) => celsius is { } c ? $"{Wording.Number(c, "0.#")}{Wording.Narrow}°C" : null;

    internal static string? G(double? grams) => grams is { } g ? $"{Wording.Number(g, g < 10 ? "0.##" : "#,0.#")}{Wording.Narrow}g" : null;

    private static string N(double number) => number.ToString("0.#", CultureInfo.InvariantCulture);
}
