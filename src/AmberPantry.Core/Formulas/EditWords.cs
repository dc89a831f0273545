using System.Globalization;
using AmberPantry.Core.Families;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Formulas;

/// <summary>Says in a few words what an edit did, for undo and the status line.</summary>
public static class EditWords
{
    public static string Tell(Formula before, Formula after, MaterialShelf shelf)
    {
        var was = before.Lines.ToDictionary(line => line.Id);
        var now = after.Lines.ToDictionary(line => line.Id);
        string Name(FormulaLine line) => shelf.Find(line.Material) is { } material ? Wording.Brief(material.Name) : line.Material;

        // Who took a share, or gave it: the one line, or the others.
        string GaveWay(decimal percent)
        {
            var moved = after.Lines.Where(line => was.TryGetValue(line.Id, out var old) && old.Percent != line.Percent).ToArray();
            var who = moved.Length == 1 ? Name(moved[0]) : "the others";
            return moved.Length == 0 || percent == 0 ? ""
                : percent > 0 ? $"; {who} took its {Percent(percent)}"
                : $", from {who}";
        }

        // Several come and go at once: a mix that was found.
        if (
            before.Lines.Count > 0
            && after.Lines.Count(line => !was.ContainsKey(line.Id)) + before.Lines.Count(line => !now.ContainsKey(line.Id)) > 1
        )
        {
            return $"a mix of {after.Lines.Count} materials";
        }

        if (before.Lines.Count > 0 && before.Batch.Grams < after.Batch.Grams && OnTop(before, after) is { } top)
        {
            var grams = (after.Batch.Grams - before.Batch.Grams).ToString("0.##", CultureInfo.InvariantCulture);
            return $"{grams} g {Name(top)} on top: {Bare(was.GetValueOrDefault(top.Id)?.Percent ?? 0)} → {Percent(top.Percent)}";
        }

        if (after.Lines.FirstOrDefault(line => !was.ContainsKey(line.Id)) is { } added)
        {
            return $"{Name(added)} added at {Percent(added.Percent)}{GaveWay(-added.Percent)}";
        }

        if (before.Lines.FirstOrDefault(line => !now.ContainsKey(line.Id)) is { } removed)
        {
            return $"{Name(removed)} removed{GaveWay(removed.Percent)}";
        }

        foreach (var line in after.Lines)
        {
            var old = was[line.Id];
            if (old.Material != line.Material)
            {
                return $"{Name(old)} swapped for {Name(line)}";
            }

            if (old.Gap != line.Gap && old.Percent == line.Percent)
            {
                return line.Gap ? $"how much {Name(line)} is not known" : $"{Name(line)} is {Percent(line.Percent)}";
            }

            if (old.Kept != line.Kept)
            {
                return line.Kept ? $"{Name(line)} kept" : $"{Name(line)} let go";
            }

            if (old.Phase != line.Phase)
            {
                return $"{Name(line)} moved to the {Word(line.Phase)}";
            }
        }

        var changed = after
            .Lines.Where(line => was[line.Id].Percent != line.Percent)
            .OrderByDescending(line => Math.Abs(line.Percent - was[line.Id].Percent))
            .Take(2)
            .ToArray();
        if (changed.Length > 0)
        {
            return string.Join(", ", changed.Select(line => $"{Name(line)} {Bare(was[line.Id].Percent)} → {Bare(line.Percent)}"));
        }

        if (before.Batch.OverrunPercent != after.Batch.OverrunPercent)
        {
            return after.Batch.OverrunPercent is { } air ? $"air {Bare(air)} %" : "air as usual";
        }

        if (before.Batch.HandsMin != after.Batch.HandsMin)
        {
            return after.Batch.HandsMin is { } minutes ? $"{minutes} min of hands" : "time not counted";
        }

        if (before.Batch != after.Batch)
        {
            return $"batch {before.Batch.Grams.ToString("0.##", CultureInfo.InvariantCulture)} "
                + $"→ {after.Batch.Grams.ToString("0.##", CultureInfo.InvariantCulture)} g";
        }

        return before.Family != after.Family ? $"{Kind(before)} → {Kind(after)}"
            : before.PourC != after.PourC ? "pour temperature changed"
            : before.WornOn != after.WornOn || before.ForWhom != after.ForWhom ? "use changed"
            : !SamePlaces(before.MustStand, after.MustStand) ? "places it must stand changed"
            : before.Method?.Said != after.Method?.Said ? "made another way"
            : Parts(before) != Parts(after) ? (after.ColouredParts is { } parts ? $"{parts.Count} coloured parts" : "left whole")
            : before.MakeweightId != after.MakeweightId ? $"{Name(after.Line(after.MakeweightId!))} is the makeweight"
            : "order changed";
    }

    private static string Parts(Formula formula) => string.Join("; ", (formula.ColouredParts ?? []).Select(part => part.Said));

    /// <summary>The line that grew by what the batch grew, while the others kept their grams; null where it was no such act.</summary>
    private static FormulaLine? OnTop(Formula before, Formula after)
    {
        var was = before.Lines.ToDictionary(line => line.Id, line => line.Percent * before.Batch.Grams / 100);
        FormulaLine[] grown =
        [
            .. after.Lines.Where(line => (line.Percent * after.Batch.Grams / 100) - was.GetValueOrDefault(line.Id) > after.Batch.Grams / 10_000),
        ];
        return grown.Length == 1 && after.Lines.Any(line => line.Id != grown[0].Id && was.ContainsKey(line.Id)) ? grown[0] : null;
    }

    private static bool SamePlaces(IReadOnlyList<string>? one, IReadOnlyList<string>? other) =>
        one is null || other is null ? one is null && other is null : one.SequenceEqual(other);

    private static string Kind(Formula formula) => FamilyRegistry.Usual.Find(formula.Family)?.Name ?? formula.Family.Key;

    private static string Word(Phase phase) =>
        phase switch
        {
            Phase.Melt => "melt",
            Phase.CoolDown => "cool-down",
            Phase.Dry => "dry phase",
            Phase.Liquid => "liquid phase",
            _ => "top",
        };

    private static string Percent(decimal percent) => Bare(percent) + " %";

    private static string Bare(decimal percent) => percent.ToString(percent is < 1 and > 0 ? "0.00##" : "0.0###", CultureInfo.InvariantCulture);
}
