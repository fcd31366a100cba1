using System.Collections.Concurrent;
using SkiaSharp;

namespace Gavvet.Engraving.Fonts;

/// <summary>The music font: outlines for SVG, the font itself for PDF.</summary>
public static class MusicFont
{
    // One em is four staff spaces, by the SMuFL specification.
    private const int EmInSpaces = 4;

    private static readonly ConcurrentDictionary<MusicGlyph, string> Outlines = new();

    private static readonly ConcurrentDictionary<MusicGlyph, ushort> GlyphIds = new();

    internal static SKTypeface Typeface { get; } = FontFiles.Typeface(FontFiles.Read("Bravura"));

    // The same glyphs, as characters that can be searched and read aloud: what is painted with it is copied from a PDF as them.
    private static readonly Lazy<SKTypeface> Readable = new(() =>
        FontFiles.Typeface(
            CharacterMap.Of(
                FontFiles.Read("Bravura"),
                [.. MusicGlyph.All.OrderBy(glyph => glyph.ReadAs).Select(glyph => (glyph.ReadAs, GlyphId(glyph)))]
            )
        )
    );

    /// <summary>The outline as SVG path data, a thousand units to the staff space, y downward.</summary>
    public static string Outline(MusicGlyph glyph) => Outlines.GetOrAdd(glyph, static glyph =>
        {
            using var path = Path(glyph);
            return path.ToSvgPathData();
        });

    /// <summary>The ink box of the outline itself, in thousandths of a staff space, y upward.</summary>
    public static (double Left, double Bottom, double Right, double Top) Ink(MusicGlyph glyph)
    {
        using var path = Path(glyph);
        var box = path.TightBounds;
        return (box.Left, -box.Bottom, box.Right, -box.Top);
    }

    /// <summary>The font a canvas is painted with, for a staff of this space.</summary>
    /// <param name="staffSpace">The staff space.</param>
    internal static SKFont ReadableFont(float staffSpace) => Font(Readable.Value, staffSpace);

    private static SKFont Font(float staffSpace) => Font(Typeface, staffSpace);

    private static SKFont Font(SKTypeface typeface, float staffSpace) =>
        new(typeface, EmInSpaces * staffSpace)
        {
            Subpixel = true,
            Hinting = SKFontHinting.None,
            Edging = SKFontEdging.Antialias,
        };

    internal static ushort GlyphId(MusicGlyph glyph) => GlyphIds.GetOrAdd(glyph, static glyph =>
        {
            using var font = Font(1000);
            return font.GetGlyph(glyph.CodePoint) is var id and not 0
                ? id
                : throw new InvalidOperationException($"The music font has no glyph {glyph.Name}.");
        });

    private static SKPath Path(MusicGlyph glyph)
    {
        using var font = Font(1000);
        return font.GetGlyphPath(GlyphId(glyph)) ?? throw new InvalidOperationException($"{glyph.Name} has no outline.");
    }
}
