using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Reference;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Engraving.Layout;

/// <summary>A scale on one page to hand out: staff, keyboard, formula, degrees and working.</summary>
public static class HandoutLayout
{
    private const int ColumnGap = 3_000;

    /// <summary>The page; a second only where the working is long.</summary>
    /// <param name="entry">The scale.</param>
    /// <param name="paper">The paper.</param>
    /// <param name="fingering">The fingers to print with it, or null for none.</param>
    /// <param name="heardAt">The address where it is heard, printed as a QR code, or null for none.</param>
    public static ImmutableArray<Page> LayOut(AtlasEntry entry, Paper paper, Fingering? fingering = null, string? heardAt = null)
    {
        // With fingers it has more lines to hold on its page.
        var metrics = new PageMetrics(new PageSetup(paper, fingering is null ? 9 : 6));
        return Pagination.Fill(
            [.. Blocks(entry, metrics, fingering)],
            metrics,
            new HandoutFurniture(
                entry.Name,
                entry.Type.OtherNames.Any() ? Texts.Say("handout.also", ("names", string.Join(", ", entry.Type.OtherNames))) : "",
                entry.Name,
                heardAt,
                metrics
            )
        );
    }

    /// <summary>Several scales under one title, each with its name, its degrees and its staff.</summary>
    /// <param name="title">The title.</param>
    /// <param name="entries">The scales, in order.</param>
    /// <param name="paper">The paper.</param>
    /// <param name="heardAt">The address where they are heard, printed as a QR code, or null for none.</param>
    public static ImmutableArray<Page> Several(string title, IReadOnlyList<AtlasEntry> entries, Paper paper, string? heardAt = null)
    {
        var metrics = new PageMetrics(new PageSetup(paper, 6));
        var blocks = entries.SelectMany(entry => Scale(entry, metrics));
        return Pagination.Fill([.. blocks], metrics, Furniture(title, metrics, heardAt: heardAt));
    }

    /// <summary>A scale in two blocks: its name with its degrees and signature, and its staff.</summary>
    internal static IEnumerable<Block> Scale(AtlasEntry entry, PageMetrics metrics)
    {
        yield return Sentence(
            $"{CountText.Capitalized(entry.Name)}: {string.Join(" ", entry.Degrees(false).Select(degree => $"{degree.Degree}"))}{(entry.Signature is { } signature ? $", {signature}" : "")}",
            metrics
        ) with
        {
            KeepWithNext = true,
            Above = metrics.LineHeight / 2,
        };
        yield return Figure(entry.Staff, metrics, metrics.ContentWidth);
    }

    /// <summary>The title over the first page and on the others.</summary>
    internal static IPageFurniture Furniture(string title, PageMetrics metrics, string under = "", string? heardAt = null) =>
        new HandoutFurniture(title, under, under.Length > 0 ? $"{title} · {under}" : title, heardAt, metrics);

    private static IEnumerable<Block> Blocks(AtlasEntry entry, PageMetrics metrics, Fingering? fingering)
    {
        // The line with its steps and degrees; coming down too where that is another. Lines with fingers follow.
        foreach (var descending in entry.Scale.Type.IsTwoWay ? new[] { false, true } : [false])
            yield return Figure(entry.Spread(descending), metrics, metrics.ContentWidth);
        var half = (metrics.ContentWidth - metrics.Gutter) / 2;
        yield return Beside(Figure(entry.Keyboard, metrics, half), Table(Facts(entry), metrics, half), half + metrics.Gutter);
        foreach (var block in fingering is null ? [] : Fingers(entry, fingering, metrics))
            yield return block;
        yield return Heading(Texts.Say("handout.degrees"), metrics);
        yield return Table(Rows(entry), metrics, metrics.ContentWidth, hasHead: true);
        yield return Heading(Texts.Say("handout.working"), metrics);
        foreach (var sentence in entry.Working)
            yield return Sentence(sentence, metrics);
        foreach (var sentence in entry.Pattern)
            yield return Sentence(sentence, metrics);
    }

    internal static IEnumerable<Block> Fingers(AtlasEntry entry, Fingering fingering, PageMetrics metrics)
    {
        yield return Heading(fingering.Name, metrics);
        foreach (var line in fingering.Of(entry))
        {
            if (line.Caption.Length > 0)
                yield return Sentence(line.Caption, metrics) with
                {
                    KeepWithNext = true,
                };
            yield return Figure(line.Staff, metrics, metrics.ContentWidth);
        }

        yield return Sentence(fingering.Remark(entry), metrics);
    }

    // What it is, in a few lines.
    private static IEnumerable<string[]> Facts(AtlasEntry entry)
    {
        string[] Fact(string name, string words) => [Texts.Say(name), words];
        if (entry.Signature is { } signature)
            yield return Fact(
                "handout.fact.signature",
                $"{signature}{(signature.Count > 0 ? $": {entry.Style.Say(signature.Notes)}" : "")}"
            );
        if (entry.Key is { } key)
        {
            yield return Fact("handout.fact.relative", entry.Style.Say(key.Relative));
            if (!key.Parallel.IsTheoretical)
                yield return Fact("handout.fact.parallel", entry.Style.Say(key.Parallel));
            if (key.EnharmonicTwin is { } twin)
                yield return Fact("handout.fact.same-sound", entry.Style.Say(entry.Type, twin.Tonic));
        }

        if (entry.Type.Parent is { } parent)
            yield return Fact(
                "handout.fact.parent",
                Texts.Say(
                    "handout.fact.parent-of",
                    ("scale", entry.Style.Say(parent, ScaleSpelling.ParentOf(entry.Type, entry.Tonic).Tonic)),
                    ("place", CountText.Ordinal(entry.Type.ParentPosition))
                )
            );
        yield return Fact("handout.fact.notes", entry.Style.Say(entry.Scale.Ascending));
    }

    // Two blocks beside each other, as high as the higher one.
    private static Block Beside(Block left, Block right, int x) =>
        new(Math.Max(left.Height, right.Height), false, [.. left.Groups, .. right.Groups.Select(group => group.Moved(x, 0))]);

    private static IEnumerable<string[]> Rows(AtlasEntry entry)
    {
        yield return
        [
            Texts.Say("line.degree"),
            Texts.Say("line.note"),
            Texts.Say("handout.name"),
            Texts.Say("handout.from-tonic"),
            Texts.Say("handout.from-upper"),
        ];
        foreach (var degree in entry.Degrees(false))
            yield return
            [
                $"{degree.Degree}",
                entry.Style.Say(degree.Note),
                degree.Technical ?? degree.Numeral,
                degree.FromTonic.Name,
                degree.FromUpperTonic.Name,
            ];
    }

    private static Block Figure(Figure figure, PageMetrics metrics, int width)
    {
        var set = FigureSetter.Set(figure, [], Ink.Given, metrics, width);
        return Block(set.Height + (metrics.LineHeight / 4), set.Primitives, FigureText.Describe(figure, []), metrics);
    }

    internal static Block Heading(string words, PageMetrics metrics) =>
        Block(
            metrics.Heading + (metrics.LineHeight / 2),
            [.. TextSetter.Line(words, TextStyle.Bold, metrics.Heading, 0, metrics.Heading)],
            null,
            metrics
        ) with
        {
            KeepWithNext = true,
            Above = metrics.SectionGap / 2,
            Bookmark = words,
        };

    // Its columns share the width; the last cell of a row breaks where it is too long.
    internal static Block Table(IEnumerable<string[]> rows, PageMetrics metrics, int width, bool hasHead = false)
    {
        var lines = rows.ToArray();
        var columns = lines[0].Length;
        var widths = Enumerable
            .Range(0, columns)
            .Select(column => lines.Max(line => TextSetter.Width(line[column], TextStyle.Bold, metrics.Body)))
            .ToArray();
        var spare = Math.Max(0, width - widths.Sum() - ((columns - 1) * ColumnGap));
        var gap = columns > 2 ? ColumnGap + (spare / (columns - 1)) : ColumnGap;
        var primitives = ImmutableArray.CreateBuilder<Primitive>();
        var y = metrics.Body;
        for (var row = 0; row < lines.Length; row++)
        {
            var (x, deep) = (0, 1);
            for (var column = 0; column < columns; column++)
            {
                var style = (hasHead && row == 0) || (!hasHead && column == 0) ? TextStyle.Italic : TextStyle.Regular;
                var wrapped = TextSetter.Wrap(
                    lines[row][column],
                    style,
                    metrics.Body,
                    column == columns - 1 ? Math.Max(metrics.Body, width - x) : widths[column] + gap
                );
                for (var line = 0; line < wrapped.Length; line++)
                    primitives.AddRange(TextSetter.Line(wrapped[line], style, metrics.Body, x, y + (line * metrics.LineHeight)));
                x += widths[column] + gap;
                deep = Math.Max(deep, wrapped.Length);
            }

            y += deep * metrics.LineHeight;
        }

        return Block(y, primitives.ToImmutable(), null, metrics);
    }

    internal static Block Sentence(string words, PageMetrics metrics)
    {
        var primitives = ImmutableArray.CreateBuilder<Primitive>();
        var y = 0;
        foreach (var line in TextSetter.Wrap(words, TextStyle.Regular, metrics.Body, metrics.ContentWidth))
        {
            primitives.AddRange(TextSetter.Line(line, TextStyle.Regular, metrics.Body, 0, y + metrics.Body));
            y += metrics.LineHeight;
        }

        return Block(y, primitives.ToImmutable(), null, metrics);
    }

    internal static Block Block(int height, ImmutableArray<Primitive> primitives, string? label, PageMetrics metrics) =>
        new(height, false, [new PageGroup(GroupKind.Furniture, new Box(0, 0, metrics.ContentWidth, height), label, primitives)]);

    private sealed class HandoutFurniture(string title, string under, string running, string? heardAt, PageMetrics metrics) : IPageFurniture
    {
        // Squares of a third of a millimeter, which a phone reads at arm's length.
        private const int CodeSide = 15_000;

        private readonly ImmutableArray<string> _title = TextSetter.Wrap(
            CountText.Capitalized(title),
            TextStyle.Bold,
            metrics.Title,
            metrics.ContentWidth - (heardAt is null ? 0 : CodeSide + metrics.Small)
        );

        private readonly ImmutableArray<string> _under =
            under.Length == 0
                ? []
                : TextSetter.Wrap(
                    under,
                    TextStyle.Italic,
                    metrics.Body,
                    metrics.ContentWidth - (heardAt is null ? 0 : CodeSide + metrics.Small)
                );

        private int TitleBaseline => metrics.TopMargin + metrics.Title + ((_title.Length - 1) * metrics.Title * 6 / 5);

        public int ContentTop(int page) =>
            page > 0 ? metrics.LaterTop : Math.Max(TitleBaseline + (_under.Length * metrics.LineHeight) + metrics.SectionGap, CodeBottom);

        // The words under the code, and air.
        private int CodeBottom => heardAt is null ? 0 : metrics.TopMargin + CodeSide + (2 * metrics.Small);

        public IEnumerable<PageGroup> Head(int page)
        {
            if (page > 0)
            {
                yield return Fitted(running, TextStyle.Italic, metrics.TopMargin + metrics.Small);
                yield break;
            }

            yield return Group(TextSetter.Stacked(_title, TextStyle.Bold, metrics.Title, metrics.SideMargin, TitleBaseline));
            for (var line = 0; line < _under.Length; line++)
                yield return Group(
                    TextSetter.Line(
                        _under[line],
                        TextStyle.Italic,
                        metrics.Body,
                        metrics.SideMargin,
                        TitleBaseline + ((line + 1) * metrics.LineHeight)
                    )
                );
            if (heardAt is null)
                yield break;
            var right = metrics.SideMargin + metrics.ContentWidth;
            yield return new PageGroup(
                GroupKind.Furniture,
                default,
                Texts.Say("handout.heard"),
                [
                    .. QrCode.Draw(heardAt, right, metrics.TopMargin + CodeSide, CodeSide),
                    .. TextSetter.Centered(
                        Texts.Say("handout.heard"),
                        TextStyle.Italic,
                        metrics.Small,
                        right - (CodeSide / 2),
                        metrics.TopMargin + CodeSide + metrics.Small,
                        Ink.Given
                    ),
                ]
            );
        }

        public IEnumerable<PageGroup> Foot(int page, int pages)
        {
            var words = pages > 1 ? Texts.Say("handout.page", ("title", running), ("page", page + 1), ("pages", pages)) : running;
            yield return Fitted(words, TextStyle.Regular, metrics.Height - metrics.BottomMargin);
        }

        private PageGroup Fitted(string words, TextStyle style, int baseline)
        {
            var (lines, size) = FittedText.Of(words, style, metrics.Small, 0, metrics.ContentWidth);
            return Group(TextSetter.Stacked(lines, style, size, metrics.SideMargin, baseline));
        }

        private static PageGroup Group(IEnumerable<Primitive> primitives) => new(GroupKind.Furniture, default, null, [.. primitives]);
    }
}
