using System.Collections.Concurrent;
using AmberPantry.Core.Assessment;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Pantry;
using AmberPantry.Core.Workshops;
using AmberPantry.Data;
using AmberPantry.Data.House;
using AmberPantry.Data.Materials;
using AmberPantry.Data.Stock;
using AmberPantry.Server.Bench;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.Pantry;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.House;

/// <summary>The workshop as the core needs it, read once and read again after a change.</summary>
/// <param name="House">As set, with the room as last read.</param>
/// <param name="Revision">Of the settings.</param>
public sealed record OpenWorkshop(HouseSettings House, int Revision, DateTime? ReadAt, MaterialShelf Shelf)
{
    public Workshop Workshop => House.Workshop;

    /// <summary>Numbers and sentences in the units of the house.</summary>
    public Wording Say { get; } = new(House.Workshop);

    public Assessor Assessor { get; } = new(Shelf, House.Workshop);

    /// <summary>Tomorrow's temperature at a landmark, °C, by its id.</summary>
    public required IReadOnlyDictionary<string, double> Tomorrow { get; init; }

    /// <summary>All lots as the pantry holds them.</summary>
    public required IReadOnlyList<Lot> Lots { get; init; }

    /// <summary>What was used lately of each.</summary>
    public required UseCount Used { get; init; }

    /// <summary>Keys of the materials that the maker keeps under a name or price of her own.</summary>
    public required IReadOnlySet<string> Own { get; init; }

    /// <summary>Assessments already given; they go with the workshop they were given for.</summary>
    public AnswerShelf Answers { get; } = new();

    /// <summary>How planned batches will be made: by trial, its revision then and its steps; they go with the workshop too.</summary>
    public ConcurrentDictionary<int, (int Revision, IReadOnlyList<MakeStep> Steps)> Planned { get; } = new();

    /// <summary>Formulas as a search asks for them; they go with the workshop too.</summary>
    public LibraryShelf Library { get; } = new(Shelf, House.Workshop);
}

/// <summary>Holds the open workshop in memory, so that an assessment touches no file.</summary>
public sealed class WorkshopKeeper(IServiceScopeFactory scopes, PantryClock clock) : IDisposable
{
    private readonly Lock reading = new();
    private readonly UseCount used = new();
    private volatile OpenWorkshop? open;
    private volatile Wording said = new(new Workshop());

    public OpenWorkshop Open
    {
        get
        {
            // On another day the calendar says something else.
            var today = DateOnly.FromDateTime(clock.Now);
            if (open is { } already && already.Workshop.Today == today)
            {
                return already;
            }

            lock (reading)
            {
                return open is { } read && read.Workshop.Today == today ? read : open = Read(today);
            }
        }
    }

    /// <summary>By the workshop's clock, UTC.</summary>
    public DateTime Now => clock.Now;

    public MaterialShelf Shelf => Open.Shelf;

    public Wording Say => Open.Say;

    /// <summary>As it was last read: touches no file, for when something has gone wrong.</summary>
    public Wording LastSay => said;

    public FormulaEditor Editor => Open.Assessor.Editor;

    /// <summary>Call after house or materials have been written.</summary>
    public void Forget()
    {
        lock (reading)
        {
            open = null;
        }
    }

    public void Dispose() => used.Dispose();

    private OpenWorkshop Read(DateOnly today)
    {
        using var scope = scopes.CreateScope();
        var db = scope.ServiceProvider.GetRequiredService<PantryDb>();
        var house = db.House.AsNoTracking().SingleOrDefault() ?? new HouseRow { Settings = new HouseSettings() };
        var room = db.Reading.AsNoTracking().SingleOrDefault();
        var workshop = house.Settings.Workshop with { Today = today };
        var settings = house.Settings with
        {
            Workshop = room is null ? workshop : workshop with { WorkroomC = room.WorkroomC, HumidityPercent = room.HumidityPercent },
        };
        said = new Wording(settings.Workshop);
        var lots = db.AllLots();
        return new OpenWorkshop(settings, house.Revision, room?.ReadAt, db.Shelf(lots, today))
        {
            Lots = lots,
            Used = used,
            Own = db.Materials.Select(row => row.Id).ToHashSet(),
            Tomorrow = db.Tomorrow.AsNoTracking().ToDictionary(row => row.Place, row => row.TemperatureC),
        };
    }
}
