using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Science.Powders;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Remedies;

/// <summary>What is wrong with what is in the pot.</summary>
public enum RescueKind
{
    /// <summary>Softer than wished at a temperature.</summary>
    TooSoft,

    /// <summary>Harder than wished at a temperature.</summary>
    TooHard,

    /// <summary>Loses its shape below a temperature.</summary>
    SlumpsEarly,

    /// <summary>Grains stick together.</summary>
    TooWet,

    /// <summary>Grains fly.</summary>
    TooDusty,
}

/// <summary>The pot, and what it should be.</summary>
/// <param name="PotG">What is in it now, g.</param>
/// <param name="AtC">Temperature at which it is wrong, °C; not asked of grains.</param>
/// <param name="State">State wished there; not asked of grains or of a slump.</param>
public sealed record RescueWish(RescueKind Kind, double PotG, double? AtC = null, string? State = null)
{
    private const double LeastG = 1;
    private const double MostG = 100_000;

    internal void Check()
    {
        if (!(PotG >= LeastG && PotG <= MostG))
        {
            throw new Refusal(Codes.Range, "potG", PotG, $"{Wording.Number(PotG, "0.##")} g is no pot.", "Weigh what is in it: 1 g to 100 kg.");
        }

        if (Kind is RescueKind.TooWet or RescueKind.TooDusty)
        {
            return;
        }

        if (AtC is not { } celsius)
        {
            throw new Refusal(Codes.Missing, "atC", null, "At which temperature is it wrong?", "Type a temperature.");
        }

        Landmark.CheckC(celsius, "atC");
        if (Kind != RescueKind.SlumpsEarly && !Wish.States.Contains(State ?? ""))
        {
            throw new Refusal(Codes.Range, "state", State, $"“{State}” is no state that can be wished.", $"Choose {string.Join(", ", Wish.States)}.");
        }
    }
}

/// <summary>A material that rescues the pot.</summary>
/// <param name="AddG">Grams to add, at the scale's step.</param>
/// <param name="Says">Before and after: "soft → scoopable at 20 °C".</param>
/// <param name="Effect">What else changes; empty where nothing does.</param>
/// <param name="Label">What it does to the names on the label.</param>
/// <param name="Edits">Puts it on top of what is in the pot.</param>
public sealed record RescueOption(
    string Material,
    string Name,
    double AddG,
    string Says,
    string Effect,
    string Label,
    IReadOnlyList<FormulaEdit> Edits,
    bool IsOwn
);

/// <param name="Kinds">What can be wrong with this kind of product.</param>
/// <param name="Options">The least to add first.</param>
public sealed record RescueAnswer(IReadOnlyList<RescueKind> Kinds, IReadOnlyList<RescueOption> Options, string Says);

/// <summary>Finds how much of what mends a pot that is made already: nothing can be taken out of it.</summary>
public sealed class RescueFinder(MaterialShelf shelf, Workshop workshop, FamilyRegistry? families = null)
{
    private const int MostOptions = 6;
    private const int Steps = 60;
    private const double DustyFrom = 30;

    private static readonly Dictionary<RescueKind, string[]> Usual = new()
    {
        [RescueKind.TooSoft] = ["beeswax", "candelilla wax", "cetyl alcohol", "stearic acid", "cocoa butter", "carnauba wax"],
        [RescueKind.TooHard] = ["sunflower oil", "high-oleic sunflower oil", "caprylic/capric triglyceride", "shea butter", "jojoba oil"],
        [RescueKind.SlumpsEarly] = ["candelilla wax", "beeswax", "carnauba wax", "stearic acid", "hydrogenated castor oil"],
        [RescueKind.TooWet] = ["magnesium carbonate", "arrowroot starch", "kaolin", "corn starch", "silica"],
        [RescueKind.TooDusty] = ["jojoba oil", "caprylic/capric triglyceride", "sunflower oil"],
    };

    private readonly FormulaEditor editor = new(shelf);

    /// <summary>What can be wrong with a product of this kind.</summary>
    public static IReadOnlyList<RescueKind> KindsOf(FamilyProfile family) =>
        family.IsDry ? [RescueKind.TooWet, RescueKind.TooDusty] : [RescueKind.TooSoft, RescueKind.TooHard, RescueKind.SlumpsEarly];

    /// <exception cref="Refusal">E_RANGE or E_MISSING naming the field, E_EMPTY for a blank pot.</exception>
    public RescueAnswer Find(Formula formula, RescueWish wish)
    {
        wish.Check();
        var grams = decimal.Round((decimal)wish.PotG, 2);
        var pot = formula with { Batch = new BatchSize(grams, OverrunPercent: formula.Batch.OverrunPercent) };
        var subject = new Subject(pot, new Bearings(shelf, workshop, families ?? FamilyRegistry.Usual));
        var kinds = KindsOf(subject.Family);
        if (subject.Lines.Count == 0)
        {
            throw new Refusal(Codes.Empty, "formula", null, "The pot is empty.", "Add what is in it first.");
        }

        if (!kinds.Contains(wish.Kind))
        {
            throw new Refusal(Codes.Range, "kind", wish.Kind, "That is not what goes wrong with this kind of product.", "Choose another.");
        }

        if (Gap(subject, wish) <= 0)
        {
            return new RescueAnswer(kinds, [], $"Nothing to add: {Tell(subject, wish)} already.");
        }

        var candidates = Usual[wish.Kind]
            .Where(id => shelf.Find(id) is not null)
            .Select(shelf.Preferred)
            .Concat(shelf.Own.Where(own => IsLike(own, wish.Kind)))
            .DistinctBy(material => material.BasedOn)
            .ToArray();
        var options = candidates
            .Select(material => Try(subject, material, wish))
            .OfType<RescueOption>()
            .OrderBy(option => option.AddG)
            .Take(MostOptions)
            .ToArray();
        return new RescueAnswer(
            kinds,
            options,
            options.Length == 0
                ? $"None of {candidates.Length} tried mends it with as much again as is in the pot: use it up otherwise, or make it anew."
                : $"Grams to add to {subject.Say.RoundWeight(grams)}, the least first. "
                    + "Melt it with a part of the pot, stir it in, and try a drop on a cold spoon."
        );
    }

    private static bool IsLike(Material material, RescueKind kind) =>
        kind switch
        {
            RescueKind.TooSoft or RescueKind.SlumpsEarly => material.Melt is not null
                && material.Role is Role.Wax or Role.Hardener or Role.HardButter,
            RescueKind.TooHard => material.IsLiquid,
            RescueKind.TooWet => material.Role == Role.Powder && material.Keys.Powder is not null,
            _ => material.IsLiquid,
        };

    private RescueOption? Try(Subject subject, Material material, RescueWish wish)
    {
        var pot = subject.Formula.Batch.Grams;
        Subject With(decimal addG) =>
            addG == 0 ? subject : subject.With(editor.Apply(subject.Formula, FormulaEditor.Adding(subject.Formula, material, addG)));

        decimal low = 0;
        for (var i = 1; i <= Steps; i++)
        {
            // Small steps first: little is needed far more often than much.
            var high = pot * i * i / (Steps * Steps);
            if (Gap(With(high), wish) > 0)
            {
                low = high;
                continue;
            }

            const int Halvings = 9;
            for (var k = 0; k < Halvings; k++)
            {
                var middle = (low + high) / 2;
                (low, high) = Gap(With(middle), wish) > 0 ? (middle, high) : (low, middle);
            }

            var step = workshop.Scale.ResolutionG;
            var add = decimal.Ceiling(high / step) * step;
            var after = With(add);
            var difference = Difference.Of(subject, after);
            return new RescueOption(
                material.Id,
                material.Name,
                (double)add,
                $"{Tell(subject, wish)} → {Tell(after, wish)}",
                Difference.Join(difference.Gains.Take(2), difference.Losses.Take(2)),
                LabelOrder.Told(subject, after, material),
                [new SetBatch(subject.Formula.Batch), FormulaEditor.Adding(subject.Formula, material, add)],
                shelf.IsOwn(material)
            );
        }

        return null;
    }

    /// <summary>How far the pot is from what is wished; 0 or less where it is there.</summary>
    private static double Gap(Subject mix, RescueWish wish)
    {
        switch (wish.Kind)
        {
            case RescueKind.TooWet:
                return (mix.Powders.Budget?.U ?? 0) - PowderMix.LooseBelow;
            case RescueKind.TooDusty:
                return (mix.Powders.Budget?.DustInUse ?? 0) - DustyFrom;
            case RescueKind.SlumpsEarly:
                return wish.AtC!.Value - (mix.SlumpC ?? HouseSettings.LeastC);
            default:
                var kPa = mix.Curve?.FirmnessAt(wish.AtC!.Value) ?? 0;
                var state = MatterStates.Named(wish.State!);
                return wish.Kind == RescueKind.TooSoft
                    ? MatterStates.LimitsKPa[(int)state] - kPa
                    : kPa - (state == MatterState.Brittle ? double.MaxValue : MatterStates.LimitsKPa[(int)state - 1]);
        }
    }

    private static string Tell(Subject mix, RescueWish wish) =>
        wish.Kind switch
        {
            RescueKind.TooWet => $"{Wording.Number(100 * (mix.Powders.Budget?.U ?? 0), "0")}{Wording.Narrow}% of its room filled with oil",
            RescueKind.TooDusty => $"dust {Wording.Number(mix.Powders.Budget?.DustInUse ?? 0, "0")} of 100",
            RescueKind.SlumpsEarly => $"slumps at {mix.Say.Temperature(mix.SlumpC ?? HouseSettings.LeastC)}",
            _ => $"{MatterStates.Word(MatterStates.At(mix.Curve?.FirmnessAt(wish.AtC!.Value) ?? 0))} at {mix.Say.Temperature(wish.AtC!.Value)}",
        };
}
