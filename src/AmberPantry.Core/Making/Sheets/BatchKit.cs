using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making.Sheets;

/// <summary>A piece of the kit that may be taken.</summary>
/// <param name="Says">How full it would be: "55 % full, two thirds is the most".</param>
public sealed record KitOption(string Id, string Name, string Says);

/// <summary>Which piece of a kind a batch is made with.</summary>
/// <param name="Asks">"Vessel".</param>
/// <param name="Taken">Id of the piece that was chosen; null takes what fits.</param>
/// <param name="Fits">Id of the piece that fits; null where none does.</param>
public sealed record KitQuestion(KitKind Kind, string Asks, string? Taken, string? Fits, IReadOnlyList<KitOption> Options);

/// <summary>Which pieces of the kit a batch is made with: those that were chosen, else the smallest that it fits into.</summary>
internal static class BatchKit
{
    /// <summary>So much of it may be full before it is stirred, whipped or blended.</summary>
    internal const double PotFull = 2.0 / 3;
    internal const double BowlFull = 0.45;

    /// <summary>The kit without what was not chosen, where something was.</summary>
    public static IReadOnlyList<KitPiece> Of(Subject subject) => Of(subject.Workshop, subject.Formula.Method);

    public static IReadOnlyList<KitPiece> Of(Workshop workshop, MakingMethod? method)
    {
        var chosen = (method?.Kit ?? [])
            .Select(workshop.Piece)
            .OfType<KitPiece>()
            .GroupBy(piece => piece.Kind)
            .ToDictionary(of => of.Key, of => of.Last());
        return [.. workshop.Kit.Where(piece => !chosen.TryGetValue(piece.Kind, out var one) || one.Id == piece.Id)];
    }

    /// <summary>The one of a kind that is taken: the chosen one, else the smallest that the batch fits into; null where none is known.</summary>
    public static KitPiece? Taken(Subject subject, KitKind kind) => Fitting(subject, kind, Of(subject));

    /// <summary>The smallest that so much goes into, or the largest where it goes into none; null where there is none.</summary>
    public static KitPiece? Smallest(IEnumerable<KitPiece> pieces, double ml)
    {
        KitPiece[] there = [.. pieces.OrderBy(piece => piece.VolumeMl)];
        return there.FirstOrDefault(piece => piece.VolumeMl is not { } holds || holds >= ml) ?? there.LastOrDefault();
    }

    /// <summary>What may be chosen for a batch, where the house has more than one.</summary>
    public static IReadOnlyList<KitQuestion> Questions(Subject subject, PlanRoute route) =>
        [.. Kinds(route).Select(kind => Question(subject, subject.Formula.Method, kind)).OfType<KitQuestion>()];

    /// <param name="method">How it is made, with what was taken on the way.</param>
    public static KitQuestion? Question(Subject subject, MakingMethod? method, KitKind kind)
    {
        var all = subject.Workshop.Kit.Where(piece => piece.Kind == kind).ToArray();
        return all.Length < 2
            ? null
            : new KitQuestion(
                kind,
                Asks(kind),
                method?.Kit?.LastOrDefault(id => all.Any(piece => piece.Id == id)),
                Fitting(subject, kind, all)?.Id,
                [.. all.Select(piece => new KitOption(piece.Id, piece.Name, Full(subject, piece)))]
            );
    }

    private static KitPiece? Fitting(Subject subject, KitKind kind, IEnumerable<KitPiece> kit) =>
        Smallest(kit.Where(piece => piece.Kind == kind), Millilitres(subject) / Most(kind));

    /// <summary>What a step is done in; null for a step that wants none.</summary>
    public static KitKind? KindAt(MakeStep step, PlanRoute route) =>
        step.Kind is StepKind.Whip || (step.Kind is StepKind.Chill && route.IsWhipped()) ? KitKind.WhipBowl
        : step.Kind is StepKind.Melt or StepKind.Gather && (route.IsHot() || route.IsCold()) ? KitKind.Vessel
        : null;

    /// <summary>Of each step at which another piece was taken than was planned, what to say of it.</summary>
    public static IReadOnlyDictionary<string, string> Others(Subject planned, Batch batch)
    {
        var others = new Dictionary<string, string>();
        foreach (var reading in batch.Readings)
        {
            if (reading.Piece is { } id && planned.Workshop.Piece(id) is { } taken && Taken(planned, taken.Kind) is { } was)
            {
                others.Remove(reading.Step);
                if (was.Id != taken.Id)
                {
                    others[reading.Step] = $"in {KitFit.Name(taken)}, planned was {KitFit.Name(was)}";
                }
            }
        }

        return others;
    }

    /// <summary>Volume of the whole batch as it lies in the pot, ml; 0 where its density is not known.</summary>
    public static double Millilitres(Subject subject) =>
        subject.Curve is not null && subject.Melt.DensityGMl > 0 ? (double)subject.Formula.Batch.Grams / subject.Melt.DensityGMl : 0;

    /// <summary>J/(g K) of what a vessel is made of.</summary>
    public static double HeatCapacity(KitPiece piece) =>
        piece.Material switch
        {
            PackMaterial.Tin or PackMaterial.Aluminium => CoolingBatch.Vessels["aluminium"],
            PackMaterial.Plastic or PackMaterial.Polystyrene or PackMaterial.Silicone => CoolingBatch.Vessels["plastic"],
            _ => CoolingBatch.GlassCp,
        };

    private static KitKind[] Kinds(PlanRoute route) =>
        [
            .. route.IsHot() || route.IsCold() ? new[] { KitKind.Vessel } : [],
            .. route.IsWhipped() || route == PlanRoute.WhipUnmelted ? new[] { KitKind.WhipBowl, KitKind.Whisk } : [],
            .. route.IsTraced() ? new[] { KitKind.StickBlender } : [],
            .. route.IsMoulded() ? new[] { KitKind.Mould } : [],
            .. route is PlanRoute.PowderGround or PlanRoute.PowderCleanser ? new[] { KitKind.Grinder } : [],
        ];

    private static string Asks(KitKind kind) =>
        kind switch
        {
            KitKind.Vessel => "Vessel",
            KitKind.WhipBowl => "Bowl to whip in",
            KitKind.Whisk => "Whisk",
            KitKind.StickBlender => "Stick blender",
            KitKind.Mould => "Mould",
            _ => "Grinder",
        };

    private static double Most(KitKind kind) => kind == KitKind.WhipBowl ? BowlFull : PotFull;

    private static string Full(Subject subject, KitPiece piece)
    {
        if (piece is not { Kind: KitKind.Vessel or KitKind.WhipBowl, VolumeMl: > 0 and var holds } || Millilitres(subject) is not (> 0 and var ml))
        {
            return "";
        }

        static string Percent(double part) => $"{Math.Round(100 * part):0}{Wording.Narrow}%";
        var most = Most(piece.Kind);
        return $"{Percent(ml / holds)} full{(ml / holds > most ? $", more than {Percent(most)}" : "")}";
    }
}
