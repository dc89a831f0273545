using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Science.Melt;

namespace AmberPantry.Core.Assessment.Lenses;

/// <summary>A stretch of an axis with its word, and the state whose pattern it wears: from set and dark to fluid and pale.</summary>
public sealed record Stretch(string Word, double From, double To, MatterState Wears);

/// <summary>A point of a silhouette.</summary>
/// <param name="Height">Part of the full height, 0 to 1.</param>
public sealed record HillPoint(double At, double Height);

/// <summary>A stem with its peg: what is so at one place of the axis.</summary>
/// <param name="Says">What it is there in a few words.</param>
/// <param name="Probe">What moving its peg asks about; null where it cannot be moved.</param>
/// <param name="ProbeId">The line it moves; empty otherwise.</param>
/// <param name="Step">What an arrow key moves it by.</param>
public sealed record Stem(string Id, string Name, double At, string Says, ProbeKind? Probe = null, string ProbeId = "", double Step = 1);

/// <summary>A bar that lies over the axis.</summary>
/// <param name="Says">Its figure in words.</param>
/// <param name="Colour">#RRGGBB of a material; null where it wears a state.</param>
/// <param name="LeftOver">Drawn hatched: what finds no partner.</param>
public sealed record Lane(string Id, string Name, double From, double To, string Says, string? Colour, MatterState? Wears, bool LeftOver = false);

/// <summary>A vessel that stands on the axis: its width is what there is of it, its height what a gram of it holds.</summary>
/// <param name="Height">Part of the full height, 0 to 1.</param>
/// <param name="Filled">Part of it that is taken, 0 to 1.</param>
public sealed record Tank(string Id, string Name, double From, double To, double Height, double Filled, string Says, string Colour);

/// <summary>An axis with what stands on it. The same for every lens; a picture and a table are drawn from it.</summary>
public sealed record Instrument
{
    /// <summary>Stays the same while the mix changes.</summary>
    public required string Id { get; init; }

    /// <summary>What runs along it: "minutes after rubbing in".</summary>
    public required string Axis { get; init; }

    /// <summary>What the height means; empty where nothing has a height.</summary>
    public required string HeightSays { get; init; }

    public required string Unit { get; init; }

    public required double From { get; init; }

    public required double To { get; init; }

    /// <summary>Between figures on the scale.</summary>
    public required double Major { get; init; }

    /// <summary>Between ticks.</summary>
    public required double Minor { get; init; }

    /// <summary>Share of the width it takes beside the others, 0 to 1; 0 for a short axis of one row with its like.</summary>
    public required double Width { get; init; }

    /// <summary>Drawn low: it stands beside a ruler.</summary>
    public bool IsLow { get; init; }

    public IReadOnlyList<HillPoint> Hill { get; init; } = [];

    public IReadOnlyList<Stretch> Words { get; init; } = [];

    public IReadOnlyList<Stem> Stems { get; init; } = [];

    public IReadOnlyList<Lane> Lanes { get; init; } = [];

    public IReadOnlyList<Tank> Tanks { get; init; } = [];
}

/// <summary>What a lens tells of one line.</summary>
/// <param name="Text">With its unit, as it stands in the row.</param>
public sealed record LensCell(string Line, string Text);

/// <summary>The last column of the rows under a lens.</summary>
public sealed record LensColumn(string Title, IReadOnlyList<LensCell> Lines, string Sum);

/// <summary>A swatch on the viewing card.</summary>
/// <param name="OverWhite">#RRGGBB as it is seen over the white half of the card.</param>
/// <param name="OverGrey">The same over the grey half; the same colour where nothing shows through.</param>
public sealed record Chip(string Name, string OverWhite, string OverGrey);

/// <summary>A layer of a blend that stands beside the instruments as a column.</summary>
/// <param name="Group">Layers of one group lie together under its name: "top 36 %".</param>
/// <param name="Percent">Of the blend.</param>
public sealed record BlendLayer(string Line, string Name, string Group, double Percent, string Colour);

/// <summary>A mix read by one lens.</summary>
/// <param name="Says">The instrument as one or two sentences.</param>
/// <param name="Steps">The computation in plain words.</param>
public sealed record LensView(Lens Lens, IReadOnlyList<Instrument> Instruments, LensColumn? Column, string Says, IReadOnlyList<ExplainStep> Steps)
{
    /// <summary>What it looks like, from the bare base on; empty where a lens shows no colour.</summary>
    public IReadOnlyList<Chip> Chips { get; init; } = [];

    /// <summary>The parts of a split mix; empty where it stays whole.</summary>
    public IReadOnlyList<PartShade> Parts { get; init; } = [];

    /// <summary>What goes in first, and what happens else; empty where the order does not matter to the lens.</summary>
    public IReadOnlyList<AddingStep> Order { get; init; } = [];

    /// <summary>A blend within the mix, from the top down; empty where a lens tells of none.</summary>
    public IReadOnlyList<BlendLayer> Layers { get; init; } = [];
}
