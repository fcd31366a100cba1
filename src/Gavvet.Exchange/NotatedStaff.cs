using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Questions;

namespace Gavvet.Exchange;

/// <summary>A staff of a worksheet as notation programs take it: one bar, with the words that stand before it.</summary>
/// <param name="Words">The question's number and prompt.</param>
/// <param name="Clef">The clef.</param>
/// <param name="Signature">The signature that stands there, or null.</param>
/// <param name="Columns">Places for notes; those without a note are left empty.</param>
/// <param name="Notes">The notes that stand there.</param>
/// <param name="Values">The value of the note at each place.</param>
public sealed record NotatedStaff(
    string Words,
    Clef Clef,
    KeySignature? Signature,
    int Columns,
    ImmutableArray<NoteMark> Notes,
    ImmutableArray<NoteValue> Values
)
{
    /// <summary>Every staff of a student's paper, in order. The answers are out of its reach.</summary>
    /// <param name="paper">The paper.</param>
    public static ImmutableArray<NotatedStaff> OfStudent(Worksheet paper) => Of(paper, _ => null);

    /// <summary>Every staff of a key, in order, with the key's marks on them.</summary>
    /// <param name="composition">The paper and its key.</param>
    public static ImmutableArray<NotatedStaff> OfKey(Composition composition) =>
        Of(composition.Worksheet, item => composition.Key.Answers.GetValueOrDefault(item.SlotId));

    private static ImmutableArray<NotatedStaff> Of(Worksheet paper, Func<WorksheetItem, Answer?> answerTo)
    {
        var staves = ImmutableArray.CreateBuilder<NotatedStaff>();
        foreach (var item in paper.Sections.SelectMany(section => section.Items))
        {
            var answer = answerTo(item);
            for (var i = 0; i < item.Question.Figures.Length; i++)
            {
                // Notes without a clef have no pitch to write down before the answer gives them one.
                if (item.Question.Figures[i] is StaffFigure figure && (!figure.HidesClef || answer is not null))
                    staves.Add(
                        Read($"{item.Number}. {item.Question.Prompt}".TrimEnd(), figure, [.. figure.Given, .. answer?.Marks[i] ?? []])
                    );
            }
        }

        return staves.ToImmutable();
    }

    // The same place, read in another clef.
    private static NoteMark InClef(NoteMark note, Clef from, Clef to)
    {
        if (from == to)
            return note;
        var step = to.BottomLine.StaffStep + from.Position(note.Pitch);
        return note with { Pitch = Pitch.At(new NoteName(Letter.C.Up(step), note.Pitch.Name.Accidental), step) };
    }

    private static NotatedStaff Read(string words, StaffFigure figure, ImmutableArray<Mark> marks)
    {
        // A sign that was added to a note is the note's.
        var added = marks.OfType<AddedSignMark>().ToDictionary(mark => mark.Note.Column, mark => mark.Note);
        var clef = marks.OfType<ClefMark>().FirstOrDefault()?.Clef ?? figure.Clef;
        ImmutableArray<NoteMark> notes =
        [
            .. marks
                .OfType<NoteMark>()
                .OrderBy(note => note.Column)
                .ThenBy(note => note.Pitch.StaffStep)
                .Select(note => InClef(added.GetValueOrDefault(note.Column, note), figure.Clef, clef)),
        ];
        var signature = marks.OfType<SignatureMark>().FirstOrDefault()?.Signature;
        return new NotatedStaff(
            words,
            clef,
            signature,
            figure.Columns,
            notes,
            [.. Enumerable.Range(0, figure.Columns).Select(figure.ValueAt)]
        );
    }
}
