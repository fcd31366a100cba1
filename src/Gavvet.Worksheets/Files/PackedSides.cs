namespace Gavvet.Worksheets.Files;

/// <summary>A kept page and its key, packed together since they are nearly alike.</summary>
public static class PackedSides
{
    private const char Between = '\0';

    /// <summary>Both, packed.</summary>
    /// <param name="student">The page as its file.</param>
    /// <param name="key">The page with its answers.</param>
    public static byte[] Pack(string student, string key) => PackedText.Pack(student + Between + key);

    /// <summary>Both, of what was packed.</summary>
    /// <param name="sides">What <see cref="Pack"/> made.</param>
    /// <exception cref="InvalidDataException">It was not packed here, or is no page with its key.</exception>
    public static (string Student, string Key) Unpack(byte[] sides) =>
        PackedText.Unpack(sides).Split(Between) is [var student, var key]
            ? (student, key)
            : throw new InvalidDataException("A kept page has no key.");
}
