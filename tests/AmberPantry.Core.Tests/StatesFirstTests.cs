using System.Text.RegularExpressions;
using AmberPantry.Core.Assessment;
using AmberPantry.Core.Assessment.Rules;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Tests;

/// <summary>A maker reads states; figures of firmness stand beside a comparison or under "why?".</summary>
public partial class StatesFirstTests
{
    [GeneratedRegex(@"kPa")]
    private static partial Regex Figure();

    [GeneratedRegex(@"\b(brittle|hard|firm|scoopable|soft|slumping|liquid)\b")]
    private static partial Regex State();

    private static IEnumerable<(Formula Formula, Finding Finding)> Everything() =>
        FamilyRegistry
            .Usual.All.Select(family => Starters.For(family, MaterialShelf.Plain))
            .Concat(Firmer())
            .SelectMany(formula =>
                new Assessor(MaterialShelf.Plain, Sample.Shed)
                    .Assess(formula, new Question { Remedies = true })
                    .Findings.Select(finding => (formula, finding))
            );

    /// <summary>Slipway with ever more wax, then with ever less: too firm, and too soft.</summary>
    private static IEnumerable<Formula> Firmer()
    {
        var editor = new FormulaEditor(MaterialShelf.Plain);
        foreach (var share in new[] { "2", "6", "18", "26", "34" })
        {
            yield return editor.Apply(Sample.InTheCold(Sample.Slipway7), new SetShare(Sample.Slipway7.Lines[0].Id, share));
        }
    }

    [Fact]
    public void NoSentenceOrAdviceTellsAFigureOfFirmness() => Assert.All(Everything(), one =>
        {
            Assert.DoesNotMatch(Figure(), one.Finding.Sentence);
            Assert.DoesNotMatch(Figure(), one.Finding.Advice);
            Assert.DoesNotContain("Haighton", one.Finding.Sentence, StringComparison.Ordinal);
        });

    [Fact]
    public void FirmnessIsToldAsAStateAndItsFigureStandsUnderWhy()
    {
        var told = Everything().Where(one => one.Finding.Id is "picks-up-cold" or "family-firmness" or "room-swing").ToArray();
        Assert.Contains(told, one => one.Finding.Id == "picks-up-cold");
        Assert.Contains(told, one => one.Finding.Id == "family-firmness");
        Assert.All(told, one =>
        {
            Assert.Matches(State(), one.Finding.Sentence);
            Assert.Matches(Figure(), one.Finding.Because);
        });
    }

    [Fact]
    public void AnEffectNamesWhatChangesAndWhereBeforeAnyFigure()
    {
        var effects = Everything().SelectMany(one => one.Finding.Remedies).Select(remedy => remedy.Effect).Where(effect => Figure().IsMatch(effect));
        Assert.All(effects, effect => Assert.Matches(@"(softer|firmer) at \S+ \S+ \(\d+ → \d+(\.\d)?.kPa\)", effect.Replace('\u202f', ' ')));
    }

    [Theory]
    [InlineData("tin", 1, "tin")]
    [InlineData("tin", 0, "tins")]
    [InlineData("tube", 22, "tubes")]
    [InlineData("box", 2, "boxes")]
    [InlineData("pouch", 2, "pouches")]
    [InlineData("glass", 3, "glasses")]
    [InlineData("jelly", 2, "jellies")]
    [InlineData("tray", 2, "trays")]
    public void OneAndMany(string unit, int count, string told) => Assert.Equal(told, Wording.Plural(unit, count));

    [Theory]
    [InlineData("“” is not a share.", "An empty text is not a share.")]
    [InlineData("There is no landmark “”.", "There is no landmark an empty text.")]
    [InlineData("“x” is no share.", "“x” is no share.")]
    public void NoQuotesStandRoundNothing(string written, string told) => Assert.Equal(told, new Refusal(Codes.Range, "f", "", written, "r").Message);

    [Fact]
    public void AWeakestOilIsToldOnlyWhereItShortensTheTime()
    {
        var keeping = Everything().Where(one => one.Finding.Id == "keeping").Select(one => one.Finding.Sentence).ToArray();
        Assert.Contains(keeping, sentence => sentence.Contains("weakest oil", StringComparison.Ordinal));
        Assert.All(keeping.Where(sentence => sentence.Contains("weakest oil", StringComparison.Ordinal)), sentence =>
        {
            var figures = Regex.Matches(sentence, @"(\d+) months|; (\d+) if").ToArray();
            Assert.True(
                int.Parse(figures[1].Groups[2].Value, System.Globalization.CultureInfo.InvariantCulture)
                    < int.Parse(figures[0].Groups[1].Value, System.Globalization.CultureInfo.InvariantCulture),
                sentence
            );
        });
    }
}
