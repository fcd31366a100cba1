using System.Collections.Immutable;
using System.Text;
using Gavvet.Engraving.Drawing;
using Gavvet.Teaching;
using Gavvet.Worksheets.Editing;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Printing.Tests;

/// <summary>What goes back to students, over markings by lot: its numbers are added up a second time, its rings measured.</summary>
public class ReturnedLawTests
{
    private const string Recipe = """
        {"gavvet":1,"seed":3,"title":"Scales","versions":3,"sections":[
        {"kind":"write-scale","scales":["major","harmonic-minor"],"keys":{"flats":3,"sharps":3},"count":3,"marks":4},
        {"kind":"transpose-scale","scales":["major"],"keys":{"flats":2,"sharps":2},"count":2,"marks":5},
        {"kind":"change-clef","scales":["major"],"keys":{"flats":1,"sharps":1},"octaves":1,"count":1,"marks":3},
        {"kind":"relative-key","scales":["major"],"count":4,"marks":1}]}
        """;

    private static readonly Lazy<PrintingRecord> Printed = new(() => RecordOf(SheetFile.Read(Recipe)));

    private static PrintingRecord RecordOf(Sheet sheet, int spares = 5)
    {
        var choices = PrintChoices.None with
        {
            CodeSeed = 5,
            Class = "Bramblewick",
            Copies = PrintedCopy.Of(RosterText.Read("Mira\nBo\nIda\nTom\n", name => name), sheet, spares, student => student.Name),
        };
        var files = new PrintedFiles(PrintRun.Compose(PrintPlan.Of(sheet, choices), QuestionCatalogue.Standard, PrintPace.Fast)).Of(
            [],
            ["pdf"],
            PrintPace.Fast
        );
        return PrintingRecord.Read(Encoding.UTF8.GetString(files.Single(file => file.Name == "record.json").Bytes));
    }

    private static ImmutableArray<Primitive> Ink(Page page) => [.. page.Groups.SelectMany(group => group.Primitives)];

    private static string Said(Page page) =>
        string.Join('\n', page.Groups.SelectMany(group => group.Primitives).OfType<TextPrimitive>().Select(text => text.Text.Text));

    // A marking by lot for most items; some are left open.
    private static Dictionary<int, Marking> Marked(Dice dice, ImmutableArray<SetItem> items) =>
        items
            .Where(_ => dice.Next(5) > 0)
            .ToDictionary(
                item => item.Number,
                item =>
                {
                    var marks = dice.Next(item.Marks + 1);
                    FindingCode[] codes = [FindingCode.AccidentalMissing, FindingCode.LetterSkipped];
                    ImmutableArray<MarkedFinding> findings =
                        marks == item.Marks || item.Question.Scale is null
                            ? []
                            :
                            [
                                .. Enumerable
                                    .Range(0, 1 + dice.Next(2))
                                    .Select(_ => new MarkedFinding(
                                        codes[dice.Next(2)],
                                        1 + dice.Next(8),
                                        "D",
                                        "E",
                                        $"Sentence {dice.Next(5)} of {item.Number}."
                                    )),
                            ];
                    return new Marking(
                        marks == item.Marks ? MarkedAs.Correct
                            : marks == 0 && dice.Next(2) == 0 ? MarkedAs.Blank
                            : MarkedAs.Wrong,
                        marks,
                        item.Marks,
                        findings
                    )
                    {
                        Remark = dice.Next(6) == 0 ? $"Remark {item.Number}" : null,
                    };
                }
            );

    private static IEnumerable<(MarkedPaper Paper, Page Slip, ImmutableArray<Page> Pages)> Papers()
    {
        var papers = new RecordedPapers(Printed.Value);
        for (var number = 1; number <= 24; number++)
        {
            var copy = papers.Record.Copies[number % papers.Record.Copies.Length];
            var items = papers.ItemsOf(copy);
            var paper = new MarkedPaper(
                papers.Record,
                copy,
                $"Student {number}",
                "12 March 2026",
                Marked(new Dice((ulong)number), items),
                [.. copy.Sides.Select(PageSidesRead.Unpack)]
            );
            var slips = Slips.Of([paper]);
            // Of one paper alone: a slip on as many pages as it needs, read as one.
            var whole = new Page(slips[0].Width, slips[0].Height, [.. slips.SelectMany(page => page.Groups)], []);
            yield return (paper, whole, MarkedPages.Of(paper));
        }
    }

    [Fact]
    public void A_slip_adds_up()
    {
        foreach (var (paper, slip, _) in Papers())
        {
            string[] said = Said(slip).Split('\n');
            Assert.Contains($"Student {paper.Student.Split(' ')[1]}", said);
            var (earned, of, open) = (0.0, 0, 0);
            var sections = new SortedDictionary<int, (double Earned, int Of)>();
            foreach (var item in paper.Items)
            {
                var marks = 0.0;
                if (paper.Markings.TryGetValue(item.Number, out var marking))
                    marks = marking.Marks;
                else
                    open++;
                (earned, of) = (earned + marks, of + item.Marks);
                var known = sections.GetValueOrDefault(item.Section);
                sections[item.Section] = (known.Earned + marks, known.Of + item.Marks);
            }

            string[] totals = [.. said.Where(line => System.Text.RegularExpressions.Regex.IsMatch(line, @"^[\d½]+ of \d+$"))];
            static string Figures(double marks) =>
                $"{marks}".Replace("0.5", "½", StringComparison.Ordinal).Replace(".5", "½", StringComparison.Ordinal);
            Assert.Equal(
                [$"{Figures(earned)} of {of}", .. sections.Values.Select(section => $"{Figures(section.Earned)} of {section.Of}")],
                totals
            );
            Assert.Equal(open > 0, said.Contains(Texts.Say("slip.open", ("count", open))));
            var together = string.Join(' ', said);
            foreach (var item in paper.Items)
            {
                var marking = paper.Markings.GetValueOrDefault(item.Number);
                foreach (var finding in marking?.Findings ?? [])
                    Assert.Contains(finding.Message, together, StringComparison.Ordinal);
                // How a miss is found stands below it, and of what is right nothing.
                var working = Letters(string.Join(' ', item.Working));
                if (marking is { IsRight: false })
                    Assert.Contains(working, Letters(together), StringComparison.Ordinal);
                if (marking?.Remark is { } remark)
                    Assert.Contains(remark, together, StringComparison.Ordinal);
            }

            Assert.Equal(
                paper.Markings.Values.Count(marking => marking.As == MarkedAs.Blank),
                said.Count(line => line == Texts.Say("slip.blank"))
            );
            Assert.DoesNotContain(Other(paper), together, StringComparison.Ordinal);
        }

        // Signs of music stand in runs of their own.
        static string Letters(string text) => string.Concat(text.Where(char.IsAsciiLetterOrDigit));

        static string Other(MarkedPaper paper) => paper.Student == "Student 1" ? "Student 2 " : "Student 1 ";
    }

    [Fact]
    public void A_marked_page_says_what_was_earned_in_its_place_and_rings_the_note_on_the_staff_that_was_written()
    {
        var rings = 0;
        foreach (var (paper, _, pages) in Papers())
        {
            var total = paper.Markings.Values.Sum(marking => marking.Marks);
            Assert.Contains(pages[0].Groups[^1].Primitives.OfType<TextPrimitive>(), text =>
                text.Text.Text == $"{total}" && text.Y == paper.Total!.Y
            );
            foreach (var item in paper.Items)
            {
                var (page, box, anchors) = paper.PiecesOf(item.Number)[0];
                var drawn = pages[page].Groups[^1].Primitives;

                var written = drawn
                    .OfType<TextPrimitive>()
                    .Where(text =>
                        text.Y == anchors.Mark!.Y && Math.Abs(((text.InkBox.Left + text.InkBox.Right) / 2) - anchors.Mark.X) < 700
                    )
                    .Select(text => text.Text.Text)
                    .ToArray();
                if (paper.Markings.GetValueOrDefault(item.Number) is not { } marking)
                {
                    Assert.Empty(written);
                    continue;
                }

                Assert.Equal([$"{marking.Marks}"], written);
                // A remark that stands alone stands whole.
                if (marking is { Remark: { } remark, Findings.Length: 0 })
                    Assert.Contains(drawn.OfType<TextPrimitive>(), text => text.Text.Text == remark && text.Y > box.Top);
                if (item.Question.Scale is null || marking.IsRight)
                    continue;
                // The heads of the answer: on the lowest staff of the question, from left to right.
                var within = MarkedPaper.Within(paper.Pages[page].Key, box);
                var low = anchors.Figures[^1].Staff!.Value;
                var heads = within
                    .OfType<GlyphPrimitive>()
                    .Where(glyph => glyph.Glyph.Name == "noteheadWhole" && glyph.Y > low.Top - 9_000)
                    .OrderBy(glyph => glyph.X)
                    .Select(glyph => glyph.InkBox)
                    .ToArray();
                Assert.Equal(8, heads.Length);
                var ringed = drawn.OfType<RectanglePrimitive>().Where(ring => ring.Role == Role.Ring).Select(ring => ring.Box).ToArray();
                foreach (var place in marking.Findings.Select(finding => finding.Position).Distinct())
                {
                    var head = heads[place - 1];
                    Assert.Contains(ringed, ring =>
                        Math.Abs(ring.Left + ring.Right - head.Left - head.Right) <= 2
                        && Math.Abs(ring.Top + ring.Bottom - head.Top - head.Bottom) <= 2
                    );
                    rings++;
                }
            }
        }

        Assert.True(rings > 60, $"{rings} rings");
    }

    // In large print a scale of three octaves begins on one page and ends on the next: each slip is ringed where its note stands.
    [Fact]
    public void A_question_on_two_pages_is_marked_on_both()
    {
        var sheet = SheetFile.Read(
            """
            {"gavvet":1,"seed":4,"title":"Long scales","paper":{"largePrint":true},"sections":[
            {"kind":"write-scale","octaves":3,"keys":{"flats":4,"sharps":4},"count":5,"marks":4}]}
            """
        );
        var papers = new RecordedPapers(RecordOf(sheet, 0));
        var copy = papers.Record.Copies[0];
        var items = papers.ItemsOf(copy);
        var rings = 0;
        foreach (var at in new[] { 1, 8, 15, 22 })
        {
            var paper = new MarkedPaper(
                papers.Record,
                copy,
                "Mira",
                "12 March 2026",
                items.ToDictionary(
                    item => item.Number,
                    item => new Marking(
                        MarkedAs.Wrong,
                        2,
                        item.Marks,
                        [new MarkedFinding(FindingCode.AccidentalMissing, at, "D", "E", $"Look at note {at} of {item.Number}.")]
                    )
                ),
                [.. copy.Sides.Select(PageSidesRead.Unpack)]
            );
            var pages = MarkedPages.Of(paper);
            foreach (var item in items)
            {
                var pieces = paper.PiecesOf(item.Number);
                var (on, head) = pieces
                    .Select(piece => (piece.Page, Head: piece.Anchors.Figures[^1].Heads[at - 1]))
                    .Single(place => place.Head != default);
                Assert.Contains(Ink(pages[on]).OfType<RectanglePrimitive>(), ring =>
                    ring.Role == Role.Ring && ring.Box.Left < head.Left && ring.Box.Right > head.Right && ring.Box.Top < head.Top
                );
                Assert.Contains(MarkedPaper.Within(paper.Pages[on].Key, pieces.Single(piece => piece.Page == on).Box), ink =>
                    ink.InkBox == head
                );
                // The sentence stands once, where the question ends.
                Assert.Equal(
                    [pieces[^1].Page],
                    Enumerable
                        .Range(0, pages.Length)
                        .Where(page => Said(pages[page]).Contains($"note {at} of {item.Number}.", StringComparison.Ordinal))
                );
                rings += on == pieces[0].Page ? 0 : 1;
            }

            Assert.Contains($"Look at note {at} of 1.", string.Join('\n', Slips.Of([paper]).Select(Said)), StringComparison.Ordinal);
        }

        Assert.True(rings > 2, $"{rings} rings on a second page");
    }

    [Fact]
    public void No_sentence_on_a_marked_page_is_cut_and_what_has_no_room_stands_on_the_slip()
    {
        var papers = new RecordedPapers(Printed.Value);
        var copy = papers.Record.Copies[0];
        var items = papers.ItemsOf(copy);
        var rest = Texts.Say("marked.rest");
        string[] few = ["The sixth is raised."];
        string[] many = [.. Enumerable.Range(1, 9).Select(i => $"Note {i} has to be raised, since the step before it is a whole one.")];
        string[] endless = [string.Join(' ', Enumerable.Repeat("so that it goes on", 40)) + "."];
        foreach (var (sentences, isWhole) in new[] { (few, true), (many, false), (endless, false) })
        {
            MarkedPaper Of(string? remark) =>
                new(
                    papers.Record,
                    copy,
                    "Mira",
                    "12 March 2026",
                    items.ToDictionary(
                        item => item.Number,
                        item => new Marking(
                            MarkedAs.Wrong,
                            0,
                            item.Marks,
                            [.. sentences.Select(words => new MarkedFinding(FindingCode.AccidentalMissing, 1, "D", "E", words))]
                        )
                        {
                            Remark = remark,
                        }
                    ),
                    [.. copy.Sides.Select(PageSidesRead.Unpack)]
                );
            var said = string.Join('\n', MarkedPages.Of(Of(null)).Select(Said)).Replace('\n', ' ');
            Assert.DoesNotContain("…", said, StringComparison.Ordinal);
            Assert.Equal(!isWhole, said.Contains(rest, StringComparison.Ordinal));
            Assert.Equal(sentences != endless, said.Contains(sentences[0], StringComparison.Ordinal));
            var slips = string.Join('\n', Slips.Of([Of("Come and see me.")]).Select(Said)).Replace('\n', ' ');
            Assert.All(sentences, sentence => Assert.Contains(sentence, slips, StringComparison.Ordinal));
        }
    }

    // A short slip leaves half a page to a short one, and never to one that is longer than that half.
    [Fact]
    public void A_slip_that_is_longer_than_half_a_page_begins_on_its_own()
    {
        var papers = new RecordedPapers(Printed.Value);
        var copy = papers.Record.Copies[0];
        var items = papers.ItemsOf(copy);
        MarkedPaper Of(string name, Func<SetItem, Decision> say) =>
            new(
                papers.Record,
                copy,
                name,
                "12 March 2026",
                items.ToDictionary(item => item.Number, item => Marker.Mark(item, papers.Style, say(item))),
                [.. copy.Sides.Select(PageSidesRead.Unpack)]
            );
        var (brief, full) = (Of("Brief", _ => new Decision.Right()), Of("Full", _ => new Decision.Wrong()));
        var pages = Slips.Of([brief, full, brief]);
        Assert.All(pages.Where(page => Said(page).Contains("Full", StringComparison.Ordinal)), page =>
            Assert.DoesNotContain("Brief", Said(page), StringComparison.Ordinal)
        );
        Assert.Contains("Brief", Said(pages[0]), StringComparison.Ordinal);
        Assert.All(pages, page => Assert.All(Ink(page), primitive => Assert.InRange(primitive.InkBox.Bottom, 0, page.Height - 5_000)));
        // As many share a page as have room in equal parts of it.
        var tall = Slips.Of([brief])[0].Groups[0].Primitives.Max(ink => ink.InkBox.Bottom);
        var toAPage = Enumerable.Range(1, 3).Last(count => tall <= (pages[0].Height / count) - 4_000);
        Assert.True(toAPage >= 2);
        Assert.Equal((6 + toAPage - 1) / toAPage, Slips.Of([brief, brief, brief, brief, brief, brief]).Length);
    }

    // However many misses there are, the last page of a slip is no page of one of them.
    [Fact]
    public void A_slip_never_ends_with_one_question_on_a_page()
    {
        var papers = new RecordedPapers(Printed.Value);
        var copy = papers.Record.Copies[0];
        var items = papers.ItemsOf(copy);
        var several = 0;
        for (var missed = 1; missed <= items.Length; missed++)
        {
            var paper = new MarkedPaper(
                papers.Record,
                copy,
                "Mira",
                "12 March 2026",
                items.ToDictionary(
                    item => item.Number,
                    item => Marker.Mark(item, papers.Style, item.Number <= missed ? new Decision.Wrong() : new Decision.Right())
                ),
                [.. copy.Sides.Select(PageSidesRead.Unpack)]
            );
            var pages = Slips.Of([paper]);
            var last = Said(pages[^1]).Split('\n');
            var numbers = items.Count(item => last.Contains($"{item.Number}."));
            Assert.True(pages.Length == 1 || numbers > 1, $"{missed} missed: {numbers} on page {pages.Length}");
            several += pages.Length > 1 ? 1 : 0;
        }

        Assert.True(several > 2, $"{several}");
    }

    [Fact]
    public void Spares_take_the_versions_by_turns()
    {
        var copies = Printed.Value.Copies;
        Assert.Equal(
            ["A", "B", "C", "A", "B"],
            copies.Where(copy => copy.Student is null).Select(copy => Printed.Value.Editions[copy.Edition].Version)
        );
        Assert.Equal(
            ["A", "B", "C", "A"],
            copies.Where(copy => copy.Student is not null).Select(copy => Printed.Value.Editions[copy.Edition].Version)
        );
    }

    // Two halves on a page would be two papers with one student's code, so a class has whole pages, one code on each.
    [Fact]
    public void Half_sheets_for_a_class_are_whole_pages_of_one_code_each()
    {
        var sheet = SheetEditor.NewSheet(5);
        var record = RecordOf(sheet with { Setup = sheet.Setup with { HalfSheets = true } }, 1);
        Assert.Equal(record.Copies.Sum(copy => copy.Codes.Length), record.Copies.SelectMany(copy => copy.Codes).Distinct().Count());
        foreach (var copy in record.Copies)
        {
            foreach (var (side, code) in copy.Sides.Select(PageSidesRead.Unpack).Zip(copy.Codes))
                Assert.Single(Ink(side.Student).OfType<TextPrimitive>(), text =>
                    text.Text.Text.Contains(PageCode.Printed(code), StringComparison.Ordinal)
                );
        }
    }
}
