using AmberPantry.Core;
using AmberPantry.Data;
using AmberPantry.Data.House;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Hosting;

/// <summary>Now, as the workshop sees it: the wall clock, or in the made-up pantry one that began on its first morning and may go faster.</summary>
public sealed class PantryClock(WallClock wall, IServiceScopeFactory scopes) : TimeProvider
{
    /// <summary>The made-up pantry opens on a Thursday morning in June.</summary>
    public static DateTime DemoMorning { get; } = new(2026, 6, 11, 8, 2, 0, DateTimeKind.Utc);

    /// <summary>A minute each second.</summary>
    public const double MostSpeed = 60;

    private readonly Lock setting = new();
    private volatile Pace? pace;
    private DateTime last;
    private TimeSpan ahead;

    /// <param name="Wall">What the wall clock said when it was set.</param>
    /// <param name="Shows">What this one showed then.</param>
    /// <param name="Speed">How much faster it goes since.</param>
    private sealed record Pace(DateTime Wall, DateTime Shows, double Speed, bool IsMadeUp)
    {
        public DateTime At(DateTime wall) => IsMadeUp ? Shows + ((wall - Wall) * Speed) : wall;
    }

    public override DateTimeOffset GetUtcNow() => new(Now, TimeSpan.Zero);

    public DateTime Now => Known.At(WallNow);

    public bool IsMadeUp => Known.IsMadeUp;

    /// <summary>How many times as fast as the wall clock it goes.</summary>
    public double Speed => Known.Speed;

    /// <summary>
    /// The wall clock, but never back while the workshop runs: one that is set back an hour goes on from where it was, so that what
    /// cools, dries or stands goes on by the hours that have truly gone.
    /// </summary>
    private DateTime WallNow
    {
        get
        {
            lock (setting)
            {
                var told = wall.Time.GetUtcNow().UtcDateTime;
                if (told + ahead < last)
                {
                    ahead = last - told;
                }

                return last = told + ahead;
            }
        }
    }

    private Pace Known
    {
        get
        {
            if (pace is { } known)
            {
                return known;
            }

            lock (setting)
            {
                return pace ??= Read();
            }
        }
    }

    /// <summary>Lets a made-up pantry's clock go faster, or as usual again; it never jumps.</summary>
    /// <exception cref="Refusal">E_NOT_NOW in a maker's own workshop, E_RANGE for a speed it does not have.</exception>
    public async Task Go(PantryDb db, double speed)
    {
        if (!IsMadeUp)
        {
            throw new Refusal(
                Codes.NotNow,
                "speed",
                speed,
                "The clock of your own workshop is the one on the wall.",
                "Look round in the made-up pantry: ./amber demo."
            );
        }

        if (!(speed >= 1 && speed <= MostSpeed))
        {
            throw new Refusal(Codes.Range, "speed", speed, $"{speed} times as fast cannot be.", $"Give 1 to {MostSpeed:0}.");
        }

        var set = new Pace(WallNow, Now, speed, true);
        await db
            .Pantry.Where(row => row.Id == PantryRow.OnlyId)
            .ExecuteUpdateAsync(row =>
                row.SetProperty(one => one.ClockSpeed, set.Speed)
                    .SetProperty(one => one.ClockSetAt, set.Wall)
                    .SetProperty(one => one.ClockShown, set.Shows)
            );
        lock (setting)
        {
            pace = set;
        }
    }

    private Pace Read()
    {
        using var scope = scopes.CreateScope();
        var row = scope.ServiceProvider.GetRequiredService<PantryDb>().Pantry.AsNoTracking().SingleOrDefault();
        return row?.BegunAt is not { } begun ? new Pace(default, default, 1, false)
            : row is { ClockSetAt: { } set, ClockShown: { } shown } ? new Pace(set, shown, row.ClockSpeed, true)
            : new Pace(begun, DemoMorning, 1, true);
    }
}

/// <summary>The clock on the wall; a test sets one of its own.</summary>
public sealed record WallClock(TimeProvider Time);
