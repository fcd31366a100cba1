using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Worksheets.Editing;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Web.Pages.Shared;

/// <summary>Begins sheets: each with a seed of its own and in the house style of new sheets.</summary>
public sealed class NewSheets(SheetStore store, DeskSettings settings)
{
    /// <summary>A sheet with the usual first section.</summary>
    public async Task<StoredSheet> BlankAsync() => await store.CreateAsync(await FreshAsync());

    /// <summary>A sheet that begins with one kind of question.</summary>
    /// <returns>The sheet, or what keeps it from being made.</returns>
    public async Task<(StoredSheet? Stored, string? Problem)> WithKindAsync(string kindId, string title)
    {
        var fresh = await FreshAsync();
        return await KeptAsync(SheetEditor.Apply(fresh with { Title = title }, new ChangeKind(fresh.Sections[0].Id, kindId)));
    }

    /// <summary>A sheet that begins with a section kept elsewhere.</summary>
    /// <returns>The sheet, or what keeps it from being made.</returns>
    public async Task<(StoredSheet? Stored, string? Problem)> WithSectionAsync(Section section, string title) =>
        await KeptAsync(SheetEditor.Apply((await FreshAsync()) with { Title = title, Sections = [] }, new AddKeptSection(section)));

    private async Task<Sheet> FreshAsync() =>
        SheetEditor.NewSheet(PageCode.FreshSeed()) with
        {
            Style = await settings.StyleOfNewSheetsAsync(),
        };

    private async Task<(StoredSheet?, string?)> KeptAsync(EditOutcome outcome) =>
        outcome.Sheet is { } begun ? (await store.CreateAsync(begun), null) : (null, outcome.Words);
}
