using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Sheets;
using Microsoft.EntityFrameworkCore;

namespace Gavvet.Storage;

/// <summary>A section kept for other sheets.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Name">What the teacher calls it.</param>
/// <param name="Section">The section.</param>
public sealed record KeptSection(long Id, string Name, Section Section);

/// <summary>The teacher's own section library.</summary>
public sealed class SectionLibrary(Database data, TimeProvider clock)
{
    /// <summary>The sections kept, in the order they came.</summary>
    public async Task<IReadOnlyList<KeptSection>> ListAsync(CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        var rows = await database
            .Library.AsNoTracking()
            .Where(row => row.DeletedAt == null)
            .OrderBy(row => row.Id)
            .ToListAsync(cancellation);
        return [.. rows.Select(Kept).OfType<KeptSection>()];
    }

    /// <summary>One section, or null.</summary>
    public async Task<KeptSection?> FindAsync(long id, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        return
            await database.Library.AsNoTracking().SingleOrDefaultAsync(row => row.Id == id && row.DeletedAt == null, cancellation)
                is { } row
            ? Kept(row)
            : null;
    }

    /// <summary>Keeps a section of a sheet.</summary>
    public Task KeepAsync(string name, Sheet sheet, Section section)
    {
        var row = new LibraryRow
        {
            Name = name,
            Body = SheetFile.Write(sheet with { Sections = [section] }),
            KeptAt = clock.GetUtcNow(),
        };
        return data.WriteAsync(database =>
        {
            database.Library.Add(row);
            return database.SaveChangesAsync();
        });
    }

    /// <summary>Takes a section out of the library, or puts it back.</summary>
    /// <returns>Whether there was such a section.</returns>
    public Task<bool> MarkAsync(long id, bool deleted)
    {
        DateTimeOffset? at = deleted ? clock.GetUtcNow() : null;
        return data.WriteAsync(async database =>
            await database.Library.Where(row => row.Id == id).ExecuteUpdateAsync(set => set.SetProperty(row => row.DeletedAt, at)) == 1
        );
    }

    // A section that cannot be read any more is not offered.
    private static KeptSection? Kept(LibraryRow row) =>
        SheetStore.ReadOrNull(row.Body) is { } sheet ? new KeptSection(row.Id, row.Name, sheet.Sections[0]) : null;
}
