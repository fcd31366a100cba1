using System.Collections.Concurrent;
using System.Text.RegularExpressions;

namespace Gavvet.Theory;

/// <summary>Note names as English text, in and out.</summary>
public static partial class NoteText
{
    private static readonly Dictionary<string, Accidental> Suffixes = new(StringComparer.Ordinal)
    {
        [""] = Accidental.Natural,
        ["n"] = Accidental.Natural,
        ["♮"] = Accidental.Natural,
        ["natural"] = Accidental.Natural,
        ["b"] = Accidental.Flat,
        ["♭"] = Accidental.Flat,
        ["flat"] = Accidental.Flat,
        ["bb"] = Accidental.DoubleFlat,
        ["♭♭"] = Accidental.DoubleFlat,
        ["𝄫"] = Accidental.DoubleFlat,
        ["doubleflat"] = Accidental.DoubleFlat,
        ["flatflat"] = Accidental.DoubleFlat,
        ["#"] = Accidental.Sharp,
        ["♯"] = Accidental.Sharp,
        ["sharp"] = Accidental.Sharp,
        ["##"] = Accidental.DoubleSharp,
        ["♯♯"] = Accidental.DoubleSharp,
        ["x"] = Accidental.DoubleSharp,
        ["𝄪"] = Accidental.DoubleSharp,
        ["doublesharp"] = Accidental.DoubleSharp,
        ["sharpsharp"] = Accidental.DoubleSharp,
    };

    /// <summary>The name in proper signs, for paper and screen: E♭, F𝄪.</summary>
    /// <param name="note">The note.</param>
    public static string Signs(NoteName note) => note.Letter + note.Accidental.Sign();

    /// <summary>The name in plain characters, for files and command lines: Eb, F##.</summary>
    /// <param name="note">The note.</param>
    public static string Ascii(NoteName note) => note.Letter + note.Accidental.Ascii();

    /// <summary>The name as a teacher says it: "E flat", "F double sharp", "C".</summary>
    /// <param name="note">The note.</param>
    public static string Spoken(NoteName note) =>
        SpokenNotes.GetOrAdd((Language.Current, note), static asked =>
            asked.Note.Accidental == Accidental.Natural
                ? $"{asked.Note.Letter}"
                : TheoryTexts.Say("note.spoken", ("letter", asked.Note.Letter), ("sign", asked.Note.Accidental.Spoken()))
        );

    private static readonly ConcurrentDictionary<(Language, NoteName Note), string> SpokenNotes = new();

    /// <summary>Reads a name such as Eb, E♭, "E flat", e-flat, F##, Fx or F𝄪.</summary>
    /// <param name="text">What was typed.</param>
    /// <exception cref="FormatException">It is no note name; the message says what would be.</exception>
    public static NoteName Parse(string text) => TryParse(text, out var note) ? note : throw new FormatException(Problem(text));

    /// <summary>Reads a name if it is one.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="note">The note read, or C.</param>
    /// <returns>Whether the text is a note name.</returns>
    public static bool TryParse(string? text, out NoteName note)
    {
        note = default;
        var typed = (text ?? "").Trim();
        if (typed.Length == 0 || !Enum.TryParse<Letter>(typed[..1].ToUpperInvariant(), out var letter) || !char.IsAsciiLetter(typed[0]))
            return false;
        // A capital B as suffix is a second letter, not a flat.
        var rest = typed[1..]
            .Replace("Flat", "flat", StringComparison.Ordinal)
            .Replace("Sharp", "sharp", StringComparison.Ordinal)
            .Replace(" ", "", StringComparison.Ordinal)
            .Replace("-", "", StringComparison.Ordinal);
        if (!Suffixes.TryGetValue(rest, out var accidental))
            return false;
        note = new NoteName(letter, accidental);
        return true;
    }

    /// <summary>Notes written without room between them, such as CDEF#GABC; only English capitals can be told from flats.</summary>
    /// <param name="word">The word.</param>
    /// <param name="system">The system of note names.</param>
    /// <returns>The notes, or the word itself where it is a note or no row of notes.</returns>
    public static IEnumerable<string> Apart(string word, NameSystem system)
    {
        if (system != NameSystem.English || word.Length < 2 || TryParse(word, out _))
            return [word];
        var notes = Joined().Match(word);
        return notes.Success && notes.Groups[1].Captures.Count > 1 ? notes.Groups[1].Captures.Select(note => note.Value) : [word];
    }

    [GeneratedRegex("^([A-G](?:##|#|bb|b|x|n|♯|♭|♮|𝄪|𝄫)?[0-9]?)+$")]
    private static partial Regex Joined();

    /// <summary>What to say of a text that is no note name.</summary>
    /// <param name="text">What was typed.</param>
    public static string Problem(string? text)
    {
        var typed = (text ?? "").Trim();
        if (typed.Length > 20)
            typed = typed[..20] + "…";
        return typed.Length == 0 ? TheoryTexts.Say("no-note.missing") : TheoryTexts.Say("no-note", ("text", typed));
    }
}
