namespace AmberPantry.Core.Science.Making;

/// <summary>Ways of making, each with its own step templates.</summary>
public enum PlanRoute
{
    BalmPour,
    StickSecondPour,
    BarMoulded,
    CleansingBalm,
    GelledStick,
    DeodorantStick,
    UnderarmPaste,
    SunFilterRecord,
    WhipMeltAll,
    WhipHalfSetColdOils,
    WhipFattyAcidRounds,
    WhipUnmelted,
    StirToTrace,
    CleansingBarWater,
    BodyOilWarm,
    BodyOilCold,
    OilToMilk,
    PowderFreeShaken,
    PowderGround,
    PowderCleanser,
    SaltsSpongeFirst,
    SaltsFoamButter,
    SaltsBakedBotanicals,
    FizzyAlcohol,
    FizzyHumidDay,
}

/// <summary>What routes have in common.</summary>
internal static class PlanRoutes
{
    public static bool IsPoured(this PlanRoute route) =>
        route
            is PlanRoute.BalmPour
                or PlanRoute.StickSecondPour
                or PlanRoute.BarMoulded
                or PlanRoute.CleansingBalm
                or PlanRoute.GelledStick
                or PlanRoute.DeodorantStick
                or PlanRoute.UnderarmPaste
                or PlanRoute.SunFilterRecord;

    public static bool IsWhipped(this PlanRoute route) =>
        route is PlanRoute.WhipMeltAll or PlanRoute.WhipHalfSetColdOils or PlanRoute.WhipFattyAcidRounds;

    public static bool IsTraced(this PlanRoute route) => route is PlanRoute.StirToTrace or PlanRoute.CleansingBarWater;

    public static bool IsMoulded(this PlanRoute route) =>
        route
            is PlanRoute.BarMoulded
                or PlanRoute.StickSecondPour
                or PlanRoute.GelledStick
                or PlanRoute.DeodorantStick
                or PlanRoute.CleansingBarWater
                or PlanRoute.SunFilterRecord;

    /// <summary>Its pot is melted.</summary>
    public static bool IsHot(this PlanRoute route) => route.IsPoured() || route.IsWhipped() || route.IsTraced() || route == PlanRoute.BodyOilWarm;

    public static bool IsCold(this PlanRoute route) => route is PlanRoute.BodyOilCold or PlanRoute.OilToMilk;

    public static bool IsDry(this PlanRoute route) => !route.IsHot() && !route.IsCold() && route != PlanRoute.WhipUnmelted;

    public static PowderChoice UsualPowder(this PlanRoute route) =>
        route.IsTraced() ? PowderChoice.ThinTrace
        : route.IsWhipped() || route == PlanRoute.WhipUnmelted ? PowderChoice.Whip
        : PowderChoice.InMelt;

    /// <summary>What a route offers; a choice that it does not offer counts as its usual one.</summary>
    public static bool Offers(this PlanRoute route, PowderChoice choice) =>
        route == PlanRoute.WhipUnmelted ? choice is PowderChoice.Whip or PowderChoice.Portions
        : route.IsTraced() ? choice is PowderChoice.ThinTrace or PowderChoice.InMelt or PowderChoice.ColdMass or PowderChoice.BeforeHeat
        : route.IsWhipped() ? choice != PowderChoice.ThinTrace
        : choice is PowderChoice.InMelt or PowderChoice.ColdMass or PowderChoice.BeforeHeat;
}
