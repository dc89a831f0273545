using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making.Sheets;

/// <summary>What goes into the pot, and what it does to the warmth of what is in it.</summary>
/// <param name="Warns">It sets, flakes or suffers.</param>
public sealed record HeatStep(string Name, string Says, bool Warns);

/// <summary>A place to cool the batch in.</summary>
/// <param name="Waits">When it is where the maker waits for: "whip from 38 to 64 min", "set in 25 min".</param>
/// <param name="Grain">Jars of ten that turn sandy, in words.</param>
/// <param name="Sweats">Whether what comes out of it gathers water in this room; empty where it does not.</param>
/// <param name="Id">Key of the place.</param>
public sealed record CoolingPlace(string Id, string Name, string Waits, string Grain, string Sweats, bool IsBest);

/// <param name="Fats">What each fat asks for as it sets.</param>
/// <param name="Says">The whole in a sentence.</param>
public sealed record CoolingAnswer(IReadOnlyList<HeatStep> Steps, IReadOnlyList<CoolingPlace> Places, IReadOnlyList<string> Fats, string Says);

/// <summary>How a batch is warmed, what goes in when, and where it is best cooled.</summary>
public sealed class CoolingFinder(MaterialShelf shelf, Workshop workshop)
{
    private const double LongestS = 8 * 3600;
    private const double GrainMattersFrom = 2;

    /// <summary>A smaller part of the melt is stirred in before it can set anything.</summary>
    private const double FlakesFrom = 0.05;
    private const decimal MattersFromPercent = 10;
    private readonly Wording say = new(workshop);

    /// <summary>Empty where nothing melts.</summary>
    public CoolingAnswer Find(Formula formula)
    {
        var subject = new Subject(formula, new Bearings(shelf, workshop, FamilyRegistry.Usual));
        var there = subject.There.ToArray();
        if (subject.Family.Nature != FamilyNature.Melted || subject.Curve is not { } curve || subject.ClearC is not { } clear)
        {
            return new CoolingAnswer([], [], [], "Nothing in this mix is melted and set again.");
        }

        var plan = BatchPlanner.Of(PlanAsk.Of(subject));
        var potC = plan.MeltFromC ?? clear;
        var addC = plan.Stops.Select(stop => stop.AtC).FirstOrDefault(at => at is not null) ?? potC;
        var places = Places(subject, curve, Math.Max(clear, plan.Pour?.AtC ?? clear));
        return new CoolingAnswer(
            [.. Steps(subject, there, potC, addC)],
            places,
            [.. Fats(there)],
            $"Warm it to {say.BareTemperature(potC)} to {say.Temperature(plan.MeltToC ?? potC)}, everything clear; it clouds at "
                + $"{say.Temperature(clear)}. {(places.FirstOrDefault(place => place.IsBest) is { } best ? $"Cool it {best.Name}." : "")}".TrimEnd()
        );
    }

    private IEnumerable<HeatStep> Steps(Subject subject, (FormulaLine Line, Material Material)[] there, double potC, double addC)
    {
        var melting = there.Where(pair => pair.Line.Phase == Phase.Melt && pair.Material.Melt is not null).ToArray();
        if (melting.Length == 0)
        {
            yield break;
        }

        var oils = melting.Where(pair => pair.Material.IsLiquid).ToArray();
        var fats = melting.Where(pair => !pair.Material.IsLiquid).ToArray();
        if (oils.Length > 0 && fats.Length > 0)
        {
            yield return Cold(Portion.Of(subject, fats), Portion.Of(subject, oils), oils, potC);
        }

        var melt = Portion.Of(subject, melting);
        foreach (var pair in there.Where(pair => pair.Line.Phase != Phase.Surface && (pair.Line.Phase != Phase.Melt || pair.Material.IsPowder)))
        {
            yield return Late(melt, Portion.Of(subject, [pair]), pair, potC, addC);
        }
    }

    /// <summary>A part of the batch, as it stands in the pot or goes into it.</summary>
    /// <param name="Lipids">What of it melts.</param>
    private sealed record Portion(IReadOnlyList<(MeltSpectrum Spectrum, double Mass)> Lipids, double G)
    {
        public static Portion Of(Subject subject, (FormulaLine Line, Material Material)[] lines)
        {
            double Grams(FormulaLine line) => (double)(line.Percent * subject.Formula.Batch.Grams / 100);
            return new(
                [.. lines.Where(pair => pair.Material.Melt is not null).Select(pair => (pair.Material.Melt!, Grams(pair.Line)))],
                lines.Sum(pair => Grams(pair.Line))
            );
        }

        /// <summary>What another does to its warmth when it is stirred in.</summary>
        public HeatBalance With(Portion other, double atC, double otherC) =>
            HeatBalance.Of(
                LipidBlend.Mix(Lipids),
                G,
                atC,
                new HeatAddition(other.Lipids.Count == 0 ? null : LipidBlend.Mix(other.Lipids), other.G, otherC),
                LipidBlend.Mix([.. Lipids, .. other.Lipids])
            );
    }

    /// <summary>Oils kept back and stirred cold into the melted rest.</summary>
    private HeatStep Cold(Portion rest, Portion oil, (FormulaLine Line, Material Material)[] oils, double potC)
    {
        var cold = rest.With(oil, potC, workshop.WorkroomC);
        var name = oils.Length == 1 ? Wording.Capital(Wording.Brief(oils[0].Material.Name)) : "The oils";
        var into = $"{Told(oil)} at {say.Temperature(workshop.WorkroomC)} into the rest at {say.Temperature(potC)}";
        if (cold is { Melts: true, Flakes: false })
        {
            return new HeatStep(name, $"{into}: {say.Temperature(cold.ResultC)} and clear. They may go in cold, and save the heat.", false);
        }

        // As cool as it may be and stay clear.
        var (low, high) = (workshop.WorkroomC, potC);
        for (var i = 0; i < 20; i++)
        {
            var middle = (low + high) / 2;
            (low, high) = rest.With(oil, potC, middle) is { Melts: true, Flakes: false } ? (low, middle) : (middle, high);
        }

        return new HeatStep(
            name,
            $"{into}: {say.Temperature(cold.ResultC)}, {(cold.Flakes ? "flakes where it meets them" : "cloudy")}. Warm "
                + $"{(oils.Length == 1 ? "it" : "them")} to {say.Temperature(high)} first, or melt all of it together.",
            true
        );
    }

    /// <summary>What is stirred in after the melt, at the room's warmth.</summary>
    private HeatStep Late(Portion melt, Portion added, (FormulaLine Line, Material Material) pair, double potC, double addC)
    {
        var atC = pair.Line.Phase == Phase.Melt ? potC : addC;
        var balance = melt.With(added, atC, workshop.WorkroomC);
        var flakes = balance.Flakes && added.G >= FlakesFrom * melt.G;
        var tender = pair.Material.HeatCeilingC is { } most && most < atC;
        return new HeatStep(
            Wording.Capital(Wording.Brief(pair.Material.Name)),
            $"{Told(added)} at {say.Temperature(atC)}: {say.Temperature(balance.ResultC)} after"
                + (
                    flakes ? $", flakes: warm it to {say.Temperature(balance.WarmAdditionToC ?? atC)} first"
                    : !balance.Melts ? ", cloudy: warm the pot until it is clear again"
                    : ""
                )
                + (tender ? $". It bears {say.Temperature(pair.Material.HeatCeilingC!.Value)}: stir it in at the last moment" : "")
                + ".",
            flakes || !balance.Melts || tender
        );
    }

    private string Told(Portion portion) => say.RoundWeight((decimal)Math.Round(portion.G, 1));

    /// <summary>The places compared for a mix that goes in at a temperature.</summary>
    internal IReadOnlyList<CoolingPlace> Places(Subject subject, MeltCurve curve, double startC)
    {
        var whipped = subject.Family.OverrunPercent is not null;
        var oneG = whipped ? (double)subject.Formula.Batch.Grams : (double)(subject.Formula.Batch.FillG ?? BatchSize.UsualFillG);
        var batch = new CoolingBatch(oneG * subject.Melt.LipidPercent / 100, CoolingBatch.BowlAreaM2(oneG / Math.Max(0.5, subject.Melt.DensityGMl)));
        // What is poured stands in its packs: no bath for it.
        var tried = CoolPlace.All.Where(place => whipped || !place.IsBath);
        var runs = tried
            .Select(place =>
            {
                CoolingStage[] stages = [place.Stage(LongestS, workshop)];
                var run = CoolingRun.Simulate(curve.Blend, batch, startC, stages);
                var (minutes, waits) = Waits(subject, curve, run);
                return (
                    place.Id,
                    Name: place.C is null ? $"{place.Words} at {say.Temperature(workshop.WorkroomC)}" : place.Words,
                    C: place.C ?? workshop.WorkroomC,
                    Minutes: minutes,
                    Waits: waits,
                    GrainForecast.Of(curve.Blend, run, stages, GrainForecast.HoldMinutes).Risk,
                    Sweats: Sweat(place.C ?? workshop.WorkroomC)
                );
            })
            .ToArray();
        // What is whipped wants time to work; what is poured shrinks and cracks where it cools faster than it must.
        var best = whipped
            ? new SheetMelt(subject, PlanAsk.Of(subject)).BestToWhip(startC).Id
            : runs.Where(one => one.Minutes is not null)
                .OrderBy(one => one.Risk >= GrainMattersFrom ? one.Risk : 0)
                .ThenBy(one => one.Sweats.Length > 0)
                .ThenByDescending(one => one.C)
                .Select(one => one.Id)
                .FirstOrDefault();
        return
        [
            .. runs.Select(one => new CoolingPlace(
                one.Id,
                one.Name,
                one.Waits,
                one.Risk < 0.5 ? "hardly any grain" : $"about {one.Risk:0} {Wording.Plural("jar", (int)Math.Round(one.Risk))} of 10 grainy",
                one.Sweats,
                one.Id == best
            )),
        ];
    }

    /// <summary>Whipped: from when to when; poured: when it stands.</summary>
    private static (double? Minutes, string Says) Waits(Subject subject, MeltCurve curve, IReadOnlyList<CoolingPoint> run)
    {
        if (subject.Family.OverrunPercent is not null)
        {
            var window = WhipWindow.Of(curve.Blend, run);
            return window.OpensS is not { } opens
                ? (null, "does not set enough to whip")
                : (
                    opens / 60,
                    $"whip from {Minutes(opens)}{(window.ClosesS is { } closes ? $" to {Minutes(closes)}" : ", it does not get too stiff")}"
                );
        }

        var stands = run.FirstOrDefault(point => Firmness.FromStructure(point.Structure) >= MeltCurve.SlumpKPa);
        return stands is null ? (null, "does not set") : (stands.S / 60, $"stands after {Minutes(stands.S)}");
    }

    private static string Minutes(double seconds) =>
        seconds < 100 * 60 ? $"{Math.Max(1, seconds / 60):0}{Wording.Narrow}min" : $"{seconds / 3600:0.#}{Wording.Narrow}h";

    private string Sweat(double surfaceC) =>
        workshop.HumidityPercent is { } humidity
        && humidity > 0
        && Condensation.Of(workshop.WorkroomC, (double)humidity, surfaceC) is { Sweats: true } wet
            ? $"sweats below {say.Temperature(wet.DewPointC)}: cover it, wipe it before it is opened"
            : "";

    /// <summary>Temper, chill fast or nothing, by what each fat's crystals are.</summary>
    private IEnumerable<string> Fats((FormulaLine Line, Material Material)[] there)
    {
        foreach (var (line, material) in there.Where(pair => pair.Line.Percent >= MattersFromPercent && pair.Material.Melt is { Classes.Count: > 0 }))
        {
            var name = Wording.Capital(Wording.Brief(material.Name));
            if (material.Role == Role.HardButter)
            {
                yield return $"{name}: temper it. Stir while it cools until it clings to the wall, or seed it with a hundredth of itself, grated, at "
                    + $"{say.Temperature(GrainForecast.CoolC + 8)}; then pour.";
            }
            else if (material.Role == Role.SoftButter && GrainForecast.HighMeltersPercentOf(material.Melt!) >= 3)
            {
                yield return $"{name}: hold {say.Temperature(GrainForecast.HoldC)} for {GrainForecast.HoldMinutes:0} min, then chill it fast from "
                    + $"{say.BareTemperature(GrainForecast.WarmC)} to {say.Temperature(GrainForecast.CoolC)}.";
            }
            else if (material.Role == Role.SoftButter)
            {
                yield return $"{name}: sets by itself, no grain to fear.";
            }
        }
    }
}
