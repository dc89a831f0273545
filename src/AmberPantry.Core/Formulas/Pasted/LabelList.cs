using AmberPantry.Core.Families;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;

namespace AmberPantry.Core.Formulas.Pasted;

/// <summary>What the maker says of a name of a label.</summary>
/// <param name="Row">Its place in the list, from 1.</param>
public sealed record LabelAnswer(int Row, string? Material = null, bool LeaveOut = false);

/// <summary>How it felt somewhere.</summary>
public sealed record LabelFelt(MatterState State, double AtC);

/// <summary>The list of a label to be read backward.</summary>
/// <param name="Text">Names in label order, at most 1 MB.</param>
/// <param name="OnePercentAfter">Names above the 1 % line; set by what is usual where left out.</param>
public sealed record LabelQuestion(
    string Text,
    Family Family,
    IReadOnlyList<LabelAnswer>? Answers = null,
    int? OnePercentAfter = null,
    LabelFelt? Felt = null
);

/// <summary>One name of a label.</summary>
public sealed record LabelRow
{
    public required int Row { get; init; }

    /// <summary>As it is written.</summary>
    public required string Name { get; init; }

    /// <summary>What it stands for; null while it is asked, and for what has no share.</summary>
    public required PastedCandidate? Material { get; init; }

    /// <summary>What may be meant, where it is asked.</summary>
    public required IReadOnlyList<PastedCandidate> Candidates { get; init; }

    /// <summary>The least and greatest its share can be, percent; null where it has none.</summary>
    public required double? From { get; init; }

    public required double? To { get; init; }

    /// <summary>Its share in the middle of all mixes that the order allows.</summary>
    public required double? Middle { get; init; }

    /// <summary>The most that is usual, percent.</summary>
    public required double? MostInUse { get; init; }

    /// <summary>What is to be said of it; empty where nothing is.</summary>
    public required string Says { get; init; }
}

/// <summary>A label read backward: what each share can be, and what no label tells. A start for a product of one's own, never a copy.</summary>
/// <param name="OnePercentAfter">Names above the 1 % line.</param>
/// <param name="Shares">Names that have a share.</param>
/// <param name="CannotKnow">What stays open, a sentence each.</param>
/// <param name="Content">The middle as a mix, when every name is matched or left out.</param>
public sealed record LabelList(
    IReadOnlyList<LabelRow> Rows,
    int OnePercentAfter,
    int Shares,
    string Says,
    IReadOnlyList<string> CannotKnow,
    Formula? Content
)
{
    /// <exception cref="Refusal">E_RANGE for a text that is too long, a 1 % line or a temperature out of reach; E_EMPTY for no names.</exception>
    public static LabelList Read(LabelQuestion question, MaterialShelf shelf) => new LabelReader(question, shelf).Read();
}
