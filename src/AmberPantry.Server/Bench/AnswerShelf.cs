using System.Collections.Concurrent;
using System.Security.Cryptography;

namespace AmberPantry.Server.Bench;

/// <summary>
/// Answers already worked out for one open workshop, by the question's exact bytes. A boundary let go, an undo or a page
/// opened again asks what was asked before; the assessment is a pure function, so its answer still stands.
/// </summary>
public sealed class AnswerShelf
{
    /// <summary>Answers in one half of the shelf; when it is full the older half is cleared.</summary>
    private const int HalfFull = 200;

    private ConcurrentDictionary<UInt128, byte[]> young = new();
    private ConcurrentDictionary<UInt128, byte[]> old = new();

    public static UInt128 Key(ReadOnlySpan<byte> question)
    {
        Span<byte> hash = stackalloc byte[SHA256.HashSizeInBytes];
        SHA256.HashData(question, hash);
        return BitConverter.ToUInt128(hash);
    }

    public byte[]? Find(UInt128 key) => young.GetValueOrDefault(key) ?? old.GetValueOrDefault(key);

    public byte[] Keep(UInt128 key, byte[] answer)
    {
        if (young.Count >= HalfFull)
        {
            old = young;
            young = new();
        }

        return young[key] = answer;
    }
}
