using AmberPantry.Core.Assessment.Lenses;
using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Making.Sheets;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Fizz;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making.Clocks;

/// <summary>Something logged while it dries.</summary>
/// <param name="Hours">Since it was spread.</param>
/// <param name="Words">What the squeeze or the break said; null where none was made.</param>
public sealed record DryLog(Guid Id, double Hours, decimal? MassG, double? HumidityPercent, string? Words);

/// <summary>How far it has come.</summary>
/// <param name="Hours">Since it was spread.</param>
/// <param name="Left">Part that has still to leave or to soak in, 0 to 1.</param>
public sealed record DryPoint(double Hours, double Left);

/// <summary>Where else it may dry.</summary>
/// <param name="At">When it would be dry there; null where it never is, or nobody can say.</param>
/// <param name="Says">What it comes to, in words.</param>
public sealed record DryPlace(string Name, double? RhPct, DateTime? At, string Says);

/// <summary>Drying and soaking: how long, the log of weights and air, the squeeze that ends it.</summary>
public sealed record DryCoach
{
    public required DateTime StartedAt { get; init; }

    /// <summary>When it should be dry; null where this air never dries it.</summary>
    public required DateTime? At { get; init; }

    public required DateTime? EarlyAt { get; init; }

    public required DateTime? LateAt { get; init; }

    /// <summary>When to squeeze, or weigh, next.</summary>
    public required DateTime? LookAt { get; init; }

    /// <summary>Humidity it is worked out for, percent.</summary>
    public required double RhPct { get; init; }

    /// <summary>As it should go; empty where this air never dries it.</summary>
    public required IReadOnlyList<DryPoint> Run { get; init; }

    public required IReadOnlyList<DryLog> Log { get; init; }

    /// <summary>Words that eye and hand may say of it.</summary>
    public required IReadOnlyList<StageWord> Words { get; init; }

    /// <summary>Other rooms of the house and the air out of doors, with how long it would take there.</summary>
    public required IReadOnlyList<DryPlace> Places { get; init; }

    /// <summary>It is weighed until its weight stays.</summary>
    public required bool AsksMass { get; init; }

    public required bool IsDry { get; init; }

    /// <summary>What to do, in a sentence; what matters is between two asterisks.</summary>
    public required string Says { get; init; }
}

/// <summary>Reads a batch that is drying.</summary>
/// <param name="weather">The hours to come, local time; left out, nobody tells them.</param>
public sealed class DryCoacher(MaterialShelf shelf, Workshop workshop, IReadOnlyList<WeatherHour>? weather = null, FamilyRegistry? families = null)
{
    private const string Squeezed = "squeeze-";
    private const string Falls = "squeeze-falls";
    private const string Holds = "squeeze-holds";
    private const string Shines = "squeeze-shines";
    private const string Through = "dry-through";
    private const double DoubtPart = 0.5;
    private const double DoubtFitted = 0.15;

    /// <summary>Without weighings it is drawn as a twentieth left when it is dry.</summary>
    private const double LeftWhenDry = 0.05;
    private const int RunPoints = 48;
    private const int PartsOfTheRest = 3;
    private const int HoursOfWeather = 48;
    private static readonly TimeSpan LeastRest = TimeSpan.FromMinutes(30);
    private static readonly TimeSpan WeighEvery = TimeSpan.FromHours(4);

    /// <summary>Its weight is steady when it changes by no more than this, percent, in so many hours; by the step.</summary>
    private static readonly Dictionary<string, (double Percent, double Hours)> Steady = new()
    {
        ["dry-fizz"] = (0.2, 4),
        ["dry-bars"] = (0.2, 24),
        ["air-dry"] = (0.3, 24),
    };

    /// <summary>Null for a step at which nothing dries.</summary>
    public DryCoach? Coach(Batch batch, DateTime now)
    {
        var at = batch.Steps.ToList().FindIndex(one => one.Id == batch.AtStep);
        var step = batch.Steps[at];
        if (batch.IsFinished || !Dries(step))
        {
            return null;
        }

        var subject = new Subject(batch.AsWeighed, new Bearings(shelf, workshop, families ?? FamilyRegistry.Usual));
        var route = PlanAsk.Of(subject).Route;
        var words = StageWord.Of(
            route,
            step.Template == "air-dry" ? "herb-"
                : route is PlanRoute.FizzyAlcohol or PlanRoute.FizzyHumidDay ? "dry-"
                : Squeezed
        );
        // What is spread, squeezed and weighed at steps in a row is one drying.
        var first = at;
        while (first > 0 && Dries(batch.Steps[first - 1]))
        {
            first--;
        }

        var started = batch.Began(first);
        var ids = batch.Steps.Skip(first).Take(at - first + 1).Select(one => one.Id).ToHashSet();
        var readings = batch.Readings.Where(one => ids.Contains(one.Step)).ToArray();
        DryLog[] log =
        [
            .. readings.Select(one => new DryLog(
                one.Id,
                Math.Round((one.At - started).TotalHours, 2),
                one.MassG,
                one.HumidityPercent,
                one.Word is { } word ? StageWord.All[word].Words : null
            )),
        ];
        var said = readings.LastOrDefault(one => one.Word is not null);
        var rh = readings.LastOrDefault(one => one.HumidityPercent is not null)?.HumidityPercent
            ?? subject.Bath?.RhPct
            ?? workshop.HumidityPercent
            ?? 60;
        DryingMass[] masses = [.. log.Where(one => one.MassG is not null).Select(one => new DryingMass(one.Hours, (double)one.MassG!))];
        var fit = DryingFit.Of(masses);
        var mix = Mix(subject, batch);
        var hours = fit?.HoursTo(BathReading.DryGPerKg) ?? Hours(subject, batch, mix, rh, step);
        var doubt = fit is null ? DoubtPart : DoubtFitted;
        var steady = IsSteady(step, masses);
        var dry = said?.Word is Falls or Through or "herb-crackles" || (steady && words.Count == 0);
        DateTime? moment = hours is { } h ? started.AddHours(h) : null;
        var late = hours is { } most ? started.AddHours(most * (1 + doubt)) : (DateTime?)null;
        return new DryCoach
        {
            StartedAt = started,
            At = moment,
            EarlyAt = hours is { } least ? started.AddHours(least * (1 - doubt)) : null,
            LateAt = late,
            LookAt = dry ? null : Look(step, said, masses, started, moment, late, now),
            RhPct = rh,
            Run = Run(fit, hours, doubt),
            Log = log,
            Words = words,
            Places =
                dry || subject.Bath is not { } bath
                    ? []
                    : [.. Places(mix, bath, now, (now - started).TotalHours * Math.Max(0, PerHour(mix, bath, rh, workshop.WorkroomC)))],
            AsksMass = Steady.ContainsKey(step.Template ?? ""),
            IsDry = dry,
            Says = Says(said?.Word, steady, fit, moment, now, rh),
        };
    }

    public static bool Dries(MakeStep step) => step.Kind == StepKind.Dry || step.Template is "squeeze" or "squeeze-2";

    /// <summary>The longer of soaking and drying, as the school has it; null where this air never dries it.</summary>
    private static double? Hours(Subject subject, Batch batch, FizzMix mix, double rh, MakeStep step)
    {
        if (subject.Bath is not { } bath)
        {
            return step.Clock is { } clock ? (clock.FromMin + clock.ToMin) / 120 : null;
        }

        var drying = Drying.Of(mix, rh, subject.Workshop.WorkroomC, bath.LayerCm, BathReading.DryGPerKg);
        var dries = drying.PerHour > 0 ? drying.Hours : null;
        var school = batch.Content.Method?.Choices?.GetValueOrDefault("dry") ?? "both";
        return school switch
        {
            "soak" => BathReading.SoaksInH,
            "moisture" => dries,
            _ => dries is { } hours ? Math.Max(BathReading.SoaksInH, hours) : null,
        };
    }

    /// <summary>With what was sprayed on it.</summary>
    private static FizzMix Mix(Subject subject, Batch batch)
    {
        var sprayed = batch.Readings.Sum(one => one.Sprays ?? 0) * (Wetting.Budget(subject)?.SprayG ?? 0);
        return sprayed > 0 ? Wetting.Wetted(subject, sprayed) : subject.BathMix;
    }

    private static double PerHour(FizzMix mix, BathReading bath, double rh, double celsius) =>
        Drying.Of(mix, rh, celsius, bath.LayerCm, BathReading.DryGPerKg).PerHour;

    /// <param name="gone">What has dried so far, as the rate times the hours.</param>
    private IEnumerable<DryPlace> Places(FizzMix mix, BathReading bath, DateTime now, double gone)
    {
        var toGo = mix.WaterGPerKg <= BathReading.DryGPerKg ? 0 : Math.Log(mix.WaterGPerKg / BathReading.DryGPerKg) - gone;
        if (toGo <= 0)
        {
            yield break;
        }

        double Indoors(WeatherHour hour) => Condensation.Indoors(hour.HumidityPercent, hour.Celsius, workshop.WorkroomC);
        foreach (var room in workshop.Rooms.Where(room => room.Id != Room.Workroom))
        {
            if (room.Air(workshop.Today) is not ({ } c, { } rh))
            {
                continue;
            }

            var rate = PerHour(mix, bath, rh, c);
            DateTime? at = rate > 0 ? now.AddHours(toGo / rate) : null;
            yield return new DryPlace(room.Name, rh, at, at is null ? "never: its air is too damp" : $"in {Told(toGo / rate)}");
        }

        WeatherHour[] ahead = [.. (weather ?? []).Where(hour => hour.At >= now)];
        if (ahead.Length == 0)
        {
            yield break;
        }

        var left = toGo;
        DateTime? dry = null;
        foreach (var hour in ahead)
        {
            left -= Math.Max(0, PerHour(mix, bath, Indoors(hour), workshop.WorkroomC));
            if (left <= 0)
            {
                dry = hour.At.AddHours(1);
                break;
            }
        }

        var driest = ahead.Take(HoursOfWeather).MinBy(Indoors)!;
        yield return new DryPlace(
            "By an open window",
            Math.Round(Indoors(driest)),
            dry,
            dry is { } then ? $"in {Told((then - now).TotalHours)}, as the weather is told" : "not in the days that are told: too damp"
        );
    }

    private static DryPoint[] Run(DryingFit? fit, double? hours, double doubt)
    {
        if (hours is not > 0)
        {
            return [];
        }

        var rate = fit?.PerHour ?? (-Math.Log(LeftWhenDry) / hours.Value);
        return
        [
            .. Enumerable
                .Range(0, RunPoints + 1)
                .Select(i => hours.Value * (1 + doubt) * i / RunPoints)
                .Select(at => new DryPoint(Math.Round(at, 3), Math.Round(Math.Exp(-rate * at), 4))),
        ];
    }

    private static bool IsSteady(MakeStep step, DryingMass[] masses)
    {
        if (masses.Length < 2 || !Steady.TryGetValue(step.Template ?? "", out var rule))
        {
            return false;
        }

        var (before, last) = (masses[^2], masses[^1]);
        var hours = last.Hours - before.Hours;
        return hours > 0 && 100 * Math.Abs(before.Grams - last.Grams) / before.Grams * rule.Hours / hours <= rule.Percent;
    }

    /// <summary>At the model's time; then after a third of the rest, half an hour at least. What is weighed, every four hours.</summary>
    private static DateTime? Look(MakeStep step, Reading? said, DryingMass[] masses, DateTime started, DateTime? moment, DateTime? late, DateTime now)
    {
        if (said is not null)
        {
            var rest = ((late ?? now) - said.At) / PartsOfTheRest;
            return said.At + (rest > LeastRest ? rest : LeastRest);
        }

        return Steady.ContainsKey(step.Template ?? "") ? started.AddHours(masses.Length > 0 ? masses[^1].Hours : 0) + WeighEvery : moment;
    }

    private static string Says(string? word, bool steady, DryingFit? fit, DateTime? moment, DateTime now, double rh) =>
        word switch
        {
            Falls => "**Dry enough**: it falls apart and the palm has no shine. Go on.",
            Shines => "**Too oily, not too wet**: no drying helps. Work in more of what drinks oil, then squeeze again.",
            Through => "**Dry through.** Wrap it today.",
            "herb-crackles" => "**It crackles.** Pack it.",
            _ when steady => "**Its weight stays.** Break one: is it pale through?",
            _ when moment is null => $"**This air never dries it**: at {rh:0}{Wording.Narrow}% it gains water. Dry the air, or wait for a drier day.",
            _ when moment <= now => word == Holds ? "It still holds together. Spread it, wait, squeeze again." : "**It should be dry**: try it.",
            _ => $"Dry in about **{Told((moment.Value - now).TotalHours)}** at {rh:0}{Wording.Narrow}% humidity"
                + (fit is null ? ", by the model; three weighings make it sure." : ", by its weighings."),
        };

    private static string Told(double hours) =>
        hours < 2 ? $"{Math.Max(1, Math.Round(hours * 60)):0}{Wording.Narrow}min" : $"{hours:0}{Wording.Narrow}h";
}
