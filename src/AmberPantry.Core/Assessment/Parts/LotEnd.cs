using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Parts;

/// <summary>The lot in the mix that ends first.</summary>
/// <param name="Months">From today on; below 0 where it is past.</param>
internal sealed record LotEnd(Material Material, DateOnly On, double Months)
{
    public const double DaysInMonth = 30.4375;

    /// <summary>"sunflower oil lot SF-88"; without a lot the material alone.</summary>
    public string Name => Material.Lot is { } lot ? $"{Wording.Brief(Material.Name)} lot {lot}" : Wording.Brief(Material.Name);

    /// <summary>Null where no lot in it has a date, or nobody asks what day it is.</summary>
    public static LotEnd? Of(Subject subject) =>
        subject.Workshop.Today is not { } today
            ? null
            : subject
                .There.Where(pair => pair.Material.BestBefore is not null)
                .OrderBy(pair => pair.Material.BestBefore)
                .Select(pair => new LotEnd(
                    pair.Material,
                    pair.Material.BestBefore!.Value,
                    (pair.Material.BestBefore!.Value.DayNumber - today.DayNumber) / DaysInMonth
                ))
                .FirstOrDefault();
}
