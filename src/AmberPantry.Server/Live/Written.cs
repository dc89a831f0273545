namespace AmberPantry.Server.Live;

/// <summary>Which pages have written lately, so that one that comes, or comes back, learns whether another wrote meanwhile.</summary>
public sealed class Written
{
    private const int Most = 256;
    private readonly Lock gate = new();
    private readonly Queue<(long Number, string Page)> lately = new();
    private readonly long first = DateTime.UtcNow.Ticks / TimeSpan.TicksPerMillisecond;
    private long last;

    public Written() => last = first;

    /// <summary>Number of the last command; a server started later begins with a greater one.</summary>
    public long Last => Interlocked.Read(ref last);

    /// <summary>Takes note of a command; its number.</summary>
    public long Add(string page)
    {
        lock (gate)
        {
            if (lately.Count == Most)
            {
                lately.Dequeue();
            }

            lately.Enqueue((++last, page));
            return last;
        }
    }

    /// <summary>Whether another page wrote after that number; also where it is too long ago to know.</summary>
    public bool ByAnother(long since, string page)
    {
        lock (gate)
        {
            var known = lately.TryPeek(out var oldest) ? oldest.Number - 1 : first;
            return since < known || since > last || lately.Any(one => one.Number > since && one.Page != page);
        }
    }
}
