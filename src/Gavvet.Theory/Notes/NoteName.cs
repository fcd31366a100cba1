namespace Gavvet.Theory;

/// <summary>
/// A spelled note in no particular octave: a letter and its accidental. G♯ and A♭ are two names, always.
/// </summary>
public readonly record struct NoteName
{
    // F is the first of its row of seven: F C G D A E B share an accidental, F𝄫 opens the first row.
    private static readonly NoteName[] ByFifths =
    [
        .. Enumerable
            .Range(0, 35)
            .Select(place => new NoteName(
                Letter.F.Up(4 * (place % Letters.Count)),
                (Accidental)((place / Letters.Count) - Accidentals.Widest)
            )),
    ];

    /// <summary>The name with this letter and accidental.</summary>
    /// <param name="letter">The letter.</param>
    /// <param name="accidental">The accidental; natural if left out.</param>
    /// <exception cref="UnwritableNoteException">The letter or the accidental is none of those defined.</exception>
    public NoteName(Letter letter, Accidental accidental = Accidental.Natural)
    {
        if (letter is < Letter.C or > Letter.B)
            throw new UnwritableNoteException(TheoryTexts.Say("note.letter"));
        if (!Accidentals.CanWrite((int)accidental))
            throw new UnwritableNoteException(TheoryTexts.Say("note.accidental"));
        Letter = letter;
        Accidental = accidental;
    }

    /// <summary>The letter.</summary>
    public Letter Letter { get; }

    /// <summary>The accidental.</summary>
    public Accidental Accidental { get; }

    /// <summary>Semitones above C, not folded into one octave: C♭ is −1, B♯ is 12.</summary>
    public int Semitones => Letter.Semitones() + (int)Accidental;

    /// <summary>The piano key it falls on, counted from C, 0 to 11. It says nothing of the spelling.</summary>
    public int PitchClass => ((Semitones % 12) + 12) % 12;

    /// <summary>Its place on the line of fifths, C at 0, each sharp seven further: F♭♭ −15 to B𝄪 19.</summary>
    public int Fifths => Letter.Fifths() + (Letters.Count * (int)Accidental);

    /// <summary>All 35 spelled names, along the line of fifths from F𝄫 to B𝄪.</summary>
    public static IEnumerable<NoteName> All => Enumerable.Range(-15, 35).Select(FromFifths);

    /// <summary>Whether a place on the line of fifths has a name that can be written.</summary>
    /// <param name="fifths">The place, C at 0.</param>
    public static bool HasFifths(int fifths) => fifths is >= -15 and <= 19;

    /// <summary>The name at a place on the line of fifths.</summary>
    /// <param name="fifths">The place, −15 (F𝄫) to 19 (B𝄪), C at 0.</param>
    /// <exception cref="UnwritableNoteException">The name there would need a triple accidental.</exception>
    public static NoteName FromFifths(int fifths)
    {
        if (!HasFifths(fifths))
            throw new UnwritableNoteException(TheoryTexts.Say("note.triple"));
        return ByFifths[fifths + 15];
    }

    /// <summary>The name an interval above this one.</summary>
    /// <param name="interval">The interval to climb.</param>
    /// <exception cref="UnwritableNoteException">The name there would need a triple accidental.</exception>
    public NoteName Up(Interval interval)
    {
        var letter = Letter.Up(interval.LetterSteps);
        var octaves = ((int)Letter + interval.LetterSteps) / Letters.Count;
        return WithSemitones(letter, Semitones + interval.Semitones - (12 * octaves));
    }

    /// <summary>The name on a letter that sounds so many semitones above the C below that letter.</summary>
    /// <param name="letter">The letter it must have.</param>
    /// <param name="semitones">Semitones above C; the accidental is what is then needed.</param>
    /// <exception cref="UnwritableNoteException">A triple accidental would be needed.</exception>
    public static NoteName WithSemitones(Letter letter, int semitones)
    {
        var alteration = semitones - letter.Semitones();
        return Accidentals.CanWrite(alteration)
            ? new NoteName(letter, (Accidental)alteration)
            : throw new UnwritableNoteException(TheoryTexts.Say("letter.triple", ("letter", letter)));
    }

    /// <summary>The name in proper signs, such as E♭ or F𝄪.</summary>
    public override string ToString() => NoteText.Signs(this);
}
