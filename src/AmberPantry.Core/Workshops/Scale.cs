namespace AmberPantry.Core.Workshops;

/// <summary>A scale: what it shows and how well it repeats itself.</summary>
/// <param name="ResolutionG">Step of the display in grams, above 0.</param>
/// <param name="RepeatabilityG">Standard deviation of repeated readings in grams; the resolution when left out.</param>
/// <param name="CapacityG">Most it carries, vessel included, in grams.</param>
public sealed record Scale(decimal ResolutionG, decimal? RepeatabilityG = null, decimal? CapacityG = null);
