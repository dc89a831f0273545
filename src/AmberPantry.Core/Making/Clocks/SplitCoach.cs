using AmberPantry.Core.Assessment.Lenses;
using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making.Clocks;

/// <summary>A part of a mix that is being split.</summary>
/// <param name="Hex">As it will look, #RRGGBB.</param>
/// <param name="TargetG">Of the base, g.</param>
/// <param name="ToleranceG">Grams either side that count as right.</param>
/// <param name="MassG">What was weighed into its bowl; null before.</param>
public sealed record SplitPart(string Name, string Hex, decimal SharePercent, decimal TargetG, decimal ToleranceG, decimal? MassG, Guid? Reading)
{
    /// <summary>"0.8 g red iron oxide", one to a line.</summary>
    public required IReadOnlyList<string> Colours { get; init; }

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

    /// <summary>Name of the part that is weighed now; null when all are.</summary>
    public required string? Now { get; init; }

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
                    var last = readings.LastOrDefault(one => one.Part == part.Name);
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
                        Colours = [.. part.Weights.Select(one => $"{subject.Say.Weight(OnStep((decimal)one.G))} {Wording.Inside(one.Name)}")],
                        Shade = part.Says,
                        Doubt = Doubt(part),
                    };
                }),
        ];
        var now = parts.FirstOrDefault(part => part.MassG is null);
        return new SplitCoach
        {
            WholeG = whole,
            IsWholeWeighed = weighed is not null,
            Parts = parts,
            Now = now?.Name,
            Says =
                now is null ? Done(parts, subject.Say)
                : weighed is null
                    ? $"{subject.Say.Weight(whole)} went into the pot. Weigh the whole first, or split by that: "
                        + $"**{subject.Say.Weight(now.TargetG)}** for {now.Name}."
                : $"Of {subject.Say.Weight(whole)}: **{subject.Say.Weight(now.TargetG)}** for {now.Name}.",
        };
    }

    private static string Done(SplitPart[] parts, Wording say)
    {
        var off = parts.Where(part => Math.Abs(part.MassG!.Value - part.TargetG) > part.ToleranceG).ToArray();
        var told = off.Select(part => $"{part.Name} is {say.Weight(part.MassG!.Value - part.TargetG)} off");
        return off.Length == 0
            ? "**All parts are right.** Tint each."
            : $"All parts are weighed; {Wording.List([.. told])}. Tint each by what it weighs.";
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
