using System.Net;
using System.Net.Sockets;
using System.Text;
using AmberPantry.Core.Workshops;
using AmberPantry.Devices;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.House;
using Microsoft.AspNetCore.SignalR;

namespace AmberPantry.Server.Live;

/// <summary>Keeps a line open to each device whose address is told, finds it again when it was away, and passes on what it says.</summary>
internal sealed class DeviceBridge(
    LiveDevices devices,
    WorkshopKeeper keeper,
    AmberOptions options,
    PantryClock clock,
    IHubContext<LiveHub> hub,
    IHostApplicationLifetime lifetime
) : BackgroundService
{
    /// <summary>Between two looks at the house and at what has gone silent.</summary>
    private static readonly TimeSpan Look = TimeSpan.FromSeconds(1);

    /// <summary>The weather is asked for anew.</summary>
    private static readonly TimeSpan WeatherAgain = TimeSpan.FromHours(1);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        try
        {
            var started = new TaskCompletionSource();
            await using var begun = lifetime.ApplicationStarted.Register(started.SetResult);
            await started.Task.WaitAsync(stoppingToken);
            await Task.WhenAll(Enum.GetValues<DeviceKind>().Select(kind => Keep(kind, stoppingToken)));
        }
        catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
        {
            // The server stops.
        }
    }

    private int? Port(DeviceKind kind)
    {
        var (house, start) = (keeper.Open.House.Devices, options.Devices);
        var (told, usual) = kind switch
        {
            DeviceKind.Scale => (house.Scale, start.Scale),
            DeviceKind.Probe => (house.Probe, start.Probe),
            _ => (house.Weather, start.Weather),
        };
        var address = string.IsNullOrWhiteSpace(told) ? usual : told;
        return string.IsNullOrWhiteSpace(address) ? null : DeviceAddresses.Port(address);
    }

    private async Task Keep(DeviceKind kind, CancellationToken stop)
    {
        while (true)
        {
            await Task.Delay(Look, stop);
            var port = Port(kind);
            devices.Know(kind, port is not null);
            if (port is { } at)
            {
                try
                {
                    await Listen(kind, at, stop);
                }
                catch (Exception error) when (error is SocketException or IOException)
                {
                    // It is away, which its state says; it is looked for again.
                }
            }

            await Tell(kind, stop);
        }
    }

    /// <summary>Until the device hangs up, or its address is another.</summary>
    private async Task Listen(DeviceKind kind, int port, CancellationToken stop)
    {
        using var client = new TcpClient { NoDelay = true };
        await client.ConnectAsync(IPAddress.Loopback, port, stop);
        var stream = client.GetStream();
        using var turn = new SemaphoreSlim(1);
        devices.Begin(kind, Send);
        using var over = CancellationTokenSource.CreateLinkedTokenSource(stop);
        var watching = Watch(kind, port, Send, over);
        try
        {
            var lines = new LineReader(stream);
            while (await lines.Next(over.Token) is { } line)
            {
                devices.Take(kind, line);
                await Tell(kind, over.Token);
            }
        }
        catch (OperationCanceledException) when (!stop.IsCancellationRequested)
        {
            // Its address is another now.
        }
        finally
        {
            devices.End(kind);
            await over.CancelAsync();
            await watching;
        }

        async Task Send(string line)
        {
            await turn.WaitAsync(stop);
            try
            {
                await stream.WriteAsync(Encoding.UTF8.GetBytes(line + "\n"), stop);
            }
            finally
            {
                turn.Release();
            }
        }
    }

    /// <summary>What no line tells: that it has gone silent, that the house names another, that the weather wants asking.</summary>
    private async Task Watch(DeviceKind kind, int port, Func<string, Task> send, CancellationTokenSource over)
    {
        var (before, asked) = (devices.At(kind), DateTime.MinValue);
        try
        {
            while (!over.IsCancellationRequested)
            {
                if (kind == DeviceKind.Weather && DateTime.UtcNow - asked > WeatherAgain)
                {
                    asked = DateTime.UtcNow;
                    await send(new TellFrom(clock.Now.Date).Write());
                }

                await Task.Delay(Look, over.Token);
                if (Port(kind) != port)
                {
                    await over.CancelAsync();
                }
                else if (devices.At(kind) is var now && now.Standing != before.Standing)
                {
                    before = now;
                    await Tell(kind, over.Token);
                }
            }
        }
        catch (Exception error) when (error is OperationCanceledException or IOException)
        {
            // The line is gone, which whoever reads it notices too.
        }
    }

    private async Task Tell(DeviceKind kind, CancellationToken stop)
    {
        try
        {
            await hub.Clients.All.SendAsync(LiveHub.Device, devices.At(kind), stop);
        }
        catch (Exception error) when (error is OperationCanceledException or IOException && !stop.IsCancellationRequested)
        {
            // A page has gone while it was told; the others hear the next line.
        }
    }
}
