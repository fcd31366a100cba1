namespace Gavvet.Theory;

/// <summary>Steps as a house style writes them.</summary>
public static class StepNaming
{
    /// <summary>The step between two neighbouring notes as a sign: W, S, 1½, A2.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="semitones">The step in semitones, 1 to 4.</param>
    /// <param name="letters">Letters between the two notes; zero when the step is to be told by its size alone.</param>
    /// <exception cref="ArgumentOutOfRangeException">No scale has such a step.</exception>
    public static string Sign(this HouseStyle style, int semitones, int letters)
    {
        return (semitones, style.Steps) switch
        {
            (< 1 or > 6, _) => throw new ArgumentOutOfRangeException(nameof(semitones), "A step of a scale is from one to six semitones."),
            (_, StepWords.Semitones) => $"{semitones}",
            // Where H is a note it is no step: there the same steps are written in figures.
            (1, StepWords.WholeHalf) when style.NoteNames != NameSystem.German => "H",
            (2, StepWords.WholeHalf) when style.NoteNames != NameSystem.German => "W",
            (1, StepWords.ToneSemitone) => "S",
            (2, StepWords.ToneSemitone) => "T",
            (1, _) => "½",
            (2, _) => "1",
            (_, StepWords.Fractions) => Fraction(semitones),
            _ => style.WideSteps switch
            {
                WideSteps.Fractions => Fraction(semitones),
                WideSteps.Intervals when letters > 0 => $"{new Interval(letters, semitones)}",
                _ => $"{semitones}",
            },
        };
    }

    /// <summary>The step in words: "whole step", "tone", "augmented second".</summary>
    /// <param name="style">The house style.</param>
    /// <param name="semitones">The step in semitones.</param>
    /// <param name="letters">Letters between the two notes; zero when the step is to be told by its size alone.</param>
    public static string Word(this HouseStyle style, int semitones, int letters)
    {
        var tones = style.Steps is StepWords.ToneSemitone or StepWords.Fractions;
        return semitones switch
        {
            1 => TheoryTexts.Term("step", tones ? "semitone" : "half step"),
            2 => TheoryTexts.Term("step", tones ? "tone" : "whole step"),
            _ when letters > 0 => new Interval(letters, semitones).Name,
            _ => TheoryTexts.Say("step.semitones", ("count", semitones)),
        };
    }

    /// <summary>The steps of a scale as signs, in the order the notes are written.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="scale">The scale.</param>
    /// <param name="direction">Up, down, or both.</param>
    public static IEnumerable<string> Signs(this HouseStyle style, Scale scale, Direction direction)
    {
        var notes = scale.Notes(direction);
        return scale.MeasuredSteps(direction).Select((step, i) => style.Sign(step, LettersBetween(scale.Type, notes[i], notes[i + 1])));
    }

    /// <summary>The letters a step is named from: none in symmetric scales, whose steps are told by size.</summary>
    /// <param name="type">The scale type.</param>
    /// <param name="first">One note.</param>
    /// <param name="second">Its neighbour.</param>
    public static int LettersBetween(ScaleType type, NoteName first, NoteName second)
    {
        if (type.Family == ScaleFamily.Symmetric)
            return 0;
        var letters = first.Letter.LettersUpTo(second.Letter);
        return Math.Min(letters, Letters.Count - letters);
    }

    private static string Fraction(int semitones) => (semitones / 2 == 0 ? "" : $"{semitones / 2}") + (semitones % 2 == 1 ? "½" : "");
}
