using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Teaching;

/// <summary>The names of mistakes, as lists of them have them: on the screens, on keys of follow-ups.</summary>
public static class MistakeNames
{
    /// <summary>What was left empty.</summary>
    public static string Blank => Texts.Say("mistake.blank");

    /// <summary>What went wrong without a name for it.</summary>
    public static string Wrong => Texts.Say("mistake.wrong");

    /// <summary>The name of a mistake.</summary>
    /// <param name="code">The mistake.</param>
    public static string Of(FindingCode code) => Texts.Say($"mistake.{FileWords.Of(code)}");
}
