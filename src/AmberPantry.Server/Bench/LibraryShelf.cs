using System.Collections.Concurrent;
using AmberPantry.Core;
using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Library;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;
using AmberPantry.Data;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Bench;

/// <summary>
/// Mixes as a search asks for them, by trial and revision, for one open workshop. What was worked out once stays until the trial or the workshop
/// changes.
/// </summary>
public sealed class LibraryShelf(MaterialShelf shelf, Workshop workshop)
{
    private const int Chunk = 200;

    private readonly Bearings bearings = new(shelf, workshop, FamilyRegistry.Usual);
    private readonly ConcurrentDictionary<int, (int Revision, LibraryEntry? Entry)> known = new();

    /// <summary>Reads what is not known yet. A trial that cannot be read, or names what is not there, is known as null.</summary>
    public async Task<IReadOnlyDictionary<int, LibraryEntry?>> Of(
        PantryDb db,
        IReadOnlyList<(int Trial, int Revision)> wanted,
        CancellationToken stop
    )
    {
        var unknown = wanted.Where(one => !known.TryGetValue(one.Trial, out var have) || have.Revision != one.Revision).ToArray();
        foreach (var some in unknown.Chunk(Chunk))
        {
            await Read(db, some, stop);
        }

        return wanted.ToDictionary(one => one.Trial, one => known.TryGetValue(one.Trial, out var have) ? have.Entry : null);
    }

    private async Task Read(PantryDb db, (int Trial, int Revision)[] wanted, CancellationToken stop)
    {
        var ids = wanted.Select(one => one.Trial).ToArray();
        try
        {
            var rows = await db
                .Trials.AsNoTracking()
                .Where(row => ids.Contains(row.Id))
                .Select(row => new
                {
                    row.Id,
                    row.Revision,
                    row.Content,
                })
                .ToListAsync(stop);
            foreach (var row in rows)
            {
                known[row.Id] = (row.Revision, Entry(row.Content));
            }
        }
        catch (Exception error) when (UnreadableException.IsIn(error))
        {
            if (wanted is [var broken])
            {
                known[broken.Trial] = (broken.Revision, null);
                return;
            }

            foreach (var one in wanted)
            {
                await Read(db, [one], stop);
            }
        }
    }

    private LibraryEntry? Entry(Formula formula)
    {
        try
        {
            return new LibraryEntry(formula, bearings);
        }
        catch (Refusal)
        {
            // It names a material or kind that this workshop does not have: it is found by its name alone.
            return null;
        }
    }
}
