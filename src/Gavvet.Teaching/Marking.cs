using System.Collections.Immutable;
using Gavvet.Worksheets.Judging;

namespace Gavvet.Teaching;

/// <summary>What an item's answer was found to be. Like the judge's verdicts, and blank.</summary>
public enum MarkedAs
{
    /// <summary>As the key has it.</summary>
    Correct,

    /// <summary>Another answer that is as good.</summary>
    Accepted,

    /// <summary>Right by sound under a name that is not accepted.</summary>
    Misspelled,

    /// <summary>Something is missing or wrong.</summary>
    Wrong,

    /// <summary>Nothing was written.</summary>
    Blank,
}

/// <summary>A named mistake of an answer, in words that stay as they were.</summary>
/// <param name="Code">Which mistake.</param>
/// <param name="Position">The place among what was written, from 1; 0 for a signature.</param>
/// <param name="Expected">What should be there.</param>
/// <param name="Found">What is there.</param>
/// <param name="Message">The sentence for the student.</param>
public sealed record MarkedFinding(FindingCode Code, int Position, string Expected, string Found, string Message);

/// <summary>What was decided for one item of one paper. It is never changed: a later one counts instead.</summary>
/// <param name="As">What the answer was found to be.</param>
/// <param name="Marks">Marks earned, in halves where the teacher gives them; the judge gives whole ones.</param>
/// <param name="Of">Marks there are.</param>
/// <param name="Findings">The named mistakes and remarks.</param>
public sealed record Marking(MarkedAs As, double Marks, int Of, ImmutableArray<MarkedFinding> Findings)
{
    /// <summary>Characters of an answer, a remark or a sentence at most.</summary>
    public const int LongestWords = 2_000;

    /// <summary>Whether marks can be given: halves from none to all there are.</summary>
    /// <param name="marks">The marks.</param>
    /// <param name="of">Marks there are.</param>
    public static bool CanBe(double marks, int of) => marks >= 0 && marks <= of && double.IsInteger(2 * marks);

    /// <summary>Named mistakes of one answer at most.</summary>
    public const int MostFindings = 200;

    /// <summary>What the student wrote, or null where it was not entered.</summary>
    public string? Written { get; init; }

    /// <summary>The teacher's remark, or null.</summary>
    public string? Remark { get; init; }

    /// <summary>Whether the marks are the teacher's and not the judge's.</summary>
    public bool IsByHand { get; init; }

    /// <summary>Whether all was right; a name right by sound alone is where the house style takes nothing off for it.</summary>
    public bool IsRight => As is MarkedAs.Correct or MarkedAs.Accepted || (As == MarkedAs.Misspelled && Marks == Of);
}
