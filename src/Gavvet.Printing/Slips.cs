using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Engraving.Layout;
using Gavvet.Teaching;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Printing;

/// <summary>
/// Slips for students: total and per section, the named mistakes, and for each miss the right answer as the key has it with
/// its working. Two or three to a page where they fit; nothing is said of anyone else.
/// </summary>
public static class Slips
{
    private const int Side = 17_000,
        Top = 13_000,
        Gap = 4_000,
        ShortTop = 9_000,
        ShortFoot = 5_000,
        ShortToAPage = 3,
        MostToAPage = 3,
        MostLeftAlone = 2,
        MostSentences = 3;

    private static readonly int Title = PageMetrics.Points(13),
        Body = PageMetrics.Points(10),
        Small = PageMetrics.Points(9);

    /// <summary>The slips of some papers.</summary>
    /// <param name="papers">The papers; those without a marking get none.</param>
    public static ImmutableArray<Page> Of(IEnumerable<MarkedPaper> papers) =>
        Together(papers.Where(paper => paper.Markings.Count > 0).Select(Pages));

    /// <summary>Slips that were laid out each by itself on whole pages: a slip joins those before it where each has as much of the page
    /// as the others.</summary>
    /// <param name="slips">The pages of each slip.</param>
    public static ImmutableArray<Page> Together(IEnumerable<IReadOnlyList<Page>> slips)
    {
        var pages = ImmutableArray.CreateBuilder<Page>();
        var on = new List<Page>();
        foreach (var slip in slips)
        {
            var shares = slip.Count == 1 && on.Count < MostToAPage && on.Append(slip[0]).All(one => Fits(one, slip[0], on.Count + 1));
            if (!shares)
                Turn();
            if (slip.Count == 1)
                on.Add(slip[0]);
            else
                pages.AddRange(slip);
        }

        Turn();
        return pages.ToImmutable();

        void Turn()
        {
            if (on.Count > 0)
                pages.Add(Shared(on));
            on.Clear();
        }
    }

    private static bool Fits(Page slip, Page like, int toAPage) =>
        (slip.Width, slip.Height) == (like.Width, like.Height)
        && slip.Groups.SelectMany(group => group.Primitives).Max(ink => ink.InkBox.Bottom) <= (like.Height / toAPage) - Gap;

    // Slips below one another, with lines to cut along.
    private static Page Shared(List<Page> slips)
    {
        var share = slips[0].Height / slips.Count;
        return slips[0] with
        {
            Groups =
            [
                .. slips.SelectMany((slip, i) => slip.Groups.Select(group => group.Moved(0, i * share))),
                .. Enumerable.Range(1, slips.Count - 1).Select(i => HalfSheets.Cut(slips[0].Width, i * share)),
            ],
        };
    }

    /// <summary>Where the name goes on the first page of a slip that was laid out without one.</summary>
    /// <param name="page">The page.</param>
    public static NamePlace NamePlace(Page page) =>
        new(
            Side + TextSetter.Width(Texts.Say("slip.no-name"), TextStyle.Bold, Title) + (Title / 2),
            Top + Title,
            Title,
            page.Width / 2,
            false
        );

    /// <summary>The size of a whole page, where a paper may be of half ones.</summary>
    private static (int Width, int Height) SizeOfWhole(Page page) => (page.Width, HalfSheets.IsHalf(page) ? 2 * page.Height : page.Height);

    /// <summary>
    /// Short slips, each a third of a page: the total, and the sentences that help most. First what is said of most of the answers, and
    /// a remark of the teacher's before all.
    /// </summary>
    /// <param name="papers">The papers; those without a marking get none.</param>
    public static ImmutableArray<Page> Short(IEnumerable<MarkedPaper> papers) =>
        [.. papers.Where(paper => paper.Markings.Count > 0).Select(ShortOf)];

    /// <summary>Short slips on whole pages, three to a page, with lines to cut along.</summary>
    /// <param name="slips">The slips.</param>
    public static ImmutableArray<Page> ShortTogether(IReadOnlyList<Page> slips) => HalfSheets.Together(slips, ShortToAPage);

    /// <summary>Where the name goes on a short slip that was laid out without one.</summary>
    /// <param name="page">The slip.</param>
    public static NamePlace ShortNamePlace(Page page) => NamePlace(page) with { Y = ShortTop + Title };

    private static Page ShortOf(MarkedPaper paper)
    {
        using var speaking = paper.Record.Speaks.Speak();
        var (width, whole) = SizeOfWhole(paper.Pages[0].Student);
        var height = whole / ShortToAPage;
        var rows = new List<Row> { Head(paper, width - (2 * Side)) };
        var room = height - ShortTop - ShortFoot - rows[0].Height;
        foreach (var sentence in SentencesOf(paper).Take(MostSentences))
        {
            var row = Text(sentence, TextStyle.Regular, Body, width - (2 * Side), Ink.Answer, air: Body / 3);
            if (row.Height > room)
                break;
            rows.Add(row);
            room -= row.Height;
        }

        return new Page(width, height, [Placed(rows, ShortTop)], []);
    }

    // What is left open is said in the head; nothing at all is no mistake of a name.
    private static IEnumerable<string> SentencesOf(MarkedPaper paper)
    {
        foreach (var remark in paper.Markings.Values.Select(marking => marking.Remark).OfType<string>().Distinct())
            yield return remark;
        if (paper.Markings.Values.All(marking => marking.IsRight))
        {
            yield return Texts.Say(paper.Markings.Count == paper.Items.Length ? "slip.all-right" : "slip.right-so-far");
            yield break;
        }

        // Each with the questions it is said of: a note by its number is a note of one of them.
        foreach (
            var said in paper
                .Markings.OrderBy(marking => marking.Key)
                .SelectMany(
                    marking => marking.Value.Findings.Select(finding => finding.Message).Distinct(),
                    (marking, message) => (marking.Key, message)
                )
                .GroupBy(said => said.message, said => said.Key)
                .OrderByDescending(same => same.Count())
        )
            yield return Texts.Say("slip.said-of", ("numbers", string.Join(", ", said)), ("sentence", said.Key));
        var blank = paper.Markings.Values.Count(marking => marking.As == MarkedAs.Blank);
        if (blank > 0)
            yield return Texts.Say("slip.blanks", ("count", blank));
    }

    private sealed record Row(int Height, ImmutableArray<Primitive> Primitives);

    // A row is never split; what does not fit a page goes on to the next, and never alone.
    private static Page[] Pages(MarkedPaper paper)
    {
        using var speaking = paper.Record.Speaks.Speak();
        var (width, height) = SizeOfWhole(paper.Pages[0].Student);
        var pages = new List<List<Row>> { new() };
        foreach (var row in Rows(paper, width - (2 * Side)))
        {
            if (pages[^1].Count > 0 && Height(pages[^1]) + row.Height > height - (2 * Top))
                pages.Add([]);
            pages[^1].Add(row);
        }

        if (pages is [.., { Count: > MostLeftAlone } before, [var alone]] && before[^1].Height + alone.Height <= height - (2 * Top))
        {
            pages[^1].Insert(0, before[^1]);
            before.RemoveAt(before.Count - 1);
        }

        return [.. pages.Select(page => new Page(width, height, [Placed(page, Top)], []))];
    }

    private static int Height(IEnumerable<Row> rows) => rows.Sum(row => row.Height);

    private static PageGroup Placed(IEnumerable<Row> rows, int y)
    {
        var placed = ImmutableArray.CreateBuilder<Primitive>();
        foreach (var row in rows)
        {
            placed.AddRange(row.Primitives.Select(primitive => primitive.Moved(Side, y)));
            y += row.Height;
        }

        return new PageGroup(GroupKind.Furniture, default, null, placed.ToImmutable());
    }

    private static IEnumerable<Row> Rows(MarkedPaper paper, int width)
    {
        yield return Head(paper, width);
        foreach (var section in paper.Items.GroupBy(item => (item.Section, item.SectionTitle)))
            yield return Score(section.Key.SectionTitle, Earned(paper, section), width);
        var misses = paper.Items.Where(item => paper.Markings.GetValueOrDefault(item.Number) is { IsRight: false }).ToArray();
        if (misses.Length == 0)
            yield return Text(
                Texts.Say(paper.Markings.Count == paper.Items.Length ? "slip.all-right" : "slip.right-so-far"),
                TextStyle.Italic,
                Body,
                width,
                Ink.Given
            );
        foreach (var item in misses)
            yield return Miss(paper, item, width);
        var marked = paper
            .Markings.Values.Where(marking => marking.Remark is { Length: > 0 })
            .Select(marking => marking.Remark!)
            .Distinct();
        foreach (var remark in marked)
            yield return Text(remark, TextStyle.Italic, Body, width, Ink.Answer);
    }

    private static (double Marks, int Of, int Open) Earned(MarkedPaper paper, IEnumerable<SetItem> items)
    {
        var of = items.ToArray();
        return (
            of.Sum(item => paper.Markings.GetValueOrDefault(item.Number)?.Marks ?? 0),
            of.Sum(item => item.Marks),
            of.Count(item => !paper.Markings.ContainsKey(item.Number))
        );
    }

    private static Row Head(MarkedPaper paper, int width)
    {
        var (marks, of, open) = Earned(paper, paper.Items);
        if (paper.WholeTotal is { } whole)
            (marks, open) = (whole, 0);
        var total = Texts.Say("slip.total", ("marks", MarksText.Of(marks)), ("of", of));
        var edition = paper.Record.Editions[paper.Copy.Edition];
        string[] about =
        [
            paper.Record.Title,
            .. paper.Record.Class is { } group ? new[] { group } : [],
            Texts.Say("paper.version", ("letter", edition.Version)),
            paper.Date,
        ];
        var primitives = ImmutableArray.CreateBuilder<Primitive>();
        var room = width - TextSetter.Width(total, TextStyle.Bold, Title) - Gap;
        primitives.AddRange(
            new NamePlace(0, Title, Title, room, false).Line(paper.Student.Length > 0 ? paper.Student : Texts.Say("slip.no-name"))
        );
        primitives.AddRange(
            TextSetter.Line(total, TextStyle.Bold, Title, width - TextSetter.Width(total, TextStyle.Bold, Title), Title, Ink.Answer)
        );
        var y = Title + (Body * 3 / 2);
        foreach (var line in TextSetter.Wrap(string.Join(" · ", about.Where(words => words.Length > 0)), TextStyle.Regular, Small, width))
        {
            primitives.AddRange(TextSetter.Line(line, TextStyle.Regular, Small, 0, y));
            y += Small * 13 / 10;
        }

        if (open > 0)
        {
            primitives.AddRange(TextSetter.Line(Texts.Say("slip.open", ("count", open)), TextStyle.Italic, Small, 0, y));
            y += Small * 13 / 10;
        }

        primitives.Add(new LinePrimitive(Role.Rule, Ink.Given, 0, y, width, y, 180));
        return new Row(y + Body, primitives.ToImmutable());
    }

    private static Row Score(string heading, (double Marks, int Of, int Open) earned, int width)
    {
        var score = Texts.Say("slip.section", ("marks", MarksText.Of(earned.Marks)), ("of", earned.Of));
        var x = width - TextSetter.Width(score, TextStyle.Regular, Body);
        var lines = TextSetter.Wrap(heading, TextStyle.Regular, Body, x - Gap);
        var more = (lines.Length - 1) * Body * 13 / 10;
        return new Row(
            more + (Body * 14 / 10),
            [
                .. lines.SelectMany((line, i) => TextSetter.Line(line, TextStyle.Regular, Body, 0, Body + (i * Body * 13 / 10))),
                .. TextSetter.Line(score, TextStyle.Regular, Body, x, Body + more),
            ]
        );
    }

    // The question as the key has it, then what went wrong and how the answer is found.
    private static Row Miss(MarkedPaper paper, SetItem item, int width)
    {
        var marking = paper.Markings[item.Number];
        var primitives = ImmutableArray.CreateBuilder<Primitive>();
        var y = 0;
        foreach (var (page, box, anchors) in paper.PiecesOf(item.Number))
        {
            var key = MarkedPaper.Within(paper.Pages[page].Key, box);
            ImmutableArray<Primitive> drawn = [.. key, .. MarkedPages.Rings(anchors, item, marking)];
            var top = drawn.IsEmpty ? box.Top : Math.Min(box.Top, drawn.Min(primitive => primitive.InkBox.Top));
            primitives.AddRange(
                drawn.Concat(MarkedPages.Earned(anchors.Mark, marking.Marks)).Select(primitive => primitive.Moved(-box.Left, y + Gap - top))
            );
            y += Gap + (drawn.IsEmpty ? 0 : drawn.Max(primitive => primitive.InkBox.Bottom) - top) + (Small / 2);
        }

        void Write(string words, TextStyle style, Ink ink)
        {
            foreach (var line in TextSetter.Wrap(words, style, Small, width))
            {
                y += Small * 13 / 10;
                primitives.AddRange(TextSetter.Line(line, style, Small, 0, y, ink));
            }
        }

        if (marking.As == MarkedAs.Blank)
            Write(Texts.Say("slip.blank"), TextStyle.BoldItalic, Ink.Answer);
        foreach (var finding in marking.Findings.DistinctBy(finding => finding.Message))
            Write(finding.Message, TextStyle.BoldItalic, Ink.Answer);
        if (item.Working.Length > 0)
            Write(string.Join(' ', item.Working), TextStyle.Regular, Ink.Given);
        return new Row(y + (Small / 2), primitives.ToImmutable());
    }

    private static Row Text(string words, TextStyle style, int size, int width, Ink ink, int? air = null)
    {
        var lines = TextSetter.Wrap(words, style, size, width);
        var above = air ?? size;
        return new Row(
            (lines.Length * size * 13 / 10) + above,
            [.. lines.SelectMany((line, i) => TextSetter.Line(line, style, size, 0, above + size + (i * size * 13 / 10), ink))]
        );
    }
}
