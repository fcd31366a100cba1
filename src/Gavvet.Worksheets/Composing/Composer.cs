using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Forms;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Composing;

/// <summary>Resolves a sheet: each drawn slot into its question and, apart, its answer.</summary>
public static class Composer
{
    private static string WithheldPrompt => Texts.Say("paper.withheld");

    /// <summary>Everything the versions of a sheet ask between them.</summary>
    /// <param name="versions">The sheets of the versions.</param>
    public static IReadOnlySet<QuestionIdentity> AskedBy(IEnumerable<Sheet> versions) => WorkedExamples.AskedBy(versions);

    /// <summary>Composes with the kinds the program ships.</summary>
    /// <param name="sheet">The sheet.</param>
    public static Composition Compose(Sheet sheet) => Compose(sheet, QuestionCatalogue.Standard, Edition.Only);

    /// <summary>Composes one version for one part with these kinds. A question whose derivations disagree is withheld, the rest
    /// stays.</summary>
    /// <param name="sheet">The sheet, with the version's questions.</param>
    /// <param name="catalogue">The kinds of question.</param>
    /// <param name="edition">Which version it is, and for which part.</param>
    public static Composition Compose(Sheet sheet, QuestionCatalogue catalogue, Edition edition)
    {
        using var speaking = sheet.Language.Speak();
        var key = new KeyInTheMaking();
        var sections = ImmutableArray.CreateBuilder<WorksheetSection>(sheet.Sections.Count);
        foreach (var section in sheet.Sections)
            sections.Add(Resolve(sheet, section, catalogue, edition, key));
        var worksheet = new Worksheet(sheet.Title, sheet.Instructions, sheet.Code, sheet.Setup, sheet.Style, sections.MoveToImmutable())
        {
            Edition = edition,
            Language = sheet.Language,
        };
        return new Composition(worksheet, new AnswerKey(key.Answers.ToImmutable(), key.Withheld.ToImmutable()));
    }

    private static WorksheetSection Resolve(Sheet sheet, Section section, QuestionCatalogue catalogue, Edition edition, KeyInTheMaking key)
    {
        var kind = catalogue.Get(section.KindId);
        var items = ImmutableArray.CreateBuilder<WorksheetItem>(section.Slots.Count);
        var matched = new List<(Slot Slot, QuestionSetting Setting, Question Written, Answer Answer)>();
        foreach (var slot in section.Slots)
        {
            var number = ++key.Number;
            try
            {
                var setting = QuestionSetting
                    .Of(section, slot.Drawn, sheet.Style)
                    .For(kind, edition.Part, edition.Clef, edition.SameWrittenKeys);
                var (question, answer) = AnswerForms.Ask(kind, setting);
                if (setting.AnswerAs == AnswerForm.Matching && AnswerForms.CanBe(kind, AnswerForm.Matching, setting.Option))
                    matched.Add((slot, setting, kind.Ask(setting), answer));
                key.Answers.Add(slot.Id, answer);
                items.Add(
                    new WorksheetItem(slot.Id, number, slot.Prompt.Length > 0 ? question with { Prompt = slot.Prompt } : question)
                    {
                        Setting = setting,
                        Load = QuestionLoad.Of(kind, setting),
                        Because = slot.Because,
                    }
                );
            }
            catch (Exception problem) when (problem is RoutesDisagreeException or UnwritableNoteException)
            {
                key.Answers.Remove(slot.Id);
                key.Withheld.Add(new WithheldQuestion(slot.Id, number, problem.Message));
                items.Add(new WorksheetItem(slot.Id, number, new Question(WithheldPrompt, [])));
            }
        }

        var (bank, letters) = AnswerForms.Match(
            kind,
            [.. matched.Select(item => (item.Setting, item.Written, item.Answer))],
            sheet.Seed ^ (ulong)section.Id
        );
        for (var i = 0; i < matched.Count; i++)
            key.Answers[matched[i].Slot.Id] = letters[i];
        var instruction =
            section.Instruction.Length > 0
                ? section.Instruction
                : AnswerForms.Instruction(section.AnswerAs, kind.Instruction(section, sheet.Style));
        var heading = catalogue.HeadingOf(section, sheet.Style);
        var example = section.Scaffolding == Scaffolding.WorkedExample ? WorkedExamples.Of(sheet, section, kind, edition) : null;
        return new WorksheetSection(
            section.Id,
            heading,
            instruction,
            section.Columns > 0 ? section.Columns : kind.PerRow,
            example,
            items.MoveToImmutable()
        )
        {
            LacksExample = section.Scaffolding == Scaffolding.WorkedExample && example is null,
            ColumnsAsFit = section.Columns == 0,
            KindId = kind.Id,
            Marks = section.Marks,
            Bank = bank,
        };
    }

    /// <summary>The key while it is put together.</summary>
    private sealed class KeyInTheMaking
    {
        public int Number { get; set; }

        public ImmutableDictionary<int, Answer>.Builder Answers { get; } = ImmutableDictionary.CreateBuilder<int, Answer>();

        public ImmutableArray<WithheldQuestion>.Builder Withheld { get; } = ImmutableArray.CreateBuilder<WithheldQuestion>();
    }
}
