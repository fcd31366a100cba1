using Gavvet.Theory;

namespace Gavvet.Scanning.Reading;

/// <summary>
/// Reads an accidental by what was learned from very many that were drawn by simulated hands: a network of one hidden layer
/// (Bishop, Pattern Recognition and Machine Learning, chapter 5, from memory), whose numbers ship beside this code.
/// </summary>
internal static class SignReader
{
    // A window a little wider than a double flat, as high as a flat with its stem, in cells of so much of a space.
    internal const int Across = 20,
        Down = 32,
        Inputs = (Across * Down) + Down;

    private const double Cell = 0.13;

    /// <summary>What a window may hold; the last is nothing of all these.</summary>
    internal static readonly Accidental?[] Kinds =
    [
        Accidental.Sharp,
        Accidental.Flat,
        Accidental.Natural,
        Accidental.DoubleSharp,
        Accidental.DoubleFlat,
        null,
    ];

    private static readonly Lazy<SignNetwork> Learned = new(SignNetwork.Shipped);

    /// <summary>The sign before a head, or null where it is none; with how sure that is, to 1.</summary>
    /// <param name="ink">What was written.</param>
    /// <param name="x">The middle of what lies before the head, in pixels of the page.</param>
    /// <param name="y">The middle of the head.</param>
    /// <param name="space">A space of the staff in pixels.</param>
    public static (Accidental? Sign, double Sure) Read(WrittenInk ink, double x, double y, double space)
    {
        var likely = Learned.Value.Likely(Window(ink, x, y, space));
        var best = Array.IndexOf(likely, likely.Max());
        return (Kinds[best], likely[best]);
    }

    /// <summary>What is seen about a place: how dark each cell is, and how much of each row lies under print.</summary>
    internal static float[] Window(WrittenInk ink, double x, double y, double space)
    {
        var seen = new float[Inputs];
        var cell = Cell * space;
        for (var row = 0; row < Down; row++)
        {
            for (var column = 0; column < Across; column++)
            {
                var (left, top) = (x + ((column - (Across / 2)) * cell), y + ((row - (Down / 2)) * cell));
                var (sum, under) = (0f, 0f);
                for (var part = 0; part < 4; part++)
                {
                    var (shade, sure) = ink.At(
                        (int)Math.Round(left + (cell * (0.25 + (0.5 * (part % 2))))),
                        (int)Math.Round(top + (cell * (0.25 + (0.5 * (part / 2)))))
                    );
                    sum += shade * sure;
                    under += 1 - sure;
                }

                seen[(row * Across) + column] = sum / 4;
                seen[(Across * Down) + row] += under / (4 * Across);
            }
        }

        return seen;
    }
}
