using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Forms;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Working;

namespace Gavvet.Teaching;

/// <summary>The questions of a composed sheet as items that are judged: the same that a printing of it records.</summary>
public static class SetItems
{
    /// <summary>The item of each question that has an answer, by its slot, in the order of the page.</summary>
    /// <param name="composition">The composition.</param>
    public static ImmutableArray<(WorksheetItem Question, SetItem Item)> Of(Composition composition)
    {
        var sheet = composition.Worksheet;
        return
        [
            .. sheet.Sections.SelectMany(
                (section, index) =>
                    section
                        .Items.Where(item => item.Setting is not null)
                        .Select(item => (item, Of(sheet, section, index + 1, item, composition.Key.Answers[item.SlotId])))
            ),
        ];
    }

    private static SetItem Of(Worksheet sheet, WorksheetSection section, int number, WorksheetItem item, Answer answer)
    {
        var setting = item.Setting!;
        var kind = QuestionCatalogue.Standard.Get(section.KindId);
        return new SetItem(
            item.Number,
            number,
            section.Heading,
            $"{sheet.Edition.Version ?? 'A'}",
            sheet.Edition.Part?.Id,
            PlainText.Of(item.Question.Prompt),
            answer.Text,
            answer.AlsoRight,
            [.. answer.Working.Select(step => WorkingSentences.Sentence(setting.Style, step))],
            section.Marks,
            item.Load,
            new Asked(kind.Id, kind.Group, setting.Scale, setting.Tonic)
            {
                Clef = kind.UsesClefAs(setting.Option) ? setting.Clef : null,
                Direction = kind.UsesDirection ? setting.Direction : null,
                WriteWith = kind.UsesNotation ? setting.Notation : null,
                AnswerAs = setting.AnswerAs,
                Option = setting.Option.Length > 0 ? setting.Option : null,
                Scaffold = setting.Scaffolding,
                Octaves = setting.Octaves,
                Variant = setting.Variant,
                Sounds = setting.Part is { WrittenFifths: not 0 } ? setting.Sounds : null,
            }.Heard(sheet.Edition.Part),
            AskedQuestion.Recorded(kind, setting, section.Bank)
        );
    }
}
