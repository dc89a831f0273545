namespace AmberPantry.Core.Science.Making;

/// <summary>Where a poured mix is poured: clear, or thick where it would settle or bloom.</summary>
internal sealed record PourWindow(double? FromC, double EndC, double AtC)
{
    private const double ClearStart = 5;
    private const double ClearEnd = 15;
    private const double ClearUsual = 7;

    /// <summary>A late line that bears no more than so far above the clear point, or powder from here on, is poured as cold as may be.</summary>
    private const double TenderWithin = 8;
    private const double PowderFromPercent = 1;
    private const double NarrowC = 2;

    /// <summary>A thick pour: its structure thickens from the end to the start.</summary>
    public bool IsThick { get; private init; }

    /// <summary>Where the mix just begins to thicken, unrounded; only of a thick pour.</summary>
    public double? ThickensC { get; private init; }

    /// <param name="thick">Structures at the start, at the figure and at the end; null for a clear pour.</param>
    /// <param name="leastCapC">What the tenderest late line bears, °C.</param>
    public static PourWindow Of(
        PlanQuestion question,
        PlanMelt mix,
        PotHeat pot,
        (double Start, double At, double End)? thick,
        double? leastCapC,
        Sayings says
    )
    {
        if (thick is { } structure && mix.Structured(structure.At) is { } figure && mix.Structured(structure.End) is { } end)
        {
            var start = mix.Structured(structure.Start);
            says.If(end - start < NarrowC, "sharp-trace");
            var from = start is { } known ? Halves.Up(known) : (double?)null;
            return new PourWindow(from, Halves.Down(end), Math.Max(Halves.Down(figure), from ?? double.NegativeInfinity))
            {
                IsThick = true,
                ThickensC = end,
            };
        }

        var clear = mix.ClearC ?? question.RoomC;
        var least = Halves.Up(clear + ClearStart);
        var at =
            leastCapC < clear + TenderWithin || PowderPlan.Percent(question) >= PowderFromPercent
                ? least
                : Math.Max(least, Math.Min(Halves.Up(clear + ClearUsual), Halves.Down(pot.TopC) - 1));
        return new PourWindow(least, Halves.Down(clear + ClearEnd), at);
    }

    /// <summary>The maker's own figure is kept, and told where it does harm; only the container may bend it.</summary>
    public PourWindow Planned(PlanQuestion question, PlanMelt mix, Sayings says)
    {
        var at = AtC;
        if (question.PlannedPourC is { } planned)
        {
            at = planned;
            says.If(!IsThick && planned < mix.ClearC, "pour-cloudy");
            says.If(!says.Told("pour-cloudy") && planned < FromC, "pour-cold");
            says.If(planned > EndC, "pour-hot");
        }

        return this with
        {
            AtC = InContainer(question.Kit, at, says),
        };
    }

    private double InContainer(PlanKit kit, double at, Sayings says)
    {
        var (warning, stop) = Limits(kit);
        if (FromC > stop)
        {
            says.Add("container-cannot");
            at = Math.Max(at, FromC.Value);
        }
        else if (at > stop)
        {
            says.Add("container-stop");
            at = stop;
        }

        if (at > warning && at <= stop)
        {
            says.Add(kit.Pack == PackMaterial.Glass ? "glass-cold" : "container-warm");
        }

        return at;
    }

    /// <summary>What a pack bears, °C.</summary>
    public static double StopC(PlanKit kit) => Limits(kit).Stop;

    /// <summary>Estimates; the pack maker's own limit rules.</summary>
    private static (double Warning, double Stop) Limits(PlanKit kit) =>
        kit.PackLimitC is { } own
            ? (own - 5, own)
            : kit.Pack switch
            {
                PackMaterial.Glass => (kit.PackWarmed ? 95 : 70, 95),
                PackMaterial.Tin or PackMaterial.Aluminium => (85, 95),
                PackMaterial.Silicone => (90, 95),
                PackMaterial.Plastic or PackMaterial.Paper => (65, 75),
                PackMaterial.Polystyrene => (50, 55),
                _ => (95, 95),
            };

    /// <summary>The window as told, cut at what the pot and the container bear.</summary>
    public PourSpan Told(PotHeat pot, PlanKit kit, Sayings says)
    {
        var end = Math.Min(EndC, Math.Min(pot.HotC, AtC > pot.TopC ? AtC : Halves.Down(pot.TopC)));
        if (!says.Told("container-cannot"))
        {
            end = Math.Min(end, Limits(kit).Stop);
        }

        return new PourSpan(FromC, Math.Max(end, FromC ?? double.NegativeInfinity), AtC);
    }
}
