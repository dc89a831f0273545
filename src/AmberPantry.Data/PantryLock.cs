namespace AmberPantry.Data;

/// <summary>Holds a data file for one server: a second one is told so before it touches anything.</summary>
public sealed class PantryLock : IDisposable
{
    private readonly FileStream held;

    private PantryLock(FileStream held) => this.held = held;

    /// <exception cref="PantryFileException">When another server holds the file.</exception>
    public static PantryLock Take(string path)
    {
        Directory.CreateDirectory(Path.GetDirectoryName(Path.GetFullPath(path))!);
        try
        {
            return new PantryLock(Open($"{path}.lock"));
        }
        catch (IOException error)
        {
            throw new PantryFileException(
                $"Another Amber Pantry is open on {path}.",
                "Use that one, or stop it first; another folder can be chosen with AMBER_DATA.",
                error
            );
        }
        catch (UnauthorizedAccessException error)
        {
            throw PantryFile.Explain(error, path)!;
        }
    }

    private static FileStream Open(string path)
    {
        var held = new FileStream(path, FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None);
        PantryFile.KeepPrivate(path);
        return held;
    }

    public void Dispose() => held.Dispose();
}
