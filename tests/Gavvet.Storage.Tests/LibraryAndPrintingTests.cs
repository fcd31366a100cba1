using Microsoft.Data.Sqlite;

namespace Gavvet.Storage.Tests;

public sealed class LibraryAndPrintingTests : OnFolder
{
    private async Task<StoredSheet> Edited(StoredSheet sheet, SheetEdit edit) =>
        (await Sheets.SaveAsync(sheet.Id, sheet.Head, SheetEditor.Apply(sheet.Sheet, edit).Sheet!, null)).Now!;

    [Fact]
    public async Task A_named_state_is_returned_to_and_what_came_after_stays_within_reach()
    {
        var history = new SheetHistory(Data, Clock);
        var first = await Sheets.CreateAsync(SheetEditor.NewSheet(1));
        Assert.True(await history.NameAsync(first.Id, "Before the concert"));
        var later = await Edited(first, new Retitle("After"));
        var back = (await Sheets.ReturnAsync(first.Id, later.Head, first.Head.Revision)).Now!;
        Assert.Equal("Major scales", back.Sheet.Title);
        Assert.Equal("After", (await Sheets.UndoAsync(back.Id, back.Head)).Now!.Sheet.Title);
        var states = await history.ListAsync(first.Id, 1);
        Assert.Equal(
            [(back.Head.Revision, (string?)null), (first.Head.Revision, "Before the concert")],
            states.Select(state => (state.Id, state.Name))
        );
        Assert.True((await Sheets.ReturnAsync(first.Id, first.Head, first.Head.Revision)).IsStale);
        Assert.False(await history.NameAsync("nowhere", "x"));
    }

    [Fact]
    public async Task The_filter_finds_titles_scales_keys_and_codes_as_they_are_typed()
    {
        var sheet = await Edited(await Sheets.CreateAsync(SheetEditor.NewSheet(1)), new Retitle("Études for Thursday"));
        await Sheets.CreateAsync(SheetEditor.NewSheet(2));
        var id = sheet.Sheet.Sections[0].Id;
        sheet = await Edited(sheet, new ChangeScales(id, [ScaleTypes.Find("dorian")!]));
        foreach (var filter in new[] { "études", "ÉTUDES thu", "dorian", "Bb dori", "b♭ dorian", sheet.Sheet.Code, "" })
            Assert.Contains(sheet.Id, (await Sheets.ListAsync(filter, 10)).Select(listed => listed.Id));
        Assert.Single(await Sheets.ListAsync("dorian", 10));
        Assert.Empty(await Sheets.ListAsync("dorian friday", 10));
        Assert.Empty(await Sheets.ListAsync("%", 10));
        await Sheets.UndoAsync(sheet.Id, sheet.Head);
        Assert.Empty(await Sheets.ListAsync("dorian", 10));
    }

    [Fact]
    public async Task ADatabase_from_before_the_filter_gets_its_words_and_keeps_its_sheets()
    {
        var sheet = await Sheets.CreateAsync(SheetEditor.NewSheet(1));
        Close();
        await using (var connection = new SqliteConnection($"Data Source={Folder.DatabasePath};Pooling=False"))
        {
            await connection.OpenAsync(TestContext.Current.CancellationToken);
            await using var command = connection.CreateCommand();
            command.CommandText =
                "DELETE FROM __EFMigrationsHistory WHERE MigrationId NOT LIKE '%_Sheets'; DROP TABLE RestorePoints; DROP TABLE Scans; DROP TABLE PracticeTries; DROP TABLE PracticeSeats; DROP TABLE Practices; DROP TABLE Library; DROP TABLE Styles; DROP TABLE Settings; DROP TABLE PrintedFiles; DROP TABLE PrintedPages; DROP TABLE ReturnedPages; DROP TABLE Sentences; DROP TABLE Markings; DROP TABLE Copies; DROP TABLE Printings; DROP TABLE Students; DROP TABLE Classes; ALTER TABLE Sheets DROP COLUMN Words";
            await command.ExecuteNonQueryAsync(TestContext.Current.CancellationToken);
        }

        await InitializeAsync();
        Assert.Equal(sheet.Id, Assert.Single(await Sheets.ListAsync("major scales", 10)).Id);
        Assert.Equal(SheetEditorText(sheet), SheetEditorText((await Sheets.FindAsync(sheet.Id))!));
    }

    private static string SheetEditorText(StoredSheet stored) => Worksheets.Files.SheetFile.Write(stored.Sheet);

    [Fact]
    public async Task Pages_are_kept_in_another_form_only_as_long_as_they_are_what_was_read()
    {
        var sheet = await Sheets.CreateAsync(SheetEditor.NewSheet(1));
        string[] codes = ["AAAA0001", "AAAA0002"];
        await Printings.AddAsync(
            new PrintingToKeep(
                sheet.Id,
                sheet.Head.Revision,
                "Test",
                "{}",
                [],
                [.. codes.Select((code, i) => new PackedPage(code, "student-A", i + 1, "", PackedSides.Pack("<svg/>", "<svg>key</svg>")))]
            )
        );
        var was = await Printings.SidesAsync(codes);
        Assert.Equal(2, was.Count);
        // Between reading and keeping a name went from the second.
        var stale = was.ToDictionary(page => page.Key, page => page.Key == codes[1] ? ("<svg>Mira</svg>", page.Value.Key) : page.Value);
        await Printings.KeepSidesAsync(stale, codes.ToDictionary(code => code, _ => ("{}", "{\"key\":1}")));
        var now = await Printings.SidesAsync(codes);
        Assert.Equal(("{}", "{\"key\":1}"), now[codes[0]]);
        Assert.Equal(was[codes[1]], now[codes[1]]);
    }

    [Fact]
    public async Task A_printing_is_kept_whole_outlives_its_sheet_and_no_code_is_given_twice()
    {
        var sheet = await Sheets.CreateAsync(SheetEditor.NewSheet(1));
        PrintingToKeep Printing(params string[] codes) =>
            new(
                sheet.Id,
                sheet.Head.Revision,
                "Scales",
                "{}",
                [(new KeptPile("student-A", "Everyone", 1, false), [1, 2, 3])],
                [.. codes.Select((code, i) => new PackedPage(code, "student-A", i + 1, "", PackedSides.Pack("<svg/>", "<svg>key</svg>")))]
            );
        var id = (await Printings.AddAsync(Printing("AAAA0001"), TestContext.Current.CancellationToken))!;
        Assert.Null(await Printings.AddAsync(Printing("BBBB0002", "AAAA0001"), TestContext.Current.CancellationToken));
        Assert.Null(await Printings.FindPageAsync("BBBB0002"));
        await Sheets.DeleteAsync(sheet.Id);
        Assert.Equal([1, 2, 3], (await Printings.PdfAsync(id, "student-A"))!);
        Assert.Equal(
            (id, "<svg>key</svg>"),
            ((await Printings.FindPageAsync("AAAA0001"))!.Value.PrintingId, (await Printings.FindPageAsync("AAAA0001"))!.Value.Page.Key)
        );
        Assert.Equal(id, Assert.Single(await Printings.ListAsync(null, "aaaa0001", 10)).Id);
        Assert.Empty(await Printings.ListAsync("another", "", 10));
        Assert.Equal("AAAA0001", Assert.Single((await Printings.FindAsync(id))!.Codes).Code);
    }

    [Fact]
    public async Task Sections_are_kept_taken_away_and_put_back()
    {
        var library = new SectionLibrary(Data, Clock);
        var sheet = SheetEditor.NewSheet(1);
        await library.KeepAsync("Warm up", sheet, sheet.Sections[0]);
        var kept = Assert.Single(await library.ListAsync());
        Assert.Equal(("Warm up", "write-scale", 4), (kept.Name, kept.Section.KindId, kept.Section.Slots.Count));
        Assert.True(await library.MarkAsync(kept.Id, true));
        Assert.Null(await library.FindAsync(kept.Id));
        Assert.True(await library.MarkAsync(kept.Id, false));
        Assert.NotNull(await library.FindAsync(kept.Id));
    }

    [Fact]
    public async Task House_styles_are_kept_by_name_and_one_is_for_new_sheets()
    {
        var settings = new DeskSettings(Data);
        Assert.Equal(HouseStyle.Classical, await settings.StyleOfNewSheetsAsync());
        var own = HouseStyle.Classical with { NoteNames = NameSystem.German };
        await settings.KeepStyleAsync("Hazelmoor", HouseStyle.Classical);
        await settings.KeepStyleAsync("Hazelmoor", own);
        Assert.Equal(own, Assert.Single(await settings.StylesAsync()).Style);
        await settings.ChooseStyleOfNewSheetsAsync(own);
        Assert.Equal(own, await settings.StyleOfNewSheetsAsync());
    }

    [Fact]
    public async Task Whatever_has_one_name_is_kept_once_however_many_keep_it_at_once()
    {
        var settings = new DeskSettings(Data);
        var history = new SheetHistory(Data, Clock);
        var sheet = await Sheets.CreateAsync(SheetEditor.NewSheet(1));
        await Task.WhenAll(
            Enumerable
                .Range(0, 20)
                .Select(i =>
                    Task.Run(async () =>
                    {
                        await settings.KeepStyleAsync("Hazelmoor", HouseStyle.Jazz);
                        await settings.SetAsync(DeskSettings.LargePrintOf(sheet.Id), $"{i}");
                        await history.NameAsync(sheet.Id, $"Name {i}");
                    })
                )
        );
        Assert.Single(await settings.StylesAsync());
        Assert.NotNull(await settings.FindAsync(DeskSettings.LargePrintOf(sheet.Id)));
        Assert.NotNull(Assert.Single(await history.ListAsync(sheet.Id, 10)).Name);
    }
}
