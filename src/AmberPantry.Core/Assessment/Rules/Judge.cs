using AmberPantry.Core.Assessment.Parts;

namespace AmberPantry.Core.Assessment.Rules;

/// <summary>Asks every rule about one formula.</summary>
internal static class Judge
{
    private static readonly IRule[] Rules =
    [
        new HoldsShape(),
        new StickStands(),
        new PourTemperature(),
        new PicksUpCold(),
        new FamilyFirmness(),
        new SolidOnSkin(),
        new RoomSwing(),
        new GrainRisk(),
        new BloomRisk(),
        new BrittleWax(),
        new GroupShares(),
        new UsageRate(),
        new AntioxidantThere(),
        new CoolDownLate(),
        new Weighable(),
        new Complete(),
        new LabelCautions(),
        new OilLoad(),
        new Dusty(),
        new PowderCautions(),
        new PowderCrowding(),
        new FizzBalanced(),
        new FizzyWater(),
        new DrawsWater(),
        new FloatsInTub(),
        new PieceHolds(),
        new StaysFresh(),
        new GuardDose(),
        new Preserved(),
        new Dissolves(),
        new ScentWithinLimits(),
        new ScentTold(),
        new ColourStays(),
        new RinsesAway(),
        new EmulsifierStings(),
        new EmulsifierSinks(),
        new StaysClear(),
        new UvWithinMaxima(),
        new TableRules(),
    ];

    /// <summary>What every rule says, worst first and then furthest over its limit.</summary>
    public static IReadOnlyList<Found> Of(Subject subject) =>
        [.. Rules.SelectMany(rule => rule.Check(subject)).OrderBy(found => found.Severity).ThenByDescending(found => found.Gap(subject))];
}
