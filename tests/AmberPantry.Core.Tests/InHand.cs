using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making;
using AmberPantry.Core.Making.Sheets;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Tests;

/// <summary>A batch that is being made in a made-up workshop.</summary>
internal sealed class InHand(Workshop shed)
{
    public static readonly DateTime Begun = new(2026, 6, 11, 10, 0, 0, DateTimeKind.Utc);

    public Workshop Shed => shed;

    public DateTime Now { get; set; } = Begun;

    public Batch Batch { get; private set; } = null!;

    /// <summary>Begun and come to the first step of this template, everything weighed as planned.</summary>
    public static InHand At(Formula formula, string template, Workshop? shed = null)
    {
        var hand = new InHand(shed ?? Sample.Shed);
        var steps = new SheetWriter(MaterialShelf.Plain, hand.Shed).For(formula).Steps;
        Assert.Contains(template, steps.Select(step => step.Template));
        hand.Batch = Batch.Begin("SH-26-001", formula, steps, Begun);
        hand.GoTo(template);
        return hand;
    }

    public void GoTo(string template)
    {
        while (Batch.Step(Batch.AtStep).Template != template)
        {
            var step = Batch.Step(Batch.AtStep);
            Do(new RecordStep(step.Id, step.TargetG));
        }
    }

    public Guid Do(BatchCommand command)
    {
        var id = Guid.NewGuid();
        Batch = Batch
            .Apply(command, id, Now, new MakersBench(MaterialShelf.Plain, shed, Sample.Assessor))
            .Aggregate(Batch, (now, change) => now.With(change));
        return id;
    }

    public Guid Read(
        decimal? massG = null,
        string? part = null,
        string? word = null,
        double? humidity = null,
        double? seconds = null,
        string? colour = null
    ) =>
        Do(
            new ReadStep(Batch.AtStep, Word: word)
            {
                MassG = massG,
                Part = part,
                Colour = colour,
                HumidityPercent = humidity,
                Seconds = seconds,
            }
        );
}
