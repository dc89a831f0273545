using System.Text.Json;
using AmberPantry.Core.Assessment.Rules;
using AmberPantry.Core.Calculations;

namespace AmberPantry.Server.Science;

/// <summary>The calculations themselves, open to scripts: a question's named fields in, figures with units out.</summary>
public static class ScienceEndpoints
{
    public static void Map(RouteGroupBuilder science)
    {
        foreach (var calculation in AllCalculations.List)
        {
            science
                .MapPost($"/{calculation.Topic}/{calculation.Name}", (JsonElement question) =>
                    TypedResults.Ok(calculation.Work(new Fields(question)))
                )
                .WithName($"{calculation.Topic}/{calculation.Name}")
                .WithSummary(calculation.Says);
        }

        science
            .MapGet("/schools", () => TypedResults.Ok(School.All))
            .WithName("science/schools")
            .WithSummary("Questions on which practitioners disagree: both sides, and how each is taken here.");
    }
}
