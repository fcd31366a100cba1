using System.Collections.Immutable;
using Gavvet.Theory;

namespace Gavvet.Worksheets.Judging;

/// <summary>Marks from what an answer costs: halves are rounded once, down, and no answer earns less than nothing.</summary>
internal static class MarkCount
{
    private const int AlterationMarks = 2;

    /// <summary>Marks earned and marks there are.</summary>
    /// <param name="lineAsked">The question, worked out.</param>
    /// <param name="asked">What was asked, and how it is marked.</param>
    /// <param name="answer">What was written.</param>
    /// <param name="findings">What is said of it.</param>
    /// <param name="halves">What it costs all in all, in halves of a mark: the findings, or less where a cheaper explanation caps
    /// them.</param>
    public static (int Marks, int Of) Of(
        LineAsked lineAsked,
        AskedScale asked,
        WrittenAnswer answer,
        ImmutableArray<Finding> findings,
        int halves
    )
    {
        var withSignature =
            SignatureJudge.Expected(asked, lineAsked.Tonic) is { } signature
            && ((asked.SignatureAsked && signature.Count > 0) || answer.Signature is not null);
        return asked.Scheme switch
        {
            MarkScheme.AllOrNothing => (halves == 0 ? 1 : 0, 1),
            MarkScheme.ByComponent => ByComponent(asked.Style, withSignature, findings, halves),
            _ => PerNote(lineAsked, asked, withSignature, halves),
        };
    }

    /// <summary>What a finding costs beside others, in halves of a mark; a confusion is priced by its explanation.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="code">What is found.</param>
    public static int Halves(HouseStyle style, FindingCode code) =>
        (code, style.WrongName) switch
        {
            (FindingCode.SignatureDoubled or FindingCode.MixedAccidentals, _) => 0,
            (FindingCode.EnharmonicName, WrongNameMark.Full) => 0,
            (FindingCode.EnharmonicName, WrongNameMark.Half) => 1,
            _ => Explanation.Mark,
        };

    private static (int Marks, int Of) PerNote(LineAsked lineAsked, AskedScale asked, bool withSignature, int halves)
    {
        var of = lineAsked.Line.Length - (asked.TonicGiven ? 1 : 0) + (withSignature ? 1 : 0);
        return (Earned(of, halves), of);
    }

    private static (int Marks, int Of) ByComponent(HouseStyle style, bool withSignature, ImmutableArray<Finding> findings, int halves)
    {
        var ofSignature = findings.Where(finding => finding.Position == 0).Sum(finding => Halves(style, finding.Code));
        var ofLetters = findings
            .Where(finding => finding.Position != 0 && IsOfLetters(finding.Code))
            .Sum(finding => Halves(style, finding.Code));
        var signature = withSignature && ofSignature == 0 ? 1 : 0;
        var letters = ofLetters == 0 ? 1 : 0;
        return (
            signature + letters + Earned(AlterationMarks, Math.Max(0, halves - ofSignature - ofLetters)),
            (withSignature ? 1 : 0) + 1 + AlterationMarks
        );
    }

    // A half is rounded down: one wrong name never comes free where it costs half.
    private static int Earned(int of, int halvesLost) => Math.Clamp(((2 * of) - halvesLost) / 2, 0, of);

    private static bool IsOfLetters(FindingCode code) =>
        code
            is FindingCode.WrongDirection
                or FindingCode.DirectionMissing
                or FindingCode.DirectionExtra
                or FindingCode.OctaveExtra
                or FindingCode.OctaveDisplaced
                or FindingCode.ClefMisread
                or FindingCode.StartedElsewhere
                or FindingCode.WrongTonic
                or FindingCode.StruckDegreeKept
                or FindingCode.BlueNoteMissing
                or FindingCode.OctaveMissing
                or FindingCode.MissingNote
                or FindingCode.ExtraNote
                or FindingCode.LetterRepeated
                or FindingCode.LetterSkipped
                or FindingCode.LettersTurnBack;
}
