using System.Globalization;

namespace AmberPantry.Core.Science.Stability;

/// <summary>One lot in a batch, as far as its dates are known.</summary>
/// <param name="PaoMonths">Months after opening.</param>
/// <param name="TypicalMonths">Usual shelf life, where only the day of receipt is known.</param>
public sealed record LotDates(
    string Id,
    DateOnly? BestBefore = null,
    DateOnly? Opened = null,
    int? PaoMonths = null,
    DateOnly? Received = null,
    int? TypicalMonths = null
);

/// <summary>What sets the date.</summary>
public enum DateLimit
{
    Model,
    LotBestBefore,
    LotAfterOpening,
    LotAssumed,
}

/// <summary>What is printed.</summary>
public enum DateMark
{
    BestBefore,

    /// <summary>Period after opening.</summary>
    Pao,
}

/// <summary>Whether the date can be printed.</summary>
public enum DateVerdict
{
    Ok,

    [System.Text.Json.Serialization.JsonStringEnumMemberName("under_30_days")]
    Under30Days,
    LotExpired,
}

/// <summary>The date to print, and what sets it.</summary>
public sealed record BestBefore
{
    // The date.

    public required string Exact { get; init; }

    /// <summary>A month, or a day when it is near; never rounded up. Null when a lot is past its date.</summary>
    public required string? Label { get; init; }

    public required int Days { get; init; }

    // What sets it.

    public required DateLimit LimitKind { get; init; }

    public required string? LimitingId { get; init; }

    // After opening.

    /// <summary>Period after opening; 0 asks for weeks instead.</summary>
    public required int? PaoMonths { get; init; }

    public required int? UseWithinWeeks { get; init; }

    /// <summary>best_before up to 30 months, else pao (EU 1223/2009 article 19; verify locally).</summary>
    public required DateMark? Mark { get; init; }

    // The answer.

    public required DateVerdict Verdict { get; init; }
    public required IReadOnlyList<string> Flags { get; init; }

    public const double DaysPerMonth = 30.4375;
    private const int DayLabelBelowDays = 92;
    private static readonly int[] Periods = [3, 6, 9, 12, 18, 24];

    public static BestBefore Of(DateOnly made, double lifeMonths, string family, string? modelLimitingId, IReadOnlyList<LotDates> lots)
    {
        var flags = new List<string>();
        var best = (Date: DateOnly.MaxValue, Kind: DateLimit.Model, Id: modelLimitingId);
        foreach (var lot in lots)
        {
            if (Limit(lot, flags) is { } limit && limit.Date < best.Date)
            {
                best = (limit.Date, limit.Kind, lot.Id);
            }
        }

        var model = made.AddDays((int)Math.Floor(lifeMonths * DaysPerMonth));
        if (model < best.Date)
        {
            best = (model, DateLimit.Model, modelLimitingId);
        }

        var days = best.Date.DayNumber - made.DayNumber;
        var exact = Iso(best.Date);
        if (days <= 0)
        {
            return new BestBefore
            {
                Exact = exact,
                Label = null,
                Days = days,
                LimitKind = best.Kind,
                LimitingId = best.Id,
                PaoMonths = null,
                UseWithinWeeks = null,
                Mark = null,
                Verdict = DateVerdict.LotExpired,
                Flags = flags,
            };
        }

        var months = days / DaysPerMonth;
        var most = Math.Min(Storage.Families[family].AfterOpening, months);
        var pao = Periods.LastOrDefault(period => !Near.Below(most, period));
        return new BestBefore
        {
            Exact = exact,
            Label = days < DayLabelBelowDays ? exact : MonthLabel(best.Date),
            Days = days,
            LimitKind = best.Kind,
            LimitingId = best.Id,
            PaoMonths = pao,
            UseWithinWeeks = pao == 0 ? days / 7 : null,
            Mark = Near.Above(months, 30) ? DateMark.Pao : DateMark.BestBefore,
            Verdict = days < 30 ? DateVerdict.Under30Days : DateVerdict.Ok,
            Flags = flags,
        };
    }

    private static (DateOnly Date, DateLimit Kind)? Limit(LotDates lot, List<string> flags)
    {
        DateOnly? opened = lot.Opened is { } at && lot.PaoMonths is { } months ? at.AddMonths(months) : null;
        if (lot.BestBefore is { } date && !(opened < date))
        {
            return (date, DateLimit.LotBestBefore);
        }

        if (opened is { } after)
        {
            return (after, DateLimit.LotAfterOpening);
        }

        if (lot.Received is { } received && lot.TypicalMonths is { } typical)
        {
            flags.Add($"assumed:{lot.Id}");
            return (received.AddMonths(typical / 2), DateLimit.LotAssumed);
        }

        flags.Add($"no_date:{lot.Id}");
        return null;
    }

    /// <summary>The last month that ends on or before the date.</summary>
    private static string MonthLabel(DateOnly date)
    {
        var month = date.Day == DateTime.DaysInMonth(date.Year, date.Month) ? date : date.AddMonths(-1);
        return month.ToString("yyyy-MM", CultureInfo.InvariantCulture);
    }

    private static string Iso(DateOnly date) => date.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
}
