using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Teaching;

/// <summary>The names of mistakes, as lists of them have them: on the screens, on keys of follow-ups.</summary>
public static class MistakeNames
{
    /// <summary>The name of a mistake.</summary>
    /// <param name="code">The mistake.</param>
    public static string Of(FindingCode code) => Of(FileWords.Of(code));

    /// <summary>The name of a mistake, or of the reason of a follow-up, by its word in files.</summary>
    /// <param name="word">The word, such as natural-for-harmonic, blank or wrong.</param>
    public static string Of(string word) => Texts.Say($"mistake.{word}");
}
