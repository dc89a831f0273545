using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Feel;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Rules;

/// <summary>A cleanser should rinse away.</summary>
internal sealed class RinsesAway : IRule
{
    private const double CleanFrom = 6;

    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Rinse is not { } rinse || rinse.Says == Rinsing.Clean)
        {
            yield break;
        }

        var film = rinse.Says == Rinsing.Film;
        yield return new Found
        {
            Id = "rinses-away",
            Severity = film ? Severity.Watch : Severity.Note,
            Sentence =
                (film ? "It leaves a film: " : "It rinses with warm water and rubbing: ")
                + $"**{rinse.EmulsifierPercent:0.#}{Wording.Narrow}%** of emulsifier works in this oil"
                + (rinse.Hlb is { } hlb ? $", of HLB {hlb:0.0}." : "."),
            Advice = film ? "Wipe with a warm damp cloth, and say so on the label." : "",
            Numbers = [new("rinse-off", rinse.Index, ""), new("clean from", CleanFrom, "")],
            Because =
                "Share and HLB of the emulsifiers that dissolve in oil, less what wax and what stays solid on skin hold back. "
                + "Comparative, joined to practice.",
            Gap = other => other.Rinse is { } after ? 1 - (after.Index / CleanFrom) : 0,
            Swaps =
            [
                // Less wax before more emulsifier.
                new(material => material.Role == Role.Wax, "high-oleic sunflower oil"),
                new(material => material.IsLiquid, "polyglyceryl-4 oleate", "PEG-7 olivate", "polysorbate 80"),
            ],
        };
    }
}

/// <summary>More emulsifier than eyes and skin take.</summary>
internal sealed class EmulsifierStings : IRule
{
    private const double MostPercent = 20;

    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Rinse is not { } rinse || rinse.EmulsifierPercent <= MostPercent)
        {
            yield break;
        }

        yield return new Found
        {
            Id = "emulsifier-stings",
            Severity = Severity.Watch,
            Sentence =
                $"**{rinse.EmulsifierPercent:0.#}{Wording.Narrow}%** of emulsifier stings in eyes and strips the skin: "
                + $"{MostPercent:0}{Wording.Narrow}% is the most that is used.",
            Advice = "Keep it from the eyes, and try it on yourself first.",
            Numbers = [new("emulsifier", rinse.EmulsifierPercent, "%"), new("limit", MostPercent, "%")],
            Because = "Practice with rinse-off cleansers.",
            Gap = other => ((other.Rinse?.EmulsifierPercent ?? 0) / MostPercent) - 1,
            Swaps = [new(material => material.Hlb is not null, "high-oleic sunflower oil")],
        };
    }
}

/// <summary>An emulsifier that oil does not take sinks out on standing.</summary>
internal sealed class EmulsifierSinks : IRule
{
    private const double TracePercent = 0.5;

    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Rinse is not { UndissolvedPercent: > TracePercent } rinse)
        {
            yield break;
        }

        var names = subject.There.Where(pair => pair.Material.SinksInOil).Select(pair => pair.Material.Name.Split(',')[0]).ToArray();
        yield return new Found
        {
            Id = "emulsifier-sinks",
            Severity = Severity.Fix,
            Sentence =
                $"**{Wording.List(names)}** "
                + $"{(names.Length == 1 ? "does" : "do")} not dissolve in oil: "
                + $"{rinse.UndissolvedPercent:0.#}{Wording.Narrow}% sinks out on standing and does not help it rinse.",
            Numbers = [new("not dissolved", rinse.UndissolvedPercent, "%")],
            Because = "Emulsifiers by what they dissolve in.",
            Gap = other => ((other.Rinse?.UndissolvedPercent ?? 0) - TracePercent) / 100,
            Swaps = [new(material => material.SinksInOil, "polyglyceryl-4 oleate", "PEG-20 glyceryl triisostearate", "polysorbate 80")],
        };
    }
}
