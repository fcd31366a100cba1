using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Runtime.InteropServices;
using HarfBuzzSharp;
using SkiaSharp;

namespace Gavvet.Engraving.Fonts;

/// <summary>Cuts of the text face.</summary>
public enum TextStyle
{
    Regular,
    Italic,
    Bold,
    BoldItalic,
}

/// <summary>A string shaped at a size: glyphs with their places, in micrometers from the start.</summary>
/// <param name="Text">The string.</param>
/// <param name="Style">The cut.</param>
/// <param name="Size">The font size in micrometers.</param>
/// <param name="Glyphs">The glyph ids.</param>
/// <param name="Offsets">Where each glyph starts.</param>
/// <param name="Width">The advance of the whole string.</param>
public sealed record ShapedText(string Text, TextStyle Style, int Size, ImmutableArray<ushort> Glyphs, ImmutableArray<int> Offsets, int Width)
{
    /// <summary>The same string in the same cut and size has the same shape, whether it was shaped once or twice.</summary>
    public bool Equals(ShapedText? other) => other is not null && (Text, Style, Size) == (other.Text, other.Style, other.Size);

    public override int GetHashCode() => HashCode.Combine(Text, Style, Size);
}

/// <summary>One cut of the text face, shaped by HarfBuzz as browsers shape it.</summary>
[System.Diagnostics.CodeAnalysis.SuppressMessage("Design", "CA1001", Justification = "The four cuts live as long as the program.")]
public sealed class TextFace
{
    private const int CacheLimit = 20_000;

    private static readonly ImmutableDictionary<TextStyle, TextFace> Faces =
        Enum.GetValues<TextStyle>().ToImmutableDictionary(style => style, style => new TextFace(style));

    private readonly ConcurrentDictionary<(string, int), ShapedText> _shaped = new();
    private readonly Lock _shaping = new();
    private readonly Font _font;
    private readonly int _unitsPerEm;

    private TextFace(TextStyle style)
    {
        Style = style;
        File = FontFiles.Read($"{style}");
        Typeface = FontFiles.Typeface(File);
        CommonTypeface = FontFiles.Typeface(FontFiles.Read($"{style}.common"));
        // The shaper reads the file where it lies for as long as the program runs, so it must never be moved.
        var address = GCHandle.Alloc(File, GCHandleType.Pinned).AddrOfPinnedObject();
        var face = new Face(new Blob(address, File.Length, MemoryMode.ReadOnly), 0);
        _unitsPerEm = face.UnitsPerEm;
        _font = new Font(face);
        _font.SetScale(_unitsPerEm, _unitsPerEm);
        _font.SetFunctionsOpenType();
        using var font = new SKFont(Typeface, 1000);
        (Ascent, Descent) = ((int)-font.Metrics.Ascent, (int)font.Metrics.Descent);
        CapHeight = (int)font.Metrics.CapHeight;
    }

    public TextStyle Style { get; }

    /// <summary>The font file.</summary>
    public byte[] File { get; }

    /// <summary>Height above the baseline, in thousandths of the size.</summary>
    public int Ascent { get; }

    /// <summary>Depth below the baseline, in thousandths of the size.</summary>
    public int Descent { get; }

    /// <summary>Height of a capital, in thousandths of the size.</summary>
    public int CapHeight { get; }

    internal SKTypeface Typeface { get; }

    /// <summary>The part of the face that common text needs, its glyphs under the same numbers.</summary>
    internal SKTypeface CommonTypeface { get; }

    /// <summary>Whether a string keeps to Latin letters, figures and punctuation: the ranges of build/subset-font.mjs.</summary>
    internal static bool IsCommon(string text)
    {
        foreach (var sign in text)
        {
            if (sign is not ((>= '\u0020' and <= '\u017F') or (>= '\u2010' and <= '\u2030')))
                return false;
        }

        return true;
    }

    public static TextFace Of(TextStyle style) => Faces[style];

    /// <summary>Whether the face has a sign for every character.</summary>
    public bool Covers(string text)
    {
        using var font = new SKFont(Typeface);
        return font.ContainsGlyphs(text);
    }

    public ShapedText Shape(string text, int size)
    {
        if (_shaped.TryGetValue((text, size), out var known))
            return known;
        var shaped = ShapeNew(text, size);
        if (_shaped.Count > CacheLimit)
            _shaped.Clear();
        _shaped[(text, size)] = shaped;
        return shaped;
    }

    // A ligature has no letters of its own in a PDF: copied or read aloud, "flats" would be "ats". The SVG's font-variant of none switches the same features off.
    private static readonly HarfBuzzSharp.Feature[] NoLigatures = [.. new[] { "-liga", "-clig", "-calt" }.Select(HarfBuzzSharp.Feature.Parse)];

    private ShapedText ShapeNew(string text, int size)
    {
        using var buffer = new HarfBuzzSharp.Buffer();
        buffer.AddUtf16(text);
        buffer.GuessSegmentProperties();
        lock (_shaping)
            _font.Shape(buffer, NoLigatures);
        var glyphs = ImmutableArray.CreateBuilder<ushort>(buffer.Length);
        var offsets = ImmutableArray.CreateBuilder<int>(buffer.Length);
        long pen = 0;
        for (var i = 0; i < buffer.Length; i++)
        {
            glyphs.Add((ushort)buffer.GlyphInfos[i].Codepoint);
            offsets.Add(Scaled(pen + buffer.GlyphPositions[i].XOffset, size));
            pen += buffer.GlyphPositions[i].XAdvance;
        }

        return new ShapedText(text, Style, size, glyphs.MoveToImmutable(), offsets.MoveToImmutable(), Scaled(pen, size));
    }

    private int Scaled(long units, int size) => (int)Math.Round((double)units * size / _unitsPerEm, MidpointRounding.AwayFromZero);
}
