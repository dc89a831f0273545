namespace AmberPantry.Core.Science.Fizz;

/// <summary>The humidities at which a mix draws water (after Ross 1975, with a weaker exponent).</summary>
/// <param name="SolubleCrh">Lowest critical humidity of what dissolves; null when nothing does.</param>
/// <param name="CrhMix">Critical humidity of the mix.</param>
/// <param name="LimitingId">The row that draws first, milk included.</param>
/// <param name="StickyCrh">Where milk in plenty turns sticky; null without it.</param>
public sealed record Humidity(double? SolubleCrh, double? CrhMix, string? LimitingId, double? CrhMin, double? StickyCrh, double MilkPct)
{
    private const double MilkMattersFromPct = 5;

    public static Humidity Of(FizzMix mix)
    {
        var counting = mix
            .Lines.Where(line => line.Material is { IsDry: true, Crh: not null } && line.Material.Role != FizzRole.Milk)
            .Where(line => !Near.Below(100 * line.G / mix.DryG, line.Material.Crh < 50 ? 0.2 : 1))
            .GroupBy(line => line.Material.Species)
            .Select(species =>
                species
                    .OrderBy(line => line.Material.Crh)
                    .ThenByDescending(line => line.G)
                    .ThenBy(line => line.Material.Id, StringComparer.Ordinal)
                    .First()
            )
            .OrderBy(line => line.Material.Crh)
            .ThenByDescending(line => line.G)
            .ThenBy(line => line.Material.Id, StringComparer.Ordinal)
            .ToArray();
        double? soluble = counting.Length > 0 ? counting[0].Material.Crh : null;
        var mixed = soluble;
        foreach (var (material, _) in counting.Skip(1))
        {
            mixed *= Math.Pow(material.Crh!.Value / 100, material.Anion == counting[0].Material.Anion ? 0.25 : 0.5);
        }

        var milk = mix.Lines.Where(line => line.Material.Role == FizzRole.Milk).OrderBy(line => line.Material.Id, StringComparer.Ordinal).ToArray();
        var milkPct = mix.DryG > 0 ? 100 * milk.Sum(line => line.G) / mix.DryG : 0;
        double? sticky = milk.Length > 0 && !Near.Below(milkPct, MilkMattersFromPct) ? milk[0].Material.Crh : null;
        var milkFirst = sticky is not null && !(soluble <= sticky);
        return new Humidity(
            soluble,
            mixed,
            milkFirst ? milk[0].Material.Id
                : counting.Length > 0 ? counting[0].Material.Id
                : null,
            milkFirst ? sticky : soluble,
            sticky,
            milkPct
        );
    }
}
