using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Formulas.Pasted;

/// <summary>The rows together: what their numbers are counted in, what is missing, and each one's share.</summary>
internal sealed class PastedShares(PastedQuestion question, decimal? toldG, Draft[] lines)
{
    /// <summary>Shares that total this near to 100 are rounded numbers of a whole mix.</summary>
    public const decimal Near = 0.1m;
    private const decimal NearWhenBare = 2;

    /// <summary>Asks of each line what it must, and gives it its share where nothing is asked.</summary>
    /// <returns>What is asked of the whole list, and what the shares total as they stand.</returns>
    public (IReadOnlyList<PastedAsk> Asks, decimal? Total) Find()
    {
        foreach (var draft in lines)
        {
            draft.Asks =
                draft.Wrong.Length > 0 ? draft.Wrong
                : draft.Material is null
                    ? draft.Candidates.Count > 0 ? "Which of these is it?"
                        : "Nothing is called so: choose a material, or leave it out."
                : draft is { Amount.Thousands: { } many, Typed: null }
                    ? $"{draft.Amount.Says}: is it {Wording.Number((double)draft.Amount.Low, "0.####")} or {Wording.Number((double)many, "0.####")}?"
                : "";
        }

        // Bare numbers are what they add up to, or what the maker says.
        var bare = lines.Where(draft => draft.Amount?.Measure == Measure.Bare).ToArray();
        var rests = lines.Where(draft => draft.Amount?.Measure == Measure.Rest).ToArray();
        if (bare.Length > 0)
        {
            var sum = bare.Sum(draft => draft.Amount!.Middle);
            var alone = lines.All(draft => draft.Amount is null or { Measure: Measure.Bare or Measure.Rest });
            var unit = question.Bare
                ?? (
                    alone && (Math.Abs(sum - 100) <= NearWhenBare || (rests.Length == 1 && sum < 100)) ? BareUnit.Percent
                    : lines.All(draft => draft.Amount is null or { Measure: Measure.Bare or Measure.Percent or Measure.Rest })
                    && lines.Any(draft => draft.Amount?.Measure == Measure.Percent)
                        ? BareUnit.Percent
                    : (BareUnit?)null
                );
            if (unit is null)
            {
                return ([PastedAsk.Bare], null);
            }

            foreach (var draft in bare)
            {
                draft.Amount = draft.Amount! with
                {
                    Measure = unit switch
                    {
                        BareUnit.Percent => Measure.Percent,
                        BareUnit.Parts => Measure.Parts,
                        _ => Measure.Grams,
                    },
                };
            }
        }

        if (lines.Any(draft => draft.Asks.Length > 0) || lines.Length == 0)
        {
            return ([], null);
        }

        var shares = lines.Any(draft => draft.Amount?.Measure is Measure.Percent);
        var parts = lines.Any(draft => draft.Amount?.Measure is Measure.Parts);
        var weights = lines.Any(draft => draft.Amount?.GramsOf(draft.Material!) is not null);
        if (parts && (shares || weights))
        {
            foreach (var draft in lines.Where(draft => draft.Amount?.Measure is Measure.Parts))
            {
                draft.Asks = "Parts stand beside shares or weights: give this one as % or g.";
            }

            return ([], null);
        }

        var batchG = question.BatchG ?? toldG;
        if (shares && weights && batchG is null)
        {
            return ([PastedAsk.Batch], null);
        }

        foreach (var draft in lines)
        {
            draft.Value = draft.Amount switch
            {
                null or { Measure: Measure.Rest } => null,
                { Measure: Measure.Percent or Measure.Parts } amount => amount.Middle,
                { } amount => (decimal)amount.GramsOf(draft.Material!)!.Value * (shares ? 100 / batchG!.Value : 1),
            };
        }

        return Total(rests, shares, weights ? batchG : null);
    }

    private (IReadOnlyList<PastedAsk> Asks, decimal? Total) Total(Draft[] rests, bool shares, decimal? batchG)
    {
        var known = lines.Sum(draft => draft.Value ?? 0);
        var whole = shares ? 100 : batchG;
        if (rests.Length > 1)
        {
            foreach (var draft in rests.Skip(1))
            {
                draft.Asks = "Only one can be the rest: give this one an amount.";
            }

            return ([], null);
        }

        var open = lines.Where(draft => draft.Value is null).ToArray();
        if (open.Length > 0)
        {
            if (whole is null)
            {
                foreach (var draft in open)
                {
                    draft.Asks = "No amount was said: type one, or say what all of it weighs.";
                }

                return ([], null);
            }

            var left = whole.Value - known;
            if (left < 0 || (open.Length > 1 && !Array.TrueForAll(open, draft => draft.Gap)))
            {
                foreach (var draft in open)
                {
                    draft.Asks =
                        left < 0
                            ? $"The others already come to {Amount(known)}, more than the whole of {Amount(whole.Value)}."
                            : $"{open.Length} amounts are missing; together they are {Amount(left)}. Type one, or {ShareText.Unknown} for each.";
                }

                return ([], null);
            }

            // Several are shown as halves, thirds and so on until one of them is told.
            for (var i = 0; i < open.Length; i++)
            {
                open[i].Value = (left * (i + 1) / open.Length) - (left * i / open.Length);
                open[i].Says =
                    open.Length > 1
                        ? $"not known: from none to {Amount(left)}"
                        : $"{(open[i] is { Amount: null, Gap: false } ? "not said: " : "")}the rest of {Amount(whole.Value)}";
            }

            known = whole.Value;
        }

        decimal? total = shares ? Math.Round(known, 4) : null;
        if (known <= 0)
        {
            foreach (var draft in lines)
            {
                draft.Asks = "Type an amount above 0.";
            }

            return ([], total);
        }

        if (shares && Math.Abs(known - 100) > Near && !question.Scale)
        {
            var rest = lines.FirstOrDefault(draft => draft.Row == question.Rest);
            if (rest is null)
            {
                return ([PastedAsk.Total], total);
            }

            var gets = rest.Value!.Value + 100 - known;
            if (gets < 0)
            {
                rest.Asks = $"It cannot give {Amount(known - 100)}: it is only {Amount(rest.Value.Value)}.";
                return ([], total);
            }

            rest.Value = gets;
            rest.Says = "takes the rest";
        }

        var percents = Amounts.ToPercent([.. lines.Select(draft => draft.Value!.Value)]);
        for (var i = 0; i < lines.Length; i++)
        {
            lines[i].Percent = percents[i];
        }

        Twins();
        return ([], total);

        string Amount(decimal value) => $"{Wording.Number((double)value, "0.##")}{Wording.Narrow}{(shares ? "%" : "g")}";
    }

    /// <summary>One material in two rows is one line of the mix.</summary>
    private void Twins()
    {
        foreach (var same in lines.GroupBy(draft => (draft.Material!.Id, draft.Phase)).Where(group => group.Count() > 1))
        {
            foreach (var twin in same.Skip(1))
            {
                twin.Says = $"the same as row {same.First().Row}: taken together";
            }
        }
    }
}
