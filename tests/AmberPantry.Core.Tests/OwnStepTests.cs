using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making;
using AmberPantry.Core.Making.Sheets;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Tests;

/// <summary>A sheet as its maker does it: other words, other minutes, steps left out and put in.</summary>
public class OwnStepTests
{
    private static readonly Formula Balm = Sample.Of(Kinds.Balm, ("beeswax", 15), ("shea butter", 25), ("jojoba oil", 60)) with
    {
        Batch = new BatchSize(600),
    };

    private static BatchSheet Sheet(Formula formula, Workshop? shed = null) => new SheetWriter(MaterialShelf.Plain, shed ?? Sample.Shed).For(formula);

    private static Formula With(params OwnStep[] steps) => Balm with { Method = new MakingMethod(null) { Steps = steps } };

    private static MakeStep Of(BatchSheet sheet, string template) => sheet.Steps.First(step => step.Template == template);

    [Fact]
    public void WordsAndMinutesAreHersFiguresAndCautionsStay()
    {
        var usual = Of(Sheet(Balm), "melt");
        var own = Of(
            Sheet(
                With(
                    new OwnStep("melt")
                    {
                        Title = "Melt slowly",
                        Text = "In the blue pot.",
                        Minutes = 40,
                    }
                )
            ),
            "melt"
        );
        Assert.Equal(("Melt slowly", "In the blue pot.", 40.0, true), (own.Title, own.Text, own.Clock!.FromMin, own.IsOwn));
        Assert.Equal((usual.FromC, usual.ToC, usual.DoneWhen), (own.FromC, own.ToC, own.DoneWhen));
        Assert.Equal(usual.Cautions.Select(one => one.Id), own.Cautions.Select(one => one.Id));
    }

    [Fact]
    public void WhatCanHurtAndWhatIsWeighedIsNotLeftOut()
    {
        var usual = Sheet(Balm);
        var sheet = Sheet(With([.. usual.Steps.Select(step => step.Template!).Distinct().Select(key => new OwnStep(key) { LeftOut = true })]));
        Assert.Equal(
            usual.Steps.Where(step => step.Kind == StepKind.Weigh || step.Cautions.Count > 0).Select(step => step.Id),
            sheet.Steps.Select(step => step.Id)
        );
        Assert.Equal(usual.Steps.Count, sheet.Steps.Count + sheet.LeftOut.Count);
    }

    [Fact]
    public void AStepOfHerOwnStandsWhereSheWantsIt()
    {
        var sheet = Sheet(
            With(
                new OwnStep("own-1")
                {
                    Title = "Warm the jars",
                    After = "melt",
                    Minutes = 10,
                }
            )
        );
        var at = sheet.Steps.ToList().FindIndex(step => step.Id == "own-1");
        Assert.Equal("melt", sheet.Steps[at - 1].Template);
        Assert.Equal((StepKind.Wait, 10), (sheet.Steps[at].Kind, sheet.Steps[at].WaitMinutes));
        // After a weighing it stands once, behind the last of them.
        sheet = Sheet(
            With(new OwnStep("own-1") { Title = "Wipe the bench", After = sheet.Steps.First(step => step.Kind == StepKind.Weigh).Template })
        );
        Assert.Single(sheet.Steps, step => step.Id == "own-1");
    }

    [Fact]
    public void TheHouseHasAProcedureAndTheTrialMayDiffer()
    {
        var key = Sheet(Balm).ProcedureKey;
        var shed = Sample.Shed with
        {
            Procedures = new Dictionary<string, IReadOnlyList<OwnStep>> { [key] = [new OwnStep("melt") { Title = "Our melt" }] },
        };
        Assert.Equal("Our melt", Of(Sheet(Balm, shed), "melt").Title);
        Assert.Equal("Mine", Of(Sheet(With(new OwnStep("melt") { Title = "Mine" }), shed), "melt").Title);
        Assert.False(Of(Sheet(With(), shed), "melt").IsOwn);
        Assert.True(new MakingMethod(null).IsUsual);
        Assert.False(new MakingMethod(null) { Steps = [] }.IsUsual);
    }

    [Theory]
    [InlineData("steps[0].step", "")]
    [InlineData("steps[0].title", "melt", " ")]
    [InlineData("steps[0].title", "own-1")]
    [InlineData("steps[0].minutes", "melt", "Melt", 0.0)]
    public void AStepThatCannotBeIsRefusedByItsField(string field, string key, string? title = null, double? minutes = null)
    {
        var refusal = Assert.Throws<Refusal>(() => OwnStep.Check([new OwnStep(key) { Title = title, Minutes = minutes }], "steps"));
        Assert.Equal(field, refusal.Field);
    }

    [Fact]
    public void AStepIsChangedOnceOnly() =>
        Assert.Equal(Codes.Twice, Assert.Throws<Refusal>(() => OwnStep.Check([new OwnStep("melt"), new OwnStep("melt")], "steps")).Code);
}
