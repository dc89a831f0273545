using AmberPantry.Core.Families;
using AmberPantry.Data.Batches;
using AmberPantry.Data.Formulas;
using AmberPantry.Data.House;
using AmberPantry.Data.Materials;
using AmberPantry.Data.Stock;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;

namespace AmberPantry.Data;

/// <summary>The workshop's records in one SQLite file.</summary>
public sealed class PantryDb(DbContextOptions<PantryDb> options) : DbContext(options)
{
    /// <summary>Whether a command has been written through it.</summary>
    public bool HasWritten { get; internal set; }

    public DbSet<PantryRow> Pantry => Set<PantryRow>();

    public DbSet<HouseRow> House => Set<HouseRow>();

    public DbSet<ReadingRow> Reading => Set<ReadingRow>();

    public DbSet<TomorrowRow> Tomorrow => Set<TomorrowRow>();

    public DbSet<MaterialRow> Materials => Set<MaterialRow>();

    public DbSet<MyNameRow> MyNames => Set<MyNameRow>();

    public DbSet<LotRow> Lots => Set<LotRow>();

    public DbSet<LotMoveRow> LotMoves => Set<LotMoveRow>();

    public DbSet<LotPictureRow> LotPictures => Set<LotPictureRow>();

    public DbSet<FormulaRow> Formulas => Set<FormulaRow>();

    public DbSet<TrialRow> Trials => Set<TrialRow>();

    public DbSet<SplitRow> Splits => Set<SplitRow>();

    public DbSet<TrialEditRow> TrialEdits => Set<TrialEditRow>();

    public DbSet<TrialCommandRow> TrialCommands => Set<TrialCommandRow>();

    public DbSet<SetAsideRow> SetAside => Set<SetAsideRow>();

    public DbSet<BatchRow> Batches => Set<BatchRow>();

    public DbSet<BatchStepRow> BatchSteps => Set<BatchStepRow>();

    public DbSet<BatchCommandRow> BatchCommands => Set<BatchCommandRow>();

    public DbSet<ObservationRow> Observations => Set<ObservationRow>();

    protected override void OnModelCreating(ModelBuilder modelBuilder) => modelBuilder.ApplyConfigurationsFromAssembly(typeof(PantryDb).Assembly);

    protected override void ConfigureConventions(ModelConfigurationBuilder configurationBuilder)
    {
        configurationBuilder.Properties<Enum>().HaveConversion<string>();
        configurationBuilder.Properties<DateTime>().HaveConversion<UtcConverter>();
        configurationBuilder.Properties<Family>().HaveConversion<FamilyConverter>();
    }

    /// <summary>SQLite forgets the kind of a time; all times here are UTC.</summary>
    internal sealed class UtcConverter()
        : ValueConverter<DateTime, DateTime>(time => time.ToUniversalTime(), time => DateTime.SpecifyKind(time, DateTimeKind.Utc));

    internal sealed class FamilyConverter() : ValueConverter<Family, string>(family => family.Key, key => new Family(key));
}

/// <summary>Lets the migration tool build the model without the server.</summary>
public sealed class PantryDbDesign : IDesignTimeDbContextFactory<PantryDb>
{
    public PantryDb CreateDbContext(string[] args) => new(PantryFile.Options("design.db"));
}
