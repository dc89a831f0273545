namespace AmberPantry.Core.Pantry;

/// <summary>What a picture is written in.</summary>
public enum PictureKind
{
    Jpeg,
    Png,
}

/// <summary>A picture of a lot, kept with it.</summary>
public static class LotPicture
{
    public const int MostBytes = 400_000;
    public const int Most = 12;
    private static readonly byte[] Jpeg = [0xFF, 0xD8, 0xFF];
    private static readonly byte[] Png = [0x89, 0x50, 0x4E, 0x47];

    /// <summary>What it is written in, by its first bytes.</summary>
    /// <exception cref="Refusal">E_RANGE for one that is too large, E_NOT_A_DOCUMENT for what is no picture.</exception>
    public static PictureKind Checked(byte[] bytes, string path)
    {
        if (bytes.Length > MostBytes)
        {
            throw new Refusal(
                Codes.Range,
                path,
                bytes.Length,
                $"The picture has {bytes.Length / 1000} kB, more than {MostBytes / 1000}.",
                "Make it smaller first."
            );
        }

        return bytes.AsSpan().StartsWith(Jpeg) ? PictureKind.Jpeg
            : bytes.AsSpan().StartsWith(Png) ? PictureKind.Png
            : throw new Refusal(Codes.NotADocument, path, bytes.Length, "That is no picture.", "Choose a JPEG or PNG file.");
    }
}
