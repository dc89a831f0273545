using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Science.Learning;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Rules;

/// <summary>Where the maker has agreed that her batches slump elsewhere than is said.</summary>
internal sealed class SlumpsAsYours : IRule
{
    public IEnumerable<Found> Check(Subject subject)
    {
        var lots = subject.There.Select(pair => pair.Material.Lot).OfType<string>();
        if (subject.SlumpC is not { } said || subject.Workshop.OwnFor(LearnQuantity.SlumpC.Id, lots) is not { Offset: { } offset } own)
        {
            yield break;
        }

        var yours = LearnQuantity.SlumpC.Corrected(said, offset);
        yield return new Found
        {
            Id = "slumps-as-yours",
            Severity = Severity.Note,
            Sentence =
                $"Said **{subject.Say.Temperature(said)}**; yours {(own.Level == OffsetLevel.Lot ? $"with lot {own.Group} " : "")}slump "
                + $"{(offset < 0 ? "lower" : "higher")}: **{subject.Say.Temperature(yours)}**.",
            Numbers = [new("said", said, "°C"), new("yours", yours, "°C")],
            Because =
                $"You agreed on {own.On:d MMM yyyy} to correct it, from {Wording.List([.. own.From])}. "
                + "What is said stands beside it; the correction can be withdrawn in the logbook.",
            AtC = yours,
            Gap = _ => 0,
        };
    }
}
