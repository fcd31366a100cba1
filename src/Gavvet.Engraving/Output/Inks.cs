using Gavvet.Engraving.Drawing;
using SkiaSharp;

namespace Gavvet.Engraving.Output;

/// <summary>The colors of the inks: black, the one accent (dark on a greyscale copy), and grey for examples.</summary>
internal static class Inks
{
    public static string Hex(Ink ink) =>
        ink switch
        {
            Ink.Answer => "#8c1d2f",
            Ink.Example => "#5f5f5f",
            Ink.Paper => "#ffffff",
            _ => "#000000",
        };

    /// <summary>How much heavier a sign of the music face is in an ink, in thousandths of a staff space: an answer stands apart without
    /// its color too.</summary>
    public static int Weight(Ink ink) => ink == Ink.Answer ? 80 : 0;

    public static SKColor Color(Ink ink) => SKColor.Parse(Hex(ink));
}
