using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making;
using AmberPantry.Data.Formulas;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;

namespace AmberPantry.Data.Batches;

/// <summary>A batch as it stands. What lists show has columns of its own, so that no list opens the record.</summary>
public sealed class BatchRow
{
    public int Id { get; set; }

    public required string Lot { get; set; }

    public int TrialId { get; set; }

    public TrialRow? Trial { get; set; }

    /// <summary>The formula as frozen when the batch began, with what an over-pour changed.</summary>
    public required Formula Content { get; set; }

    public required IReadOnlyList<MakeStep> Steps { get; set; }

    /// <summary>Id of the step it stands at.</summary>
    public required string AtStep { get; set; }

    public DateTime StartedAt { get; set; }

    public DateTime TouchedAt { get; set; }

    public DateTime? FinishedAt { get; set; }

    public double WorkroomC { get; set; }

    public double? HumidityPercent { get; set; }

    /// <summary>Slump said of the batch as weighed, °C.</summary>
    public double? SlumpC { get; set; }

    public int? UnitsMade { get; set; }

    public int? UnitsLeft { get; set; }

    /// <summary>What became of it beside the containers that were counted.</summary>
    public Filling? Filling { get; set; }

    public StockPlace Place { get; set; }

    public string Notes { get; set; } = "";

    /// <summary>Why it was given up; null unless it was.</summary>
    public string? GivenUpFor { get; set; }

    public DateTime? ArchivedAt { get; set; }

    public IReadOnlyList<Correction> Corrections { get; set; } = [];

    public IReadOnlyList<StockMove> StockMoves { get; set; } = [];

    public IReadOnlyList<Reading> Readings { get; set; } = [];

    /// <summary>Which lots its weighings came from.</summary>
    public IReadOnlyList<LotTaken> Lots { get; set; } = [];

    /// <summary>What was answered where it left its sheet.</summary>
    public IReadOnlyList<DeviationAnswer> Answers { get; set; } = [];

    /// <summary>What it told of how good it was said.</summary>
    public IReadOnlyList<Evidence> Evidence { get; set; } = [];

    public int Revision { get; set; }

    /// <summary>Id of the command that began it.</summary>
    public Guid BegunBy { get; set; }

    /// <summary>Who read the stops before it began; empty where there were none.</summary>
    public string SignedBy { get; set; } = "";

    // --- columns for lists, written with the rest by BatchRecordKeeper
    public Family Family { get; set; }

    /// <summary>Mass of the batch, micrograms.</summary>
    public long BatchUg { get; set; }

    public string? Container { get; set; }

    /// <summary>Colour in the pot, #RRGGBB.</summary>
    public string Colour { get; set; } = "#FFFFFF";

    public int AtIndex { get; set; }

    public StepKind AtKind { get; set; }

    public string AtTitle { get; set; } = "";

    public int StepCount { get; set; }

    public int ObservationCount { get; set; }

    /// <summary>When it is to be looked at next; null where it is not.</summary>
    public DateTime? LookAt { get; set; }

    public List<BatchStepRow> Done { get; } = [];

    public List<ObservationRow> Observations { get; } = [];
}

/// <summary>What was recorded at a step.</summary>
public sealed class BatchStepRow
{
    public int Id { get; set; }

    public int BatchId { get; set; }

    public required string Step { get; set; }

    public DateTime DoneAt { get; set; }

    /// <summary>Micrograms.</summary>
    public long? WeighedUg { get; set; }

    public double? TemperatureC { get; set; }

    public string? Note { get; set; }

    /// <summary>Name of the scale it was read from.</summary>
    public string? Scale { get; set; }

    /// <summary>What was tared away, micrograms.</summary>
    public long? TareUg { get; set; }

    /// <summary>Drops that were counted.</summary>
    public int? Drops { get; set; }
}

/// <summary>A command that a batch has taken: its history, and the proof that it came once.</summary>
public sealed class BatchCommandRow
{
    /// <summary>Id given by the writer.</summary>
    public Guid Id { get; set; }

    public int BatchId { get; set; }

    /// <summary>When it was done by hand, UTC.</summary>
    public DateTime HappenedAt { get; set; }

    public DateTime ArrivedAt { get; set; }

    public required BatchCommand Command { get; set; }
}

public sealed class ObservationRow
{
    public Guid Id { get; set; }

    public int BatchId { get; set; }

    public DateTime At { get; set; }

    public ObservationKind Kind { get; set; }

    /// <summary>Temperature of the check, °C.</summary>
    public double? TemperatureC { get; set; }

    /// <summary>Thumb press 1 to 5, or the slump in °C.</summary>
    public double? Value { get; set; }

    /// <summary>What the model said of the same, for the batch as weighed.</summary>
    public double? Said { get; set; }

    public string Text { get; set; } = "";

    /// <summary>Key of the test; null for what is none.</summary>
    public string? Test { get; set; }
}

internal sealed class BatchConfiguration
    : IEntityTypeConfiguration<BatchRow>,
        IEntityTypeConfiguration<BatchStepRow>,
        IEntityTypeConfiguration<BatchCommandRow>,
        IEntityTypeConfiguration<ObservationRow>
{
    public void Configure(EntityTypeBuilder<BatchRow> builder)
    {
        builder.Property(row => row.Content).AsJson();
        builder.Property(row => row.Steps).AsJson();
        builder.Property(row => row.Corrections).AsJson().HasDefaultValueSql("'[]'");
        builder.Property(row => row.StockMoves).AsJson().HasDefaultValueSql("'[]'");
        builder.Property(row => row.Readings).AsJson().HasDefaultValueSql("'[]'");
        builder.Property(row => row.Lots).AsJson().HasDefaultValueSql("'[]'");
        builder.Property(row => row.Answers).AsJson().HasDefaultValueSql("'[]'");
        builder.Property(row => row.Evidence).AsJson().HasDefaultValueSql("'[]'");
        builder.Property(row => row.Filling).AsJson();
        builder.Property(row => row.Revision).IsConcurrencyToken();
        builder.HasIndex(row => row.Lot).IsUnique();
        builder.HasIndex(row => row.BegunBy).IsUnique();
        builder.HasIndex(row => new { row.StartedAt, row.Id });
        builder.HasIndex(row => new { row.StartedAt, row.Id }, "IX_Batches_NotArchived").HasFilter("ArchivedAt IS NULL");
        builder.HasIndex(row => new { row.TouchedAt, row.Id }).HasFilter("FinishedAt IS NULL");
        builder.HasIndex(row => new { row.SlumpC, row.Id }).HasFilter("UnitsLeft > 0");
        builder.HasIndex(row => row.LookAt).HasFilter("LookAt IS NOT NULL");
        builder.HasMany(row => row.Done).WithOne().HasForeignKey(row => row.BatchId);
        builder.HasMany(row => row.Observations).WithOne().HasForeignKey(row => row.BatchId);
        builder.HasMany<BatchCommandRow>().WithOne().HasForeignKey(row => row.BatchId);
        builder.ToTable("Batches", table => table.HasCheckConstraint("UnitsNotBelowZero", "UnitsLeft IS NULL OR UnitsLeft >= 0"));
    }

    public void Configure(EntityTypeBuilder<BatchStepRow> builder)
    {
        builder.HasIndex(row => new { row.BatchId, row.Step }).IsUnique();
        builder.ToTable("BatchSteps", table => table.HasCheckConstraint("WeightNotBelowZero", "WeighedUg IS NULL OR WeighedUg >= 0"));
    }

    public void Configure(EntityTypeBuilder<BatchCommandRow> builder)
    {
        builder.Property(row => row.Id).ValueGeneratedNever();
        builder.Property(row => row.Command).AsJson();
        builder.HasIndex(row => new { row.BatchId, row.ArrivedAt });
        builder.ToTable("BatchCommands");
    }

    public void Configure(EntityTypeBuilder<ObservationRow> builder)
    {
        builder.Property(row => row.Id).ValueGeneratedNever();
        builder.ToTable("Observations");
    }
}
