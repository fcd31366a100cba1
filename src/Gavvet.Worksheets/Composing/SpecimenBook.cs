using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Composing;

/// <summary>One question of every kind with its answer, to leaf through and choose from.</summary>
public static class SpecimenBook
{
    /// <summary>The book as a composition, a section a kind, in the order of the subject.</summary>
    /// <param name="style">The house style.</param>
    public static Composition Of(HouseStyle style)
    {
        Specimen[] specimens = [.. QuestionCatalogue.Standard.All.OrderBy(kind => kind.Group).Select(kind => Specimen.Of(kind, style))];
        ImmutableArray<WorksheetSection> sections =
        [
            .. specimens.Select(
                (specimen, i) =>
                    new WorksheetSection(
                        i + 1,
                        specimen.Kind.Name,
                        $"{specimen.Instruction} [{specimen.Kind.Id}]",
                        1,
                        null,
                        [new WorksheetItem(i + 1, i + 1, specimen.Question)]
                    )
            ),
        ];
        var book = new Worksheet(
            Texts.Say("specimens"),
            Texts.Say("specimens.instruction"),
            "BOOK",
            PageSetup.Usual with
            {
                StaffHeight = 7,
            },
            style,
            sections
        );
        return new Composition(
            book,
            new AnswerKey(
                specimens.Select((specimen, i) => (Id: i + 1, specimen.Answer)).ToImmutableDictionary(pair => pair.Id, pair => pair.Answer),
                []
            )
        );
    }
}
