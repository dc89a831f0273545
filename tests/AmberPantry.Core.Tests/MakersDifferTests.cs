using AmberPantry.Core.Assessment;
using AmberPantry.Core.Assessment.Rules;
using AmberPantry.Core.Families;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Tests;

public class MakersDifferTests
{
    [Fact]
    public void EachQuestionNamesBothSidesAndHowItIsTaken()
    {
        Assert.Equal(School.All.Count, School.All.Select(school => school.Id).Distinct().Count());
        Assert.All(School.All, school => Assert.All([school.Question, school.One, school.Other, school.Settled], text => Assert.NotEmpty(text)));
    }

    [Fact]
    public void EachQuestionHasItsLineInTheDocuments()
    {
        var page = File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "schools.md"));
        Assert.All(School.All, school => Assert.Contains($"| {school.Question} | {school.Settled} |", page));
        Assert.Equal(School.All.Count, page.Split('\n').Count(line => line.StartsWith("| D", StringComparison.Ordinal)));
    }

    [Theory]
    [InlineData("mango-against-shea", "mango butter", Kinds.Butter)]
    [InlineData("how-much-powder", "arrowroot starch", Kinds.Butter)]
    [InlineData("coconut-in-butter", "coconut oil", Kinds.Butter)]
    [InlineData("deodorant-active", "sodium bicarbonate", Kinds.DeodorantStick)]
    [InlineData("which-salt-clumps", "Epsom salt", Kinds.BathSalts)]
    [InlineData("tub-dispersant", "sunflower oil", Kinds.BathSalts)]
    public void AQuestionIsRaisedByItsMaterialInItsFamilyOnly(string id, string material, string family)
    {
        Assert.Contains(id, Raised(family, (material, 10), ("shea butter", 90)));
        Assert.DoesNotContain(id, Raised(family, ("shea butter", 100)));
        Assert.DoesNotContain(id, Raised(family == Kinds.BathSalts ? Kinds.Stick : Kinds.PowderCleanser, (material, 10), ("kaolin", 90)));
    }

    [Fact]
    public void AQuestionStandsBesideTheFindingThatRestsOnItOrInOneNote()
    {
        var findings = Sample.Assessor.Assess(Sample.Of(Kinds.Butter, ("shea butter", 60), ("mango butter", 10), ("sunflower oil", 30))).Findings;
        Assert.Contains(findings.Single(finding => finding.Id == "grain").Schools, school => school.Id == "fast-or-slow");
        Assert.Contains(findings.Single(finding => finding.Id == "makers-differ").Schools, school => school.Id == "mango-against-shea");
        var told = findings.SelectMany(finding => finding.Schools).Select(school => school.Id).ToArray();
        Assert.Equal(told.Length, told.Distinct().Count());
    }

    [Fact]
    public void TheChosenSchoolsChangeTheVerdict()
    {
        var blend = Sample.Of(Kinds.BodyOil, ("high-oleic sunflower oil", 70), ("rosehip oil", 29.5m), ("mixed tocopherols", 0.5m));
        double Months(KeepingSchool keeping) =>
            new Assessor(MaterialShelf.Plain, new Workshop { Schools = new(Keeping: keeping) }).Assess(blend).Parts.Keeping!.Oils.Months;
        Assert.True(Months(KeepingSchool.Weakest) < Months(KeepingSchool.Diluted));
    }

    private static IEnumerable<string> Raised(Family family, params (string Material, decimal Percent)[] parts) =>
        Sample.Assessor.Assess(Sample.Of(family, parts)).Schools.Select(school => school.Id);
}
