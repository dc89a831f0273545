using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Science.Making;

/// <summary>What the cups meet: how cold, how hot, and what the mix must not fall below.</summary>
/// <param name="FromC">Late lines meet the mix from here up.</param>
/// <param name="LiftC">Without need no hotter than this.</param>
/// <param name="KeepC">Below this the mix clouds or thickens.</param>
internal sealed record StopRoom(double FromC, double LiftC, double KeepC, PotHeat Pot)
{
    public required IReadOnlyList<PlanPremix> Premix { get; init; }

    /// <summary>Powder that is in when the cups come, percent of the batch.</summary>
    public double PowderPercent { get; init; }
}

/// <summary>The late lines in as few cups as their ceilings allow, each as cold as may be.</summary>
internal sealed class StopPlan
{
    private const double ScentMostC = 60;
    private const double ScentLeastC = 40;
    private const double BelowFlash = 10;
    private const double AlcoholC = 40;
    private const double VolatileStopC = 50;
    private const double WhippedMostC = 40;
    private const double ColdMostC = 27;
    private const double AlcoholFlashC = 17;

    /// <summary>Powder holds so much of the heat that fat holds.</summary>
    private const double PowderAsFat = 0.45;
    private const double MuchMovedPercent = 10;
    private const double FlakesBelow = 15;
    private const double HeldWithin = 0.5;

    private sealed record Wait(PlanLine Line, double LoC, double HiC);

    private readonly PlanQuestion question;
    private readonly StopRoom room;
    private readonly Sayings says;
    private readonly List<Wait> waits = [];
    private readonly List<PlanLine> stream = [];
    private readonly List<PlanLine> mixed = [];

    private StopPlan(PlanQuestion question, StopRoom room, Sayings says)
    {
        this.question = question;
        this.room = room;
        this.says = says;
    }

    /// <summary>Lines that are dissolved apart, in a spoon of their oil.</summary>
    public int Apart { get; private set; }

    public IReadOnlyList<PlanStop> Stops { get; private set; } = [];

    public static StopPlan Of(PlanQuestion question, StopRoom room, Sayings says)
    {
        var plan = new StopPlan(question, room, says);
        plan.stream.AddRange(room.Pot.Streamed);
        foreach (var line in room.Pot.Late)
        {
            plan.Place(line);
        }

        plan.Stops = [.. plan.Cool(), .. plan.Cup(plan.stream, StopTime.Stream), .. plan.Cup(plan.mixed, plan.Beaten)];
        return plan;
    }

    /// <summary>What a late line bears in the mix, °C.</summary>
    public static double CapC(PlanQuestion question, PlanLine line) =>
        line.Flammable != Flammable.No ? AlcoholC
        : line.Role == Role.Scent ? Math.Min(ScentLikesC(question), line.CeilingC ?? double.PositiveInfinity)
        : line.CeilingC ?? ScentMostC;

    private static double ScentLikesC(PlanQuestion question) =>
        question.Lines.Where(line => line.Role == Role.Scent).Min(line => line.FlashC) is { } flash
            ? Math.Clamp(flash - BelowFlash, ScentLeastC, ScentMostC)
            : ScentMostC;

    private bool IsBeaten => question.Route.IsWhipped() || question.Route.IsTraced();

    private StopTime Beaten => question.Route.IsTraced() ? StopTime.Trace : StopTime.Whip;

    private void Place(PlanLine line)
    {
        var b = room.FromC;
        if (line.Flammable != Flammable.No && b > (line.Flammable == Flammable.Volatile ? VolatileStopC : AlcoholC))
        {
            says.Add("alcohol-stop", line);
            return;
        }

        var cap = CapC(question, line);
        if (line.Role == Role.Scent && question.Choices.Scent == ScentChoice.Whipping && IsBeaten)
        {
            mixed.Add(line);
            return;
        }

        if (line.Role == Role.Scent && question.Choices.Scent == ScentChoice.OffHeat)
        {
            var at = Math.Max(b, room.Pot.MeltToC);
            says.If(at > ScentLikesC(question), "scent-hot");
            waits.Add(new Wait(line, at, at));
            return;
        }

        var (lo, hi) = (b, question.Route.IsWhipped() ? Math.Min(cap, WhippedMostC) : cap);
        if (line.Role == Role.Antioxidant && question.Choices.Antioxidant == AntioxidantChoice.Cold)
        {
            hi = Math.Min(hi, ColdMostC);
        }

        if (line.DissolvesFromC is { } dissolves && dissolves > b)
        {
            if (dissolves > room.Pot.HotC || dissolves > cap)
            {
                says.Add("dissolve-apart", line);
                Apart++;
            }
            else
            {
                (lo, hi) = (dissolves, Math.Max(hi, dissolves));
            }
        }

        if (room.Pot.Streamed.Count > 0 && lo <= b)
        {
            stream.Add(line);
        }
        else if (hi >= lo)
        {
            waits.Add(new Wait(line, lo, hi));
        }
        else if (IsBeaten)
        {
            mixed.Add(line);
        }
        else
        {
            if (line.Role == Role.Scent)
            {
                says.Add("scent-warm");
            }
            else
            {
                says.Add("late-hot", line);
            }

            waits.Add(new Wait(line, lo, lo));
        }
    }

    private IEnumerable<PlanStop> Cool()
    {
        List<double> times = [];
        for (var left = waits.ToList(); left.Count > 0; )
        {
            var t = left.Max(wait => wait.LoC);
            if (t <= room.FromC)
            {
                t = Math.Max(room.FromC, Math.Min(Halves.Down(left.Min(wait => wait.HiC)), room.LiftC));
            }

            times.Add(t);
            left.RemoveAll(wait => wait.LoC <= t && t <= wait.HiC);
        }

        var before = room.Pot.Pot.Sum(line => line.Percent) + (PowderAsFat * room.PowderPercent);
        foreach (var t in times.OrderDescending())
        {
            PlanLine[] cup = [.. waits.Where(wait => times.Where(one => wait.LoC <= one && one <= wait.HiC).Min() == t).Select(wait => wait.Line)];
            if (cup.Length > 0)
            {
                yield return Added(cup, t, before);
                before += Weight(cup);
            }
        }
    }

    private IEnumerable<PlanStop> Cup(List<PlanLine> lines, StopTime during)
    {
        says.If(lines.Exists(line => line.Flammable != Flammable.No), "flame-stop");
        return lines.Count == 0 ? [] : [new PlanStop(null, null, null, [.. lines.Select(line => line.Id)], during)];
    }

    private PlanStop Added(PlanLine[] cup, double t, double before)
    {
        foreach (var line in cup)
        {
            Burns(line, t);
        }

        var s = Weight(cup) / (before + Weight(cup));
        var after = t - (s * (t - question.RoomC));
        PlanLine[] moved = [.. cup.Where(room.Pot.Moved.Contains)];
        var muchMoved = moved.Sum(line => line.Percent) >= MuchMovedPercent;
        double? warm = null;
        if (after < room.KeepC - HeldWithin || muchMoved)
        {
            PlanLine[] calm = [.. cup.Where(line => line.Role != Role.Scent && line.Flammable == Flammable.No)];
            var heaviest = (calm.Length > 0 ? calm : cup).MaxBy(Weight)!;
            says.Add("warm-late-oils", heaviest);
            var to = Halves.Up((room.KeepC - ((1 - s) * t)) / s);
            if (muchMoved)
            {
                to = Math.Max(to, Halves.Up(t - FlakesBelow));
            }

            warm = Math.Max(question.RoomC, Math.Min(to, Halves.Down(CapC(question, heaviest))));
        }

        return new PlanStop(t, after, warm, [.. cup.Select(line => line.Id)], StopTime.Cool);
    }

    private double Weight(PlanLine[] cup) => cup.Sum(line => line.Percent + Carried(line, cup));

    /// <summary>A line with the carrier of its premix, which comes with it unless it is in the cup by itself.</summary>
    private double Weight(PlanLine line) => line.Percent + Carried(line, []);

    private double Carried(PlanLine line, PlanLine[] cup) =>
        room.Premix.FirstOrDefault(one => one.Line == line.Id) is { } premix && Array.TrueForAll(cup, other => other.Id != premix.Carrier)
            ? 9 * line.Percent
            : 0;

    private void Burns(PlanLine line, double t)
    {
        if (line.Flammable != Flammable.No)
        {
            says.Add("flame-stop");
        }

        if ((line.FlashC ?? (line.Flammable != Flammable.No ? AlcoholFlashC : null)) is not { } flash)
        {
            return;
        }

        if (t > flash)
        {
            says.Add("flash-above", line);
            says.If(question.Kit.OpenFlame, "flame-stop");
        }
        else if (t > flash - BelowFlash)
        {
            says.Add("flash-near", line);
        }
    }
}
