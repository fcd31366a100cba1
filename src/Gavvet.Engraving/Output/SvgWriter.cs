using System.Collections.Immutable;
using System.Globalization;
using System.Net;
using System.Text;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Theory;

namespace Gavvet.Engraving.Output;

/// <summary>
/// Writes a page as SVG: music as outlines, text as text, presentation attributes only. The same page gives the same
/// bytes.
/// </summary>
public static class SvgWriter
{
    /// <summary>A page to stand in a web page that has the text face.</summary>
    /// <param name="page">The page.</param>
    /// <param name="id">A prefix of its own for the ids inside, as several pages stand on one screen.</param>
    /// <param name="label">How a screen reader says the page.</param>
    public static string Inline(Page page, string id, string label) =>
        Write(
            page,
            id,
            $"{(page.Language == Language.Current ? "" : Said(page))} role=\"group\" aria-label=\"{WebUtility.HtmlEncode(label)}\"",
            ""
        );

    /// <summary>A page as a file of its own, with its size on paper and the part of its text face that it needs inside.</summary>
    public static string File(Page page)
    {
        var part = FaceParts.For(TextsOf(page));
        var styles = page
            .Groups.SelectMany(group => group.Primitives)
            .OfType<TextPrimitive>()
            .Select(text => (text.Text.Script, text.Text.Style))
            .Distinct()
            .Order();
        // One family: a browser takes the letters of each script from the last face that has them.
        var faces = string.Concat(
            styles.Select(cut =>
                $"@font-face{{font-family:\"{FontFiles.TextFamily}\";font-weight:{Weight(cut.Style)};font-style:{Slant(cut.Style)};src:url(data:font/ttf;base64,{Convert.ToBase64String(TextFace.Of(cut.Style, cut.Script).FileOf(part))}){Scripts.Range(cut.Script)}}}"
            )
        );
        return Write(
            page,
            "p",
            string.Create(CultureInfo.InvariantCulture, $" width=\"{page.Width / 1000.0}mm\" height=\"{page.Height / 1000.0}mm\"")
                + (page.Language == Language.English ? "" : Said(page)),
            $"<style>{faces}</style>"
        );
    }

    private static IEnumerable<string> TextsOf(Page page) =>
        page
            .Groups.SelectMany(group => group.Primitives)
            .OfType<TextPrimitive>()
            .Where(text => text.Text.Script == Script.Latin)
            .Select(text => text.Text.Text);

    // A screen reader says the words of a page in its language, whatever stands around it.
    private static string Said(Page page) => $" lang=\"{page.Language.Tag}\"";

    private static string Write(Page page, string id, string attributes, string head)
    {
        var svg = new StringBuilder(32_768);
        svg.Append(
            CultureInfo.InvariantCulture,
            $"<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 {page.Width} {page.Height}\" text-rendering=\"geometricPrecision\" font-variant=\"none\"{attributes}>{head}<defs>"
        );
        foreach (
            var glyph in page
                .Groups.SelectMany(group => group.Primitives)
                .OfType<GlyphPrimitive>()
                .Select(primitive => primitive.Glyph)
                .DistinctBy(glyph => glyph.Name)
                .OrderBy(glyph => glyph.Name, StringComparer.Ordinal)
        )
            svg.Append(CultureInfo.InvariantCulture, $"<path id=\"{id}-{glyph.Name}\" d=\"{MusicFont.Outline(glyph)}\"/>");
        svg.Append(CultureInfo.InvariantCulture, $"</defs><rect width=\"{page.Width}\" height=\"{page.Height}\" fill=\"#ffffff\"/>");
        foreach (var group in page.Groups)
        {
            svg.Append(group.Label is { } label ? $"<g role=\"img\" aria-label=\"{WebUtility.HtmlEncode(label)}\">" : "<g>");
            for (var i = 0; i < group.Primitives.Length; i++)
            {
                // Lines that follow one another in one ink and thickness are one path: a browser draws a staff at once.
                if (group.Primitives[i] is LinePrimitive line)
                    i = WriteLines(svg, group.Primitives, i, line);
                else
                    Write(svg, group.Primitives[i], id);
            }

            svg.Append("</g>");
        }

        return svg.Append("</svg>").ToString();
    }

    /// <summary>Writes a run of like lines and says where it ends.</summary>
    private static int WriteLines(StringBuilder svg, ImmutableArray<Primitive> primitives, int first, LinePrimitive like)
    {
        svg.Append("<path d=\"");
        var last = first;
        for (
            var i = first;
            i < primitives.Length && primitives[i] is LinePrimitive line && line.Ink == like.Ink && line.Thickness == like.Thickness;
            i++
        )
        {
            svg.Append(CultureInfo.InvariantCulture, $"M{line.X1} {line.Y1}L{line.X2} {line.Y2}");
            last = i;
        }

        svg.Append(CultureInfo.InvariantCulture, $"\" stroke=\"{Inks.Hex(like.Ink)}\" stroke-width=\"{like.Thickness}\"/>");
        return last;
    }

    private static void Write(StringBuilder svg, Primitive primitive, string id)
    {
        var color = Inks.Hex(primitive.Ink);
        _ = primitive switch
        {
            GlyphPrimitive glyph => svg.Append(
                CultureInfo.InvariantCulture,
                $"<use href=\"#{id}-{glyph.Glyph.Name}\" transform=\"translate({glyph.X} {glyph.Y}) scale({glyph.Space / 1000.0})\" fill=\"{color}\"{Heavier(glyph.Ink, color)}/>"
            ),
            TextPrimitive text => svg.Append(
                CultureInfo.InvariantCulture,
                $"<text x=\"{text.X}\" y=\"{text.Y}\" font-family=\"'{FontFiles.TextFamily}'\" font-size=\"{text.Text.Size}\"{Cut(text.Text.Style)} fill=\"{color}\" xml:space=\"preserve\">{WebUtility.HtmlEncode(text.Text.Text)}</text>"
            ),
            RectanglePrimitive { Box: var box } rectangle => svg.Append(
                CultureInfo.InvariantCulture,
                $"<rect x=\"{box.Left}\" y=\"{box.Top}\" width=\"{box.Width}\" height=\"{box.Height}\" rx=\"{rectangle.Radius}\" {(rectangle.Thickness == 0 ? $"fill=\"{color}\"" : $"fill=\"none\" stroke=\"{color}\" stroke-width=\"{rectangle.Thickness}\"")}/>"
            ),
            SlurPrimitive slur => Slur(svg, slur, color),
            _ => throw new ArgumentException($"No SVG for {primitive.GetType().Name}."),
        };
    }

    private static StringBuilder Slur(StringBuilder svg, SlurPrimitive slur, string color)
    {
        var p = slur.Outline;
        return svg.Append(
            CultureInfo.InvariantCulture,
            $"<path d=\"M{p[0].X} {p[0].Y}C{p[1].X} {p[1].Y} {p[2].X} {p[2].Y} {p[3].X} {p[3].Y}C{p[4].X} {p[4].Y} {p[5].X} {p[5].Y} {p[6].X} {p[6].Y}Z\" fill=\"{color}\"/>"
        );
    }

    // In the units of the outline, which is scaled with it.
    private static string Heavier(Ink ink, string color) =>
        Inks.Weight(ink) > 0 ? string.Create(CultureInfo.InvariantCulture, $" stroke=\"{color}\" stroke-width=\"{Inks.Weight(ink)}\"") : "";

    private static string Cut(TextStyle style) =>
        style switch
        {
            TextStyle.Italic => " font-style=\"italic\"",
            TextStyle.Bold => " font-weight=\"700\"",
            TextStyle.BoldItalic => " font-weight=\"700\" font-style=\"italic\"",
            _ => "",
        };

    private static int Weight(TextStyle style) => style is TextStyle.Bold or TextStyle.BoldItalic ? 700 : 400;

    private static string Slant(TextStyle style) => style is TextStyle.Italic or TextStyle.BoldItalic ? "italic" : "normal";
}
