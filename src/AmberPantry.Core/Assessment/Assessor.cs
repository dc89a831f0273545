using AmberPantry.Core.Composition;
using AmberPantry.Core.Costing;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Melt;

namespace AmberPantry.Core.Assessment;

/// <summary>The one entry to every judgement of a product: all screens ask here.</summary>
public sealed class Assessor(MaterialShelf shelf, Workshop workshop)
{
    private static readonly IRule[] Rules =
    [
        new HoldsShape(), new StickStands(), new PourTemperature(), new PicksUpCold(), new FamilyFirmness(), new SolidOnSkin(), new RoomSwing(),
        new GrainRisk(), new BloomRisk(), new BrittleWax(), new GroupShares(), new UsageRate(), new AntioxidantThere(), new CoolDownLate(),
        new Weighable(), new Complete(), new LabelCautions(), new OilLoad(), new Dusty(), new PowderCautions(), new PowderCrowding(), new FizzBalanced(), new FizzyWater(), new DrawsWater(),
        new FloatsInTub(), new PieceHolds(), new StaysFresh(), new GuardDose(), new Preserved(), new Dissolves(), new ScentWithinLimits(), new ScentTold(), new ColourStays(), new RinsesAway(), new StaysClear(),
        new UvWithinMaxima(), new TableRules(),
    ];

    public FormulaEditor Editor { get; } = new(shelf);

    /// <summary>Assesses a formula whose shares total 100, or an empty pot.</summary>
    /// <param name="withRemedies">Searches remedies too: some milliseconds more, so left out while a boundary moves.</param>
    /// <param name="whole">Tells the science beside melting too, and how each number came about.</param>
    public Assessment Assess(Formula formula, bool withRemedies = false, bool whole = false)
    {
        var at = new Case(formula, shelf, workshop);
        var found = Judge(at);
        var remedies = withRemedies ? new RemedySearch(at, Editor) : null;
        var sheet = at.Sheet;
        var clear = at.ClearC;
        var states = States(at.Curve);
        return new Assessment
        {
            Curve = at.Curve is null ? null : View(at.Curve),
            States = states,
            SlumpC = at.SlumpC,
            ClearC = clear,
            DoubtC = at.Melt.DoubtC,
            DoubtFactor = at.Melt.DoubtFactor,
            EstimatedPercent = at.Melt.EstimatedPercent,
            DensityGMl = at.Melt.DensityGMl,
            PourFromC = clear + PourWindow.AboveClearC,
            PourToC = clear + PourWindow.MostAboveClearC,
            Landmarks = [.. workshop.Landmarks.Select(landmark => Read(at, landmark))],
            Sentence = Sentence(at, states),
            TotalPercent = formula.Total,
            Groups = [.. at.Norm.Groups.Select(group => new GroupTotal(group.Group, GroupShares.Share(at, group), group.Low, group.High)), .. OtherGroups(at)],
            Sheet = Sheet(formula, sheet),
            SheetTotalG = sheet?.TotalG ?? 0,
            SmallestFineBatchG = sheet?.SmallestFineBatchG,
            Cost = BatchCost.Of(formula, shelf, workshop),
            MakeweightLine = Editor.Makeweight(formula)?.Id,
            Product = whole && formula.Lines.Count > 0 ? Product(at) : null,
            Findings = Told(at, found, remedies),
        };
    }

    private static Finding[] Told(Case at, IReadOnlyList<Found> found, RemedySearch? remedies)
    {
        var (beside, alone) = School.Among(at, found);
        var told = found.Select(one => new Finding(one.Id, one.Severity, one.Sentence, one.Numbers, one.AtC, one.Because, one.Advice, remedies?.For(one) ?? []) { Schools = [.. beside[one.Id]] });
        return alone.Count == 0 ? [.. told] : [.. told, School.Shared(alone)];
    }

    private static Products Product(Case at)
    {
        var verdict = at.Safety.ToLookup(id => Safety.SafetyRule.All[id].Severity);
        var products = new Products(
            ProductViews.Lamp(at), ProductViews.Feel(at), ProductViews.Rinse(at), at.Powders, at.BathView, at.Keeping, at.Preserve, at.Scent, at.Colour,
            new SafetyView([.. verdict["stop"]], [.. verdict["caution"]], [.. verdict["note"]]));
        return products with { Schools = at.Schools, Steps = Explained.Of(at, products) };
    }

    /// <summary>What every rule says, worst first and then furthest over its limit.</summary>
    internal static IReadOnlyList<Found> Judge(Case at) =>
        [.. Rules.SelectMany(rule => rule.Check(at)).OrderBy(found => found.Severity).ThenByDescending(found => found.Gap(at))];

    private static CurveView View(MeltCurve curve)
    {
        var firmness = new double[curve.FirmnessKPa.Count];
        for (var t = 0; t < firmness.Length; t++)
        {
            firmness[t] = Math.Round(curve.FirmnessKPa[t], 2);
        }

        return new CurveView(TemperatureGrid.Ruler.FirstC, TemperatureGrid.Ruler.StepC, firmness);
    }

    private static List<StateSpan> States(MeltCurve? curve)
    {
        var spans = new List<StateSpan>();
        if (curve is null)
        {
            return spans;
        }

        var from = TemperatureGrid.Ruler.FirstC;
        for (var i = 0; i < MatterStates.LimitsKPa.Count; i++)
        {
            if (curve.FallsBelow(MatterStates.LimitsKPa[i]) is { } to && to > from)
            {
                spans.Add(new StateSpan((MatterState)i, from, to));
                from = to;
            }
        }

        if (from < TemperatureGrid.Ruler.LastC)
        {
            spans.Add(new StateSpan(MatterState.Liquid, from, TemperatureGrid.Ruler.LastC));
        }

        return spans;
    }

    private static LandmarkReading Read(Case at, Landmark landmark)
    {
        var firmness = at.Curve?.FirmnessAt(landmark.TemperatureC) ?? 0;
        var state = MatterStates.At(firmness);
        bool? holds = landmark.Kind == LandmarkKind.Storage ? at.SlumpC >= landmark.TemperatureC : null;
        var says = at.Curve is null ? "nothing melts yet" : Wording.Does(state) + (holds == true && state == MatterState.Soft ? ", holds" : "");
        return new LandmarkReading(landmark.Id, landmark.Name, landmark.TemperatureC, landmark.Kind, landmark.Hours, state, Math.Round(firmness, 2), holds, says);
    }

    private static string Sentence(Case at, IReadOnlyList<StateSpan> states)
    {
        if (at.Curve is null)
        {
            return "Nothing in the pot melts yet.";
        }

        var spans = states.Where(span => span.ToC - span.FromC >= 0.5).ToArray();
        var about = at.Melt.DoubtC >= 3 ? "about " : "";
        var words = spans.Select((span, i) => i switch
        {
            0 when spans.Length == 1 => $"{Wording.State(span.State)} throughout",
            0 => $"{Wording.State(span.State)} below {about}{at.Say.Temperature(span.ToC)}",
            _ when i == spans.Length - 1 => $"{Wording.State(span.State)} above {about}{at.Say.BareTemperature(span.FromC)}",
            _ => $"{Wording.State(span.State)} to {about}{at.Say.BareTemperature(span.ToC)}",
        }).ToArray();
        var sentence = string.Join(", ", words);
        return $"{char.ToUpperInvariant(sentence[0])}{sentence[1..]}.";
    }

    private static IEnumerable<GroupTotal> OtherGroups(Case at)
    {
        (string, Role)[] others =
        [
            ("lanolin and kin", Role.Emollient), ("emulsifiers", Role.Emulsifier), ("gellants", Role.Gellant), ("antioxidants", Role.Antioxidant), ("scent", Role.Scent), ("actives", Role.Active),
            ("salts", Role.Salt), ("acids", Role.Acid), ("soda and carbonates", Role.Base), ("foamers", Role.Surfactant), ("colours", Role.Colourant), ("preservatives", Role.Preservative), ("water phase", Role.WaterPhase),
            ("botanicals", Role.Botanical), ("sun filters", Role.UvFilter)];
        return others.Where(other => at.Norm.Groups.All(group => !group.Roles.Contains(other.Item2))).Select(other => new GroupTotal(other.Item1, at.Share(other.Item2), null, null)).Where(total => total.Percent > 0);
    }

    private static List<SheetLine> Sheet(Formula formula, WeighingSheet? sheet)
    {
        var lines = new List<SheetLine>();
        var next = 0;
        foreach (var line in formula.Lines)
        {
            if (line.Percent == 0 || sheet is null)
            {
                lines.Add(new SheetLine(line.Id, 0, 0, 0, 0, WeighVerdict.Fine));
                continue;
            }

            var weighed = sheet.Lines[next++];
            lines.Add(new SheetLine(line.Id, Math.Round(weighed.ExactG, 4), weighed.Grams, Math.Round(weighed.OffG, 4), Math.Round(weighed.ErrorPercent, 2), weighed.Verdict));
        }

        return lines;
    }
}
