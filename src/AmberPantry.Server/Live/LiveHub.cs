using Microsoft.AspNetCore.SignalR;

namespace AmberPantry.Server.Live;

/// <summary>Tells pages what the devices say, and that something was written. Nothing is told to it: orders go through the API.</summary>
public sealed class LiveHub(LiveDevices devices, Written written) : Hub
{
    public const string Path = "/live";

    /// <summary>Name of the message with a device's state.</summary>
    public const string Device = "device";

    /// <summary>Name of the message that something was written, with the page that wrote it and the number of the command.</summary>
    public const string Changed = "changed";

    /// <summary>A page that has just come hears how all of them stand, and whether another has written since it asked.</summary>
    public override async Task OnConnectedAsync()
    {
        var asked = Context.GetHttpContext()?.Request.Query;
        if (long.TryParse(asked?["since"], out var since) && written.ByAnother(since, $"{asked["page"]}"))
        {
            await Clients.Caller.SendAsync(Changed, "", written.Last, Context.ConnectionAborted);
        }

        foreach (var state in devices.All)
        {
            await Clients.Caller.SendAsync(Device, state, Context.ConnectionAborted);
        }
    }
}
