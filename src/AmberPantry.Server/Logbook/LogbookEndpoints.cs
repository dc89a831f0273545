using AmberPantry.Core.Composition;
using AmberPantry.Core.Making;
using AmberPantry.Core.Melt;
using AmberPantry.Data;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.House;
using AmberPantry.Server.Make;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Logbook;

/// <param name="TemperatureC">Where a thumb press was made, °C.</param>
/// <param name="Value">Thumb press 1 to 5, or the temperature in °C at which it slumped.</param>
public sealed record Observe(ObservationKind Kind, double? TemperatureC = null, double? Value = null, string? Text = null);

public sealed record BatchNotes(string Notes);

/// <summary>What was made and what became of it.</summary>
public static class LogbookEndpoints
{
    public static void Map(RouteGroupBuilder logbook)
    {
        logbook.MapGet("/", (PantryDb db) => BatchViews.All(db));
        logbook.MapPost("/{id:int}/observations", Add);
        logbook.MapDelete("/{id:int}/observations/{observation:int}", Withdraw);
        logbook.MapPut("/{id:int}/notes", Note);
    }

    private static async Task<BatchView> Add(int id, Observe seen, PantryDb db, WorkshopKeeper keeper, PantryClock clock)
    {
        var batch = await BatchViews.Row(db, id, 0);
        var weighed = BatchRecord.AsWeighed(batch.Content, batch.Steps, [.. batch.Done.Select(row => row.ToStep())]);
        var curve = new ProductMelt(weighed, keeper.Shelf).Curve;
        var text = seen.Text?.Trim() ?? "";
        if (text.Length > 2000)
        {
            throw new Refusal("E_RANGE", "text", text, $"A note of {text.Length} letters is too long.", "Keep it to 2000 letters.");
        }

        double? said = null;
        switch (seen.Kind)
        {
            case ObservationKind.ThumbPress:
                var at = Check(seen.TemperatureC, -5, 60, "temperatureC", "°C", "Type the temperature of the product, −5 to 60 °C.");
                var thumb = Check(seen.Value, 1, 5, "value", "", "Choose 1 (sinks in) to 5 (does not mark).");
                if (thumb != Math.Floor(thumb))
                {
                    throw new Refusal("E_RANGE", "value", thumb, $"The thumb scale has whole steps; {thumb} is between two.", "Choose 1 to 5.");
                }

                said = curve is null ? null : BatchRecord.ThumbOf(curve.FirmnessAt(at));
                break;
            case ObservationKind.Slump:
                Check(seen.Value, -5, 95, "value", "°C", "Type the temperature at which it lost its shape, −5 to 95 °C.");
                said = curve?.SlumpC;
                break;
            case ObservationKind.Note when text.Length == 0:
                throw new Refusal("E_RANGE", "text", "", "The note is empty.", "Write what you saw.");
        }

        db.Observations.Add(new ObservationRow { BatchId = id, At = clock.Now, Kind = seen.Kind, TemperatureC = seen.TemperatureC, Value = seen.Value, Said = said, Text = text });
        return await BatchViews.Keep(db, keeper, clock, batch);
    }

    private static async Task<BatchView> Withdraw(int id, int observation, PantryDb db, WorkshopKeeper keeper)
    {
        await db.Observations.Where(row => row.Id == observation && row.BatchId == id).ExecuteDeleteAsync();
        return await BatchViews.Get(db, keeper, id);
    }

    private static async Task<BatchView> Note(int id, BatchNotes notes, PantryDb db, WorkshopKeeper keeper, PantryClock clock)
    {
        var batch = await BatchViews.Row(db, id, 0);
        if (notes.Notes.Length > 4000)
        {
            throw new Refusal("E_RANGE", "notes", notes.Notes, $"Notes of {notes.Notes.Length} letters are too long.", "Keep them to 4000 letters.");
        }

        batch.Notes = notes.Notes;
        return await BatchViews.Keep(db, keeper, clock, batch);
    }

    private static double Check(double? value, double least, double most, string field, string unit, string remedy) =>
        value is { } number && double.IsFinite(number) && number >= least && number <= most
            ? number
            : throw new Refusal("E_RANGE", field, value, value is null ? "A number is missing." : $"{value} {unit} is outside {least} to {most}.", remedy);
}
