using System.Collections.Immutable;

namespace Gavvet.Theory;

/// <summary>Which way a scale is written.</summary>
public enum Direction
{
    /// <summary>From the tonic up to the tonic.</summary>
    Ascending,

    /// <summary>From the upper tonic down.</summary>
    Descending,

    /// <summary>Up and down again in one bar, the top note once.</summary>
    Both,
}

/// <summary>A scale type on a tonic, spelled. Made by <see cref="ScaleSpelling"/>, so it has passed both routes.</summary>
public sealed class Scale
{
    internal Scale(ScaleType type, ImmutableArray<NoteName> ascending)
    {
        Type = type;
        Ascending = ascending;
    }

    /// <summary>The scale type.</summary>
    public ScaleType Type { get; }

    /// <summary>The note it begins and ends on.</summary>
    public NoteName Tonic => Ascending[0];

    /// <summary>The notes from the tonic up to the tonic, both tonics included.</summary>
    public ImmutableArray<NoteName> Ascending { get; }

    /// <summary>The notes in the order they are written.</summary>
    /// <param name="direction">Up, down, or up and down with the top note once.</param>
    public ImmutableArray<NoteName> Notes(Direction direction) => Line(Ascending, direction);

    /// <summary>Semitones between neighbours, in the order the notes are written, measured on the spelled notes.</summary>
    /// <param name="direction">Up, down, or both.</param>
    public ImmutableArray<int> MeasuredSteps(Direction direction)
    {
        var up = Ascending.Zip(Ascending.Skip(1), (lower, upper) => Interval.Between(lower, upper).Semitones).ToImmutableArray();
        return direction switch
        {
            Direction.Ascending => up,
            Direction.Descending => [.. up.Reverse()],
            _ => [.. up, .. up.Reverse()],
        };
    }

    /// <summary>The different notes that carry an accidental, the octave left out, in the order of the scale.</summary>
    public ImmutableArray<NoteName> AlteredNotes =>
        [.. Ascending.Where(note => note.Accidental != Accidental.Natural).Distinct()];

    /// <summary>The scale in a register: the pitches in the order they are written.</summary>
    /// <param name="direction">Up, down, or both.</param>
    /// <param name="lowestTonic">The pitch of the lower tonic.</param>
    /// <exception cref="ArgumentException">The pitch is not this scale's tonic.</exception>
    public ImmutableArray<Pitch> Pitches(Direction direction, Pitch lowestTonic)
    {
        if (lowestTonic.Name != Tonic)
            throw new ArgumentException($"{lowestTonic} is not the tonic {Tonic}.");
        var step = lowestTonic.StaffStep;
        var up = ImmutableArray.CreateBuilder<Pitch>(Ascending.Length);
        for (var i = 0; i < Ascending.Length; i++)
        {
            if (i > 0)
                step += Ascending[i - 1].Letter.LettersUpTo(Ascending[i].Letter);
            up.Add(Pitch.At(Ascending[i], step));
        }

        return Line(up.ToImmutable(), direction);
    }

    private static ImmutableArray<T> Line<T>(ImmutableArray<T> up, Direction direction) => direction switch
    {
        Direction.Ascending => up,
        Direction.Descending => [.. up.Reverse()],
        _ => [.. up, .. up.Reverse().Skip(1)],
    };
}
