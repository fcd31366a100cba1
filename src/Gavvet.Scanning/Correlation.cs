using System.Numerics;
using System.Runtime.InteropServices;

namespace Gavvet.Scanning;

/// <summary>How alike two pieces of pictures are.</summary>
internal static class Correlation
{
    /// <summary>The correlation of a piece with a part of what is seen: 1 is the same, 0 nothing alike.</summary>
    /// <param name="given">The piece, its mean taken off and its length one.</param>
    /// <param name="width">Its width; the vectors of the machine must divide it, as eight does on every one there is.</param>
    /// <param name="height">Its height.</param>
    /// <param name="seen">What is seen, row by row.</param>
    /// <param name="row">How wide a row of that is.</param>
    /// <param name="dx">Where the part begins, across.</param>
    /// <param name="dy">Where it begins, down.</param>
    public static double Of(float[] given, int width, int height, float[] seen, int row, int dx, int dy)
    {
        var (sums, squared, products) = (Vector<float>.Zero, Vector<float>.Zero, Vector<float>.Zero);
        for (var y = 0; y < height; y++)
        {
            var other = MemoryMarshal.Cast<float, Vector<float>>(seen.AsSpan(((dy + y) * row) + dx, width));
            var own = MemoryMarshal.Cast<float, Vector<float>>(given.AsSpan(y * width, width));
            for (var x = 0; x < other.Length; x++)
            {
                sums += other[x];
                squared += other[x] * other[x];
                products += other[x] * own[x];
            }
        }

        var (sum, squares, product) = (Vector.Sum(sums), Vector.Sum(squared), Vector.Sum(products));
        var spread = squares - (sum * sum / (width * height));
        return spread > 1 ? product / Math.Sqrt(spread) : 0;
    }
}
