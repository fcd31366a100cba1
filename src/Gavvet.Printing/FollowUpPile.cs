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
    private const int Side = 17_000, Top = 16_000;

    private static readonly int Title = PageMetrics.Points(16), Body = PageMetrics.Points(11);

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
        var composed = Composer.Compose(one.Sheet, QuestionCatalogue.Standard, Edition.Only with { Student = one.Student, Class = group, IsLarge = one.IsLarge });
        if (keys)
            return SheetLayout.Key(composed.Worksheet, composed.Key);
        var pages = SheetLayout.Student(composed.Worksheet);
        return [.. pages.Zip(SheetLayout.NamePlaces(composed.Worksheet, pages.Length), (page, place) => place.On(page, one.Student))];
    }

    private static ImmutableArray<Page> Contents(string title, (PersonalSheet One, ImmutableArray<Page> Pages)[] papers, int before)
    {
        var metrics = new PageMetrics(PageSetup.Usual);
        var width = metrics.Width - (2 * Side);
        var pages = new List<ImmutableArray<Primitive>.Builder> { ImmutableArray.CreateBuilder<Primitive>() };
        pages[0].AddRange(TextSetter.Line(TextSetter.Shortened(title, TextStyle.Bold, Title, width), TextStyle.Bold, Title, Side, Top + Title));
        var (y, page) = (Top + (Title * 5 / 2), before + 1);
        foreach (var (one, own) in papers)
        {
            if (y > metrics.Height - Top)
            {
                pages.Add(ImmutableArray.CreateBuilder<Primitive>());
                y = Top + Body;
            }

            var number = Texts.Say("pile.page", ("page", page));
            var asks = Texts.Say("change.questions", ("count", one.Sheet.QuestionCount));
            pages[^1].AddRange(TextSetter.Line(TextSetter.Shortened(one.Student, TextStyle.Regular, Body, width / 2), TextStyle.Regular, Body, Side, y));
            pages[^1].AddRange(TextSetter.Line(asks, TextStyle.Italic, Body, Side + (width * 11 / 20), y));
            pages[^1].AddRange(TextSetter.Line(number, TextStyle.Regular, Body, Side + width - TextSetter.Width(number, TextStyle.Regular, Body), y));
            pages[^1].Add(new LinePrimitive(Role.Rule, Ink.Example, Side, y + (Body / 2), Side + width, y + (Body / 2), 100));
            y += Body * 19 / 10;
            page += own.Length;
        }

        return [.. pages.Select(lines => new Page(metrics.Width, metrics.Height, [new PageGroup(GroupKind.Furniture, default, null, lines.ToImmutable())], []))];
    }
}
