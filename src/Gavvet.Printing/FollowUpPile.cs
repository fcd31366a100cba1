using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Engraving.Layout;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Printing;

/// <summary>A sheet for one student alone.</summary>
/// <param name="Student">The student.</param>
/// <param name="Sheet">The sheet.</param>
/// <param name="IsLarge">Whether it is in large print.</param>
public sealed record PersonalSheet(string Student, Sheet Sheet, bool IsLarge);

/// <summary>Personal follow-ups in one pile, behind a page that says who has what.</summary>
public static class FollowUpPile
{
    /// <summary>The pile: the contents, then each student's pages; or the same with the keys.</summary>
    /// <param name="title">What stands over the contents.</param>
    /// <param name="group">The class.</param>
    /// <param name="sheets">The sheets, in the order of the pile.</param>
    /// <param name="keys">Whether the keys are wanted instead.</param>
    public static ImmutableArray<Page> Of(string title, string group, IEnumerable<PersonalSheet> sheets, bool keys)
    {
        var papers = sheets.AsParallel().AsOrdered().Select(one => (One: one, Pages: Pages(one, group, keys))).ToArray();
        // The contents' own pages come first, so they are laid out once to be counted.
        var before = Contents(title, papers, 0).Length;
        return [.. Contents(title, papers, before), .. papers.SelectMany(paper => paper.Pages)];
    }

    private static ImmutableArray<Page> Pages(PersonalSheet one, string group, bool keys)
    {
        var composed = Composer.Compose(
            one.IsLarge ? LargePrintSeat.Enlarged(one.Sheet) : one.Sheet,
            QuestionCatalogue.Standard,
            Edition.Only with
            {
                Student = one.Student,
                Class = group,
                IsLarge = one.IsLarge,
            }
        );
        if (keys)
            return SheetLayout.Key(composed.Worksheet, composed.Key);
        var pages = SheetLayout.Student(composed.Worksheet);
        return [.. pages.Zip(SheetLayout.NamePlaces(composed.Worksheet, pages.Length), (page, place) => place.On(page, one.Student))];
    }

    private static ImmutableArray<Page> Contents(string title, (PersonalSheet One, ImmutableArray<Page> Pages)[] papers, int before)
    {
        var page = before + 1;
        var rows = ImmutableArray.CreateBuilder<ImmutableArray<ListCell>>();
        foreach (var (one, own) in papers)
        {
            rows.Add([
                new ListCell(one.Student, TextStyle.Regular, 0, ListPages.Width / 2),
                new ListCell(
                    Texts.Say("change.questions", ("count", one.Sheet.QuestionCount)),
                    TextStyle.Italic,
                    ListPages.Width * 11 / 20,
                    ListPages.Width / 4
                ),
                new ListCell(Texts.Say("pile.page", ("page", page)), TextStyle.Regular, ListPages.Width * 4 / 5, ListPages.Width / 5)
                {
                    AtTheRight = true,
                },
            ]);
            page += own.Length;
        }

        return ListPages.Of(title, rows);
    }
}
