using AmberPantry.Core.Assessment.Lenses;
using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Fizz;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Rules;

/// <summary>Soda against acid.</summary>
internal sealed class FizzBalanced : IRule
{
    private const double MuchSodaLeftPct = 25;

    public IEnumerable<Found> Check(Subject subject)
    {
        if (!subject.Family.Traits.Fizzes || subject.Formula.Lines.Count == 0)
        {
            yield break;
        }

        if (subject.Bath?.Balance is not { } balance)
        {
            yield return new Found
            {
                Id = "no-fizz",
                Severity = Severity.Fix,
                Sentence =
                    $"Nothing here fizzes: soda **{subject.BathMix.BaseMol:0.00}** against acid **{subject.BathMix.AcidMol:0.00}** mol in 100 g.",
                Numbers = [new("soda", subject.BathMix.BaseMol, "mol"), new("acid", subject.BathMix.AcidMol, "mol")],
                Because = "Gas comes only where an acid meets bicarbonate.",
                Gap = other => other.Bath?.Balance is null ? 1 : 0,
                Swaps =
                [
                    new(material => material.Role is Role.Base or Role.Powder, "citric acid"),
                    new(material => material.Role is Role.Acid or Role.Powder, "sodium bicarbonate"),
                ],
            };
            yield break;
        }

        if (balance.Warnings.Contains(WarningCodes.AcidLeft))
        {
            yield return new Found
            {
                Id = "acid-left",
                Severity = Severity.Fix,
                Sentence =
                    $"Acid is left over: {balance.SodaToAcid:0.00} of soda to 1 of "
                    + $"acid, **{balance.NeutralSodaToAcid:0.00}** is even. It stings and wastes acid.",
                Numbers = [new("soda to acid", balance.SodaToAcid ?? 0, ""), new("even", balance.NeutralSodaToAcid ?? 0, "")],
                Because = "Citric acid takes three of bicarbonate: 1.31 of soda to 1 anhydrous by weight, 1.20 to 1 of the hydrate.",
                Gap = other => (other.BathMix.AcidMol / Math.Max(1e-6, 1.05 * other.BathMix.BaseMol)) - 1,
                Swaps = [new(material => material.Role == Role.Acid, "sodium bicarbonate")],
            };
        }

        if (balance.Warnings.Contains(WarningCodes.StrongAlkali))
        {
            yield return new Found
            {
                Id = "harsh-alkali",
                Severity = Severity.Stop,
                Sentence = WarningCodes.Says(WarningCodes.StrongAlkali),
                Numbers = [],
                Because = "Strong alkali in the bath table.",
                Gap = other => other.BathMix.Grams(material => material.Role == FizzRole.StrongAlkali) > 0 ? 1 : 0,
                Swaps = [new(material => material.Tags.Contains("harsh alkali"), "sodium bicarbonate")],
            };
        }

        if (balance.LeftAcidMol > 0)
        {
            yield break;
        }

        var left = balance.LeftSodaPct;
        yield return new Found
        {
            Id = "soda-left",
            Severity = left > MuchSodaLeftPct ? Severity.Watch : Severity.Note,
            Sentence =
                $"**{left:0.0}{Wording.Narrow}%** of it is soda that stays unmatched: a soak of about "
                + $"pH {subject.Bath.Ph?.PhFresh:0.0}, gas {balance.Co2L:0.0} litres from 100 g.",
            Numbers = [new("soda left", left, "%"), new("limit", MuchSodaLeftPct, "%")],
            Because = "Moles of acid against bicarbonate; gas at 25 °C. Some leave soda on purpose: it softens water and skin.",
            Gap = other => ((other.Bath?.Balance?.LeftSodaPct ?? 100) / MuchSodaLeftPct) - 1,
            Swaps = left > MuchSodaLeftPct ? [new(material => material.Role == Role.Base, "citric acid", "cream of tartar")] : [],
        };
    }
}

/// <summary>How it fizzes against what a piece should do, and what of the make-up works against it.</summary>
internal sealed class FizzStrength : IRule
{
    private const double WeakBelow = 20;
    private const double FierceFrom = 90;
    private const double MonohydrateFromPct = 5;

    public IEnumerable<Found> Check(Subject subject)
    {
        if (!subject.Family.Traits.Fizzes || subject.Bath?.Balance is not { } balance)
        {
            yield break;
        }

        if (balance.FizzIndex < WeakBelow)
        {
            yield return new Found
            {
                Id = "weak-fizz",
                Severity = Severity.Watch,
                Sentence =
                    $"Weak: fizz **{balance.FizzIndex:0}** of 100, about {balance.Co2L:0.0} litres of gas from 100 g. "
                    + "Less starch, clay and oil, or more soda and acid.",
                Numbers = [new("fizz", balance.FizzIndex, ""), new("weak below", WeakBelow, "")],
                Because = "Gas, speed of the acid, oil, starch and clay; 100 is the bare even mix of soda and citric acid. Ranked estimate.",
                Gap = other => 1 - ((other.Bath?.Balance?.FizzIndex ?? 0) / WeakBelow),
                Swaps =
                [
                    new(material => material.Role is Role.Powder or Role.Salt or Role.Botanical, "citric acid", "sodium bicarbonate"),
                    new(material => material.IsLiquid, "sodium bicarbonate"),
                ],
            };
        }
        else if (balance.FizzIndex >= FierceFrom)
        {
            yield return new Found
            {
                Id = "fierce-fizz",
                Severity = Severity.Note,
                Sentence =
                    $"Fierce: fizz **{balance.FizzIndex:0}** of 100, it is over in about {balance.FizzMinutes:0} minutes and "
                    + (subject.Bath.Floats == Floating.SinksFirst ? "may split." : "spins on the water."),
                Numbers = [new("fizz", balance.FizzIndex, ""), new("fierce from", FierceFrom, "")],
                Because = "Gas, speed of the acid, oil, starch and clay. Starch, tartar and a little oil slow it.",
                Gap = other => ((other.Bath?.Balance?.FizzIndex ?? 0) / FierceFrom) - 1,
                Swaps = [new(material => material.Role is Role.Acid or Role.Base, "corn starch", "cream of tartar")],
            };
        }

        var hydrate = (double)subject.There.Where(pair => IsDampAcid(pair.Material)).Sum(pair => pair.Line.Percent);
        if (hydrate >= MonohydrateFromPct)
        {
            yield return new Found
            {
                Id = "monohydrate",
                Severity = Severity.Watch,
                Sentence =
                    $"**{hydrate:0.#}{Wording.Narrow}%** is citric acid with crystal water, "
                    + "which it lets go of as the piece warms: that starts the fizz early. "
                    + "The water-free kind keeps.",
                Numbers = [new("monohydrate", hydrate, "%"), new("from", MonohydrateFromPct, "%")],
                Because = "Citric acid monohydrate holds 8.6 % water, released from about 36 °C.",
                Gap = other => ((double)other.There.Where(pair => IsDampAcid(pair.Material)).Sum(pair => pair.Line.Percent) / MonohydrateFromPct) - 1,
                Acts =
                [
                    .. subject
                        .There.Where(pair => IsDampAcid(pair.Material))
                        .Select(pair =>
                            ("Swap it for citric acid", (FormulaEdit)new SwapMaterial(pair.Line.Id, subject.Shelf.Preferred("citric acid").Id))
                        ),
                ],
            };
        }
    }

    private static bool IsDampAcid(Material material) => material.InBath is { Kind: FizzKind.Acid, HydrateWater: > 0.05 };
}

/// <summary>Crystal water of a salt feeds soda and acid in a closed pack.</summary>
internal sealed class CrystalWater : IRule
{
    private const decimal LeastPercent = 3;

    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Bath is null || subject.BathMix.GasMol <= 0 || Hydrates(subject) is not { Length: > 0 } salts)
        {
            yield break;
        }

        var share = salts.Sum(pair => pair.Line.Percent);
        yield return new Found
        {
            Id = "crystal-water",
            Severity = Severity.Watch,
            Sentence =
                $"**{Wording.RoundPercent(share)}** of {Wording.List([.. salts.Select(pair => Wording.Brief(pair.Material.Name))])} "
                + "holds crystal water: "
                + "beside soda and acid in a closed jar it reacts, hardens and can lift the lid. Vent the pack, or use a dried salt.",
            Numbers = [new("salts with crystal water", (double)share, "%"), new("from", (double)LeastPercent, "%")],
            Because = "Epsom salt is half water by weight and lets some go above 25 °C.",
            Gap = other => (double)(Hydrates(other).Sum(pair => pair.Line.Percent) / LeastPercent) - 0.999,
            Swaps = [new(IsHydrate, "sea salt", "corn starch")],
        };
    }

    private static (FormulaLine Line, Material Material)[] Hydrates(Subject subject) =>
        [.. subject.There.Where(pair => pair.Line.Percent >= LeastPercent && IsHydrate(pair.Material))];

    private static bool IsHydrate(Material material) => material.Role == Role.Salt && material.InBath is { HydrateWater: > 0.2 };
}

/// <summary>Water starts a fizzy before the tub does.</summary>
internal sealed class FizzyWater : IRule
{
    private const double SafeGPerKg = 1;
    private const double FeltFromPct = 8;
    private const double HurtsFromPct = 20;
    private const double RuinsFromPct = 50;

    public IEnumerable<Found> Check(Subject subject)
    {
        if (!subject.Family.Traits.Fizzes || subject.BathMix.DryG <= 0 || subject.BathMix.GasMol <= 0)
        {
            yield break;
        }

        var water = subject.BathMix.WaterGPerKg;
        if (water <= SafeGPerKg)
        {
            yield break;
        }

        var rh = subject.Workshop.HumidityPercent ?? 45;
        var damp = Dampness.Of(
            subject.BathMix,
            rh,
            subject.Workshop.WorkroomC,
            BathReading.PieceCm,
            FizzMaterial.All[Wetting.UsualBinder],
            Wetting.UsualSprayMl
        );
        yield return new Found
        {
            Id = "fizzy-water",
            Severity =
                damp.GasLostPct >= RuinsFromPct ? Severity.Stop
                : damp.GasLostPct >= HurtsFromPct ? Severity.Fix
                : damp.GasLostPct >= FeltFromPct ? Severity.Watch
                : Severity.Note,
            Sentence =
                $"**{water / 10:0.##}{Wording.Narrow}%** of water costs about **{damp.GasLostPct:0}{Wording.Narrow}%** of the gas"
                + (damp.GasLostPct >= HurtsFromPct ? ": it starts in the bowl." : "; sprayed on finely it leaves again."),
            Numbers = [new("water", water / 10, "%"), new("budget today", damp.BudgetGPerKg / 10, "%")],
            Because =
                "Water from every liquid by its own share; the budget falls with the room's humidity. An estimate, to be learnt from your batches.",
            Gap = other => other.BathMix.DryG > 0 ? (other.BathMix.WaterGPerKg / Math.Max(SafeGPerKg, damp.BudgetGPerKg)) - 1 : 0,
            Acts =
            [
                .. subject
                    .Lines.Where(pair => pair.Line.Percent > 0 && !pair.Line.Kept && pair.Material.InBath is { IsDry: false, Water: > 0.1 })
                    .Select(pair => ($"Leave out {Wording.Brief(pair.Material.Name)}", (FormulaEdit)new RemoveLine(pair.Line.Id))),
            ],
            Swaps = [new(material => material.InBath is { Kind: FizzKind.Binder, Water: > 0.1 }, "isopropyl alcohol 99")],
        };
    }
}

/// <summary>Pieces that fall apart or never dissolve.</summary>
internal sealed class PieceHolds : IRule
{
    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Bath?.Hardness is not { } hardness || hardness.Band == PieceBand.Firm)
        {
            yield break;
        }

        yield return new Found
        {
            Id = "piece-holds",
            Severity = Severity.Note,
            Sentence =
                $"Pressed well it is {Wording.Said(hardness.Band)}, **{hardness.Index:0}** "
                + $"of 100: {(hardness.Band == PieceBand.Hard ? "slow to fizz" : "handle with care")}.",
            Numbers = [new("hardness", hardness.Index, ""), new("firm from", 45, "")],
            Because = "Ranked estimate from tartar, clay, solid fat and binder against starch, foamer and coarse salt.",
            Gap = other =>
                other.Bath?.Hardness is { } after ? (hardness.Band == PieceBand.Hard ? (after.Index / 70) - 1 : 1 - (after.Index / 45)) : 0,
            Swaps = hardness.Band == PieceBand.Hard ? [] : [new(material => material.Role is Role.Powder or Role.Base, "cream of tartar", "kaolin")],
        };
    }
}

/// <summary>A piece heavier than water rises only if its gas lifts it.</summary>
internal sealed class PieceSinks : IRule
{
    private const double StaysDownBelow = 40;

    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Bath is not { Floats: Floating.SinksFirst, PieceGMl: { } dense, Balance: { } balance } || balance.FizzIndex >= StaysDownBelow)
        {
            yield break;
        }

        yield return new Found
        {
            Id = "piece-sinks",
            Severity = Severity.Note,
            Sentence = $"Pressed it weighs **{dense:0.00} g/ml**: it sinks, and at fizz {balance.FizzIndex:0} of 100 the gas hardly lifts it.",
            Numbers = [new("density", dense, "g/ml"), new("lifted from fizz", StaysDownBelow, "")],
            Because = "Loose and tapped densities at a firm press; below 1.0 it floats, to 1.1 it hovers.",
            Advice = "Press it less, or make it lighter with starch or foamer.",
            Gap = other => ((other.Bath?.PieceGMl ?? 0) / 1.1) - 1,
            Swaps = [new(material => material.Role is Role.Salt or Role.Powder, "corn starch", "modified tapioca starch", "sodium bicarbonate")],
        };
    }
}
