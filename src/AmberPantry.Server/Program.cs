using AmberPantry.Data;
using AmberPantry.Server.Hosting;

try
{
    if (args is ["--write-openapi", var file])
    {
        await OpenApiFile.WriteAsync(file);
        return 0;
    }

    await AmberServer.RunAsync(AmberOptions.Read(args, Environment.GetEnvironmentVariable));
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
catch (Exception error) when (PantryFile.Explain(error, "The data file") is { } told)
{
    Console.Error.WriteLine($"{told.Message}\n{told.Remedy}");
    return 2;
}
