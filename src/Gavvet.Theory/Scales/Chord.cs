using System.Collections.Immutable;

namespace Gavvet.Theory;

/// <summary>A chord built by taking every other note of a scale.</summary>
/// <param name="Position">On which note of the scale, from 1.</param>
/// <param name="Notes">From the root up.</param>
/// <param name="Known">Its English name, or null where none is settled.</param>
/// <param name="Suffix">What follows the root in a chord symbol, or null where there is no settled one.</param>
public sealed record Chord(int Position, ImmutableArray<NoteName> Notes, string? Known, string? Suffix)
{
    /// <summary>What it is, from its spelled intervals: "minor triad", "diminished seventh chord".</summary>
    public string Name =>
        Known is null
            ? TheoryTexts.Say(
                "chord.of",
                (
                    "intervals",
                    TheoryTexts.And(Chords.Intervals(Notes).Select(interval => interval?.Name ?? TheoryTexts.Say("interval.without-name")))
                )
            )
            : TheoryTexts.Term("chord", Known);

    /// <summary>The note it is built on.</summary>
    public NoteName Root => Notes[0];
}

/// <summary>Chords on the notes of a seven-note scale.</summary>
public static class Chords
{
    // Third and fifth above the root; common practice, no source.
    private static readonly ImmutableArray<(string Intervals, string Name, string? Suffix)> Triads =
    [
        ("M3 P5", "major triad", ""),
        ("m3 P5", "minor triad", "m"),
        ("m3 d5", "diminished triad", "dim"),
        ("M3 A5", "augmented triad", "aug"),
        ("M3 d5", "major triad with lowered fifth", "(♭5)"),
        ("m3 A5", "minor triad with raised fifth", "m(♯5)"),
    ];

    // Third, fifth and seventh above the root; common practice, no source.
    private static readonly ImmutableArray<(string Intervals, string Name, string? Suffix)> Sevenths =
    [
        ("M3 P5 M7", "major seventh chord", "maj7"),
        ("M3 P5 m7", "dominant seventh chord", "7"),
        ("m3 P5 m7", "minor seventh chord", "m7"),
        ("m3 P5 M7", "minor triad with major seventh", "m(maj7)"),
        ("m3 d5 m7", "half-diminished seventh chord", "m7(♭5)"),
        ("m3 d5 d7", "diminished seventh chord", "dim7"),
        ("m3 d5 M7", "diminished triad with major seventh", "dim(maj7)"),
        ("M3 A5 M7", "augmented triad with major seventh", "maj7(♯5)"),
        ("M3 A5 m7", "augmented triad with minor seventh", "7(♯5)"),
        ("M3 d5 m7", "dominant seventh chord with lowered fifth", "7(♭5)"),
        ("M3 d5 M7", "major seventh chord with lowered fifth", "maj7(♭5)"),
    ];

    /// <summary>The triads of a scale, going up.</summary>
    /// <param name="scale">A scale of seven letters.</param>
    /// <returns>One on each note; empty for scales that have not seven letters, where stacking names no chords.</returns>
    public static ImmutableArray<Chord> TriadsOf(Scale scale) => Stack(scale, 3, Triads);

    /// <summary>The seventh chords of a scale, going up.</summary>
    /// <param name="scale">A scale of seven letters.</param>
    /// <returns>One on each note; empty for scales that have not seven letters.</returns>
    public static ImmutableArray<Chord> SeventhsOf(Scale scale) => Stack(scale, 4, Sevenths);

    private static ImmutableArray<Chord> Stack(Scale scale, int size, ImmutableArray<(string Intervals, string Name, string? Suffix)> names)
    {
        if (!scale.Type.Up.IsSevenLetters)
            return [];
        return
        [
            .. Enumerable
                .Range(0, Letters.Count)
                .Select(root =>
                {
                    ImmutableArray<NoteName> notes =
                    [
                        .. Enumerable.Range(0, size).Select(third => scale.Ascending[(root + (2 * third)) % Letters.Count]),
                    ];
                    var intervals = string.Join(' ', Intervals(notes));
                    var row = names.FirstOrDefault(row => row.Intervals == intervals);
                    return new Chord(root + 1, notes, row.Name, row.Suffix);
                }),
        ];
    }

    /// <summary>What the other notes of a chord are above its root; null where the interval has no name.</summary>
    internal static IEnumerable<Interval?> Intervals(ImmutableArray<NoteName> notes) =>
        notes.Skip(1).Select(note => Between(notes[0], note));

    // Some rotations of exotic scales stack intervals beyond doubly diminished; they have notes but no name.
    private static Interval? Between(NoteName root, NoteName note)
    {
        try
        {
            return Interval.Between(root, note);
        }
        catch (ArgumentException)
        {
            return null;
        }
    }
}
