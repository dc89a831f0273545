using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Science.Fizz;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Lenses;

/// <summary>How a fizzy is wetted: half of what is missing, half of the rest, then spray by spray to where a squeeze holds.</summary>
internal static class Wetting
{
    /// <summary>What a fine sprayer gives at a stroke.</summary>
    public const double UsualSprayMl = 0.12;
    public const string UsualBinder = "isopropyl_99";
    private const int BigDoses = 2;

    /// <summary>Grams of binder that hold the whole batch together in this air, and those of a spray; null for what is not pressed damp.</summary>
    public static (double BudgetG, double SprayG)? Budget(Subject subject) =>
        subject.Family.Traits.Fizzes && subject.Bath is { } bath ? (Damp(subject, bath, 0).NextDoseG, SprayG(subject)) : null;

    /// <summary>Her own sprayer's, when twenty of it were weighed.</summary>
    private static double SprayG(Subject subject) => subject.Workshop.FirstOf(KitKind.Sprayer)?.EachG ?? (UsualSprayMl * Binder(subject).TrueGMl);

    /// <summary>How damp the batch is with so much binder, g; it must go into a bath.</summary>
    public static Dampness At(Subject subject, double binderG) => Damp(subject, subject.Bath!, binderG);

    /// <summary>"isopropyl alcohol".</summary>
    public static string BinderName(Subject subject) => Binder(subject).Name.Split(',')[0];

    private static FizzMaterial Binder(Subject subject) =>
        subject.There.Select(pair => pair.Material.InBath).FirstOrDefault(row => row?.Kind == FizzKind.Binder) ?? FizzMaterial.All[UsualBinder];

    /// <summary>The mix with what was sprayed into the batch.</summary>
    public static FizzMix Wetted(Subject subject, double binderG) => new([.. Dry(subject), (Binder(subject), binderG)]);

    private static (FizzMaterial, double)[] Dry(Subject subject) =>
        [
            .. subject
                .BathMix.Lines.Where(line => line.Material.Kind != FizzKind.Binder)
                .Select(line => (line.Material, line.G * (double)subject.Formula.Batch.Grams / 100)),
        ];

    private static Dampness Damp(Subject subject, BathReading bath, double binderG) =>
        Dampness.Of(
            Wetted(subject, binderG),
            bath.RhPct,
            subject.Workshop.WorkroomC,
            BathReading.PieceCm,
            Binder(subject),
            SprayG(subject) / Binder(subject).TrueGMl
        );

    /// <summary>Empty for what is not pressed damp.</summary>
    public static IReadOnlyList<AddingStep> Of(Subject subject)
    {
        if (!subject.Family.Traits.Fizzes || subject.Bath is not { } bath)
        {
            return [];
        }

        var binder = Binder(subject);
        var dry = Dry(subject);
        Dampness With(double grams) => Damp(subject, bath, grams);
        var strokeG = SprayG(subject);
        var (given, steps) = (0.0, new List<AddingStep>());
        for (var i = 0; i < BigDoses; i++)
        {
            var grams = With(given).NextDoseG / 2;
            if (grams <= strokeG || With(given + grams) is not { Band: DampBand.Crumbles } damp)
            {
                break;
            }

            given += grams;
            steps.Add(
                new AddingStep(
                    $"Spray {Told(grams)} of {binder.Name.Split(',')[0]}, {Strokes(grams)}, work it through and squeeze",
                    $"It still crumbles, at {100 * damp.Cohesion / Dampness.CrumblesBelow:0}{Wording.Narrow}% of what holds. "
                        + "All at once it fizzes where it lands.",
                    []
                )
            );
        }

        var last = With(given);
        var stop = given + last.NextDoseG;
        if (last.LimitedBy == DoseLimit.Water)
        {
            steps.Add(
                new AddingStep(
                    $"Stop at {Told(stop)} of it, {Strokes(stop)} in all, though it still crumbles",
                    $"More water starts the fizz at {bath.RhPct:0}{Wording.Narrow}% humidity: take a stronger alcohol, or wait for drier air.",
                    []
                )
            );
            return steps;
        }

        steps.Add(
            new AddingStep(
                last.Band == DampBand.Crumbles
                    ? $"Then spray by spray, {Told(strokeG)} each, to {Told(stop)} in all"
                    : "It holds without a spray: press it",
                "Stop where a squeezed handful keeps the marks of the fingers and breaks with a snap; more only costs gas.",
                []
            )
        );
        var dries = Drying.Of(
            new FizzMix([.. dry, (binder, stop)]),
            bath.RhPct,
            subject.Workshop.WorkroomC,
            BathReading.PieceCm,
            BathReading.DryGPerKg
        );
        steps.Add(
            new AddingStep(
                dries.Hours is { } hours
                    ? $"Press, and let it dry {Math.Ceiling(Math.Max(BathReading.SoaksInH, hours)):0} hours"
                    : "Press it on a drier day",
                dries.Hours is null
                    ? $"At {bath.RhPct:0}{Wording.Narrow}% humidity it does not dry."
                    : "Wrapped earlier it swells, warms and goes soft.",
                []
            )
        );
        return steps;

        string Told(double grams) => subject.Say.RoundWeight((decimal)Math.Round(grams, 1));
        string Strokes(double grams) =>
            $"about {Math.Max(1, Math.Round(grams / strokeG)):0} {Wording.Plural("spray", (int)Math.Max(1, Math.Round(grams / strokeG)))}";
    }
}
