using System.Text.Json;
using AmberPantry.Core;
using AmberPantry.Data;
using AmberPantry.Server.House;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Mvc;
using Microsoft.Data.Sqlite;
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
public sealed partial class Refusals(AmberOptions options, WorkshopKeeper keeper, ILogger<Refusals> log) : IExceptionHandler
{
    private const int UniqueConstraint = 2067;
    private const int PrimaryKey = 1555;
    private const int LongestValue = 80;
    private const string JsonReader = "System.Text.Json";

    [System.Text.RegularExpressions.GeneratedRegex("\"(?:[^\" ]* )?([A-Za-z]+)\"")]
    private static partial System.Text.RegularExpressions.Regex Parameter();

    [System.Text.RegularExpressions.GeneratedRegex(@"Path: \$\.?(\S*) \|")]
    private static partial System.Text.RegularExpressions.Regex JsonPath();

    public async ValueTask<bool> TryHandleAsync(HttpContext httpContext, Exception exception, CancellationToken cancellationToken)
    {
        if (exception is OperationCanceledException && httpContext.RequestAborted.IsCancellationRequested)
        {
            return true;
        }

        var problem = Told(exception);
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
        problem.Extensions.TryAdd("error", Codes.NotThere);
        problem.Extensions.TryAdd("field", "address");
        problem.Extensions.TryAdd("remedy", "Check the address against the API description.");
        problem.Extensions.Remove("traceId");
    }

    private static bool IsReaders(Exception exception) => exception.Source?.StartsWith(JsonReader, StringComparison.Ordinal) == true;

    private ProblemDetails Told(Exception exception) =>
        exception switch
        {
            Refusal refusal => Problem(
                refusal.Code is Codes.Made or Codes.NotNow or Codes.NotSigned or Codes.Blocked or Codes.Repeated or Codes.Changed
                    ? StatusCodes.Status409Conflict
                    : StatusCodes.Status400BadRequest,
                refusal.Code,
                keeper.LastSay.Text(refusal.Message),
                refusal.Field,
                refusal.Value,
                keeper.LastSay.Text(refusal.Remedy)
            ),
            NotThereException gone => Problem(
                StatusCodes.Status404NotFound,
                Codes.NotThere,
                gone.Message,
                "id",
                null,
                "Go back to the list and choose again."
            ),
            ChangedElsewhereException changed => With(
                Problem(
                    StatusCodes.Status409Conflict,
                    Codes.Changed,
                    changed.Message,
                    "revision",
                    null,
                    "Keep yours, keep the other, or make yours the next trial."
                ),
                "theirs",
                changed.Theirs
            ),
            DbUpdateConcurrencyException => Problem(
                StatusCodes.Status409Conflict,
                Codes.Changed,
                "This was changed in another window a moment ago.",
                "revision",
                null,
                "Try again."
            ),
            DbUpdateException { InnerException: SqliteException { SqliteExtendedErrorCode: UniqueConstraint or PrimaryKey } } => Problem(
                StatusCodes.Status409Conflict,
                Codes.Twice,
                "Something of that name or id came in a moment ago.",
                "id",
                null,
                "Load the page again, then choose another name."
            ),
            DbUpdateException { InnerException: SqliteException { SqliteErrorCode: 19 } inner } => Problem(
                StatusCodes.Status400BadRequest,
                Codes.Range,
                "The data file does not take that.",
                "body",
                inner.Message,
                "Check the fields against the API description."
            ),
            BadHttpRequestException bad => BadRequest(bad),
            JsonException unread => Unread(StatusCodes.Status400BadRequest, unread),
            NotSupportedException unread when IsReaders(unread) => Unread(
                StatusCodes.Status400BadRequest,
                new JsonException(unread.Message, JsonPath().Match(unread.Message).Groups[1].Value, null, null)
            ),
            InvalidOperationException when IsReaders(exception) => Problem(
                StatusCodes.Status400BadRequest,
                Codes.NotADocument,
                "A text in the request holds half a letter (a lone surrogate).",
                "body",
                null,
                "Send whole letters in UTF-8."
            ),
            UnreadableException unreadable => Problem(
                StatusCodes.Status409Conflict,
                Codes.Unreadable,
                unreadable.Message,
                "id",
                null,
                "Start the program again: it mends what it can. Else bring back a daily copy under House."
            ),
            _ when PantryFile.Explain(exception, options.DataFile) is { } told => Problem(
                StatusCodes.Status503ServiceUnavailable,
                Codes.File,
                told.Message,
                "file",
                null,
                told.Remedy
            ),
            _ => Problem(
                StatusCodes.Status500InternalServerError,
                Codes.Server,
                "That could not be worked out, and nothing of it was kept.",
                "body",
                null,
                "Try again; if it stays, the terminal tells more."
            ),
        };

    private static ProblemDetails BadRequest(BadHttpRequestException bad)
    {
        if (bad.StatusCode == StatusCodes.Status413PayloadTooLarge)
        {
            return Problem(bad.StatusCode, Codes.Range, "That is more than the workshop takes at once (20 MB).", "body", null, "Send less at once.");
        }

        if (bad.StatusCode == StatusCodes.Status415UnsupportedMediaType)
        {
            return Problem(
                bad.StatusCode,
                Codes.NotADocument,
                bad.Message,
                "body",
                null,
                "Send JSON, and say so with Content-Type: application/json."
            );
        }

        if (bad.InnerException is JsonException json)
        {
            return Unread(StatusCodes.Status400BadRequest, json);
        }

        // The framework names a parameter of the address as "Type name".
        return Parameter().Match(bad.Message) is { Success: true } parameter
            ? Problem(
                StatusCodes.Status400BadRequest,
                bad.Message.StartsWith("Required", StringComparison.Ordinal) ? Codes.Missing : Codes.NotANumber,
                bad.Message.StartsWith("Required", StringComparison.Ordinal)
                    ? $"The address lacks {parameter.Groups[1].Value}."
                    : $"The {parameter.Groups[1].Value} in the address has the wrong kind.",
                parameter.Groups[1].Value,
                null,
                "Check the address against the API description."
            )
            : Problem(
                StatusCodes.Status400BadRequest,
                Codes.NotADocument,
                "The request cannot be read.",
                "body",
                null,
                "Send JSON as the API description says."
            );
    }

    /// <summary>What the reader calls members that must be there.</summary>
    [System.Text.RegularExpressions.GeneratedRegex("missing required properties including: '([^']+)'")]
    private static partial System.Text.RegularExpressions.Regex Lacking();

    private static ProblemDetails Unread(int status, JsonException json)
    {
        var field = json.Path?.TrimStart('$', '.') ?? "";
        if (Lacking().Match(json.Message) is { Success: true } lacking)
        {
            var missing = $"{field}{(field.Length > 0 ? "." : "")}{lacking.Groups[1].Value}";
            return Problem(status, Codes.Missing, $"The request lacks {missing}.", missing, null, "Fill it as the API description says.");
        }

        return Problem(
            status,
            field.Length == 0 ? Codes.NotADocument : Codes.NotANumber,
            field.Length > 0
                ? $"The value at {field} has the wrong kind, or something is missing there."
                : "The request is not whole, or lacks something it must hold.",
            field.Length > 0 ? field : "body",
            null,
            "Check the field against the API description."
        );
    }

    private static ProblemDetails Problem(int status, string error, string detail, string field, string? value, string remedy)
    {
        var problem = new ProblemDetails
        {
            Status = status,
            Title = "Not taken",
            Detail = detail,
        };
        problem.Extensions["error"] = error;
        problem.Extensions["field"] = field.Length > 0 ? field : "body";
        problem.Extensions["value"] = value?.Length > LongestValue ? value[..LongestValue] : value;
        problem.Extensions["remedy"] = remedy;
        return problem;
    }

    private static ProblemDetails With(ProblemDetails problem, string name, object value)
    {
        problem.Extensions[name] = value;
        return problem;
    }
}
