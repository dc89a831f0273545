using AmberPantry.Core.Science.Feel;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Parts;

/// <summary>Firmness along the ruler.</summary>
/// <param name="FirstC">Temperature of the first value, °C.</param>
/// <param name="StepC">Degrees between values.</param>
/// <param name="FirmnessKPa">Yield value, kPa, two decimals.</param>
public sealed record CurveView(double FirstC, double StepC, IReadOnlyList<double> FirmnessKPa)
{
    internal static CurveView Of(MeltCurve curve) =>
        new(TemperatureGrid.Ruler.FirstC, TemperatureGrid.Ruler.StepC, [.. curve.FirmnessKPa.Select(kPa => Math.Round(kPa, 2))]);
}

/// <summary>A state and the temperatures it lasts.</summary>
public sealed record StateSpan(MatterState State, double FromC, double ToC);

/// <summary>What the product is at a landmark.</summary>
public sealed record LandmarkReading
{
    public required string Id { get; init; }

    public required string Name { get; init; }

    public required double TemperatureC { get; init; }

    public required LandmarkKind Kind { get; init; }

    public required double? Hours { get; init; }

    public required MatterState State { get; init; }

    public required double FirmnessKPa { get; init; }

    /// <summary>Whether it must stand there: only such places raise findings.</summary>
    public required bool Must { get; init; }

    /// <summary>Whether it keeps its shape; null on skin and in the pot.</summary>
    public required bool? Holds { get; init; }

    /// <summary>What it does there in a word or two.</summary>
    public required string Says { get; init; }

    /// <summary>Whether that is well there: "scoops: holds, slumps at 31 °C".</summary>
    public required string Verdict { get; init; }
}

/// <summary>Temperatures between which it is whipped, the warmer first.</summary>
/// <param name="Says">"whip window 30 to 19.5 °C".</param>
public sealed record WhipSpan(double FromC, double ToC, string Says)
{
    internal static WhipSpan? Of(Subject subject) =>
        subject.Family.OverrunPercent is not null && subject.Whip is { FromC: { } from, ToC: { } to }
            ? new WhipSpan(from, to, $"whip window {subject.Say.BareTemperature(from)} to {subject.Say.Temperature(to)}")
            : null;
}

/// <summary>How it melts, from the winter porch to the pot.</summary>
public sealed record MeltPart
{
    /// <summary>Null while nothing in the formula melts.</summary>
    public required CurveView? Curve { get; init; }

    public required IReadOnlyList<StateSpan> States { get; init; }

    /// <summary>Highest temperature at which it keeps its shape, °C.</summary>
    public required double? SlumpC { get; init; }

    /// <summary>The same in words.</summary>
    public required string SlumpSays { get; init; }

    /// <summary>Lowest temperature at which the melt is clear, °C.</summary>
    public required double? ClearC { get; init; }

    /// <summary>Doubt of every temperature, ± °C.</summary>
    public required double DoubtC { get; init; }

    /// <summary>Doubt of every firmness: divide or multiply by this.</summary>
    public required double DoubtFactor { get; init; }

    /// <summary>Percent of the fat whose crystals are an estimate.</summary>
    public required double EstimatedPercent { get; init; }

    public required double DensityGMl { get; init; }

    /// <summary>Where to pour: cloudy below the first, needlessly hot above the second, °C.</summary>
    public required double? PourFromC { get; init; }

    public required double? PourToC { get; init; }

    public required IReadOnlyList<LandmarkReading> Landmarks { get; init; }

    /// <summary>Null for what is not whipped.</summary>
    public required WhipSpan? Whip { get; init; }

    /// <summary>The states in one line of words.</summary>
    public required string Sentence { get; init; }

    public required IReadOnlyList<ExplainStep> Steps { get; init; }

    internal static MeltPart Of(Subject subject)
    {
        var states = StatesOf(subject.Curve);
        return new MeltPart
        {
            Curve = subject.Curve is null ? null : CurveView.Of(subject.Curve),
            States = states,
            SlumpC = subject.SlumpC,
            SlumpSays = subject.SlumpC is { } slump ? $"slumps at {subject.Say.Temperature(slump)}" : "has no shape to keep",
            ClearC = subject.ClearC,
            DoubtC = subject.Melt.DoubtC,
            DoubtFactor = subject.Melt.DoubtFactor,
            EstimatedPercent = subject.Melt.EstimatedPercent,
            DensityGMl = subject.Melt.DensityGMl,
            Whip = WhipSpan.Of(subject),
            PourFromC = subject.ClearC + PourWindow.AboveClearC,
            PourToC = subject.ClearC + PourWindow.MostAboveClearC,
            Landmarks = [.. subject.Workshop.Landmarks.Select(landmark => Read(subject, landmark))],
            Sentence = Tell(subject, states),
            Steps = [.. Explain(subject).Select(step => step.In(subject.Say))],
        };
    }

    private static List<StateSpan> StatesOf(MeltCurve? curve)
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

    private static LandmarkReading Read(Subject subject, Landmark landmark)
    {
        var firmness = subject.Curve?.FirmnessAt(landmark.TemperatureC) ?? 0;
        var state = MatterStates.At(firmness);
        bool? holds = landmark.Kind is LandmarkKind.Storage or LandmarkKind.Workroom ? subject.SlumpC >= landmark.TemperatureC : null;
        var says = subject.Curve is null
            ? "nothing melts yet"
            : MatterStates.Does(state) + (holds == true && state == MatterState.Soft ? ", holds" : "");
        return new LandmarkReading
        {
            Id = landmark.Id,
            Name = landmark.Name,
            TemperatureC = landmark.TemperatureC,
            Kind = landmark.Kind,
            Hours = landmark.Hours,
            State = state,
            FirmnessKPa = Math.Round(firmness, 2),
            Must = subject.Use.Asks(landmark.Id),
            Holds = holds,
            Says = says,
            Verdict = subject.Curve is null ? says : Verdict(subject, landmark, state, holds),
        };
    }

    private static string Verdict(Subject subject, Landmark landmark, MatterState state, bool? holds)
    {
        if (landmark.Kind == LandmarkKind.Skin)
        {
            return $"it {SolidsOnSkin.Does(100 * (subject.Curve?.SolidAt(landmark.TemperatureC) ?? 0))}";
        }

        var slumps = subject.SlumpC is { } slump ? $"slumps at {subject.Say.Temperature(slump)}" : "keeps no shape";
        return $"{MatterStates.Does(state)}: "
            + landmark.Kind switch
            {
                LandmarkKind.Pot => state == MatterState.Liquid ? "it pours" : "not melted yet",
                _ when holds == true => $"holds, {slumps}",
                _ when state == MatterState.Liquid => "it would leak",
                _ => slumps,
            };
    }

    private static string Tell(Subject subject, IReadOnlyList<StateSpan> states)
    {
        if (subject.Curve is null)
        {
            return "Nothing in the pot melts yet.";
        }

        var spans = states.Where(span => span.ToC - span.FromC >= 0.5).ToArray();
        var about = subject.Melt.DoubtC >= 3 ? "about " : "";
        var words = spans
            .Select(
                (span, i) =>
                    i switch
                    {
                        0 when spans.Length == 1 => $"{MatterStates.Word(span.State)} throughout",
                        0 => $"{MatterStates.Word(span.State)} below {about}{subject.Say.Temperature(span.ToC)}",
                        _ when i == spans.Length - 1 => $"{MatterStates.Word(span.State)} above {about}{subject.Say.BareTemperature(span.FromC)}",
                        _ => $"{MatterStates.Word(span.State)} to {about}{subject.Say.BareTemperature(span.ToC)}",
                    }
            )
            .ToArray();
        var sentence = string.Join(", ", words);
        return $"{Wording.Capital(sentence)}.";
    }

    private static IEnumerable<ExplainStep> Explain(Subject subject)
    {
        const double RoomC = 20;
        if (subject.Curve is not { } curve)
        {
            yield break;
        }

        var firmness = curve.FirmnessAt(RoomC);
        yield return new(
            "of the formula melts with the fats; grains and water stay out of it",
            subject.Melt.LipidPercent,
            "%",
            "melting make-up of each material"
        );
        yield return new(
            $"of that is solid at {RoomC:0} °C: each class of crystals dissolves in the common melt as far as its solubility allows",
            100 * curve.SolidAt(RoomC),
            "%",
            "Hildebrand and Scott (1950); for fats Wesdorp (1990)"
        );
        yield return new(
            $"is the yield value at {RoomC:0} °C: 640 kPa times the network of solids to the power 2.1",
            firmness,
            "kPa",
            "joined to solid-fat contents of table spreads; bands after Haighton (1959)"
        );
        if (subject.Melt.Powder is { VolumeFraction: > 0 } powder)
        {
            yield return new(
                powder.IsCrumb
                    ? "of the volume is powder: a crumb rather than a paste, so its firmness is only a lower bound"
                    : $"of the volume is powder with the oil in its pores: {powder.YieldRatio:0.##} times as firm as the bare fat",
                100 * powder.VolumeFraction,
                "%",
                "Chateau, Ovarlez and Trung (2008)"
            );
        }

        if (subject.SlumpC is { } slump)
        {
            yield return new(
                "is the highest temperature with 2 kPa or more: below that a shape gives way",
                slump,
                "°C",
                "yield value of the product as used"
            );
        }

        if (subject.ClearC is { } clear)
        {
            yield return new("is the highest temperature with 0.3 % solids or more: below it the melt is cloudy", clear, "°C", "solids of the melt");
        }

        yield return new(
            $"either way is the doubt: {subject.Melt.EstimatedPercent:0.#} % of the fat has estimated crystals",
            subject.Melt.DoubtC,
            "K",
            "2 K for measured spectra, 4 K above a tenth estimated"
        );
    }
}

/// <summary>The temperatures between which a melt pours well.</summary>
public static class PourWindow
{
    public const double AboveClearC = 5;
    public const double MostAboveClearC = 15;

    public static (double FromC, double ToC) Of(double clearC) => (clearC + AboveClearC, clearC + MostAboveClearC);
}
