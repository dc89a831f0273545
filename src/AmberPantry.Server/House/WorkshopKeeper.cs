using AmberPantry.Core.Assessment;
using AmberPantry.Core.Composition;
using AmberPantry.Core.House;
using AmberPantry.Core.Materials;
using AmberPantry.Data;
using AmberPantry.Server.Bench;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.House;

/// <summary>The workshop as the core needs it, read once and read again after a change.</summary>
public sealed record OpenWorkshop(HouseSettings House, MaterialShelf Shelf)
{
    public Workshop Workshop => House.Workshop;

    public Assessor Assessor { get; } = new(Shelf, House.Workshop);

    /// <summary>Assessments already given; they go with the workshop they were given for.</summary>
    public AnswerShelf Answers { get; } = new();
}

/// <summary>Holds the open workshop in memory, so that an assessment touches no file.</summary>
public sealed class WorkshopKeeper(IServiceScopeFactory scopes)
{
    private readonly Lock reading = new();
    private volatile OpenWorkshop? open;

    public OpenWorkshop Open
    {
        get
        {
            if (open is { } already)
            {
                return already;
            }

            lock (reading)
            {
                return open ??= Read();
            }
        }
    }

    public MaterialShelf Shelf => Open.Shelf;

    public FormulaEditor Editor => Open.Assessor.Editor;

    /// <summary>Call after house or materials have been written.</summary>
    public void Forget() => open = null;

    private OpenWorkshop Read()
    {
        using var scope = scopes.CreateScope();
        var db = scope.ServiceProvider.GetRequiredService<PantryDb>();
        var house = db.Workshop.AsNoTracking().SingleOrDefault()?.Settings ?? new HouseSettings();
        var own = db.Materials.AsNoTracking().OrderBy(row => row.Name).AsEnumerable().Select(row => row.ToMaterial()).ToArray();
        return new OpenWorkshop(house, new MaterialShelf(own));
    }
}

internal static class MaterialRows
{
    public static MakerMaterial ToMaterial(this MaterialRow row) => new(row.Name, row.BasedOn, row.Inci, row.PricePerKg, row.UseMaxPercent);
}
