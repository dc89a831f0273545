using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Costing;
using AmberPantry.Core.Families;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Lenses;

/// <summary>What one costs, line by line and with its container, and what a price leaves.</summary>
internal static class CostLens
{
    /// <summary>A first price to try: materials are a third of it.</summary>
    private const decimal UsualTimes = 3;

    public static LensView? Of(Subject subject, Probe? peg)
    {
        var workshop = subject.Workshop;
        var batch = subject.Formula.Batch;
        var cost = BatchCost.Of(subject.Formula, subject.Shelf, workshop);
        if (cost.Lines.Count == 0)
        {
            return null;
        }

        var container = workshop.FindContainer(batch.Container);
        var units = batch.Units ?? 1;
        var each = cost.Lines.Select(line => (line.Line, Cost: line.Cost / units)).ToArray();
        var materials = each.Sum(line => line.Cost);
        var jar = batch.Units is null ? 0 : container?.Price ?? 0;
        var total = materials + jar;
        var unit = batch.Units is null ? "batch" : container?.Unit ?? "container";
        var price = peg?.Id == "price" ? Math.Max(0, (decimal)peg.Value) : Round(UsualTimes * total);
        var last = Nice((double)Math.Max(price, total) * 1.15);
        List<Lane> lanes = [];
        decimal at = 0;
        foreach (var (line, money) in each.OrderByDescending(line => line.Cost))
        {
            var material = subject.Lines.First(pair => pair.Line.Id == line).Material;
            lanes.Add(
                new Lane(line, Wording.Brief(material.Name), (double)at, (double)(at + money), subject.Say.Money(money), material.Colour, null)
            );
            at += money;
        }

        if (jar > 0)
        {
            lanes.Add(new Lane("container", container!.Name, (double)at, (double)(at + jar), subject.Say.Money(jar), null, MatterState.Firm));
        }

        List<Stem> stems = [new Stem("cost", $"a {unit} costs", (double)total, subject.Say.Money(total))];
        if (cost.Unpriced.Count == 0)
        {
            stems.Add(
                new Stem(
                    "price",
                    "sold at",
                    (double)price,
                    price > 0
                        ? $"{subject.Say.Money(price)} leaves {subject.Say.Money(price - total)}, {100 * (price - total) / price:0}{Wording.Narrow}%"
                        : "given away",
                    ProbeKind.Peg,
                    "",
                    0.05
                )
            );
        }

        var missing = cost.Unpriced.Count == 0 ? "" : $" Without a price: {Wording.List([.. cost.Unpriced])}.";
        return new LensView(
            Lens.Cost,
            [
                new Instrument
                {
                    Id = "money",
                    Axis = $"{workshop.Currency} a {unit}",
                    HeightSays = "Each step is what a line adds",
                    Unit = workshop.Currency,
                    From = 0,
                    To = last,
                    Major = last / 5,
                    Minor = last / 25,
                    Width = 1,
                    Hill = Stair(lanes, last),
                    Words = Reading.Along(
                        0,
                        last,
                        ("materials", (double)materials, MatterState.Firm),
                        (unit, (double)total, MatterState.Scoopable),
                        ("what a price leaves", last, MatterState.Liquid)
                    ),
                    Lanes = [],
                    Stems = stems,
                },
            ],
            new LensColumn(
                $"A {unit}",
                [.. each.Select(line => new LensCell(line.Line, subject.Say.Money(line.Cost)))],
                subject.Say.Money(materials)
            ),
            $"Materials for a {unit} cost {subject.Say.Money(materials)}"
                + (jar > 0 ? $", with the {container!.Name.ToLowerInvariant()} {subject.Say.Money(total)}" : "")
                + $". Time and label are not counted.{missing}",
            [
                .. lanes.Select(lane => new ExplainStep(
                    $"for {lane.Name}",
                    Math.Round(lane.To - lane.From, 4),
                    workshop.Currency,
                    "share × batch × price a kilogram"
                )),
            ]
        );
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
