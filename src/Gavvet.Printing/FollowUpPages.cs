using Gavvet.Engraving.Layout;
using Gavvet.Teaching;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Questions;

namespace Gavvet.Printing;

/// <summary>Follow-ups of so many pages as the teacher wants.</summary>
public static class FollowUpPages
{
    /// <summary>A student's follow-up on so many pages at most: as many questions as there is room for.</summary>
    /// <param name="draw">Draws it with so many questions at most.</param>
    /// <param name="edition">What it is printed as.</param>
    /// <param name="pages">Pages at most.</param>
    /// <returns>The follow-up, or null where nothing is to be followed up.</returns>
    public static FollowUp? Within(Func<int, FollowUp?> draw, Edition edition, int pages)
    {
        for (var most = FollowUpDraw.Most; most > 0; most--)
        {
            if (draw(most) is not { } drawn)
                return null;
            var sheet = edition.IsLarge ? LargePrintSeat.Enlarged(drawn.Sheet) : drawn.Sheet;
            if (most == 1 || SheetLayout.Student(Composer.Compose(sheet, QuestionCatalogue.Standard, edition).Worksheet).Length <= pages)
                return drawn;
            // What has fewer questions already is not drawn again with as many.
            most = Math.Min(most, drawn.Sheet.QuestionCount);
        }

        return null;
    }
}
