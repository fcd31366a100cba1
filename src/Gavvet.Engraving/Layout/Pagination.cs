using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;

namespace Gavvet.Engraving.Layout;

/// <summary>Puts blocks onto pages: none is split, and none that leads to the next is left at a foot.</summary>
internal static class Pagination
{
    /// <summary>Fills pages; the furniture draws each page's head and foot once the number of pages is known.</summary>
    public static ImmutableArray<Page> Fill(IReadOnlyList<Block> blocks, PageMetrics metrics, IPageFurniture furniture)
    {
        var pages = new List<List<(Block Block, int Y)>> { new() };
        var y = furniture.ContentTop(0);
        for (var first = 0; first < blocks.Count; )
        {
            // A block goes together with those it must not be parted from.
            var last = first;
            while (blocks[last].KeepWithNext && last + 1 < blocks.Count)
                last++;
            var run = blocks.Skip(first).Take(last - first + 1).ToArray();
            if (y + run.Sum(block => block.Above + block.Height) > metrics.ContentBottom && pages[^1].Count > 0)
            {
                pages.Add([]);
                y = furniture.ContentTop(pages.Count - 1);
            }

            foreach (var block in run)
            {
                y += pages[^1].Count == 0 ? 0 : block.Above;
                pages[^1].Add((block, y));
                y += block.Height;
            }

            first = last + 1;
        }

        return
        [
            .. pages.Select(
                (placed, index) =>
                    new Page(
                        metrics.Width,
                        metrics.Height,
                        [
                            .. furniture.Head(index),
                            .. placed.SelectMany(block => block.Block.Groups.Select(group => group.Moved(metrics.SideMargin, block.Y))),
                            .. furniture.Foot(index, pages.Count),
                        ],
                        [
                            .. placed
                                .Where(block => block.Block.Bookmark is not null)
                                .Select(block => new OutlineEntry(block.Block.Bookmark!, block.Y)),
                        ]
                    )
                    {
                        Total = furniture.TotalOn(index),
                    }
            ),
        ];
    }
}

/// <summary>What stands at the head and foot of every page.</summary>
internal interface IPageFurniture
{
    int ContentTop(int page);

    IEnumerable<PageGroup> Head(int page);

    IEnumerable<PageGroup> Foot(int page, int pages);

    /// <summary>Where the marks of the whole paper are written, where a page has a place for them.</summary>
    MarkAnchor? TotalOn(int page) => null;
}
