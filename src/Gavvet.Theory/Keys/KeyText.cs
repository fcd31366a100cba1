using System.Collections.Immutable;

namespace Gavvet.Theory;

/// <summary>Keys as text, in and out.</summary>
public static class KeyText
{
    // Words for the two modes; those of a language that has note names of its own are read in it.
    private const string ModeWords = """
        major maj mj M | major |
        minor min mi m | minor |
        dur | major | german
        moll | minor | german
        groot | major | dutch
        klein | minor | dutch
        majeur maggiore mayor | major | french
        mineur minore menor | minor | french
        """;

    private static readonly NameSystem[] Systems = Enum.GetValues<NameSystem>();

    private static readonly ImmutableDictionary<string, (KeyMode Mode, NameSystem? System)> Modes = ModeWords
        .Split('\n')
        .Select(row => row.Split('|', StringSplitOptions.TrimEntries))
        .SelectMany(
            row => row[0].Split(' '),
            (row, word) =>
                (
                    word,
                    Mode: row[1] == "major" ? KeyMode.Major : KeyMode.Minor,
                    System: row[2].Length == 0 ? (NameSystem?)null : Enum.Parse<NameSystem>(row[2], ignoreCase: true)
                )
        )
        .ToImmutableDictionary(row => row.word, row => (row.Mode, row.System));

    /// <summary>The key in plain characters, as files have it: "Eb major".</summary>
    /// <param name="key">The key.</param>
    public static string Ascii(Key key) => $"{NoteText.Ascii(key.Tonic)} {(key.Mode == KeyMode.Major ? "major" : "minor")}";

    /// <summary>Every way a text is one key that says its mode: "G maj", "Am", "B-Dur", "fis-moll", "sol majeur".</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="own">The system of note names read first; a word of another language has that language's names, and syllables are no
    /// other note anywhere.</param>
    public static IEnumerable<Key> Readings(string text, NameSystem own = NameSystem.English)
    {
        var words = text.Replace('-', ' ').Split(' ', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        if (words.Length == 0)
            yield break;
        // The mode apart, or at the end of the tonic: Am, F#m, Bbmaj.
        for (var length = 0; length <= 5; length++)
        {
            var (tonic, mode) =
                length == 0 ? (string.Join(' ', words[..^1]), words[^1])
                : words[^1].Length > length ? (string.Join(' ', [.. words[..^1], words[^1][..^length]]), words[^1][^length..])
                : ("", "");
            if (
                tonic.Length == 0
                || !(
                    Modes.TryGetValue(mode, out var meant)
                    || Modes.TryGetValue(mode.ToLowerInvariant(), out meant)
                    || IsSpoken(mode, out meant)
                )
            )
                continue;
            foreach (
                var system in Systems
                    .Where(system => meant.System is { } only ? system == only : system == own || system == NameSystem.French)
                    .OrderBy(system => system != own)
            )
            {
                if (NoteNaming.TryParse(system, tonic, out var note))
                    yield return new Key(note, meant.Mode);
            }
        }
    }

    // The word for the mode in the language spoken, as papers and screens have it.
    private static bool IsSpoken(string word, out (KeyMode Mode, NameSystem? System) meant)
    {
        meant = default;
        if (Language.Current == Language.English)
            return false;
        foreach (var mode in Enum.GetValues<KeyMode>())
        {
            var spoken = TheoryTexts.Say(mode == KeyMode.Major ? "key.major" : "key.minor", ("tonic", "")).Trim();
            if (string.Equals(spoken, word, StringComparison.OrdinalIgnoreCase))
            {
                meant = (mode, null);
                return true;
            }
        }

        return false;
    }

    /// <summary>Reads a key such as D#m, "E flat major", "fis-moll" or Bb.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="system">The system of note names.</param>
    /// <exception cref="FormatException">It is no key; the message says what would be.</exception>
    public static Key Parse(string text, NameSystem system = NameSystem.English)
    {
        var typed = (text ?? "").Trim();
        foreach (var key in Readings(typed, system))
            return key;
        return NoteNaming.TryParse(system, typed, out var tonic)
            ? new Key(tonic)
            : throw new FormatException(TheoryTexts.Say("no-key", ("text", typed)));
    }
}
