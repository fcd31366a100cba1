using System.Collections.Immutable;

namespace Gavvet.Theory;

/// <summary>The teacher's own scales: entered as degrees, or as steps where there are seven, and used like any other.</summary>
public static class OwnScale
{
    /// <summary>The longest name.</summary>
    public const int LongestName = 60;

    private const int Fewest = 3;
    private const int Most = 12;

    /// <summary>A scale from its degrees.</summary>
    /// <param name="name">What it is called.</param>
    /// <param name="up">The degrees from the tonic up, such as "1 b2 3 4 5 b6 7".</param>
    /// <param name="down">The degrees coming down, also listed from the tonic up, or null when they are the same.</param>
    /// <exception cref="FormatException">A degree cannot be read, or the degrees are no scale; the message says what would be
    /// right.</exception>
    public static ScaleType OfDegrees(string name, string up, string? down = null)
    {
        var upward = Form(up);
        var downward = string.IsNullOrWhiteSpace(down) ? upward : Form(down);
        return new ScaleType("own:" + Named(name), ScaleFamily.Own, upward, downward, [Named(name)]);
    }

    /// <summary>A scale from its seven steps: the letters are then certain.</summary>
    /// <param name="name">What it is called.</param>
    /// <param name="steps">Seven numbers of semitones that make an octave, such as "2 1 3 1 2 1 2".</param>
    /// <exception cref="FormatException">They are not seven steps that make an octave; the message says what would be right.</exception>
    public static ScaleType OfSteps(string name, string steps)
    {
        var form = FormOfSteps(steps);
        return new ScaleType("own:" + Named(name), ScaleFamily.Own, form, form, [Named(name)]);
    }

    /// <summary>A scale that has no name but its formula: degrees, or seven steps.</summary>
    /// <param name="formula">Such as "1 b2 3 4 5 b6 7" or "1-b2-3-4-5-b6-7" or "2 1 3 1 2 1 2".</param>
    /// <returns>The scale, or null when the text is no formula.</returns>
    public static ScaleType? OfFormula(string? formula)
    {
        var words = FormulaText.Words(ScaleNames.Plain(formula));
        if (words.Length < Fewest || !words.All(word => Degree.TryParse(word, out _)))
            return null;
        try
        {
            var form = IsSteps(words) ? FormOfSteps(string.Join(' ', words)) : Form(string.Join(' ', words));
            return new ScaleType(
                string.Join('-', form.Degrees.Select(degree => degree.Ascii)),
                ScaleFamily.Own,
                form,
                form,
                [string.Join(' ', form.Degrees.Select(degree => degree.Ascii))]
            );
        }
        catch (FormatException)
        {
            return null;
        }
    }

    /// <summary>Reads degrees, in any of the spaces, commas and signs teachers type.</summary>
    /// <param name="text">What was typed.</param>
    /// <exception cref="FormatException">They are no scale; the message says what would be right.</exception>
    public static ScaleForm Form(string text)
    {
        var degrees = FormulaText
            .Words(text)
            .Select(word => FormulaText.TryDegree(word, out var degree) ? degree : Degree.Parse(word))
            .ToImmutableArray();
        if (degrees.Length is < Fewest or > Most)
            throw new FormatException(TheoryTexts.Say("own.degrees", ("fewest", Fewest), ("most", Most), ("count", degrees.Length)));
        if (degrees[0] != default)
            throw new FormatException(TheoryTexts.Say("own.first"));
        for (var i = 1; i < degrees.Length; i++)
        {
            if (degrees[i].Number < degrees[i - 1].Number || degrees[i].Semitones <= degrees[i - 1].Semitones)
                throw new FormatException(TheoryTexts.Say("own.rising", ("degree", degrees[i]), ("before", degrees[i - 1])));
        }

        if (degrees[^1].Semitones > 11)
            throw new FormatException(TheoryTexts.Say("own.octave", ("degree", degrees[^1])));
        if (degrees.GroupBy(degree => degree.Number).FirstOrDefault(same => same.Count() > 2) is { } thrice)
            throw new FormatException(TheoryTexts.Say("own.thrice", ("number", thrice.Key), ("count", thrice.Count())));
        var semitones = degrees.Select(degree => degree.Semitones).Append(12).ToArray();
        for (var i = 1; i < semitones.Length; i++)
        {
            if (semitones[i] - semitones[i - 1] > FormulaText.WidestStep)
                throw new FormatException(
                    i < degrees.Length
                        ? TheoryTexts.Say(
                            "own.wide",
                            ("degree", degrees[i - 1]),
                            ("next", degrees[i]),
                            ("semitones", semitones[i] - semitones[i - 1]),
                            ("most", FormulaText.WidestStep)
                        )
                        : TheoryTexts.Say(
                            "own.wide-octave",
                            ("degree", degrees[i - 1]),
                            ("semitones", semitones[i] - semitones[i - 1]),
                            ("most", FormulaText.WidestStep)
                        )
                );
        }

        return new ScaleForm(
            degrees,
            [.. semitones.Skip(1).Zip(semitones, (upper, lower) => upper - lower)],
            [.. degrees.Select(degree => (Letter)(degree.Number - 1))]
        );
    }

    private static ScaleForm FormOfSteps(string text)
    {
        var words = FormulaText.Words(text);
        var steps = FormulaText.Steps(words);
        if (steps.IndexOf(steps.FirstOrDefault(step => step is < 1 or > 4)) is >= 0 and var odd)
            throw new FormatException(TheoryTexts.Say("own.no-step", ("word", words[odd])));
        if (steps.Length != Letters.Count)
            throw new FormatException(TheoryTexts.Say("own.steps", ("count", steps.Length)));
        if (steps.Sum() != 12)
            throw new FormatException(TheoryTexts.Say("own.sum", ("sum", steps.Sum())));
        var degrees = ImmutableArray.CreateBuilder<Degree>(Letters.Count);
        var semitones = 0;
        for (var number = 1; number <= Letters.Count; number++)
        {
            var alteration = semitones - new Degree(number).Semitones;
            if (!Accidentals.CanWrite(alteration))
                throw new FormatException(TheoryTexts.Say("own.triple", ("number", number)));
            degrees.Add(new Degree(number, (Accidental)alteration));
            semitones += steps[number - 1];
        }

        return new ScaleForm(degrees.MoveToImmutable(), steps, ScaleForm.EachLetterOnce);
    }

    // Seven plain numbers that make an octave are steps; 1 2 3 4 5 6 7 makes 28.
    private static bool IsSteps(string[] words) =>
        words.Length == Letters.Count && words.All(word => word.Length == 1) && words.Sum(word => word[0] - '0') == 12;

    private static string Named(string name)
    {
        var text = (name ?? "").Trim();
        if (text.Length is 0 or > LongestName)
            throw new FormatException(TheoryTexts.Say("own.name", ("most", LongestName)));
        return ScaleNames.Find(text) is [var taken, ..]
            ? throw new FormatException(TheoryTexts.Say("own.taken", ("name", taken.Name)))
            : text;
    }
}
