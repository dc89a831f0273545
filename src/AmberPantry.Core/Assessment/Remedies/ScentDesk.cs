using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Scent;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Remedies;

/// <summary>Drops of one scent on the blotter.</summary>
public sealed record ScentDrops(string Material, int Drops);

/// <summary>A blend as it was sniffed: its ratio in drops, and how much of it goes into the product.</summary>
/// <param name="Drops">Each scent once.</param>
/// <param name="Percent">Scent in the product, percent; null keeps what it has, or takes the usual first share.</param>
/// <param name="AsStrong">Instead of a percentage: how strongly it shall smell.</param>
/// <param name="MostAllowed">Instead of either: as much as its limits allow.</param>
public sealed record SniffTest(IReadOnlyList<ScentDrops> Drops, decimal? Percent = null, ScentBand? AsStrong = null, bool MostAllowed = false);

/// <summary>A scent of the blend.</summary>
/// <param name="Drops">Drops of it on the blotter.</param>
/// <param name="SharePercent">Of the blend, by mass.</param>
/// <param name="Percent">Of the product.</param>
/// <param name="Grams">In the batch.</param>
/// <param name="Note">top, middle or base; empty where its composition is not known.</param>
public sealed record BlendedScent(string Material, string Name, int Drops, double SharePercent, decimal Percent, decimal Grams, string Note);

/// <param name="Says">"top 36 %, usual is 15 to 40".</param>
public sealed record BlendedNote(string Note, double Percent, string Says);

/// <summary>A sniff test in grams.</summary>
/// <param name="Percent">Scent in the product.</param>
/// <param name="Says">How strongly it smells, how its notes stand, and the most that may be in.</param>
/// <param name="Weigh">How it is weighed: drops are no measure.</param>
/// <param name="Edits">Puts the blend into the mix; none where it stands so.</param>
public sealed record SniffAnswer(
    IReadOnlyList<BlendedScent> Scents,
    IReadOnlyList<BlendedNote> Notes,
    decimal Percent,
    string Says,
    string Weigh,
    IReadOnlyList<FormulaEdit> Edits
);

/// <summary>A bottle that comes near a described smell.</summary>
/// <param name="Says">"very like it: citrus, floral".</param>
public sealed record LikeBottle(string Material, string Name, double Likeness, string Says, bool IsOwn);

/// <summary>Drops of a scent in a blend that was found.</summary>
public sealed record BlendedDrops(string Material, string Name, int Drops);

/// <param name="Bottles">The nearest first.</param>
/// <param name="Blend">What of them comes nearest together.</param>
/// <param name="Says">How the words were understood and how near the blend comes.</param>
public sealed record SmellAnswer(IReadOnlyList<LikeBottle> Bottles, IReadOnlyList<BlendedDrops> Blend, string Says);

/// <summary>Blends scents by drops and turns the sniff test into grams; finds a described smell among the bottles.</summary>
public sealed class ScentDesk(MaterialShelf shelf, Workshop workshop, FamilyRegistry? families = null)
{
    public const int MostScents = 12;
    public const int MostDrops = 200;
    private const int MostBottles = 8;
    private const int LongestText = 200;
    private const decimal UsualPercent = 1;
    private const decimal MostPercent = 20;
    private readonly Bearings bearings = new(shelf, workshop, families ?? FamilyRegistry.Usual);
    private readonly FormulaEditor editor = new(shelf);

    /// <summary>The blend of a mix as drops: the smallest whole ratio near it.</summary>
    public IReadOnlyList<ScentDrops> Drops(Formula formula)
    {
        var scents = Scents(formula)
            .Select(line => (line.Material, Drops: (double)line.Percent * DropsPerG(shelf.Get(line.Material, "formula"))))
            .ToArray();
        if (scents.Length == 0)
        {
            return [];
        }

        const int MostOfOne = 12;
        var best = Enumerable
            .Range(1, MostOfOne)
            .Select(largest => scents.Select(scent => Math.Max(1, (int)Math.Round(largest * scent.Drops / scents.Max(one => one.Drops)))).ToArray())
            .MinBy(drops => Off(drops) + (0.004 * drops.Sum()))!;
        return [.. scents.Zip(best, (scent, drops) => new ScentDrops(scent.Material, drops))];

        double Off(int[] drops) =>
            scents.Zip(drops, (scent, one) => Math.Abs((scent.Drops / scents.Sum(s => s.Drops)) - ((double)one / drops.Sum()))).Sum();
    }

    /// <exception cref="Refusal">With the field: E_RANGE for drops or a share that cannot be, E_TWICE, E_UNKNOWN_ID, E_USED_UP.</exception>
    public SniffAnswer Blend(Formula formula, SniffTest test)
    {
        var drops = Checked(test);
        var subject = new Subject(formula, bearings);
        var had = Scents(formula).Sum(line => line.Percent);
        var mass = drops.Select(one => one.Drops / DropsPerG(one.Material)).ToArray();
        var total = mass.Sum();
        (ScentOil Oil, double Part)[] known =
        [
            .. drops
                .Select((one, i) => (Oil: one.Material.ScentOil, Part: total > 0 ? mass[i] / total : 0))
                .Where(one => one.Oil is not null && one.Part > 0)
                .Select(one => (one.Oil!, one.Part)),
        ];
        var use = new ScentUse(subject.Family.Rules, subject.Use.ScentArea, subject.Use.Audience, workshop.Schools.Market);
        var percent = Percent(test, subject, known, use, had);
        if (total == 0)
        {
            percent = 0;
        }

        decimal[] shares = [.. mass.Select(one => total > 0 ? ShareText.Round(percent * (decimal)(one / total)) : 0)];
        var limits = known.Length > 0 && percent > 0 ? ScentLimits.Of(use, [.. known.Select(one => (one.Oil, one.Part * (double)percent))]) : null;
        var strength =
            known.Length > 0 && percent > 0
                ? ScentStrength.Of(subject.Family.Rules, [.. known.Select(one => (one.Oil, one.Part * (double)percent))])
                : null;
        BlendedScent[] scents =
        [
            .. drops.Select(
                (one, i) =>
                    new BlendedScent(
                        one.Material.Id,
                        one.Material.ScentName,
                        one.Drops,
                        total > 0 ? 100 * mass[i] / total : 0,
                        shares[i],
                        formula.Batch.Grams * shares[i] / 100m,
                        one.Material.ScentOil is { } oil ? AmberJson.Word(oil.Note) : ""
                    )
            ),
        ];
        return new SniffAnswer(
            scents,
            strength is null ? [] : [.. Notes(strength)],
            percent,
            Says(strength, limits, percent),
            Weigh(scents),
            Edits(formula, drops.Select((one, i) => (one.Material, shares[i])).ToArray(), percent - had)
        );
    }

    /// <param name="text">The smell in plain words.</param>
    /// <param name="onlyMine">Only bottles of the pantry.</param>
    /// <exception cref="Refusal">E_EMPTY where no word is understood, E_RANGE for a text that is too long.</exception>
    public SmellAnswer Match(string? text, bool onlyMine)
    {
        var typed = text?.Trim() ?? "";
        if (typed.Length > LongestText)
        {
            throw new Refusal(Codes.Range, "text", typed, $"{typed.Length} letters are too many for a smell.", $"Keep it to {LongestText}.");
        }

        var wish = SmellWish.Read(typed);
        if (wish.Wanted.IsEmpty)
        {
            throw new Refusal(
                Codes.Empty,
                "text",
                typed,
                typed.Length == 0 ? "Nothing is described." : $"None of “{typed}” says what it smells of here.",
                $"Use words such as {Wording.List([.. Enum.GetValues<Smell>().Select(Wording.Said)])}, or the name of a scent."
            );
        }

        Material[] bottles =
        [
            .. (onlyMine ? shelf.Own : shelf.All).Where(material =>
                material.ScentOil is { } oil
                && SmellProfile.OfOils.TryGetValue(oil.Id, out var smells)
                && !wish.Without.Any(smell => smells.Of(smell) >= Strongly)
            ),
        ];
        var near = bottles
            .Select(material => (Material: material, Likeness: SmellProfile.OfOils[material.ScentOil!.Id].Likeness(wish.Wanted)))
            .Where(one => one.Likeness > 0)
            .OrderByDescending(one => one.Likeness)
            .ThenByDescending(one => shelf.IsOwn(one.Material))
            .DistinctBy(one => one.Material.ScentOil!.Id)
            .Take(MostBottles)
            .ToArray();
        var blend = SmellBlend.Find(wish.Wanted, [.. bottles.Select(material => material.ScentOil!)]);
        var named = bottles
            .OrderByDescending(shelf.IsOwn)
            .DistinctBy(material => material.ScentOil!.Id)
            .ToDictionary(material => material.ScentOil!.Id);
        return new SmellAnswer(
            [
                .. near.Select(one => new LikeBottle(
                    one.Material.Id,
                    one.Material.ScentName,
                    one.Likeness,
                    $"{Like(one.Likeness)}: {string.Join(", ", SmellProfile.OfOils[one.Material.ScentOil!.Id].Words.Take(3).Select(Wording.Said))}",
                    shelf.IsOwn(one.Material)
                )),
            ],
            blend is null ? [] : [.. blend.Parts.Select(part => new BlendedDrops(named[part.Oil.Id].Id, named[part.Oil.Id].ScentName, part.Drops))],
            Told(wish, blend, onlyMine)
        );
    }

    private const double Strongly = 2;

    private static string Told(SmellWish wish, SmellBlend? blend, bool onlyMine)
    {
        var read = $"Read as {Wording.List([.. wish.Understood])}{Unknown(wish)}.";
        return blend is null
            ? $"{read} {(onlyMine ? "No bottle of yours has anything of it: look among all of them." : "Nothing here has anything of it.")}"
            : $"{read} Together they come {Nearness(blend.Likeness)}. A nose decides, not a list.";
    }

    private static string Unknown(SmellWish wish) =>
        wish.Unknown.Count == 0 ? "" : $"; {Wording.List([.. wish.Unknown.Select(word => $"“{word}”")])} says nothing here";

    private static string Nearness(double likeness) =>
        likeness >= VeryLike ? "very near"
        : likeness >= Alike ? "near"
        : "only a little near";

    private const double VeryLike = 0.92;
    private const double Alike = 0.75;

    private static string Like(double likeness) =>
        likeness >= VeryLike ? "very like it"
        : likeness >= Alike ? "like it"
        : "a touch of it";

    private (Material Material, int Drops)[] Checked(SniffTest test)
    {
        if (test.Drops.Count > MostScents)
        {
            throw new Refusal(
                Codes.Range,
                "test.drops",
                test.Drops.Count,
                $"{test.Drops.Count} scents are too many for a nose.",
                $"Keep it to {MostScents}."
            );
        }

        if (test.Percent is < 0 or > MostPercent)
        {
            throw new Refusal(
                Codes.Range,
                "test.percent",
                test.Percent,
                $"{Wording.Percent(test.Percent.Value)} of scent cannot be.",
                $"Give 0 to {MostPercent} %."
            );
        }

        var drops = new List<(Material, int)>();
        for (var i = 0; i < test.Drops.Count; i++)
        {
            var (id, count) = test.Drops[i];
            var material = shelf.Get(id, $"test.drops[{i}].material");
            if (material.Role != Role.Scent)
            {
                throw new Refusal(
                    Codes.Range,
                    $"test.drops[{i}].material",
                    id,
                    $"{material.Name} is no scent.",
                    "Choose an essential oil or a fragrance."
                );
            }

            if (count is < 0 or > MostDrops)
            {
                throw new Refusal(
                    Codes.Range,
                    $"test.drops[{i}].drops",
                    count,
                    $"{count} drops of {Wording.Inside(material.Name)} cannot be.",
                    $"Count 0 to {MostDrops}."
                );
            }

            if (drops.Any(one => one.Item1.Id == material.Id))
            {
                throw new Refusal(Codes.Twice, $"test.drops[{i}].material", id, $"{material.Name} is there twice.", "Count its drops together.");
            }

            drops.Add((material, count));
        }

        return [.. drops];
    }

    private static decimal Percent(SniffTest test, Subject subject, (ScentOil Oil, double Part)[] known, ScentUse use, decimal had)
    {
        if (test.Percent is { } given)
        {
            return given;
        }

        if ((test.MostAllowed || test.AsStrong is not null) && known.Length == 0)
        {
            throw new Refusal(
                Codes.Empty,
                test.MostAllowed ? "test.mostAllowed" : "test.asStrong",
                null,
                "No scent of this blend tells its composition, so neither its limit nor its strength is known.",
                "Give the percentage that its certificate allows."
            );
        }

        if (test.MostAllowed)
        {
            var limits = ScentLimits.Of(use, known);
            return Math.Floor(100 * (decimal)(limits.MaxTotalPct ?? 0)) / 100m;
        }

        if (test.AsStrong is { } band)
        {
            var one = ScentStrength.Of(subject.Family.Rules, known).Index;
            return one <= 0 ? 0 : Math.Round((decimal)Math.Pow(Middle(band) / one, 2), 2);
        }

        return had > 0 ? had : UsualPercent;
    }

    /// <summary>The index in the middle of a band, see the strength words of the science.</summary>
    private static double Middle(ScentBand band) =>
        band switch
        {
            ScentBand.Unscented => 0,
            ScentBand.Trace => 10,
            ScentBand.Soft => 25,
            ScentBand.Clear => 48,
            ScentBand.Strong => 72,
            _ => 90,
        };

    private static IEnumerable<BlendedNote> Notes(ScentStrength strength)
    {
        foreach (var (note, low, high) in ScentStrength.UsualNotes)
        {
            var share = strength.MassShare![note];
            var says =
                strength.Accord.Contains("single") ? ""
                : share < low ? $"light: usual is {low:0} to {high:0}{Wording.Narrow}%"
                : share > high ? $"heavy: usual is {low:0} to {high:0}{Wording.Narrow}%"
                : "";
            yield return new BlendedNote(AmberJson.Word(note), share, says);
        }
    }

    private static string Says(ScentStrength? strength, ScentLimits? limits, decimal percent)
    {
        if (strength is null || limits is null)
        {
            return percent > 0
                ? "No scent of this blend tells its composition: its certificate gives the limit."
                : "Count some drops: their ratio becomes grams.";
        }

        var most = limits.MaxTotalPct is { } max
            ? $" At most {Wording.Number(max, "0.##")}{Wording.Narrow}% of this blend, because of "
                + $"{limits.WorstId.Replace('_', ' ')}{(limits.WorstRatio > 1 ? ": this is over" : "")}."
            : "";
        return $"At {Wording.Percent(percent)} it smells {Wording.Said(strength.Band)}, {strength.Index:0} of 100.{most}";
    }

    private string Weigh(BlendedScent[] scents)
    {
        (string Id, double G)[] there = [.. scents.Where(scent => scent.Grams > 0).Select(scent => (scent.Name, (double)scent.Grams))];
        if (there.Length == 0)
        {
            return "";
        }

        const double FinestStep = 10;
        var weighing = ScentWeighing.Of(Math.Min((double)workshop.Scale.ResolutionG, FinestStep), there);
        var say = new Wording(workshop);
        return weighing.Advice switch
        {
            WeighAdvice.Weigh => "Drops find the ratio; the grams are weighed.",
            WeighAdvice.Preblend => $"Too little for this scale one by one: blend {say.Weight((decimal)(weighing.PreblendG ?? 0))} in this ratio "
                + $"and take {say.Weight((decimal)(weighing.TakeG ?? 0))} of it"
                + (weighing.ConcentratePct is < 100 ? $", thinned to {weighing.ConcentratePct:0}{Wording.Narrow}% in an oil of the mix." : "."),
            _ => "Too little for this scale: take a finer one or make a bigger batch.",
        };
    }

    private FormulaEdit[] Edits(Formula formula, (Material Material, decimal Percent)[] blend, decimal more)
    {
        var shares = formula
            .Lines.Where(line => !IsScent(line))
            .GroupBy(line => line.Material)
            .ToDictionary(lines => lines.Key, lines => lines.Sum(line => line.Percent));
        var makeweight = editor.Makeweight(formula) is { } line && !IsScent(line) ? line : null;
        var sum = blend.Sum(one => one.Percent);
        var over = shares.Values.Sum() + sum - 100;
        if (makeweight is null || shares[makeweight.Material] < over)
        {
            throw new Refusal(
                Codes.UsedUp,
                "test.percent",
                more,
                makeweight is null ? "No line can make room for the scent." : $"{shelf.Get(makeweight.Material, "line").Name} is used up.",
                "Give less scent, or choose another makeweight."
            );
        }

        shares[makeweight.Material] -= over;
        foreach (var (material, percent) in blend.Where(one => one.Percent > 0))
        {
            shares[material.Id] = shares.GetValueOrDefault(material.Id) + percent;
        }

        var stands = formula.Lines.GroupBy(one => one.Material).ToDictionary(lines => lines.Key, lines => lines.Sum(one => one.Percent));
        return stands.Count == shares.Count && stands.All(one => shares.GetValueOrDefault(one.Key) == one.Value)
            ? []
            : [new SetMix([.. shares.Select(one => new MixShare(one.Key, one.Value))])];
    }

    private IEnumerable<FormulaLine> Scents(Formula formula) => formula.Lines.Where(line => line.Percent > 0 && IsScent(line));

    private bool IsScent(FormulaLine line) => shelf.Get(line.Material, $"lines.{line.Id}.material").Role == Role.Scent;

    /// <summary>From her own dropper, else as its scent drops.</summary>
    private static double DropsPerG(Material material) =>
        material.ScentOil is { } oil ? (material.DropsPerMl ?? oil.DropsPerMl) / oil.DensityGMl : material.DropsPerG ?? Material.UsualDropsPerMl;
}
