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
    public KeySignature Signature => IsTheoretical
        ? throw new UnwritableNoteException($"{this} has no key signature: it would need {Math.Abs(Fifths)} {(Fifths > 0 ? "sharps" : "flats")}. Write {PracticalTwin} instead.")
        : new KeySignature(Fifths);

    /// <summary>The key of the same sound twelve fifths nearer to C; itself when it is not theoretical.</summary>
    public Key PracticalTwin => IsTheoretical
        ? new Key(NoteName.FromFifths(Tonic.Fifths - (12 * Math.Sign(Fifths))), Mode)
        : this;

    /// <summary>The name in proper signs: E♭ major, F♯ minor.</summary>
    public override string ToString() => $"{Tonic} {(Mode == KeyMode.Major ? "major" : "minor")}";
}
