using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Science.Making;

/// <summary>When powder meets the fat, and how much colder it makes it.</summary>
internal static class PowderPlan
{
    /// <summary>Heat that a gram of powder and a gram of fat hold, J/(g K).</summary>
    private const double PowderHeat = 0.9;
    private const double FatHeat = 2.0;
    private const double ToSpare = 3;
    private const double MostWarmC = 60;

    public static double Percent(PlanQuestion question) =>
        question.Lines.Where(line => line.IsPowder && line.Phase != Phase.Surface).Sum(line => line.Percent);

    /// <param name="wantedC">The mix must not fall below; null where the powder goes in later than the melt.</param>
    /// <param name="hotC">As hot as the pot gets.</param>
    public static PowderEntry? Of(PlanQuestion question, double? wantedC, double hotC, Sayings says)
    {
        var percent = Percent(question);
        if (percent <= 0)
        {
            return null;
        }

        var when = When(question);
        if (when != PowderChoice.InMelt || wantedC is not { } q)
        {
            return new PowderEntry(when, null, null, null);
        }

        var room = question.RoomC;
        var ratio = PowderHeat * percent / (FatHeat * question.Lines.Where(line => line.Melt is not null).Sum(line => line.Percent));
        var at = Math.Min(Halves.Up(q + ToSpare + (ratio * (q + ToSpare - room))), hotC);
        var after = (at + (ratio * room)) / (1 + ratio);
        if (after >= q + 1)
        {
            return new PowderEntry(when, at, after, null);
        }

        says.Add("powder-chills");
        return new PowderEntry(when, at, after, Math.Min(MostWarmC, Halves.Up((((q + ToSpare) * (1 + ratio)) - at) / ratio)));
    }

    public static PowderChoice When(PlanQuestion question) =>
        question.Choices.Powder is { } chosen && question.Route.Offers(chosen) ? chosen : question.Route.UsualPowder();
}
