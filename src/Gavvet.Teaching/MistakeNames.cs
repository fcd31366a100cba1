using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Teaching;

/// <summary>The mistakes that have a name, in a teacher's words.</summary>
public static class MistakeNames
{
    /// <summary>The name of a mistake: its own words where it has some, otherwise those of its code.</summary>
    /// <param name="code">The mistake.</param>
    public static string Of(FindingCode code) => Of(FileWords.Of(code));

    /// <summary>The name of a mistake, or of the reason of a follow-up, by its word in files.</summary>
    /// <param name="code">The word, such as natural-for-harmonic or blank.</param>
    public static string Of(string code) => Texts.Has($"mistake.{code}") ? Texts.Say($"mistake.{code}") : code.Replace('-', ' ');
}
