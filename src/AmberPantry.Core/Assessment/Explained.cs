using AmberPantry.Core.Composition;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Melt;
using AmberPantry.Core.Stability;

namespace AmberPantry.Core.Assessment;

/// <summary>One step of a computation in plain words.</summary>
/// <param name="About">melt, feel, keeping, powder, bath, scent, colour or weighing.</param>
/// <param name="Unit">Empty for a bare number.</param>
/// <param name="Source">Where the step comes from.</param>
public sealed record ExplainStep(string About, string Says, double Value, string Unit, string Source);

/// <summary>Answers "why?" for every number of an assessment: the steps in the order they were taken.</summary>
internal static class Explained
{
    private const double RoomC = 20;

    public static IReadOnlyList<ExplainStep> Of(Case at, Products products) =>
        [.. Melt(at), .. Feel(products), .. Keep(at), .. Powder(products), .. Bath(at, products), .. Scent(products), .. Colour(products), .. Weigh(at)];

    private static IEnumerable<ExplainStep> Melt(Case at)
    {
        if (at.Curve is not { } curve)
        {
            yield break;
        }

        const string About = "melt";
        var firmness = curve.FirmnessAt(RoomC);
        yield return new(About, "of the formula melts with the fats; grains and water stay out of it", at.Melt.LipidPercent, "%", "melting make-up of each material");
        yield return new(About, $"of that is solid at {RoomC:0} °C: each class of crystals dissolves in the common melt as far as its solubility allows", 100 * curve.SolidAt(RoomC), "%", "Hildebrand and Scott (1950); for fats Wesdorp (1990)");
        yield return new(About, $"is the yield value at {RoomC:0} °C: 640 kPa times the network of solids to the power 2.1", firmness, "kPa", "joined to solid-fat contents of table spreads; bands after Haighton (1959)");
        if (at.Melt.PowderVolumeFraction > 0)
        {
            yield return new(About, "of the volume is powder, which stiffens it by Krieger and Dougherty", 100 * at.Melt.PowderVolumeFraction, "%", "Krieger and Dougherty (1959)");
        }

        if (at.SlumpC is { } slump)
        {
            yield return new(About, "is the highest temperature with 2 kPa or more: below that a shape gives way", slump, "°C", "yield value of the product as used");
        }

        if (at.ClearC is { } clear)
        {
            yield return new(About, "is the highest temperature with 0.3 % solids or more: below it the melt is cloudy", clear, "°C", "solids of the melt");
        }

        yield return new(About, $"either way is the doubt: {at.Melt.EstimatedPercent:0.#} % of the fat has estimated crystals", at.Melt.DoubtC, "°C", "2 °C for measured spectra, 4 °C above a tenth estimated");
    }

    private static IEnumerable<ExplainStep> Feel(Products products)
    {
        if (products.Feel is { } feel)
        {
            yield return new("feel", "of the fat stays solid on skin at 33 °C", feel.SolidOnSkinPercent, "%", "melt model");
            yield return new("feel", "of 10 is the grease at once: each liquid's own greasiness by its share, less what powder takes up", feel.Greasiness, "", "feel classes, estimated; comparative only");
            yield return new("feel", "minutes until one may dress: each liquid's own time by its share, longer with solids", feel.DryDownMin, "min", "feel classes, estimated");
        }

        if (products.Rinse is { } rinse)
        {
            yield return new("feel", $"of 10 is the rinse-off: {rinse.EmulsifierPercent:0.#} % emulsifier against an oil phase that asks HLB {rinse.RequiredHlb:0.0}", rinse.Index, "", "Griffin's HLB arithmetic, estimated");
        }
    }

    private static IEnumerable<ExplainStep> Keep(Case at)
    {
        var keeping = at.Keeping;
        if (keeping.Flags.Contains("no_lipid"))
        {
            yield break;
        }

        var blend = LipidBlendAge.Of([.. at.Lines.Where(pair => pair.Line.Percent > 0 && pair.Material.Lipid is not null).Select(pair => (pair.Material.Lipid!, (double)pair.Line.Percent))]);
        yield return new("keeping", $"is how readily the fats oxidise{(blend.TopContributor is { } top ? $"; {Lipid.All[top].Name} brings {100 * blend.TopShare:0} % of it" : "")}", blend.X, "", "Fatemi and Hammond (1980), with corrections for oils that keep unlike their acids");
        yield return new("keeping", "times longer with the tocopherols there and added", keeping.Ef, "", "gain fitted to common practice");
        yield return new("keeping", "times faster than at 20 °C", keeping.TempFactor, "", "rates double for each 10 °C");
        yield return new("keeping", $"months, bound by {keeping.LimitedBy.Replace('_', ' ')}", keeping.Months, "months", "a keeping test decides");
    }

    private static IEnumerable<ExplainStep> Powder(Products products)
    {
        if (products.Powder.Budget is { } budget)
        {
            yield return new("powder", "grams of oil make a putty of these powders", budget.CapacityG, "g", "oil absorption by rub-out (ISO 787-5)");
            yield return new("powder", "of that is in it", 100 * budget.S, "%", "load");
            yield return new("powder", "is how full the room between the grains is; 1 is the putty, loose below 0.12", budget.U, "", "Newitt and Conway-Jones (1958)");
        }

        if (products.Powder.InFat is { } inFat)
        {
            yield return new("powder", "of the volume are grains with the oil in their pores", 100 * inFat.Phi, "%", "true densities and oil absorption");
            yield return new("powder", "of the greasy feel is left", inFat.GreasinessLeftPct, "%", "oil the powders hold against the fat, estimated");
        }
    }

    private static IEnumerable<ExplainStep> Bath(Case at, Products products)
    {
        if (products.Bath is not { } bath)
        {
            yield break;
        }

        if (bath.Balance is { } balance)
        {
            yield return new("bath", "mol of acid in 100 g", at.Bath.AcidMol, "mol", "molar masses");
            yield return new("bath", "mol of base in 100 g", at.Bath.BaseMol, "mol", "molar masses");
            yield return new("bath", "litres of gas from 100 g at 25 °C", balance.Co2L, "l", "ideal gas");
            yield return new("bath", "of 100 is the fizz; 100 is the neutral citric mix", balance.FizzIndex, "", "gas, acid speed, oil, starch and clay; estimated");
        }

        if (bath.Ph is { } ph)
        {
            yield return new("bath", "is the pH while soaking in 120 litres", ph.PhFresh, "", "carbonate equilibrium (Plummer and Busenberg 1982)");
        }

        if (bath.Air.CrhMixPct is { } crh)
        {
            yield return new("bath", "humidity at which the mix begins to dissolve in its own moisture", crh, "%", "critical humidity of each salt, after Ross (1975)");
        }
    }

    private static IEnumerable<ExplainStep> Scent(Products products)
    {
        if (products.Scent.Limits is { } limits)
        {
            yield return new("scent", $"of the product is scent; the total for category {limits.Category} is {limits.TotalCap:0.##} %", limits.TotalPct, "%", "conservative defaults; the certificate rules");
            yield return new("scent", $"of its limit is used by {limits.WorstId.Replace('_', ' ')}, the one that binds", 100 * limits.WorstRatio, "%", "typical composition of each oil");
        }

        if (products.Scent.Strength is { } strength)
        {
            yield return new("scent", "of 100 is how strong it smells", strength.Index, "", "square-root law over odour strength, estimated");
        }
    }

    private static IEnumerable<ExplainStep> Colour(Products products)
    {
        if (products.Colour.Shade is { } shade)
        {
            yield return new("colour", $"is how far the shade stands from the bare {products.Colour.Base.Replace('_', ' ')}", shade.DeltaFromBase, "dE00", "Kubelka and Munk (1931), CIEDE2000");
        }
    }

    private static IEnumerable<ExplainStep> Weigh(Case at)
    {
        if (at.Sheet is { } sheet)
        {
            yield return new("weighing", "grams is the scale's own error", Weighing.StandardErrorG(at.Workshop.Scale), "g", "display step and repeatability");
            yield return new("weighing", "grams is the smallest batch with every line within 2 %", (double)sheet.SmallestFineBatchG, "g", "error against the smallest line");
        }
    }
}
