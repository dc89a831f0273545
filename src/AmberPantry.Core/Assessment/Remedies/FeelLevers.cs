using System.Globalization;
using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Assessment.Rules;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Feel;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Remedies;

/// <summary>What a maker can do about the feel of a product.</summary>
public enum FeelLever
{
    /// <summary>Starch, clay or silica takes grease up.</summary>
    Powder,

    /// <summary>A light ester for a part of the oil, one for one.</summary>
    Ester,

    /// <summary>A lighter oil for half of a heavy one.</summary>
    LighterOil,

    /// <summary>Half of a thick liquid out.</summary>
    HalfTheThick,

    /// <summary>Light, medium and heavy near 2 : 2 : 1.</summary>
    Cascade,

    /// <summary>A cationic emulsifier that dissolves in oil.</summary>
    Cationic,

    /// <summary>A fatty alcohol.</summary>
    FattyAlcohol,
}

/// <summary>One lever at one dose.</summary>
/// <param name="Material">What it is done with; the first of several.</param>
/// <param name="Dose">"Arrowroot to 10 %".</param>
/// <param name="Says">What it does to the feel: old → new.</param>
/// <param name="Effect">What it costs elsewhere, with what it raises; empty where nothing changes.</param>
/// <param name="Label">What it does to the names on the label.</param>
public sealed record LeverOption(
    FeelLever Lever,
    string Material,
    string Dose,
    string Says,
    string Effect,
    string Label,
    IReadOnlyList<FormulaEdit> Edits,
    bool IsOwn
)
{
    /// <summary>Grease at the first touch, 0 to 10.</summary>
    public required double Grease { get; init; }

    /// <summary>Minutes until one may dress.</summary>
    public required double DressMin { get; init; }
}

/// <param name="Options">By lever, the smaller dose first.</param>
/// <param name="Says">How it feels now.</param>
public sealed record LeverAnswer(IReadOnlyList<LeverOption> Options, string Says);

/// <summary>Tries the levers of feel on the mix in hand, each at its usual doses.</summary>
public sealed class FeelLevers(MaterialShelf shelf, Workshop workshop, FamilyRegistry? families = null)
{
    private const int MostEach = 2;
    private const decimal LeastOil = 5;

    /// <summary>Changes that a hand notices: grease and slip of 10, minutes, and a part of the viscosity.</summary>
    private const double NoticeIndex = 0.1;
    private const double NoticeMin = 0.5;
    private const double NoticeFlow = 0.1;

    /// <summary>Usual doses, percent; of the ester, percent of the oil; of the cationic, percent of a blend that is half active.</summary>
    private static readonly decimal[] PowderPercents = [5, 10, 20];
    private static readonly decimal[] EsterParts = [0.15m, 0.3m];
    private static readonly decimal[] CationicPercents = [4, 6];
    private static readonly decimal[] AlcoholPercents = [3, 6];
    private static readonly string[] Powders = ["arrowroot starch", "tapioca starch", "corn starch", "kaolin", "silica"];
    private static readonly string[] Esters = ["caprylic/capric triglyceride", "coco-caprylate", "isoamyl laurate", "squalane", "dicaprylyl ether"];
    private static readonly string[] MediumOils = ["sunflower oil", "high-oleic sunflower oil", "grapeseed oil", "jojoba oil"];
    private static readonly string[] HeavyOils = ["olive oil", "avocado oil", "castor oil"];
    private static readonly string[] Cationics = ["behentrimonium blend 50"];
    private static readonly string[] Alcohols = ["cetyl alcohol", "cetearyl alcohol"];

    /// <summary>Parts of the liquids that a cascade gives the light, the medium and the heavy ones.</summary>
    private static readonly (string Says, string[] Classes, string[] Usual, decimal Part)[] Steps =
    [
        ("light", ["very_light", "light_ester", "light"], Esters, 0.4m),
        ("medium", ["medium"], MediumOils, 0.4m),
        ("heavy", ["heavy", "very_heavy"], HeavyOils, 0.2m),
    ];

    private readonly Bearings bearings = new(shelf, workshop, families ?? FamilyRegistry.Usual);
    private readonly FormulaEditor editor = new(shelf);

    /// <param name="onlyMine">Only with materials of the pantry.</param>
    /// <exception cref="Refusal">E_EMPTY where nothing is rubbed in.</exception>
    public LeverAnswer Find(Formula formula, bool onlyMine)
    {
        var before = new Subject(formula, bearings);
        if (before.Skin is not { } skin)
        {
            throw new Refusal(
                Codes.Empty,
                "formula",
                before.Family.Name,
                before.Family.IsDry
                    ? $"{Wording.Capital(Wording.One(before.Family.Name))} is not rubbed into skin."
                    : "Nothing in this mix is rubbed in yet.",
                before.Family.IsDry ? "Choose another kind of product." : "Add a butter or an oil first."
            );
        }

        Found[] judged = [.. Judge.Of(before)];
        var options = Plans(before, onlyMine).Select(plan => Try(before, skin, judged, plan)).OfType<LeverOption>().ToArray();
        return new LeverAnswer(options, Says(skin, options.Length));
    }

    private sealed record Plan(FeelLever Lever, Material With, string Dose, FormulaEdit Edit);

    private IEnumerable<Plan> Plans(Subject mix, bool onlyMine)
    {
        (FormulaLine Line, Material Material)[] oils =
        [
            .. mix
                .There.Where(pair => pair.Material is { IsLiquid: true, Melt: not null } && !pair.Line.Kept && !FormulaEditor.IsDosed(pair.Material))
                .OrderByDescending(pair => pair.Line.Percent),
        ];
        return
        [
            .. To(mix, FeelLever.Powder, Pick(Powders, onlyMine), PowderPercents),
            .. EsterForOil(oils, Pick(Esters, onlyMine)),
            .. Lighter(oils, Pick(MediumOils, onlyMine)),
            .. HalfOfThick(oils),
            .. Cascade(mix, oils, onlyMine),
            .. To(mix, FeelLever.Cationic, Pick(Cationics, onlyMine), CationicPercents),
            .. To(mix, FeelLever.FattyAlcohol, Pick(Alcohols, onlyMine), AlcoholPercents),
        ];
    }

    /// <summary>What the maker has first.</summary>
    private IReadOnlyList<Material> Pick(IEnumerable<string> usual, bool onlyMine) =>
        [
            .. usual
                .Where(id => shelf.Find(id) is not null)
                .Select(shelf.Preferred)
                .Where(material => !onlyMine || shelf.IsOwn(material))
                .OrderByDescending(shelf.IsOwn)
                .Take(MostEach),
        ];

    /// <summary>More of a material, up to each dose that it does not have yet; the makeweight gives.</summary>
    private static IEnumerable<Plan> To(Subject mix, FeelLever lever, IReadOnlyList<Material> materials, IReadOnlyList<decimal> doses)
    {
        foreach (var material in materials)
        {
            var there = mix.Formula.Lines.FirstOrDefault(line => line.Material == material.Id);
            foreach (var dose in doses.Where(dose => dose > (there?.Percent ?? 0) && there?.Kept != true && dose <= material.UseMaxPercent))
            {
                var share = dose.ToString(CultureInfo.InvariantCulture);
                yield return new Plan(
                    lever,
                    material,
                    $"{Wording.Capital(Wording.Brief(material.Name))} to {Wording.RoundPercent(dose)}",
                    there is null ? new AddLine(material.Id, share) : new SetShare(there.Id, share)
                );
            }
        }
    }

    private static IEnumerable<Plan> EsterForOil((FormulaLine Line, Material Material)[] oils, IReadOnlyList<Material> esters)
    {
        var all = oils.Sum(pair => pair.Line.Percent);
        foreach (var ester in esters)
        {
            var from = oils.FirstOrDefault(pair => pair.Material.Id != ester.Id && IsLighter(ester, pair.Material));
            foreach (var part in EsterParts.Where(part => from.Line is not null && part * all < from.Line.Percent))
            {
                yield return Traded(FeelLever.Ester, from, ester, decimal.Round(part * all, 1));
            }
        }
    }

    private static IEnumerable<Plan> Lighter((FormulaLine Line, Material Material)[] oils, IReadOnlyList<Material> medium) =>
        from heavy in oils.Where(pair => pair.Material.Feel == "heavy" && pair.Line.Percent >= LeastOil).Take(1)
        from oil in medium.Where(oil => IsLighter(oil, heavy.Material))
        select Traded(FeelLever.LighterOil, heavy, oil, decimal.Round(heavy.Line.Percent / 2, 1));

    private static IEnumerable<Plan> HalfOfThick((FormulaLine Line, Material Material)[] oils) =>
        from thick in oils.Where(pair => pair.Material.Feel == "very_heavy").Take(1)
        from thin in oils.Where(pair => IsLighter(pair.Material, thick.Material)).Take(1)
        select Traded(FeelLever.HalfTheThick, thick, thin.Material, decimal.Round(thick.Line.Percent / 2, 1));

    private static Plan Traded(FeelLever lever, (FormulaLine Line, Material Material) from, Material to, decimal percent) =>
        new(
            lever,
            to,
            $"{Wording.RoundPercent(percent)} {Wording.Brief(from.Material.Name)} for {Wording.Brief(to.Name)}",
            new Trade(from.Line.Id, to.Id, percent)
        );

    /// <summary>Shares out the free liquids anew; within a step what is there keeps its proportions.</summary>
    private IEnumerable<Plan> Cascade(Subject mix, (FormulaLine Line, Material Material)[] oils, bool onlyMine)
    {
        var all = oils.Sum(pair => pair.Line.Percent);
        if (all < LeastOil)
        {
            yield break;
        }

        var shares = mix.Lines.GroupBy(pair => pair.Material.Id).ToDictionary(group => group.Key, group => group.Sum(pair => pair.Line.Percent));
        foreach (var (_, material) in oils)
        {
            shares[material.Id] = mix.Lines.Where(pair => pair.Material.Id == material.Id && pair.Line.Kept).Sum(pair => pair.Line.Percent);
        }

        List<string> says = [];
        Material? first = null;
        var left = all;
        foreach (var (word, classes, usual, part) in Steps)
        {
            var there = oils.Where(pair => classes.Contains(pair.Material.Feel)).ToArray();
            var has = there.Sum(pair => pair.Line.Percent);
            var gets = word == Steps[^1].Says ? left : decimal.Round(part * all, 1);
            left -= gets;
            (Material Material, decimal Percent)[] parts =
                has > 0
                    ? [.. there.Select(pair => (pair.Material, decimal.Round(gets * pair.Line.Percent / has, 1)))]
                    : [.. Pick(usual, onlyMine).Take(1).Select(material => (material, gets))];
            if (parts.Length == 0)
            {
                yield break; // Nothing of this weight is in the pantry.
            }

            // What rounding leaves over goes to the largest.
            parts[0].Percent += gets - parts.Sum(one => one.Percent);
            foreach (var (material, percent) in parts)
            {
                shares[material.Id] = shares.GetValueOrDefault(material.Id) + percent;
            }

            first ??= parts[0].Material;
            says.Add($"{word} {Wording.RoundPercent(gets)}");
        }

        yield return new Plan(
            FeelLever.Cascade,
            first!,
            $"Cascade: {string.Join(", ", says)}",
            new SetMix([.. shares.Where(one => one.Value > 0).Select(one => new MixShare(one.Key, one.Value))])
        );
    }

    private static bool IsLighter(Material one, Material than) => FeelClass.All[one.Feel].Greasiness < FeelClass.All[than.Feel].Greasiness;

    private LeverOption? Try(Subject before, SkinFeel skin, Found[] judged, Plan plan)
    {
        Subject after;
        try
        {
            after = before.With(editor.Apply(before.Formula, plan.Edit));
        }
        catch (Refusal)
        {
            return null; // A kept line or a used-up makeweight stands in the way.
        }

        if (after.Skin is not { } then || Says(skin, then) is not { Length: > 0 } says)
        {
            return null;
        }

        var difference = Difference.Of(before, after);
        return new LeverOption(
            plan.Lever,
            plan.With.Id,
            plan.Dose,
            says,
            Difference.Join(
                difference.Gains.Take(2),
                [.. difference.Losses.Take(2), .. Raised.By(judged, [.. Judge.Of(after)]).Take(2).Select(Raised.Told)]
            ),
            LabelOrder.Told(before, after, plan.With),
            [plan.Edit],
            shelf.IsOwn(plan.With)
        )
        {
            Grease = then.Greasiness,
            DressMin = then.DryDownMin,
        };
    }

    /// <summary>What a hand notices; empty where it notices nothing.</summary>
    private static string Says(SkinFeel was, SkinFeel now)
    {
        List<string> says = [];
        void Tell(string name, double before, double after, double notice, string format, string unit)
        {
            if (Math.Abs(before - after) >= notice)
            {
                says.Add($"{name} {Wording.Number(before, format)} → {Wording.Number(after, format)}{unit}");
            }
        }

        Tell("grease", was.Greasiness, now.Greasiness, NoticeIndex, "0.0", "");
        Tell("dress after", was.DryDownMin, now.DryDownMin, NoticeMin, "0.#", " min");
        Tell("slip", was.Slip, now.Slip, NoticeIndex, "0.0", "");
        Tell("drag", was.Drag, now.Drag, NoticeIndex, "0.0", "");
        if (was.Viscosity25MPas is { } thick && now.Viscosity25MPas is { } thin)
        {
            Tell("flows at", thick, thin, NoticeFlow * thick, "0", " mPa·s");
        }

        return string.Join(", ", says);
    }

    private static string Says(SkinFeel skin, int found)
    {
        var now =
            $"Now: grease {Wording.Number(skin.Greasiness, "0.0")} of 10, dress after {Wording.Number(skin.DryDownMin, "0")} min, "
            + $"slip {Wording.Number(skin.Slip, "0.0")}.";
        return found == 0 ? $"{now} None of the usual levers moves it noticeably." : $"{now} Comparative figures, estimated: try a spoonful first.";
    }
}
