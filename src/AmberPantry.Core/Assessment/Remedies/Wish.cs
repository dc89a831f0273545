using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Assessment.Rules;
using AmberPantry.Core.Costing;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Feel;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Remedies;

/// <summary>What may be wished of a mix.</summary>
public enum WishKind
{
    /// <summary>It is in a state at a temperature: <see cref="Wish.Word"/> at <see cref="Wish.At"/> °C.</summary>
    StateAt,

    /// <summary>It keeps its shape at <see cref="Wish.At"/> °C with <see cref="Wish.Value"/> degrees to spare.</summary>
    StandsAt,

    /// <summary>It keeps its shape wherever it must stand, three degrees to spare.</summary>
    MustStand,

    /// <summary>At most <see cref="Wish.Value"/> of 10 of grease <see cref="Wish.At"/> minutes after rubbing in.</summary>
    GreaseAfter,

    /// <summary>One may dress after at most <see cref="Wish.Value"/> minutes.</summary>
    DressAfter,

    /// <summary>At most <see cref="Wish.Value"/> percent stays solid on skin.</summary>
    SolidOnSkin,

    /// <summary>A container, or 100 g where none is counted, costs at most <see cref="Wish.Value"/>.</summary>
    UnitCost,

    /// <summary>It stays fresh for at least <see cref="Wish.Value"/> months.</summary>
    Keeps,

    /// <summary>At most <see cref="Wish.Value"/> materials.</summary>
    MostMaterials,

    /// <summary>Only what the maker has.</summary>
    OnlyMine,

    /// <summary>Nothing that is marked <see cref="Wish.Word"/>, such as "tree nut".</summary>
    LeaveOut,

    /// <summary>Every group of the family within its usual share.</summary>
    UsualGroups,
}

/// <summary>One wish; what it needs depends on its kind.</summary>
public sealed record Wish(WishKind Kind, double? Value = null, double? At = null, string? Word = null)
{
    public const int Most = 12;
    private const double MostC = 90;

    /// <summary>States that may be wished, the firmest first.</summary>
    public static IReadOnlyList<string> States { get; } = [.. Enum.GetValues<MatterState>().SkipLast(2).Select(MatterStates.Word)];

    internal MatterState State => MatterStates.Named(Word!);

    /// <exception cref="Refusal">E_RANGE naming the field.</exception>
    internal void Check(string path)
    {
        switch (Kind)
        {
            case WishKind.StateAt:
                In($"{path}.at", At, HouseSettings.LeastC, MostC);
                if (!States.Contains(Word ?? ""))
                {
                    throw new Refusal(
                        Codes.Range,
                        $"{path}.word",
                        Word,
                        $"“{Word}” is no state that can be wished.",
                        $"Choose {string.Join(", ", States)}."
                    );
                }

                break;
            case WishKind.StandsAt:
                In($"{path}.at", At, HouseSettings.LeastC, MostC);
                In($"{path}.value", Value ?? HoldsSpare, 0, 20);
                break;
            case WishKind.GreaseAfter:
                In($"{path}.at", At, 0, 60);
                In($"{path}.value", Value, 0, 10);
                break;
            case WishKind.DressAfter:
                In($"{path}.value", Value, 0, 120);
                break;
            case WishKind.SolidOnSkin:
                In($"{path}.value", Value, 0, 100);
                break;
            case WishKind.UnitCost:
                In($"{path}.value", Value, 0, 1_000_000);
                break;
            case WishKind.Keeps:
                In($"{path}.value", Value, 0, 60);
                break;
            case WishKind.MostMaterials:
                In($"{path}.value", Value, 1, 40);
                break;
            case WishKind.LeaveOut when string.IsNullOrWhiteSpace(Word) || Word.Length > 40:
                throw new Refusal(
                    Codes.Range,
                    $"{path}.word",
                    Word,
                    "There is nothing named to leave out.",
                    "Name a mark such as “tree nut” or “bee product”."
                );
            default:
                break;
        }
    }

    internal const double HoldsSpare = 3;

    private static void In(string field, double? value, double least, double most)
    {
        if (!(value >= least && value <= most))
        {
            throw new Refusal(
                Codes.Range,
                field,
                value,
                value is null ? "A number is missing in this wish." : $"{Wording.Number(value.Value, "0.##")} cannot be wished here.",
                $"Give {Wording.Number(least, "0")} to {most:0}."
            );
        }
    }
}

/// <summary>What a wish came to.</summary>
/// <param name="Figure">The figure as it is said: "72 kPa, scoopable".</param>
/// <param name="Short">What stands in the way and the least that can be had; empty where it is met.</param>
/// <param name="Use">The value that could be wished instead; null where there is none.</param>
public sealed record WishReading(string Figure, bool Met, string Short = "", double? Use = null);

/// <summary>Wishes as the search understands them, and how they are read on a mix.</summary>
internal sealed class Wishes(Subject subject, IReadOnlyList<Wish> wishes)
{
    /// <summary>A wish is met a little inside its limit, so that rounding does not undo it.</summary>
    private const double Inside = 0.02;

    public IReadOnlyList<Wish> All => wishes;

    public bool Has(WishKind kind) => wishes.Any(wish => wish.Kind == kind);

    public int? MostMaterials => wishes.Where(wish => wish.Kind == WishKind.MostMaterials).Select(wish => (int?)wish.Value).Min();

    public bool Forbids(Material material) =>
        wishes.Any(wish =>
            wish.Kind == WishKind.LeaveOut && material.Tags.Any(tag => tag.Contains(wish.Word!.Trim(), StringComparison.OrdinalIgnoreCase))
        );

    /// <summary>The measure of each wish that has one, by its place in the list.</summary>
    public IReadOnlyDictionary<int, BalanceTarget> Targets =>
        wishes
            .Select((wish, i) => (i, Target: Target(wish)))
            .Where(pair => pair.Target is not null)
            .ToDictionary(pair => pair.i, pair => pair.Target!);

    /// <summary>The usual shares as measures, where they were asked for.</summary>
    public IEnumerable<BalanceTarget> Groups =>
        Has(WishKind.UsualGroups)
            ? subject.Family.Groups.Select(group => new BalanceTarget("groupPercent", null, null, (double)group.High) { Roles = group.Roles })
            : [];

    private BalanceTarget? Target(Wish wish)
    {
        switch (wish.Kind)
        {
            case WishKind.StateAt:
                var (low, high) = Limits(wish.State);
                return new("firmnessKPa", wish.At, low * (1 + Inside), high * (1 - Inside));
            case WishKind.StandsAt:
                return new("slumpC", null, wish.At + (wish.Value ?? Wish.HoldsSpare), null);
            case WishKind.MustStand:
                return Hottest is { } hottest ? new("slumpC", null, hottest + Wish.HoldsSpare, null) : null;
            case WishKind.GreaseAfter:
                return new("greaseAfter", null, null, wish.Value) { AtMin = wish.At };
            case WishKind.DressAfter:
                return new("dryDownMin", null, null, wish.Value);
            case WishKind.SolidOnSkin:
                return new("solidPercent", SkinFeel.SkinC, null, wish.Value);
            case WishKind.UnitCost:
                return new("costPerKg", null, null, PerKg(wish.Value!.Value));
            case WishKind.Keeps:
                return new("months", null, wish.Value, null);
            default:
                return null;
        }
    }

    private double? Hottest => subject.Use.Stands.Select(place => (double?)place.TemperatureC).LastOrDefault();

    private static (double Low, double High) Limits(MatterState state)
    {
        const double Hardest = 900;
        var limits = MatterStates.LimitsKPa;
        return (limits[(int)state], state == MatterState.Brittle ? Hardest : limits[(int)state - 1]);
    }

    /// <summary>What a kilogram of the mix may cost so that a container costs no more.</summary>
    private double PerKg(double unit)
    {
        const double PartOfKg = 10;
        var batch = subject.Formula.Batch;
        return batch.Units is { } units
            ? Math.Max(0, (unit * units) - Beside) / (double)batch.Grams * 1000
            : Math.Max(0, (unit * PartOfKg) - (Beside / (double)batch.Grams * 1000));
    }

    private double Unit(double perKg)
    {
        const double PartOfKg = 10;
        var batch = subject.Formula.Batch;
        var all = (perKg * (double)batch.Grams / 1000) + Beside;
        return batch.Units is { } units ? all / units : all / (double)batch.Grams * 1000 / PartOfKg;
    }

    private double Beside => (double)CostBeside.Of(subject.Formula.Batch, subject.Workshop).Sum;

    /// <summary>The wish's own figure of what a measure reaches, and how it is said.</summary>
    public (double Use, string Says) Reached(Wish wish, double measure)
    {
        var say = subject.Say;
        return wish.Kind switch
        {
            WishKind.UnitCost => (Math.Ceiling(100 * Unit(measure)) / 100, say.Money((decimal)(Math.Ceiling(100 * Unit(measure)) / 100))),
            WishKind.StandsAt => (
                Math.Floor(2 * (measure - (wish.Value ?? Wish.HoldsSpare))) / 2,
                say.Temperature(Math.Floor(2 * (measure - (wish.Value ?? Wish.HoldsSpare))) / 2)
            ),
            WishKind.Keeps => (Math.Floor(measure), $"{Wording.Number(Math.Floor(measure), "0")} months"),
            WishKind.DressAfter => (Math.Ceiling(measure), $"{Wording.Number(Math.Ceiling(measure), "0")} min"),
            WishKind.StateAt => (measure, MatterStates.Word(MatterStates.At(measure))),
            WishKind.SolidOnSkin => (Math.Ceiling(measure), $"{Wording.Number(Math.Ceiling(measure), "0")}{Wording.Narrow}%"),
            _ => (Math.Ceiling(10 * measure) / 10, Wording.Number(measure, "0.0")),
        };
    }

    /// <summary>What the wish asks for, as it is said.</summary>
    public string Asked(Wish wish) =>
        wish.Kind switch
        {
            WishKind.UnitCost => subject.Say.Money((decimal)wish.Value!.Value),
            WishKind.StandsAt => subject.Say.Temperature(wish.At!.Value),
            WishKind.MustStand => "standing where it must",
            WishKind.Keeps => $"{wish.Value:0} months",
            WishKind.DressAfter => $"{wish.Value:0} min",
            WishKind.StateAt => $"{wish.Word} at {subject.Say.Temperature(wish.At!.Value)}",
            WishKind.SolidOnSkin => $"{wish.Value:0}{Wording.Narrow}%",
            _ => Wording.Number(wish.Value ?? 0, "0.0"),
        };

    /// <summary>What a wish came to on a mix as it would stand on the bench.</summary>
    public WishReading Read(Wish wish, Subject mix, Func<Material, bool> isOwn)
    {
        var say = mix.Say;
        switch (wish.Kind)
        {
            case WishKind.StateAt:
                var kPa = mix.Curve?.FirmnessAt(wish.At!.Value) ?? 0;
                var state = MatterStates.At(kPa);
                return new(MatterStates.Word(state), state == wish.State);
            case WishKind.StandsAt:
                return new(say.Temperature(mix.SlumpC ?? HouseSettings.LeastC), Told(mix.SlumpC) >= wish.At + (wish.Value ?? Wish.HoldsSpare));
            case WishKind.MustStand:
                return new(
                    say.Temperature(mix.SlumpC ?? HouseSettings.LeastC),
                    Hottest is not { } hottest || Told(mix.SlumpC) >= hottest + Wish.HoldsSpare
                );
            case WishKind.GreaseAfter:
                var grease = mix.Skin?.GreaseAfter(wish.At!.Value) ?? 0;
                return new(Wording.Number(grease, "0.0"), grease <= wish.Value + Slack);
            case WishKind.DressAfter:
                var dry = mix.Skin?.DryDownMin ?? 0;
                return new($"{Wording.Number(dry, "0")} min", dry <= wish.Value + HalfMinute);
            case WishKind.SolidOnSkin:
                var solid = mix.Skin?.SolidOnSkinPercent ?? 0;
                return new($"{Wording.Number(solid, "0")}{Wording.Narrow}%", solid <= wish.Value + HalfMinute);
            case WishKind.UnitCost:
                var cost = BatchCost.Of(mix.Formula, mix.Shelf, mix.Workshop);
                return cost.Each(mix.Formula.Batch) is { } told
                    ? new(say.Money(told), (double)told <= wish.Value + HalfPenny)
                    : new("unknown", false, $"No price for {string.Join(", ", cost.Unpriced.Take(2))}.");
            case WishKind.Keeps:
                return new($"{Wording.Number(mix.Keeping.Months, "0")} months", mix.Keeping.Months >= wish.Value - HalfMinute);
            case WishKind.MostMaterials:
                var count = mix.There.Count();
                return new($"{count}", count <= wish.Value);
            case WishKind.OnlyMine:
                var bought = mix.There.Where(pair => !isOwn(pair.Material)).Select(pair => Wording.Brief(pair.Material.Name)).ToArray();
                return new(bought.Length == 0 ? "all of it" : $"not {string.Join(", ", bought.Take(2))}", bought.Length == 0);
            case WishKind.LeaveOut:
                var marked = mix.There.Where(pair => Forbids(pair.Material)).Select(pair => Wording.Brief(pair.Material.Name)).ToArray();
                return new(marked.Length == 0 ? "none in it" : string.Join(", ", marked.Take(2)), marked.Length == 0);
            default:
                var many = mix.Family.Groups.Where(group => GroupShares.Share(mix, group) > group.High).Select(group => group.Group).ToArray();
                return new(many.Length == 0 ? "all usual" : $"many {many[0]}", many.Length == 0);
        }
    }

    /// <summary>To the half degree in which it is told: what reads as met is met.</summary>
    private static double? Told(double? slumpC) => slumpC is { } celsius ? Math.Round(2 * celsius) / 2 : null;

    private const double Slack = 0.05;
    private const double HalfMinute = 0.5;
    private const double HalfPenny = 0.005;
}
