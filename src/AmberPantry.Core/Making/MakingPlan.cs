using AmberPantry.Core.Assessment;
using AmberPantry.Core.Composition;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Melt;
using AmberPantry.Core.Safety;

namespace AmberPantry.Core.Making;

public enum StepKind
{
    Gather,
    Weigh,
    Melt,
    Hold,
    Cool,
    Pour,
    Set,
    Cap,
    Record,
}

/// <summary>One thing to do. The maker sees one at a time.</summary>
/// <param name="Title">The act, or the material for a weighing.</param>
/// <param name="Text">What to do.</param>
/// <param name="DoneWhen">How to tell that it is done.</param>
/// <param name="Line">Line of the formula that is weighed here.</param>
/// <param name="TargetG">What to weigh, grams.</param>
/// <param name="ToleranceG">Grams either side that count as right.</param>
/// <param name="FromC">Lowest wanted temperature, °C.</param>
/// <param name="ToC">Highest wanted temperature, °C.</param>
/// <param name="WaitMinutes">Minutes during which hands are free; null when hands are needed.</param>
public sealed record MakeStep(
    StepKind Kind, string Title, string Text, string Why, string DoneWhen, string? Line, decimal? TargetG, decimal? ToleranceG,
    double? FromC, double? ToC, int? WaitMinutes, IReadOnlyList<Caution> Cautions);

/// <summary>Turns a formula into the steps of a batch of melted product.</summary>
public sealed class MakingPlan(MaterialShelf shelf, Workshop workshop)
{
    /// <summary>Cool-down lines go in at this temperature or just above the cloud point, whichever is higher, °C.</summary>
    public const double AddBelowC = 58;

    /// <summary>Within this many degrees of the room a lid no longer sweats.</summary>
    public const double CapWithinC = 2;

    /// <summary>Part of a target that counts as right, with the scale's step as the least.</summary>
    public const decimal RightWithin = 0.005m;

    private const double HoldC = 75;
    private const int HoldMinutes = 20;
    private const int SetMinutes = 12 * 60;
    private readonly Wording say = new(workshop);

    /// <exception cref="Refusal">E_EMPTY for an empty pot, E_RANGE when shares do not total 100 or nothing melts.</exception>
    public IReadOnlyList<MakeStep> For(Formula formula)
    {
        if (formula.Lines.Count == 0)
        {
            throw new Refusal("E_EMPTY", "formula.lines", null, "There is nothing in this trial to make.", "Add a wax, a butter or an oil first.");
        }

        if (FamilyNorms.For(formula.Family).Nature is not FamilyNature.Melted)
        {
            throw new Refusal("E_RANGE", "formula.family", formula.Family, $"Steps for a {FamilyNorms.For(formula.Family).Name} are not written here yet.", "Weigh it from the bench sheet.");
        }

        var assessor = new Assessor(shelf, workshop);
        var assessment = assessor.Assess(formula);
        var clear = assessment.ClearC ?? workshop.WorkroomC;
        var cautions = MeltCautions.For(formula, shelf, workshop, formula.PourC ?? clear + 10);
        IReadOnlyList<Caution> Of(string stage) => [.. cautions.Where(caution => caution.Stage == stage)];
        var sheet = assessment.Sheet.ToDictionary(line => line.Line);
        var weighed = formula.Lines.Where(line => sheet[line.Id].Grams > 0).Select(line => (Line: line, Material: shelf.Get(line.Material, line.Id))).ToArray();
        var melt = weighed.Where(pair => pair.Line.Phase == Phase.Melt).OrderByDescending(pair => MeltsAt(pair.Material)).ThenBy(pair => pair.Material.IsPowder).ToArray();
        var dry = weighed.Where(pair => pair.Line.Phase == Phase.Dry).ToArray();
        var late = weighed.Where(pair => pair.Line.Phase is Phase.CoolDown or Phase.Liquid).ToArray();
        var top = weighed.Where(pair => pair.Line.Phase == Phase.Surface).ToArray();
        var potFrom = Math.Max(melt.Select(pair => MeltsAt(pair.Material)).DefaultIfEmpty(clear).Max(), clear) + 5;
        var potTo = potFrom + 5;
        var ceiling = melt.Where(pair => pair.Material.HeatCeilingC is not null).MinBy(pair => pair.Material.HeatCeilingC);
        var grain = assessment.Findings.Any(finding => finding.Id == "grain");
        var addC = Math.Max(AddBelowC, clear + 5);
        var (pourFrom, pourTo) = PourWindow.Of(clear);
        var pour = formula.PourC ?? Math.Round((pourFrom + 2) * 2) / 2;

        var steps = new List<MakeStep>
        {
            Step(
                StepKind.Gather,
                "Gather and protect",
                $"Wipe surfaces, tools and {Containers(formula)} with 70 % alcohol and let them dry, no flame near. Check the scale with a known weight. Lay out the materials.",
                "Water and dirt are what spoils a waterless product.",
                "Everything is dry and within reach.",
                Of("gather")),
        };
        steps.AddRange(melt.Select(pair => Weigh(pair.Line, pair.Material, sheet[pair.Line.Id], "Into the pot.")));
        if (melt.Length > 0)
        {
            var capped = ceiling.Material is { HeatCeilingC: { } most } && most < potTo;
            steps.Add(Step(
                StepKind.Melt,
                "Melt in the water bath",
                $"Warm slowly to {say.BareTemperature(potFrom)} to {say.Temperature(potTo)} and stir until the last flake is gone."
                    + (capped ? $" Brief heat only: {Wording.Brief(ceiling.Material!.Name)} suffers above {say.Temperature(ceiling.Material.HeatCeilingC!.Value)}." : ""),
                "Five to ten degrees above the highest clear point melts everything; more only ages the oils.",
                "It is clear from wall to wall.",
                Of("melt"),
                potFrom,
                potTo));
        }

        if (grain)
        {
            steps.Add(Step(
                StepKind.Hold,
                $"Hold at {say.Temperature(HoldC)}",
                $"Keep it at {say.Temperature(HoldC)} or a little above for {HoldMinutes} min, stirring now and then.",
                "Old crystals in soft butters melt out; left in, they seed grains.",
                $"{HoldMinutes} min have passed.",
                [],
                HoldC,
                HoldC + 5,
                HoldMinutes));
        }

        steps.AddRange(dry.Select(pair => Weigh(pair.Line, pair.Material, sheet[pair.Line.Id], "Sift into the melt, stir until no streak is left.")));
        if (late.Length > 0)
        {
            steps.Add(Step(
                StepKind.Cool,
                $"Off the heat, cool to {say.Temperature(addC)}",
                $"Lift the jug out, wipe its foot and stir until it is at {say.Temperature(addC)} or just below. It turns cloudy at {say.Temperature(clear)}: do not let it.",
                "Scent boils off and vitamins are used up in a hotter pot.",
                $"The thermometer says {say.Temperature(addC)} or less, and it is still clear.",
                Of("add"),
                clear,
                addC));
            steps.AddRange(late.Select(pair => Weigh(pair.Line, pair.Material, sheet[pair.Line.Id], $"Stir in below {say.Temperature(Math.Min(addC, pair.Material.HeatCeilingC ?? addC))}.")));
        }

        steps.Add(Step(
            StepKind.Pour,
            $"Pour at {say.Temperature(pour)}",
            $"Between {say.BareTemperature(pourFrom)} and {say.Temperature(pourTo)}, into {Containers(formula)} stood close together. Keep a little back to top up dents.",
            "Colder it sets in layers, hotter it shrinks and wets the lid.",
            "Every one is filled to its mark.",
            Of("pour"),
            pourFrom,
            pourTo));
        steps.AddRange(top.Select(pair => Weigh(pair.Line, pair.Material, sheet[pair.Line.Id], "Lay on top before it clouds.")));
        steps.Add(Step(
            StepKind.Set,
            "Leave it to set",
            $"Let it stand uncovered under a clean cloth in the workroom, {say.Temperature(workshop.WorkroomC)}. Do not move it while it clouds.",
            "Crystals go on growing for a day or two: judge the firmness tomorrow, not today.",
            $"It is within {say.Degrees(CapWithinC)} of the room right through.",
            [],
            null,
            workshop.WorkroomC + CapWithinC,
            SetMinutes));
        steps.Add(Step(
            StepKind.Cap,
            "Cap and label",
            $"Cap at {say.Temperature(workshop.WorkroomC + CapWithinC)} or below. Label each with the lot and the date.",
            "A lid on warm fat sweats, and that water is where trouble starts.",
            "Lids are dry inside.",
            Of("label"),
            null,
            workshop.WorkroomC + CapWithinC));
        steps.Add(Step(
            StepKind.Record,
            "Count and clean",
            $"Count what you filled. Wipe pot and tools with paper while warm, then wash.",
            "What was filled against what was weighed teaches the loss.",
            "The count is written down.",
            Of("clean")));
        return steps;
    }

    /// <summary>Temperature in °C at which the material alone is clear: waxes high, oils at the bottom.</summary>
    private static double MeltsAt(Material material) =>
        material.Melt is { } spectrum ? new MeltCurve(LipidBlend.Mix([(spectrum, 1)])).ClearC ?? TemperatureGrid.Ruler.FirstC : double.NegativeInfinity;

    private MakeStep Weigh(FormulaLine line, Material material, SheetLine sheet, string where) => new(
        StepKind.Weigh,
        material.Name,
        where,
        $"{Wording.Percent(line.Percent)} of the formula.",
        "The gauge says right.",
        line.Id,
        sheet.Grams,
        Math.Max(workshop.Scale.ResolutionG, sheet.Grams * RightWithin),
        null,
        null,
        null,
        []);

    private string Containers(Formula formula)
    {
        var container = workshop.FindContainer(formula.Batch.Container);
        return container is null ? "the containers" : formula.Batch.Units is { } units ? $"{units} {container.Unit}{(units == 1 ? "" : "s")}" : $"the {container.Unit}s";
    }

    private static MakeStep Step(
        StepKind kind, string title, string text, string why, string doneWhen, IReadOnlyList<Caution> cautions, double? fromC = null, double? toC = null, int? waitMinutes = null) =>
        new(kind, title, text, why, doneWhen, null, null, null, fromC, toC, waitMinutes, cautions);
}
