using AmberPantry.Core.Formulas.Pasted;
using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Tests;

/// <summary>Formulas from the rows of a table.</summary>
public class FormulaTableTests
{
    [Fact]
    public void RowsOfOneNameAreOneFormula()
    {
        var (formulas, refused) = Read(
            Row("line 2", "Hand balm", "balm", "Beeswax", "20") with
            {
                Tags = "gift #shop",
                Intent = "first",
                BatchG = "600",
            },
            Row("line 3", "hand balm", "", "sunflower oil", "79,2 %"),
            Row("line 4", "Hand balm", "", "", "0.8") with
            {
                Inci = "Tocopherol",
                Phase = "cool down",
            },
            Row("line 5", "Bath", "Bath salts", "Epsom salt", "100") with
            {
                Kept = "yes",
            }
        );
        Assert.Empty(refused);
        var balm = formulas[0];
        Assert.Equal(("Hand balm", "first", 600m), (balm.Name, balm.Intent, balm.Content.Batch.Grams));
        Assert.Equal(["gift", "shop"], balm.Tags);
        Assert.Equal([("beeswax", 20m), ("sunflower oil", 79.2m)], balm.Content.Lines.Take(2).Select(line => (line.Material, line.Percent)));
        Assert.Equal(Phase.CoolDown, balm.Content.Lines[2].Phase);
        Assert.True(formulas[1].Content.Lines[0].Kept);
        Assert.Equal(Phase.Dry, formulas[1].Content.Lines[0].Phase);
    }

    [Fact]
    public void WhatRoundingLeavesGoesToTheLargestLine()
    {
        var (formulas, _) = Read(
            Row("line 2", "A", "balm", "beeswax", "33.33"),
            Row("line 3", "A", "", "shea butter", "33.33"),
            Row("line 4", "A", "", "sunflower oil", "33.33")
        );
        Assert.Equal(100, formulas[0].Content.Total);
    }

    [Theory]
    [InlineData("", "balm", "beeswax", "", "100", "formula")]
    [InlineData("A", "", "beeswax", "", "100", "kind")]
    [InlineData("A", "gravy", "beeswax", "", "100", "kind")]
    [InlineData("A", "balm", "", "", "100", "material")]
    [InlineData("A", "balm", "beezwacks", "", "100", "material")]
    [InlineData("A", "balm", "beeswax", "soon", "100", "phase")]
    [InlineData("A", "balm", "beeswax", "", "much", "percent")]
    [InlineData("A", "balm", "beeswax", "", "98", "percent")]
    [InlineData("A", "balm", "beeswax", "", "-4", "percent")]
    public void WhatIsNotPlainIsRefusedByRowAndColumn(string formula, string kind, string material, string phase, string percent, string field)
    {
        var (formulas, refused) = Read(Row("line 7", formula, kind, material, percent) with { Phase = phase });
        Assert.Empty(formulas);
        var cell = Assert.Single(refused);
        Assert.Equal(("line 7", field), (cell.At, cell.Field));
        Assert.NotEmpty(cell.Remedy);
    }

    [Fact]
    public void OneWrongRowDoesNotHideTheNext()
    {
        var (formulas, refused) = Read(
            Row("line 2", "A", "balm", "qqqq", "50"),
            Row("line 3", "A", "", "beeswax", "lots"),
            Row("line 4", "B", "balm", "beeswax", "100")
        );
        Assert.Equal(["line 2", "line 3"], refused.Select(cell => cell.At));
        Assert.Equal(["B"], formulas.Select(one => one.Name));
    }

    private static (IReadOnlyList<FormulaDraft> Formulas, IReadOnlyList<RefusedCell> Refused) Read(params FormulaTableRow[] rows) =>
        FormulaTable.Read(rows, MaterialShelf.Plain);

    private static FormulaTableRow Row(string at, string formula, string kind, string material, string percent) =>
        new(at, formula, kind, material, "", "", percent, "");
}
