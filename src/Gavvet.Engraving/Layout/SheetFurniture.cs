using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Sheets;
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

    private const int CornerInset = 7_000,
        CornerArm = 2_000,
        CornerStroke = 250;

    private readonly ImmutableArray<string> _title = TextSetter.Wrap(sheet.Title, TextStyle.Bold, metrics.Title, metrics.ContentWidth);

    private readonly ImmutableArray<string> _instructions =
        sheet.Instructions.Length == 0 || kind is PaperKind.Working or PaperKind.Short
            ? []
            : TextSetter.Wrap(sheet.Instructions, TextStyle.Regular, metrics.Body, metrics.ContentWidth);

    private int TitleHeight => _title.Length * metrics.Title * 6 / 5;

    private int LinesBaseline => metrics.TopMargin + TitleHeight + metrics.WritingLine;

    private int InstructionsTop => LinesBaseline + ((HeadRows.Length - 1) * metrics.WritingLine) + (metrics.Body * 9 / 10);

    private static bool IsTotal(HeadLine line) => line.Label == "paper.marks";

    // Lines share a row by how much is written on each, in hundredths of the room; a class's own name is printed and needs
    // more. An exam has a second row.
    private HeadLine[][] HeadRows =>
        (sheet.Setup.Style, sheet.Edition.Class) switch
        {
            (PageStyle.Exam, var group) when metrics.LargePrint =>
            [
                [new("paper.name", 100)],
                [new("paper.candidate", 100)],
                [new("paper.date", 40), new("paper.class", 60, group)],
                [Time with { Share = 60 }, new("paper.marks", 40)],
            ],
            (PageStyle.Exam, var group) =>
            [
                [new("paper.name", 62), new("paper.candidate", 38)],
                [new("paper.date", 20), new("paper.class", 34, group), Time, new("paper.marks", 18)],
            ],
            (_, null) when metrics.LargePrint =>
            [
                [new("paper.name", 100)],
                [new("paper.date", 26), new("paper.class", 48), new("paper.marks", 26)],
            ],
            (_, var group) when metrics.LargePrint =>
            [
                [new("paper.name", 100)],
                [new("paper.class", 100, group)],
                [new("paper.date", 60), new("paper.marks", 40)],
            ],
            (_, null) =>
            [
                [new("paper.name", 46), new("paper.date", 22), new("paper.class", 20), new("paper.marks", 12)],
            ],
            (_, var group) =>
            [
                [new("paper.name", 36), new("paper.date", 16), new("paper.class", 36, group), new("paper.marks", 12)],
            ],
        };

    private HeadLine Time =>
        new("paper.time", 28, sheet.Setup.Minutes > 0 ? Texts.Say("paper.minutes", ("minutes", sheet.Setup.Minutes)) : null);

    /// <summary>A line at the head of a student's paper.</summary>
    private sealed record HeadLine(string Label, int Share, string? Printed = null);

    private string What =>
        kind switch
        {
            PaperKind.Key => Texts.Say("paper.key"),
            PaperKind.Short => Texts.Say("paper.short-key"),
            PaperKind.Working => Texts.Say("paper.working"),
            _ => "",
        };

    public int ContentTop(int page) =>
        page == 0 ? InstructionsTop + (_instructions.Length * metrics.LineHeight) + metrics.SectionGap : metrics.LaterTop;

    public IEnumerable<PageGroup> Head(int page)
    {
        if (page > 0)
        {
            var baseline = metrics.TopMargin + metrics.Small;
            // A student's name stands at the other end.
            yield return kind == PaperKind.Student
                ? Fitted(sheet.Title, TextStyle.Italic, (metrics.ContentWidth * 2 / 3) - (2 * metrics.Body), baseline)
                : Fitted(
                    Texts.Say("paper.running", ("what", What), ("title", sheet.Title)),
                    TextStyle.Italic,
                    metrics.ContentWidth,
                    baseline
                );
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
            yield return Group(CornerMarks());
        }

        yield return Fitted($"{found}{what}", TextStyle.Regular, right - metrics.SideMargin - metrics.Small, baseline);
        yield return Group([.. Text(number, TextStyle.Regular, metrics.Small, right, baseline)]);
    }

    // In the corners nothing else is printed, so that a scan is known to lie right out to its edges. Printers reach so far.
    private ImmutableArray<Primitive> CornerMarks()
    {
        var corners =
            from x in new[] { CornerInset, metrics.Width - CornerInset }
            from y in new[] { CornerInset, metrics.Height - CornerInset }
            select (x, y);
        return
        [
            .. corners.SelectMany(corner =>
                new Primitive[]
                {
                    new LinePrimitive(
                        Role.CornerMark,
                        Ink.Given,
                        corner.x - CornerArm,
                        corner.y,
                        corner.x + CornerArm,
                        corner.y,
                        CornerStroke
                    ),
                    new LinePrimitive(
                        Role.CornerMark,
                        Ink.Given,
                        corner.x,
                        corner.y - CornerArm,
                        corner.x,
                        corner.y + CornerArm,
                        CornerStroke
                    ),
                }
            ),
        ];
    }

    private IEnumerable<Primitive> StudentLines()
    {
        for (var row = 0; row < HeadRows.Length; row++)
        {
            var (baseline, x, rules) = (LinesBaseline + (row * metrics.WritingLine), metrics.SideMargin, RulesOf(HeadRows[row]));
            foreach (var line in HeadRows[row])
            {
                foreach (var primitive in Text(Texts.Say(line.Label), TextStyle.Regular, metrics.Body, x, baseline))
                    yield return primitive;
                x += LabelWidth(line);
                var rule = rules * line.Share / 100;
                // What is printed needs no rule to write on.
                var y = baseline + (metrics.Body / 6);
                foreach (
                    var primitive in line.Printed is { } words
                        ? Printed(words, x, baseline, rule)
                        : [new LinePrimitive(Role.Rule, Ink.Given, x, y, x + rule, y, metrics.RuleThickness)]
                )
                    yield return primitive;
                x += rule + metrics.Body;
                if (!IsTotal(line))
                    continue;
                foreach (var primitive in Text(Total, TextStyle.Regular, metrics.Body, x - metrics.Body + (metrics.Body / 3), baseline))
                    yield return primitive;
            }
        }
    }

    // The name of a class, whole where that can be read: a second line stands above.
    private IEnumerable<Primitive> Printed(string words, int x, int baseline, int room)
    {
        var (lines, size) = FittedText.Of(words, TextStyle.Regular, metrics.Body, SmallestName, room);
        return TextSetter.Stacked(lines, TextStyle.Regular, size, x, baseline);
    }

    /// <inheritdoc/>
    public MarkAnchor? TotalOn(int page)
    {
        if (page > 0 || kind != PaperKind.Student)
            return null;
        for (var row = 0; row < HeadRows.Length; row++)
        {
            var (x, rules) = (metrics.SideMargin, RulesOf(HeadRows[row]));
            foreach (var line in HeadRows[row])
            {
                x += LabelWidth(line) + (rules * line.Share / 100) + metrics.Body;
                if (IsTotal(line))
                    return QuestionSigns.Before(
                        x - metrics.Body + (metrics.Body / 3),
                        LinesBaseline + (row * metrics.WritingLine),
                        metrics.Body
                    );
            }
        }

        return null;
    }

    private string Total => $"/ {sheet.Marks}";

    // What labels, gaps and the total leave for rules.
    private int RulesOf(HeadLine[] row) =>
        metrics.ContentWidth
        - row.Sum(LabelWidth)
        - (metrics.Body * (row.Length - 1))
        - (row.Any(IsTotal) ? TextSetter.Width(Total, TextStyle.Regular, metrics.Body) + (metrics.Body / 3) : 0);

    private int LabelWidth(HeadLine line) => TextSetter.Width(Texts.Say(line.Label), TextStyle.Regular, metrics.Body) + (metrics.Body / 3);

    /// <summary>Where a student's name goes on each page: on its line on the first, at the right end of the head on the others.</summary>
    public NamePlace NamePlaceOn(int page)
    {
        if (page > 0)
            return new NamePlace(
                metrics.SideMargin + metrics.ContentWidth,
                metrics.TopMargin + metrics.Small,
                metrics.Small,
                metrics.ContentWidth / 3,
                true
            )
            {
                Smallest = SmallestName,
            };
        var row = HeadRows[0];
        return new NamePlace(metrics.SideMargin + LabelWidth(row[0]), LinesBaseline, metrics.Body, RulesOf(row) * row[0].Share / 100, false)
        {
            Smallest = SmallestName,
        };
    }

    // What large print is for is read at fourteen points and more.
    private int SmallestName => metrics.LargePrint ? PageMetrics.Points(14) : 0;

    // Small words whole at the edge of a page; a second line stands above.
    private PageGroup Fitted(string words, TextStyle style, int room, int baseline)
    {
        var (lines, size) = FittedText.Of(words, style, metrics.Small, SmallestName, room);
        return Group([.. TextSetter.Stacked(lines, style, size, metrics.SideMargin, baseline)]);
    }

    private static IEnumerable<Primitive> Text(string text, TextStyle style, int size, int x, int y) =>
        TextSetter.Line(text, style, size, x, y);

    private static PageGroup Group(ImmutableArray<Primitive> primitives) => new(GroupKind.Furniture, default, null, primitives);
}
