namespace AmberPantry.Data;

/// <summary>Holds a data folder for one server: a second one is told so before it touches anything.</summary>
public sealed class PantryLock : IDisposable
{
    private const string Name = "amber-pantry.lock";
    private readonly FileStream held;

    private PantryLock(FileStream held) => this.held = held;

    /// <param name="path">The data file, whose folder is held.</param>
    /// <exception cref="PantryFileException">When another server holds the folder, or it cannot be written.</exception>
    public static PantryLock Take(string path)
    {
        var folder = Path.GetDirectoryName(Path.GetFullPath(path))!;
        try
        {
            Directory.CreateDirectory(folder);
            return new PantryLock(Open(Path.Combine(folder, Name)));
        }
        catch (DirectoryNotFoundException error)
        {
            throw PantryFile.Explain(error, path)!;
        }
        catch (IOException error)
        {
            throw new PantryFileException(
                $"Another Amber Pantry is open on {folder}.",
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
