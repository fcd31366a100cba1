using Gavvet.Engraving.Drawing;
using SkiaSharp;

namespace Gavvet.Scanning.Simulated;

/// <summary>
/// A student's hand, simulated: heads of uneven shape beside their lines, words as wavering strokes, ticks that overshoot. It is
/// no one's.
/// </summary>
/// <param name="seed">Which hand, and what it does by chance.</param>
public sealed class SimulatedHand(ulong seed)
{
    private readonly Chance _chance = new(seed);

    // How this hand writes all its life: how dark, how thick, how it leans, whether it fills its heads.
    private readonly byte _shade = (byte)new Chance(seed ^ 1).Between(40, 150);
    private readonly float _thick = (float)new Chance(seed ^ 2).Between(260, 620);
    private readonly double _lean = new Chance(seed ^ 3).Between(-0.35, 0.5);
    private readonly bool _fills = new Chance(seed ^ 4).Next() < 0.3;

    /// <summary>Writes something for a question: its notes, where the key has notes, otherwise words or signs on its places.</summary>
    /// <param name="canvas">The paper; a unit is a micrometer.</param>
    /// <param name="box">Where the question stands.</param>
    /// <param name="anchors">Where its parts stand.</param>
    /// <param name="isPrinted">Whether something is printed in the middle of a box: notes that are given are not written again.</param>
    public void Answer(SKCanvas canvas, Box box, ItemAnchors anchors, Func<Box, bool> isPrinted)
    {
        using var pen = new SKPaint
        {
            Color = new SKColor(_shade, _shade, _shade),
            Style = SKPaintStyle.Stroke,
            StrokeWidth = _thick,
            StrokeCap = SKStrokeCap.Round,
            StrokeJoin = SKStrokeJoin.Round,
            IsAntialias = true,
        };
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

    // A ring of some points about the head's place, up to a third of a space off it.
    private void Head(SKCanvas canvas, SKPaint pen, Box head)
    {
        const int points = 9;
        var (x, y) = ((head.Left + head.Right) / 2.0, ((head.Top + head.Bottom) / 2.0) + (head.Height * _chance.Between(-0.3, 0.3)));
        var (wide, high) = (head.Width * _chance.Between(0.38, 0.6), head.Height * _chance.Between(0.34, 0.5));
        var ring = Enumerable
            .Range(0, points + 2)
            .Select(i =>
            {
                var turn = (2 * Math.PI * i / points) + _chance.Between(-0.15, 0.15);
                var (across, down) = (wide * Math.Cos(turn), high * Math.Sin(turn));
                return new SKPoint((float)(x + across - (_lean * down)), (float)(y + down + (_chance.Normal() * head.Height * 0.03)));
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
