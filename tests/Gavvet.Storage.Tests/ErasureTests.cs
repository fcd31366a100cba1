using System.IO.Compression;
using System.Text;
using Microsoft.Data.Sqlite;

namespace Gavvet.Storage.Tests;

/// <summary>What is erased is in no file of the data folder any more, packed or not.</summary>
public sealed class ErasureTests : OnFolder
{
    private const string Name = "Mirabel Quince";

    private Erasure Erasure => new(Data, Backups);

    // Every file, and in databases every packed value too.
    private async Task<string[]> FilesThatHold(string name)
    {
        var holding = new List<string>();
        foreach (var path in Directory.GetFiles(Folder.Path, "*", SearchOption.AllDirectories).Where(path => Path.GetFileName(path) != "in-use"))
        {
            var bytes = await File.ReadAllBytesAsync(path);
            if (bytes.AsSpan().IndexOf(Encoding.UTF8.GetBytes(name)) >= 0 || (bytes.AsSpan().StartsWith("SQLite format 3"u8) && (await Packed(path)).Any(text => text.Contains(name, StringComparison.Ordinal))))
                holding.Add(Path.GetFileName(path));
        }

        return [.. holding.Order()];
    }

    private static async Task<List<string>> Packed(string path)
    {
        await using var connection = new SqliteConnection($"Data Source={path};Pooling=False");
        await connection.OpenAsync();
        await using var command = connection.CreateCommand();
        command.CommandText = "SELECT Sides FROM PrintedPages UNION ALL SELECT PackedRecord FROM Printings UNION ALL SELECT Page FROM ReturnedPages";
        await using var rows = await command.ExecuteReaderAsync();
        var texts = new List<string>();
        while (await rows.ReadAsync())
        {
            using var text = new StreamReader(new BrotliStream(rows.GetStream(0), CompressionMode.Decompress));
            texts.Add(await text.ReadToEndAsync());
        }

        return texts;
    }

    private async Task<string> Print(StoredSheet sheet, string title, string? seat, string code, bool isVersion2 = false)
    {
        var record = isVersion2
            ? $$"""{"gavvetPrinting":2,"title":"{{title}}","editions":[{"version":"A","items":[]}],"copies":[{"number":1,"edition":0,"codes":["{{code}}1"]},{"number":2,"student":"{{seat}}","edition":0,"codes":["{{code}}2"]}]}"""
            : $$"""{"gavvetPrinting":1,"title":"{{title}}","editions":[{"version":"A","codes":["{{code}}1"],"items":[]},{"version":"A","seat":"{{seat}}","codes":["{{code}}2"],"items":[]}]}""";
        PackedPage Page(string code, string pile, string words) => new(code, pile, 1, words, PageSides.Pack($"<svg>{words}</svg>", $"<svg>key {words}</svg>"));
        return (await Printings.AddAsync(new PrintingToKeep(
            sheet.Id,
            sheet.Head.Revision,
            title,
            record,
            [(new KeptPile("student-A", "", 1, false), [1]), (new KeptPile("student-A-large-2", seat ?? "", 1, false), Encoding.UTF8.GetBytes($"pdf of {seat}")), (new KeptPile("key-A-large-2", seat ?? "", 1, true), [3]), (new KeptPile("key-short", "Short key", 1, true), Encoding.UTF8.GetBytes($"names {seat}"))],
            [Page(code + "1", "student-A", title), Page(code + "2", "student-A-large-2", $"{title} {seat}")],
            new Dictionary<string, ReadOnlyMemory<byte>>())))!;
    }

    [Fact]
    public async Task A_name_is_erased_from_lists_papers_words_copies_and_free_pages()
    {
        var sheet = await Sheets.CreateAsync(SheetEditor.NewSheet(1));
        sheet = (await Sheets.SaveAsync(sheet.Id, sheet.Head, SheetEditor.Apply(sheet.Sheet, new Retitle($"Scales for {Name}")).Sheet!, null)).Now!;
        await new SheetHistory(Data, Clock).NameAsync(sheet.Id, $"As {Name} had it");
        await new SectionLibrary(Data, Clock).KeepAsync($"{Name}, warm up", sheet.Sheet, sheet.Sheet.Sections[0]);
        sheet = (await Sheets.SaveAsync(sheet.Id, sheet.Head, SheetEditor.Apply(sheet.Sheet, new Retitle("Scales for all")).Sheet!, null)).Now!;
        await new DeskSettings(Data).SetAsync(Erasure.LargePrintOf(sheet.Id), $"Tomas\n{Name}, B");
        var single = await Print(sheet, "Autumn test", Name, "AAAA000");
        var whole = await Print(sheet, $"Test of {Name}", "Tomas", "BBBB000");
        await Backups.KeepDailyAsync();
        await Backups.WriteAsync(Path.Combine(Folder.Path, "before-restore-2026-03-01-080000.gavvet"));
        await File.WriteAllTextAsync(Path.Combine(Folder.Path, "damaged-2026-03-01-080000.db"), Name, TestContext.Current.CancellationToken);
        Assert.NotEmpty(await FilesThatHold(Name));

        Assert.Equal(new NameFound(1, 1, 1, 2), await Erasure.FindAsync(Name.ToUpperInvariant()));
        Assert.Equal(new NameFound(1, 1, 1, 2), await Erasure.NameAsync(Name));

        Assert.Empty(await FilesThatHold(Name));
        Assert.True((await Erasure.FindAsync(Name)).IsNowhere);
        // What is not hers is as it was.
        Assert.Equal("Tomas", await new DeskSettings(Data).FindAsync(Erasure.LargePrintOf(sheet.Id)));
        Assert.Equal("Scales for all", (await Sheets.FindAsync(sheet.Id))!.Sheet.Title);
        Assert.Equal("Scales for –", (await Sheets.UndoAsync(sheet.Id, sheet.Head)).Now!.Sheet.Title);
        Assert.Equal(["student-A"], (await Printings.FindAsync(single))!.Piles.Select(pile => pile.Name));
        Assert.Contains("\"seat\":\"–\"", await Printings.RecordAsync(single), StringComparison.Ordinal);
        Assert.NotNull(await Printings.FindPageAsync("AAAA0001"));
        Assert.Null(await Printings.FindPageAsync("AAAA0002"));
        Assert.Null(await Printings.FindAsync(whole));
        Assert.Equal("2026-03-02", Assert.Single(Backups.Copies()).Name);
    }

    [Fact]
    public async Task A_name_in_a_record_of_version_2_is_erased_with_its_paper()
    {
        var sheet = await Sheets.CreateAsync(SheetEditor.NewSheet(1));
        var printing = await Print(sheet, "Autumn test", Name, "DDDD000", isVersion2: true);
        await Backups.KeepDailyAsync();
        Assert.Equal(new NameFound(0, 1, 0, 0), await Erasure.NameAsync(Name));
        Assert.Empty(await FilesThatHold(Name));
        Assert.Contains("\"student\":\"–\"", await Printings.RecordAsync(printing), StringComparison.Ordinal);
        Assert.Null(await Printings.FindPageAsync("DDDD0002"));
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
        sheet = (await Sheets.SaveAsync(sheet.Id, sheet.Head, SheetEditor.Apply(sheet.Sheet, new Reinstruct("Gone for good too")).Sheet!, null)).Now!;
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
