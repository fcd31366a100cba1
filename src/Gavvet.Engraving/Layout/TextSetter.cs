using System.Collections.Immutable;
using System.Globalization;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Engraving.Layout;

/// <summary>
/// Sets lines of text. The text face has no accidental signs, so a line is split and they come from the music font.
/// </summary>
public static class TextSetter
{
    /// <summary>An accidental among words: which sign, how large against the text, how far raised, in thousandths of the text
    /// size.</summary>
    private sealed record TextSign(MusicGlyph Glyph, int Space, int Raise);

    private static readonly ImmutableDictionary<string, TextSign> Signs = new Dictionary<string, TextSign>
    {
        ["♭"] = new(MusicGlyph.AccidentalFlat, 310, 225),
        ["𝄫"] = new(MusicGlyph.AccidentalDoubleFlat, 310, 225),
        ["♮"] = new(MusicGlyph.AccidentalNatural, 290, 350),
        ["♯"] = new(MusicGlyph.AccidentalSharp, 280, 350),
        ["𝄪"] = new(MusicGlyph.AccidentalDoubleSharp, 320, 330),
    }.ToImmutableDictionary();

    // From baseline to baseline of lines set close.
    private const int LeadingOver = 23,
        LeadingUnder = 20;

    // White either side of a sign, in thousandths of the text size.
    private const int SignGap = 70;

    /// <summary>A piece of a line, so far from its start.</summary>
    private sealed record Piece(int X, int Width, ShapedText? Text, TextSign? Sign);

    /// <summary>What to say of a text the page has no signs for, or null when it can be printed.</summary>
    public static string? Unprintable(string text)
    {
        foreach (var rune in text.EnumerateRunes().Where(rune => !System.Text.Rune.IsWhiteSpace(rune)))
        {
            var sign = rune.ToString();
            if (!Signs.ContainsKey(sign) && !TextFace.Of(TextStyle.Regular, Scripts.Of(rune)).Covers(sign))
                return Texts.Say("refused.no-sign", ("sign", sign));
        }

        return null;
    }

    public static int Width(string text, TextStyle style, int size) =>
        Pieces(text, style, size) is [.., var last] ? last.X + last.Width : 0;

    /// <summary>One line from x along the baseline y.</summary>
    public static IEnumerable<Primitive> Line(string text, TextStyle style, int size, int x, int y, Ink ink = Ink.Given)
    {
        foreach (var piece in Pieces(text, style, size))
        {
            if (piece.Text is { } run)
                yield return new TextPrimitive(Role.Text, ink, run, x + piece.X, y);
            else
                yield return new GlyphPrimitive(
                    Role.Text,
                    ink,
                    piece.Sign!.Glyph,
                    x + piece.X,
                    y - (piece.Sign.Raise * size / 1000),
                    piece.Sign.Space * size / 1000
                );
        }
    }

    /// <summary>Lines one above the other, the last on the baseline, so that nothing below them moves.</summary>
    /// <param name="lines">The lines.</param>
    /// <param name="style">The cut.</param>
    /// <param name="size">The size.</param>
    /// <param name="x">Where each begins, or ends.</param>
    /// <param name="baseline">The baseline of the last.</param>
    /// <param name="ink">The ink.</param>
    /// <param name="endsThere">Whether they end at x.</param>
    public static IEnumerable<Primitive> Stacked(
        IReadOnlyList<string> lines,
        TextStyle style,
        int size,
        int x,
        int baseline,
        Ink ink = Ink.Given,
        bool endsThere = false
    ) =>
        lines.SelectMany(
            (line, i) =>
                Line(
                    line,
                    style,
                    size,
                    endsThere ? x - Width(line, style, size) : x,
                    baseline - ((lines.Count - 1 - i) * size * LeadingOver / LeadingUnder),
                    ink
                )
        );

    /// <summary>A text cut to the room there is, with dots where something is left out.</summary>
    public static string Shortened(string text, TextStyle style, int size, int width)
    {
        if (Width(text, style, size) <= width)
            return text;
        // Halving looks at a dozen lengths where one letter after another would look at thousands; a letter keeps its marks.
        int[] letters = [.. StringInfo.ParseCombiningCharacters(text), text.Length];
        var (fits, tooLong) = (1, letters.Length - 1);
        while (fits + 1 < tooLong)
        {
            var middle = (fits + tooLong) / 2;
            if (Width(text[..letters[middle]].TrimEnd() + "…", style, size) <= width)
                fits = middle;
            else
                tooLong = middle;
        }

        return text[..letters[fits]].TrimEnd() + "…";
    }

    /// <summary>One line centered on x.</summary>
    public static IEnumerable<Primitive> Centered(string text, TextStyle style, int size, int x, int y, Ink ink) =>
        Line(text, style, size, x - (Width(text, style, size) / 2), y, ink);

    /// <summary>The text broken into lines no wider than given; a word too long for a line is broken where it must be.</summary>
    public static ImmutableArray<string> Wrap(string text, TextStyle style, int size, int width)
    {
        var lines = ImmutableArray.CreateBuilder<string>();
        foreach (var paragraph in text.ReplaceLineEndings("\n").Split('\n'))
        {
            var line = "";
            foreach (
                var word in paragraph.Split(' ', StringSplitOptions.RemoveEmptyEntries).SelectMany(word => Broken(word, style, size, width))
            )
            {
                var longer = line.Length == 0 ? word : $"{line} {word}";
                if (line.Length > 0 && Width(longer, style, size) > width)
                {
                    lines.Add(line);
                    line = word;
                }
                else
                {
                    line = longer;
                }
            }

            lines.Add(line);
        }

        return lines.ToImmutable();
    }

    private static IEnumerable<string> Broken(string word, TextStyle style, int size, int width)
    {
        while (Width(word, style, size) > width && StringInfo.ParseCombiningCharacters(word) is [_, _, ..] letters)
        {
            var fits = letters.Length - 1;
            while (fits > 1 && Width(word[..letters[fits]], style, size) > width)
                fits = fits * 3 / 4;
            yield return word[..letters[fits]];
            word = word[letters[fits]..];
        }

        yield return word;
    }

    private static List<Piece> Pieces(string text, TextStyle style, int size)
    {
        var face = TextFace.Of(style);
        var pieces = new List<Piece>();
        var x = 0;
        var start = 0;
        for (var i = 0; i <= text.Length; i++)
        {
            var sign = i < text.Length ? Signs.GetValueOrDefault(text.Substring(i, char.IsSurrogatePair(text, i) ? 2 : 1)) : null;
            if (sign is null && i < text.Length)
                continue;
            if (i > start)
            {
                foreach (var run in Scripts.Stretches(text[start..i]).Select(stretch => face.Shape(stretch, size)))
                {
                    pieces.Add(new Piece(x, run.Width, run, null));
                    x += run.Width;
                }
            }

            if (sign is null)
                break;
            var gap = SignGap * size / 1000;
            var width = (int)((long)sign.Glyph.Width * sign.Space * size / 1_000_000);
            pieces.Add(new Piece(x + gap, width + gap, null, sign));
            x += width + (2 * gap);
            if (char.IsSurrogatePair(text, i))
                i++;
            start = i + 1;
        }

        return pieces;
    }
}
