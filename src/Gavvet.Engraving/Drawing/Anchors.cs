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

    public FigureAnchors Moved(int dx, int dy) =>
        new([.. Places.Select(place => place.Moved(dx, dy))], [.. Heads.Select(head => head.Moved(dx, dy))])
        {
            Staff = Staff?.Moved(dx, dy),
        };
}

/// <summary>Where the parts of a question stand on its page.</summary>
/// <param name="Number">Its number.</param>
/// <param name="Mark">Where what was earned is written; null where questions show no marks.</param>
/// <param name="Figures">Its figures, from the top down.</param>
public sealed record ItemAnchors(Box Number, MarkAnchor? Mark, ImmutableArray<FigureAnchors> Figures)
{
    public ItemAnchors Moved(int dx, int dy) =>
        new(Number.Moved(dx, dy), Mark?.Moved(dx, dy), [.. Figures.Select(figure => figure.Moved(dx, dy))]);
}
