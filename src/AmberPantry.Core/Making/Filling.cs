using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making;

/// <summary>Containers that were filled with what was left over.</summary>
/// <param name="Container">Key of the container.</param>
public sealed record OtherFill(string Container, int Units);

/// <summary>What became of a batch beside the containers that were counted.</summary>
/// <param name="SampleG">Set apart, g.</param>
/// <param name="RestG">In none of them, g; null where nobody weighed it.</param>
public sealed record Filling(IReadOnlyList<OtherFill> Others, decimal SampleG, decimal? RestG)
{
    /// <summary>Null where a finish tells nothing of it.</summary>
    /// <exception cref="Refusal">E_RANGE, E_UNKNOWN_ID, E_TWICE with the path of what cannot be.</exception>
    internal static Filling? Of(FinishBatch finish, Workshop workshop)
    {
        if (finish is { Others: null, SampleG: null, RestG: null })
        {
            return null;
        }

        var others = finish.Others ?? [];
        if (others.Count > Batch.MostOthers)
        {
            throw new Refusal(
                Codes.Range,
                "command.others",
                others.Count,
                $"{others.Count} other containers are too many.",
                $"Name {Batch.MostOthers}."
            );
        }

        for (var i = 0; i < others.Count; i++)
        {
            var (id, units) = others[i];
            if (workshop.FindContainer(id) is null)
            {
                throw new Refusal(
                    Codes.UnknownId,
                    $"command.others[{i}].container",
                    id,
                    $"“{id}” is no container of the house.",
                    "Put it on the shelf first."
                );
            }

            if (units is < 1 or > Batch.MostUnits)
            {
                throw new Refusal(
                    Codes.Range,
                    $"command.others[{i}].units",
                    units,
                    $"{units} cannot have been filled.",
                    $"Type 1 to {Batch.MostUnits}."
                );
            }

            if (others.Take(i).Any(other => other.Container == id))
            {
                throw new Refusal(Codes.Twice, $"command.others[{i}].container", id, "That container is named twice.", "Add the two counts up.");
            }
        }

        return new Filling(others, Told(finish.SampleG, "sampleG") ?? 0, Told(finish.RestG, "restG"));
    }

    /// <summary>What was filled and what was lost, in a sentence; empty for a batch that tells nothing of it.</summary>
    public static string Says(Batch batch, Workshop workshop)
    {
        if (batch is not { Filling: { } filling, IsFinished: true, GivenUpFor: null })
        {
            return "";
        }

        var say = new Wording(workshop);
        List<string> parts =
        [
            .. filling.Others.Select(other => $"{other.Units} × {Wording.Inside(workshop.FindContainer(other.Container)?.Name ?? other.Container)}"),
            .. filling.SampleG > 0 ? [$"{say.Weight(filling.SampleG)} set apart"] : Array.Empty<string>(),
            .. filling.RestG is { } rest and > 0 ? [$"{say.Weight(rest)} left"] : Array.Empty<string>(),
        ];
        var also = parts.Count > 0 ? $"Beside them {Wording.List(parts)}. " : "";
        return LossOf(batch, workshop) is { } loss
            ? $"{also}**{say.Weight(Math.Round(loss, 1))}** stayed in pot and tools, {Share(loss, batch)}; "
                + $"planned were {Wording.RoundPercent(batch.Content.Batch.LossPercent)}."
            : $"{also}What is left was not weighed, so the loss is not known.".Trim();
    }

    private static string Share(decimal loss, Batch batch) => Wording.RoundPercent(Math.Round(100 * loss / batch.AsWeighed.Batch.Grams, 1));

    /// <summary>What stayed in pot and tools of a finished batch, g: weighed less filled; null where it was not told.</summary>
    public static decimal? LossOf(Batch batch, Workshop workshop)
    {
        var size = batch.Content.Batch;
        if (batch is not { Filling: { RestG: { } rest } filling, UnitsMade: { } units, GivenUpFor: null } || size.FillG is not { } declared)
        {
            return null;
        }

        var each = batch.Packs.Select(one => one.MassG!.Value).DefaultIfEmpty(declared).Average();
        var container = workshop.FindContainer(size.Container);
        var others = filling.Others.Sum(other =>
            container is not null && workshop.FindContainer(other.Container) is { } one
                ? other.Units * each * (decimal)(one.Millilitres / container.Millilitres)
                : 0
        );
        return Math.Max(0, batch.AsWeighed.Batch.Grams - (units * each) - others - filling.SampleG - rest);
    }

    private static decimal? Told(decimal? grams, string field) =>
        grams is < 0 or > Batch.MostWeighedG
            ? throw new Refusal(
                Codes.Range,
                $"command.{field}",
                grams,
                $"{grams} g cannot have been weighed.",
                $"Type 0 to {Batch.MostWeighedG} g, or leave it empty."
            )
        : grams is { } told ? Micrograms.Round(told)
        : null;
}
