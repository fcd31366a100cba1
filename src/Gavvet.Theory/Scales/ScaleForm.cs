using System.Collections.Immutable;

namespace Gavvet.Theory;

/// <summary>
/// One line of a scale, from the tonic up to the note before the octave. Degrees on one side, letters and steps on the
/// other, are written down separately, so that one can be checked against the other.
/// </summary>
/// <param name="Degrees">The degrees, counted against the major scale, from the tonic up.</param>
/// <param name="Steps">Semitones from each note to the next, the last up to the octave.</param>
/// <param name="Letters">The letters the line has when it begins on C.</param>
public sealed record ScaleForm(ImmutableArray<Degree> Degrees, ImmutableArray<int> Steps, ImmutableArray<Letter> Letters)
{
    /// <summary>The letters of every seven-note scale: each once.</summary>
    public static ImmutableArray<Letter> EachLetterOnce { get; } = [.. Enum.GetValues<Letter>()];

    /// <summary>Whether each of the seven letters is there once.</summary>
    public bool IsSevenLetters => Letters.SequenceEqual(EachLetterOnce);

    /// <summary>The piano keys of the line as bits, the tonic at bit 0; it says nothing of the spelling.</summary>
    public int PitchClassBits
    {
        get
        {
            var bits = 0;
            foreach (var degree in Degrees)
                bits |= 1 << (((degree.Semitones % 12) + 12) % 12);
            return bits;
        }
    }

    /// <summary>The piano keys as seen from one of the degrees.</summary>
    /// <param name="degree">The degree that becomes bit 0.</param>
    internal int Turned(Degree degree)
    {
        var up = ((degree.Semitones % 12) + 12) % 12;
        return ((PitchClassBits >> up) | (PitchClassBits << (12 - up))) & 0xFFF;
    }

    /// <summary>The form written as degrees and steps, in plain characters.</summary>
    /// <param name="degrees">Such as "1 2 b3 4 5 b6 7".</param>
    /// <param name="steps">Such as "2 1 2 2 1 3 1".</param>
    /// <param name="letters">Such as "CDEFGAB"; empty when each letter comes once.</param>
    /// <exception cref="FormatException">A degree, step or letter cannot be read.</exception>
    public static ScaleForm Parse(string degrees, string steps, string letters)
    {
        return new ScaleForm(
            [.. degrees.Split(' ').Select(Degree.Parse)],
            [.. steps.Split(' ').Select(int.Parse)],
            letters.Length == 0 ? EachLetterOnce : [.. letters.Select(letter => Enum.Parse<Letter>($"{letter}"))]
        );
    }
}
