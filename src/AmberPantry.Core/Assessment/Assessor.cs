using AmberPantry.Core.Assessment.Lenses;
using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Assessment.Remedies;
using AmberPantry.Core.Assessment.Rules;
using AmberPantry.Core.Costing;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Safety;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment;

/// <summary>What is asked about a formula.</summary>
public sealed record Question
{
    private static readonly Part[] All = Enum.GetValues<Part>();

    /// <summary>Everything but remedies.</summary>
    public static Question Whole { get; } = new();

    /// <summary>The sciences to tell of; findings come from all of them whatever is asked.</summary>
    public IReadOnlyCollection<Part> Parts { get; init; } = All;

    /// <summary>The lens to read it by besides; null for none.</summary>
    public Lens? Lens { get; init; }

    /// <summary>Search remedies too: some milliseconds more, so left out while a boundary moves.</summary>
    public bool Remedies { get; init; }

    /// <summary>One thing moved to see what would happen.</summary>
    public Probe? Probe { get; init; }

    /// <summary>
    /// What is known of the making and the people, by the names of the rules table; with any of them told,
    /// rules of the kitchen speak too.
    /// </summary>
    public IReadOnlyDictionary<string, FactValue>? Facts { get; init; }

    /// <summary>Findings put aside, each with the number it stood at.</summary>
    public IReadOnlyDictionary<string, double?> Aside { get; init; } = new Dictionary<string, double?>();
}

/// <summary>The one entry to every judgement of a product: all screens ask here.</summary>
public sealed class Assessor(MaterialShelf shelf, Workshop workshop, FamilyRegistry? families = null)
{
    private readonly Bearings bearings = new(shelf, workshop, families ?? FamilyRegistry.Usual);

    public FormulaEditor Editor { get; } = new(shelf);

    /// <summary>The formula as a probe moves it; as it is where the probe moves only its surroundings.</summary>
    public Formula Moved(Formula formula, Probe probe) => Editor.Apply(formula, probe.Edits(formula, bearings));

    /// <summary>What the second mix has over the first in a few words, gains before losses; empty where nothing is to be told.</summary>
    public string Effect(Formula before, Formula after)
    {
        var difference = Difference.Of(new Subject(before, bearings), new Subject(after, bearings));
        return Difference.Join(difference.Gains, difference.Losses);
    }

    /// <summary>Assesses a formula whose shares total 100, or an empty pot.</summary>
    /// <exception cref="Refusal">E_UNKNOWN_ID for a family, material or landmark that is not there, E_RANGE for a probe out of reach.</exception>
    public Assessment Assess(Formula formula, Question? question = null)
    {
        var ask = question ?? Question.Whole;
        foreach (var (name, value) in ask.Facts ?? new Dictionary<string, FactValue>())
        {
            FactTable.Check(name, value);
        }

        var standing = bearings with { Circumstances = bearings.Circumstances with { Facts = ask.Facts } };
        var subject = ask.Probe is { } probe ? probe.Moved(formula, standing, Editor) : new Subject(formula, standing);
        var found = Judge.Of(subject);
        var remedies = ask.Remedies ? new RemedySearch(subject, Editor, [.. found]) : null;
        var schools = School.RaisedBy(subject);
        return new Assessment
        {
            Headline = Headline.Of(subject),
            Use = UseView.Of(subject),
            Lamp = WaterlessView.Of(subject),
            TotalPercent = subject.Formula.Total,
            Groups = GroupTotal.All(subject),
            Weighing = WeighingPart.Of(subject),
            Cost = BatchCost.Of(subject.Formula, shelf, workshop),
            MakeweightLine = Editor.Makeweight(subject.Formula)?.Id,
            Parts = Tell(subject, ask.Parts),
            Reading = LensReader.Read(subject, ask.Lens, ask.Probe),
            Findings = Told(found, schools, remedies, ask.Aside, subject.Say),
            Checks = Checks.Of(subject),
            Schools = schools,
        };
    }

    private static AssessmentParts Tell(Subject subject, IReadOnlyCollection<Part> asked)
    {
        T? Of<T>(Part part, Func<Subject, T> tell)
            where T : class => asked.Contains(part) && subject.Formula.Lines.Count > 0 ? tell(subject) : null;
        return new AssessmentParts
        {
            // An empty pot has a ruler too.
            Melt = asked.Contains(Part.Melt) ? MeltPart.Of(subject) : null,
            Feel = Of(Part.Feel, FeelPart.Of),
            Powder = Of(Part.Powder, PowderPart.Of),
            Bath = Of(Part.Bath, BathPart.Of),
            Keeping = Of(Part.Keeping, KeepingPart.Of),
            Scent = Of(Part.Scent, ScentPart.Of),
            Colour = Of(Part.Colour, ColourPart.Of),
            Safety = Of(Part.Safety, SafetyPart.Of),
            Groups = Of(Part.Groups, GroupsPart.Of),
        };
    }

    private static Finding[] Told(
        IReadOnlyList<Found> found,
        IReadOnlyList<School> schools,
        RemedySearch? remedies,
        IReadOnlyDictionary<string, double?> aside,
        Wording say
    )
    {
        var (beside, alone) = School.Among(schools, found);
        var told = found.Select(one => one.Told(remedies?.For(one) ?? [], [.. beside[one.Id]], say));
        IEnumerable<Finding> all = alone.Count == 0 ? told : told.Append(School.Shared(alone));
        return [.. all.Select(finding => aside.TryGetValue(finding.Id, out var at) && finding.RestsAt(at) ? finding with { Rests = true } : finding)];
    }
}
