using System.Collections.Immutable;
using Gavvet.Theory;

namespace Gavvet.Worksheets.Figures;

/// <summary>Where the notes of a scale lie on a fretboard, found from their names and again from the steps of the scale.</summary>
internal static class FretboardDots
{
    /// <summary>Every note of the scale from the open strings to a fret, with its name.</summary>
    /// <exception cref="RoutesDisagreeException">Names and steps lead to other frets.</exception>
    public static ImmutableArray<DotMark> Of(Scale scale, HouseStyle style, ImmutableArray<Pitch> tuning, int frets)
    {
        var places =
            from s in Enumerable.Range(0, tuning.Length)
            from fret in Enumerable.Range(0, frets + 1)
            select new DotMark(s, fret, "");
        var steps = Enumerable.Range(0, scale.Type.Up.Steps.Length).Select(climbed => scale.Type.Up.Steps.Take(climbed).Sum()).ToHashSet();
        ImmutableArray<DotMark> noted = [.. places.Where(dot => scale.Ascending.Any(note => note.PitchClass == Sound(tuning, dot)))];
        ImmutableArray<DotMark> stepped = [.. places.Where(dot => steps.Contains((Sound(tuning, dot) - scale.Tonic.PitchClass + 12) % 12))];
        return
        [
            .. TwoRoutes
                .Agree($"the frets of {scale.Tonic} {scale.Type.Name}", noted, stepped)
                .Select(dot => dot with { Text = style.Say(Note(scale, tuning, dot)) }),
        ];
    }

    /// <summary>The note of the scale that sounds at a dot.</summary>
    public static NoteName Note(Scale scale, ImmutableArray<Pitch> tuning, DotMark dot) =>
        scale.Ascending.First(note => note.PitchClass == Sound(tuning, dot));

    private static int Sound(ImmutableArray<Pitch> tuning, DotMark dot) => (tuning[dot.String].Semitones + dot.Fret) % 12;
}
