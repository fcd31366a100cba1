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
    /// <summary>How small its letters may become where it is long; 0, as in records of earlier programs, for what can still be
    /// read.</summary>
    public int Smallest { get; init; }

    /// <summary>The page with a name in this place: on one line, smaller where it is long, then on two, of which the first stands
    /// above.</summary>
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
        var (lines, size) = FittedText.Of(name, TextStyle.Bold, Size, Smallest, Room);
        return TextSetter.Stacked(lines, TextStyle.Bold, size, X, Y, endsThere: EndsThere);
    }
}
