using AmberPantry.Data;

namespace AmberPantry.Server.Hosting;

/// <summary>Now, as the workshop sees it: the wall clock, or in the made-up pantry a clock that began on its first morning.</summary>
public sealed class PantryClock(WallClock wall, IServiceScopeFactory scopes) : TimeProvider
{
    /// <summary>The made-up pantry opens on a Thursday morning in June.</summary>
    public static DateTime DemoMorning { get; } = new(2026, 6, 11, 8, 2, 0, DateTimeKind.Utc);

    private readonly Lazy<TimeSpan> shift = new(() =>
    {
        using var scope = scopes.CreateScope();
        var begun = scope.ServiceProvider.GetRequiredService<PantryDb>().Pantry.Select(row => row.BegunAt).SingleOrDefault();
        return begun is { } at ? DemoMorning - at : TimeSpan.Zero;
    });

    public override DateTimeOffset GetUtcNow() => wall.Time.GetUtcNow() + shift.Value;

    public DateTime Now => GetUtcNow().UtcDateTime;

    public bool IsMadeUp => shift.Value != TimeSpan.Zero;
}

/// <summary>The clock on the wall; a test sets one of its own.</summary>
public sealed record WallClock(TimeProvider Time);
