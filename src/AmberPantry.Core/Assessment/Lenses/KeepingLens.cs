using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Science.Stability;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Lenses;

/// <summary>Months it stays fresh, oil by oil and all together, and what more or less of its antioxidant makes of it.</summary>
internal static class KeepingLens
{
    private const double LastMonth = 36;

    /// <summary>Part of its life that it is fresh.</summary>
    private const double FreshPart = 0.7;
    private const int MostLanes = 4;
    private const double MostGuardPercent = 2;
    private const double GuardStep = 0.1;
    private const double LongestMonths = 36;
    private const double MixedStep = 0.5;

    public static LensView? Of(Subject subject, Probe? peg)
    {
        var keeping = subject.Keeping;
        if (keeping.Flags.Contains("no_lipid"))
        {
            return null;
        }

        var life = keeping.OilsMonths;
        // Mixed later, all of it moves along the axis; the lots do not wait.
        var mixed = peg?.Id == "mixed" ? Math.Clamp(peg.Value, 0, LastMonth) : 0;
        var lot = LotEnd.Of(subject);
        double Fresh(double month) => month < mixed ? 0 : 1 / (1 + Math.Pow((month - mixed) / life, 4));
        var words = Reading.Along(
            0,
            LastMonth,
            ("not mixed yet", mixed, MatterState.Liquid),
            ("fresh", mixed + (FreshPart * life), MatterState.Hard),
            ("tired", mixed + life, MatterState.Scoopable),
            ("stale", LastMonth, MatterState.Slumping)
        );
        var oils = Oils(subject);
        var opened = Storage.Families[subject.Family.Rules].AfterOpening;
        var guard = subject
            .There.Where(pair => pair.Material.Role == Role.Antioxidant && pair.Material.Guard is not null)
            .OrderByDescending(pair => pair.Line.Percent)
            .FirstOrDefault();
        List<Instrument> instruments =
        [
            new()
            {
                Id = "fresh",
                Axis = "months from today",
                HeightSays = "Height is how fresh all of it together still is",
                Unit = "months",
                From = 0,
                To = LastMonth,
                Major = 6,
                Minor = 1,
                Width = guard.Line is null ? 1 : 0.72,
                Hill = [.. Enumerable.Range(0, (int)LastMonth + 1).Select(month => new HillPoint(month, Fresh(month)))],
                Words = words,
                Lanes = [.. oils.OrderBy(oil => oil.Months).Take(Shown(oils)).Select((oil, i) => Told(oil, mixed, i == 0)), .. Rest(oils, mixed)],
                Stems =
                [
                    new Stem("mixed", "mixed", mixed, MixedOn(subject, mixed), ProbeKind.Peg, "", MixedStep),
                    .. lot is not null
                        ?
                        [
                            new Stem(
                                "lot",
                                $"{lot.Name} ends",
                                Math.Clamp(lot.Months, 0, LastMonth),
                                lot.Months < mixed ? "past by then" : Wording.Month(lot.On)
                            ),
                        ]
                        : Array.Empty<Stem>(),
                    new Stem(
                        "opened",
                        $"opened at once, + {opened}",
                        Math.Min(LastMonth, mixed + opened),
                        $"{opened} months: {Reading.WordAt(words, mixed + opened)}"
                    ),
                    new Stem(
                        "best_before",
                        "best before",
                        Math.Min(LastMonth, mixed + keeping.Months),
                        $"{keeping.Months:0.#} months, {Because(keeping.LimitedBy)}"
                    ),
                    .. life > keeping.Months + 0.5
                        ? [new Stem("oils", "the oils themselves", Math.Min(LastMonth, mixed + life), $"{life:0.#} months")]
                        : Array.Empty<Stem>(),
                ],
            },
        ];
        if (guard.Line is not null)
        {
            instruments.Add(Window(subject, guard.Line, guard.Material));
        }

        return new LensView(
            Lens.Keeping,
            instruments,
            new LensColumn("Months", [.. oils.Select(oil => new LensCell(oil.Line, Wording.Number(oil.Months, "0.0")))], Wording.Number(life, "0.0")),
            $"{Wording.Capital(Reading.Tell(words, " months"))}."
                + (oils.Count > 1 ? $" {oils.MinBy(oil => oil.Months)!.Name} ages first." : "")
                + (guard.Line is null ? " No antioxidant is in it." : "")
                + OnTheLabel(subject, lot, mixed),
            KeepingPart.Of(subject).Steps
        );
    }

    private static string MixedOn(Subject subject, double months) =>
        subject.Workshop.Today is { } today ? Wording.Month(today.AddDays((int)(months * LotEnd.DaysInMonth)))
        : months == 0 ? "today"
        : $"in {months:0.#} months";

    /// <summary>The date that goes on the label: the earlier of the mix and of its lots.</summary>
    private static string OnTheLabel(Subject subject, LotEnd? lot, double mixed)
    {
        if (subject.Workshop.Today is not { } today)
        {
            return "";
        }

        var mix = today.AddDays((int)((mixed + subject.Keeping.Months) * LotEnd.DaysInMonth));
        return lot is not null && lot.On < mix
            ? $" On the label: {Wording.Month(lot.On)}, by {lot.Name}; the mix alone would keep to {Wording.Month(mix)}."
            : $" On the label: {Wording.Month(mix)}.";
    }

    private static string Because(KeepingLimit by) =>
        by switch
        {
            KeepingLimit.FamilyCap => "the most for its kind",
            KeepingLimit.OverallCap => "the most that is said of any",
            KeepingLimit.FragileOil => "by its weakest oil",
            KeepingLimit.Oxidation => "then the oils turn",
            _ => "then it ages",
        };

    /// <param name="Months">By itself with the same guard and storage, nothing else ending it.</param>
    private sealed record Oil(string Line, string Name, double Percent, double Months, string Colour);

    private static List<Oil> Oils(Subject subject) =>
        [
            .. subject
                .There.Where(pair => pair.Material.Lipid is not null && pair.Material.Role != Role.Antioxidant)
                .Select(pair => new Oil(
                    pair.Line.Id,
                    Wording.Capital(Wording.Brief(pair.Material.Name)),
                    (double)pair.Line.Percent,
                    KeepingReading.Alone(subject, pair.Material),
                    pair.Material.Colour
                )),
        ];

    private static Lane Told(Oil oil, double mixed, bool first) =>
        new(
            oil.Line,
            $"{oil.Name} {Wording.RoundPercent((decimal)oil.Percent)}",
            mixed,
            mixed + oil.Months,
            $"{Wording.Number(oil.Months, "0.0")}{(first ? ", ages first" : "")}",
            oil.Colour,
            null
        );

    /// <summary>The last lane stands for all that do not fit.</summary>
    private static int Shown(List<Oil> oils) => oils.Count > MostLanes ? MostLanes - 1 : oils.Count;

    private static IEnumerable<Lane> Rest(List<Oil> oils, double mixed) =>
        oils.Count > Shown(oils)
            ?
            [
                new Lane(
                    "rest",
                    $"the other {oils.Count - Shown(oils)}",
                    mixed,
                    mixed + oils.OrderBy(oil => oil.Months).Skip(Shown(oils)).First().Months,
                    "or longer",
                    null,
                    MatterState.Firm
                ),
            ]
            : [];

    /// <summary>Months the blend keeps by the share of its antioxidant.</summary>
    private static Instrument Window(Subject subject, FormulaLine line, Material material)
    {
        var guard = material.Guard!;
        double Months(double percent) => Math.Min(LongestMonths, KeepingReading.With(subject, line, percent).OilsMonths);
        var words = Reading.Along(
            0,
            MostGuardPercent,
            ("too little", (double)material.UseMinPercent, MatterState.Slumping),
            ("right", guard.OverdosePct ?? MostGuardPercent, MatterState.Hard),
            ("too much", MostGuardPercent, MatterState.Slumping)
        );
        var now = (double)line.Percent;
        return new Instrument
        {
            Id = "guard",
            Axis = $"{Wording.Capital(Wording.Brief(material.Name))}, percent",
            HeightSays = "Height is months the blend keeps",
            Unit = "%",
            From = 0,
            To = MostGuardPercent,
            Major = 0.5,
            Minor = 0.1,
            Width = 0.28,
            Hill =
            [
                .. Enumerable
                    .Range(0, (int)Math.Round(MostGuardPercent / GuardStep) + 1)
                    .Select(i => i * GuardStep)
                    .Select(percent => new HillPoint(percent, Months(percent) / LongestMonths)),
            ],
            Words = words,
            Stems =
            [
                new Stem(
                    "guard",
                    Wording.Brief(material.Name),
                    Math.Min(MostGuardPercent, now),
                    $"{now:0.##} %: {Months(now):0.#} months",
                    ProbeKind.Share,
                    line.Id,
                    0.05
                ),
            ],
        };
    }
}
