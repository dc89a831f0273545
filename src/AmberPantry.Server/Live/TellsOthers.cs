using AmberPantry.Data;
using Microsoft.AspNetCore.SignalR;

namespace AmberPantry.Server.Live;

/// <summary>Lets every other page know that something was written, so that no page shows what is no longer true.</summary>
internal sealed class TellsOthers(IHubContext<LiveHub> hub, ILogger<TellsOthers> log) : IEndpointFilter
{
    /// <summary>Header with the name that a page gave itself: it knows what it has written.</summary>
    public const string Page = "X-Amber-Page";

    public async ValueTask<object?> InvokeAsync(EndpointFilterInvocationContext context, EndpointFilterDelegate next)
    {
        var answer = await next(context);
        var request = context.HttpContext.Request;
        if (!HttpMethods.IsGet(request.Method) && context.HttpContext.RequestServices.GetRequiredService<PantryDb>().HasWritten)
        {
            // Nobody waits for it: a page that hangs must not hold up the one that wrote.
            _ = Tell(request.Headers[Page].ToString());
        }

        return answer;
    }

    private async Task Tell(string page)
    {
        try
        {
            await hub.Clients.All.SendAsync(LiveHub.Changed, page);
        }
        catch (Exception error) when (error is OperationCanceledException or IOException)
        {
            log.LogDebug(error, "A page went while it was told; it asks anew when it comes back.");
        }
    }
}
