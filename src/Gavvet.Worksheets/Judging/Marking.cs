using System.Collections.Immutable;
using Gavvet.Theory;

namespace Gavvet.Worksheets.Judging;

/// <summary>Marks from findings: one cause costs once, halves are rounded once, and no answer earns less than nothing.</summary>
internal static class Marking
{
    private const int AlterationMarks = 2;

    /// <summary>Marks earned and marks there are.</summary>
    public static (int Marks, int Of) Of(AskedScale asked, WrittenAnswer answer, NoteName tonic, ImmutableArray<Finding> findings)
    {
        var withSignature = SignatureJudge.Expected(asked, tonic) is not null && (asked.SignatureAsked || answer.Signature is not null);
        return asked.Scheme switch
        {
            MarkScheme.AllOrNothing => (findings.All(finding => Halves(asked.Style, finding) == 0) ? 1 : 0, 1),
            MarkScheme.ByComponent => ByComponent(asked.Style, withSignature, findings),
            _ => PerNote(asked, tonic, withSignature, findings),
        };
    }

    private static (int Marks, int Of) PerNote(AskedScale asked, NoteName tonic, bool withSignature, ImmutableArray<Finding> findings)
    {
        var notes = asked.Style.Spell(asked.Type, tonic).Notes(asked.Direction).Length;
        var of = notes - (asked.TonicGiven ? 1 : 0) + (withSignature ? 1 : 0);
        return (Earned(of, findings.Sum(finding => Halves(asked.Style, finding))), of);
    }

    private static (int Marks, int Of) ByComponent(HouseStyle style, bool withSignature, ImmutableArray<Finding> findings)
    {
        var signature = withSignature && findings.All(finding => finding.Position != 0) ? 1 : 0;
        var faults = findings.Where(finding => finding.Position != 0).ToLookup(finding => IsOfLetters(finding.Code), finding => Halves(style, finding));
        var letters = faults[true].Sum() == 0 ? 1 : 0;
        return (signature + letters + Earned(AlterationMarks, faults[false].Sum()), (withSignature ? 1 : 0) + 1 + AlterationMarks);
    }

    // A half is rounded in the student's favour.
    private static int Earned(int of, int halvesLost) => Math.Clamp(((2 * of) - halvesLost + 1) / 2, 0, of);

    private static int Halves(HouseStyle style, Finding finding) => (finding.Code, style.WrongName) switch
    {
        (FindingCode.SignatureDoubled or FindingCode.MixedAccidentals, _) => 0,
        (FindingCode.EnharmonicName, WrongNameMark.Full) => 0,
        (FindingCode.EnharmonicName, WrongNameMark.Half) => 1,
        _ => 2,
    };

    private static bool IsOfLetters(FindingCode code) => code is FindingCode.WrongDirection or FindingCode.StartedElsewhere or FindingCode.WrongTonic
        or FindingCode.StruckDegreeKept or FindingCode.BlueNoteMissing or FindingCode.OctaveMissing or FindingCode.MissingNote
        or FindingCode.ExtraNote or FindingCode.LetterRepeated or FindingCode.LetterSkipped;
}
