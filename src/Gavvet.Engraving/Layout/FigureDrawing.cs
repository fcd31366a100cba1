using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Engraving.Layout;

/// <summary>A figure by itself, as large as it is: for a screen that shows music outside a page.</summary>
public static class FigureDrawing
{
    // White all round, so that clefs and ledger lines are not cut off.
    internal const int Edge = 1_500;

    /// <summary>Each place of a figure that is filled in, in its order, where <see cref="Draw"/> draws it.</summary>
    /// <param name="figure">The figure.</param>
    /// <param name="width">How wide it is drawn.</param>
    public static ImmutableArray<Box> Places(Figure figure, int width) =>
        FigureSetter.Set(figure, [], Ink.Answer, new PageMetrics(PageSetup.Usual), width - (2 * Edge)).Anchors.Moved(Edge, Edge).Places;

    /// <summary>The figure as a page of its own.</summary>
    public static Page Draw(Figure figure, ImmutableArray<Mark> answers, int width)
    {
        var metrics = new PageMetrics(PageSetup.Usual);
        var set = FigureSetter.Set(figure, answers, Ink.Answer, metrics, width - (2 * Edge));
        var group = new PageGroup(
            GroupKind.Furniture,
            new Box(0, 0, width, set.Height),
            FigureText.Describe(figure, answers),
            set.Primitives
        );
        return new Page(width, set.Height + (2 * Edge), [group.Moved(Edge, Edge)], []);
    }
}
