using System.Buffers;
using System.Text.Json;
using System.Text.Json.Nodes;
using AmberPantry.Core;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;

namespace AmberPantry.Data.Copy;

/// <summary>The records of one kind in a copy: one JSON line each, with every column but the ids that only this file knows.</summary>
public abstract class CopyPart
{
    /// <summary>Records read into memory at once.</summary>
    public const int Chunk = 200;

    public abstract string Name { get; }

    /// <summary>Kind of row it carries.</summary>
    public abstract Type Row { get; }

    /// <summary>Columns left out: worked out anew when the copy is taken in.</summary>
    public virtual IReadOnlyList<string> WorkedOut => [];

    public abstract Task<int> Count(PantryDb db);

    /// <summary>Its records as JSON, one at a time; each holds only until the next is asked for.</summary>
    public abstract IAsyncEnumerable<ReadOnlyMemory<byte>> Out(PantryDb db, LeftOut left);

    /// <summary>Takes some lines in and counts what they changed.</summary>
    /// <exception cref="Refusal">With the part, the line and the field of the first that cannot be taken.</exception>
    public abstract Task In(CopyIn into, IReadOnlyList<JsonObject> lines);
}

/// <summary>The generic part: reads and writes every column that the mapper knows of a row, so that a new one cannot be forgotten.</summary>
public abstract class CopyPart<TRow> : CopyPart
    where TRow : class
{
    private const string RevisionColumn = "Revision";

    /// <summary>Longer texts than any field takes.</summary>
    private const int LongestText = 10_000;

    private IReadOnlyList<IProperty>? columns;

    public override Type Row => typeof(TRow);

    /// <summary>Columns that copies of earlier versions lack: a record without them is as a new one.</summary>
    protected virtual IReadOnlyList<string> AddedLater => [];

    /// <summary>Names of the ids that only this file knows; what they point to is told by <see cref="Refer"/>.</summary>
    protected abstract IReadOnlyList<string> OwnIds { get; }

    public override Task<int> Count(PantryDb db) => db.Set<TRow>().CountAsync();

    public sealed override async IAsyncEnumerable<ReadOnlyMemory<byte>> Out(PantryDb db, LeftOut left)
    {
        await Prepare(db);
        var line = new ArrayBufferWriter<byte>(4096);
        var pointing = Pointing(db);
        var id = db.Model.FindEntityType(typeof(TRow))!.FindProperty("Id") is { } own && own.ClrType == typeof(int) ? own : null;
        for (var at = 0; ; at++)
        {
            await using var rows = Ordered(db).Skip(at).AsNoTracking().AsAsyncEnumerable().GetAsyncEnumerator();
            for (; await Next(rows) is { } isThere; at++)
            {
                if (!isThere)
                {
                    yield break;
                }

                var row = rows.Current;
                if (pointing.Any(key => key.Column.PropertyInfo!.GetValue(row) is int to && left.Holds(key.To, to)))
                {
                    left.Add(typeof(TRow), Name, (int?)id?.PropertyInfo!.GetValue(row), "It belongs to a record that cannot be read.");
                    continue;
                }

                line.ResetWrittenCount();
                ToLine(db, row, line);
                yield return line.WrittenMemory;
            }

            // The row at this place cannot be read: it is passed over and the reading goes on behind it.
            int? broken = id is null ? null : await Ordered(db).Skip(at).Select(row => EF.Property<int>(row, "Id")).FirstAsync();
            left.Add(typeof(TRow), Name, broken, "It cannot be read.");
        }
    }

    /// <summary>Whether another row is there; null when it is and cannot be read.</summary>
    private static async Task<bool?> Next(IAsyncEnumerator<TRow> rows)
    {
        try
        {
            return await rows.MoveNextAsync();
        }
        catch (Exception error) when (UnreadableException.IsIn(error))
        {
            return null;
        }
    }

    private static (IProperty Column, Type To)[] Pointing(PantryDb db) =>
        [.. db.Model.FindEntityType(typeof(TRow))!.GetForeignKeys().Select(key => ((IProperty)key.Properties[0], key.PrincipalEntityType.ClrType))];

    public override async Task In(CopyIn into, IReadOnlyList<JsonObject> lines)
    {
        var rows = new List<TRow>(lines.Count);
        var seen = new HashSet<string>();
        foreach (var line in lines)
        {
            into.Line++;
            var row = FromLine(into, line);
            Check(row, into, Path(into, ""));
            if (!seen.Add(KeyOf(row)))
            {
                var name = NameOf(row);
                throw new Refusal(Codes.Twice, Path(into, "key"), name, $"“{name}” stands in the copy twice.", "Keep one of the two.");
            }

            rows.Add(row);
        }

        var there = await Existing(into, rows).AsTracking().ToDictionaryAsync(KeyOf);
        var changed = new List<TRow>();
        var added = new List<TRow>();
        foreach (var row in rows)
        {
            if (!there.TryGetValue(KeyOf(row), out var mine))
            {
                added.Add(row);
                into.Tell(Name, NameOf(row), isNew: true, isSame: false);
                continue;
            }

            var same = Text(into.Db, mine).SequenceEqual(Text(into.Db, row));
            into.Tell(Name, NameOf(row), isNew: false, same);
            if (!same)
            {
                Assign(into.Db, mine, row);
                changed.Add(mine);
            }
        }

        await Replacing(into, changed);
        into.Db.ChangeTracker.DetectChanges();
        await into.Db.SaveChangesAsync();
        using var writer = new RowWriter<TRow>(into.Db);
        foreach (var row in added)
        {
            writer.Add(row);
            Added(into, row);
        }

        into.Db.ChangeTracker.Clear();
    }

    protected abstract IQueryable<TRow> Ordered(PantryDb db);

    /// <summary>Rows of this file that these may be.</summary>
    protected abstract IQueryable<TRow> Existing(CopyIn into, IReadOnlyList<TRow> rows);

    /// <summary>Tells a row from its like within this file.</summary>
    protected abstract string KeyOf(TRow row);

    /// <summary>How a maker would call it.</summary>
    protected virtual string NameOf(TRow row) => KeyOf(row);

    /// <summary>Reads what the lines will name, before the first goes out.</summary>
    protected virtual Task Prepare(PantryDb db) => Task.CompletedTask;

    /// <summary>Writes into a line what the row's ids point to.</summary>
    protected virtual void Refer(TRow row, Utf8JsonWriter line) { }

    /// <summary>Finds what a line points to and writes its id into the row.</summary>
    protected virtual void Resolve(CopyIn into, JsonObject line, TRow row) { }

    /// <summary>Checks a row like typed input.</summary>
    protected virtual void Check(TRow row, CopyIn into, string path) { }

    /// <summary>Called before changed rows are written, to clear what hangs on their old state.</summary>
    protected virtual Task Replacing(CopyIn into, IReadOnlyList<TRow> changed) => Task.CompletedTask;

    /// <summary>Called when a new row has its id.</summary>
    protected virtual void Added(CopyIn into, TRow row) { }

    /// <summary>Path of a field in the copy, such as <c>trials[12].content</c>.</summary>
    protected string Path(CopyIn into, string field) => $"{Name}[{into.Line}]{(field.Length == 0 ? "" : ".")}{field}";

    /// <summary>A reference of a line that must be there.</summary>
    protected T Named<T>(CopyIn into, JsonObject line, string name)
    {
        try
        {
            return line[name] is JsonValue value && value.GetValue<T>() is { } found
                ? found
                : throw new Refusal(
                    Codes.Missing,
                    Path(into, name),
                    null,
                    $"The record does not say its {name}.",
                    "Take a copy made under House, unchanged."
                );
        }
        catch (Exception error) when (error is InvalidOperationException or FormatException)
        {
            throw new Refusal(
                Codes.NotADocument,
                Path(into, name),
                line[name]?.ToJsonString(),
                $"The {name} of the record has the wrong kind.",
                "Take a copy made under House, unchanged."
            );
        }
    }

    private void ToLine(PantryDb db, TRow row, IBufferWriter<byte> to, string? without = null)
    {
        using var line = new Utf8JsonWriter(to, new JsonWriterOptions { Encoder = AmberJson.Options.Encoder });
        line.WriteStartObject();
        Refer(row, line);
        foreach (var column in Columns(db))
        {
            if (column.Name != without)
            {
                line.WritePropertyName(Field(column));
                JsonSerializer.Serialize(line, column.PropertyInfo!.GetValue(row), column.ClrType, AmberJson.Options);
            }
        }

        line.WriteEndObject();
    }

    private static object? FromNode(JsonNode? node, Type type)
    {
        if (node is not JsonValue value || (Nullable.GetUnderlyingType(type) ?? type) is not { IsEnum: false } plain)
        {
            return node.Deserialize(type, AmberJson.Options);
        }

        return Type.GetTypeCode(plain) switch
        {
            TypeCode.String => value.GetValue<string>(),
            TypeCode.Int32 => value.GetValue<int>(),
            TypeCode.Int64 => value.GetValue<long>(),
            TypeCode.DateTime => value.GetValue<DateTime>(),
            TypeCode.Boolean => value.GetValue<bool>(),
            _ => node.Deserialize(type, AmberJson.Options),
        };
    }

    private TRow FromLine(CopyIn into, JsonObject line)
    {
        var row = Activator.CreateInstance<TRow>();
        foreach (var column in Columns(into.Db))
        {
            var field = Field(column);
            if (!line.TryGetPropertyValue(field, out var value))
            {
                if (AddedLater.Contains(column.Name))
                {
                    continue;
                }

                throw new Refusal(
                    Codes.Missing,
                    Path(into, field),
                    null,
                    $"The record lacks its {field}.",
                    "Take a copy made under House, unchanged."
                );
            }

            if (value is null && !column.IsNullable)
            {
                throw new Refusal(
                    Codes.Missing,
                    Path(into, field),
                    null,
                    $"The {field} of the record is empty.",
                    "Take a copy made under House, unchanged."
                );
            }

            var read = Read(into, value, column, field);
            Wholeness.Check(read, Path(into, field));
            column.PropertyInfo!.SetValue(row, read);
        }

        Resolve(into, line, row);
        return row;
    }

    private object? Read(CopyIn into, JsonNode? value, IProperty column, string field)
    {
        try
        {
            var read = FromNode(value, column.ClrType);
            return read switch
            {
                double number when !double.IsFinite(number) => throw new JsonException(),
                DateTime time when time.Year is < 2000 or > 2200 => throw new JsonException(),
                DateTime time => time.ToUniversalTime(),
                string text when text.Length > LongestText => throw new JsonException(),
                null when !column.IsNullable => throw new JsonException(),
                _ => read,
            };
        }
        catch (Exception error)
            when (error
                    is JsonException
                        or InvalidOperationException
                        or NotSupportedException
                        or FormatException
                        or OverflowException
                        or ArgumentException
            )
        {
            throw new Refusal(
                Codes.NotADocument,
                Path(into, field),
                Shown(value),
                $"The {field} of the record cannot be read.",
                "Take a copy made under House, unchanged."
            );
        }
    }

    /// <summary>As it stands in the copy; nothing where even that is no text.</summary>
    private static string? Shown(JsonNode? value)
    {
        try
        {
            return value?.ToJsonString();
        }
        catch (InvalidOperationException)
        {
            return null;
        }
    }

    /// <summary>What is compared: all but how often it was changed.</summary>
    private ReadOnlySpan<byte> Text(PantryDb db, TRow row)
    {
        var line = new ArrayBufferWriter<byte>(1024);
        ToLine(db, row, line, without: RevisionColumn);
        return line.WrittenSpan;
    }

    private void Assign(PantryDb db, TRow mine, TRow theirs)
    {
        foreach (var column in Columns(db))
        {
            var value = column.PropertyInfo!.GetValue(theirs);

            // An open page must see that the row has moved on.
            column.PropertyInfo.SetValue(
                mine,
                column.Name == RevisionColumn ? 1 + Math.Max((int)value!, (int)column.PropertyInfo.GetValue(mine)!) : value
            );
        }
    }

    private IReadOnlyList<IProperty> Columns(PantryDb db) =>
        columns ??= [
            .. db
                .Model.FindEntityType(typeof(TRow))!
                .GetProperties()
                .Where(column => !OwnIds.Contains(column.Name) && !WorkedOut.Contains(column.Name))
                .OrderBy(column => column.Name, StringComparer.Ordinal),
        ];

    private static string Field(IProperty column) => JsonNamingPolicy.CamelCase.ConvertName(column.Name);
}
