using AmberPantry.Core;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;
using AmberPantry.Data;
using AmberPantry.Data.Materials;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.House;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Pantry;

/// <summary>A material of the maker's own, as its page shows it.</summary>
public sealed record OwnMaterial
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    /// <summary>Key of the catalogue material it behaves like.</summary>
    public required string BasedOn { get; init; }

    public required string BasedOnName { get; init; }

    /// <summary>Name on the label; null where it is that of its kind.</summary>
    public required string? Inci { get; init; }

    /// <summary>In the workshop's currency per kilogram; null when unknown.</summary>
    public required decimal? PricePerKg { get; init; }

    /// <summary>Greatest share, percent; null where it is that of its kind.</summary>
    public required decimal? UseMaxPercent { get; init; }

    /// <summary>The supplier's lot in use.</summary>
    public required string? Lot { get; init; }

    public required DateOnly? BestBefore { get; init; }

    /// <summary>What twenty drops from its own dropper weigh, g.</summary>
    public required decimal? DropsG { get; init; }

    /// <summary>What ten strokes of its own pump weigh, g.</summary>
    public required decimal? StrokesG { get; init; }

    /// <summary>How much higher the lot in use melts than its kind does, K; below 0 lower.</summary>
    public required decimal? MeltShiftK { get; init; }

    /// <summary>Formulas that name it, the first few.</summary>
    public required IReadOnlyList<string> UsedIn { get; init; }
}

/// <param name="Material">Key of the one that is changed; left out, it is new.</param>
/// <param name="Name">Under the name of a catalogue material it stands in that one's place, with a price of its own.</param>
public sealed record KeepMaterial(
    string Name,
    string BasedOn,
    string? Inci = null,
    decimal? PricePerKg = null,
    decimal? UseMaxPercent = null,
    string? Material = null,
    string? Lot = null,
    DateOnly? BestBefore = null
)
{
    /// <summary>What twenty drops from its own dropper weigh, g.</summary>
    public decimal? DropsG { get; init; }

    /// <summary>What ten strokes of its own pump weigh, g.</summary>
    public decimal? StrokesG { get; init; }

    /// <summary>How much higher the lot in use melts than its kind does, K; below 0 lower.</summary>
    public decimal? MeltShiftK { get; init; }
}

/// <summary>The materials on the maker's own shelf.</summary>
public static class OwnMaterialEndpoints
{
    private const int MostNamed = 3;

    public static void Map(RouteGroupBuilder own)
    {
        own.MapGet("/", List);
        own.MapPut("/", Keep);
        own.MapDelete("/", Remove);
    }

    private static async Task<IReadOnlyList<OwnMaterial>> List(PantryDb db)
    {
        var used = await Uses(db);
        return [.. db.Materials.AsNoTracking().OrderBy(row => row.Name).AsEnumerable().Select(row => View(row, used[row.Id]))];
    }

    private static async Task<OwnMaterial> Keep(KeepMaterial keep, PantryDb db, WorkshopKeeper keeper)
    {
        var wanted = new MakerMaterial(
            keep.Name.Trim(),
            keep.BasedOn.Trim().ToLowerInvariant(),
            Text(keep.Inci),
            keep.PricePerKg,
            keep.UseMaxPercent,
            Text(keep.Lot),
            keep.BestBefore
        )
        {
            DropsG = keep.DropsG,
            StrokesG = keep.StrokesG,
            MeltShiftK = keep.MeltShiftK is 0 ? null : keep.MeltShiftK,
        };
        wanted.Check("");
        var id = MaterialShelf.Key(wanted.Name);
        var row = await db.Command(async () =>
        {
            var there = await db.Materials.FindAsync(id);
            if (keep.Material is { } before && before != id)
            {
                await CheckUnused(db, before, "name", keep.Name, "Its name stays; what you call it besides is said on the bench.");
                db.Materials.Remove(await db.Materials.FindAsync(before) ?? throw new NotThereException("That material"));
            }

            if (there is not null && keep.Material != id && there.ToMaterial() != wanted)
            {
                throw new Refusal(
                    Codes.Twice,
                    "name",
                    keep.Name,
                    $"{there.Name} is on your shelf already.",
                    "Choose another name, or change that one."
                );
            }

            // A new name must not mean something else already.
            db.Shelf().CheckName(new MyName(id, Short(wanted.Name)), "name");
            there ??= db
                .Materials.Add(
                    new MaterialRow
                    {
                        Id = id,
                        Name = wanted.Name,
                        BasedOn = wanted.BasedOn,
                    }
                )
                .Entity;
            (there.Name, there.BasedOn, there.Inci) = (wanted.Name, wanted.BasedOn, wanted.Inci);
            (there.PricePerKg, there.UseMaxPercent) = (wanted.PricePerKg, wanted.UseMaxPercent);
            (there.Lot, there.BestBefore) = (wanted.Lot, wanted.BestBefore);
            (there.DropsG, there.StrokesG, there.MeltShiftK) = (wanted.DropsG, wanted.StrokesG, wanted.MeltShiftK);
            return there;
        });
        keeper.Forget();
        return View(row, (await Uses(db))[id]);
    }

    /// <summary>Takes it off the shelf. Under a catalogue name the catalogue's own comes back.</summary>
    private static async Task Remove(string? material, PantryDb db, WorkshopKeeper keeper)
    {
        var id = MaterialShelf.Key(
            material ?? throw new Refusal(Codes.Missing, "material", null, "The address lacks the material.", "Add ?material=.")
        );
        await db.Command(async () =>
        {
            if (await db.Materials.FindAsync(id) is { } row)
            {
                if (MaterialShelf.Plain.Find(id) is null)
                {
                    await CheckUnused(db, id, "material", row.Name, "Swap it for another there first.");
                    await db.MyNames.Where(name => name.Material == id).ExecuteDeleteAsync();
                }

                db.Materials.Remove(row);
            }

            return true;
        });
        keeper.Forget();
    }

    private static async Task CheckUnused(PantryDb db, string id, string field, string value, string remedy)
    {
        var formulas = (await Uses(db))[id].ToArray();
        if (formulas.Length > 0)
        {
            throw new Refusal(
                Codes.Made,
                field,
                value,
                $"It is used in {Wording.List(formulas.Length > MostNamed ? [.. formulas.Take(MostNamed), "others"] : formulas)}.",
                remedy
            );
        }
    }

    /// <summary>Names of the formulas that use a material, in a trial, in a step of undo or in a batch, by its key.</summary>
    private static async Task<ILookup<string, string>> Uses(PantryDb db) =>
        (
            await db
                .Database.SqlQueryRaw<MaterialUse>(
                    """
                    SELECT DISTINCT lower(json_extract(line.value, '$.material')) AS Material, Formulas.Name AS Formula
                    FROM (
                        SELECT FormulaId, Content FROM Trials
                        UNION ALL SELECT FormulaId, TrialEdits.Content FROM TrialEdits JOIN Trials ON Trials.Id = TrialId
                        UNION ALL SELECT FormulaId, Batches.Content FROM Batches JOIN Trials ON Trials.Id = TrialId
                    ) AS used
                    JOIN Formulas ON Formulas.Id = FormulaId, json_each(used.Content, '$.lines') AS line
                    WHERE lower(json_extract(line.value, '$.material')) IN (SELECT Id FROM Materials)
                    ORDER BY Formulas.Name
                    """
                )
                .ToListAsync()
        ).ToLookup(use => use.Material, use => use.Formula);

    private sealed record MaterialUse(string Material, string Formula);

    private static OwnMaterial View(MaterialRow row, IEnumerable<string> usedIn) =>
        new()
        {
            Id = row.Id,
            Name = row.Name,
            BasedOn = row.BasedOn,
            BasedOnName = MaterialShelf.Plain.Find(row.BasedOn)?.Name ?? row.BasedOn,
            Inci = row.Inci,
            PricePerKg = row.PricePerKg,
            UseMaxPercent = row.UseMaxPercent,
            Lot = row.Lot,
            BestBefore = row.BestBefore,
            DropsG = row.DropsG,
            StrokesG = row.StrokesG,
            MeltShiftK = row.MeltShiftK,
            UsedIn = [.. usedIn.Take(MostNamed + 1)],
        };

    private static string? Text(string? text) => string.IsNullOrWhiteSpace(text) ? null : text.Trim();

    private static string Short(string name) => name.Length > MyName.Longest ? name[..MyName.Longest] : name;
}
