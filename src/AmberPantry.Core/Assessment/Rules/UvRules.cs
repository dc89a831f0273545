using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Safety;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Rules;

/// <summary>Sun filters against legal maxima: a record, never a protection figure.</summary>
internal sealed class UvWithinMaxima : IRule
{
    /// <summary>What undoes avobenzone, by the flag of the record.</summary>
    private static readonly (string Flag, string Id, Severity Severity, string Says, string Because)[] Unstable =
    [
        (
            "photounstable_pair",
            "uv-unstable-pair",
            Severity.Fix,
            "Avobenzone beside a cinnamate: in the light **each destroys the other**, and the record loses both.",
            "Photochemistry of the pair, well documented."
        ),
        (
            "avobenzone_unstabilised",
            "uv-unstabilised",
            Severity.Watch,
            "Avobenzone without a stabiliser **falls apart in the light** within the hour.",
            "Octocrylene, bemotrizinol or their like take up its energy; without one it is lost."
        ),
        (
            "avobenzone_mineral",
            "uv-mineral-pair",
            Severity.Note,
            "Avobenzone beside a bare mineral filter stains and fades; a coated grade is kinder.",
            "Metal ions form coloured complexes with it."
        ),
    ];

    public IEnumerable<Found> Check(Subject subject)
    {
        if (!subject.There.Any())
        {
            yield break;
        }

        var record = Record(subject);
        if (record is null && subject.Family.Traits.SunFilters)
        {
            yield return new Found
            {
                Id = "uv-none",
                Severity = Severity.Fix,
                Sentence = "There is **no sun filter** in it: oils and butters protect from nothing, whatever is said of them. Call it a balm.",
                Numbers = [],
                Because = "Plant oils absorb next to nothing of what burns; figures told of them do not stand up to a measured test.",
                Gap = other => other.There.Any(pair => pair.Material.Keys.Uv is not null) ? 0 : 1,
                Acts = [("Call it a balm", new SetFamily("balm"))],
            };
            yield break;
        }

        if (record is null)
        {
            if (subject.Lines.FirstOrDefault(pair => pair.Line.Percent > 0 && pair.Material.Keys.Uv is not null) is { Material: { } mineral } found)
            {
                yield return new Found
                {
                    Id = "uv-no-claim",
                    Severity = Severity.Note,
                    Sentence = $"{mineral.Name} at **{Wording.Percent(found.Line.Percent)}** whitens here; say nothing of the sun on the label.",
                    Numbers = [new("share", (double)found.Line.Percent, "%")],
                    Because = "The same powder is a regulated sun filter in other products.",
                    Gap = _ => 0,
                };
            }

            yield break;
        }

        yield return new Found
        {
            Id = "uv-regulated",
            Severity = Severity.Stop,
            Sentence =
                $"With {record.PerFilter.Count} sun {(record.PerFilter.Count == 1 ? "filter" : "filters")} it is a regulated "
                + $"product in many places. I keep the record; I cannot tell how well it protects. In the sun use a tested product.",
            Numbers = [.. record.PerFilter.Select(one => new FindingNumber(one.Id, one.Pct, "%"))],
            Because =
                "Protection is measured by accredited laboratories (ISO 24444, ISO 24443); making for sale needs a licensed or registered maker.",
            Gap = other => other.Lines.Any(pair => pair.Line.Percent > 0 && pair.Material.Keys.Uv is not null) ? 1 : 0,
        };
        foreach (var finding in Stability(record))
        {
            yield return finding;
        }

        foreach (var one in record.PerFilter.Where(one => one.Status != FilterLegality.Ok))
        {
            var line = subject.Lines.First(pair => pair.Material.Keys.Uv == one.Id);
            yield return new Found
            {
                Id = $"uv-{AmberJson.Word(one.Status).Replace('_', '-')}-{one.Id}",
                Severity = Severity.Stop,
                Sentence = one.Max is { } max
                    ? $"{line.Material.Name} at **{one.Pct:0.##}{Wording.Narrow}%** is "
                        + $"above the maximum of {max:0.##}{Wording.Narrow}% as understood. Verify and lower it."
                    : $"{line.Material.Name} is not on the list for this market or area as understood. Swap it.",
                Numbers = [new("share", one.Pct, "%"), new("maximum", one.Max ?? 0, "%")],
                Because = "Public lists as understood in 2025; every figure is to be verified.",
                Gap = other =>
                    other.Formula.Lines.FirstOrDefault(other => other.Id == line.Line.Id) is { } now
                        ? one.Max is { } most
                            ? ((double)now.Percent / most) - 1
                            : 1
                        : 0,
                Acts = one.Max is { } limit
                    ?
                    [
                        (
                            $"{Wording.Brief(line.Material.Name)} to {0.9 * limit:0.##}{Wording.Narrow}%",
                            new SetShare(line.Line.Id, (0.9 * limit).ToString("0.##", System.Globalization.CultureInfo.InvariantCulture))
                        ),
                    ]
                    : [($"Leave out {Wording.Brief(line.Material.Name)}", new RemoveLine(line.Line.Id))],
            };
        }
    }

    /// <summary>The filters as the law sees them; null where there is none.</summary>
    private static UvRecord? Record(Subject subject)
    {
        (UvFilter Filter, double Pct)[] filters =
        [
            .. subject
                .There.Where(pair => pair.Material.Keys.Uv is not null && (subject.Family.Traits.SunFilters || pair.Material.Role == Role.UvFilter))
                .GroupBy(pair => pair.Material.Keys.Uv!)
                .Select(filter => (UvFilter.All[filter.Key], (double)filter.Sum(pair => pair.Line.Percent))),
        ];
        return filters.Length == 0
            ? null
            : UvRecord.Of(
                UvMarket.Eu,
                subject.Use.WornOn switch
                {
                    WornOn.Lips => UvArea.Lip,
                    WornOn.Face or WornOn.NearEyes => UvArea.Face,
                    _ => UvArea.Body,
                },
                filters,
                Solvents(subject)
            );
    }

    /// <summary>What dissolves a crystalline filter, percent of the product.</summary>
    private static Dictionary<string, double> Solvents(Subject subject)
    {
        var solvents = new Dictionary<string, double>();
        foreach (var (line, material) in subject.There)
        {
            var kind =
                material.Tags.Contains("benzoate solvent") ? "alkyl_benzoate"
                : material.Tags.Contains("triglyceride solvent") ? "mct"
                : material.Role == Role.Ester ? "light_ester"
                : material.Role == Role.Oil ? "plant_oil"
                : null;
            if (kind is not null)
            {
                solvents[kind] = solvents.GetValueOrDefault(kind) + (double)line.Percent;
            }
        }

        return solvents;
    }

    private static IEnumerable<Found> Stability(UvRecord record)
    {
        foreach (var (_, id, severity, says, because) in Unstable.Where(one => record.Flags.Contains(one.Flag)))
        {
            yield return new Found
            {
                Id = id,
                Severity = severity,
                Sentence = says,
                Numbers = [],
                Because = because,
                Gap = other => other.There.Any(pair => pair.Material.Keys.Uv == "avobenzone") ? 1 : 0,
            };
        }

        if (record.SolubilityStatus is FilterSolubility.CrystalsLikely or FilterSolubility.Near)
        {
            var likely = record.SolubilityStatus == FilterSolubility.CrystalsLikely;
            var most = likely ? 1 : 0.7;
            yield return new Found
            {
                Id = "uv-crystals",
                Severity = likely ? Severity.Fix : Severity.Watch,
                Sentence =
                    $"A crystalline filter {(likely ? "does not stay dissolved" : "is near what the oils dissolve")}: "
                    + $"**{100 * Math.Min(record.Crowding, 9.99):0}{Wording.Narrow}%** of what they hold. "
                    + "Crystals protect from nothing and feel gritty.",
                Numbers = [new("of what dissolves", 100 * record.Crowding, "%"), new("limit", 100 * most, "%")],
                Because = "Solubility of each filter in the solvent esters and oils there, as understood.",
                Advice = "More of a good solvent ester, or less filter; look for grit after a week in the cold.",
                Gap = other => (Record(other)?.Crowding ?? 0) - most,
                Swaps = [new(material => material.Role == Role.Oil, "C12-15 alkyl benzoate")],
            };
        }
    }
}

/// <summary>A clear oil should stay clear in a cool bathroom.</summary>
internal sealed class StaysClear : IRule
{
    private const double CoolC = 5;
    private const double CoolBathroomC = 12;

    /// <summary>Above this it no longer pours from a bottle, kPa.</summary>
    private const double PoursBelowKPa = 0.5;

    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Family.Nature != FamilyNature.Liquid || subject.ClearC is not { } clear || clear <= CoolC)
        {
            yield break;
        }

        yield return new Found
        {
            Id = "stays-clear",
            Severity =
                clear >= subject.Workshop.WorkroomC ? Severity.Fix
                : clear > CoolBathroomC ? Severity.Watch
                : Severity.Note,
            Sentence =
                subject.Curve?.FirmnessAt(subject.Workshop.WorkroomC) >= PoursBelowKPa
                    ? $"It sets in your room: {MatterStates.Word(MatterStates.At(subject.Curve.FirmnessAt(subject.Workshop.WorkroomC)))} at "
                        + $"{subject.Say.Temperature(subject.Workshop.WorkroomC)}, cloudy below **{subject.Say.Temperature(clear)}**."
                : clear >= subject.Workshop.WorkroomC ? $"It clouds in your room: it turns cloudy at **{subject.Say.Temperature(clear)}**."
                : $"It turns cloudy at **{subject.Say.Temperature(clear)}**; an oil should stay clear to {subject.Say.Temperature(CoolC)}.",
            Numbers = [new("clear", clear, "°C"), new("limit", CoolC, "°C")],
            AtC = clear,
            Because = "Temperature below which the melt model sees crystals.",
            Gap = other => ((other.ClearC ?? -5) - CoolC) / 50,
            Inside = 0,
            Swaps =
            [
                new(
                    material => material.Role is Role.SoftButter or Role.HardButter or Role.Wax or Role.Oil,
                    "caprylic/capric triglyceride",
                    "squalane"
                ),
            ],
        };
    }
}
