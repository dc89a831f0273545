using AmberPantry.Core.Families;
using AmberPantry.Core.Science.Fizz;

namespace AmberPantry.Core.Assessment.Parts;

/// <summary>A formula as it meets the bath and the room's air.</summary>
public sealed record BathReading
{
    private const double UsualHumidity = 60;

    /// <summary>Half thickness of a usual piece, and depth of a tray of salt, cm.</summary>
    internal const double PieceCm = 3;
    private const double TrayCm = 1.5;
    internal const double DryGPerKg = 1;

    /// <summary>Oil soaks in, and a damp piece binds, in half a day.</summary>
    internal const double SoaksInH = 12;

    /// <summary>Null where nothing fizzes.</summary>
    public required FizzBalance? Balance { get; init; }

    public required BathPh? Ph { get; init; }

    public required Caking Air { get; init; }

    public required TubDispersion Tub { get; init; }

    /// <summary>Null where it is not pressed.</summary>
    public required PieceHardness? Hardness { get; init; }

    /// <summary>Density of the pressed piece, g/mL; null where it is not pressed.</summary>
    public required double? PieceGMl { get; init; }

    /// <summary>What a piece of that density does in the tub; null where it is not pressed.</summary>
    public required Floating? Floats { get; init; }

    /// <summary>Half thickness of a piece, or depth of the tray it dries in, cm.</summary>
    public required double LayerCm { get; init; }

    /// <summary>How long its water and alcohol take to leave.</summary>
    public required Drying Dries { get; init; }

    public required SoakDose Dose { get; init; }

    /// <summary>Humidity it is judged at, percent.</summary>
    public required double RhPct { get; init; }

    /// <summary>What goes into one bath, g.</summary>
    public required double PortionG { get; init; }

    internal static BathReading? Of(Subject subject)
    {
        var mix = subject.BathMix;
        if (subject.Family.Nature != FamilyNature.Bath || mix.DryG <= 0)
        {
            return null;
        }

        // A piece is one bath; a pouch of salts is many.
        var pieces = subject.Family.Traits.Fizzes;
        var batch = subject.Formula.Batch;
        var portion = pieces && batch.FillG is { } piece ? (double)piece : Math.Min(subject.Family.DoseG ?? 0, (double)batch.Grams);
        var rh = subject.Workshop.HumidityPercent ?? UsualHumidity;
        var litres = subject.Circumstances.TubLitres;
        var fizzes = mix.GasMol > 0;
        var layer = pieces ? PieceCm : TrayCm;
        double? pressed = pieces ? Packing.PackedGMl(mix, Packing.UsualPress) : null;
        return new BathReading
        {
            Balance = fizzes ? FizzBalance.Of(mix, portionG: portion) : null,
            Ph = fizzes ? BathPh.Of(mix, new Bath(portion, litres)) : null,
            Air = Caking.Of(mix, rh, false, subject.Powders.Mix),
            Tub = TubDispersion.Of(mix, portion, litres),
            Hardness = pieces ? PieceHardness.Of(mix, Packing.UsualPress) : null,
            PieceGMl = pressed,
            Floats = pressed is { } dense ? Packing.Floats(dense) : null,
            LayerCm = layer,
            Dries = Drying.Of(mix, rh, subject.Workshop.WorkroomC, layer, DryGPerKg),
            Dose = SoakDose.Of(mix, portion, litres),
            RhPct = rh,
            PortionG = portion,
        };
    }
}

/// <summary>What it does in the tub and on the shelf of a damp room.</summary>
/// <param name="Reading">Null where it goes into no bath.</param>
public sealed record BathPart(BathReading? Reading, IReadOnlyList<ExplainStep> Steps)
{
    internal static BathPart Of(Subject subject) => new(subject.Bath, [.. Explain(subject).Select(step => step.In(subject.Say))]);

    private static IEnumerable<ExplainStep> Explain(Subject subject)
    {
        if (subject.Bath is not { } bath)
        {
            yield break;
        }

        if (bath.Balance is { } balance)
        {
            yield return new("of acid in 100 g", subject.BathMix.AcidMol, "mol", "molar masses");
            yield return new("of base in 100 g", subject.BathMix.BaseMol, "mol", "molar masses");
            yield return new("of gas from 100 g at 25 °C", balance.Co2L, "l", "ideal gas");
            yield return new(
                "of 100 is the fizz; 100 is the neutral citric mix",
                balance.FizzIndex,
                "",
                "gas, acid speed, oil, starch and clay; estimated"
            );
        }

        if (bath.Ph is { } ph)
        {
            yield return new(
                $"is the pH while soaking in {subject.Circumstances.TubLitres:0} litres",
                ph.PhFresh,
                "",
                "carbonate equilibrium (Plummer and Busenberg 1982)"
            );
        }

        if (bath.Air.CrhMixPct is { } crh)
        {
            yield return new("of humidity dissolve the mix in its own moisture", crh, "%", "critical humidity of each salt, after Ross (1975)");
        }
    }
}
