using System.Collections.Immutable;
using System.Text;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Engraving.Output;
using Gavvet.Teaching;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Printing;

/// <summary>Takes names off pages that were kept, and makes piles of such pages again.</summary>
public static class PageNames
{
    private const string Dot = " · ";

    /// <summary>A page without names, or null where none is on it. All else stays where it was.</summary>
    /// <param name="page">The page as its file.</param>
    /// <param name="names">The names, wherever they stand in a line or run over to the next.</param>
    /// <param name="isName">Whether a part of a line, as it stands between dots, is a name.</param>
    /// <param name="remarks">Remarks that go too.</param>
    /// <remarks>What nobody can read is shown nowhere: an empty page is better than one with the name.</remarks>
    public static string? Without(string page, NameSearch names, Func<string, bool> isName, NameSearch remarks)
    {
        try
        {
            return Without(PageFile.Read(page), names, isName, remarks) is { } mended ? PageFile.Write(mended) : null;
        }
        catch (FormatException)
        {
            var (width, height) = PaperSize.Of(Paper.A4);
            return PageFile.Write(new Page(width, height, [], []));
        }
    }

    private static Page? Without(Page page, NameSearch names, Func<string, bool> isName, NameSearch remarks)
    {
        // A group is read aloud by its label, then come its lines.
        string[] before =
        [
            .. page.Groups.SelectMany(group =>
                group.Primitives.OfType<TextPrimitive>().Select(line => line.Text.Text).Prepend(group.Label ?? "")
            ),
            .. page.Outline.Select(entry => entry.Title),
        ];
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
        var left = new Queue<string>(after);
        return page with
        {
            Groups = [.. page.Groups.Select(group => Saying(group, left))],
            Outline = [.. page.Outline.Select(entry => entry with { Title = left.Dequeue() })],
        };
    }

    private static PageGroup Saying(PageGroup group, Queue<string> words)
    {
        var label = words.Dequeue();
        var drawn = ImmutableArray.CreateBuilder<Primitive>(group.Primitives.Length);
        foreach (var primitive in group.Primitives)
        {
            // A line of which nothing is left is no line any more.
            if (primitive is not TextPrimitive line)
                drawn.Add(primitive);
            else if (words.Dequeue() is { Length: > 0 } left)
                drawn.Add(left == line.Text.Text ? line : line with { Text = TextFace.Of(line.Text.Style).Shape(left, line.Text.Size) });
        }

        return group with
        {
            Label = group.Label is null ? null : label,
            Primitives = drawn.ToImmutable(),
        };
    }

    /// <summary>The PDF of some kept pages.</summary>
    /// <param name="title">The document's title.</param>
    /// <param name="pages">The pages as their files.</param>
    /// <exception cref="FormatException">They cannot be read.</exception>
    public static byte[] Pdf(string title, IReadOnlyList<string> pages) =>
        pages.Count == 0
            ? throw new FormatException(Texts.Say("page.unreadable"))
            : PdfWriter.Write(title, [.. pages.Select(PageFile.Read)]);

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
}
