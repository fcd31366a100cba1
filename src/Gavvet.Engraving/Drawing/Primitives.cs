using System.Collections.Immutable;
using Gavvet.Engraving.Fonts;

namespace Gavvet.Engraving.Drawing;

/// <summary>What a primitive is printed in. Answers differ by weight and shape too, so a greyscale copy keeps them apart.</summary>
public enum Ink
{
    Given,
    Answer,
    Example,

    /// <summary>White, on a black piano key.</summary>
    Paper,
}

/// <summary>What a primitive is, for the check that nothing overlaps that should not.</summary>
public enum Role
{
    StaffLine,
    Ledger,
    Clef,
    Notehead,
    Stem,
    Accidental,
    Barline,
    Slur,
    Text,
    Rule,
    WhiteKey,
    BlackKey,
    KeyDot,

    /// <summary>A ring around a note, or a stroke through it.</summary>
    Ring,

    /// <summary>A string or fret of a fretboard.</summary>
    FretLine,
    FretDot,
    DotRim,

    /// <summary>The name of a note in its dot.</summary>
    DotLabel,

    /// <summary>The line of the circle of fifths, and a place on it.</summary>
    Circle,
    CirclePlace,
    PlaceRim,

    /// <summary>A box to tick, and its tick.</summary>
    TickBox,
    Tick,

    /// <summary>A dark run of a QR code.</summary>
    QrCode,

    /// <summary>A stroke of the mark in a corner of a page, by which a scan is laid on its print.</summary>
    CornerMark,

    /// <summary>A box around a number or for a mark.</summary>
    FormBox,

    /// <summary>A figure of a meter.</summary>
    Meter,

    /// <summary>The dot of a dotted note.</summary>
    NoteDot,

    /// <summary>A scanned page.</summary>
    Picture,
}

/// <summary>A box in micrometers, y downward.</summary>
public readonly record struct Box(int Left, int Top, int Right, int Bottom)
{
    public int Width => Right - Left;

    public int Height => Bottom - Top;

    public Box Moved(int dx, int dy) => new(Left + dx, Top + dy, Right + dx, Bottom + dy);

    public bool Overlaps(Box other) => Left < other.Right && other.Left < Right && Top < other.Bottom && other.Top < Bottom;
}

/// <summary>A drawing primitive in micrometers from the top left of the page.</summary>
public abstract record Primitive(Role Role, Ink Ink)
{
    /// <summary>The box its ink fills.</summary>
    public abstract Box InkBox { get; }

    public abstract Primitive Moved(int dx, int dy);
}

/// <summary>A straight line.</summary>
public sealed record LinePrimitive(Role Role, Ink Ink, int X1, int Y1, int X2, int Y2, int Thickness) : Primitive(Role, Ink)
{
    public override Box InkBox =>
        Y1 == Y2
            ? new(Math.Min(X1, X2), Y1 - (Thickness / 2), Math.Max(X1, X2), Y1 + (Thickness / 2))
            : new(Math.Min(X1, X2) - (Thickness / 2), Math.Min(Y1, Y2), Math.Max(X1, X2) + (Thickness / 2), Math.Max(Y1, Y2));

    public override Primitive Moved(int dx, int dy) => this with { X1 = X1 + dx, Y1 = Y1 + dy, X2 = X2 + dx, Y2 = Y2 + dy };
}

/// <summary>A rectangle, filled or outlined, its corners rounded by a radius; with a radius of half its side it is a disc. A thickness of
/// 0 means filled.</summary>
public sealed record RectanglePrimitive(Role Role, Ink Ink, Box Box, int Radius, int Thickness) : Primitive(Role, Ink)
{
    public override Box InkBox => Box;

    public override Primitive Moved(int dx, int dy) => this with { Box = Box.Moved(dx, dy) };
}

/// <summary>A sign of the music font, its origin at x, y, for a staff of this space.</summary>
public sealed record GlyphPrimitive(Role Role, Ink Ink, MusicGlyph Glyph, int X, int Y, int Space) : Primitive(Role, Ink)
{
    public override Box InkBox => new(X + Scaled(Glyph.Left), Y - Scaled(Glyph.Top), X + Scaled(Glyph.Right), Y - Scaled(Glyph.Bottom));

    public override Primitive Moved(int dx, int dy) => this with { X = X + dx, Y = Y + dy };

    private int Scaled(int thousandths) => (int)((long)thousandths * Space / 1000);
}

/// <summary>A picture, such as a scanned page to be drawn on. Only canvases show it: it is kept in no page file and no SVG.</summary>
/// <param name="Box">Where it is drawn, whatever its size.</param>
/// <param name="Bytes">The picture as a file: JPEG, PNG or WebP.</param>
public sealed record PicturePrimitive(Box Box, ReadOnlyMemory<byte> Bytes) : Primitive(Role.Picture, Ink.Given)
{
    public override Box InkBox => Box;

    public override Primitive Moved(int dx, int dy) => this with { Box = Box.Moved(dx, dy) };
}

/// <summary>A shaped string, its baseline starting at x, y.</summary>
public sealed record TextPrimitive(Role Role, Ink Ink, ShapedText Text, int X, int Y) : Primitive(Role, Ink)
{
    public override Box InkBox
    {
        get
        {
            var face = TextFace.Of(Text.Style, Text.Script);
            return new(X, Y - (face.CapHeight * Text.Size / 1000), X + Text.Width, Y + (face.Descent * Text.Size / 1000 / 2));
        }
    }

    public override Primitive Moved(int dx, int dy) => this with { X = X + dx, Y = Y + dy };
}

/// <summary>A slur that hangs below a level: from one end to the other, so deep, thick in the middle.</summary>
public sealed record SlurPrimitive(Ink Ink, int X1, int X2, int Y, int Depth, int Thickness) : Primitive(Role.Slur, Ink)
{
    public override Box InkBox => new(X1, Y, X2, Y + Depth);

    /// <summary>The outline: a start, then two cubic curves of three points each, there and back.</summary>
    public ImmutableArray<(int X, int Y)> Outline
    {
        get
        {
            // A cubic curve reaches three quarters of the way to its control points.
            var (inner, outer) = ((Depth - Thickness) * 4 / 3, Depth * 4 / 3);
            var (a, b) = (X1 + ((X2 - X1) / 5), X2 - ((X2 - X1) / 5));
            return [(X1, Y), (a, Y + outer), (b, Y + outer), (X2, Y), (b, Y + inner), (a, Y + inner), (X1, Y)];
        }
    }

    public override Primitive Moved(int dx, int dy) => this with { X1 = X1 + dx, X2 = X2 + dx, Y = Y + dy };
}
