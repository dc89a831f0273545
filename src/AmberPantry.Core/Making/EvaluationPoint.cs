using AmberPantry.Core.Families;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making;

/// <summary>A time after the making at which a product is looked at.</summary>
/// <param name="Words">"after a week".</param>
/// <param name="Tests">What is tried then: ids of tests, or the thumb press.</param>
public sealed record EvaluationPoint(TimeSpan After, string Words, IReadOnlyList<string> Tests)
{
    /// <summary>The thumb press has a form of its own.</summary>
    public const string ThumbPress = "thumb-press";

    /// <summary>A look that comes a little early counts.</summary>
    private const double EarlyPart = 0.2;

    private static readonly Lazy<ILookup<string, EvaluationPoint>> Loaded = new(() =>
        DataTable
            .Read("Making.Data.evaluation-points.csv", row =>
                (
                    Families: row.List("families"),
                    Point: new EvaluationPoint(TimeSpan.FromHours(row.Number("hours")), row.Text("words"), row.List("tests"))
                )
            )
            .SelectMany(row => row.Families.Select(family => (Family: family, row.Point)))
            .ToLookup(row => row.Family, row => row.Point)
    );

    /// <summary>"grease after 5 min", as it stands in a sentence.</summary>
    public static string TitleOf(string test) => Wording.Inside(test == ThumbPress ? "Thumb press" : UseTest.All[test].Title);

    /// <summary>Those of a kind of product, the soonest first.</summary>
    public static IReadOnlyList<EvaluationPoint> Of(Family family) => [.. Loaded.Value[family.Key].OrderBy(point => point.After)];

    /// <summary>Tests that a kind of product is ever tried by, in the order of their table.</summary>
    public static IReadOnlyList<UseTest> TestsOf(Family family)
    {
        var named = Of(family).SelectMany(point => point.Tests).ToHashSet();
        return [.. UseTest.All.Values.Where(test => named.Contains(test.Id))];
    }

    /// <summary>The first point that no look has come near yet; null once all are past, or it is not to be looked at.</summary>
    public static EvaluationPoint? Next(Batch batch)
    {
        if (batch.FinishedAt is not { } finished || batch.GivenUpFor is not null || batch.ArchivedAt is not null)
        {
            return null;
        }

        DateTime[] looks = [.. batch.Observations.Where(seen => seen.Kind != ObservationKind.Note).Select(seen => seen.At)];
        return Next(batch.Content.Family, finished, looks.Length == 0 ? null : looks.Max());
    }

    /// <param name="seen">When it was looked at last; null where it never was.</param>
    public static EvaluationPoint? Next(Family family, DateTime finished, DateTime? seen)
    {
        var points = Of(family);
        return points.ElementAtOrDefault(points.ToList().FindLastIndex(point => finished + (point.After * (1 - EarlyPart)) <= seen) + 1);
    }

    /// <summary>When the next look is due; null for none.</summary>
    public static DateTime? NextAt(Batch batch) => Next(batch) is { } next ? batch.FinishedAt + next.After : null;

    /// <summary>The point that has passed last at a moment: where several passed without a look, only that one is asked for.</summary>
    public static EvaluationPoint? Due(Family family, DateTime finished, DateTime now) =>
        Of(family).LastOrDefault(point => finished + point.After <= now);
}
