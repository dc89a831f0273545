using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Costing;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Lenses;

/// <summary>What one costs, line by line, with its container, label and time, and what a price leaves.</summary>
internal static class CostLens
{
    /// <summary>A first price to try: what is bought is a third of it, and all of it with time at most half. A guess, not advice.</summary>
    private const decimal TimesBought = 3;
    private const decimal TimesAll = 2;

    /// <summary>Part of the maker's own price that a shop pays, to begin with.</summary>
    private const decimal ShopPart = 2 / 3m;
    private const double PriceStep = 0.05;

    public static LensView? Of(Subject subject, Probe? peg)
    {
        var cost = BatchCost.Of(subject.Formula, subject.Shelf, subject.Workshop);
        if (cost.Lines.Count == 0)
        {
            return null;
        }

        var one = One.Of(subject, cost);
        var price = Price("price", Round(Math.Max(TimesBought * one.Bought, TimesAll * one.Total)));
        var shop = Price("shop", Round(ShopPart * price));
        var last = Nice((double)Math.Max(Math.Max(price, shop), one.Total) * 1.15);
        var lanes = one.Lanes();
        List<Stem> stems = [new Stem("cost", $"a {one.Unit} costs", (double)one.Total, subject.Say.Money(one.Total))];
        if (cost.Unpriced.Count == 0)
        {
            stems.Add(Leaves("price", "your price", price));
            stems.Add(Leaves("shop", "a shop pays", shop));
        }

        return new LensView(
            Lens.Cost,
            [
                new Instrument
                {
                    Id = "money",
                    Axis = $"{subject.Workshop.Currency} a {one.Unit}",
                    HeightSays = "Each step is what a line adds",
                    Unit = subject.Workshop.Currency,
                    From = 0,
                    To = last,
                    Major = last / 5,
                    Minor = last / 25,
                    Width = 1,
                    Hill = Stair(lanes, last),
                    Words = Reading.Along(0, last, [.. one.Parts(), ("what a price leaves", last, MatterState.Liquid)]),
                    Lanes = [],
                    Stems = stems,
                },
            ],
            new LensColumn(
                $"A {one.Unit}",
                [.. one.Lines.Select(line => new LensCell(line.Line.Id, subject.Say.Money(line.Cost)))],
                subject.Say.Money(one.Materials)
            ),
            $"{one.Says()} {cost.Counts}{Pays()}" + (cost.Unpriced.Count == 0 ? "" : $" Without a price: {Wording.List([.. cost.Unpriced])}."),
            [.. lanes.Select(lane => new ExplainStep($"for {lane.Name}", Math.Round(lane.To - lane.From, 4), subject.Workshop.Currency, lane.Says))]
        );

        decimal Price(string id, decimal usual) => peg?.Id == id ? Math.Max(0, (decimal)peg.Value) : usual;

        Stem Leaves(string id, string name, decimal at) =>
            new(
                id,
                name,
                (double)at,
                at > 0
                    ? $"{subject.Say.Money(at)} leaves {subject.Say.Money(at - one.Total)}, {100 * (at - one.Total) / at:0}{Wording.Narrow}%"
                    : "given away",
                ProbeKind.Peg,
                "",
                PriceStep
            );

        // What is left of a price beside everything but the time, by the hour of hands.
        string Pays() =>
            one.Hours == 0 || cost.Unpriced.Count > 0
                ? ""
                : $" Your price {subject.Say.Money(price)} pays {Hourly(price)} an hour, a shop at {subject.Say.Money(shop)} pays {Hourly(shop)}.";

        string Hourly(decimal at) => subject.Say.Money(decimal.Round((at - one.Bought) / one.Hours, 2));
    }

    /// <summary>The money in one of them.</summary>
    private sealed record One(Subject Subject, string Unit, IReadOnlyList<(FormulaLine Line, Material Material, decimal Cost)> Lines)
    {
        public required decimal Container { get; init; }

        public required decimal Label { get; init; }

        public required decimal Time { get; init; }

        /// <summary>Of hands in one of them.</summary>
        public required decimal Hours { get; init; }

        public decimal Materials => Lines.Sum(line => line.Cost);

        public decimal Bought => Materials + Container + Label;

        public decimal Total => Bought + Time;

        public static One Of(Subject subject, CostView cost)
        {
            var batch = subject.Formula.Batch;
            var units = batch.Units ?? 1;
            var container = subject.Workshop.FindContainer(batch.Container);
            return new One(
                subject,
                batch.Units is null ? "batch" : container?.Unit ?? "container",
                [
                    .. cost
                        .Lines.Select(one => subject.Lines.First(pair => pair.Line.Id == one.Line))
                        .Zip(cost.Lines, (pair, one) => (pair.Line, pair.Material, one.Cost / units)),
                ]
            )
            {
                Container = cost.Beside.Containers / units,
                Label = cost.Beside.Labels / units,
                Time = cost.Beside.Time / units,
                Hours = cost.Beside.Time == 0 ? 0 : (batch.HandsMin ?? 0) / 60m / units,
            };
        }

        public List<Lane> Lanes()
        {
            List<Lane> lanes = [];
            decimal at = 0;
            foreach (var (line, material, money) in Lines.OrderByDescending(line => line.Cost))
            {
                Add(line.Id, Wording.Brief(material.Name), money, "share × batch × price a kilogram");
            }

            Add("container", Unit, Container, "price of the container");
            Add("label", "its label", Label, "cost of a label, in the house");
            Add("time", $"{Subject.Formula.Batch.HandsMin} min of hands", Time, "minutes of hands × cost of an hour ÷ how many are made");
            return lanes;

            void Add(string id, string name, decimal money, string says)
            {
                if (money > 0)
                {
                    lanes.Add(new Lane(id, name, (double)at, (double)(at + money), says, null, null));
                    at += money;
                }
            }
        }

        /// <summary>Where each kind of cost ends.</summary>
        public IEnumerable<(string, double, MatterState)> Parts()
        {
            yield return ("materials", (double)Materials, MatterState.Firm);
            yield return (Unit, (double)(Materials + Container), MatterState.Hard);
            yield return ("label", (double)Bought, MatterState.Scoopable);
            yield return ("time", (double)Total, MatterState.Soft);
        }

        public string Says()
        {
            string[] parts =
            [
                $"materials {Subject.Say.Money(Materials)}",
                .. Container > 0 ? [$"{Unit} {Subject.Say.Money(Container)}"] : Array.Empty<string>(),
                .. Label > 0 ? [$"label {Subject.Say.Money(Label)}"] : Array.Empty<string>(),
                .. Time > 0 ? [$"time {Subject.Say.Money(Time)}"] : Array.Empty<string>(),
            ];
            return $"{Wording.Capital(string.Join(", ", parts))}{(parts.Length > 1 ? $": {Subject.Say.Money(Total)} a {Unit}" : $" a {Unit}")}.";
        }
    }

    /// <summary>Height is the running sum; it stays where the last step ends.</summary>
    private static List<HillPoint> Stair(List<Lane> lanes, double last)
    {
        var top = lanes.Max(lane => lane.To);
        List<HillPoint> points = [];
        foreach (var lane in lanes)
        {
            points.Add(new(lane.From, lane.To / top));
            points.Add(new(lane.To, lane.To / top));
        }

        points.Add(new(top, 0));
        points.Add(new(last, 0));
        return points;
    }

    private static decimal Round(decimal money) => Math.Round(money * 20) / 20;

    /// <summary>A round end of an axis that ends no sooner.</summary>
    private static double Nice(double least)
    {
        var power = Math.Pow(10, Math.Floor(Math.Log10(Math.Max(1e-6, least))));
        return new[] { 1, 2, 2.5, 5, 10 }.Select(step => step * power).First(end => end >= least);
    }
}
