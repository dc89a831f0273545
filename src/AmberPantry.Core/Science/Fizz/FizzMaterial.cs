namespace AmberPantry.Core.Science.Fizz;

/// <summary>What a material is in a bath product: the first five are dry.</summary>
public enum FizzKind
{
    Acid,
    Base,
    Salt,
    Filler,
    Surfactant,
    Dispersant,
    Binder,
    Oil,
    Scent,
}

/// <summary>What it does besides.</summary>
public enum FizzRole
{
    None,
    Tartar,
    StrongAlkali,
    Carrier,
    Clay,
    Milk,
    Oat,
    Starch,
    SolidFat,
    Coarse,
    Foamer,
}

/// <summary>A row of the bath table: what it gives, takes and draws. Molar masses and pKa from textbooks at 25 °C; most else estimated.</summary>
public sealed record FizzMaterial
{
    // What it is.

    public required string Id { get; init; }
    public required string Name { get; init; }

    public required FizzKind Kind { get; init; }

    public required FizzRole Role { get; init; }
    public required string Species { get; init; }
    public required string Anion { get; init; }

    // What it gives in the reaction.

    /// <summary>g/mol of the form weighed, hydrate included; 0 where it does not react.</summary>
    public required double MolarMass { get; init; }

    /// <summary>Protons per mole that bicarbonate can take.</summary>
    public required double AcidEq { get; init; }

    /// <summary>Bicarbonate per mole; <see cref="CarbonateEq"/> carbonate per mole; <see cref="CationEq"/> strong cations per mole.</summary>
    public required double BicarbonateEq { get; init; }

    public required double CarbonateEq { get; init; }
    public required double CationEq { get; init; }
    public required IReadOnlyList<double> Pka { get; init; }
    public required double Rate { get; init; }

    // Water in and around it.

    public required double HydrateWater { get; init; }

    /// <summary>Relative humidity in percent above which the crystal dissolves in its own moisture; null when it does not.</summary>
    public required double? Crh { get; init; }

    // How it packs and takes up oil.

    /// <summary>True density, g/mL; of liquids their density.</summary>
    public required double TrueGMl { get; init; }

    public required double LooseGMl { get; init; }
    public required double TappedGMl { get; init; }
    public required double OilAbsorption { get; init; }
    public required double PoreShare { get; init; }
    public required double MedianUm { get; init; }

    // How it goes into solution, and what it brings.

    /// <summary>Near 37 °C, kg/m³; null for what does not dissolve.</summary>
    public required double? SolubilityKgM3 { get; init; }

    public required double Water { get; init; }
    public required double Alcohol { get; init; }
    public required double? FlashC { get; init; }

    /// <summary>Dose in percent that cuts caking to 1/e; null when it does not help.</summary>
    public required double? AntiCakeFoldPct { get; init; }

    // Foam and floating oil.

    /// <summary>Grams of oil that one gram disperses by the strict school; <see cref="DispersesLenient"/> by the lenient one.</summary>
    public required double DispersesStrict { get; init; }

    public required double DispersesLenient { get; init; }
    public required double ActiveFraction { get; init; }
    public required string Source { get; init; }

    public static IReadOnlyDictionary<string, FizzMaterial> All { get; } =
        DataTable
            .Read("Science.Fizz.Data.fizz-materials.csv", row => new FizzMaterial
            {
                Id = row.Text("id"),
                Name = row.Text("name"),
                Kind = row.Word<FizzKind>("kind"),
                Role = row.Text("role").Length == 0 ? FizzRole.None : row.Word<FizzRole>("role"),
                Species = row.Text("species"),
                Anion = row.Text("anion"),
                MolarMass = row.Number("molar_mass"),
                AcidEq = row.Number("acid_eq"),
                BicarbonateEq = row.Number("hco3_eq"),
                CarbonateEq = row.Number("co3_eq"),
                CationEq = row.Number("cation_eq"),
                Pka = [.. new[] { "pka1", "pka2", "pka3" }.Select(row.OptionalNumber).OfType<double>()],
                Rate = row.Number("rate"),
                HydrateWater = row.Number("hydrate_water_frac"),
                Crh = row.OptionalNumber("crh_25_pct"),
                TrueGMl = row.Number("rho_true_g_ml"),
                LooseGMl = row.Number("rho_loose_g_ml"),
                TappedGMl = row.Number("rho_tapped_g_ml"),
                OilAbsorption = row.Number("oa_g_per_100g"),
                PoreShare = row.Number("pore_share"),
                MedianUm = row.Number("d50_um"),
                SolubilityKgM3 = row.OptionalNumber("solubility_kg_m3"),
                Water = row.Number("water_frac"),
                Alcohol = row.Number("alcohol_frac"),
                FlashC = row.OptionalNumber("flash_c"),
                AntiCakeFoldPct = row.OptionalNumber("anticake_efold_pct"),
                DispersesStrict = row.Number("disp_strict"),
                DispersesLenient = row.Number("disp_lenient"),
                ActiveFraction = row.Number("active_frac"),
                Source = row.Text("source"),
            })
            .ToDictionary(row => row.Id);

    public bool IsDry => Kind is FizzKind.Acid or FizzKind.Base or FizzKind.Salt or FizzKind.Filler or FizzKind.Surfactant;

    public bool IsOily => Kind is FizzKind.Oil or FizzKind.Scent;

    /// <summary>Lies as a liquid between the grains.</summary>
    public bool WetsGrains => IsOily || Kind == FizzKind.Dispersant;
}
