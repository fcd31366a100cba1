using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Composing;

/// <summary>Resolves a sheet: each drawn slot into its question and, apart, its answer.</summary>
public static class Composer
{
    private const string WithheldPrompt = "This question is withheld. Draw it again.";

    /// <summary>Composes with the kinds the program ships, in the classical house style.</summary>
    /// <param name="sheet">The sheet.</param>
    public static Composition Compose(Sheet sheet) => Compose(sheet, QuestionCatalogue.Standard, HouseStyle.Classical);

    /// <summary>Composes with these kinds. A question whose derivations disagree is withheld, the rest stays.</summary>
    /// <param name="sheet">The sheet.</param>
    /// <param name="catalogue">The kinds of question.</param>
    /// <param name="style">The house style it is set and answered in.</param>
    public static Composition Compose(Sheet sheet, QuestionCatalogue catalogue, HouseStyle style)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        ArgumentNullException.ThrowIfNull(catalogue);
        var answers = ImmutableDictionary.CreateBuilder<int, Answer>();
        var withheld = ImmutableArray.CreateBuilder<WithheldQuestion>();
        var sections = ImmutableArray.CreateBuilder<WorksheetSection>(sheet.Sections.Count);
        var number = 0;
        foreach (var section in sheet.Sections)
        {
            var kind = catalogue.Get(section.KindId);
            var items = ImmutableArray.CreateBuilder<WorksheetItem>(section.Slots.Count);
            foreach (var slot in section.Slots)
            {
                number++;
                var setting = QuestionSetting.Of(section, slot.Drawn, style);
                try
                {
                    answers.Add(slot.Id, kind.Answer(setting));
                    items.Add(new WorksheetItem(slot.Id, number, kind.Ask(setting)));
                }
                catch (RoutesDisagreeException disagreement)
                {
                    withheld.Add(new WithheldQuestion(slot.Id, number, disagreement.Message));
                    items.Add(new WorksheetItem(slot.Id, number, new Question(WithheldPrompt, [])));
                }
            }

            var instruction = section.Instruction.Length > 0 ? section.Instruction : kind.Instruction(section, style);
            sections.Add(new WorksheetSection(section.Id, kind.Name, instruction, kind.PerRow, Example(section, kind, style), items.MoveToImmutable()));
        }

        var worksheet = new Worksheet(sheet.Title, sheet.Instructions, sheet.Code, sheet.Setup, style, sections.MoveToImmutable());
        return new Composition(worksheet, new AnswerKey(answers.ToImmutable(), withheld.ToImmutable()));
    }

    // The easiest key with a sharp or flat that the section does not ask, so that the example gives nothing away.
    private static WorkedExample? Example(Section section, QuestionKind kind, HouseStyle style)
    {
        if (section.Scaffolding != Scaffolding.WorkedExample)
            return null;
        var asked = section.Slots.Select(slot => (slot.Drawn.Scale, slot.Drawn.Tonic)).ToHashSet();
        var type = section.Scales[0];
        var draw = Key.Majors
            .OrderBy(place => Math.Abs(place.Fifths))
            .Select(place => new Draw(type, QuestionDraw.TonicAt(type, place), section.Clefs[0]))
            .Where(draw => ScaleSpelling.CanSpell(type, draw.Tonic) && kind.CanAsk(draw))
            .OrderBy(draw => asked.Contains((type, draw.Tonic)))
            .ThenBy(draw => !ScaleSpelling.Spell(type, draw.Tonic).AlteredNotes.Any())
            .FirstOrDefault();
        if (draw.Scale is null)
            return null;
        var setting = QuestionSetting.Of(section, draw, style);
        return new WorkedExample(kind.Ask(setting), kind.Answer(setting));
    }
}
