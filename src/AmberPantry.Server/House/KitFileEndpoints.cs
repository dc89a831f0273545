using System.Text;
using AmberPantry.Core.Formulas.Pasted;
using AmberPantry.Core.Workshops;
using AmberPantry.Data;
using AmberPantry.Formats;
using Microsoft.AspNetCore.Http.HttpResults;

namespace AmberPantry.Server.House;

/// <summary>What a piece of a file would do here.</summary>
public enum IncomingPiece
{
    New,

    /// <summary>A piece of this name is there, with other figures.</summary>
    Changed,
    Same,
}

/// <param name="At">Where it stands: "line 7".</param>
public sealed record KitOfFile(string At, string Name, KitKind Kind, IncomingPiece Becomes);

/// <param name="Refused">What cannot be taken; as long as there is any, nothing is.</param>
public sealed record KitFileView(IReadOnlyList<KitOfFile> Pieces, IReadOnlyList<RefusedCell> Refused, string Says);

/// <summary>The kit out into a file and in from one.</summary>
internal static class KitFileEndpoints
{
    public static void Map(RouteGroupBuilder house)
    {
        house.MapGet("/kit", Out).Produces<string>(contentType: "text/csv");
        house.MapPost("/kit", In);
    }

    private static FileContentHttpResult Out(WorkshopKeeper keeper) =>
        TypedResults.File(
            [.. Encoding.UTF8.Preamble, .. Encoding.UTF8.GetBytes(CsvOut.Write(keeper.Open.Workshop.Kit.Select(FiledPiece.Of)))],
            "text/csv; charset=utf-8",
            "kit.csv"
        );

    /// <summary>All or nothing: new pieces come behind those that are there, a piece of the same name becomes as the file says.</summary>
    private static async Task<KitFileView> In(KitFileAsked asked, PantryDb db, WorkshopKeeper keeper)
    {
        var (pieces, refused) = KitFile.Read(asked.File);
        var open = keeper.Open;
        var (kit, rows) = Joined(open.Workshop.Kit, pieces);
        if (asked.Keep && refused.Count == 0)
        {
            var house = open.House with { Workshop = open.House.Workshop with { Kit = kit } };
            await HouseWriter.Settings(db, keeper, house.Checked("house."), open.Revision, () => open.House);
            keeper.Forget();
        }

        var (fresh, changed, same) = (
            rows.Count(row => row.Becomes == IncomingPiece.New),
            rows.Count(row => row.Becomes == IncomingPiece.Changed),
            rows.Count(row => row.Becomes == IncomingPiece.Same)
        );
        return new KitFileView(
            rows,
            refused,
            RefusedCell.Says(
                [
                    fresh == 0 ? "" : $"{fresh} new {Wording.Plural("piece", fresh)}",
                    changed == 0 ? "" : $"{changed} with other figures",
                    same == 0 ? "" : $"{same} as {(same == 1 ? "it is" : "they are")}",
                ],
                "no piece can be read",
                refused.Count,
                asked.Keep
            )
        );
    }

    private static (KitPiece[] Kit, KitOfFile[] Rows) Joined(IReadOnlyList<KitPiece> there, IReadOnlyList<PieceOfFile> pieces)
    {
        var kit = there.ToList();
        var rows = new List<KitOfFile>();
        foreach (var (at, piece) in pieces)
        {
            var known = kit.FindIndex(one => string.Equals(one.Name.Trim(), piece.Name.Trim(), StringComparison.OrdinalIgnoreCase));
            var now = piece with { Id = known >= 0 ? kit[known].Id : $"kit-{Guid.NewGuid():N}"[..12] };
            rows.Add(
                new KitOfFile(
                    at,
                    piece.Name,
                    piece.Kind,
                    known < 0 ? IncomingPiece.New
                        : kit[known] == now ? IncomingPiece.Same
                        : IncomingPiece.Changed
                )
            );
            if (known >= 0)
            {
                kit[known] = now;
            }
            else
            {
                kit.Add(now);
            }
        }

        return ([.. kit], [.. rows]);
    }
}
