using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Parts;

/// <summary>One step of a computation in plain words.</summary>
/// <param name="Unit">Empty for a bare number.</param>
/// <param name="Source">Where the step comes from.</param>
public sealed record ExplainStep(string Says, double Value, string Unit, string Source)
{
    /// <summary>The same in the units of the house.</summary>
    public ExplainStep In(Wording say)
    {
        var (value, unit) = say.Of(Value, Unit);
        return new ExplainStep(say.Text(Says), value, unit, say.Text(Source));
    }
}
