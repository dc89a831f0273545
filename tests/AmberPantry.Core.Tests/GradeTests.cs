using AmberPantry.Core.Assessment;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using CsCheck;

namespace AmberPantry.Core.Tests;

/// <summary>A maker's own material keeps the science of the one it is a grade of.</summary>
public class GradeTests
{
    private static readonly string[] All = [.. Catalogue.All.Select(material => material.Id)];

    /// <summary>Every material of the catalogue under a name of the maker's own.</summary>
    private static readonly MaterialShelf Renamed = new([.. Catalogue.All.Select(material => new MakerMaterial(Mine(material.Id), material.Id))]);

    private static readonly Assessor Mines = new(Renamed, Sample.Shed with { HumidityPercent = 63 });
    private static readonly Assessor Theirs = new(MaterialShelf.Plain, Sample.Shed with { HumidityPercent = 63 });

    [Fact]
    public void ARenamedGradeChangesNoFindingButTheName() =>
        Gen.Select(Gen.Shuffle(All, 2, 10), Gen.OneOfConst(Kinds.All), Gen.Int[1, 1000].Array[10])
            .Sample(
                (materials, family, weights) =>
                {
                    var shares = Amounts.ToPercent([.. weights.Take(materials.Length).Select(weight => (decimal)weight)]);
                    var plain = Sample.Of(family, [.. materials.Select((material, i) => (material, shares[i]))]);
                    var mine = plain with { Lines = [.. plain.Lines.Select(line => line with { Material = Mine(line.Material) })] };
                    Assert.Equal(Told(Theirs.Assess(plain)), Told(Mines.Assess(mine)));
                },
                iter: 300
            );

    [Fact]
    public void EveryMaterialAloneKeepsItsCautionsUnderAnotherName() => Assert.All(Catalogue.All, material => Assert.All(Kinds.All, family =>
            {
                var plain = Sample.Of(family, (material.Id, 100));
                var mine = plain with { Lines = [plain.Lines[0] with { Material = Mine(material.Id) }] };
                Assert.Equal(Told(Theirs.Assess(plain)), Told(Mines.Assess(mine)));
            }));

    [Theory]
    [InlineData("grandma's salt", "Epsom salt")]
    [InlineData("the green jar", "kaolin")]
    public void NamesOfTheMakersOwnAreFound(string name, string material)
    {
        var shelf = new MaterialShelf([], [new MyName(material, name)]);
        Assert.Equal(material, MaterialSearch.Find(name[..^2], shelf.All, 1).Single().Material.Id);
        Assert.Equal([name], shelf.Find(material)!.MyNames);
        Assert.Empty(MaterialShelf.Plain.Find(material)!.MyNames);
    }

    [Fact]
    public void AnOverlongNameIsCutBeforeItIsSearched()
    {
        var clock = System.Diagnostics.Stopwatch.StartNew();
        var refusal = Assert.Throws<Refusal>(() => MaterialShelf.Plain.Get(new string('x', 300_000), "material"));
        Assert.Equal(80, refusal.Value!.Length);
        Assert.True(refusal.Message.Length < 200);
        Assert.True(clock.ElapsedMilliseconds < 2000, $"{clock.ElapsedMilliseconds} ms");
    }

    private static string Mine(string id) => $"my own {id}";

    /// <summary>Findings and their numbers, without the words that name materials.</summary>
    private static string[] Told(Assessment.Assessment assessment) =>
        [
            .. assessment.Findings.Select(finding =>
                $"{finding.Id} {finding.Severity} {string.Join(' ', finding.Numbers.Select(number => $"{number.Value:G9}"))}"
            ),
            .. assessment.Schools.Select(school => school.Id),
            assessment.Lamp.State.ToString(),
        ];
}
