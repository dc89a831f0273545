namespace AmberPantry.Core.Science.Learning;

/// <summary>What a difference goes with, broad to narrow.</summary>
public enum CreditLevel
{
    None,
    Maker,
    Place,
    Vessel,
    Lot,
}

/// <summary>How far one group lies from what is said.</summary>
public sealed record CreditEffect(CreditLevel Level, string Group, int N, double Offset);

/// <summary>Mean held-back miss by level; null where it was not tried.</summary>
public sealed record CreditScores(double None, double? Maker, double? Place, double? Vessel, double? Lot);

/// <summary>Which level takes the credit for what is off.</summary>
/// <param name="Second">What explains the rest, where something does.</param>
/// <param name="CannotTell">Levels that always went together, the broader first.</param>
/// <param name="Outliers">Indices of records that look like a slip.</param>
public sealed record Credit(
    [property: System.Text.Json.Serialization.JsonPropertyName("credit")] CreditLevel Taken,
    CreditLevel Second,
    IReadOnlyList<CreditEffect> Effects,
    CreditScores Scores,
    IReadOnlyList<IReadOnlyList<CreditLevel>> CannotTell,
    IReadOnlyList<int> Outliers
)
{
    private const int EnoughRecords = 3;
    private const double TakesOverAt = 0.85;
    private const double SecondTakesOverAt = 0.8;

    private static readonly CreditLevel[] Narrow = [CreditLevel.Place, CreditLevel.Vessel, CreditLevel.Lot];

    public static Credit Of(LearnQuantity quantity, IReadOnlyList<LearnRecord> records)
    {
        var (held, slips) = HeldAll(quantity.Doubt, records);
        var (tried, cannotTell) = Tried(records);
        var scores = tried.ToDictionary(level => level, level => Miss(held, records, level));
        double? Score(CreditLevel level) => scores.TryGetValue(level, out var score) ? score : null;
        var none = held.Average(Math.Abs);

        var (taken, best) = (CreditLevel.None, none);
        foreach (var level in records.Count >= EnoughRecords ? tried : [])
        {
            if (!LearnRecord.Below(TakesOverAt * best, scores[level]))
            {
                (taken, best) = (level, scores[level]);
            }
        }

        List<CreditEffect> effects = taken == CreditLevel.None ? [] : [.. EffectsOf(held, records, taken)];
        var second = CreditLevel.None;
        if (taken != CreditLevel.None)
        {
            double[] left =
            [
                .. held.Select((one, i) => Group(records[i], taken) is { } group ? one - At(records, taken, group).Average(at => held[at]) : one),
            ];
            best = left.Average(Math.Abs);
            foreach (var level in tried.Where(level => Narrow.Contains(level) && level != taken))
            {
                var own = EffectsOf(left, records, level).ToArray();
                double[] offsets =
                [
                    .. own.Select(one => one.Offset),
                    .. records.Where(record => Group(record, level) is null).Take(1).Select(_ => 0.0),
                ];
                if (
                    !LearnRecord.Below(offsets.Max() - offsets.Min(), quantity.Step)
                    && !LearnRecord.Below(SecondTakesOverAt * best, Miss(left, records, level))
                )
                {
                    (second, best) = (level, Miss(left, records, level));
                }
            }

            effects.AddRange(second == CreditLevel.None ? [] : EffectsOf(left, records, second));
        }

        return new Credit(
            taken,
            second,
            effects,
            new CreditScores(none, Score(CreditLevel.Maker), Score(CreditLevel.Place), Score(CreditLevel.Vessel), Score(CreditLevel.Lot)),
            cannotTell,
            slips
        );
    }

    internal static string? Group(LearnRecord record, CreditLevel level) =>
        level switch
        {
            CreditLevel.Maker => "maker",
            CreditLevel.Place => record.Place,
            CreditLevel.Vessel => record.Vessel,
            CreditLevel.Lot => record.Lot,
            _ => null,
        };

    private static int[] At(IReadOnlyList<LearnRecord> records, CreditLevel level, string group) =>
        [.. Enumerable.Range(0, records.Count).Where(i => Group(records[i], level) == group)];

    private static IEnumerable<string> Groups(IReadOnlyList<LearnRecord> records, CreditLevel level) =>
        records.Select(record => Group(record, level)).OfType<string>().Distinct();

    private static IEnumerable<CreditEffect> EffectsOf(double[] held, IReadOnlyList<LearnRecord> records, CreditLevel level) =>
        Groups(records, level)
            .Select(group =>
            {
                var at = At(records, level, group);
                return new CreditEffect(level, group, at.Length, at.Sum(i => held[i]) / (at.Length + LearntOffset.SilentBatches));
            });

    /// <summary>Each told from the others of its group.</summary>
    private static double Miss(double[] held, IReadOnlyList<LearnRecord> records, CreditLevel level) =>
        Enumerable
            .Range(0, held.Length)
            .Average(i =>
            {
                if (Group(records[i], level) is not { } group)
                {
                    return Math.Abs(held[i]);
                }

                var at = At(records, level, group);
                return Math.Abs(held[i] - ((at.Sum(j => held[j]) - held[i]) / (at.Length + LearntOffset.SilentBatches - 1)));
            });

    /// <summary>A level that parts the records as an earlier one does cannot be told from it.</summary>
    private static (List<CreditLevel> Tried, List<IReadOnlyList<CreditLevel>> CannotTell) Tried(IReadOnlyList<LearnRecord> records)
    {
        string Parts(CreditLevel level)
        {
            var groups = Groups(records, level).ToList();
            return string.Join(' ', records.Select(record => Group(record, level) is { } group ? groups.IndexOf(group) : -1));
        }

        List<CreditLevel> tried = [CreditLevel.Maker];
        List<IReadOnlyList<CreditLevel>> cannotTell = [];
        foreach (var level in Narrow.Where(level => Groups(records, level).Any()))
        {
            var same = tried.FirstOrDefault(other => Parts(other) == Parts(level));
            if (same == CreditLevel.None)
            {
                tried.Add(level);
            }
            else
            {
                cannotTell.Add([same, level]);
            }
        }

        return (tried, cannotTell);
    }

    /// <summary>Held in about all and about every group; the nearest to what was told counts, so that a new lot far off is taken as it is.</summary>
    private static (double[] Held, int[] Slips) HeldAll(double doubt, IReadOnlyList<LearnRecord> records)
    {
        var first = LearntOffset.Hold(doubt, records);
        var held = (double[])first.Clone();
        (CreditLevel Level, int[] At)[] groups =
        [
            .. Narrow.SelectMany(level => Groups(records, level).Select(group => (level, At(records, level, group)))),
        ];
        var pairs = new HashSet<int>();
        int Side(double[] of, int i) => LearntOffset.Far(records[i].Difference, of[i]) ? Math.Sign(records[i].Difference - of[i]) : 0;
        foreach (var (_, at) in groups)
        {
            var isPair = at.Length == 2 && Side(first, at[0]) != 0 && Side(first, at[0]) == Side(first, at[1]);
            if (at.Length < EnoughRecords && !isPair)
            {
                continue;
            }

            pairs.UnionWith(isPair ? at : []);
            var own = LearntOffset.Hold(doubt, [.. at.Select(i => records[i])]);
            for (var j = 0; j < at.Length; j++)
            {
                var told = records[at[j]].Difference;
                held[at[j]] = Math.Abs(own[j] - told) < Math.Abs(held[at[j]] - told) ? own[j] : held[at[j]];
            }
        }

        int[] slips =
        [
            .. Enumerable
                .Range(0, records.Count)
                .Where(i =>
                    Side(held, i) != 0
                    && !pairs.Contains(i)
                    && !groups.Any(group =>
                        group.At.Length < records.Count && group.At.Contains(i) && group.At.Any(j => j != i && Side(held, j) == Side(held, i))
                    )
                ),
        ];
        return (held, slips);
    }
}
