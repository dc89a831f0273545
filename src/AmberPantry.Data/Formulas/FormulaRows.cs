using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;

namespace AmberPantry.Data.Formulas;

/// <summary>A formula: a name with its trials. What lists show stands here, so that no list opens a trial.</summary>
public sealed class FormulaRow
{
    public int Id { get; set; }

    public required string Name { get; set; }

    public DateTime CreatedAt { get; set; }

    /// <summary>When any of its trials last changed, UTC.</summary>
    public DateTime ChangedAt { get; set; }

    /// <summary>When it was put out of the lists; null while it stands in them.</summary>
    public DateTime? ArchivedAt { get; set; }

    /// <summary>Family of the newest trial.</summary>
    public Family Family { get; set; }

    /// <summary>Id of the newest trial that is not archived; 0 while there is none.</summary>
    public int NewestTrial { get; set; }

    public int NewestNumber { get; set; }

    /// <summary>How many trials it has, without archived ones.</summary>
    public int TrialCount { get; set; }

    /// <summary>Words of the maker by which it is found.</summary>
    public IReadOnlyList<string> Tags { get; set; } = [];

    /// <summary>Number of the trial that is made to be sold; null while none was chosen.</summary>
    public int? SoldTrial { get; set; }

    /// <summary>Number of the mix for the warm months.</summary>
    public int? SummerTrial { get; set; }

    /// <summary>Number of the mix for the cold months.</summary>
    public int? WinterTrial { get; set; }

    public List<TrialRow> Trials { get; } = [];
}

/// <summary>One version of a formula. What it holds stands in the row; its edits are history, for undo alone.</summary>
public sealed class TrialRow
{
    public int Id { get; set; }

    public int FormulaId { get; set; }

    public FormulaRow? Formula { get; set; }

    public int Number { get; set; }

    public string Intent { get; set; } = "";

    public string Notes { get; set; } = "";

    /// <summary>When it was put out of the lists; null while it stands in them.</summary>
    public DateTime? ArchivedAt { get; set; }

    public required Formula Content { get; set; }

    /// <summary>Position in the history of what the row holds; undo and redo move it.</summary>
    public int EditAt { get; set; }

    /// <summary>Counts every change; a writer must name the one it saw.</summary>
    public int Revision { get; set; }

    /// <summary>Set when a batch was begun from it; the trial never changes after.</summary>
    public DateTime? MadeAt { get; set; }

    /// <summary>Since when the pantry keeps what its next batch wants; null while it does not.</summary>
    public DateTime? ReservedAt { get; set; }

    public DateTime ChangedAt { get; set; }

    public List<TrialEditRow> Edits { get; } = [];

    public List<SetAsideRow> SetAside { get; } = [];
}

/// <summary>What a trial held after one change.</summary>
public sealed class TrialEditRow
{
    /// <summary>Steps of undo that a trial remembers.</summary>
    public const int MostSteps = 100;

    public int Id { get; set; }

    public int TrialId { get; set; }

    public int Position { get; set; }

    /// <summary>What was done, in a few words.</summary>
    public required string Did { get; set; }

    public required Formula Content { get; set; }
}

/// <summary>A command that a trial has taken: coming again, it is answered and not done again.</summary>
public sealed class TrialCommandRow
{
    /// <summary>Id given by the writer.</summary>
    public Guid Id { get; set; }

    public int TrialId { get; set; }

    /// <summary>Which revision it made.</summary>
    public int Revision { get; set; }

    public DateTime ArrivedAt { get; set; }

    /// <summary>Fingerprint of what was asked, to tell a repetition from a mistake.</summary>
    public required string Asked { get; set; }
}

/// <summary>A finding put aside with a reason; it returns when its first number gets worse.</summary>
public sealed class SetAsideRow
{
    public int Id { get; set; }

    public int TrialId { get; set; }

    public required string Finding { get; set; }

    public required string Reason { get; set; }

    public double? Value { get; set; }
}

/// <summary>One base split into cups that differ in what was added. It never changes.</summary>
public sealed class SplitRow
{
    /// <summary>Id given by the writer.</summary>
    public Guid Id { get; set; }

    public int FormulaId { get; set; }

    public DateTime StartedAt { get; set; }

    public decimal CupG { get; set; }

    /// <summary>The control first.</summary>
    public IReadOnlyList<SplitArm> Arms { get; set; } = [];
}

/// <param name="Trial">Number of the trial in its formula.</param>
/// <param name="Code">The three digits on the cup.</param>
public sealed record SplitArm(int Trial, string Code);

internal sealed class FormulaConfiguration
    : IEntityTypeConfiguration<FormulaRow>,
        IEntityTypeConfiguration<SplitRow>,
        IEntityTypeConfiguration<TrialRow>,
        IEntityTypeConfiguration<TrialEditRow>,
        IEntityTypeConfiguration<TrialCommandRow>,
        IEntityTypeConfiguration<SetAsideRow>
{
    public void Configure(EntityTypeBuilder<FormulaRow> builder)
    {
        builder.Property(row => row.Name).HasMaxLength(FormulaName.Longest);
        builder.Property(row => row.Tags).AsJson().HasDefaultValueSql("'[]'");
        builder.HasMany<SplitRow>().WithOne().HasForeignKey(row => row.FormulaId);
        builder.HasIndex(row => row.Name).IsUnique();
        builder.HasIndex(row => new { row.ChangedAt, row.Id });
        builder.HasIndex(row => row.ArchivedAt).HasFilter("ArchivedAt IS NOT NULL");
        builder.ToTable("Formulas", table => table.HasCheckConstraint("FormulaNamed", "length(Name) > 0"));
    }

    public void Configure(EntityTypeBuilder<SplitRow> builder)
    {
        builder.Property(row => row.Id).ValueGeneratedNever();
        builder.Property(row => row.Arms).AsJson();
        builder.ToTable("Splits");
    }

    public void Configure(EntityTypeBuilder<TrialRow> builder)
    {
        builder.Property(row => row.Content).AsJson();
        builder.Property(row => row.Revision).IsConcurrencyToken();
        builder.HasIndex(row => new { row.FormulaId, row.Number }).IsUnique();
        builder.HasIndex(row => row.ReservedAt).HasFilter("ReservedAt IS NOT NULL");
        builder.HasMany(row => row.Edits).WithOne().HasForeignKey(row => row.TrialId);
        builder.HasMany(row => row.SetAside).WithOne().HasForeignKey(row => row.TrialId);
        builder.HasMany<TrialCommandRow>().WithOne().HasForeignKey(row => row.TrialId);
        builder.ToTable("Trials");
    }

    public void Configure(EntityTypeBuilder<TrialEditRow> builder)
    {
        builder.Property(row => row.Content).AsJson();
        builder.HasIndex(row => new { row.TrialId, row.Position }).IsUnique();
        builder.ToTable("TrialEdits");
    }

    public void Configure(EntityTypeBuilder<TrialCommandRow> builder)
    {
        builder.Property(row => row.Id).ValueGeneratedNever();
        builder.ToTable("TrialCommands");
    }

    public void Configure(EntityTypeBuilder<SetAsideRow> builder)
    {
        builder.HasIndex(row => new { row.TrialId, row.Finding }).IsUnique();
        builder.ToTable("SetAside");
    }
}
