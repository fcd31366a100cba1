namespace Gavvet.Theory;

/// <summary>What an accidental does to its letter; the value is the number of semitones.</summary>
public enum Accidental : sbyte
{
    /// <summary>Two semitones lower: 𝄫.</summary>
    DoubleFlat = -2,

    /// <summary>A semitone lower: ♭.</summary>
    Flat = -1,

    /// <summary>The letter as it is: ♮.</summary>
    Natural = 0,

    /// <summary>A semitone higher: ♯.</summary>
    Sharp = 1,

    /// <summary>Two semitones higher: 𝄪.</summary>
    DoubleSharp = 2,
}

/// <summary>How accidentals are written, and how far they go.</summary>
public static class Accidentals
{
    /// <summary>The furthest an accidental can move a letter, in semitones: two. Triples are not written.</summary>
    public const int Widest = 2;

    /// <summary>Whether so many semitones can be written with one accidental.</summary>
    /// <param name="semitones">Semitones above (or, negative, below) the natural letter.</param>
    public static bool CanWrite(int semitones) => Math.Abs(semitones) <= Widest;

    /// <summary>The proper sign, empty for a natural.</summary>
    /// <param name="accidental">The accidental.</param>
    public static string Sign(this Accidental accidental) =>
        accidental switch
        {
            Accidental.DoubleFlat => "𝄫",
            Accidental.Flat => "♭",
            Accidental.Sharp => "♯",
            Accidental.DoubleSharp => "𝄪",
            _ => "",
        };

    /// <summary>The letters and signs of files and command lines: <c>bb b # ##</c>, empty for a natural.</summary>
    /// <param name="accidental">The accidental.</param>
    public static string Ascii(this Accidental accidental) =>
        accidental switch
        {
            Accidental.DoubleFlat => "bb",
            Accidental.Flat => "b",
            Accidental.Sharp => "#",
            Accidental.DoubleSharp => "##",
            _ => "",
        };

    /// <summary>The accidental as it is said: "flat", "double sharp"; "natural" for none.</summary>
    /// <param name="accidental">The accidental.</param>
    public static string Spoken(this Accidental accidental) =>
        TheoryTexts.Term(
            "sign",
            accidental switch
            {
                Accidental.DoubleFlat => "double flat",
                Accidental.Flat => "flat",
                Accidental.Sharp => "sharp",
                Accidental.DoubleSharp => "double sharp",
                _ => "natural",
            }
        );
}
