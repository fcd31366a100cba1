namespace Gavvet.Storage.Tests;

public sealed class SheetStoreTests : OnFolder
{
    private async Task<StoredSheet> New() => await Sheets.CreateAsync(SheetEditor.NewSheet(4));

    private async Task<StoredSheet> Edit(StoredSheet sheet, SheetEdit edit)
    {
        Clock.Pass(TimeSpan.FromSeconds(1));
        var outcome = await Sheets.SaveAsync(sheet.Id, sheet.Head, SheetEditor.Apply(sheet.Sheet, edit).Sheet!, edit.Typing);
        Assert.False(outcome.IsStale);
        return outcome.Now!;
    }

    [Fact]
    public async Task A_sheet_comes_back_as_it_was_saved()
    {
        var sheet = await Edit(await New(), new Retitle("Übung: E♭ & F♯"));
        var found = await Sheets.FindAsync(sheet.Id);
        Assert.Equal(SheetFile.Write(sheet.Sheet), SheetFile.Write(found!.Sheet));
        Assert.Equal(sheet.Head, found.Head);
        Assert.Null(await Sheets.FindAsync("nothing"));
    }

    [Fact]
    public async Task Undo_and_redo_walk_the_whole_history()
    {
        var sheet = await New();
        var id = sheet.Sheet.Sections[0].Id;
        var titles = new List<int>();
        for (var count = 1; count <= 5; count++)
            sheet = await Edit(sheet, new ChangeCount(id, count));
        Assert.True(sheet.CanUndo);
        Assert.False(sheet.CanRedo);
        while (sheet.CanUndo)
        {
            titles.Add(sheet.Sheet.QuestionCount);
            sheet = (await Sheets.UndoAsync(sheet.Id, sheet.Head)).Now!;
        }

        Assert.Equal([5, 4, 3, 2, 1], titles);
        Assert.Equal(4, sheet.Sheet.QuestionCount);
        while (sheet.CanRedo)
            sheet = (await Sheets.RedoAsync(sheet.Id, sheet.Head)).Now!;
        Assert.Equal(5, sheet.Sheet.QuestionCount);
        Assert.Equal(sheet.Head, (await Sheets.RedoAsync(sheet.Id, sheet.Head)).Now!.Head);
    }

    [Fact]
    public async Task A_new_edit_after_undo_is_what_redo_returns_to()
    {
        var start = await New();
        var id = start.Sheet.Sections[0].Id;
        var first = await Edit(start, new ChangeCount(id, 1));
        var back = (await Sheets.UndoAsync(first.Id, first.Head)).Now!;
        var second = await Edit(back, new ChangeCount(id, 2));
        Assert.False(second.CanRedo);
        back = (await Sheets.UndoAsync(second.Id, second.Head)).Now!;
        Assert.Equal(2, (await Sheets.RedoAsync(back.Id, back.Head)).Now!.Sheet.QuestionCount);
    }

    [Fact]
    public async Task An_edit_on_a_state_no_longer_the_newest_is_not_saved_and_both_remain()
    {
        var seen = await New();
        var newer = await Edit(seen, new Retitle("From one window"));
        var outcome = await Sheets.SaveAsync(seen.Id, seen.Head, seen.Sheet with { Title = "From another" }, null);
        Assert.True(outcome.IsStale);
        Assert.Equal("From one window", outcome.Now!.Sheet.Title);
        Assert.Equal(newer.Head, outcome.Now.Head);
        Assert.True((await Sheets.UndoAsync(seen.Id, seen.Head)).IsStale);
    }

    [Fact]
    public async Task Of_many_saves_on_one_head_exactly_one_wins()
    {
        var seen = await New();
        var outcomes = await Task.WhenAll(
            Enumerable
                .Range(0, 12)
                .Select(i => Task.Run(() => Sheets.SaveAsync(seen.Id, seen.Head, seen.Sheet with { Title = $"Title {i}" }, null)))
        );
        Assert.Single(outcomes, outcome => !outcome.IsStale);
        Assert.Equal(11, outcomes.Count(outcome => outcome.IsStale));
    }

    [Fact]
    public async Task Typing_without_a_pause_is_one_step_of_undo()
    {
        var sheet = await New();
        foreach (var title in new[] { "S", "Sc", "Scales" })
            sheet = await Edit(sheet, new Retitle(title));
        Clock.Pass(SheetStore.TypingPause);
        sheet = await Edit(sheet, new Retitle("Scales 2"));
        sheet = await Edit(sheet, new Reinstruct("In ink"));
        var seen = new List<string> { sheet.Sheet.Title + sheet.Sheet.Instructions };
        while (sheet.CanUndo)
        {
            sheet = (await Sheets.UndoAsync(sheet.Id, sheet.Head)).Now!;
            seen.Add(sheet.Sheet.Title + sheet.Sheet.Instructions);
        }

        Assert.Equal(["Scales 2In ink", "Scales 2", "Scales", "Major scales"], seen);
    }

    [Fact]
    public async Task An_edit_that_changes_nothing_adds_nothing()
    {
        var sheet = await New();
        Assert.Equal(sheet.Head, (await Edit(sheet, new Retitle(sheet.Sheet.Title))).Head);
    }

    [Fact]
    public async Task The_desk_lists_the_last_changed_first_and_a_deleted_sheet_can_be_restored()
    {
        var first = await New();
        Clock.Pass(TimeSpan.FromMinutes(1));
        var second = await New();
        Assert.Equal([second.Id, first.Id], (await Sheets.ListAsync()).Select(sheet => sheet.Id));
        first = await Edit(first, new Retitle("Newest"));
        Assert.Equal("Newest", (await Sheets.ListAsync())[0].Title);
        Assert.True(await Sheets.DeleteAsync(first.Id));
        Assert.False(await Sheets.DeleteAsync(first.Id));
        Assert.Null(await Sheets.FindAsync(first.Id));
        Assert.Equal([second.Id], (await Sheets.ListAsync()).Select(sheet => sheet.Id));
        Assert.Null((await Sheets.SaveAsync(first.Id, first.Head, first.Sheet with { Title = "x" }, null)).Now);
        Assert.True(await Sheets.RestoreAsync(first.Id));
        Assert.Equal(first.Head, (await Sheets.FindAsync(first.Id))!.Head);
    }

    [Fact]
    public async Task A_copy_has_its_own_seed_and_history()
    {
        var sheet = await New();
        var copy = (await Sheets.DuplicateAsync(sheet.Id))!;
        Assert.NotEqual(sheet.Sheet.Seed, copy.Sheet.Seed);
        Assert.NotEqual(sheet.Sheet.Code, copy.Sheet.Code);
        Assert.Equal("Major scales (copy)", copy.Sheet.Title);
        Assert.False(copy.CanUndo);
        Assert.Null(await Sheets.DuplicateAsync("nothing"));
    }

    // Typing goes on where it stopped, but not across an undo: what was undone stays a state of its own to return to.
    [Fact]
    public async Task Typing_after_an_undo_is_a_step_of_its_own()
    {
        var sheet = await Edit(await New(), new Retitle("First words"));
        sheet = await Edit(sheet, new ChangeCount(sheet.Sheet.Sections[0].Id, 2));
        Clock.Pass(TimeSpan.FromSeconds(1));
        sheet = (await Sheets.UndoAsync(sheet.Id, sheet.Head)).Now!;
        sheet = await Edit(sheet, new Retitle("Other words"));
        sheet = (await Sheets.UndoAsync(sheet.Id, sheet.Head)).Now!;
        Assert.Equal("First words", sheet.Sheet.Title);
    }
}
