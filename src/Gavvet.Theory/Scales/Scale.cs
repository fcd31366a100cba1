using System.Collections.Immutable;
using System.Runtime.InteropServices;
using System.Text.Json.Serialization;

namespace Gavvet.Theory;

/// <summary>Which way a scale is written.</summary>
public enum Direction
{
    /// <summary>From the tonic up to the tonic.</summary>
    [JsonStringEnumMemberName("up")]
    Ascending,

    /// <summary>From the upper tonic down.</summary>
    [JsonStringEnumMemberName("down")]
    Descending,

    /// <summary>Up and down again in one bar, the top note once.</summary>
    [JsonStringEnumMemberName("up-down")]
    Both,
}

/// <summary>A scale type on a tonic, spelled. Made by <see cref="ScaleSpelling"/>, so it has passed both routes.</summary>
public sealed class Scale
{
    internal Scale(ScaleType type, ImmutableArray<NoteName> ascending, ImmutableArray<NoteName> descendingFromTheTonic)
    {
        Type = type;
        Ascending = ascending;
        Descending = Reversed(descendingFromTheTonic);
    }

    /// <summary>The scale type.</summary>
    public ScaleType Type { get; }

    /// <summary>The note it begins and ends on.</summary>
    public NoteName Tonic => Ascending[0];

    /// <summary>The notes from the tonic up to the tonic, both tonics included.</summary>
    public ImmutableArray<NoteName> Ascending { get; }

    /// <summary>The notes from the upper tonic down to the lower, both included.</summary>
    public ImmutableArray<NoteName> Descending { get; }

    /// <summary>The notes in the order they are written.</summary>
    /// <param name="direction">Up, down, or up and down with the top note once.</param>
    public ImmutableArray<NoteName> Notes(Direction direction) => Notes(direction, 1);

    /// <summary>The notes in the order they are written, over several octaves.</summary>
    /// <param name="direction">Up, down, or up and down with the top note once.</param>
    /// <param name="octaves">How many octaves, at least one.</param>
    public ImmutableArray<NoteName> Notes(Direction direction, int octaves) =>
        Line(Chained(Ascending, octaves), Chained(Descending, octaves), direction);

    /// <summary>Semitones between neighbours, in the order the notes are written, measured on the spelled notes.</summary>
    /// <param name="direction">Up, down, or both.</param>
    public ImmutableArray<int> MeasuredSteps(Direction direction)
    {
        var notes = Notes(direction).AsSpan();
        var steps = new int[notes.Length - 1];
        var top = direction == Direction.Descending ? 0 : Ascending.Length - 1;
        for (var i = 0; i < steps.Length; i++)
        {
            var (lower, upper) = i < top ? (notes[i], notes[i + 1]) : (notes[i + 1], notes[i]);
            steps[i] = upper.Semitones + (upper.Letter < lower.Letter ? 12 : 0) - lower.Semitones;
        }

        return ImmutableCollectionsMarshal.AsImmutableArray(steps);
    }

    /// <summary>The degree of each note in the order they are written; the tonic is 1 at both ends.</summary>
    /// <param name="direction">Up, down, or both.</param>
    public ImmutableArray<Degree> DegreesOf(Direction direction) =>
        Line([.. Type.Up.Degrees, default], Reversed([.. Type.Down.Degrees, default]), direction);

    /// <summary>The different notes that carry an accidental, up and down, the octave left out, in the order of the scale.</summary>
    public ImmutableArray<NoteName> AlteredNotes =>
        [.. Ascending.Concat(Descending).Where(note => note.Accidental != Accidental.Natural).Distinct()];

    /// <summary>The scale in a register: the pitches in the order they are written.</summary>
    /// <param name="direction">Up, down, or both.</param>
    /// <param name="lowestTonic">The pitch of the lower tonic.</param>
    /// <exception cref="ArgumentException">The pitch is not this scale's tonic.</exception>
    public ImmutableArray<Pitch> Pitches(Direction direction, Pitch lowestTonic) => Pitches(direction, lowestTonic, 1);

    /// <summary>The scale in a register, over several octaves: the pitches in the order they are written.</summary>
    /// <param name="direction">Up, down, or both.</param>
    /// <param name="lowestTonic">The pitch of the lower tonic.</param>
    /// <param name="octaves">How many octaves, at least one.</param>
    /// <exception cref="ArgumentException">The pitch is not this scale's tonic.</exception>
    public ImmutableArray<Pitch> Pitches(Direction direction, Pitch lowestTonic, int octaves)
    {
        if (lowestTonic.Name != Tonic)
            throw new ArgumentException(TheoryTexts.Say("not-the-tonic", ("pitch", lowestTonic), ("tonic", Tonic)));
        return Line(Climbed(Ascending, lowestTonic, octaves), Reversed(Climbed(Reversed(Descending), lowestTonic, octaves)), direction);
    }

    // One octave after the other, the tonic between two of them once.
    private static ImmutableArray<T> Chained<T>(ImmutableArray<T> line, int octaves) =>
        octaves == 1 ? line : [.. Enumerable.Range(0, octaves - 1).SelectMany(_ => line.Take(line.Length - 1)), .. line];

    private static ImmutableArray<Pitch> Climbed(ImmutableArray<NoteName> rising, Pitch lowestTonic, int octaves) =>
        octaves == 1
            ? Placed(rising, lowestTonic)
            :
            [
                .. Enumerable
                    .Range(0, octaves)
                    .SelectMany(octave =>
                    {
                        var placed = Placed(rising, lowestTonic with { Octave = lowestTonic.Octave + octave });
                        return octave == octaves - 1 ? placed : placed.RemoveAt(placed.Length - 1);
                    }),
            ];

    private static ImmutableArray<Pitch> Placed(ImmutableArray<NoteName> rising, Pitch lowestTonic)
    {
        var step = lowestTonic.StaffStep;
        var pitches = ImmutableArray.CreateBuilder<Pitch>(rising.Length);
        for (var i = 0; i < rising.Length; i++)
        {
            // The octave closes the line a whole octave up, even where the note before it has the tonic's letter.
            if (i > 0)
                step =
                    i == rising.Length - 1
                        ? lowestTonic.StaffStep + Letters.Count
                        : step + rising[i - 1].Letter.LettersUpTo(rising[i].Letter);
            pitches.Add(Pitch.At(rising[i], step));
        }

        return pitches.MoveToImmutable();
    }

    private static ImmutableArray<T> Line<T>(ImmutableArray<T> up, ImmutableArray<T> down, Direction direction) =>
        direction switch
        {
            Direction.Ascending => up,
            Direction.Descending => down,
            _ => [.. up, .. down.AsSpan()[1..]],
        };

    private static ImmutableArray<T> Reversed<T>(ImmutableArray<T> notes)
    {
        var reversed = notes.ToArray();
        Array.Reverse(reversed);
        return ImmutableCollectionsMarshal.AsImmutableArray(reversed);
    }
}
