using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Science.Scent;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Lenses;

/// <summary>Each scent against its limit, and how strongly the whole smells.</summary>
internal static class ScentLens
{
    private const double LastPercent = 120;
    private const double NearFrom = 80;
    private const double OverFrom = 100;
    private const double StrongestPercent = 3;
    private const double StepPercent = 0.05;
    private const int Points = 31;
    private const int MostLanes = 5;

    public static LensView? Of(Subject subject)
    {
        var reading = subject.Scent;
        if (reading.Limits is not { } limits || reading.Strength is not { } strength)
        {
            return null;
        }

        var scents = Scents(subject);
        var used = Reading.Along(
            0,
            LastPercent,
            ("room left", NearFrom, MatterState.Firm),
            ("near", OverFrom, MatterState.Scoopable),
            ("over", LastPercent, MatterState.Slumping)
        );
        var lanes = Bars(scents, limits).OrderByDescending(bar => bar.Used).ToArray();
        return new LensView(
            Lens.Scent,
            [
                new Instrument
                {
                    Id = "limits",
                    Axis = "percent of its limit",
                    HeightSays = "Each bar is a scent or what limits it, against the most it may be",
                    Unit = "%",
                    From = 0,
                    To = LastPercent,
                    Major = 20,
                    Minor = 5,
                    Width = 0.6,
                    Words = used,
                    Lanes =
                    [
                        .. lanes
                            .Take(MostLanes)
                            .Select(bar => new Lane(
                                bar.Id,
                                bar.Name,
                                0,
                                bar.Used,
                                $"{bar.Used:0}{Wording.Narrow}%",
                                bar.Colour,
                                bar.Colour is null ? MatterState.Firm : null
                            )),
                    ],
                    Stems =
                    [
                        new Stem("limit", "the most", OverFrom, $"{Wording.Number(limits.MaxTotalPct ?? limits.TotalCap, "0.##")} % of this blend"),
                    ],
                },
                Strength(subject, scents, limits, strength),
            ],
            new LensColumn(
                "Of its limit",
                [
                    .. scents.Select(scent => new LensCell(
                        scent.Line,
                        $"{100 * limits.PerOil.First(oil => oil.Id == scent.Oil.Id).Ratio:0}{Wording.Narrow}%"
                    )),
                ],
                $"{100 * limits.WorstRatio:0}{Wording.Narrow}%"
            ),
            $"The blend uses {100 * limits.WorstRatio:0}{Wording.Narrow}% of what may be in, because of {limits.WorstId.Replace('_', ' ')}. "
                + $"It smells {Wording.Said(strength.Band)}, {strength.Index:0} of 100."
                + (reading.Declare.Count > 0 ? $" Name on the label: {Wording.List([.. reading.Declare.Select(Named)])}." : ""),
            ScentPart.Of(subject).Steps
        )
        {
            Layers = Layers(scents),
        };
    }

    /// <summary>The blend by note, what is smelt first on top.</summary>
    private static BlendLayer[] Layers(Scent[] scents)
    {
        var all = scents.Sum(scent => scent.Pct);
        var notes = scents.GroupBy(scent => scent.Oil.Note).ToDictionary(note => note.Key, note => 100 * note.Sum(scent => scent.Pct) / all);
        return
        [
            .. scents
                .OrderBy(scent => scent.Oil.Note)
                .ThenByDescending(scent => scent.Pct)
                .Select(scent => new BlendLayer(
                    scent.Line,
                    scent.Name,
                    $"{AmberJson.Word(scent.Oil.Note)} {notes[scent.Oil.Note]:0}{Wording.Narrow}%",
                    100 * scent.Pct / all,
                    scent.Colour
                )),
        ];
    }

    private sealed record Scent(string Line, string Name, ScentOil Oil, double Pct, string Colour);

    private sealed record Bar(string Id, string Name, double Used, string? Colour);

    private static Scent[] Scents(Subject subject) =>
        [
            .. subject
                .There.Where(pair => pair.Material is { Role: Role.Scent, ScentOil: not null })
                .Select(pair => new Scent(
                    pair.Line.Id,
                    pair.Material.ScentName,
                    pair.Material.ScentOil!,
                    (double)pair.Line.Percent,
                    pair.Material.Colour
                )),
        ];

    /// <summary>The oils, and those constituents and sums that bind more than any of them.</summary>
    private static IEnumerable<Bar> Bars(Scent[] scents, ScentLimits limits)
    {
        foreach (var scent in scents)
        {
            var oil = limits.PerOil.First(one => one.Id == scent.Oil.Id);
            yield return new Bar(scent.Oil.Id, $"{scent.Name} {scent.Pct:0.##}{Wording.Narrow}%", 100 * oil.Ratio, scent.Colour);
        }

        var most = limits.PerOil.Select(oil => oil.Ratio).DefaultIfEmpty(0).Max();
        foreach (var one in limits.Constituents.Where(one => one.Ratio > most))
        {
            yield return new Bar(one.Name, $"{one.Name.Replace('_', ' ')} {one.Pct:0.###}{Wording.Narrow}%", 100 * one.Ratio, null);
        }

        if (limits.PhotoIndex > most)
        {
            yield return new Bar("photo", "in the sun, together", 100 * limits.PhotoIndex, null);
        }

        yield return new Bar(
            "total",
            $"all scent {limits.TotalPct:0.##}{Wording.Narrow}% of {limits.TotalCap:0.##}",
            100 * limits.TotalPct / limits.TotalCap,
            null
        );
    }

    private static Instrument Strength(Subject subject, Scent[] scents, ScentLimits limits, ScentStrength strength)
    {
        double At(double percent) =>
            limits.TotalPct > 0
                ? ScentStrength.Of(subject.Family.Rules, [.. scents.Select(scent => (scent.Oil, scent.Pct * percent / limits.TotalPct))]).Index
                : 0;
        double From(double index) => Reading.FallsBelow(percent => 100 - At(percent), 100 - index, 0, StrongestPercent) ?? StrongestPercent;
        var words = Reading.Along(
            0,
            StrongestPercent,
            ("quiet", From(35), MatterState.Firm),
            ("clear", From(60), MatterState.Scoopable),
            ("strong", From(85), MatterState.Soft),
            ("too much", StrongestPercent, MatterState.Slumping)
        );
        return new Instrument
        {
            Id = "strength",
            Axis = "percent of scent in all",
            HeightSays = "Height is how strongly it smells",
            Unit = "%",
            From = 0,
            To = StrongestPercent,
            Major = 0.5,
            Minor = 0.1,
            Width = 0.4,
            Hill =
            [
                .. Enumerable
                    .Range(0, Points)
                    .Select(i => i * StrongestPercent / (Points - 1))
                    .Select(percent => new HillPoint(percent, At(percent) / 100)),
            ],
            Words = words,
            Stems =
            [
                new Stem(
                    "blend",
                    "this blend",
                    Math.Min(StrongestPercent, limits.TotalPct),
                    $"{limits.TotalPct:0.##}{Wording.Narrow}% {Reading.WordAt(words, limits.TotalPct)}",
                    limits.TotalPct <= StrongestPercent ? ProbeKind.Scent : null,
                    "",
                    StepPercent
                ),
            ],
        };
    }

    private static string Named(NamedShare name) => $"{name.Name.Replace('_', ' ')} {name.Pct:0.000}{Wording.Narrow}%";
}
