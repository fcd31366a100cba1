using System.Security.Cryptography;
using System.Text.Json;
using Gavvet.Worksheets.Sheets;
using Microsoft.EntityFrameworkCore;

namespace Gavvet.Storage;

/// <summary>What is known of a scanned page.</summary>
public enum ScanState
{
    /// <summary>Which page it is, and how it lies on its print.</summary>
    Laid,

    /// <summary>Which page it is, but not how it lies.</summary>
    NotLaid,

    /// <summary>Nothing yet.</summary>
    Unknown,
}

/// <summary>What was read of a question on a scan.</summary>
/// <param name="Item">The question’s number.</param>
/// <param name="IsEmpty">Whether nothing was written.</param>
/// <param name="Written">The answer as it would be typed, where it is certain; otherwise null.</param>
public sealed record ScanReading(int Item, bool IsEmpty, string? Written = null);

/// <summary>A page taken in.</summary>
/// <param name="Printing">The printing it is of; where nothing is known, the one it was taken in at.</param>
/// <param name="Copy">The paper, or null.</param>
/// <param name="Page">The page of the paper, from 0, or null.</param>
/// <param name="State">What is known of it.</param>
/// <param name="Off">How far off its print it lies, in micrometers.</param>
/// <param name="Digest">Tells the picture from all others.</param>
/// <param name="Picture">The picture, as JPEG.</param>
/// <param name="Readings">What was read of its questions.</param>
public sealed record NewScan(
    string Printing,
    int? Copy,
    int? Page,
    ScanState State,
    int Off,
    string Digest,
    byte[] Picture,
    IReadOnlyList<ScanReading> Readings
);

/// <summary>A page that was taken in.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Copy">The paper, or null.</param>
/// <param name="Page">The page of the paper, from 0, or null.</param>
/// <param name="State">What is known of it.</param>
/// <param name="IsShown">Whether it is the one shown where a page was scanned more than once.</param>
/// <param name="Readings">What was read of its questions.</param>
public sealed record KeptScan(string Id, int? Copy, int? Page, ScanState State, bool IsShown, IReadOnlyList<ScanReading> Readings);

/// <summary>
/// Keeps scanned pages. They lie in the database, and not in files beside it, so that a student, a class or a name is erased with
/// its pictures in one step, and a copy of the database is whole.
/// </summary>
public sealed class ScanStore(Database data, TimeProvider clock)
{
    /// <summary>Scanned pages of a printing at most.</summary>
    public const int Most = 2_000;

    /// <summary>Days scans are kept after papers were handed back, at least, at most, and where nothing else is said.</summary>
    public const int LeastDays = 1,
        MostDays = 3_650,
        UsualDays = 365;

    /// <summary>Keeps a page; of one scanned more than once the one that lies better is shown, and the others are kept.</summary>
    /// <param name="scan">The page.</param>
    /// <returns>Whether it was kept: the same picture once more is not, nor is one too many.</returns>
    public Task<bool> AddAsync(NewScan scan) =>
        data.WriteAsync(async database =>
        {
            if (
                await database.Scans.AnyAsync(row => row.PrintingId == scan.Printing && row.Digest == scan.Digest)
                || await database.Scans.CountAsync(row => row.PrintingId == scan.Printing) >= Most
                || !await database.Printings.AnyAsync(row => row.Id == scan.Printing)
            )
                return false;
            var row = new ScanRow
            {
                Id = Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(16)),
                PrintingId = scan.Printing,
                Copy = scan.Copy,
                Page = scan.Page,
                State = FileWords.Of(scan.State),
                Off = scan.Off,
                Digest = scan.Digest,
                Picture = scan.Picture,
                Readings = JsonSerializer.Serialize(scan.Readings),
                MadeAt = clock.GetUtcNow(),
            };
            database.Scans.Add(row);
            await database.SaveChangesAsync();
            await ShowBestAsync(database, row.PrintingId, row.Copy, row.Page);
            return true;
        });

    /// <summary>Whether a picture was taken in before.</summary>
    /// <param name="digest">What tells it from others.</param>
    public async Task<bool> HasAsync(string digest)
    {
        await using var database = data.Open();
        return await database.Scans.AnyAsync(row => row.Digest == digest);
    }

    /// <summary>The scanned pages of a printing, in the order they were taken in.</summary>
    public async Task<IReadOnlyList<KeptScan>> ListAsync(string printing, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        return await KeptAsync(database.Scans.Where(row => row.PrintingId == printing), cancellation);
    }

    /// <summary>A scan of a printing, or null.</summary>
    public async Task<KeptScan?> FindAsync(string printing, string id, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        return (await KeptAsync(database.Scans.Where(row => row.PrintingId == printing && row.Id == id), cancellation)).SingleOrDefault();
    }

    // Without their pictures.
    private static async Task<IReadOnlyList<KeptScan>> KeptAsync(IQueryable<ScanRow> scans, CancellationToken cancellation)
    {
        var rows = await scans
            .AsNoTracking()
            .OrderBy(row => row.MadeAt)
            .ThenBy(row => row.Id)
            .Select(row => new
            {
                row.Id,
                row.Copy,
                row.Page,
                row.State,
                row.IsShown,
                row.Readings,
            })
            .ToListAsync(cancellation);
        return
        [
            .. rows.Select(row => new KeptScan(
                row.Id,
                row.Copy,
                row.Page,
                FileWords.TryParse<ScanState>(row.State, out var state) ? state : ScanState.Unknown,
                row.IsShown,
                JsonSerializer.Deserialize<ScanReading[]>(row.Readings) ?? []
            )),
        ];
    }

    /// <summary>The picture of a scan of a printing, or null.</summary>
    public async Task<byte[]?> PictureAsync(string printing, string id, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        return await database
            .Scans.Where(row => row.PrintingId == printing && row.Id == id)
            .Select(row => row.Picture)
            .SingleOrDefaultAsync(cancellation);
    }

    /// <summary>Says which page a scan is that nobody knew.</summary>
    /// <param name="id">The scan.</param>
    /// <param name="known">What it is now; its digest stays.</param>
    /// <returns>Whether there is such a scan.</returns>
    public Task<bool> NameAsync(string id, NewScan known) =>
        data.WriteAsync(async database =>
        {
            if (await database.Scans.SingleOrDefaultAsync(row => row.PrintingId == known.Printing && row.Id == id) is not { } row)
                return false;
            (row.Copy, row.Page, row.State, row.Off) = (known.Copy, known.Page, FileWords.Of(known.State), known.Off);
            (row.Picture, row.Readings) = (known.Picture, JsonSerializer.Serialize(known.Readings));
            await database.SaveChangesAsync();
            await ShowBestAsync(database, row.PrintingId, row.Copy, row.Page);
            return true;
        });

    /// <summary>Takes a scan away.</summary>
    /// <returns>Whether there was such a scan.</returns>
    public Task<bool> DeleteAsync(string printing, string id) =>
        data.WriteAsync(async database =>
        {
            if (await database.Scans.SingleOrDefaultAsync(row => row.PrintingId == printing && row.Id == id) is not { } row)
                return false;
            database.Scans.Remove(row);
            await database.SaveChangesAsync();
            await ShowBestAsync(database, printing, row.Copy, row.Page);
            return true;
        });

    /// <summary>Takes away the scans of papers that were handed back so many days ago.</summary>
    /// <param name="days">How many days.</param>
    public Task<int> ClearAsync(int days)
    {
        var before = clock.GetUtcNow().AddDays(-days);
        return data.WriteAsync(async database =>
        {
            var old = await database
                .Printings.Where(printing => printing.ReturnedAt != null)
                .Select(printing => new { printing.Id, printing.ReturnedAt })
                .ToListAsync();
            string[] over = [.. old.Where(printing => printing.ReturnedAt < before).Select(printing => printing.Id)];
            return await database.Scans.Where(row => over.Contains(row.PrintingId)).ExecuteDeleteAsync();
        });
    }

    private static async Task ShowBestAsync(GavvetDatabase database, string printing, int? copy, int? page)
    {
        if (copy is null || page is null)
            return;
        var laid = FileWords.Of(ScanState.Laid);
        var rows = await database
            .Scans.Where(row => row.PrintingId == printing && row.Copy == copy && row.Page == page)
            .Select(row => new
            {
                row.Id,
                row.State,
                row.Off,
            })
            .ToListAsync();
        var best = rows.OrderBy(row => row.State == laid ? 0 : 1).ThenBy(row => row.Off).ThenBy(row => row.Id).FirstOrDefault()?.Id;
        await database
            .Scans.Where(row => row.PrintingId == printing && row.Copy == copy && row.Page == page)
            .ExecuteUpdateAsync(set => set.SetProperty(row => row.IsShown, row => row.Id == best));
    }
}
