using System.Collections.Immutable;
using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Layout;
using Gavvet.Engraving.Output;
using Gavvet.Storage;
using Gavvet.Web.Pages.Shared;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Web.Pages.Workbench;

/// <summary>A sheet on the workbench, seen as one of its papers.</summary>
public sealed record WorkbenchView(
    StoredSheet Stored,
    PaperKind Kind,
    ImmutableArray<PageView> Pages,
    Composition Composition,
    Coverage Coverage
)
{
    /// <summary>How many minutes the sheet takes: a mark a minute (common practice, no source).</summary>
    public int Minutes => Stored.Sheet.Sections.Sum(section => section.Slots.Count * section.Marks);

    /// <summary>The word for the text outline where papers are named.</summary>
    public const string OutlineWord = "outline";

    /// <summary>Whether the sheet is shown as text instead of its pages.</summary>
    public bool IsOutline { get; init; }

    /// <summary>What is shown, as addresses name it.</summary>
    public string Shown => IsOutline ? OutlineWord : FileWords.Of(Kind);

    /// <summary>Questions that have no answer to trust.</summary>
    public ImmutableArray<WithheldQuestion> Withheld => Composition.Key.Withheld;

    /// <summary>The card that lies open, "sheet" or a section's id, and the question whose choices do.</summary>
    public string? OpenCard { get; init; }

    public int? OpenQuestion { get; init; }

    /// <summary>The pages in sight, which are sent at once; null when the browser has not said.</summary>
    public ImmutableArray<int>? InSight { get; init; }

    /// <summary>A page as a part to send.</summary>
    public PagePart Part(PageView page)
    {
        var holdsOpenQuestion = page.Questions.Any(question => question.SlotId == OpenQuestion);
        return new PagePart(this, page, InSight is { } inSight && !inSight.Contains(page.Number) && !holdsOpenQuestion);
    }

    public static WorkbenchView Of(StoredSheet stored, PaperKind kind, QuestionCatalogue catalogue)
    {
        var composition = Composer.Compose(stored.Sheet, catalogue, Edition.Only);
        var pages = SheetLayout.LayOut(composition, kind);
        return new WorkbenchView(
            stored,
            kind,
            [.. pages.Select((page, index) => PageView.Of(page, index + 1, pages.Length, kind, stored.Sheet))],
            composition,
            Coverage.Of(stored.Sheet, composition)
        );
    }
}

/// <summary>A page to send, whole or as a place that waits for it.</summary>
public sealed record PagePart(WorkbenchView Bench, PageView Page, bool Waits);

/// <summary>A page on the screen: the paper itself, and where on it questions and headings stand.</summary>
public sealed record PageView(
    int Number,
    string Svg,
    string Hash,
    ImmutableArray<PlacedQuestion> Questions,
    ImmutableArray<PlacedHead> Heads
)
{
    public static PageView Of(Page page, int number, int of, PaperKind kind, Sheet sheet)
    {
        var slots = sheet.Sections.SelectMany(section => section.Slots.Select(slot => (section, slot))).ToDictionary(pair => pair.slot.Id);
        var svg = SvgWriter.Inline(page, $"p{number}", Say("{0}, page {1} of {2}", Labels.Of(kind), number, of));
        var questions = page
            .Groups.Where(group => group.Kind is GroupKind.Question { GoesOn: false })
            .Select(group =>
            {
                var question = (GroupKind.Question)group.Kind;
                var (section, slot) = slots[question.SlotId];
                return new PlacedQuestion(section.Id, slot.Id, question.Number, slot.Pinned, Place(group.Box, page));
            })
            .ToImmutableArray();
        var heads = page
            .Groups.Where(group => group.Kind is GroupKind.SectionHead)
            .Select(group => new PlacedHead(((GroupKind.SectionHead)group.Kind).SectionId, Share(group.Box.Top, page.Height)))
            .ToImmutableArray();
        var pins = string.Join(',', questions.Where(question => question.Pinned).Select(question => question.SlotId));
        var hash = Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(svg + pins)))[..16];
        return new PageView(number, svg, hash, questions, heads);
    }

    private static string Place(Box box, Page page) =>
        $"{Share(box.Left, page.Width)} {Share(box.Top, page.Height)} {Share(box.Width, page.Width)} {Share(box.Height, page.Height)}";

    private static string Share(int length, int whole) => (100.0 * length / whole).ToString("0.###", CultureInfo.InvariantCulture);
}

/// <summary>A question on a page; the place is left, top, width and height in percent of the page.</summary>
public sealed record PlacedQuestion(int SectionId, int SlotId, int Number, bool Pinned, string Place);

/// <summary>A section's heading on a page, so far down in percent.</summary>
public sealed record PlacedHead(int SectionId, string Top);
