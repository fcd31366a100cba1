using System.Collections.Immutable;

namespace Gavvet.Theory;

/// <summary>Major or minor.</summary>
public enum KeyMode
{
    /// <summary>Major.</summary>
    Major,

    /// <summary>Minor.</summary>
    Minor,
}

/// <summary>A key: a tonic and a mode.</summary>
/// <param name="Tonic">The tonic.</param>
/// <param name="Mode">Major or minor.</param>
public readonly record struct Key(NoteName Tonic, KeyMode Mode = KeyMode.Major)
{
    /// <summary>The fifteen major keys that have a signature, along the line of fifths from C♭ to C♯.</summary>
    public static ImmutableArray<Key> Majors { get; } =
    [.. Enumerable.Range(-KeySignature.Most, (2 * KeySignature.Most) + 1).Select(fifths => new Key(NoteName.FromFifths(fifths)))];

    /// <summary>Sharps (positive) or flats (negative) the key has; beyond seven the key is theoretical.</summary>
    /// <remarks>Common practice: a parallel minor lies three fifths to the flat side of its major.</remarks>
    public int Fifths => Tonic.Fifths - (Mode == KeyMode.Minor ? 3 : 0);

    /// <summary>Whether it would need more than seven sharps or flats, and so has no signature.</summary>
    public bool IsTheoretical => Math.Abs(Fifths) > KeySignature.Most;

    /// <summary>The key signature.</summary>
    /// <exception cref="UnwritableNoteException">The key is theoretical; the message names its practical twin.</exception>
    public KeySignature Signature =>
        IsTheoretical
            ? throw new UnwritableNoteException(
                TheoryTexts.Say(
                    Fifths > 0 ? "no-signature.sharps" : "no-signature.flats",
                    ("key", this),
                    ("count", Math.Abs(Fifths)),
                    ("twin", PracticalTwin)
                )
            )
            : new KeySignature(Fifths);

    /// <summary>The key of the same sound twelve fifths nearer to C; itself when it is not theoretical.</summary>
    public Key PracticalTwin => IsTheoretical ? new Key(NoteName.FromFifths(Tonic.Fifths - (12 * Math.Sign(Fifths))), Mode) : this;

    /// <summary>The fifteen minor keys that have a signature, along the line of fifths from A♭ to A♯.</summary>
    public static ImmutableArray<Key> Minors { get; } = [.. Majors.Select(major => major.Relative)];

    /// <summary>The key of the other mode with the same signature: three semitones and two letters below a major tonic, or as far above a
    /// minor one.</summary>
    /// <remarks>Common practice, no source.</remarks>
    /// <exception cref="UnwritableNoteException">Its tonic would need a triple accidental.</exception>
    public Key Relative =>
        Mode == KeyMode.Major
            ? new Key(NoteName.FromFifths(Tonic.Fifths + 3), KeyMode.Minor)
            : new Key(NoteName.FromFifths(Tonic.Fifths - 3));

    /// <summary>The key of the other mode on the same tonic; it may be theoretical.</summary>
    public Key Parallel => this with { Mode = Mode == KeyMode.Major ? KeyMode.Minor : KeyMode.Major };

    /// <summary>The keys on the same letter whose signature lies seven fifths away: one, or two for C major and A minor.</summary>
    /// <remarks>Common practice, no source: letters altered in one are natural in the other, and the counts add up to seven.</remarks>
    public ImmutableArray<Key> SameLetterTwins
    {
        get
        {
            if (IsTheoretical)
                return [];
            var key = this;
            return
            [
                .. new[] { Fifths - Letters.Count, Fifths + Letters.Count }
                    .Where(fifths => Math.Abs(fifths) <= KeySignature.Most)
                    .Select(key.On),
            ];
        }
    }

    /// <summary>The key that sounds the same under another name, or null when only a theoretical one does.</summary>
    public Key? EnharmonicTwin
    {
        get
        {
            var fifths = Fifths > 0 ? Fifths - 12 : Fifths + 12;
            return IsTheoretical || Math.Abs(fifths) > KeySignature.Most ? null : On(fifths);
        }
    }

    /// <summary>The hour it stands at on the circle of fifths, C major and A minor at 12.</summary>
    public int CirclePosition => ((((Fifths - 1) % 12) + 12) % 12) + 1;

    /// <summary>The scale of the key: major, or the natural minor.</summary>
    public ScaleType ScaleType => Mode == KeyMode.Major ? ScaleTypes.Major : ScaleTypes.NaturalMinor;

    /// <summary>The key of this mode with so many sharps (positive) or flats (negative).</summary>
    private Key On(int fifths) => new(NoteName.FromFifths(Tonic.Fifths + fifths - Fifths), Mode);

    /// <summary>The name in proper signs: E♭ major, F♯ minor.</summary>
    public override string ToString() => TheoryTexts.Say(Mode == KeyMode.Major ? "key.major" : "key.minor", ("tonic", Tonic));
}
