using AmberPantry.Core.Formulas;
using AmberPantry.Core.Formulas.Pasted;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;
using CsCheck;

namespace AmberPantry.Core.Tests;

/// <summary>A label read backward: the order and the usual shares are kept, what is not told is said, and how it felt narrows.</summary>
public class LabelListTests
{
    private const string Balm =
        "Ingredients: Helianthus Annuus Seed Oil, Butyrospermum Parkii Butter, Mangifera Indica Seed Butter*, Cera Alba, "
        + "Ricinus Communis (Castor) Seed Oil, Lanolin, Parfum, Tocopherol, Rosmarinus Officinalis Leaf Extract, Limonene.";

    private static LabelList Read(string text, Func<LabelQuestion, LabelQuestion>? with = null, MaterialShelf? shelf = null)
    {
        var question = new LabelQuestion(text, Kinds.Balm);
        return LabelList.Read(with is null ? question : with(question), shelf ?? MaterialShelf.Plain);
    }

    [Fact]
    public void ALabelIsMatchedRankedAndItsMiddleIsAMix()
    {
        var list = Read(Balm);
        Assert.Equal(10, list.Rows.Count);
        Assert.Equal("limonene", list.Rows[9].Name, ignoreCase: true);
        Assert.Contains("counted with name 7", list.Rows[9].Says, StringComparison.Ordinal);
        Assert.Null(list.Rows[9].Middle);
        Assert.Equal(6, list.OnePercentAfter);
        Assert.All(list.Rows.Take(6), row => Assert.True(row.From >= 1 && row.From <= row.Middle && row.Middle <= row.To, row.Name));
        Assert.All(list.Rows.Skip(6).Take(3), row => Assert.True(row.To <= 1 && row.Middle > 0, row.Name));
        Assert.Equal(100, list.Rows.Sum(row => row.Middle ?? 0), 6);
        var above = list.Rows.Take(6).Select(row => row.Middle!.Value).ToArray();
        Assert.Equal(above.OrderDescending(), above);
        Assert.Contains("its kind is not told", list.Rows[0].Says, StringComparison.Ordinal);
        Assert.Contains(list.CannotKnow, told => told.Contains("names 7 to 9 may stand in any order", StringComparison.Ordinal));
        Assert.NotNull(list.Content);
        Assert.Equal(100, list.Content.Total);
        FormulaCheck.Check(list.Content, MaterialShelf.Plain);
    }

    [Fact]
    public void TheLineCanBeMovedAndChangesWhatCanBe()
    {
        var usual = Read(Balm);
        var earlier = Read(Balm, ask => ask with { OnePercentAfter = 4 });
        Assert.Equal(4, earlier.OnePercentAfter);
        Assert.True(earlier.Rows[4].To <= 1 && usual.Rows[4].To > 1);
        Assert.Equal("onePercentAfter", Assert.Throws<Refusal>(() => Read(Balm, ask => ask with { OnePercentAfter = 11 })).Field);
    }

    [Fact]
    public void ANameThatIsNotPlainIsAsked()
    {
        var list = Read(Balm.Replace("Cera Alba", "Cera Albba", StringComparison.Ordinal));
        Assert.Null(list.Content);
        Assert.Null(list.Rows[3].Material);
        Assert.NotEmpty(list.Rows[3].Candidates);
        var answered = Read("Cera Albba, Ricinus Communis Seed Oil", ask => ask with { Answers = [new(1, "beeswax")] });
        Assert.Equal("beeswax", answered.Rows[0].Material!.Id);
        Assert.NotNull(Read("Cera Albba, Ricinus Communis Seed Oil", ask => ask with { Answers = [new(1, LeaveOut: true)] }).Content);
        Assert.Equal("answers.row", Assert.Throws<Refusal>(() => Read("Cera Alba", ask => ask with { Answers = [new(3)] })).Field);
    }

    [Fact]
    public void HowItFeltNarrowsWhatItCanBe()
    {
        const string Simple = "Ricinus Communis Seed Oil, Butyrospermum Parkii Butter, Cera Alba";
        var wide = Read(Simple);
        var hard = Read(Simple, ask => ask with { Felt = new LabelFelt(MatterState.Hard, 19) });
        var soft = Read(Simple, ask => ask with { Felt = new LabelFelt(MatterState.Scoopable, 19) });
        double Width(LabelList list) => list.Rows.Sum(row => row.To!.Value - row.From!.Value);
        Assert.True(Width(hard) < Width(wide));
        Assert.True(hard.Rows[2].Middle > soft.Rows[2].Middle, $"{hard.Rows[2].Middle} {soft.Rows[2].Middle}");
        Assert.Contains(hard.CannotKnow, told => told.Contains("nine in ten", StringComparison.Ordinal));
        // The same question has the same answer.
        Assert.Equal(
            hard.Rows.Select(row => row.Middle),
            Read(Simple, ask => ask with { Felt = new LabelFelt(MatterState.Hard, 19) }).Rows.Select(row => row.Middle)
        );
        var never = Read("Ricinus Communis Seed Oil, Tocopherol", ask => ask with { Felt = new LabelFelt(MatterState.Brittle, 19) });
        Assert.Contains(never.CannotKnow, told => told.Contains("tells too little", StringComparison.Ordinal));
        Assert.Equal("felt.atC", Assert.Throws<Refusal>(() => Read(Simple, ask => ask with { Felt = new(MatterState.Hard, 99) })).Field);
    }

    [Theory]
    [InlineData("Cera Alba\nRicinus Communis Seed Oil")]
    [InlineData("Cera Alba; Ricinus Communis Seed Oil")]
    [InlineData("Cera Alba • Ricinus Communis Seed Oil")]
    [InlineData("<p>INCI: Cera Alba,&nbsp;Ricinus Communis Seed Oil.</p>")]
    [InlineData("CERA ALBA/BEESWAX, ricinus communis (castor [cold pressed, raw]) seed oil**")]
    public void LabelsAreWrittenInManyWays(string text) => Assert.Equal(["beeswax", "castor oil"], Read(text).Rows.Select(row => row.Material?.Id));

    [Theory]
    [InlineData("")]
    [InlineData(", , ;")]
    public void NothingIsToldAsNothing(string text) => Assert.Equal("text", Assert.Throws<Refusal>(() => Read(text)).Field);

    /// <summary>Whatever order materials stand in: the middle is inside its ranges or the label is told to be out of the usual.</summary>
    [Fact]
    public void AnyLabelIsReadAndItsMiddleIsPossible() =>
        Gen.Shuffle(Catalogue.All.Select(material => material.Id).ToArray(), 2, 14)
            .Sample(
                ids =>
                {
                    var list = Read(string.Join(", ", ids));
                    Assert.Equal(list.Rows.Count(row => row.Middle is not null), list.Shares);
                    if (list.Content is null || list.CannotKnow.Any(told => told.Contains("usual most", StringComparison.Ordinal)))
                    {
                        return;
                    }

                    Assert.Equal(100, list.Content.Total);
                    var rows = list.Rows.Where(row => row.Middle is not null).ToArray();
                    Assert.Equal(100, rows.Sum(row => row.Middle!.Value), 3);
                    Assert.All(rows, row => Assert.InRange(row.Middle!.Value, row.From!.Value - 0.05, row.To!.Value + 0.05));
                },
                iter: 150
            );

    /// <summary>Where the names above the line can hardly fill the pot, those below fill it; and nothing is above what stands before it.</summary>
    [Fact]
    public void TheMiddleOfANarrowBodyLiesInIt()
    {
        double[] most = [95.2, 2, 5, 2.1, 1.2];
        var middle = new LabelShares(most, 3).Middle();
        Assert.Equal(100, middle.Sum(), 6);
        Assert.All(middle.Zip(most), pair => Assert.InRange(pair.First, 0, pair.Second + 1e-9));
        Assert.True(middle[0] >= middle[1] && middle[1] >= middle[2]);
    }

    [Fact]
    public void TheWalkStaysInTheBody()
    {
        double[] most = [100, 60, 40, 1, 2, 0.5];
        var body = new LabelShares(most, 3);
        foreach (var mix in body.Walk(body.Middle(), 500))
        {
            Assert.Equal(100, mix.Sum(), 6);
            Assert.True(mix[0] >= mix[1] - 1e-9 && mix[1] >= mix[2] - 1e-9 && mix[2] >= 1 - 1e-9);
            for (var i = 0; i < most.Length; i++)
            {
                Assert.InRange(mix[i], -1e-9, Math.Min(most[i], i < 3 ? 100 : 1) + 1e-9);
            }
        }
    }
}
