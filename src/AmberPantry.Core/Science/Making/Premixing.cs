using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Science.Making;

/// <summary>What the scale cannot see is made one part in ten first.</summary>
internal static class Premixing
{
    private const double MostErrPercent = 10;

    /// <summary>At the edge of a limit an error of this size counts.</summary>
    private const double ErrAtLimitPercent = 2;

    /// <summary>A premix is weighed to a twentieth.</summary>
    private const double TimesError = 20;
    private const double PartsInAll = 10;
    private const double MostLeftOver = 5;

    public static IReadOnlyList<PlanPremix> Of(PlanQuestion question, Sayings says)
    {
        List<PlanPremix> made = [];
        var error = Math.Sqrt((question.Kit.StepG * question.Kit.StepG / 12) + (question.Kit.RepeatabilityG * question.Kit.RepeatabilityG));
        foreach (var line in question.Lines.Where(line => !line.IsWatery && !IsBinder(question, line)))
        {
            var g = Grams(question, line);
            var err = 100 * error / g;
            var atWorst = err > ErrAtLimitPercent && line.Percent * (1 + (err / 100)) > line.MaxPercent;
            if (err <= MostErrPercent && !atWorst)
            {
                continue;
            }

            if (Made(question, line, error, made) is { } premix)
            {
                made.Add(premix);
                continue;
            }

            says.Add("finer-scale", line);
            if (atWorst)
            {
                says.Add("over-at-worst", line);
            }
        }

        return made;
    }

    private static PlanPremix? Made(PlanQuestion question, PlanLine line, double error, List<PlanPremix> made)
    {
        var g = Grams(question, line);
        var step = question.Kit.StepG;
        var neat = step * Math.Ceiling((Math.Max(g, TimesError * error) / step) - 1e-9);
        var (make, take) = (PartsInAll * neat, PartsInAll * g);
        var carried = (PartsInAll - 1) * g;
        var host = question
            .Lines.Where(other => other != line && Carries(question, line, other))
            .Where(other =>
                Grams(question, other) - made.Where(one => one.Carrier == other.Id).Sum(one => one.TakeG * (PartsInAll - 1) / PartsInAll) >= carried
            )
            .MaxBy(other => other.Percent);
        return host is null || make > MostLeftOver * take || 100 * error / take > MostErrPercent
            ? null
            : new PlanPremix(line.Id, host.Id, neat, make, take);
    }

    /// <summary>Oil for what is liquid, a fine powder for a powder.</summary>
    private static bool Carries(PlanQuestion question, PlanLine line, PlanLine other) =>
        line.IsPowder
            ? other.IsPowder
                && other.Role is not (Role.Acid or Role.Surfactant or Role.Botanical)
                && !(other.Role == Role.Salt && AddOrder.IsCoarse(other))
                && other.Phase != Phase.Surface
            : other.IsOil;

    /// <summary>Sprayed, not mixed in.</summary>
    private static bool IsBinder(PlanQuestion question, PlanLine line) => line.Role == Role.Solvent && question.Route.IsDry();

    private static double Grams(PlanQuestion question, PlanLine line) => line.Percent / 100 * question.BatchG;
}
