using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Figures;

namespace Gavvet.Exchange;

/// <summary>A staff of a worksheet as notation programs take it: one bar, with the words that stand before it.</summary>
/// <param name="Words">The question's number and prompt.</param>
/// <param name="Clef">The clef.</param>
/// <param name="Signature">The signature that stands there, or null.</param>
/// <param name="Columns">Places for notes; those without a note are left empty.</param>
/// <param name="Notes">The notes that stand there.</param>
public sealed record NotatedStaff(string Words, Clef Clef, KeySignature? Signature, int Columns, ImmutableArray<NoteMark> Notes)
{
    /// <summary>Every staff of a composition, in order.</summary>
    /// <param name="composition">The composition.</param>
    /// <param name="withAnswers">Whether the key's marks are on them too.</param>
    public static ImmutableArray<NotatedStaff> Of(Composition composition, bool withAnswers)
    {
        var staves = ImmutableArray.CreateBuilder<NotatedStaff>();
        foreach (var item in composition.Worksheet.Sections.SelectMany(section => section.Items))
        {
            var answer = withAnswers ? composition.Key.Answers.GetValueOrDefault(item.SlotId) : null;
            for (var i = 0; i < item.Question.Figures.Length; i++)
            {
                if (item.Question.Figures[i] is StaffFigure figure)
                    staves.Add(Read($"{item.Number}. {item.Question.Prompt}".TrimEnd(), figure, [.. figure.Given, .. answer?.Marks[i] ?? []]));
            }
        }

        return staves.ToImmutable();
    }

    private static NotatedStaff Read(string words, StaffFigure figure, ImmutableArray<Mark> marks)
    {
        // A sign that was added to a note is the note's.
        var added = marks.OfType<AddedSignMark>().ToDictionary(mark => mark.Note.Column, mark => mark.Note);
        ImmutableArray<NoteMark> notes = [.. marks.OfType<NoteMark>().OrderBy(note => note.Column).Select(note => added.GetValueOrDefault(note.Column, note))];
        var signature = marks.OfType<SignatureMark>().FirstOrDefault()?.Signature;
        return new NotatedStaff(words, figure.Clef, signature, figure.Columns, notes);
    }
}
