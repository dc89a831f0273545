using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Families;

/// <summary>The groups of a melted product with their usual shares, percent.</summary>
internal sealed record MeltedGroups
{
    public required (decimal Low, decimal High) SoftButters { get; init; }

    public required (decimal Low, decimal High) HardButters { get; init; }

    public required (decimal Low, decimal High) Waxes { get; init; }

    public required (decimal Low, decimal High) LiquidOils { get; init; }

    public required (decimal Low, decimal High) Hardeners { get; init; }

    public required (decimal Low, decimal High) Powders { get; init; }

    public IReadOnlyList<GroupNorm> List() =>
        [
            new("soft butters", SoftButters.Low, SoftButters.High, Role.SoftButter),
            new("hard butters", HardButters.Low, HardButters.High, Role.HardButter),
            new("waxes", Waxes.Low, Waxes.High, Role.Wax),
            new("liquid oils", LiquidOils.Low, LiquidOils.High, Role.Oil, Role.Ester),
            new("hardeners", Hardeners.Low, Hardeners.High, Role.Hardener),
            new("powders", Powders.Low, Powders.High, Role.Powder, Role.Base, Role.Salt, Role.Colourant),
        ];
}
