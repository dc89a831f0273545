using AmberPantry.Core.Materials;
using AmberPantry.Core.Pantry;
using AmberPantry.Data.Stock;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;

namespace AmberPantry.Data.Materials;

/// <summary>A material of the maker's own.</summary>
public sealed class MaterialRow
{
    /// <summary>Key: the name in small letters.</summary>
    public required string Id { get; set; }

    public required string Name { get; set; }

    /// <summary>Key of the catalogue material it behaves like.</summary>
    public required string BasedOn { get; set; }

    public string? Inci { get; set; }

    public decimal? PricePerKg { get; set; }

    public decimal? UseMaxPercent { get; set; }

    /// <summary>The supplier's lot in use.</summary>
    public string? Lot { get; set; }

    public DateOnly? BestBefore { get; set; }

    /// <summary>What twenty drops from its own dropper weigh, g.</summary>
    public decimal? DropsG { get; set; }

    /// <summary>What ten strokes of its own pump weigh, g.</summary>
    public decimal? StrokesG { get; set; }

    /// <summary>How much higher the lot in use melts than its kind does, K.</summary>
    public decimal? MeltShiftK { get; set; }

    public MakerMaterial ToMaterial() =>
        new(Name, BasedOn, Inci, PricePerKg, UseMaxPercent, Lot, BestBefore)
        {
            DropsG = DropsG,
            StrokesG = StrokesG,
            MeltShiftK = MeltShiftK,
        };
}

/// <summary>Another name the maker has for a material.</summary>
public sealed class MyNameRow
{
    /// <summary>Key of the material.</summary>
    public required string Material { get; set; }

    public required string Name { get; set; }

    public MyName ToName() => new(Material, Name);
}

/// <summary>What the rows of materials come to together.</summary>
public static class MaterialRows
{
    /// <summary>The catalogue with the maker's own materials and names, in the order of their names, and with her lots.</summary>
    /// <param name="lots">All lots; left out, they are read.</param>
    /// <param name="today">Lots that are past are passed over; null where nobody asks what day it is.</param>
    public static MaterialShelf Shelf(this PantryDb db, IReadOnlyList<Lot>? lots = null, DateOnly? today = null) =>
        new(
            db.Materials.AsNoTracking().OrderBy(row => row.Name).AsEnumerable().Select(row => row.ToMaterial()),
            db.MyNames.AsNoTracking().OrderBy(row => row.Name).AsEnumerable().Select(row => row.ToName()),
            LotRows.InUse(lots ?? db.AllLots(), today)
        );
}

internal sealed class MaterialConfiguration : IEntityTypeConfiguration<MaterialRow>, IEntityTypeConfiguration<MyNameRow>
{
    public void Configure(EntityTypeBuilder<MaterialRow> builder) => builder.ToTable("Materials");

    public void Configure(EntityTypeBuilder<MyNameRow> builder)
    {
        builder.HasKey(row => new { row.Material, row.Name });
        builder.ToTable("MyNames");
    }
}
