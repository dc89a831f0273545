using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making.Sheets;

/// <summary>What stands beside the steps of a batch in hand.</summary>
/// <param name="Kit">What its step is done in, where the house has more than one; else null.</param>
/// <param name="OtherKit">Of each step at which another piece was taken than was planned, what to say of it.</param>
/// <param name="Stages">What may be seen at a step, by its id.</param>
public sealed record AidsOfBatch(
    KitQuestion? Kit,
    IReadOnlyDictionary<string, string> OtherKit,
    IReadOnlyDictionary<string, IReadOnlyList<StageCard>> Stages
);

/// <summary>Tells which pieces of the kit a batch in hand is made with, and what is to be seen at its steps.</summary>
public sealed class BatchAids(MaterialShelf shelf, Workshop workshop, FamilyRegistry? families = null)
{
    private static readonly AidsOfBatch None = new(null, new Dictionary<string, string>(), new Dictionary<string, IReadOnlyList<StageCard>>());

    public AidsOfBatch Of(Batch batch)
    {
        if (batch.IsFinished)
        {
            return None;
        }

        var planned = new Subject(batch.Content, new Bearings(shelf, workshop, families ?? FamilyRegistry.Usual));
        var route = PlanAsk.Of(planned).Route;
        var set = batch.Content.Method?.Choices.GetValueOrDefault("set");
        var kind = BatchKit.KindAt(batch.Step(batch.AtStep), route);
        return new AidsOfBatch(
            kind is { } of ? BatchKit.Question(planned, batch.Method, of) : null,
            BatchKit.Others(planned, batch),
            batch
                .Steps.Select(step => (step.Id, Cards: StageCard.Of(step, route, set, planned.Say)))
                .Where(one => one.Cards.Count > 0)
                .ToDictionary(one => one.Id, one => one.Cards)
        );
    }
}
