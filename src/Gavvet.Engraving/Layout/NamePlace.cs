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
    /// <summary>The page with a name in this place.</summary>
    /// <param name="page">The page.</param>
    /// <param name="name">The name; empty leaves the page as it is.</param>
    public Page On(Page page, string name)
    {
        if (name.Length == 0)
            return page;
        var words = TextSetter.Shortened(name, TextStyle.Bold, Size, Room);
        var x = EndsThere ? X - TextSetter.Width(words, TextStyle.Bold, Size) : X;
        return page with
        {
            Groups = page.Groups.Add(
                new PageGroup(GroupKind.Furniture, default, null, [.. TextSetter.Line(words, TextStyle.Bold, Size, x, Y)])
            ),
        };
    }
}
