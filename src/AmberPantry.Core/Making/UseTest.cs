using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making;

/// <summary>How the answer of a test is told.</summary>
public enum TestMeasure
{
    Words,
    Seconds,
    Minutes,
}

/// <summary>A way of trying a product that is done alike each time.</summary>
/// <param name="Id">"grease-5".</param>
/// <param name="How">What is done.</param>
/// <param name="Step">So far off is told: a word, or as many seconds or minutes.</param>
/// <param name="Words">From least to most; empty where a number is told.</param>
public sealed record UseTest(
    string Id,
    string Title,
    string How,
    TestMeasure Measure,
    double Least,
    double Most,
    double Step,
    IReadOnlyList<string> Words
)
{
    private static readonly Lazy<IReadOnlyDictionary<string, UseTest>> Loaded = new(() =>
        DataTable
            .Read("Making.Data.use-tests.csv", row =>
            {
                var words = row.List("words");
                return new UseTest(
                    row.Text("id"),
                    row.Text("title"),
                    row.Text("how"),
                    row.Word<TestMeasure>("measure"),
                    words.Length > 0 ? 1 : row.Number("least"),
                    words.Length > 0 ? words.Length : row.Number("most"),
                    row.Number("steps"),
                    words
                );
            })
            .ToDictionary(test => test.Id)
    );

    public static IReadOnlyDictionary<string, UseTest> All => Loaded.Value;

    /// <summary>"little", "42 s": a value as it is told. Of words 1 is the first.</summary>
    public string Told(double value) =>
        Measure switch
        {
            TestMeasure.Words => Words[Math.Clamp((int)Math.Round(value), 1, Words.Count) - 1],
            TestMeasure.Seconds => $"{value:0}{Wording.Narrow}s",
            _ => $"{value:0.#}{Wording.Narrow}min",
        };

    /// <summary>How far from what was said: "as said", "off by one step". Two asterisks mark what differs.</summary>
    public string Off(double off) =>
        Measure switch
        {
            TestMeasure.Words => Math.Round(Math.Abs(off)) switch
            {
                0 => "as said",
                1 => "**off by one step**",
                var steps => $"**off by {steps:0} steps**",
            },
            _ => Math.Abs(off) < Step ? "as said" : $"**off by {Told(Math.Abs(off))}**",
        };

    /// <summary>A value that the test can have.</summary>
    /// <exception cref="Refusal">E_MISSING or E_RANGE.</exception>
    public double Checked(double? value) =>
        value is { } told && told >= Least && told <= Most && (Measure != TestMeasure.Words || told == Math.Floor(told))
            ? told
            : throw new Refusal(
                value is null ? Codes.Missing : Codes.Range,
                "command.value",
                value,
                value is null ? $"{Title}: nothing was told." : $"{Title} cannot be {value:0.###}.",
                Measure == TestMeasure.Words ? $"Choose {string.Join(", ", Words)}." : $"Type {Least:0} to {Most:0} {AmberJson.Word(Measure)}."
            );
}
