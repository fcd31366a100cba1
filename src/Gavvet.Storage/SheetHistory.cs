using Microsoft.EntityFrameworkCore;

namespace Gavvet.Storage;

/// <summary>The states a sheet was in, and the names given to some of them.</summary>
public sealed class SheetHistory(Database data, TimeProvider clock)
{
    /// <summary>Characters in the name of a restore point.</summary>
    public const int NameLength = 80;

    /// <summary>The newest states, and every named one, newest first.</summary>
    public async Task<IReadOnlyList<StoredRevision>> ListAsync(string sheetId, int most, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        var names = await NamesAsync(database, sheetId);
        var rows = await database
            .Revisions.AsNoTracking()
            .Where(row => row.SheetId == sheetId)
            .OrderByDescending(row => row.Id)
            .Take(most)
            .Union(database.Revisions.Where(row => names.Keys.Contains(row.Id)))
            .OrderByDescending(row => row.Id)
            .ToListAsync(cancellation);
        return [.. rows.Select(row => Revision(row, names))];
    }

    /// <summary>One state, or null.</summary>
    public async Task<StoredRevision?> FindAsync(string sheetId, long revision, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        var row = await database
            .Revisions.AsNoTracking()
            .SingleOrDefaultAsync(row => row.Id == revision && row.SheetId == sheetId, cancellation);
        return row is null ? null : Revision(row, await NamesAsync(database, sheetId));
    }

    /// <summary>Gives the sheet's present state a name; another name for the same state takes its place.</summary>
    /// <returns>Whether there is such a sheet.</returns>
    public Task<bool> NameAsync(string sheetId, string name) =>
        data.WriteAsync(async database =>
        {
            if (
                await database
                    .Sheets.Where(row => row.Id == sheetId && row.DeletedAt == null)
                    .Select(row => row.HeadId)
                    .SingleOrDefaultAsync()
                is not { } head
            )
                return false;
            await using var transaction = await database.Database.BeginTransactionAsync();
            await database.RestorePoints.Where(point => point.RevisionId == head).ExecuteDeleteAsync();
            database.RestorePoints.Add(
                new RestorePointRow
                {
                    SheetId = sheetId,
                    RevisionId = head,
                    Name = name,
                    MadeAt = clock.GetUtcNow(),
                }
            );
            await database.SaveChangesAsync();
            await transaction.CommitAsync();
            return true;
        });

    private static Task<Dictionary<long, string>> NamesAsync(GavvetDatabase database, string sheetId) =>
        database
            .RestorePoints.AsNoTracking()
            .Where(point => point.SheetId == sheetId)
            .ToDictionaryAsync(point => point.RevisionId, point => point.Name);

    private static StoredRevision Revision(RevisionRow row, Dictionary<long, string> names) =>
        new(row.Id, row.ParentId, row.MadeAt, SheetStore.ReadOrNull(row.Body), names.GetValueOrDefault(row.Id));
}
