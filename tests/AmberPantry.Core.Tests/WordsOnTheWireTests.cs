using System.Reflection;
using System.Text.Json;
using System.Text.RegularExpressions;

namespace AmberPantry.Core.Tests;

/// <summary>One policy for every word that leaves the core.</summary>
public partial class WordsOnTheWireTests
{
    private static readonly Type[] Enums = [.. typeof(Refusal).Assembly.GetExportedTypes().Where(type => type.IsEnum)];

    [GeneratedRegex("^[a-z][a-z0-9]*(_[a-z0-9]+)*$")]
    private static partial Regex Snake();

    [Fact]
    public void EveryWordIsLowerCaseWithUnderscoresAndComesBackAsItself()
    {
        Assert.True(Enums.Length > 60, $"Only {Enums.Length} kinds of words were found.");
        foreach (var type in Enums)
        {
            var words = new HashSet<string>();
            foreach (var value in Enum.GetValues(type))
            {
                var text = JsonSerializer.Serialize(value, type, AmberJson.Options);
                var word = JsonSerializer.Deserialize<string>(text)!;
                Assert.True(Snake().IsMatch(word), $"{type.Name}: {word}");
                Assert.True(words.Add(word), $"{type.Name} has {word} twice.");
                Assert.Equal(value, JsonSerializer.Deserialize(text, type, AmberJson.Options));
            }
        }
    }

    [Fact]
    public void NumbersAreNoWords() =>
        Assert.All(Enums, type => Assert.Throws<JsonException>(() => JsonSerializer.Deserialize("0", type, AmberJson.Options)));

    /// <summary>A verdict as free text could be misspelt; what is still text is a name, a sentence or a key of a table.</summary>
    [Fact]
    public void NoVerdictOfTheScienceIsFreeText()
    {
        string[] verdicts = ["Band", "Verdict", "Status", "State", "Mask", "Finish", "Match", "Severity"];
        var free =
            from type in typeof(Refusal).Assembly.GetExportedTypes()
            where type.Namespace!.StartsWith("AmberPantry.Core.Science", StringComparison.Ordinal)
            from property in type.GetProperties(BindingFlags.Public | BindingFlags.Instance)
            where property.PropertyType == typeof(string) && verdicts.Any(word => property.Name.EndsWith(word, StringComparison.Ordinal))
            select $"{type.Name}.{property.Name}";
        Assert.Empty(free);
    }

    [Fact]
    public void EveryWarningAndEveryRefusalHasOneCode()
    {
        Assert.All(Codes(typeof(Core.Codes)), code => Assert.StartsWith("E_", code, StringComparison.Ordinal));
        var warnings = Codes(typeof(WarningCodes));
        Assert.All(warnings, code => Assert.StartsWith("W_", code, StringComparison.Ordinal));
        Assert.All(warnings, code => Assert.True(WarningCodes.Says(code).Length > 10, $"{code} says nothing."));
        Assert.Equal(warnings.Length, warnings.Select(WarningCodes.Says).Distinct().Count());
    }

    private static string[] Codes(Type type)
    {
        string[] codes =
        [
            .. type.GetFields(BindingFlags.Public | BindingFlags.Static)
                .Where(field => field is { IsLiteral: true } && field.FieldType == typeof(string))
                .Select(field => (string)field.GetRawConstantValue()!),
        ];
        Assert.Equal(codes.Length, codes.Distinct().Count());
        return codes;
    }
}
