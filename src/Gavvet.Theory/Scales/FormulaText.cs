using System.Collections.Immutable;
using System.Globalization;

namespace Gavvet.Theory;

/// <summary>
/// Reads the steps and degrees of a scale in every way musicians write them. The search, a scale of the teacher's own
/// and the judge of written answers read through it, so that what one understands the others do.
/// </summary>
public static class FormulaText
{
    private static readonly char[] Between = [' ', ',', ';', '–', '-', '|', '\t', '\n', '\u00a0'];

    // In semitones: steps of every vocabulary, and the intervals that stand for the wider ones.
    private static readonly ImmutableDictionary<string, int> StepWords =
        "w 2, h 1, t 2, s 1, st 1, ½ 1, 1½ 3, 1/2 1, 1.5 3, 0.5 1, whole 2, half 1, tone 2, semitone 1, m2 1, M2 2, a2 3, m3 3, M3 4, w+h 3, wh 3, ts 3, t+s 3, 1h 3, ganz 2, ganzton 2, halb 1, halbton 1, gt 2, ht 1, ton 2, tono 2, semitono 1, hele 2, halve 1"
            .Split(", ")
            .Select(row => row.Split(' '))
            .ToImmutableDictionary(row => row[0], row => int.Parse(row[1], CultureInfo.InvariantCulture));

    /// <summary>The widest step, in semitones, that is written as a number.</summary>
    public const int WidestStep = 6;

    /// <summary>The words of a line of steps or degrees, whatever stands between them.</summary>
    /// <param name="line">Such as "W–W–H" or "1, b3, 4".</param>
    public static string[] Words(string line) => line.Split(Between, StringSplitOptions.RemoveEmptyEntries);

    /// <summary>Steps in semitones, from any vocabulary, joined or apart: WWHWWWH, T T S T T T S, 1 1 ½ 1 1 1 ½, 2212221. What is no step
    /// is 0.</summary>
    /// <param name="words">The words, or the one word in which all are joined.</param>
    public static ImmutableArray<int> Steps(string[] words)
    {
        string[] apart =
            words is [{ Length: > 2 } joined] && joined.All(sign => Step($"{sign}") > 0) ? [.. joined.Select(sign => $"{sign}")] : words;
        // Where the figures are tones and halves, 1 is a tone.
        var inTones = apart.Any(word => word is "½" or "1½" or "1/2");
        return [.. apart.Select(word => inTones && word is "1" or "2" ? 2 * Step(word) : Step(word))];
    }

    /// <summary>Reads a degree: b3, ♭3 and 3b, #4, R for the root, m3, P5 or M7, 5th.</summary>
    /// <param name="word">The word.</param>
    /// <param name="degree">The degree read, or the tonic.</param>
    public static bool TryDegree(string word, out Degree degree)
    {
        var number = word is [.., 's', 't'] or [.., 'n', 'd'] or [.., 'r', 'd'] or [.., 't', 'h'] ? word[..^2] : word;
        return Degree.TryParse(
            number switch
            {
                "R" or "r" => "1",
                [var digit and >= '1' and <= '7', 'b' or '#' or '♭' or '♯'] => $"{number[1]}{digit}",
                ['P' or 'p' or 'M', var size] => $"{size}",
                ['m', var size] => $"b{size}",
                // A perfect interval is diminished by one semitone, a major one by two.
                ['d', var size] => size is '4' or '5' ? $"b{size}" : $"bb{size}",
                ['A', var size] => $"#{size}",
                _ => number,
            },
            out degree
        );
    }

    // M3 is a major third and m3 a minor one; elsewhere a capital says nothing.
    private static int Step(string word) =>
        word is [>= '1' and <= (char)('0' + WidestStep)]
            ? word[0] - '0'
            : StepWords.GetValueOrDefault(word is "M3" or "M2" ? word : word.ToLowerInvariant());
}
