using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Layout;
using Gavvet.Teaching;

namespace Gavvet.Printing.Tests;

/// <summary>Where things stand on a page is said when it is laid out, and is where they are.</summary>
public class AnchorTests
{
    private static readonly PageSetup[] Setups =
    [
        PageSetup.Usual,
        PageSetup.Usual with
        {
            Style = PageStyle.Exam,
            Minutes = 30,
        },
        PageSetup.Usual with
        {
            StaffHeight = PageSetup.LargePrintStaff,
        },
    ];

    public static TheoryData<int> Looks => [.. Enumerable.Range(0, Setups.Length)];

    // The drawing read by its looks, as for records of before anchors, is the second way to the same places.
    [Theory]
    [MemberData(nameof(Looks))]
    public void Every_question_of_every_kind_has_its_anchors_where_its_ink_is(int look)
    {
        var book = SpecimenBook.Of(HouseStyle.Classical);
        var sheet = book.Worksheet with { Setup = Setups[look] };
        var (student, key) = (SheetLayout.Student(sheet), SheetLayout.Key(sheet, book.Key));
        Assert.Equal(AnchorsOfOldRecords.TotalOf(student[0], sheet.Marks), student[0].Total);
        Assert.All(student.Skip(1).Concat(key), page => Assert.Null(page.Total));
        var marks = sheet.Sections.SelectMany(section => section.Items, (section, item) => (item.Number, section.Marks)).ToDictionary();
        var (seen, staves) = (0, 0);
        // Of a question on two pages each place stands on one of them.
        var placed = new List<(int Number, int Figure, int Place)>();
        for (var i = 0; i < student.Length; i++)
        {
            foreach (var (own, answered) in Questions(student[i]).Zip(Questions(key[i])))
            {
                var number = ((GroupKind.Question)own.Kind).Number;
                var (anchors, heads) = (own.Anchors!, answered.Anchors!.Figures.SelectMany(figure => figure.Heads).ToArray());
                var read = AnchorsOfOldRecords.Of(
                    new PageSidesRead(
                        new Page(student[i].Width, student[i].Height, [own], []),
                        new Page(student[i].Width, student[i].Height, [answered], [])
                    ),
                    own.Box,
                    marks[number]
                );
                Assert.Equal(read.Mark, anchors.Mark);
                Assert.Equal(read.Figures[0].Heads.Order(Comparer), heads.Where(head => head != default).Order(Comparer));
                // To the eye the lines of a fretboard are a staff too, and a rule below a staff hides it.
                if (
                    anchors.Figures.LastOrDefault(figure => figure.Staff is not null)?.Staff is { } staff
                    && read.Figures[0].Staff is { } found
                )
                {
                    Assert.Equal((staff.Top, staff.Bottom), (found.Top, found.Bottom));
                    staves++;
                }

                placed.AddRange(
                    anchors.Figures.SelectMany(
                        (figure, f) => figure.Places.Select((place, p) => (place, At: (number, f, p))).Where(one => one.place != default),
                        (_, one) => one.At
                    )
                );
                Assert.All(anchors.Figures.SelectMany(figure => figure.Places).Where(place => place != default), place =>
                    Assert.True(
                        place.Width > 0
                            && place.Height > 0
                            && place.Left >= own.Box.Left
                            && place.Right <= own.Box.Right + 1
                            && place.Top >= own.Box.Top
                            && place.Bottom <= own.Box.Bottom,
                        $"{number}: {place} in {own.Box}"
                    )
                );
                // What goes on says its number, and its anchors leave it to the page it began on.
                if (own.Kind is GroupKind.Question { GoesOn: true })
                    Assert.Equal((default, null), (anchors.Number, anchors.Mark));
                Assert.Contains(own.Primitives.OfType<TextPrimitive>(), text =>
                    text.Text.Text.Split('.')[0] == $"{number}"
                    && text.InkBox.Left >= anchors.Number.Left
                    && text.InkBox.Top >= anchors.Number.Top
                    && (text.X < anchors.Number.Right || anchors.Number == default)
                );
                // Nothing of it tells the answer before the key is made.
                Assert.All(anchors.Figures.Zip(answered.Anchors.Figures), pair => Assert.Equal(pair.First.Places, pair.Second.Places));
                seen += own.Kind is GroupKind.Question { GoesOn: true } ? 0 : 1;
            }
        }

        Assert.Equal(placed.Count, placed.Distinct().Count());
        Assert.All(placed.GroupBy(one => (one.Number, one.Figure)), figure =>
            Assert.Equal(Enumerable.Range(0, figure.Count()), figure.Select(one => one.Place))
        );

        Assert.Equal(sheet.Sections.Sum(section => section.Items.Length), seen);
        Assert.True(staves > 15, $"{staves} staves");
    }

    [Fact]
    public void A_head_stands_in_its_column_whatever_staff_it_is_on()
    {
        var book = SpecimenBook.Of(HouseStyle.Classical);
        var figures = SheetLayout
            .Key(book.Worksheet with { Setup = PageSetup.Usual with { StaffHeight = PageSetup.LargestStaff } }, book.Key)
            .SelectMany(Questions)
            .SelectMany(group => group.Anchors!.Figures)
            .Where(figure => figure.Staff is not null && figure.Heads.Length == figure.Places.Length && figure.Heads.Length > 1)
            .ToArray();
        Assert.True(figures.Length > 20);
        // Some of them run over two staves, where order from left to right is not the order of the notes.
        Assert.Contains(figures, figure => figure.Places.Select(place => place.Top).Distinct().Count() > 1);
        Assert.All(figures, figure =>
            Assert.All(figure.Heads.Zip(figure.Places), pair =>
                Assert.InRange((pair.First.Left + pair.First.Right) / 2, pair.Second.Left, pair.Second.Right)
            )
        );
    }

    // A printing of the program before anchors: its pages, marked, look as they did.
    [Fact]
    public void A_printing_of_before_anchors_is_marked_in_the_same_places()
    {
        var text = File.ReadAllText(Path.Combine(Checkout.Folder, "tests", "support", "printing-record-2.json"));
        Assert.Contains("\"gavvetPrinting\":2", text, StringComparison.Ordinal);
        var papers = new RecordedPapers(PrintingRecord.Read(text));
        var copy = papers.Record.Copies[0];
        // Read once from its pages, and from then on the record says it.
        Assert.True(papers.Record.HasAnchors);
        Assert.Equal(
            papers.Record.Editions[0].Items.Select(item => item.Anchors!.Mark),
            PrintingRecord.Read(papers.Record.Write()).Editions[0].Items.Select(item => item.Anchors!.Mark)
        );
        var items = papers.ItemsOf(copy);
        Decision Missed(SetItem item) =>
            item.Question.Scale is null ? new Decision.Wrong() : new Decision.Written(string.Join(' ', item.Answer.Split(' ')[..^1]));
        var markings = items.ToDictionary(item => item.Number, item => Marker.Mark(item, papers.Style, Missed(item)));
        var paper = new MarkedPaper(papers.Record, copy, "Mira", "12 March 2026", markings, [.. copy.Sides.Select(PageSidesRead.Unpack)]);
        var drawn = MarkedPages.Of(paper)[0].Groups[^1].Primitives;
        // What was earned stands in the boxes of the exam, the total in its own.
        Assert.Equal(items.Length + 1, drawn.OfType<TextPrimitive>().Count(words => int.TryParse(words.Text.Text, out _)));
        Assert.True(drawn.OfType<RectanglePrimitive>().Count(ring => ring.Role == Role.Ring) >= items.Length);
        Assert.NotEmpty(Slips.Of([paper]));
        Assert.Equal(
            items.Select(item => item.What.Skill.Group),
            papers
                .Record.Editions[0]
                .Items.Select(item => FileWords.TryParse<Worksheets.Questions.QuestionGroup>(item.Group, out var group) ? group : default)
        );
    }

    private static readonly Comparer<Box> Comparer = Comparer<Box>.Create(
        (one, other) => (one.Left, one.Top).CompareTo((other.Left, other.Top))
    );

    private static IEnumerable<PageGroup> Questions(Page page) => page.Groups.Where(group => group.Kind is GroupKind.Question);
}
