using AmberPantry.Core.Assessment;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Tests;

/// <summary>What a remedy says of itself is so.</summary>
public class RemedyTests
{
    /// <summary>More by the environment, for a long look.</summary>
    private static readonly int Formulas = int.TryParse(Environment.GetEnvironmentVariable("AMBER_FORMULAS"), out var many) ? many : 250;

    private static readonly Assessor Assessor = Sample.Assessor;

    [Fact]
    public void EveryRemedyShownDoesWhatItSaysAndNamesWhatItBreaks()
    {
        var wrong = new List<string>();
        var shown = 0;
        foreach (var formula in Spoilt(Formulas))
        {
            var before = Assessor.Assess(formula, new Question { Remedies = true }).Findings;
            foreach (var finding in before)
            {
                foreach (var remedy in finding.Remedies)
                {
                    shown++;
                    var after = Assessor.Assess(Assessor.Editor.Apply(formula, remedy.Edits)).Findings;
                    var label = $"{formula.Family} {finding.Id}: {remedy.Label}: {remedy.Effect}";
                    if (remedy.Effect.Contains("clears this", StringComparison.Ordinal) && after.Any(one => one.Id == finding.Id))
                    {
                        wrong.Add($"{label}: it is still there");
                    }

                    var mended = Assessor.Editor.Apply(formula, remedy.Edits);
                    if (Dosed(formula).Except(Dosed(mended)).Any(line => !Names(remedy, line.Id)))
                    {
                        wrong.Add($"{label}: something dosed gives way");
                    }

                    var raised = after.Where(one =>
                        one.Severity < Severity.Note && !before.Any(had => had.Id == one.Id && had.Severity <= one.Severity)
                    );
                    foreach (var one in raised)
                    {
                        if (one.Severity <= finding.Severity)
                        {
                            wrong.Add($"{label}: raises {one.Id}, as bad as what it mends");
                        }
                    }

                    if (after.Any(one => one.Id.StartsWith("group-", StringComparison.Ordinal) && !before.Any(had => had.Id == one.Id)))
                    {
                        wrong.Add($"{label}: takes a group out of its usual range");
                    }

                    if (raised.Count() != remedy.Effect.Split("then ").Length - 1)
                    {
                        wrong.Add($"{label}: does not name {string.Join(", ", raised.Select(one => one.Id))}");
                    }
                }
            }
        }

        Assert.True(shown > Formulas / 4, $"only {shown} remedies were shown");
        Assert.True(wrong.Count == 0, $"{wrong.Count} of {shown}: {string.Join(Environment.NewLine, wrong.Take(12))}");
    }

    private static IEnumerable<FormulaLine> Dosed(Formula formula) =>
        formula.Lines.Where(line => FormulaEditor.IsDosed(MaterialShelf.Plain.Get(line.Material, "material")));

    private static bool Names(Assessment.Rules.Remedy remedy, string line) =>
        remedy.Edits.Any(edit =>
            edit switch
            {
                SetShare set => set.Line == line,
                RemoveLine remove => remove.Line == line,
                Trade trade => trade.From == line,
                SwapMaterial swap => swap.Line == line,
                SetPhase phase => phase.Line == line,
                _ => true,
            }
        );

    /// <summary>Usual formulas with something moved from one line to another, and now and then something strange put in.</summary>
    private static IEnumerable<Formula> Spoilt(int count)
    {
        var dice = new Random(20260611);
        var strange = Catalogue.All.Where(material => material.Role is not Role.UvFilter).ToArray();
        for (var i = 0; i < count; i++)
        {
            var family = FamilyRegistry.Usual.Find(Kinds.All[i % Kinds.All.Length])!;
            var formula = Starters.For(family, MaterialShelf.Plain);
            var giver = formula.Lines[dice.Next(formula.Lines.Count)];
            var taker =
                dice.Next(3) == 0
                    ? strange[dice.Next(strange.Length)].Id
                    : formula.Lines.Where(line => line.Id != giver.Id).ElementAt(dice.Next(formula.Lines.Count - 1)).Material;
            var amount = Math.Round(giver.Percent * (decimal)(0.1 + (0.8 * dice.NextDouble())), 2);
            if (amount > 0 && formula.Lines.All(line => line.Id == giver.Id || line.Material != giver.Material))
            {
                yield return Assessor.Editor.Apply(formula, new Trade(giver.Id, taker, amount));
            }
        }
    }
}
