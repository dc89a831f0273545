using AmberPantry.Data;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Metadata;

namespace AmberPantry.Server.Tests;

/// <summary>The data file's model is worked out ahead of time; it must say what the code says.</summary>
public sealed class ModelTests
{
    [Fact]
    public void TheModelWorkedOutAheadIsThatOfTheCode()
    {
        using var db = new PantryDb(PantryFile.Options(":memory:"));
        var code = db.GetService<IDesignTimeModel>().Model;
        Assert.NotSame(code, db.Model);
        Assert.Equal(Told(code), Told(db.Model));
    }

    [Fact]
    public void EveryChangeOfTheRecordsHasItsMigration()
    {
        using var db = new PantryDb(PantryFile.Options(":memory:"));
        Assert.False(db.Database.HasPendingModelChanges());
    }

    private static string[] Told(IModel model) =>
        [
            .. model
                .GetEntityTypes()
                .SelectMany(record =>
                    record
                        .GetProperties()
                        .Select(one =>
                            $"{record.GetTableName()}.{one.GetColumnName()}: {one.ClrType} as {one.GetColumnType()}, null {one.IsNullable}, "
                            + $"most {one.GetMaxLength()}, watched {one.IsConcurrencyToken}, made "
                            + $"{one.ValueGenerated}, converted {one.GetValueConverter()?.ProviderClrType ?? one.GetProviderClrType()}"
                        )
                        .Concat(record.GetKeys().Select(key => $"{record.GetTableName()} key {Names(key.Properties)}"))
                        .Concat(
                            record.GetIndexes().Select(index => $"{record.GetTableName()} index {Names(index.Properties)}, unique {index.IsUnique}")
                        )
                        .Concat(
                            record
                                .GetForeignKeys()
                                .Select(to =>
                                    $"{record.GetTableName()} {Names(to.Properties)} of "
                                    + $"{to.PrincipalEntityType.GetTableName()}, {to.DeleteBehavior}, required {to.IsRequired}"
                                )
                        )
                )
                .Order(StringComparer.Ordinal),
        ];

    private static string Names(IEnumerable<IReadOnlyProperty> properties) => string.Join(" and ", properties.Select(one => one.Name));
}
