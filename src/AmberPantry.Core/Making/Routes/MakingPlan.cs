using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making.Routes;

/// <summary>Turns a formula into the steps of a batch, by the route of its family.</summary>
/// <remarks>They are written in °C and g; a view tells them in the units of the house.</remarks>
public sealed class MakingPlan(MaterialShelf shelf, Workshop workshop, FamilyRegistry? families = null)
{
    private readonly FamilyRegistry families = families ?? FamilyRegistry.Usual;

    /// <exception cref="Refusal">E_EMPTY for an empty pot, E_RANGE when its family has no route yet.</exception>
    public IReadOnlyList<MakeStep> For(Formula formula)
    {
        if (formula.Lines.Count == 0)
        {
            throw new Refusal(Codes.Empty, "formula.lines", null, "There is nothing in this trial to make.", "Add a wax, a butter or an oil first.");
        }

        var family = families.Get(formula.Family, "formula.family");
        return family.Route switch
        {
            MakingRoute.MeltAndPour => new MeltAndPour(
                shelf,
                workshop with
                {
                    Temperature = TemperatureUnit.Celsius,
                    Weight = WeightUnit.Grams,
                },
                families
            ).Steps(formula, family),
            _ => throw new Refusal(
                Codes.Range,
                "formula.family",
                family.Family,
                $"Steps for {Wording.One(family.Name)} are not written here yet.",
                "Weigh it from the bench sheet."
            ),
        };
    }
}
