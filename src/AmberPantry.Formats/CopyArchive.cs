using System.IO.Compression;
using System.Runtime.CompilerServices;
using System.Text.Json;
using System.Text.Json.Nodes;
using AmberPantry.Core;

namespace AmberPantry.Formats;

/// <summary>What a copy says of itself.</summary>
/// <param name="Format">Always <see cref="CopyArchive.FormatName"/>.</param>
/// <param name="Counts">Records of each part.</param>
public sealed record CopyManifest(string Format, int Version, DateTime WrittenAt, IReadOnlyDictionary<string, int> Counts);

/// <summary>A copy of everything as a zip of JSON lines: <c>manifest.json</c>, then <c>PART.jsonl</c> with one record a line.</summary>
/// <remarks>Written and read as it comes: no copy has to fit into memory.</remarks>
public static class CopyArchive
{
    public const string FormatName = "amber-pantry-copy";
    public const int CurrentVersion = 4;

    /// <summary>The first version whose formulas say where they are worn.</summary>
    private const int TellsUseFrom = 4;

    /// <summary>The first version that is an archive; what its records lack is as in a new one.</summary>
    public const int OldestVersion = 2;

    private const string ManifestName = "manifest.json";
    private const int LongestLine = 4_000_000;
    private static readonly byte[] NewLine = [(byte)'\n'];
    private static readonly JsonDocumentOptions Shallow = new() { MaxDepth = 32 };

    /// <param name="parts">Names in their order with the records of each, as JSON.</param>
    public static async Task Write(
        Stream to,
        CopyManifest manifest,
        IEnumerable<(string Name, IAsyncEnumerable<ReadOnlyMemory<byte>> Records)> parts,
        CancellationToken stop
    )
    {
        await using var zip = await ZipArchive.CreateAsync(to, ZipArchiveMode.Create, leaveOpen: true, entryNameEncoding: null, stop);
        await using (var head = await zip.CreateEntry(ManifestName, CompressionLevel.Fastest).OpenAsync(stop))
        {
            await JsonSerializer.SerializeAsync(head, manifest, AmberJson.Options, stop);
        }

        foreach (var (name, records) in parts)
        {
            await using var lines = await zip.CreateEntry($"{name}.jsonl", CompressionLevel.Fastest).OpenAsync(stop);
            await using var buffered = new BufferedStream(lines, 1 << 16);
            await foreach (var record in records.WithCancellation(stop))
            {
                await buffered.WriteAsync(record, stop);
                await buffered.WriteAsync(NewLine, stop);
            }
        }
    }

    /// <summary>Opens a copy of this version or an earlier one.</summary>
    /// <exception cref="Refusal">E_NOT_A_DOCUMENT or E_VERSION.</exception>
    public static async Task<CopyReader> Open(Stream from, CancellationToken stop)
    {
        ZipArchive zip;
        try
        {
            zip = await ZipArchive.CreateAsync(from, ZipArchiveMode.Read, leaveOpen: false, entryNameEncoding: null, stop);
        }
        catch (InvalidDataException)
        {
            throw NotACopy("The file is no copy of a workshop, or it is cut off.");
        }

        try
        {
            var entry = zip.GetEntry(ManifestName) ?? throw NotACopy("The archive holds no copy of a workshop.");
            await using var head = await entry.OpenAsync(stop);
            var manifest = await JsonSerializer.DeserializeAsync<CopyManifest>(head, AmberJson.Options, stop);
            if (manifest?.Format != FormatName)
            {
                throw NotACopy("The archive holds no copy of a workshop.");
            }

            return manifest.Version is >= OldestVersion and <= CurrentVersion
                ? new CopyReader(zip, manifest)
                : throw UnknownVersion(manifest.Version);
        }
        catch (Exception error) when (error is JsonException or InvalidDataException)
        {
            await zip.DisposeAsync();
            throw NotACopy("The copy cannot be read: its first page is not whole.");
        }
        catch (Refusal)
        {
            await zip.DisposeAsync();
            throw;
        }
    }

    internal static Refusal UnknownVersion(object? version) =>
        new(
            Codes.Version,
            "version",
            version,
            $"This copy was written by a version that this one does not know; it reads versions 1 to {CurrentVersion}.",
            "Take it in with the newer Amber Pantry."
        );

    internal static Refusal NotACopy(string says) => new(Codes.NotADocument, "file", null, says, "Choose a copy made under House.");

    internal static JsonObject Record(ReadOnlySpan<byte> line, string part, int number)
    {
        try
        {
            var reader = new Utf8JsonReader(line, new JsonReaderOptions { MaxDepth = Shallow.MaxDepth });
            return JsonNode.Parse(ref reader) as JsonObject ?? throw new JsonException();
        }
        catch (Exception error) when (error is JsonException or InvalidOperationException or ArgumentException)
        {
            throw new Refusal(
                Codes.NotADocument,
                $"{part}[{number}]",
                null,
                $"Line {number} of {part} is not a record.",
                "Take a copy made under House, unchanged."
            );
        }
    }

    /// <summary>An open copy, read part by part.</summary>
    public sealed class CopyReader(ZipArchive zip, CopyManifest manifest) : IAsyncDisposable
    {
        public CopyManifest Manifest => manifest;

        /// <summary>The records of a part in order; none when the copy does not hold it.</summary>
        /// <exception cref="Refusal">E_NOT_A_DOCUMENT for a line that is no record.</exception>
        public async IAsyncEnumerable<JsonObject> Lines(string part, [EnumeratorCancellation] CancellationToken stop = default)
        {
            if (zip.GetEntry($"{part}.jsonl") is not { } entry)
            {
                yield break;
            }

            await using var stream = await entry.OpenAsync(stop);
            using var lines = new StreamReader(stream, bufferSize: 1 << 16);
            var number = 0;
            while (await ReadLine(lines, part, number + 1, stop) is { } line)
            {
                number++;
                if (line.Length > 0)
                {
                    var record = Record(System.Text.Encoding.UTF8.GetBytes(line), part, number);
                    yield return manifest.Version < TellsUseFrom ? OlderFormula.Told(record) : record;
                }
            }
        }

        public ValueTask DisposeAsync() => zip.DisposeAsync();

        private static async Task<string?> ReadLine(StreamReader lines, string part, int number, CancellationToken stop)
        {
            try
            {
                var line = await lines.ReadLineAsync(stop);
                return line?.Length > LongestLine
                    ? throw new Refusal(
                        Codes.Range,
                        $"{part}[{number}]",
                        null,
                        $"Line {number} of {part} is longer than any record.",
                        "Take a copy made under House, unchanged."
                    )
                    : line;
            }
            catch (InvalidDataException)
            {
                throw NotACopy($"The copy is damaged in {part}.");
            }
        }
    }
}
