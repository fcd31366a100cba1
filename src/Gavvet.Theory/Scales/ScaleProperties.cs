using System.Collections.Immutable;

namespace Gavvet.Theory;

/// <summary>What can be computed of a scale type from its notes, by sound; nothing here is typed in.</summary>
public static class ScaleProperties
{
    private const int Octave = 12;

    /// <summary>How many different transpositions there are: twelve, or fewer where the scale repeats within the octave.</summary>
    /// <param name="type">The scale type, as it goes up.</param>
    public static int Transpositions(this ScaleType type)
    {
        var bits = type.Up.PitchClassBits;
        return Enumerable.Range(1, Octave).First(semitones => (((bits >> semitones) | (bits << (Octave - semitones))) & 0xFFF) == bits);
    }

    /// <summary>Whether the steps read the same up and down.</summary>
    /// <param name="type">The scale type, as it goes up.</param>
    public static bool IsPalindrome(this ScaleType type)
    {
        return type.Steps.SequenceEqual(type.Steps.Reverse());
    }

    /// <summary>The scale types whose steps are this one's read backwards.</summary>
    /// <param name="type">The scale type, as it goes up.</param>
    public static ImmutableArray<ScaleType> Reflections(this ScaleType type)
    {
        return [.. ScaleTypes.All.Where(other => other.Steps.SequenceEqual(type.Steps.Reverse()))];
    }

    /// <summary>The rotations: on which degree each begins, and the scale types of the catalogue that sound so. A two-way form is turned
    /// by nobody.</summary>
    /// <param name="type">The scale type, as it goes up.</param>
    /// <returns>One for each degree, the first being the scale itself.</returns>
    public static ImmutableArray<Rotation> Rotations(this ScaleType type)
    {
        return
        [
            .. type.Degrees.Select(
                (degree, index) =>
                    new Rotation(
                        index + 1,
                        degree,
                        [
                            .. Sounding(type.Up.Turned(degree))
                                .Where(other => ReferenceEquals(other, type) || !other.IsTwoWay)
                                .OrderBy(other => !ReferenceEquals(other, type)),
                        ]
                    )
            ),
        ];
    }

    /// <summary>The catalogue's scale types that have just these piano keys.</summary>
    /// <param name="bits">The piano keys as bits, the tonic at bit 0.</param>
    public static ImmutableArray<ScaleType> Sounding(int bits) => [.. ScaleTypes.All.Where(type => type.Up.PitchClassBits == bits)];

    /// <summary>The other tonics on which a scale of the type has the same piano keys; none unless it repeats within the octave.</summary>
    /// <param name="type">The scale type, as it goes up.</param>
    /// <param name="tonic">The tonic.</param>
    /// <returns>For each such piano key the tonic with the fewest accidentals, nearest the given tonic on the line of fifths, on a tie
    /// the sharper.</returns>
    public static ImmutableArray<NoteName> TonicsSharingNotes(this ScaleType type, NoteName tonic)
    {
        var apart = type.Transpositions();
        return
        [
            .. Enumerable
                .Range(1, (Octave / apart) - 1)
                .Select(times =>
                    NoteName
                        .All.Where(note =>
                            note.PitchClass == (tonic.PitchClass + (times * apart)) % Octave && ScaleSpelling.CanSpell(type, note)
                        )
                        .OrderBy(note => Math.Abs((int)note.Accidental))
                        .ThenBy(note => Math.Abs(note.Fifths - tonic.Fifths))
                        .ThenByDescending(note => note.Fifths)
                        .First()
                ),
        ];
    }
}

/// <summary>A rotation of a scale.</summary>
/// <param name="Position">On which note it begins, 1 for the scale itself.</param>
/// <param name="Degree">That note's degree.</param>
/// <param name="Types">The scale types that sound so; empty when the rotation has no name here.</param>
public sealed record Rotation(int Position, Degree Degree, ImmutableArray<ScaleType> Types);
