using System.Text.Json.Nodes;
using Gavvet.Worksheets.Files;
using Microsoft.EntityFrameworkCore;

namespace Gavvet.Storage;

/// <summary>
/// Piles whose pages lost a name are made again from their pages. Keys for all papers are kept as PDF alone: where they held a
/// name they go, and each page still has its key.
/// </summary>
internal static class PrintedPiles
{
    private const string Key = "key-";
    private const string Student = "student-";

    /// <summary>Mends the piles of the printings that changed.</summary>
    /// <param name="database">The database.</param>
    /// <param name="names">What went.</param>
    /// <param name="changed">The piles whose pages changed, by printing.</param>
    public static async Task MendAsync(GavvetDatabase database, ErasedNames names, IReadOnlySet<(string Printing, string Pile)> changed)
    {
        var ids = await database.Printings.Select(printing => printing.Id).ToListAsync();
        foreach (var id in ids.Where(id => names.IsInKeys(id)))
            await database
                .PrintedFiles.Where(file => file.PrintingId == id && (file.Name == "key-short" || file.Name == "key-working"))
                .ExecuteDeleteAsync();
        foreach (var printing in changed.GroupBy(pile => pile.Printing, pile => pile.Pile))
        {
            var title = await database.Printings.Where(row => row.Id == printing.Key).Select(row => row.Title).SingleAsync();
            var files = await database
                .PrintedFiles.AsNoTracking()
                .Where(file => file.PrintingId == printing.Key && file.Name != "key-short" && file.Name != "key-working")
                .OrderBy(file => file.Id)
                .Select(file => new
                {
                    file.Id,
                    file.Name,
                    file.Title,
                    file.IsKey,
                })
                .ToListAsync();
            var piles = await OfEditionsAsync(database, printing.Key);
            var keys = 0;
            foreach (var file in files)
            {
                // The keys of a class stand in the order of its editions, and each is that of any paper of its edition.
                var pile =
                    piles.Count == 0 ? (file.IsKey ? Student + file.Name[Key.Length..] : file.Name)
                    : file.IsKey ? piles.GetValueOrDefault(keys++)
                    : null;
                if (pile is null || !printing.Contains(pile))
                    continue;
                await MakeAgainAsync(
                    database,
                    names,
                    printing.Key,
                    pile,
                    file.Id,
                    file.IsKey,
                    $"{title}{(file.Title.Length > 0 ? $", {file.Title}" : "")}"
                );
            }
        }
    }

    private static async Task MakeAgainAsync(
        GavvetDatabase database,
        ErasedNames names,
        string printing,
        string pile,
        long file,
        bool isKey,
        string title
    )
    {
        var sides = await database
            .PrintedPages.Where(page => page.PrintingId == printing && page.Pile == pile)
            .OrderBy(page => page.Number)
            .Select(page => page.Sides)
            .ToListAsync();
        try
        {
            var bytes = names.Pages.Pdf(title, [.. sides.Select(PackedSides.Unpack).Select(page => isKey ? page.Key : page.Student)]);
            await database.PrintedFiles.Where(row => row.Id == file).ExecuteUpdateAsync(set => set.SetProperty(row => row.Bytes, bytes));
        }
        catch (FormatException)
        {
            // Pages of a program that drew otherwise: no pile is better than one with the name.
            await database.PrintedFiles.Where(row => row.Id == file).ExecuteDeleteAsync();
        }
    }

    // For a class: a pile of pages for each edition, by the edition's number. Empty where it was printed for no class.
    private static async Task<IReadOnlyDictionary<int, string>> OfEditionsAsync(GavvetDatabase database, string printing)
    {
        if (!await database.PrintedPages.AnyAsync(page => page.PrintingId == printing && page.Pile.StartsWith("paper-")))
            return new Dictionary<int, string>();
        var record = JsonNode.Parse(
            PackedText.Unpack(await database.Printings.Where(row => row.Id == printing).Select(row => row.PackedRecord).SingleAsync())
        )!;
        return (record["copies"] as JsonArray ?? [])
            .Select(copy => (Edition: (int)copy!["edition"]!, Pile: $"paper-{(int)copy["number"]!}"))
            .GroupBy(copy => copy.Edition)
            .ToDictionary(copies => copies.Key, copies => copies.First().Pile);
    }
}
