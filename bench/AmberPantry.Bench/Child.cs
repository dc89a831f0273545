using System.Diagnostics;
using System.Text.Json.Nodes;

namespace AmberPantry.Bench;

/// <summary>The built server as a process of its own.</summary>
internal sealed class Child : IDisposable
{
    private readonly Process process;
    private readonly HttpClient client;

    private Child(Process process, HttpClient client)
    {
        this.process = process;
        this.client = client;
    }

    public double MemoryMb
    {
        get
        {
            process.Refresh();
            return process.WorkingSet64 / 1e6;
        }
    }

    public double PeakMb
    {
        get
        {
            process.Refresh();
            return process.PeakWorkingSet64 / 1e6;
        }
    }

    public static async Task<Child> Start(string root, string folder)
    {
        var start = new ProcessStartInfo("dotnet", [Path.GetFullPath(Path.Combine(root, ".amber", "server", "AmberPantry.Server.dll"))])
        {
            RedirectStandardOutput = true,
        };
        (start.Environment["AMBER_DATA"], start.Environment["AMBER_PORT"]) = (folder, "0");
        var process = Process.Start(start)!;
        while (await process.StandardOutput.ReadLineAsync() is { } line)
        {
            if (line.Split(' ').FirstOrDefault(word => word.StartsWith("http://", StringComparison.Ordinal)) is { } address)
            {
                return new Child(process, new HttpClient { BaseAddress = new Uri(address), Timeout = TimeSpan.FromMinutes(5) });
            }
        }

        throw new InvalidOperationException("The server did not start.");
    }

    public async Task<double> Ms(string path)
    {
        var begun = Stopwatch.GetTimestamp();
        using var answer = await client.GetAsync(path);
        var body = await answer.Content.ReadAsStringAsync();
        if (!answer.IsSuccessStatusCode)
        {
            throw new InvalidOperationException($"{path} answered {(int)answer.StatusCode}: {body}");
        }

        return Stopwatch.GetElapsedTime(begun).TotalMilliseconds;
    }

    public async Task Download(string path, string to)
    {
        await using var from = await client.GetStreamAsync(path);
        await using var file = File.Create(to);
        await from.CopyToAsync(file);
    }

    /// <summary>Brings a copy and keeps it.</summary>
    public async Task TakeIn(string copy)
    {
        await using var file = File.OpenRead(copy);
        using var body = new StreamContent(file);
        body.Headers.ContentType = new("application/zip");
        var work = await Wait(await client.PostAsync("/api/house/copy", body));
        work = await Wait(await client.PostAsync($"/api/house/copy/incoming/{work["id"]}/keep", null));
        if ($"{work["state"]}" != "kept")
        {
            throw new InvalidOperationException(work.ToJsonString());
        }
    }

    public void Dispose()
    {
        process.Kill();
        process.WaitForExit();
        process.Dispose();
        client.Dispose();
    }

    private async Task<JsonNode> Wait(HttpResponseMessage answer)
    {
        var work = JsonNode.Parse(await answer.EnsureSuccessStatusCode().Content.ReadAsStringAsync())!;
        while ($"{work["state"]}" is "comparing" or "keeping")
        {
            await Task.Delay(100);
            work = JsonNode.Parse(await client.GetStringAsync($"/api/house/copy/incoming/{work["id"]}"))!;
        }

        return work;
    }
}
