using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making.Sheets;

/// <summary>Whether a batch goes into the kit of the house: each failure with the number and the least that would do.</summary>
internal static class KitFit
{
    private const double CupLeast = 0.25;
    private const double CupMost = 0.60;
    private const decimal FineEnough = 0.1m;

    public static IEnumerable<PlanSaying> Of(Subject subject, PlanQuestion question, BatchPlan plan)
    {
        var kit = BatchKit.Of(subject);
        var batchMl = BatchKit.Millilitres(subject);
        if (question.Route.IsHot() || question.Route.IsCold())
        {
            foreach (var saying in Vessel(subject, kit, batchMl))
            {
                yield return saying;
            }
        }

        if ((question.Route.IsWhipped() || question.Route == PlanRoute.WhipUnmelted) && Bowl(subject, kit, batchMl) is { } bowl)
        {
            yield return bowl;
        }

        foreach (var saying in MixerFit.Of(subject, question, kit, batchMl))
        {
            yield return saying;
        }

        if (question.Route is PlanRoute.PowderGround or PlanRoute.PowderCleanser && Grinder(subject, kit) is { } grinder)
        {
            yield return grinder;
        }

        if (Mould(subject, question, kit, batchMl) is { } mould)
        {
            yield return mould;
        }

        foreach (var line in plan.Says.Where(says => says.StartsWith("finer-scale:", StringComparison.Ordinal)))
        {
            if (Finer(subject, kit, line.Split(':')[1]) is { } finer)
            {
                yield return finer;
            }
        }
    }

    private static IEnumerable<PlanSaying> Vessel(Subject subject, IReadOnlyList<KitPiece> kit, double ml)
    {
        KitPiece[] vessels = [.. kit.Where(piece => piece.Kind == KitKind.Vessel).OrderBy(piece => piece.VolumeMl)];
        if (vessels.Length == 0 || ml <= 0)
        {
            yield break;
        }

        var needs = ml / BatchKit.PotFull;
        var fits = vessels.FirstOrDefault(piece => piece.VolumeMl >= needs);
        if (fits is null)
        {
            var largest = vessels[^1];
            var grams = subject.Formula.Batch.Grams * (decimal)(largest.VolumeMl!.Value * BatchKit.PotFull / ml);
            yield return Fix(
                "kit-pot",
                $"{Ml(ml)} fill {Name(largest)} to {Percent(ml / largest.VolumeMl.Value)}; two thirds is the most. It takes a vessel of "
                    + $"**{Ml(needs)}**, or a batch of {subject.Say.RoundWeight(Math.Floor(grams))}."
            );
            yield break;
        }

        yield return Note("kit-pot", $"In {Name(fits)}: {Ml(ml)} fill it to {Percent(ml / fits.VolumeMl!.Value)}.");
        if (subject.Workshop.Scale.CapacityG is { } most && (fits.MassG ?? 0) + subject.Formula.Batch.Grams > most)
        {
            var room = most - (vessels[0].MassG ?? 0);
            yield return room <= 0
                ? Fix("kit-capacity", $"{Wording.Capital(Name(vessels[0]))} alone is more than the scale carries, {subject.Say.RoundWeight(most)}.")
                : Fix(
                    "kit-capacity",
                    $"Vessel and batch are more than the scale carries, {subject.Say.RoundWeight(most)}: weigh in "
                        + $"**{Math.Ceiling(subject.Formula.Batch.Grams / room):0} cups** of at most {subject.Say.RoundWeight(Math.Floor(room))}."
                );
        }
    }

    private static PlanSaying? Bowl(Subject subject, IReadOnlyList<KitPiece> kit, double ml)
    {
        KitPiece[] bowls = [.. kit.Where(piece => piece.Kind == KitKind.WhipBowl).OrderBy(piece => piece.VolumeMl)];
        if (bowls.Length == 0 || ml <= 0)
        {
            return null;
        }

        var needs = ml / BatchKit.BowlFull;
        var fits = bowls.FirstOrDefault(piece => piece.VolumeMl >= needs);
        return fits is not null
            ? Note("kit-bowl", $"Whip in {Name(fits)}: {Percent(ml / fits.VolumeMl!.Value)} full before, twice that after.")
            : Fix(
                "kit-bowl",
                $"{Ml(ml)} fill {Name(bowls[^1])} to {Percent(ml / bowls[^1].VolumeMl!.Value)} before they double; "
                    + $"{Percent(BatchKit.BowlFull)} is the most. It takes a bowl of **{Ml(needs)}**, or whip it in "
                    + $"{Math.Ceiling(needs / bowls[^1].VolumeMl!.Value):0} lots of "
                    + $"{subject.Say.RoundWeight(Math.Floor(subject.Formula.Batch.Grams * (decimal)(bowls[^1].VolumeMl!.Value / needs)))}."
            );
    }

    private static PlanSaying? Grinder(Subject subject, IReadOnlyList<KitPiece> kit)
    {
        if (
            kit.Where(piece => piece.Kind == KitKind.Grinder).MaxBy(piece => piece.VolumeMl) is not { VolumeMl: { } cup } grinder
            || subject.Powders.Budget is not { LooseGMl: > 0 and var loose }
        )
        {
            return null;
        }

        var ml = (double)subject.Formula.Batch.Grams / loose;
        var part = ml / cup;
        return part > CupMost
                ? Watch(
                    "kit-grinder",
                    $"{Ml(ml)} loose are more than {Name(grinder)} grinds at once: **{Math.Ceiling(ml / (CupMost * cup)):0} lots** of "
                        + $"{subject.Say.RoundWeight(Math.Floor((decimal)(CupMost * cup * loose)))} at most."
                )
            : part < CupLeast
                ? Watch(
                    "kit-grinder",
                    $"{Ml(ml)} loose fill {Name(grinder)} to {Percent(part)} only: the blades throw it about. Cover the cavity, or make "
                        + $"{subject.Say.RoundWeight(Math.Ceiling((decimal)(CupLeast * cup * loose)))}."
                )
            : Note("kit-grinder", $"{Ml(ml)} loose fill {Name(grinder)} to {Percent(part)}: it grinds well.");
    }

    private static PlanSaying? Mould(Subject subject, PlanQuestion question, IReadOnlyList<KitPiece> kit, double ml)
    {
        var pressed = subject.Bath?.PieceGMl;
        if (
            !(question.Route.IsMoulded() || pressed is not null)
            || kit.Where(piece => piece.Kind == KitKind.Mould).ToArray() is not { Length: > 0 } moulds
        )
        {
            return null;
        }

        var grams = subject.Formula.Batch.Grams * (1 - (subject.Formula.Batch.LossPercent / 100));
        var density = pressed ?? (ml > 0 ? (double)subject.Formula.Batch.Grams / ml : 0);
        // The one that comes nearest to the piece that is wanted.
        var wanted = (double?)subject.Formula.Batch.FillG / density;
        var mould = wanted is { } near ? moulds.MinBy(piece => Math.Abs(piece.VolumeMl!.Value - near))! : moulds[0];
        var each = (decimal)(mould.VolumeMl!.Value * density);
        if (density <= 0 || each <= 0)
        {
            return null;
        }

        var pieces = (int)Math.Floor(grams / each);
        var rounds = (int)Math.Ceiling((double)pieces / mould.Count!.Value);
        var over = subject.Say.RoundWeight(Math.Floor(grams - (pieces * each)));
        var told = $"{Wording.Capital(Name(mould))}: {pieces} pieces of {subject.Say.Weight(Math.Round(each, 1))}, {over} over";
        return rounds > 1
            ? Watch("kit-mould", $"{told}. It has {mould.Count} cavities: **{rounds} rounds**, each set before the next.")
            : Note("kit-mould", $"{told}.");
    }

    private static PlanSaying? Finer(Subject subject, IReadOnlyList<KitPiece> kit, string line)
    {
        var grams = subject.Formula.Batch.Grams * subject.Formula.Line(line).Percent / 100;
        return
            kit.Where(piece => piece.Kind == KitKind.Scale && piece.StepG < subject.Workshop.Scale.ResolutionG)
                .Where(piece => Math.Max(piece.StepG!.Value, piece.RepeatabilityG ?? 0) <= grams * FineEnough && (piece.CapacityG ?? grams) >= grams)
                .MaxBy(piece => piece.StepG)
                is { } scale
            ? Note(
                $"kit-scale:{line}",
                $"Weigh {Wording.Brief(subject.Shelf.Get(subject.Formula.Line(line).Material, line).Name)} on {Name(scale)}: "
                    + $"it shows {Wording.Number((double)scale.StepG!.Value, "0.####")}{Wording.Narrow}g."
            )
            : null;
    }

    internal static string Name(KitPiece piece) => $"the {Wording.Inside(piece.Name)}";

    private static string Ml(double ml) =>
        ml >= 1000 ? $"{Wording.Number(ml / 1000, "0.0")}{Wording.Narrow}l" : $"{Math.Ceiling(ml):0}{Wording.Narrow}ml";

    private static string Percent(double part) => $"{Math.Round(100 * part):0}{Wording.Narrow}%";

    internal static PlanSaying Fix(string id, string sentence) => new(id, Severity.Fix, sentence, false, null);

    internal static PlanSaying Watch(string id, string sentence) => new(id, Severity.Watch, sentence, false, null);

    internal static PlanSaying Note(string id, string sentence) => new(id, Severity.Note, sentence, false, null);
}
