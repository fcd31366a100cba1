using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;

namespace Gavvet.Engraving.Layout;

/// <summary>Where a name goes on a page, in micrometers.</summary>
/// <param name="X">Its left end, or its right one.</param>
/// <param name="Y">The baseline.</param>
/// <param name="Size">The size of its letters.</param>
/// <param name="Room">How wide it may be.</param>
/// <param name="EndsThere">Whether X is its right end.</param>
public sealed record NamePlace(int X, int Y, int Size, int Room, bool EndsThere)
{
    private static readonly int SmallestOfAll = PageMetrics.Points(15) / 2;

    /// <summary>How small its letters may become where it is long; 0, as in records of earlier programs, for what can still be
    /// read.</summary>
    public int Smallest { get; init; }

    /// <summary>The page with a name in this place: on one line, smaller where it is long, then on two, the second above which
    /// grows no lower.</summary>
    /// <param name="page">The page.</param>
    /// <param name="name">The name; empty leaves the page as it is.</param>
    public Page On(Page page, string name) =>
        name.Length == 0
            ? page
            : page with
            {
                Groups = page.Groups.Add(new PageGroup(GroupKind.Furniture, default, null, [.. Line(name)])),
            };

    /// <summary>The name set in this place.</summary>
    /// <param name="name">The name.</param>
    public IEnumerable<Primitive> Line(string name)
    {
        var (lines, size) = Fitted(name);
        var y = Y - ((lines.Length - 1) * size * 23 / 20);
        foreach (var line in lines)
        {
            var x = EndsThere ? X - TextSetter.Width(line, TextStyle.Bold, size) : X;
            foreach (var primitive in TextSetter.Line(line, TextStyle.Bold, size, x, y))
                yield return primitive;
            y += size * 23 / 20;
        }
    }

    // A line a little smaller is easier to read than two; two whole lines tell more than one that is cut.
    private (string[] Lines, int Size) Fitted(string name)
    {
        var smallest = Math.Min(Size, Smallest > 0 ? Smallest : SmallestOfAll);
        var step = PageMetrics.Points(1) / 2;
        for (var size = Size; size >= Math.Max(smallest, Size * 3 / 4); size -= step)
        {
            if (TextSetter.Width(name, TextStyle.Bold, size) <= Room)
                return ([name], size);
        }

        for (var size = Size; size >= smallest; size -= step)
        {
            if (TextSetter.Wrap(name, TextStyle.Bold, size, Room) is { Length: 2 } lines && name.Contains(' ', StringComparison.Ordinal))
                return ([.. lines], size);
        }

        return TextSetter.Wrap(name, TextStyle.Bold, smallest, Room) switch
        {
            { Length: <= 2 } lines => ([.. lines], smallest),
            var lines => ([lines[0], TextSetter.Shortened(string.Join(' ', lines.Skip(1)), TextStyle.Bold, smallest, Room)], smallest),
        };
    }
}
