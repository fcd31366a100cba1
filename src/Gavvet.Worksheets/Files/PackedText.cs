using System.IO.Compression;
using System.Text;

namespace Gavvet.Worksheets.Files;

/// <summary>Text as it is kept where there is much of it.</summary>
public static class PackedText
{
    /// <summary>The text, packed.</summary>
    /// <param name="text">The text.</param>
    public static byte[] Pack(string text)
    {
        using var packed = new MemoryStream();
        using (var brotli = new BrotliStream(packed, CompressionLevel.Optimal))
            brotli.Write(Encoding.UTF8.GetBytes(text));
        return packed.ToArray();
    }

    // A record of the largest printing has a tenth of it; beyond is an attack.
    private const int Largest = 256 * 1024 * 1024;

    /// <summary>The text of what was packed.</summary>
    /// <param name="packed">What <see cref="Pack"/> made.</param>
    /// <exception cref="InvalidDataException">It was not packed here.</exception>
    public static string Unpack(byte[] packed)
    {
        using var text = new MemoryStream();
        GoThrough(packed, Largest, piece => text.Write(piece));
        return Encoding.UTF8.GetString(text.GetBuffer(), 0, (int)text.Length);
    }

    /// <summary>How many bytes a text has that was packed; nothing of it is kept.</summary>
    /// <param name="packed">What <see cref="Pack"/> made.</param>
    /// <param name="most">Bytes it may have.</param>
    /// <exception cref="InvalidDataException">It was not packed here, or has more.</exception>
    public static long SizeOf(byte[] packed, long most)
    {
        var size = 0L;
        GoThrough(packed, Math.Min(most, Largest), piece => size += piece.Length);
        return size;
    }

    private static void GoThrough(byte[] packed, long most, Action<ReadOnlySpan<byte>> take)
    {
        using var brotli = new BrotliStream(new MemoryStream(packed), CompressionMode.Decompress);
        var buffer = new byte[1 << 16];
        var size = 0L;
        try
        {
            for (var read = brotli.Read(buffer); read > 0; read = brotli.Read(buffer))
            {
                size += read;
                if (size > most)
                    throw new InvalidDataException("This unpacks to more than any page or record has.");
                take(buffer.AsSpan(0, read));
            }
        }
        catch (InvalidOperationException problem)
        {
            throw new InvalidDataException("This was not packed here.", problem);
        }
    }
}
