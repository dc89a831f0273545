using AmberPantry.Core;
using PdfSharp.Drawing;
using PdfSharp.Pdf;
using QRCoder;

namespace AmberPantry.Formats;

/// <summary>What stands on the sticker of a lot.</summary>
/// <param name="Code">Its number, as the code holds it: "L-0042".</param>
/// <param name="Name">Of the material.</param>
/// <param name="Lines">What stands below, a line each.</param>
public sealed record Sticker(string Code, string Name, IReadOnlyList<string> Lines);

/// <summary>Labels on a sheet: how many, how large, mm.</summary>
public sealed record StickerGrid(int Columns, int Rows, double WidthMm, double HeightMm, double LeftMm, double TopMm)
{
    /// <summary>24 on A4.</summary>
    public static StickerGrid Usual { get; } = new(3, 8, 70, 37, 0, 0.5);

    public int Places => Columns * Rows;
}

/// <summary>Stickers for the lots of a pantry, as PDF.</summary>
public static class StickerSheet
{
    public const int Most = 240;
    private const double PointsPerMm = 72 / 25.4;
    private const double PadMm = 4;
    private const double CodeMm = 24;
    private const double NamePt = 10.5;
    private const double LinePt = 8.5;
    private const double LineMm = 4;
    private const int NameLines = 2;

    /// <param name="start">Place of the first on its sheet, from 1: those before are used already.</param>
    /// <param name="madeAt">Told in the file.</param>
    /// <exception cref="Refusal">E_RANGE for a place that the sheet does not have, or more than it takes; E_EMPTY for none.</exception>
    public static byte[] Write(IReadOnlyList<Sticker> stickers, StickerGrid grid, int start, DateTime madeAt)
    {
        if (stickers.Count == 0)
        {
            throw new Refusal(Codes.Empty, "lots", null, "No lot was chosen.", "Choose a lot to print a sticker for.");
        }

        if (stickers.Count > Most)
        {
            throw new Refusal(Codes.Range, "lots", stickers.Count, $"{stickers.Count} stickers are too many at once.", $"Choose at most {Most}.");
        }

        if (start < 1 || start > grid.Places)
        {
            throw new Refusal(Codes.Range, "start", start, $"The sheet has no place {start}.", $"Give 1 to {grid.Places}.");
        }

        PdfFonts.Use();
        using var document = new PdfDocument();
        (document.Info.Title, document.Info.CreationDate) = ("Stickers", madeAt);
        for (var i = 0; i < stickers.Count; )
        {
            var page = document.AddPage();
            page.Size = PdfSharp.PageSize.A4;
            using var drawing = XGraphics.FromPdfPage(page);
            for (var place = i == 0 ? start - 1 : 0; place < grid.Places && i < stickers.Count; place++, i++)
            {
                Draw(
                    drawing,
                    stickers[i],
                    grid,
                    grid.LeftMm + (place % grid.Columns * grid.WidthMm),
                    grid.TopMm + (place / grid.Columns * grid.HeightMm)
                );
            }
        }

        using var bytes = new MemoryStream();
        document.Save(bytes);
        return bytes.ToArray();
    }

    private static void Draw(XGraphics drawing, Sticker sticker, StickerGrid grid, double leftMm, double topMm)
    {
        Code(drawing, sticker.Code, leftMm + PadMm, topMm + PadMm);
        XFont bold = new(PdfFonts.Family, NamePt, XFontStyleEx.Bold),
            plain = new(PdfFonts.Family, LinePt);
        var (x, wide) = (leftMm + PadMm + CodeMm + PadMm, grid.WidthMm - (3 * PadMm) - CodeMm);
        var y = topMm + PadMm + LineMm;
        foreach (var line in Fitted(drawing, sticker.Name, bold, wide * PointsPerMm, NameLines))
        {
            drawing.DrawString(line, bold, XBrushes.Black, x * PointsPerMm, y * PointsPerMm);
            y += LineMm;
        }

        foreach (var line in sticker.Lines.SelectMany(line => Fitted(drawing, line, plain, wide * PointsPerMm, 1)))
        {
            drawing.DrawString(line, plain, XBrushes.Black, x * PointsPerMm, y * PointsPerMm);
            y += LineMm;
        }

        drawing.DrawString(sticker.Code, plain, XBrushes.Black, (leftMm + PadMm) * PointsPerMm, (topMm + PadMm + CodeMm + LineMm) * PointsPerMm);
    }

    /// <summary>Black squares on white: sharp at any size, and no picture in the file.</summary>
    private static void Code(XGraphics drawing, string text, double leftMm, double topMm)
    {
        using var made = new QRCodeGenerator();
        using var code = made.CreateQrCode(text, QRCodeGenerator.ECCLevel.M);
        var modules = code.ModuleMatrix;
        var side = CodeMm * PointsPerMm / modules.Count;
        for (var row = 0; row < modules.Count; row++)
        {
            for (var column = 0; column < modules.Count; column++)
            {
                if (modules[row][column])
                {
                    drawing.DrawRectangle(XBrushes.Black, (leftMm * PointsPerMm) + (column * side), (topMm * PointsPerMm) + (row * side), side, side);
                }
            }
        }
    }

    /// <summary>In so many lines of this width; the last ends in dots where more was to come.</summary>
    private static List<string> Fitted(XGraphics drawing, string text, XFont font, double wide, int most)
    {
        bool Fits(string line) => drawing.MeasureString(line, font).Width <= wide;
        var lines = new List<string>();
        var words = new Queue<string>(text.Split(' ', StringSplitOptions.RemoveEmptyEntries));
        while (words.Count > 0 && lines.Count < most)
        {
            var line = words.Dequeue();
            while (words.Count > 0 && Fits($"{line} {words.Peek()}"))
            {
                line += $" {words.Dequeue()}";
            }

            var isCut = (words.Count > 0 && lines.Count == most - 1) || !Fits(line);
            while (isCut && line.Length > 1 && !Fits($"{line}…"))
            {
                line = line[..^1].TrimEnd(',', ' ');
            }

            lines.Add(isCut ? $"{line}…" : line);
        }

        return lines;
    }
}
