using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;

namespace Gavvet.Engraving.Output;

/// <summary>A bookmark.</summary>
/// <param name="Title">The words.</param>
/// <param name="Page">The page, from 0.</param>
/// <param name="Top">How far up the page it points, in points.</param>
internal sealed record PdfBookmark(string Title, int Page, double Top);

/// <summary>
/// Adds language and bookmarks to a finished PDF as an incremental update (ISO 32000-1, 7.5.6): a new catalog, the
/// outline objects, and a cross-reference section that leads back to the first.
/// </summary>
internal static partial class PdfAppendix
{
    public static byte[] Append(byte[] pdf, string language, IReadOnlyList<PdfBookmark> bookmarks)
    {
        // Latin-1 keeps bytes and characters in step.
        var text = Encoding.Latin1.GetString(pdf);
        var trailer = text[text.LastIndexOf("trailer", StringComparison.Ordinal)..];
        var size = int.Parse(SizeEntry().Match(trailer).Groups[1].Value, CultureInfo.InvariantCulture);
        var root = int.Parse(RootEntry().Match(trailer).Groups[1].Value, CultureInfo.InvariantCulture);
        var info = InfoEntry().Match(trailer).Value;
        var previous = int.Parse(StartXref().Match(trailer).Groups[1].Value, CultureInfo.InvariantCulture);
        var catalog = Object(text, root);
        var pages = PageObjects(text);

        var outlines = size;
        var objects = new SortedDictionary<int, string>();
        var opened = catalog[..catalog.LastIndexOf(">>", StringComparison.Ordinal)];
        var outlineEntry = bookmarks.Count == 0 ? "" : $"\n/Outlines {outlines} 0 R\n/PageMode /UseOutlines";
        objects[root] = $"{opened}\n/Lang ({language}){outlineEntry}>>";
        if (bookmarks.Count > 0)
        {
            objects[outlines] =
                $"<</Type /Outlines\n/First {outlines + 1} 0 R\n/Last {outlines + bookmarks.Count} 0 R\n/Count {bookmarks.Count}>>";
            for (var i = 0; i < bookmarks.Count; i++)
            {
                var (previousItem, nextItem) = (
                    i > 0 ? $"\n/Prev {outlines + i} 0 R" : "",
                    i < bookmarks.Count - 1 ? $"\n/Next {outlines + i + 2} 0 R" : ""
                );
                objects[outlines + 1 + i] = string.Create(
                    CultureInfo.InvariantCulture,
                    $"<</Title {Hex(bookmarks[i].Title)}\n/Parent {outlines} 0 R{previousItem}{nextItem}\n/Dest [{pages[bookmarks[i].Page]} 0 R /XYZ 0 {bookmarks[i].Top:0.##} null]>>"
                );
            }
        }

        var appendix = new StringBuilder();
        if (!text.EndsWith('\n'))
            appendix.Append('\n');
        var offsets = new SortedDictionary<int, int>();
        foreach (var (number, body) in objects)
        {
            offsets[number] = pdf.Length + appendix.Length;
            appendix.Append(CultureInfo.InvariantCulture, $"{number} 0 obj\n{body}\nendobj\n");
        }

        var xref = pdf.Length + appendix.Length;
        appendix.Append("xref\n");
        foreach (var (number, offset) in offsets)
            appendix.Append(CultureInfo.InvariantCulture, $"{number} 1\n{offset:0000000000} 00000 n \n");
        var newSize = Math.Max(size, objects.Keys.Max() + 1);
        appendix.Append(
            CultureInfo.InvariantCulture,
            $"trailer\n<</Size {newSize}\n/Root {root} 0 R\n{info}\n/Prev {previous}>>\nstartxref\n{xref}\n%%EOF\n"
        );
        return [.. pdf, .. Encoding.Latin1.GetBytes(appendix.ToString())];
    }

    private static string Object(string text, int number)
    {
        var start = text.LastIndexOf($"\n{number} 0 obj", StringComparison.Ordinal);
        if (start < 0)
            throw new InvalidOperationException($"The PDF has no object {number}.");
        start = text.IndexOf("obj", start, StringComparison.Ordinal) + 3;
        return text[start..text.IndexOf("endobj", start, StringComparison.Ordinal)].Trim();
    }

    // The page tree from the top, in reading order.
    private static List<int> PageObjects(string text)
    {
        var found = new List<int>();
        var root = int.Parse(
            PagesEntry()
                .Match(
                    Object(
                        text,
                        int.Parse(
                            RootEntry().Match(text, text.LastIndexOf("trailer", StringComparison.Ordinal)).Groups[1].Value,
                            CultureInfo.InvariantCulture
                        )
                    )
                )
                .Groups[1]
                .Value,
            CultureInfo.InvariantCulture
        );
        Walk(root);
        return found;

        void Walk(int number)
        {
            var body = Object(text, number);
            var kids = KidsEntry().Match(body);
            if (!kids.Success)
            {
                found.Add(number);
                return;
            }

            foreach (Match kid in Reference().Matches(kids.Groups[1].Value))
                Walk(int.Parse(kid.Groups[1].Value, CultureInfo.InvariantCulture));
        }
    }

    private static string Hex(string title) => $"<FEFF{Convert.ToHexString(Encoding.BigEndianUnicode.GetBytes(title))}>";

    [GeneratedRegex(@"/Size (\d+)")]
    private static partial Regex SizeEntry();

    [GeneratedRegex(@"/Root (\d+) 0 R")]
    private static partial Regex RootEntry();

    [GeneratedRegex(@"/Info \d+ 0 R")]
    private static partial Regex InfoEntry();

    [GeneratedRegex(@"startxref\s+(\d+)")]
    private static partial Regex StartXref();

    [GeneratedRegex(@"/Pages (\d+) 0 R")]
    private static partial Regex PagesEntry();

    [GeneratedRegex(@"/Kids \[([^\]]*)\]")]
    private static partial Regex KidsEntry();

    [GeneratedRegex(@"(\d+) 0 R")]
    private static partial Regex Reference();
}
