using AmberPantry.Devices;
using AmberPantry.Devices.Pretend;

// A stand-in for one device, until it is stopped: scale, probe or weather, with --port, --seed and --speed.
if (args.Length == 0 || !Enum.TryParse<DeviceKind>(args[0], ignoreCase: true, out var kind) || !Enum.IsDefined(kind))
{
    await Console.Error.WriteLineAsync("Say which: scale, probe or weather; then --port N, --seed N and --speed N as you like.");
    return 3;
}

int? Told(string name, int usual, int least, int most) =>
    Array.IndexOf(args, name) is var at && at < 0 ? usual
    : at + 1 < args.Length && int.TryParse(args[at + 1], out var number) && number >= least && number <= most ? number
    : null;

if (
    Told("--port", 0, 0, 65535) is not { } port
    || Told("--seed", 1, int.MinValue, int.MaxValue) is not { } seed
    || Told("--speed", 1, 1, 3600) is not { } speed
)
{
    await Console.Error.WriteLineAsync("--port is 0 to 65535, --seed a whole number, --speed 1 to 3600.");
    return 3;
}

using var ended = new CancellationTokenSource();
using var term = System.Runtime.InteropServices.PosixSignalRegistration.Create(System.Runtime.InteropServices.PosixSignal.SIGTERM, signal =>
{
    signal.Cancel = true;
    ended.Cancel();
});
Console.CancelKeyPress += (_, pressed) =>
{
    pressed.Cancel = true;
    ended.Cancel();
};
try
{
    await using var device = PretendServer.Of(kind, seed, port, speed);
    Console.WriteLine($"Pretend {args[0].ToLowerInvariant()} on port {device.Port}");
    await Task.Delay(Timeout.Infinite, ended.Token).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
    return 0;
}
catch (System.Net.Sockets.SocketException)
{
    await Console.Error.WriteLineAsync($"Port {port} is taken. Choose another with --port.");
    return 3;
}
