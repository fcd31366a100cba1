using Gavvet.Worksheets.Editing;

namespace Gavvet.Engraving.Tests;

/// <summary>What a page is for, and how much stands on it.</summary>
public class PageStyleTests
{
    public static TheoryData<PageStyle, int> Styles =>
        [.. Enum.GetValues<PageStyle>().SelectMany(_ => new[] { 6, 8, 14 }, (style, height) => (style, height))];

    [Theory]
    [MemberData(nameof(Styles))]
    public void In_every_style_nothing_overlaps_nothing_leaves_the_page_and_the_key_breaks_as_the_paper_does(PageStyle style, int height)
    {
        var sheet = Sample.Every(height) with
        {
            Setup = new PageSetup(Paper.A4, height) { Style = style, Minutes = 40 },
        };
        var (student, key) = (sheet.Pages(PaperKind.Student), sheet.Pages(PaperKind.Key));
        foreach (var page in student.Concat(key))
        {
            Assert.Empty(Overlaps.Find(page));
            Assert.All(page.Groups.SelectMany(group => group.Primitives), primitive =>
                Assert.True(
                    primitive.InkBox.Left > 9_000
                        && primitive.InkBox.Right < page.Width - 9_000
                        && primitive.InkBox.Bottom < page.Height - 5_000,
                    $"{primitive}"
                )
            );
        }

        Assert.Equal(Places(student), Places([.. key.Take(student.Length)]));
    }

    [Fact]
    public void An_exam_has_a_candidate_number_the_time_allowed_and_a_box_for_each_number_and_mark()
    {
        var sheet = Sample.Fresh(new ChangeSetup(Paper.A4, 8) { Style = PageStyle.Exam, Minutes = 40 });
        var pages = sheet.Pages(PaperKind.Student);
        Assert.Equal(2 * sheet.QuestionCount, pages.All<RectanglePrimitive>().Count(box => box.Role == Role.FormBox));
        Assert.All(["Candidate number", "Time allowed", "40 minutes"], words => Assert.Contains(words, Words(pages)));
        Assert.DoesNotContain("40 minutes", Words(Sample.Fresh(new ChangeSetup(Paper.A4, 8) { Minutes = 40 }).Pages(PaperKind.Student)));
        Assert.Equal("minutes", SheetEditor.Apply(sheet, new ChangeSetup(Paper.A4, 8) { Minutes = 301 }).Field);
    }

    [Fact]
    public void Beginners_have_a_larger_staff_and_no_mark_beside_each_question()
    {
        var (lesson, first) = (Sample.Fresh(), Sample.Fresh(new ChangeSetup(Paper.A4, 8) { Style = PageStyle.FirstYears }));
        Assert.Contains("/ 1", Words(lesson.Pages(PaperKind.Student)));
        Assert.DoesNotContain("/ 1", Words(first.Pages(PaperKind.Student)));
        Assert.Contains($"/ {first.QuestionCount}", Words(first.Pages(PaperKind.Student)));
        Assert.True(Staff(first) >= Staff(lesson) * 5 / 4);

        static int Staff(Sheet sheet) => sheet.Pages(PaperKind.Student).All<GlyphPrimitive>().First(glyph => glyph.Role == Role.Clef).Space;
    }

    [Fact]
    public void Saving_paper_saves_a_sixth_of_it()
    {
        var sheet = Sample.Every();
        var saving = sheet with { Setup = sheet.Setup with { Style = PageStyle.SavingPaper } };
        Assert.InRange(saving.Pages(PaperKind.Student).Length, 1, sheet.Pages(PaperKind.Student).Length * 5 / 6);
    }

    // Twenty short questions are a page, in words, degrees and choices.
    [Theory]
    [InlineData("relative-key")]
    [InlineData("name-degree")]
    [InlineData("leading-or-subtonic")]
    [InlineData("enharmonic-notes")]
    [InlineData("parallel-key")]
    public void Twenty_short_questions_are_a_page(string kind)
    {
        var sheet = Sample.AllKeys(kind, Notation.Accidentals, Direction.Ascending, 8);
        var section = sheet.Sections[0];
        var twenty = sheet.With(
            section with
            {
                Slots = [.. Enumerable.Range(0, 20).Select(i => section.Slots[i % section.Slots.Count] with { Id = 100 + i })],
            }
        );
        Assert.Single(twenty.Pages(PaperKind.Student));
    }

    // Relative keys have room for prompt and line on one row; the teacher's own number of columns holds.
    [Fact]
    public void A_short_prompt_and_its_line_share_a_row_in_as_many_columns_as_the_teacher_says()
    {
        var sheet = Sample.AllKeys("relative-key", Notation.Accidentals, Direction.Ascending, 8);
        Assert.True(InRow(sheet) > 1);
        Assert.Equal(1, InRow(SheetEditor.Apply(sheet, new ChangeColumns(sheet.Sections[0].Id, 1)).Sheet!));
        var page = sheet.Pages(PaperKind.Student)[0];
        var question = page.Groups.First(group => group.Kind is GroupKind.Question);
        var rule = question.Primitives.OfType<LinePrimitive>().MaxBy(line => line.X2 - line.X1)!;
        var prompt = question
            .Primitives.OfType<TextPrimitive>()
            .First(text =>
                text.Text.Text.Contains("major", StringComparison.Ordinal) || text.Text.Text.Contains("minor", StringComparison.Ordinal)
            );
        Assert.InRange(rule.Y1 - prompt.Y, 0, 1_000);

        static int InRow(Sheet sheet) =>
            sheet
                .Pages(PaperKind.Student)[0]
                .Groups.Where(group => group.Kind is GroupKind.Question)
                .GroupBy(group => group.Box.Top)
                .Max(row => row.Count());
    }

    // A page ends a third empty only where no later question of the section would have fitted: the room of a question follows
    // its kind, so that those of one section break alike.
    [Theory]
    [InlineData(6)]
    [InlineData(8)]
    [InlineData(14)]
    public void No_page_is_a_third_empty_where_another_question_of_its_section_fits(int height)
    {
        foreach (var kind in QuestionCatalogue.Standard.All.Where(kind => !kind.AsksOwn))
        {
            var pages = Sample.AllKeys(kind.Id, Notation.Signature, Direction.Ascending, height).Pages(PaperKind.Student);
            var foot = pages
                .SelectMany(page => page.Groups)
                .Where(group => group.Kind is GroupKind.Question)
                .Max(group => group.Box.Bottom);
            for (var i = 0; i + 1 < pages.Length; i++)
            {
                var left = foot - Questions(pages[i]).Max(group => group.Box.Bottom);
                var smallest = pages.Skip(i + 1).SelectMany(Questions).Min(group => group.Box.Height);
                Assert.True(left < pages[i].Height / 3 || smallest > left, $"{kind.Id}, page {i + 1}: {left} left, {smallest} would do");
            }
        }

        static IEnumerable<PageGroup> Questions(Page page) => page.Groups.Where(group => group.Kind is GroupKind.Question);
    }

    private static IEnumerable<string> Words(IEnumerable<Page> pages) => pages.All<TextPrimitive>().Select(text => text.Text.Text);

    private static IEnumerable<(int Page, int Slot, int Top)> Places(IReadOnlyList<Page> pages) =>
        pages.SelectMany(
            (page, index) =>
                page
                    .Groups.Where(group => group.Kind is GroupKind.Question)
                    .Select(group => (index, ((GroupKind.Question)group.Kind).SlotId, group.Box.Top))
        );

    // The code, the number of the page and the QR code stand side by side on every page, whatever the paper.
    [Fact]
    public void A_QR_code_leaves_the_foot_of_the_page_readable()
    {
        var seen = 0;
        foreach (var size in Enum.GetValues<Paper>())
        {
            foreach (var (style, large) in new[] { (PageStyle.Lesson, false), (PageStyle.Exam, false), (PageStyle.Lesson, true) })
            {
                var composed = Composer.Compose(
                    Sample.AllKeys("write-scale", Notation.Accidentals, Direction.Ascending, 12) with
                    {
                        Setup = new PageSetup(size, large ? PageSetup.LargePrintStaff : PageSetup.Usual.StaffHeight) { Style = style },
                    }
                );
                var sheet = composed.Worksheet with { PageMarks = new Marks() };
                foreach (var page in SheetLayout.Student(sheet))
                {
                    // The strokes of a corner's mark cross, and nothing else does.
                    Assert.DoesNotContain(Overlaps.Find(page), pair =>
                        (pair.Item1.Role, pair.Item2.Role) != (Role.CornerMark, Role.CornerMark)
                    );
                    var corners = page
                        .Groups.SelectMany(group => group.Primitives)
                        .Where(primitive => primitive.Role == Role.CornerMark)
                        .Select(primitive => primitive.InkBox)
                        .ToArray();
                    Assert.Equal(8, corners.Length);
                    // Printers reach to five millimeters of the edge.
                    Assert.All(corners, box =>
                        Assert.True(
                            box is { Left: >= 5_000, Top: >= 5_000 } && box.Right <= page.Width - 5_000 && box.Bottom <= page.Height - 5_000
                        )
                    );
                    var runs = page
                        .Groups.SelectMany(group => group.Primitives)
                        .Where(primitive => primitive.Role == Role.QrCode)
                        .Select(primitive => primitive.InkBox)
                        .ToArray();
                    var (left, top) = (runs.Min(box => box.Left), runs.Min(box => box.Top));
                    // Quiet all round, as readers of such codes need it.
                    Assert.All(
                        page.Groups.SelectMany(group => group.Primitives)
                            .OfType<TextPrimitive>()
                            .Where(text => text.InkBox.Bottom > top - 1_000),
                        text => Assert.True(text.InkBox.Right < left - 1_000, text.Text.Text)
                    );
                    seen++;
                }
            }
        }

        Assert.True(seen > 20);
    }

    private sealed class Marks : IPageMarks
    {
        public PageMark At(int page) => new($"ABCD123{page}", $"ABCD-123{page}", $"https://gavvet.example/p/ABCD123{page}");
    }
}
