using System.Text.Json.Serialization;
using AmberPantry.Core.Families;
using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Formulas;

/// <summary>One change to a formula. Applied by <see cref="FormulaEditor"/>; a remedy is a list of these.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(SetShare), "set_share")]
[JsonDerivedType(typeof(AddDrops), "add_drops")]
[JsonDerivedType(typeof(MoveBoundary), "move_boundary")]
[JsonDerivedType(typeof(AddLine), "add_line")]
[JsonDerivedType(typeof(RemoveLine), "remove_line")]
[JsonDerivedType(typeof(SwapMaterial), "swap_material")]
[JsonDerivedType(typeof(MoveLine), "move_line")]
[JsonDerivedType(typeof(KeepLine), "keep_line")]
[JsonDerivedType(typeof(ChooseMakeweight), "choose_makeweight")]
[JsonDerivedType(typeof(SetPhase), "set_phase")]
[JsonDerivedType(typeof(Trade), "trade")]
[JsonDerivedType(typeof(SetMix), "set_mix")]
[JsonDerivedType(typeof(SetBatch), "set_batch")]
[JsonDerivedType(typeof(SetPour), "set_pour")]
[JsonDerivedType(typeof(SetFamily), "set_family")]
[JsonDerivedType(typeof(SetUse), "set_use")]
[JsonDerivedType(typeof(SetMustStand), "set_must_stand")]
[JsonDerivedType(typeof(SetMethod), "set_method")]
[JsonDerivedType(typeof(SetColouredParts), "set_coloured_parts")]
public abstract record FormulaEdit;

/// <summary>Where the difference of an edit comes from or goes to.</summary>
public enum GivesWay
{
    /// <summary>The makeweight line.</summary>
    Makeweight,

    /// <summary>All lines that are not kept, in proportion.</summary>
    Everyone,

    /// <summary>All lines of the same role that are not kept, in proportion.</summary>
    SameRole,

    /// <summary>The one line named for it.</summary>
    Donor,

    /// <summary>Nobody: it comes on top of what is there. The batch grows by it, every other line keeps its grams and loses share.</summary>
    OnTop,
}

/// <summary>Gives a line a new share, typed as the maker types it: "12,5", "1/8", "75 g". Who gives way may be typed behind it: "14 from shea",
/// "14 from all", "14 from its group"; "30 g on top" adds so much to what is there.</summary>
/// <param name="From">The line that gives, where one is named.</param>
public sealed record SetShare(string Line, string Share, GivesWay GivesWay = GivesWay.Makeweight, string? From = null) : FormulaEdit;

/// <summary>Counts drops to a line, or from it, at the batch's size; the makeweight gives way.</summary>
/// <param name="Drops">Below 0 takes them out; no further than to nothing.</param>
public sealed record AddDrops(string Line, int Drops) : FormulaEdit;

/// <summary>Moves the boundary between two layers, which trade; kept layers between or beside it are passed over.</summary>
/// <param name="Below">The layer seen below it; left out, the next line.</param>
/// <param name="ByPercent">What the upper layer gains.</param>
public sealed record MoveBoundary(string Above, decimal ByPercent, string? Below = null) : FormulaEdit;

/// <param name="From">The line that gives, where one is named.</param>
public sealed record AddLine(string Material, string Share, int? At = null, GivesWay GivesWay = GivesWay.Makeweight, string? From = null)
    : FormulaEdit;

/// <param name="From">The line that takes its share, where one is named.</param>
public sealed record RemoveLine(string Line, GivesWay GivesWay = GivesWay.Makeweight, string? From = null) : FormulaEdit;

/// <summary>Puts another material in a line's place, gram for gram or so that firmness at 20 °C stays.</summary>
public sealed record SwapMaterial(string Line, string Material, bool SameFirmness = false) : FormulaEdit;

/// <param name="TakesPhase">Among lines of another phase it joins that phase.</param>
public sealed record MoveLine(string Line, int To, bool TakesPhase = false) : FormulaEdit;

public sealed record KeepLine(string Line, bool Kept) : FormulaEdit;

public sealed record ChooseMakeweight(string Line) : FormulaEdit;

public sealed record SetPhase(string Line, Phase Phase) : FormulaEdit;

/// <summary>Moves a share from one line to a material, whether the formula has it already or not.</summary>
public sealed record Trade(string From, string ToMaterial, decimal Percent) : FormulaEdit;

/// <summary>What a mix holds of a material, percent.</summary>
public sealed record MixShare(string Material, decimal Percent);

/// <summary>Gives the whole mix at once. What is there keeps its line and phase, what is new joins in its usual phase, the rest goes.</summary>
/// <param name="Shares">Each material once; they total 100, and kept lines keep their share.</param>
public sealed record SetMix(IReadOnlyList<MixShare> Shares) : FormulaEdit;

public sealed record SetBatch(BatchSize Batch) : FormulaEdit;

public sealed record SetPour(double? PourC = null) : FormulaEdit;

/// <summary>Makes it another kind of product; the lines stay as they are.</summary>
public sealed record SetFamily(Family Family) : FormulaEdit;

/// <summary>Says where it is worn and by whom; null goes back to the usual.</summary>
public sealed record SetUse(WornOn? WornOn = null, ForWhom? ForWhom = null) : FormulaEdit;

/// <summary>Names the places where it must stand; null goes back to what is usual for the family.</summary>
public sealed record SetMustStand(IReadOnlyList<string>? Places = null) : FormulaEdit;

/// <summary>How it is made; null makes it as usual.</summary>
public sealed record SetMethod(MakingMethod? Method = null) : FormulaEdit;

/// <summary>Splits the finished mix into parts with colours of their own; null leaves it whole.</summary>
public sealed record SetColouredParts(IReadOnlyList<ColouredPart>? Parts = null) : FormulaEdit;
