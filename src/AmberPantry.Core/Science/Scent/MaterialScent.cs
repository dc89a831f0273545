using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Science.Scent;

/// <summary>A material's row in the table of scents.</summary>
public static class MaterialScent
{
    extension(Material material)
    {
        /// <summary>Its composition as a scent; null for a scent that tells none.</summary>
        public ScentOil? ScentOil => material.Keys.Scent is { } key ? ScentOil.All[key] : null;

        /// <summary>As it is called among scents: "Lavender" for its essential oil.</summary>
        public string ScentName
        {
            get
            {
                var name = material.Name.Replace(" essential oil", "", StringComparison.OrdinalIgnoreCase).Trim();
                return name.Length > 0 ? name : material.Name;
            }
        }
    }
}
