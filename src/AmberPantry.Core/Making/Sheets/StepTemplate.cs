using AmberPantry.Core.Safety;
using AmberPantry.Core.Science.Making;

namespace AmberPantry.Core.Making.Sheets;

/// <summary>One step of a way of making, with blanks for what a plan works out.</summary>
internal sealed record StepTemplate
{
    public const string TwoColours = "two-colour-swirl";
    public const string Accent = "accent-salt";

    public required string Route { get; init; }

    public required string Id { get; init; }

    public required StepKind Kind { get; init; }

    public required string Title { get; init; }

    public required string Text { get; init; }

    public required string Why { get; init; }

    public required string DoneWhen { get; init; }

    /// <summary>How long it takes, by rule or by model.</summary>
    public required string Clock { get; init; }

    /// <summary>What the thermometer must say.</summary>
    public required string Temperature { get; init; }

    /// <summary>Roles or sets of lines, such as <c>@pot</c>.</summary>
    public required IReadOnlyList<string> Lines { get; init; }

    /// <summary>Ids of safety rules.</summary>
    public required IReadOnlyList<string> Cautions { get; init; }

    public required IReadOnlyList<string> Records { get; init; }

    public required Hands Hands { get; init; }

    /// <summary>It is left out when this holds; null for never.</summary>
    public required RuleCondition? SkipWhen { get; init; }

    private static readonly Lazy<ILookup<string, StepTemplate>> Loaded = new(() =>
        DataTable
            .Read("Making.Sheets.Data.procedures.csv", row => new StepTemplate
            {
                Route = row.Text("route"),
                Id = row.Text("step_id"),
                Kind = row.Text("kind") == "heat" ? StepKind.Melt : row.Word<StepKind>("kind"),
                Title = row.Text("title"),
                Text = row.Text("text"),
                Why = row.Text("why"),
                DoneWhen = row.Text("done_when"),
                Clock = row.Text("clock_rule"),
                Temperature = row.Text("temperature_rule"),
                Lines = row.List("lines"),
                Cautions = row.List("cautions"),
                Records = row.List("records"),
                Hands = row.Word<Hands>("hands"),
                SkipWhen = row.Text("skip_when") is { Length: > 0 } condition ? RuleCondition.Parse(condition) : null,
            })
            .ToLookup(step => step.Route)
    );

    /// <summary>In the order of the sheet.</summary>
    public static IEnumerable<StepTemplate> Of(PlanRoute route) => Loaded.Value[route.Word()];

    /// <summary>An insert that several ways of making share.</summary>
    public static IEnumerable<StepTemplate> Insert(string name) => Loaded.Value[name];

    public bool TakesNothing => Kind is StepKind.Weigh or StepKind.Check or StepKind.Rest or StepKind.Hold or StepKind.Dry or StepKind.Bake;
}
