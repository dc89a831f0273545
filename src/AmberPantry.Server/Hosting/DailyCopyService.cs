using AmberPantry.Data;

namespace AmberPantry.Server.Hosting;

/// <summary>Makes the day's copy of the data file: at the first quiet minute after a start, and again when the day turns.</summary>
internal sealed class DailyCopyService(AmberOptions options, PantryClock clock, ILogger<DailyCopyService> log) : BackgroundService
{
    private static readonly TimeSpan First = TimeSpan.FromSeconds(20);
    private static readonly TimeSpan Again = TimeSpan.FromHours(1);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        try
        {
            await Task.Delay(First, stoppingToken);
            while (true)
            {
                Make();
                await Task.Delay(Again, stoppingToken);
            }
        }
        catch (OperationCanceledException)
        {
            // The server stops.
        }
    }

    private void Make()
    {
        try
        {
            DailyCopies.Make(options.DataFile, clock.Now);
        }
        catch (Exception error) when (PantryFile.Explain(error, options.DataFile) is { } told)
        {
            log.LogWarning("Today’s copy of the data file could not be made. {Says} {Remedy}", told.Message, told.Remedy);
        }
    }
}
