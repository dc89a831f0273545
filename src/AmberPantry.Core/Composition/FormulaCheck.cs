using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Composition;

/// <summary>Checks a formula that came from outside: a request or a document.</summary>
public static class FormulaCheck
{
    /// <exception cref="Refusal">With the path of the first field that cannot be taken.</exception>
    public static void Check(Formula formula, MaterialShelf shelf, string path = "formula")
    {
        if (formula.Lines.Count > Formula.MostLines)
        {
            throw new Refusal("E_RANGE", $"{path}.lines", formula.Lines.Count, $"{formula.Lines.Count} lines are more than a trial holds.", $"Keep it to {Formula.MostLines} lines.");
        }

        var seen = new HashSet<(string, Phase)>();
        var ids = new HashSet<string>();
        for (var i = 0; i < formula.Lines.Count; i++)
        {
            var line = formula.Lines[i];
            var at = $"{path}.lines[{i}]";
            var material = shelf.Get(line.Material ?? "", $"{at}.material");
            if (line.Percent is < 0 or > 100 || ShareText.Round(line.Percent) != line.Percent)
            {
                throw new Refusal("E_RANGE", $"{at}.percent", line.Percent, $"{material.Name} at {line.Percent} % is not a share.", "Give 0 to 100 with at most four decimals.");
            }

            if (string.IsNullOrEmpty(line.Id) || !ids.Add(line.Id))
            {
                throw new Refusal("E_TWICE", $"{at}.id", line.Id, "Each line needs an id of its own.", "Number the lines L1, L2 and so on.");
            }

            if (!seen.Add((material.Id, line.Phase)))
            {
                throw new Refusal("E_TWICE", $"{at}.material", line.Material, $"{material.Name} stands in this formula twice.", "Add the two shares together in one line.");
            }
        }

        if (formula.Lines.Count > 0 && formula.Total != 100m)
        {
            throw new Refusal("E_RANGE", $"{path}.lines", formula.Total, $"The shares total {formula.Total:0.####} %, not 100.", "Let one line take up the rest.");
        }

        if (formula.Batch.Grams is <= 0 or > 100_000)
        {
            throw new Refusal("E_RANGE", $"{path}.batch.grams", formula.Batch.Grams, $"A batch of {formula.Batch.Grams} g is outside what a kitchen pot takes.", "Give above 0 and at most 100000 g.");
        }
    }
}
