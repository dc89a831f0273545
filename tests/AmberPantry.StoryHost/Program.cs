using AmberPantry.Server.Hosting;

// The real server once for each story, one after another in one process: what the first story made the machine learn, the next ones
// have. A line in, a line out: "begin FOLDER [--demo]" answers "ready ADDRESS", "end ADDRESS" answers "ended ADDRESS".
var hosts = new Dictionary<string, WebApplication>();
while (await Console.In.ReadLineAsync() is { } line)
{
    if (line.Split(' ') is ["begin", var folder, .. { } told])
    {
        string? Environs(string name) =>
            name switch
            {
                "AMBER_PORT" => "0",
                "HOME" => folder,
                "AMBER_WEB" => Environment.GetEnvironmentVariable(name),
                _ => null,
            };
        var app = AmberServer.Build(AmberOptions.Read(told, Environs));
        await app.StartAsync();
        hosts.Add(AmberServer.Address(app), app);
        await Console.Out.WriteLineAsync($"ready {AmberServer.Address(app)}");
    }
    else if (line.Split(' ') is ["end", var address] && hosts.Remove(address, out var app))
    {
        // Pages that are still open are told at once, and not waited for.
        using var soon = new CancellationTokenSource(TimeSpan.FromSeconds(1));
        await app.StopAsync(soon.Token);
        await app.DisposeAsync();
        await Console.Out.WriteLineAsync($"ended {address}");
    }
    else
    {
        throw new InvalidOperationException($"“{line}” is neither begin nor end.");
    }
}
