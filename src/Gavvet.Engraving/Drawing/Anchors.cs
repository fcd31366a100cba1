using System.Collections.Immutable;

namespace Gavvet.Engraving.Drawing;

/// <summary>Where marks are written on a page.</summary>
/// <param name="X">The middle of the figure that is written.</param>
/// <param name="Y">Its baseline.</param>
/// <param name="Size">The size of its letters.</param>
public sealed record MarkAnchor(int X, int Y, int Size)
{
    public MarkAnchor Moved(int dx, int dy) => this with { X = X + dx, Y = Y + dy };
}

/// <summary>Where the parts of a figure stand, so that nobody looks for them in the drawing.</summary>
/// <param name="Places">Each place that is filled in, in its order: a column of a staff, a line to write on, a box to tick.</param>
/// <param name="Heads">The noteheads of the answer, column by column.</param>
public sealed record FigureAnchors(ImmutableArray<Box> Places, ImmutableArray<Box> Heads)
{
    /// <summary>A figure of which nothing is known but where it is.</summary>
    public static FigureAnchors None { get; } = new([], []);

    /// <summary>The last staff, from its top line to its bottom line; null where the figure has none.</summary>
    public Box? Staff { get; init; }

    /// <summary>What of it stands in a part of a question; what stands elsewhere keeps its place in the order as an empty box.</summary>
    /// <param name="holds">Whether the part holds a box.</param>
    internal FigureAnchors Part(Func<Box, bool> holds) =>
        new([.. Places.Select(place => holds(place) ? place : default)], [.. Heads.Select(head => holds(head) ? head : default)])
        {
            Staff = Staff is { } staff && holds(staff) ? staff : null,
        };

    public FigureAnchors Moved(int dx, int dy) =>
        new([.. Places.Select(place => Moved(place, dx, dy))], [.. Heads.Select(head => Moved(head, dx, dy))])
        {
            Staff = Staff?.Moved(dx, dy),
        };

    // What stands on another page stays nowhere.
    internal static Box Moved(Box box, int dx, int dy) => box == default ? default : box.Moved(dx, dy);
}

/// <summary>Where the parts of a question stand on its page.</summary>
/// <param name="Number">Its number.</param>
/// <param name="Mark">Where what was earned is written; null where questions show no marks.</param>
/// <param name="Figures">Its figures, from the top down.</param>
public sealed record ItemAnchors(Box Number, MarkAnchor? Mark, ImmutableArray<FigureAnchors> Figures)
{
    /// <summary>What of it stands in a part of the question.</summary>
    /// <param name="holds">Whether the part holds a box.</param>
    internal ItemAnchors Part(Func<Box, bool> holds) =>
        new(
            holds(Number) ? Number : default,
            Mark is { } mark && holds(new Box(mark.X, mark.Y - mark.Size, mark.X, mark.Y)) ? mark : null,
            [.. Figures.Select(figure => figure.Part(holds))]
        );

    public ItemAnchors Moved(int dx, int dy) =>
        new(FigureAnchors.Moved(Number, dx, dy), Mark?.Moved(dx, dy), [.. Figures.Select(figure => figure.Moved(dx, dy))]);
}
