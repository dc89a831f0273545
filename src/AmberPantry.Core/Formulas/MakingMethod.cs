using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Formulas;

/// <summary>How a trial is made, where its maker wants it otherwise than usual.</summary>
/// <param name="Route">Way of making; null takes what suits the formula.</param>
public sealed record MakingMethod(PlanRoute? Route)
{
    public const int MostChoices = 30;
    public const int MostKit = 20;

    /// <summary>As is usual of the formula.</summary>
    public static MakingMethod Usual { get; } = new(null as PlanRoute?);

    /// <summary>What was chosen where makers differ, by the school's id.</summary>
    public IReadOnlyDictionary<string, string> Choices { get; init; } = new Dictionary<string, string>();

    /// <summary>Steps as the maker does them for this trial; null takes what the house does.</summary>
    public IReadOnlyList<OwnStep>? Steps { get; init; }

    /// <summary>Ids of the pieces of the kit it is made with, the last of a kind counts; null takes what fits.</summary>
    /// <remarks>One that the house no longer has is kept: it may come back.</remarks>
    public IReadOnlyList<string>? Kit { get; init; }

    /// <summary>The same made with a piece of the kit.</summary>
    internal MakingMethod With(string piece) => this with { Kit = [.. (Kit ?? []).Where(id => id != piece), piece] };

    /// <summary>Nothing in it differs from usual.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public bool IsUsual => Route is null && Choices.Count == 0 && Steps is null && Kit is null or { Count: 0 };

    /// <summary>Everything that was chosen, to tell two apart.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public string Said =>
        string.Join(
            "; ",
            Choices
                .OrderBy(one => one.Key, StringComparer.Ordinal)
                .Select(one => $"{one.Key} {one.Value}")
                .Prepend($"{Route}")
                .Concat(Steps?.Select(step => $"{step}") ?? ["usual steps"])
                .Concat(Kit?.Select(piece => $"with {piece}") ?? [])
        );
}
