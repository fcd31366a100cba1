using System.Collections.Immutable;
using Gavvet.Theory;

namespace Gavvet.Worksheets.Judging;

/// <summary>Judges a written scale: from what was asked and what was written to verdict, findings and marks.</summary>
public static class ScaleJudge
{
    /// <summary>The judgement.</summary>
    /// <param name="asked">What was asked.</param>
    /// <param name="answer">What was written.</param>
    /// <exception cref="UnwritableNoteException">The scale asked cannot be written.</exception>
    /// <exception cref="ArgumentException">The answer has no notes.</exception>
    public static Judgement Judge(AskedScale asked, WrittenAnswer answer)
    {
        if (answer.Notes.IsEmpty)
            throw new ArgumentException("An answer has at least one note.");
        var tonic = TonicMeant(asked, answer);
        var signature = SignatureJudge.Judge(asked, tonic, answer.Signature);
        var (verdict, findings) = Notes(asked, tonic, answer, signature);
        if (verdict is Verdict.Wrong or Verdict.Misspelled && asked.Part is not null && IsRight(asked, asked.Tonic, answer))
        {
            (verdict, signature) = (Verdict.Wrong, null);
            findings = [new Finding(FindingCode.ConcertForWritten, 1, new Thing.ScaleOn(asked.Type, tonic), new Thing.ScaleOn(asked.Type, asked.Tonic))];
        }

        if (signature is not null)
        {
            verdict = Verdict.Wrong;
            // The major's signature and the major's notes are one confusion.
            findings = [.. findings.Where(finding => finding.Code != signature.Code).Append(signature).OrderBy(finding => finding.Code).ThenBy(finding => finding.Position)];
        }
        else if (verdict == Verdict.Correct && tonic != asked.WrittenTonic)
        {
            verdict = Verdict.Accepted;
        }

        var (marks, of) = Marking.Of(asked, answer, tonic, findings);
        return new Judgement(verdict, findings, marks, of);
    }

    // Under a wrong signature a bare letter is read as the right one would have it, if that leaves less to mend: the
    // signature is one cause and costs once.
    private static (Verdict Verdict, ImmutableArray<Finding> Findings) Notes(AskedScale asked, NoteName tonic, WrittenAnswer answer, Finding? signature)
    {
        var asWritten = Judge(asked, tonic, answer, answer.Signature is { } written ? written.On : NoSignature);
        if (signature is null || SignatureJudge.Expected(asked, tonic) is not { } expected)
            return asWritten;
        var asMeant = Judge(asked, tonic, answer, expected.On);
        return asMeant.Findings.Length <= asWritten.Findings.Length ? asMeant : asWritten;
    }

    private static (Verdict Verdict, ImmutableArray<Finding> Findings) Judge(AskedScale asked, NoteName tonic, WrittenAnswer answer, Func<Letter, Accidental> signature)
    {
        var read = AnswerReading.Read(answer.Notes, signature);
        var (verdict, findings) = NoteJudge.Judge(asked, tonic, read);
        if (verdict == Verdict.Wrong && CancellationForgotten(asked, tonic, answer, read, signature) is { } forgotten)
            findings = [forgotten];
        for (var i = 0; i < read.Length; i++)
        {
            if (read[i].RepeatsSignature)
                return (verdict, [.. findings, new Finding(FindingCode.SignatureDoubled, i + 1, Thing.None, Thing.Of(read[i].Name))]);
        }

        return (verdict, findings);
    }

    // Notes that would be right but for an accidental that still holds: every sign that is wanting has this one cause.
    private static Finding? CancellationForgotten(AskedScale asked, NoteName tonic, WrittenAnswer answer, ImmutableArray<ReadNote> read, Func<Letter, Accidental> signature)
    {
        var first = Enumerable.Range(0, read.Length).FirstOrDefault(i => read[i].HeldOver, -1);
        if (first < 0)
            return null;
        var meant = AnswerReading.Read([.. answer.Notes.Select(note => note with { AfterBarline = true })], signature);
        return NoteJudge.Judge(asked, tonic, meant).Verdict is Verdict.Correct or Verdict.Accepted
            ? new Finding(FindingCode.CancellationForgotten, first + 1, Thing.Of(meant[first].Name), Thing.Of(read[first].Name))
            : null;
    }

    private static bool IsRight(AskedScale asked, NoteName tonic, WrittenAnswer answer) =>
        asked.Style.CanSpell(asked.Type, tonic)
        && SignatureJudge.Judge(asked, tonic, answer.Signature) is null
        && Judge(asked, tonic, answer, answer.Signature is { } written ? written.On : NoSignature).Verdict is Verdict.Correct or Verdict.Accepted;

    // A part may be written in either of two enharmonic keys; an answer that begins on the other one is judged in it.
    private static NoteName TonicMeant(AskedScale asked, WrittenAnswer answer)
    {
        var tonic = asked.WrittenTonic;
        if (asked.Part is null)
            return tonic;
        var first = AnswerReading.Read(answer.Notes, answer.Signature is { } written ? written.On : NoSignature)[0].Name;
        return first.PitchClass == tonic.PitchClass && first != tonic && IsRight(asked, first, answer) ? first : tonic;
    }

    private static Accidental NoSignature(Letter letter) => Accidental.Natural;
}
