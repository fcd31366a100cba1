namespace Gavvet.Theory;

/// <summary>The quality of an interval.</summary>
public enum IntervalQuality
{
    /// <summary>A semitone narrower than diminished.</summary>
    DoublyDiminished,

    /// <summary>A semitone narrower than perfect or minor.</summary>
    Diminished,

    /// <summary>A semitone narrower than major; seconds, thirds, sixths and sevenths only.</summary>
    Minor,

    /// <summary>As in the major scale; unisons, fourths, fifths and octaves only.</summary>
    Perfect,

    /// <summary>As in the major scale; seconds, thirds, sixths and sevenths only.</summary>
    Major,

    /// <summary>A semitone wider than perfect or major.</summary>
    Augmented,

    /// <summary>A semitone wider than augmented.</summary>
    DoublyAugmented,
}

/// <summary>
/// An ascending interval: letters climbed and semitones climbed. Three semitones over one letter are an augmented
/// second, over two letters a minor third.
/// </summary>
public readonly record struct Interval
{
    private static readonly string[] NumberNames = ["unison", "second", "third", "fourth", "fifth", "sixth", "seventh", "octave"];

    private static readonly string[] QualityCodes = ["dd", "d", "m", "P", "M", "A", "AA"];

    private static readonly string[] QualityNames =
    [
        "doubly diminished",
        "diminished",
        "minor",
        "perfect",
        "major",
        "augmented",
        "doubly augmented",
    ];

    /// <summary>The interval of so many letters and semitones.</summary>
    /// <param name="letterSteps">Letters climbed: 0 for a unison, 7 for an octave; beyond that compound.</param>
    /// <param name="semitones">Semitones climbed.</param>
    /// <exception cref="ArgumentException">The two are further apart than doubly diminished or doubly augmented.</exception>
    public Interval(int letterSteps, int semitones)
    {
        if (!HasName(letterSteps, semitones))
            throw new ArgumentException(TheoryTexts.Say("interval.nameless", ("semitones", semitones), ("letters", letterSteps + 1)));
        LetterSteps = letterSteps;
        Semitones = semitones;
    }

    /// <summary>Letters climbed, one less than the interval's number.</summary>
    public int LetterSteps { get; }

    /// <summary>Semitones climbed. Below zero only for diminished unisons and doubly diminished seconds.</summary>
    public int Semitones { get; }

    /// <summary>The number musicians give it: 1 for a unison, 8 for an octave.</summary>
    public int Number => LetterSteps + 1;

    /// <summary>How far it leads along the line of fifths: a perfect fifth is 1, a minor second −5, an augmented prime 7.</summary>
    public int Fifths => ((Letter)(LetterSteps % Letters.Count)).Fifths() + (Letters.Count * (Semitones - NaturalSemitones(LetterSteps)));

    /// <summary>The quality.</summary>
    public IntervalQuality Quality => QualityOf(LetterSteps, Semitones)!.Value;

    /// <summary>The interval that makes this one up to an octave; a compound interval is first brought inside one.</summary>
    /// <remarks>Common practice: numbers add to nine, major turns minor, augmented turns diminished.</remarks>
    public Interval Inverse
    {
        get
        {
            var octaves = Number > 8 ? LetterSteps / Letters.Count : 0;
            return new Interval(7 - (LetterSteps - (7 * octaves)), 12 - (Semitones - (12 * octaves)));
        }
    }

    /// <summary>Whether so many semitones over so many letters have a name.</summary>
    /// <param name="letterSteps">Letters climbed.</param>
    /// <param name="semitones">Semitones climbed.</param>
    public static bool HasName(int letterSteps, int semitones) => letterSteps >= 0 && QualityOf(letterSteps, semitones) is not null;

    /// <summary>The interval from a lower note up to the nearest higher letter of another.</summary>
    /// <param name="lower">The lower note.</param>
    /// <param name="upper">The upper note, within an octave by letter.</param>
    /// <exception cref="ArgumentException">The interval has no name.</exception>
    public static Interval Between(NoteName lower, NoteName upper)
    {
        var letters = lower.Letter.LettersUpTo(upper.Letter);
        var wraps = upper.Letter < lower.Letter ? 12 : 0;
        return new Interval(letters, upper.Semitones + wraps - lower.Semitones);
    }

    /// <summary>Reads the short form, such as M3, P5, A2, d7 or AA4.</summary>
    /// <param name="text">The short form.</param>
    /// <exception cref="FormatException">It is no interval.</exception>
    public static Interval Parse(string text)
    {
        var code = text.TrimEnd("0123456789".ToCharArray());
        if (
            Array.IndexOf(QualityCodes, code) is >= 0 and var quality
            && int.TryParse(text[code.Length..], out var number)
            && number is >= 1 and <= 99
        )
        {
            var natural = NaturalSemitones(number - 1);
            for (var semitones = natural - 3; semitones <= natural + 2; semitones++)
            {
                if (QualityOf(number - 1, semitones) == (IntervalQuality)quality)
                    return new Interval(number - 1, semitones);
            }
        }

        throw new FormatException(TheoryTexts.Say("no-interval", ("text", text)));
    }

    /// <summary>The short form: M3, P5, A2.</summary>
    public override string ToString() => $"{QualityCodes[(int)Quality]}{Number}";

    /// <summary>The name: "augmented second"; beyond the octave by number, "major 10th".</summary>
    public string Name
    {
        get
        {
            var quality = TheoryTexts.Term("quality", QualityNames[(int)Quality]);
            return Number <= NumberNames.Length
                ? TheoryTexts.Say("interval.name", ("quality", quality), ("number", TheoryTexts.Term("interval", NumberNames[LetterSteps])))
                : TheoryTexts.Say("interval.compound", ("quality", quality), ("number", Number));
        }
    }

    private static int NaturalSemitones(int letterSteps) =>
        ((Letter)(letterSteps % Letters.Count)).Semitones() + (12 * (letterSteps / Letters.Count));

    private static IntervalQuality? QualityOf(int letterSteps, int semitones)
    {
        // Unisons, fourths, fifths and octaves are perfect; the others are major or minor.
        var perfect = (letterSteps % Letters.Count) is 0 or 3 or 4;
        return (semitones - NaturalSemitones(letterSteps), perfect) switch
        {
            (0, true) => IntervalQuality.Perfect,
            (-1, true) or (-2, false) => IntervalQuality.Diminished,
            (-2, true) or (-3, false) => IntervalQuality.DoublyDiminished,
            (0, false) => IntervalQuality.Major,
            (-1, false) => IntervalQuality.Minor,
            (1, _) => IntervalQuality.Augmented,
            (2, _) => IntervalQuality.DoublyAugmented,
            _ => null,
        };
    }
}
