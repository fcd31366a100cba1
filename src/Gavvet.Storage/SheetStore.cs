using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Sheets;
using Microsoft.EntityFrameworkCore;

namespace Gavvet.Storage;

/// <summary>Keeps sheets. Each save adds a revision and moves the sheet's head to it, if the head is still the one seen.</summary>
public sealed class SheetStore(string databasePath, TimeProvider clock)
{
    /// <summary>Strokes of typing this close together become one step of undo.</summary>
    public static readonly TimeSpan TypingPause = TimeSpan.FromSeconds(20);

    private readonly DbContextOptions<GavvetDatabase> _options = GavvetDatabase.OptionsFor(databasePath);

    public async Task<StoredSheet> CreateAsync(Sheet sheet)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        await using var database = Open();
        await using var transaction = await database.Database.BeginTransactionAsync();
        var row = new SheetRow { Id = Guid.CreateVersion7(clock.GetUtcNow()).ToString("N"), ChangedAt = clock.GetUtcNow(), Words = SheetWords.Of(sheet) };
        database.Sheets.Add(row);
        await database.SaveChangesAsync();
        var revision = Revision(row.Id, null, sheet, null);
        database.Revisions.Add(revision);
        await database.SaveChangesAsync();
        row.HeadId = revision.Id;
        await database.SaveChangesAsync();
        await transaction.CommitAsync();
        return new StoredSheet(row.Id, revision.Id, sheet, false, false);
    }

    /// <summary>The sheet, or null when there is none or it lies in the bin.</summary>
    public async Task<StoredSheet?> FindAsync(string id)
    {
        await using var database = Open();
        return await FindAsync(database, id);
    }

    /// <summary>Adds a revision if the sheet is still at the head that was seen.</summary>
    /// <param name="id">The sheet.</param>
    /// <param name="seenHead">The head the edit was made on.</param>
    /// <param name="sheet">The sheet after the edit.</param>
    /// <param name="typing">What was being typed; strokes of one stretch become one step of undo.</param>
    public async Task<SaveOutcome> SaveAsync(string id, long seenHead, Sheet sheet, string? typing)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        await using var database = Open();
        await using var transaction = await database.Database.BeginTransactionAsync();
        var head = await HeadAsync(database, id);
        if (head is null || head.Id != seenHead)
            return new SaveOutcome(await FindAsync(database, id), head is not null);
        var body = SheetFile.Write(sheet);
        if (body == head.Body)
            return new SaveOutcome(await FindAsync(database, id), false);
        var parent = await ContinuesTypingAsync(database, head, typing) ? head.ParentId : head.Id;
        var revision = Revision(id, parent, sheet, typing);
        database.Revisions.Add(revision);
        await database.SaveChangesAsync();
        await MoveHeadAsync(database, id, seenHead, revision.Id, sheet);
        await transaction.CommitAsync();
        return new SaveOutcome(new StoredSheet(id, revision.Id, sheet, parent is not null, false), false);
    }

    /// <summary>Goes back to the state before the newest.</summary>
    public Task<SaveOutcome> UndoAsync(string id, long seenHead) =>
        StepAsync(id, seenHead, (_, head) => Task.FromResult(head.ParentId));

    /// <summary>Returns to the state last undone.</summary>
    public Task<SaveOutcome> RedoAsync(string id, long seenHead) =>
        StepAsync(id, seenHead, (database, head) => LatestChildAsync(database, head.Id));

    /// <summary>Goes to a state the sheet was in before, as a new revision, so that nothing after it is lost.</summary>
    public async Task<SaveOutcome> ReturnAsync(string id, long seenHead, long revision)
    {
        await using var database = Open();
        var body = await database.Revisions.Where(row => row.Id == revision && row.SheetId == id).Select(row => row.Body).SingleOrDefaultAsync();
        return body is null ? new SaveOutcome(await FindAsync(id), false) : await SaveAsync(id, seenHead, SheetFile.Read(body), null);
    }

    /// <summary>The sheets on the desk, the last changed first.</summary>
    public Task<IReadOnlyList<SheetOnDesk>> ListAsync() => ListAsync("", int.MaxValue);

    /// <summary>The sheets on the desk that hold every word of a filter in their title, scales, keys or code, the last changed first.</summary>
    /// <param name="filter">Words or parts of words, or nothing.</param>
    /// <param name="most">How many at most.</param>
    public Task<IReadOnlyList<SheetOnDesk>> ListAsync(string filter, int most) => ListAsync(
        sheets => Holding(sheets.Where(sheet => sheet.DeletedAt == null), filter).OrderByDescending(sheet => sheet.ChangedAt).ThenByDescending(sheet => sheet.Id), most);

    /// <summary>The sheets in the bin that hold every word of a filter, the last deleted first.</summary>
    public Task<IReadOnlyList<SheetOnDesk>> ListDeletedAsync(string filter, int most) => ListAsync(
        sheets => Holding(sheets.Where(sheet => sheet.DeletedAt != null), filter).OrderByDescending(sheet => sheet.DeletedAt), most);

    private static IQueryable<SheetRow> Holding(IQueryable<SheetRow> sheets, string filter) =>
        SheetWords.Terms(filter).Aggregate(sheets, (some, term) => some.Where(sheet => sheet.Words.Contains(term)));

    private async Task<IReadOnlyList<SheetOnDesk>> ListAsync(Func<IQueryable<SheetRow>, IQueryable<SheetRow>> choose, int most)
    {
        await using var database = Open();
        return await choose(database.Sheets.AsNoTracking()).Take(most)
            .Select(sheet => new SheetOnDesk(sheet.Id, sheet.HeadId!.Value, sheet.Head!.Title, sheet.ChangedAt))
            .ToListAsync();
    }

    /// <summary>How many sheets are on the desk.</summary>
    public async Task<int> CountAsync()
    {
        await using var database = Open();
        return await database.Sheets.CountAsync(sheet => sheet.DeletedAt == null);
    }

    /// <summary>A copy with a seed of its own, or null when the sheet is gone.</summary>
    public async Task<StoredSheet?> DuplicateAsync(string id)
    {
        if (await FindAsync(id) is not { } original)
            return null;
        var sheet = original.Sheet;
        var title = sheet.Title.Length + 7 <= SheetLimits.Title ? sheet.Title + " (copy)" : sheet.Title;
        return await CreateAsync(sheet with { Seed = SplitMix64.At(sheet.Seed, (ulong)clock.GetUtcNow().Ticks), Title = title });
    }

    /// <summary>Puts a sheet into the bin.</summary>
    /// <returns>Whether it was on the desk.</returns>
    public Task<bool> DeleteAsync(string id) => MarkAsync(id, clock.GetUtcNow());

    /// <summary>Takes a sheet out of the bin again.</summary>
    /// <returns>Whether it was in the bin.</returns>
    public Task<bool> RestoreAsync(string id) => MarkAsync(id, null);

    private GavvetDatabase Open() => new(_options);

    private async Task<bool> MarkAsync(string id, DateTimeOffset? deletedAt)
    {
        await using var database = Open();
        return await database.Sheets
            .Where(sheet => sheet.Id == id && (sheet.DeletedAt == null) == (deletedAt != null))
            .ExecuteUpdateAsync(set => set.SetProperty(sheet => sheet.DeletedAt, deletedAt)) == 1;
    }

    private async Task<SaveOutcome> StepAsync(string id, long seenHead, Func<GavvetDatabase, RevisionRow, Task<long?>> to)
    {
        await using var database = Open();
        await using var transaction = await database.Database.BeginTransactionAsync();
        var head = await HeadAsync(database, id);
        if (head is null || head.Id != seenHead)
            return new SaveOutcome(await FindAsync(database, id), head is not null);
        if (await to(database, head) is { } target)
        {
            await MoveHeadAsync(database, id, seenHead, target, SheetFile.Read(await database.Revisions.Where(row => row.Id == target).Select(row => row.Body).SingleAsync()));
            await transaction.CommitAsync();
        }

        return new SaveOutcome(await FindAsync(database, id), false);
    }

    private static async Task<RevisionRow?> HeadAsync(GavvetDatabase database, string id) => await database.Sheets.AsNoTracking()
        .Where(sheet => sheet.Id == id && sheet.DeletedAt == null).Select(sheet => sheet.Head).SingleOrDefaultAsync();

    private static async Task<long?> LatestChildAsync(GavvetDatabase database, long id) => await database.Revisions
        .Where(revision => revision.ParentId == id).MaxAsync(revision => (long?)revision.Id);

    private static async Task<StoredSheet?> FindAsync(GavvetDatabase database, string id) =>
        await HeadAsync(database, id) is { } head
            ? new StoredSheet(id, head.Id, SheetFile.Read(head.Body), head.ParentId is not null, await LatestChildAsync(database, head.Id) is not null)
            : null;

    private async Task<bool> ContinuesTypingAsync(GavvetDatabase database, RevisionRow head, string? typing) =>
        typing is not null && head.Typing == typing && head.ParentId is not null
        && clock.GetUtcNow() - head.MadeAt < TypingPause
        && await LatestChildAsync(database, head.Id) is null;

    private async Task MoveHeadAsync(GavvetDatabase database, string id, long from, long to, Sheet sheet)
    {
        var words = SheetWords.Of(sheet);
        var now = clock.GetUtcNow();
        var moved = await database.Sheets.Where(row => row.Id == id && row.HeadId == from)
            .ExecuteUpdateAsync(set => set.SetProperty(row => row.HeadId, to).SetProperty(row => row.ChangedAt, now).SetProperty(row => row.Words, words));
        if (moved != 1)
            throw new InvalidOperationException("The sheet's head moved inside a transaction that holds the write lock.");
    }

    private RevisionRow Revision(string sheetId, long? parentId, Sheet sheet, string? typing) => new()
    {
        SheetId = sheetId,
        ParentId = parentId,
        Title = sheet.Title,
        Body = SheetFile.Write(sheet),
        Typing = typing,
        MadeAt = clock.GetUtcNow(),
    };
}
