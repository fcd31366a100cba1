using Gavvet.Engraving.Drawing;
using Gavvet.Worksheets.Editing;

namespace Gavvet.Printing.Tests;

public class PrintingTests
{
    private static readonly Sheet TwoVersions = Edited(
        Edited(SheetEditor.NewSheet(5), new ChangeVersions(2)),
        new ChangeParts([Instrument.Parse("viola"), Instrument.Parse("trumpet")])
    );

    private static Sheet Edited(Sheet sheet, SheetEdit edit) => SheetEditor.Apply(sheet, edit).Sheet!;

    private static FrozenPrinting Frozen(PrintChoices choices) => Frozen(TwoVersions, choices with { CodeSeed = 3 }, PrintPace.Fast);

    private static FrozenPrinting Frozen(Sheet sheet, PrintChoices choices, PrintPace pace) =>
        FrozenPrinting.Of(PrintPlan.Of(sheet, choices), QuestionCatalogue.Standard, pace);

    [Fact]
    public void A_frozen_printing_holds_each_page_once_with_its_code_on_student_page_and_key()
    {
        var frozen = Frozen(PrintChoices.None);
        Assert.Equal(4, frozen.Record.Editions.Length);
        Assert.Equal(frozen.Pages.Length, frozen.Pages.Select(page => page.Code).Distinct().Count());
        Assert.Equal(frozen.Pages.Select(page => page.Code), frozen.Record.Copies.SelectMany(copy => copy.Codes));
        Assert.Equal(
            ["student-A-viola", "student-A-trumpet", "student-B-viola", "student-B-trumpet"],
            frozen.Pages.Select(page => page.Pile).Distinct()
        );
        foreach (var page in frozen.Pages)
        {
            var (student, key) = PackedSides.Unpack(page.Sides);
            Assert.All([student, key], side => Assert.Contains(PageCode.Printed(page.Code), side, StringComparison.Ordinal));
        }

        Assert.Equal(Frozen(PrintChoices.None).Piles[0].Pdf, frozen.Piles[0].Pdf);
    }

    [Fact]
    public void A_record_reads_back_as_it_was_and_places_each_question_on_its_page()
    {
        var record = Frozen(PrintChoices.None).Record;
        var read = PrintingRecord.Read(record.Write());
        Assert.Equal(record.Write(), read.Write());
        var item = read.Editions[0].Items[0];
        Assert.Equal([17_000], item.Box.Take(1));
        Assert.True(item.Box[3] > 10_000);
        Assert.Equal(4, read.Editions[0].Items.Length);
        Assert.Contains(
            "later Gavvet",
            Assert
                .Throws<FormatException>(() => PrintingRecord.Read("""{"gavvetPrinting":99,"title":"x","houseStyle":{},"editions":[]}"""))
                .Message,
            StringComparison.Ordinal
        );
        Assert.Throws<FormatException>(() => PrintingRecord.Read("{"));
    }

    // A file as version 1 wrote it; the questions are read from it alone, whatever the kinds draw today.
    [Fact]
    public void A_record_of_version_1_stays_readable()
    {
        var record = PrintingRecord.Read(File.ReadAllText(Path.Combine(Checkout.Folder, "tests", "support", "printing-record-1.json")));
        Assert.Equal("Autumn test", record.Title);
        var first = record.Editions[0].Items[0];
        Assert.Equal(
            (1, "write-scale", "G major, ascending", "G A B C D E F♯ G"),
            (first.Item.Number, first.Item.Kind, first.Item.Prompt, first.AnswerText)
        );
        Assert.Equal(["G", "A", "B", "C", "D", "E", "F#", "G"], first.Item.Answer.Ascending!.Value);
        Assert.Equal("Mira", record.Copies[1].Student);
        Assert.Equal(["PF97ZGZ5"], record.Copies[0].Codes);
        Assert.Equal(
            record.Editions.Sum(edition => edition.Items.Length),
            record.Editions.Sum(edition => edition.Items.Count(item => !item.AlsoRight.IsDefault))
        );
    }

    [Fact]
    public void A_record_holds_every_other_answer_the_key_prints()
    {
        var sheet = Edited(SheetEditor.NewSheet(5), new ChangeKind(1, "identify-scale"));
        var frozen = Frozen(sheet, PrintChoices.None with { CodeSeed = 4 }, PrintPace.Fast);
        var key = Composer.Compose(sheet).Key;
        foreach (var item in frozen.Record.Editions[0].Items)
            Assert.Equal(
                key.Answers[item.Slot].AlsoRight,
                PrintingRecord.Read(frozen.Record.Write()).Editions[0].Items.Single(other => other.Slot == item.Slot).AlsoRight
            );
        Assert.Contains(frozen.Record.Editions[0].Items, item => item.AlsoRight.Length > 0);
    }

    [Fact]
    public void Large_print_goes_to_the_students_named_in_their_version_and_part()
    {
        var seats = LargePrintSeat.Parse("Mira, b, trumpet\r\n\n Tomas ", TwoVersions);
        Assert.Equal([("Mira", 'B', "trumpet"), ("Tomas", null, "viola")], seats.Select(seat => (seat.Name, seat.Version, seat.Part!.Id)));
        var run = PrintRun.Compose(PrintPlan.Of(TwoVersions, new PrintChoices(seats, 1, "")), QuestionCatalogue.Standard, PrintPace.Fast);
        PrintedEdition[] editions = [.. run.Papers(PrintPace.Fast)];
        Assert.Equal(6, editions.Length);
        var mira = editions[4];
        Assert.True(mira.Composition.Worksheet.Setup.IsLargePrint);
        Assert.Equal(
            editions[3].Composition.Worksheet.Sections[0].Items.Select(item => item.Question.Prompt),
            mira.Composition.Worksheet.Sections[0].Items.Select(item => item.Question.Prompt)
        );
        Assert.Contains(mira.Student[0].Groups.SelectMany(group => group.Primitives), primitive => primitive.Role == Role.QrCode);
    }

    [Theory]
    [InlineData("Mira, C", "The versions are A to B")]
    [InlineData("Mira, harp", "Mira: ")]
    [InlineData("Mira, flute", "They are Trumpet in B flat, Viola")]
    [InlineData(", B", "begins with no name")]
    public void A_line_that_cannot_be_read_is_named(string line, string words)
    {
        var message = Assert.Throws<FormatException>(() => LargePrintSeat.Parse(line, TwoVersions)).Message;
        Assert.Contains(
            words.Replace(
                "Trumpet in B flat, Viola",
                string.Join(", ", TwoVersions.Parts.Select(part => part.Name)),
                StringComparison.Ordinal
            ),
            message,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_printing_that_is_stopped_makes_nothing()
    {
        using var stop = new CancellationTokenSource();
        Assert.ThrowsAny<OperationCanceledException>(() =>
            Frozen(TwoVersions, PrintChoices.None with { CodeSeed = 1 }, new PrintPace(1, (_, _) => stop.Cancel(), stop.Token))
        );
    }

    [Fact]
    public void Made_one_by_one_or_side_by_side_a_printing_is_the_same()
    {
        var (slow, fast) = (Frozen(TwoVersions, PrintChoices.None with { CodeSeed = 3 }, new PrintPace(1)), Frozen(PrintChoices.None));
        Assert.Equal(
            slow.Piles.Select(pile => (pile.Pile, pile.PageCount, Convert.ToHexString(pile.Pdf))),
            fast.Piles.Select(pile => (pile.Pile, pile.PageCount, Convert.ToHexString(pile.Pdf)))
        );
        Assert.Equal(slow.Record.Write(), fast.Record.Write());
    }

    [Fact]
    public void Piles_are_named_before_they_are_made_and_each_can_be_made_alone()
    {
        var plan = PrintPlan.Of(TwoVersions);
        var piles = Pile.Of(plan, PrintedFiles.Keys);
        Assert.Equal(
            [
                "student-A-viola",
                "student-A-trumpet",
                "student-B-viola",
                "student-B-trumpet",
                "key-A-viola",
                "key-A-trumpet",
                "key-B-viola",
                "key-B-trumpet",
                "key-short",
                "key-working",
            ],
            piles.Select(pile => pile.Name)
        );
        var run = PrintRun.Compose(plan, QuestionCatalogue.Standard, PrintPace.Fast);
        var files = new PrintedFiles(run);
        var all = files.Of(PrintedFiles.Keys, ["pdf"], PrintPace.Fast).ToDictionary(file => file.Name, file => file.Bytes);
        Assert.All(piles, pile => Assert.Equal(all[$"{pile.Name}.pdf"], files.Pdf(pile.Name)));
        Assert.Null(files.Pdf("student-C-viola"));
    }

    [Fact]
    public void Too_many_pages_are_refused_before_they_are_made_with_what_would_fit()
    {
        var sheet = SheetFile.Read(
            """{"gavvet":1,"title":"Long","seed":1,"versions":26,"sections":[{"kind":"write-scale","scales":["major","dorian"],"count":20}]}"""
        );
        sheet = sheet with { Parts = [.. Instrument.All.Take(29)] };
        var pages =
            PrintPlan.Of(sheet with { Versions = 1, Parts = [] }) is var one
            && new PrintedFiles(PrintRun.Compose(one, QuestionCatalogue.Standard, PrintPace.Fast)).Of([], [], PrintPace.Fast).Any()
                ? PrintRun.Compose(one, QuestionCatalogue.Standard, PrintPace.Fast).LayOut(0).Student.Length
                : 0;
        var words = PrintPlan.Of(sheet).TooMuch(QuestionCatalogue.Standard)!;
        var versions = PrintPlan.MostPages / pages / sheet.Parts.Length;
        Assert.Contains($"{26 * sheet.Parts.Length:N0} papers of {pages} pages", words, StringComparison.Ordinal);
        Assert.Contains($"up to {versions} versions for these parts", words, StringComparison.Ordinal);
        Assert.Null(PrintPlan.Of(sheet with { Versions = versions }).TooMuch(QuestionCatalogue.Standard));
        Assert.NotNull(PrintPlan.Of(sheet with { Versions = versions + 1 }).TooMuch(QuestionCatalogue.Standard));
        Assert.Equal(
            words,
            Assert.Throws<PrintingWithheldException>(() => Frozen(sheet, PrintChoices.None with { CodeSeed = 1 }, new PrintPace(1))).Message
        );
    }

    [Fact]
    public void No_student_is_named_on_a_key_for_all()
    {
        var frozen = Frozen(TwoVersions, new PrintChoices(LargePrintSeat.Parse("Mira, B", TwoVersions), 1, null), PrintPace.Fast);
        var plain = Frozen(TwoVersions, new PrintChoices([], 1, null), PrintPace.Fast);
        foreach (var key in new[] { "key-short", "key-working" })
            Assert.Equal(plain.Piles.Single(pile => pile.Pile.Name == key).Pdf, frozen.Piles.Single(pile => pile.Pile.Name == key).Pdf);
        Assert.True(frozen.Record.KeysNameNobody);
    }

    [Theory]
    [InlineData("Mira\uFFFE")]
    [InlineData("\uA9B1\uA9B6")]
    public void A_name_no_face_can_print_is_refused(string name) =>
        Assert.Contains(
            "no sign for",
            Assert.Throws<FormatException>(() => LargePrintSeat.Parse(name, TwoVersions)).Message,
            StringComparison.Ordinal
        );
}
