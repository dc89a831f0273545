using AmberPantry.Core.Families;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Formulas;

/// <summary>Checks a formula that came from outside: a request or a document.</summary>
public static class FormulaCheck
{
    public const int LongestKey = 120;
    private const decimal LeastG = 0.01m;
    private const decimal MostG = 100_000;
    private const decimal MostUnits = 10_000;
    private const decimal MostLossPercent = 50;
    private const decimal MostOverrunPercent = 300;
    private const int MostHandsMin = 6000;
    private const double LeastPourC = 20;
    private const double MostPourC = 120;

    /// <param name="families">Those it may be of; the usual ones when left out.</param>
    /// <exception cref="Refusal">With the path of the first field that cannot be taken.</exception>
    public static void Check(Formula formula, MaterialShelf shelf, string path = "formula", FamilyRegistry? families = null)
    {
        (families ?? FamilyRegistry.Usual).Get(formula.Family, $"{path}.family");
        if (formula.Lines.Count > Formula.MostLines)
        {
            throw new Refusal(
                Codes.Range,
                $"{path}.lines",
                formula.Lines.Count,
                $"{formula.Lines.Count} lines are more than a trial holds.",
                $"Keep it to {Formula.MostLines} lines."
            );
        }

        var seen = new HashSet<(string, Phase)>();
        var ids = new HashSet<string>();
        for (var i = 0; i < formula.Lines.Count; i++)
        {
            var line = formula.Lines[i];
            var at = $"{path}.lines[{i}]";
            var material = shelf.Get(line.Material ?? "", $"{at}.material");
            if (line.Percent is < 0 or > 100 || ShareText.Round(line.Percent) != line.Percent)
            {
                throw new Refusal(
                    Codes.Range,
                    $"{at}.percent",
                    line.Percent,
                    $"{material.Name} at {line.Percent} % is not a share.",
                    "Give 0 to 100 with at most four decimals."
                );
            }

            if (line.Id is not { Length: > 0 and <= LongestKey } || !ids.Add(line.Id))
            {
                throw new Refusal(Codes.Twice, $"{at}.id", line.Id, "Each line needs an id of its own.", "Number the lines L1, L2 and so on.");
            }

            if (!seen.Add((material.Id, line.Phase)))
            {
                throw new Refusal(
                    Codes.Twice,
                    $"{at}.material",
                    line.Material,
                    $"{material.Name} stands in this formula twice.",
                    "Add the two shares together in one line."
                );
            }
        }

        if (formula.Lines.Count > 0 && formula.Total != 100m)
        {
            throw new Refusal(
                Codes.Range,
                $"{path}.lines",
                formula.Total,
                $"The shares total {formula.Total:0.####} %, not 100.",
                "Let one line take up the rest."
            );
        }

        Batch(formula.Batch, $"{path}.batch");
        HouseSettings.InRange(formula.Batch.Grams, LeastG, MostG, $"{path}.batch.grams", "g", "Type above 0 and at most 100000 g (100 kg).");
        Pour(formula.PourC, $"{path}.pourC");
        MustStand(formula.MustStand, $"{path}.mustStand");
        Method(formula.Method, $"{path}.method");
        ColouredPart.Check(formula.ColouredParts, shelf, $"{path}.colouredParts");
        if (formula.MakeweightId is { Length: > LongestKey } makeweight)
        {
            throw new Refusal(
                Codes.Range,
                $"{path}.makeweightId",
                makeweight,
                "That is too long for the id of a line.",
                "Name one of the lines, or leave it out."
            );
        }
    }

    /// <summary>A batch with its grams worked out: those of its containers with the loss, or as given.</summary>
    /// <exception cref="Refusal">E_RANGE with the path of the first field that cannot be taken.</exception>
    public static BatchSize Batch(BatchSize batch, string path = "batch")
    {
        HouseSettings.InRange(batch.LossPercent, 0, MostLossPercent, $"{path}.lossPercent", "%", "Type what stays in pot and tools, usually 2.");
        HouseSettings.InRange(
            batch.OverrunPercent ?? 0,
            0,
            MostOverrunPercent,
            $"{path}.overrunPercent",
            "%",
            "Type 0 to 300: the percent of volume that whipping adds."
        );
        HouseSettings.InRange(
            batch.HandsMin ?? 1,
            1,
            MostHandsMin,
            $"{path}.handsMin",
            "min",
            "Type the minutes of hands that the whole batch takes, or leave it empty."
        );
        if (batch.FillG is { } fill)
        {
            HouseSettings.InRange(fill, LeastG, MostG, $"{path}.fillG", "g", "Type the net grams of one container.");
        }

        if (batch.Container is { Length: > LongestKey } container)
        {
            throw new Refusal(
                Codes.Range,
                $"{path}.container",
                container,
                "That is too long for the key of a container.",
                "Choose a container of the house."
            );
        }

        if (batch.Units is { } units)
        {
            HouseSettings.InRange(units, 1, MostUnits, $"{path}.units", "containers", $"Type 1 to {MostUnits}.");
            var each = batch.FillG
                ?? throw new Refusal(
                    Codes.Missing,
                    $"{path}.fillG",
                    null,
                    "Each container needs a fill above 0 g.",
                    "Type the net grams of one container."
                );
            batch = batch with { Grams = decimal.Round(units * each / (1 - (batch.LossPercent / 100)), 2) };
        }

        HouseSettings.InRange(batch.Grams, LeastG, MostG, $"{path}.grams", "g", "Type above 0 and at most 100000 g (100 kg).");
        return batch;
    }

    /// <summary>A planned pour; null lets the tool propose one.</summary>
    /// <exception cref="Refusal">E_RANGE outside 20 to 120 °C.</exception>
    public static double? Pour(double? pourC, string path = "pourC") =>
        pourC is { } celsius && !(celsius >= LeastPourC && celsius <= MostPourC)
            ? throw new Refusal(
                Codes.Range,
                path,
                pourC,
                $"Pouring at {pourC} °C is outside {LeastPourC} to {MostPourC} °C.",
                "Type a temperature in between, or leave it empty."
            )
            : pourC;

    /// <summary>A method that differs from usual; null for one that does not.</summary>
    /// <exception cref="Refusal">E_UNKNOWN_ID for a choice that is not known.</exception>
    public static MakingMethod? Method(MakingMethod? method, string path = "method")
    {
        MakingSchool.Check(method?.Choices, path);
        OwnStep.Check(method?.Steps, $"{path}.steps");
        if (method?.Kit is { } kit && (kit.Count > MakingMethod.MostKit || kit.Any(id => id is not { Length: > 0 and <= KitPiece.LongestId })))
        {
            throw new Refusal(
                Codes.Range,
                $"{path}.kit",
                kit.Count,
                "That is no choice of kit.",
                $"Name at most {MakingMethod.MostKit} pieces by their ids."
            );
        }

        return method is null or { IsUsual: true } ? null : method;
    }

    /// <summary>The places asked for; null takes the usual ones. A place that the house no longer has is kept: it may come back.</summary>
    /// <exception cref="Refusal">E_RANGE for more places than a house has, or a key too long; E_TWICE for one named twice.</exception>
    public static IReadOnlyList<string>? MustStand(IReadOnlyList<string>? places, string path = "places")
    {
        if (places?.Count > HouseSettings.MostLandmarks)
        {
            throw new Refusal(
                Codes.Range,
                path,
                places.Count,
                $"{places.Count} places are more than a house has.",
                $"Name at most {HouseSettings.MostLandmarks}."
            );
        }

        for (var i = 0; i < (places?.Count ?? 0); i++)
        {
            var place = places![i];
            if (place is not { Length: > 0 and <= Landmark.LongestName })
            {
                throw new Refusal(Codes.Range, $"{path}[{i}]", place, "That is no key of a place.", "Use the key of one of the house’s places.");
            }

            if (places.Take(i).Contains(place))
            {
                throw new Refusal(Codes.Twice, $"{path}[{i}]", place, $"“{place}” is named twice.", "Name each place once.");
            }
        }

        return places;
    }
}
