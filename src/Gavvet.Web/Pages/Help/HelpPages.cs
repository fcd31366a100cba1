using System.Net;
using System.Text.RegularExpressions;
using Gavvet.Theory;
using Markdig;
using Markdig.Syntax;
using Markdig.Syntax.Inlines;

namespace Gavvet.Web.Pages.Help;

/// <summary>A piece of a help page: what stands under one heading.</summary>
/// <param name="Page">The page's name in addresses.</param>
/// <param name="PageTitle">The page's title.</param>
/// <param name="Heading">The heading; empty before the first.</param>
/// <param name="Anchor">Its anchor on the page.</param>
/// <param name="Html">What it says.</param>
/// <param name="Words">The same without marks, to be searched.</param>
internal sealed record HelpPiece(string Page, string PageTitle, string Heading, string Anchor, string Html, string Words);

/// <summary>The help pages, one a screen, written in docs/help and shipped inside the program.</summary>
internal static class HelpPages
{
    /// <summary>In the order of a teacher's work: the page's name in addresses, and the screens it is about.</summary>
    private static readonly (string Page, string[] Screens)[] Order =
    [
        ("week", []),
        ("desk", ["desk"]),
        ("workbench", ["workbench", "history"]),
        ("print-room", ["printing"]),
        ("board", ["board"]),
        ("practice", ["practices", "practice-setting", "practice-room"]),
        ("printings", ["printed"]),
        ("marking", ["marking-screen", "results"]),
        ("scans", ["scans"]),
        ("classes", ["classes", "class"]),
        ("standing", ["standing"]),
        ("mark-book", ["book"]),
        ("plan", ["plan"]),
        ("atlas", ["atlas"]),
        ("check", ["check"]),
        ("style", ["style"]),
        ("specimens", ["specimens"]),
        ("backup", ["backup"]),
    ];

    /// <summary>The language the help is written in: its pages are whole texts, not sentences of the screens.</summary>
    public static Language Speaks => Language.English;

    private static readonly Lazy<HelpPiece[]> Pieces = new(() => [.. Order.SelectMany(entry => HelpText.Read(entry.Page))]);

    /// <summary>The pages' names in addresses with their titles, in order.</summary>
    public static IEnumerable<(string Page, string Title)> All => Pieces.Value.Select(piece => (piece.Page, piece.PageTitle)).Distinct();

    /// <summary>What a page says; empty where there is none of that name.</summary>
    public static IEnumerable<HelpPiece> Of(string page) => Pieces.Value.Where(piece => piece.Page == page);

    /// <summary>The page about a screen.</summary>
    public static string About(string? screen) => Order.FirstOrDefault(entry => entry.Screens.Contains(screen)).Page ?? Order[0].Page;

    /// <summary>The pieces in which every word stands that was typed, those with them in the heading first.</summary>
    public static IEnumerable<HelpPiece> Search(string text)
    {
        string[] typed = [.. text.Split(' ', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries).Take(8)];
        return typed.Length == 0
            ? []
            : Pieces
                .Value.Where(piece =>
                    typed.All(word => $"{piece.PageTitle} {piece.Heading} {piece.Words}".Contains(word, StringComparison.OrdinalIgnoreCase))
                )
                .OrderBy(piece =>
                    !typed.All(word => $"{piece.PageTitle} {piece.Heading}".Contains(word, StringComparison.OrdinalIgnoreCase))
                );
    }
}

/// <summary>Reads a page as it is written. Apart from the list of pages, so that no screen but the help loads the reader of
/// Markdown.</summary>
internal static partial class HelpText
{
    // Ours alone, but what is no page of ours could not bring a tag with it either.
    private static readonly MarkdownPipeline Pipeline = new MarkdownPipelineBuilder().DisableHtml().Build();

    /// <summary>The pieces of a page.</summary>
    public static IEnumerable<HelpPiece> Read(string page)
    {
        using var stream = typeof(HelpPages).Assembly.GetManifestResourceStream($"help/{page}.md")!;
        using var reader = new StreamReader(stream);
        var document = Markdown.Parse(reader.ReadToEnd(), Pipeline);
        var title = "";
        var (heading, blocks) = ("", new List<Block>());
        foreach (var block in document)
        {
            if (block is not HeadingBlock head)
            {
                blocks.Add(block);
                continue;
            }

            if (blocks.Count > 0)
                yield return Piece();
            blocks.Clear();
            if (head.Level == 1)
                title = Text(head);
            else
                heading = Text(head);
        }

        if (blocks.Count > 0)
            yield return Piece();

        HelpPiece Piece()
        {
            var html = string.Concat(blocks.Select(block => Html(block)));
            return new HelpPiece(
                page,
                title,
                heading,
                Spaces().Replace(heading.ToLowerInvariant(), "-"),
                html,
                WebUtility.HtmlDecode(Tags().Replace(html, ""))
            );
        }
    }

    private static string Text(HeadingBlock heading) =>
        string.Concat(heading.Inline!.Descendants<LiteralInline>().Select(literal => literal.Content.ToString()));

    private static string Html(Block block)
    {
        using var text = new StringWriter();
        var renderer = new Markdig.Renderers.HtmlRenderer(text);
        Pipeline.Setup(renderer);
        renderer.Render(block);
        return text.ToString();
    }

    [GeneratedRegex("<[^>]+>")]
    private static partial Regex Tags();

    [GeneratedRegex("[^a-z]+")]
    private static partial Regex Spaces();
}
