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
        new GrainsSink(),
        new PicksUpCold(),
        new Whips(),
        new HoldsAir(),
        new GelStaysClear(),
        new FamilyFirmness(),
        new SolidOnSkin(),
        new FeelsAsWished(),
        new RoomSwing(),
        new GrainRisk(),
        new BloomRisk(),
        new BrittleWax(),
        new GroupShares(),
        new UsageRate(),
        new AntioxidantThere(),
        new CoolDownLate(),
        new WaitsForWax(),
        new Weighable(),
        new EnoughOnTheShelf(),
        new AmountsTold(),
        new Complete(),
        new LabelCautions(),
        new OilLoad(),
        new Dusty(),
        new PowderCautions(),
        new AlkaliOnSkin(),
        new PackTakes(),
        new PowderCrowding(),
        new FizzBalanced(),
        new FizzStrength(),
        new CrystalWater(),
        new FizzyWater(),
        new DrawsWater(),
        new FloatsInTub(),
        new PieceHolds(),
        new PieceSinks(),
        new RestsBeforePacking(),
        new StaysFresh(),
        new LotDate(),
        new LotDrift(),
        new SlumpsAsYours(),
        new GuardDose(),
        new Preserved(),
        new Dissolves(),
        new ScentWithinLimits(),
        new ScentTold(),
        new ColourStays(),
        new StainsTub(),
        new RinsesAway(),
        new EmulsifierStings(),
        new EmulsifierSinks(),
        new StaysClear(),
        new UvWithinMaxima(),
        new TableRules(),
        new NotForSome(),
    ];

    /// <summary>What every rule says, worst first and then furthest over its limit.</summary>
    public static IReadOnlyList<Found> Of(Subject subject) =>
        [.. Rules.SelectMany(rule => rule.Check(subject)).OrderBy(found => found.Severity).ThenByDescending(found => found.Gap(subject))];
}
