using Gavvet.Engraving.Drawing;
using Gavvet.Worksheets.Editing;

namespace Gavvet.Printing.Tests;

public class PrintingTests
{
    private static readonly Sheet TwoVersions = Edited(Edited(SheetEditor.NewSheet(5), new ChangeVersions(2)), new ChangeParts([Instrument.Parse("viola"), Instrument.Parse("trumpet")]));

    private static Sheet Edited(Sheet sheet, SheetEdit edit) => SheetEditor.Apply(sheet, edit).Sheet!;

    private static FrozenPrinting Frozen(PrintWishes wishes) => FrozenPrinting.Of(TwoVersions, QuestionCatalogue.Standard, wishes with { CodeSeed = 3 });

    [Fact]
    public void A_frozen_printing_holds_each_page_once_with_its_code_on_student_page_and_key()
    {
        var frozen = Frozen(PrintWishes.None);
        Assert.Equal(4, frozen.Record.Editions.Length);
        Assert.Equal(frozen.Pages.Length, frozen.Pages.Select(page => page.Code).Distinct().Count());
        Assert.Equal(frozen.Pages.Select(page => page.Code), frozen.Record.Editions.SelectMany(edition => edition.Codes));
        Assert.Equal(["student-A-viola", "student-A-trumpet", "student-B-viola", "student-B-trumpet"], frozen.Pages.Select(page => page.Pile).Distinct());
        foreach (var page in frozen.Pages)
        {
            Assert.Contains(PageCode.Printed(page.Code), page.StudentSvg, StringComparison.Ordinal);
            Assert.Contains(PageCode.Printed(page.Code), page.KeySvg, StringComparison.Ordinal);
        }

        Assert.Equal(Frozen(PrintWishes.None).Piles[0].Pdf, frozen.Piles[0].Pdf);
    }

    [Fact]
    public void A_record_reads_back_as_it_was_and_places_each_question_on_its_page()
    {
        var record = Frozen(PrintWishes.None).Record;
        var read = PrintingRecord.Read(record.Write());
        Assert.Equal(record.Write(), read.Write());
        var item = read.Editions[0].Items[0];
        Assert.Equal([17_000], item.Box.Take(1));
        Assert.True(item.Box[3] > 10_000);
        Assert.Equal(4, read.Editions[0].Items.Length);
        Assert.Contains("later Gavvet", Assert.Throws<FormatException>(() => PrintingRecord.Read("""{"gavvetPrinting":99,"title":"x","houseStyle":{},"editions":[]}""")).Message, StringComparison.Ordinal);
        Assert.Throws<FormatException>(() => PrintingRecord.Read("{"));
    }

    // A file as version 1 wrote it; the questions are read from it alone, whatever the kinds draw today.
    [Fact]
    public void A_record_of_version_1_stays_readable()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder.FullName, "Gavvet.slnx")))
            folder = folder.Parent!;
        var record = PrintingRecord.Read(File.ReadAllText(Path.Combine(folder.FullName, "tests", "support", "printing-record-1.json")));
        Assert.Equal("Autumn test", record.Title);
        var first = record.Editions[0].Items[0];
        Assert.Equal((1, "write-scale", "G major, ascending", "G A B C D E F♯ G"), (first.Item.Number, first.Item.Kind, first.Item.Prompt, first.AnswerText));
        Assert.Equal(["G", "A", "B", "C", "D", "E", "F#", "G"], first.Item.Answer.Ascending!.Value);
        Assert.Equal("Mira", record.Editions[1].Seat);
        Assert.Equal(record.Editions.Sum(edition => edition.Items.Length), record.Editions.Sum(edition => edition.Items.Count(item => !item.AlsoRight.IsDefault)));
    }

    [Fact]
    public void A_record_holds_every_other_answer_the_key_prints()
    {
        var sheet = Edited(SheetEditor.NewSheet(5), new ChangeKind(1, "identify-scale"));
        var frozen = FrozenPrinting.Of(sheet, QuestionCatalogue.Standard, PrintWishes.None with { CodeSeed = 4 });
        var key = Composer.Compose(sheet).Key;
        foreach (var item in frozen.Record.Editions[0].Items)
            Assert.Equal(key.Answers[item.Slot].AlsoRight, PrintingRecord.Read(frozen.Record.Write()).Editions[0].Items.Single(other => other.Slot == item.Slot).AlsoRight);
        Assert.Contains(frozen.Record.Editions[0].Items, item => item.AlsoRight.Length > 0);
    }

    [Fact]
    public void Large_print_goes_to_the_students_named_in_their_version_and_part()
    {
        var seats = LargePrintSeat.Parse("Mira, b, trumpet\r\n\n Tomas ", TwoVersions);
        Assert.Equal([("Mira", 'B', "trumpet"), ("Tomas", null, "viola")], seats.Select(seat => (seat.Name, seat.Version, seat.Part!.Id)));
        var editions = PrintRun.Of(TwoVersions, QuestionCatalogue.Standard, new PrintWishes(seats, 1, ""));
        Assert.Equal(6, editions.Length);
        var mira = editions[4];
        Assert.True(mira.Composition.Worksheet.Setup.IsLargePrint);
        Assert.Equal(
            editions[3].Composition.Worksheet.Sections[0].Items.Select(item => item.Question.Prompt),
            mira.Composition.Worksheet.Sections[0].Items.Select(item => item.Question.Prompt));
        Assert.Contains(mira.Student[0].Groups.SelectMany(group => group.Primitives), primitive => primitive.Role == Role.Square);
    }

    [Theory]
    [InlineData("Mira, C", "The versions are A to B")]
    [InlineData("Mira, harp", "Mira: ")]
    [InlineData("Mira, flute", "They are Trumpet in B flat, Viola")]
    [InlineData(", B", "begins with no name")]
    public void A_line_that_cannot_be_read_is_named(string line, string words)
    {
        var message = Assert.Throws<FormatException>(() => LargePrintSeat.Parse(line, TwoVersions)).Message;
        Assert.Contains(words.Replace("Trumpet in B flat, Viola", string.Join(", ", TwoVersions.Parts.Select(part => part.Name)), StringComparison.Ordinal), message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_printing_that_is_stopped_makes_nothing()
    {
        using var stop = new CancellationTokenSource();
        Assert.ThrowsAny<OperationCanceledException>(() => FrozenPrinting.Of(TwoVersions, QuestionCatalogue.Standard, PrintWishes.None with { CodeSeed = 1 }, (_, _) => stop.Cancel(), stop.Token));
    }
}
