using System.Collections.Immutable;
using Gavvet.Theory;

namespace Gavvet.Worksheets.Judging;

/// <summary>Answers typed as note names.</summary>
public static class AnswerText
{
    /// <summary>The most notes an answer is read to; three octaves of the chromatic scale, up and down, have 73.</summary>
    public const int MostNotes = 120;

    private static readonly ImmutableHashSet<string> SignWords =
        ["flat", "sharp", "natural", "double", "diese", "bemol", "becarre"];

    /// <summary>Reads notes such as "D# E# F# G# A# B C## D#"; an octave number puts a note on a staff, a bar | is a barline.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="system">The system of note names it is typed in.</param>
    /// <exception cref="FormatException">A word is no note; the message says which and what would be right.</exception>
    public static ImmutableArray<WrittenNote> Notes(string text, NameSystem system = NameSystem.English)
    {
        var notes = ImmutableArray.CreateBuilder<WrittenNote>();
        var barline = false;
        foreach (var word in Words(text))
        {
            if (word == "|")
            {
                barline = notes.Count > 0;
                continue;
            }

            if (notes.Count == MostNotes)
                throw new FormatException($"An answer has up to {MostNotes} notes.");
            notes.Add(Note(word, system) with { AfterBarline = barline });
            barline = false;
        }

        return notes.Count > 0 ? notes.ToImmutable() : throw new FormatException("The answer is empty. Write the notes one after the other, such as D E F# G.");
    }

    /// <summary>Reads the signs of a key signature in the order they are written, such as "F# C#".</summary>
    /// <param name="text">What was typed; empty for no signs.</param>
    /// <param name="system">The system of note names it is typed in.</param>
    /// <exception cref="FormatException">A word is no note.</exception>
    public static WrittenSignature Signature(string text, NameSystem system = NameSystem.English) =>
        WrittenSignature.Of(Words(text).Select(word => NoteNaming.Parse(system, word)));

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
            if (name.EndsWith(mark, StringComparison.OrdinalIgnoreCase) && name.Length > mark.Length
                && NoteNaming.TryParse(system, name[..^mark.Length].Trim(), out note) && note.Accidental == Accidental.Natural)
                return true;
        }

        return false;
    }

    // Words for signs belong to the note before them: "E flat", "ré double dièse".
    private static IEnumerable<string> Words(string? text)
    {
        string? pending = null;
        var parts = (text ?? "").Replace("|", " | ", StringComparison.Ordinal).Split([' ', ',', ';', '\t', '\n', '\r'], StringSplitOptions.RemoveEmptyEntries);
        foreach (var part in parts)
        {
            if (pending is not null && SignWords.Contains(Plain(part)))
            {
                pending += " " + part;
                continue;
            }

            if (pending is not null)
                yield return pending;
            pending = part;
        }

        if (pending is not null)
            yield return pending;
    }

    private static string Plain(string word) => word.ToLowerInvariant().Replace('è', 'e').Replace('é', 'e');
}
