using AmberPantry.Core.Workshops;

namespace AmberPantry.Server.Hosting;

/// <summary>The server cannot start as asked; says why and what to do.</summary>
public sealed class StartException(string message, string remedy, Exception? inner = null) : Exception(message, inner)
{
    public string Remedy { get; } = remedy;
}

/// <summary>How the server was asked to start.</summary>
/// <param name="Port">TCP port on loopback, 0 for any free one.</param>
/// <param name="DataFile">The SQLite file.</param>
/// <param name="Demo">Begin a new file with the made-up pantry.</param>
/// <param name="Fresh">Throw a made-up pantry away first.</param>
/// <param name="WebRoot">Folder of the built front end.</param>
public sealed record AmberOptions(int Port, string DataFile, bool Demo, bool Fresh, string WebRoot)
{
    /// <summary>Where devices speak of which the house has told nothing.</summary>
    public DeviceAddresses Devices { get; init; } = new();

    public const int UsualPort = 5178;
    private const string DemoFile = "demo.db";

    /// <summary>Where the made-up pantry stood when it shared the workshop's folder.</summary>
    public string? FormerDataFile => Demo ? Path.Combine(Path.GetDirectoryName(DataFile)!, "..", DemoFile) : null;

    /// <summary>Reads <c>--demo</c>, <c>--fresh</c>, AMBER_PORT, AMBER_DATA, AMBER_WEB, AMBER_SCALE, AMBER_PROBE, AMBER_WEATHER and
    /// XDG_DATA_HOME.</summary>
    /// <exception cref="StartException">For a port that is no port, or --fresh without --demo.</exception>
    public static AmberOptions Read(IReadOnlyCollection<string> args, Func<string, string?> environment)
    {
        var demo = args.Contains("--demo");
        var fresh = args.Contains("--fresh");
        if (fresh && !demo)
        {
            throw new StartException("--fresh throws data away and goes with the made-up pantry only.", "Use ./amber demo --fresh.");
        }

        var portText = environment("AMBER_PORT");
        var port = UsualPort;
        if (!string.IsNullOrEmpty(portText) && (!int.TryParse(portText, out port) || port is < 0 or > 65535))
        {
            throw new StartException($"AMBER_PORT is “{portText}”, which is no port.", "Set it to a number from 1 to 65535.");
        }

        var folder = environment("AMBER_DATA");
        if (string.IsNullOrEmpty(folder))
        {
            var xdg = environment("XDG_DATA_HOME");
            var home = string.IsNullOrEmpty(xdg) ? Path.Combine(environment("HOME") ?? ".", ".local", "share") : xdg;
            folder = Path.Combine(home, "amber-pantry");
        }

        var web = environment("AMBER_WEB");
        return new AmberOptions(
            port,
            demo ? Path.Combine(folder, "made-up", DemoFile) : Path.Combine(folder, "workshop.db"),
            demo,
            fresh,
            Path.GetFullPath(string.IsNullOrEmpty(web) ? Path.Combine(AppContext.BaseDirectory, "web") : web)
        )
        {
            Devices = new DeviceAddresses(environment("AMBER_SCALE"), environment("AMBER_PROBE"), environment("AMBER_WEATHER")),
        };
    }
}
