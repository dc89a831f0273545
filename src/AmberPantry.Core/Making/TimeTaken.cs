using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making;

/// <summary>How long a batch truly took, with its rounds of chilling and its washing up.</summary>
public static class TimeTaken
{
    /// <summary>Nobody has a step in hand for longer: she was away from it.</summary>
    private const double LongestInHandMin = 60;

    /// <summary>Of hands, of staying in sight, on its own and away, against what the sheet said; empty before it is finished.</summary>
    public static string Says(Batch batch)
    {
        if (batch is not { FinishedAt: { } end, GivenUpFor: null } || batch.Done.Count == 0)
        {
            return "";
        }

        double hands = 0,
            eyes = 0,
            away = 0,
            said = 0;
        for (var at = 0; at < batch.Steps.Count; at++)
        {
            var step = batch.Steps[at];
            if (batch.Done.FirstOrDefault(one => one.Step == step.Id) is not { } done)
            {
                continue;
            }

            var took = Math.Max(0, (done.DoneAt - batch.Began(at)).TotalMinutes);
            said += step.Clock is { } clock ? (clock.FromMin + clock.ToMin) / 2 : 0;
            hands += step.Hands == Hands.Hands ? Math.Min(took, LongestInHandMin) : 0;
            eyes += step.Hands == Hands.Eyes ? took : 0;
            away += step.Hands == Hands.Hands ? Math.Max(0, took - LongestInHandMin) : 0;
        }

        var whole = (end - batch.StartedAt).TotalMinutes;
        var alone = Math.Max(0, whole - hands - eyes - away);
        string[] parts =
        [
            $"{Wording.Minutes(hands)} of your hands",
            .. eyes >= 1 ? [$"{Wording.Minutes(eyes)} in sight"] : Array.Empty<string>(),
            .. alone >= 1 ? [$"{Wording.Minutes(alone)} on its own"] : Array.Empty<string>(),
            .. away >= 1 ? [$"{Wording.Minutes(away)} away from it"] : Array.Empty<string>(),
        ];
        var sheet = said >= 1 ? $" Its clocks said {Wording.Minutes(said)} in all." : "";
        return $"It took **{Wording.Minutes(whole)}** from the start to the count: {Wording.List(parts)}.{sheet}";
    }
}
