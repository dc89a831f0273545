using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Rules;

/// <summary>Which trades a remedy may be looked for among.</summary>
internal enum Cure
{
    /// <summary>Nothing in the formula cures it.</summary>
    None,

    /// <summary>More structure for less liquid or soft fat.</summary>
    Stiffen,

    /// <summary>Less structure for more liquid.</summary>
    Soften,
}

/// <summary>What a rule found, before remedies are looked for.</summary>
internal sealed record Found
{
    public required string Id { get; init; }

    public required Severity Severity { get; init; }

    public required string Sentence { get; init; }

    public required IReadOnlyList<FindingNumber> Numbers { get; init; }

    public required string Because { get; init; }

    public double? AtC { get; init; }

    public string? Advice { get; init; }

    /// <summary>How far on the wrong side of its limit, as a part of the limit; 0 or less is clear. Orders findings and steers the search.</summary>
    public required Func<Subject, double> Gap { get; init; }

    public Cure Cure { get; init; }

    /// <summary>Trades that may cure it: who may give, and which materials may take. The least that clears it is looked for.</summary>
    public IReadOnlyList<Swap> Swaps { get; init; } = [];

    /// <summary>Changes known by kind, such as a bigger batch; tried as they are.</summary>
    public IReadOnlyList<(string Label, FormulaEdit Edit)> Acts { get; init; } = [];

    /// <summary>Changes of several lines that belong together; tried as they are.</summary>
    public IReadOnlyList<(string Label, IReadOnlyList<FormulaEdit> Edits)> Plans { get; init; } = [];

    /// <summary>How far inside its limit a remedy aims, as a part of the limit; 0 where the gap has its margin already.</summary>
    public double Inside { get; init; } = 0.1;

    public Finding Told(IReadOnlyList<Remedy> remedies, IReadOnlyList<School> schools, Wording say) =>
        new()
        {
            Id = Id,
            Severity = Severity,
            Sentence = say.Text(Sentence),
            Numbers = Numbers,
            AtC = AtC,
            Because = say.Text(Because),
            Advice = Advice is null ? null : say.Text(Advice),
            Remedies = [.. remedies.Select(remedy => remedy with { Label = say.Text(remedy.Label), Effect = say.Text(remedy.Effect) })],
            Schools = schools,
        };
}

/// <summary>A kind of trade worth looking for.</summary>
/// <param name="Gives">Lines that may give.</param>
/// <param name="Takers">Catalogue keys; the maker's own grade is taken where there is one.</param>
internal sealed record Swap(Func<Material, bool> Gives, params IReadOnlyList<string> Takers);

/// <summary>One rule of the craft.</summary>
internal interface IRule
{
    IEnumerable<Found> Check(Subject subject);
}
