using AmberPantry.Core.Assessment.Lenses;
using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Assessment.Remedies;
using AmberPantry.Core.Assessment.Rules;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment;

/// <summary>What becomes of a line in this base.</summary>
public enum InBase
{
    /// <summary>One with the base.</summary>
    Dissolves,

    /// <summary>Grains that stay where they are once it has set.</summary>
    Disperses,

    /// <summary>Clear while warm, cloudy when it cools.</summary>
    Hazes,

    /// <summary>Grains that fall to the bottom.</summary>
    Sinks,

    /// <summary>Drops that run together.</summary>
    Separates,

    /// <summary>A dry grain among others, or what they take up.</summary>
    Mixes,
}

/// <param name="Says">In a few words, what it does and what follows.</param>
/// <param name="Swaps">By what a substitute for it can be looked for.</param>
/// <param name="Swatch">How it feels by itself, always measured in the same way; empty for what does not melt.</param>
public sealed record LineInBase(string Line, InBase Does, string Says, IReadOnlyList<SwapBy> Swaps, string Swatch)
{
    internal static LineInBase Of(Subject subject, FormulaLine line, Material material)
    {
        var (does, says) = Tell(subject, material);
        return new LineInBase(line.Id, does, says, SwapFinder.Askable(subject, material), SwatchCard.Of(subject, material));
    }

    private static (InBase, string) Tell(Subject subject, Material material)
    {
        if (subject.Family.IsDry)
        {
            return material.IsPowder || material.Melt is null && !material.IsWatery ? (InBase.Mixes, "Lies dry among the grains.")
                : material.IsLiquid || material.IsLiquidAtRoom ? (InBase.Mixes, "The grains take it up.")
                : (InBase.Disperses, "Sets again in crumbs unless it is melted in.");
        }

        if (material.SinksInOil)
        {
            return (InBase.Sinks, "Oil does not take it: it sinks.");
        }

        if (material.Melt is not null)
        {
            return subject.Family.Nature == FamilyNature.Liquid && !material.IsLiquidAtRoom && subject.ClearC is { } clear
                ? (InBase.Hazes, $"Dissolves warm; the bottle is cloudy below {subject.Say.Temperature(clear)}.")
                : (InBase.Dissolves, "Mixes with the fats.");
        }

        if (material.IsPowder && material.Solubility != Solubility.Oil)
        {
            return subject.Family.Nature == FamilyNature.Liquid
                ? (InBase.Sinks, "Stays as grains and sinks: to be shaken before use.")
                : (InBase.Disperses, "Stays as grains: stir until it thickens, or they sink.");
        }

        var water = subject.Share(Role.WaterPhase, Role.Solvent);
        return material.Solubility switch
        {
            Solubility.Oil => (InBase.Dissolves, "Dissolves in the fats."),
            Solubility.Both => (InBase.Dissolves, "Dissolves in fat and in water, a little of it."),
            Solubility.None => (InBase.Disperses, "Dissolves in nothing here: stays as it is."),
            _ when water > 0 && !material.IsWatery => (InBase.Dissolves, $"Dissolves in the {Wording.Percent(water)} water phase."),
            _ when Dissolves.SinksInDrops(material) => (InBase.Separates, "Does not mix with fat: sinks in drops unless an emulsifier holds it."),
            _ => (InBase.Disperses, "Does not dissolve in fat: stays as grains."),
        };
    }
}

/// <summary>Groups against what is usual, all that is liquid as one bar, and what each line does in this base.</summary>
/// <param name="Groups">One short axis each of those that have a usual share: less, usual, more.</param>
/// <param name="Liquid">Every liquid line as a lane of one bar; null where nothing is liquid.</param>
/// <param name="Says">"Besides: scent 1.0 %. 37.8 % is liquid at 20 °C, 1.8 % of it scent, vitamins and extracts."</param>
public sealed record GroupsPart(IReadOnlyList<Instrument> Groups, Instrument? Liquid, string Says, IReadOnlyList<LineInBase> Lines)
{
    internal static GroupsPart Of(Subject subject)
    {
        var groups = GroupTotal.All(subject);
        var besides = string.Join(
            ", ",
            groups.Where(total => total.Highest is null).Select(total => $"{total.Group} {Wording.Percent(total.Percent)}")
        );
        var liquids = subject.There.Where(pair => pair.Material.IsLiquidAtRoom).ToArray();
        var sum = liquids.Sum(pair => pair.Line.Percent);
        var beside = liquids.Where(pair => !pair.Material.IsLiquid).Sum(pair => pair.Line.Percent);
        return new GroupsPart(
            [.. groups.Where(total => total.Highest is not null && (total.Percent > 0 || total.Lowest > 0)).Select(Axis)],
            liquids.Length == 0 ? null : Bar(liquids),
            (besides.Length > 0 ? $"Besides: {besides}. " : "")
                + $"{Wording.Percent(sum)} is liquid at {subject.Say.Temperature(MaterialMelt.RoomC)}"
                + (beside > 0 ? $", {Wording.Percent(beside)} of it scent, vitamins, extracts and emulsifiers." : "."),
            [.. subject.There.Select(pair => LineInBase.Of(subject, pair.Line, pair.Material))]
        );
    }

    private static Instrument Axis(GroupTotal total)
    {
        const double NarrowestPercent = 5;
        var share = (double)total.Percent;
        double low = (double)total.Lowest!.Value,
            high = (double)total.Highest!.Value;
        var most = Math.Min(100, Math.Max(NarrowestPercent, 1.25 * Math.Max(share, high)));
        return Reading.Short(
            total.Group.Replace(' ', '-'),
            $"{Wording.Capital(total.Group)} {Wording.Percent(total.Percent)}",
            share,
            (0, most),
            [("less", low, MatterState.Slumping), ("usual", high, MatterState.Firm), ("more", most, MatterState.Hard)]
        );
    }

    private static Instrument Bar(IReadOnlyList<(FormulaLine Line, Material Material)> liquids)
    {
        List<Lane> lanes = [];
        double at = 0;
        foreach (var (line, material) in liquids.OrderByDescending(pair => pair.Line.Percent))
        {
            var to = at + (double)line.Percent;
            lanes.Add(new Lane(line.Id, Wording.Brief(material.Name), at, to, Wording.Percent(line.Percent), material.Colour, null));
            at = to;
        }

        return new Instrument
        {
            Id = "liquid",
            Axis = "percent of the mix",
            HeightSays = "",
            Unit = "%",
            From = 0,
            To = 100,
            Major = 20,
            Minor = 5,
            Width = 0,
            Lanes = lanes,
        };
    }
}
