using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Formulas;

namespace AmberPantry.Core.Assessment.Rules;

/// <summary>What a pack of something dry takes: sold by mass, it looks emptier once it has settled.</summary>
internal sealed class PackTakes : IRule
{
    private const string Because =
        "Bulk densities of the powders, poured and tapped, with the oil between the grains (Carr 1965); "
        + "a pack lies half-way between, nine tenths full.";

    public IEnumerable<Found> Check(Subject subject)
    {
        if (PackRoom.Of(subject) is not { } room)
        {
            yield break;
        }

        var (batch, pack, say) = (subject.Formula.Batch, room.Pack, subject.Say);
        if (batch.FillG is { } fill && Full(room, fill) > 1)
        {
            var fits = Grams(room.SettledG);
            yield return new Found
            {
                Id = "pack-full",
                Severity = Severity.Fix,
                Sentence =
                    $"{say.RoundWeight(fill)} of it fill **{Millilitres(room, fill):0} ml** even settled; "
                    + $"a {pack.Unit} holds {pack.Millilitres:0} ml.",
                Numbers = [new("filled", Millilitres(room, fill), "ml"), new("brimful", pack.Millilitres, "ml")],
                Because = Because,
                Gap = other => PackRoom.Of(other) is { } now && other.Formula.Batch.FillG is { } g ? Full(now, g) - 1 : 0,
                Acts = fits > 0 ? [($"Fill {say.RoundWeight(fits)}", new SetBatch(batch with { FillG = fits }))] : [],
            };
            yield break;
        }

        yield return new Found
        {
            Id = "pack-takes",
            Severity = Severity.Note,
            Sentence =
                $"A {pack.Unit} of {pack.Millilitres:0} ml takes **{say.RoundWeight(Grams(room.PouredG))}** as poured and "
                + $"{say.RoundWeight(Grams(room.SettledG))} once settled{Uses(subject, (double?)batch.FillG ?? room.SettledG)}.",
            Numbers = [new("takes as poured", room.PouredG, "g"), new("takes settled", room.SettledG, "g")],
            Because = Because,
            Advice = "Fill by grams, let it settle, top up.",
            Gap = _ => 0,
        };
    }

    private static string Uses(Subject subject, double fillG) =>
        subject.Family.DoseG is { } dose ? $"; {subject.Say.RoundWeight(Grams(fillG))} last about {Math.Floor(fillG / dose):0} uses" : "";

    private static double Millilitres(PackRoom room, decimal fill) => (double)fill / room.SettledGMl;

    private static double Full(PackRoom room, decimal fill) => Millilitres(room, fill) / room.Pack.Millilitres;

    /// <summary>Whole grams, a tenth of them below ten.</summary>
    private static decimal Grams(double g) => (decimal)(g < 10 ? Math.Floor(10 * g) / 10 : Math.Floor(g));
}
