namespace Gavvet.Theory;

/// <summary>One of the seven letters that name notes, in the order of the staff from C.</summary>
public enum Letter : sbyte
{
    /// <summary>C, on which an octave number begins.</summary>
    C,

    /// <summary>D.</summary>
    D,

    /// <summary>E.</summary>
    E,

    /// <summary>F.</summary>
    F,

    /// <summary>G.</summary>
    G,

    /// <summary>A.</summary>
    A,

    /// <summary>B.</summary>
    B,
}

/// <summary>Counting on letters.</summary>
public static class Letters
{
    /// <summary>How many letters there are: seven.</summary>
    public const int Count = 7;

    private static readonly int[] SemitonesAboveC = [0, 2, 4, 5, 7, 9, 11];

    private static readonly int[] FifthsFromC = [0, 2, 4, -1, 1, 3, 5];

    /// <summary>Semitones from C up to the natural note of this letter, 0 to 11.</summary>
    /// <param name="letter">The letter.</param>
    public static int Semitones(this Letter letter) => SemitonesAboveC[(int)letter];

    /// <summary>Fifths from C to the natural note of this letter: F −1, C 0, G 1 … B 5.</summary>
    /// <param name="letter">The letter.</param>
    public static int Fifths(this Letter letter) => FifthsFromC[(int)letter];

    /// <summary>The letter so many letters higher; a negative count goes down.</summary>
    /// <param name="letter">Where to start.</param>
    /// <param name="letters">How many letters to go, any whole number.</param>
    public static Letter Up(this Letter letter, int letters) => (Letter)Modulo((int)letter + letters);

    /// <summary>How many letters to climb from this one to reach the other, 0 to 6.</summary>
    /// <param name="from">The lower letter.</param>
    /// <param name="to">The upper letter.</param>
    public static int LettersUpTo(this Letter from, Letter to) => Modulo(to - from);

    private static int Modulo(int value) => ((value % Count) + Count) % Count;
}
