using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Pantry;

/// <summary>What stock is of, and so how it is counted.</summary>
public enum StockKind
{
    /// <summary>A material, in grams.</summary>
    Material,

    /// <summary>A container, in pieces.</summary>
    Container,
}

/// <summary>What a maker tells of a lot, beside how much of it there is.</summary>
/// <param name="Code">As it stands on the bag, 1 to 40 characters.</param>
/// <param name="ReceivedOn">The day it came.</param>
public sealed record LotFacts(string Code, DateOnly ReceivedOn)
{
    public const int LongestName = 120;
    public const int LongestNote = 2000;
    private const int MostMonths = 60;
    private const decimal MostPrice = 1_000_000;
    private const decimal MostShiftK = 8;
    private const decimal LeastOilG = 0.1m;
    private const decimal MostOilG = 1000;
    private const int MostCategories = 30;
    private const int LongestCategory = 10;
    private const int FirstYear = 2000;
    private const int LastYear = 2100;

    /// <summary>Who it came from.</summary>
    public string? Supplier { get; init; }

    /// <summary>What was paid for all of it, in the workshop's currency.</summary>
    public decimal? Price { get; init; }

    public DateOnly? BestBefore { get; init; }

    /// <summary>The day it was opened; null while it is closed.</summary>
    public DateOnly? OpenedOn { get; init; }

    /// <summary>How long it keeps once it is open, months; null where only its best before counts.</summary>
    public int? MonthsOnceOpen { get; init; }

    /// <summary>Where it stands.</summary>
    public string? Place { get; init; }

    /// <summary>How much higher it melts than its kind does, K; below 0 lower.</summary>
    public decimal? MeltShiftK { get; init; }

    /// <summary>Most oil at which 100 g of it, squeezed hard, still fall apart and leave no shine, g; null where nobody squeezed it.</summary>
    public decimal? HoldsOilG { get; init; }

    /// <summary>What a scent's certificate allows, percent of the product by its category; null without one.</summary>
    public IReadOnlyDictionary<string, double>? Certificate { get; init; }

    public string Note { get; init; } = "";

    /// <summary>The day by which it is to be used: its best before, or the end of its months once open, whichever comes first.</summary>
    public DateOnly? UseBy =>
        OpenedOn is { } opened && MonthsOnceOpen is { } months
            ? BestBefore is { } best && best < opened.AddMonths(months)
                ? best
                : opened.AddMonths(months)
            : BestBefore;

    /// <exception cref="Refusal">With the path of the first field that cannot be taken.</exception>
    public LotFacts Checked(string path)
    {
        Words(Code, MakerMaterial.LongestLot, $"{path}code", "A lot has 1 to 40 characters.", "Type it as it stands on the bag.");
        Day(ReceivedOn, $"{path}receivedOn");
        Day(BestBefore, $"{path}bestBefore");
        Day(OpenedOn, $"{path}openedOn");
        if (OpenedOn < ReceivedOn)
        {
            throw new Refusal(
                Codes.Range,
                $"{path}openedOn",
                $"{OpenedOn:yyyy-MM-dd}",
                $"It came on {ReceivedOn:yyyy-MM-dd} and cannot have been opened before.",
                "Type the day on which you opened it, or leave it empty."
            );
        }

        HouseSettings.InRange(Price, 0, MostPrice, $"{path}price", "", "Type what was paid for all of it, or leave it empty.");
        HouseSettings.InRange(MonthsOnceOpen, 1, MostMonths, $"{path}monthsOnceOpen", "months", "Type the months from its label, or leave it empty.");
        HouseSettings.InRange(
            MeltShiftK,
            -MostShiftK,
            MostShiftK,
            $"{path}meltShiftK",
            "K",
            "Type how much higher it melts than its kind, or leave it empty."
        );
        HouseSettings.InRange(
            HoldsOilG,
            LeastOilG,
            MostOilG,
            $"{path}holdsOilG",
            "g",
            "Type how many grams of oil 100 g of it held when squeezed, or leave it empty."
        );
        Longest(Supplier, LongestName, $"{path}supplier");
        Longest(Place, LongestName, $"{path}place");
        Longest(Note, LongestNote, $"{path}note");
        foreach (var (category, most) in Certificate ?? new Dictionary<string, double>())
        {
            if (category.Trim().Length is 0 or > LongestCategory || !(most >= 0 && most <= 100) || Certificate!.Count > MostCategories)
            {
                throw new Refusal(
                    Codes.Range,
                    $"{path}certificate.{category}",
                    most,
                    $"{most} % in category “{category}” is no limit of a certificate.",
                    "Type each category as on the certificate and 0 to 100 %."
                );
            }
        }

        return this with
        {
            Code = Code.Trim(),
            Supplier = Text(Supplier),
            Place = Text(Place),
            Note = Note.Trim(),
            MeltShiftK = MeltShiftK is 0 ? null : MeltShiftK,
            Certificate = Certificate is { Count: > 0 } certificate ? certificate.ToDictionary(one => one.Key.Trim(), one => one.Value) : null,
        };
    }

    private static string? Text(string? text) => string.IsNullOrWhiteSpace(text) ? null : text.Trim();

    private static void Day(DateOnly? day, string field)
    {
        if (day is { Year: < FirstYear or > LastYear } date)
        {
            throw new Refusal(
                Codes.Date,
                field,
                $"{date:yyyy-MM-dd}",
                $"{date:yyyy-MM-dd} is no date of a lot.",
                $"Type a day from {FirstYear} to {LastYear}."
            );
        }
    }

    private static void Words(string text, int most, string field, string says, string remedy)
    {
        if (string.IsNullOrWhiteSpace(text) || text.Trim().Length > most)
        {
            throw new Refusal(Codes.Range, field, text, says, remedy);
        }
    }

    private static void Longest(string? text, int most, string field)
    {
        if (text?.Length > most)
        {
            throw new Refusal(Codes.Range, field, text, $"{text.Length} letters are too many here.", $"Keep it to {most} letters.");
        }
    }
}

/// <summary>A use that the arrival check speaks against, allowed all the same.</summary>
/// <param name="Use">Key of the use.</param>
/// <param name="Reason">Why, 1 to 200 letters.</param>
public sealed record AllowedUse(string Use, string Reason);

/// <summary>One delivery of one material or container, and what is left of it.</summary>
public sealed record Lot
{
    public const decimal MostAmount = 10_000_000;

    public required Guid Id { get; init; }

    /// <summary>Runs on through the pantry; it stands on the lot's sticker.</summary>
    public required int Number { get; init; }

    public required StockKind Kind { get; init; }

    /// <summary>Key of the material, or id of the container.</summary>
    public required string Of { get; init; }

    public required LotFacts Facts { get; init; }

    /// <summary>As received: grams of a material, pieces of a container.</summary>
    public required decimal Received { get; init; }

    /// <summary>What is left by the book: the sum of its moves.</summary>
    public required decimal Left { get; init; }

    /// <summary>Why it is set apart; null while it may be used.</summary>
    public string? SetApartFor { get; init; }

    /// <summary>What was seen when it came; null where nobody looked.</summary>
    public ArrivalCheck? Arrival { get; init; }

    /// <summary>The words for the supplier, kept with the lot.</summary>
    public string? Letter { get; init; }

    public IReadOnlyList<AllowedUse> Allowed { get; init; } = [];

    public bool MayBeUsed => SetApartFor is null && Left > 0;

    /// <summary>What stands on its sticker.</summary>
    public string Sticker => LotCode.Of(Number);

    /// <summary>What a gram or a piece was paid for; null without a price.</summary>
    public decimal? PriceOfOne => Facts.Price is { } price && Received > 0 ? price / Received : null;

    /// <summary>Checks an amount that comes in or stands on the scale.</summary>
    /// <exception cref="Refusal">E_RANGE.</exception>
    public static decimal Amount(StockKind kind, decimal amount, decimal least, string field) =>
        kind == StockKind.Container && amount != Math.Floor(amount)
            ? throw new Refusal(Codes.Range, field, amount, $"Containers are whole: {amount} cannot be.", "Type a whole number.")
        : amount < least || amount > MostAmount
            ? throw new Refusal(
                Codes.Range,
                field,
                amount,
                $"{amount} {(kind == StockKind.Container ? "pieces" : "g")} cannot be.",
                $"Type {(least > 0 ? "above 0" : "0")} to {MostAmount:0}."
            )
        : Micrograms.Round(amount);
}

/// <summary>The number of a lot as its sticker shows it: "L-0123", read back from what is typed or scanned.</summary>
public static class LotCode
{
    private const string Prefix = "L-";
    private const int MostDigits = 9;

    public static string Of(int number) => $"{Prefix}{number:0000}";

    /// <summary>The number of a sticker; null for anything else.</summary>
    public static int? Read(string text) =>
        text.Trim() is var code
        && code.StartsWith(Prefix, StringComparison.OrdinalIgnoreCase)
        && code.Length - Prefix.Length is > 0 and <= MostDigits
        && int.TryParse(code.AsSpan(Prefix.Length), System.Globalization.NumberStyles.None, null, out var number)
            ? number
            : null;
}
