using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Judging;

namespace Gavvet.Worksheets.Forms;

/// <summary>
/// Judges signs put to printed letters or notes: a mark a note that needs one. A sign put where none goes takes one right
/// sign away; where none is needed at all, it takes one note's share of the whole.
/// </summary>
internal static class SignsAnswer
{
    /// <summary>The judgement.</summary>
    /// <param name="asked">What is asked.</param>
    /// <param name="style">The house style.</param>
    /// <param name="typed">The whole line with its signs, or the notes that got one.</param>
    public static Judgement Judge(AskedQuestion asked, HouseStyle style, ImmutableArray<WrittenNote> typed)
    {
        var scale = asked.Scale!;
        var line = style.Spell(scale.Type, scale.Tonic).Notes(scale.Direction, scale.Octaves);
        var places = scale.Places;
        var of = places.IsEmpty ? line.Length : places.Length;
        if (Put(line, typed) is not { } notes)
            return NoteRow(line, typed) with { Marks = 0, Of = of };
        // What stands there where no sign was put: the letter, or what a sign before it on the staff still holds.
        var wrong = places.Where(place => ScaleAnswer.Named(notes[place]) != line[place]).ToArray();
        var extra = Enumerable
            .Range(0, line.Length)
            .Where(place => !places.Contains(place) && notes[place].Sign is not null && ScaleAnswer.Named(notes[place]) != line[place])
            .ToArray();
        if (wrong.Length == 0 && extra.Length == 0)
            return new Judgement(Verdict.Correct, [], of, of);
        if (extra.Length == 0 && wrong.Length == places.Length && places.All(place => notes[place].Sign is null))
            return ScaleAnswer.Unchanged(asked, style, notes, of);
        var wrongName = MarkCount.Halves(style, FindingCode.EnharmonicName);
        var halves =
            (2 * extra.Length)
            + wrong.Sum(place => ScaleAnswer.Named(notes[place]).PitchClass == line[place].PitchClass ? wrongName : Explanation.Mark);
        // The whole line as it then reads, for what it may have been meant as; on a tie the letters printed tell the places.
        var judged = ScaleJudge.Judge(
            asked.AskedScale(style)! with
            {
                SignatureAsked = false,
                Beside = [],
            },
            new WrittenAnswer(
                [
                    .. Enumerable
                        .Range(0, line.Length)
                        .Select(place =>
                            wrong.Contains(place) || extra.Contains(place)
                                ? notes[place]
                                : new WrittenNote(line[place].Letter, line[place].Accidental)
                        ),
                ],
                null
            )
        );
        var findings = judged.Verdict is Verdict.Correct or Verdict.Accepted ? NoteRow(line, notes).Findings : judged.Findings;
        var verdict =
            extra.Length == 0 && wrong.All(place => ScaleAnswer.Named(notes[place]).PitchClass == line[place].PitchClass)
                ? Verdict.Misspelled
                : Verdict.Wrong;
        return new Judgement(verdict, findings, Math.Max(0, ((2 * of) - halves) / 2), of);
    }

    // All notes with their signs; or those alone that got one, each put to the next printed note of its letter.
    private static ImmutableArray<WrittenNote>? Put(ImmutableArray<NoteName> line, ImmutableArray<WrittenNote> typed)
    {
        if (typed.Length == line.Length)
            return typed.Select(note => note.Letter).SequenceEqual(line.Select(note => note.Letter)) ? typed : null;
        var notes = line.Select(note => new WrittenNote(note.Letter, null)).ToArray();
        var at = 0;
        foreach (var note in typed)
        {
            var place = Array.FindIndex(notes, at, other => other.Letter == note.Letter);
            if (place < 0)
                return null;
            notes[place] = note;
            at = place + 1;
        }

        return [.. notes];
    }

    // Place by place, where nothing else explains it.
    private static Judgement NoteRow(ImmutableArray<NoteName> line, ImmutableArray<WrittenNote> typed)
    {
        var findings = Enumerable
            .Range(0, Math.Min(line.Length, typed.Length))
            .Where(place => ScaleAnswer.Named(typed[place]) != line[place])
            .Select(place => new Finding(
                typed[place].Letter == line[place].Letter ? FindingCode.AccidentalWrong : FindingCode.NotTheAnswer,
                place + 1,
                FindingSubject.Of(line[place]),
                FindingSubject.Of(ScaleAnswer.Named(typed[place]))
            ));
        ImmutableArray<Finding> all = [.. findings];
        return new Judgement(
            Verdict.Wrong,
            all.IsEmpty
                ?
                [
                    new Finding(
                        FindingCode.NotTheAnswer,
                        0,
                        new FindingSubject.Notes(line),
                        new FindingSubject.Notes([.. typed.Select(ScaleAnswer.Named)])
                    ),
                ]
                : all,
            0,
            line.Length
        );
    }
}
