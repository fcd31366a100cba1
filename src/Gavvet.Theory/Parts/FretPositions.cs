using System.Collections.Immutable;

namespace Gavvet.Theory;

/// <summary>
/// Positions of the left hand on a fretboard in which a scale lies under the fingers from the lowest string to the highest
/// without a gap and without a note twice (common practice, no source).
/// </summary>
public static class FretPositions
{
    private const int Octave = 12;

    /// <summary>How many frets a position spans: as many as the widest step between neighboring strings, so that none is missing between
    /// them.</summary>
    /// <param name="tuning">The open strings, from the lowest.</param>
    public static int Span(ImmutableArray<Pitch> tuning) =>
        tuning.Zip(tuning.Skip(1), (lower, upper) => upper.Semitones - lower.Semitones).Append(1).Max();

    /// <summary>The first frets of the positions within an octave, 0 for the open strings: those where the lowest string has a note of
    /// the scale.</summary>
    /// <param name="scale">The scale, going up.</param>
    /// <param name="tuning">The open strings.</param>
    public static ImmutableArray<int> Of(Scale scale, ImmutableArray<Pitch> tuning)
    {
        var lowest = tuning.Min(open => open.Semitones);
        return [.. Enumerable.Range(0, Octave).Where(fret => Has(scale, lowest + fret))];
    }

    /// <summary>The notes of a position, string by string; one that lies on two strings is taken where the hand need not stretch.</summary>
    /// <param name="scale">The scale, going up.</param>
    /// <param name="tuning">The open strings.</param>
    /// <param name="first">The first fret of the position.</param>
    public static ImmutableArray<(int String, int Fret)> Notes(Scale scale, ImmutableArray<Pitch> tuning, int first)
    {
        var reached =
            from s in Enumerable.Range(0, tuning.Length)
            from fret in Enumerable.Range(first, Span(tuning))
            where Has(scale, tuning[s].Semitones + fret)
            select (String: s, Fret: fret);
        return
        [
            .. reached
                .GroupBy(note => tuning[note.String].Semitones + note.Fret)
                .Select(same => same.MinBy(note => note.Fret))
                .OrderBy(note => note.String)
                .ThenBy(note => note.Fret),
        ];
    }

    private static bool Has(Scale scale, int semitones) => scale.Ascending.Any(note => note.PitchClass == semitones % Octave);
}
