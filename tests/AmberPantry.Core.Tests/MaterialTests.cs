using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;

namespace AmberPantry.Core.Tests;

public class MaterialTests
{
    /// <summary>Every table of the science with the column of the catalogue that joins it, and the density it gives for a row, if any.</summary>
    public static TheoryData<string, string[]> Tables =>
        new()
        {
            { "melt", [.. Rows("Science.Melt.Data.melt-materials.csv", "material")] },
            { "fat", [.. Science.Stability.Lipid.All.Keys] },
            { "powder", [.. Science.Powders.PowderMaterial.All.Keys] },
            { "fizz", [.. Science.Fizz.FizzMaterial.All.Keys] },
            { "base", [.. Science.Colour.ColourBase.All.Keys] },
            { "colourant", [.. Science.Colour.Colourant.All.Keys] },
            { "preservative", [.. Science.Stability.Preservative.All.Keys] },
            { "antioxidant", [.. Science.Stability.Antioxidant.All.Keys] },
            { "scent", [.. Science.Scent.ScentOil.All.Keys] },
            { "uv", [.. Safety.UvFilter.All.Keys] },
        };

    [Fact]
    public void EveryMaterialIsWholeAndUnlikeTheOthers()
    {
        Assert.True(Catalogue.All.Count >= 220);
        Assert.Equal(Catalogue.All.Count, Catalogue.All.Select(material => material.Id.ToUpperInvariant()).Distinct().Count());
        Assert.All(Catalogue.All, material =>
        {
            Assert.NotEmpty(material.Inci);
            Assert.NotEmpty(material.Source);
            Assert.InRange(material.DensityGMl, 0.7, 8);
            Assert.InRange(material.UseMaxPercent, material.UseMinPercent, 100);
            Assert.All(material.Rates, rate => Assert.InRange(rate.Max, rate.Min, 100));
            Assert.Matches("^#[0-9A-F]{6}$", material.Colour);
            Assert.False(material.IsPowder && material.Melt is not null);
            Assert.Equal(material.Melt is not null, material.Feel.Length > 0);
            Assert.True(material.Cas is null || IsCas(material.Cas), $"{material.Id}: {material.Cas}");
        });
    }

    [Theory]
    [MemberData(nameof(Tables))]
    public void EveryRowOfEveryTableBelongsToExactlyOneMaterial(string table, string[] keys)
    {
        var joined = Catalogue.All.Select(material => KeyOf(material, table)).OfType<string>();

        // A coated grade is the same filter to the law.
        Assert.Equal(keys.Order(StringComparer.Ordinal), (table == "uv" ? joined.Distinct() : joined).Order(StringComparer.Ordinal));
    }

    [Fact]
    public void NoMaterialContradictsItsRows() => Assert.All(Catalogue.All, material =>
        {
            double[] densities =
            [
                .. material.Keys.Fat is { } fat ? [Science.Stability.Lipid.All[fat].DensityGMl] : Array.Empty<double>(),
                .. material.Keys.Powder is { } powder ? [Science.Powders.PowderMaterial.All[powder].TrueGMl] : Array.Empty<double>(),
                .. material.Keys.Fizz is { } fizz ? [Science.Fizz.FizzMaterial.All[fizz].TrueGMl] : Array.Empty<double>(),
                .. material.Keys.Scent is { } scent ? [Science.Scent.ScentOil.All[scent].DensityGMl] : Array.Empty<double>(),
            ];
            Assert.All(densities, density => Assert.InRange(density / material.DensityGMl, 0.9, 1.12));
            if (material.Melt is { } spectrum)
            {
                Assert.InRange(spectrum.LiquidFraction + spectrum.Classes.Sum(part => part.Fraction), 0.9, Science.Melt.MeltSpectrum.MostFractionSum);
            }

            if (material.Keys.Scent is { } oil)
            {
                Assert.Equal(Science.Scent.ScentOil.All[oil].Inci, material.Inci);
                Assert.True(material.UseMaxPercent <= (decimal)Science.Scent.ScentOil.All[oil].MostRinseOffPct);
            }

            Assert.True(
                material.Keys.Antioxidant is not { } guard
                    || material.Role is not Role.Antioxidant
                    || (double)material.UseMaxPercent <= Science.Stability.Antioxidant.All[guard].UseMaxPct + 0.001,
                material.Id
            );
        });

    [Fact]
    public void LookAlikesNameMaterialsThatExist()
    {
        Assert.True(LookAlike.All.Count >= 20);
        Assert.All(LookAlike.All, pair =>
            Assert.True(
                MaterialShelf.Plain.Find(pair.One) is not null && MaterialShelf.Plain.Find(pair.Other) is not null && pair.Difference.Length > 20,
                $"{pair.One} and {pair.Other}"
            )
        );
        Assert.Contains(LookAlike.Of("tocopheryl acetate"), pair => pair.One == "mixed tocopherols");
    }

    [Theory]
    [InlineData("Cocoa butter", "cocoa butter")]
    [InlineData("karite", "shea butter")]
    [InlineData("bicarb", "sodium bicarbonate")]
    [InlineData("LAVENDER OIL", "lavender essential oil")]
    [InlineData("lemon oil", null)]
    [InlineData("moon dust", null)]
    public void ANameThatTwoShareResolvesToNeither(string name, string? id) => Assert.Equal(id, MaterialNames.Named(name)?.Id);

    [Theory]
    [InlineData("beswax", "beeswax")]
    [InlineData("bees wax", "beeswax")]
    [InlineData("candellila", "candelilla wax")]
    [InlineData("shae butter", "shea butter")]
    [InlineData("karité", "shea butter")]
    [InlineData("kokam", "kokum butter")]
    [InlineData("ho ho ba", "jojoba oil")]
    [InlineData("acetyl alcohol", "cetyl alcohol")]
    [InlineData("Cera Alba", "beeswax")]
    [InlineData("SUNFLOWER", "sunflower oil")]
    [InlineData("vitamin e", "mixed tocopherols")]
    [InlineData("jojba", "jojoba oil")]
    [InlineData("kokkum", "kokum butter")]
    [InlineData("etanol", "ethanol 96")]
    [InlineData("anatto", "annatto oil")]
    public void SearchForgivesSpelling(string typed, string meant) => Assert.Equal(meant, MaterialSearch.Find(typed, Catalogue.All)[0].Material.Id);

    [Theory]
    [InlineData("beeswax", NameFit.Exact)]
    [InlineData("beesw", NameFit.Starts)]
    [InlineData("wax", NameFit.Holds)]
    [InlineData("lavandar", NameFit.Near)]
    public void SearchSaysHowNearANameIs(string typed, NameFit fit) => Assert.Equal(fit, MaterialSearch.Find(typed, Catalogue.All)[0].Fit);

    [Theory]
    [InlineData("lavandar", false)]
    [InlineData("lavender", true)]
    [InlineData("beswax", true)]
    [InlineData("candela", true)]
    [InlineData("shae buter", true)]
    public void SearchSaysWhetherItIsSure(string typed, bool sure) => Assert.Equal(sure, MaterialSearch.Find(typed, Catalogue.All)[0].IsSure);

    [Fact]
    public void SearchTakesWhatMakersTypeAndMishear()
    {
        var cases = File.ReadLines(Path.Combine(AppContext.BaseDirectory, "data", "spellings.csv"))
            .Skip(1)
            .Select(line => line.Split(','))
            .Select(pair => (Typed: pair[0], Meant: pair[1], Found: MaterialSearch.Find(pair[0], Catalogue.All).FirstOrDefault()?.Material.Id))
            .ToArray();
        var wrong = cases.Where(one => one.Found != one.Meant).ToArray();
        Assert.True(wrong.Length <= 0.03 * cases.Length, $"{wrong.Length} of {cases.Length}: {string.Join("; ", wrong)}");
    }

    [Theory]
    [InlineData("moon dust")]
    [InlineData("zzzz")]
    [InlineData("🧴🧴")]
    public void SearchDoesNotGuessWildly(string typed) => Assert.True(typed == "🧴🧴" || MaterialSearch.Find(typed, Catalogue.All).Count == 0);

    [Fact]
    public void AMakersMaterialIsAGradeOfItsKind()
    {
        var shelf = new MaterialShelf([new MakerMaterial("Beeswax, filtered", "beeswax", PricePerKg: 14)]);
        var own = shelf.Get("beeswax, FILTERED", "material");
        Assert.Equal((14m, "Cera Alba"), (own.PricePerKg!.Value, own.Inci));
        Assert.Same(own, shelf.Preferred("beeswax"));
        Assert.Same(MaterialShelf.Plain.Get("beeswax", "m").Melt, own.Melt);
        var refusal = Assert.Throws<Refusal>(() => new MaterialShelf([new MakerMaterial("Odd wax", "odd")]));
        Assert.Equal("materials.Odd wax.basedOn", refusal.Field);
        Assert.Throws<Refusal>(() => new MaterialShelf([new MakerMaterial(new string('x', 300), "beeswax")]));
    }

    [Fact]
    public void AnUnknownNameIsAnsweredWithTheNearest() =>
        Assert.Equal("Did you mean Beeswax?", Assert.Throws<Refusal>(() => MaterialShelf.Plain.Get("beeswacs", "material")).Remedy);

    [Fact]
    public void AMixHasAColourBetweenItsParts()
    {
        Assert.Equal("#FFFFFF", PotColour.Of(Starters.Blank(Kinds.Balm), MaterialShelf.Plain));
        Assert.Equal("#E8C46C", PotColour.Of(Sample.Of(Kinds.Balm, ("beeswax", 100)), MaterialShelf.Plain));
    }

    private static string? KeyOf(Material material, string table) =>
        table switch
        {
            "melt" => material.Keys.Melt,
            "fat" => material.Keys.Fat,
            "powder" => material.Keys.Powder,
            "fizz" => material.Keys.Fizz,
            "base" => material.Keys.Base,
            "colourant" => material.Keys.Colourant,
            "antioxidant" => material.Keys.Antioxidant,
            "preservative" => material.Keys.Preservative,
            "scent" => material.Keys.Scent,
            _ => material.Keys.Uv,
        };

    /// <summary>The check digit of a CAS number: digits from the right times 1, 2, 3…, modulo 10.</summary>
    private static bool IsCas(string cas)
    {
        var digits = cas.Replace("-", "", StringComparison.Ordinal);
        var sum = digits[..^1].Reverse().Select((digit, i) => (digit - '0') * (i + 1)).Sum();
        return cas.Count(letter => letter == '-') == 2 && sum % 10 == digits[^1] - '0';
    }

    private static string[] Rows(string table, string column)
    {
        using var stream = typeof(Catalogue).Assembly.GetManifestResourceStream($"AmberPantry.Core.{table}")!;
        using var csv = new CsvHelper.CsvReader(new StreamReader(stream), System.Globalization.CultureInfo.InvariantCulture);
        csv.Read();
        csv.ReadHeader();
        var names = new List<string>();
        while (csv.Read())
        {
            names.Add(csv.GetField(column)!);
        }

        return [.. names];
    }

    [Theory]
    [InlineData("mixed tocopherols", 0.5)]
    [InlineData("lavender essential oil", 1)]
    [InlineData("shea butter", 5)]
    public void AFirstShareIsAUsualOne(string name, double percent) => Assert.Equal((decimal)percent, MaterialNames.Named(name)!.FirstPercent);

    [Fact]
    public void AFirstShareIsNeverAboveTheMost() =>
        Assert.All(Catalogue.All, material => Assert.InRange(material.FirstPercent, 0, material.UseMaxPercent));

    [Theory]
    [InlineData("castor oil", true)]
    [InlineData("lavender essential oil", true)]
    [InlineData("kaolin", false)]
    [InlineData("beeswax", false)]
    public void OnlyWhatDropsIsCountedInDrops(string name, bool drops)
    {
        var material = MaterialNames.Named(name)!;
        Assert.Equal(drops, material.DropsPerG is not null);
        if (drops)
        {
            Assert.Equal(20 / material.DensityGMl, material.DropsPerG!.Value, 9);
            Assert.Equal(30 / material.DensityGMl, (material with { DropsPerMl = 30 }).DropsPerG!.Value, 9);
        }
    }
}
