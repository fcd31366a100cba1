using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Judging;

namespace Gavvet.Worksheets.Forms;

/// <summary>Judges notes written into the gaps of a printed scale: a mark a gap.</summary>
internal static class GapsAnswer
{
    /// <summary>The judgement.</summary>
    /// <param name="asked">What is asked.</param>
    /// <param name="style">The house style.</param>
    /// <param name="typed">What was typed: the notes of the gaps, or the whole scale.</param>
    /// <param name="whole">The same with the notes that are printed.</param>
    public static Judgement Judge(
        AskedQuestion asked,
        HouseStyle style,
        ImmutableArray<WrittenNote> typed,
        ImmutableArray<WrittenNote> whole
    )
    {
        var columns = asked.Columns;
        int[] gaps = [.. Enumerable.Range(0, columns.Length).Where(column => columns[column] is null)];
        // Of what was printed nothing is judged, however it was typed.
        ImmutableArray<WrittenNote> filled = [.. whole.Length == columns.Length ? gaps.Select(gap => whole[gap]) : typed];
        var byName = Judge(asked, style, gaps, [.. filled.Select(ScaleAnswer.Named)]);
        if (
            byName.Marks == byName.Of
            || !asked.Scale!.UnderSignature
            || style.SignatureOf(asked.Scale.Type, asked.Scale.Tonic) is not { } signature
        )
            return byName;
        // After a printed signature a bare letter takes it.
        var bySignature = Judge(
            asked,
            style,
            gaps,
            [.. filled.Select(note => new NoteName(note.Letter, note.Sign ?? signature.On(note.Letter)))]
        );
        return bySignature.Marks >= byName.Marks ? bySignature : byName;
    }

    private static Judgement Judge(AskedQuestion asked, HouseStyle style, int[] gaps, ImmutableArray<NoteName> notes)
    {
        var columns = asked.Columns;
        var lines = AcceptedSpellings
            .Of(style.Spell(asked.Scale!.Type, asked.Scale.Tonic), style, false)
            .Where(line =>
                line.Length == columns.Length
                && Enumerable.Range(0, columns.Length).All(column => columns[column] is not { } printed || printed == line[column])
            )
            .Select(line => gaps.Select(gap => line[gap]).ToImmutableArray());
        var wrongName = MarkCount.Halves(style, FindingCode.EnharmonicName);
        var isOne = notes.All(note => note == notes[0]);
        var (right, read) = lines
            .Select(line =>
                (Right: line, Read: LineRead.InOrder(gaps.Length, notes.Length, (gap, at) => LineRead.Like(line[gap], notes[at]), isOne))
            )
            .MinBy(one => one.Read.Halves(wrongName));
        var of = gaps.Length;
        if (read.IsRight)
            return new Judgement(
                right.SequenceEqual(gaps.Select(gap => style.Spell(asked.Scale.Type, asked.Scale.Tonic).Ascending[gap]))
                    ? Verdict.Correct
                    : Verdict.Accepted,
                [],
                of,
                of
            );
        var marks = Math.Max(0, ((2 * of) - read.Halves(wrongName)) / 2);
        var verdict = read.SoundsRight ? Verdict.Misspelled : Verdict.Wrong;
        if (notes.Length != of)
            return new Judgement(
                verdict,
                [new Finding(FindingCode.NotTheAnswer, 0, new FindingSubject.Notes(right), new FindingSubject.Notes(notes))],
                marks,
                of
            );
        // The line as it stands on the page then, for what it may have been meant as.
        ImmutableArray<WrittenNote> standing =
        [
            .. columns.Select(
                (column, i) =>
                    column is { } printed ? new WrittenNote(printed.Letter, printed.Accidental) : Written(notes[Array.IndexOf(gaps, i)])
            ),
        ];
        var judged = ScaleJudge.Judge(
            asked.AskedScale(style)! with
            {
                SignatureAsked = false,
                TonicGiven = false,
                Beside = [],
            },
            new WrittenAnswer(standing, null)
        );
        return new Judgement(
            verdict,
            judged.Findings.IsEmpty
                ? [new Finding(FindingCode.NotTheAnswer, 0, new FindingSubject.Notes(right), new FindingSubject.Notes(notes))]
                : judged.Findings,
            marks,
            of
        );
    }

    private static WrittenNote Written(NoteName note) => new(note.Letter, note.Accidental == Accidental.Natural ? null : note.Accidental);
}
