using AmberPantry.Core;

namespace AmberPantry.Server.Hosting;

/// <summary>Which command it is and when it was done: sent again, it is answered and not done again.</summary>
/// <param name="Id">Made by the writer, new for each command.</param>
/// <param name="At">When it was done, by the writer's own clock.</param>
/// <param name="SentAt">When it is sent, by the same clock: the difference counts, so that no two clocks need to agree.</param>
public sealed record Stamp(Guid Id, DateTime At, DateTime SentAt)
{
    private static readonly TimeSpan Longest = TimeSpan.FromDays(60);

    /// <summary>A clock is set by a zone or two, not by more: then the other reading was the mistake.</summary>
    private static readonly TimeSpan MostSet = TimeSpan.FromHours(26);

    /// <summary>When it was done by the workshop's clock: never in the future.</summary>
    /// <exception cref="Refusal">E_EMPTY without an id, E_RANGE for a time of another year.</exception>
    /// <param name="not">Not before this, where it was told at once: what came before stands, whatever a clock that was set says.</param>
    public DateTime Happened(PantryClock clock, DateTime? not = null)
    {
        if (Id == Guid.Empty)
        {
            throw new Refusal(Codes.Empty, "stamp.id", Id, "The command has no id of its own.", "Give each command a new id.");
        }

        var ago = SentAt.ToUniversalTime() - At.ToUniversalTime();
        if (ago > Longest)
        {
            throw new Refusal(Codes.Range, "stamp.at", At, "That was done more than two months ago.", "Write it into the notes of the batch.");
        }

        return Now(clock, not) - (ago > TimeSpan.Zero ? ago : TimeSpan.Zero);
    }

    /// <summary>Now, but not before something that has happened: a clock may have been set back since.</summary>
    public static DateTime Now(PantryClock clock, DateTime? not) =>
        not is { } least && least > clock.Now && least < clock.Now + MostSet ? least : clock.Now;
}
