using AmberPantry.Core;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Data;
using AmberPantry.Data.Materials;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.House;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Bench;

/// <summary>What a material is taken for.</summary>
public sealed record LookAlikeView(string Name, string Difference);

/// <summary>A material as a page shows it.</summary>
public sealed record MaterialView
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    /// <summary>Key of the catalogue material it is a grade of; its own key otherwise.</summary>
    public required string BasedOn { get; init; }

    public required string BasedOnName { get; init; }

    public required string Inci { get; init; }

    public required Role Role { get; init; }

    public required double DensityGMl { get; init; }

    public required decimal UseMinPercent { get; init; }

    public required decimal UseMaxPercent { get; init; }

    /// <summary>A usual first share, percent.</summary>
    public required decimal FirstPercent { get; init; }

    /// <summary>Temperature in °C it should not be held above; null when heat does not harm it in the pot.</summary>
    public required double? HeatCeilingC { get; init; }

    public required Phase UsualPhase { get; init; }

    /// <summary>#RRGGBB.</summary>
    public required string Colour { get; init; }

    public required IReadOnlyList<string> AlsoCalled { get; init; }

    /// <summary>What the maker calls it besides.</summary>
    public required IReadOnlyList<string> MyNames { get; init; }

    public required IReadOnlyList<string> Tags { get; init; }

    public required string Source { get; init; }

    /// <summary>Materials it is mistaken for, and how they differ.</summary>
    public required IReadOnlyList<LookAlikeView> LookAlikes { get; init; }

    public required decimal? PricePerKg { get; init; }

    /// <summary>On the maker's shelf, not only in the catalogue.</summary>
    public required bool IsOwn { get; init; }

    /// <summary>Its grades differ in strength: it may be measured by what works in it.</summary>
    public required bool HasStrength { get; init; }

    /// <summary>Sold by units of vitamin A.</summary>
    public required bool IsVitaminA { get; init; }

    /// <summary>How its name fits what was looked for; null where nothing was.</summary>
    public NameFit? Fit { get; init; }

    /// <summary>Whether the first of what was found can be taken for what was meant.</summary>
    public bool? IsSure { get; init; }
}

/// <param name="Names">All of them; an empty list takes them away.</param>
public sealed record CallMaterial(string Material, IReadOnlyList<string> Names);

/// <summary>The materials a formula may use.</summary>
public static class MaterialEndpoints
{
    private const int MostNames = 20;
    private const int MostFound = 50;
    private const string UsualFound = "8";

    public static void Map(RouteGroupBuilder materials)
    {
        materials.MapGet("/", List);
        materials.MapGet("/named", ([FromQuery] string[] id, WorkshopKeeper keeper) =>
            Few(id).Select(one => View(keeper.Shelf.Get(one, "id"), keeper.Open))
        );
        materials.MapGet("/find", (string? text, string? most, WorkshopKeeper keeper) =>
            MaterialSearch
                .Find(text ?? throw Missing(), keeper.Shelf.All, Math.Min(Paging.Take(most ?? UsualFound), MostFound))
                .Select(found => View(found.Material, keeper.Open) with { Fit = found.Fit, IsSure = found.IsSure })
        );
        materials.MapPut("/names", Call);
    }

    /// <summary>The materials that a formula names.</summary>
    internal static IReadOnlyList<MaterialView> In(Formula formula, OpenWorkshop open) => Views(formula.Lines.Select(line => line.Material), open);

    /// <summary>Each of these once, by its key.</summary>
    internal static IReadOnlyList<MaterialView> Views(IEnumerable<string> ids, OpenWorkshop open) =>
        [.. ids.Select(open.Shelf.Find).OfType<Material>().DistinctBy(material => material.Id).Select(material => View(material, open))];

    /// <summary>All of them by name, page by page.</summary>
    private static Page<MaterialView> List(string? after, string? take, WorkshopKeeper keeper)
    {
        var most = Paging.Take(take);
        var open = keeper.Open;
        var all = open
            .Shelf.All.OrderBy(material => material.Name, StringComparer.Ordinal)
            .ThenBy(material => material.Id, StringComparer.Ordinal)
            .ToArray();
        var rest = Paging.AfterName(after) is { } mark ? all.Where(material => string.CompareOrdinal(material.Name, mark.Name) > 0) : all;
        return Paging.Page([.. rest.Take(most + 1).Select(material => View(material, open))], most, all.Length, last => Paging.Mark(last.Name, 0));
    }

    private static string[] Few(string[] ids) =>
        ids.Length <= Formula.MostLines
            ? ids
            : throw new Refusal(
                Codes.Range,
                "id",
                ids.Length,
                $"{ids.Length} materials at once are too many.",
                $"Ask for at most {Formula.MostLines}."
            );

    private static Refusal Missing() =>
        new(Codes.Missing, "text", null, "The address lacks the text to look for.", "Add ?text= with a part of a name.");

    private static async Task<MaterialView> Call(CallMaterial call, PantryDb db, WorkshopKeeper keeper)
    {
        var material = keeper.Shelf.Named(call.Material, "material");
        var names = call.Names.Select(name => name.Trim()).Where(name => name.Length > 0).Distinct(StringComparer.OrdinalIgnoreCase).ToArray();
        if (names.Length > MostNames)
        {
            throw new Refusal(Codes.Range, "names", names.Length, $"{names.Length} names are too many for one material.", $"Keep it to {MostNames}.");
        }

        await db.Command(async () =>
        {
            var shelf = db.Shelf();
            foreach (var (name, i) in names.Select((name, i) => (name, i)))
            {
                shelf.CheckName(new MyName(material.Id, name), $"names[{i}]");
            }

            await db.MyNames.Where(row => row.Material == material.Id).ExecuteDeleteAsync();
            db.MyNames.AddRange(names.Select(name => new MyNameRow { Material = material.Id, Name = name }));
            return true;
        });
        keeper.Forget();
        return View(keeper.Shelf.Get(material.Id, "material"), keeper.Open);
    }

    private static MaterialView View(Material material, OpenWorkshop open) =>
        new()
        {
            Id = material.Id,
            Name = material.Name,
            BasedOn = material.BasedOn,
            BasedOnName = MaterialShelf.Plain.Find(material.BasedOn)?.Name ?? material.Name,
            Inci = material.Inci,
            Role = material.Role,
            DensityGMl = material.DensityGMl,
            UseMinPercent = material.UseMinPercent,
            UseMaxPercent = material.UseMaxPercent,
            FirstPercent = material.FirstPercent,
            HeatCeilingC = material.HeatCeilingC,
            UsualPhase = material.UsualPhase,
            Colour = material.Colour,
            AlsoCalled = material.AlsoCalled,
            MyNames = material.MyNames,
            Tags = material.Tags,
            Source = material.Source,
            LookAlikes =
            [
                .. LookAlike
                    .Of(material.BasedOn)
                    .Select(pair => new LookAlikeView(
                        MaterialShelf.Plain.Get(pair.One == material.BasedOn ? pair.Other : pair.One, "look-alike").Name,
                        open.Say.Text(pair.Difference)
                    )),
            ],
            PricePerKg = material.PricePerKg,
            IsOwn = open.Shelf.IsOwn(material),
            HasStrength = Strength.Matters(material),
            IsVitaminA = Strength.IsVitaminA(material),
        };
}
