using AmberPantry.Data;
using Microsoft.AspNetCore.SignalR;

namespace AmberPantry.Server.Live;

/// <summary>Lets every other page know that something was written, so that no page shows what is no longer true.</summary>
internal sealed class TellsOthers(IHubContext<LiveHub> hub, Written written, ILogger<TellsOthers> log) : IEndpointFilter
{
    /// <summary>Header with the name that a page gave itself: it knows what it has written.</summary>
    public const string Page = "X-Amber-Page";

    /// <summary>Header of an answer with the number of the last command before it.</summary>
    public const string Since = "X-Amber-Written";

    public async ValueTask<object?> InvokeAsync(EndpointFilterInvocationContext context, EndpointFilterDelegate next)
    {
        context.HttpContext.Response.Headers[Since] = $"{written.Last}";
        var answer = await next(context);
        var request = context.HttpContext.Request;
        if (!HttpMethods.IsGet(request.Method) && context.HttpContext.RequestServices.GetRequiredService<PantryDb>().HasWritten)
        {
            var page = request.Headers[Page].ToString();
            // Nobody waits for it: a page that hangs must not hold up the one that wrote.
            _ = Tell(page, written.Add(page));
        }

        return answer;
    }

    private async Task Tell(string page, long number)
    {
        try
        {
            await hub.Clients.All.SendAsync(LiveHub.Changed, page, number);
        }
        catch (Exception error) when (error is OperationCanceledException or IOException)
        {
            log.LogDebug(error, "A page went while it was told; it asks anew when it comes back.");
        }
    }
}
