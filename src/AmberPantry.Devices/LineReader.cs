using System.Text;

namespace AmberPantry.Devices;

/// <summary>Reads lines from a stream; one that grows past all measure is cut and told as it is, so that it can be counted as garbled.</summary>
public sealed class LineReader(Stream stream)
{
    private readonly byte[] buffer = new byte[8192];
    private readonly List<byte> line = [];
    private int at,
        end;

    /// <summary>The next line without its end; null when the stream has ended.</summary>
    public async ValueTask<string?> Next(CancellationToken stop)
    {
        while (true)
        {
            while (at < end)
            {
                var one = buffer[at++];
                if (one == '\n' || line.Count > DeviceLine.Longest)
                {
                    var text = Encoding.UTF8.GetString([.. line]).TrimEnd('\r');
                    line.Clear();
                    return text;
                }

                line.Add(one);
            }

            (at, end) = (0, await stream.ReadAsync(buffer, stop));
            if (end == 0)
            {
                return null;
            }
        }
    }
}
