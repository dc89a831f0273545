using System.Globalization;

namespace AmberPantry.Core.Workshops;

/// <summary>Where the bench's instruments speak: a port of this machine, such as "5181" or "127.0.0.1:5181"; null or empty for none.</summary>
public sealed record DeviceAddresses(string? Scale = null, string? Probe = null, string? Weather = null)
{
    private static readonly string[] ThisMachine = ["127.0.0.1", "localhost", "[::1]"];

    /// <summary>The port of an address; null for what is none.</summary>
    public static int? Port(string address)
    {
        var at = address.LastIndexOf(':');
        return
            (at < 0 || ThisMachine.Contains(address[..at].Trim(), StringComparer.OrdinalIgnoreCase))
            && int.TryParse(address[(at + 1)..].Trim(), NumberStyles.None, CultureInfo.InvariantCulture, out var port)
            && port is > 0 and <= 65535
            ? port
            : null;
    }

    /// <exception cref="Refusal">E_RANGE for what is no port of this machine.</exception>
    internal void Check(string path)
    {
        foreach (var (address, field) in new[] { (Scale, "scale"), (Probe, "probe"), (Weather, "weather") })
        {
            if (!string.IsNullOrWhiteSpace(address) && Port(address) is null)
            {
                throw new Refusal(
                    Codes.Range,
                    $"{path}.{field}",
                    address,
                    $"“{address}” is no port of this machine.",
                    "Type the number of its port, such as 5181, or leave it empty."
                );
            }
        }
    }
}
