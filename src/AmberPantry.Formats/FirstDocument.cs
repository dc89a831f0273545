using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using AmberPantry.Core;

namespace AmberPantry.Formats;

/// <summary>Copies of version 1: one JSON document. They still come in: each record is told as a line of today's copy.</summary>
public static class FirstDocument
{
    public const string FormatName = "amber-pantry-workshop";

    private static readonly string[] OfLot =
    [
        "id",
        "number",
        "kind",
        "of",
        "code",
        "receivedOn",
        "received",
        "supplier",
        "price",
        "bestBefore",
        "openedOn",
        "monthsOnceOpen",
        "place",
        "meltShiftK",
        "certificate",
        "setApartFor",
        "arrival",
        "letter",
    ];

    private static readonly string[] Words = ["family", "phase", "place", "kind"];
    private static readonly JsonDocumentOptions Shallow = new() { MaxDepth = 32 };

    /// <summary>Whether a file begins like a document and not like an archive.</summary>
    public static bool Begins(ReadOnlySpan<byte> start)
    {
        foreach (var one in start)
        {
            if (one is (byte)'{' or (byte)'[' or (byte)'"')
            {
                return true;
            }

            if (one is not ((byte)' ' or (byte)'\n' or (byte)'\r' or (byte)'\t' or 0xEF or 0xBB or 0xBF))
            {
                return false;
            }
        }

        return true;
    }

    /// <summary>The records of a document by the part of a copy they belong to.</summary>
    /// <exception cref="Refusal">E_NOT_A_DOCUMENT or E_VERSION, with the place in the document.</exception>
    public static IReadOnlyDictionary<string, IReadOnlyList<JsonObject>> Read(Stream json)
    {
        JsonObject document;
        try
        {
            document = JsonNode.Parse(json, documentOptions: Shallow) as JsonObject ?? throw new JsonException();
            if (Text(document, "format") != FormatName)
            {
                throw CopyArchive.NotACopy("This is not a copy of a workshop.");
            }

            if (document["version"] is not JsonValue version || !version.TryGetValue<int>(out var number) || number != 1)
            {
                throw CopyArchive.UnknownVersion(document["version"]?.ToJsonString());
            }

            return new Reading(document).Parts();
        }
        catch (Exception error) when (error is JsonException or InvalidOperationException or ArgumentException or FormatException)
        {
            var line = (error as JsonException)?.LineNumber is { } at ? $" at line {at + 1}" : "";
            throw new Refusal(
                Codes.NotADocument,
                (error as JsonException)?.Path ?? "$",
                null,
                $"The document cannot be read{line}: it is not whole or a value has the wrong kind.",
                "Take a copy made under House, unchanged."
            );
        }
    }

    private static string? Text(JsonObject record, string name) =>
        record[name] is JsonValue value && value.TryGetValue<string>(out var text) ? text : null;

    /// <summary>Collects the lines of one document.</summary>
    private sealed class Reading(JsonObject document)
    {
        private readonly Dictionary<string, List<JsonObject>> parts = [];

        public Dictionary<string, IReadOnlyList<JsonObject>> Parts()
        {
            House(document["house"] as JsonObject ?? throw new JsonException("house"));
            foreach (var material in List(document, "materials"))
            {
                Add(
                    "materials",
                    Only(material, "name", "basedOn", "inci", "pricePerKg", "useMaxPercent", "lot", "bestBefore", "dropsG", "strokesG", "meltShiftK")
                )["id"] = (Text(material, "name") ?? "").Trim().ToLowerInvariant();
            }

            foreach (var lot in List(document, "lots"))
            {
                var line = Add("lots", Only(lot, OfLot));
                (line["note"], line["allowed"], line["revision"]) = ("", new JsonArray(), 0);
            }

            foreach (var move in List(document, "lotMoves"))
            {
                Add("lot-moves", Only(move, "id", "lotId", "kind", "amount", "at", "batch", "step", "takesBack"))["reason"] = move["reason"]
                    ?.DeepClone() ?? "";
            }

            foreach (var formula in List(document, "formulas"))
            {
                Formula(formula);
            }

            foreach (var batch in List(document, "batches"))
            {
                Batch(batch);
            }

            return parts.ToDictionary(part => part.Key, part => (IReadOnlyList<JsonObject>)[.. part.Value.Select(OlderFormula.Told)]);
        }

        private void House(JsonObject house)
        {
            var workshop = house["workshop"] as JsonObject ?? [];
            Add("house", new JsonObject { ["revision"] = 1, ["settings"] = Only(house, "workshop", "preferences") });
            Add(
                "reading",
                new JsonObject
                {
                    ["workroomC"] = workshop["workroomC"]?.DeepClone() ?? 20,
                    ["humidityPercent"] = workshop["humidityPercent"]?.DeepClone(),
                    ["readAt"] = house["readAt"]?.DeepClone(),
                }
            );
            foreach (var (place, celsius) in house["tomorrow"] as JsonObject ?? [])
            {
                Add("tomorrow", new JsonObject { ["place"] = place, ["temperatureC"] = celsius?.DeepClone() });
            }
        }

        private void Formula(JsonObject formula)
        {
            var trials = List(formula, "trials");
            var line = Add("formulas", Only(formula, "name", "createdAt"));
            line["changedAt"] = trials.Select(trial => trial["changedAt"]?.DeepClone()).MaxBy(changed => changed?.ToString(), StringComparer.Ordinal)
                ?? formula["createdAt"]?.DeepClone();
            foreach (var trial in trials)
            {
                var content = Worded(trial["content"]);
                var kept = Add("trials", Only(trial, "number", "intent", "madeAt", "changedAt"));
                (kept["formula"], kept["content"], kept["editAt"], kept["revision"]) = (formula["name"]?.DeepClone(), content, 0, 0);
                Add(
                    "trial-edits",
                    new JsonObject
                    {
                        ["formula"] = formula["name"]?.DeepClone(),
                        ["trial"] = trial["number"]?.DeepClone(),
                        ["position"] = 0,
                        ["did"] = "taken in from a copy",
                        ["content"] = content?.DeepClone(),
                    }
                );
                foreach (var aside in List(trial, "setAside"))
                {
                    var put = Add("set-aside", Only(aside, "finding", "reason", "value"));
                    (put["formula"], put["trial"]) = (formula["name"]?.DeepClone(), trial["number"]?.DeepClone());
                }
            }
        }

        private void Batch(JsonObject batch)
        {
            var steps = Worded(batch["steps"]) as JsonArray ?? throw new JsonException("batches.steps");
            for (var i = 0; i < steps.Count; i++)
            {
                var step = steps[i] as JsonObject ?? throw new JsonException("batches.steps");
                step["id"] = Text(step, "line") is { } line ? $"weigh-{line}-{i}" : $"{Text(step, "kind")}-{i}";
            }

            string StepAt(JsonNode? index) =>
                index is JsonValue value && value.TryGetValue<int>(out var at) && at >= 0 && steps.Count > 0
                    ? steps[Math.Min(at, steps.Count - 1)]!["id"]!.GetValue<string>()
                    : throw new JsonException("batches.atStep");
            var kept = Add(
                "batches",
                Only(
                    batch,
                    "lot",
                    "formula",
                    "trial",
                    "startedAt",
                    "touchedAt",
                    "finishedAt",
                    "workroomC",
                    "humidityPercent",
                    "slumpC",
                    "unitsMade",
                    "unitsLeft",
                    "notes",
                    "lots"
                )
            );
            (kept["content"], kept["steps"], kept["atStep"], kept["place"]) = (
                Worded(batch["content"]),
                steps,
                StepAt(batch["atStep"] ?? 0),
                Worded(batch["place"] ?? "shelf", "place")
            );
            (kept["revision"], kept["begunBy"], kept["signedBy"]) = (0, Made(Text(batch, "lot"), "begun"), "");
            kept["notes"] ??= "";
            kept["lots"] ??= new JsonArray();
            kept["workroomC"] ??= 20;
            foreach (var done in List(batch, "done"))
            {
                var weighed = done["weighedG"] is JsonValue grams ? grams.GetValue<decimal>() : (decimal?)null;
                Add(
                    "batch-steps",
                    new JsonObject
                    {
                        ["lot"] = batch["lot"]?.DeepClone(),
                        ["step"] = StepAt(done["index"]),
                        ["doneAt"] = done["doneAt"]?.DeepClone(),
                        ["weighedUg"] =
                            weighed is { } g and >= 0 and <= 1_000_000 ? Micrograms.Of(g)
                            : weighed is null ? null
                            : -1,
                        ["temperatureC"] = done["temperatureC"]?.DeepClone(),
                        ["note"] = done["note"]?.DeepClone(),
                    }
                );
            }

            foreach (var (seen, i) in List(batch, "observations").Select((seen, i) => (seen, i)))
            {
                var told = Add("observations", Only(seen, "at", "temperatureC", "value", "said", "text"));
                (told["lot"], told["kind"], told["id"]) = (
                    batch["lot"]?.DeepClone(),
                    Worded(seen["kind"], "kind"),
                    Made(Text(batch, "lot"), $"seen {i}")
                );
            }
        }

        /// <summary>An id that is the same each time the document is taken in.</summary>
        private static string Made(string? lot, string what) =>
            new Guid(System.Security.Cryptography.SHA256.HashData(System.Text.Encoding.UTF8.GetBytes($"{lot} {what}")).AsSpan(0, 16)).ToString(
                "D",
                CultureInfo.InvariantCulture
            );

        private JsonObject Add(string part, JsonObject line)
        {
            if (!parts.TryGetValue(part, out var lines))
            {
                parts[part] = lines = [];
            }

            lines.Add(line);
            return line;
        }

        private static JsonObject Only(JsonObject from, params IReadOnlyList<string> names) =>
            new(names.Select(name => KeyValuePair.Create(name, from[name]?.DeepClone())));

        private static IReadOnlyList<JsonObject> List(JsonObject from, string name) =>
            from[name] switch
            {
                null => [],
                JsonArray array => [.. array.Select(one => one as JsonObject ?? throw new JsonException(name))],
                _ => throw new JsonException(name),
            };

        /// <summary>Words of that time were joined by hyphens; today's by underscores.</summary>
        private static JsonNode? Worded(JsonNode? node, string name = "") =>
            node switch
            {
                JsonObject record => new JsonObject(record.Select(pair => KeyValuePair.Create(pair.Key, Worded(pair.Value, pair.Key)))),
                JsonArray array => new JsonArray([.. array.Select(one => Worded(one))]),
                JsonValue value when Words.Contains(name) && value.TryGetValue<string>(out var word) => word.Replace('-', '_'),
                _ => node?.DeepClone(),
            };
    }
}
