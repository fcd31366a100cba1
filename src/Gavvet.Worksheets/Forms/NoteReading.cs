using System.Collections.Immutable;
using System.Text.RegularExpressions;
using Gavvet.Theory;
using Gavvet.Worksheets.Judging;

namespace Gavvet.Worksheets.Forms;

/// <summary>Notes and keys as teachers and students write them, in every system of names the program knows.</summary>
internal static partial class NoteReading
{
    // "E double flat minor".
    private const int LongestKey = 4;

    private static readonly NameSystem[] Systems = Enum.GetValues<NameSystem>();

    /// <summary>The row of notes a text is, in the house style's own names or else in those of the first system that has all of
    /// them.</summary>
    /// <remarks>One reading alone: B is one note in English and another in German, and is never both.</remarks>
    /// <param name="style">The house style.</param>
    /// <param name="text">What was written.</param>
    /// <returns>The notes, or null where they are none.</returns>
    public static ImmutableArray<NoteName>? Notes(HouseStyle style, string text) =>
        Systems
            .OrderBy(system => system != style.NoteNames)
            .ThenBy(system => system != NameSystem.English)
            .Select(system => In(system, text))
            .FirstOrDefault(notes => notes is not null);

    /// <summary>Every way a text is one key: "G maj", "Am", "B-Dur", "fis-moll", "sol majeur", or its tonic alone in the case of its
    /// mode.</summary>
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

    /// <summary>The row of keys a text is, each with every key it may be; null where anything in it is none.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="text">Such as "A major, G major", "Em and Bm" or "G D A".</param>
    public static ImmutableArray<ImmutableArray<Key>>? KeyRow(HouseStyle style, string text)
    {
        var row = ImmutableArray.CreateBuilder<ImmutableArray<Key>>();
        foreach (var piece in Between().Split(text).Where(piece => !string.IsNullOrWhiteSpace(piece)))
        {
            // As many words as make a key, from the front: E flat minor, then G.
            var words = piece.Split([' ', '\t', '\n', '\r', '\u00a0'], StringSplitOptions.RemoveEmptyEntries);
            for (var at = 0; at < words.Length; )
            {
                var (length, keys) = Enumerable
                    .Range(1, Math.Min(LongestKey, words.Length - at))
                    .Reverse()
                    .Select(length => (length, Keys: Keys(style, string.Join(' ', words[at..(at + length)])).Distinct().ToImmutableArray()))
                    .FirstOrDefault(one => !one.Keys.IsEmpty, (0, []));
                if (length == 0)
                    return null;
                row.Add(keys);
                at += length;
            }
        }

        return row.Count > 0 ? row.ToImmutable() : null;
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

    [GeneratedRegex(@"[,;/]|\b(?:and|or|und|oder)\b(?=\s)", RegexOptions.IgnoreCase)]
    private static partial Regex Between();
}
