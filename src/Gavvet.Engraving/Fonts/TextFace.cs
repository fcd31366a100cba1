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
/// <param name="Places">The same for canvases, see <see cref="CanvasGrid"/>.</param>
/// <param name="Width">The advance of the whole string.</param>
/// <param name="Script">The script it is in.</param>
public sealed record ShapedText(
    string Text,
    TextStyle Style,
    int Size,
    ImmutableArray<ushort> Glyphs,
    ImmutableArray<int> Offsets,
    ImmutableArray<float> Places,
    int Width,
    Script Script = Script.Latin
)
{
    /// <summary>The same string in the same cut and size has the same shape, whether it was shaped once or twice.</summary>
    public bool Equals(ShapedText? other) => other is not null && (Text, Style, Size) == (other.Text, other.Style, other.Size);

    public override int GetHashCode() => HashCode.Combine(Text, Style, Size);
}

/// <summary>
/// How finely text is set on a canvas. A PDF writes letters that follow one another by their own advances as one word, but only
/// where the places are the advances to the last bit; so the size is rounded to a step on which every advance is exact in a
/// float, which moves a letter by less than a thirtieth of a millimeter. Its words then take half the room, and pack quicker.
/// </summary>
internal static class CanvasGrid
{
    // A float holds seventeen bits of micrometers, two hands wide, and seven behind the point.
    private const float Step = 1 / 128f;

    /// <summary>The size text is set in on a canvas.</summary>
    /// <param name="size">The font size, in micrometers.</param>
    /// <param name="unitsPerEm">The units of the face.</param>
    public static float Size(int size, int unitsPerEm) => MathF.Round(size / (unitsPerEm * Step)) * unitsPerEm * Step;
}

/// <summary>One cut of the text face, or of another script's face, shaped by HarfBuzz as browsers shape it.</summary>
[System.Diagnostics.CodeAnalysis.SuppressMessage("Design", "CA1001", Justification = "The cuts live as long as the program.")]
public sealed class TextFace
{
    private const int CacheLimit = 20_000;

    private static readonly ImmutableDictionary<TextStyle, TextFace> Faces = Enum.GetValues<TextStyle>()
        .ToImmutableDictionary(style => style, style => new TextFace(style, Script.Latin, $"{style}"));

    // Read when a name first needs them: the largest is ten million bytes.
    private static readonly ConcurrentDictionary<string, Lazy<TextFace>> Others = new();

    private readonly ConcurrentDictionary<(string, int), ShapedText> _shaped = new();
    private readonly Lock _shaping = new();
    private readonly ImmutableArray<SKTypeface> _parts;
    private readonly ImmutableArray<byte[]> _files;
    private readonly Font _font;
    private readonly int _unitsPerEm;
    private readonly ushort _space;

    private TextFace(TextStyle style, Script script, string file)
    {
        (Style, Script) = (style, script);
        File = FontFiles.Read(file);
        Typeface = FontFiles.Typeface(File);
        _files = script == Script.Latin ? [FontFiles.Read($"{style}.plain"), FontFiles.Read($"{style}.common"), File] : [File, File, File];
        _parts = [.. _files.Select(part => ReferenceEquals(part, File) ? Typeface : FontFiles.Typeface(part))];
        // The shaper reads the file where it lies for as long as the program runs, so it must never be moved.
        var address = GCHandle.Alloc(File, GCHandleType.Pinned).AddrOfPinnedObject();
        var face = new Face(new Blob(address, File.Length, MemoryMode.ReadOnly), 0);
        _unitsPerEm = face.UnitsPerEm;
        _font = new Font(face);
        _font.SetScale(_unitsPerEm, _unitsPerEm);
        _font.SetFunctionsOpenType();
        _space = _font.TryGetNominalGlyph(' ', out var space) ? (ushort)space : (ushort)0;
        using var font = new SKFont(Typeface, 1000);
        (Ascent, Descent) = ((int)-font.Metrics.Ascent, (int)font.Metrics.Descent);
        CapHeight = (int)font.Metrics.CapHeight;
    }

    public TextStyle Style { get; }

    /// <summary>The script it has the letters of.</summary>
    public Script Script { get; }

    /// <summary>The font file.</summary>
    public byte[] File { get; }

    /// <summary>Height above the baseline, in thousandths of the size.</summary>
    public int Ascent { get; }

    /// <summary>Depth below the baseline, in thousandths of the size.</summary>
    public int Descent { get; }

    /// <summary>Height of a capital, in thousandths of the size.</summary>
    public int CapHeight { get; }

    /// <summary>The size text is set in on a canvas, see <see cref="CanvasGrid"/>.</summary>
    internal float CanvasSize(int size) => CanvasGrid.Size(size, _unitsPerEm);

    internal SKTypeface Typeface { get; }

    /// <summary>A part of the face, its glyphs under the same numbers.</summary>
    public SKTypeface Part(FacePart part) => _parts[(int)part];

    /// <summary>The file of a part of the face.</summary>
    /// <param name="part">The part.</param>
    public byte[] FileOf(FacePart part) => _files[(int)part];

    public static TextFace Of(TextStyle style) => Faces[style];

    /// <summary>The cut of a script's face; no other script has an italic, and the faces of the East have one weight.</summary>
    /// <param name="style">The cut of the text face it stands beside.</param>
    /// <param name="script">The script.</param>
    public static TextFace Of(TextStyle style, Script script)
    {
        if (script == Script.Latin)
            return Of(style);
        var cut =
            script is Script.Chinese or Script.Korean ? TextStyle.Regular
            : style is TextStyle.Bold or TextStyle.BoldItalic ? TextStyle.Bold
            : TextStyle.Regular;
        return Others.GetOrAdd($"{script}.{cut}", file => new Lazy<TextFace>(() => new TextFace(cut, script, file))).Value;
    }

    /// <summary>Whether the face has a sign for every character.</summary>
    public bool Covers(string text)
    {
        using var font = new SKFont(Typeface);
        return font.ContainsGlyphs(text);
    }

    /// <summary>Shapes a stretch of one script; what is not in the text face's own is shaped by the face of its script.</summary>
    /// <param name="text">The stretch.</param>
    /// <param name="size">The size, in micrometers.</param>
    public ShapedText Shape(string text, int size)
    {
        if (Script == Script.Latin && Scripts.Of(text) is not Script.Latin and var script)
            return Of(Style, script).Shape(text, size) with { Style = Style };
        if (_shaped.TryGetValue((text, size), out var known))
            return known;
        var shaped = ShapeNew(text, size);
        if (_shaped.Count > CacheLimit)
            _shaped.Clear();
        _shaped[(text, size)] = shaped;
        return shaped;
    }

    // A ligature has no letters of its own in a PDF: copied or read aloud, "flats" would be "ats". The SVG's font-variant of none
    // switches the same features off.
    private static readonly HarfBuzzSharp.Feature[] NoLigatures =
    [
        .. new[] { "-liga", "-clig", "-calt" }.Select(HarfBuzzSharp.Feature.Parse),
    ];

    private ShapedText ShapeNew(string text, int size)
    {
        using var buffer = new HarfBuzzSharp.Buffer();
        buffer.AddUtf16(text);
        buffer.GuessSegmentProperties();
        int[] advances;
        lock (_shaping)
        {
            _font.Shape(buffer, NoLigatures);
            advances = [.. buffer.GlyphInfos.Select(info => _font.GetHorizontalGlyphAdvance(info.Codepoint))];
        }

        var (infos, positions) = (buffer.GlyphInfos, buffer.GlyphPositions);
        var glyphs = ImmutableArray.CreateBuilder<ushort>(infos.Length);
        var offsets = ImmutableArray.CreateBuilder<int>(infos.Length);
        var places = ImmutableArray.CreateBuilder<float>(infos.Length);
        var scale = CanvasGrid.Size(size, _unitsPerEm) / _unitsPerEm;
        long pen = 0;
        var natural = long.MinValue;
        for (var i = 0; i < infos.Length; i++)
        {
            var glyph = (ushort)infos[i].Codepoint;
            var start = pen + positions[i].XOffset;
            glyphs.Add(glyph);
            offsets.Add(Scaled(start, size));
            // Where a word begins, and where two letters are moved together, the place is the page's own.
            places.Add(start == natural ? places[^1] + (advances[i - 1] * scale) : offsets[^1]);
            natural = glyph == _space ? long.MinValue : start + advances[i];
            pen += positions[i].XAdvance;
        }

        return new ShapedText(
            text,
            Style,
            size,
            glyphs.MoveToImmutable(),
            offsets.MoveToImmutable(),
            places.MoveToImmutable(),
            Scaled(pen, size),
            Script
        );
    }

    private int Scaled(long units, int size) => (int)Math.Round((double)units * size / _unitsPerEm, MidpointRounding.AwayFromZero);
}
