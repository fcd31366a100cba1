using System.Collections.Immutable;
using Gavvet.Worksheets.Editing;

namespace Gavvet.Engraving.Tests;

public class PageTests
{
    public static TheoryData<int, Paper, Direction> Setups =>
        new(
            from staff in new[] { 6, 8, 11, 14 }
            from paper in Enum.GetValues<Paper>()
            from direction in new[] { Direction.Ascending, Direction.Both }
            select (staff, paper, direction)
        );

    [Theory, MemberData(nameof(Setups))]
    public void The_key_in_place_has_the_student_pages_places_and_breaks(int staff, Paper paper, Direction direction)
    {
        var sheet = Sample.Every(staff, paper, Notation.Signature, direction);
        var student = sheet.Pages(PaperKind.Student);
        var key = sheet.Pages(PaperKind.Key);
        Assert.Equal(Places(student), Places(key));
        // All that is printed for the student is printed on the key, and more.
        for (var i = 0; i < student.Length; i++)
        {
            var questions = student[i].Groups.Where(group => group.Kind is GroupKind.Question).ToArray();
            var answered = key[i].Groups.Where(group => group.Kind is GroupKind.Question).ToArray();
            Assert.All(questions.Zip(answered), pair => Assert.Empty(pair.First.Primitives.Except(pair.Second.Primitives)));
        }

        static IEnumerable<string> Places(ImmutableArray<Page> pages) =>
            pages.SelectMany(
                (page, number) =>
                    page
                        .Groups.Where(group => group.Kind is not GroupKind.PageFurniture)
                        .Select(group => $"{number} {group.Kind} {group.Box}")
            );
    }

    [Fact]
    public void Questions_with_equal_givens_and_different_answers_give_the_same_student_bytes()
    {
        foreach (
            var kind in QuestionCatalogue.Standard.All.Where(kind => kind.Id is "write-scale" or "write-signature" or "count-accidentals")
        )
        {
            foreach (var direction in Enum.GetValues<Direction>())
            {
                var (svgs, pdfs, answers) = (new HashSet<string>(), new HashSet<string>(), new HashSet<string>());
                foreach (var key in Key.Majors)
                {
                    var section = new Section(
                        1,
                        kind.Id,
                        "",
                        [ScaleTypes.Major],
                        [key],
                        [Clef.Alto],
                        Notation.Signature,
                        direction,
                        Scaffolding.Blank,
                        [new Slot(2, 0, false, new Draw(key, Clef.Alto))]
                    );
                    var composition = Composer.Compose(new Sheet(1, "Title", "", PageSetup.Usual, [section], 3));
                    // The prompt names the key; with one prompt for all, nothing else may tell them apart.
                    var worksheet = composition.Worksheet;
                    var items = worksheet
                        .Sections[0]
                        .Items.Select(item => item with { Question = item.Question with { Prompt = "The key" } });
                    worksheet = worksheet with { Sections = [worksheet.Sections[0] with { Items = [.. items] }] };
                    var pages = SheetLayout.Student(worksheet);
                    svgs.Add(SvgWriter.Inline(pages[0], "p1", "Page 1 of 1"));
                    pdfs.Add(Convert.ToBase64String(PdfWriter.Write("Title", pages)));
                    answers.Add(SvgWriter.Inline(SheetLayout.Key(worksheet, composition.Key)[0], "p1", "Page 1 of 1"));
                }

                Assert.Single(svgs);
                Assert.Single(pdfs);
                Assert.Equal(15, answers.Count);
            }
        }
    }

    [Fact]
    public void A_question_is_parted_in_large_print_alone_and_a_heading_never_stands_alone_at_a_foot()
    {
        foreach (var staff in Enumerable.Range(6, 9))
        {
            foreach (var count in new[] { 1, 2, 3, 5, 7 })
            {
                var pages = Sample.Every(staff, count: count).Pages(PaperKind.Student);
                var questions = pages.SelectMany(page => page.Groups).Select(group => group.Kind).OfType<GroupKind.Question>().ToArray();
                Assert.Equal(count * QuestionCatalogue.Standard.All.Length, questions.Count(question => !question.GoesOn));
                Assert.True(staff >= PageSetup.LargePrintStaff || questions.All(question => !question.GoesOn));
                Assert.All(pages, page =>
                    Assert.IsType<GroupKind.Question>(page.Groups.Last(group => group.Kind is not GroupKind.PageFurniture).Kind)
                );
            }
        }
    }

    [Fact]
    public void Large_print_has_no_text_under_18_points_and_writing_lines_of_9_millimeters()
    {
        var pages = Sample.Every(10).Pages(PaperKind.Student);
        Assert.All(pages.All<TextPrimitive>(), text => Assert.True(text.Text.Size >= PageMetrics.Points(18), text.Text.Text));
        foreach (var staff in Enumerable.Range(6, 9))
            Assert.True(new PageMetrics(new PageSetup(Paper.A4, staff)).WritingLine >= 9_000);
    }

    [Theory]
    [InlineData(Paper.A4, 210_000, 297_000)]
    [InlineData(Paper.Letter, 215_900, 279_400)]
    public void Paper_has_its_standard_size(Paper paper, int width, int height)
    {
        // A4 by ISO 216; Letter is 8½ by 11 inches by ANSI Y14.1.
        var page = Sample.Every(paper: paper).Pages(PaperKind.Student)[0];
        Assert.Equal((width, height), (page.Width, page.Height));
        using var pdf = UglyToad.PdfPig.PdfDocument.Open(PdfWriter.Write("x", [page]));
        Assert.InRange(pdf.GetPage(1).Width - (width * 72 / 25_400.0), -0.5, 0.5);
        Assert.InRange(pdf.GetPage(1).Height - (height * 72 / 25_400.0), -0.5, 0.5);
    }

    [Fact]
    public void Answers_differ_from_what_is_given_by_more_than_color()
    {
        var pages = Sample
            .Every(scaffolding: kind => kind.Scaffoldings.Contains(Scaffolding.Tonic) ? Scaffolding.Tonic : Scaffolding.Blank)
            .Pages(PaperKind.Key);
        Assert.All(pages.All<TextPrimitive>().Where(text => text.Ink == Ink.Answer), text =>
            Assert.Equal(TextStyle.BoldItalic, text.Text.Style)
        );
        // The key writes what the student should: whole notes, in a heavier ink; and where some were given, a fine rule over those written.
        Assert.All(pages.All<GlyphPrimitive>().Where(glyph => glyph is { Role: Role.Notehead, Ink: Ink.Answer }), head =>
            Assert.Equal("noteheadWhole", head.Glyph.Name)
        );
        Assert.Contains("stroke-width=\"80\"", string.Concat(pages.Select(SvgWriter.File)), StringComparison.Ordinal);
        Assert.Contains(pages.All<LinePrimitive>(), line => line is { Role: Role.Rule, Ink: Ink.Answer });
        Assert.DoesNotContain(Sample.Every().Pages(PaperKind.Student).All<Primitive>(), primitive => primitive.Ink == Ink.Answer);
    }

    [Fact]
    public void The_working_names_every_question_with_its_answer()
    {
        var sheet = Sample.Every();
        var composition = Composer.Compose(sheet);
        var pages = SheetLayout.LayOut(composition, PaperKind.Working);
        Assert.Equal(sheet.QuestionCount, pages.SelectMany(page => page.Groups).Count(group => group.Kind is GroupKind.Question));
        var text = string.Join(' ', pages.All<TextPrimitive>().Select(run => run.Text.Text));
        Assert.Contains("is not counted again", text, StringComparison.Ordinal);
        Assert.Contains("Letters:", text, StringComparison.Ordinal);
    }

    [Fact]
    public void A_long_title_and_long_words_wrap_inside_the_page()
    {
        var sheet = Sample.Fresh(
            new Retitle(new string('W', 110)),
            new Reinstruct(string.Join(' ', Enumerable.Repeat("E♭ and F♯ in every octave", 20)))
        );
        var page = sheet.Pages(PaperKind.Student)[0];
        Assert.All(page.Groups.SelectMany(group => group.Primitives), primitive =>
            Assert.InRange(primitive.InkBox.Right, 0, page.Width - 16_000)
        );
        Assert.Empty(Overlaps.Find(page));
    }

    [Fact]
    public void Every_question_can_be_read_out_and_the_student_hears_no_answer()
    {
        var sheet = Sample.Fresh();
        var (student, key) = (Labels(PaperKind.Student), Labels(PaperKind.Key));
        Assert.Equal(4, student.Length);
        Assert.All(student, label => Assert.EndsWith("Treble clef; an empty staff to write on.", label, StringComparison.Ordinal));
        Assert.All(key, label => Assert.DoesNotContain("empty staff", label, StringComparison.Ordinal));

        string[] Labels(PaperKind kind) =>
            [
                .. sheet
                    .Pages(kind)
                    .SelectMany(page => page.Groups)
                    .Where(group => group.Kind is GroupKind.Question)
                    .Select(group => group.Label!),
            ];
    }

    // Whatever else is right stands on the key in place: beside its question, or in the list at its end.
    [Fact]
    public void Nothing_that_is_also_right_is_left_off_a_key()
    {
        var sentences = 0;
        foreach (var style in HouseStyle.Presets)
        {
            var book = SpecimenBook.Of(style);
            foreach (
                var setup in new[]
                {
                    PageSetup.Usual,
                    PageSetup.Usual with
                    {
                        StaffHeight = PageSetup.LargePrintStaff,
                    },
                    PageSetup.Usual with
                    {
                        Style = PageStyle.SavingPaper,
                    },
                }
            )
            {
                var pages = SheetLayout.Key(book.Worksheet with { Setup = setup }, book.Key);
                var ink = Plain(
                    string.Concat(
                        pages
                            .SelectMany(page => page.Groups)
                            .SelectMany(group => group.Primitives)
                            .OfType<TextPrimitive>()
                            .Select(text => text.Text.Text)
                    )
                );
                foreach (var item in book.Worksheet.Sections.SelectMany(section => section.Items))
                {
                    var answer = book.Key.Answers[item.SlotId];
                    if (answer.AlsoRight.IsEmpty)
                        continue;
                    var listed = answer.AlsoRight.All(sentence => ink.Contains(Plain(sentence), StringComparison.Ordinal));
                    var beside =
                        answer.Accepted.Length > 0 && ink.Contains(Plain(string.Join(", ", answer.Accepted)), StringComparison.Ordinal);
                    Assert.True(listed || beside, $"{item.Number}: {string.Join(' ', answer.AlsoRight)}");
                    sentences++;
                }
            }
        }

        Assert.True(sentences > 60, $"{sentences}");
        // Signs of music have letters of their own in the font.
        static string Plain(string text) => string.Concat(text.Where(char.IsAsciiLetterOrDigit));
    }
}
