using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Assessment.Rules;
using AmberPantry.Core.Costing;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Remedies;

/// <summary>One mix that comes near to the wishes.</summary>
/// <param name="Figures">"£0.77 · slumps 51 °C · grease 5.1".</param>
/// <param name="Changes">What is added and what goes, the largest first.</param>
/// <param name="GivesUp">What is worse than in the mix in hand; empty where nothing is.</param>
/// <param name="Wishes">What each wish came to, in their order.</param>
public sealed record WishedMix(
    string Name,
    string Figures,
    string Changes,
    string GivesUp,
    IReadOnlyList<WishReading> Wishes,
    Formula Formula,
    CurveView? Curve,
    IReadOnlyList<FormulaEdit> Edits
);

/// <param name="Wishes">As they were asked, or what is usual for the family where none were.</param>
/// <param name="Now">What each came to in the mix in hand.</param>
/// <param name="Mixes">Up to three, the nearest first; none where nothing was asked.</param>
/// <param name="Kinds">What can be wished of this kind of product.</param>
public sealed record WishAnswer(
    IReadOnlyList<Wish> Wishes,
    IReadOnlyList<WishReading> Now,
    IReadOnlyList<WishedMix> Mixes,
    IReadOnlyList<WishKind> Kinds,
    string Says
);

/// <summary>Finds mixes that meet wishes, and says what cannot be met and the least that can.</summary>
public sealed class WishFinder(MaterialShelf shelf, Workshop workshop, FamilyRegistry? families = null)
{
    /// <summary>Materials that may move at once; the search stays under a second.</summary>
    private const int MostParts = 14;
    private const int MostMixes = 3;

    /// <summary>Less of a free material is left out.</summary>
    private const double LeastPercent = 0.5;

    /// <summary>Two mixes closer than this, in percent moved, are one answer.</summary>
    private const decimal Alike = 3;

    /// <summary>Wishes missed whose least is worked out.</summary>
    private const int MostLeasts = 2;

    /// <summary>What a maker would reach for when a role is missing.</summary>
    private static readonly string[] Staples =
    [
        "caprylic/capric triglyceride",
        "beeswax",
        "candelilla wax",
        "cocoa butter",
        "high-oleic sunflower oil",
        "mango butter",
    ];

    private readonly FormulaEditor editor = new(shelf);

    private Bearings Bearings => new(shelf, workshop, families ?? FamilyRegistry.Usual);

    /// <summary>What is usually wished of this kind of product, with the figures of the mix in hand.</summary>
    public WishAnswer Usual(Formula formula)
    {
        var subject = Whole(formula);
        return new WishAnswer(Suggested(subject), Read(subject, Suggested(subject), subject), [], Kinds(subject), "");
    }

    /// <exception cref="Refusal">E_RANGE for a wish that says nothing, E_INFEASIBLE where the materials cannot fill the pot.</exception>
    public WishAnswer Find(Formula formula, IReadOnlyList<Wish> wishes, CancellationToken stop = default)
    {
        if (wishes.Count > Wish.Most)
        {
            throw new Refusal(Codes.Range, "wishes", wishes.Count, $"{wishes.Count} wishes are too many.", $"Ask for at most {Wish.Most}.");
        }

        for (var i = 0; i < wishes.Count; i++)
        {
            wishes[i].Check($"wishes[{i}]");
        }

        var subject = Whole(formula);
        var asked = new Wishes(subject, wishes);
        var parts = Parts(subject, asked);
        var targets = asked.Targets;
        if (parts.Sum(part => part.Max) < 100)
        {
            throw new Refusal(
                Codes.Infeasible,
                "wishes",
                null,
                $"What is left fills only {Wording.RoundPercent((decimal)parts.Sum(part => part.Max))} of the pot.",
                asked.Has(WishKind.OnlyMine) ? "Let “only from my shelf” go, or keep more materials in your pantry." : "Leave less out."
            );
        }

        BalanceTarget[] all = [.. targets.Values, .. asked.Groups];
        var balancer = new Balancer(new BalanceTerms(subject.Overrun, asked.MostMaterials, LeastPercent, stop));
        var found = balancer.Find(parts, all).Answers.Where(answer => answer.Name != "firmest in heat" || asked.Has(WishKind.StandsAt));
        List<(string Name, Subject Mix, double[] Shares)> mixes = [];
        foreach (var answer in found)
        {
            var mixed = Rounded(subject, answer.Shares);
            if (mixes.TrueForAll(other => Moved(other.Mix.Formula, mixed.Formula) >= Alike) && mixes.Count < MostMixes && !StopsMore(subject, mixed))
            {
                mixes.Add((answer.Name, mixed, [.. parts.Select(part => answer.Shares[part.Material.Id])]));
            }
        }

        var leasts = mixes.Count == 0 ? new() : Leasts(asked, mixes[0].Mix, balancer, parts, all, mixes[0].Shares);
        return new WishAnswer(
            wishes,
            Read(subject, wishes, subject),
            [.. mixes.Select(mix => Tell(mix.Name, subject, mix.Mix, Read(subject, wishes, mix.Mix), leasts))],
            Kinds(subject),
            Says(mixes.Count == 0 ? null : Read(subject, wishes, mixes[0].Mix))
        );
    }

    private Subject Whole(Formula formula)
    {
        var subject = new Subject(formula, Bearings);
        return subject.Lines.Count > 0 ? subject : throw new Refusal(Codes.Empty, "formula", null, "The pot is empty.", "Add a material first.");
    }

    private static string Says(IReadOnlyList<WishReading>? readings) =>
        readings is null ? "No mix of these keeps clear of every stop: change the wishes or let a kept line go."
        : readings.Count == 0 ? ""
        : $"{readings.Count(reading => reading.Met)} of {readings.Count} {Wording.Plural("wish", readings.Count)} met";

    private IReadOnlyList<WishReading> Read(Subject subject, IReadOnlyList<Wish> wishes, Subject mix)
    {
        var asked = new Wishes(subject, wishes);
        return [.. wishes.Select(wish => asked.Read(wish, mix, shelf.IsOwn))];
    }

    private static List<WishKind> Kinds(Subject subject)
    {
        List<WishKind> kinds = [];
        if (subject.Curve is not null && !subject.Family.IsDry)
        {
            kinds.AddRange([WishKind.StateAt, WishKind.StandsAt, WishKind.MustStand, WishKind.SolidOnSkin]);
        }

        if (subject.Skin is not null)
        {
            kinds.AddRange([WishKind.GreaseAfter, WishKind.DressAfter]);
        }

        kinds.AddRange([WishKind.UnitCost, WishKind.Keeps, WishKind.MostMaterials, WishKind.OnlyMine, WishKind.LeaveOut, WishKind.UsualGroups]);
        return kinds;
    }

    private List<Wish> Suggested(Subject subject)
    {
        const double RoomC = 20;
        const double Minutes = 10;
        List<Wish> wishes = [];
        if (subject.Curve is { } curve && subject.Family.FirmnessAt20 is { } usual)
        {
            var middle = MatterStates.At(Math.Sqrt(usual.Low * usual.High));
            wishes.Add(new(WishKind.StateAt, null, RoomC, MatterStates.Word(middle)));
            wishes.Add(
                subject.Use.Stands.LastOrDefault() is { } hottest
                    ? new(WishKind.StandsAt, Wish.HoldsSpare, hottest.TemperatureC)
                    : new(WishKind.StandsAt, Wish.HoldsSpare, Math.Round(curve.SlumpC ?? RoomC))
            );
        }

        if (subject.Skin is { } skin)
        {
            wishes.Add(new(WishKind.GreaseAfter, Math.Round(skin.GreaseAfter(Minutes), 1), Minutes));
        }

        var cost = BatchCost.Of(subject.Formula, subject.Shelf, subject.Workshop);
        if (cost.Each(subject.Formula.Batch) is { } unit)
        {
            wishes.Add(new(WishKind.UnitCost, (double)decimal.Round(unit, 2)));
        }

        if (subject.There.All(pair => shelf.IsOwn(pair.Material)))
        {
            wishes.Add(new(WishKind.OnlyMine));
        }

        wishes.Add(new(WishKind.MostMaterials, subject.There.Count()));
        return wishes;
    }

    private IReadOnlyList<BalancePart> Parts(Subject subject, Wishes asked)
    {
        var priced = asked.Has(WishKind.UnitCost);
        var inMix = subject
            .Lines.GroupBy(pair => pair.Material.Id)
            .Select(group =>
            {
                var material = group.First().Material;
                var share = (double)group.Sum(pair => pair.Line.Percent);
                var isFixed = group.Any(pair => pair.Line.Kept) || IsFixed(subject, material);
                var goes = !isFixed && (asked.Forbids(material) || (asked.Has(WishKind.OnlyMine) && !shelf.IsOwn(material)));
                return new BalancePart(
                    material,
                    isFixed ? share : 0,
                    isFixed ? share
                        : goes ? 0
                        : Math.Max(share, Most(subject, material)),
                    share,
                    (double?)material.PricePerKg
                );
            })
            .ToArray();
        var free = inMix.Count(part => part.Max > part.Min);
        var joining = shelf
            .Own.Concat(asked.Has(WishKind.OnlyMine) ? [] : Staples.Select(shelf.Preferred))
            .Where(material =>
                inMix.All(part => part.Material.BasedOn != material.BasedOn)
                && !IsFixed(subject, material)
                && !asked.Forbids(material)
                && (!priced || material.PricePerKg is not null)
                && Fits(subject, material)
            )
            .DistinctBy(material => material.BasedOn)
            .OrderBy(material => subject.Lines.Count(pair => pair.Material.Role == material.Role))
            .Take(Math.Max(0, MostParts - free))
            .Select(material => new BalancePart(material, 0, Most(subject, material), 0, (double?)material.PricePerKg));
        return [.. inMix, .. joining];
    }

    /// <summary>What is dosed stays as it is: only what makes up the body moves.</summary>
    private static bool IsFixed(Subject subject, Material material) =>
        FormulaEditor.IsDosed(material)
        || material.Role is Role.Emulsifier or Role.Gellant or Role.WaterPhase or Role.Solvent or Role.Botanical
        || (!subject.Family.IsDry && material.Melt is null && material.Role != Role.Powder);

    private static bool Fits(Subject subject, Material material) =>
        subject.Family.IsDry ? subject.Lines.Any(pair => pair.Material.Role == material.Role)
        : subject.Family.Nature == FamilyNature.Liquid ? material.IsLiquid
        : material.Melt is not null && material.Role is Role.Wax or Role.SoftButter or Role.HardButter or Role.Hardener or Role.Oil or Role.Ester;

    private static double Most(Subject subject, Material material)
    {
        var most = (double)material.UseMaxPercent;
        var group = subject.Family.Groups.FirstOrDefault(one => one.Roles.Contains(material.Role));
        return group is null ? most : Math.Min(most, Math.Max((double)group.High, 1));
    }

    private static decimal Moved(Formula one, Formula other)
    {
        return one.Lines.Concat(other.Lines)
                .Select(line => line.Material)
                .Distinct()
                .Sum(material => Math.Abs(one.ShareOf(material) - other.ShareOf(material))) / 2;
    }

    private static bool StopsMore(Subject before, Subject after)
    {
        var stops = Judge.Of(before).Where(found => found.Severity == Severity.Stop).Select(found => found.Id).ToHashSet();
        return Judge.Of(after).Any(found => found.Severity == Severity.Stop && !stops.Contains(found.Id));
    }

    /// <summary>Free shares to a tenth of a percent where what is fixed allows it; together 100.</summary>
    private Subject Rounded(Subject subject, IReadOnlyDictionary<string, double> shares)
    {
        var kept = shares.Where(share =>
            subject.Lines.Any(pair => pair.Material.Id == share.Key && (pair.Line.Kept || IsFixed(subject, pair.Material)))
        );
        var still = kept.ToDictionary(share => share.Key, share => subject.Formula.ShareOf(share.Key));
        var moving = shares.Where(share => !still.ContainsKey(share.Key) && share.Value > 0.005).ToArray();
        var rest = 100 - still.Values.Sum();
        const decimal Tenth = 0.1m;
        const decimal Fine = 0.0001m;
        var step = rest % Tenth == 0 ? Tenth : Fine;
        var scale = (decimal)moving.Sum(share => share.Value);
        var rounded = LargestRemainder.Share([.. moving.Select(share => (decimal)share.Value * rest / scale)], step, rest);
        MixShare[] mix =
        [
            .. still.Select(share => new MixShare(share.Key, share.Value)),
            .. moving.Select((share, i) => new MixShare(share.Key, rounded[i])).Where(share => share.Percent > 0),
        ];
        return subject.With(editor.Apply(subject.Formula, new SetMix(mix)));
    }

    private static Dictionary<int, WishReading> Leasts(
        Wishes asked,
        Subject nearest,
        Balancer balancer,
        IReadOnlyList<BalancePart> parts,
        BalanceTarget[] all,
        double[] from
    )
    {
        Dictionary<int, WishReading> leasts = [];
        foreach (var (i, target) in asked.Targets)
        {
            var wish = asked.All[i];
            var read = asked.Read(wish, nearest, _ => true);
            if (read.Met || read.Short.Length > 0 || leasts.Count >= MostLeasts)
            {
                continue;
            }

            var (use, says) = asked.Reached(wish, balancer.Reaches(parts, all, target, from));
            leasts[i] = read with
            {
                Short = $"{Wording.Capital(asked.Asked(wish))} cannot be while the other wishes hold: the nearest is {says}.",
                Use = wish.Kind == WishKind.StateAt || wish.Kind == WishKind.MustStand ? null : use,
            };
        }

        return leasts;
    }

    private static WishedMix Tell(string name, Subject before, Subject mix, IReadOnlyList<WishReading> readings, Dictionary<int, WishReading> leasts)
    {
        var cost = BatchCost.Of(mix.Formula, mix.Shelf, mix.Workshop);
        string[] figures =
        [
            .. new[]
            {
                cost.Each(mix.Formula.Batch) is { } unit ? mix.Say.Money(unit) : null,
                mix.SlumpC is { } slump && !mix.Family.IsDry ? $"slumps {mix.Say.Temperature(slump)}" : null,
                mix.Skin is { } skin ? $"grease {skin.Greasiness:0.0}" : null,
            }.OfType<string>(),
        ];
        const int MostLosses = 2;
        return new WishedMix(
            Wording.Capital(
                name switch
                {
                    "nearest" when Moved(before.Formula, mix.Formula) == 0 => "the mix in hand already",
                    "nearest" => "nearest to the mix in hand",
                    _ => name,
                }
            ),
            string.Join(" · ", figures),
            string.Join(", ", Difference.Shares(before, mix)),
            string.Join(", ", Difference.Of(before, mix).Losses.Take(MostLosses)),
            [
                .. readings.Select(
                    (reading, i) =>
                        !reading.Met && leasts.TryGetValue(i, out var least) ? reading with { Short = least.Short, Use = least.Use } : reading
                ),
            ],
            mix.Formula,
            mix.Curve is { } curve ? CurveView.Of(curve) : null,
            [new SetMix([.. mix.Formula.Lines.Select(line => new MixShare(line.Material, line.Percent))])]
        );
    }
}
