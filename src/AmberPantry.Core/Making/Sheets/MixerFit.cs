using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making.Sheets;

/// <summary>Whether a batch is deep enough for what mixes it, and not too deep.</summary>
internal static class MixerFit
{
    /// <summary>Part of its balloon that a whisk must stand in (estimate).</summary>
    private const double OfBalloon = 1.0 / 3;
    private const double AboveBellMm = 15;
    private const double BlenderFull = 0.7;
    private const double StirrerWide = 0.5;
    private const double MlPerMm3 = 0.001;

    /// <param name="ml">Volume of the whole batch; 0 where it is not known.</param>
    public static IEnumerable<PlanSaying> Of(Subject subject, PlanQuestion question, IReadOnlyList<KitPiece> kit, double ml)
    {
        if (ml <= 0)
        {
            yield break;
        }

        var whips = question.Route.IsWhipped() || question.Route == PlanRoute.WhipUnmelted;
        if (whips && Of(kit, KitKind.Whisk) is { } whisk && Into(kit, KitKind.WhipBowl, ml / BatchKit.BowlFull) is { } bowl)
        {
            var needs = (whisk.GapMm ?? 0) + ((whisk.HeightMm ?? 0) * OfBalloon);
            yield return Deep(subject, "kit-whisk", whisk, bowl, ml, needs);
        }

        if (question.Route.IsTraced() && Of(kit, KitKind.StickBlender) is { } blender && Into(kit, KitKind.Vessel, ml / BlenderFull) is { } jug)
        {
            yield return ml / jug.VolumeMl > BlenderFull
                ? KitFit.Fix(
                    "kit-blender",
                    $"{KitFit.Name(jug)} would be more than seven tenths full: {KitFit.Name(blender)} throws it out. Take a taller one."
                )
                : Deep(subject, "kit-blender", blender, jug, ml, (blender.HeightMm ?? 0) + AboveBellMm);
        }

        if (
            (question.Route.IsHot() || question.Route.IsCold())
            && kit.Where(piece => piece.Kind == KitKind.Stirrer).MaxBy(piece => piece.WidthMm) is { } stirrer
            && Into(kit, KitKind.Vessel, ml / BatchKit.PotFull) is { } beaker
            && stirrer.WidthMm < beaker.WidthMm * StirrerWide
        )
        {
            yield return KitFit.Watch(
                "kit-stirrer",
                $"{Wording.Capital(KitFit.Name(stirrer))} is narrower than half of {KitFit.Name(beaker)}: the rim stays unstirred. "
                    + $"Take one of **{Math.Ceiling(beaker.WidthMm!.Value * StirrerWide):0}{Wording.Narrow}mm**, or scrape the wall often."
            );
        }
    }

    private static PlanSaying Deep(Subject subject, string id, KitPiece mixer, KitPiece vessel, double ml, double needsMm)
    {
        var area = Math.PI * Math.Pow(vessel.WidthMm!.Value / 2, 2);
        var deep = ml / MlPerMm3 / area;
        var least = subject.Formula.Batch.Grams * (decimal)(needsMm / deep);
        return deep >= needsMm
            ? KitFit.Note(id, $"It stands {deep:0}{Wording.Narrow}mm deep in {KitFit.Name(vessel)}: enough for {KitFit.Name(mixer)}.")
            : KitFit.Fix(
                id,
                $"It stands {deep:0}{Wording.Narrow}mm deep in {KitFit.Name(vessel)}; {KitFit.Name(mixer)} wants "
                    + $"**{Math.Ceiling(needsMm):0}{Wording.Narrow}mm**. Take a narrower one, or make {subject.Say.RoundWeight(Math.Ceiling(least))}."
            );
    }

    private static KitPiece? Of(IReadOnlyList<KitPiece> kit, KitKind kind) => kit.FirstOrDefault(piece => piece.Kind == kind);

    /// <summary>The smallest of known width that it fits into; else the largest of known width.</summary>
    private static KitPiece? Into(IReadOnlyList<KitPiece> kit, KitKind kind, double ml) =>
        BatchKit.Smallest(kit.Where(piece => piece.Kind == kind && piece.WidthMm is not null), ml);
}
