using System.Security.Cryptography;
using System.Text.RegularExpressions;
using Gavvet.Worksheets.Files;

namespace Gavvet.Storage;

/// <summary>
/// A kept page and its key, packed. Their text faces are named by hash and kept once, since a page is a hundredth of its
/// faces; made whole again, a page is byte for byte what it was.
/// </summary>
public static partial class PageSides
{
    private const char Between = '\0';
    private const string FaceStart = "gavvet-face:";
    private const string DataStart = "data:font/ttf;base64,";

    /// <summary>What a page without its faces says where a face would stand.</summary>
    /// <param name="hash">What the face is kept under.</param>
    public static string NameOf(string hash) => FaceStart + hash;

    /// <summary>What a face is kept under.</summary>
    /// <param name="face">The face's file.</param>
    public static string HashOf(ReadOnlySpan<byte> face) => Convert.ToHexStringLower(SHA256.HashData(face));

    /// <summary>Packs a page and its key, whose faces are named by hash.</summary>
    public static byte[] Pack(string student, string key) => PackedText.Pack(student + Between + key);

    internal static (string Student, string Key) Unpack(byte[] sides)
    {
        var both = PackedText.Unpack(sides);
        var middle = both.IndexOf(Between, StringComparison.Ordinal);
        if (middle < 0)
            throw new InvalidDataException("A kept page has no key.");
        return (both[..middle], both[(middle + 1)..]);
    }

    internal static IEnumerable<string> FacesOf(string page) => NamedFace().Matches(page).Select(match => match.Groups[1].Value).Distinct();

    internal static string Whole(string page, IReadOnlyDictionary<string, byte[]> faces) =>
        NamedFace()
            .Replace(page, match =>
                DataStart + (faces.TryGetValue(match.Groups[1].Value, out var face) ? Convert.ToBase64String(face) : "")
            );

    /// <summary>Takes the faces out of a page that holds them.</summary>
    internal static string Lean(string page, IDictionary<string, byte[]> faces) =>
        HeldFace()
            .Replace(page, match =>
            {
                var face = Convert.FromBase64String(match.Groups[1].Value);
                var hash = HashOf(face);
                faces[hash] = face;
                return FaceStart + hash;
            });

    [GeneratedRegex("gavvet-face:([0-9a-f]{64})")]
    private static partial Regex NamedFace();

    [GeneratedRegex("data:font/ttf;base64,([A-Za-z0-9+/=]+)")]
    private static partial Regex HeldFace();
}
