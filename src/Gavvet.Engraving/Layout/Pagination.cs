using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;

namespace Gavvet.Engraving.Layout;

/// <summary>
/// Puts blocks onto pages: none that leads to the next is left at a foot, and none is parted but where a page is too low for it, or in
/// large print, where much of a page would stay empty.
/// </summary>
internal static class Pagination
{
    // What is more than a sixth of a page is not left empty in large print.
    private const int MuchOfAPage = 6;

    /// <summary>Fills pages; the furniture draws each page's head and foot once the number of pages is known.</summary>
    public static ImmutableArray<Page> Fill(IReadOnlyList<Block> blocks, PageMetrics metrics, IPageFurniture furniture)
    {
        var pages = new List<List<(Block Block, int Y)>> { new() };
        var y = furniture.ContentTop(0);
        void Place(Block block)
        {
            y += pages[^1].Count == 0 ? 0 : block.Above;
            pages[^1].Add((block, y));
            y += block.Height;
        }

        void Turn()
        {
            pages.Add([]);
            y = furniture.ContentTop(pages.Count - 1);
        }

        for (var first = 0; first < blocks.Count; )
        {
            // A block goes together with those it must not be parted from.
            var last = first;
            while (blocks[last].KeepWithNext && last + 1 < blocks.Count)
                last++;
            var before = blocks.Skip(first).Take(last - first).ToArray();
            var block = blocks[last];
            first = last + 1;
            while (true)
            {
                var isEmpty = pages[^1].Count == 0;
                var ahead = before.Sum(one => one.Above + one.Height) + block.Above;
                // White at the foot of a page takes no room from what is drawn.
                var needed = ahead + (isEmpty ? block.Drawn : block.Height);
                if (y + needed <= metrics.ContentBottom)
                    break;
                var wholePage = metrics.ContentBottom - furniture.ContentTop(pages.Count);
                var cut = block.Cuts.LastOrDefault(cut => y + ahead + cut <= metrics.ContentBottom);
                var leavesMuch = metrics.LargePrint && block.MayGoOn && metrics.ContentBottom - y > wholePage / MuchOfAPage;
                if (cut > 0 && (isEmpty || leavesMuch || ahead + block.Drawn > wholePage))
                {
                    var (stays, rest) = block.Parted(cut, metrics);
                    foreach (var one in before)
                        Place(one);
                    Place(stays);
                    Turn();
                    (before, block) = ([], rest);
                }
                else if (!isEmpty || (before.Length == 0 && furniture.ContentTop(pages.Count) < y))
                {
                    // The first page, with the lines for a name, has the least room.
                    Turn();
                }
                else if (before.Length > 0)
                {
                    // A heading stands alone sooner than what it leads to runs into the foot.
                    foreach (var one in before)
                        Place(one);
                    before = [];
                    Turn();
                }
                else
                {
                    break;
                }
            }

            foreach (var one in before)
                Place(one);
            Place(block);
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
