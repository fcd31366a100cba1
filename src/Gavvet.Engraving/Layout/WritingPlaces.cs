using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Engraving.Layout;

/// <summary>Where a hand writes on a staff that <see cref="FigureDrawing"/> drew, in the units of its page.</summary>
/// <param name="Space">A staff space.</param>
/// <param name="Columns">Each place for a note: the middle of its head, and the top line of its staff.</param>
/// <param name="Signs">The left edge of each sign of a signature.</param>
/// <param name="StaffTop">The top line of the staff a signature stands on.</param>
public sealed record StaffWritingPlaces(int Space, ImmutableArray<(int X, int Top)> Columns, ImmutableArray<int> Signs, int StaffTop);

/// <summary>Where a hand writes on a figure by itself, so that a screen can take taps on it.</summary>
public static class WritingPlaces
{
    /// <summary>The places of a staff.</summary>
    /// <param name="figure">The staff.</param>
    /// <param name="width">How wide it is drawn.</param>
    public static StaffWritingPlaces OnStaff(StaffFigure figure, int width)
    {
        var edge = FigureDrawing.Edge;
        var grid = new StaffGrid(figure, new PageMetrics(PageSetup.Usual), width - (2 * edge));
        return new StaffWritingPlaces(
            grid.Space(1_000),
            [
                .. Enumerable
                    .Range(0, figure.Columns)
                    .Select(column => (grid.HeadCenter(column) + edge, grid.StaffTop(grid.SystemOf(column)) + edge)),
            ],
            [.. Enumerable.Range(0, KeySignature.Most).Select(sign => grid.SignAt(sign) + edge)],
            grid.StaffTop(0) + edge
        );
    }

    /// <summary>The dot of each key of a keyboard, from its lowest key up by semitones.</summary>
    /// <param name="figure">The keyboard.</param>
    /// <param name="width">How wide it is drawn.</param>
    public static ImmutableArray<(int Semitones, Box Dot)> OnKeyboard(KeyboardFigure figure, int width)
    {
        var lowest = figure.Lowest.Semitones;
        var last = figure.Lowest.StaffStep + figure.WhiteKeys - 1;
        var highest = Pitch.At(new NoteName(Letter.C.Up(last)), last).Semitones;
        int[] keys = [.. Enumerable.Range(lowest, highest - lowest + 1)];
        return [.. keys.Zip(Dots(figure with { Given = [] }, [.. keys.Select(key => new KeyMark(key, ""))], Role.KeyDot, width))];
    }

    /// <summary>The dot of each place of a fretboard, string by string from the lowest, from the open string up.</summary>
    /// <param name="figure">The fretboard.</param>
    /// <param name="width">How wide it is drawn.</param>
    public static ImmutableArray<(int String, int Fret, Box Dot)> OnFretboard(FretboardFigure figure, int width)
    {
        DotMark[] all =
        [
            .. Enumerable
                .Range(0, figure.Strings.Length)
                .SelectMany(_ => Enumerable.Range(0, figure.Frets + 1), (line, fret) => new DotMark(line, fret, "")),
        ];
        return [.. all.Zip(Dots(figure with { Given = [] }, [.. all], Role.FretDot, width), (mark, dot) => (mark.String, mark.Fret, dot))];
    }

    /// <summary>Where words stand on a figure: names on the circle, steps between notes, names under them.</summary>
    /// <param name="figure">The figure.</param>
    /// <param name="markAt">A mark with a text, for each place in order.</param>
    /// <param name="count">How many places.</param>
    /// <param name="width">How wide it is drawn.</param>
    /// <returns>For each the middle of the text, its baseline, and its size.</returns>
    public static ImmutableArray<(int X, int Y, int Size)> OfWords(Figure figure, Func<int, string, Mark> markAt, int count, int width)
    {
        // A letter is one piece of text, whatever the figure makes of its size.
        const string letter = "x";
        return
        [
            .. FigureDrawing
                .Draw(figure with { Given = [] }, [.. Enumerable.Range(0, count).Select(i => markAt(i, letter))], width)
                .Groups.SelectMany(group => group.Primitives)
                .OfType<TextPrimitive>()
                .Where(text => text.Ink == Ink.Answer)
                .Select(text => (text.X + (text.Text.Width / 2), text.Y, text.Text.Size)),
        ];
    }

    private static IEnumerable<Box> Dots(Figure figure, ImmutableArray<Mark> everywhere, Role role, int width) =>
        FigureDrawing
            .Draw(figure, everywhere, width)
            .Groups.SelectMany(group => group.Primitives)
            .OfType<RectanglePrimitive>()
            .Where(dot => dot.Role == role)
            .Select(dot => dot.Box);
}
