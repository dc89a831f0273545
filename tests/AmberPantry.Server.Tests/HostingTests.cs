using System.Net;
using System.Net.Sockets;
using AmberPantry.Core;
using AmberPantry.Data;
using AmberPantry.Formats;
using AmberPantry.Server.Hosting;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Tests;

public sealed class HostingTests : IDisposable
{
    private readonly DirectoryInfo folder = Directory.CreateTempSubdirectory("amber-file-");

    private string DataFile => Path.Combine(folder.FullName, "workshop.db");

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        folder.Delete(recursive: true);
    }

    [Fact]
    public void ABrokenFileIsRefusedWithARemedyAndLeftAlone()
    {
        File.WriteAllText(DataFile, "this is a shopping list, not a pantry, and long enough to be looked at");
        var told = Assert.Throws<PantryFileException>(() => PantryFile.Prepare(DataFile));
        Assert.Contains("not a readable pantry file", told.Message, StringComparison.Ordinal);
        Assert.Contains("copy", told.Remedy, StringComparison.Ordinal);
        Assert.StartsWith("this is a shopping list", File.ReadAllText(DataFile), StringComparison.Ordinal);
    }

    [Fact]
    public void ALockedFileIsRefused()
    {
        PantryFile.Prepare(DataFile);
        using var other = new SqliteConnection(PantryFile.ConnectionString(DataFile));
        other.Open();
        using var hold = other.CreateCommand();
        hold.CommandText = "BEGIN IMMEDIATE";
        hold.ExecuteNonQuery();
        Assert.Contains(
            "held by another program",
            Assert.Throws<PantryFileException>(() => PantryFile.Prepare(DataFile)).Message,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void AFileOfANewerVersionIsRefused()
    {
        PantryFile.Prepare(DataFile);
        using (var newer = new SqliteConnection(PantryFile.ConnectionString(DataFile)))
        {
            newer.Open();
            using var insert = newer.CreateCommand();
            insert.CommandText = "INSERT INTO __EFMigrationsHistory VALUES ('20991231235959_FlyingPots', '99.0.0')";
            insert.ExecuteNonQuery();
        }

        Assert.Contains("newer version", Assert.Throws<PantryFileException>(() => PantryFile.Prepare(DataFile)).Message, StringComparison.Ordinal);
    }

    [Fact]
    public void AFolderThatCannotBeWrittenIsRefused()
    {
        File.WriteAllText(Path.Combine(folder.FullName, "file"), "");
        var told = Assert.Throws<PantryFileException>(() => PantryFile.Prepare(Path.Combine(folder.FullName, "file", "workshop.db")));
        Assert.Contains("AMBER_DATA", told.Remedy, StringComparison.Ordinal);
    }

    [Fact]
    public void AFileIsKeptInWriteAheadModeWithForeignKeys()
    {
        PantryFile.Prepare(DataFile);
        using var db = new SqliteConnection(PantryFile.ConnectionString(DataFile));
        db.Open();
        Assert.Equal(("wal", 1L), (Scalar("PRAGMA journal_mode"), Scalar("PRAGMA foreign_keys")));

        object? Scalar(string sql)
        {
            using var command = db.CreateCommand();
            command.CommandText = sql;
            return command.ExecuteScalar();
        }
    }

    [Fact]
    public async Task ATakenPortIsSaidInPlainWords()
    {
        using var taken = new TcpListener(IPAddress.Loopback, 0);
        taken.Start();
        var options = new AmberOptions(((IPEndPoint)taken.LocalEndpoint).Port, DataFile, false, false, folder.FullName);
        var told = await Assert.ThrowsAsync<StartException>(() => AmberServer.RunAsync(options));
        Assert.Contains("AMBER_PORT", told.Remedy, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("http://evil.example", 403)]
    [InlineData("http://localhost:1", 403)]
    [InlineData("null", 403)]
    public async Task APageFromElsewhereCannotWrite(string origin, int status)
    {
        await using var host = await PantryHost.Start();
        var request = new HttpRequestMessage(HttpMethod.Post, "/api/formulas")
        {
            Content = new StringContent("""{"name":"x","family":"balm","from":"blank"}""", System.Text.Encoding.UTF8, "application/json"),
        };
        request.Headers.Add("Origin", origin);
        using var response = await host.Client.SendAsync(request, TestContext.Current.CancellationToken);
        Assert.Equal(status, (int)response.StatusCode);
        Assert.Empty((await host.Get("/api/formulas")).Items());
    }

    [Fact]
    public async Task OnlyTheWorkshopsOwnNamesAreAnswered()
    {
        await using var host = await PantryHost.Start();
        var request = new HttpRequestMessage(HttpMethod.Get, "/api/house");
        request.Headers.Host = "rebound.example";
        using var response = await host.Client.SendAsync(request, TestContext.Current.CancellationToken);
        Assert.Equal(400, (int)response.StatusCode);
        await host.Get("/api/health");
        using var nothing = await host.Raw(HttpMethod.Get, "/api/nothing", null);
        Assert.Equal(404, (int)nothing.StatusCode);
    }

    [Fact]
    public async Task TheTypedClientKnowsTheWholeApi()
    {
        await using var host = await PantryHost.Start();
        var served = OpenApiFile.Pretty(await host.Client.GetStringAsync("/openapi/v1.json", TestContext.Current.CancellationToken));
        var kept = await File.ReadAllTextAsync(Path.Combine(AppContext.BaseDirectory, "openapi.json"), TestContext.Current.CancellationToken);
        Assert.True(served == kept, "The API has changed: run ./amber api and commit what it writes.");
        Assert.Contains("\"example\"", served, StringComparison.Ordinal);
    }

    [Fact]
    public async Task ASecondServerOnTheSameFileIsToldSo()
    {
        await using var first = await PantryHost.Start(file: DataFile);
        var told = Assert.Throws<PantryFileException>(() => AmberServer.Build(first.Options));
        Assert.Contains("another Amber Pantry", told.Message + told.Remedy, StringComparison.OrdinalIgnoreCase);
    }

    [Fact]
    public async Task OneFolderIsHeldByOneServerWhateverFileItAsksFor()
    {
        await using var first = await PantryHost.Start(file: DataFile);
        var other = first.Options with { DataFile = Path.Combine(folder.FullName, "another.db") };
        Assert.Contains(folder.FullName, Assert.Throws<PantryFileException>(() => AmberServer.Build(other)).Message, StringComparison.Ordinal);
        Assert.False(File.Exists(other.DataFile));
    }

    [Fact]
    public async Task TheWorkshopAndTheMadeUpPantryStandInFoldersOfTheirOwn()
    {
        AmberOptions Asked(params string[] args) =>
            AmberOptions.Read(args, name => name is "AMBER_DATA" ? folder.FullName : null) with
            {
                Port = 0,
                WebRoot = folder.FullName,
            };
        await using var own = AmberServer.Build(Asked());
        await using var madeUp = AmberServer.Build(Asked("--demo"));
        Assert.True(File.Exists(Path.Combine(folder.FullName, "made-up", "demo.db")));
    }

    [Fact]
    public async Task AMadeUpPantryOfTheOldPlaceIsTakenOver()
    {
        var former = Path.Combine(folder.FullName, "demo.db");
        var name = "";
        await using (var before = await PantryHost.Start(file: former))
        {
            name = (await Story.Formula(before, "Kept from before")).Text("formulaName");
        }

        SqliteConnection.ClearAllPools();
        var options = AmberOptions.Read(["--demo"], asked => asked is "AMBER_DATA" ? folder.FullName : null) with { Port = 0 };
        await using (AmberServer.Build(options)) { }

        Assert.False(File.Exists(former));
        await using var db = new PantryDb(PantryFile.Options(options.DataFile));
        Assert.Contains(name, await db.Formulas.Select(formula => formula.Name).ToListAsync(TestContext.Current.CancellationToken));
    }

    [Fact]
    public async Task ATakenPortThrowsNothingAway()
    {
        using var taken = new TcpListener(IPAddress.Loopback, 0);
        taken.Start();
        PantryFile.Prepare(DataFile);
        var before = await File.ReadAllBytesAsync(DataFile, TestContext.Current.CancellationToken);
        var options = new AmberOptions(((IPEndPoint)taken.LocalEndpoint).Port, DataFile, true, true, folder.FullName);
        await Assert.ThrowsAsync<StartException>(() => AmberServer.RunAsync(options));
        Assert.Equal(before, await File.ReadAllBytesAsync(DataFile, TestContext.Current.CancellationToken));
    }

    [Fact]
    public void AFileOfNoBytesIsNamedAsSuch()
    {
        File.WriteAllText(DataFile, "");
        Assert.Contains("0 bytes", Assert.Throws<PantryFileException>(() => PantryFile.Prepare(DataFile)).Message, StringComparison.Ordinal);
        Assert.Equal(0, new FileInfo(DataFile).Length);
    }

    [Fact]
    [System.Runtime.Versioning.UnsupportedOSPlatform("windows")]
    public async Task OnlyTheMakerMayReadTheFileAndItsCopies()
    {
        const UnixFileMode Own = UnixFileMode.UserRead | UnixFileMode.UserWrite;
        await using var host = await PantryHost.Start(file: DataFile);
        await Story.Formula(host);
        DailyCopies.Make(DataFile, DateTime.UtcNow);
        foreach (var file in Directory.EnumerateFiles(folder.FullName, "*.db*", SearchOption.AllDirectories))
        {
            Assert.Equal(Own, File.GetUnixFileMode(file));
        }
    }

    [Fact]
    public async Task AFullDiskIsToldInWordsAndKeepsWhatItHas()
    {
        await using var host = await PantryHost.Start(file: DataFile);
        var trial = await Story.Formula(host, "Kept");

        // The file may not grow by another page, which SQLite answers as it answers a full disk.
        await using var db = new PantryDb(PantryFile.Options(DataFile));
        await db.Database.OpenConnectionAsync(TestContext.Current.CancellationToken);
        await db.Database.ExecuteSqlRawAsync("PRAGMA max_page_count = 1", TestContext.Current.CancellationToken);
        var full = await Assert.ThrowsAsync<SqliteException>(async () =>
        {
            for (var i = 0; i < 200; i++)
            {
                await db.Database.ExecuteSqlRawAsync(
                    "INSERT INTO TrialCommands (Id, TrialId, Revision, ArrivedAt, "
                        + "Asked) SELECT {0}, Id, 1, CURRENT_TIMESTAMP, hex(zeroblob(4000)) FROM Trials",
                    [Guid.NewGuid()],
                    TestContext.Current.CancellationToken
                );
            }
        });
        var told = PantryFile.Explain(full, DataFile)!;
        Assert.Contains("full", told.Message, StringComparison.Ordinal);
        Assert.Contains("room", told.Remedy, StringComparison.Ordinal);
        Assert.Contains("disk", PantryFile.Explain(new SqliteException("io", 10), DataFile)!.Message, StringComparison.Ordinal);
        Assert.Contains("cannot be read or written", PantryFile.Explain(new IOException("gone"), DataFile)!.Message, StringComparison.Ordinal);
        Assert.Equal("Kept", (await host.Get($"/api/trials/{trial.Int("id")}")).Text("formulaName"));
    }

    [Theory]
    [InlineData("GET", "/api/house", 200)]
    [InlineData("GET", "/api/trials/99", 404)]
    [InlineData("POST", "/api/formulas", 400)]
    [InlineData("GET", "/api/nothing", 404)]
    [InlineData("GET", "/api/materials/find", 400)]
    [InlineData("GET", "/", 200)]
    public async Task EveryAnswerIsGuarded(string method, string address, int status)
    {
        await using var host = await PantryHost.Start();
        using var answer = await host.Raw(new HttpMethod(method), address, method == "POST" ? "{}" : null);
        Assert.True(status == (int)answer.StatusCode || address == "/", $"{(int)answer.StatusCode}");
        var policy = Assert.Single(answer.Headers.GetValues("Content-Security-Policy"));
        Assert.Contains("script-src 'self';", policy, StringComparison.Ordinal);
        Assert.Contains("frame-ancestors 'none'", policy, StringComparison.Ordinal);
        Assert.Equal("nosniff", Assert.Single(answer.Headers.GetValues("X-Content-Type-Options")));
        Assert.Equal("no-referrer", Assert.Single(answer.Headers.GetValues("Referrer-Policy")));
    }

    [Fact]
    public void OptionsComeFromTheEnvironment()
    {
        AmberOptions Read(string[] args, params (string Name, string Value)[] set) =>
            AmberOptions.Read(args, name => set.FirstOrDefault(pair => pair.Name == name).Value);
        Assert.Equal("/x/amber-pantry/workshop.db", Read([], ("XDG_DATA_HOME", "/x")).DataFile);
        Assert.Equal("/h/.local/share/amber-pantry/made-up/demo.db", Read(["--demo"], ("HOME", "/h")).DataFile);
        Assert.Equal(
            ("/d/workshop.db", 6000),
            (Read([], ("AMBER_DATA", "/d"), ("AMBER_PORT", "6000")).DataFile, Read([], ("AMBER_PORT", "6000")).Port)
        );
        Assert.Throws<StartException>(() => Read([], ("AMBER_PORT", "ninety")));
        Assert.Throws<StartException>(() => Read(["--fresh"]));
    }

    [Fact]
    public void ImportsRunOneWay()
    {
        string[] Used(Type of) =>
            [
                .. of
                    .Assembly.GetReferencedAssemblies()
                    .Select(name => name.Name!)
                    .Where(name => name.StartsWith("AmberPantry", StringComparison.Ordinal))
                    .Order(),
            ];
        Assert.Empty(Used(typeof(AmberJson)));
        Assert.Equal(["AmberPantry.Core"], Used(typeof(PantryDb)));
        Assert.Equal(["AmberPantry.Core"], Used(typeof(CopyArchive)));
        Assert.DoesNotContain(typeof(AmberJson).Assembly.GetReferencedAssemblies(), name =>
            name.Name!.StartsWith("Microsoft.AspNetCore", StringComparison.Ordinal)
            || name.Name.StartsWith("Microsoft.EntityFrameworkCore", StringComparison.Ordinal)
        );
    }
}
