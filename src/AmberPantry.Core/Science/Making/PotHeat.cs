using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;

namespace AmberPantry.Core.Science.Making;

/// <summary>Who is melted together, how hot, and who waits outside: the pot of a plan.</summary>
internal sealed class PotHeat
{
    /// <summary>What must melt is taken so far above its clear point, K, and so wide is the range told.</summary>
    private const double AboveClear = 5;

    /// <summary>Butters hold seeds of crystals up to here, °C.</summary>
    private const double SeedsMeltC = 45;

    /// <summary>Both halves of an emulsion meet from here on, °C.</summary>
    private const double EmulsionC = 70;
    private const double HoldC = 75;
    private const double HoldMostC = 80;
    private const int HoldMin = 20;

    /// <summary>Symmetric fats from so warm on turn grainy; so much of them asks for a hold, percent.</summary>
    private const double GrainyAboveC = 34;
    private const double HoldFromPercent = 15;
    private const double MostC = 95;

    /// <summary>A ceiling above this is passed for a few degrees rather than the line be moved.</summary>
    private const double PassableFromC = 65;
    private const double ClearsBelowCeiling = 5;
    private const double LastInBelowPercent = 10;

    private readonly PlanQuestion question;
    private readonly Sayings says;
    private readonly List<PlanLine> pot = [];
    private readonly List<PlanLine> late = [];
    private readonly List<PlanLine> moved = [];
    private readonly List<PlanLine> streamed = [];
    private readonly HashSet<PlanLine> brief = [];

    public PotHeat(PlanQuestion question, Sayings says)
    {
        this.question = question;
        this.says = says;
        Sort();
        HoldIsOn = WantsHold();
        MeetCeilings();
        TopC = pot.Where(line => !brief.Contains(line)).Min(line => line.CeilingC) ?? MostC;
        Melt = new PlanMelt(pot);
        var need = NeedC;
        MeltFromC = Halves.Up(need);
        MeltToC = Math.Max(MeltFromC, Math.Min(Halves.Down(need + AboveClear), Halves.Down(TopC)));
        MeltMostC = HighestSolidC is { } solid ? Math.Max(MeltToC, Math.Min(Halves.Down(solid + 2), Halves.Down(TopC))) : MeltToC;
        if (HoldIsOn)
        {
            var to = Math.Max(MeltFromC, Math.Min(Math.Max(HoldMostC, MeltToC), Halves.Down(TopC)));
            Hold = new HoldSpan(Math.Max(HoldC, MeltFromC), to, HoldMin);
            says.If(question.Kit.Heat == HeatSource.Microwave, "microwave-hold");
        }

        HotC = Hold?.ToC ?? MeltToC;
        says.If(HighestSolidC > HotC, "dissolves-slowly");
        foreach (var line in pot.Where(brief.Contains))
        {
            says.Add(IsLastIn(line) ? "ceiling-brief" : "ceiling-long", line);
        }
    }

    public IReadOnlyList<PlanLine> Pot => pot;
    public IReadOnlyList<PlanLine> Streamed => streamed;

    /// <summary>In the order of the sheet, then as they were moved out.</summary>
    public IReadOnlyList<PlanLine> Late => [.. late, .. moved];
    public IReadOnlyList<PlanLine> Moved => moved;
    public PlanMelt Melt { get; }
    public bool HoldIsOn { get; private set; }
    public HoldSpan? Hold { get; }

    /// <summary>Lowest ceiling that holds the pot, °C.</summary>
    public double TopC { get; }

    public double MeltFromC { get; }
    public double MeltToC { get; private set; }
    public double MeltMostC { get; private set; }

    /// <summary>As hot as it gets, °C.</summary>
    public double HotC { get; private set; }

    /// <summary>Whose ceiling rules the pot; null where none has one.</summary>
    public PlanLine? Lowest => pot.Where(line => !brief.Contains(line) && line.CeilingC is not null).MinBy(line => line.CeilingC);

    public bool IsLastIn(PlanLine line) => brief.Contains(line) && line.Percent < LastInBelowPercent / 100 * pot.Sum(one => one.Percent);

    /// <summary>The pot has to last until a pour at this temperature.</summary>
    public void RaiseFor(double pourC)
    {
        var (hot, melt) = (HotC, MeltToC);
        if (pourC + 1 > HotC)
        {
            HotC = Math.Max(HotC, Math.Min(pourC + AboveClear, Halves.Down(TopC)));
            if (pourC > TopC)
            {
                says.Add("pour-above-ceiling");
                HotC = Math.Max(HotC, pourC);
            }

            MeltToC = Math.Max(MeltToC, HotC);
            MeltMostC = Math.Max(MeltMostC, HotC);
            says.If(HotC > hot || MeltToC > melt, "melt-raised");
        }
    }

    private void Sort()
    {
        var withOils = question.Choices.Antioxidant == AntioxidantChoice.WithOils;
        foreach (var line in question.Lines.Where(line => !line.IsPowder && !line.IsWatery && line.Phase != Phase.Surface))
        {
            if (line.Role == Role.Antioxidant && withOils)
            {
                pot.Add(line);
            }
            else if (question.Route == PlanRoute.WhipHalfSetColdOils && line.IsThinOil)
            {
                streamed.Add(line);
            }
            else if (line.Phase != Phase.Melt || line.Role is Role.Scent or Role.Antioxidant || line.Flammable != Flammable.No)
            {
                late.Add(line);
                if (line is { Role: Role.Scent, Phase: Phase.Melt })
                {
                    says.Add("scent-in-pot", line);
                }
            }
            else
            {
                pot.Add(line);
            }
        }
    }

    private bool WantsHold()
    {
        var grainy = question.Lines.Where(IsGrainy).Sum(line => line.Percent) >= HoldFromPercent;
        says.If(grainy && question.Choices.Hold == HoldChoice.No, "grain-unheld");
        return question.Choices.Hold switch
        {
            HoldChoice.Yes => true,
            HoldChoice.No => false,
            _ => grainy,
        };
    }

    private static bool IsGrainy(PlanLine line) =>
        line is { Role: Role.SoftButter, Melt: { } melt }
        && melt.Classes.Any(part =>
            MeltComponent.All[part.Component] is { Kind: "symmetric mono-unsaturated fat" or "saturated fat" } fat
            && fat.MeltingPointK - MeltComponent.ZeroCelsiusK > GrainyAboveC
        );

    private double? HighestSolidC => pot.Max(line => line.MeltsAtC);

    private double NeedC =>
        new[]
        {
            (new PlanMelt(pot).ClearC ?? question.RoomC) + AboveClear,
            pot.Max(line => line.DissolvesFromC) ?? 0,
            pot.Exists(line => line.Role is Role.SoftButter or Role.HardButter) ? SeedsMeltC : 0,
            question.Route == PlanRoute.CleansingBarWater && question.Lines.Any(line => line.IsWatery) ? EmulsionC : 0,
        }.Max();

    /// <summary>Whoever bears less than the pot needs waits outside, or the hold is given up, or it is in only briefly.</summary>
    private void MeetCeilings()
    {
        while (true)
        {
            var need = NeedC;
            var want = HoldIsOn ? Math.Max(need, HoldC) : need;
            var tender = pot.Where(line => !brief.Contains(line) && line.CeilingC < want).MinBy(line => line.CeilingC);
            if (tender is not { CeilingC: { } ceiling })
            {
                return;
            }

            var mobile = tender.Melt is null || tender.IsLiquid || tender.MeltsAtC <= ceiling - ClearsBelowCeiling;
            var passable = ceiling > PassableFromC && need - ceiling is > 0 and <= AboveClear;
            if (mobile && !passable && pot.Exists(line => line != tender && line.Melt is not null))
            {
                pot.Remove(tender);
                moved.Add(tender);
                says.Add("ceiling-moved", tender);
            }
            else if (ceiling >= need && HoldIsOn)
            {
                HoldIsOn = false;
                says.Add("no-hold");
            }
            else
            {
                brief.Add(tender);
            }
        }
    }
}
