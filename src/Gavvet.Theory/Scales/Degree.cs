namespace Gavvet.Theory;

/// <summary>
/// A degree counted against the major scale on the same tonic: ♭3 is a semitone below that scale's third, on the
/// third letter.
/// </summary>
public readonly record struct Degree
{
    // Kept from zero, so that a default value is the tonic and not a degree that cannot be.
    private readonly int _lettersAboveTonic;

    /// <summary>The degree with this number and alteration.</summary>
    /// <param name="number">1 to 7.</param>
    /// <param name="alteration">Against the major scale's degree.</param>
    /// <exception cref="ArgumentOutOfRangeException">The number is not from 1 to 7.</exception>
    public Degree(int number, Accidental alteration = Accidental.Natural)
    {
        if (number is < 1 or > 7)
            throw new ArgumentOutOfRangeException(nameof(number), TheoryTexts.Say("degree.number"));
        _lettersAboveTonic = number - 1;
        Alteration = alteration;
    }

    /// <summary>1 to 7.</summary>
    public int Number => _lettersAboveTonic + 1;

    /// <summary>How far it lies from the major scale's degree.</summary>
    public Accidental Alteration { get; }

    /// <summary>Fifths from the tonic: 5 is 1, 4 is −1, each sharp adds seven.</summary>
    public int Fifths => ((Letter)_lettersAboveTonic).Fifths() + (Letters.Count * (int)Alteration);

    /// <summary>Semitones above the tonic, not folded into one octave: 𝄫7 is 9, ♭1 is −1.</summary>
    public int Semitones => ((Letter)_lettersAboveTonic).Semitones() + (int)Alteration;

    /// <summary>The interval from the tonic up to this degree.</summary>
    /// <exception cref="ArgumentException">The interval has no name.</exception>
    public Interval FromTonic => new(_lettersAboveTonic, Semitones);

    /// <summary>The interval from this degree up to the octave, which is that from the upper tonic down to it.</summary>
    /// <exception cref="ArgumentException">The interval has no name.</exception>
    public Interval ToOctave => new(Letters.Count - _lettersAboveTonic, 12 - Semitones);

    /// <summary>Reads 5, b3, ♭3, #4 or bb7.</summary>
    /// <param name="text">The degree.</param>
    /// <exception cref="FormatException">It is no degree.</exception>
    public static Degree Parse(string text) =>
        TryParse(text, out var degree) ? degree : throw new FormatException(TheoryTexts.Say("no-degree", ("text", text)));

    /// <summary>Reads a degree if it is one.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="degree">The degree read, or the tonic.</param>
    public static bool TryParse(string? text, out Degree degree)
    {
        degree = default;
        // A letter before the sign lets the one reader of accidentals serve here too.
        if (text is not { Length: > 0 } || text[^1] is < '1' or > '7' || !NoteText.TryParse("C" + text[..^1], out var signed))
            return false;
        degree = new Degree(text[^1] - '0', signed.Accidental);
        return true;
    }

    /// <summary>The degree in plain characters: b3, #4, 5.</summary>
    public string Ascii => Alteration.Ascii() + Number;

    /// <summary>The degree so many fifths from the tonic.</summary>
    /// <param name="fifths">Fifths, −15 to 19.</param>
    /// <exception cref="UnwritableNoteException">It would need a triple accidental.</exception>
    public static Degree FromFifths(int fifths)
    {
        // Degrees lie to the tonic as notes lie to C.
        var onC = NoteName.FromFifths(fifths);
        return new Degree((int)onC.Letter + 1, onC.Accidental);
    }

    /// <summary>The degree in proper signs: ♭3, ♯4, 5.</summary>
    public override string ToString() => Alteration.Sign() + Number;
}
