using System.Text.Json;
using AmberPantry.Core.Science.Trials;

namespace AmberPantry.Core.Calculations;

/// <summary>Blind tests: luck, looks, pairs, ranks, order, how many testers.</summary>
internal static class TrialsCalculations
{
    private const int MostTesters = 60;
    private const int MostCodes = 6;
    private const double MostSeed = 9_007_199_254_740_992;

    public static IEnumerable<Calculation> All { get; } =
    [
        Of("rarity", "How rare a chance is, in words.", """{"chance": 0.025}""", fields => Rarity.Of(fields.Above("chance", 0, 1))),
        Of("luck", "How often luck alone puts one of equal pots first so often.", """{"testers": 9, "codes": 3, "best": 7}""", fields =>
            Luck(fields).Answer()
        ),
        Of("limits", "What each number of firsts would say.", """{"testers": 9, "codes": 3}""", fields => Luck(fields, false).Limits()),
        Of("settle", "What the next testers would have to say to settle it.", """{"testers": 9, "codes": 3, "best": 7}""", fields =>
            Luck(fields).Settle(fields.OptionalWhole("oneIn", 2, 1000) ?? 100)
        ),
        Of("paired", "Which of two pots more testers prefer, and how often luck does that.", """{"a": 8, "b": 2}""", Paired),
        Of("oddOneOut", "Whether testers can tell the different pot from the others.", """{"testers": 12, "right": 8}""", fields =>
        {
            var testers = Testers(fields);
            var right = fields.Whole("right", 0, testers);
            return OddOneOut.Of(testers, right, fields.OptionalWhole("of", 2, MostCodes) ?? 3);
        }),
        Of("opened", "How the samples came out once the codes are opened.", """{"copies": [1, 2], "firsts": [7, 2]}""", Opened),
        Of("friedman", "Whether several testers rank several pots alike.", """{"places": [[1, 2, 3], [1, 2, 3], [1, 2, 3]]}""", fields =>
            new Rankings(Places(fields), Seed(fields) ?? 1).Friedman()
        ),
        Of(
            "ranking",
            "The codes by their mean place, pair by pair, and which lead.",
            """{"codes": ["582", "417"], "places": [[1, 2], [1, 2], [2, 1]]}""",
            Ranking
        ),
        Of("control", "What the pair of equal pots says of the testers.", """{"codes": 3, "gaps": [1, 1, -1, 2, 1]}""", Control),
        Of("order", "In which order each tester tries the pots.", """{"codes": ["417", "582", "903"], "testers": 9}""", fields =>
        {
            var codes = Codes(fields, 2, 8);
            return TestOrder.Of(codes, Testers(fields), Seed(fields));
        }),
        Of("codes", "Three-digit names that nobody mixes up.", """{"count": 5, "seed": 11}""", fields =>
        {
            var count = fields.Whole("count", 1, PotCodes.Most);
            return new { Codes = PotCodes.Draw(count, (long)fields.Whole("seed", 0, MostSeed)) };
        }),
        Of("needed", "How many testers show a wanted difference.", """{"kind": "paired", "share": 0.8}""", Needed),
    ];

    private static Calculation Of(string name, string says, string example, Func<Fields, object> work) => new("trials", name, says, example, work);

    private static int Testers(Fields fields) => fields.Whole("testers", 1, MostTesters);

    private static ulong? Seed(Fields fields) => fields.Has("seed") ? (ulong)fields.Whole("seed", 0, MostSeed) : null;

    private static LuckQuestion Luck(Fields fields, bool asksBest = true)
    {
        var testers = Testers(fields);
        var codes = fields.Whole("codes", 2, MostCodes);
        var best = asksBest ? fields.Whole("best", 0, testers) : 0;
        var named = fields.Flag("named");
        var planned = fields.OptionalWhole("planned", testers, MostTesters) ?? testers;
        return new LuckQuestion(testers, codes, best, Seen(fields, testers, planned)) { IsNamed = named, LooksAt = Then(fields, testers, planned) };
    }

    /// <summary>The looks up to now and still to be made.</summary>
    private static Looks Seen(Fields fields, int testers, int planned)
    {
        if (fields.Find("looks") is not { } found)
        {
            return Looks.End(testers);
        }

        if (found.ValueKind == JsonValueKind.String)
        {
            return found.GetString() switch
            {
                "end" => Looks.End(testers),
                "each" => Looks.Each(planned),
                _ => throw Fields.OutOfRange("looks", found, "end, each or a list of numbers"),
            };
        }

        var looks = Wholes(fields, "looks", 1, planned);
        for (var i = 1; i < looks.Count; i++)
        {
            if (looks[i] <= looks[i - 1])
            {
                throw Fields.OutOfRange($"looks[{i}]", looks[i], "numbers that rise");
            }
        }

        return looks.Count == 0 ? throw Fields.Empty("looks", "Give the testers after whom you looked.")
            : looks.Contains(testers) ? new Looks(looks)
            : throw Fields.OutOfRange("looks", string.Join(", ", looks), $"a list that holds {testers}, the look of now");
    }

    /// <summary>The looks once so many have tried.</summary>
    private static Func<int, Looks> Then(Fields fields, int testers, int planned)
    {
        var now = Seen(fields, testers, planned);
        return fields.Find("looks") is { ValueKind: JsonValueKind.String } word && word.GetString() == "each"
            ? total => Looks.Each(Math.Max(planned, total))
            : total => new Looks([.. now.At.Append(total).Distinct().Order()]);
    }

    private static PairedAnswer Paired(Fields fields)
    {
        var a = fields.Whole("a", 0, MostTesters);
        var b = fields.Whole("b", 0, MostTesters);
        var same = fields.OptionalWhole("same", 0, MostTesters) ?? 0;
        var testers = a + b;
        if (testers == 0)
        {
            throw Fields.Empty("a", "Give how many prefer each.");
        }

        if (testers > MostTesters)
        {
            throw Fields.OutOfRange("b", b, $"{MostTesters} testers at most in all");
        }

        return PairedAnswer.Of(a, b, same, Seen(fields, testers, fields.OptionalWhole("planned", testers, MostTesters) ?? testers));
    }

    private static Opening Opened(Fields fields)
    {
        var copies = Wholes(fields, "copies", 1, MostCodes);
        if (copies.Count == 0)
        {
            throw Fields.Empty("copies", "Give how many codes held each sample.");
        }

        if (copies.Count < 2 || copies.Sum() > MostCodes)
        {
            throw Fields.OutOfRange("copies", string.Join(", ", copies), $"two samples or more, {MostCodes} codes at most");
        }

        var firsts = Wholes(fields, "firsts", 0, MostTesters);
        var testers = firsts.Sum();
        return firsts.Count != copies.Count ? throw Fields.OutOfRange("firsts", string.Join(", ", firsts), "one number for each sample")
            : testers is < 1 or > MostTesters ? throw Fields.OutOfRange("firsts", testers, $"1 to {MostTesters} in all")
            : Opening.Of(copies, firsts, Seen(fields, testers, fields.OptionalWhole("planned", testers, MostTesters) ?? testers));
    }

    private static List<IReadOnlyList<int>> Places(Fields fields)
    {
        var rows = fields.Values("places");
        if (rows.Count == 0)
        {
            throw Fields.Empty("places", "Give a row of places for each tester.");
        }

        if (rows.Count > MostTesters)
        {
            throw Fields.OutOfRange("places", rows.Count, $"1 to {MostTesters} testers");
        }

        var places = new List<IReadOnlyList<int>>();
        foreach (var (row, path) in rows)
        {
            int[] told =
                row.ValueKind == JsonValueKind.Array
                    ? [.. row.EnumerateArray().Select((one, j) => Fields.Whole(Fields.Read(one, $"{path}[{j}]"), 1, MostCodes, $"{path}[{j}]"))]
                    : throw Fields.NotAList(path, row);
            if (told.Length is < 2 or > MostCodes || (places.Count > 0 && told.Length != places[0].Count))
            {
                throw Fields.OutOfRange(path, row, places.Count > 0 ? $"{places[0].Count} places, as in the first row" : $"2 to {MostCodes} places");
            }

            places.Add(told);
        }

        return places;
    }

    private static RankingAnswer Ranking(Fields fields)
    {
        var places = Places(fields);
        var codes = Codes(fields, 2, MostCodes);
        return codes.Count == places[0].Count
            ? new Rankings(places, Seed(fields) ?? 1).Ranking(codes)
            : throw Fields.OutOfRange("codes", string.Join(", ", codes), $"{places[0].Count} names, one for each place");
    }

    private static ControlPair Control(Fields fields)
    {
        var codes = fields.Whole("codes", 3, MostCodes);
        var gaps = Wholes(fields, "gaps", 1 - codes, codes - 1);
        if (gaps.Count == 0)
        {
            throw Fields.Empty("gaps", "Give the places between the two, by tester.");
        }

        if (gaps.Count > MostTesters)
        {
            throw Fields.OutOfRange("gaps", gaps.Count, $"1 to {MostTesters} testers");
        }

        var tied = Wholes(fields, "tied", 0, gaps.Count - 1);
        for (var i = 1; i < tied.Count; i++)
        {
            if (tied[i] <= tied[i - 1])
            {
                throw Fields.OutOfRange($"tied[{i}]", tied[i], "numbers that rise");
            }
        }

        return ControlPair.From(codes, gaps, tied.ToHashSet());
    }

    private static NeededTesters Needed(Fields fields)
    {
        string[] kinds = ["paired", "first", "oddOneOut"];
        var kind = (TestKind)Array.IndexOf(kinds, fields.Word("kind", kinds));
        var share = fields.Number("share", 0, 1);
        var codes = kind == TestKind.Paired ? 2 : fields.OptionalWhole("codes", 2, MostCodes) ?? 3;
        if (share <= 1.0 / codes)
        {
            throw Fields.OutOfRange("share", share, $"above 1 in {codes}, which luck does, up to 1");
        }

        var oneIn = fields.OptionalWhole("oneIn", 2, 1000) ?? 20;
        var power = fields.Above("power", 0, 1, 0.8);
        return power < 1 ? NeededTesters.Of(kind, share, codes, oneIn, power) : throw Fields.OutOfRange("power", power, "below 1");
    }

    private static IReadOnlyList<int> Wholes(Fields fields, string name, int least, int most) =>
        [.. fields.Values(name).Select(one => Fields.Whole(Fields.Read(one.Value, one.Path), least, most, one.Path))];

    private static IReadOnlyList<string> Codes(Fields fields, int least, int most)
    {
        var codes = fields.Texts("codes");
        return codes.Count == 0 ? throw Fields.Empty("codes", "Give the names of the pots.")
            : codes.Count < least || codes.Count > most ? throw Fields.OutOfRange("codes", codes.Count, $"{least} to {most} names")
            : codes.Distinct().Count() < codes.Count ? throw Fields.OutOfRange("codes", string.Join(", ", codes), "names that differ")
            : codes;
    }
}
