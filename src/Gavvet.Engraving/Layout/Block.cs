using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;

namespace Gavvet.Engraving.Layout;

/// <summary>Something that is never split across pages, drawn from the origin.</summary>
/// <param name="Height">The height it takes, white below it included.</param>
/// <param name="KeepWithNext">Whether it may not stand alone at the foot of a page.</param>
/// <param name="Groups">What it draws.</param>
/// <param name="Above">White above it, left out at the head of a page.</param>
/// <param name="Bookmark">Its title among the PDF's bookmarks, or null.</param>
internal sealed record Block(int Height, bool KeepWithNext, ImmutableArray<PageGroup> Groups, int Above = 0, string? Bookmark = null);
