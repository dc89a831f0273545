using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Science.Scent;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making.Sheets;

/// <summary>Something a plan has to say.</summary>
/// <param name="Blocks">It cannot be begun like this.</param>
/// <param name="PourC">A pour that settles it, °C; null where none does.</param>
public sealed record PlanSaying(string Id, Severity Severity, string Sentence, bool Blocks, double? PourC);

/// <summary>The sentences of a plan, with their figures.</summary>
internal sealed class SheetSayings
{
    private const double MeltsInMin = 15;

    /// <summary>Scent stirred in off the heat stays about so long in so deep a pot before it sets.</summary>
    private const double InPotMin = 10;
    private const double InPotCm = 5;

    private sealed record Row(string Id, Severity Severity, bool Blocks, string[] Steps, string Sentence);

    private static readonly Lazy<IReadOnlyDictionary<string, Row>> Table = new(() =>
        DataTable
            .Read("Making.Sheets.Data.sayings.csv", row => new Row(
                row.Text("id"),
                row.Word<Severity>("severity"),
                row.Flag("blocks"),
                row.List("steps"),
                row.Text("sentence")
            ))
            .ToDictionary(row => row.Id)
    );

    private readonly Subject subject;
    private readonly PlanQuestion question;
    private readonly BatchPlan plan;
    private readonly BatchPlan unplanned;
    private readonly SheetFigures figures;
    private readonly SheetMelt melt;

    public SheetSayings(Subject subject, PlanQuestion question, BatchPlan plan, SheetFigures figures, SheetMelt melt)
    {
        (this.subject, this.question, this.plan, this.figures, this.melt) = (subject, question, plan, figures, melt);
        unplanned = question.PlannedPourC is null ? plan : BatchPlanner.Of(question with { PlannedPourC = null });
        All = [.. plan.Says.Select(Say).Where(saying => saying.Sentence.Length > 0).OrderBy(saying => saying.Severity)];
    }

    public IReadOnlyList<PlanSaying> All { get; }

    /// <summary>Those that belong to a step of the templates.</summary>
    public IEnumerable<PlanSaying> At(string template) => All.Where(saying => Table.Value[IdOf(saying.Id)].Steps.Contains(template));

    private static string IdOf(string said) => said.Split(':')[0];

    private PlanSaying Say(string said)
    {
        var row = Table.Value[IdOf(said)];
        var line = said.Contains(':', StringComparison.Ordinal)
            ? question.Lines.First(one => one.Id == said[(said.IndexOf(':', StringComparison.Ordinal) + 1)..])
            : null;
        var fit =
            row.Id is "pour-cold" or "pour-cloudy" or "pour-hot" or "flash-above" or "flash-near" && question.PlannedPourC is not null
                ? unplanned.Pour?.AtC
                : null;
        return new PlanSaying(said, row.Severity, figures.With(Figures(row.Id, line)).In(row.Sentence), row.Blocks, fit);
    }

    private IEnumerable<(string, string?)> Figures(string id, PlanLine? line)
    {
        // Where no line is named, it is the one that decides.
        var x = line ?? Deciding(id);
        var stop = x is null ? null : plan.Stops.FirstOrDefault(one => one.Lines.Contains(x.Id));
        var pour = question.PlannedPourC ?? plan.Pour?.AtC;
        yield return ("x", x is null ? null : Wording.Capital(SheetFigures.Names(subject, [x])));
        yield return ("c", SheetFigures.C(x?.CeilingC));
        yield return ("t", SheetFigures.C(stop?.AtC ?? plan.Stops.LastOrDefault(one => one.During == StopTime.Cool)?.AtC));
        yield return (
            "from",
            SheetFigures.C(
                id.StartsWith("pour", StringComparison.Ordinal) || id.StartsWith("container", StringComparison.Ordinal)
                    ? plan.Pour?.FromC
                    : plan.MeltFromC
            )
        );
        yield return ("to", SheetFigures.C(id == "melt-raised" ? plan.MeltToC : plan.Pour?.ToC));
        yield return ("min", $"{MeltsInMin:0}{Wording.Narrow}min");
        yield return ("p", SheetFigures.C(pour));
        yield return ("container", ContainerName());
        yield return ("limit", SheetFigures.C(question.Kit.PackStopC));
        yield return ("after", SheetFigures.C(Halved(id == "powder-chills" ? plan.Powder?.AfterC : stop?.AfterC)));
        yield return ("w", SheetFigures.C(id == "powder-chills" ? plan.Powder?.WarmPowderToC : stop?.WarmToC));
        yield return ("back", SheetFigures.C(plan.Pour?.AtC + 3 ?? plan.ClearC + 8));
        yield return ("rec", SheetFigures.C(RecommendedC()));
        yield return ("loss", Loss(stop));
        yield return ("cap", SheetFigures.C(x is null ? null : StopPlan.CapC(question, x)));
        yield return ("d", SheetFigures.C(x?.DissolvesFromC));
        yield return ("f", SheetFigures.C(x?.FlashC));
        yield return ("whip", SheetFigures.C(plan.Whip?.FromC));
        yield return (
            "width",
            plan.Whip is { FromC: { } opens, ToC: { } closes } ? $"{Wording.Number(opens - closes, "0.#")}{Wording.Narrow}K" : null
        );
        yield return ("slump", SheetFigures.C(subject.SlumpC is { } slump ? Math.Round(slump * 2) / 2 : null));
        yield return ("demould", SheetFigures.C(plan.DemouldBelowC));
        yield return ("dew", SheetFigures.C(plan.CapAboveC - 1));
        yield return ("g", SheetFigures.G(question.BatchG + question.Kit.PotG));
        yield return ("max", x?.MaxPercent is { } most ? Wording.RoundPercent((decimal)most) : null);
        yield return ("worst", x is null ? null : Wording.RoundPercent(Math.Round((decimal)Worst(x), 2)));
    }

    private PlanLine? Deciding(string id) =>
        id switch
        {
            "dissolves-slowly" => Pot().MaxBy(line => line.MeltsAtC),
            "no-hold" or "pour-above-ceiling" => Pot().Where(line => line.CeilingC is not null).MinBy(line => line.CeilingC),
            _ => null,
        };

    private IEnumerable<PlanLine> Pot() => question.Lines.Where(line => plan.PotOrder.Contains(line.Id));

    private string? ContainerName() =>
        subject.Workshop.FindContainer(subject.Formula.Batch.Container) is { } container ? $"the {container.Unit}" : null;

    private double? RecommendedC() => Scents() is { Length: > 0 } oils ? WarmPot.RecommendedC(oils.Select(one => one.Oil)) : null;

    private (ScentOil Oil, double Share)[] Scents() =>
        [
            .. subject
                .There.Where(pair => pair.Material.Keys.Scent is { } key && ScentOil.All.ContainsKey(key))
                .Select(pair => (ScentOil.All[pair.Material.Keys.Scent!], (double)pair.Line.Percent)),
        ];

    private string? Loss(PlanStop? stop) =>
        (stop?.AtC ?? plan.Stops.FirstOrDefault(one => one.AtC is not null)?.AtC) is { } at && Scents() is { Length: > 0 } oils
            ? $"{Wording.Number(WarmPot.Of(at, InPotMin, InPotCm, covered: false, stirring: true, oils).LossPct, "0")}{Wording.Narrow}%"
            : null;

    private double Worst(PlanLine line)
    {
        var error = Weighing.StandardErrorG(subject.Workshop.Scale);
        return line.Percent * (1 + (error / (line.Percent * question.BatchG / 100)));
    }

    private static double? Halved(double? celsius) => celsius is { } c ? Halves.Down(c) : null;
}
