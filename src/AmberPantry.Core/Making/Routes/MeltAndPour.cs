using AmberPantry.Core.Assessment;
using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Safety;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making.Routes;

/// <summary>Melted together, cooled, scented, poured, left to set.</summary>
public sealed class MeltAndPour(MaterialShelf shelf, Workshop workshop, FamilyRegistry families)
{
    /// <summary>Within this many degrees of the room a lid no longer sweats.</summary>
    public const double CapWithinC = 2;

    private const int HoldMinutes = 20;
    private const int SetMinutes = 12 * 60;
    private readonly Wording say = new(workshop);

    public IReadOnlyList<MakeStep> Steps(Formula formula, FamilyProfile family)
    {
        var assessment = new Assessor(shelf, workshop, families).Assess(formula, new Question { Parts = [Part.Melt] });
        var clear = assessment.Parts.Melt!.ClearC ?? workshop.WorkroomC;
        var sheet = assessment.Weighing.Lines.ToDictionary(line => line.Line);
        var weighed = formula
            .Lines.Where(line => sheet[line.Id].Grams > 0)
            .Select(line => (Line: line, Material: shelf.Get(line.Material, line.Id)))
            .ToArray();
        var melt = weighed
            .Where(pair => pair.Line.Phase == Phase.Melt)
            .OrderByDescending(pair => HeatPlan.MeltsAt(pair.Material))
            .ThenBy(pair => pair.Material.IsPowder)
            .ToArray();
        var dry = weighed.Where(pair => pair.Line.Phase == Phase.Dry).ToArray();
        var late = weighed.Where(pair => pair.Line.Phase is Phase.CoolDown or Phase.Liquid).ToArray();
        var top = weighed.Where(pair => pair.Line.Phase == Phase.Surface).ToArray();
        var heat = HeatPlan.Of(clear, weighed, formula.PourC);
        var ceiling = HeatPlan.Tenderest(melt.Select(pair => pair.Material));
        var cautions = MeltCautions.For(formula, family, shelf, workshop, heat.PourC);
        IReadOnlyList<Caution> Of(string stage) => [.. cautions.Where(caution => caution.Stage == stage)];
        var grain = assessment.Findings.Any(finding => finding.Id == "grain");

        var steps = new List<MakeStep>
        {
            new MakeStep
            {
                Id = "gather",
                Kind = StepKind.Gather,
                Title = "Gather and protect",
                Text =
                    $"Wipe surfaces, tools and {Containers(formula)} with 70 % alcohol and "
                    + $"let them dry, no flame near. Check the scale with a known weight. Lay out the materials.",
                Why = "Water and dirt are what spoils a waterless product.",
                DoneWhen = "Everything is dry and within reach.",
                Cautions = Of("gather"),
            },
        };
        steps.AddRange(melt.Select(pair => Weigh(pair.Line, pair.Material, sheet[pair.Line.Id], "Into the pot.")));
        if (melt.Length > 0)
        {
            var capped = ceiling is { HeatCeilingC: { } most } && most < heat.PotToC;
            steps.Add(
                new MakeStep
                {
                    Id = "melt",
                    Kind = StepKind.Melt,
                    Title = "Melt in the water bath",
                    Text =
                        $"Warm slowly until it is between {say.BareTemperature(heat.PotFromC)} and {say.Temperature(heat.PotToC)}; "
                        + "stir until the last flake is gone."
                        + (
                            capped
                                ? $" Brief heat only: {Wording.Brief(ceiling!.Name)} "
                                    + $"suffers above {say.Temperature(ceiling.HeatCeilingC!.Value)}."
                                : ""
                        ),
                    Why = "Five to ten degrees above the highest clear point melts everything; more only ages the oils.",
                    DoneWhen = "It is clear from wall to wall.",
                    Cautions = Of("melt"),
                    FromC = heat.PotFromC,
                    ToC = heat.PotToC,
                }
            );
        }

        if (grain)
        {
            steps.Add(
                new MakeStep
                {
                    Id = "hold",
                    Kind = StepKind.Hold,
                    Title = $"Hold at {say.Temperature(heat.HoldC)}",
                    Text = $"Keep it at {say.Temperature(heat.HoldC)} or a little above for {HoldMinutes} min, stirring now and then.",
                    Why = "Old crystals in soft butters melt out; left in, they seed grains.",
                    DoneWhen = $"{HoldMinutes} min have passed.",
                    FromC = heat.HoldC,
                    ToC = heat.HoldC + 5,
                    WaitMinutes = HoldMinutes,
                }
            );
        }

        steps.AddRange(dry.Select(pair => Weigh(pair.Line, pair.Material, sheet[pair.Line.Id], "Sift into the melt, stir until no streak is left.")));
        if (late.Length > 0)
        {
            steps.Add(
                new MakeStep
                {
                    Id = "cool",
                    Kind = StepKind.Cool,
                    Title = $"Off the heat, cool to {say.Temperature(heat.AddC)}",
                    Text =
                        $"Lift the jug out, wipe its foot and stir until it is at "
                        + $"{say.Temperature(heat.AddC)} or just below. It turns cloudy at {say.Temperature(clear)}: do not let it."
                        + (heat.AddClash is { } clash ? $" {clash}" : ""),
                    Why = "Scent boils off and vitamins are used up in a hotter pot.",
                    DoneWhen = $"The thermometer says {say.Temperature(heat.AddC)} or less, and it is still clear.",
                    Cautions = Of("add"),
                    FromC = clear,
                    ToC = heat.AddC,
                }
            );
            steps.AddRange(
                late.Select(pair => Weigh(pair.Line, pair.Material, sheet[pair.Line.Id], $"Stir in at {say.Temperature(heat.AddC)} or below."))
            );
        }

        steps.AddRange(Parts(formula, heat));
        steps.Add(
            new MakeStep
            {
                Id = "pour",
                Kind = StepKind.Pour,
                Title = $"Pour at {say.Temperature(heat.PourC)}",
                Text =
                    $"Between {say.BareTemperature(heat.PourFromC)} and {say.Temperature(heat.PourToC)}, "
                    + $"into {Containers(formula)} stood close together. Keep a little back to top up dents."
                    + (heat.PourClash is { } cost ? $" {cost}" : ""),
                Why = "Colder it sets in layers, hotter it shrinks and wets the lid.",
                DoneWhen = "Every one is filled to its mark.",
                Cautions = Of("pour"),
                FromC = heat.PourFromC,
                ToC = heat.PourToC,
            }
        );
        steps.AddRange(top.Select(pair => Weigh(pair.Line, pair.Material, sheet[pair.Line.Id], "Lay on top before it clouds.")));
        steps.Add(
            new MakeStep
            {
                Id = "set",
                Kind = StepKind.Set,
                Title = "Leave it to set",
                Text =
                    $"Let it stand uncovered under a clean cloth in the workroom, "
                    + $"{say.Temperature(workshop.WorkroomC)}. Do not move it while it clouds.",
                Why = "Crystals go on growing for a day or two: judge the firmness tomorrow, not today.",
                DoneWhen = $"It is within {say.Degrees(CapWithinC)} of the room right through.",
                ToC = workshop.WorkroomC + CapWithinC,
                WaitMinutes = SetMinutes,
            }
        );
        steps.Add(
            new MakeStep
            {
                Id = "cap",
                Kind = StepKind.Cap,
                Title = "Cap and label",
                Text = $"Cap at {say.Temperature(workshop.WorkroomC + CapWithinC)} or below. Label each with the lot and the date.",
                Why = "A lid on warm fat sweats, and that water is where trouble starts.",
                DoneWhen = "Lids are dry inside.",
                Cautions = Of("label"),
                ToC = workshop.WorkroomC + CapWithinC,
            }
        );
        steps.Add(
            new MakeStep
            {
                Id = "record",
                Kind = StepKind.Record,
                Title = "Count and clean",
                Text = $"Count what you filled. Wipe pot and tools with paper while warm, then wash.",
                Why = "What was filled against what was weighed teaches the loss.",
                DoneWhen = "The count is written down.",
                Cautions = Of("clean"),
            }
        );
        return steps;
    }

    private MakeStep Weigh(FormulaLine line, Material material, SheetLine sheet, string where) =>
        new()
        {
            Id = $"weigh-{line.Id}",
            Kind = StepKind.Weigh,
            Title = material.Name,
            Text = where,
            Why = $"{Wording.Percent(line.Percent)} of the formula.",
            DoneWhen = "The gauge says right.",
            Line = line.Id,
            TargetG = sheet.Grams,
            ToleranceG = WeighTolerance.Of(sheet.Grams, workshop.Scale),
            DropsPerG = material.DropsPerG,
        };

    /// <summary>The finished mix split and coloured, as one step that tells all its weights.</summary>
    private IEnumerable<MakeStep> Parts(Formula formula, HeatPlan heat)
    {
        if (formula.ColouredParts is not { } parts)
        {
            yield break;
        }

        var tells = parts.Select(part =>
        {
            var all = part.GramsOf(formula.Batch);
            var colours = part
                .Colours.Select(colour => (Brief: Wording.Brief(shelf.Get(colour.Material, "colouredParts").Name), G: colour.GramsIn(all)))
                .ToArray();
            return $"{part.Name}: {say.Weight(all - colours.Sum(colour => colour.G))} of the mix"
                + string.Concat(colours.Select(colour => $" and {say.Weight(colour.G)} {colour.Brief}"));
        });
        yield return new MakeStep
        {
            Id = "parts",
            Kind = StepKind.Pour,
            Title = $"Split into {parts.Count} and colour",
            Text = $"Into {parts.Count} warm jugs. {string.Join(". ", tells)}. Grind each colour with a little oil first.",
            Why = "Colours weighed for each part come out the same next time.",
            DoneWhen = "No speck is left on a white spoon.",
            FromC = heat.PourC,
        };
    }

    private string Containers(Formula formula)
    {
        var container = workshop.FindContainer(formula.Batch.Container);
        return container is null ? "the containers"
            : formula.Batch.Units is { } units ? $"{units} {container.Unit}{(units == 1 ? "" : "s")}"
            : $"the {container.Unit}s";
    }
}
