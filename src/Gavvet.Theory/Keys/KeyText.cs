namespace Gavvet.Theory;

/// <summary>Keys as text, in and out.</summary>
public static class KeyText
{
    private static readonly string[] MinorWords = ["minor", "min", "m", "moll", "mineur"];

    private static readonly string[] MajorWords = ["major", "maj", "dur", "majeur", "groot", ""];

    /// <summary>The key in plain characters, as files have it: "Eb major".</summary>
    /// <param name="key">The key.</param>
    public static string Ascii(Key key) => $"{NoteText.Ascii(key.Tonic)} {(key.Mode == KeyMode.Major ? "major" : "minor")}";

    /// <summary>Reads a key such as D#m, "E flat major", "F♯ minor" or Bb.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="system">The system of note names.</param>
    /// <exception cref="FormatException">It is no key; the message says what would be.</exception>
    public static Key Parse(string text, NameSystem system = NameSystem.English)
    {
        var typed = (text ?? "").Trim();
        foreach (var (words, mode) in new[] { (MinorWords, KeyMode.Minor), (MajorWords, KeyMode.Major) })
        {
            foreach (var word in words)
            {
                if (!typed.EndsWith(word, word == "m" ? StringComparison.Ordinal : StringComparison.OrdinalIgnoreCase))
                    continue;
                var tonic = typed[..^word.Length].TrimEnd(' ', '-');
                if (NoteNaming.TryParse(system, tonic, out var note))
                    return new Key(note, mode);
            }
        }

        throw new FormatException($"“{typed}” is not a key. Write a tonic and its mode, such as Eb major or D#m.");
    }
}
