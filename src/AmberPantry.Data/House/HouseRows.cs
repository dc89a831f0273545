using AmberPantry.Core.Workshops;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;

namespace AmberPantry.Data.House;

/// <summary>The pantry itself: one row.</summary>
public sealed class PantryRow
{
    public const int OnlyId = 1;

    public int Id { get; set; } = OnlyId;

    /// <summary>What the wall clock said when a made-up pantry began; null for a maker's own data.</summary>
    public DateTime? BegunAt { get; set; }

    /// <summary>How many times as fast as the wall clock a made-up pantry's goes.</summary>
    public double ClockSpeed { get; set; } = 1;

    /// <summary>What the wall clock said when it was set to that; null while it was never set.</summary>
    public DateTime? ClockSetAt { get; set; }

    /// <summary>What the pantry's clock showed then.</summary>
    public DateTime? ClockShown { get; set; }
}

/// <summary>What is set for the house: one row.</summary>
public sealed class HouseRow
{
    public const int OnlyId = 1;

    public int Id { get; set; } = OnlyId;

    public required HouseSettings Settings { get; set; }

    /// <summary>Counts every change; a writer must name the one it saw.</summary>
    public int Revision { get; set; }
}

/// <summary>The workroom as last read: one row, apart from the settings so that both can be written at once.</summary>
public sealed class ReadingRow
{
    public const int OnlyId = 1;

    public int Id { get; set; } = OnlyId;

    /// <summary>°C.</summary>
    public double WorkroomC { get; set; }

    public double? HumidityPercent { get; set; }

    public DateTime? ReadAt { get; set; }
}

/// <summary>Tomorrow's temperature at a landmark: a row each, so that two can be written at once.</summary>
public sealed class TomorrowRow
{
    public required string Place { get; set; }

    /// <summary>°C.</summary>
    public double TemperatureC { get; set; }
}

internal sealed class HouseConfiguration
    : IEntityTypeConfiguration<PantryRow>,
        IEntityTypeConfiguration<HouseRow>,
        IEntityTypeConfiguration<ReadingRow>,
        IEntityTypeConfiguration<TomorrowRow>
{
    public void Configure(EntityTypeBuilder<PantryRow> builder)
    {
        builder.Property(row => row.Id).ValueGeneratedNever();
        builder.Property(row => row.ClockSpeed).HasDefaultValue(1.0);
        builder.ToTable("Pantry", table => table.HasCheckConstraint("OnePantry", $"Id = {PantryRow.OnlyId}"));
    }

    public void Configure(EntityTypeBuilder<HouseRow> builder)
    {
        builder.Property(row => row.Id).ValueGeneratedNever();
        builder.Property(row => row.Settings).AsJson();
        builder.Property(row => row.Revision).IsConcurrencyToken();
        builder.ToTable("House", table => table.HasCheckConstraint("OneHouse", $"Id = {HouseRow.OnlyId}"));
    }

    public void Configure(EntityTypeBuilder<ReadingRow> builder)
    {
        builder.Property(row => row.Id).ValueGeneratedNever();
        builder.ToTable("Reading", table => table.HasCheckConstraint("OneReading", $"Id = {ReadingRow.OnlyId}"));
    }

    public void Configure(EntityTypeBuilder<TomorrowRow> builder)
    {
        builder.HasKey(row => row.Place);
        builder.ToTable("Tomorrow");
    }
}
