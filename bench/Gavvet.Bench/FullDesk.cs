using Gavvet.Storage;
using Gavvet.Theory;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Editing;

namespace Gavvet.Bench;

/// <summary>The desk of a school after years: thousands of sheets, each with some revisions.</summary>
internal static class FullDesk
{
    public static async Task<int> FillAsync(string path, int count)
    {
        using var folder = DataFolder.Open(path);
        await DatabaseStart.PrepareAsync(folder);
        using var data = new Database(folder);
        var store = new SheetStore(data, TimeProvider.System);
        for (var i = 0; i < count; i++)
        {
            var shelved = ShippedSections.All[i % ShippedSections.All.Length];
            var key = Key.Majors[i % Key.Majors.Length];
            var blank = SheetEditor.NewSheet((ulong)i);
            var begun = await store.CreateAsync(blank with { Title = $"{shelved.Name} in {key.Tonic}, lesson {i}" });
            if (SheetEditor.Apply(begun.Sheet, new AddKeptSection(shelved.Section)).Sheet is { } longer)
                await store.SaveAsync(begun.Id, begun.Head, longer, null);
        }

        return await store.CountAsync();
    }
}
