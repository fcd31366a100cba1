using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;

namespace Gavvet.Engraving.Layout;

/// <summary>Half pages, and thirds of pages, that are printed together on a page and cut apart.</summary>
public static class HalfSheets
{
    private const int Dash = 2_500;

    /// <summary>Whether a page is a half one: whole pages stand upright.</summary>
    /// <param name="page">The page.</param>
    public static bool IsHalf(Page page) => page.Height < page.Width;

    /// <summary>The half page twice on a whole page, with a dashed line to cut along.</summary>
    internal static Page Doubled(Page half) => Stacked([half, half], 2);

    /// <summary>
    /// Papers on whole pages. Of half pages two papers share a page: those of the first half of the pile lie above those of the second,
    /// so that a pile cut once and laid together is in order. Whole pages come after them.
    /// </summary>
    /// <param name="papers">The pages of each paper.</param>
    public static ImmutableArray<Page> Paired<T>(IEnumerable<T> papers)
        where T : IReadOnlyList<Page>
    {
        var all = papers.Where(paper => paper.Count > 0).ToArray();
        T[] halves = [.. all.Where(paper => IsHalf(paper[0]))];
        var above = (halves.Length + 1) / 2;
        var pages = ImmutableArray.CreateBuilder<Page>();
        for (var i = 0; i < above; i++)
        {
            IReadOnlyList<Page> upper = halves[i],
                lower = above + i < halves.Length ? halves[above + i] : [];
            for (var page = 0; page < Math.Max(upper.Count, lower.Count); page++)
                pages.Add(Stacked([upper.ElementAtOrDefault(page), lower.ElementAtOrDefault(page)], 2));
        }

        pages.AddRange(all.Where(paper => !IsHalf(paper[0])).SelectMany(paper => paper));
        return pages.ToImmutable();
    }

    /// <summary>Parts of a page below one another on whole pages, with lines to cut along; in their order, page by page.</summary>
    /// <param name="parts">The parts, all of a size.</param>
    /// <param name="toAPage">How many make a page.</param>
    public static ImmutableArray<Page> Together(IReadOnlyList<Page> parts, int toAPage) =>
        [.. parts.Chunk(toAPage).Select(some => Stacked(some, toAPage))];

    // Only what stands above can be asked about in a drawn page: ids and anchors stay apart.
    private static Page Stacked(IReadOnlyList<Page?> parts, int toAPage)
    {
        var like = parts.OfType<Page>().First();
        var groups = parts.SelectMany(
            (part, i) =>
                part is null ? []
                : i == 0 ? part.Groups
                : part.Groups.Select(group => group.Moved(0, i * like.Height) with { Kind = GroupKind.Furniture, Anchors = null })
        );
        var cuts = Enumerable.Range(1, toAPage - 1).Select(i => Cut(like.Width, i * like.Height));
        return like with { Height = toAPage * like.Height, Groups = [.. groups, .. cuts] };
    }

    /// <summary>A dashed line to cut along.</summary>
    /// <param name="width">The page's width.</param>
    /// <param name="y">How far down.</param>
    public static PageGroup Cut(int width, int y) =>
        new(
            GroupKind.Furniture,
            default,
            null,
            [
                .. Enumerable
                    .Range(0, width / (2 * Dash))
                    .Select(i => (Primitive)new LinePrimitive(Role.Rule, Ink.Example, i * 2 * Dash, y, ((i * 2) + 1) * Dash, y, 150)),
            ]
        );
}
