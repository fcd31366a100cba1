using System.Net;
using System.Text;
using System.Text.RegularExpressions;
using Gavvet.Engraving.Output;
using Gavvet.Teaching;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Printing;

/// <summary>Takes names off pages that were kept, and makes piles of such pages again.</summary>
public static partial class PageNames
{
    private const string Dot = " · ";

    /// <summary>A page without names, or null where none is on it. All else stays where it was.</summary>
    /// <param name="page">The page as SVG.</param>
    /// <param name="names">The names, wherever they stand in a line or run over to the next.</param>
    /// <param name="isName">Whether a part of a line, as it stands between dots, is a name.</param>
    /// <param name="remarks">Remarks that go too.</param>
    public static string? Without(string page, NameSearch names, Func<string, bool> isName, NameSearch remarks)
    {
        var pieces = Piece().Matches(page);
        string[] before = [.. pieces.Select(piece => WebUtility.HtmlDecode(piece.Groups["words"].Value))];
        string[] after =
        [
            .. before.Select(words => string.Join(Dot, words.Split(Dot).Select(part => isName(part) ? NameSearch.Instead : part))),
        ];
        foreach (var search in new[] { remarks, names })
        {
            if (!search.IsEmpty)
                after = Searched(after, search);
        }

        if (before.SequenceEqual(after))
            return null;
        var mended = new StringBuilder(page.Length);
        var at = 0;
        for (var i = 0; i < pieces.Count; i++)
        {
            if (before[i] == after[i])
                continue;
            var (words, whole) = (pieces[i].Groups["words"], pieces[i]);
            // A line of which nothing is left is no line any more.
            var (start, length) = after[i].Length == 0 && whole.Value[0] == '<' ? (whole.Index, whole.Length) : (words.Index, words.Length);
            mended.Append(page, at, start - at).Append(WebUtility.HtmlEncode(after[i]));
            at = start + length;
        }

        return mended.Append(page, at, page.Length - at).ToString();
    }

    /// <summary>The PDF of some kept pages.</summary>
    /// <param name="title">The document's title.</param>
    /// <param name="pages">The pages as SVG.</param>
    /// <exception cref="FormatException">They cannot be read.</exception>
    public static byte[] Pdf(string title, IReadOnlyList<string> pages) =>
        pages.Count == 0
            ? throw new FormatException(Texts.Say("page.unreadable"))
            : PdfWriter.Write(title, [.. pages.Select(SvgReader.Read)]);

    // A name may begin on one line and end on the next, so the lines are searched as one text.
    private static string[] Searched(string[] lines, NameSearch search)
    {
        var starts = new int[lines.Length];
        var whole = new StringBuilder();
        for (var i = 0; i < lines.Length; i++)
        {
            starts[i] = whole.Length;
            whole.Append(lines[i]).Append('\n');
        }

        var text = whole.ToString();
        var left = lines.Select(line => new StringBuilder(line)).ToArray();
        foreach (var (start, length) in search.MayBeIn(text) ? search.Places(text).Reverse() : [])
        {
            var isFirst = true;
            for (var i = Array.FindLastIndex(starts, begin => begin <= start); i < lines.Length && starts[i] < start + length; i++)
            {
                var (from, to) = (Math.Max(start, starts[i]) - starts[i], Math.Min(start + length - starts[i], lines[i].Length));
                left[i].Remove(from, to - from).Insert(from, isFirst ? NameSearch.Instead : "");
                isFirst = false;
            }
        }

        // What was cut to its room may end within a name.
        return
        [
            .. left.Select(line => line.ToString())
                .Select(line =>
                    line.EndsWith('…') && search.BeginningAtEnd(line[..^1]) is { } cut ? line[..cut] + NameSearch.Instead
                    : line.Trim().Length == 0 ? ""
                    : line
                ),
        ];
    }

    // The lines of a page, and what is read aloud in their place.
    [GeneratedRegex("<text\\b[^>]*>(?<words>[^<]*)</text>|\\baria-label=\"(?<words>[^\"]*)\"")]
    private static partial Regex Piece();
}
