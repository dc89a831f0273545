namespace AmberPantry.Core.Calculations;

/// <summary>One open calculation: named fields in, an answer with names and units out.</summary>
/// <param name="Topic">Folder of science, such as "fizz".</param>
/// <param name="Name">Name within the topic, such as "bathPh".</param>
/// <param name="Says">What it answers, in one sentence.</param>
/// <param name="Example">A question as JSON that is answered without a refusal.</param>
/// <param name="Work">Throws <see cref="Refusal"/> for the first field that cannot be taken.</param>
public sealed record Calculation(string Topic, string Name, string Says, string Example, Func<Fields, object> Work);

/// <summary>Every calculation that scripts may ask for.</summary>
public static class AllCalculations
{
    public static IReadOnlyList<Calculation> List { get; } =
    [
        .. CompositionCalculations.All,
        .. MeltCalculations.All,
        .. PowderCalculations.All,
        .. FizzCalculations.All,
        .. ColourCalculations.All,
        .. StabilityCalculations.All,
        .. ScentCalculations.All,
        .. SafetyCalculations.All,
        .. FeelCalculations.All,
        .. MakingCalculations.All,
        .. TrialsCalculations.All,
        .. LearningCalculations.All,
    ];
}
