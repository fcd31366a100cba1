using Gavvet.Engraving.Drawing;

namespace Gavvet.Engraving.Layout;

/// <summary>Half pages printed two to a page, to be cut apart.</summary>
internal static class HalfSheets
{
    private const int Dash = 2_500;

    /// <summary>The half page twice on a whole page, with a dashed line to cut along.</summary>
    public static Page Doubled(Page half)
    {
        var copy = half.Groups.Select(group => group.Moved(0, half.Height) with { Kind = GroupKind.Furniture, Anchors = null });
        var cut = Enumerable
            .Range(0, half.Width / (2 * Dash))
            .Select(i =>
                (Primitive)new LinePrimitive(Role.Rule, Ink.Example, i * 2 * Dash, half.Height, ((i * 2) + 1) * Dash, half.Height, 150)
            );
        return half with
        {
            Height = 2 * half.Height,
            Groups = [.. half.Groups, .. copy, new PageGroup(GroupKind.Furniture, default, null, [.. cut])],
        };
    }
}
