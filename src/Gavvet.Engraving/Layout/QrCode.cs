using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using QRCoder;

namespace Gavvet.Engraving.Layout;

/// <summary>A text as a QR code (ISO/IEC 18004), small enough for the foot of a page.</summary>
public static class QrCode
{
    /// <summary>The side with the white around it, in micrometers.</summary>
    public const int Side = 11_000;

    /// <summary>The code with its lower right corner at a place.</summary>
    /// <param name="text">What it holds.</param>
    /// <param name="right">Its right edge.</param>
    /// <param name="bottom">Its lower edge.</param>
    /// <param name="side">Its side with the white around it; longer texts have smaller squares.</param>
    public static ImmutableArray<Primitive> Draw(string text, int right, int bottom, int side = Side)
    {
        using var data = QRCodeGenerator.GenerateQrCode(text, QRCodeGenerator.ECCLevel.M);
        var rows = data.ModuleMatrix;
        var (left, top) = (right - side, bottom - side);
        var runs = ImmutableArray.CreateBuilder<Primitive>();
        for (var y = 0; y < rows.Count; y++)
        {
            for (var x = 0; x < rows.Count; x++)
            {
                var from = x;
                while (x < rows.Count && rows[y][x])
                    x++;
                if (x > from)
                    runs.Add(
                        new RectanglePrimitive(
                            Role.QrCode,
                            Ink.Given,
                            new Box(left + At(from), top + At(y), left + At(x), top + At(y + 1)),
                            0,
                            0
                        )
                    );
            }
        }

        return runs.ToImmutable();

        int At(int module) => side * module / rows.Count;
    }
}
