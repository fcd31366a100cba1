using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Worksheets.Figures;

namespace Gavvet.Engraving.Layout;

/// <summary>A figure drawn from the origin, with the height it takes.</summary>
public sealed record SetFigure(int Height, ImmutableArray<Primitive> Primitives)
{
    /// <summary>Where its parts stand.</summary>
    public FigureAnchors Anchors { get; init; } = FigureAnchors.None;

    /// <summary>Where it may be parted, from the top down: between its staves.</summary>
    public ImmutableArray<int> Cuts { get; init; } = [];
}

/// <summary>Marks in their ink: what is given, and on a key or in an example what is answered.</summary>
public readonly record struct InkedMark(Mark Mark, Ink Ink);

/// <summary>
/// Draws figures. Height and places follow from the figure alone, so an answer never moves anything.
/// </summary>
public static class FigureSetter
{
    public static SetFigure Set(Figure figure, ImmutableArray<Mark> answers, Ink answerInk, PageMetrics metrics, int width)
    {
        ImmutableArray<InkedMark> marks =
        [
            .. figure.Given.Select(mark => new InkedMark(mark, answerInk == Ink.Example ? Ink.Example : Ink.Given)),
            .. answers.Select(mark => new InkedMark(mark, answerInk)),
        ];
        return figure switch
        {
            StaffFigure staff => new StaffSetter(staff, marks, metrics, width).Set(),
            LetterLineFigure letters => LetterLineSetter.Set(letters, marks, metrics, width),
            KeyboardFigure keyboard => KeyboardSetter.Set(keyboard, marks, metrics, width),
            ChoicesFigure choices => ChoicesSetter.Set(choices, marks, metrics, width),
            CircleFigure circle => CircleSetter.Set(circle, marks, metrics, width),
            FretboardFigure board => FretboardSetter.Set(board, marks, metrics, width),
            AnswerLinesFigure lines => AnswerLineSetter.Set(lines, marks, metrics, width),
            _ => throw new ArgumentException($"No drawing for {figure.GetType().Name}."),
        };
    }
}
