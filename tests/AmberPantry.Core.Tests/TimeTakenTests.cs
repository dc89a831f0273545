using AmberPantry.Core.Making;
using AmberPantry.Core.Making.Sheets;
using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Tests;

/// <summary>The time a batch truly took.</summary>
public class TimeTakenTests
{
    private static readonly DateTime Begun = new(2026, 6, 11, 8, 0, 0, DateTimeKind.Utc);

    /// <summary>A finished batch whose steps took so many minutes each.</summary>
    private static Batch Made(Func<MakeStep, double> took)
    {
        var steps = new SheetWriter(MaterialShelf.Plain, Sample.Shed).For(Sample.Slipway7).Steps;
        var at = Begun;
        var done = steps.Select(step => new StepDone(step.Id, at = at.AddMinutes(took(step)))).ToArray();
        return Batch.Begin("SH-26-001", Sample.Slipway7, steps, Begun) with { Done = done, FinishedAt = at };
    }

    [Fact]
    public void HandsSightAndWaitingAreToldApart()
    {
        var batch = Made(step =>
            step.Hands switch
            {
                Hands.Hands => 2,
                Hands.Eyes => 5,
                _ => 30,
            }
        );
        int Count(Hands of) => batch.Steps.Count(step => step.Hands == of);
        var says = TimeTaken.Says(batch);
        Assert.Contains($"{2 * Count(Hands.Hands)} min of your hands", says.Replace('\u202f', ' '), StringComparison.Ordinal);
        Assert.Contains($"{5 * Count(Hands.Eyes)} min in sight", says.Replace('\u202f', ' '), StringComparison.Ordinal);
        Assert.Contains("on its own", says, StringComparison.Ordinal);
        Assert.Contains("Its clocks said", says, StringComparison.Ordinal);
        Assert.DoesNotContain("away from it", says, StringComparison.Ordinal);
    }

    [Fact]
    public void ANightBetweenTwoStepsIsNoWork()
    {
        var night = Made(step => step.Kind == StepKind.Gather ? 600 : 1);
        Assert.Contains("9 h away from it", TimeTaken.Says(night).Replace('\u202f', ' '), StringComparison.Ordinal);
    }

    [Fact]
    public void NothingIsToldOfWhatIsNotFinished()
    {
        Assert.Empty(TimeTaken.Says(Made(_ => 1) with { FinishedAt = null }));
        Assert.Empty(TimeTaken.Says(Made(_ => 1) with { GivenUpFor = "spilt" }));
    }
}
