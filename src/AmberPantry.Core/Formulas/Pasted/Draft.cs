using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Formulas.Pasted;

/// <summary>A row while it is being read.</summary>
internal sealed class Draft(int row, string text)
{
    public int Row => row;
    public string Text => text;
    public PastedKind Kind { get; set; } = PastedKind.Line;
    public bool IsLine => Kind == PastedKind.Line;
    public string Name { get; set; } = "";
    public PastedAmount? Amount { get; set; }

    /// <summary>The amount as it was typed as an answer, and so is meant as it reads; null where none was.</summary>
    public string? Typed { get; set; }

    /// <summary>What is wrong with it.</summary>
    public string Wrong { get; set; } = "";

    /// <summary>It is taken without an amount of its own.</summary>
    public bool Gap { get; set; }
    public Phase? Phase { get; set; }
    public Material? Material { get; set; }
    public IReadOnlyList<Material> Candidates { get; set; } = [];
    public decimal? Value { get; set; }
    public decimal? Percent { get; set; }
    public string Asks { get; set; } = "";
    public string Says { get; set; } = "";
}
