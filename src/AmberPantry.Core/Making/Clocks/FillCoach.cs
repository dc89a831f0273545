using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Costing;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Yield;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making.Clocks;

/// <summary>A filled pack that was weighed.</summary>
/// <param name="NetG">Without its tare.</param>
/// <param name="IsShort">Below what is declared.</param>
public sealed record FilledPack(Guid Id, decimal NetG, bool IsShort);

/// <summary>A smaller pack for what is left over.</summary>
/// <param name="Container">Key of the container.</param>
/// <param name="Count">As many as it fills best; 0 where others are better.</param>
/// <param name="FillG">As full as the packs of the batch, g.</param>
public sealed record LeftoverPack(string Container, string Name, int Count, decimal FillG);

/// <summary>Filling by weight: what a pack should hold, what is given away, what becomes of the rest.</summary>
public sealed record FillCoach
{
    /// <summary>Word for one pack.</summary>
    public required string Unit { get; init; }

    public required decimal DeclaredG { get; init; }

    /// <summary>What the empty pack weighs, g; null where nobody weighed it.</summary>
    public required decimal? TareG { get; init; }

    /// <summary>Packs that were asked for; null where none were counted.</summary>
    public required int? Planned { get; init; }

    public required IReadOnlyList<FilledPack> Packs { get; init; }

    /// <summary>What to fill to, g, so that hardly one in a hundred is short.</summary>
    public required decimal TargetG { get; init; }

    /// <summary>Grams either side of the target that count as right.</summary>
    public required decimal ToleranceG { get; init; }

    public required decimal? MeanG { get; init; }

    /// <summary>Mean of the packs on the axis, its two ends, g.</summary>
    public required decimal AxisFromG { get; init; }

    public required decimal AxisToG { get; init; }

    /// <summary>What to do, in a sentence; what matters is between two asterisks.</summary>
    public required string Says { get; init; }

    /// <summary>What is given away in grams and money; empty where nothing is.</summary>
    public required string GivesAway { get; init; }

    /// <summary>How far it goes: packs, and what is over.</summary>
    public required string Goes { get; init; }

    public required IReadOnlyList<LeftoverPack> Leftover { get; init; }
}

/// <summary>Reads a batch that is being filled.</summary>
/// <param name="filledInYear">Packs of the same product that were filled in the last year.</param>
public sealed class FillCoacher(MaterialShelf shelf, Workshop workshop, int filledInYear = 0, FamilyRegistry? families = null)
{
    /// <summary>Set apart of every batch, g: enough to smell, rub and weigh again after months.</summary>
    public const decimal SampleG = 15;
    private const string CountStep = "count";
    private const decimal AxisBeyond = 1.6m;
    private const decimal LeastAxisPart = 0.03m;

    /// <summary>Null for a step at which nothing is filled by weight, or where nothing is declared.</summary>
    public FillCoach? Coach(Batch batch)
    {
        if (batch.IsFinished || !Fills(batch.Step(batch.AtStep)) || batch.Content.Batch.FillG is not { } declared)
        {
            return null;
        }

        var container = workshop.FindContainer(batch.Content.Batch.Container);
        var unit = container?.Unit ?? "piece";
        var say = new Wording(workshop);
        FilledPack[] packs = [.. batch.Packs.Select(one => new FilledPack(one.Id, one.MassG!.Value, one.MassG < declared))];
        var weighed = batch.AsWeighed;
        var cost = BatchCost.Of(weighed, shelf, workshop);
        decimal? perG = cost.Unpriced.Count > 0 || weighed.Batch.Grams == 0 ? null : cost.Lines.Sum(line => line.Cost) / weighed.Batch.Grams;
        var over = Overfill.Of(
            new OverfillAsk(packs.Length > 0 ? [.. packs.Select(pack => pack.NetG)] : [declared], declared)
            {
                CostPerG = perG ?? 0,
                PacksPerYear = filledInYear + (batch.Content.Batch.Units ?? packs.Length),
                StepG = workshop.Scale.ResolutionG,
                BrimfulG = Brimful(container, weighed),
            }
        );
        decimal? mean = packs.Length > 0 ? packs.Average(pack => pack.NetG) : null;
        var reach = Math.Max(
            declared * LeastAxisPart,
            AxisBeyond * packs.Select(pack => Math.Abs(pack.NetG - declared)).Append(over.TargetG - declared).Max()
        );
        var (goes, leftover) = Goes(batch, container, mean ?? over.TargetG, say);
        return new FillCoach
        {
            Unit = unit,
            DeclaredG = declared,
            TareG = container?.TareG,
            Planned = batch.Content.Batch.Units,
            Packs = packs,
            TargetG = over.TargetG,
            ToleranceG = WeighTolerance.Of(over.TargetG, workshop.Scale),
            MeanG = mean,
            AxisFromG = Math.Max(0, declared - reach),
            AxisToG = declared + reach,
            Says = Says(packs, declared, over, unit, say),
            GivesAway = packs.Length == 0 ? "" : GivesAway(over, unit, perG is null ? cost.Unpriced : [], say),
            Goes = goes,
            Leftover = leftover,
        };
    }

    /// <summary>Packs are filled at some steps, and counted at the last.</summary>
    public static bool Fills(MakeStep step) => step.AsksPack || step.Template == CountStep;

    private static string Says(FilledPack[] packs, decimal declared, Overfill over, string unit, Wording say)
    {
        var target = $"Fill to **{say.Weight(over.TargetG)}**";
        var narrow = over.TargetFits == false ? $" That does not go into this {unit}: declare less, or take a larger one." : "";
        var few = over.Provisional ? $" Weigh {over.WeighMore - (packs.Length == 0 ? -1 : 0)} more; until then it is provisional." : "";
        return packs.Length == 0
                ? $"{target}, so that hardly one in a hundred is below {say.Weight(declared)}. Weigh the first {Overfill.Enough}.{narrow}"
            : packs.Count(pack => pack.IsShort) is > 0 and var under
                ? $"**Top up {under} {Wording.Plural(unit, under)}**: below {say.Weight(declared)} stands on no shelf. {target}.{few}{narrow}"
            : $"{target}: about one in a hundred comes out short.{few}{narrow}";
    }

    private static string GivesAway(Overfill over, string unit, IReadOnlyList<string> unpriced, Wording say)
    {
        if (over.MeanOverG <= 0)
        {
            return "You give nothing away.";
        }

        var grams = $"You give away {say.Weight(Math.Round(over.MeanOverG, 2))} a {unit}";
        var wait = unpriced.Count == 1 ? "has" : "have";
        return unpriced.Count > 0
            ? $"{grams}. In money it is told when {Wording.List([.. unpriced.Select(Wording.Brief)])} {wait} a price."
            : $"{grams}, {say.Money(over.CostPerYear)} a year. Filled to {say.Weight(over.TargetG)}: {say.Money(over.CostPerYearAtTarget)} a year.";
    }

    /// <summary>What goes in to the brim, g; null for powders and pieces, whose density only a pack tells.</summary>
    private decimal? Brimful(Container? container, Formula weighed)
    {
        var subject = Of(weighed);
        return container is not null && subject.Curve is not null && subject.Melt.DensityGMl > 0
            ? (decimal)(container.Millilitres * subject.Melt.DensityGMl)
            : null;
    }

    private Subject Of(Formula weighed) => new(weighed, new Bearings(shelf, workshop, families ?? FamilyRegistry.Usual));

    /// <summary>Whole packs of what there is, and what the rest fills.</summary>
    private (string Goes, IReadOnlyList<LeftoverPack> Leftover) Goes(Batch batch, Container? container, decimal eachG, Wording say)
    {
        var size = batch.Content.Batch;
        var usable = batch.AsWeighed.Batch.Grams * (1 - (size.LossPercent / 100));
        var packs = (int)Math.Floor(usable / eachG);
        var left = usable - (packs * eachG);
        var unit = container?.Unit ?? "piece";
        var told =
            $"{say.RoundWeight(Math.Round(usable))} goes into {packs} {Wording.Plural(unit, packs)}, {say.RoundWeight(Math.Round(left))} over.";
        LeftoverSize[] sizes = container is null ? [] : Smaller(container, eachG);
        if (sizes.Length == 0)
        {
            return ($"{told} Keep {say.RoundWeight(Math.Min(SampleG, left))} of it as the sample.", []);
        }

        var plan = Science.Yield.Leftover.Of(left, SampleG, sizes);
        LeftoverPack[] into =
        [
            .. plan.Fill.Select(fill => new LeftoverPack(
                fill.Id,
                workshop.FindContainer(fill.Id)!.Name,
                fill.Count,
                sizes.First(size => size.Id == fill.Id).FillG
            )),
        ];
        List<string> parts = [];
        if (plan.SampleG > 0)
        {
            parts.Add($"{say.RoundWeight(plan.SampleG)} sample");
        }

        parts.AddRange(into.Where(pack => pack.Count > 0).Select(pack => $"{pack.Count} × {Wording.Inside(pack.Name)}"));
        if (Math.Round(plan.RestG) > 0)
        {
            parts.Add($"{say.RoundWeight(Math.Round(plan.RestG))} for yourself");
        }

        return (parts.Count == 0 ? told : $"{told} Of that: {Wording.List(parts)}.", into);
    }

    /// <summary>The next smaller containers, as full as this one.</summary>
    private LeftoverSize[] Smaller(Container container, decimal eachG) =>
        [
            .. workshop
                .Containers.Where(one => one.Millilitres < container.Millilitres)
                .OrderByDescending(one => one.Millilitres)
                .Select(one => new LeftoverSize(one.Id, Math.Round(eachG * (decimal)(one.Millilitres / container.Millilitres), 1)))
                .Where(size => size.FillG > 0)
                .Take(Science.Yield.Leftover.MostSizes),
        ];
}
