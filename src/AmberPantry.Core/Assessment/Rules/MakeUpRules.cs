using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Science.Scent;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Rules;

/// <summary>Groups of materials outside what the family usually holds.</summary>
internal sealed class GroupShares : IRule
{
    public IEnumerable<Found> Check(Subject subject)
    {
        foreach (var group in subject.Formula.Lines.Count == 0 ? [] : subject.Family.Groups)
        {
            var share = Share(subject, group);
            var low = share < group.Low && !MayBeLeftOut(subject, group, share);
            if (!low && share <= group.High)
            {
                continue;
            }

            yield return new Found
            {
                Id = $"group-{group.Group.Replace(' ', '-')}",
                Severity = Severity.Note,
                Sentence =
                    $"{Wording.Capital(group.Group)} "
                    + $"{(group.Group.EndsWith('s') ? "make" : "makes")} up **{Wording.Percent(share)}**; "
                    + $"{Wording.One(subject.Family.Name)} usually holds {group.Low:0.#} to {Wording.RoundPercent(group.High)}.",
                Numbers =
                [
                    new(group.Group, (double)share, "%"),
                    new("lowest usual", (double)group.Low, "%"),
                    new("highest usual", (double)group.High, "%"),
                ],
                Because = "Common practice for the family, a starting value.",
                Gap = other => MayBeLeftOut(other, group, Share(other, group)) ? 0 : Gap(Share(other, group), group),
            };
        }
    }

    /// <summary>A fat that another fat stands in for: a balm without hard butter, a bar without soft one.</summary>
    private static bool MayBeLeftOut(Subject subject, GroupNorm group, decimal share) =>
        share == 0
        && subject.Family.Nature is FamilyNature.Melted
        && group.Roles.All(role => role is Role.SoftButter or Role.HardButter or Role.Hardener);

    public static decimal Share(Subject subject, GroupNorm group) => subject.Share([.. group.Roles]);

    private static double Gap(decimal share, GroupNorm group) =>
        (double)Math.Max(group.Low - share, share - group.High) / Math.Max(1, (double)group.High);
}

/// <summary>A line outside its usual rate.</summary>
internal sealed class UsageRate : IRule
{
    /// <summary>What may be as much as this may be all of it: a body oil of one oil, a bath of one salt.</summary>
    private const decimal MayBeAll = 95;
    private const decimal FillerSlack = 1.25m;
    private const decimal MattersOfTasteFrom = 20;

    public IEnumerable<Found> Check(Subject subject)
    {
        foreach (var (line, material) in subject.Lines)
        {
            // A scent whose composition is known is held to its own limits instead.
            var most = MostPercent(subject, material);
            if (line.Percent > most && most < MayBeAll && material.ScentOil is null && !HasANormOfItsOwn(subject, material))
            {
                var scent = material.Role == Role.Scent;
                yield return new Found
                {
                    Id = $"usage-high-{line.Id}",
                    Severity =
                        scent ? Severity.Stop
                        : IsFiller(material) && (line.Percent <= FillerSlack * most || IsTaste(subject, material, most)) ? Severity.Note
                        : Severity.Watch,
                    Sentence = scent
                        ? $"{material.Name} at **{Wording.Percent(line.Percent)}** is above {Wording.Percent(most)}, the most for a product "
                            + $"{(subject.Family.LeaveOn ? subject.Use.WornOn == WornOn.Lips ? "left on lips" : "left on skin" : "rinsed off")}. "
                            + $"Its certificate may allow less."
                        : $"{material.Name} at **{Wording.Percent(line.Percent)}** is above its usual {Wording.RoundPercent(most)}.",
                    Numbers = [new("share", (double)line.Percent, "%"), new("limit", (double)most, "%")],
                    Because = scent
                        ? "General ceiling for leave-on scent; the supplier's certificate and local rules decide."
                        : "Usual rate of the material.",
                    Gap = other => Excess(other, line.Id, most),
                    Acts = [($"{Wording.Brief(material.Name)} to {Wording.RoundPercent(0.9m * most)}", new SetShare(line.Id, Plain(0.9m * most)))],
                };
            }
            else if (line.Percent > 0 && InWhatItServes(subject, line, material) < material.UseMinPercent)
            {
                yield return new Found
                {
                    Id = $"usage-low-{line.Id}",
                    Severity = Severity.Note,
                    Sentence =
                        $"{material.Name} at **{Wording.Percent(line.Percent)}** is "
                        + $"below its usual {Wording.RoundPercent(material.UseMinPercent)} and may do little.",
                    Numbers = [new("share", (double)line.Percent, "%"), new("usual least", (double)material.UseMinPercent, "%")],
                    Because = "Usual rate of the material.",
                    Gap = other =>
                        other.Formula.Lines.FirstOrDefault(l => l.Id == line.Id) is { } now && now.Percent < material.UseMinPercent
                            ? 1 - (double)(now.Percent / material.UseMinPercent)
                            : 0,
                    Acts =
                    [
                        (
                            $"{Wording.Brief(material.Name)} to {Wording.RoundPercent(material.UseMinPercent)}",
                            new SetShare(line.Id, Plain(material.UseMinPercent))
                        ),
                    ],
                };
            }
        }
    }

    /// <summary>What fills a formula may be a quarter more than usual before it is another product.</summary>
    /// <summary>In a product of oils, how much of one oil is usual is a matter of price, feel and age, which are told by their own numbers.</summary>
    private static bool IsTaste(Subject subject, Material material, decimal most) =>
        subject.Family.Nature == FamilyNature.Liquid && material.IsLiquid && most >= MattersOfTasteFrom;

    private static bool IsFiller(Material material) =>
        material.Role
            is Role.Oil
                or Role.Ester
                or Role.SoftButter
                or Role.HardButter
                or Role.Wax
                or Role.Hardener
                or Role.Powder
                or Role.Salt
                or Role.Base
                or Role.Acid
                or Role.Emollient;

    /// <summary>Powders carried in a fat are told as a group, and sun filters by the law.</summary>
    private static bool HasANormOfItsOwn(Subject subject, Material material) =>
        (
            subject.Family.Nature == FamilyNature.Melted
            && subject.Family.Groups.Any(group => group.Roles.Contains(Role.Powder))
            && material.IsPowder
            && material.Role is Role.Powder or Role.Base
        ) || (subject.Family.Traits.SunFilters && material.Keys.Uv is not null);

    /// <summary>An antioxidant is dosed on the lipids, all else on the product; percent.</summary>
    private static decimal InWhatItServes(Subject subject, FormulaLine line, Material material) =>
        material.Role == Role.Antioxidant && subject.LipidPercent > 0 ? 100 * line.Percent / (subject.LipidPercent + line.Percent) : line.Percent;

    /// <summary>Lips swallow what they wear: at most 1 % scent.</summary>
    private static decimal MostPercent(Subject subject, Material material) =>
        material.Role == Role.Scent && subject.Use.WornOn == WornOn.Lips
            ? Math.Min(1, material.UseMaxPercent)
            : material.MostPercentIn(subject.Family.Product);

    private static double Excess(Subject other, string lineId, decimal most) =>
        other.Formula.Lines.FirstOrDefault(line => line.Id == lineId) is { } now ? (double)((now.Percent - most) / most) : 0;

    private static string Plain(decimal percent) => percent.ToString("0.####", System.Globalization.CultureInfo.InvariantCulture);
}

/// <summary>Oils that go rancid want an antioxidant.</summary>
internal sealed class AntioxidantThere : IRule
{
    /// <summary>Months that an oil such as jojoba or a mineral oil keeps of itself.</summary>
    private const double KeepsWithout = 18;

    public IEnumerable<Found> Check(Subject subject)
    {
        var oils = subject.Share(Role.Oil, Role.SoftButter, Role.HardButter);
        var most = subject.Family.IsDry ? 1 : 20;
        if (oils < most || subject.Share(Role.Antioxidant) > 0 || subject.Keeping.Months >= KeepsWithout)
        {
            yield break;
        }

        yield return new Found
        {
            Id = "antioxidant",
            Severity = subject.Family.IsDry ? Severity.Note : Severity.Watch,
            Sentence = $"Nothing keeps the **{Wording.RoundPercent(oils)}** of oils and butters from going rancid.",
            Numbers = [new("oils and butters", (double)oils, "%")],
            Because = "Anhydrous products usually hold 0.1 to 1 % mixed tocopherols; an antioxidant is not a preservative.",
            Advice = Guarding.IsWeighable(subject)
                ? null
                : "Too little for your scale: stir vitamin E into the bottle of oil, five drops to 50 g, and weigh that.",
            Gap = other => other.Share(Role.Antioxidant) > 0 ? 0 : 1,
            Acts = Guarding.AddTocopherol(subject),
        };
    }
}

/// <summary>Scent and vitamins do not belong in the hot pot.</summary>
internal sealed class CoolDownLate : IRule
{
    /// <summary>A pot is usually this many degrees above the point where it clears.</summary>
    private const double PotAboveClearC = 10;

    public IEnumerable<Found> Check(Subject subject)
    {
        foreach (var (line, material) in subject.Lines)
        {
            if (
                line.Phase == Phase.Melt
                && material.UsualPhase == Phase.CoolDown
                && subject.ClearC is { } clear
                && material.HeatCeilingC is { } ceiling
                && clear + PotAboveClearC > ceiling
            )
            {
                yield return new Found
                {
                    Id = $"too-hot-{line.Id}",
                    Severity = Severity.Watch,
                    Sentence =
                        $"{material.Name} melts in with the pot, about "
                        + $"**{subject.Say.Temperature(clear + PotAboveClearC)}**; it suffers above {subject.Say.Temperature(ceiling)}.",
                    Numbers = [new("pot", clear + PotAboveClearC, "°C"), new("ceiling", ceiling, "°C")],
                    AtC = clear + PotAboveClearC,
                    Because =
                        "Scent boils off and antioxidants are used up in the hot pot. Schools differ on vitamin E; brief heat does little harm.",
                    Gap = other => other.Formula.Lines.FirstOrDefault(l => l.Id == line.Id) is { Phase: Phase.Melt } ? 1 : 0,
                    Acts = [("Move it to the cool-down", new SetPhase(line.Id, Phase.CoolDown))],
                };
            }
        }
    }
}

/// <summary>An oil that suffers below the point where the wax melts waits until the wax has melted.</summary>
internal sealed class WaitsForWax : IRule
{
    public IEnumerable<Found> Check(Subject subject)
    {
        if (HottestMelter(subject) is not { } wax)
        {
            yield break;
        }

        foreach (var (line, material) in subject.There)
        {
            if (line.Phase != Phase.Melt || material.UsualPhase != Phase.Melt || material.HeatCeilingC is not { } ceiling || ceiling >= wax.MeltsAtC)
            {
                continue;
            }

            yield return new Found
            {
                Id = $"waits-{line.Id}",
                Severity = Severity.Note,
                Sentence =
                    $"{material.Name} suffers above {subject.Say.Temperature(ceiling)} and {Wording.Brief(wax.Material.Name)} melts at "
                    + $"**{subject.Say.Temperature(wax.MeltsAtC)}**: melt that first, and stir the oil in as it cools.",
                Numbers = [new("ceiling", ceiling, "°C"), new("melts at", wax.MeltsAtC, "°C")],
                AtC = ceiling,
                Because = "Heat ceiling of the oil against the point at which the last crystals of the wax melt.",
                Gap = other => other.Formula.Lines.FirstOrDefault(l => l.Id == line.Id) is { Phase: Phase.Melt } ? 1 : 0,
                Acts = [("Move it to the cool-down", new SetPhase(line.Id, Phase.CoolDown))],
            };
        }
    }

    private static (Material Material, double MeltsAtC)? HottestMelter(Subject subject)
    {
        (Material Material, double MeltsAtC)? hottest = null;
        foreach (var (line, material) in subject.There)
        {
            if (
                line.Phase == Phase.Melt
                && material.Role is Role.Wax or Role.Hardener or Role.Gellant
                && material.Melt?.ClearsAtC is { } melts
                && melts > (hottest?.MeltsAtC ?? 0)
            )
            {
                hottest = (material, melts);
            }
        }

        return hottest;
    }
}

/// <summary>Soft butters that were melted and cooled slowly turn grainy.</summary>
internal sealed class GrainRisk : IRule
{
    public IEnumerable<Found> Check(Subject subject)
    {
        var butters = subject
            .Lines.Where(pair => pair.Material.Role == Role.SoftButter && pair.Line.Percent > 0 && HasHighMelters(pair.Material))
            .ToArray();
        var share = butters.Sum(pair => pair.Line.Percent);
        if (share < 15 || subject.Family.Nature != FamilyNature.Melted)
        {
            yield break;
        }

        yield return new Found
        {
            Id = "grain",
            Severity = Severity.Note,
            Sentence =
                $"{Wording.Percent(share)} {Wording.List([.. butters.Select(pair => Wording.Brief(pair.Material.Name))])} can turn grainy: "
                + $"hold **{subject.Say.Temperature(75)}** for 20 min, then cool fast through 38 to {subject.Say.Temperature(24)}.",
            Numbers = [new("soft butters", (double)share, "%")],
            AtC = 75,
            Because = "Old crystals above 34 °C seed new ones; slow, unstirred cooling between 38 and 24 °C grows them.",
            Gap = other =>
                (double)(
                    other.Lines.Where(pair => pair.Material.Role == Role.SoftButter && HasHighMelters(pair.Material)).Sum(pair => pair.Line.Percent)
                    - 15
                ) / 100,
        };
    }

    private static bool HasHighMelters(Material material) => GrainForecast.HighMeltersPercentOf(material.Melt!) > 0;
}

/// <summary>A bar of cocoa-like butters without wax sets soft and blooms.</summary>
internal sealed class BloomRisk : IRule
{
    /// <summary>So much fatty alcohol or acid sets in its place, percent.</summary>
    private const decimal OtherCrystals = 8;

    public IEnumerable<Found> Check(Subject subject)
    {
        var hard = subject.Share(Role.HardButter);
        if (
            hard <= 25
            || subject.Share(Role.Wax) > 0
            || subject.Share(Role.Hardener) >= OtherCrystals
            || subject.Family.Nature != FamilyNature.Melted
        )
        {
            yield break;
        }

        yield return new Found
        {
            Id = "bloom",
            Severity = Severity.Watch,
            Sentence = $"**{Wording.Percent(hard)}** of hard butters and no wax: it sets soft and blooms white unless it is tempered.",
            Numbers = [new("hard butters", (double)hard, "%"), new("limit", 25, "%")],
            Because = "Cocoa, kokum and illipe crystals want seeding; wax takes over the structure.",
            Advice = "Or stir while it cools until it clings to the wall, then pour.",
            Gap = other => other.Share(Role.Wax) > 0 ? 0 : (double)(other.Share(Role.HardButter) - 25) / 25,
            Acts =
                subject.Formula.Lines.Count > 0 && Donor(subject) is { } donor
                    ?
                    [
                        (
                            $"Trade 3{Wording.Narrow}% {Wording.Brief(subject.Shelf.Get(donor.Material, "material").Name)} for beeswax",
                            new Trade(donor.Id, subject.Shelf.Preferred("beeswax").Id, 3)
                        ),
                    ]
                    : [],
        };
    }

    private static FormulaLine? Donor(Subject subject) =>
        subject
            .Lines.Where(pair => !pair.Line.Kept && pair.Line.Percent > 3 && pair.Material.Role == Role.HardButter)
            .Select(pair => pair.Line)
            .MaxBy(line => line.Percent);
}

/// <summary>Coconut and its kin swing between hard and liquid around room temperature.</summary>
internal sealed class RoomSwing : IRule
{
    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Curve is null || subject.Family.Nature != FamilyNature.Melted)
        {
            yield break;
        }

        double cool = subject.Curve.FirmnessAt(18),
            warm = subject.Curve.FirmnessAt(27);
        if (cool < 10 || warm > cool / 8 || warm >= MeltCurve.SlumpKPa)
        {
            yield break;
        }

        yield return new Found
        {
            Id = "room-swing",
            Severity = Severity.Watch,
            Sentence =
                $"It swings from **{MatterStates.Word(MatterStates.At(cool))}** at {subject.Say.Temperature(18)} "
                + $"to **{MatterStates.Word(MatterStates.At(warm))}** at {subject.Say.Temperature(27)}. "
                + "Some like that in coconut oil, some do not.",
            Numbers = [new("firmness at 18 °C", cool, "kPa"), new("firmness at 27 °C", warm, "kPa")],
            AtC = 27,
            Because = $"More than eight times softer within 9 K: {Wording.Pressure(cool)} against {Wording.Pressure(warm)}.",
            Gap = other => other.Curve is null ? 0 : (other.Curve.FirmnessAt(18) / Math.Max(0.01, 8 * other.Curve.FirmnessAt(27))) - 1,
            Cure = Cure.Stiffen,
        };
    }
}

/// <summary>Hard glossy wax alone makes a stick that snaps.</summary>
internal sealed class BrittleWax : IRule
{
    public IEnumerable<Found> Check(Subject subject)
    {
        var hard = subject.Lines.Where(pair => pair.Material.Tags.Contains("brittle wax")).Sum(pair => pair.Line.Percent);
        var waxes = subject.Share(Role.Wax);
        if (!subject.Family.Traits.Snaps || hard < 5 || hard < 0.9m * waxes || subject.Share(Role.Emollient, Role.SoftButter, Role.HardButter) >= 10)
        {
            yield break;
        }

        yield return new Found
        {
            Id = "brittle-wax",
            Severity = Severity.Watch,
            Sentence = $"All **{Wording.Percent(waxes)}** of the wax is hard and glossy: a stick like that snaps. Pair it with beeswax.",
            Numbers = [new("hard wax", (double)hard, "%"), new("all wax", (double)waxes, "%")],
            Because = "Hydrocarbon and long-ester waxes are brittle on their own.",
            Gap = other => HardShare(other) - 0.9,
            Acts = Largest(subject) is { } line
                ?
                [
                    (
                        $"Trade 3{Wording.Narrow}% of it for beeswax",
                        new Trade(line.Id, subject.Shelf.Preferred("beeswax").Id, Math.Min(3, line.Percent))
                    ),
                ]
                : [],
        };
    }

    private static double HardShare(Subject subject)
    {
        var waxes = subject.Share(Role.Wax);
        return waxes == 0
            ? 0
            : (double)(subject.Lines.Where(pair => pair.Material.Tags.Contains("brittle wax")).Sum(pair => pair.Line.Percent) / waxes);
    }

    private static FormulaLine? Largest(Subject subject) =>
        subject.Lines.Where(pair => pair.Material.Role == Role.Wax && !pair.Line.Kept).Select(pair => pair.Line).MaxBy(line => line.Percent);
}
