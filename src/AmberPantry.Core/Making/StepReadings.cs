using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Making;

/// <summary>Takes down what is told while a step goes on.</summary>
internal static class StepReadings
{
    /// <summary>Where the lots of a colour are kept: it has no step of its own.</summary>
    public static string ColourKey(Reading one) => $"{one.Step}/{one.Part}/{one.Colour}";

    /// <exception cref="Refusal">With the field that cannot be.</exception>
    public static IReadOnlyList<BatchEvent> Apply(Batch batch, ReadStep read, Guid id, DateTime at, MakersBench bench)
    {
        if (read.Piece is { } piece && bench.Workshop.Piece(piece) is null)
        {
            throw new Refusal(
                Codes.UnknownId,
                "command.piece",
                piece,
                $"“{piece}” is no piece of the kit.",
                "Choose one of the kit, or add it there."
            );
        }

        var reading = Take(batch, read, id, at);
        return reading is { Colour: { } colour, MassG: { } grams }
            ? [new WasRead(reading), new LotsFixed(ColourKey(reading), LotsWeighed.OfColour(batch, ColourKey(reading), colour, grams, bench.Stock))]
            : [new WasRead(reading)];
    }

    private static Reading Take(Batch batch, ReadStep read, Guid id, DateTime at)
    {
        var step = batch.Unfinished(read.Step);
        if (read == new ReadStep(read.Step) { Part = read.Part, Colour = read.Colour })
        {
            throw new Refusal(Codes.Missing, "command.temperatureC", null, "Nothing was read.", "Type what the thermometer says, or tap a word.");
        }

        if (read.Place is { } place && CoolPlace.Of(place) is null)
        {
            throw new Refusal(
                Codes.UnknownId,
                "command.place",
                place,
                $"“{place}” is no place to cool in.",
                $"Choose one of: {string.Join(", ", CoolPlace.All.Select(one => one.Id))}."
            );
        }

        if (read.Word is { } word && !StageWord.All.ContainsKey(word))
        {
            throw new Refusal(Codes.UnknownId, "command.word", word, $"“{word}” is no word for a state.", "Tap one of the words.");
        }

        const double LeastCupG = Batch.LeastCupG;
        Within(read.CupG, LeastCupG, Batch.MostCupG, "cupG", g => $"A cup of it does not weigh {g:0.#} g", "g: the level cup less its own weight");
        Within(read.Sprays, 1, Batch.MostSprays, "sprays", count => $"{count} sprays at once cannot be", "");
        Within(read.HumidityPercent, 0, 100, "humidityPercent", rh => $"{rh:0.#} % is no humidity of air", "%, as the hygrometer reads");
        Within(read.Seconds, 1, Batch.LongestFizzS, "seconds", s => $"{s:0.#} seconds is no time a piece fizzes", "seconds");
        if (read.MassG is { } mass && !(mass > 0 && mass <= Batch.MostWeighedG))
        {
            throw new Refusal(
                Codes.Range,
                "command.massG",
                mass,
                $"{mass} g cannot have been weighed.",
                $"Type what the scale shows less the tare, above 0 and at most {Batch.MostWeighedG} g."
            );
        }

        if (read.Part is { } part && batch.Content.ColouredParts?.Any(one => one.Name == part) != true)
        {
            throw new Refusal(Codes.UnknownId, "command.part", part, $"Lot {batch.Lot} has no part “{part}”.", "Choose one of its parts.");
        }

        if (
            read.Colour is { } colour
            && (
                read.MassG is null
                || batch
                    .Content.ColouredParts?.FirstOrDefault(one => one.Name == read.Part)
                    ?.Colours.Any(one => MaterialShelf.Key(one.Material) == colour) != true
            )
        )
        {
            throw new Refusal(
                Codes.UnknownId,
                "command.colour",
                colour,
                $"“{colour}” is not weighed for “{read.Part}”.",
                "Choose one of the colours of the part, and say what it weighs."
            );
        }

        if (batch.Readings.Count >= Batch.MostReadings)
        {
            throw new Refusal(
                Codes.Range,
                "command.step",
                batch.Readings.Count,
                $"A batch keeps {Batch.MostReadings} readings.",
                "Take back some that were not needed."
            );
        }

        return new Reading(id, at, step.Id, Batch.Thermometer(read.TemperatureC), read.Place, read.Word, read.CupG, read.Sprays)
        {
            MassG = read.MassG is { } grams ? Micrograms.Round(grams) : null,
            Part = read.Part,
            Colour = read.Colour,
            Stirred = read.Stirred,
            HumidityPercent = read.HumidityPercent,
            Seconds = read.Seconds,
            Piece = read.Piece,
        };
    }

    private static void Within(double? told, double least, double most, string field, Func<double, string> says, string unit)
    {
        if (told is { } value && !(value >= least && value <= most))
        {
            throw new Refusal(
                Codes.Range,
                $"command.{field}",
                value,
                $"{says(value)}.",
                $"Type {least} to {most}{(unit.Length > 0 ? $" {unit}" : "")}."
            );
        }
    }
}
