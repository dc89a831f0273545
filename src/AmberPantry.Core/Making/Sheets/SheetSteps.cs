using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Safety;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making.Sheets;

/// <summary>Turns the templates of a way of making into the steps of one batch.</summary>
internal sealed class SheetSteps
{
    /// <summary>A fatty acid is chilled and whipped in turns; the last turn of the whisk is the whipping itself.</summary>
    private static readonly string[] Rounds = [RoundRule.RoundChill, "round-whip"];

    /// <summary>Read, signed and measured before the batch begins.</summary>
    private static readonly string[] BeforeStart = ["sign", "room"];

    /// <summary>What stands in its pack or mould by then.</summary>
    private static readonly string[] PackSteps = ["freeze-mould", "top-up", "surface"];
    private static readonly StepKind[] FillsOrPours = [StepKind.Pour, StepKind.Fill, StepKind.Mould];

    private readonly Subject subject;
    private readonly PlanQuestion question;
    private readonly BatchPlan plan;
    private readonly SheetLines lines;
    private readonly SheetMelt melt;
    private readonly SheetFigures figures;
    private readonly SheetSayings sayings;
    private readonly SheetCautions cautions;
    private readonly RuleFacts facts;
    private readonly IReadOnlyDictionary<string, string> chosen;

    private readonly Dictionary<string, Material> materials;
    private readonly Dictionary<string, WeighedLine> sheet;
    private readonly List<MakeStep> steps = [];
    private readonly HashSet<string> weighed = [];
    private readonly HashSet<string> used = [];

    private readonly double? lastStopC;

    /// <summary>How warm it is where the steps have come to, °C.</summary>
    private double nowC;

    public SheetSteps(SheetGround ground)
    {
        (subject, question, plan, lines, melt) = (ground.Subject, ground.Question, ground.Plan, ground.Lines, ground.Melt);
        (figures, sayings, cautions, facts, chosen) = (ground.Figures, ground.Sayings, ground.Cautions, ground.Facts, ground.Chosen);
        materials = subject.Lines.ToDictionary(pair => pair.Line.Id, pair => pair.Material);
        sheet = subject.Sheet is { } there
            ? subject.There.Select((pair, i) => (pair.Line.Id, there.Lines[i])).ToDictionary(pair => pair.Id, pair => pair.Item2)
            : [];
        lastStopC = plan.Stops.LastOrDefault(one => one.AtC is not null)?.AtC;
        nowC = plan.Hold?.ToC ?? plan.MeltToC ?? question.RoomC;
    }

    public IReadOnlyList<MakeStep> Write()
    {
        var templates = Templates();
        for (var i = 0; i < templates.Count; i++)
        {
            var template = templates[i];
            if (template.SkipWhen?.Holds(facts) == true || BeforeStart.Contains(template.Id))
            {
                continue;
            }

            var beforeStop = i + 1 < templates.Count && templates[i + 1].Lines.Contains("@stop") && template.Kind == StepKind.Cool;
            if (template.Lines.Contains("@stop"))
            {
                var cools = i > 0 && templates[i - 1].Kind == StepKind.Cool ? templates[i - 1] : null;
                AtStops(cools, template);
            }
            else if (template.Lines.Contains("@premix"))
            {
                Premixes(template);
            }
            else if (template.Kind == StepKind.Weigh && template.Lines.Count > 0)
            {
                Weigh(template);
            }
            else if (Rounds.Contains(template.Id) && templates.Count(one => one.Id == template.Id) > 1)
            {
                var number = templates.Take(i + 1).Count(one => one.Id == template.Id);
                Plain(template, figures.With(("round", $"{number}")), $"{template.Id}-{number}");
            }
            else if (!beforeStop)
            {
                Plain(template, figures, template.Id);
            }
        }

        WeighTheRest();
        return steps;
    }

    /// <summary>Those of the way of making, with what is put in where it is split or set with an accent.</summary>
    private List<StepTemplate> Templates()
    {
        var route = StepTemplate.Of(question.Route).ToList();
        if (subject.Formula.ColouredParts is not null)
        {
            var before = route.FindIndex(step => FillsOrPours.Contains(step.Kind));
            route.InsertRange(
                before < 0 ? route.Count - 1 : before,
                StepTemplate.Insert(StepTemplate.TwoColours).Where(step => step.Id is not ("lay" or "swirl"))
            );
        }

        if (lines.Has("@accent"))
        {
            var press = route.FindIndex(step => step.Kind == StepKind.Mould);
            route.InsertRange(press < 0 ? route.Count - 1 : press, StepTemplate.Insert(StepTemplate.Accent).Where(step => step.Id != "place-accent"));
        }

        if (route.FindIndex(step => step.Id == Rounds[^1]) is var end and >= 0)
        {
            var (chill, whip) = (route.First(step => step.Id == Rounds[0]), route[end]);
            route.InsertRange(end + 1, Enumerable.Repeat(new[] { chill, whip }, RoundRule.ChillAims.Count - 1).SelectMany(pair => pair).SkipLast(1));
        }

        return route;
    }

    private void AtStops(StepTemplate? cools, StepTemplate add)
    {
        var stops = plan.Stops.Where(stop => stop.During == StopTime.Cool).ToArray();
        for (var i = 0; i < stops.Length; i++)
        {
            var stop = stops[i];
            var here = figures.With(
                ("add_c", SheetFigures.C(stop.AtC)),
                ("add_after", SheetFigures.C(stop.AfterC is { } after ? Halves.Down(after) : null)),
                ("add_warm", SheetFigures.C(stop.WarmToC)),
                ("add_lines", Names(stop.Lines))
            );
            var number = stops.Length == 1 ? "" : $"-{i + 1}";
            if (cools is not null && cools.SkipWhen?.Holds(facts) != true && stop.AtC < nowC)
            {
                Plain(cools, here, $"{cools.Id}{number}", stop);
            }

            Plain(add, here, $"{add.Id}{number}", stop);
            nowC = stop.AfterC ?? nowC;
        }
    }

    private void Premixes(StepTemplate template)
    {
        foreach (var premix in plan.Premix)
        {
            Plain(
                template,
                figures.With(
                    ("material", Names([premix.Line])),
                    ("carrier", Names([premix.Carrier])),
                    ("premix_neat", SheetFigures.G(premix.NeatG)),
                    ("premix_make", SheetFigures.G(premix.MakeG)),
                    ("premix_take", SheetFigures.G(premix.TakeG))
                ),
                $"{template.Id}-{premix.Line}"
            );
        }
    }

    private void Weigh(StepTemplate template)
    {
        var at = steps.Count;
        foreach (var line in lines.Of(template.Lines).Where(line => weighed.Add(line.Id)))
        {
            steps.Insert(at++, Weighing(template, line));
        }
    }

    /// <summary>What no step of the templates weighs is weighed after the last that does.</summary>
    private void WeighTheRest()
    {
        var left = lines.All.Where(line => !weighed.Contains(line.Id)).ToArray();
        var template = new StepTemplate
        {
            Route = question.Route.Word(),
            Id = "weigh-more",
            Kind = StepKind.Weigh,
            Title = "{material}, its own cup",
            Text = "Into a dry cup of its own, covered: it goes in where you see fit.",
            Why = "",
            DoneWhen = "Between {right_from} and {right_to}.",
            Clock = "none",
            Temperature = "",
            Lines = [],
            Cautions = [],
            Records = ["weight"],
            Hands = Hands.Hands,
            SkipWhen = null,
        };
        var at = steps.FindLastIndex(step => step.Kind == StepKind.Weigh) + 1;
        foreach (var line in left)
        {
            steps.Insert(at++, Weighing(template, line));
        }
    }

    private MakeStep Weighing(StepTemplate template, PlanLine line)
    {
        var material = materials[line.Id];
        var premix = plan.Premix.FirstOrDefault(one => one.Line == line.Id);
        var target = premix is null ? Own(line.Id) : Rounded(premix.TakeG);
        var tolerance = WeighTolerance.Of(target, subject.Workshop.Scale);
        var here = figures.With(
            ("material", premix is null ? material.Name : $"Premix of {Wording.Brief(material.Name)}"),
            ("right_from", SheetFigures.G((double)(target - tolerance))),
            ("right_to", SheetFigures.G((double)(target + tolerance))),
            ("grams", SheetFigures.G((double)target))
        );
        var share = $"{Wording.Percent((decimal)line.Percent)} of the formula";
        return Step(template, here, $"weigh-{line.Id}", null, [line]) with
        {
            Why = premix is null ? $"{share}. {here.In(template.Why)}".TrimEnd() : $"{share}, one part in ten of this.",
            Line = line.Id,
            CarriedBy = premix?.Carrier,
            TargetG = target,
            ToleranceG = tolerance,
            DropsPerG = premix is null && material.DropsPerG is { } drops ? 1 / subject.Workshop.FirstOf(KitKind.Dropper)?.EachG ?? drops : null,
        };
    }

    /// <summary>What is weighed of a line by itself: its share, less what comes with the premixes it carries.</summary>
    private decimal Own(string line)
    {
        var carried = plan.Premix.Where(one => one.Carrier == line).Sum(one => Rounded(one.TakeG) - Grams(one.Line));
        return Math.Max(0, Grams(line) - carried);
    }

    /// <summary>On the scale's step; what is less than that, as it is.</summary>
    private decimal Grams(string line) => sheet.GetValueOrDefault(line) is { } row ? (row.Grams > 0 ? row.Grams : Micrograms.Round(row.ExactG)) : 0;

    private decimal Rounded(double grams)
    {
        var step = subject.Workshop.Scale.ResolutionG;
        return Math.Max(step, Math.Round((decimal)grams / step, MidpointRounding.AwayFromZero) * step);
    }

    private void Plain(StepTemplate template, SheetFigures here, string id, PlanStop? stop = null)
    {
        IReadOnlyList<PlanLine> taken = [];
        if (!template.TakesNothing && template.Lines.Count > 0 && !template.Lines.Contains("@premix"))
        {
            taken = stop is not null
                ? [.. question.Lines.Where(line => stop.Lines.Contains(line.Id))]
                : [.. lines.Of(template.Lines).Where(line => !used.Contains(line.Id))];
            // What a fizzy is wetted with stands on the bench, whether it is in the formula or not.
            if (taken.Count == 0 && template.Kind != StepKind.Wet)
            {
                return;
            }

            used.UnionWith(taken.Select(line => line.Id));
            here = here.With(("material", Names(taken.Select(line => line.Id))));
            if (stop is null)
            {
                here = here.With(("add_lines", Names(taken.Select(line => line.Id))));
            }
        }

        var step = Step(template, here, id, stop, taken);
        steps.Add(step.Kind == StepKind.Weigh ? step with { Kind = StepKind.Check } : step);
    }

    private MakeStep Step(StepTemplate template, SheetFigures here, string id, PlanStop? stop, IReadOnlyList<PlanLine> goesIn)
    {
        double? Named(string name) => Value(name, stop);
        var wanted = TemperatureRule.Of(template.Temperature, Named, melt);
        var clock = ClockRule.Of(template.Clock, template.Kind, Ask(template, goesIn, Named));
        if (wanted.ToC is { } cooled && template.Kind is StepKind.Cool or StepKind.Chill)
        {
            nowC = Math.Min(nowC, cooled);
        }

        var text = here.In(template.Text);
        foreach (var (school, option) in chosen.Where(one => MakingSchool.StepsOf(question.Route, one.Key).Contains(template.Id)))
        {
            var told = MakingSchool.Of(question.Route).First(one => one.Id == school);
            text += told.Options[0].Id == option ? "" : $" You chose: {told.Options.First(one => one.Id == option).Words}.";
        }

        return new MakeStep
        {
            Id = id,
            Template = template.Id,
            AsksCup = template.Records.Contains("cup"),
            AsksPack = FillsOrPours.Contains(template.Kind) && template.Records.Contains("weight") && template.Records.Contains("count"),
            Kind = template.Kind,
            Title = Wording.Capital(here.In(template.Title)),
            Text = text,
            Why = here.In(template.Why),
            DoneWhen = here.In(template.DoneWhen),
            FromC = wanted.FromC,
            ToC = wanted.ToC,
            MostC = wanted.MostC,
            MostHumidity = wanted.MostHumidity,
            Hands = template.Hands,
            Clock = clock,
            WaitMinutes = template.Hands != Hands.Hands && clock is not null ? (int)Math.Round(clock.CallsAtMin) : null,
            Says =
            [
                .. sayings.At(template.Id).Where(saying => Speaks(saying, goesIn)).Select(saying => new StepSaying(saying.Severity, saying.Sentence)),
            ],
            Cautions =
            [
                .. template
                    .Cautions.Where(cautions.MaySpeak)
                    .Select(rule => SafetyRule.All[rule])
                    .Where(rule => goesIn.Count == 0 || template.Kind != StepKind.Weigh || SpeaksOf(rule, goesIn[0]))
                    .Select(rule => Caution.Of(rule, template.Id)),
            ],
        };
    }

    /// <summary>A saying of one line stands only where that line goes in.</summary>
    private static bool Speaks(PlanSaying saying, IReadOnlyList<PlanLine> goesIn) =>
        goesIn.Count == 0
        || !saying.Id.Contains(':', StringComparison.Ordinal)
        || goesIn.Any(line => saying.Id.EndsWith($":{line.Id}", StringComparison.Ordinal));

    /// <summary>A rule of some materials stands only where one of them is weighed.</summary>
    private bool SpeaksOf(SafetyRule rule, PlanLine line) => rule.Classes.Contains("any") || rule.Classes.Any(materials[line.Id].Classes.Contains);

    private ClockAsk Ask(StepTemplate template, IReadOnlyList<PlanLine> goesIn, Func<string, double?> named)
    {
        var packed =
            template.Kind is StepKind.Set or StepKind.Cap or StepKind.Label or StepKind.Demould or StepKind.Fill || PackSteps.Contains(template.Id);
        var place = template.Kind == StepKind.Chill && figures.Chill is { } chilled ? chilled.Place : CoolPlace.All[0];
        var from = packed ? plan.Pour?.AtC ?? nowC : nowC;
        return new ClockAsk(question.BatchG, from, goesIn.Count, subject.Formula.Batch.Units ?? 1, plan.Hold?.Minutes, figures.DryH, figures.DryH / 2)
        {
            CoolsS = to =>
                to >= from ? null
                : packed ? (template.Kind is StepKind.Set or StepKind.Cap ? melt.StandsS(from) : melt.PackCoolsS(from, to, place))
                : melt.CoolsS(from, to, CoolPlace.All[0]),
            SetsS = structure =>
                figures.Chill is not { } chill ? null
                : double.IsNaN(structure) ? chill.S
                : melt.SetsS(chill.FromC, structure, chill.Place)?.S,
            WarmS = WarmS(),
            Named = named,
            Overnight = chosen.GetValueOrDefault("unmould") == "overnight",
        };
    }

    private double? WarmS() => plan.Whip is { FromC: { } opens, ToC: { } closes } ? melt.WarmsS(closes, opens - SheetFigures.WarmLimitBelowC) : null;

    /// <summary>A temperature by the name the rules have for it.</summary>
    private double? Value(string name, PlanStop? stop) => name == "add_c" ? stop?.AtC ?? lastStopC : figures.Temperature(name);

    private string Names(IEnumerable<string> ids) => Wording.List([.. ids.Select(id => Wording.Brief(materials[id].Name))]);
}
