using AmberPantry.Core.Assessment.Lenses;
using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making.Clocks;

/// <summary>A colour that is weighed for a part.</summary>
/// <param name="Material">Its key.</param>
/// <param name="TargetG">For what the part weighs, g.</param>
/// <param name="ToleranceG">Grams either side that count as right.</param>
/// <param name="MassG">What was weighed of it; null before.</param>
/// <param name="Says">"0.8 g red iron oxide".</param>
/// <param name="Lots">Where it was weighed from: "RO-02"; empty where it was not, or nothing is booked in.</param>
public sealed record SplitColour(
    string Material,
    string Name,
    decimal TargetG,
    decimal ToleranceG,
    decimal? MassG,
    Guid? Reading,
    string Says,
    string Lots
);

/// <summary>A part of a mix that is being split.</summary>
/// <param name="Hex">As it will look, #RRGGBB.</param>
/// <param name="TargetG">Of the base, g.</param>
/// <param name="ToleranceG">Grams either side that count as right.</param>
/// <param name="MassG">What was weighed into its bowl; null before.</param>
public sealed record SplitPart(string Name, string Hex, decimal SharePercent, decimal TargetG, decimal ToleranceG, decimal? MassG, Guid? Reading)
{
    /// <summary>What is weighed to tint it.</summary>
    public required IReadOnlyList<SplitColour> Colours { get; init; }

    /// <summary>Its shade in words.</summary>
    public required string Shade { get; init; }

    /// <summary>What the scale's step does to its colours; empty where it does nothing.</summary>
    public required string Doubt { get; init; }
}

/// <summary>Splitting a base by mass: one part after the other on the scale.</summary>
public sealed record SplitCoach
{
    /// <summary>The whole, as it was weighed before it is split, or as it went into the pot, g.</summary>
    public required decimal WholeG { get; init; }

    public required bool IsWholeWeighed { get; init; }

    public required IReadOnlyList<SplitPart> Parts { get; init; }

    /// <summary>Name of the part that is weighed or tinted now; null when all are.</summary>
    public required string? Now { get; init; }

    /// <summary>Key of the colour that is weighed for it now; null while the parts themselves are.</summary>
    public required string? NowColour { get; init; }

    /// <summary>What to do, in a sentence; what matters is between two asterisks.</summary>
    public required string Says { get; init; }
}

/// <summary>Reads a batch that is being split.</summary>
public sealed class SplitCoacher(MaterialShelf shelf, Workshop workshop, FamilyRegistry? families = null)
{
    /// <summary>More of a colour than this lost to the scale's step is told, percent.</summary>
    private const double MostLostPercent = 2;
    private const string SplitStep = "split";

    /// <summary>Null for a step at which nothing is split.</summary>
    public SplitCoach? Coach(Batch batch)
    {
        var step = batch.Step(batch.AtStep);
        if (batch.IsFinished || step.Template != SplitStep || batch.Content.ColouredParts is null)
        {
            return null;
        }

        var readings = batch.Readings.Where(one => one.Step == step.Id && one.MassG is not null).ToArray();
        var weighed = readings.LastOrDefault(one => one.Part is null)?.MassG;
        var whole = weighed ?? batch.Pot.Sum(line => line.WeighedG ?? line.PlannedG);
        var asSplit = batch.AsWeighed;
        var subject = new Subject(
            asSplit with
            {
                Batch = asSplit.Batch with { Grams = whole },
            },
            new Bearings(shelf, workshop, families ?? FamilyRegistry.Usual)
        );
        SplitPart[] parts =
        [
            .. PartShades
                .Of(subject)
                .Select(part =>
                {
                    var target = OnStep((decimal)part.BaseG);
                    var last = readings.LastOrDefault(one => one.Part == part.Name && one.Colour is null);
                    return new SplitPart(
                        part.Name,
                        part.Hex,
                        part.SharePercent,
                        target,
                        WeighTolerance.Of(target, workshop.Scale),
                        last?.MassG,
                        last?.Id
                    )
                    {
                        Colours = [.. part.Weights.Select(one => Colour(batch, step.Id, part, one, last?.MassG, subject.Say))],
                        Shade = part.Says,
                        Doubt = Doubt(part),
                    };
                }),
        ];
        var now = parts.FirstOrDefault(part => part.MassG is null);
        var tinted = now is null ? parts.FirstOrDefault(part => part.Colours.Any(colour => colour.MassG is null)) : null;
        var colour = tinted?.Colours.First(one => one.MassG is null);
        return new SplitCoach
        {
            WholeG = whole,
            IsWholeWeighed = weighed is not null,
            Parts = parts,
            Now = (now ?? tinted)?.Name,
            NowColour = colour?.Material,
            Says =
                colour is not null ? $"{Off(parts, subject.Say)}Into {tinted!.Name}: **{colour.Says}**."
                : now is null ? $"{Off(parts, subject.Say)}**All parts are tinted.**"
                : weighed is null
                    ? $"{subject.Say.Weight(whole)} went into the pot. Weigh the whole first, or split by that: "
                        + $"**{subject.Say.Weight(now.TargetG)}** for {now.Name}."
                : $"Of {subject.Say.Weight(whole)}: **{subject.Say.Weight(now.TargetG)}** for {now.Name}.",
        };
    }

    /// <summary>Parts that came out otherwise than planned; their colours follow what they weigh.</summary>
    private static string Off(SplitPart[] parts, Wording say)
    {
        var off = parts.Where(part => Math.Abs(part.MassG!.Value - part.TargetG) > part.ToleranceG).ToArray();
        var told = off.Select(part => $"{part.Name} is {say.Weight(part.MassG!.Value - part.TargetG)} off");
        return off.Length == 0 ? "" : $"{Wording.Capital(Wording.List([.. told]))}; colours go by what it weighs. ";
    }

    private SplitColour Colour(Batch batch, string step, PartShade part, PartWeight one, decimal? massG, Wording say)
    {
        var grams = (decimal)one.G * (massG is { } weighs && part.BaseG > 0 ? weighs / (decimal)part.BaseG : 1);
        var target = OnStep(grams) is > 0 and var shown ? shown : Micrograms.Round(grams);
        var weighed = batch.Readings.LastOrDefault(read => read.Step == step && read.Part == part.Name && read.Colour == one.Material);
        var key = weighed is null ? "" : StepReadings.ColourKey(weighed);
        return new SplitColour(
            one.Material,
            one.Name,
            target,
            WeighTolerance.Of(target, workshop.Scale),
            weighed?.MassG,
            weighed?.Id,
            $"{say.Weight(target)} {Wording.Inside(one.Name)}",
            string.Join(", ", batch.Lots.Where(taken => taken.Step == key && taken.Code.Length > 0).Select(taken => taken.Code))
        );
    }

    private decimal OnStep(decimal grams)
    {
        var step = workshop.Scale.ResolutionG;
        return Math.Round(grams / step, MidpointRounding.AwayFromZero) * step;
    }

    private bool IsLost(PartWeight one) => one.G > 0 && 100 * Math.Abs(one.G - (double)OnStep((decimal)one.G)) / one.G > MostLostPercent;

    private string Doubt(PartShade part) =>
        part.Weights.FirstOrDefault(IsLost) is { } lost
            ? $"The scale cannot see {Wording.Brief(lost.Name)} well enough here: use a finer one, or one part in ten rubbed into starch or oil."
            : "";
}
