using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Engraving.Layout;

/// <summary>What stands together on a page, drawn from the origin.</summary>
/// <param name="Height">The height it takes, white below it included.</param>
/// <param name="KeepWithNext">Whether it may not stand alone at the foot of a page.</param>
/// <param name="Groups">What it draws.</param>
/// <param name="Above">White above it, left out at the head of a page.</param>
/// <param name="Bookmark">Its title among the PDF's bookmarks, or null.</param>
internal sealed record Block(int Height, bool KeepWithNext, ImmutableArray<PageGroup> Groups, int Above = 0, string? Bookmark = null)
{
    /// <summary>How far down it may be parted, from the top down: between its figures and between the staves of one.</summary>
    public ImmutableArray<int> Cuts { get; init; } = [];

    /// <summary>Whether it is parted where much of a page would stay empty, and not only where no page holds it: of what is given and
    /// what is written nothing should lie on the other side of the sheet.</summary>
    public bool MayGoOn { get; init; }

    /// <summary>The height of what it draws, without the white below.</summary>
    public int Drawn => Groups.IsEmpty ? Height : Math.Min(Height, Groups.Max(group => group.Box.Bottom));

    /// <summary>The block parted: what stays, and what goes on at the head of the next page, its number said once more.</summary>
    /// <param name="cut">One of its cuts.</param>
    /// <param name="metrics">The page's measures.</param>
    public (Block Stays, Block GoesOn) Parted(int cut, PageMetrics metrics)
    {
        var said = metrics.LineHeight;
        return (
            this with
            {
                Height = cut,
                Groups = [.. Groups.Select(group => group.Part(cut, goesOn: false))],
                Cuts = [],
            },
            this with
            {
                Height = Height - cut + said,
                Groups = [.. Groups.Select(group => Continued(group.Part(cut, goesOn: true).Moved(0, said - cut), metrics))],
                Above = 0,
                Bookmark = null,
                Cuts = [.. Cuts.Where(other => other > cut).Select(other => other - cut + said)],
            }
        );
    }

    private static PageGroup Continued(PageGroup group, PageMetrics metrics)
    {
        var words = group.Kind is GroupKind.Question question
            ? Texts.Say("paper.goes-on", ("number", question.Number))
            : Texts.Say("paper.example-goes-on");
        return group with
        {
            Box = group.Box with { Top = 0 },
            Label = words,
            Primitives = [.. TextSetter.Line(words, TextStyle.Bold, metrics.Body, group.Box.Left, metrics.Body), .. group.Primitives],
        };
    }
}
