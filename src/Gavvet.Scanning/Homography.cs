namespace Gavvet.Scanning;

/// <summary>A place on a page or in a picture.</summary>
public readonly record struct Spot(double X, double Y)
{
    /// <summary>How far another is.</summary>
    public double To(Spot other) => Math.Sqrt(((X - other.X) * (X - other.X)) + ((Y - other.Y) * (Y - other.Y)));
}

/// <summary>A place on the page and where it is in the picture.</summary>
public readonly record struct Pair(Spot Page, Spot Seen);

/// <summary>How freely a page may lie in a picture.</summary>
public enum Freedom
{
    /// <summary>Turned, moved, larger or smaller, as on the glass of a scanner.</summary>
    Similar,

    /// <summary>Slanted and stretched besides.</summary>
    Flat,

    /// <summary>Seen from anywhere.</summary>
    Whole,
}

/// <summary>
/// How a flat page lies in a picture: straight lines stay straight (a projective map; Hartley and Zisserman, Multiple View Geometry,
/// chapter 2, from memory).
/// </summary>
public sealed class Homography
{
    // The nine numbers of the map, row by row; the last is 1.
    private readonly double[] _h;

    private Homography(double[] h) => _h = h;

    /// <summary>The nine numbers of the map, row by row.</summary>
    internal IReadOnlyList<double> Numbers => _h;

    /// <summary>Where a place of the page is in the picture.</summary>
    /// <param name="page">The place.</param>
    public Spot Of(Spot page)
    {
        var w = (_h[6] * page.X) + (_h[7] * page.Y) + _h[8];
        return new Spot(((_h[0] * page.X) + (_h[1] * page.Y) + _h[2]) / w, ((_h[3] * page.X) + (_h[4] * page.Y) + _h[5]) / w);
    }

    /// <summary>Where the places of a row are, from the first on.</summary>
    /// <param name="y">The row.</param>
    /// <param name="width">How many places.</param>
    /// <param name="each">Takes each place with where it is.</param>
    internal void Row(int y, int width, Action<int, Spot> each)
    {
        var (across, down, over) = ((_h[1] * y) + _h[2], (_h[4] * y) + _h[5], (_h[7] * y) + _h[8]);
        for (var x = 0; x < width; x++)
        {
            var share = 1 / ((_h[6] * x) + over);
            each(x, new Spot(((_h[0] * x) + across) * share, ((_h[3] * x) + down) * share));
        }
    }

    /// <summary>The map the other way.</summary>
    public Homography Inverse()
    {
        var h = _h;
        double[] adjugate =
        [
            (h[4] * h[8]) - (h[5] * h[7]),
            (h[2] * h[7]) - (h[1] * h[8]),
            (h[1] * h[5]) - (h[2] * h[4]),
            (h[5] * h[6]) - (h[3] * h[8]),
            (h[0] * h[8]) - (h[2] * h[6]),
            (h[2] * h[3]) - (h[0] * h[5]),
            (h[3] * h[7]) - (h[4] * h[6]),
            (h[1] * h[6]) - (h[0] * h[7]),
            (h[0] * h[4]) - (h[1] * h[3]),
        ];
        return new Homography([.. adjugate.Select(one => one / adjugate[8])]);
    }

    /// <summary>The map that fits pairs best.</summary>
    /// <param name="pairs">The pairs: two or more, three where it may slant, four for the whole of it.</param>
    /// <param name="freedom">How freely the page may lie: few pairs, or such as lie close together, say little.</param>
    /// <returns>The map, or null where there are too few pairs or they lie on a line.</returns>
    public static Homography? Fit(IReadOnlyList<Pair> pairs, Freedom freedom = Freedom.Whole)
    {
        if (pairs.Count < 2 + (int)freedom)
            return null;
        var (page, seen) = (Frame.Of(pairs.Select(pair => pair.Page)), Frame.Of(pairs.Select(pair => pair.Seen)));
        var unknowns = freedom switch
        {
            Freedom.Similar => 4,
            Freedom.Flat => 6,
            _ => 8,
        };
        var (normal, right) = (new double[unknowns, unknowns], new double[unknowns]);
        foreach (var pair in pairs)
        {
            var (from, to) = (page.In(pair.Page), seen.In(pair.Seen));
            if (freedom == Freedom.Similar)
            {
                Add([from.X, -from.Y, 1, 0], to.X);
                Add([from.Y, from.X, 0, 1], to.Y);
                continue;
            }

            Add([from.X, from.Y, 1, 0, 0, 0, -to.X * from.X, -to.X * from.Y], to.X);
            Add([0, 0, 0, from.X, from.Y, 1, -to.Y * from.X, -to.Y * from.Y], to.Y);
        }

        if (Solved(normal, right) is not { } found)
            return null;
        double[] own = freedom switch
        {
            Freedom.Similar => [found[0], -found[1], found[2], found[1], found[0], found[3], 0, 0, 1],
            Freedom.Flat => [.. found, 0, 0, 1],
            _ => [.. found, 1],
        };
        return new Homography(Times(seen.Back(), Times(own, page.Forth())));

        void Add(double[] row, double value)
        {
            for (var i = 0; i < unknowns; i++)
            {
                right[i] += row[i] * value;
                for (var j = 0; j < unknowns; j++)
                    normal[i, j] += row[i] * row[j];
            }
        }
    }

    // Places about their middle, at a mean distance of one: sums of unlike sizes would lose their digits.
    private readonly record struct Frame(double X, double Y, double Scale)
    {
        public static Frame Of(IEnumerable<Spot> spots)
        {
            Spot[] all = [.. spots];
            var middle = new Spot(all.Average(spot => spot.X), all.Average(spot => spot.Y));
            var far = all.Average(spot => spot.To(middle));
            return new Frame(middle.X, middle.Y, far > 0 ? 1 / far : 1);
        }

        public Spot In(Spot spot) => new((spot.X - X) * Scale, (spot.Y - Y) * Scale);

        public double[] Forth() => [Scale, 0, -X * Scale, 0, Scale, -Y * Scale, 0, 0, 1];

        public double[] Back() => [1 / Scale, 0, X, 0, 1 / Scale, Y, 0, 0, 1];
    }

    private static double[] Times(double[] a, double[] b)
    {
        var product = new double[9];
        for (var row = 0; row < 3; row++)
        {
            for (var column = 0; column < 3; column++)
            {
                for (var i = 0; i < 3; i++)
                    product[(3 * row) + column] += a[(3 * row) + i] * b[(3 * i) + column];
            }
        }

        return product;
    }

    // Gauss's elimination with the largest pivot of each column.
    private static double[]? Solved(double[,] a, double[] b)
    {
        const double nothing = 1e-12;
        var n = b.Length;
        for (var column = 0; column < n; column++)
        {
            var pivot = column;
            for (var row = column + 1; row < n; row++)
            {
                if (Math.Abs(a[row, column]) > Math.Abs(a[pivot, column]))
                    pivot = row;
            }

            if (Math.Abs(a[pivot, column]) < nothing)
                return null;
            for (var i = 0; i < n && pivot != column; i++)
                (a[column, i], a[pivot, i]) = (a[pivot, i], a[column, i]);
            (b[column], b[pivot]) = (b[pivot], b[column]);
            for (var row = 0; row < n; row++)
            {
                if (row == column)
                    continue;
                var times = a[row, column] / a[column, column];
                for (var i = column; i < n; i++)
                    a[row, i] -= times * a[column, i];
                b[row] -= times * b[column];
            }
        }

        return [.. Enumerable.Range(0, n).Select(i => b[i] / a[i, i])];
    }
}
