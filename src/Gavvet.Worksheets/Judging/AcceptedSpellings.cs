using System.Collections.Concurrent;
using System.Collections.Immutable;
using Gavvet.Theory;

namespace Gavvet.Worksheets.Judging;

/// <summary>
/// Other spellings a teacher accepts. They begin and end on the asked tonic, letters never go back, no letter comes
/// more than twice (the closing tonic apart) and no accidental is triple (common practice, no source).
/// </summary>
public static class AcceptedSpellings
{
    // Lines of degrees that may be written either way, by scale.
    private static readonly ImmutableDictionary<string, ImmutableArray<ImmutableArray<ImmutableArray<Degree>>>> Choices = new Dictionary<
        string,
        string
    >
    {
        ["augmented"] = "1 #2|b3 3 5 #5|b6 7",
        ["minor-blues"] = "1 b3 4 b5|#4 5 b7",
        ["major-blues"] = "1 2 b3|#2 3 5 6",
        ["bebop-major"] = "1 2 3 4 5 #5|b6 6 7",
        ["diminished-half-whole"] = "1 b2 #2 3 #4 5 6 b7; 1 b2 b3 3 b5 5 6 b7",
    }.ToImmutableDictionary(pair => pair.Key, pair => Read(pair.Value));

    private static readonly ImmutableArray<ImmutableArray<ImmutableArray<Degree>>> AlteredOnDominant = Read(
        "1 b2 #2 3 #4|b5 #5|b6 b7; 1 b2 b3 3 b5 b6 b7"
    );

    // The few scales of several spellings have dozens of them, on each tonic always the same.
    private static readonly ConcurrentDictionary<
        (ScaleType Line, NoteName Tonic, bool Descending, bool AlteredAsDominant),
        ImmutableArray<ImmutableArray<NoteName>>
    > Known = new();

    // What the letters of a scale that is told by its sound must do.
    private static readonly ImmutableDictionary<string, Func<NoteName[], bool>> LetterRules = new Dictionary<string, Func<NoteName[], bool>>
    {
        ["whole-tone"] = notes => Letters(notes) == 6,
        ["diminished-whole-half"] = AllLettersOneTwice,
        ["diminished-half-whole"] = AllLettersOneTwice,
        ["chromatic"] = notes => Letters(notes) == Theory.Letters.Count,
    }.ToImmutableDictionary();

    /// <summary>Whether a line is the default or an accepted spelling of it.</summary>
    /// <param name="scale">The scale as the key has it.</param>
    /// <param name="style">The house style.</param>
    /// <param name="descending">Whether the line comes down.</param>
    /// <param name="line">The notes in the order they are written, both tonics included.</param>
    public static bool Accepts(Scale scale, HouseStyle style, bool descending, ReadOnlySpan<NoteName> line)
    {
        var expected = descending ? scale.Descending : scale.Ascending;
        if (line.SequenceEqual(expected.AsSpan()))
            return true;
        if (line.Length != expected.Length || line[0] != scale.Tonic || line[^1] != scale.Tonic)
            return false;
        var notes = line[..^1].ToArray();
        if (descending)
        {
            notes = line[1..].ToArray();
            Array.Reverse(notes);
        }

        return FitsChoice(scale, style, notes) || FitsLetters(scale, descending, notes);
    }

    /// <summary>Every accepted spelling of a line, the default first.</summary>
    /// <param name="scale">The scale as the key has it.</param>
    /// <param name="style">The house style.</param>
    /// <param name="descending">Whether the line comes down.</param>
    /// <returns>The notes in the order they are written, both tonics included.</returns>
    public static IEnumerable<ImmutableArray<NoteName>> Of(Scale scale, HouseStyle style, bool descending)
    {
        var expected = descending ? scale.Descending : scale.Ascending;
        yield return expected;
        if (ChoicesOf(scale, style).IsEmpty && !LetterRules.ContainsKey(scale.Type.Id))
            yield break;
        foreach (
            var line in Known.GetOrAdd((scale.Type, scale.Tonic, descending, style.AlteredAsDominant), _ =>
                [.. Others(scale, style, descending)]
            )
        )
            yield return line;
    }

    private static IEnumerable<ImmutableArray<NoteName>> Others(Scale scale, HouseStyle style, bool descending)
    {
        var seen = new HashSet<string> { string.Join(' ', descending ? scale.Descending : scale.Ascending) };
        foreach (var notes in ByChoice(scale, style).Concat(ByLetters(scale, descending)))
        {
            ImmutableArray<NoteName> line = descending ? [scale.Tonic, .. notes.Reverse()] : [.. notes, scale.Tonic];
            if (seen.Add(string.Join(' ', line)))
                yield return line;
        }
    }

    private static bool FitsChoice(Scale scale, HouseStyle style, NoteName[] notes)
    {
        foreach (var line in ChoicesOf(scale, style))
        {
            if (
                line.Length == notes.Length
                && Enumerable.Range(0, notes.Length).All(i => line[i].Any(degree => degree.Fifths == notes[i].Fifths - scale.Tonic.Fifths))
            )
                return true;
        }

        return false;
    }

    private static bool FitsLetters(Scale scale, bool descending, NoteName[] notes)
    {
        if (!LetterRules.TryGetValue(scale.Type.Id, out var rule))
            return false;
        var degrees = scale.Type.Form(descending).Degrees;
        var (letter, twice) = (0, 1);
        for (var i = 0; i < notes.Length; i++)
        {
            var next = scale.Tonic.Letter.LettersUpTo(notes[i].Letter);
            if (next == 0 && IsBelowTheTonic(scale, i, degrees.Length))
                next = Theory.Letters.Count;
            twice = next == letter && i > 0 ? twice + 1 : 1;
            if (next < letter || twice > 2 || !SoundsAt(scale.Tonic, notes[i], next, degrees[i].Semitones))
                return false;
            letter = next;
        }

        return rule(notes);
    }

    // In the chromatic scale the tonic's letter may come once more, a semitone under the closing tonic: G G♭ F … in flats.
    private static bool IsBelowTheTonic(Scale scale, int place, int length) => scale.Type.IsChromatic && place == length - 1;

    private static bool SoundsAt(NoteName tonic, NoteName note, int letters, int semitones)
    {
        var octave = ((int)tonic.Letter + letters) / Theory.Letters.Count;
        return note.Semitones + (12 * octave) - tonic.Semitones == semitones;
    }

    private static IEnumerable<NoteName[]> ByChoice(Scale scale, HouseStyle style)
    {
        return ChoicesOf(scale, style).SelectMany(choices => Lines(scale, choices));
    }

    private static IEnumerable<NoteName[]> Lines(Scale scale, ImmutableArray<ImmutableArray<Degree>> choices)
    {
        IEnumerable<NoteName[]> lines =
        [
            [],
        ];
        foreach (var degrees in choices)
        {
            lines = lines.SelectMany(
                _ => degrees.Where(degree => NoteName.HasFifths(scale.Tonic.Fifths + degree.Fifths)),
                (line, degree) => (NoteName[])[.. line, NoteName.FromFifths(scale.Tonic.Fifths + degree.Fifths)]
            );
        }

        return lines;
    }

    private static IEnumerable<NoteName[]> ByLetters(Scale scale, bool descending)
    {
        if (!LetterRules.TryGetValue(scale.Type.Id, out var rule))
            return [];
        var degrees = scale.Type.Form(descending).Degrees;
        return Grow(scale, degrees, [scale.Tonic], 0).Where(rule);
    }

    // Each note in turn on the letter of the one before it or a later one.
    private static IEnumerable<NoteName[]> Grow(Scale scale, ImmutableArray<Degree> degrees, NoteName[] line, int letter)
    {
        var tonic = scale.Tonic;
        if (line.Length == degrees.Length)
        {
            yield return line;
            yield break;
        }

        var fullLetter = line.Length > 1 && line[^1].Letter == line[^2].Letter;
        var last = Theory.Letters.Count - (IsBelowTheTonic(scale, line.Length, degrees.Length) ? 0 : 1);
        for (var next = fullLetter ? letter + 1 : letter; next <= last; next++)
        {
            var on = tonic.Letter.Up(next);
            var octave = ((int)tonic.Letter + next) / Theory.Letters.Count;
            var accidental = tonic.Semitones + degrees[line.Length].Semitones - (12 * octave) - on.Semitones();
            if (!Accidentals.CanWrite(accidental))
                continue;
            foreach (var grown in Grow(scale, degrees, [.. line, new NoteName(on, (Accidental)accidental)], next))
                yield return grown;
        }
    }

    private static ImmutableArray<ImmutableArray<ImmutableArray<Degree>>> ChoicesOf(Scale scale, HouseStyle style) =>
        scale.Type.IsAltered && style.AlteredAsDominant ? AlteredOnDominant
        : Choices.TryGetValue(scale.Type.Id, out var choices) ? choices
        : [];

    private static bool AllLettersOneTwice(NoteName[] notes)
    {
        if (Letters(notes) != Theory.Letters.Count)
            return false;
        for (var i = 1; i < notes.Length; i++)
        {
            if (notes[i].Letter == notes[i - 1].Letter)
                return notes[i].Accidental - notes[i - 1].Accidental == 1;
        }

        return false;
    }

    private static int Letters(NoteName[] notes) => notes.Select(note => note.Letter).Distinct().Count();

    private static ImmutableArray<ImmutableArray<ImmutableArray<Degree>>> Read(string rows) =>
        [
            .. rows.Split("; ")
                .Select(row =>
                    row.Split(' ').Select(choice => choice.Split('|').Select(Degree.Parse).ToImmutableArray()).ToImmutableArray()
                ),
        ];
}
