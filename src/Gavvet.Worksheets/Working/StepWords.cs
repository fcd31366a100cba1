namespace Gavvet.Worksheets.Working;

/// <summary>Steps in letters, as they stand between two notes.</summary>
public static class StepWords
{
    /// <summary>W for a whole step, H for a half step.</summary>
    /// <param name="semitones">1 or 2.</param>
    /// <exception cref="ArgumentOutOfRangeException">A wider step, which no major scale has.</exception>
    public static string Sign(int semitones) => semitones switch
    {
        1 => "H",
        2 => "W",
        _ => throw new ArgumentOutOfRangeException(nameof(semitones), "A step of a major scale is a whole or a half step."),
    };
}
