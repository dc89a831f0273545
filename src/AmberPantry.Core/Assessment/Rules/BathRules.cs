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

/// <summary>Water starts a fizzy before the tub does.</summary>
internal sealed class FizzyWater : IRule
{
    private const double SafeGPerKg = 1;

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
        var damp = Dampness.Of(subject.BathMix, rh, subject.Workshop.WorkroomC, 3, FizzMaterial.All["isopropyl_99"], 0.12);
        var over = water > damp.BudgetGPerKg;
        yield return new Found
        {
            Id = "fizzy-water",
            Severity = over ? Severity.Stop : Severity.Watch,
            Sentence =
                $"**{water / 10:0.##}{Wording.Narrow}%** of water {(over ? "starts it in the bowl" : "is within today's budget")}: "
                + $"about {damp.GasLostPct:0}{Wording.Narrow}% of the gas is gone before the tub.",
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

/// <summary>Salts that drink from the air.</summary>
internal sealed class DrawsWater : IRule
{
    private const double CakesFrom = 40;

    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Bath is not { } bath || bath.Air.Index < CakesFrom || bath.Air.HumidityPart * bath.Air.AntiCake < bath.Air.OilPart)
        {
            yield break;
        }

        var air = bath.Air;
        var name = air.LimitingId is { } id ? FizzMaterial.All[id].Name.Split('(')[0].Trim().ToLowerInvariant() : "it";
        yield return new Found
        {
            Id = "draws-water",
            Severity = air.Index >= 70 ? Severity.Fix : Severity.Watch,
            Sentence =
                $"At {bath.RhPct:0}{Wording.Narrow}% humidity it {Says(air.Band)}: {name} draws "
                + $"water{(air.CrhMixPct is { } crh ? $", the mix from about **{crh:0}{Wording.Narrow}%**" : "")}.",
            Numbers = [new("caking index", air.Index, ""), new("limit", CakesFrom, "")],
            Because =
                "Critical humidity of each salt at 25 °C, lowered by its neighbours "
                + "(after Ross 1975, weaker exponent), with the oil between the grains. An estimate.",
            Advice = "Closed jars keep it four times better: pack the day it is dry.",
            Gap = other => other.Bath is { } after ? (after.Air.Index / CakesFrom) - 1 : 0,
            Swaps =
            [
                new(material => material.Tags.Contains("draws water"), "Epsom salt", "coarse salt"),
                new(material => material.Role == Role.Salt, "dendritic salt", "magnesium carbonate"),
            ],
        };
    }

    private static string Says(CakingBand band) =>
        band switch
        {
            CakingBand.SoftLumps => "goes into soft lumps",
            CakingBand.Cakes => "cakes",
            _ => "sets or runs",
        };
}

/// <summary>Oil that floats in the tub. Makers differ on what is enough: both schools are told.</summary>
internal sealed class FloatsInTub : IRule
{
    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Bath is not { } bath || bath.Tub.OilG == 0)
        {
            yield break;
        }

        var tub = bath.Tub;
        if (tub.Strict != Dispersion.Ok)
        {
            yield return new Found
            {
                Id = "floats",
                Severity = tub.Lenient == Dispersion.Ok ? Severity.Note : Severity.Watch,
                Sentence =
                    $"**{tub.FreeOilPerBathG:0.0} g** of oil and scent in a bath of {bath.PortionG:0} g "
                    + $"floats by the strict school{(tub.SchoolsDiffer ? "; fizz and foamer are enough by the lenient one" : "")}.",
                Numbers = [new("solubiliser to oil", tub.StrictRatio ?? 0, ""), new("enough", 1, "")],
                Because = "Grams of solubiliser against oil and scent, one to one for a milky bath. Some hold that foam powder and fizz disperse it.",
                Gap = other => other.Bath is { } after ? 1 - Math.Min(1, after.Tub.StrictRatio ?? 1) : 0,
                Swaps =
                [
                    new(material => material.Role is Role.Salt or Role.Powder or Role.Base, "polysorbate 80", "polyglyceryl-4 oleate"),
                    new(material => material.IsLiquid, "polysorbate 80"),
                ],
            };
        }

        if (tub.Warnings.Contains(WarningCodes.Slip))
        {
            yield return new Found
            {
                Id = "slip",
                Severity = Severity.Note,
                Sentence = $"**{tub.OilPerBathG:0.0} g** of oil and scent in a bath: the tub may be slippery. Rise slowly, rinse it.",
                Numbers = [new("oil per bath", tub.OilPerBathG, "g"), new("from", TubDispersion.SlipperyFromG, "g")],
                Because = "From half a gram of oil in a bath, dispersed or not.",
                Gap = _ => 0,
            };
        }

        if (tub.Warnings.Contains(WarningCodes.ScentHigh))
        {
            var most = tub.Strict == Dispersion.Ok ? 0.6 : 0.2;
            yield return new Found
            {
                Id = "bath-scent",
                Severity = Severity.Fix,
                Sentence =
                    $"**{tub.ScentPerBathG:0.00} g** of scent in one bath is above "
                    + $"{most:0.0} g, the most {(most > 0.5 ? "for dispersed" : "for floating")} scent.",
                Numbers = [new("scent per bath", tub.ScentPerBathG, "g"), new("limit", most, "g")],
                Because = "Conservative default for mucous membranes in a bath; the supplier's certificate and local rules decide.",
                Gap = other => other.Bath is { } after ? (after.Tub.ScentPerBathG / (after.Tub.Strict == Dispersion.Ok ? 0.6 : 0.2)) - 1 : 0,
                Acts =
                [
                    .. subject
                        .Lines.Where(pair => pair.Material.Role == Role.Scent && pair.Line.Percent > 0)
                        .Select(pair =>
                            (
                                $"Scent to {Wording.RoundPercent(Math.Round(pair.Line.Percent * (decimal)(0.98 * most / tub.ScentPerBathG), 2))}",
                                (FormulaEdit)
                                    new SetShare(
                                        pair.Line.Id,
                                        Math.Round(pair.Line.Percent * (decimal)(0.98 * most / tub.ScentPerBathG), 2)
                                            .ToString(System.Globalization.CultureInfo.InvariantCulture)
                                    )
                            )
                        ),
                ],
                Swaps = [new(material => material.Role is Role.Salt or Role.Powder or Role.Base, "polysorbate 80")],
            };
        }
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
