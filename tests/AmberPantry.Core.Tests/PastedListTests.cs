using AmberPantry.Core.Formulas;
using AmberPantry.Core.Formulas.Pasted;
using AmberPantry.Core.Materials;
using CsCheck;

namespace AmberPantry.Core.Tests;

/// <summary>Whatever is pasted: read where it is clear, asked where it is not, nothing guessed and nothing lost.</summary>
public class PastedListTests
{
    private static PastedList Read(string text, Func<PastedQuestion, PastedQuestion>? with = null, MaterialShelf? shelf = null)
    {
        var question = new PastedQuestion(text, Kinds.Balm);
        return PastedList.Read(with is null ? question : with(question), shelf ?? MaterialShelf.Plain);
    }

    private static string Mix(PastedList list) =>
        string.Join(
            ", ",
            (
                list.Content
                ?? throw new InvalidOperationException(string.Join(" | ", list.Rows.Select(row => $"{row.Text}: {row.Asks}")) + list.Says)
            ).Lines.Select(line => $"{line.Material} {line.Percent:0.##}")
        );

    public static TheoryData<string, string> Clear =>
        new()
        {
            // Percent, with and without the sign, before and after the name, by points and commas.
            { "Beeswax 20 %\nShea butter 30 %\nCastor oil 50 %", "beeswax 20, shea butter 30, castor oil 50" },
            { "20% beeswax\n30% shea butter\n50% castor oil", "beeswax 20, shea butter 30, castor oil 50" },
            { "Beeswax: 20\nShea butter: 30\nCastor oil: 50", "beeswax 20, shea butter 30, castor oil 50" },
            { "Beeswax 12,5 %; shea butter 37,5 %; castor oil 50 %", "beeswax 12.5, shea butter 37.5, castor oil 50" },
            { "beeswax 20%, shea butter 30%, castor oil 50%", "beeswax 20, shea butter 30, castor oil 50" },
            // Weights, volumes of known density, kilograms and ounces.
            { "100 g beeswax\n0.4 kg castor oil", "beeswax 20, castor oil 80" },
            { "1 oz beeswax\n3 oz castor oil", "beeswax 25, castor oil 75" },
            { "500 mg mixed tocopherols\n9.5 g castor oil", "mixed tocopherols 5, castor oil 95" },
            // Parts, fractions, written fractions.
            { "1 part beeswax\n3 parts castor oil", "beeswax 25, castor oil 75" },
            { "½ part beeswax\n1 ½ parts castor oil", "beeswax 25, castor oil 75" },
            { "1/2 part beeswax\n1 1/2 parts castor oil", "beeswax 25, castor oil 75" },
            // Ranges take the middle, the rest takes what is left.
            { "Beeswax 10 to 15 %\nCastor oil q.s.", "beeswax 12.5, castor oil 87.5" },
            { "Beeswax 10-15%\nCastor oil to 100", "beeswax 12.5, castor oil 87.5" },
            { "Beeswax 10 – 15 %\nCastor oil ad 100 %", "beeswax 12.5, castor oil 87.5" },
            { "Beeswax 20\nCastor oil remainder", "beeswax 20, castor oil 80" },
            { "Beeswax 20 %\nCastor oil", "beeswax 20, castor oil 80" },
            // Tables with tabs, pipes, commas and semicolons, and a page.
            { "Material\t%\tg\nBeeswax\t20\t100\nCastor oil\t80\t400", "beeswax 20, castor oil 80" },
            { "Phase;Material;Percent\nA;Beeswax;20,5\nA;Castor oil;79,5", "beeswax 20.5, castor oil 79.5" },
            { "name,amount (g),INCI\nbeeswax,20,Cera Alba\ncastor oil,80,Ricinus", "beeswax 20, castor oil 80" },
            { "| Material | % |\n|---|---|\n| Beeswax | 20 |\n| Castor oil | 80 |", "beeswax 20, castor oil 80" },
            {
                "<table><tr><td>Beeswax</td><td>20&nbsp;%</td></tr><tr><td>Castor&#32;oil</td><td>80 %</td></tr></table>",
                "beeswax 20, castor oil 80"
            },
            { "<ul><li><b>20&#37;</b> beeswax</li><li>80% castor oil<script>alert(1)</script></li></ul>", "beeswax 20, castor oil 80" },
            // Lists with marks, phases, totals, notes and numbers in names.
            { "Ingredients:\n• 20 % beeswax (organic)\n• 80 % castor oil*\nTotal 100 %\nMethod\n1. Melt 20 minutes.", "beeswax 20, castor oil 80" },
            { "1. Beeswax 20 %\n2. Polysorbate 80 5 %\n3. Castor oil 75 %", "beeswax 20, polysorbate 80 5, castor oil 75" },
            { "Polysorbate 80, 5\nBeeswax 20\nCastor oil 75", "polysorbate 80 5, beeswax 20, castor oil 75" },
            { "[ ] 1.200,5 g castor oil\n[x] 300,5 g beeswax", "castor oil 79.98, beeswax 20.02" },
            // Digits and signs of other scripts.
            { "Beeswax ٢٠٪\nCastor oil ８０％", "beeswax 20, castor oil 80" },
            // One material in two rows is one line.
            { "Castor oil 30 %\nBeeswax 20 %\nCastor oil 50 %", "castor oil 80, beeswax 20" },
        };

    [Theory]
    [MemberData(nameof(Clear))]
    public void WhatIsClearIsRead(string text, string mix)
    {
        var list = Read(text);
        Assert.Equal(mix, Mix(list));
        Assert.Equal(100, list.Content!.Total);
        FormulaCheck.Check(list.Content, MaterialShelf.Plain);
    }

    [Fact]
    public void WeightsTellTheBatchAndPhasesTheirLines()
    {
        var list = Read("Heated phase\n100 g beeswax\n390 g castor oil\nCool down\n10 g mixed tocopherols");
        Assert.Equal(500, list.Content!.Batch.Grams);
        Assert.Equal([Phase.Melt, Phase.Melt, Phase.CoolDown], list.Content.Lines.Select(line => line.Phase));
        Assert.Equal(PastedKind.Heading, list.Rows[0].Kind);
    }

    [Fact]
    public void OneMissingAmountIsSolvedFromTheBatch()
    {
        var list = Read("Makes 500 g\nBeeswax 100 g\nCastor oil\nShea butter 150 g");
        Assert.Equal("beeswax 20, castor oil 50, shea butter 30", Mix(list));
        Assert.Contains("the rest of 500", list.Rows[2].Says, StringComparison.Ordinal);
    }

    [Fact]
    public void TwoMissingAmountsAreAskedWithWhatTheyComeTo()
    {
        var list = Read("Beeswax 20 %\nCastor oil\nShea butter");
        Assert.Null(list.Content);
        Assert.All(list.Rows.Skip(1), row => Assert.Contains("together they are 80", row.Asks, StringComparison.Ordinal));
        var answered = Read("Beeswax 20 %\nCastor oil\nShea butter", ask =>
            ask with
            {
                Answers = [new(2, Amount: "50 %"), new(3, Amount: "the rest")],
            }
        );
        Assert.Equal("beeswax 20, castor oil 50, shea butter 30", Mix(answered));
    }

    [Fact]
    public void ANameThatIsOnlyNearIsAskedAndNeverTaken()
    {
        var list = Read("Beesvax 20 %\nCastor oil 80 %");
        Assert.Null(list.Content);
        Assert.Null(list.Rows[0].Material);
        Assert.Equal("beeswax", list.Rows[0].Candidates[0].Id);
        Assert.Equal("beeswax 20, castor oil 80", Mix(Read("Beesvax 20 %\nCastor oil 80 %", ask => ask with { Answers = [new(1, "beeswax")] })));
        Assert.Equal("castor oil 100", Mix(Read("Beesvax 20 %\nCastor oil 100 %", ask => ask with { Answers = [new(1, LeaveOut: true)] })));
    }

    [Fact]
    public void APartOfANameIsAsked()
    {
        var list = Read("Lavender 1 %\nCastor oil 99 %");
        Assert.Null(list.Rows[0].Material);
        Assert.True(list.Rows[0].Candidates.Count > 1);
    }

    [Fact]
    public void TheMakersOwnGradeIsTakenForItsKind()
    {
        var shelf = new MaterialShelf([new MakerMaterial("Beeswax, filtered", "beeswax")]);
        Assert.Equal("beeswax, filtered 20, castor oil 80", Mix(Read("Beeswax 20 %\nCastor oil 80 %", null, shelf)));
        var two = new MaterialShelf([new MakerMaterial("Beeswax, filtered", "beeswax"), new MakerMaterial("Beeswax, white", "beeswax")]);
        Assert.Null(Read("Cera Alba 20 %\nCastor oil 80 %", null, two).Content);
    }

    [Fact]
    public void SharesThatTotalSomethingElseAreAsked()
    {
        const string Text = "Beeswax 24 %\nCastor oil 80 %";
        var list = Read(Text);
        Assert.Equal([PastedAsk.Total], list.Asks);
        Assert.Equal(104, list.Total);
        Assert.Null(list.Content);
        Assert.Equal("beeswax 23.08, castor oil 76.92", Mix(Read(Text, ask => ask with { Scale = true })));
        Assert.Equal("beeswax 24, castor oil 76", Mix(Read(Text, ask => ask with { Rest = 2 })));
        Assert.Contains("cannot give", Read("Beeswax 2 %\nCastor oil 104 %", ask => ask with { Rest = 1 }).Rows[0].Asks, StringComparison.Ordinal);
    }

    [Fact]
    public void BareNumbersThatMakeNoHundredAreAsked()
    {
        const string Text = "Beeswax 1\nCastor oil 3";
        Assert.Equal([PastedAsk.Bare], Read(Text).Asks);
        Assert.Equal("beeswax 25, castor oil 75", Mix(Read(Text, ask => ask with { Bare = BareUnit.Parts })));
        Assert.Equal(4, Read(Text, ask => ask with { Bare = BareUnit.Grams }).Content!.Batch.Grams);
    }

    [Fact]
    public void WeightsBesideSharesNeedTheBatch()
    {
        const string Text = "Beeswax 20 %\nCastor oil 79 %\nMixed tocopherols 5 g";
        Assert.Equal([PastedAsk.Batch], Read(Text).Asks);
        Assert.Equal("beeswax 20, castor oil 79, mixed tocopherols 1", Mix(Read(Text, ask => ask with { BatchG = 500 })));
    }

    [Fact]
    public void ACommaThatMayPartThousandsIsAsked()
    {
        var list = Read("Castor oil 1,200 g\nBeeswax 300 g");
        Assert.Contains("1.2 or 1200", list.Rows[0].Asks, StringComparison.Ordinal);
        Assert.Equal(
            "castor oil 80, beeswax 20",
            Mix(Read("Castor oil 1,200 g\nBeeswax 300 g", ask => ask with { Answers = [new(1, Amount: "1200 g")] }))
        );
    }

    [Fact]
    public void SpoonsAndDropsAreTakenByDensityAndSaySo()
    {
        var list = Read("1 cup shea butter\n2 tbsp castor oil\n20 drops lavender essential oil");
        Assert.All(list.Rows, row => Assert.Contains("by its density", row.Says, StringComparison.Ordinal));
        Assert.Equal(100, list.Content!.Total);
    }

    [Fact]
    public void PartsBesideWeightsAreAsked() =>
        Assert.Contains("give this one as", Read("1 part beeswax\n30 g castor oil").Rows[0].Asks, StringComparison.Ordinal);

    [Theory]
    [InlineData("")]
    [InlineData("   \n\t\n")]
    [InlineData("<p></p>")]
    [InlineData("--- *** ---")]
    public void NothingIsToldAsNothing(string text) => Assert.Equal("text", Assert.Throws<Refusal>(() => Read(text)).Field);

    [Fact]
    public void AWrongAmountIsToldInItsRowAndAWrongRowRefused()
    {
        var wrong = Read("Beeswax 20\nCastor oil 80", ask => ask with { Answers = [new(1, Amount: "lots")] });
        Assert.Null(wrong.Content);
        Assert.Equal("lots", wrong.Rows[0].Amount);
        Assert.Contains("“lots” is no amount", wrong.Rows[0].Asks, StringComparison.Ordinal);
        Assert.Equal("answers.row", Assert.Throws<Refusal>(() => Read("Beeswax 20", ask => ask with { Answers = [new(9, LeaveOut: true)] })).Field);
        Assert.Equal("text", Assert.Throws<Refusal>(() => Read(new string('x', PastedList.LongestText + 1))).Field);
    }

    /// <summary>A megabyte of anything is answered in good time: no pattern runs away.</summary>
    [Theory]
    [InlineData("1,")]
    [InlineData("<")]
    [InlineData("<td>1/2 ")]
    [InlineData("a b, ")]
    [InlineData("1 1 1 1/")]
    [InlineData("½")]
    [InlineData("пчелиный воск 20 %\n")]
    public void AMegabyteIsReadInGoodTime(string piece)
    {
        var text = string.Concat(Enumerable.Repeat(piece, PastedList.LongestText / piece.Length));
        var begun = System.Diagnostics.Stopwatch.StartNew();
        try
        {
            Read(text);
        }
        catch (Refusal refusal)
        {
            Assert.NotEmpty(refusal.Field);
        }

        Assert.True(begun.Elapsed < TimeSpan.FromSeconds(10), $"{begun.Elapsed}");
    }

    [Fact]
    public void AnyTextIsReadAskedOrRefused() =>
        Gen.OneOf(
                Gen.String,
                Gen.OneOfConst("beeswax", "castor oil", "12", "%", "g", "½", "\n", "\t", ",", "to", "<td>", "q.s.", "٣", "🌊", "-", "1/0", "shea")
                    .Array[0, 40]
                    .Select(words => string.Join(' ', words))
            )
            .Sample(
                text =>
                {
                    try
                    {
                        var list = Read(text);
                        Assert.Equal(
                            list.Content is null,
                            list.Asks.Count > 0 || list.Rows.Any(row => row.Asks.Length > 0) || list.Rows.All(row => row.Kind != PastedKind.Line)
                        );
                        if (list.Content is { } content)
                        {
                            Assert.Equal(100, content.Total);
                            FormulaCheck.Check(content, MaterialShelf.Plain);
                        }
                    }
                    catch (Refusal refusal)
                    {
                        Assert.Contains(refusal.Field, new[] { "text" });
                    }
                },
                iter: 400
            );

    /// <summary>A mix written out in any of the usual ways comes back as it was.</summary>
    [Fact]
    public void AMixWrittenOutComesBack() =>
        Gen.Select(Sample.AnyMix, Gen.Int[0, 3])
            .Sample(
                (mix, way) =>
                {
                    var names = mix.Select(part => MaterialShelf.Plain.Get(part.Material, "").Name).ToArray();
                    string Number(decimal percent) => percent.ToString("0.####", System.Globalization.CultureInfo.InvariantCulture);
                    var lines = mix.Select(
                        (part, i) =>
                            way switch
                            {
                                0 => $"{names[i]}\t{Number(part.Percent)} %",
                                1 => $"{Number(part.Percent).Replace('.', ',')} % {names[i]}",
                                2 => $"- {names[i]}: {Number(part.Percent)} %",
                                _ => $"<tr><td>{names[i]}</td><td>{Number(part.Percent)}%</td></tr>",
                            }
                    );
                    var list = Read(string.Join('\n', lines));
                    for (var i = 0; i < mix.Length; i++)
                    {
                        // A name that two materials share is asked; what is taken is the right one at its share.
                        if (list.Rows[i].Material is { } material)
                        {
                            Assert.Equal(mix[i].Material, material.Id);
                        }

                        Assert.Contains(Number(mix[i].Percent), list.Rows[i].Amount.Replace(',', '.'), StringComparison.Ordinal);
                    }
                },
                iter: 60
            );
}
