using System.Globalization;

namespace AmberPantry.Core.Science.Scent;

/// <summary>Plain words for what something smells of.</summary>
public enum Smell
{
    Citrus,
    Floral,
    Fruity,
    Green,
    Herbal,
    Minty,

    /// <summary>Cool and medicinal: eucalyptus, tea tree.</summary>
    Camphor,
    Conifer,
    Woody,
    Spicy,
    Sweet,
    Resin,
    Earthy,
    Smoky,
}

/// <summary>How much something smells of each word; only the proportions count.</summary>
public sealed class SmellProfile
{
    private readonly double[] parts;

    private SmellProfile(double[] parts) => this.parts = parts;

    /// <summary>Profiles of the scents that have one, by their id in the table of scents. A generic fragrance has none.</summary>
    public static IReadOnlyDictionary<string, SmellProfile> OfOils { get; } =
        DataTable
            .Read("Science.Scent.Data.smells.csv", row => (Id: row.Text("id"), Profile: Parse(row.List("smells"))))
            .ToDictionary(row => row.Id, row => row.Profile);

    public double Of(Smell smell) => parts[(int)smell];

    /// <summary>Nothing smells of anything in it.</summary>
    public bool IsEmpty => Array.TrueForAll(parts, part => part == 0);

    /// <summary>The words it smells of, the strongest first.</summary>
    public IReadOnlyList<Smell> Words => [.. Enum.GetValues<Smell>().Where(smell => Of(smell) > 0).OrderByDescending(Of)];

    /// <summary>Cosine of the angle between both: 1 alike, 0 with nothing in common.</summary>
    public double Likeness(SmellProfile other)
    {
        var (length, ofOther) = (Length(parts), Length(other.parts));
        return length == 0 || ofOther == 0 ? 0 : parts.Zip(other.parts, (one, two) => one * two).Sum() / (length * ofOther);
    }

    /// <summary>Part of it that is of this word, 0 to 1.</summary>
    public double Purity(Smell smell) => Length(parts) is var length and > 0 ? Of(smell) / length : 0;

    public static SmellProfile Sum(IEnumerable<(SmellProfile Profile, double Weight)> profiles)
    {
        var sum = new double[Enum.GetValues<Smell>().Length];
        foreach (var (profile, weight) in profiles)
        {
            var length = Length(profile.parts);
            for (var i = 0; i < sum.Length && length > 0; i++)
            {
                sum[i] += weight * profile.parts[i] / length;
            }
        }

        return new SmellProfile(sum);
    }

    internal static SmellProfile Parse(IEnumerable<string> words)
    {
        var parts = new double[Enum.GetValues<Smell>().Length];
        foreach (var word in words.Select(word => word.Split(':')))
        {
            parts[(int)Enum.Parse<Smell>(word[0], ignoreCase: true)] = double.Parse(word[1], CultureInfo.InvariantCulture);
        }

        return new SmellProfile(parts);
    }

    private static double Length(double[] of) => Math.Sqrt(of.Sum(one => one * one));
}

/// <summary>A smell described in words: "green and lemony, a little smoky, no mint".</summary>
/// <param name="Understood">The words that were taken, as they are known.</param>
/// <param name="Unknown">Words that say nothing here.</param>
/// <param name="Without">What it must not smell of.</param>
public sealed record SmellWish(SmellProfile Wanted, IReadOnlyList<string> Understood, IReadOnlyList<string> Unknown, IReadOnlyList<Smell> Without)
{
    private const double Little = 0.4;
    private const double Very = 1.6;

    private static readonly string[] Weak = ["little", "touch", "hint", "slightly", "faintly", "bit", "soft"];
    private static readonly string[] Strong = ["very", "much", "strongly", "deep", "mostly", "rich"];
    private static readonly string[] Not = ["no", "not", "without", "never"];
    private static readonly string[] Silent =
    [
        "and",
        "a",
        "of",
        "with",
        "the",
        "but",
        "like",
        "smells",
        "smell",
        "in",
        "some",
        "quite",
        "or",
        "an",
        "it",
        "is",
        "to",
        "that",
    ];

    /// <summary>Other words for the same; each stands for one word or several.</summary>
    private static readonly Dictionary<string, string[]> Means = new(StringComparer.OrdinalIgnoreCase)
    {
        ["lemon"] = ["citrus:3"],
        ["lemony"] = ["citrus:3"],
        ["orange"] = ["citrus:3", "sweet:1"],
        ["zesty"] = ["citrus:3"],
        ["sharp"] = ["citrus:2", "camphor:1"],
        ["fresh"] = ["citrus:2", "green:1", "minty:1"],
        ["clean"] = ["citrus:1", "herbal:1", "camphor:1"],
        ["cool"] = ["minty:2", "camphor:1"],
        ["cold"] = ["minty:2", "camphor:1"],
        ["mint"] = ["minty:3"],
        ["medicinal"] = ["camphor:3"],
        ["eucalyptus"] = ["camphor:3"],
        ["flowery"] = ["floral:3"],
        ["flowers"] = ["floral:3"],
        ["rose"] = ["floral:3", "sweet:1"],
        ["rosy"] = ["floral:3", "sweet:1"],
        ["fruit"] = ["fruity:3"],
        ["apple"] = ["fruity:3", "green:1"],
        ["grass"] = ["green:3"],
        ["grassy"] = ["green:3"],
        ["leafy"] = ["green:3"],
        ["herbs"] = ["herbal:3"],
        ["kitchen"] = ["herbal:2", "spicy:1"],
        ["hay"] = ["herbal:1", "sweet:1", "earthy:1"],
        ["pine"] = ["conifer:3"],
        ["fir"] = ["conifer:3", "sweet:1"],
        ["forest"] = ["conifer:3", "woody:1", "earthy:1", "green:1"],
        ["resinous"] = ["resin:3"],
        ["incense"] = ["resin:3", "smoky:1"],
        ["church"] = ["resin:3", "smoky:1"],
        ["wood"] = ["woody:3"],
        ["wooden"] = ["woody:3"],
        ["cedar"] = ["woody:3"],
        ["boat"] = ["woody:2", "smoky:1", "resin:1"],
        ["spice"] = ["spicy:3"],
        ["spices"] = ["spicy:3"],
        ["warm"] = ["spicy:2", "sweet:1", "resin:1"],
        ["winter"] = ["spicy:2", "conifer:2", "citrus:1"],
        ["christmas"] = ["spicy:2", "conifer:2", "citrus:1"],
        ["vanilla"] = ["sweet:3"],
        ["honey"] = ["sweet:2", "floral:1"],
        ["caramel"] = ["sweet:3"],
        ["balsamic"] = ["resin:2", "sweet:2"],
        ["earth"] = ["earthy:3"],
        ["moss"] = ["earthy:3", "green:1"],
        ["mossy"] = ["earthy:3", "green:1"],
        ["musty"] = ["earthy:3"],
        ["smoke"] = ["smoky:3"],
        ["tar"] = ["smoky:3"],
        ["bonfire"] = ["smoky:3", "woody:1"],
        ["leather"] = ["smoky:2", "woody:1"],
        ["sea"] = ["green:1", "minty:1", "citrus:1", "herbal:1"],
        ["summer"] = ["citrus:2", "floral:1", "green:1"],
        ["spring"] = ["green:2", "floral:2"],
        ["autumn"] = ["spicy:1", "woody:1", "earthy:1"],
    };

    public static SmellWish Read(string text)
    {
        var wanted = new List<(SmellProfile, double)>();
        var (understood, unknown, without) = (new List<string>(), new List<string>(), new List<Smell>());
        var (weight, refuses) = (1.0, false);
        foreach (var word in text.ToLowerInvariant().Split([' ', ',', ';', '.', '/', '-', '\n', '\t', '!'], StringSplitOptions.RemoveEmptyEntries))
        {
            if (Weak.Contains(word) || Strong.Contains(word))
            {
                weight = Weak.Contains(word) ? Little : Very;
            }
            else if (Not.Contains(word))
            {
                refuses = true;
            }
            else if (Profile(word) is not { } profile)
            {
                if (!Silent.Contains(word))
                {
                    unknown.Add(word);
                }
            }
            else if (refuses)
            {
                without.AddRange(profile.Words.Take(1));
                understood.Add($"not {word}");
                (weight, refuses) = (1, false);
            }
            else
            {
                wanted.Add((profile, weight));
                understood.Add(
                    weight < 1 ? $"a little {word}"
                    : weight > 1 ? $"very {word}"
                    : word
                );
                weight = 1;
            }
        }

        return new SmellWish(SmellProfile.Sum(wanted), understood, unknown, without);
    }

    /// <summary>A smell by its word, another word for it, or the name of a scent.</summary>
    private static SmellProfile? Profile(string word)
    {
        var bare = word.EndsWith('s') && word.Length > 4 ? word[..^1] : word;
        foreach (var one in new[] { word, bare })
        {
            if (Enum.TryParse<Smell>(one, ignoreCase: true, out var smell) && !char.IsDigit(one[0]))
            {
                return SmellProfile.Parse([$"{smell}:3"]);
            }

            if (Means.TryGetValue(one, out var means))
            {
                return SmellProfile.Parse(means);
            }

            if (SmellProfile.OfOils.TryGetValue(one, out var oil))
            {
                return oil;
            }
        }

        return null;
    }
}

/// <summary>Scents that come near a smell together.</summary>
/// <param name="Parts">Scents and their drops, as few as tell the ratio.</param>
/// <param name="Likeness">Of the blend, 0 to 1.</param>
public sealed record SmellBlend(IReadOnlyList<(ScentOil Oil, int Drops)> Parts, double Likeness)
{
    private const int MostOils = 3;
    private const int Nearest = 6;
    private const int MostWords = 6;
    private const int MostDrops = 6;

    /// <summary>A further scent must bring it nearer by this.</summary>
    private const double Worth = 0.02;

    /// <summary>The nearest blend of one to three scents, each by 1 to 6 drops; what is smelt of a drop grows with its strength.</summary>
    /// <returns>Null where none of them has anything of it.</returns>
    public static SmellBlend? Find(SmellProfile wanted, IReadOnlyList<ScentOil> oils)
    {
        ScentOil[] known = [.. oils.Where(oil => SmellProfile.OfOils.ContainsKey(oil.Id)).DistinctBy(oil => oil.Id)];
        // The nearest alone, and those that are purest in each word: what is a little smoky is near to nothing smoky.
        ScentOil[] near =
        [
            .. known
                .OrderByDescending(oil => SmellProfile.OfOils[oil.Id].Likeness(wanted))
                .Take(Nearest)
                .Concat(
                    wanted
                        .Words.Take(MostWords)
                        .SelectMany(smell =>
                            known
                                .Where(oil => SmellProfile.OfOils[oil.Id].Of(smell) > 0)
                                .OrderByDescending(oil => SmellProfile.OfOils[oil.Id].Purity(smell))
                                .Take(1)
                        )
                )
                .Distinct(),
        ];
        SmellBlend? best = null;
        foreach (var parts in Choices(near))
        {
            var likeness = SmellProfile.Sum(parts.Select(part => (SmellProfile.OfOils[part.Oil.Id], part.Drops * Impact(part.Oil)))).Likeness(wanted);
            var more = best is null ? 0 : parts.Length - best.Parts.Count;
            if (
                likeness > 0
                && (
                    best is null
                    || likeness
                        > best.Likeness
                            + (
                                more > 0 ? Worth
                                : more < 0 ? -Worth
                                : 1e-9
                            )
                )
            )
            {
                best = new SmellBlend(parts, likeness);
            }
        }

        return best;
    }

    /// <summary>How much is smelt of a drop, by the same law as the strength of a whole scent.</summary>
    private static double Impact(ScentOil oil) => Math.Pow(10, (oil.Strength - 5) / 5) * oil.DensityGMl / oil.DropsPerMl;

    /// <summary>Every choice, single scents first; of equal ratios only the smallest.</summary>
    private static IEnumerable<(ScentOil Oil, int Drops)[]> Choices(ScentOil[] oils)
    {
        for (var i = 0; i < oils.Length; i++)
        {
            yield return [(oils[i], 1)];
        }

        for (var i = 0; i < oils.Length; i++)
        {
            for (var j = i + 1; j < oils.Length; j++)
            {
                foreach (var (a, b) in Pairs())
                {
                    yield return [(oils[i], a), (oils[j], b)];
                }
            }
        }

        for (var i = 0; i < oils.Length && MostOils > 2; i++)
        {
            for (var j = i + 1; j < oils.Length; j++)
            {
                for (var k = j + 1; k < oils.Length; k++)
                {
                    foreach (var (a, b) in Pairs())
                    {
                        for (var c = 1; c <= MostDrops; c++)
                        {
                            yield return [(oils[i], a), (oils[j], b), (oils[k], c)];
                        }
                    }
                }
            }
        }
    }

    private static IEnumerable<(int, int)> Pairs() =>
        from a in Enumerable.Range(1, MostDrops)
        from b in Enumerable.Range(1, MostDrops)
        where System.Numerics.BigInteger.GreatestCommonDivisor(a, b) == 1
        select (a, b);
}
