using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Science.Powders;
using AmberPantry.Core.Science.Scent;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making.Sheets;

/// <summary>Puts a formula on the bench as the question its planner asks.</summary>
internal static class PlanAsk
{
    private const string ClayClass = "clay";
    private const string FlammableTag = "flammable";
    private const string VolatileTag = "volatile";

    /// <summary>Pure crystals that oil takes only in the heat, °C.</summary>
    private static readonly Dictionary<string, double> DissolvesFromC = new Dictionary<string, double>
    {
        ["avobenzone"] = 75,
        ["ascorbyl palmitate"] = 80,
    };

    /// <summary>Above so much humidity a fizzy is made the careful way.</summary>
    private const double HumidDay = 60;
    private const decimal ManyHardeners = 5;

    public static PlanQuestion Of(Subject subject)
    {
        var (formula, workshop) = (subject.Formula, subject.Workshop);
        var route = RouteOf(subject);
        var method = formula.Method;
        var schools = MakingSchool.Of(route).ToDictionary(school => school.Id, school => school.Chosen(method?.Choices).Id);
        T? Chosen<T>(string id)
            where T : struct, Enum => schools.TryGetValue(id, out var word) ? Word<T>(word) : null;
        var scale = workshop.Scale;
        var container = workshop.FindContainer(formula.Batch.Container);
        return new PlanQuestion(
            route,
            workshop.WorkroomC,
            workshop.HumidityPercent,
            (double)formula.Batch.Grams,
            formula.PourC,
            new PlanKit(
                (double)scale.ResolutionG,
                (double)(scale.RepeatabilityG ?? scale.ResolutionG),
                (double?)scale.CapacityG ?? double.PositiveInfinity,
                (double)(BatchKit.Taken(subject, KitKind.Vessel)?.MassG ?? 0)
            )
            {
                Heat = Chosen<HeatSource>("heat") ?? HeatSource.WaterBath,
                Pack = container?.MadeOf,
                PackLimitC = container?.LimitC,
                ChillC = schools.TryGetValue("cool", out var cool) ? CoolPlace.Of(cool)?.In(workshop) : null,
            },
            new PlanChoices(
                Hold(subject, Chosen<HoldChoice>("hold") ?? HoldChoice.Auto),
                Chosen<AntioxidantChoice>("antioxidant") ?? AntioxidantChoice.CoolDown,
                Chosen<ScentChoice>("scent") ?? ScentChoice.LastPourable,
                Chosen<PassChoice>("pass") ?? PassChoice.Auto,
                Chosen<PowderChoice>("powder")
            ),
            new FormulaEditor(subject.Shelf).Makeweight(formula)?.Id
        )
        {
            Lines = [.. subject.There.Select(pair => Line(pair.Line, pair.Material, subject.Family))],
        };
    }

    /// <summary>A butter that ran on its way set by itself: what grain is in it only a hold takes out.</summary>
    private static HoldChoice Hold(Subject subject, HoldChoice chosen) =>
        chosen == HoldChoice.Auto && subject.There.Any(pair => pair.Material is { Role: Role.SoftButter, ArrivedMelted: true })
            ? HoldChoice.Yes
            : chosen;

    /// <summary>The way of making: as chosen, else what suits what is in it and the air of today.</summary>
    private static PlanRoute RouteOf(Subject subject)
    {
        var routes = subject.Family.Routes;
        if (subject.Formula.Method?.Route is { } chosen && routes.Contains(chosen))
        {
            return chosen;
        }

        var suits = routes[0] switch
        {
            PlanRoute.BodyOilCold when subject.ClearC >= subject.Workshop.WorkroomC => PlanRoute.BodyOilWarm,
            PlanRoute.WhipMeltAll when subject.Share(Role.Hardener) >= ManyHardeners => PlanRoute.WhipFattyAcidRounds,
            PlanRoute.SaltsSpongeFirst when subject.Share(Role.SoftButter, Role.HardButter) > 0 => PlanRoute.SaltsFoamButter,
            PlanRoute.FizzyAlcohol when subject.Workshop.HumidityPercent > HumidDay => PlanRoute.FizzyHumidDay,
            var usual => usual,
        };
        return suits;
    }

    private static PlanLine Line(FormulaLine line, Material material, FamilyProfile family)
    {
        var powder = material.Powder;
        var solid = material.IsPowder;
        var clears = material.Melt?.ClearsAtC;
        return new PlanLine(
            line.Id,
            solid && material.Role == Role.UvFilter ? Role.Powder : material.Role,
            line.Phase,
            (double)line.Percent,
            solid ? null : material.Melt,
            clears
        )
        {
            CeilingC = material.HeatCeilingC,
            FlashC = material.Keys.Scent is { } scent ? ScentOil.All.GetValueOrDefault(scent)?.FlashC : null,
            DissolvesFromC = DissolvesFromC.TryGetValue(material.BasedOn, out var from) ? from : null,
            MaxPercent = (double)material.MostPercentIn(family.Product),
            Flammable =
                material.Tags.Contains(VolatileTag) ? Flammable.Volatile
                : material.Role == Role.Solvent || material.Tags.Contains(FlammableTag) ? Flammable.Burns
                : Flammable.No,
            Grains = solid
                ? new PlanGrains(
                    powder?.UptakeMlPerG ?? 0,
                    powder?.MedianUm,
                    powder?.IsCarrier ?? false,
                    material.Classes.Contains(ClayClass),
                    powder?.TrueGMl ?? material.DensityGMl
                )
                : null,
        };
    }

    private static T? Word<T>(string word)
        where T : struct, Enum =>
        Enum.TryParse<T>(word.Replace("-", "", StringComparison.Ordinal), ignoreCase: true, out var known) && Enum.IsDefined(known) ? known : null;
}
