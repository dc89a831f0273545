using System.Net;
using System.Net.Sockets;
using System.Text;
using System.Threading.Channels;

namespace AmberPantry.Devices.Pretend;

/// <summary>Lends a stand-in a voice: listens on loopback, tells every listener the same lines, and hands it what it is told to do.</summary>
internal sealed class PretendServer : IAsyncDisposable
{
    private const int MostWaiting = 64;

    /// <summary>No line follows another sooner, however fast its time goes.</summary>
    private static readonly TimeSpan Quickest = TimeSpan.FromMilliseconds(20);
    private readonly IPretend device;
    private readonly double speed;
    private readonly TcpListener listener;
    private readonly CancellationTokenSource stop = new();
    private readonly List<Channel<string>> listeners = [];
    private readonly Lock gate = new();
    private readonly Random torn = new(1);
    private readonly Task work;
    private long troubles;

    /// <param name="port">On loopback; 0 for any free one.</param>
    /// <param name="speed">Minutes of the device in a minute on the wall.</param>
    public PretendServer(IPretend device, int port, double speed = 1)
    {
        (this.device, this.speed) = (device, speed);
        listener = new TcpListener(IPAddress.Loopback, port);
        listener.Start();
        work = Task.WhenAll(Listen(), Tell());
    }

    public int Port => ((IPEndPoint)listener.LocalEndpoint).Port;

    public static PretendServer Of(DeviceKind kind, int seed, int port, double speed = 1) =>
        kind switch
        {
            DeviceKind.Scale => new(new PretendScale(seed), port, speed),
            DeviceKind.Probe => new(new PretendProbe(seed), port, speed),
            _ => new(new PretendWeather(seed), port),
        };

    public async ValueTask DisposeAsync()
    {
        await stop.CancelAsync();
        listener.Stop();
        await work.ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
        stop.Dispose();
    }

    private async Task Listen()
    {
        while (!stop.IsCancellationRequested)
        {
            try
            {
                _ = Serve(await listener.AcceptTcpClientAsync(stop.Token));
            }
            catch (Exception error) when (error is OperationCanceledException or SocketException or ObjectDisposedException)
            {
                return;
            }
        }
    }

    private async Task Serve(TcpClient client)
    {
        // A listener that does not keep up loses the oldest lines; their numbers tell it so.
        var lines = Channel.CreateBounded<string>(new BoundedChannelOptions(MostWaiting) { FullMode = BoundedChannelFullMode.DropOldest });
        using var gone = CancellationTokenSource.CreateLinkedTokenSource(stop.Token);
        try
        {
            using (client)
            {
                client.NoDelay = true;
                var stream = client.GetStream();
                lines.Writer.TryWrite(device.Hello.Write());
                lock (gate)
                {
                    listeners.Add(lines);
                }

                var obeying = Obey(stream, gone);
                await foreach (var line in lines.Reader.ReadAllAsync(gone.Token))
                {
                    await stream.WriteAsync(Encoding.UTF8.GetBytes(line + "\n"), gone.Token);
                }

                await obeying;
            }
        }
        catch (Exception error) when (error is IOException or OperationCanceledException or ObjectDisposedException)
        {
            // Whoever listened has gone.
        }
        finally
        {
            lock (gate)
            {
                listeners.Remove(lines);
            }
        }
    }

    private async Task Obey(NetworkStream stream, CancellationTokenSource gone)
    {
        try
        {
            var lines = new LineReader(stream);
            while (await lines.Next(gone.Token) is { } line)
            {
                lock (gate)
                {
                    if (!Do(DeviceOrder.Read(line)))
                    {
                        Say(new Trouble(++troubles, DeviceTrouble.Refused).Write());
                    }
                }
            }
        }
        catch (Exception error) when (error is IOException or OperationCanceledException or ObjectDisposedException)
        {
            // Whoever listened has gone.
        }
        finally
        {
            await gone.CancelAsync();
        }
    }

    private bool Do(DeviceOrder? order)
    {
        if (order is Behave behave)
        {
            device.Behaviour = behave.As;
            return true;
        }

        return order is not null && device.Do(order);
    }

    private async Task Tell()
    {
        var every = device.Every / speed;
        using var timer = new PeriodicTimer(every > Quickest ? every : Quickest);
        var before = TimeProvider.System.GetTimestamp();
        try
        {
            while (await timer.WaitForNextTickAsync(stop.Token))
            {
                lock (gate)
                {
                    var passed = TimeProvider.System.GetElapsedTime(before) * speed;
                    before = TimeProvider.System.GetTimestamp();
                    if (device.After(passed) is { } line && As(line) is { } said)
                    {
                        Say(said);
                    }
                }
            }
        }
        catch (OperationCanceledException)
        {
            // It is put away.
        }
    }

    private string? As(DeviceLine line) =>
        device.Behaviour switch
        {
            Behaviour.Silent => null,
            Behaviour.Unplugged => new Trouble((line as Reading)?.Seq ?? 0, DeviceTrouble.Unplugged).Write(),
            Behaviour.Garbled when torn.Next(2) == 0 => line.Write()[..^(1 + torn.Next(12))],
            _ => line.Write(),
        };

    private void Say(string line)
    {
        foreach (var one in listeners)
        {
            one.Writer.TryWrite(line);
        }
    }
}
