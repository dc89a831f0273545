using PdfSharp.Fonts;

namespace AmberPantry.Formats;

/// <summary>The typeface of the app for paper; it ships with it.</summary>
internal sealed class PdfFonts : IFontResolver
{
    public const string Family = "Atkinson Hyperlegible Next";
    private const string Regular = "AtkinsonHyperlegibleNext-Regular";
    private const string Bold = "AtkinsonHyperlegibleNext-Bold";

    private static readonly Lock Setting = new();

    /// <summary>Once for the whole program, before the first page is drawn.</summary>
    public static void Use()
    {
        lock (Setting)
        {
            GlobalFontSettings.FontResolver ??= new PdfFonts();
        }
    }

    public FontResolverInfo ResolveTypeface(string familyName, bool isBold, bool isItalic) => new(isBold ? Bold : Regular);

    public byte[] GetFont(string faceName)
    {
        using var font = typeof(PdfFonts).Assembly.GetManifestResourceStream(faceName) ?? throw new InvalidOperationException($"No font {faceName}.");
        using var bytes = new MemoryStream();
        font.CopyTo(bytes);
        return bytes.ToArray();
    }
}
