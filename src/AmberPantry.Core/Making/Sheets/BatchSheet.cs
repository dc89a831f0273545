using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Safety;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making.Sheets;

/// <summary>A habit that is ticked before a batch begins.</summary>
/// <param name="Rules">Ids of the safety rules it stands for.</param>
public sealed record SignOffRow(string Id, string Text, IReadOnlyList<string> Rules);

/// <summary>A school with what is chosen of it.</summary>
public sealed record SchoolChosen(MakingSchool School, string Chosen);

/// <summary>How a trial is made: its plan, what is to be said and signed, and its steps.</summary>
public sealed record BatchSheet
{
    public required PlanRoute Route { get; init; }

    /// <summary>Ways in which its family can be made.</summary>
    public required IReadOnlyList<PlanRoute> Routes { get; init; }

    public required IReadOnlyList<SchoolChosen> Schools { get; init; }

    public required BatchPlan Plan { get; init; }

    /// <summary>The gravest first.</summary>
    public required IReadOnlyList<PlanSaying> Says { get; init; }

    /// <summary>Stops of the work itself: hot fat, dust, alcohol.</summary>
    public required IReadOnlyList<Caution> Stops { get; init; }

    public required IReadOnlyList<SignOffRow> SignOff { get; init; }

    /// <summary>In °C and g; a view tells them in the units of the house.</summary>
    public required IReadOnlyList<MakeStep> Steps { get; init; }

    /// <summary>Which pieces of the kit may be chosen.</summary>
    public required IReadOnlyList<KitQuestion> Kit { get; init; }

    /// <summary>Key under which the house keeps its own steps of this way of making.</summary>
    public required string ProcedureKey { get; init; }

    /// <summary>Steps that the maker left out of her own procedure, by key and title.</summary>
    public required IReadOnlyList<MakeStep> LeftOut { get; init; }

    /// <summary>It cannot be begun while one of its sayings blocks it.</summary>
    public bool IsBlocked => Says.Any(saying => saying.Blocks);
}

/// <summary>Writes the sheet of a batch from the templates of its way of making.</summary>
/// <remarks>It is written in °C and g; a view tells it in the units of the house.</remarks>
public sealed class SheetWriter(MaterialShelf shelf, Workshop workshop, FamilyRegistry? families = null)
{
    private static readonly Lazy<IReadOnlyList<(string[] Routes, SignOffRow Row)>> SignOffTable = new(() =>
        DataTable.Read("Making.Sheets.Data.sign-off.csv", row =>
            (row.List("routes"), new SignOffRow(row.Text("id"), row.Text("text"), row.List("rules")))
        )
    );

    private readonly Workshop plain = workshop with { Temperature = TemperatureUnit.Celsius, Weight = WeightUnit.Grams };

    /// <exception cref="Refusal">E_EMPTY for an empty pot.</exception>
    public BatchSheet For(Formula formula)
    {
        if (formula.Lines.Count == 0)
        {
            throw new Refusal(Codes.Empty, "formula.lines", null, "There is nothing in this trial to make.", "Add a wax, a butter or an oil first.");
        }

        var subject = new Subject(formula, new Bearings(shelf, plain, families ?? FamilyRegistry.Usual));
        var question = PlanAsk.Of(subject);
        var schools = MakingSchool.Of(question.Route).Select(school => new SchoolChosen(school, school.Chosen(formula.Method?.Choices).Id)).ToArray();
        var chosen = schools.ToDictionary(one => one.School.Id, one => one.Chosen);
        var melt = new SheetMelt(subject, question);
        var plan = BatchPlanner.Of(question);
        var chill = SheetChill.Of(question, plan, melt, chosen);
        if (question.Kit.ChillC is null && chill?.Place.In(plain) is { } chillC)
        {
            // Where it is chilled best follows from the plan, and what dew does from where it is chilled.
            question = question with { Kit = question.Kit with { ChillC = chillC } };
            plan = BatchPlanner.Of(question);
        }

        var lines = new SheetLines(question, plan);
        var figures = SheetFigures.Of(subject, question, plan, lines, melt, chill);
        var sayings = new SheetSayings(subject, question, plan, figures, melt);
        var cautions = new SheetCautions(subject, question, plan, figures.Chill);
        var written = new SheetSteps(
            new SheetGround(subject, question, plan)
            {
                Chosen = chosen,
                Lines = lines,
                Melt = melt,
                Figures = figures,
                Sayings = sayings,
                Cautions = cautions,
                Facts = SheetFacts.Of(question, plan, lines, melt, chosen),
            }
        ).Write();
        var steps = OwnSteps.Laid(written, OwnSteps.Of(formula, workshop, question.Route));
        return new BatchSheet
        {
            Route = question.Route,
            Routes = subject.Family.Routes,
            Schools = schools,
            Plan = plan,
            Says = [.. sayings.All.Concat(KitFit.Of(subject, question, plan)).OrderBy(saying => saying.Severity)],
            Stops =
            [
                .. steps
                    .SelectMany(step => step.Cautions)
                    .Where(caution => caution.Severity == Severity.Stop && cautions.Speaks(caution.Id))
                    .DistinctBy(caution => caution.Id),
            ],
            SignOff = [.. SignOffTable.Value.Where(row => row.Routes.Any(group => question.Route.IsIn(group))).Select(row => row.Row)],
            Steps = steps,
            Kit = BatchKit.Questions(subject, question.Route),
            ProcedureKey = question.Route.Word(),
            LeftOut = [.. written.Where(step => steps.All(one => one.Id != step.Id))],
        };
    }
}
