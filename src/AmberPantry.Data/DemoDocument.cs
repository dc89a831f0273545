namespace AmberPantry.Data;

/// <summary>The made-up pantry as bytes of a workshop document.</summary>
public static class DemoDocument
{
    public static byte[] Read()
    {
        using var stream = typeof(DemoDocument).Assembly.GetManifestResourceStream("AmberPantry.Data.Demo.demo-workshop.json")!;
        using var bytes = new MemoryStream();
        stream.CopyTo(bytes);
        return bytes.ToArray();
    }
}
