using AmberPantry.Core.Composition;
using AmberPantry.Data;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Hosting;

/// <summary>Something asked for is not there.</summary>
public sealed class NotThereException(string what) : Exception($"{what} is not in this workshop.");

/// <summary>Someone else changed it first.</summary>
public sealed class ChangedElsewhereException(string message, object theirs) : Exception(message)
{
    public object Theirs { get; } = theirs;
}

/// <summary>Turns every refusal into problem details with error, field, value and remedy; never a stack trace.</summary>
public sealed class Refusals(AmberOptions options, ILogger<Refusals> log) : IExceptionHandler
{
    public async ValueTask<bool> TryHandleAsync(HttpContext httpContext, Exception exception, CancellationToken cancellationToken)
    {
        var problem = exception switch
        {
            Refusal refusal => Problem(StatusCodes.Status400BadRequest, refusal.Code, refusal.Message, refusal.Field, refusal.Value, refusal.Remedy),
            NotThereException gone => Problem(StatusCodes.Status404NotFound, "E_NOT_THERE", gone.Message, "id", null, "Go back to the list and choose again."),
            ChangedElsewhereException changed => With(
                Problem(StatusCodes.Status409Conflict, "E_CHANGED", changed.Message, "revision", null, "Keep yours, keep the other, or make yours the next trial."), "theirs", changed.Theirs),
            DbUpdateConcurrencyException => Problem(StatusCodes.Status409Conflict, "E_CHANGED", "This was changed in another window a moment ago.", "revision", null, "Try again."),
            BadHttpRequestException bad => BadRequest(bad),
            _ when PantryFile.Explain(exception, options.DataFile) is { } told => Problem(StatusCodes.Status503ServiceUnavailable, "E_FILE", told.Message, "file", null, told.Remedy),
            _ => Problem(StatusCodes.Status500InternalServerError, "E_SERVER", "That could not be worked out. What you entered is kept.", "", null, "Try again; if it stays, the terminal tells more."),
        };
        if (problem.Status >= 500)
        {
            log.LogError(exception, "Request {Path} failed", httpContext.Request.Path);
        }

        httpContext.Response.StatusCode = problem.Status!.Value;
        await httpContext.Response.WriteAsJsonAsync(problem, options: null, contentType: "application/problem+json", cancellationToken);
        return true;
    }

    /// <summary>Gives an answer that the framework wrote the same members as a refusal.</summary>
    public static void Complete(ProblemDetails problem)
    {
        problem.Detail ??= "That is not something the workshop answers.";
        problem.Extensions.TryAdd("error", "E_NOT_THERE");
        problem.Extensions.TryAdd("field", "");
        problem.Extensions.TryAdd("remedy", "Check the address against the API description.");
        problem.Extensions.Remove("traceId");
    }

    private static ProblemDetails BadRequest(BadHttpRequestException bad)
    {
        var json = bad.InnerException as System.Text.Json.JsonException;
        var field = json?.Path?.TrimStart('$', '.') ?? "";
        return bad.StatusCode switch
        {
            StatusCodes.Status413PayloadTooLarge => Problem(bad.StatusCode, "E_RANGE", "That is more than the workshop takes at once (20 MB).", "body", null, "Send a smaller document."),
            StatusCodes.Status415UnsupportedMediaType => Problem(bad.StatusCode, "E_NOT_A_DOCUMENT", bad.Message, "body", null, "Send JSON, and say so with Content-Type: application/json."),
            _ => Problem(StatusCodes.Status400BadRequest, json is null ? "E_NOT_A_DOCUMENT" : "E_NOT_A_NUMBER", field.Length > 0 ? $"The value at {field} has the wrong kind." : "The request cannot be read.", field, null, "Check the field against the API description."),
        };
    }

    private static ProblemDetails Problem(int status, string error, string detail, string field, string? value, string remedy)
    {
        var problem = new ProblemDetails { Status = status, Title = "Not taken", Detail = detail };
        problem.Extensions["error"] = error;
        problem.Extensions["field"] = field;
        problem.Extensions["value"] = value;
        problem.Extensions["remedy"] = remedy;
        return problem;
    }

    private static ProblemDetails With(ProblemDetails problem, string name, object value)
    {
        problem.Extensions[name] = value;
        return problem;
    }
}
