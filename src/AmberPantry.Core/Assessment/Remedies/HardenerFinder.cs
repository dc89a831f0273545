using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Costing;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Remedies;

/// <summary>How it shall be at 20 °C, as makers say it.</summary>
public enum Consistency
{
    /// <summary>Soft enough to be beaten full of air.</summary>
    Whip,

    /// <summary>A finger dips into it.</summary>
    Dip,

    /// <summary>A nail or a spatula lifts it.</summary>
    Scoop,

    /// <summary>Stands and glides.</summary>
    Stick,

    /// <summary>Is held in the hand.</summary>
    Bar,
}

/// <summary>A hardener at the share that reaches the consistency.</summary>
/// <param name="Says">All of it in one line.</param>
/// <param name="Effect">What else changes against the mix in hand.</param>
public sealed record HardenerOption(
    string Material,
    string Name,
    decimal Percent,
    string Says,
    string Effect,
    IReadOnlyList<FormulaEdit> Edits,
    bool IsOwn
)
{
    public required string Slumps { get; init; }

    /// <summary>Of 10, on skin; null for what is not rubbed in.</summary>
    public required double? Drag { get; init; }

    public required string Gloss { get; init; }

    public required string Bend { get; init; }

    public required string Rinse { get; init; }

    /// <summary>Cost of a container or of 100 g; empty where a price is missing.</summary>
    public required string Each { get; init; }
}

/// <param name="Options">Least of the hardener first.</param>
/// <param name="Says">What was looked for, and what could not reach it.</param>
public sealed record HardenerAnswer(IReadOnlyList<HardenerOption> Options, string Says);

/// <summary>Works backward from a consistency to the share of each hardener that reaches it in this very mix.</summary>
public sealed class HardenerFinder(MaterialShelf shelf, Workshop workshop, FamilyRegistry? families = null)
{
    private const double RoomC = 20;
    private const double ColdC = 4;
    private const int Halvings = 18;

    /// <summary>Reached within this part of the firmness.</summary>
    private const double Near = 0.06;

    private readonly Bearings bearings = new(shelf, workshop, families ?? FamilyRegistry.Usual);
    private readonly FormulaEditor editor = new(shelf);

    /// <summary>Firmness at 20 °C in kPa that each consistency aims at, inside the states of the ruler.</summary>
    public static double AimKPa(Consistency consistency) =>
        consistency switch
        {
            Consistency.Whip => 12,
            Consistency.Dip => 30,
            Consistency.Scoop => 55,
            Consistency.Stick => 130,
            _ => 230,
        };

    /// <param name="onlyMine">Only hardeners of the pantry.</param>
    /// <exception cref="Refusal">E_EMPTY where nothing melts, E_RANGE for a dry product.</exception>
    public HardenerAnswer Find(Formula formula, Consistency consistency, bool onlyMine)
    {
        var before = new Subject(formula, bearings);
        if (before.Family.IsDry || before.Curve is null)
        {
            throw new Refusal(
                before.Family.IsDry ? Codes.Range : Codes.Empty,
                "formula",
                before.Family.Name,
                before.Family.IsDry
                    ? $"{Wording.Capital(Wording.One(before.Family.Name))} is not set by a hardener."
                    : "Nothing in this mix melts yet.",
                before.Family.IsDry ? "Choose another kind of product." : "Add a butter or an oil first."
            );
        }

        var aim = AimKPa(consistency);
        var candidates = HardenerCharacter
            .All.Keys.Select(key => shelf.Find(key) is { } known ? shelf.Preferred(known.Id) : null)
            .OfType<Material>()
            .Where(material => material.Melt is not null && (!onlyMine || shelf.IsOwn(material)))
            .ToArray();
        var softest = Without(before);
        var options = candidates
            .Select(material => Try(before, softest, material, aim))
            .OfType<HardenerOption>()
            .OrderBy(option => option.Percent)
            .ToArray();
        return new HardenerAnswer(options, Says(before, consistency, softest, aim, candidates.Length, options.Length));
    }

    /// <summary>The mix without its hardeners: what they held goes to the makeweight.</summary>
    private Subject Without(Subject mix)
    {
        var rest = mix.Formula.Lines.Where(line => line.Kept || !IsHardener(shelf.Get(line.Material, "formula"))).ToArray();
        var free = 100 - rest.Sum(line => line.Percent);
        if (free == 0 || editor.Makeweight(mix.Formula with { Lines = rest }) is not { } takes)
        {
            return mix;
        }

        return mix.With(mix.Formula with { Lines = [.. rest.Select(line => line == takes ? line with { Percent = line.Percent + free } : line)] });
    }

    private static bool IsHardener(Material material) => material.Role is Role.Wax or Role.Hardener or Role.Gellant or Role.HardButter;

    private HardenerOption? Try(Subject before, Subject soft, Material hardener, double aim)
    {
        if (editor.Makeweight(soft.Formula) is not { } gives)
        {
            return null;
        }

        var (low, high) = (0.0, (double)gives.Percent);
        if (hardener.Id == gives.Material || Firm(high) < aim)
        {
            return null;
        }

        for (var i = 0; i < Halvings; i++)
        {
            var middle = (low + high) / 2;
            (low, high) = Firm(middle) < aim ? (middle, high) : (low, middle);
        }

        var percent = Math.Round((decimal)high, 1, MidpointRounding.AwayFromZero);
        if (
            percent == 0
            || Math.Abs(Firm((double)percent) - aim) > Math.Max(Near * aim, Math.Abs(Firm((double)percent + 0.1) - Firm((double)percent)))
        )
        {
            return null;
        }

        var after = With(percent);
        var character = HardenerCharacter.All[HardenerCharacter.All.ContainsKey(hardener.Id) ? hardener.Id : hardener.BasedOn];
        var cold = after.Curve!.FirmnessAt(ColdC);
        var cost = BatchCost.Of(after.Formula, shelf, workshop).Each(after.Formula.Batch);
        var difference = Difference.Of(before, after);
        return new HardenerOption(
            hardener.Id,
            hardener.Name,
            percent,
            $"{Wording.Percent(percent)}: {character.GlossWord}, {character.BendWord}, {character.RinseWord}; {character.Says}"
                + (MatterStates.At(cold) == MatterState.Brittle ? $"; brittle at {before.Say.Temperature(ColdC)}" : ""),
            Difference.Join(difference.Gains.Take(2), difference.Losses.Take(2)),
            [
                new SetMix([
                    .. after.Formula.Lines.GroupBy(line => line.Material).Select(lines => new MixShare(lines.Key, lines.Sum(line => line.Percent))),
                ]),
            ],
            shelf.IsOwn(hardener)
        )
        {
            Slumps = after.SlumpC is { } slump ? before.Say.Temperature(slump) : "",
            Drag = after.Skin?.Drag,
            Gloss = character.GlossWord,
            Bend = character.BendWord,
            Rinse = character.RinseWord,
            Each = cost is { } each ? before.Say.Money(each) : "",
        };

        double Firm(double share) => With((decimal)share).Curve?.FirmnessAt(RoomC) ?? 0;

        Subject With(decimal share)
        {
            var lines = soft
                .Formula.Lines.Select(line => line == gives ? line with { Percent = line.Percent - share } : line)
                .Where(line => line.Percent > 0);
            var there = soft.Formula.Lines.FirstOrDefault(line => line.Material == hardener.Id);
            return soft.With(
                soft.Formula with
                {
                    Lines = there is null
                        ? [.. lines, new FormulaLine("hardener", hardener.Id, share, hardener.UsualPhase)]
                        : [.. lines.Select(line => line.Id == there.Id ? line with { Percent = line.Percent + share } : line)],
                    MakeweightId = null,
                }
            );
        }
    }

    private static string Says(Subject before, Consistency consistency, Subject soft, double aim, int tried, int found)
    {
        var wish = $"{Wording.Said(consistency)} at {before.Say.Temperature(RoomC)}";
        if (soft.Curve?.FirmnessAt(RoomC) >= aim)
        {
            return $"Without any wax or hardener it is {MatterStates.Word(MatterStates.At(soft.Curve.FirmnessAt(RoomC)))} at "
                + $"{before.Say.Temperature(RoomC)} already, firmer than a {wish} asks: use softer butters or more oil.";
        }

        return found switch
        {
            0 => $"None of {tried} hardeners alone makes it {wish}.",
            _ => $"{found} of {tried} hardeners make it {wish}, each alone in place of what hardens it now; kept lines stay. "
                + "Two together often do better than one: take one and step the other in.",
        };
    }
}
