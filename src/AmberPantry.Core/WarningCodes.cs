namespace AmberPantry.Core;

/// <summary>Codes of what the sciences warn of, and the sentence of each.</summary>
public static class WarningCodes
{
    public const string AcidBase = "W_ACID_BASE";
    public const string AcidLeft = "W_ACID_LEFT";
    public const string Alkaline = "W_ALKALINE";
    public const string AsmFace = "W_ASM_FACE";
    public const string AsmHigh = "W_ASM_HIGH";
    public const string BleedsInWater = "W_BLEEDS_IN_WATER";
    public const string CarrierEatsAcid = "W_CARRIER_EATS_ACID";
    public const string CarrierShort = "W_CARRIER_SHORT";
    public const string Clipped = "W_CLIPPED";
    public const string Deliquesces = "W_DELIQUESCES";
    public const string DoseHigh = "W_DOSE_HIGH";
    public const string DoNotSeal = "W_DO_NOT_SEAL";
    public const string Effloresces = "W_EFFLORESCES";
    public const string EpsomMelts = "W_EPSOM_MELTS";
    public const string EpsomSoda = "W_EPSOM_SODA";
    public const string Fades = "W_FADES";
    public const string FizzPair = "W_FIZZ_PAIR";
    public const string Flame = "W_FLAME";
    public const string Flammable = "W_FLAMMABLE";
    public const string Gel = "W_GEL";
    public const string GrindLarge = "W_GRIND_LARGE";
    public const string HeatStartsReaction = "W_HEAT_STARTS_REACTION";
    public const string HueShift = "W_HUE_SHIFT";
    public const string Humid = "W_HUMID";
    public const string Hydrate = "W_HYDRATE";
    public const string HydrateTransfer = "W_HYDRATE_TRANSFER";
    public const string KeepDry = "W_KEEP_DRY";
    public const string LoadHigh = "W_LOAD_HIGH";
    public const string MeltInOil = "W_MELT_IN_OIL";
    public const string Migrates = "W_MIGRATES";
    public const string MoreOilToWet = "W_MORE_OIL_TO_WET";
    public const string NotInFizz = "W_NOT_IN_FIZZ";
    public const string NoCarrier = "W_NO_CARRIER";
    public const string OverBudget = "W_OVER_BUDGET";
    public const string OverOiled = "W_OVER_OILED";
    public const string ReactsInAir = "W_REACTS_IN_AIR";
    public const string ScentHigh = "W_SCENT_HIGH";
    public const string ScentLost = "W_SCENT_LOST";
    public const string ScrubFace = "W_SCRUB_FACE";
    public const string SilicaCheck = "W_SILICA_CHECK";
    public const string Slip = "W_SLIP";
    public const string SodaHigh = "W_SODA_HIGH";
    public const string Stain = "W_STAIN";
    public const string StickyMilk = "W_STICKY_MILK";
    public const string StrongAlkali = "W_STRONG_ALKALI";
    public const string Talc = "W_TALC";
    public const string UltramarineAcid = "W_ULTRAMARINE_ACID";

    private static readonly Dictionary<string, string> Sentences = new()
    {
        [AcidBase] = "Acid and alkaline powders use each other up once damp; chalk and carbonate also gas.",
        [AcidLeft] = "Acid is left over: it stings and wastes acid.",
        [Alkaline] = "Alkaline on skin. Use less alkaline clay, chalk or wash powder.",
        [AsmFace] = "A strong wash for a face.",
        [AsmHigh] = "Very strong wash.",
        [BleedsInWater] = "This colour bleeds in water.",
        [CarrierEatsAcid] = "Magnesium carbonate uses up acid: less of it is left for the fizz.",
        [CarrierShort] = "The carrier holds less than the oil it is given.",
        [Clipped] = "Too much light: the picture is washed out, so the shade cannot be told.",
        [Deliquesces] = "One of the salts draws water at this humidity and runs.",
        [DoseHigh] = "More than is usual for a soak.",
        [DoNotSeal] = "Still working: do not seal it.",
        [Effloresces] = "Dry air takes crystal water out: the crystals turn dull and dusty.",
        [EpsomMelts] = "The oven would melt the Epsom in its own crystal water.",
        [EpsomSoda] = "Epsom and soda sealed together harden and can gas: vent the pack.",
        [Fades] = "This colour fades within half a year, faster in the light.",
        [FizzPair] = "Acid and bicarbonate meet here: see the bath pH.",
        [Flame] = "A cloud of fine starch can flash: no flame, no spark.",
        [Flammable] = "Flammable vapour: no flame, no spark, air the room.",
        [Gel] = "Enough silica to set it to a gel.",
        [GrindLarge] = "Grinding it fine takes much of the oil: make a larger paste.",
        [HeatStartsReaction] = "Warm enough for soda and acid to start: dry it cooler.",
        [HueShift] = "The base is not white and turns the hue.",
        [Humid] = "The air is too damp for it: wait for a drier day or dry the room.",
        [Hydrate] = "Crystal water is let go and feeds the reaction.",
        [HydrateTransfer] = "In the sealed bag the Epsom feeds the thirsty salt.",
        [KeepDry] = "Food for mould once wet: no wet fingers.",
        [LoadHigh] = "More colour than is usual: drag, stains and cost, no deeper shade.",
        [MeltInOil] = "Melt the crystals in the oils: they are no powder.",
        [Migrates] = "This colour wanders: swirls blur in weeks.",
        [MoreOilToWet] = "The powder drinks more oil than that before it is wet.",
        [NotInFizz] = "Acid or soda destroys this colour when damp.",
        [NoCarrier] = "Nothing here drinks oil; the salts will only be smeared.",
        [OverBudget] = "More water than the day allows.",
        [OverOiled] = "More oil than the grains hold.",
        [ReactsInAir] = "This air is damp enough to start it.",
        [ScentHigh] = "More scent than one bath should hold.",
        [ScentLost] = "This warmth drives the scent off.",
        [ScrubFace] = "Too coarse for a face.",
        [SilicaCheck] = "Ask the supplier for crystalline silica below 1 %.",
        [Slip] = "The tub may be slippery. Rise slowly, rinse it.",
        [SodaHigh] = "Much soda on skin: it stings many.",
        [Stain] = "It may stain cloth.",
        [StickyMilk] = "Milk powder turns sticky at this humidity.",
        [StrongAlkali] = "Sodium carbonate is washing soda: it burns skin and eyes. Bicarbonate is what belongs here.",
        [Talc] = "Talc needs an asbestos-free certificate for the lot. Starch does the same.",
        [UltramarineAcid] = "Acid destroys this blue and smells of rotten eggs.",
    };

    public static IReadOnlyCollection<string> All => Sentences.Keys;

    /// <summary>What a code says to the maker.</summary>
    public static string Says(string code) => Sentences[code];
}
