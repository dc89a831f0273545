using System.Text.Json;
using System.Text.Json.Nodes;
using AmberPantry.Core.Calculations;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Science.Melt;
using CsCheck;

namespace AmberPantry.Core.Tests;

/// <summary>The planner beyond its worked cases: nothing is lost, nothing is bent unsaid.</summary>
public class BatchPlannerTests
{
    private static readonly PlanKit Kit = new(0.1, 0.1, 5000, 320) { Pack = PackMaterial.Tin };

    private static PlanLine Line(string material, Role role, double percent, double? ceilingC = null, Phase phase = Phase.Melt)
    {
        var melt = MeltFunction.Spectrum(material, "line");
        return new PlanLine(material, role, phase, percent, melt, melt.ClearsAtC) { CeilingC = ceilingC };
    }

    private static PlanQuestion Balm(double beeswax, double rosehipCeilingC, double scentFlashC, double? pourC = null) =>
        new(PlanRoute.BalmPour, 21, 55, 600, pourC, Kit, new PlanChoices(), "sunflower oil")
        {
            Lines =
            [
                Line("beeswax", Role.Wax, beeswax, 85),
                Line("shea butter", Role.SoftButter, 20, 85),
                Line("sunflower oil", Role.Oil, 69 - beeswax, 85),
                Line("rosehip oil", Role.Oil, 10, rosehipCeilingC),
                Line("essential oil", Role.Scent, 1, 60, Phase.CoolDown) with
                {
                    FlashC = scentFlashC,
                },
            ],
        };

    private static readonly Gen<PlanQuestion> Balms = Gen.Select(
        Gen.Int[3, 40],
        Gen.Int[35, 90],
        Gen.Int[15, 110],
        Gen.Int[30, 100],
        Gen.Bool,
        (wax, ceiling, flash, pour, planned) => Balm(wax, ceiling, flash, planned ? pour : null)
    );

    [Fact]
    public void EveryLineIsInThePotOrInOneCup() =>
        Balms.Sample(question =>
        {
            var plan = BatchPlanner.Of(question);
            string[] placed = [.. plan.PotOrder, .. plan.Stops.SelectMany(stop => stop.Lines)];
            Assert.Equal(question.Lines.Select(line => line.Id).Order(), placed.Order());
        });

    [Fact]
    public void TemperaturesStandInTheirOrder() =>
        Balms.Sample(question =>
        {
            var plan = BatchPlanner.Of(question);
            Assert.True(plan.MeltFromC >= plan.PotClearC);
            Assert.True(plan.MeltFromC <= plan.MeltToC && plan.MeltToC <= plan.MeltMostC);
            Assert.True(plan.Pour!.FromC <= plan.Pour.ToC);
            Assert.True(plan.Pour.AtC <= Math.Max(plan.MeltMostC!.Value, plan.Hold?.ToC ?? 0));
            Assert.Equal(plan.Stops.Select(stop => stop.AtC).OrderDescending(), plan.Stops.Select(stop => stop.AtC));
            Assert.All(plan.Stops, stop => Assert.True(stop.AfterC <= stop.AtC));
        });

    [Fact]
    public void WhatBearsLessThanThePotIsNamed() =>
        Balms.Sample(question =>
        {
            var plan = BatchPlanner.Of(question);
            var rosehip = question.Lines.Single(line => line.Id == "rosehip oil");
            var hot = plan.Hold?.ToC ?? plan.MeltToC;
            if (plan.PotOrder.Contains(rosehip.Id) && rosehip.CeilingC < hot)
            {
                Assert.Contains(plan.Says, id =>
                    id is "pour-above-ceiling"
                    || id.StartsWith("ceiling-", StringComparison.Ordinal) && id.EndsWith(rosehip.Id, StringComparison.Ordinal)
                );
            }
        });

    [Fact]
    public void AFlashPointBelowTheCupIsNeverSilent() =>
        Balms.Sample(question =>
        {
            var plan = BatchPlanner.Of(question);
            var scent = question.Lines.Single(line => line.Role == Role.Scent);
            var at = plan.Stops.Single(stop => stop.Lines.Contains(scent.Id)).AtC;
            Assert.Equal(at > scent.FlashC, plan.Says.Contains($"flash-above:{scent.Id}"));
        });

    [Theory]
    [InlineData(2)]
    [InlineData(10)]
    public void ABiggerBatchIsMadeAtTheSameTemperatures(double times)
    {
        var one = BatchPlanner.Of(Balm(15, 60, 50));
        var many = BatchPlanner.Of(Balm(15, 60, 50) with { BatchG = 600 * times, Kit = Kit with { CapacityG = 20_000 } });
        Assert.Equal((one.MeltFromC, one.MeltToC, one.Pour!.AtC), (many.MeltFromC, many.MeltToC, many.Pour!.AtC));
        Assert.Equal(one.Stops.Select(stop => stop.AtC), many.Stops.Select(stop => stop.AtC));
    }

    [Theory]
    [InlineData("route", "\"stir-fry\"", Codes.UnknownId, "route")]
    [InlineData("roomC", "\"warm\"", Codes.NotANumber, "roomC")]
    [InlineData("batchG", "0", Codes.Range, "batchG")]
    [InlineData("kit", "{\"scaleStepG\": 0}", Codes.Range, "kit.scaleStepG")]
    [InlineData("lines", "[]", Codes.Empty, "lines")]
    [InlineData("lines", "[{\"id\": \"a\", \"role\": \"waxy\"}]", Codes.UnknownId, "lines[0].role")]
    [InlineData("choices", "{\"hold\": \"perhaps\"}", Codes.UnknownId, "choices.hold")]
    public void ASlipIsNamed(string field, string value, string code, string path)
    {
        var plan = AllCalculations.List.Single(one => one.Topic == "making");
        var question = JsonNode.Parse(plan.Example)!.AsObject();
        question[field] = JsonNode.Parse(value);
        var refusal = Assert.Throws<Refusal>(() => plan.Work(new Fields(JsonDocument.Parse(question.ToJsonString()).RootElement)));
        Assert.Equal((code, path), (refusal.Code, refusal.Field));
    }
}
