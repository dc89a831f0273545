namespace AmberPantry.Core.Assessment.Parts;

/// <summary>One step of a computation in plain words.</summary>
/// <param name="Unit">Empty for a bare number.</param>
/// <param name="Source">Where the step comes from.</param>
public sealed record ExplainStep(string Says, double Value, string Unit, string Source);
