using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;
using System.Xml;
using System.Xml.Linq;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Theory;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Engraving.Output;

/// <summary>
/// Reads a page back that <see cref="SvgWriter"/> wrote, so that a page kept for years can be drawn on and printed again.
/// It reads that one dialect and no other; written again it is the same page.
/// </summary>
public static partial class SvgReader
{
    private const int LargestPage = 8_000_000;

    private static readonly ImmutableDictionary<string, MusicGlyph> Glyphs = MusicGlyph.All.ToImmutableDictionary(glyph => glyph.Name);

    private static readonly ImmutableDictionary<string, Ink> InkOf = Enum.GetValues<Ink>().ToImmutableDictionary(Inks.Hex);

    /// <summary>The page of a file.</summary>
    /// <param name="svg">What <see cref="SvgWriter"/> wrote.</param>
    /// <exception cref="FormatException">It is another's, or was changed.</exception>
    public static Page Read(string svg)
    {
        try
        {
            using var reader = XmlReader.Create(
                new StringReader(svg),
                new XmlReaderSettings
                {
                    DtdProcessing = DtdProcessing.Prohibit,
                    XmlResolver = null,
                    MaxCharactersInDocument = LargestPage,
                }
            );
            var root = XDocument.Load(reader, LoadOptions.PreserveWhitespace).Root!;
            int[] size = [.. ((string)root.Attribute("viewBox")!).Split(' ').Select(Whole)];
            var groups = root.Elements()
                .Where(element => element.Name.LocalName == "g")
                .Select(group => new PageGroup(
                    GroupKind.Furniture,
                    default,
                    (string?)group.Attribute("aria-label"),
                    [.. group.Elements().SelectMany(Primitives)]
                ));
            return new Page(size[2], size[3], [.. groups], [])
            {
                Language = Language.Find((string?)root.Attribute("lang")) ?? Language.English,
            };
        }
        catch (Exception problem)
            when (problem
                    is XmlException
                        or ArgumentException
                        or InvalidOperationException
                        or KeyNotFoundException
                        or IndexOutOfRangeException
                        or FormatException
                        or OverflowException
                        or NullReferenceException
            )
        {
            throw new FormatException(Texts.Say("page.unreadable"), problem);
        }
    }

    private static IEnumerable<Primitive> Primitives(XElement element) =>
        element.Name.LocalName switch
        {
            "use" => [Glyph(element)],
            "text" => [Words(element)],
            "rect" => [Rectangle(element)],
            "path" when element.Attribute("stroke") is not null => Lines(element),
            "path" => [Slur(element)],
            var other => throw new XmlException($"No page of ours has “{other}”."),
        };

    private static GlyphPrimitive Glyph(XElement use)
    {
        var name = ((string)use.Attributes().Single(attribute => attribute.Name.LocalName == "href"))[1..];
        var match = Placed().Match((string)use.Attribute("transform")!);
        var space = (int)Math.Round(1000 * double.Parse(match.Groups[3].Value, CultureInfo.InvariantCulture));
        return new GlyphPrimitive(
            Role.Text,
            InkIn(use, "fill"),
            Glyphs[name[(name.IndexOf('-', StringComparison.Ordinal) + 1)..]],
            Whole(match.Groups[1].Value),
            Whole(match.Groups[2].Value),
            space
        );
    }

    private static TextPrimitive Words(XElement text)
    {
        var (bold, italic) = (text.Attribute("font-weight") is not null, text.Attribute("font-style") is not null);
        var style = (bold, italic) switch
        {
            (true, true) => TextStyle.BoldItalic,
            (true, false) => TextStyle.Bold,
            (false, true) => TextStyle.Italic,
            _ => TextStyle.Regular,
        };
        return new TextPrimitive(
            Role.Text,
            InkIn(text, "fill"),
            TextFace.Of(style).Shape(text.Value, Number(text, "font-size")),
            Number(text, "x"),
            Number(text, "y")
        );
    }

    private static RectanglePrimitive Rectangle(XElement rect)
    {
        var (left, top) = (Number(rect, "x"), Number(rect, "y"));
        var box = new Box(left, top, left + Number(rect, "width"), top + Number(rect, "height"));
        return rect.Attribute("stroke") is null
            ? new RectanglePrimitive(Role.Rule, InkIn(rect, "fill"), box, Number(rect, "rx"), 0)
            : new RectanglePrimitive(Role.Rule, InkIn(rect, "stroke"), box, Number(rect, "rx"), Number(rect, "stroke-width"));
    }

    private static IEnumerable<Primitive> Lines(XElement path) =>
        Line()
            .Matches((string)path.Attribute("d")!)
            .Select(line => new LinePrimitive(
                Role.Rule,
                InkIn(path, "stroke"),
                Whole(line.Groups[1].Value),
                Whole(line.Groups[2].Value),
                Whole(line.Groups[3].Value),
                Whole(line.Groups[4].Value),
                Number(path, "stroke-width")
            ));

    // The control points lie a third beyond the depth they reach.
    private static SlurPrimitive Slur(XElement path)
    {
        int[] at = [.. WholeNumber().Matches((string)path.Attribute("d")!).Select(match => Whole(match.Value))];
        var (outer, inner) = (at[3] - at[1], at[9] - at[1]);
        var depth = ((3 * outer) + 3) / 4;
        return new SlurPrimitive(InkIn(path, "fill"), at[0], at[6], at[1], depth, depth - (((3 * inner) + 3) / 4));
    }

    private static Ink InkIn(XElement element, string attribute) => InkOf[(string)element.Attribute(attribute)!];

    private static int Number(XElement element, string attribute) => Whole((string)element.Attribute(attribute)!);

    private static int Whole(string text) => int.Parse(text, NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture);

    [GeneratedRegex(@"^translate\((-?\d+) (-?\d+)\) scale\(([0-9.]+)\)$")]
    private static partial Regex Placed();

    [GeneratedRegex(@"M(-?\d+) (-?\d+)L(-?\d+) (-?\d+)")]
    private static partial Regex Line();

    [GeneratedRegex(@"-?\d+")]
    private static partial Regex WholeNumber();
}
