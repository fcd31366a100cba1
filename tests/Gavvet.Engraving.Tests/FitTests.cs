namespace Gavvet.Engraving.Tests;

/// <summary>Whatever is asked on whatever paper, it stands on it: within the edges, above the foot, no page emptier than it need be.</summary>
public class FitTests
{
    public static TheoryData<Paper, int, bool, PageStyle> Papers =>
        [
            .. from paper in Enum.GetValues<Paper>()
            from half in new[] { false, true }
            from height in new[] { 6, 10, 14 }
            from style in half || height == 6 ? [PageStyle.Lesson, PageStyle.FirstYears] : new[] { PageStyle.Lesson, PageStyle.Exam }
            select (paper, height, half, style),
        ];

    [Theory]
    [MemberData(nameof(Papers))]
    public void No_ink_stands_outside_a_page_or_in_its_foot(Paper paper, int height, bool half, PageStyle style)
    {
        var setup = new PageSetup(paper, height) { HalfSheets = half, Style = style };
        foreach (var sheet in Tall(setup))
        {
            var composition = Composer.Compose(sheet);
            Assert.Empty(composition.Key.Withheld);
            foreach (var kind in new[] { PaperKind.Student, PaperKind.Key })
            {
                foreach (var page in SheetLayout.LayOut(composition, kind))
                    AssertFits(page, half);
            }
        }
    }

    // What a question's figures leave of a page is used by them: no page but the last of a section is emptier than a staff is high.
    [Fact]
    public void In_large_print_figures_go_on_over_the_page()
    {
        var parted = 0;
        foreach (var sheet in Enumerable.Range(10, 5).SelectMany(height => Tall(new PageSetup(Paper.A4, height))))
        {
            var composition = Composer.Compose(sheet);
            var (student, key) = (SheetLayout.Student(composition.Worksheet), SheetLayout.Key(composition.Worksheet, composition.Key));
            for (var i = 0; i < student.Length; i++)
            {
                Assert.Equal(Kinds(student[i]), Kinds(key[i]));
                foreach (var question in Kinds(student[i]).Where(question => question.GoesOn))
                {
                    Assert.Contains(student[i - 1].Groups, group => group.Kind == question with { GoesOn = false });
                    var own = student[i].Groups.First(group => group.Kind == question);
                    Assert.Contains(own.Primitives.OfType<TextPrimitive>(), text => text.Text.Text == $"{question.Number}. continued");
                    Assert.Equal($"{question.Number}. continued", own.Label);
                    // What is given and what is written lie on one page.
                    Assert.Single(own.Anchors!.Figures);
                    parted++;
                }
            }
        }

        Assert.True(parted > 20, $"{parted}");

        static GroupKind.Question[] Kinds(Page page) => [.. page.Groups.Select(group => group.Kind).OfType<GroupKind.Question>()];
    }

    // Ten millimeters at the least, whatever the sheet says; a third more for beginners, to the micrometer.
    [Theory]
    [InlineData(6, true, PageStyle.Lesson, 10_000)]
    [InlineData(8, true, PageStyle.Lesson, 10_000)]
    [InlineData(12, true, PageStyle.Lesson, 12_000)]
    [InlineData(8, false, PageStyle.Lesson, 8_000)]
    [InlineData(8, false, PageStyle.FirstYears, 10_667)]
    [InlineData(7, false, PageStyle.FirstYears, 9_333)]
    [InlineData(12, false, PageStyle.FirstYears, 14_000)]
    public void A_staff_is_as_high_as_was_promised(int height, bool large, PageStyle style, int expected)
    {
        var sheet = Sample.Fresh() with
        {
            Setup = new PageSetup(Paper.A4, height) { LargeText = large, Style = style },
        };
        var lines = sheet.Pages(PaperKind.Student).All<LinePrimitive>().Where(line => line.Role == Role.StaffLine).Take(5).ToArray();
        Assert.InRange(lines[^1].Y1 - lines[0].Y1, expected - 4, expected + 4);
    }

    private static void AssertFits(Page page, bool half)
    {
        Assert.Empty(
            Overlaps.Find(page).Select(pair => $"{pair.First.Role} {pair.First.InkBox} on {pair.Second.Role} {pair.Second.InkBox}")
        );
        var foot = page
            .Groups.SelectMany(group => group.Primitives)
            .OfType<TextPrimitive>()
            .Where(text => text.Text.Text.StartsWith("Sheet ", StringComparison.Ordinal))
            .Select(text => text.InkBox.Top)
            .Order()
            .ToArray();
        // A page of two halves has two feet.
        Assert.Equal(half ? 2 : 1, foot.Length);
        foreach (var group in page.Groups.Where(group => group.Kind is not GroupKind.PageFurniture || group.Label is not null))
        {
            var below = foot.First(top => top > group.Box.Top);
            Assert.All(group.Primitives, ink =>
            {
                Assert.True(ink.InkBox.Bottom <= below, $"{group.Label}: {ink.Role} at {ink.InkBox.Bottom} of {below}");
                Assert.InRange(ink.InkBox.Left, 9_000, page.Width - 9_000);
                Assert.InRange(ink.InkBox.Right, 9_000, page.Width - 9_000);
            });
        }
    }

    // Every kind in its tallest ways: one octave and as many as may be, up alone and both ways, from low clefs to high ones.
    private static IEnumerable<Sheet> Tall(PageSetup setup) =>
        from kind in QuestionCatalogue.Standard.All
        where !kind.AsksOwn
        from way in kind.UsesOctaves ? Ways : Ways[..1]
        let sheet = Sample.AllKeys(kind.Id, Notation.Signature, way.Direction, setup.StaffHeight)
        let section = sheet.Sections[0]
        let slots = section.Slots.Where((_, i) => i % (1 + (section.Slots.Count / 4)) == 0)
        select sheet.With(section with { Octaves = way.Octaves, Slots = [.. slots] }) with
        {
            Setup = setup,
        };

    private static readonly (int Octaves, Direction Direction)[] Ways =
    [
        (1, Direction.Ascending),
        (3, Direction.Ascending),
        (2, Direction.Both),
    ];
}
