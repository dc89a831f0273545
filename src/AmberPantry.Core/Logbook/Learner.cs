using AmberPantry.Core.Making;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Learning;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Logbook;

/// <summary>What one batch told.</summary>
/// <param name="Batch">Number of the batch.</param>
/// <param name="Lot">Its lot.</param>
public sealed record ToldBy(int Batch, string Lot, Evidence Evidence);

/// <summary>One batch on the instrument of a quantity.</summary>
/// <param name="Off">How far it lay from what was said, in the unit of the axis.</param>
/// <param name="Says">"said 26.0, was 25.1 °C".</param>
/// <param name="IsSlip">So far off that it was held in.</param>
public sealed record LearntPoint(int Batch, string Lot, double Off, string Says, bool IsSlip);

/// <summary>A correction to look at.</summary>
/// <param name="Group">Name of the place or vessel, code of the lot; empty for all.</param>
/// <param name="Offset">To be agreed to, in the quantity's own scale.</param>
/// <param name="Mean">Mean of the batches, in the unit of the axis.</param>
/// <param name="At">The offset, in the unit of the axis.</param>
/// <param name="Says">What came, in a sentence; what matters is between two asterisks.</param>
/// <param name="Act">"Correct lot M-17 by −0.5 °C".</param>
public sealed record LearntProposal(
    OffsetLevel Level,
    string Group,
    ProposalStatus Status,
    double Offset,
    double Mean,
    double At,
    string Says,
    string Act
)
{
    /// <summary>How sure that is.</summary>
    public required string Doubts { get; init; }

    public required IReadOnlyList<LearntPoint> Points { get; init; }

    /// <summary>Id of the correction in force that it is about; null where it is new.</summary>
    public Guid? InForce { get; init; }
}

/// <summary>A correction that was agreed to.</summary>
/// <param name="Says">"All of yours by −0.5 °C, agreed 1 Jun 2026 from 4 batches".</param>
public sealed record AgreedOffset(Guid Id, string Says, bool IsInForce);

/// <summary>The axis on which batches lie.</summary>
/// <param name="AsSaid">Where one lies that came as said.</param>
/// <param name="Within">So near to it is as said.</param>
/// <param name="Less">What lies below: "softer than said".</param>
/// <param name="More">What lies above.</param>
public sealed record LearntAxis(double AsSaid, double Within, string Less, string More);

/// <summary>How good what is said of one thing is, for this maker.</summary>
/// <param name="Id">Key of the quantity.</param>
/// <param name="Title">"Slump".</param>
/// <param name="Says">How good it is, in a sentence or two; what matters is between two asterisks.</param>
/// <param name="Next">What to record next; empty where enough is recorded.</param>
/// <param name="Unit">Unit of the axis.</param>
public sealed record LearntQuantity(string Id, string Title, string Says, string Next, string Unit)
{
    /// <summary>close, fair, rough, not yet yours, or too few.</summary>
    public required GoodnessWord Word { get; init; }

    public required IReadOnlyList<LearntPoint> Points { get; init; }

    /// <summary>Null where what is told is no difference.</summary>
    public LearntAxis? Axis { get; init; }

    public IReadOnlyList<LearntProposal> Proposals { get; init; } = [];

    public IReadOnlyList<AgreedOffset> Agreed { get; init; } = [];

    /// <summary>What creeps; empty where nothing does.</summary>
    public string Creeps { get; init; } = "";
}

/// <summary>Numbers of batches in words.</summary>
internal static class Counted
{
    private static readonly string[] Words = ["One", "Two", "Three", "Four", "Five", "Six", "Seven", "Eight", "Nine", "Ten", "Eleven", "Twelve"];

    public static string Batches(int count) => $"{(count <= Words.Length ? Words[count - 1] : $"{count}")} {Wording.Plural("batch", count)}";
}

/// <summary>Learns from what finished batches told, and proposes; it never corrects by itself.</summary>
/// <param name="told">What all of them told, the oldest first.</param>
public sealed class Learner(MaterialShelf shelf, Workshop workshop, IReadOnlyList<ToldBy> told)
{
    private const int Enough = 5;

    /// <summary>So near to what was said is as said, K.</summary>
    private const double NearC = 0.3;
    private readonly Wording say = new(workshop);

    public IReadOnlyList<LearntQuantity> All() =>
        [
            Of(
                LearnQuantity.SlumpC,
                "Slump",
                "Log the temperature at which a finished product loses its shape: a warm shelf, two degrees more each day."
            ),
            Of(LearnQuantity.CoolingFactor, "Cooling", "Read the bowl twice or more while it cools, without moving it."),
            .. new LearntFits(told).All(),
        ];

    private LearntQuantity Of(LearnQuantity quantity, string title, string next)
    {
        ToldBy[] mine = [.. told.Where(one => one.Evidence.Quantity == quantity.Id)];
        LearnRecord[] records = [.. mine.Select(one => Record(quantity, one))];
        if (records.Length == 0)
        {
            return new LearntQuantity(quantity.Id, title, "Nothing is recorded yet.", next, Unit(quantity))
            {
                Word = GoodnessWord.TooFew,
                Points = [],
            };
        }

        var good = Goodness.Of(quantity, records);
        var slips = LearntOffset.Of(quantity, records).Outliers;
        return new LearntQuantity(
            quantity.Id,
            title,
            HowGood(quantity, good),
            records.Length < Enough ? $"{Enough - records.Length} more would tell how good it is for you. {next}" : "",
            Unit(quantity)
        )
        {
            Word = good.Word,
            Points = [.. mine.Select((one, i) => Point(quantity, one, slips.Contains(i)))],
            Axis = quantity.IsLog
                ? new LearntAxis(1, 0.05, "slower than said", "faster")
                : new LearntAxis(0, Shown(quantity, NearC), "softer than said", "firmer"),
            Proposals = [.. Proposals(quantity, mine, records)],
            Agreed =
            [
                .. workshop.Learnt.Where(own => own.Quantity == quantity.Id && own.Offset is not null).Reverse().Select(own => Agreed(quantity, own)),
            ],
            Creeps = Creeping(quantity, title, mine, records),
        };
    }

    private string HowGood(LearnQuantity quantity, Goodness good)
    {
        var miss = Off(quantity, good.MedianMiss);
        var inside = (int)Math.Round(good.ShareWithin * good.N);
        var counted =
            $"Of your last {good.N} {Wording.Plural("batch", good.N)} **{inside}** lay inside the doubt; half were off by less than **{miss}**.";
        return good.Word switch
            {
                GoodnessWord.TooFew => $"Too few to say how good it is for you: {counted}",
                GoodnessWord.Close => $"Close. {counted}",
                GoodnessWord.Fair => $"Fair. {counted}",
                GoodnessWord.Rough => $"Rough. {counted}",
                _ => $"Not yet yours. {counted}",
            }
            + good.DoubtVerdict switch
            {
                DoubtVerdict.TooNarrow => " The doubt it tells is too narrow for you.",
                DoubtVerdict.TooWide => " The doubt it tells is wider than it need be for you.",
                _ => "",
            };
    }

    /// <summary>Of the level that takes the credit, group by group.</summary>
    private IEnumerable<LearntProposal> Proposals(LearnQuantity quantity, ToldBy[] mine, LearnRecord[] records)
    {
        var groups = quantity == LearnQuantity.SlumpC ? ByLot(quantity, mine, records) : ByKit(quantity, records);
        foreach (var of in groups)
        {
            var (level, group, at) = (of.Level, of.Of, of.At);
            var own = workshop.Own(quantity.Id, level, group);
            var rest = workshop.Learnt.LastOrDefault(one => one.Quantity == quantity.Id && one.Level == level && one.Group == group)?.RestUntil ?? 0;
            LearnRecord[] its = [.. at.Select(i => records[i])];
            var proposal = Proposal.Of(quantity, its, rest, own?.Offset);
            if (proposal.Status is ProposalStatus.None or ProposalStatus.Keep or ProposalStatus.Resting)
            {
                continue;
            }

            var mean = its.TakeLast(Proposal.Counted).Average(one => one.Difference);
            var count = Math.Min(its.Length, Proposal.Counted);
            var perhaps = proposal.Perhaps ? "Perhaps: " : "";
            var came = $"{(perhaps.Length > 0 ? Wording.Inside(Counted.Batches(count)) : Counted.Batches(count))}{of.Name} {Came(quantity, mean)}";
            yield return new LearntProposal(
                level,
                group,
                proposal.Status,
                proposal.Offset,
                Shown(quantity, mean),
                Shown(quantity, proposal.Offset),
                proposal.Status == ProposalStatus.Withdraw
                    ? $"The correction of {Called(level, group)} told your last batches **worse** than what is said without it."
                    : $"{perhaps}{came}, by **{Off(quantity, Math.Abs(mean))}** on average.",
                proposal.Status == ProposalStatus.Withdraw ? "Withdraw it" : $"Correct {Called(level, group)} by {Signed(quantity, proposal.Offset)}"
            )
            {
                Doubts =
                    $"{Counted.Batches(count)} {(count < Enough ? "are few" : "count")}: give or take {Off(quantity, proposal.OffsetDoubt)}. "
                    + "What is said stays beside it, and it can be withdrawn."
                    + (
                        of.Along.Length == 0
                            ? ""
                            : $" {Wording.Capital(Wording.List([.. of.Along]))} always went with it: one batch without would tell them apart."
                    ),
                Points = [.. at.Select(i => Point(quantity, mine[i], false))],
                InForce = own?.Id,
            };
        }
    }

    /// <summary>All batches, or those with one lot of the material that explains most.</summary>
    private List<Group> ByLot(LearnQuantity quantity, ToldBy[] mine, LearnRecord[] records)
    {
        // What does not melt moves no melting.
        var tried = mine.SelectMany(one => one.Evidence.Lots.Keys)
            .Distinct()
            .Where(material => shelf.Find(material)?.Melt is { Classes.Count: > 0 })
            .Select(material =>
            {
                LearnRecord[] by = [.. mine.Select((one, i) => records[i] with { Lot = one.Evidence.Lots.GetValueOrDefault(material) })];
                return (Material: material, By: by, Credit: Credit.Of(quantity, by));
            })
            .Where(one => one.Credit.Taken == CreditLevel.Lot || one.Credit.Second == CreditLevel.Lot)
            .OrderBy(one => one.Credit.Scores.Lot)
            .ToArray();
        if (tried.Length == 0)
        {
            return [new Group(OffsetLevel.Maker, "", "", [.. Enumerable.Range(0, records.Length)])];
        }

        var best = tried[0];
        return
        [
            .. best
                .By.Select(one => one.Lot)
                .OfType<string>()
                .Distinct()
                .Select(lot =>
                {
                    int[] at = [.. Enumerable.Range(0, records.Length).Where(i => best.By[i].Lot == lot)];
                    // Lots of other fats that were in the same batches and in no other cannot be told from it.
                    string[] along =
                    [
                        .. tried
                            .Skip(1)
                            .Select(other => (other.Material, Lot: other.By[at[0]].Lot, other.By))
                            .Where(other =>
                                other.Lot is not null
                                && Enumerable.Range(0, records.Length).All(i => (other.By[i].Lot == other.Lot) == at.Contains(i))
                            )
                            .Select(other => $"{NameOf(other.Material)} lot {other.Lot}"),
                    ];
                    return new Group(OffsetLevel.Lot, lot, $" with {NameOf(best.Material)} lot {lot}", at) { Along = along };
                }),
        ];
    }

    private string NameOf(string material) => Wording.Brief(shelf.Find(material)?.Name ?? material);

    /// <summary>Batches that may be put right together.</summary>
    /// <param name="Name">" with mango butter lot M-17".</param>
    /// <param name="At">Places of their records.</param>
    private sealed record Group(OffsetLevel Level, string Of, string Name, int[] At)
    {
        /// <summary>What always went with it: it could be that as well.</summary>
        public string[] Along { get; init; } = [];
    }

    /// <summary>All batches, or those of one place or one vessel.</summary>
    private static List<Group> ByKit(LearnQuantity quantity, LearnRecord[] records)
    {
        var credit = Credit.Of(quantity, records);
        (OffsetLevel Level, Func<LearnRecord, string?> Of, Func<string, string> Name)? narrow = credit.Taken switch
        {
            CreditLevel.Place => (OffsetLevel.Place, one => one.Place, place => $" {CoolPlace.Of(place)?.Words ?? place}"),
            CreditLevel.Vessel => (OffsetLevel.Vessel, one => one.Vessel, vessel => $" in the {Wording.Inside(vessel)}"),
            _ => null,
        };
        return narrow is not { } level
            ? [new Group(OffsetLevel.Maker, "", "", [.. Enumerable.Range(0, records.Length)])]
            :
            [
                .. records
                    .Select(level.Of)
                    .OfType<string>()
                    .Distinct()
                    .Select(group => new Group(
                        level.Level,
                        group,
                        level.Name(group),
                        [.. Enumerable.Range(0, records.Length).Where(i => level.Of(records[i]) == group)]
                    )),
            ];
    }

    private string Creeping(LearnQuantity quantity, string title, ToldBy[] mine, LearnRecord[] records)
    {
        // One a day at most: the order within a day says nothing.
        LearnRecord[] days = [.. records.GroupBy(one => one.Day).Select(day => day.Last()).OrderBy(one => one.Day).TakeLast(Drift.Most)];
        if (days.Length < Drift.Least || Drift.Of(quantity, days) is not { Told: true } drift)
        {
            return "";
        }

        var since = mine.Min(one => one.Evidence.At);
        return $"{title} has crept {(drift.OverSpan < 0 ? "down" : "up")} **{Off(quantity, Math.Abs(drift.OverSpan))}** since {since:MMMM}. "
            + "A new lot, or a tired thermometer? Check the thermometer in ice water first.";
    }

    private AgreedOffset Agreed(LearnQuantity quantity, OwnOffset own) =>
        new(
            own.Id,
            $"{Wording.Capital(Called(own.Level, own.Group))} by {Signed(quantity, own.Offset!.Value)}, agreed {own.On:d MMM yyyy} "
                + $"from {Wording.List([.. own.From])}"
                + (own.WithdrawnOn is { } gone ? $"; withdrawn {gone:d MMM yyyy}" : ""),
            own.IsInForce
        );

    private static LearnRecord Record(LearnQuantity quantity, ToldBy one) =>
        new(quantity.Difference(one.Evidence.Predicted, one.Evidence.Observed))
        {
            Place = one.Evidence.Place,
            Vessel = one.Evidence.Vessel,
            Day = DateOnly.FromDateTime(one.Evidence.At).DayNumber,
        };

    private LearntPoint Point(LearnQuantity quantity, ToldBy one, bool slip) =>
        new(
            one.Batch,
            one.Lot,
            Shown(quantity, quantity.Difference(one.Evidence.Predicted, one.Evidence.Observed)),
            quantity == LearnQuantity.SlumpC
                ? $"said {say.BareTemperature(one.Evidence.Predicted)}, was {say.Temperature(one.Evidence.Observed)}"
                : $"{Wording.Number(one.Evidence.Observed, "0.00")} times as fast as said",
            slip
        );

    private string Unit(LearnQuantity quantity) =>
        quantity.IsLog ? "times"
        : workshop.Temperature == TemperatureUnit.Fahrenheit ? "°F"
        : "°C";

    /// <summary>As it stands on the axis: degrees of the house, or a factor.</summary>
    private double Shown(LearnQuantity quantity, double difference) =>
        quantity.IsLog ? Math.Exp(difference) : difference * (workshop.Temperature == TemperatureUnit.Fahrenheit ? 1.8 : 1);

    private string Off(LearnQuantity quantity, double difference) =>
        quantity.IsLog ? $"{Wording.Number(100 * (Math.Exp(difference) - 1), "0")}{Wording.Narrow}%" : Tenths(difference);

    /// <summary>What is learnt is finer than what is said of one batch.</summary>
    private string Tenths(double celsius) =>
        $"{Wording.Number(Shown(LearnQuantity.SlumpC, celsius), "0.0")}{Wording.Narrow}{Unit(LearnQuantity.SlumpC)}";

    private string Signed(LearnQuantity quantity, double offset) =>
        quantity.IsLog ? $"{Wording.Number(Math.Exp(offset), "0.00")} times" : $"{(offset < 0 ? "−" : "+")}{Tenths(Math.Abs(offset))}";

    private static string Came(LearnQuantity quantity, double mean) =>
        quantity.IsLog
            ? mean > 0
                ? "cooled faster than said"
                : "cooled more slowly than said"
            : mean < 0
                ? "came out softer than said"
                : "came out firmer than said";

    private static string Called(OffsetLevel level, string group) =>
        level switch
        {
            OffsetLevel.Lot => $"lot {group}",
            OffsetLevel.Place => CoolPlace.Of(group)?.Name ?? group,
            OffsetLevel.Vessel => Wording.Inside(group),
            _ => "all of yours",
        };
}
