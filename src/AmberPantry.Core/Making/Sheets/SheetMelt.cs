using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making.Sheets;

/// <summary>How the mix of a batch cools and sets: the clocks of its steps.</summary>
internal sealed class SheetMelt
{
    private const double LongestS = 8 * 3600;

    /// <summary>A bag in the hand: its own air, and a warm palm on a third of it.</summary>
    private const double BagU = 14;
    private const double PalmU = 25 / 3.0;
    private const double PalmC = 33;
    private const double BagG = 350;
    private const double LongestHandS = 2 * 3600;

    /// <summary>Jars of ten that turn sandy; less is not worth a colder place.</summary>
    private const double GrainMattersFrom = 2;

    /// <summary>Time wanted between soft enough to begin and too stiff to go on.</summary>
    private const double ToWorkS = 10 * 60;

    private readonly Subject subject;
    private readonly PlanMelt mix;
    private readonly KitPiece? bowl;

    public SheetMelt(Subject subject, PlanQuestion question)
    {
        this.subject = subject;
        mix = new PlanMelt(question.Lines.Where(line => line.Phase != Phase.Surface));
        bowl = BatchKit.Taken(subject, question.Route.IsWhipped() ? KitKind.WhipBowl : KitKind.Vessel);
    }

    /// <summary>Name of what it is made in; null where the house has told of none.</summary>
    public string? Vessel => bowl?.Name;

    public double? ClearC => mix.ClearC;

    public double SolidAt(double celsius) => mix.SolidAt(celsius);

    /// <summary>Highest temperature with at least this structure.</summary>
    public double? Structured(double least) => mix.Structured(least);

    /// <summary>Seconds until the whole batch, in its bowl, has cooled to a temperature; null when it does not.</summary>
    public double? CoolsS(double fromC, double toC, CoolPlace place) =>
        subject.Curve is null ? null : Reached(Run(fromC, Bowl(), place), point => point.TemperatureC <= toC);

    /// <summary>Seconds until its crystals reach a structure, with the temperature of the run then.</summary>
    public (double S, double C)? SetsS(double fromC, double structure, CoolPlace place)
    {
        if (subject.Curve is null)
        {
            return null;
        }

        var run = Run(fromC, Bowl(), place);
        return run.FirstOrDefault(point => point.Structure >= structure) is { } there ? (there.S, there.TemperatureC) : null;
    }

    /// <summary>Seconds until one filled pack stands within two degrees of the room in its middle.</summary>
    public double? StandsS(double fromC) =>
        subject.Curve is null
            ? null
            : Reached(Run(fromC, Pack(), Bench), PackCore(fromC, Bench), core =>
                Math.Abs(core - subject.Workshop.WorkroomC) <= CoolingTimes.CapWithinC
            );

    /// <summary>Seconds until one filled pack has cooled to a temperature in its middle.</summary>
    public double? PackCoolsS(double fromC, double toC, CoolPlace place) =>
        subject.Curve is null ? null : Reached(Run(fromC, Pack(), place), PackCore(fromC, place), core => core <= toC);

    /// <summary>Seconds in a warm hand until it has warmed so far; null when it does not.</summary>
    public double? WarmsS(double fromC, double toC)
    {
        if (subject.Curve is not { } curve)
        {
            return null;
        }

        var room = subject.Workshop.WorkroomC;
        var batch = Batch(BagG);
        var around = ((BagU * room) + (PalmU * PalmC)) / (BagU + PalmU);
        var run = CoolingRun.Simulate(curve.Blend, batch, fromC, [new CoolingStage(LongestHandS, around, BagU + PalmU)], 30);
        return Reached(run, point => point.TemperatureC >= toC);
    }

    /// <summary>Where a bowl is best chilled for the whisk.</summary>
    public CoolPlace BestToWhip(double fromC) => Best(fromC, WhipWindow.OpensAt, WhipWindow.ClosesAt);

    /// <summary>Where it is best chilled for what follows: the whisk, or the mould at trace.</summary>
    public CoolPlace BestToChill(PlanRoute route, double fromC) =>
        route.IsTraced() ? Best(fromC, SheetChill.Trace, SheetChill.ThickTrace) : BestToWhip(fromC);

    /// <summary>Where it is chilled soonest and still leaves time to work before it is too stiff; grain decides where it is much more.</summary>
    /// <param name="stiff">Structure at which it is too stiff.</param>
    public CoolPlace Best(double fromC, double structure, double stiff)
    {
        if (subject.Curve is not { } curve)
        {
            return Fridge;
        }

        var runs = CoolPlace
            .All.Select(place =>
            {
                var run = Run(fromC, Bowl(), place);
                var opens = Reached(run, point => point.Structure >= structure);
                var open = opens is null ? 0 : (Reached(run, point => point.Structure >= stiff) ?? LongestS) - opens.Value;
                var stages = new[] { place.Stage(LongestS, subject.Workshop, Vessel) };
                var grain = GrainForecast.Of(curve.Blend, run, stages, GrainForecast.HoldMinutes).Risk;
                return (Place: place, Opens: opens, Open: open, Grain: grain);
            })
            .Where(one => one.Opens is not null)
            .ToArray();
        return runs.OrderBy(one => one.Grain >= GrainMattersFrom ? one.Grain : 0)
            .ThenBy(one => one.Open < ToWorkS)
            .ThenBy(one => one.Opens)
            .Select(one => one.Place)
            .FirstOrDefault()
            ?? Fridge;
    }

    private static CoolPlace Fridge => CoolPlace.Of("fridge")!;

    private static CoolPlace Bench => CoolPlace.All[0];

    /// <summary>The whole batch in what it is made in.</summary>
    public CoolingBatch Bowl() =>
        Batch((double)subject.Formula.Batch.Grams) is var whole && bowl is { MassG: { } grams } piece
            ? whole with
            {
                VesselG = (double)grams,
                VesselCp = BatchKit.HeatCapacity(piece),
            }
            : whole;

    private CoolingBatch Pack() => Batch((double)(subject.Formula.Batch.FillG ?? BatchSize.UsualFillG));

    /// <summary>So much of the mix as it cools, powder in it.</summary>
    public CoolingBatch Batch(double grams)
    {
        var lipid = grams * subject.Melt.LipidPercent / 100;
        return new CoolingBatch(lipid, CoolingBatch.BowlAreaM2(grams / Math.Max(0.5, subject.Melt.DensityGMl)), PowderG: grams - lipid);
    }

    private IReadOnlyList<CoolingPoint> Run(double fromC, CoolingBatch batch, CoolPlace place) =>
        CoolingRun.Simulate(subject.Curve!.Blend, batch, fromC, [place.Stage(LongestS, subject.Workshop, Vessel)]);

    private StillBody PackCore(double fromC, CoolPlace place) => new(Pack(), fromC, place.Stage(LongestS, subject.Workshop, Vessel));

    private static double? Reached(IReadOnlyList<CoolingPoint> run, StillBody body, Func<double, bool> there) =>
        Reached(run, point => there(body.CoreC(point.TemperatureC)));

    private static double? Reached(IReadOnlyList<CoolingPoint> run, Func<CoolingPoint, bool> there) => run.FirstOrDefault(there)?.S;
}
