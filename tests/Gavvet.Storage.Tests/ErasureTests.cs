using System.Text;

namespace Gavvet.Storage.Tests;

/// <summary>What is erased is in no file of the data folder any more, packed or not.</summary>
public sealed class ErasureTests : OnFolder
{
    private const string Name = "Mirabel Quince";

    private Task<string[]> FilesThatHold(string name) => FolderBytes.FilesThatHoldAsync(Folder.Path, name);

    private async Task<string> Print(StoredSheet sheet, string title, string? seat, string code, bool isVersion2 = false)
    {
        var record = isVersion2
            ? $$"""{"gavvetPrinting":2,"title":"{{title}}","editions":[{"version":"A","items":[]}],"copies":[{"number":1,"edition":0,"codes":["{{code}}1"]},{"number":2,"student":"{{seat}}","edition":0,"codes":["{{code}}2"]}]}"""
            : $$"""{"gavvetPrinting":1,"title":"{{title}}","editions":[{"version":"A","codes":["{{code}}1"],"items":[]},{"version":"A","seat":"{{seat}}","codes":["{{code}}2"],"items":[]}]}""";
        PackedPage Page(string code, string pile, string words) =>
            new(code, pile, 1, words, PackedSides.Pack($"<svg>{words}</svg>", $"<svg>key {words}</svg>"));
        return (
            await Printings.AddAsync(
                new PrintingToKeep(
                    sheet.Id,
                    sheet.Head.Revision,
                    title,
                    record,
                    [
                        (new KeptPile("student-A", "", 1, false), [1]),
                        (new KeptPile("student-A-large-2", seat ?? "", 1, false), Encoding.UTF8.GetBytes($"pdf of {seat}")),
                        (new KeptPile("key-A-large-2", seat ?? "", 1, true), [3]),
                        (new KeptPile("key-short", "Short key", 1, true), Encoding.UTF8.GetBytes($"names {seat}")),
                    ],
                    [Page(code + "1", "student-A", title), Page(code + "2", "student-A-large-2", $"{title} {seat}")]
                )
            )
        )!;
    }

    [Fact]
    public async Task A_name_is_erased_from_lists_papers_words_copies_and_free_pages()
    {
        var sheet = await Sheets.CreateAsync(SheetEditor.NewSheet(1));
        sheet = (
            await Sheets.SaveAsync(sheet.Id, sheet.Head, SheetEditor.Apply(sheet.Sheet, new Retitle($"Scales for {Name}")).Sheet!, null)
        ).Now!;
        await new SheetHistory(Data, Clock).NameAsync(sheet.Id, $"As {Name} had it");
        await new SectionLibrary(Data, Clock).KeepAsync($"{Name}, warm up", sheet.Sheet, sheet.Sheet.Sections[0]);
        sheet = (
            await Sheets.SaveAsync(sheet.Id, sheet.Head, SheetEditor.Apply(sheet.Sheet, new Retitle("Scales for all")).Sheet!, null)
        ).Now!;
        await new DeskSettings(Data).SetAsync(DeskSettings.LargePrintOf(sheet.Id), $"Tomas\n{Name}, B");
        var single = await Print(sheet, "Autumn test", Name, "AAAA000");
        var whole = await Print(sheet, $"Test of {Name}", "Tomas", "BBBB000");
        await Backups.KeepDailyAsync();
        await Backups.WriteAsync(Path.Combine(Folder.Path, "before-restore-2026-03-01-080000.gavvet"));
        await File.WriteAllTextAsync(
            Path.Combine(Folder.Path, "damaged-2026-03-01-080000.db"),
            Name,
            TestContext.Current.CancellationToken
        );
        Assert.NotEmpty(await FilesThatHold(Name));

        Assert.Equal("Printing 2, Sheet 1, Section 1, LargePrintList 1", $"{await Erasure.FindAsync(Name.ToUpperInvariant())}");
        Assert.Equal("Printing 2, Sheet 1, Section 1, LargePrintList 1", $"{await Erasure.NameAsync(Name)}");

        Assert.Empty(await FilesThatHold(Name));
        Assert.True((await Erasure.FindAsync(Name)).IsNowhere);
        // What is not hers is as it was.
        Assert.Equal("Tomas", await new DeskSettings(Data).FindAsync(DeskSettings.LargePrintOf(sheet.Id)));
        Assert.Equal("Scales for all", (await Sheets.FindAsync(sheet.Id))!.Sheet.Title);
        Assert.Equal("Scales for –", (await Sheets.UndoAsync(sheet.Id, sheet.Head)).Now!.Sheet.Title);
        // The papers stay, and can be marked; the keys for all papers that named her go.
        Assert.Equal(
            [("student-A", ""), ("student-A-large-2", "–"), ("key-A-large-2", "–")],
            (await Printings.FindAsync(single))!.Piles.Select(pile => (pile.Name, pile.Title))
        );
        Assert.Contains("\"seat\":\"–\"", await Printings.RecordAsync(single), StringComparison.Ordinal);
        Assert.Equal("<svg>Autumn test</svg>", (await Printings.FindPageAsync("AAAA0001"))!.Value.Page.Student);
        Assert.Equal("<svg>Autumn test –</svg>", (await Printings.FindPageAsync("AAAA0002"))!.Value.Page.Student);
        Assert.Equal(
            "pdf of Autumn test, –: <svg>Autumn test –</svg>",
            Encoding.UTF8.GetString((await Printings.PdfAsync(single, "student-A-large-2"))!)
        );
        Assert.Equal([1], await Printings.PdfAsync(single, "student-A"));
        Assert.Equal("Test of –", (await Printings.FindAsync(whole))!.Title);
        Assert.Equal("pdf of Test of –: <svg>Test of –</svg>", Encoding.UTF8.GetString((await Printings.PdfAsync(whole, "student-A"))!));
        Assert.Equal("2026-03-02", Assert.Single(Backups.Copies()).Name);
    }

    [Fact]
    public async Task A_name_in_a_record_of_version_2_is_erased_with_its_paper()
    {
        var sheet = await Sheets.CreateAsync(SheetEditor.NewSheet(1));
        var printing = await Print(sheet, "Autumn test", Name, "DDDD000", isVersion2: true);
        await Backups.KeepDailyAsync();
        Assert.Equal("Printing 1", $"{await Erasure.NameAsync(Name)}");
        Assert.Empty(await FilesThatHold(Name));
        Assert.Contains("\"student\":\"–\"", await Printings.RecordAsync(printing), StringComparison.Ordinal);
        Assert.Equal("<svg>Autumn test –</svg>", (await Printings.FindPageAsync("DDDD0002"))!.Value.Page.Student);
        Assert.NotNull(await Printings.FindPageAsync("DDDD0001"));
    }

    [Fact]
    public async Task A_name_that_is_part_of_another_word_or_the_name_of_a_scale_changes_nothing()
    {
        var sheet = await Sheets.CreateAsync(SheetEditor.NewSheet(1) with { Title = "Annual test in Dorian" });
        await Erasure.NameAsync("Ann");
        Assert.Equal("Annual test in Dorian", (await Sheets.FindAsync(sheet.Id))!.Sheet.Title);
        var body = await Sheets.FileAsync(sheet.Id);
        await Erasure.NameAsync("treble");
        Assert.Equal(body, await Sheets.FileAsync(sheet.Id));
    }

    [Fact]
    public async Task A_sheet_and_a_printing_are_deleted_for_good_here_and_in_the_copies()
    {
        var sheet = await Sheets.CreateAsync(SheetEditor.NewSheet(1) with { Title = "Gone for good" });
        sheet = (
            await Sheets.SaveAsync(sheet.Id, sheet.Head, SheetEditor.Apply(sheet.Sheet, new Reinstruct("Gone for good too")).Sheet!, null)
        ).Now!;
        await new SheetHistory(Data, Clock).NameAsync(sheet.Id, "Gone for good as well");
        var other = await Sheets.CreateAsync(SheetEditor.NewSheet(2));
        var printing = await Print(other, "Printed and gone", "Tomas", "CCCC000");
        await Backups.KeepDailyAsync();
        Assert.False(await Erasure.SheetAsync(sheet.Id));
        await Sheets.DeleteAsync(sheet.Id);
        Assert.True(await Erasure.SheetAsync(sheet.Id));
        Assert.True(await Erasure.PrintingAsync(printing));
        Assert.False(await Erasure.PrintingAsync(printing));
        Assert.Empty(await FilesThatHold("Gone for good"));
        Assert.Empty(await FilesThatHold("Printed and gone"));
        Assert.NotNull(await Sheets.FindAsync(other.Id));
        // A copy is as good as before.
        Assert.Equal(1, (await Backups.StageCopyAsync("2026-03-02")).Contents.Sheets);
    }
}
