using System.Globalization;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Fizz;
using AmberPantry.Core.Science.Scent;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Parts;

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

    /// <summary>A line of oil by how full the room between the grains is with it, percent; the makeweight gives or takes.</summary>
    Room,

    /// <summary>A line of acid by the soda that all acid meets, percent of the mix; the makeweight gives or takes.</summary>
    Acid,

    /// <summary>All scent together, percent; each scent keeps its part of the blend, the makeweight gives or takes.</summary>
    Scent,

    /// <summary>A peg that reads an instrument elsewhere and moves nothing of the mix.</summary>
    Peg,
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
            ProbeKind.Peg => new Subject(formula, bearings),
            _ => new Subject(editor.Apply(formula, Edits(formula, bearings)), bearings),
        };

    /// <summary>What it does to the formula; nothing where it leaves it as it is.</summary>
    internal IReadOnlyList<FormulaEdit> Edits(Formula formula, Bearings bearings) =>
        Kind switch
        {
            ProbeKind.Air => [new SetBatch(formula.Batch with { OverrunPercent = (decimal)Math.Round(InRange(0, 300, "% of air"), 1) })],
            ProbeKind.Share => [new SetShare(Id, Text(InRange(0, 100, "%")))],
            ProbeKind.Room => [new SetShare(Id, Text(ShareForRoom(new Subject(formula, bearings), InRange(0, 120, "% of its room"))))],
            ProbeKind.Acid => [new SetShare(Id, Text(ShareForSoda(new Subject(formula, bearings), InRange(0, 150, "% of soda"))))],
            ProbeKind.Scent => [.. Scents(new Subject(formula, bearings), InRange(0, 20, "% of scent"))],
            _ => [],
        };

    /// <summary>Every scent by as much more or less as all of them together.</summary>
    private static IEnumerable<FormulaEdit> Scents(Subject subject, double percent)
    {
        var scents = subject.There.Where(pair => pair.Material is { Role: Role.Scent, ScentOil: not null }).Select(pair => pair.Line).ToArray();
        var all = (double)scents.Sum(line => line.Percent);
        return scents.Select(line => new SetShare(line.Id, Text(Math.Round((double)line.Percent * percent / all, 4))));
    }

    /// <summary>Share of the line with which all acid meets so much soda.</summary>
    private double ShareForSoda(Subject subject, double soda)
    {
        var (line, material) = Line(subject);
        return material.InBath is { Kind: FizzKind.Acid, MolarMass: > 0 } acid
            ? Math.Clamp(
                Math.Round(
                    (double)line.Percent + ((soda - (subject.BathMix.AcidMol * FizzMix.SodaGMol)) * acid.MolarMass / acid.AcidEq / FizzMix.SodaGMol),
                    2
                ),
                0,
                100
            )
            : (double)line.Percent;
    }

    private (FormulaLine Line, Material Material) Line(Subject subject) =>
        subject.Lines.FirstOrDefault(pair => pair.Line.Id == Id) is { Line: not null } pair
            ? pair
            : throw new Refusal(Codes.UnknownId, "probe.id", Id, $"There is no line “{Id}”.", "Use a line of the formula.");

    /// <summary>Share of the line that fills the room so far; the grains stay as many.</summary>
    private double ShareForRoom(Subject subject, double percent)
    {
        var (line, _) = Line(subject);
        if (subject.Powders.Mix is not { } mix)
        {
            return (double)line.Percent;
        }

        var more = (mix.OilAt(percent / 100) - mix.LiquidMl) * mix.LiquidGMl;
        return Math.Clamp(Math.Round((double)line.Percent + more, 2), 0, 100);
    }

    private static string Text(double share) => share.ToString("0.####", CultureInfo.InvariantCulture);

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
