namespace Gavvet.Theory;

/// <summary>A spelled note in its octave.</summary>
/// <param name="Name">Letter and accidental.</param>
/// <param name="Octave">The octave of the letter in scientific numbering, middle C in octave 4; C♭4 sounds as B3.</param>
public readonly record struct Pitch(NoteName Name, int Octave)
{
    /// <summary>Letters above C0: what the staff sees of a pitch.</summary>
    public int StaffStep => (Octave * Letters.Count) + (int)Name.Letter;

    /// <summary>Semitones above C0: what the ear hears of it.</summary>
    public int Semitones => (12 * Octave) + Name.Semitones;

    /// <summary>The pitch of this name at a place of the staff.</summary>
    /// <param name="name">The name; its letter must be the one that stands there.</param>
    /// <param name="staffStep">Letters above C0.</param>
    /// <exception cref="ArgumentException">Another letter stands there.</exception>
    public static Pitch At(NoteName name, int staffStep) =>
        Letter.C.Up(staffStep) == name.Letter
            ? new Pitch(name, (staffStep - (int)name.Letter) / Letters.Count)
            : throw new ArgumentException(TheoryTexts.Say("pitch.letter", ("name", name), ("steps", staffStep)));

    /// <summary>The pitch an interval away.</summary>
    /// <param name="interval">How far.</param>
    /// <param name="up">Whether above; below otherwise.</param>
    /// <exception cref="UnwritableNoteException">It would need a triple accidental.</exception>
    public Pitch Moved(Interval interval, bool up)
    {
        var sign = up ? 1 : -1;
        var step = StaffStep + (sign * interval.LetterSteps);
        var letter = Letter.C.Up(step);
        var octave = (step - (int)letter) / Letters.Count;
        return new Pitch(NoteName.WithSemitones(letter, Semitones + (sign * interval.Semitones) - (12 * octave)), octave);
    }

    /// <summary>Reads a pitch such as Bb3: a note name and the number of its octave.</summary>
    /// <param name="text">The pitch.</param>
    /// <exception cref="FormatException">It is no pitch.</exception>
    public static Pitch Parse(string text)
    {
        return text.Length > 1 && char.IsAsciiDigit(text[^1]) && NoteText.TryParse(text[..^1], out var name)
            ? new Pitch(name, text[^1] - '0')
            : throw new FormatException(TheoryTexts.Say("no-pitch", ("text", text)));
    }

    /// <summary>The name in proper signs with its octave, such as E♭4.</summary>
    public override string ToString() => $"{Name}{Octave}";
}
