using AmberPantry.Core.Materials;
using AmberPantry.Data.Materials;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Data.Copy;

/// <summary>What a copy would do to the records of one kind.</summary>
/// <param name="Part">Name of the kind.</param>
/// <param name="Examples">The first names of what is new or changed.</param>
public sealed record CopyCount(string Part, int New, int Same, int Changed, IReadOnlyList<string> Examples);

/// <summary>How far a copy has come.</summary>
/// <param name="Part">Kind of record in hand.</param>
/// <param name="Lines">Records done of all kinds.</param>
public sealed record CopyProgress(string Part, int Lines);

/// <summary>What a copy is taken into.</summary>
public sealed class CopyIn(PantryDb db)
{
    private const int MostExamples = 8;
    private readonly Dictionary<string, (int New, int Same, int Changed, List<string> Examples)> counts = [];
    private MaterialShelf? shelf;

    public PantryDb Db => db;

    /// <summary>Ids of formulas by name.</summary>
    public Dictionary<string, int> Formulas { get; private set; } = [];

    /// <summary>Ids of trials by formula and number.</summary>
    public Dictionary<(int Formula, int Number), int> Trials { get; private set; } = [];

    /// <summary>Ids of batches by lot.</summary>
    public Dictionary<string, int> Batches { get; private set; } = [];

    /// <summary>Number of the line in hand in its part, from 1.</summary>
    public int Line { get; set; }

    /// <summary>The catalogue with the materials of this file, those of the copy among them.</summary>
    public MaterialShelf Shelf => shelf ??= db.Shelf();

    public IReadOnlyList<CopyCount> Counts =>
        [.. counts.Select(one => new CopyCount(one.Key, one.Value.New, one.Value.Same, one.Value.Changed, one.Value.Examples))];

    public async Task Begin()
    {
        Formulas = await db.Formulas.Select(row => new { row.Name, row.Id }).ToDictionaryAsync(row => row.Name, row => row.Id);
        Trials = await db
            .Trials.Select(row => new
            {
                row.FormulaId,
                row.Number,
                row.Id,
            })
            .ToDictionaryAsync(row => (row.FormulaId, row.Number), row => row.Id);
        Batches = await db.Batches.Select(row => new { row.Lot, row.Id }).ToDictionaryAsync(row => row.Lot, row => row.Id);
    }

    /// <summary>Materials have come in: the shelf is read anew when it is next asked for.</summary>
    public void ForgetShelf() => shelf = null;

    /// <summary>A name of her own has come in.</summary>
    public void Call(MyName name) => shelf = Shelf.Calling(name);

    public void Tell(string part, string name, bool isNew, bool isSame)
    {
        var now = counts.TryGetValue(part, out var told) ? told : (New: 0, Same: 0, Changed: 0, Examples: []);
        if (!isSame && now.Examples.Count < MostExamples)
        {
            now.Examples.Add(name);
        }

        counts[part] = (now.New + (isNew ? 1 : 0), now.Same + (isSame ? 1 : 0), now.Changed + (isNew || isSame ? 0 : 1), now.Examples);
    }
}
