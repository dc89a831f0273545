using AmberPantry.Data;
using AmberPantry.Server.Hosting;

try
{
    if (args is ["--write-openapi", var file])
    {
        await OpenApiFile.WriteAsync(file);
        return 0;
    }

    var options = AmberOptions.Read(args, Environment.GetEnvironmentVariable);
    var app = AmberServer.Build(options);
    await AmberServer.RunAsync(app, options);
    return 0;
}
catch (PantryFileException error)
{
    Console.Error.WriteLine($"{error.Message}\n{error.Remedy}");
    return 2;
}
catch (StartException error)
{
    Console.Error.WriteLine($"{error.Message}\n{error.Remedy}");
    return 3;
}
