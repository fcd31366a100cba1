using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;

namespace Gavvet.Engraving.Layout;

/// <summary>Draws a piano keyboard: keys, a dot on each that is marked, names of black keys above and of white keys below.</summary>
internal static class KeyboardSetter
{
    private const int WidestKey = 8_000;
    private const int Outline = 220;

    public static SetFigure Set(KeyboardFigure figure, ImmutableArray<InkedMark> marks, PageMetrics metrics, int width)
    {
        var white = Math.Min(WidestKey, width / figure.WhiteKeys);
        var black = white * 6 / 10;
        // Names stand over black keys, never on them, so that a pencil finds white paper.
        var top = metrics.LineHeight;
        var (whiteHeight, blackHeight) = (white * 7 / 2, white * 22 / 10);
        var dot = white * 4 / 10;
        var first = figure.Lowest.StaffStep;

        var primitives = ImmutableArray.CreateBuilder<Primitive>();
        for (var key = 0; key < figure.WhiteKeys; key++)
            primitives.Add(
                new RectanglePrimitive(
                    Role.WhiteKey,
                    Ink.Given,
                    new Box(key * white, top, (key + 1) * white, top + whiteHeight),
                    0,
                    Outline
                )
            );
        for (var key = 0; key < figure.WhiteKeys - 1; key++)
        {
            if (HasBlackKey(first + key))
                primitives.Add(
                    new RectanglePrimitive(
                        Role.BlackKey,
                        Ink.Given,
                        new Box(((key + 1) * white) - (black / 2), top, ((key + 1) * white) + (black / 2), top + blackHeight),
                        0,
                        0
                    )
                );
        }

        foreach (var (mark, ink) in marks.Select(mark => ((KeyMark)mark.Mark, mark.Ink)))
        {
            var (step, isBlack) = Place(mark.Semitones);
            var center = ((step - first) * white) + (isBlack ? white : white / 2);
            var middle = isBlack ? top + blackHeight - dot : top + whiteHeight - dot;
            primitives.Add(
                new RectanglePrimitive(
                    Role.KeyDot,
                    isBlack ? Ink.Paper : ink,
                    new Box(center - (dot / 2), middle - (dot / 2), center + (dot / 2), middle + (dot / 2)),
                    dot / 2,
                    0
                )
            );
            var baseline = isBlack ? top - (metrics.Body / 3) : top + whiteHeight + metrics.Body + (metrics.Body / 4);
            var style = ink == Ink.Answer ? TextStyle.BoldItalic : TextStyle.Regular;
            // A name wider than its key is set smaller, so that it does not run into the next one.
            var needed = TextSetter.Width(mark.Name, style, metrics.Body);
            var room = white * 19 / 20;
            var size = needed > room ? (int)((long)metrics.Body * room / needed) : metrics.Body;
            primitives.AddRange(TextSetter.Centered(mark.Name, style, size, center, baseline, ink));
        }

        return new SetFigure(top + whiteHeight + (metrics.LineHeight * 3 / 2), primitives.ToImmutable());
    }

    // The white key at or under a pitch, and whether the pitch is the black key after it.
    private static (int StaffStep, bool IsBlack) Place(int semitones)
    {
        var (octave, within) = Math.DivRem(semitones, 12);
        var letter = Enum.GetValues<Letter>().Last(candidate => candidate.Semitones() <= within);
        return ((octave * Letters.Count) + (int)letter, letter.Semitones() != within);
    }

    private static bool HasBlackKey(int staffStep) => Letter.C.Up(staffStep) is not (Letter.E or Letter.B);
}
