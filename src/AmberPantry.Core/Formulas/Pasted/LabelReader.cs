using System.Text.RegularExpressions;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Science.Scent;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Formulas.Pasted;

/// <summary>Reads the list of a label: its names, then what each share can be.</summary>
internal sealed partial class LabelReader(LabelQuestion question, MaterialShelf shelf)
{
    private const int MostNames = 60;
    private const int LongestName = 160;

    /// <summary>Names that are usually used at no more than this stand under the line, unless the maker says otherwise.</summary>
    private const decimal SmallBelow = 2;
    private const int Walks = 2000;
    private const double LeastC = -5;
    private const double MostC = 60;

    [GeneratedRegex(@"^\s*(?:ingredients?|inci|contains|composition)\s*[:\-]\s*", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex Head();

    [GeneratedRegex(@"\(?\s*\+/-\s*\)?|may contain:?|\*+|†+", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex Marks();

    private sealed class Entry(int row, string name)
    {
        public int Row => row;
        public string Name => name;
        public Material? Material { get; set; }
        public IReadOnlyList<Material> Candidates { get; set; } = [];
        public bool LeftOut { get; set; }
        public string Says { get; set; } = "";
        public double From { get; set; }
        public double To { get; set; }
        public double Middle { get; set; }

        /// <summary>Whether it has a share: matched, or still asked.</summary>
        public bool Counts => !LeftOut;
    }

    public LabelList Read()
    {
        if (question.Text.Length > PastedList.LongestText)
        {
            throw new Refusal(Codes.Range, "text", question.Text.Length, "That is more than one label.", "Paste at most 1 MB.");
        }

        var names = Names(question.Text).Take(MostNames + 1).ToArray();
        if (names.Length == 0)
        {
            throw new Refusal(Codes.Empty, "text", null, "There is no name to read yet.", "Paste the list of a label, names parted by commas.");
        }

        Entry[] entries = [.. names.Take(MostNames).Select((name, i) => new Entry(i + 1, name))];
        foreach (var entry in entries)
        {
            Match(entry, entries);
        }

        Wholeness.Check(question.Answers, "answers");
        foreach (var answer in question.Answers ?? [])
        {
            Take(answer, entries);
        }

        Entry[] counted = [.. entries.Where(entry => entry.Counts)];
        var above = Line(counted);
        List<string> open = [];
        if (counted.Length > 0)
        {
            Weigh(counted, above, open);
        }

        Unknown(counted, above, open);
        var matched = counted.Length > 0 && counted.All(entry => entry.Material is not null);
        return new LabelList(
            [.. entries.Select(Told)],
            above,
            counted.Length,
            Says(entries, names.Length > MostNames),
            open,
            matched ? Content(counted) : null
        );
    }

    /// <summary>Names parted by commas, bullets or lines; a comma in brackets parts nothing.</summary>
    private static IEnumerable<string> Names(string text)
    {
        var whole = Marks().Replace(Head().Replace(string.Join('\n', PastedText.Rows(text)), ""), " ");
        var depth = 0;
        var from = 0;
        for (var i = 0; i <= whole.Length; i++)
        {
            var letter = i < whole.Length ? whole[i] : '\n';
            depth +=
                letter is '(' or '[' ? 1
                : letter is ')' or ']' ? -1
                : 0;
            var parts = letter is '\n' or ';' or '•' or '·' or '|' or '\t' || (letter == ',' && depth <= 0);
            if (!parts)
            {
                continue;
            }

            depth = 0;
            var name = whole[from..i].Trim(' ', '.', ',', ':', '&').Replace('\n', ' ');
            from = i + 1;
            if (name.Any(char.IsLetter))
            {
                yield return name.Length > LongestName ? name[..LongestName] : name;
            }
        }
    }

    private void Match(Entry entry, Entry[] all)
    {
        var plain = entry.Name.Trim().ToLowerInvariant().Replace(' ', '_').Replace('-', '_');
        if (ScentAllergens.Names.Contains(plain) && all.FirstOrDefault(other => other.Row < entry.Row && IsScent(other)) is { } scent)
        {
            entry.LeftOut = true;
            entry.Says = $"is in the scent: counted with name {scent.Row}";
            return;
        }

        foreach (var name in entry.Name.Split('/').Prepend(entry.Name).Select(part => part.Trim()).Where(part => part.Length > 1).Distinct())
        {
            var meant = PastedName.Of(name, shelf);
            entry.Material = meant.Sure ?? OfOneName(name, entry);
            entry.Candidates = entry.Candidates.Count == 0 ? meant.Candidates : entry.Candidates;
            if (entry.Material is not null)
            {
                return;
            }
        }
    }

    private static bool IsScent(Entry entry) => entry.Material?.Role == Role.Scent;

    /// <summary>Several kinds share one label name: the maker's own, else the one used most, and the label does not tell.</summary>
    private Material? OfOneName(string name, Entry entry)
    {
        var exact = PastedName.Exact(name, shelf);
        if (exact.Count < 2)
        {
            return null;
        }

        var taken = exact.FirstOrDefault(shelf.Own.Contains) ?? exact[0];
        entry.Says = $"its kind is not told: {Wording.List([.. exact.Take(3).Select(material => Wording.Brief(material.Name))])} share this name";
        return taken;
    }

    private void Take(LabelAnswer answer, Entry[] entries)
    {
        if (answer.Row < 1 || answer.Row > entries.Length)
        {
            throw new Refusal(Codes.Range, "answers.row", answer.Row, $"There is no name {answer.Row}.", $"Give 1 to {entries.Length}.");
        }

        var entry = entries[answer.Row - 1];
        entry.LeftOut = answer.LeaveOut;
        entry.Says = answer.LeaveOut ? "left out" : "";
        entry.Material = answer.Material is { } id ? shelf.Get(id, "answers.material") : entry.Material;
    }

    /// <summary>The line stands before the first of those that are used in small shares to the end.</summary>
    private int Line(Entry[] counted)
    {
        if (question.OnePercentAfter is { } given)
        {
            return given >= 0 && given <= counted.Length
                ? given
                : throw new Refusal(
                    Codes.Range,
                    "onePercentAfter",
                    given,
                    $"The 1 % line cannot stand after name {given}.",
                    $"Give 0 to {counted.Length}."
                );
        }

        var line = counted.Length;
        while (line > 1 && counted[line - 1].Material is { } material && IsSmall(material))
        {
            line--;
        }

        return line;
    }

    private static bool IsSmall(Material material) =>
        material.UseMaxPercent <= SmallBelow || material.Role is Role.Scent or Role.Antioxidant or Role.Preservative;

    private static double Most(Entry entry) => entry.Material is { UseMaxPercent: > 0 } material ? (double)material.UseMaxPercent : 100;

    private void Weigh(Entry[] counted, int above, List<string> open)
    {
        double[] most = [.. counted.Select(Most)];
        IReadOnlyList<ListedItem> Ranges() => IngredientList.Ranges([.. counted.Select((entry, i) => new ListedItem(entry.Name, 0, most[i]))], above);
        IReadOnlyList<ListedItem> ranges;
        try
        {
            ranges = Ranges();
        }
        catch (Refusal refusal) when (refusal.Code == Codes.Infeasible)
        {
            // A label may use more than is usual: then the order alone rules.
            open.Add("Something in it is used above its usual most: no usual shares fit this order and this 1 % line.");
            Array.Fill(most, 100);
            if (above == 0 && counted.Length < 100)
            {
                open.Add("All names under 1 % cannot total 100: move the line down.");
                return;
            }

            ranges = Ranges();
        }

        var body = new LabelShares(most, above);
        var middle = body.Middle();
        for (var i = 0; i < counted.Length; i++)
        {
            (counted[i].From, counted[i].To, counted[i].Middle) = (ranges[i].MinPercent, ranges[i].MaxPercent, middle[i]);
        }

        if (question.Felt is { } felt)
        {
            Narrow(counted, body, middle, felt, open);
        }
    }

    private static void Narrow(Entry[] counted, LabelShares body, double[] middle, LabelFelt felt, List<string> open)
    {
        if (!(felt.AtC >= LeastC && felt.AtC <= MostC))
        {
            throw new Refusal(Codes.Range, "felt.atC", felt.AtC, $"{felt.AtC} °C is out of reach.", $"Give {LeastC} to {MostC}.");
        }

        if (counted.Any(entry => entry.Material is null))
        {
            open.Add("How it felt narrows nothing before every name is matched.");
            return;
        }

        double[][] fit =
        [
            .. body.Walk(middle, Walks)
                .Where(shares =>
                    new ProductMelt([
                        .. counted.Select((entry, i) => (new FormulaLine("", "", (decimal)shares[i], Phase.Melt), entry.Material!)),
                    ]).Curve
                        is { } curve
                    && MatterStates.At(curve.FirmnessAt(felt.AtC)) == felt.State
                ),
        ];
        const int LeastFit = 20;
        if (fit.Length < LeastFit)
        {
            open.Add(
                $"Of {Walks:#,0} mixes this order allows only {fit.Length} {(fit.Length == 1 ? "is" : "are")} {MatterStates.Word(felt.State)} there: "
                    + "it tells too little, or a name is matched to another kind."
            );
            return;
        }

        const double Outside = 0.05;
        for (var i = 0; i < counted.Length; i++)
        {
            double[] shares = [.. fit.Select(mix => mix[i]).Order()];
            counted[i].From = shares[(int)(Outside * (shares.Length - 1))];
            counted[i].To = shares[(int)((1 - Outside) * (shares.Length - 1))];
            counted[i].Middle = shares.Average();
        }

        open.Add(
            $"How it felt fits {100.0 * fit.Length / Walks:0} of 100 mixes that the order allows; nine in ten of those lie in the ranges shown."
        );
    }

    private static void Unknown(Entry[] counted, int above, List<string> open)
    {
        const int MostKinds = 2;
        open.AddRange(counted.Where(entry => entry.Says.Length > 0).Take(MostKinds).Select(entry => $"Name {entry.Row}: {entry.Says}."));
        if (counted.Length - above > 1)
        {
            var (first, last) = (counted[above].Row, counted[^1].Row);
            open.Add($"Under 1 % the order is free: names {first} to {last} may stand in any order, from a trace to 1 %.");
        }

        if (counted.Where((entry, i) => i >= above && entry.Material?.Role == Role.Antioxidant).FirstOrDefault() is { Material: { } guard })
        {
            open.Add(
                $"{Wording.Capital(Wording.Brief(guard.Name))} may have come inside an oil; then nothing was added and its share is under 0.1 %."
            );
        }

        open.Add("How it was cooled, whipped or sieved is on no list: grain, air and feel are yours to find.");
        open.Add("It is a start for a product of your own, never a copy: who made it may have rights in it.");
    }

    private Formula Content(Entry[] counted)
    {
        var shares = Amounts.ToPercent([.. counted.Select(entry => (decimal)Math.Round(Math.Max(entry.Middle, 0.0001), 4))]);
        (Material Material, Phase Phase, decimal Percent)[] lines =
        [
            .. counted
                .Select((entry, i) => (Material: entry.Material!, Phase: LinePhase.Of(question.Family, entry.Material!), Percent: shares[i]))
                .GroupBy(line => (line.Material.Id, line.Phase))
                .Select(group => (group.First().Material, group.Key.Phase, group.Sum(line => line.Percent))),
        ];
        return Starters.Blank(question.Family) with
        {
            Lines = [.. lines.Select((line, i) => new FormulaLine($"L{i + 1}", line.Material.Id, line.Percent, line.Phase))],
        };
    }

    private static string Says(Entry[] entries, bool cut)
    {
        var asked = entries.Count(entry => entry.Counts && entry.Material is null);
        var matched = entries.Count(entry => entry.Counts && entry.Material is not null);
        return $"{matched} {Wording.Plural("name", matched)} matched{(asked > 0 ? $", {asked} asked" : "")}."
            + " A list runs from most to least down to 1 %."
            + (cut ? $" Only the first {MostNames} names are read." : "");
    }

    private static LabelRow Told(Entry entry) =>
        new()
        {
            Row = entry.Row,
            Name = entry.Name,
            Material = entry is { Counts: true, Material: { } material } ? PastedReader.Candidate(material) : null,
            Candidates = entry is { Counts: true, Material: null } ? [.. entry.Candidates.Select(PastedReader.Candidate)] : [],
            From = entry.Counts ? entry.From : null,
            To = entry.Counts ? entry.To : null,
            Middle = entry.Counts ? entry.Middle : null,
            MostInUse = entry.Counts && Most(entry) < 100 ? Most(entry) : null,
            Says = entry.Says,
        };
}
