using System.Collections.Immutable;
using Gavvet.Theory;

namespace Gavvet.Engraving.Drawing;

/// <summary>A page of primitives, in micrometers.</summary>
/// <param name="Width">The paper's width.</param>
/// <param name="Height">The paper's height.</param>
/// <param name="Groups">What stands on it, from the top down.</param>
/// <param name="Outline">The headings that start on it, for a PDF's bookmarks.</param>
public sealed record Page(int Width, int Height, ImmutableArray<PageGroup> Groups, ImmutableArray<OutlineEntry> Outline)
{
    /// <summary>The language its words are in.</summary>
    public Language Language { get; init; } = Language.Current;

    /// <summary>Where the marks of the whole paper are written; null where this page has no place for them.</summary>
    public MarkAnchor? Total { get; init; }
}

/// <summary>Primitives that belong together.</summary>
/// <param name="Kind">What they are.</param>
/// <param name="Box">The room they take.</param>
/// <param name="Label">How a screen reader says the group, where its primitives are not text to be read as it stands.</param>
/// <param name="Primitives">The primitives.</param>
public sealed record PageGroup(GroupKind Kind, Box Box, string? Label, ImmutableArray<Primitive> Primitives)
{
    /// <summary>Where the parts of a question stand; null for what is none.</summary>
    public ItemAnchors? Anchors { get; init; }

    /// <summary>What of it stands above a height, or what goes on below it.</summary>
    /// <param name="cut">The height.</param>
    /// <param name="goesOn">Whether what is below is meant, which goes on on another page.</param>
    internal PageGroup Part(int cut, bool goesOn)
    {
        bool Holds(Box box) => (box.Top + box.Bottom) / 2 >= cut == goesOn;
        return this with
        {
            Kind = goesOn && Kind is GroupKind.Question question ? question with { GoesOn = true } : Kind,
            Box = goesOn ? Box with { Top = cut } : Box with { Bottom = Math.Min(Box.Bottom, cut) },
            Primitives = [.. Primitives.Where(primitive => Holds(primitive.InkBox))],
            Anchors = Anchors?.Part(Holds),
        };
    }

    public PageGroup Moved(int dx, int dy) =>
        this with
        {
            Anchors = Anchors?.Moved(dx, dy),
            Box = Box.Moved(dx, dy),
            Primitives = [.. Primitives.Select(primitive => primitive.Moved(dx, dy))],
        };
}

/// <summary>What a group is.</summary>
public abstract record GroupKind
{
    public static GroupKind Furniture { get; } = new PageFurniture();

    /// <summary>Headers and footers.</summary>
    public sealed record PageFurniture : GroupKind;

    /// <summary>The heading of a section.</summary>
    public sealed record SectionHead(int SectionId) : GroupKind;

    /// <summary>A question.</summary>
    public sealed record Question(int SlotId, int Number) : GroupKind
    {
        /// <summary>Whether it began on an earlier page.</summary>
        public bool GoesOn { get; init; }
    }
}

/// <summary>A bookmark.</summary>
/// <param name="Title">The words.</param>
/// <param name="Y">How far down the page it points, in micrometers.</param>
public sealed record OutlineEntry(string Title, int Y);
