using System.Collections.Immutable;

namespace Gavvet.Theory;

/// <summary>
/// Spells a scale type on a tonic by two routes that know nothing of each other, and hands out only what both say.
/// </summary>
public static class ScaleSpelling
{
    /// <summary>The scale on a tonic.</summary>
    /// <param name="type">The scale type.</param>
    /// <param name="tonic">The tonic.</param>
    /// <exception cref="UnwritableNoteException">The scale would need a triple accidental; the message offers a tonic that works.</exception>
    /// <exception cref="RoutesDisagreeException">The type's degrees and steps do not describe one scale.</exception>
    public static Scale Spell(ScaleType type, NoteName tonic)
    {
        ArgumentNullException.ThrowIfNull(type);
        try
        {
            return new Scale(type, TwoRoutes.Agree($"{tonic} {type.Name}", ByDegrees(type, tonic), BySteps(type, tonic)));
        }
        catch (UnwritableNoteException)
        {
            throw new UnwritableNoteException($"{tonic} {type.Name} would need a triple accidental, which is not written. {Offer(type, tonic)}".TrimEnd());
        }
    }

    /// <summary>Route A reads only the degrees: each is so many fifths from the tonic.</summary>
    /// <param name="type">The scale type.</param>
    /// <param name="tonic">The tonic.</param>
    /// <exception cref="UnwritableNoteException">A note would need a triple accidental.</exception>
    public static ImmutableArray<NoteName> ByDegrees(ScaleType type, NoteName tonic)
    {
        ArgumentNullException.ThrowIfNull(type);
        var notes = ImmutableArray.CreateBuilder<NoteName>(type.Degrees.Length + 1);
        foreach (var degree in type.Degrees)
            notes.Add(NoteName.FromFifths(tonic.Fifths + degree.Fifths));
        notes.Add(tonic);
        return notes.MoveToImmutable();
    }

    /// <summary>Route B reads only the steps: each letter in turn, with the accidental its distance then needs.</summary>
    /// <param name="type">The scale type; it has seven notes, so that each letter comes once.</param>
    /// <param name="tonic">The tonic.</param>
    /// <exception cref="UnwritableNoteException">A note would need a triple accidental.</exception>
    public static ImmutableArray<NoteName> BySteps(ScaleType type, NoteName tonic)
    {
        ArgumentNullException.ThrowIfNull(type);
        var notes = ImmutableArray.CreateBuilder<NoteName>(type.Steps.Length + 1);
        notes.Add(tonic);
        foreach (var semitones in type.Steps)
            notes.Add(notes[^1].Up(new Interval(1, semitones)));
        return notes.MoveToImmutable();
    }

    private static string Offer(ScaleType type, NoteName tonic)
    {
        var twins = NoteName.All
            .Where(other => other.PitchClass == tonic.PitchClass && other != tonic)
            .OrderBy(other => Math.Abs(other.Fifths));
        foreach (var twin in twins)
        {
            try
            {
                ByDegrees(type, twin);
                return $"{twin} {type.Name} sounds the same and can be written.";
            }
            catch (UnwritableNoteException)
            {
                // The next enharmonic tonic may do.
            }
        }

        return "";
    }
}
