using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Scent;

namespace AmberPantry.Core.Assessment.Parts;

/// <summary>A formula as scent.</summary>
/// <param name="Limits">Null where no scent tells its composition.</param>
/// <param name="Unchecked">Scents whose composition is not known.</param>
public sealed record ScentReading(
    ScentLimits? Limits,
    ScentStrength? Strength,
    IReadOnlyList<NamedShare> Declare,
    IReadOnlyList<string> Unchecked,
    IReadOnlyList<string> OilsByName
)
{
    internal static ScentReading Of(Subject subject)
    {
        var scents = subject.There.Where(pair => pair.Material.Role == Role.Scent).ToArray();
        (ScentOil Oil, double Pct)[] known =
        [
            .. scents
                .Select(pair => (Oil: pair.Material.ScentOil, Pct: (double)pair.Line.Percent))
                .Where(line => line.Oil is not null)
                .Select(line => (line.Oil!, line.Pct)),
        ];
        string[] blind = [.. scents.Where(pair => pair.Material.ScentOil is null).Select(pair => pair.Material.Name)];
        var certificates = scents
            .Where(pair => pair.Material is { ScentOil: not null, Certificate: not null })
            .GroupBy(pair => pair.Material.ScentOil!.Id)
            .ToDictionary(
                lines => lines.Key,
                IReadOnlyDictionary<string, double> (lines) => Strictest([.. lines.Select(line => line.Material.Certificate!)])
            );
        var use = new ScentUse(subject.Family.Rules, subject.Use.ScentArea, subject.Use.Audience, subject.Workshop.Schools.Market);
        var allergens = ScentAllergens.Of(subject.Family.LeaveOn, AllergenList.Extended, known);
        return new ScentReading(
            known.Length > 0 ? ScentLimits.Of(use, known, certificates) : null,
            known.Length > 0 ? ScentStrength.Of(subject.Family.Rules, known) : null,
            allergens.Declare,
            blind,
            allergens.OilsByName
        );
    }

    /// <summary>Two scents of one kind share its limit: the lower of both.</summary>
    private static Dictionary<string, double> Strictest(IReadOnlyDictionary<string, double>[] certificates) =>
        certificates
            .SelectMany(one => one)
            .GroupBy(limit => limit.Key)
            .ToDictionary(limits => limits.Key, limits => limits.Min(limit => limit.Value));
}

/// <summary>Limits, strength and the names a label needs.</summary>
public sealed record ScentPart(ScentReading Reading, IReadOnlyList<ExplainStep> Steps)
{
    internal static ScentPart Of(Subject subject) => new(subject.Scent, [.. Explain(subject.Scent).Select(step => step.In(subject.Say))]);

    private static IEnumerable<ExplainStep> Explain(ScentReading reading)
    {
        if (reading.Limits is { } limits)
        {
            yield return new(
                $"of the product is scent; the total for category {limits.Category} is {limits.TotalCap:0.##} %",
                limits.TotalPct,
                "%",
                "conservative defaults; the certificate rules"
            );
            yield return new(
                $"of its limit is used by {limits.WorstId.Replace('_', ' ')}, the one that binds",
                100 * limits.WorstRatio,
                "%",
                "typical composition of each oil"
            );
        }

        if (reading.Strength is { } strength)
        {
            yield return new("of 100 is how strong it smells", strength.Index, "", "square-root law over odour strength, estimated");
        }
    }
}
