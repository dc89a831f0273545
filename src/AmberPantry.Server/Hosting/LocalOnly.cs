using AmberPantry.Server.Live;
using Microsoft.AspNetCore.Mvc;

namespace AmberPantry.Server.Hosting;

/// <summary>Answers only to this machine's own names, and lets no foreign page write.</summary>
/// <remarks>A page from elsewhere could otherwise reach the workshop through the maker's browser.</remarks>
public sealed class LocalOnly(RequestDelegate next)
{
    private static readonly HashSet<string> Names = new(StringComparer.OrdinalIgnoreCase) { "localhost", "127.0.0.1", "[::1]", "::1" };

    public async Task InvokeAsync(HttpContext context)
    {
        // Set at the last moment: a refusal clears what was set before it.
        context.Response.OnStarting(() =>
        {
            Guard(context.Response.Headers);
            return Task.CompletedTask;
        });
        var request = context.Request;
        if (!Names.Contains(request.Host.Host))
        {
            await Refuse(
                context,
                StatusCodes.Status400BadRequest,
                "host",
                request.Host.Value,
                "This address is not one of the workshop's own.",
                "Open it as http://localhost with its port."
            );
            return;
        }

        var origin = request.Headers.Origin.ToString();
        if (origin.Length > 0 && !IsOnlyRead(request) && !SameOrigin(origin, request))
        {
            await Refuse(
                context,
                StatusCodes.Status403Forbidden,
                "origin",
                origin,
                "A page from elsewhere tried to change the workshop and was turned away.",
                "Use the workshop's own page."
            );
            return;
        }

        await next(context);
    }

    /// <summary>A page from elsewhere cannot see what it has read. What goes on as a live line it could.</summary>
    private static bool IsOnlyRead(HttpRequest request) =>
        (HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method)) && !request.Path.StartsWithSegments(LiveHub.Path);

    /// <summary>On every answer, refusals included: nothing from elsewhere, no script but the app's own files, no frame around it.</summary>
    /// <remarks>The component library writes its styles into the page, so styles may be inline; scripts may not.</remarks>
    private static void Guard(IHeaderDictionary headers)
    {
        headers.ContentSecurityPolicy =
            "default-src 'self'; script-src 'self'; style-src 'self' 'unsafe-inline'; "
            + "img-src 'self' data: blob:; font-src 'self' data:; connect-src 'self'; "
            + "object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";
        headers.XContentTypeOptions = "nosniff";
        headers["Referrer-Policy"] = "no-referrer";
        headers.XFrameOptions = "DENY";
    }

    private static bool SameOrigin(string origin, HttpRequest request) =>
        Uri.TryCreate(origin, UriKind.Absolute, out var from) && Names.Contains(from.Host) && from.Port == (request.Host.Port ?? 80);

    private static Task Refuse(HttpContext context, int status, string field, string? value, string detail, string remedy)
    {
        context.Response.StatusCode = status;
        var problem = new ProblemDetails
        {
            Status = status,
            Title = "Not from here",
            Detail = detail,
        };
        problem.Extensions["error"] = Core.Codes.Origin;
        problem.Extensions["field"] = field;
        problem.Extensions["value"] = value;
        problem.Extensions["remedy"] = remedy;
        return context.Response.WriteAsJsonAsync(problem, options: null, contentType: "application/problem+json");
    }
}
