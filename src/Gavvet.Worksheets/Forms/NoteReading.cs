using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Judging;

namespace Gavvet.Worksheets.Forms;

/// <summary>Notes and keys as teachers and students write them, in every system of names the program knows.</summary>
internal static class NoteReading
{
    private static readonly NameSystem[] Systems = Enum.GetValues<NameSystem>();

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
        foreach (var key in KeyText.Readings(text, style.NoteNames))
            yield return key;
        // A capital for major and a small letter for minor, where nothing else says it.
        if (NoteNaming.TryParse(style.NoteNames, text, out var alone))
            yield return new Key(alone, char.IsLower(text.Trim()[0]) ? KeyMode.Minor : KeyMode.Major);
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
