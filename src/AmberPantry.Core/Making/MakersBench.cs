using AmberPantry.Core.Assessment;
using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Pantry;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making;

/// <param name="RescaledTotalG">The whole batch when the rest is scaled up, grams; null where that is out of all measure.</param>
/// <param name="TopUps">What lines weighed already would lack then.</param>
/// <param name="KeepSays">What keeping it as it is would change.</param>
/// <param name="Doubt">Why the number may be a slip; null where it need not be.</param>
public sealed record PourOverChoices(decimal OverG, decimal? RescaledTotalG, IReadOnlyList<PotLine> TopUps, string KeepSays, string? Doubt);

/// <summary>What a batch needs to know beside its own record: the scale, what is in the house, and how to judge what was weighed.</summary>
/// <param name="stock">Lots of its materials, less what other batches have weighed; left out, nothing is booked in.</param>
public sealed class MakersBench(MaterialShelf shelf, Workshop workshop, Assessor assessor, StockBook? stock = null)
{
    private const double CoolestPressC = -5;
    private const double WarmestPressC = 60;

    /// <summary>A slump further from what was said, °C, is rather a slip of the comma or of the thermometer.</summary>
    private const double SlipFromC = 20;
    private readonly Wording say = new(workshop);

    /// <summary>Minutes that a clock may run ahead of this one.</summary>
    private const double AheadMin = 10;

    /// <summary>Grease of 10 from which it is little, some, much. Words of comparison, not measured limits.</summary>
    private static readonly double[] GreaseFrom = [0.5, 2, 3.5];
    private static readonly Question FeelOnly = new() { Parts = [Part.Feel] };
    private static readonly Question MeltOnly = new() { Parts = [Part.Melt] };

    public Workshop Workshop => workshop;

    public StockBook Stock { get; } = stock ?? StockBook.Empty;

    /// <summary>Slump said of a formula, °C.</summary>
    public double? SlumpOf(Formula weighed) => assessor.Assess(weighed, MeltOnly).Parts.Melt!.SlumpC;

    /// <summary>What can be done about a pour that went over its mark.</summary>
    /// <exception cref="Refusal">E_RANGE where nothing is weighed, or nothing is over.</exception>
    public PourOverChoices PourOver(Batch batch, string step, decimal weighedG)
    {
        var poured = batch.Pouring(step, weighedG);
        var rescaled = OverPour.Rescale(poured.Pot, workshop.Scale.ResolutionG);
        var sensible = OverPour.IsSensible(rescaled.TotalG, batch.Content.Batch.Grams);
        var target = batch.Step(step).TargetG!.Value;
        return new PourOverChoices(
            weighedG - target,
            sensible ? rescaled.TotalG : null,
            sensible ? rescaled.TopUps : [],
            KeepSays(batch.Content, poured.AsWeighed),
            sensible ? null : $"That is {weighedG / target:0.#} times what this step asks for: read the scale again before you keep it."
        );
    }

    /// <summary>The words for leaving an over-pour as it is.</summary>
    private string KeepSays(Formula planned, Formula weighed)
    {
        MeltPart was = assessor.Assess(planned, MeltOnly).Parts.Melt!,
            will = assessor.Assess(weighed, MeltOnly).Parts.Melt!;
        var slump =
            was.SlumpC is { } before && will.SlumpC is { } after && Math.Abs(before - after) >= 0.5
                ? $"slumps {say.BareTemperature(before)} → {say.Temperature(after)}"
                : "slumps as planned";
        var firm = string.Join(
            ", ",
            was.Landmarks.Zip(will.Landmarks)
                .Where(pair => pair.First.Says != pair.Second.Says)
                .Select(pair => $"{pair.Second.Name} {pair.First.Says} → {pair.Second.Says}")
        );
        return firm.Length == 0 ? slump : $"{slump}, {firm}";
    }

    /// <summary>The pot with a material put on top of it, as the next thing to weigh.</summary>
    /// <exception cref="Refusal">E_MADE for a finished batch, E_RANGE for a weight, E_UNKNOWN_ID for a material.</exception>
    internal PotAddedTo Add(Batch batch, AddToPot add)
    {
        var now = batch.Unfinished(batch.AtStep);
        var grams = Batch.Weight(add.AddG);
        var planned = batch.Content.Batch.Grams;
        if (grams < workshop.Scale.ResolutionG || planned + grams > Batch.MostWeighedG)
        {
            throw new Refusal(
                Codes.Range,
                "command.addG",
                add.AddG,
                $"{add.AddG} g cannot be weighed into this pot.",
                $"Type {workshop.Scale.ResolutionG} g or more, so that no more than {Batch.MostWeighedG} g are in it."
            );
        }

        var why = Batch.Short(add.Why.Trim(), Batch.LongestReason, "why");
        if (why.Length == 0)
        {
            throw new Refusal(Codes.Missing, "command.why", "", "Say what it mends.", "Type a few words.");
        }

        var material = shelf.Get(add.Material, "command.material");
        var content = new FormulaEditor(shelf).Apply(batch.Content, FormulaEditor.Adding(batch.Content, material, grams)) with
        {
            Batch = batch.Content.Batch with { Grams = planned + grams },
        };
        var line = content.Lines.First(one => one.Material == material.Id);
        var step = new MakeStep
        {
            Id = $"rescue-{line.Id}-{batch.Steps.Count}",
            Kind = StepKind.Weigh,
            Title = material.Name,
            Text = material.IsPowder
                ? "Sift it into the pot and stir until no streak is left."
                : "Melt it with a ladle of the pot, give it back and stir until it is clear; try a drop on a cold spoon.",
            Why = $"{Wording.Capital(why)}: {grams:0.###} g on top of what is in the pot.",
            DoneWhen = "The gauge says right.",
            Line = line.Id,
            TargetG = grams,
            ToleranceG = WeighTolerance.Of(grams, workshop.Scale),
            DropsPerG = material.DropsPerG,
        };
        var at = batch.Steps.ToList().IndexOf(now);
        return new PotAddedTo(content, [.. batch.Steps.Take(at), step, .. batch.Steps.Skip(at)], step.Id);
    }

    /// <summary>An observation with what the model said of the same.</summary>
    internal Observation See(Batch batch, Observe seen, Guid id, DateTime at)
    {
        var text = seen.Text?.Trim() ?? "";
        if (text.Length > Batch.LongestNote)
        {
            throw new Refusal(
                Codes.Range,
                "command.text",
                text,
                $"A note of {text.Length} letters is too long.",
                $"Keep it to {Batch.LongestNote} letters."
            );
        }

        var curve = new ProductMelt(batch.AsWeighed, shelf).Curve;
        double? said = null;
        switch (seen.What)
        {
            case ObservationKind.ThumbPress:
                var celsius = Check(
                    seen.TemperatureC,
                    CoolestPressC,
                    WarmestPressC,
                    "temperatureC",
                    "Type the temperature of the product, −5 to 60 °C."
                );
                var thumb = Check(seen.Value, 1, 5, "value", "Choose 1 (sinks in) to 5 (does not mark).");
                if (thumb != Math.Floor(thumb))
                {
                    throw new Refusal(
                        Codes.Range,
                        "command.value",
                        thumb,
                        $"The thumb scale has whole steps; {thumb} is between two.",
                        "Choose 1 to 5."
                    );
                }

                said = curve is null ? null : MatterStates.ThumbOf(curve.FirmnessAt(celsius));
                break;
            case ObservationKind.Slump:
                var slumped = Check(
                    seen.Value,
                    HouseSettings.LeastC,
                    HouseSettings.MostC,
                    "value",
                    "Type the temperature at which it lost its shape, −5 to 95 °C."
                );
                said = curve?.SlumpC;
                if (!seen.Sure && said is { } slump && Math.Abs(slumped - slump) > SlipFromC)
                {
                    throw new Refusal(
                        Codes.Unlikely,
                        "command.value",
                        slumped,
                        $"It was said to slump at {say.Temperature(slump)}; more than {say.Degrees(SlipFromC)} away looks like a slip.",
                        "Log it again if it is right."
                    );
                }

                break;
            case ObservationKind.Note when text.Length == 0:
                throw new Refusal(Codes.Empty, "command.text", "", "The note is empty.", "Write what you saw.");
            case ObservationKind.UseTest:
                var test = TestOf(batch, seen.Test);
                test.Checked(seen.Value);
                said = SaidOf(batch.AsWeighed, test);
                break;
        }

        return new Observation(id, SeenAt(batch, seen, at), seen.What, seen.TemperatureC, seen.Value, said, text)
        {
            Test = seen.What == ObservationKind.UseTest ? seen.Test : null,
        };
    }

    private static UseTest TestOf(Batch batch, string? key) =>
        EvaluationPoint.TestsOf(batch.Content.Family).FirstOrDefault(test => test.Id == key)
        ?? throw new Refusal(
            Codes.UnknownId,
            "command.test",
            key,
            $"“{key}” is no test of this kind of product.",
            $"Choose one of: {string.Join(", ", EvaluationPoint.TestsOf(batch.Content.Family).Select(test => test.Id))}."
        );

    /// <summary>When it was seen: now, or what was told of an earlier look.</summary>
    private static DateTime SeenAt(Batch batch, Observe seen, DateTime at) =>
        seen.SeenAt is not { } told ? at
        : told > at.AddMinutes(AheadMin)
            ? throw new Refusal(
                Codes.Date,
                "command.seenAt",
                told,
                $"{told:yyyy-MM-dd} is still to come: nothing can have been seen then.",
                "Type the day on which you looked."
            )
        : told < batch.StartedAt
            ? throw new Refusal(
                Codes.Date,
                "command.seenAt",
                told,
                $"Lot {batch.Lot} was begun on {batch.StartedAt:yyyy-MM-dd}: it cannot have been seen before.",
                "Type a day after that."
            )
        : told;

    /// <summary>What the model says of a test, on its own scale; null where it says nothing.</summary>
    private double? SaidOf(Formula weighed, UseTest test)
    {
        double? Grease(double minutes) =>
            assessor.Assess(weighed, FeelOnly).Parts.Feel?.Skin is { } skin ? 1 + GreaseFrom.Count(from => skin.GreaseAfter(minutes) >= from) : null;
        return test.Id switch
        {
            "grease-0" => Grease(0),
            "grease-5" => Grease(5),
            "grease-30" => Grease(30),
            "absorption" => assessor.Assess(weighed, FeelOnly).Parts.Feel?.Skin?.DryDownMin,
            _ => null,
        };
    }

    /// <summary>An observation with what is said of the same now that other weights stand in the record.</summary>
    internal Observation Anew(Batch weighed, Observation seen)
    {
        var curve = new ProductMelt(weighed.AsWeighed, shelf).Curve;
        return seen with
        {
            Said = seen switch
            {
                { Kind: ObservationKind.ThumbPress, TemperatureC: { } celsius } when curve is not null => MatterStates.ThumbOf(
                    curve.FirmnessAt(celsius)
                ),
                { Kind: ObservationKind.Slump } => curve?.SlumpC,
                { Test: { } test } when UseTest.All.TryGetValue(test, out var tried) => SaidOf(weighed.AsWeighed, tried),
                _ => seen.Said,
            },
        };
    }

    private static double Check(double? value, double least, double most, string field, string remedy) =>
        value is { } number && double.IsFinite(number) && number >= least && number <= most
            ? number
            : throw new Refusal(
                value is null ? Codes.Missing : Codes.Range,
                $"command.{field}",
                value,
                value is null ? "A number is missing." : $"{Wording.Number(value.Value, "0.###")} cannot be.",
                remedy
            );
}
