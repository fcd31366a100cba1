using Gavvet.Theory;

namespace Gavvet.Scanning.Reading;

/// <summary>
/// Reads an accidental: what was written is laid on each sign as it may be drawn, narrow and wide, upright and leaning, and the likest
/// is taken where no other is nearly as like.
/// </summary>
internal static class SignReader
{
    private const int Across = 18,
        Down = 28;

    private const double Thick = 2.2;

    private static readonly (double Up, double Down, double Aside)[] Boxes =
    [
        (0, 0, 0),
        (0.25, 0, 0),
        (0, 0.25, 0),
        (0.25, 0.25, 0),
        (0, 0, 0.12),
    ];

    // A line drawn twice, so that its strokes have ends: places within a box of one by one.
    private static readonly (Accidental Sign, double Aspect, (double X, double Y)[][] Strokes)[] Signs =
    [
        (
            Accidental.Sharp,
            0.5,
            [
                [(0.3, 0), (0.3, 1)],
                [(0.7, 0), (0.7, 1)],
                [(0, 0.4), (1, 0.3)],
                [(0, 0.72), (1, 0.62)],
            ]
        ),
        (
            Accidental.Flat,
            0.42,
            [
                [(0.1, 0), (0.1, 1)],
                [(0.1, 0.62), (0.5, 0.5), (0.9, 0.6), (0.75, 0.8), (0.1, 1)],
            ]
        ),
        (
            Accidental.Flat,
            0.42,
            [
                [(0.05, 0), (0.1, 1)],
                [(0.1, 0.58), (0.95, 0.55), (0.9, 0.78), (0.1, 1)],
            ]
        ),
        (
            Accidental.Natural,
            0.4,
            [
                [(0.15, 0), (0.15, 0.72)],
                [(0.85, 0.28), (0.85, 1)],
                [(0.15, 0.36), (0.85, 0.28)],
                [(0.15, 0.72), (0.85, 0.64)],
            ]
        ),
        (
            Accidental.DoubleSharp,
            1,
            [
                [(0, 0), (1, 1)],
                [(1, 0), (0, 1)],
            ]
        ),
        (
            Accidental.DoubleFlat,
            0.75,
            [
                [(0.04, 0), (0.06, 1)],
                [(0.06, 0.6), (0.3, 0.5), (0.46, 0.6), (0.38, 0.8), (0.06, 1)],
                [(0.54, 0), (0.55, 1)],
                [(0.55, 0.6), (0.8, 0.5), (0.97, 0.6), (0.88, 0.8), (0.55, 1)],
            ]
        ),
    ];

    private static readonly (Accidental Sign, double Aspect, float[] Shape)[] Shapes =
    [
        .. Signs.SelectMany(sign =>
            new[] { -0.25, -0.1, 0, 0.1, 0.25, 0.4 }.Select(lean => (sign.Sign, sign.Aspect, Drawn(sign.Strokes, lean)))
        ),
    ];

    /// <summary>The sign in a box, how like it is, and how much liker than any other.</summary>
    /// <param name="ink">What was written.</param>
    /// <param name="left">The left edge of what is written there, in pixels of the page.</param>
    /// <param name="top">Its upper edge.</param>
    /// <param name="right">Its right edge.</param>
    /// <param name="bottom">Its lower edge.</param>
    /// <param name="space">A space of the staff in pixels.</param>
    public static (Accidental Sign, double Likeness, double Apart) Read(
        WrittenInk ink,
        double left,
        double top,
        double right,
        double bottom,
        double space
    )
    {
        // Ends may lie under the lines of the staff: the box may be a little higher or wider than what is seen.
        var likeness = new Dictionary<Accidental, double>();
        foreach (var (up, down, aside) in Boxes)
        {
            var (from, to, first, last) = (left - (aside * space), right + (aside * space), top - (up * space), bottom + (down * space));
            var (seen, sure) = Seen(ink, from, first, to, last);
            foreach (var (sign, aspect, shape) in Shapes)
            {
                var alike = Alike(shape, seen, sure) - Unfit(sign, aspect, to - from, last - first, space);
                if (alike > likeness.GetValueOrDefault(sign, double.MinValue))
                    likeness[sign] = alike;
            }
        }

        var ordered = likeness.OrderByDescending(one => one.Value).ToArray();
        return (ordered[0].Key, ordered[0].Value, ordered[0].Value - ordered[1].Value);
    }

    private static (float[] Seen, float[] Sure) Seen(WrittenInk ink, double left, double top, double right, double bottom)
    {
        var (seen, sure) = (new float[Across * Down], new float[Across * Down]);
        for (var y = 0; y < Down; y++)
        {
            for (var x = 0; x < Across; x++)
            {
                // Each place of the shape takes what lies under it.
                var (px, py) = (left + ((x + 0.5) / Across * (right - left)), top + ((y + 0.5) / Down * (bottom - top)));
                (seen[(y * Across) + x], sure[(y * Across) + x]) = ink.At((int)px, (int)py);
            }
        }

        return (seen, sure);
    }

    // A cross is as high as a space, every other sign two and more; a narrow thing is no double flat.
    private static double Unfit(Accidental sign, double aspect, double wide, double high, double space)
    {
        var isLow = high < 1.45 * space;
        var shape = Math.Abs(Math.Log(wide / high / aspect));
        // Two flats side by side are wider than any other sign.
        var isWide = wide > 1.3 * space;
        var isOdd = sign == Accidental.DoubleFlat ? wide < 1.15 * space : isWide && sign is (Accidental.Flat or Accidental.Natural);
        return (sign == Accidental.DoubleSharp != isLow ? 0.35 : 0) + (isOdd ? 0.15 : 0) + (0.25 * shape);
    }

    private static double Alike(float[] shape, float[] seen, float[] sure)
    {
        var (weight, meanShape, meanSeen) = (0.0, 0.0, 0.0);
        for (var i = 0; i < shape.Length; i++)
        {
            weight += sure[i];
            meanShape += sure[i] * shape[i];
            meanSeen += sure[i] * seen[i];
        }

        if (weight < 0.25 * shape.Length)
            return 0;
        (meanShape, meanSeen) = (meanShape / weight, meanSeen / weight);
        var (own, other, both) = (0.0, 0.0, 0.0);
        for (var i = 0; i < shape.Length; i++)
        {
            var (a, b) = (shape[i] - meanShape, seen[i] - meanSeen);
            own += sure[i] * a * a;
            other += sure[i] * b * b;
            both += sure[i] * a * b;
        }

        return own > 0 && other > 0 ? both / Math.Sqrt(own * other) : 0;
    }

    // The strokes as a soft picture, leaning so much to the right and brought back to its box.
    private static float[] Drawn((double X, double Y)[][] strokes, double lean)
    {
        (double X, double Y) Leant((double X, double Y) at) => (at.X + (lean * (0.5 - at.Y)), at.Y);
        (double X, double Y)[][] leant = [.. strokes.Select(stroke => stroke.Select(Leant).ToArray())];
        var (from, to) = (leant.Min(stroke => stroke.Min(at => at.X)), leant.Max(stroke => stroke.Max(at => at.X)));
        var shape = new float[Across * Down];
        // Room for half a stroke at each edge.
        const double edge = Thick / 2;
        for (var y = 0; y < Down; y++)
        {
            for (var x = 0; x < Across; x++)
            {
                var far = leant.Min(stroke =>
                    stroke.Zip(stroke.Skip(1)).Min(part => Far(x + 0.5, y + 0.5, In(part.First), In(part.Second)))
                );
                shape[(y * Across) + x] = (float)Math.Clamp(1.5 - (far / (Thick / 2)), 0, 1);
            }
        }

        return shape;

        (double X, double Y) In((double X, double Y) at) =>
            (edge + ((at.X - from) / (to - from) * (Across - (2 * edge))), edge + (at.Y * (Down - (2 * edge))));
    }

    private static double Far(double x, double y, (double X, double Y) a, (double X, double Y) b)
    {
        var (dx, dy) = (b.X - a.X, b.Y - a.Y);
        var t = Math.Clamp((((x - a.X) * dx) + ((y - a.Y) * dy)) / Math.Max(1e-9, (dx * dx) + (dy * dy)), 0, 1);
        return Math.Sqrt(Math.Pow(x - a.X - (t * dx), 2) + Math.Pow(y - a.Y - (t * dy), 2));
    }
}
