namespace AmberPantry.Core.Science.Melt;

/// <summary>From crystal network to yield value.</summary>
/// <remarks>Scale and exponent join a solid fat content of 20 % to about 22 kPa and 50 % to 150 kPa, as for table spreads; bands after Haighton
/// (1959).</remarks>
public static class Firmness
{
    public const double ScaleKPa = 640;
    public const double Exponent = 2.1;
    public const double MostStructure = 1.3;

    /// <summary>Powder volume fraction at which a fat is packed full.</summary>
    public const double PackedPowder = 0.55;
    public const double MostOfPacked = 0.95;
    public const double PowderIntrinsicViscosity = 2.5;
    public const double AirExponent = 1.5;

    /// <summary>Yield value in kPa of unaerated, powder-free fat.</summary>
    public static double FromStructure(double structure) => structure <= 0 ? 0 : ScaleKPa * Math.Pow(Math.Min(structure, MostStructure), Exponent);

    /// <summary>How many times firmer powder and air leave the fat.</summary>
    /// <param name="powderVolumeFraction">0 to 0.9 of the unaerated volume.</param>
    /// <param name="overrun">Air added, as a part of the unaerated volume, 0 to 3.</param>
    public static double Factor(double powderVolumeFraction, double overrun) =>
        Math.Pow(1 - Math.Min(powderVolumeFraction / PackedPowder, MostOfPacked), -PowderIntrinsicViscosity * PackedPowder)
        / Math.Pow(1 + overrun, AirExponent);
}

/// <summary>What a product is at a temperature.</summary>
public enum MatterState
{
    Brittle,
    Hard,
    Firm,
    Scoopable,
    Soft,
    Slumping,
    Liquid,
}

/// <summary>The states and the yield values that part them.</summary>
public static class MatterStates
{
    /// <summary>Lower limit in kPa of each state but the last, firmest first.</summary>
    public static IReadOnlyList<double> LimitsKPa { get; } = [400, 150, 80, 20, 2, 0.5];

    public static MatterState At(double firmnessKPa)
    {
        for (var i = 0; i < LimitsKPa.Count; i++)
        {
            if (firmnessKPa >= LimitsKPa[i])
            {
                return (MatterState)i;
            }
        }

        return MatterState.Liquid;
    }

    public static string Word(MatterState state) =>
        state switch
        {
            MatterState.Brittle => "brittle",
            MatterState.Hard => "hard",
            MatterState.Firm => "firm",
            MatterState.Scoopable => "scoopable",
            MatterState.Soft => "soft",
            MatterState.Slumping => "slumping",
            _ => "liquid",
        };

    /// <summary>What a hand finds when it picks some up.</summary>
    public static string InTheHand(MatterState state) =>
        state switch
        {
            MatterState.Brittle => "it snaps and gives nothing",
            MatterState.Hard => "it gives only when it is rubbed",
            MatterState.Firm => "it must be pressed hard to pick any up",
            MatterState.Scoopable => "it spreads under a finger",
            MatterState.Soft => "it scoops with no effort",
            MatterState.Slumping => "it keeps no shape",
            _ => "it pours",
        };

    /// <summary>The state as something the product does: "scoops", "slumps".</summary>
    public static string Does(MatterState state) =>
        state switch
        {
            MatterState.Scoopable => "scoops",
            MatterState.Slumping => "slumps",
            _ => Word(state),
        };
}
