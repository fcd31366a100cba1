using Microsoft.Data.Sqlite;

namespace Gavvet.Storage.Tests;

/// <summary>A sheet whose last state cannot be read is not lost: all else about it works.</summary>
public sealed class UnreadableSheetTests : OnFolder
{
    // Three states, the last two of which an earlier program left unreadable.
    private async Task<StoredSheet> Broken()
    {
        var sheet = await Sheets.CreateAsync(SheetEditor.NewSheet(1));
        foreach (var title in new[] { "Second", "Third" })
            sheet = (await Sheets.SaveAsync(sheet.Id, sheet.Head, SheetEditor.Apply(sheet.Sheet, new Retitle(title)).Sheet!, null)).Now!;
        await using var connection = new SqliteConnection($"Data Source={Folder.DatabasePath};Pooling=False");
        await connection.OpenAsync();
        await using var command = connection.CreateCommand();
        command.CommandText = "UPDATE Revisions SET Body = replace(Body, '\"write-scale\"', '\"no-such-kind\"') WHERE ParentId IS NOT NULL";
        await command.ExecuteNonQueryAsync();
        return sheet;
    }

    [Fact]
    public async Task Its_title_its_file_and_its_last_good_state_are_there()
    {
        var sheet = await Broken();
        Assert.Equal(sheet.Id, (await Assert.ThrowsAsync<UnreadableSheetException>(() => Sheets.FindAsync(sheet.Id))).SheetId);
        Assert.Equal("Third", (await Sheets.LookAsync(sheet.Id))!.Title);
        Assert.Contains("no-such-kind", await Sheets.FileAsync(sheet.Id), StringComparison.Ordinal);
        Assert.Equal("Major scales", (await Sheets.LastReadableAsync(sheet.Id))!.Sheet!.Title);
        Assert.Equal(
            [null, null, "Major scales"],
            (await new SheetHistory(Data, Clock).ListAsync(sheet.Id, 10)).Select(state => state.Sheet?.Title)
        );
    }

    [Fact]
    public async Task Undo_steps_over_what_cannot_be_read_and_any_good_state_can_be_returned_to()
    {
        var sheet = await Broken();
        var undone = (await Sheets.UndoAsync(sheet.Id, sheet.Head)).Now!;
        Assert.Equal("Major scales", undone.Sheet.Title);
        // Redo finds nothing that can be read, so it leaves the sheet where it is.
        Assert.Equal(undone.Head, (await Sheets.RedoAsync(sheet.Id, undone.Head)).Now!.Head);
        var again = await Broken();
        var first = (await Sheets.LastReadableAsync(again.Id))!;
        Assert.Equal("Major scales", (await Sheets.ReturnAsync(again.Id, again.Head, first.Id)).Now!.Sheet.Title);
        Assert.Null((await Sheets.ReturnAsync(again.Id, (await Sheets.FindAsync(again.Id))!.Head, again.Head.Revision)).Now);
    }

    [Fact]
    public async Task It_goes_into_the_bin_and_back()
    {
        var sheet = await Broken();
        Assert.True(await Sheets.DeleteAsync(sheet.Id));
        Assert.Equal("Third", Assert.Single(await Sheets.ListDeletedAsync("", 10)).Title);
        Assert.True(await Sheets.RestoreAsync(sheet.Id));
    }

    [Fact]
    public async Task What_could_not_be_opened_again_is_not_saved()
    {
        var sheet = await Sheets.CreateAsync(SheetEditor.NewSheet(1));
        var unreadable = sheet.Sheet with { NextId = 2_000_000 };
        Assert.Contains(
            "could not be opened again",
            (await Assert.ThrowsAsync<UnsavableSheetException>(() => Sheets.SaveAsync(sheet.Id, sheet.Head, unreadable, null))).Message,
            StringComparison.Ordinal
        );
        await Assert.ThrowsAsync<UnsavableSheetException>(() => Sheets.CreateAsync(unreadable));
        Assert.Equal(sheet.Head, (await Sheets.FindAsync(sheet.Id))!.Head);
    }

    [Fact]
    public async Task Of_many_who_save_on_one_state_one_wins_and_the_others_are_told()
    {
        var sheet = await Sheets.CreateAsync(SheetEditor.NewSheet(1));
        var outcomes = await Task.WhenAll(
            Enumerable
                .Range(0, 30)
                .Select(i =>
                    Task.Run(() =>
                        Sheets.SaveAsync(sheet.Id, sheet.Head, SheetEditor.Apply(sheet.Sheet, new Retitle($"Writer {i}")).Sheet!, null)
                    )
                )
        );
        var winner = Assert.Single(outcomes, outcome => !outcome.IsStale).Now!;
        Assert.All(outcomes, outcome => Assert.Equal(winner.Head, outcome.Now!.Head));
    }

    [Fact]
    public async Task What_is_saved_into_aFolder_that_is_gone_is_not_called_saved()
    {
        var sheet = await Sheets.CreateAsync(SheetEditor.NewSheet(1));
        var elsewhere = Temporary.Path + "-moved";
        Directory.Move(Temporary.Path, elsewhere);
        try
        {
            var problem = await Assert.ThrowsAsync<DataFolderGoneException>(() =>
                Sheets.SaveAsync(sheet.Id, sheet.Head, SheetEditor.Apply(sheet.Sheet, new Retitle("Nowhere")).Sheet!, null)
            );
            Assert.Contains("not there any more, so this was not saved", StorageMessages.Of(problem), StringComparison.Ordinal);
        }
        finally
        {
            Directory.Move(elsewhere, Temporary.Path);
        }
    }
}
