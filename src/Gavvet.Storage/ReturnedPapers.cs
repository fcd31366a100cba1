using System.Globalization;
using Gavvet.Worksheets.Files;
using Microsoft.EntityFrameworkCore;

namespace Gavvet.Storage;

/// <content>What goes back to the students: slips and marked pages, kept as they were on the day they were given back.</content>
public sealed partial class MarkingStore
{
    /// <summary>
    /// Keeps the pages that are given back, and when: the first time of all papers, afterwards of those that were marked otherwise
    /// since. What was given back before stays as it was, beside them.
    /// </summary>
    /// <param name="printing">The printing.</param>
    /// <param name="pages">The pages.</param>
    /// <param name="again">Whether papers were given back before; a second click or window gives nothing back twice.</param>
    /// <returns>Whether it is given back now; false where another was quicker.</returns>
    public Task<bool> ReturnAsync(string printing, IReadOnlyList<ReturnedPage> pages, bool again = false) =>
        data.WriteAsync(async database =>
        {
            await using var whole = await database.Database.BeginTransactionAsync();
            var now = clock.GetUtcNow();
            if (again)
            {
                var changed = (await ChangedAsync(database, printing)).ToHashSet();
                pages = [.. pages.Where(page => changed.Contains(page.Copy))];
                if (pages.Count == 0)
                    return false;
            }
            else if (
                await database
                    .Printings.Where(row => row.Id == printing && row.ReturnedAt == null)
                    .ExecuteUpdateAsync(set => set.SetProperty(row => row.ReturnedAt, now)) == 0
            )
            {
                return false;
            }

            database.ReturnedPages.AddRange(
                pages.Select(page => new ReturnedPageRow
                {
                    PrintingId = printing,
                    Copy = page.Copy,
                    Kind = again ? $"{page.Kind} {now:O}" : page.Kind,
                    Number = page.Number,
                    Page = PackedText.Pack(page.Page),
                    NamePlace = page.NamePlace,
                })
            );
            await database.SaveChangesAsync();
            await whole.CommitAsync();
            return true;
        });

    /// <summary>Takes back that papers were given back, the last time of them: a paper is as it was given back before, or not at
    /// all.</summary>
    /// <returns>Whether there was one.</returns>
    public Task<bool> TakeBackReturnAsync(string printing) =>
        data.WriteAsync(async database =>
        {
            await using var whole = await database.Database.BeginTransactionAsync();
            var last = (await KindsAsync(database, printing)).Select(TimeOf).Max();
            if (last is null)
            {
                if (
                    await database
                        .Printings.Where(row => row.Id == printing && row.ReturnedAt != null)
                        .ExecuteUpdateAsync(set => set.SetProperty(row => row.ReturnedAt, (DateTimeOffset?)null)) == 0
                )
                    return false;
                await database.ReturnedPages.Where(row => row.PrintingId == printing).ExecuteDeleteAsync();
            }
            else
            {
                await database.ReturnedPages.Where(row => row.PrintingId == printing && row.Kind.EndsWith(last)).ExecuteDeleteAsync();
            }

            await whole.CommitAsync();
            return true;
        });

    /// <summary>The papers that were marked otherwise since they were given back, or marked for the first time.</summary>
    public async Task<IReadOnlyList<int>> ChangedSinceReturnAsync(string printing, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        return await ChangedAsync(database, printing, cancellation);
    }

    private static async Task<List<int>> ChangedAsync(GavvetDatabase database, string printing, CancellationToken cancellation = default)
    {
        var returned = await database
            .Printings.Where(row => row.Id == printing)
            .Select(row => row.ReturnedAt)
            .SingleOrDefaultAsync(cancellation);
        if (returned is not { } first)
            return [];
        var slips = await database
            .ReturnedPages.Where(row => row.PrintingId == printing && row.Kind.StartsWith("slip "))
            .Select(row => new { row.Copy, row.Kind })
            .Distinct()
            .ToListAsync(cancellation);
        var again = slips
            .GroupBy(row => row.Copy)
            .ToDictionary(own => own.Key, own => own.Max(row => DateTimeOffset.Parse(TimeOf(row.Kind)!, CultureInfo.InvariantCulture)));
        var marked = await database
            .Markings.Where(row => row.PrintingId == printing)
            .Select(row => new { row.Copy, row.MadeAt })
            .ToListAsync(cancellation);
        return
        [
            .. marked
                .GroupBy(row => row.Copy)
                .Where(own => own.Max(row => row.MadeAt) > again.GetValueOrDefault(own.Key, first))
                .Select(own => own.Key)
                .Order(),
        ];
    }

    private static Task<List<string>> KindsAsync(GavvetDatabase database, string printing) =>
        database.ReturnedPages.Where(row => row.PrintingId == printing).Select(row => row.Kind).Distinct().ToListAsync();

    // What was given back once more says when, after its kind.
    private static string? TimeOf(string kind) => kind.Split(' ') is [_, var time] ? time : null;

    /// <summary>The pages that were given back, of one kind, in order; of each paper those given back last.</summary>
    public async Task<IReadOnlyList<ReturnedPage>> ReturnedAsync(
        string printing,
        string kind,
        int? copy,
        CancellationToken cancellation = default
    )
    {
        await using var database = data.Open();
        var again = $"{kind} ";
        var rows = await database
            .ReturnedPages.AsNoTracking()
            .Where(row => row.PrintingId == printing && (copy == null || row.Copy == copy))
            .Where(row => row.Kind == kind || row.Kind.StartsWith(again))
            .OrderBy(row => row.Copy)
            .ThenBy(row => row.Number)
            .ToListAsync(cancellation);
        return
        [
            .. rows.GroupBy(row => row.Copy)
                .SelectMany(own => own.Where(row => row.Kind == own.Max(other => other.Kind)))
                .Select(row => new ReturnedPage(row.Copy, kind, row.Number, PackedText.Unpack(row.Page), row.NamePlace)),
        ];
    }
}
