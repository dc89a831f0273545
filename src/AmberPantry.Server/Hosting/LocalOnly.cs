using Microsoft.AspNetCore.Mvc;

namespace AmberPantry.Server.Hosting;

/// <summary>Answers only to this machine's own names, and lets no foreign page write.</summary>
/// <remarks>A page from elsewhere could otherwise reach the workshop through the maker's browser.</remarks>
public sealed class LocalOnly(RequestDelegate next)
{
    private static readonly HashSet<string> Names = new(StringComparer.OrdinalIgnoreCase) { "localhost", "127.0.0.1", "[::1]", "::1" };

    public async Task InvokeAsync(HttpContext context)
    {
        var request = context.Request;
        if (!Names.Contains(request.Host.Host))
        {
            await Refuse(context, StatusCodes.Status400BadRequest, "host", request.Host.Value, "This address is not one of the workshop's own.", "Open it as http://localhost with its port.");
            return;
        }

        var origin = request.Headers.Origin.ToString();
        if (origin.Length > 0 && !HttpMethods.IsGet(request.Method) && !HttpMethods.IsHead(request.Method) && !SameOrigin(origin, request))
        {
            await Refuse(context, StatusCodes.Status403Forbidden, "origin", origin, "A page from elsewhere tried to change the workshop and was turned away.", "Use the workshop's own page.");
            return;
        }

        context.Response.Headers.XContentTypeOptions = "nosniff";
        context.Response.Headers["Referrer-Policy"] = "no-referrer";
        await next(context);
    }

    private static bool SameOrigin(string origin, HttpRequest request) =>
        Uri.TryCreate(origin, UriKind.Absolute, out var from) && Names.Contains(from.Host) && from.Port == (request.Host.Port ?? 80);

    private static Task Refuse(HttpContext context, int status, string field, string? value, string detail, string remedy)
    {
        context.Response.StatusCode = status;
        var problem = new ProblemDetails { Status = status, Title = "Not from here", Detail = detail };
        problem.Extensions["error"] = "E_ORIGIN";
        problem.Extensions["field"] = field;
        problem.Extensions["value"] = value;
        problem.Extensions["remedy"] = remedy;
        return context.Response.WriteAsJsonAsync(problem, options: null, contentType: "application/problem+json");
    }
}
