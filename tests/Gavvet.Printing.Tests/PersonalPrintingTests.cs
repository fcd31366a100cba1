using Gavvet.Teaching;
using Gavvet.Worksheets.Editing;

namespace Gavvet.Printing.Tests;

/// <summary>A pile in which every paper asks something else is a printing like any other.</summary>
public class PersonalPrintingTests
{
    private static PrintPlan Plan(ulong seed, string student, string? part, int questions, bool large = false) =>
        PrintPlan.Of(
            SheetEditor.Apply(SheetEditor.NewSheet(seed), new ChangeCount(1, questions)).Sheet!,
            new PrintChoices([], seed, "")
            {
                Class = "Hazelmoor strings",
                Copies = [new PrintedCopy(student, 0, Instrument.Find(part), null, large)],
            }
        );

    private static FrozenPrinting Made() =>
        PersonalPrinting.Of(
            "Follow-ups",
            [Plan(1, "mira", null, 1), Plan(2, "bo", "clarinet", 5, large: true), Plan(3, "ida", "viola", 2)],
            QuestionCatalogue.Standard,
            PrintPace.Fast
        );

    [Fact]
    public void Each_paper_has_its_student_its_questions_and_codes_of_its_own()
    {
        var made = Made();
        var record = PrintingRecord.Read(made.Record.Write());
        Assert.Equal(("Follow-ups", "Hazelmoor strings"), (record.Title, record.Class));
        Assert.Equal(["mira", "bo", "ida"], record.Copies.Select(copy => copy.Student));
        Assert.Equal([1, 2, 3], record.Copies.Select(copy => copy.Number));
        var papers = new RecordedPapers(record);
        Assert.Equal([1, 5, 2], record.Copies.Select(copy => papers.ItemsOf(copy).Length));
        Assert.Equal([null, "clarinet", "viola"], record.Copies.Select(copy => record.Editions[copy.Edition].Part));
        Assert.True(record.Editions[1].IsLarge);
        // Every page's code leads to its own paper.
        var codes = made.Pages.Select(page => page.Code).ToArray();
        Assert.Equal(codes.Length, codes.Distinct().Count());
        foreach (var copy in record.Copies)
        {
            Assert.Equal(copy.Codes, made.Pages.Where(page => page.Pile == $"paper-{copy.Number}").Select(page => page.Code));
            Assert.All(copy.Codes, code => Assert.Equal(copy.Number, papers.Find(null, code).Number));
            Assert.Equal(copy.Codes.Length, copy.Names.Length);
        }
    }

    // What the key says is right, the judge says is right, for each paper from the record alone.
    [Fact]
    public void Each_paper_is_marked_from_the_record()
    {
        var papers = new RecordedPapers(PrintingRecord.Read(Made().Record.Write()));
        foreach (var copy in papers.Record.Copies)
        {
            foreach (var item in papers.ItemsOf(copy))
                Assert.True(papers.Mark(item, new Decision.Written(item.Answer)).IsRight);
        }

        // A clarinet reads its own key, and the record knows what sounds.
        Assert.All(papers.ItemsOf(papers.Record.Copies[1]), item =>
            Assert.Equal(item.What.Tonic, Instrument.Parse("clarinet").WrittenTonic(item.What.Type, item.What.Sounding.Tonic))
        );
    }

    [Fact]
    public void There_is_a_key_for_each_paper_and_keys_for_all_and_none_names_anyone()
    {
        var made = Made();
        Assert.All(made.Piles, pile => Assert.True(pile.Pile.IsKey && pile.PageCount > 0));
        Assert.Equal(["key-1", "key-2", "key-3", "key-short", "key-working"], made.Piles.Select(pile => pile.Pile.Name));
        foreach (var page in made.Pages)
        {
            var (student, key) = PackedSides.Unpack(page.Sides);
            Assert.DoesNotContain("mira", student + key, StringComparison.Ordinal);
        }
    }

    [Fact]
    public void A_plan_of_more_than_one_paper_is_none_of_a_personal_pile() =>
        Assert.Throws<ArgumentException>(() =>
            PersonalPrinting.Of("Follow-ups", [PrintPlan.Of(SheetEditor.NewSheet(1))], QuestionCatalogue.Standard, PrintPace.Fast)
        );

    // So many questions as have room: one large page holds fewer than four, and one question is always asked.
    [Fact]
    public void A_follow_up_keeps_to_the_pages_the_teacher_sets()
    {
        // As many as the sheet's own keys allow.
        FollowUp? Draw(int most) =>
            SheetEditor.Apply(SheetEditor.NewSheet(5), new ChangeCount(1, most)).Sheet is { } sheet
                ? new FollowUp(["Mira"], sheet, [.. Enumerable.Repeat(default(FollowUpReason)!, most)])
                : Draw(most - 1);
        var edition = new Edition(null, null) { IsLarge = true };
        var counts = Enumerable.Range(1, 4).Select(pages => FollowUpPages.Within(Draw, edition, pages)!.Sheet.QuestionCount).ToArray();
        Assert.Equal(counts.Order(), counts);
        Assert.True(counts[0] < counts[^1], string.Join(' ', counts));
        Assert.Equal(1, FollowUpPages.Within(Draw, edition, 0)!.Sheet.QuestionCount);
        Assert.Null(FollowUpPages.Within(_ => null, edition, 2));
    }
}
