using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using Gavvet.Theory;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Judging;

/// <summary>Answers typed as note names.</summary>
public static class AnswerText
{
    /// <summary>The most notes an answer is read to; three octaves of the chromatic scale, up and down, have 73.</summary>
    public const int MostNotes = 120;

    private static readonly ImmutableHashSet<string> SignWords =
    [
        "flat",
        "sharp",
        "natural",
        "double",
        "diese",
        "bemol",
        "becarre",
        "sostenido",
        "bemolle",
        "diesis",
    ];

    private const string Signs = "#♯♭♮𝄪𝄫";

    private const string Separators = ",;./\\_·•→>()[]\u2212\u200b\ufeff";

    /// <summary>Reads notes such as "D# E# F# G# A# B C## D#"; an octave number puts a note on a staff, a bar | is a barline.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="system">The system of note names it is typed in.</param>
    /// <exception cref="FormatException">A word is no note; the message says which and what would be right.</exception>
    public static ImmutableArray<WrittenNote> Notes(string text, NameSystem system = NameSystem.English)
    {
        var notes = ImmutableArray.CreateBuilder<WrittenNote>();
        var barline = false;
        foreach (var word in Words(text, system))
        {
            if (word == "|")
            {
                barline = notes.Count > 0;
                continue;
            }

            if (notes.Count == MostNotes)
                throw new FormatException(Texts.Say("answer-notes", ("most", MostNotes)));
            notes.Add(Note(word, system) with { AfterBarline = barline });
            barline = false;
        }

        return notes.Count > 0 ? notes.ToImmutable() : throw new FormatException(Texts.Say("answer-empty.notes"));
    }

    /// <summary>Reads the signs of a key signature in the order they are written, such as "F# C#".</summary>
    /// <param name="text">What was typed; empty for no signs.</param>
    /// <param name="system">The system of note names it is typed in.</param>
    /// <exception cref="FormatException">A word is no note.</exception>
    public static WrittenSignature Signature(string text, NameSystem system = NameSystem.English) =>
        WrittenSignature.Of(Words(text, system).Select(word => NoteNaming.Parse(system, word)));

    private static WrittenNote Note(string word, NameSystem system)
    {
        var octave = char.IsAsciiDigit(word[^1]) ? word[^1] - '0' : (int?)null;
        var name = octave is null ? word : word[..^1];
        var isNatural = TryCancelled(name, system, out var note);
        if (!isNatural)
            note = NoteNaming.Parse(system, name);
        // A German B or Fis is altered by its name; only a plain letter is bare.
        Accidental? sign = note.Accidental == Accidental.Natural && !isNatural ? null : note.Accidental;
        return new WrittenNote(note.Letter, sign, octave is { } number ? new Pitch(new NoteName(note.Letter), number).StaffStep : null);
    }

    // "Fn", "F♮", "F natural": a natural sign is written.
    private static bool TryCancelled(string name, NameSystem system, out NoteName note)
    {
        note = default;
        foreach (var mark in new[] { "n", "♮", "natural", "bécarre", "becarre" })
        {
            if (
                name.EndsWith(mark, StringComparison.OrdinalIgnoreCase)
                && name.Length > mark.Length
                && NoteNaming.TryParse(system, name[..^mark.Length].Trim(), out note)
                && note.Accidental == Accidental.Natural
            )
                return true;
        }

        return false;
    }

    // Words and signs for accidentals belong to the note before them: "E flat", "C double-sharp", "ré double dièse", "F #".
    private static IEnumerable<string> Words(string? text, NameSystem system = NameSystem.English)
    {
        string? pending = null;
        foreach (var part in Separated(text ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries))
        {
            if (pending is not null && (SignWords.Contains(Plain(part)) || part.All(Signs.Contains)))
            {
                pending += (part.All(Signs.Contains) ? "" : " ") + part;
                continue;
            }

            foreach (var word in pending is null ? [] : NoteText.Apart(pending, system))
                yield return word;
            pending = part;
        }

        foreach (var word in pending is null ? [] : NoteText.Apart(pending, system))
            yield return word;
    }

    // Whatever a teacher puts between two notes: any white space, commas, full stops, slashes, dashes of every length, arrows.
    private static string Separated(string text)
    {
        var separated = new StringBuilder(text.Length + 8);
        foreach (var sign in text)
            separated.Append(
                sign == '|' ? " | "
                : char.IsWhiteSpace(sign) || Separators.Contains(sign) || char.GetUnicodeCategory(sign) == UnicodeCategory.DashPunctuation
                    ? " "
                : $"{sign}"
            );
        return separated.ToString();
    }

    private static string Plain(string word) => word.ToLowerInvariant().Replace('è', 'e').Replace('é', 'e');
}
