using System.Collections.Immutable;
using Gavvet.Theory;

namespace Gavvet.Worksheets.Judging;

/// <summary>How an answer earns its marks.</summary>
public enum MarkScheme
{
    /// <summary>A mark a note, and one for a key signature where one is asked.</summary>
    PerNote,

    /// <summary>One mark, for a faultless answer.</summary>
    AllOrNothing,

    /// <summary>One for the signature where one is asked, one for letters and octave, two for the alterations of the form.</summary>
    ByComponent,
}

/// <summary>What a student was asked to write.</summary>
/// <param name="Type">The scale type.</param>
/// <param name="Tonic">The tonic; at concert pitch where a part is asked.</param>
/// <param name="Direction">Up, down or both.</param>
/// <param name="Style">The house style the question was set in.</param>
public sealed record AskedScale(ScaleType Type, NoteName Tonic, Direction Direction, HouseStyle Style)
{
    /// <summary>The part the answer is written for, or null at concert pitch.</summary>
    public Instrument? Part { get; init; }

    /// <summary>Whether the first note was printed; it then earns nothing.</summary>
    public bool TonicGiven { get; init; }

    /// <summary>Whether the note it begins on is itself to be found: a faultless line on another earns half at most.</summary>
    public bool TonicAsked { get; init; }

    /// <summary>Other scales asked beside it, for which it may be taken.</summary>
    public ImmutableArray<ScaleType> Beside { get; init; } = [];

    /// <summary>The clef the answer is written in, where it is given; a reading in another clef can then be told.</summary>
    public Clef? Clef { get; init; }

    /// <summary>Whether a key signature was asked for.</summary>
    public bool SignatureAsked { get; init; }

    /// <summary>Over how many octaves it is written, from 1.</summary>
    public int Octaves { get; init; } = 1;

    /// <summary>How marks are earned.</summary>
    public MarkScheme Scheme { get; init; }

    /// <summary>The tonic the student should begin on.</summary>
    /// <exception cref="UnwritableNoteException">The scale cannot be written for the part.</exception>
    public NoteName WrittenTonic => Part is { } part ? part.WrittenTonic(Type, Tonic) : Tonic;

    /// <summary>The scale as the key has it.</summary>
    /// <exception cref="UnwritableNoteException">The scale would need a triple accidental.</exception>
    public Scale Expected => Style.Spell(Type, WrittenTonic);
}
