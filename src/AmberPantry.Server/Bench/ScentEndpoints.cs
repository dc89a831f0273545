using AmberPantry.Core.Assessment.Remedies;
using AmberPantry.Core.Formulas;
using AmberPantry.Server.House;

namespace AmberPantry.Server.Bench;

/// <param name="Test">The blend as it was sniffed; left out, the drops that the mix has are taken.</param>
public sealed record SniffRequest(Formula Formula, SniffTest? Test = null);

/// <param name="Materials">The scents of it.</param>
public sealed record SniffView(SniffAnswer Answer, IReadOnlyList<MaterialView> Materials);

/// <param name="Text">The smell in plain words.</param>
/// <param name="OnlyMine">Only bottles of the pantry.</param>
public sealed record SmellRequest(string Text, bool OnlyMine = false);

public sealed record SmellView(SmellAnswer Answer, IReadOnlyList<MaterialView> Materials);

/// <summary>Scents blended by drops, and found by what they smell of.</summary>
public static class ScentEndpoints
{
    public static void Map(RouteGroupBuilder scent)
    {
        scent.MapPost("/blend", Blend);
        scent.MapPost("/match", Match);
    }

    private static SniffView Blend(SniffRequest request, WorkshopKeeper keeper)
    {
        FormulaCheck.Check(request.Formula, keeper.Shelf);
        var open = keeper.Open;
        var desk = new ScentDesk(open.Shelf, open.Workshop);
        var answer = desk.Blend(request.Formula, request.Test ?? new SniffTest(desk.Drops(request.Formula)));
        return new SniffView(answer, MaterialEndpoints.Views(answer.Scents.Select(scent => scent.Material), open));
    }

    private static SmellView Match(SmellRequest request, WorkshopKeeper keeper)
    {
        var open = keeper.Open;
        var answer = new ScentDesk(open.Shelf, open.Workshop).Match(request.Text, request.OnlyMine);
        return new SmellView(
            answer,
            MaterialEndpoints.Views(answer.Bottles.Select(bottle => bottle.Material).Concat(answer.Blend.Select(part => part.Material)), open)
        );
    }
}
