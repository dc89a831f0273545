using System.IO.Compression;
using System.Text.Json;
using AmberPantry.Core.Assessment;
using AmberPantry.Core.Materials;
using AmberPantry.Data;
using AmberPantry.Server.Bench;
using AmberPantry.Server.House;
using AmberPantry.Server.Live;
using AmberPantry.Server.Logbook;
using AmberPantry.Server.Make;
using AmberPantry.Server.Pantry;
using AmberPantry.Server.Science;
using AmberPantry.Server.Today;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.ResponseCompression;
using Microsoft.AspNetCore.Server.Kestrel.Transport.Sockets;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.FileProviders;

namespace AmberPantry.Server.Hosting;

/// <summary>Puts the one process together: API and built front end, on loopback only.</summary>
public static class AmberServer
{
    private const long LargestBody = 20_000_000;

    /// <summary>So long a page takes to come back to a batch in the making.</summary>
    private static readonly TimeSpan BatchComes = TimeSpan.FromSeconds(1);

    /// <param name="configure">Lets a test or a benchmark add to the host before it is built.</param>
    /// <exception cref="PantryFileException">When the data file cannot be used.</exception>
    public static WebApplication Build(AmberOptions options, Action<WebApplicationBuilder>? configure = null)
    {
        var port = options.Port == 0 ? null : PortHold.Take(options.Port);
        var held = PantryLock.Take(options.DataFile);
        PantryFile.TakeOver(options.FormerDataFile, options.DataFile);
        if (options.Fresh)
        {
            PantryFile.Delete(options.DataFile);
        }

        var prepared = PantryFile.Prepare(options.DataFile);
        var builder = WebApplication.CreateSlimBuilder(new WebApplicationOptions { ContentRootPath = AppContext.BaseDirectory });
        builder.WebHost.ConfigureKestrel(kestrel =>
        {
            kestrel.Limits.MaxRequestBodySize = LargestBody;
            kestrel.AddServerHeader = false;
            if (port is null)
            {
                kestrel.Listen(System.Net.IPAddress.Loopback, 0);
            }
            else
            {
                kestrel.ListenLocalhost(options.Port);
            }
        });
        builder.Services.Configure<SocketTransportOptions>(transport =>
            transport.CreateBoundListenSocket = endpoint => port?.Give(endpoint) ?? SocketTransportOptions.CreateDefaultBoundListenSocket(endpoint)
        );
        builder.Logging.ClearProviders().AddSimpleConsole().SetMinimumLevel(LogLevel.Warning);
        builder.Services.AddSingleton(options);
        builder.Services.AddSingleton(PantryFile.Options(options.DataFile)).AddScoped<PantryDb>();
        builder.Services.AddSingleton(prepared);
        builder.Services.AddSingleton<WorkshopKeeper>();
        builder.Services.AddSingleton(new WallClock(TimeProvider.System));
        builder.Services.AddSingleton<PantryClock>();
        builder.Services.AddSingleton<CopyWork>();
        builder.Services.AddSingleton<FirstBatch>();
        builder.Services.AddSingleton(_ => held);
        builder.Services.AddHostedService<DailyCopyService>();
        builder.Services.AddSingleton<Written>().AddSingleton<LiveDevices>().AddHostedService<DeviceBridge>();
        builder.Services.AddSignalR().AddJsonProtocol(json => json.PayloadSerializerOptions = WireJson.Options);
        builder.Services.AddProblemDetails(details => details.CustomizeProblemDetails = context => Refusals.Complete(context.ProblemDetails));
        builder.Services.Configure<RouteHandlerOptions>(routes => routes.ThrowOnBadRequest = true);
        builder.Services.AddExceptionHandler<Refusals>();
        builder.Services.AddResponseCompression(compression => compression.EnableForHttps = true);
        builder.Services.Configure<BrotliCompressionProviderOptions>(packed => packed.Level = CompressionLevel.Fastest);
        builder.Services.Configure<GzipCompressionProviderOptions>(packed => packed.Level = CompressionLevel.Fastest);
        builder.Services.ConfigureHttpJsonOptions(json => WireJson.Apply(json.SerializerOptions));
        builder.Services.AddOpenApi(openApi =>
        {
            openApi.AddDocumentTransformer(
                (document, _, _) =>
                {
                    document.Info.Title = "Amber Pantry";
                    document.Info.Version = "1";
                    document.Servers?.Clear();
                    return Task.CompletedTask;
                }
            );
            openApi.AddOperationTransformer(ScienceExamples.Add);
            openApi.AddSchemaTransformer(FamilySchema.Add);
        });
        configure?.Invoke(builder);

        var app = builder.Build();
        _ = app.Services.GetRequiredService<PantryLock>();
        foreach (var told in prepared.Told)
        {
            app.Logger.LogWarning("{Told}", told);
        }

        if (options.Demo && !prepared.HasBegun)
        {
            DemoPantry.Begin(app.Services).GetAwaiter().GetResult();
        }

        app.UseMiddleware<LocalOnly>();
        // What is asked with each move of a hand goes as it is: to pack it takes longer than its way.
        app.UseWhen(context => !context.Request.Path.Equals("/api/assess"), packed => packed.UseResponseCompression());
        app.UseExceptionHandler();
        app.UseStatusCodePages();
        app.MapOpenApi();
        var api = app.MapGroup("/api").AddEndpointFilter<WholeBodies>().AddEndpointFilter<TellsOthers>();
        api.MapGet("/health", () => new Health("ready")).WithTags("health");
        ScienceEndpoints.Map(api.MapGroup("/science").WithTags("science"));
        AssessEndpoints.Map(api.WithTags("bench"));
        MaterialEndpoints.Map(api.MapGroup("/materials").WithTags("bench"));
        OwnMaterialEndpoints.Map(api.MapGroup("/materials/own").WithTags("materials"));
        StockEndpoints.Map(api.MapGroup("/stock").WithTags("stock"));
        FormulaEndpoints.Map(api.MapGroup("/formulas").WithTags("bench"));
        TrialEndpoints.Map(api.MapGroup("/trials").WithTags("bench"));
        ScentEndpoints.Map(api.MapGroup("/scent").WithTags("bench"));
        BatchEndpoints.Map(api.MapGroup("/batches").WithTags("make"));
        LogbookEndpoints.Map(api.MapGroup("/logbook").WithTags("logbook"));
        LearningEndpoints.Map(api.MapGroup("/learning").WithTags("logbook"));
        TodayEndpoints.Map(api.MapGroup("/today").WithTags("today"));
        HouseEndpoints.Map(api.MapGroup("/house").WithTags("house"));
        DeviceEndpoints.Map(api.MapGroup("/devices").WithTags("devices"));
        api.Map("/{**rest}", NothingHere).ExcludeFromDescription();
        app.MapHub<LiveHub>(LiveHub.Path);
        MapWeb(app, options.WebRoot);
        return app;
    }

    /// <summary>Builds, starts, prints the address and runs until stopped.</summary>
    /// <exception cref="PantryFileException">When the data file cannot be used.</exception>
    /// <exception cref="StartException">When the port is taken.</exception>
    public static async Task RunAsync(AmberOptions options)
    {
        var model = Task.Run(() => PantryFile.Model(options.DataFile));
        await using var app = Build(options);
        var batch = Task.Run(() => ReadyBatch(app));
        app.Services.GetRequiredService<FirstBatch>().Ready = batch;
        var firstPage = Task.Run(async () =>
        {
            if (await batch)
            {
                // Its page needs the second core now.
                await Task.Delay(BatchComes, app.Lifetime.ApplicationStopping).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
            }

            await ReadyFirstPage(app);
        });
        await app.StartAsync();
        Console.WriteLine($"Amber Pantry is ready at {Address(app)}");
        Console.WriteLine($"{(options.Demo ? "Made-up pantry" : "Your workshop")}: {options.DataFile}");
        await Task.WhenAll(model, firstPage);
        await ReadyTheRest(app, app.Lifetime.ApplicationStopping);
        await app.WaitForShutdownAsync();
    }

    public static string Address(WebApplication app) =>
        app
            .Services.GetRequiredService<IServer>()
            .Features.Get<IServerAddressesFeature>()!
            .Addresses.First()
            .Replace("[::1]", "localhost")
            .Replace("127.0.0.1", "localhost");

    /// <summary>Once the page has its answers: reads the names into words and sounds, and lays trials side by side for the first time.</summary>
    private static async Task ReadyTheRest(WebApplication app, CancellationToken stopping)
    {
        await Task.Delay(TimeSpan.FromSeconds(2), stopping).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
        if (stopping.IsCancellationRequested)
        {
            return;
        }

        MaterialSearch.Find("a", Catalogue.All);
        await Ready(app, async (db, keeper) =>
        {
            var ids = await db.Trials.OrderByDescending(trial => trial.Id).Take(Comparison.Most).Select(trial => trial.Id).ToArrayAsync(stopping);
            return ids.Length < 2 ? null : await CompareEndpoint.Compare(ids, db, keeper);
        });
    }

    /// <summary>A batch that stands in the middle is taken up before anything else is looked at; whether there is one.</summary>
    private static Task<bool> ReadyBatch(WebApplication app) => Ready(app, async (db, keeper) =>
        {
            var open = db.Batches.Where(batch => batch.FinishedAt == null).OrderByDescending(batch => batch.TouchedAt);
            var last = await open.Select(batch => (int?)batch.Id).FirstOrDefaultAsync();
            return last is { } id ? await BatchViews.Get(db, keeper, id) : null;
        });

    /// <summary>Answers the first page once while the browser is still opening.</summary>
    private static Task<bool> ReadyFirstPage(WebApplication app) =>
        Ready(app, async (db, keeper) =>
            await TodayViews.Get(db, keeper, app.Services.GetRequiredService<PantryClock>(), app.Services.GetRequiredService<LiveDevices>())
        );

    /// <summary>Works an answer out before anybody asks, so that nobody waits for the first use of file and model; whether there was one.</summary>
    private static async Task<bool> Ready(WebApplication app, Func<PantryDb, WorkshopKeeper, Task<object?>> answer)
    {
        try
        {
            await using var scope = app.Services.CreateAsyncScope();
            var told = await answer(scope.ServiceProvider.GetRequiredService<PantryDb>(), app.Services.GetRequiredService<WorkshopKeeper>());
            JsonSerializer.Serialize(Stream.Null, told, WireJson.Options);
            return told is not null;
        }
        catch (Exception error)
        {
            app.Logger.LogWarning(error, "An answer could not be readied; it is worked out when it is asked for.");
            return false;
        }
    }

    /// <summary>An address that is not there, or one that is and was sent something else than JSON.</summary>
    private static ProblemHttpResult NothingHere(HttpRequest request, string? rest) =>
        request.ContentLength > 0 && !request.HasJsonContentType()
            ? throw new BadHttpRequestException($"What was sent to /api/{rest} is not JSON.", StatusCodes.Status415UnsupportedMediaType)
            : TypedResults.Problem($"There is nothing at /api/{rest}.", statusCode: StatusCodes.Status404NotFound);

    private static void MapWeb(WebApplication app, string folder)
    {
        if (!Directory.Exists(folder))
        {
            app.MapFallback(() =>
                TypedResults.Text("The front end has not been built. Run ./amber build.", statusCode: StatusCodes.Status503ServiceUnavailable)
            );
            return;
        }

        var files = new PhysicalFileProvider(folder);
        app.UseStaticFiles(
            new StaticFileOptions
            {
                FileProvider = files,
                OnPrepareResponse = context =>
                    context.Context.Response.Headers.CacheControl = context.Context.Request.Path.StartsWithSegments("/assets")
                        ? "public, max-age=31536000, immutable"
                        : "no-cache",
            }
        );
        app.MapFallbackToFile("index.html", new StaticFileOptions { FileProvider = files });
    }
}

/// <summary>Answer of the readiness check.</summary>
public sealed record Health(string State);
