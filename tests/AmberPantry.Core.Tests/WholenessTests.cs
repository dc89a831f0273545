using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Tests;

/// <summary>What a JSON reader lets through and no rule could bear.</summary>
public class WholenessTests
{
    private static readonly Formula Sound = Sample.Slipway7;

    public static TheoryData<string, string, object?> Spoilt =>
        new()
        {
            { "lines", Core.Codes.Missing, Sound with { Lines = null! } },
            { "lines[1]", Core.Codes.Missing, Sound with { Lines = [Sound.Lines[0], null!] } },
            { "lines[0].material", Core.Codes.Missing, Sound with { Lines = [Sound.Lines[0] with { Material = null! }] } },
            { "batch", Core.Codes.Missing, Sound with { Batch = null! } },
            { "pourC", Core.Codes.NotANumber, Sound with { PourC = double.NaN } },
            { "pourC", Core.Codes.NotANumber, Sound with { PourC = double.PositiveInfinity } },
            { "lines[0].id", Core.Codes.Range, Sound with { Lines = [Sound.Lines[0] with { Id = new string('x', 10_001) }] } },
        };

    [Theory]
    [MemberData(nameof(Spoilt))]
    public void WhatIsNotWholeIsRefusedWithItsPath(string path, string code, object? value)
    {
        var refusal = Assert.Throws<Refusal>(() => Wholeness.Check(value));
        Assert.Equal((code, path), (refusal.Code, refusal.Field));
        Assert.Equal($"content.{path}", Assert.Throws<Refusal>(() => Wholeness.Check(value, "content")).Field);
        Assert.NotEmpty(refusal.Remedy);
    }

    [Fact]
    public void WhatIsWholeIsLeftAlone()
    {
        Wholeness.Check(null);
        Wholeness.Check(Sound);
        Wholeness.Check(new object?[] { 1, "two", 3.5, Phase.Melt });
        Wholeness.Check(new Dictionary<string, double> { ["van"] = 46 });
    }

    [Fact]
    public void ANumberThatIsNoneIsFoundInAMapToo() =>
        Assert.Equal(
            "temperatures.van",
            Assert.Throws<Refusal>(() => Wholeness.Check(new Dictionary<string, double> { ["van"] = double.NaN }, "temperatures")).Field
        );
}
