using System.Globalization;
using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment;

/// <summary>What can be moved to see what would happen.</summary>
public enum ProbeKind
{
    /// <summary>A landmark's temperature, °C.</summary>
    Landmark,

    /// <summary>Relative humidity of the room, percent.</summary>
    Humidity,

    /// <summary>Water in the bath, litres.</summary>
    Tub,

    /// <summary>Air beaten in, percent of the volume without it.</summary>
    Air,

    /// <summary>A line's share, percent; the makeweight gives or takes.</summary>
    Share,
}

/// <summary>One thing moved to see what would happen; nothing of it is kept.</summary>
/// <param name="Id">The landmark or line; empty for the others.</param>
public sealed record Probe(ProbeKind Kind, double Value, string Id = "")
{
    internal Subject Moved(Formula formula, Bearings bearings, FormulaEditor editor) =>
        Kind switch
        {
            ProbeKind.Landmark => new Subject(formula, bearings with { Workshop = WithLandmark(bearings.Workshop) }),
            ProbeKind.Humidity => new Subject(
                formula,
                bearings with
                {
                    Workshop = bearings.Workshop with { HumidityPercent = InRange(0, 100, "% of humidity") },
                }
            ),
            ProbeKind.Tub => new Subject(
                formula,
                bearings with
                {
                    Circumstances = bearings.Circumstances with { TubLitres = InRange(1, 2000, "litres") },
                }
            ),
            ProbeKind.Air => new Subject(
                formula,
                bearings with
                {
                    Circumstances = bearings.Circumstances with { Overrun = InRange(0, 300, "% of air") / 100 },
                }
            ),
            _ => new Subject(
                editor.Apply(formula, new SetShare(Id, InRange(0, 100, "%").ToString("0.####", CultureInfo.InvariantCulture))),
                bearings
            ),
        };

    private Workshop WithLandmark(Workshop workshop)
    {
        var celsius = InRange(HouseSettings.LeastC, HouseSettings.MostC, "°C");
        if (workshop.Landmarks.All(landmark => landmark.Id != Id))
        {
            throw new Refusal(
                Codes.UnknownId,
                "probe.id",
                Id,
                $"There is no landmark “{Id}”.",
                $"Use one of {string.Join(", ", workshop.Landmarks.Select(landmark => landmark.Id))}."
            );
        }

        return workshop with
        {
            Landmarks = [.. workshop.Landmarks.Select(landmark => landmark.Id == Id ? landmark with { TemperatureC = celsius } : landmark)],
        };
    }

    private double InRange(double least, double most, string unit) =>
        double.IsFinite(Value) && Value >= least && Value <= most
            ? Value
            : throw new Refusal(Codes.Range, "probe.value", Value, $"{Value} {unit} is out of reach.", $"Give {least} to {most}.");
}
