using System.Net;
using System.Net.Sockets;
using System.Net.WebSockets;
using System.Text;
using System.Text.Json.Nodes;
using AmberPantry.Core;
using AmberPantry.Core.Workshops;
using AmberPantry.Devices;
using AmberPantry.Devices.Pretend;
using AmberPantry.Server.Live;

namespace AmberPantry.Server.Tests;

/// <summary>The bridge to the bench's instruments: found, followed, lost and found again.</summary>
public class DeviceApiTests
{
    private static async Task<JsonNode> Until(PantryHost host, string kind, Func<JsonNode, bool> holds)
    {
        for (var end = DateTime.UtcNow.AddSeconds(30); DateTime.UtcNow < end; await Task.Delay(50))
        {
            var now = (await host.Get("/api/devices")).AsArray().Single(one => one!.Text("kind") == kind)!;
            if (holds(now))
            {
                return now;
            }
        }

        throw new TimeoutException($"The {kind} never stood so: {await host.Get("/api/devices")}");
    }

    private static Task<PantryHost> Start(DeviceAddresses devices) => PantryHost.Start(devices: devices);

    private static DeviceAddresses ScaleOn(int port) => new(Scale: $"{port}");

    [Fact]
    public async Task AScaleIsTaredAndPouredOnAndSettles()
    {
        await using var scale = PretendServer.Of(DeviceKind.Scale, 1, 0);
        await using var host = await Start(ScaleOn(scale.Port));
        await Until(host, "scale", one => one.Text("standing") == "settled" && one.Text("name") == "Pretend bench scale");
        await host.Post("/api/devices/scale/tare", new { });
        await host.Post("/api/devices/scale/pour", new { toG = 12 });
        await Until(host, "scale", one => one.Text("standing") == "settled" && one["value"]!.GetValue<double>() is > 11 and < 13);
        await host.Refused(400, HttpMethod.Post, "/api/devices/scale/pour", new { toG = 1e9 });

        // A purpose is tared for once, whoever asks for it again.
        await host.Post("/api/devices/scale/tare", new { @for = "7/beeswax" });
        await Until(host, "scale", one => one["value"]!.GetValue<double>() < 1 && one.Text("taredFor") == "7/beeswax");
        await host.Post("/api/devices/scale/pour", new { toG = 12 });
        await Until(host, "scale", one => one.Text("standing") == "settled" && one["value"]!.GetValue<double>() > 11);
        await host.Post("/api/devices/scale/tare", new { @for = "7/beeswax" });
        await Task.Delay(500, TestContext.Current.CancellationToken);
        await Until(host, "scale", one => one["value"]!.GetValue<double>() > 11);
        Assert.Equal("for", (await host.Refused(400, HttpMethod.Post, "/api/devices/scale/tare", new { @for = "" })).Text("field"));
        Assert.All((await host.Get("/api/devices")).AsArray().Skip(1), one => Assert.Equal("none", one!.Text("standing")));
    }

    [Theory]
    [InlineData(Behaviour.Unplugged, "troubled", "unplugged")]
    [InlineData(Behaviour.Silent, "silent", "says nothing")]
    public async Task ABadDayIsToldAndIsOver(Behaviour bad, string standing, string says)
    {
        await using var scale = PretendServer.Of(DeviceKind.Scale, 1, 0);
        await using var host = await Start(ScaleOn(scale.Port));
        await Until(host, "scale", one => one.Text("standing") == "settled");
        await Tell(scale.Port, new Behave(bad));
        var told = await Until(host, "scale", one => one.Text("standing") == standing);
        Assert.Contains(says, told.Text("says"), StringComparison.Ordinal);
        Assert.Null(told["value"]);
        await Tell(scale.Port, new Behave(Behaviour.Well));
        await Until(host, "scale", one => one.Text("standing") == "settled");
    }

    [Fact]
    public async Task TornLinesAreCountedAndTheRestIsFollowed()
    {
        await using var scale = PretendServer.Of(DeviceKind.Scale, 1, 0);
        await using var host = await Start(ScaleOn(scale.Port));
        await Tell(scale.Port, new Behave(Behaviour.Garbled));
        var now = await Until(host, "scale", one => one["counts"]!["garbled"]!.GetValue<long>() > 5 && one.Text("standing") == "settled");
        Assert.Equal(0, now["value"]!.GetValue<double>(), 0.3);
    }

    [Fact]
    public async Task ADeviceThatHungUpIsFoundAgain()
    {
        var first = PretendServer.Of(DeviceKind.Probe, 1, 0);
        var port = first.Port;
        await using var host = await Start(new DeviceAddresses(Probe: $"localhost:{port}"));
        await Until(host, "probe", one => one.Text("standing") == "settled");
        await first.DisposeAsync();
        await Until(host, "probe", one => one.Text("standing") == "away");
        var refused = await host.Refused(409, HttpMethod.Post, "/api/devices/scale/tare", new { });
        Assert.Equal(Codes.NotNow, refused.Text("error"));
        await using var second = PretendServer.Of(DeviceKind.Probe, 1, port);
        await Until(host, "probe", one => one.Text("standing") == "settled");
    }

    [Fact]
    public async Task WhatTheHouseNamesGoesBeforeWhatTheStartNamed()
    {
        await using var one = PretendServer.Of(DeviceKind.Scale, 1, 0);
        using var real = new RealScale();
        await using var host = await Start(ScaleOn(one.Port));
        await Until(host, "scale", now => now.Text("name") == "Pretend bench scale");
        var house = (await host.Get("/api/house"))["house"]!;
        house["devices"] = new JsonObject { ["scale"] = "nowhere:80" };
        var refused = await host.Refused(400, HttpMethod.Put, "/api/house", new { house });
        Assert.Equal(("house.devices.scale", "“nowhere:80” is no port of this machine."), (refused.Text("field"), refused.Text("detail")));
        house["devices"] = new JsonObject { ["scale"] = $"{real.Port}" };
        await host.Put("/api/house", new { house });
        var shown = await Until(host, "scale", now => now.Text("name") == "Quay scale" && now["value"] is not null);
        Assert.Equal((1500d, 0), (shown["value"]!.GetValue<double>(), shown["decimals"]!.GetValue<int>()));

        // It tares like any other; only a stand-in has a hand of its own.
        await host.Post("/api/devices/scale/tare", new { });
        Assert.Equal("""{"do":"tare"}""", await real.Heard());
        await host.Refused(409, HttpMethod.Post, "/api/devices/scale/pour", new { toG = 12 });
    }

    [Fact]
    public async Task TheWeatherOfTenDaysComesByItself()
    {
        await using var weather = PretendServer.Of(DeviceKind.Weather, 1, 0);
        await using var host = await Start(new DeviceAddresses(Weather: $"{weather.Port}"));
        Assert.Empty((await host.Get("/api/today"))["weather"]!.AsArray());
        await Until(host, "weather", one => one.Text("standing") == "settled");
        Assert.StartsWith("Tomorrow out of doors **", (string)(await host.Get("/api/today"))["weather"]![0]!, StringComparison.Ordinal);
    }

    [Fact]
    public async Task APageHearsWhatTheScaleSaysAndAForeignPageDoesNot()
    {
        await using var scale = PretendServer.Of(DeviceKind.Scale, 1, 0);
        await using var host = await Start(ScaleOn(scale.Port));
        using var enough = CancellationTokenSource.CreateLinkedTokenSource(TestContext.Current.CancellationToken);
        enough.CancelAfter(TimeSpan.FromSeconds(30));
        var address = new Uri($"ws://{host.Client.BaseAddress!.Authority}{LiveHub.Path}");
        using var foreign = new ClientWebSocket();
        foreign.Options.SetRequestHeader("Origin", "http://elsewhere.example");
        await Assert.ThrowsAsync<WebSocketException>(() => foreign.ConnectAsync(address, enough.Token));

        using var page = await Line(host, enough.Token);
        var heard = await Hear(page, "\"standing\":\"settled\"", enough.Token);
        var first = JsonNode.Parse(heard.Split('\u001e').First(part => part.Contains("\"target\"", StringComparison.Ordinal)))!;
        Assert.Equal((LiveHub.Device, "scale"), (first.Text("target"), first["arguments"]![0]!.Text("kind")));
        await page.CloseAsync(WebSocketCloseStatus.NormalClosure, null, enough.Token);
    }

    [Fact]
    public async Task APageHearsThatAnotherHasWrittenAndNothingOfWhatIsOnlyAsked()
    {
        await using var host = await PantryHost.Start();
        using var enough = CancellationTokenSource.CreateLinkedTokenSource(TestContext.Current.CancellationToken);
        enough.CancelAfter(TimeSpan.FromSeconds(30));
        using var page = await Line(host, enough.Token);
        await Hear(page, "\"kind\":\"weather\"", enough.Token);
        await host.Refused(400, HttpMethod.Put, "/api/today/reading", new { workroomC = 900 });
        using var asked = await host.Client.GetAsync(new Uri("/api/today", UriKind.Relative), enough.Token);
        var before = asked.Headers.GetValues("X-Amber-Written").Single();
        host.Client.DefaultRequestHeaders.Add("X-Amber-Page", "first");
        await Story.Formula(host, "Quay Balm");
        var heard = await Hear(page, LiveHub.Changed, enough.Token);
        Assert.Contains("{\"type\":1,\"target\":\"changed\",\"arguments\":[\"first\",", heard, StringComparison.Ordinal);
        Assert.DoesNotContain("\"arguments\":[\"\"", heard, StringComparison.Ordinal);
        await page.CloseAsync(WebSocketCloseStatus.NormalClosure, null, enough.Token);

        // One that asked before and comes to the line only now hears it too; who wrote it, or asked after it, does not.
        foreach (
            var (query, hears) in new[]
            {
                ($"?page=second&since={before}", true),
                ($"?page=first&since={before}", false),
                ("?page=second&since=7", true),
            }
        )
        {
            using var late = await Line(host, enough.Token, query);
            var told = await Hear(late, "\"kind\":\"weather\"", enough.Token);
            Assert.Equal(hears, told.Contains(LiveHub.Changed, StringComparison.Ordinal));
            await late.CloseAsync(WebSocketCloseStatus.NormalClosure, null, enough.Token);
        }
    }

    [Fact]
    public void WhoWroteLatelyIsKnownForAWhile()
    {
        var written = new Written();
        var start = written.Last;
        Assert.False(written.ByAnother(start, "a"));
        Assert.True(written.ByAnother(start - 1, "a"));
        Assert.True(written.ByAnother(start + 1, "a"));
        Assert.Equal(start + 1, written.Add("a"));
        Assert.False(written.ByAnother(start, "a"));
        Assert.True(written.ByAnother(start, "b"));
        Assert.False(written.ByAnother(start + 1, "b"));
        for (var i = 0; i < 300; i++)
        {
            written.Add("a");
        }

        Assert.True(written.ByAnother(start, "a"));
        Assert.False(written.ByAnother(written.Last - 200, "a"));
    }

    private static async Task<ClientWebSocket> Line(PantryHost host, CancellationToken enough, string query = "")
    {
        var page = new ClientWebSocket();
        await page.ConnectAsync(new Uri($"ws://{host.Client.BaseAddress!.Authority}{LiveHub.Path}{query}"), enough);
        await page.SendAsync(Encoding.UTF8.GetBytes("{\"protocol\":\"json\",\"version\":1}\u001e"), WebSocketMessageType.Text, true, enough);
        return page;
    }

    /// <summary>All that is heard until those words come.</summary>
    private static async Task<string> Hear(ClientWebSocket page, string words, CancellationToken enough)
    {
        var heard = new StringBuilder();
        var buffer = new byte[8192];
        while (!heard.ToString().Contains(words, StringComparison.Ordinal))
        {
            var part = await page.ReceiveAsync(buffer, enough);
            heard.Append(Encoding.UTF8.GetString(buffer, 0, part.Count));
        }

        return heard.ToString();
    }

    [Fact]
    public async Task AProbeGoesOnlyIntoAPotThatCools()
    {
        await using var probe = PretendServer.Of(DeviceKind.Probe, 1, 0);
        await using var host = await PantryHost.Start(demo: true, devices: new DeviceAddresses(Probe: $"{probe.Port}"));
        await Until(host, "probe", one => one.Text("standing") == "settled");
        var refused = await host.Refused(409, HttpMethod.Post, "/api/devices/probe/follow", new { batch = 7 });
        Assert.Equal("Nothing cools in this batch now.", refused.Text("detail"));
    }

    private static async Task Tell(int port, DeviceOrder order)
    {
        using var client = new TcpClient();
        await client.ConnectAsync(IPAddress.Loopback, port);
        await client.GetStream().WriteAsync(Encoding.UTF8.GetBytes(order.Write() + "\n"));
        // It has been obeyed once the next line has come.
        var lines = new LineReader(client.GetStream());
        await lines.Next(default);
        await Task.Delay(150);
    }

    /// <summary>A scale of another make that speaks the same protocol: in kilograms, and with much else to say.</summary>
    private sealed class RealScale : IDisposable
    {
        private readonly TcpListener listener = new(IPAddress.Loopback, 0);
        private readonly TaskCompletionSource<string> heard = new();

        public RealScale()
        {
            listener.Start();
            _ = Serve();
        }

        public int Port => ((IPEndPoint)listener.LocalEndpoint).Port;

        public Task<string> Heard() => heard.Task.WaitAsync(TimeSpan.FromSeconds(20));

        public void Dispose() => listener.Dispose();

        private async Task Serve()
        {
            using var client = await listener.AcceptTcpClientAsync();
            var stream = client.GetStream();
            var far = new string('x', DeviceLine.Longest + 10);
            var lines = $$"""
                {"type":"hello","kind":"scale","name":" Quay scale ","unit":"kg","step":0.001,"firmware":"7"}
                {{far}}
                {"type":"battery","percent":80}
                {"seq":1,"stable":true,"value":1.5,"type":"reading"}

                """;
            await stream.WriteAsync(Encoding.UTF8.GetBytes(lines.ReplaceLineEndings("\r\n")));
            heard.TrySetResult(await new LineReader(stream).Next(default) ?? "");
            await Task.Delay(TimeSpan.FromSeconds(20));
        }
    }
}
