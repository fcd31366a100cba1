using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Engraving.Layout;
using Gavvet.Teaching;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Printing;

/// <summary>A paper as it goes back to the student: the printed page with ticks, rings, the right answers and the sentences in their
/// places.</summary>
public static class MarkedPages
{
    private const int Stroke = 450,
        Ring = 350,
        TickWidth = 3_600,
        HeadAir = 900,
        MostLines = 2;

    private static readonly int Words = PageMetrics.Points(8);

    /// <summary>The pages, the student's name on them.</summary>
    /// <param name="paper">The paper and its markings.</param>
    public static ImmutableArray<Page> Of(MarkedPaper paper) =>
        paper.Record.Speaks.Saying<ImmutableArray<Page>>(() => [.. paper.Pages.Select((sides, number) => Marked(paper, sides, number))]);

    /// <summary>What is drawn on the pages alone, for pages the student wrote on: nothing is put over what is written there.</summary>
    /// <param name="paper">The paper and its markings.</param>
    public static ImmutableArray<Page> Signs(MarkedPaper paper) =>
        paper.Record.Speaks.Saying<ImmutableArray<Page>>(() =>
            [.. paper.Pages.Select((sides, number) => sides.Student with { Groups = [Drawn(paper, number)], Outline = [] })]
        );

    /// <summary>A page the student wrote on, with what <see cref="Signs"/> drew.</summary>
    /// <param name="signs">What is drawn.</param>
    /// <param name="picture">The page as it was scanned and laid, as a file.</param>
    public static Page Over(Page signs, ReadOnlyMemory<byte> picture) =>
        signs with
        {
            Groups =
            [
                new PageGroup(
                    GroupKind.Furniture,
                    default,
                    null,
                    [new PicturePrimitive(new Box(0, 0, signs.Width, signs.Height), picture)]
                ),
                .. signs.Groups,
            ],
        };

    private static Page Marked(MarkedPaper paper, PageSidesRead sides, int number)
    {
        var page = sides.Student;
        // A miss stands there as the key has it.
        foreach (var (_, piece, _) in MarkedOn(paper, number).Where(one => !one.Marking.IsRight))
            page = Replaced(page, sides.Key, piece.Box);
        var named = paper.Copy.Names.ElementAtOrDefault(number) is { } place ? place.On(page, paper.Student) : page;
        return named with { Groups = named.Groups.Add(Drawn(paper, number)) };
    }

    private static PageGroup Drawn(MarkedPaper paper, int number)
    {
        var drawn = ImmutableArray.CreateBuilder<Primitive>();
        foreach (var (item, piece, marking) in MarkedOn(paper, number))
        {
            var pieces = paper.PiecesOf(item.Number);
            if (piece == pieces[0])
                drawn.AddRange(Verdict(piece, marking));
            drawn.AddRange(Rings(piece.Anchors, item, marking));
            if (piece == pieces[^1])
                drawn.AddRange(Sentences(piece.Box, marking));
        }

        if (number == 0)
            drawn.AddRange(Earned(paper.Total, paper.WholeTotal ?? paper.Markings.Values.Sum(marking => marking.Marks)));
        return new PageGroup(GroupKind.Furniture, default, null, drawn.ToImmutable());
    }

    private static IEnumerable<(SetItem Item, ItemPiece Piece, Marking Marking)> MarkedOn(MarkedPaper paper, int number) =>
        from item in paper.Items
        where paper.Markings.ContainsKey(item.Number)
        from piece in paper.PiecesOf(item.Number)
        where piece.Page == number
        select (item, piece, paper.Markings[item.Number]);

    private static Page Replaced(Page page, Page key, Box box)
    {
        var old = MarkedPaper.Within(page, box).ToHashSet(ReferenceEqualityComparer.Instance);
        var groups = page.Groups.Select(group =>
            group with
            {
                Primitives = [.. group.Primitives.Where(primitive => !old.Contains(primitive))],
            }
        );
        return page with { Groups = [.. groups, new PageGroup(GroupKind.Furniture, default, null, MarkedPaper.Within(key, box))] };
    }

    // What was earned, with a tick, or a ring around the number.
    private static IEnumerable<Primitive> Verdict(ItemPiece piece, Marking marking) =>
        Earned(piece.Anchors.Mark, marking.Marks)
            .Concat(
                marking.IsRight
                    ? Tick(piece.Box.Left - TickWidth - 900, piece.Box.Top + 3_600)
                    : [RingAround(new Box(piece.Box.Left - 500, piece.Box.Top + 200, piece.Box.Left + 4_200, piece.Box.Top + 4_600))]
            );

    /// <summary>What was earned, in its place.</summary>
    internal static IEnumerable<Primitive> Earned(MarkAnchor? place, double marks) =>
        place is null ? [] : TextSetter.Centered(MarksText.Of(marks), TextStyle.Bold, place.Size, place.X, place.Y, Ink.Answer);

    /// <summary>A ring around each head a mistake is at, where it is one note's and notes are written: on the last staff that has an
    /// answer.</summary>
    internal static IEnumerable<Primitive> Rings(ItemAnchors anchors, SetItem item, Marking marking)
    {
        // A finding of one line among several is at no note.
        if (marking.IsRight || (item.Question.Scale is null && item.Question.Lines.Length != 1))
            yield break;
        var heads = anchors.Figures.LastOrDefault(figure => !figure.Heads.IsEmpty)?.Heads ?? [];
        foreach (
            var place in marking
                .Findings.Where(finding => !finding.Expected.Contains(' ', StringComparison.Ordinal))
                .Select(finding => finding.Position)
                .Where(place => place >= 1 && place <= heads.Length && heads[place - 1] != default)
                .Distinct()
        )
        {
            var head = heads[place - 1];
            yield return RingAround(new Box(head.Left - HeadAir, head.Top - HeadAir, head.Right + HeadAir, head.Bottom + HeadAir));
        }
    }

    // The gap below a question holds one line, or two small ones: whole sentences, and the slip has the rest.
    private static IEnumerable<Primitive> Sentences(Box box, Marking marking)
    {
        string[] said =
        [
            .. marking.Findings.Select(finding => finding.Message).Append(marking.Remark).OfType<string>().Where(words => words.Length > 0),
        ];
        if (said.Length == 0)
            return [];
        var size = Words * 4 / 5;
        var count = said.Length;
        while (count > 0 && TextSetter.Wrap(Said(count), TextStyle.Italic, size, box.Width).Length > MostLines)
            count--;
        var words = Said(count);
        var lines = TextSetter.Wrap(words, TextStyle.Italic, Words, box.Width);
        (lines, size) = lines.Length > 1 ? (TextSetter.Wrap(words, TextStyle.Italic, size, box.Width), size) : (lines, Words);
        return lines.SelectMany(
            (line, i) =>
                TextSetter.Line(line, TextStyle.Italic, size, box.Left, box.Bottom + (size * 11 / 10) + (i * size * 21 / 20), Ink.Answer)
        );

        string Said(int sentences) =>
            string.Join(' ', sentences == said.Length ? said : said.Take(sentences).Append(Texts.Say("marked.rest")));
    }

    private static IEnumerable<Primitive> Tick(int x, int y) =>
        [
            new LinePrimitive(Role.Tick, Ink.Answer, x, y - 1_200, x + 1_100, y, Stroke),
            new LinePrimitive(Role.Tick, Ink.Answer, x + 1_100, y, x + TickWidth, y - 3_400, Stroke),
        ];

    private static RectanglePrimitive RingAround(Box box) => new(Role.Ring, Ink.Answer, box, Math.Min(box.Width, box.Height) / 2, Ring);
}
