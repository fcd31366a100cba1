using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Engraving.Layout;

/// <summary>Which of the papers a page belongs to.</summary>
public enum PaperKind
{
    /// <summary>What the student writes on.</summary>
    Student,

    /// <summary>The student's pages with the answers in place.</summary>
    Key,

    /// <summary>A list of the answers, one line each.</summary>
    Short,

    /// <summary>The answers with their working.</summary>
    Working,
}

/// <summary>
/// Head and foot of a worksheet's pages. The first head has the title and the lines for name, date, class and marks; a
/// key says what it is in the same room, so that its pages break alike.
/// </summary>
internal sealed class SheetFurniture(Worksheet sheet, PaperKind kind, PageMetrics metrics) : IPageFurniture
{
    // What printers leave white at the lower edge.
    private const int BelowQrCode = 6_500;

    private readonly ImmutableArray<string> _title = TextSetter.Wrap(sheet.Title, TextStyle.Bold, metrics.Title, metrics.ContentWidth);

    private readonly ImmutableArray<string> _instructions = sheet.Instructions.Length == 0 || kind is PaperKind.Working or PaperKind.Short
        ? []
        : TextSetter.Wrap(sheet.Instructions, TextStyle.Regular, metrics.Body, metrics.ContentWidth);

    private int TitleHeight => _title.Length * metrics.Title * 6 / 5;

    private int LinesBaseline => metrics.TopMargin + TitleHeight + metrics.WritingLine;

    private int InstructionsTop => LinesBaseline + (metrics.Body * 9 / 10);

    private static readonly string[] HeadLabels = ["paper.name", "paper.date", "paper.class", "paper.marks"];

    // In hundredths of the room; a class's own name is printed and needs more.
    private int[] Shares => sheet.Edition.Class is null ? [46, 22, 20, 12] : [36, 16, 36, 12];

    private string What => kind switch
    {
        PaperKind.Key => Texts.Say("paper.key"),
        PaperKind.Short => Texts.Say("paper.short-key"),
        PaperKind.Working => Texts.Say("paper.working"),
        _ => "",
    };

    public int ContentTop(int page) => page == 0
        ? InstructionsTop + (_instructions.Length * metrics.LineHeight) + metrics.SectionGap
        : metrics.TopMargin + (metrics.Small * 2) + (metrics.SectionGap / 2);

    public IEnumerable<PageGroup> Head(int page)
    {
        if (page > 0)
        {
            var baseline = metrics.TopMargin + metrics.Small;
            var running = Shortened(kind == PaperKind.Student ? sheet.Title : Texts.Say("paper.running", ("what", What), ("title", sheet.Title)));
            yield return Group([.. Text(running, TextStyle.Italic, metrics.Small, metrics.SideMargin, baseline)]);
            yield break;
        }

        var primitives = ImmutableArray.CreateBuilder<Primitive>();
        var y = metrics.TopMargin;
        foreach (var line in _title)
        {
            y += metrics.Title;
            primitives.AddRange(Text(line, TextStyle.Bold, metrics.Title, metrics.SideMargin, y));
            y += metrics.Title / 5;
        }

        if (kind == PaperKind.Student)
            primitives.AddRange(StudentLines());
        else
            primitives.AddRange(TextSetter.Line(What, TextStyle.BoldItalic, metrics.Body, metrics.SideMargin, LinesBaseline, Ink.Answer));
        var below = InstructionsTop;
        foreach (var line in _instructions)
        {
            below += metrics.LineHeight;
            primitives.AddRange(Text(line, TextStyle.Regular, metrics.Body, metrics.SideMargin, below));
        }

        yield return Group(primitives.ToImmutable());
    }

    public IEnumerable<PageGroup> Foot(int page, int pages)
    {
        var baseline = metrics.Height - metrics.BottomMargin;
        var edition = $"{sheet.Edition}" is { Length: > 0 } words ? $" · {words}" : "";
        var what = kind == PaperKind.Student ? edition : $"{edition} · {What}";
        var mark = sheet.PageMarks?.At(page);
        var found = mark is null ? Texts.Say("paper.sheet", ("code", sheet.Code)) : Texts.Say("paper.code", ("code", mark.Printed));
        var number = Texts.Say("paper.page", ("page", page + 1), ("pages", pages));
        var right = metrics.SideMargin + metrics.ContentWidth - TextSetter.Width(number, TextStyle.Regular, metrics.Small);
        if (mark is { QrText: { } held })
        {
            var qrCode = QrCode.Draw(held, metrics.SideMargin + metrics.ContentWidth, metrics.Height - BelowQrCode);
            yield return new PageGroup(GroupKind.Furniture, default, Texts.Say("paper.qr-code", ("code", mark.Printed)), qrCode);
            right -= QrCode.Side + metrics.Small;
        }

        yield return Group(
        [
            .. Text(Shortened($"{found}{what}", TextStyle.Regular, right - metrics.SideMargin), TextStyle.Regular, metrics.Small, metrics.SideMargin, baseline),
            .. Text(number, TextStyle.Regular, metrics.Small, right, baseline),
        ]);
    }

    // Name, date, class and marks share the line by how much is written on each.
    private IEnumerable<Primitive> StudentLines()
    {
        var total = $"/ {sheet.Marks}";
        (string Label, int Share)[] lines = [.. HeadLabels.Select((label, i) => (Texts.Say(label), Shares[i]))];
        var gap = metrics.Body;
        var labels = lines.Sum(line => TextSetter.Width(line.Label, TextStyle.Regular, metrics.Body) + (metrics.Body / 3));
        var rules = metrics.ContentWidth - labels - (gap * (lines.Length - 1)) - TextSetter.Width(total, TextStyle.Regular, metrics.Body) - (metrics.Body / 3);
        var x = metrics.SideMargin;
        foreach (var (label, share) in lines)
        {
            if (label == lines[2].Label && sheet.Edition.Class is { } group)
            {
                var from = x + TextSetter.Width(label, TextStyle.Regular, metrics.Body) + (metrics.Body / 3);
                foreach (var primitive in Text(TextSetter.Shortened(group, TextStyle.Regular, metrics.Body, rules * share / 100), TextStyle.Regular, metrics.Body, from, LinesBaseline))
                    yield return primitive;
            }

            foreach (var primitive in Text(label, TextStyle.Regular, metrics.Body, x, LinesBaseline))
                yield return primitive;
            x += TextSetter.Width(label, TextStyle.Regular, metrics.Body) + (metrics.Body / 3);
            var rule = rules * share / 100;
            var y = LinesBaseline + (metrics.Body / 6);
            yield return new LinePrimitive(Role.Rule, Ink.Given, x, y, x + rule, y, metrics.RuleThickness);
            x += rule + gap;
        }

        foreach (var primitive in Text(total, TextStyle.Regular, metrics.Body, x - gap + (metrics.Body / 3), LinesBaseline))
            yield return primitive;
    }

    /// <summary>Where a student's name goes on each page: on its line on the first, at the right end of the head on the others.</summary>
    public NamePlace NamePlaceOn(int page)
    {
        if (page > 0)
            return new NamePlace(metrics.SideMargin + metrics.ContentWidth, metrics.TopMargin + metrics.Small, metrics.Small, metrics.ContentWidth / 3, true);
        var labels = HeadLabels.Sum(label => TextSetter.Width(Texts.Say(label), TextStyle.Regular, metrics.Body) + (metrics.Body / 3));
        var rules = metrics.ContentWidth - labels - (metrics.Body * 3) - TextSetter.Width($"/ {sheet.Marks}", TextStyle.Regular, metrics.Body) - (metrics.Body / 3);
        return new NamePlace(metrics.SideMargin + TextSetter.Width(Texts.Say("paper.name"), TextStyle.Regular, metrics.Body) + (metrics.Body / 3), LinesBaseline, metrics.Body, rules * Shares[0] / 100, false);
    }

    private string Shortened(string text) => Shortened(text, TextStyle.Italic, metrics.ContentWidth);

    private string Shortened(string text, TextStyle style, int width)
    {
        var lines = TextSetter.Wrap(text, style, metrics.Small, width - metrics.Small);
        return lines.Length == 1 ? lines[0] : lines[0] + "…";
    }

    private static IEnumerable<Primitive> Text(string text, TextStyle style, int size, int x, int y) =>
        TextSetter.Line(text, style, size, x, y);

    private static PageGroup Group(ImmutableArray<Primitive> primitives) =>
        new(GroupKind.Furniture, default, null, primitives);
}
