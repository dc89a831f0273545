using System.Collections.Concurrent;
using System.Text.Json.Nodes;
using AmberPantry.Core;
using AmberPantry.Data;
using AmberPantry.Data.Copy;
using AmberPantry.Formats;
using AmberPantry.Server.Hosting;

namespace AmberPantry.Server.House;

public enum CopyState
{
    /// <summary>Being read against what is there.</summary>
    Comparing,

    /// <summary>Worked out; waits for the maker's word.</summary>
    Compared,

    /// <summary>Being taken in.</summary>
    Keeping,
    Kept,
    Stopped,
    Refused,
}

/// <summary>Why a copy was not taken.</summary>
public sealed record CopyRefusal(string Error, string Field, string? Value, string Detail, string Remedy);

/// <summary>How far a copy has come.</summary>
/// <param name="Lines">Records gone through.</param>
/// <param name="Of">Records in the copy; 0 where it does not say.</param>
/// <param name="Counts">What it changes, by kind of record.</param>
public sealed record CopyWorkView(Guid Id, CopyState State, string Part, int Lines, int Of, IReadOnlyList<CopyCount> Counts, CopyRefusal? Refusal);

/// <summary>Copies being taken in: first what each would change, then all of it or nothing, with progress and a way to stop.</summary>
public sealed class CopyWork(IServiceScopeFactory scopes, WorkshopKeeper keeper, AmberOptions options, ILogger<CopyWork> log) : IDisposable
{
    private const int MostWaiting = 5;
    private readonly ConcurrentDictionary<Guid, Job> jobs = new();

    /// <summary>Where a copy is put down while it is read.</summary>
    public string NewFile()
    {
        var folder = Path.Combine(Path.GetDirectoryName(Path.GetFullPath(options.DataFile))!, "incoming");
        Directory.CreateDirectory(folder);
        return Path.Combine(folder, $"{Guid.NewGuid():N}.copy");
    }

    public Job Begin(string file)
    {
        foreach (var old in jobs.Values.OrderByDescending(job => job.Begun).Skip(MostWaiting - 1))
        {
            Forget(old);
        }

        var job = new Job(file);
        jobs[job.Id] = job;
        job.Run(CopyState.Comparing, CopyState.Compared, (progress, stop) => Work(job, keep: false, progress, stop));
        return job;
    }

    /// <exception cref="NotThereException">When there is no such copy.</exception>
    public Job Find(Guid id) => jobs.GetValueOrDefault(id) ?? throw new NotThereException("That copy");

    /// <exception cref="Refusal">E_NOT_NOW before it has been compared.</exception>
    public Job Keep(Guid id)
    {
        var job = Find(id);
        if (
            !job.TryRun(CopyState.Compared, CopyState.Keeping, CopyState.Kept, (progress, stop) => Work(job, keep: true, progress, stop))
            && job.State is not (CopyState.Keeping or CopyState.Kept)
        )
        {
            throw new Refusal(
                Codes.NotNow,
                "state",
                AmberJson.Word(job.State),
                "That copy is not ready to be taken in.",
                "Wait until it has been compared, or choose it again."
            );
        }

        return job;
    }

    public Job Stop(Guid id)
    {
        var job = Find(id);
        job.Cancel();
        return job;
    }

    public void Dispose()
    {
        foreach (var job in jobs.Values)
        {
            Forget(job);
        }
    }

    private void Forget(Job job)
    {
        job.Cancel();
        jobs.TryRemove(job.Id, out _);
    }

    private async Task<IReadOnlyList<CopyCount>> Work(Job job, bool keep, IProgress<CopyProgress> progress, CancellationToken stop)
    {
        try
        {
            await using var scope = scopes.CreateAsyncScope();
            var db = scope.ServiceProvider.GetRequiredService<PantryDb>();
            return await Read(job, lines => PantryCopy.TakeIn(db, lines, keep, progress, stop), stop);
        }
        catch (Exception error) when (error is not (Refusal or OperationCanceledException))
        {
            log.LogError(error, "A copy could not be taken in");
            var told = PantryFile.Explain(error, options.DataFile);
            throw new Refusal(
                told is null ? Codes.Server : Codes.File,
                "file",
                null,
                told?.Message ?? "The copy could not be worked out. Nothing of it was kept.",
                told?.Remedy ?? "Try again; if it stays, the terminal tells more."
            );
        }
        finally
        {
            if (keep)
            {
                keeper.Forget();
            }
        }
    }

    private static async Task<T> Read<T>(Job job, Func<Func<string, IAsyncEnumerable<JsonObject>>, Task<T>> take, CancellationToken stop)
    {
        await using var file = File.OpenRead(job.File);
        var start = new byte[8];
        var read = await file.ReadAsync(start, stop);
        file.Position = 0;
        if (FirstDocument.Begins(start.AsSpan(0, read)))
        {
            var first = FirstDocument.Read(file);
            job.Of = first.Values.Sum(lines => lines.Count);
            return await take(part => (first.TryGetValue(part, out var lines) ? lines : []).ToAsyncEnumerable());
        }

        await using var copy = await CopyArchive.Open(file, stop);
        job.Of = copy.Manifest.Counts?.Values.Where(count => count is > 0 and < 100_000_000).Sum() ?? 0;
        return await take(part => copy.Lines(part, stop));
    }

    /// <summary>One copy on its way in.</summary>
    public sealed class Job(string file) : IProgress<CopyProgress>, IDisposable
    {
        private readonly Lock changing = new();
        private readonly CancellationTokenSource stop = new();
        private CopyProgress at = new("", 0);
        private IReadOnlyList<CopyCount> counts = [];
        private CopyRefusal? refusal;

        public Guid Id { get; } = Guid.NewGuid();

        public DateTime Begun { get; } = DateTime.UtcNow;

        public string File => file;

        public int Of { get; set; }

        public CopyState State { get; private set; }

        public void Report(CopyProgress value) => at = value;

        public void Run(CopyState during, CopyState after, Func<IProgress<CopyProgress>, CancellationToken, Task<IReadOnlyList<CopyCount>>> work)
        {
            State = during;
            _ = Task.Run(() => Finish(after, work));
        }

        public bool TryRun(
            CopyState from,
            CopyState during,
            CopyState after,
            Func<IProgress<CopyProgress>, CancellationToken, Task<IReadOnlyList<CopyCount>>> work
        )
        {
            lock (changing)
            {
                if (State != from)
                {
                    return false;
                }

                Run(during, after, work);
                return true;
            }
        }

        /// <summary>Stops what is under way; what has been kept stays kept.</summary>
        public void Cancel()
        {
            lock (changing)
            {
                if (State is CopyState.Kept or CopyState.Refused)
                {
                    return;
                }

                stop.Cancel();
                if (State == CopyState.Compared)
                {
                    State = CopyState.Stopped;
                    System.IO.File.Delete(file);
                }
            }
        }

        public void Dispose() => stop.Dispose();

        public CopyWorkView View() => new(Id, State, at.Part, at.Lines, Of, counts, refusal);

        private async Task Finish(CopyState after, Func<IProgress<CopyProgress>, CancellationToken, Task<IReadOnlyList<CopyCount>>> work)
        {
            var end = CopyState.Refused;
            try
            {
                counts = await work(this, stop.Token);
                end = after;
            }
            catch (OperationCanceledException)
            {
                end = CopyState.Stopped;
            }
            catch (Refusal told)
            {
                refusal = new CopyRefusal(told.Code, told.Field, told.Value, told.Message, told.Remedy);
            }
            finally
            {
                lock (changing)
                {
                    State = end;
                }

                if (end != CopyState.Compared)
                {
                    System.IO.File.Delete(file);
                }
            }
        }
    }
}
