using System.Text.Json;
using System.Text.Json.Nodes;
using AmberPantry.Core.Calculations;

namespace AmberPantry.Core.Tests;

/// <summary>Every open calculation, with each of its fields gone wrong: an answer that can be written, or a refusal that names the field.</summary>
public class AskedByScriptsTests
{
    private static readonly JsonNode?[] Wrong =
    [
        "words",
        -1,
        0,
        1e300,
        -1e300,
        true,
        null,
        new JsonArray(),
        new JsonArray(null, null),
        new JsonObject(),
    ];

    public static TheoryData<string, string> Calculations
    {
        get
        {
            var all = new TheoryData<string, string>();
            foreach (var one in AllCalculations.List)
            {
                all.Add(one.Topic, one.Name);
            }

            return all;
        }
    }

    [Theory]
    [MemberData(nameof(Calculations))]
    public void EachFieldGoneWrongIsAnsweredOrNamed(string topic, string name)
    {
        var calculation = AllCalculations.List.Single(one => one.Topic == topic && one.Name == name);
        var example = JsonNode.Parse(calculation.Example)!.AsObject();
        foreach (var field in example.Select(pair => pair.Key).ToArray())
        {
            foreach (var value in Wrong)
            {
                var asked = example.DeepClone().AsObject();
                asked[field] = value?.DeepClone();
                Asked(calculation, asked, field);
            }

            var without = example.DeepClone().AsObject();
            without.Remove(field);
            Asked(calculation, without, field);
        }
    }

    [Theory]
    [MemberData(nameof(Calculations))]
    public void AskedTwiceItSaysTheSame(string topic, string name)
    {
        var calculation = AllCalculations.List.Single(one => one.Topic == topic && one.Name == name);
        string Answer() =>
            JsonSerializer.Serialize(calculation.Work(new Fields(JsonDocument.Parse(calculation.Example).RootElement)), AmberJson.Options);
        Assert.Equal(Answer(), Answer());
    }

    [Fact]
    public void EachHasANameOfItsOwnAndSaysWhatItAnswers()
    {
        Assert.Equal(AllCalculations.List.Count, AllCalculations.List.Select(one => (one.Topic, one.Name)).Distinct().Count());
        Assert.All(AllCalculations.List, one => Assert.EndsWith(".", one.Says, StringComparison.Ordinal));
    }

    private static void Asked(Calculation calculation, JsonObject asked, string field)
    {
        try
        {
            var answer = calculation.Work(new Fields(JsonDocument.Parse(asked.ToJsonString()).RootElement));
            _ = JsonSerializer.Serialize(answer, AmberJson.Options);
        }
        catch (Refusal refusal)
        {
            Assert.False(string.IsNullOrEmpty(refusal.Field), $"{calculation.Name}: {asked.ToJsonString()} is refused without a field.");
            Assert.False(string.IsNullOrEmpty(refusal.Remedy), $"{calculation.Name}.{field} is refused without a remedy.");
            Assert.NotEmpty(refusal.Message);
        }
    }
}
