namespace AmberPantry.Core.Science.Melt;

/// <summary>From crystal network to yield value.</summary>
/// <remarks>Scale and exponent join a solid fat content of 20 % to about 22 kPa and 50 % to 150 kPa, as for table spreads; bands after Haighton
/// (1959).</remarks>
public static class Firmness
{
    public const double ScaleKPa = 640;
    public const double Exponent = 2.1;
    public const double MostStructure = 1.3;

    /// <summary>What a powder is taken for where only its volume is known.</summary>
    public static readonly Grains AnyGrains = new(0, 0.55, 2.5);

    /// <summary>Above this part of its packing a powder in fat is a crumb and no paste.</summary>
    public const double MostOfPacked = 0.95;
    public const double AirExponent = 1.5;

    /// <summary>Yield value in kPa of unaerated, powder-free fat.</summary>
    public static double FromStructure(double structure) => structure <= 0 ? 0 : ScaleKPa * Math.Pow(Math.Min(structure, MostStructure), Exponent);

    /// <summary>How many times firmer powder and air leave the fat.</summary>
    /// <remarks>The yield value of a suspension after Chateau, Ovarlez and Trung (2008); a lower bound for fine powders, which flocculate.</remarks>
    /// <param name="overrun">Air added, as a part of the unaerated volume, 0 to 3.</param>
    public static double Factor(Grains grains, double overrun) => grains.AsPaste.YieldRatio / Math.Pow(1 + overrun, AirExponent);
}

/// <summary>Powder suspended in a fat.</summary>
/// <param name="VolumeFraction">Part of the unaerated volume, the oil in its pores included.</param>
/// <param name="MostPacked">Volume fraction at which it is packed full.</param>
/// <param name="IntrinsicViscosity">How much each grain stiffens; 2.5 for a sphere.</param>
public readonly record struct Grains(double VolumeFraction, double MostPacked, double IntrinsicViscosity)
{
    /// <summary>No paste any more: it crumbles.</summary>
    public bool IsCrumb => VolumeFraction > Firmness.MostOfPacked * MostPacked;

    /// <summary>As full as it can be and still be a paste.</summary>
    public Grains AsPaste => IsCrumb ? this with { VolumeFraction = Firmness.MostOfPacked * MostPacked } : this;

    /// <summary>Viscosity of the suspension by that of the bare melt, after Krieger and Dougherty (1959).</summary>
    public double ViscosityRatio => Math.Pow(1 - (VolumeFraction / MostPacked), -IntrinsicViscosity * MostPacked);

    /// <summary>Yield value of the suspension by that of the bare fat.</summary>
    public double YieldRatio => Math.Sqrt((1 - VolumeFraction) * ViscosityRatio);
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
            if (!Near.Below(firmnessKPa, LimitsKPa[i]))
            {
                return (MatterState)i;
            }
        }

        return MatterState.Liquid;
    }

    /// <summary>The state of a word that <see cref="Word"/> gives.</summary>
    public static MatterState Named(string word) => Enum.GetValues<MatterState>().First(state => Word(state) == word);

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

    /// <summary>Thumb scale of a yield value: 1 sinks in, 5 does not mark.</summary>
    public static int ThumbOf(double firmnessKPa) => ThumbOf(At(firmnessKPa));

    public static int ThumbOf(MatterState state) =>
        state switch
        {
            MatterState.Brittle => 5,
            MatterState.Hard => 4,
            MatterState.Firm => 3,
            MatterState.Scoopable => 2,
            _ => 1,
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
