using System.Text.Json;
using AmberPantry.Core.Assessment;
using AmberPantry.Core.Composition;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.House;

namespace AmberPantry.Server.Bench;

/// <summary>A landmark moved to see what would happen.</summary>
public sealed record WhatIf(string Landmark, double TemperatureC);

/// <param name="Formula">The formula to judge; its shares total 100.</param>
/// <param name="Edits">Changes to make to it first.</param>
/// <param name="Whole">Tell the science beside melting too; the bench leaves it out while something is being dragged.</param>
/// <param name="WithRemedies">Search remedies too; leave out while something is being dragged.</param>
public sealed record AssessRequest(Formula Formula, IReadOnlyList<FormulaEdit>? Edits = null, bool WithRemedies = false, WhatIf? WhatIf = null, bool Whole = true);

/// <param name="Formula">The formula after the edits.</param>
public sealed record AssessAnswer(Formula Formula, Assessment Assessment);

/// <param name="HoldsAtC">Temperature at which the mix must keep its shape, −5 to 90 °C.</param>
public sealed record MixRequest(Formula Formula, double HoldsAtC);

/// <summary>Judging a formula without keeping it.</summary>
public static class AssessEndpoints
{
    public static void Map(RouteGroupBuilder api)
    {
        api.MapPost("/assess", AnswerAsync).Accepts<AssessRequest>("application/json").Produces<AssessAnswer>();
        api.MapPost("/mix", (MixRequest request, WorkshopKeeper keeper) =>
        {
            FormulaCheck.Check(request.Formula, keeper.Shelf);
            CheckC(request.HoldsAtC, -5, 90, "holdsAtC");
            return new MixFinder(keeper.Shelf, keeper.Open.Workshop).HoldAt(request.Formula, request.HoldsAtC);
        });
    }

    private static async Task<IResult> AnswerAsync(HttpRequest http, WorkshopKeeper keeper)
    {
        using var question = new MemoryStream();
        await http.Body.CopyToAsync(question, http.HttpContext.RequestAborted);
        var bytes = question.GetBuffer().AsMemory(0, (int)question.Length);
        var open = keeper.Open;
        var key = AnswerShelf.Key(bytes.Span);
        return Results.Bytes(open.Answers.Find(key) ?? open.Answers.Keep(key, Work(bytes.Span, open)), "application/json; charset=utf-8");
    }

    private static byte[] Work(ReadOnlySpan<byte> question, OpenWorkshop open)
    {
        try
        {
            var request = JsonSerializer.Deserialize<AssessRequest>(question, WireJson.Options) ?? throw new JsonException("The question is null.");
            return JsonSerializer.SerializeToUtf8Bytes(Assess(request, open), WireJson.Options);
        }
        catch (JsonException unread)
        {
            throw new BadHttpRequestException("The question cannot be read.", StatusCodes.Status400BadRequest, unread);
        }
    }

    private static AssessAnswer Assess(AssessRequest request, OpenWorkshop open)
    {
        FormulaCheck.Check(request.Formula, open.Shelf);
        var assessor = request.WhatIf is { } whatIf ? new Assessor(open.Shelf, Moved(open.Workshop, whatIf)) : open.Assessor;
        var formula = request.Edits is { Count: > 0 } edits ? assessor.Editor.Apply(request.Formula, edits) : request.Formula;
        return new AssessAnswer(formula, assessor.Assess(formula, request.WithRemedies, request.Whole));
    }

    private static Workshop Moved(Workshop workshop, WhatIf whatIf)
    {
        CheckC(whatIf.TemperatureC, -5, 95, "whatIf.temperatureC");
        return workshop with
        {
            Landmarks = [.. workshop.Landmarks.Select(landmark => landmark.Id == whatIf.Landmark ? landmark with { TemperatureC = whatIf.TemperatureC } : landmark)],
        };
    }

    private static void CheckC(double celsius, double least, double most, string field)
    {
        if (!double.IsFinite(celsius) || celsius < least || celsius > most)
        {
            throw new Refusal("E_RANGE", field, celsius, $"{celsius} °C is off the ruler.", $"Give {least} to {most} °C.");
        }
    }
}
