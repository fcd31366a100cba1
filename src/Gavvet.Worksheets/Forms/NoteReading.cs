using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Judging;

namespace Gavvet.Worksheets.Forms;

/// <summary>Notes and keys as teachers and students write them, in every system of names the program knows.</summary>
internal static class NoteReading
{
    private static readonly NameSystem[] Systems = Enum.GetValues<NameSystem>();

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

    private static readonly ImmutableDictionary<string, (KeyMode Mode, NameSystem? System)> Modes = ModeWords.Split('\n')
        .Select(row => row.Split('|', StringSplitOptions.TrimEntries))
        .SelectMany(row => row[0].Split(' '), (row, word) => (word, Mode: row[1] == "major" ? KeyMode.Major : KeyMode.Minor, System: row[2].Length == 0 ? (NameSystem?)null : Enum.Parse<NameSystem>(row[2], ignoreCase: true)))
        .ToImmutableDictionary(row => row.word, row => (row.Mode, row.System));

    /// <summary>Every way a text is a row of notes, the house style's own names first.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="text">What was written.</param>
    public static IEnumerable<ImmutableArray<NoteName>> Notes(HouseStyle style, string text)
    {
        foreach (var system in Systems.OrderBy(system => system != style.NoteNames).ThenBy(system => system != NameSystem.English))
        {
            if (In(system, text) is { } notes)
                yield return notes;
        }
    }

    /// <summary>Every way a text is one key: "G maj", "Am", "B-Dur", "fis-moll", "sol majeur", or its tonic alone in the case of its mode.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="text">What was written.</param>
    public static IEnumerable<Key> Keys(HouseStyle style, string text)
    {
        var words = text.Replace('-', ' ').Split(' ', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        if (words.Length == 0)
            yield break;
        // Seen apart, or with the mode at the end of the tonic: Am, F#m, Bbmaj.
        for (var length = 0; length <= 5; length++)
        {
            var (tonic, mode) = length == 0
                ? (string.Join(' ', words[..^1]), words[^1])
                : words[^1].Length > length ? (string.Join(' ', [.. words[..^1], words[^1][..^length]]), words[^1][^length..]) : ("", "");
            if (tonic.Length == 0 || !(Modes.TryGetValue(mode, out var meant) || Modes.TryGetValue(mode.ToLowerInvariant(), out meant)))
                continue;
            foreach (var system in meant.System is { } only ? [only] : Systems.OrderBy(system => system != style.NoteNames).ToArray())
            {
                if (In(system, tonic) is [var note])
                    yield return new Key(note, meant.Mode);
            }
        }

        // A capital for major and a small letter for minor, where nothing else says it.
        if (words.Length == 1 && In(style.NoteNames, words[0]) is [var alone])
            yield return new Key(alone, char.IsLower(words[0][0]) ? KeyMode.Minor : KeyMode.Major);
    }

    private static ImmutableArray<NoteName>? In(NameSystem system, string text)
    {
        try
        {
            return [.. AnswerText.Notes(text, system).Select(note => new NoteName(note.Letter, note.Sign ?? Accidental.Natural))];
        }
        catch (FormatException)
        {
            return null;
        }
    }
}
