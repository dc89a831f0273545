using AmberPantry.Core.Assessment.Lenses;
using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Remedies;

/// <summary>What a parcel is wrapped in.</summary>
public enum Wrap
{
    /// <summary>The container alone.</summary>
    Bare,

    /// <summary>A padded box.</summary>
    Padded,

    /// <summary>A foam box.</summary>
    CoolBox,

    /// <summary>A foam box with a frozen pack of half a kilogram.</summary>
    CoolPack,
}

/// <summary>A stretch of a route.</summary>
/// <param name="Name">1 to 40 characters, such as "van".</param>
public sealed record ParcelLeg(string Name, double Celsius, double Hours);

/// <summary>A parcel on its way.</summary>
/// <param name="Grams">Product in it, g.</param>
/// <param name="StartC">What it leaves at, °C.</param>
public sealed record ParcelTrip(IReadOnlyList<ParcelLeg> Legs, double Grams, Wrap Wrap = Wrap.Padded, double StartC = 20)
{
    private const int MostLegs = 8;
    private const double MostHours = 48;

    internal void Check()
    {
        if (Legs.Count is 0 or > MostLegs)
        {
            throw new Refusal(Codes.Range, "legs", Legs.Count, $"A route has 1 to {MostLegs} stretches.", "Add a stretch, or join two.");
        }

        In("grams", Grams, 1, 50_000, "what is in the parcel");
        Landmark.CheckC(StartC, "startC");
        for (var i = 0; i < Legs.Count; i++)
        {
            if (Legs[i].Name is not { Length: > 0 and <= Landmark.LongestName })
            {
                throw new Refusal(
                    Codes.Range,
                    $"legs[{i}].name",
                    Legs[i].Name,
                    "A stretch needs a name of 1 to 40 letters.",
                    "Name it, such as van."
                );
            }

            Landmark.CheckC(Legs[i].Celsius, $"legs[{i}].celsius");
            In($"legs[{i}].hours", Legs[i].Hours, 0.1, MostHours, "the time of a stretch in hours");
        }

        In("legs", Legs.Sum(leg => leg.Hours), 0.1, MostHours, "the whole way in hours");
    }

    private static void In(string field, double value, double least, double most, string what)
    {
        if (!(value >= least && value <= most))
        {
            throw new Refusal(
                Codes.Range,
                field,
                value,
                $"{Wording.Number(value, "0.##")} cannot be {what}.",
                $"Give {Wording.Number(least, "0.#")} to {most:0}."
            );
        }
    }
}

/// <summary>What could be done about it.</summary>
/// <param name="Edits">Another mix; none for another wrap or another day.</param>
/// <param name="Wrap">Another wrap; null for the others.</param>
public sealed record ParcelChoice(string Name, string Says, IReadOnlyList<FormulaEdit> Edits, Wrap? Wrap);

/// <summary>How a parcel arrives.</summary>
/// <param name="Says">"Arrives as it was sent: at its warmest 31 °C inside."</param>
/// <param name="Way">Hours along the axis, how firm it is as the height, each stretch a lane.</param>
/// <param name="Choices">Insulate, wait or another mix, each with its numbers; none where it arrives well.</param>
public sealed record ParcelAnswer(Arrival Arrives, string Says, Instrument Way, IReadOnlyList<ParcelChoice> Choices);

/// <summary>Sends a product on its way and says what arrives.</summary>
/// <param name="weather">The hours to come, local time; left out, nobody tells them.</param>
public sealed class ParcelFinder(MaterialShelf shelf, Workshop workshop, IReadOnlyList<WeatherHour>? weather = null, FamilyRegistry? families = null)
{
    /// <summary>Surface of a kilogram that lies close together, m²; more and less by the power two thirds. An estimate.</summary>
    private const double AreaOfKg = 0.045;

    /// <summary>Inside of a foam box while its pack is frozen, °C, and what a frozen half kilogram takes up, kJ. Estimates.</summary>
    private const double PackC = 8;
    private const double PackKJ = 167;
    private const double BoxAreaM2 = 0.25;
    private const double StillAirWM2K = 8;
    private const double FullKPa = 400;

    /// <exception cref="Refusal">E_RANGE naming the field; E_EMPTY where nothing in it melts.</exception>
    public ParcelAnswer Find(Formula formula, ParcelTrip trip)
    {
        trip.Check();
        var subject = new Subject(formula, new Bearings(shelf, workshop, families ?? FamilyRegistry.Usual));
        if (subject.Curve is null || subject.Family.IsDry)
        {
            throw new Refusal(
                Codes.Empty,
                "formula",
                null,
                "Nothing in it melts: heat on the way changes no shape.",
                "Mind humidity instead: read it by Air."
            );
        }

        var route = Send(subject, trip, trip.Legs);
        return new ParcelAnswer(
            route.ArrivesAs,
            Tell(subject, route),
            Way(subject, trip, route),
            route.ArrivesAs == Arrival.AsSent ? [] : [.. Choices(subject, trip)]
        );
    }

    private static ParcelRoute Send(Subject subject, ParcelTrip trip, IReadOnlyList<ParcelLeg> legs) =>
        ParcelRoute.Of(
            subject.Curve!.Blend,
            trip.Grams,
            AreaOfKg * Math.Pow(trip.Grams / 1000, 2.0 / 3),
            Insulation(trip.Wrap),
            trip.StartC,
            Around(trip.Wrap, legs),
            Firmness.Factor(subject.Melt.Powder, subject.Overrun)
        );

    private static double Insulation(Wrap wrap) =>
        wrap switch
        {
            Wrap.Bare => 0,
            Wrap.Padded => 0.3,
            _ => 1,
        };

    /// <summary>Air around the product hour by hour; a frozen pack keeps it cool until what comes through the foam has thawed it.</summary>
    private static double[] Around(Wrap wrap, IReadOnlyList<ParcelLeg> legs)
    {
        double[] outside = [.. legs.SelectMany(leg => Enumerable.Repeat(leg.Celsius, Math.Max(1, (int)Math.Round(leg.Hours))))];
        if (wrap != Wrap.CoolPack)
        {
            return outside;
        }

        var left = PackKJ;
        var throughWK = BoxAreaM2 / ((1 / StillAirWM2K) + Insulation(wrap));
        return
        [
            .. outside.Select(celsius =>
            {
                if (left <= 0 || celsius <= PackC)
                {
                    return celsius;
                }

                left -= throughWK * (celsius - PackC) * 3600 / 1000;
                return PackC;
            }),
        ];
    }

    private static string Tell(Subject subject, ParcelRoute route)
    {
        var peak = subject.Say.Temperature(route.PeakCoreC);
        var slumped = $"{Wording.Number(route.HoursSlumped, "0.#")} h without a shape";
        return route.ArrivesAs switch
        {
            Arrival.AsSent => $"Arrives as it was sent: at its warmest {peak} inside.",
            Arrival.SoftenedSetAgain =>
                $"Arrives set again but sunk: {peak} inside, {slumped}, {route.MeltedPercent:0}{Wording.Narrow}% of its crystals melted.",
            _ => $"Arrives as a melted and set block: {peak} inside, {slumped}"
                + $"{(subject.Overrun > 0 ? ", its air is lost" : "")}; it may turn grainy.",
        };
    }

    private static Instrument Way(Subject subject, ParcelTrip trip, ParcelRoute route)
    {
        var factor = Firmness.Factor(subject.Melt.Powder, subject.Overrun);
        double At(CoolingPoint point) => factor * Firmness.FromStructure(point.Structure);
        var hours = route.Trace[^1].S / 3600;
        List<(string, double, MatterState)> words = [];
        foreach (var point in route.Trace)
        {
            var state = MatterStates.At(At(point));
            if (words.Count > 0 && words[^1].Item3 == state)
            {
                words[^1] = (words[^1].Item1, point.S / 3600, state);
            }
            else
            {
                words.Add((MatterStates.Word(state), point.S / 3600, state));
            }
        }

        List<Lane> lanes = [];
        double from = 0;
        foreach (var leg in trip.Legs)
        {
            var to = from + Math.Max(1, Math.Round(leg.Hours));
            lanes.Add(new Lane($"leg-{lanes.Count + 1}", leg.Name, from, to, subject.Say.Temperature(leg.Celsius), null, MatterState.Soft));
            from = to;
        }

        return new Instrument
        {
            Id = "parcel",
            Axis = "hours on the way",
            HeightSays = "Height is how firm it is",
            Unit = "h",
            From = 0,
            To = hours,
            Major =
                hours > 24 ? 12
                : hours > 8 ? 4
                : 1,
            Minor = 1,
            Width = 1,
            Hill =
            [
                .. route.Trace.Select(point => new HillPoint(point.S / 3600, Math.Clamp(Math.Log(1 + At(point)) / Math.Log(1 + FullKPa), 0.02, 1))),
            ],
            Words = Reading.Along(0, hours, words),
            Lanes = lanes,
        };
    }

    private IEnumerable<ParcelChoice> Choices(Subject subject, ParcelTrip trip)
    {
        foreach (var wrap in Enum.GetValues<Wrap>().Where(wrap => wrap > trip.Wrap))
        {
            var wrapped = Send(subject, trip with { Wrap = wrap }, trip.Legs);
            var name = wrap switch
            {
                Wrap.Padded => "In a padded box",
                Wrap.CoolBox => "In a foam box",
                _ => "In a foam box with a frozen pack",
            };
            yield return new ParcelChoice(name, Tell(subject, wrapped), [], wrap);
            if (wrapped.ArrivesAs == Arrival.AsSent)
            {
                break;
            }
        }

        if (Cooler(subject, trip) is { } hottest)
        {
            yield return new ParcelChoice(
                "Wait for a cooler day",
                $"Arrives as it was sent where nothing on the way is above {subject.Say.Temperature(hottest)}.{Day(subject, trip)}",
                [],
                null
            );
        }

        if (Firmer(subject, trip) is { } firmer)
        {
            yield return firmer;
        }
    }

    /// <summary>The first day of those told on which it arrives well: typed is today, and warm stretches follow the day's heat.</summary>
    private string Day(Subject subject, ParcelTrip trip)
    {
        var days = Weather.Highs(weather ?? []);
        if (workshop.Today is not { } today || !days.TryGetValue(today, out var now))
        {
            return "";
        }

        foreach (var (day, high) in days.Where(day => day.Key > today))
        {
            ParcelLeg[] legs = [.. trip.Legs.Select(leg => leg.Celsius > workshop.WorkroomC ? leg with { Celsius = leg.Celsius + high - now } : leg)];
            if (Send(subject, trip, legs).ArrivesAs == Arrival.AsSent)
            {
                return $" By the weather that is told, {subject.Say.Temperature(now)} at most today, send it on **{Weather.Name(day)}**: "
                    + $"{subject.Say.Temperature(high)}.";
            }
        }

        return days.Count > 1 ? " None of the days that are told is cool enough." : "";
    }

    /// <summary>The warmest that the hot stretches may be.</summary>
    private static double? Cooler(Subject subject, ParcelTrip trip)
    {
        bool Holds(double most) =>
            Send(subject, trip, [.. trip.Legs.Select(leg => leg with { Celsius = Math.Min(leg.Celsius, most) })]).ArrivesAs == Arrival.AsSent;

        double low = trip.Legs.Min(leg => leg.Celsius),
            high = trip.Legs.Max(leg => leg.Celsius);
        if (!Holds(low))
        {
            return null;
        }

        const int Halvings = 7;
        for (var i = 0; i < Halvings; i++)
        {
            var middle = (low + high) / 2;
            (low, high) = Holds(middle) ? (middle, high) : (low, middle);
        }

        return Math.Floor(2 * low) / 2;
    }

    /// <summary>The mix that stands what it gets to inside.</summary>
    private ParcelChoice? Firmer(Subject subject, ParcelTrip trip)
    {
        try
        {
            var peak = Send(subject, trip, trip.Legs).PeakCoreC;
            if (new MixFinder(shelf, workshop, families).HoldAt(subject.Formula, Math.Min(90, peak + 1)).Formula is not { } mix)
            {
                return null;
            }

            var after = subject.With(mix);
            return Send(after, trip, trip.Legs).ArrivesAs == Arrival.AsSent
                ? new ParcelChoice(
                    "Another mix",
                    $"{string.Join(", ", Difference.Shares(subject, after))}: slumps at {subject.Say.Temperature(after.SlumpC ?? -5)}.",
                    [new SetMix([.. mix.Lines.Select(line => new MixShare(line.Material, line.Percent))])],
                    null
                )
                : null;
        }
        catch (Refusal)
        {
            return null; // No mix of these holds there: it is not offered.
        }
    }
}
