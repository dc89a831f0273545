using AmberPantry.Core.Assessment;
using AmberPantry.Core.Assessment.Rules;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;
using CsCheck;

namespace AmberPantry.Core.Tests;

/// <summary>Formulas that tests share, and generators of any.</summary>
public static class Sample
{
    private static readonly string[] Melting = [.. Catalogue.All.Where(material => material.Melt is not null).Select(material => material.Id)];

    /// <summary>Two to nine different melting materials with shares that total 100.</summary>
    public static Gen<(string Material, decimal Percent)[]> AnyMix { get; } =
        Gen.Select(Gen.Shuffle(Melting, 2, 9), Gen.Int[1, 1000].Array[9])
            .Select(
                (materials, weights) =>
                {
                    var shares = Amounts.ToPercent([.. weights.Take(materials.Length).Select(weight => (decimal)weight)]);
                    return materials.Select((material, i) => (material, shares[i])).ToArray();
                }
            );

    public static Workshop Shed { get; } =
        new()
        {
            WorkroomC = 21,
            Scale = new Scale(0.1m),
            Containers = [new Container("tin-60", "Tin, 60 ml", "tin", 60, 0.34m), new Container("tube", "Tube", "tube", 75, 0.42m, IsPlastic: true)],
        };

    public static Assessor Assessor { get; } = new(MaterialShelf.Plain, Shed);

    /// <summary>The winter balm that leaked in the van.</summary>
    public static Formula Slipway4 { get; } =
        Of(
            Kinds.Balm,
            ("beeswax", 5.5m),
            ("shea butter", 30),
            ("lanolin", 8),
            ("high-oleic sunflower oil", 43.5m),
            ("castor oil", 11),
            ("essential oil", 1),
            ("mixed tocopherols", 0.8m),
            ("rosemary extract in oil", 0.2m)
        );

    /// <summary>The same, asked to stand the winter porch too.</summary>
    public static Formula InTheCold(Formula formula) => formula with { MustStand = [Landmark.Porch, Landmark.Workroom, Landmark.Skin, Landmark.Van] };

    /// <summary>The one that stands the van.</summary>
    public static Formula Slipway7 { get; } =
        Of(
            Kinds.Balm,
            ("beeswax", 12),
            ("candelilla wax", 1),
            ("shea butter", 24),
            ("lanolin", 8),
            ("high-oleic sunflower oil", 43),
            ("castor oil", 10),
            ("essential oil", 1),
            ("mixed tocopherols", 0.8m),
            ("rosemary extract in oil", 0.2m)
        );

    public static Formula Of(Family family, params (string Material, decimal Percent)[] parts) =>
        new()
        {
            Family = family,
            Lines =
            [
                .. parts.Select(
                    (part, i) =>
                    {
                        var material = MaterialShelf.Plain.Get(part.Material, "material");
                        return new FormulaLine($"L{i + 1}", material.Id, part.Percent, material.UsualPhase);
                    }
                ),
            ],
            Batch = new BatchSize(600),
        };

    public static Finding? Found(this Assessment.Assessment assessment, string id) =>
        assessment.Findings.FirstOrDefault(finding => finding.Id.StartsWith(id, StringComparison.Ordinal));
}
