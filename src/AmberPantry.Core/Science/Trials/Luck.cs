namespace AmberPantry.Core.Science.Trials;

/// <summary>How often luck alone would have done it.</summary>
/// <param name="ChanceOnce">The same if the counts had been looked at only now.</param>
/// <param name="LooksCounted">Looks that were counted.</param>
public sealed record LuckAnswer(double Chance, double ChanceOnce, int LooksCounted) : Judged(Chance);

/// <summary>What so many firsts of one pot would say.</summary>
/// <param name="K">Testers that put it first.</param>
/// <param name="One">Chance that one given pot gets exactly so many.</param>
/// <param name="Chance">How often luck brings some pot that far.</param>
public sealed record LuckStep(int K, double One, double Chance);

/// <param name="CouldFrom">Least firsts from which luck does it less than every other time; null when not even all of them do.</param>
/// <param name="SettledFrom">Least from which it is settled.</param>
public sealed record LuckLimits(IReadOnlyList<LuckStep> Steps, int? CouldFrom, int? PerhapsFrom, int? HardlyFrom, int? SettledFrom);

/// <summary>What would settle it.</summary>
/// <param name="Next">Testers to come.</param>
/// <param name="Of">So many of them put it first.</param>
/// <param name="Testers">Testers then.</param>
/// <param name="Best">Firsts then.</param>
/// <param name="IfNotPassed">Another pot could have passed it by then.</param>
public sealed record SettleRow(int Next, int Of, int Testers, int Best, bool IfNotPassed, double Chance) : Judged(Chance);

/// <param name="Already">It is settled now.</param>
/// <param name="Least">Fewest testers more; null when even sixty do not settle it.</param>
public sealed record SettleAnswer(bool Already, IReadOnlyList<SettleRow> Rows, int? Least, int? Most);

/// <summary>A question with one first of several pots, and how often its counts are looked at.</summary>
/// <param name="Testers">Who gave a first.</param>
/// <param name="Codes">Pots.</param>
/// <param name="Best">Firsts of the pot in front.</param>
public sealed record LuckQuestion(int Testers, int Codes, int Best, Looks Looks)
{
    /// <summary>One pot was named before the first tester.</summary>
    public bool IsNamed { get; init; }

    /// <summary>Looks after so many testers in all.</summary>
    public Func<int, Looks> LooksAt { private get; init; } = Looks.End;

    public LuckAnswer Answer() =>
        new(
            Looks.Chance(Testers, Codes, Best, IsNamed),
            IsNamed ? Chances.Tail(Testers, Best, 1.0 / Codes) : Chances.Once(Testers, Codes, Best),
            Looks.Count
        );

    public LuckLimits Limits()
    {
        LuckStep[] steps =
        [
            .. Enumerable
                .Range(0, Testers + 1)
                .Select(k => new LuckStep(k, Chances.Exactly(Testers, k, 1.0 / Codes), Looks.Chance(Testers, Codes, k))),
        ];
        int? From(double below) => steps.FirstOrDefault(step => Rarity.Below(step.Chance, below))?.K;
        return new LuckLimits(steps, From(Rarity.CouldBelow), From(Rarity.PerhapsBelow), From(Rarity.HardlyBelow), From(Rarity.SettledBelow));
    }

    /// <summary>Testers that would bring it below one in so many.</summary>
    public SettleAnswer Settle(int oneIn)
    {
        var limit = 1.0 / oneIn;
        bool Settles(int more, int firsts) => Rarity.Below(After(more, firsts).Chance, limit);
        if (Rarity.Below(Looks.Chance(Testers, Codes, Best), limit))
        {
            return new SettleAnswer(true, [], 0, 0);
        }

        var most = Chances.MostTesters - Testers;
        var all = Enumerable.Range(1, Math.Max(0, most)).FirstOrDefault(more => Settles(more, more));
        if (all == 0)
        {
            return new SettleAnswer(false, [], null, null);
        }

        var butOne = Enumerable.Range(all + 1, Math.Max(0, most - all)).FirstOrDefault(more => Settles(more, more - 1));
        List<SettleRow> rows = [After(all, all)];
        if (butOne > 0)
        {
            rows.Add(After(butOne, butOne - 1));
        }

        // Where the others must then hold more than that, another pot is in front for certain.
        if (Testers + all - Best <= (Codes - 1) * Best)
        {
            rows.Add(After(all, 0));
        }

        return new SettleAnswer(false, rows, all, butOne > 0 ? butOne : null);
    }

    private SettleRow After(int more, int firsts)
    {
        var (testers, best) = (Testers + more, Best + firsts);
        return new SettleRow(more, firsts, testers, best, Codes > 2 && testers - best > best, LooksAt(testers).Chance(testers, Codes, best));
    }
}

/// <summary>Two pots, and which each tester preferred.</summary>
/// <param name="Counted">Who preferred one.</param>
/// <param name="Dropped">Who felt no difference.</param>
/// <param name="Ahead">a, b or none.</param>
public sealed record PairedAnswer(int Counted, int Dropped, string Ahead, double Chance) : Judged(Chance)
{
    public static PairedAnswer Of(int a, int b, int same, Looks looks) =>
        new(
            a + b,
            same,
            a > b ? "a"
                : b > a ? "b"
                : "none",
            looks.Chance(a + b, 2, Math.Max(a, b))
        );
}

/// <summary>Which pot is the different one.</summary>
/// <param name="CanTell">Share that truly noticed.</param>
/// <param name="NeedRight">Least right answers that are hardly luck; null when not even all are.</param>
public sealed record OddOneOut(double CanTell, int? NeedRight, double Chance) : Judged(Chance)
{
    public static OddOneOut Of(int testers, int right, int of)
    {
        var luck = 1.0 / of;
        return new OddOneOut(
            Math.Max(0, (((double)right / testers) - luck) / (1 - luck)),
            Enumerable
                .Range(1, testers)
                .Select(k => (int?)k)
                .FirstOrDefault(k => Rarity.Below(Chances.Tail(testers, k!.Value, luck), Rarity.HardlyBelow)),
            Chances.Tail(testers, right, luck)
        );
    }
}

/// <summary>What a question asks of a tester.</summary>
public enum TestKind
{
    /// <summary>Which of two.</summary>
    Paired,

    /// <summary>Which of several comes first.</summary>
    First,

    /// <summary>Which of several is the different one.</summary>
    OddOneOut,
}

/// <summary>How many testers a wanted difference needs; null where it is too small for a kitchen test.</summary>
/// <param name="Reach">So many of them have to put it first.</param>
/// <param name="Power">How often they will, if the difference is real.</param>
/// <param name="SafeFrom">From so many on it never falls below that again.</param>
public sealed record NeededTesters(int? Testers, int? Reach, double? Power, int? SafeFrom)
{
    /// <param name="share">Part of testers who would put the better pot first.</param>
    public static NeededTesters Of(TestKind kind, double share, int codes, int oneIn, double power)
    {
        var pots = kind == TestKind.Paired ? 2 : codes;
        var limit = 1.0 / oneIn;
        (int N, int? Reach, double Power)[] tried =
        [
            .. Enumerable
                .Range(1, Chances.MostPlanned)
                .Select(n =>
                {
                    var reach = Enumerable
                        .Range(1, n)
                        .Select(k => (int?)k)
                        .FirstOrDefault(k =>
                            Rarity.Below(kind == TestKind.OddOneOut ? Chances.Tail(n, k!.Value, 1.0 / pots) : Chances.Once(n, pots, k!.Value), limit)
                        );
                    return (n, reach, reach is { } least ? Chances.Tail(n, least, share) : 0);
                }),
        ];
        bool Enough(double reached) => !Rarity.Below(reached, power);
        if (tried.FirstOrDefault(one => one.Reach is not null && Enough(one.Power)) is not { Reach: not null } first)
        {
            return new NeededTesters(null, null, null, null);
        }

        var dips = tried.LastOrDefault(one => !Enough(one.Power)).N;
        return new NeededTesters(first.N, first.Reach, first.Power, dips < Chances.MostPlanned ? dips + 1 : null);
    }
}
