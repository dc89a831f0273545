using System.Text.Json;
using AmberPantry.Core;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;

namespace AmberPantry.Data;

/// <summary>The workshop's records in one SQLite file.</summary>
public sealed class PantryDb(DbContextOptions<PantryDb> options) : DbContext(options)
{
    public DbSet<WorkshopRow> Workshop => Set<WorkshopRow>();

    public DbSet<MaterialRow> Materials => Set<MaterialRow>();

    public DbSet<FormulaRow> Formulas => Set<FormulaRow>();

    public DbSet<TrialRow> Trials => Set<TrialRow>();

    public DbSet<TrialEditRow> TrialEdits => Set<TrialEditRow>();

    public DbSet<BatchRow> Batches => Set<BatchRow>();

    public DbSet<BatchStepRow> BatchSteps => Set<BatchStepRow>();

    public DbSet<ObservationRow> Observations => Set<ObservationRow>();

    protected override void OnModelCreating(ModelBuilder modelBuilder)
    {
        modelBuilder.Entity<WorkshopRow>(row =>
        {
            row.Property(r => r.Id).ValueGeneratedNever();
            AsJson(row.Property(r => r.Settings));
            row.ToTable(table => table.HasCheckConstraint("OneWorkshop", $"Id = {WorkshopRow.OnlyId}"));
        });
        modelBuilder.Entity<FormulaRow>(row =>
        {
            row.Property(r => r.Name).HasMaxLength(FormulaRow.LongestName);
            row.HasIndex(r => r.Name).IsUnique();
            row.ToTable(table => table.HasCheckConstraint("FormulaNamed", "length(Name) > 0"));
        });
        modelBuilder.Entity<TrialRow>(row =>
        {
            row.HasIndex(r => new { r.FormulaId, r.Number }).IsUnique();
            row.Property(r => r.Revision).IsConcurrencyToken();
            row.HasMany(r => r.Edits).WithOne().HasForeignKey(r => r.TrialId);
            row.HasMany(r => r.SetAside).WithOne().HasForeignKey(r => r.TrialId);
        });
        modelBuilder.Entity<TrialEditRow>(row =>
        {
            AsJson(row.Property(r => r.Content));
            row.HasIndex(r => new { r.TrialId, r.Position }).IsUnique();
        });
        modelBuilder.Entity<SetAsideRow>(row => row.HasIndex(r => new { r.TrialId, r.Finding }).IsUnique());
        modelBuilder.Entity<BatchRow>(row =>
        {
            row.HasIndex(r => r.Lot).IsUnique();
            AsJson(row.Property(r => r.Content));
            AsJson(row.Property(r => r.Steps));
            row.Property(r => r.Revision).IsConcurrencyToken();
            row.HasMany(r => r.Done).WithOne().HasForeignKey(r => r.BatchId);
            row.HasMany(r => r.Observations).WithOne().HasForeignKey(r => r.BatchId);
            row.ToTable(table => table.HasCheckConstraint("UnitsNotBelowZero", "UnitsLeft IS NULL OR UnitsLeft >= 0"));
        });
        modelBuilder.Entity<BatchStepRow>(row =>
        {
            row.HasIndex(r => new { r.BatchId, r.Index }).IsUnique();
            row.ToTable(table => table.HasCheckConstraint("WeightNotBelowZero", "WeighedG IS NULL OR CAST(WeighedG AS REAL) >= 0"));
        });
    }

    protected override void ConfigureConventions(ModelConfigurationBuilder configurationBuilder)
    {
        configurationBuilder.Properties<Enum>().HaveConversion<string>();
        configurationBuilder.Properties<DateTime>().HaveConversion<UtcConverter>();
    }

    private static void AsJson<T>(PropertyBuilder<T> property) =>
        property.HasConversion(
            value => JsonSerializer.Serialize(value, AmberJson.Options),
            text => JsonSerializer.Deserialize<T>(text, AmberJson.Options)!,
            new Microsoft.EntityFrameworkCore.ChangeTracking.ValueComparer<T>(
                (a, b) => JsonSerializer.Serialize(a, AmberJson.Options) == JsonSerializer.Serialize(b, AmberJson.Options),
                value => JsonSerializer.Serialize(value, AmberJson.Options).GetHashCode(StringComparison.Ordinal),
                value => value));

    /// <summary>SQLite forgets the kind of a time; all times here are UTC.</summary>
    internal sealed class UtcConverter() : ValueConverter<DateTime, DateTime>(
        time => time.ToUniversalTime(), time => DateTime.SpecifyKind(time, DateTimeKind.Utc));
}

/// <summary>Lets the migration tool build the model without the server.</summary>
public sealed class PantryDbDesign : IDesignTimeDbContextFactory<PantryDb>
{
    public PantryDb CreateDbContext(string[] args) => new(PantryFile.Options("design.db"));
}
