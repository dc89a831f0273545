using AmberPantry.Data;

namespace AmberPantry.Server.Hosting;

/// <summary>Now, as the workshop sees it: the wall clock, or in the made-up pantry a clock that began on its first morning.</summary>
public sealed class PantryClock(IServiceScopeFactory scopes)
{
    /// <summary>The made-up pantry opens on a Thursday morning in June.</summary>
    public static DateTime DemoMorning { get; } = new(2026, 6, 11, 8, 2, 0, DateTimeKind.Utc);

    private readonly Lazy<TimeSpan> shift = new(() =>
    {
        using var scope = scopes.CreateScope();
        var begun = scope.ServiceProvider.GetRequiredService<PantryDb>().Workshop.Select(row => row.BegunAt).SingleOrDefault();
        return begun is { } at ? DemoMorning - at : TimeSpan.Zero;
    });

    public DateTime Now => DateTime.UtcNow + shift.Value;

    public bool IsMadeUp => shift.Value != TimeSpan.Zero;
}
