using AmberPantry.Core.Assessment;
using AmberPantry.Core.Composition;
using AmberPantry.Core.House;
using AmberPantry.Core.Materials;

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
    [InlineData("mango-against-shea", "mango butter", Family.Butter)]
    [InlineData("how-much-powder", "arrowroot starch", Family.Butter)]
    [InlineData("coconut-in-butter", "coconut oil", Family.Butter)]
    [InlineData("deodorant-active", "sodium bicarbonate", Family.DeodorantStick)]
    [InlineData("which-salt-clumps", "Epsom salt", Family.BathSalts)]
    [InlineData("tub-dispersant", "sunflower oil", Family.BathSalts)]
    public void AQuestionIsRaisedByItsMaterialInItsFamilyOnly(string id, string material, Family family)
    {
        Assert.Contains(id, Raised(family, (material, 10), ("shea butter", 90)));
        Assert.DoesNotContain(id, Raised(family, ("shea butter", 100)));
        Assert.DoesNotContain(id, Raised(family == Family.BathSalts ? Family.Stick : Family.PowderCleanser, (material, 10), ("kaolin", 90)));
    }

    [Fact]
    public void AQuestionStandsBesideTheFindingThatRestsOnItOrInOneNote()
    {
        var findings = Sample.Assessor.Assess(Sample.Of(Family.Butter, ("shea butter", 60), ("mango butter", 10), ("sunflower oil", 30))).Findings;
        Assert.Contains(findings.Single(finding => finding.Id == "grain").Schools, school => school.Id == "fast-or-slow");
        Assert.Contains(findings.Single(finding => finding.Id == "makers-differ").Schools, school => school.Id == "mango-against-shea");
        var told = findings.SelectMany(finding => finding.Schools).Select(school => school.Id).ToArray();
        Assert.Equal(told.Length, told.Distinct().Count());
    }

    [Theory]
    [InlineData("keeping")]
    [InlineData("water")]
    [InlineData("market")]
    public void AnUnknownSchoolIsNamedWithTheChoices(string which)
    {
        var schools = which switch { "keeping" => new Schools(Keeping: "hope"), "water" => new Schools(Water: "hope"), _ => new Schools(Market: "hope") };
        var refusal = Assert.Throws<Refusal>(() => new HouseSettings { Workshop = new Workshop { Schools = schools } }.Checked());
        Assert.Equal($"workshop.schools.{which}", refusal.Field);
        Assert.Equal("hope", refusal.Value);
    }

    [Fact]
    public void TheChosenSchoolsChangeTheVerdict()
    {
        var blend = Sample.Of(Family.BodyOil, ("high-oleic sunflower oil", 70), ("rosehip oil", 29.5m), ("mixed tocopherols", 0.5m));
        double Months(string keeping) => new Assessor(MaterialShelf.Plain, new Workshop { Schools = new(Keeping: keeping) }).Assess(blend, whole: true).Product!.Keeping.Months;
        Assert.True(Months("weakest") < Months("diluted"));
    }

    private static IEnumerable<string> Raised(Family family, params (string Material, decimal Percent)[] parts) =>
        Sample.Assessor.Assess(Sample.Of(family, parts), whole: true).Product!.Schools.Select(school => school.Id);
}
