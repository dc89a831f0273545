using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Formulas;

/// <summary>What changed from one mix to the next, done to a variant of them, so that the two stay in step.</summary>
/// <param name="Edits">What makes it so in the variant.</param>
/// <param name="Says">What changes in the variant, and what of the change it cannot take.</param>
public sealed record CarriedChange(IReadOnlyList<FormulaEdit> Edits, string Says)
{
    /// <summary>Less than this, in percent, is no change.</summary>
    private const decimal Same = 0.005m;

    /// <param name="from">The base before.</param>
    /// <param name="to">The base after.</param>
    /// <param name="into">The variant.</param>
    /// <exception cref="Refusal">E_EMPTY where nothing changed or nothing can be taken over, E_USED_UP where no line can give way.</exception>
    public static CarriedChange Of(Formula from, Formula to, Formula into, MaterialShelf shelf)
    {
        var changes = to
            .Lines.Concat(from.Lines)
            .Select(line => line.Material)
            .Distinct()
            .Select(material => (Material: material, By: to.ShareOf(material) - from.ShareOf(material)))
            .Where(change => Math.Abs(change.By) >= Same)
            .ToArray();
        if (changes.Length == 0)
        {
            throw new Refusal(Codes.Empty, "since", null, "The two trials hold the same mix.", "Choose two that differ in a share or a material.");
        }

        var shares = into.Lines.GroupBy(line => line.Material).ToDictionary(same => same.Key, same => same.Sum(line => line.Percent));
        List<string> left = [];
        foreach (var (material, by) in changes)
        {
            var has = shares.GetValueOrDefault(material);
            if (into.Lines.Any(line => line.Material == material && line.Kept))
            {
                left.Add($"{Name(material)} is kept in it");
            }
            else if (by < 0 && has == 0)
            {
                left.Add($"it holds no {Name(material)}");
            }
            else
            {
                shares[material] = Math.Max(0, has + by);
            }
        }

        if (left.Count == changes.Length)
        {
            throw new Refusal(Codes.Empty, "into", null, $"Nothing of the change can be taken over: {Wording.List(left)}.", "Choose another trial.");
        }

        // What the variant lacks of the change, its own makeweight evens out.
        var rest = 100 - shares.Values.Sum();
        if (rest != 0)
        {
            var taker = new FormulaEditor(shelf).Makeweight(into)
                ?? throw new Refusal(Codes.Kept, "into", null, "No line of it is free to give way.", "Let one of the kept lines go first.");
            shares[taker.Material] += rest;
            if (shares[taker.Material] < 0)
            {
                throw new Refusal(
                    Codes.UsedUp,
                    "into",
                    Name(taker.Material),
                    $"{Wording.Capital(Name(taker.Material))} is used up: the change takes more than it has.",
                    "Choose another makeweight there first."
                );
            }
        }

        FormulaEdit[] edits = [new SetMix([.. shares.Select(share => new MixShare(share.Key, share.Value))])];
        var after = new FormulaEditor(shelf).Apply(into, edits);
        return new CarriedChange(
            edits,
            Wording.Capital(EditWords.Tell(into, after, shelf)) + (left.Count > 0 ? $". Not taken over: {Wording.List(left)}." : ".")
        );

        string Name(string material) => shelf.Find(material) is { } known ? Wording.Brief(known.Name) : material;
    }
}
