using AmberPantry.Core.Composition;
using AmberPantry.Core.Materials;
using AmberPantry.Server.House;

namespace AmberPantry.Server.Bench;

/// <summary>What a material is taken for.</summary>
public sealed record LookAlikeView(string Name, string Difference);

/// <param name="LookAlikes">Materials it is mistaken for, and how they differ.</param>
/// <param name="IsOwn">On the maker's shelf, not only in the catalogue.</param>
public sealed record MaterialView(
    string Id, string Name, string Inci, Role Role, double DensityGMl, decimal UseMinPercent, decimal UseMaxPercent, double? HeatCeilingC,
    Phase UsualPhase, string Colour, IReadOnlyList<string> AlsoCalled, IReadOnlyList<string> Tags, string Source, IReadOnlyList<LookAlikeView> LookAlikes, decimal? PricePerKg, bool IsOwn);

/// <summary>The materials a formula may use.</summary>
public static class MaterialEndpoints
{
    public static void Map(RouteGroupBuilder materials)
    {
        materials.MapGet("/", (WorkshopKeeper keeper) => keeper.Shelf.All.Select(material => View(material, keeper)));
        materials.MapGet("/find", (string text, int? most, WorkshopKeeper keeper) =>
            MaterialSearch.Find(text.Length > 200 ? text[..200] : text, keeper.Shelf.All, Math.Clamp(most ?? 8, 1, 50)).Select(material => View(material, keeper)));
    }

    private static MaterialView View(Material material, WorkshopKeeper keeper) => new(
        material.Id, material.Name, material.Inci, material.Role, material.DensityGMl, material.UseMinPercent, material.UseMaxPercent, material.HeatCeilingC,
        material.UsualPhase, material.Colour, material.AlsoCalled, material.Tags, material.Source,
        [.. LookAlike.Of(material.BasedOn).Select(pair => new LookAlikeView(MaterialShelf.Plain.Get(pair.One == material.BasedOn ? pair.Other : pair.One, "look-alike").Name, pair.Difference))],
        material.PricePerKg, keeper.Shelf.Own.Contains(material));
}
