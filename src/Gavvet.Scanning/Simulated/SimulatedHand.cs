using Gavvet.Engraving.Drawing;
using Gavvet.Theory;
using SkiaSharp;

namespace Gavvet.Scanning.Simulated;

/// <summary>A way of writing that a simulated hand may have.</summary>
public enum HandWay
{
    /// <summary>Rings for heads; the reader was made with such hands.</summary>
    Usual,

    /// <summary>Open, slanting heads and signs in haste. Kept out: nothing was tried on them while the reader was made.</summary>
    Hasty,

    /// <summary>Small black heads and upright signs of straight strokes. Kept out as well.</summary>
    Square,

    /// <summary>Each hand has its own proportions, and no sign is like another. The reader of signs learned from such hands.</summary>
    Varied,
}

/// <summary>
/// A student's hand, simulated: heads of uneven shape beside their lines, words as wavering strokes, ticks that overshoot. It is
/// no one's.
/// </summary>
/// <param name="seed">Which hand, and what it does by chance.</param>
/// <param name="way">How it writes.</param>
public sealed class SimulatedHand(ulong seed, HandWay way = HandWay.Usual)
{
    private readonly Chance _chance = new(seed);

    // Whether it sets its heads high or low, how large its signs are, and which of two ways it draws them.
    private readonly double _high = new Chance(seed ^ 5).Normal() * 0.04;
    private readonly double _size = new Chance(seed ^ 6).Between(0.75, 1.15);
    private readonly bool _bends = new Chance(seed ^ 7).Next() < 0.5;

    // How this hand writes all its life: how dark, how thick, how it leans, whether it fills its heads.
    private readonly byte _shade = (byte)new Chance(seed ^ 1).Between(40, 150);
    private readonly float _thick = (float)new Chance(seed ^ 2).Between(260, 620);
    private readonly double _lean = new Chance(seed ^ 3).Between(-0.35, 0.5);
    private readonly bool _fills = new Chance(seed ^ 4).Next() < 0.3;
    private readonly VariedSigns _varied = new(seed ^ 8);

    /// <summary>Writes something for a question: its notes, where the key has notes, otherwise words or signs on its places.</summary>
    /// <param name="canvas">The paper; a unit is a micrometer.</param>
    /// <param name="box">Where the question stands.</param>
    /// <param name="anchors">Where its parts stand.</param>
    /// <param name="isPrinted">Whether something is printed in the middle of a box: notes that are given are not written again.</param>
    public void Answer(SKCanvas canvas, Box box, ItemAnchors anchors, Func<Box, bool> isPrinted)
    {
        using var pen = Pen();
        Box[] heads = [.. anchors.Figures.SelectMany(figure => figure.Heads).Where(head => head != default && !isPrinted(head))];
        Box[] places = [.. anchors.Figures.SelectMany(figure => figure.Places).Where(place => place != default)];
        foreach (var head in heads)
            Head(canvas, pen, head);
        if (heads.Length > 0)
            return;
        foreach (var place in places.Length > 0 ? places : [new Box(box.Left + (box.Width / 3), box.Bottom - 7_000, box.Right, box.Bottom)])
        {
            if (place is { Width: < 6_000, Height: < 6_000 })
                Tick(canvas, pen, place);
            else
                Words(canvas, pen, place);
        }
    }

    /// <summary>Ticks a box; the tick may overshoot it.</summary>
    /// <param name="canvas">The paper; a unit is a micrometer.</param>
    /// <param name="box">The box.</param>
    public void Tick(SKCanvas canvas, Box box)
    {
        using var pen = Pen();
        Tick(canvas, pen, box);
    }

    /// <summary>Writes a note on a staff: a sign before it where it has one, and its ledger lines.</summary>
    /// <param name="canvas">The paper; a unit is a micrometer.</param>
    /// <param name="staff">The staff, from its top line to its bottom line.</param>
    /// <param name="x">The middle of the head.</param>
    /// <param name="position">Half spaces above the bottom line.</param>
    /// <param name="sign">The accidental, or null.</param>
    public void Note(SKCanvas canvas, Box staff, double x, int position, Accidental? sign)
    {
        using var pen = Pen();
        var space = staff.Height / 4.0;
        double Height(double at) => staff.Bottom - (at * space / 2);
        // Most heads lie near their place; none is farther off than a third of a space.
        var off = Math.Clamp(_high + (_chance.Normal() * 0.09), -0.35, 0.35) * space;
        var y = Height(position) + off;
        x += _chance.Normal() * space * 0.3;
        Ring(canvas, pen, x, y, 1.3 * space * _chance.Between(0.4, 0.58), space * _chance.Between(0.36, 0.5));
        for (var line = 10; line <= position; line += 2)
            Ledger(canvas, pen, x, Height(line), space);
        for (var line = -2; line >= position; line -= 2)
            Ledger(canvas, pen, x, Height(line), space);
        if (sign is { } drawn)
            Sign(canvas, pen, drawn, x - (space * _chance.Between(1.9, 2.5)), y + (_chance.Normal() * 0.08 * space), space);
    }

    private void Ledger(SKCanvas canvas, SKPaint pen, double x, double y, double space)
    {
        var (left, right) = (space * _chance.Between(0.75, 1.25), space * _chance.Between(0.75, 1.25));
        var at = y + (_chance.Normal() * 0.06 * space);
        Stroke(
            canvas,
            pen,
            [
                new((float)(x - left), (float)at),
                new((float)x, (float)(at + (_chance.Normal() * 0.04 * space))),
                new((float)(x + right), (float)at),
            ]
        );
    }

    // Signs are drawn in one of two ways a hand has for each.
    private void Sign(SKCanvas canvas, SKPaint pen, Accidental sign, double x, double y, double space)
    {
        var size = _size * _chance.Between(0.9, 1.1);
        if ((way == HandWay.Varied ? _varied.Strokes(sign) : Strokes(sign)) is { } strokes)
        {
            foreach (var stroke in strokes)
                Line(stroke);
            return;
        }

        SKPoint At(double across, double up) =>
            new(
                (float)(x + (space * ((across * size) + (up * _lean * 0.35) + (_chance.Normal() * 0.035)))),
                (float)(y - (space * ((up * size) + (_chance.Normal() * 0.035))))
            );
        void Line(params (double Across, double Up)[] points) =>
            Stroke(canvas, pen, [.. points.Select(point => At(point.Across, point.Up))]);
        switch (sign)
        {
            case Accidental.Sharp:
                Line((-0.22, 1.2), (-0.22, 0), (-0.24, -1.25));
                Line((0.22, 1.3), (0.22, 0), (0.2, -1.15));
                Line((-0.55, 0.32), (0, 0.42), (0.55, _bends ? 0.62 : 0.5));
                Line((-0.55, -0.5), (0, -0.4), (0.55, _bends ? -0.2 : -0.32));
                break;
            case Accidental.Flat:
                Flat(-0.35);
                break;
            case Accidental.DoubleFlat:
                Flat(-0.8);
                Flat(-0.02);
                break;
            case Accidental.Natural:
                Line((-0.28, 1.3), (-0.28, 0.4), (-0.28, -0.5));
                if (_bends)
                {
                    Line((-0.28, -0.5), (0, -0.45), (0.3, -0.36));
                    Line((-0.28, 0.4), (0, 0.46), (0.3, 0.54));
                    Line((0.3, 0.54), (0.3, -0.4), (0.3, -1.3));
                }
                else
                {
                    Line((-0.3, -0.55), (0, -0.5), (0.32, -0.42));
                    Line((-0.3, 0.42), (0.28, 0.5), (0.3, 0.5), (0.3, -0.3), (0.3, -1.25));
                }

                break;
            default:
                Line((-0.45, 0.45), (0, 0), (0.45, -0.45));
                Line((-0.45, -0.45), (0, 0), (0.45, 0.45));
                break;
        }

        void Flat(double left)
        {
            if (_bends)
                Line(
                    (left, 1.7),
                    (left, 0.6),
                    (left, -0.5),
                    (left + 0.05, -0.5),
                    (left + 0.75, 0),
                    (left + 0.6, 0.5),
                    (left + 0.3, 0.5),
                    (left, 0.2)
                );
            else
            {
                Line((left, 1.8), (left, 0.6), (left, -0.55));
                Line((left, 0.3), (left + 0.3, 0.55), (left + 0.7, 0.4), (left + 0.55, -0.15), (left, -0.55));
            }
        }
    }

    // The signs of the hands that are kept out, in spaces across and up from the middle.
    private (double Across, double Up)[][]? Strokes(Accidental sign) =>
        (way, sign) switch
        {
            (HandWay.Hasty, Accidental.Sharp) =>
            [
                [(-0.05, 1.1), (-0.2, 0), (-0.4, -1.1)],
                [(0.4, 1.1), (0.25, 0), (0.05, -1.2)],
                [(-0.7, 0.2), (0, 0.4), (0.75, 0.65)],
                [(-0.75, -0.55), (0, -0.35), (0.65, -0.1)],
            ],
            (HandWay.Hasty, Accidental.Flat) =>
            [
                [(-0.15, 1.6), (-0.3, 0.4), (-0.45, -0.5), (-0.1, 0.25), (0.35, 0.45), (0.4, 0.05), (0, -0.35), (-0.4, -0.5)],
            ],
            (HandWay.Hasty, Accidental.Natural) =>
            [
                [(-0.2, 1.2), (-0.3, 0), (-0.35, -0.45), (0, -0.4), (0.35, -0.25)],
                [(-0.3, 0.4), (0.1, 0.5), (0.38, 0.55), (0.3, -0.3), (0.2, -1.2)],
            ],
            (HandWay.Square, Accidental.Sharp) =>
            [
                [(-0.25, 1), (-0.25, 0), (-0.25, -1)],
                [(0.25, 1), (0.25, 0), (0.25, -1)],
                [(-0.6, 0.35), (0, 0.35), (0.6, 0.35)],
                [(-0.6, -0.35), (0, -0.35), (0.6, -0.35)],
            ],
            (HandWay.Square, Accidental.Flat) =>
            [
                [(-0.3, 1.5), (-0.3, 0.5), (-0.3, -0.5)],
                [(-0.3, 0.4), (0.35, 0.1), (0.35, 0.1)],
                [(0.35, 0.1), (-0.3, -0.5), (-0.3, -0.5)],
            ],
            (HandWay.Square, Accidental.Natural) =>
            [
                [(-0.3, 1.2), (-0.3, 0), (-0.3, -0.45)],
                [(0.3, 0.45), (0.3, 0), (0.3, -1.2)],
                [(-0.3, 0.4), (0, 0.4), (0.3, 0.4)],
                [(-0.3, -0.4), (0, -0.4), (0.3, -0.4)],
            ],
            _ => null,
        };

    // A ring of some points about the head's place, up to a third of a space off it.
    private void Head(SKCanvas canvas, SKPaint pen, Box head)
    {
        var (x, y) = ((head.Left + head.Right) / 2.0, ((head.Top + head.Bottom) / 2.0) + (head.Height * _chance.Between(-0.3, 0.3)));
        Ring(canvas, pen, x, y, head.Width * _chance.Between(0.38, 0.6), head.Height * _chance.Between(0.34, 0.5));
    }

    private void Ring(SKCanvas canvas, SKPaint pen, double x, double y, double wide, double high)
    {
        if (way == HandWay.Square)
        {
            // A small dab, filled.
            (wide, high) = (wide * 0.75, high * 0.8);
            for (var i = -2; i <= 2; i++)
                Stroke(
                    canvas,
                    pen,
                    [
                        new((float)(x - (wide * (1 - (0.2 * Math.Abs(i))))), (float)(y + (high * i / 3))),
                        new((float)x, (float)(y + (high * i / 3))),
                        new((float)(x + (wide * (1 - (0.2 * Math.Abs(i))))), (float)(y + (high * i / 3))),
                    ]
                );
            return;
        }

        const int points = 9;
        // In haste a ring is left open, and rises to the right.
        var rises =
            way == HandWay.Hasty ? 0.5
            : way == HandWay.Varied ? _chance.Between(-0.1, 0.25)
            : 0;
        var open = way == HandWay.Hasty ? _chance.Between(1, 2.5) : 0;
        var ring = Enumerable
            .Range(0, points + 2 - (int)Math.Ceiling(open))
            .Select(i =>
            {
                var turn = (2 * Math.PI * i / points) + _chance.Between(-0.15, 0.15);
                var (across, down) = (wide * Math.Cos(turn), high * Math.Sin(turn));
                return new SKPoint(
                    (float)(x + across - (_lean * down)),
                    (float)(y + down - (rises * across * high / wide) + (_chance.Normal() * high * 0.06))
                );
            })
            .ToArray();
        Stroke(canvas, pen, ring);
        if (!_fills)
            return;
        for (var i = -2; i <= 2; i++)
            Stroke(
                canvas,
                pen,
                [new((float)(x - (wide * 0.7)), (float)(y + (high * i / 3))), new((float)(x + (wide * 0.7)), (float)(y + (high * i / 3)))]
            );
    }

    private SKPaint Pen() =>
        new()
        {
            Color = new SKColor(_shade, _shade, _shade),
            Style = SKPaintStyle.Stroke,
            StrokeWidth = _thick,
            StrokeCap = SKStrokeCap.Round,
            StrokeJoin = SKStrokeJoin.Round,
            IsAntialias = true,
        };

    private void Tick(SKCanvas canvas, SKPaint pen, Box box) =>
        Stroke(
            canvas,
            pen,
            [
                Off(box.Left + (box.Width * 0.15), box.Top + (box.Height * 0.5), box.Height),
                Off(box.Left + (box.Width * 0.45), box.Bottom, box.Height),
                Off(box.Right + (box.Width * _chance.Between(0, 0.8)), box.Top - (box.Height * _chance.Between(0, 0.6)), box.Height),
            ]
        );

    // Some letters' worth of wavering strokes on the line.
    private void Words(SKCanvas canvas, SKPaint pen, Box box)
    {
        const double letter = 2_200;
        var letters = Math.Clamp((int)(box.Width * _chance.Between(0.2, 0.8) / letter), 1, 18);
        for (var i = 0; i < letters; i++)
        {
            var (x, y) = (box.Left + 1_000 + (i * letter), box.Bottom - 900 + (_chance.Normal() * 120));
            var height = _chance.Between(1_500, 3_000);
            Stroke(
                canvas,
                pen,
                [
                    .. Enumerable
                        .Range(0, 5)
                        .Select(k =>
                            Off(x + (letter * 0.7 * _chance.Next()) + (_lean * height * (k % 2)), y - (height * _chance.Next()), height)
                        ),
                ]
            );
        }
    }

    private SKPoint Off(double x, double y, double size) =>
        new((float)(x + (_chance.Normal() * size * 0.03)), (float)(y + (_chance.Normal() * size * 0.03)));

    // A smooth line through the middles between points.
    private static void Stroke(SKCanvas canvas, SKPaint pen, SKPoint[] points)
    {
        using var builder = new SKPathBuilder();
        builder.MoveTo(points[0]);
        for (var i = 1; i + 1 < points.Length; i++)
            builder.QuadTo(points[i], new SKPoint((points[i].X + points[i + 1].X) / 2, (points[i].Y + points[i + 1].Y) / 2));
        builder.LineTo(points[^1]);
        using var path = builder.Detach();
        canvas.DrawPath(path, pen);
    }
}
