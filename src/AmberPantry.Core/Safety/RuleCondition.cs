using System.Globalization;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.RegularExpressions;

namespace AmberPantry.Core.Safety;

/// <summary>What is told about a batch: yes or no, a number, or a word; a fact that is not there was not told.</summary>
[JsonConverter(typeof(FactJson))]
public sealed record FactValue
{
    private FactValue(bool? yes, double? number, string? word)
    {
        (Yes, Number, Word) = (yes, number, word);
    }

    public bool? Yes { get; }

    public double? Number { get; }

    public string? Word { get; }

    public static implicit operator FactValue(bool yes) => new(yes, null, null);

    public static implicit operator FactValue(double number) => new(null, number, null);

    public static implicit operator FactValue(string word) => new(null, null, word);
}

/// <summary>A fact is a JSON true, false, number or text.</summary>
public sealed class FactJson : JsonConverter<FactValue>
{
    public override FactValue Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        reader.TokenType switch
        {
            JsonTokenType.True or JsonTokenType.False => reader.GetBoolean(),
            JsonTokenType.Number when reader.TryGetDouble(out var number) && double.IsFinite(number) => number,
            JsonTokenType.String => reader.GetString()!,
            _ => throw new JsonException(),
        };

    public override void Write(Utf8JsonWriter writer, FactValue value, JsonSerializerOptions options)
    {
        if (value.Yes is { } yes)
        {
            writer.WriteBooleanValue(yes);
        }
        else if (value.Number is { } number)
        {
            writer.WriteNumberValue(number);
        }
        else
        {
            writer.WriteStringValue(value.Word);
        }
    }
}

/// <summary>A rule's condition: "|" binds weakest, then "&amp;"; no brackets.</summary>
/// <remarks>Silence counts as no, so precautions must be ticked; a comparison with what is no number is false.</remarks>
public sealed partial class RuleCondition
{
    private readonly IReadOnlyList<IReadOnlyList<Test>> anyOf;

    private RuleCondition(IReadOnlyList<IReadOnlyList<Test>> anyOf) => this.anyOf = anyOf;

    /// <param name="Fact">What must be told for it; null where a share is asked, which always is.</param>
    private sealed record Test(string? Fact, Func<RuleFacts, bool> Holds);

    [GeneratedRegex(@"^(?<not>!\s*)?(?<name>[A-Za-z][A-Za-z0-9_]*)$")]
    private static partial Regex Bare();

    [GeneratedRegex(@"^(?<not>!\s*)?(?<name>[A-Za-z][A-Za-z0-9_]*)\s*=\s*(?<words>[A-Za-z0-9_-]+(\s*,\s*[A-Za-z0-9_-]+)*)$")]
    private static partial Regex Equal();

    [GeneratedRegex(
        @"^(?:pct\(\s*(?<class>[A-Za-z][A-Za-z0-9_]*)\s*\)|(?<name>[A-Za-z][A-Za-z0-9_]*))\s*(?<op>>=|<=|>|<)\s*(?<limit>-?[0-9]+(\.[0-9]+)?)$"
    )]
    private static partial Regex Compare();

    /// <exception cref="Refusal">E_RULE_SYNTAX, field <c>condition</c>.</exception>
    public static RuleCondition Parse(string text) =>
        new([.. text.Split('|').Select(all => all.Split('&').Select(atom => Atom(atom.Trim(), text)).ToArray())]);

    public bool Holds(RuleFacts facts) => anyOf.Any(all => all.All(test => test.Holds(facts)));

    /// <summary>Whether it may come to hold: what nobody has told yet does not speak against it.</summary>
    public bool MayHold(RuleFacts facts) => anyOf.Any(all => all.All(test => (test.Fact is { } fact && facts.Of(fact) is null) || test.Holds(facts)));

    private static Test Atom(string atom, string whole)
    {
        if (atom == "always")
        {
            return new(null, _ => true);
        }

        if (Bare().Match(atom) is { Success: true } bare && bare.Groups["name"].Value is var bareName && bareName != "always")
        {
            return bare.Groups["not"].Success
                ? new(bareName, facts => facts.Of(bareName) is null or { Yes: false })
                : new(bareName, facts => facts.Of(bareName) is { Yes: true });
        }

        if (Equal().Match(atom) is { Success: true } equal)
        {
            var name = equal.Groups["name"].Value;
            string[] words = equal.Groups["words"].Value.Split(',', StringSplitOptions.TrimEntries);
            var not = equal.Groups["not"].Success;
            return new(name, facts => (facts.Of(name)?.Word is { } word && words.Contains(word)) != not);
        }

        if (Compare().Match(atom) is { Success: true } compare)
        {
            var limit = double.Parse(compare.Groups["limit"].Value, CultureInfo.InvariantCulture);
            Func<double, bool> test = compare.Groups["op"].Value switch
            {
                ">" => value => Near.Above(value, limit),
                "<" => value => Near.Below(value, limit),
                ">=" => value => !Near.Below(value, limit),
                _ => value => !Near.Above(value, limit),
            };
            if (compare.Groups["class"] is { Success: true } material)
            {
                return new(null, facts => test(facts.Percent(material.Value)));
            }

            var name = compare.Groups["name"].Value;
            return new(name, facts => facts.Of(name)?.Number is { } number && test(number));
        }

        throw new Refusal(
            Codes.RuleSyntax,
            "condition",
            whole,
            $"“{atom}” in the condition cannot be read.",
            "Use names, !names, name=word, name>5 and pct(class)>5, joined by & and |."
        );
    }
}

/// <summary>Facts and shares of material classes, percent of the batch.</summary>
public sealed record RuleFacts(IReadOnlyDictionary<string, FactValue> Facts, IReadOnlyDictionary<string, double> Classes)
{
    public FactValue? Of(string name) => Facts.GetValueOrDefault(name);

    public double Percent(string name) => Classes.GetValueOrDefault(name);
}
