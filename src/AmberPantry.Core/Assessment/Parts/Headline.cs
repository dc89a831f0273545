using AmberPantry.Core.Families;
using AmberPantry.Core.Science.Feel;
using AmberPantry.Core.Science.Fizz;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Science.Powders;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Parts;

/// <summary>The one sentence that says what a product of its family is.</summary>
internal static class Headline
{
    private const double RoomC = 20;

    public static string Of(Subject subject)
    {
        if (!subject.There.Any())
        {
            return "The pot is empty.";
        }

        string?[] clauses = subject.Family.Nature switch
        {
            FamilyNature.Melted => [Record(subject), Firm(subject), Whips(subject), Stands(subject), OnSkin(subject), Rinses(subject)],
            FamilyNature.Liquid => [Clear(subject), Runs(subject), Rinses(subject)],
            FamilyNature.Powder => [Grains(subject), Dust(subject), Slurry(subject)],
            _ => subject.Family.Traits.Fizzes ? [Fizzes(subject), Piece(subject), Air(subject)] : [Air(subject), Tub(subject), Soak(subject)],
        };
        var said = string.Join(", ", clauses.OfType<string>());
        return said.Length == 0 ? "Nothing can be told of it yet." : $"{Wording.Capital(said)}.";
    }

    private static string? Record(Subject subject) => subject.Family.Traits.SunFilters ? "a record and no protection figure" : null;

    private static string? Firm(Subject subject) =>
        subject.Curve is { } curve
            ? $"{MatterStates.Word(MatterStates.At(curve.FirmnessAt(RoomC)))} at {subject.Say.Temperature(RoomC)}"
                + (subject.Overrun > 0 ? $" with {100 * subject.Overrun:0}{Wording.Narrow}% air" : "")
            : null;

    private static string? Whips(Subject subject) =>
        subject.Family.OverrunPercent is not null && subject.Whip is { FromC: { } from, ToC: { } to }
            ? $"whip it between {subject.Say.BareTemperature(from)} and {subject.Say.Temperature(to)}"
            : null;

    private static string? Stands(Subject subject) =>
        subject.Curve is null ? null
        : subject.SlumpC is { } slump ? $"keeps its shape to {subject.Say.Temperature(slump)}"
        : "keeps no shape";

    private static string? OnSkin(Subject subject) =>
        !subject.Family.Traits.RinsesAway && subject.Curve is { } curve
            ? $"on skin it {SolidsOnSkin.Does(100 * curve.SolidAt(SkinFeel.SkinC))}"
            : null;

    private static string? Rinses(Subject subject) =>
        subject.Rinse?.Says switch
        {
            Rinsing.Film => "leaves a film",
            Rinsing.Partly => "rinses with rubbing",
            Rinsing.Clean => "turns milky and rinses",
            _ => null,
        };

    private static string? Clear(Subject subject) =>
        subject.Curve is null ? null
        : subject.ClearC is { } clear ? $"clear down to {subject.Say.Temperature(clear)}"
        : "clear in the cold";

    private static string? Runs(Subject subject) =>
        subject.Skin is { Viscosity25MPas: { } thick } skin
            ? $"runs like {thick switch
            {
                < 15 => "a dry oil",
                < 35 => "a light oil",
                < 70 => "a kitchen oil",
                _ => "a thick oil",
            }}, dress after {skin.DryDownMin:0} min"
            : null;

    private static string? Grains(Subject subject) =>
        subject.Powders.Budget?.Band switch
        {
            Wetness.DustyFloaty => "dusty",
            Wetness.DryLoose => "flows free",
            Wetness.DampCohesive => "damp, it packs in the hand",
            Wetness.Clumping => "clumps",
            Wetness.Paste => "a paste",
            Wetness.OilSlick => "oil stands on it",
            Wetness.PowderInFat => "powder carried by fat",
            _ => null,
        };

    private static string? Dust(Subject subject) => subject.Powders.Budget is { } budget ? $"dust {budget.DustInUse:0} of 100 in use" : null;

    private static string? Slurry(Subject subject) =>
        subject.Family.Rules == "powder_cleanser" && subject.Powders.Budget?.Ph is { } ph ? $"pH {ph:0.0} when wetted" : null;

    private static string? Fizzes(Subject subject) =>
        subject.Bath?.Balance is { } balance
            ? $"{balance.Co2L * subject.Bath.PortionG / 100:0.0} litres of gas from {subject.Say.RoundWeight((decimal)subject.Bath.PortionG)}, "
                + (balance.LeftAcidMol > 0 ? "acid left over" : $"{balance.LeftSodaPct:0}{Wording.Narrow}% soda left")
            : "no fizz";

    private static string? Piece(Subject subject) =>
        subject.Bath is { Hardness: { } piece, Floats: { } floats }
            ? $"a {AmberJson.Word(piece.Band)} piece that {floats switch
            {
                Floating.Floats => "floats",
                Floating.Hovers => "hovers",
                _ => "sinks first",
            }}"
            : null;

    private static string? Air(Subject subject) =>
        subject.Bath is { } bath
            ? bath.Air.Band switch
            {
                CakingBand.StaysLoose => "stays loose",
                CakingBand.SoftLumps => "soft lumps",
                CakingBand.Cakes => "cakes",
                _ => "sets or runs",
            } + $" at {bath.RhPct:0}{Wording.Narrow}% humidity"
            : null;

    private static string? Tub(Subject subject) =>
        subject.Bath is not { } bath ? null
        : bath.Tub.OilG == 0 ? "no oil in the tub"
        : bath.Tub.Strict == Dispersion.Ok ? "its oil mixes into the water"
        : $"{bath.Tub.FreeOilPerBathG:0.0} g of oil floats";

    private static string? Soak(Subject subject) => subject.Bath is { } bath ? $"{subject.Say.RoundWeight((decimal)bath.PortionG)} a bath" : null;
}
