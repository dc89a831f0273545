using AmberPantry.Core.Families;
using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Formulas.Pasted;

/// <summary>What a row of a pasted text is.</summary>
public enum PastedKind
{
    /// <summary>A material with or without its amount.</summary>
    Line,

    /// <summary>The name of a phase, or of a table's columns.</summary>
    Heading,

    /// <summary>What all of it makes.</summary>
    Total,

    /// <summary>Words that are no material, or a row that is left out.</summary>
    Note,
}

/// <summary>What numbers without a unit are counted in.</summary>
public enum BareUnit
{
    Percent,
    Parts,
    Grams,
}

/// <summary>What the maker says of a row that was asked about.</summary>
/// <param name="Row">Its number, from 1.</param>
/// <param name="Material">The material it stands for.</param>
/// <param name="Amount">Its amount instead of the one that was read: "12", "12 %", "75 g", "the rest".</param>
/// <param name="LeaveOut">It is no part of the mix.</param>
public sealed record PastedAnswer(int Row, string? Material = null, string? Amount = null, bool LeaveOut = false);

/// <summary>A text to be read as a mix, with what was answered so far.</summary>
/// <param name="Text">At most 1 MB.</param>
/// <param name="BatchG">What the whole weighs, where the text does not say it.</param>
/// <param name="Bare">What bare numbers are; asked where it is not plain.</param>
/// <param name="Scale">All shares are brought to 100 by one factor, where they total something else.</param>
/// <param name="Rest">Row that takes what is missing to 100, or gives what is too much.</param>
public sealed record PastedQuestion(
    string Text,
    Family Family,
    IReadOnlyList<PastedAnswer>? Answers = null,
    decimal? BatchG = null,
    BareUnit? Bare = null,
    bool Scale = false,
    int? Rest = null
);

/// <summary>A material that may be meant.</summary>
public sealed record PastedCandidate(string Id, string Name, string Inci, string Colour);

/// <summary>One row as it was read.</summary>
public sealed record PastedRow
{
    public required int Row { get; init; }

    /// <summary>As it was pasted, cut where it is very long.</summary>
    public required string Text { get; init; }

    public required PastedKind Kind { get; init; }

    public required string Name { get; init; }

    /// <summary>As it was written; empty where none was.</summary>
    public required string Amount { get; init; }

    /// <summary>Its share; null while it is not known.</summary>
    public required decimal? Percent { get; init; }

    /// <summary>What it stands for; null while it is asked, and for what is no material.</summary>
    public required PastedCandidate? Material { get; init; }

    /// <summary>What may be meant, where it is asked.</summary>
    public required IReadOnlyList<PastedCandidate> Candidates { get; init; }

    /// <summary>What has to be answered before it can be taken; empty where nothing has.</summary>
    public required string Asks { get; init; }

    /// <summary>What was done with it beyond what is written; empty where nothing was.</summary>
    public required string Says { get; init; }
}

/// <summary>What has to be answered about the whole list.</summary>
public enum PastedAsk
{
    /// <summary>Bare numbers may be percent, parts or grams.</summary>
    Bare,

    /// <summary>Weights stand beside shares: what does all of it weigh?</summary>
    Batch,

    /// <summary>The shares do not total 100.</summary>
    Total,
}

/// <summary>A text read as a mix: shown before it is taken.</summary>
/// <param name="Total">What the shares total as they stand; null while some are not known.</param>
/// <param name="Asks">What has to be answered about the list itself.</param>
/// <param name="Says">How it was read, in a sentence or two.</param>
/// <param name="Content">The mix, when nothing is asked any more.</param>
public sealed record PastedList(IReadOnlyList<PastedRow> Rows, decimal? Total, IReadOnlyList<PastedAsk> Asks, string Says, Formula? Content)
{
    public const int LongestText = 1 << 20;

    /// <exception cref="Refusal">E_RANGE for a text that is too long, E_EMPTY for none, E_RANGE for an answer to a row that is not there.</exception>
    public static PastedList Read(PastedQuestion question, MaterialShelf shelf) => new PastedReader(question, shelf).Read();
}
