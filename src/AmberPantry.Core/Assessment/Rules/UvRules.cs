using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Safety;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Rules;

/// <summary>Sun filters against legal maxima: a record, never a protection figure.</summary>
internal sealed class UvWithinMaxima : IRule
{
    public IEnumerable<Found> Check(Subject subject)
    {
        (UvFilter Filter, double Pct)[] filters =
        [
            .. subject
                .Lines.Where(pair =>
                    pair.Line.Percent > 0
                    && pair.Material.Keys.Uv is not null
                    && (subject.Family.Traits.SunFilters || pair.Material.Role == Role.UvFilter)
                )
                .Select(pair => (UvFilter.All[pair.Material.Keys.Uv!], (double)pair.Line.Percent)),
        ];
        if (filters.Length == 0)
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

        var record = UvRecord.Of(UvMarket.Eu, subject.IsLip ? UvArea.Lip : UvArea.Face, filters, new Dictionary<string, double>());
        yield return new Found
        {
            Id = "uv-regulated",
            Severity = Severity.Stop,
            Sentence =
                $"With {filters.Length} sun {(filters.Length == 1 ? "filter" : "filters")} it is a regulated "
                + $"product in many places. I keep the record; I cannot tell how well it protects. In the sun use a tested product.",
            Numbers = [.. record.PerFilter.Select(one => new FindingNumber(one.Id, one.Pct, "%"))],
            Because =
                "Protection is measured by accredited laboratories (ISO 24444, ISO 24443); making for sale needs a licensed or registered maker.",
            Gap = other => other.Lines.Any(pair => pair.Line.Percent > 0 && pair.Material.Keys.Uv is not null) ? 1 : 0,
        };
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
                            $"{Wording.Brief(line.Material.Name)} to {limit:0.##}{Wording.Narrow}%",
                            new SetShare(line.Line.Id, limit.ToString(System.Globalization.CultureInfo.InvariantCulture))
                        ),
                    ]
                    : [($"Leave out {Wording.Brief(line.Material.Name)}", new RemoveLine(line.Line.Id))],
            };
        }
    }
}

/// <summary>A clear oil should stay clear in a cool bathroom.</summary>
internal sealed class StaysClear : IRule
{
    private const double CoolC = 5;
    private const double CoolBathroomC = 12;

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
                clear >= subject.Workshop.WorkroomC
                    ? $"It sets or clouds in your room: it turns cloudy at **{subject.Say.Temperature(clear)}**."
                    : $"It turns cloudy at **{subject.Say.Temperature(clear)}**; an oil should stay clear to {subject.Say.Temperature(CoolC)}.",
            Numbers = [new("clear", clear, "°C"), new("limit", CoolC, "°C")],
            AtC = clear,
            Because = "Temperature below which the melt model sees crystals.",
            Gap = other => ((other.ClearC ?? -5) - CoolC) / 50,
            Swaps = [new(material => material.Role is Role.SoftButter or Role.HardButter or Role.Oil, "caprylic/capric triglyceride", "squalane")],
        };
    }
}
