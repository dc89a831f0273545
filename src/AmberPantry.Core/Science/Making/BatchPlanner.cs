using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;

namespace AmberPantry.Core.Science.Making;

/// <summary>How a batch is made, from its lines, its kit and the room: one planner of temperatures, order and vessels.</summary>
public sealed class BatchPlanner
{
    private const double NotCloudy = -99;
    private const double NeverFallsTo = -5;
    private const double ClearStart = 5;
    private const double Lift = 5;
    private const double Trace = 0.04;
    private const double ThinTrace = 0.02;
    private const double ThickTrace = 0.06;
    private const double Peaks = 0.10;
    private const double Stalls = 0.30;
    private const double NarrowWindowC = 3;
    private const double NarrowTraceC = 2;
    private const double UnmouldKPa = 80;
    private const double MuchWaterPercent = 3;

    /// <summary>Hard butters lead from this part of the lipid on, where there is less wax than that.</summary>
    private const double LeadPart = 0.25;
    private const double LeadWaxPercent = 1;

    private readonly PlanQuestion question;
    private readonly Sayings says = new();
    private readonly PlanMelt mix;
    private readonly bool tempers;

    private BatchPlanner(PlanQuestion question)
    {
        this.question = question;
        mix = new PlanMelt(question.Lines.Where(line => line.Phase != Phase.Surface));
        tempers = Tempers();
    }

    public static BatchPlan Of(PlanQuestion question)
    {
        var planner = new BatchPlanner(question with { Lines = [.. question.Lines.Where(line => line.Percent > 0)] });
        return planner.Plan();
    }

    private BatchPlan Plan()
    {
        var route = question.Route;
        says.If(question.Kit.Pack == PackMaterial.Polystyrene && question.Lines.Any(line => line.Role == Role.Scent), "container-scent");
        says.If(question.Kit.PotG + question.BatchG > question.Kit.CapacityG, "over-capacity");
        var premix = Premixing.Of(question, says);
        var plan =
            route.IsHot() ? Hot(premix)
            : route == PlanRoute.WhipUnmelted ? Unmelted()
            : route.IsCold() ? new BatchPlan { PotOrder = Ids(AddOrder.Cold(question.Lines.Where(line => line.Phase != Phase.Surface))) }
            : Dry();
        return plan with { Premix = premix, Vessels = plan.Vessels + 1 + premix.Count + Beside(), Says = says.All };
    }

    /// <summary>Beakers and cups of what is neither melted nor added in a cup of its own.</summary>
    private int Beside()
    {
        var water = question.Lines.Any(line => line.IsWatery) ? 1 : 0;
        return question.Route.IsDry() ? (AddOrder.Liquids(question.Lines).Skip(1).Any() ? 1 : 0) : water;
    }

    private BatchPlan Hot(IReadOnlyList<PlanPremix> premix)
    {
        var route = question.Route;
        var pot = new PotHeat(question, says);
        var room = question.RoomC;
        PourWindow? window = null;
        PourSpan? pour = null;
        WhipSpan? whip = null;
        double from,
            lift,
            keep;
        if (route.IsPoured())
        {
            window = PourWindow
                .Of(question, mix, pot, Thick(), pot.Late.Min(line => (double?)StopPlan.CapC(question, line)), says)
                .Planned(question, mix, says);
            pot.RaiseFor(window.AtC);
            pour = window.Told(pot, question.Kit, says);
            var thickens = window.IsThick && window.AtC <= window.EndC ? Halves.Up(window.ThickensC!.Value) : (double?)null;
            from = thickens ?? Math.Min(window.AtC + 1, pot.HotC);
            lift = thickens is { } b ? Math.Max(b, room) + Lift : window.AtC + Lift;
            keep = window.AtC;
        }
        else if (route.IsWhipped())
        {
            whip = Whipped(pot);
            from = mix.Structured(Peaks) is { } opens ? Halves.Up(opens) : NeverFallsTo;
            lift = Math.Max(from, room) + Lift;
            keep = from;
        }
        else if (route.IsTraced())
        {
            pour = Traced();
            from = pour is not null && mix.Structured(ThinTrace) is { } thin ? Halves.Up(thin) : NeverFallsTo;
            lift = Math.Max(from, room) + Lift;
            keep = from;
        }
        else
        {
            from = Math.Max(room, mix.ClearC is { } clear ? Halves.Up(clear + ClearStart) : double.NegativeInfinity);
            lift = from + Lift;
            keep = mix.ClearC ?? NotCloudy;
        }

        var wanted =
            window is { IsThick: false } ? window.AtC
            : mix.ClearC is { } clouds ? Halves.Up(clouds + ClearStart)
            : Halves.Up(room + ClearStart);
        var powder = PowderPlan.Of(question, wanted, pot.HotC, says);
        if (powder?.AfterC is { } after)
        {
            lift = Math.Min(lift, Halves.Down(after));
        }

        var stops = StopPlan.Of(
            question,
            new StopRoom(from, Math.Max(from, Math.Min(lift, pot.HotC)), keep, pot)
            {
                Premix = premix,
                PowderPercent = powder?.When is PowderChoice.InMelt or PowderChoice.BeforeHeat ? PowderPlan.Percent(question) : 0,
            },
            says
        );
        says.If(pot.HotC > 90, "hot-pot");
        SayWater();
        var demould = route.IsMoulded() ? Demould() : null;
        var sieve = powder is not null && powder.When != PowderChoice.ColdMass ? 1 : 0;
        var bowl = route.IsWhipped() && !question.Kit.BowlIsPot ? 1 : 0;
        return new BatchPlan
        {
            ClearC = mix.ClearC,
            PotClearC = pot.Melt.ClearC,
            MeltFromC = pot.MeltFromC,
            MeltToC = pot.MeltToC,
            MeltMostC = pot.MeltMostC,
            Hold = pot.Hold,
            WaterC =
                route == PlanRoute.CleansingBarWater && question.Lines.Any(line => line.IsWatery)
                    ? new TemperatureSpan(pot.MeltFromC, pot.MeltToC)
                    : null,
            Pour = pour,
            Whip = whip,
            Powder = powder,
            Stops = stops.Stops,
            PotOrder = Ids(AddOrder.Pot(pot.Pot, question.Makeweight, pot.IsLastIn)),
            Vessels = stops.Apart + stops.Stops.Count + sieve + bowl,
            DemouldBelowC = demould,
            CapBelowC = room + 2,
            CapAboveC = CapAbove(),
        };
    }

    private BatchPlan Unmelted()
    {
        var whip = Whipped(null);
        PlanLine[] solids = [.. question.Lines.Where(line => AddOrder.IsSolid(line) && !line.IsPowder)];
        foreach (var line in solids.Where(line => line.Role is Role.Wax or Role.Hardener or Role.Gellant or Role.HardButter))
        {
            says.Add("melt-first", line);
        }

        PlanLine[] stream =
        [
            .. question
                .Lines.Where(line => !solids.Contains(line) && !line.IsPowder && !line.IsWatery && line.Phase != Phase.Surface)
                .OrderBy(line => line.IsOil ? 0 : 1),
        ];
        var powder = PowderPlan.Of(question, null, 0, says);
        says.If(Array.Exists(stream, line => line.Flammable != Flammable.No), "flame-stop");
        SayWater();
        return new BatchPlan
        {
            ClearC = mix.ClearC,
            Whip = whip,
            Powder = powder,
            Stops = stream.Length > 0 ? [new PlanStop(null, null, null, Ids(stream), StopTime.Stream)] : [],
            PotOrder = Ids(AddOrder.Pot(solids, question.Makeweight, _ => false)),
            Vessels = (stream.Length > 0 ? 1 : 0) + (powder is null ? 0 : 1),
            CapBelowC = question.RoomC + 2,
            CapAboveC = CapAbove(),
        };
    }

    private BatchPlan Dry()
    {
        var order = Ids(AddOrder.Dry(question.Lines, says));
        if (question.Route != PlanRoute.SaltsFoamButter)
        {
            return new BatchPlan { DryOrder = order };
        }

        // Its fats are melted by themselves; nobody is moved.
        PlanLine[] fats =
        [
            .. question.Lines.Where(line =>
                line.Melt is not null && line.Role is Role.SoftButter or Role.HardButter or Role.Wax or Role.Oil or Role.Ester
            ),
        ];
        var quiet = new PotHeat(
            question with
            {
                Lines = [.. fats.Select(line => line with { CeilingC = null, Phase = Phase.Melt })],
                Choices = new(HoldChoice.No),
            },
            new Sayings()
        );
        return new BatchPlan
        {
            DryOrder = order,
            PotClearC = quiet.Melt.ClearC,
            MeltFromC = quiet.MeltFromC,
            MeltToC = quiet.MeltToC,
        };
    }

    private (double, double, double)? Thick() =>
        question.Route == PlanRoute.UnderarmPaste ? (0.10, 0.06, 0.04)
        : tempers ? (0.05, 0.03, 0.02)
        : null;

    private WhipSpan? Whipped(PotHeat? pot)
    {
        var halfSet = question.Route == PlanRoute.WhipHalfSetColdOils;
        var closesHalf = halfSet ? pot?.Melt.Structured(0.40) : null;
        var opens = mix.Structured(Peaks);
        says.If(opens < closesHalf, "thin-after-oils");
        if (opens is not { } from)
        {
            says.Add("no-peak");
            return null;
        }

        var closes = mix.Structured(Stalls);
        if (mix.SolidAt(question.RoomC) < MeltCurve.ClearSolid)
        {
            says.Add("no-peak");
        }
        else
        {
            says.If(from < question.RoomC, "whip-needs-cold");
            says.If(from - closes < NarrowWindowC, "narrow-window");
            says.If(!(mix.Firm(MeltCurve.SlumpKPa) >= question.RoomC + 3), "sags-in-room");
        }

        return new WhipSpan(Halves.Down(from), closes is { } to ? Halves.Up(to) : null)
        {
            HalfSetFromC = halfSet && pot?.Melt.Structured(0.20) is { } half ? Halves.Down(half) : null,
            HalfSetToC = closesHalf is { } set ? Halves.Up(set) : null,
        };
    }

    private PourSpan? Traced()
    {
        if (mix.Structured(Trace) is not { } at)
        {
            says.Add("no-trace");
            return null;
        }

        var thick = mix.Structured(ThickTrace);
        var thin = mix.Structured(ThinTrace)!.Value;
        says.If(thin - thick < NarrowTraceC, "sharp-trace");
        var from = thick is { } known ? Halves.Up(known) : (double?)null;
        var least = from ?? double.NegativeInfinity;
        return new PourSpan(from, Math.Max(least, Halves.Down(thin)), Math.Max(least, Halves.Down(at)));
    }

    private bool Tempers()
    {
        if (!question.Route.IsPoured() && !question.Route.IsTraced())
        {
            return false;
        }

        var lipid = question.Lines.Where(line => line.Melt is not null).Sum(line => line.Percent);
        double Of(Role role) => question.Lines.Where(line => line.Role == role).Sum(line => line.Percent);
        var lead = Of(Role.HardButter) > LeadPart * lipid && Of(Role.Wax) < LeadWaxPercent;
        var yes = question.Choices.Pass switch
        {
            PassChoice.Temper => true,
            PassChoice.Quench => false,
            _ => lead,
        };
        says.If(yes, "temper");
        says.If(lead && !yes, "may-bloom");
        return yes;
    }

    private double? Demould()
    {
        const double UnknownGMl = 2.0,
            LipidGMl = 0.92;
        var grains = question
            .Lines.Where(line => line.IsPowder && line.Phase != Phase.Surface)
            .Sum(line => line.Percent / (line.Grains?.DensityGMl ?? UnknownGMl));
        var lipid = question.Lines.Where(line => line.Melt is not null).Sum(line => line.Percent / LipidGMl);
        var volume = Math.Min(grains / (grains + lipid), Firmness.MostOfPacked * Firmness.AnyGrains.MostPacked);
        var factor = Firmness.Factor(Firmness.AnyGrains with { VolumeFraction = volume }, 0);
        if (mix.Firm(UnmouldKPa, factor) is not { } firm)
        {
            says.Add("never-firm");
            return null;
        }

        says.If(firm - 2 < question.RoomC, "chill-to-unmould");
        return Math.Min(Halves.Down(firm - 2), question.RoomC + 4);
    }

    private double? CapAbove()
    {
        if (question.Kit.ChillC is not { } chill || question.HumidityPct is not { } humidity)
        {
            return null;
        }

        var dew = Condensation.Of(question.RoomC, humidity, chill);
        var chilled =
            question.Route.IsWhipped()
            || question.Route == PlanRoute.CleansingBarWater
            || says.Told("chill-to-unmould")
            || says.Told("whip-needs-cold");
        says.If(chilled && dew.Sweats, "dew");
        return Halves.Up(dew.DewPointC + 1);
    }

    private void SayWater() => says.If(question.Lines.Where(line => line.IsWatery).Sum(line => line.Percent) > MuchWaterPercent, "water-model");

    private static IReadOnlyList<string> Ids(IEnumerable<PlanLine> lines) => [.. lines.Select(line => line.Id)];
}
