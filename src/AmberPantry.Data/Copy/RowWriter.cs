using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;
using Microsoft.EntityFrameworkCore.Storage;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;

namespace AmberPantry.Data.Copy;

/// <summary>Writes many new rows of one kind with one prepared command: tracking each of them would cost more than reading the copy.</summary>
internal sealed class RowWriter<TRow> : IDisposable
    where TRow : class
{
    private readonly SqliteCommand insert;
    private readonly (IProperty Column, ValueConverter? Converter, SqliteParameter Value)[] values;

    /// <summary>The number the file gives to a new row; null where the row brings its own.</summary>
    private readonly IProperty? given;

    public RowWriter(PantryDb db)
    {
        var record = db.Model.FindEntityType(typeof(TRow))!;
        given = record.FindPrimaryKey()!.Properties is [{ ValueGenerated: ValueGenerated.OnAdd } key] && key.ClrType == typeof(int) ? key : null;
        insert = (SqliteCommand)db.Database.GetDbConnection().CreateCommand();
        insert.Transaction = (SqliteTransaction?)db.Database.CurrentTransaction?.GetDbTransaction();
        values =
        [
            .. record
                .GetProperties()
                .Where(column => column != given)
                .Select((column, i) => (column, column.GetTypeMapping().Converter, insert.Parameters.Add(new($"@p{i}", null)))),
        ];
        insert.CommandText =
            $"INSERT INTO \"{record.GetTableName()}\" ({string.Join(", ", values.Select(one => $"\"{one.Column.GetColumnName()}\""))}) "
            + $"VALUES ({string.Join(", ", values.Select(one => one.Value.ParameterName))}) RETURNING \"rowid\"";
    }

    /// <summary>Adds a row and gives it its number.</summary>
    public void Add(TRow row)
    {
        foreach (var (column, converter, value) in values)
        {
            var here = column.PropertyInfo!.GetValue(row);
            value.Value = (here is null ? null : converter?.ConvertToProvider(here) ?? here) ?? DBNull.Value;
        }

        var number = insert.ExecuteScalar();
        given?.PropertyInfo!.SetValue(row, Convert.ToInt32(number, System.Globalization.CultureInfo.InvariantCulture));
    }

    public void Dispose() => insert.Dispose();
}
