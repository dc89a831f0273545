using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Science.Making;

/// <summary>In which order lines are weighed and go in.</summary>
internal static class AddOrder
{
    private const double CoarseFromUm = 250;

    /// <summary>What melts highest first, then what is liquid; what fills up last, and after it what bears the heat only briefly.</summary>
    public static IEnumerable<PlanLine> Pot(IReadOnlyList<PlanLine> pot, string? makeweight, Func<PlanLine, bool> lastIn)
    {
        bool Fills(PlanLine line) => line.Id == makeweight && line.IsLiquid;
        return pot.Where(line => IsSolid(line) && !lastIn(line))
            .OrderByDescending(line => Math.Round(line.MeltsAtC!.Value, 1))
            .Concat(
                pot.Where(line => !IsSolid(line) && !lastIn(line))
                    .OrderBy(Fills)
                    .ThenBy(line =>
                        line.Role switch
                        {
                            Role.Emollient => 0,
                            Role.Emulsifier => 1,
                            Role.Oil or Role.Ester => 2,
                            Role.Antioxidant => 3,
                            _ => 4,
                        }
                    )
                    .ThenByDescending(line => line.Percent)
            )
            .Concat(pot.Where(lastIn));
    }

    public static bool IsSolid(PlanLine line) => line.MeltsAtC is not null && !line.IsLiquid;

    public static IEnumerable<PlanLine> Cold(IEnumerable<PlanLine> lines) =>
        lines
            .OrderBy(line =>
                line.Role switch
                {
                    Role.Oil => 0,
                    Role.Ester => 1,
                    Role.Antioxidant => 3,
                    Role.Active => 4,
                    Role.Scent => 6,
                    Role.Preservative => 7,
                    Role.WaterPhase => 8,
                    _ when line.IsPowder => 5,
                    _ => 2,
                }
            )
            .ThenByDescending(line => line.Percent);

    /// <summary>What drinks most first, then the liquids, fine before coarse, acid after soda, the foamer last but botanicals.</summary>
    public static IEnumerable<PlanLine> Dry(IReadOnlyList<PlanLine> all, Sayings says)
    {
        PlanLine[] grains = [.. all.Where(line => line.IsPowder && line.Phase != Phase.Surface)];
        PlanLine[] liquids = [.. Liquids(all)];
        PlanLine[] carriers =
        [
            .. grains
                .Where(line => line.Grains is { IsCarrier: true })
                .OrderByDescending(line => line.Grains!.UptakeMlG)
                .ThenByDescending(line => line.Percent),
        ];
        if (liquids.Length > 0 && carriers.Length == 0 && Drinks(grains, says) is { } host)
        {
            carriers = [host];
        }

        return
        [
            .. carriers,
            .. liquids,
            .. grains
                .Except(carriers)
                .OrderBy(Turn)
                .ThenBy(line => line.Role == Role.Salt ? line.Grains?.MedianUm ?? double.PositiveInfinity : 0)
                .ThenByDescending(line => line.Percent),
        ];
    }

    /// <summary>What is stirred into the grains.</summary>
    public static IEnumerable<PlanLine> Liquids(IEnumerable<PlanLine> all) =>
        all.Where(line => line.Melt is not null)
            .OrderBy(line =>
                line.Role switch
                {
                    Role.Scent => 2,
                    Role.Emulsifier => 1,
                    _ => 0,
                }
            )
            .ThenByDescending(line => line.Percent);

    /// <summary>Where no carrier is in: the fine powder that takes most, or the soda, or the finest salt.</summary>
    private static PlanLine? Drinks(PlanLine[] grains, Sayings says)
    {
        if (grains.Where(line => line.Role == Role.Powder).MaxBy(line => (line.Grains?.UptakeMlG ?? 0) * line.Percent) is { } fine)
        {
            return fine;
        }

        if (grains.Where(line => line.Role == Role.Base).MaxBy(line => line.Percent) is { } soda)
        {
            return soda;
        }

        var salt = grains.Where(line => line.Role == Role.Salt).MinBy(line => line.Grains?.MedianUm ?? double.PositiveInfinity);
        says.If(salt is not null, WarningCodes.NoCarrier);
        return salt;
    }

    private static int Turn(PlanLine line) =>
        line.Role switch
        {
            Role.Powder => line.Grains is { IsClay: true } ? 1 : 0,
            Role.Colourant => 2,
            Role.Base => 3,
            Role.Salt => 4,
            Role.Acid => 5,
            Role.Surfactant => 6,
            _ => 7,
        };

    /// <summary>Whether it is too coarse to carry a premix.</summary>
    public static bool IsCoarse(PlanLine line) => (line.Grains?.MedianUm ?? double.PositiveInfinity) > CoarseFromUm;
}
