using System.Collections;
using System.Reflection;
using System.Text.RegularExpressions;
using AmberPantry.Core.Assessment;
using AmberPantry.Core.Assessment.Rules;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making.Sheets;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Tests;

/// <summary>Nothing that is said stays in units that the house does not use.</summary>
public partial class UnitsTests
{
    private static readonly Workshop Abroad = Sample.Shed with { Temperature = TemperatureUnit.Fahrenheit, Weight = WeightUnit.Ounces };
    private static readonly Wording Here = new(Sample.Shed);
    private static readonly Wording There = new(Abroad);

    [GeneratedRegex(@"\d[ \u202f]?(°C|K|g|kg)\b(?!/)")]
    private static partial Regex Metric();

    [GeneratedRegex(@"\d[ \u202f]?(K|°F|oz)\b")]
    private static partial Regex Foreign();

    [Theory]
    [InlineData("Slumps at 41.5 °C.", "Slumps at 107\u202f°F.")]
    [InlineData("Type −5 to 60 °C.", "Type 23 to 140\u202f°F.")]
    [InlineData("from 40 °C to 23 °C", "from 104\u202f°F to 73\u202f°F")]
    [InlineData("stock needs 3 K to spare", "stock needs 5.5\u202f°F to spare")]
    [InlineData("Pour 5 to 15 K above", "Pour 9 to 27\u202f°F above")]
    [InlineData("49.5 → 46.5 °C", "121 → 116\u202f°F")]
    [InlineData("600 g → 1,080 g", "21.2\u202foz → 38.1\u202foz")]
    [InlineData("**0.5 g** of oil", "**0.018\u202foz** of oil")]
    [InlineData("density 0.91 g/ml, 5 kPa, 12 gums, vitamin K 5", "density 0.91 g/ml, 5 kPa, 12 gums, vitamin K 5")]
    public void SentencesOfTheScienceAreToldInTheHousesUnits(string written, string told)
    {
        Assert.Equal(told, There.Text(written));
        Assert.Equal(told, There.Text(told));
    }

    [Theory]
    [InlineData("stock needs 3 K to spare", "stock needs 3\u202f°C to spare")]
    [InlineData("Hold at 167 °F", "Hold at 75\u202f°C")]
    [InlineData("about 21.2 oz", "about 601\u202fg")]
    [InlineData("Slumps at 41.5 °C, 5 g.", "Slumps at 41.5 °C, 5 g.")]
    public void WhatWasWrittenInOtherUnitsComesHome(string written, string told) => Assert.Equal(told, Here.Text(written));

    public static TheoryData<Family> Families => [.. FamilyRegistry.Usual.All.Select(profile => profile.Family)];

    [Theory]
    [MemberData(nameof(Families))]
    public void FindingsFiguresAndStepsOfEveryFamilyAreInTheHousesUnits(Family family)
    {
        foreach (var (workshop, wrong) in new[] { (Abroad, Metric()), (Sample.Shed, Foreign()) })
        {
            var assessor = new Assessor(MaterialShelf.Plain, workshop);
            var say = new Wording(workshop);
            foreach (var formula in Mixes(family))
            {
                var assessed = assessor.Assess(formula, new Question { Remedies = true });
                var told = new List<object?> { assessed.Findings, assessed.Schools, assessed.Weighing.Steps };
                told.AddRange(
                    assessed
                        .Parts.GetType()
                        .GetProperties()
                        .Select(part => part.GetValue(assessed.Parts))
                        .Select(part => part?.GetType().GetProperty("Steps")?.GetValue(part))
                );
                told.Add(assessed.Parts.Melt?.Sentence);
                told.Add(assessed.Parts.Melt?.SlumpSays);
                told.Add(new SheetWriter(MaterialShelf.Plain, workshop).For(formula).Steps.Select(step => step.In(say)).ToArray());

                Assert.All(Texts(told), text => Assert.False(wrong.IsMatch(text), text));
            }
        }
    }

    /// <summary>The starter, and the same with its largest lines traded, so that more rules speak.</summary>
    private static IEnumerable<Formula> Mixes(Family family)
    {
        var starter = Starters.For(FamilyRegistry.Usual.Get(family, "family"), MaterialShelf.Plain);
        yield return starter;
        yield return starter with
        {
            Batch = new BatchSize(40, null, null, null),
            PourC = 40,
        };
        var editor = new FormulaEditor(MaterialShelf.Plain);
        foreach (var line in starter.Lines)
        {
            yield return editor.Apply(
                starter,
                [new SetShare(line.Id, Math.Min(95, line.Percent * 3).ToString(System.Globalization.CultureInfo.InvariantCulture), GivesWay.Everyone)]
            );
        }
    }

    private static IEnumerable<string> Texts(object? told) =>
        told switch
        {
            null => [],
            string text => [text],
            FindingNumber => [],
            IEnumerable many => many.Cast<object?>().SelectMany(Texts),
            _ when told.GetType().Namespace?.StartsWith("AmberPantry", StringComparison.Ordinal) == true && !told.GetType().IsEnum => told.GetType()
                .GetProperties(BindingFlags.Public | BindingFlags.Instance)
                .Where(property => property.GetIndexParameters().Length == 0 && property.Name is not ("Edits" or "Id" or "Numbers"))
                .SelectMany(property => Texts(property.GetValue(told))),
            _ => [],
        };
}
