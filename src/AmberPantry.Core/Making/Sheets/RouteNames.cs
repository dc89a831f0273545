using AmberPantry.Core.Science.Making;

namespace AmberPantry.Core.Making.Sheets;

/// <summary>Ways of making as they are chosen.</summary>
public static class RouteNames
{
    public static string Of(PlanRoute route) =>
        route switch
        {
            PlanRoute.BalmPour => "melt and pour",
            PlanRoute.StickSecondPour => "pour twice into tubes",
            PlanRoute.BarMoulded => "pour into moulds",
            PlanRoute.CleansingBalm => "melt and pour, with emulsifier",
            PlanRoute.GelledStick => "gel and pour",
            PlanRoute.DeodorantStick => "melt, powder in, pour",
            PlanRoute.UnderarmPaste => "stir to a paste",
            PlanRoute.SunFilterRecord => "melt and pour, for the record",
            PlanRoute.WhipMeltAll => "melt all, then whip",
            PlanRoute.WhipHalfSetColdOils => "half set, cold oils streamed in",
            PlanRoute.WhipFattyAcidRounds => "chill and whip in rounds",
            PlanRoute.WhipUnmelted => "whip without melting",
            PlanRoute.StirToTrace => "stir to trace and pour",
            PlanRoute.CleansingBarWater => "stir to trace, with water, into moulds",
            PlanRoute.BodyOilWarm => "warm and blend",
            PlanRoute.BodyOilCold => "blend cold",
            PlanRoute.OilToMilk => "blend cold, then turn to milk",
            PlanRoute.PowderFreeShaken => "shake and sieve",
            PlanRoute.PowderGround => "grind",
            PlanRoute.PowderCleanser => "grind, foamer last",
            PlanRoute.SaltsSpongeFirst => "oil onto the sponge, salts last",
            PlanRoute.SaltsFoamButter => "melted butter, foam last",
            PlanRoute.SaltsBakedBotanicals => "with dried herbs",
            PlanRoute.FizzyAlcohol => "wet with alcohol and press",
            PlanRoute.FizzyHumidDay => "wet with oil and alcohol, for a humid day",
            _ => throw new ArgumentOutOfRangeException(nameof(route), route, "No such way of making."),
        };
}
