using Gavvet.Theory;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Sheets;
using Microsoft.EntityFrameworkCore;

namespace Gavvet.Storage;

/// <summary>Keeps sheets. Each save adds a revision and moves the sheet's head to it, if the head is still the one seen.</summary>
public sealed class SheetStore(Database data, TimeProvider clock)
{
    /// <summary>Strokes of typing this close together become one step of undo.</summary>
    public static readonly TimeSpan TypingPause = TimeSpan.FromSeconds(20);

    // So far back the last state that can be read is looked for.
    private const int StepsBack = 500;

    /// <summary>Puts a new sheet on the desk.</summary>
    /// <exception cref="UnsavableSheetException">It could not be opened again.</exception>
    public Task<StoredSheet> CreateAsync(Sheet sheet)
    {
        var body = Body(sheet);
        return data.WriteAsync(database => CreateAsync(database, sheet, body));
    }

    private async Task<StoredSheet> CreateAsync(GavvetDatabase database, Sheet sheet, string body)
    {
        await using var transaction = await database.Database.BeginTransactionAsync();
        var row = new SheetRow
        {
            Id = Guid.CreateVersion7(clock.GetUtcNow()).ToString("N"),
            ChangedAt = clock.GetUtcNow(),
            Words = DeskFilter.Of(sheet),
        };
        database.Sheets.Add(row);
        await database.SaveChangesAsync();
        var revision = Revision(row.Id, null, sheet, body, null);
        database.Revisions.Add(revision);
        await database.SaveChangesAsync();
        row.HeadId = revision.Id;
        await database.SaveChangesAsync();
        await transaction.CommitAsync();
        return new StoredSheet(row.Id, new Head(data.Epoch, revision.Id), sheet, false, false);
    }

    /// <summary>The sheet, or null when there is none or it lies in the bin.</summary>
    /// <exception cref="UnreadableSheetException">Its last state cannot be read.</exception>
    public async Task<StoredSheet?> FindAsync(string id, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        return await FindAsync(database, id, cancellation);
    }

    /// <summary>What the desk shows of a sheet, without reading the sheet itself; null when there is none.</summary>
    public async Task<SheetOnDesk?> LookAsync(string id, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        var epoch = data.Epoch;
        return await database
            .Sheets.AsNoTracking()
            .Where(sheet => sheet.Id == id && sheet.DeletedAt == null)
            .Select(sheet => new SheetOnDesk(sheet.Id, new Head(epoch, sheet.HeadId!.Value), sheet.Head!.Title, sheet.ChangedAt))
            .SingleOrDefaultAsync(cancellation);
    }

    /// <summary>The sheet's file as it is kept, whether it can be read or not; null when there is no such sheet.</summary>
    public async Task<string?> FileAsync(string id, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        return (await HeadAsync(database, id, cancellation))?.Body;
    }

    /// <summary>The last state before this one that can be read, or null.</summary>
    public async Task<StoredRevision?> LastReadableAsync(string id, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        var head = await HeadAsync(database, id, cancellation);
        for (var (revision, steps) = (head, 0); revision is not null && steps < StepsBack; steps++)
        {
            if (ReadOrNull(revision.Body) is { } sheet)
                return new StoredRevision(revision.Id, revision.ParentId, revision.MadeAt, sheet, null);
            var parent = revision.ParentId;
            revision = await database.Revisions.AsNoTracking().SingleOrDefaultAsync(row => row.Id == parent, cancellation);
        }

        return null;
    }

    /// <summary>Adds a revision if the sheet is still at the head that was seen.</summary>
    /// <param name="id">The sheet.</param>
    /// <param name="seenHead">The head the edit was made on.</param>
    /// <param name="sheet">The sheet after the edit.</param>
    /// <param name="typing">What was being typed; strokes of one stretch become one step of undo.</param>
    /// <exception cref="UnsavableSheetException">The sheet could not be opened again.</exception>
    public Task<SaveOutcome> SaveAsync(string id, Head seenHead, Sheet sheet, string? typing)
    {
        var body = Body(sheet);
        return data.WriteAsync(database => SaveAsync(database, id, seenHead, sheet, body, typing));
    }

    private async Task<SaveOutcome> SaveAsync(GavvetDatabase database, string id, Head seenHead, Sheet sheet, string body, string? typing)
    {
        await using var transaction = await database.Database.BeginTransactionAsync();
        var head = await HeadAsync(database, id);
        if (head is null || new Head(data.Epoch, head.Id) != seenHead)
            return new SaveOutcome(await FindAsync(database, id), head is not null);
        if (body == head.Body)
            return new SaveOutcome(await FindAsync(database, id), false);
        var parent = await ContinuesTypingAsync(database, head, typing) ? head.ParentId : head.Id;
        var revision = Revision(id, parent, sheet, body, typing);
        database.Revisions.Add(revision);
        await database.SaveChangesAsync();
        if (!await MoveHeadAsync(database, id, head.Id, revision.Id, sheet))
            return new SaveOutcome(await FindAsync(database, id), true);
        await transaction.CommitAsync();
        return new SaveOutcome(new StoredSheet(id, new Head(data.Epoch, revision.Id), sheet, parent is not null, false), false);
    }

    /// <summary>Goes back to the state before the newest.</summary>
    public Task<SaveOutcome> UndoAsync(string id, Head seenHead) =>
        StepAsync(id, seenHead, (_, revision) => Task.FromResult(revision.ParentId));

    /// <summary>Returns to the state last undone.</summary>
    public Task<SaveOutcome> RedoAsync(string id, Head seenHead) =>
        StepAsync(id, seenHead, (database, revision) => LatestChildAsync(database, revision.Id));

    /// <summary>Goes to a state the sheet was in before, as a new revision, so that nothing after it is lost.</summary>
    /// <returns>The outcome; the sheet is null when it or the state is gone, or the state cannot be read.</returns>
    public async Task<SaveOutcome> ReturnAsync(string id, Head seenHead, long revision)
    {
        string? body;
        await using (var database = data.Open())
            body = await database
                .Revisions.Where(row => row.Id == revision && row.SheetId == id)
                .Select(row => row.Body)
                .SingleOrDefaultAsync();
        return body is not null && ReadOrNull(body) is { } sheet
            ? await SaveAsync(id, seenHead, sheet, null)
            : new SaveOutcome(null, false);
    }

    /// <summary>The sheets on the desk, the last changed first.</summary>
    public Task<IReadOnlyList<SheetOnDesk>> ListAsync() => ListAsync("", int.MaxValue);

    /// <summary>The sheets on the desk that hold every word of a filter in their title, scales, keys or code, the last changed
    /// first.</summary>
    /// <param name="filter">Words or parts of words, or nothing.</param>
    /// <param name="most">How many at most.</param>
    /// <param name="cancellation">Ends it, as when whoever asked has left.</param>
    public Task<IReadOnlyList<SheetOnDesk>> ListAsync(string filter, int most, CancellationToken cancellation = default) =>
        ListAsync(
            filter,
            sheets =>
                sheets
                    .Where(sheet => sheet.DeletedAt == null)
                    .OrderByDescending(sheet => sheet.ChangedAt)
                    .ThenByDescending(sheet => sheet.Id),
            most,
            cancellation
        );

    /// <summary>The sheets in the bin that hold every word of a filter, the last deleted first.</summary>
    public Task<IReadOnlyList<SheetOnDesk>> ListDeletedAsync(string filter, int most, CancellationToken cancellation = default) =>
        ListAsync(
            filter,
            sheets => sheets.Where(sheet => sheet.DeletedAt != null).OrderByDescending(sheet => sheet.DeletedAt),
            most,
            cancellation
        );

    // Those that hold the words typed; where there are none, those with the scale the words mean.
    private async Task<IReadOnlyList<SheetOnDesk>> ListAsync(
        string filter,
        Func<IQueryable<SheetRow>, IQueryable<SheetRow>> choose,
        int most,
        CancellationToken cancellation
    )
    {
        await using var database = data.Open();
        var epoch = data.Epoch;
        List<SheetOnDesk> found = [];
        foreach (var terms in DeskFilter.Readings(filter))
        {
            var holding = terms.Aggregate(database.Sheets.AsNoTracking(), (some, term) => some.Where(sheet => sheet.Words.Contains(term)));
            found = await choose(holding)
                .Take(most)
                .Select(sheet => new SheetOnDesk(sheet.Id, new Head(epoch, sheet.HeadId!.Value), sheet.Head!.Title, sheet.ChangedAt))
                .ToListAsync(cancellation);
            if (found.Count > 0)
                break;
        }

        return found;
    }

    /// <summary>How many sheets are on the desk.</summary>
    public async Task<int> CountAsync(CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        return await database.Sheets.CountAsync(sheet => sheet.DeletedAt == null, cancellation);
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

    private Task<bool> MarkAsync(string id, DateTimeOffset? deletedAt) =>
        data.WriteAsync(async database =>
            await database
                .Sheets.Where(sheet => sheet.Id == id && (sheet.DeletedAt == null) == (deletedAt != null))
                .ExecuteUpdateAsync(set => set.SetProperty(sheet => sheet.DeletedAt, deletedAt)) == 1
        );

    private Task<SaveOutcome> StepAsync(string id, Head seenHead, Func<GavvetDatabase, RevisionRow, Task<long?>> to) =>
        data.WriteAsync(async database =>
        {
            await using var transaction = await database.Database.BeginTransactionAsync();
            var head = await HeadAsync(database, id);
            if (head is null || new Head(data.Epoch, head.Id) != seenHead)
                return new SaveOutcome(await FindAsync(database, id), head is not null);
            // States that cannot be read are stepped over.
            var (revision, at) = (head, await to(database, head));
            for (var steps = 0; at is { } target && steps < StepsBack; steps++)
            {
                revision = await database.Revisions.AsNoTracking().SingleAsync(row => row.Id == target);
                if (ReadOrNull(revision.Body) is { } sheet)
                {
                    if (!await MoveHeadAsync(database, id, head.Id, target, sheet))
                        return new SaveOutcome(await FindAsync(database, id), true);
                    await transaction.CommitAsync();
                    break;
                }

                at = await to(database, revision);
            }

            return new SaveOutcome(await FindAsync(database, id), false);
        });

    private static async Task<RevisionRow?> HeadAsync(GavvetDatabase database, string id, CancellationToken cancellation = default) =>
        await database
            .Sheets.AsNoTracking()
            .Where(sheet => sheet.Id == id && sheet.DeletedAt == null)
            .Select(sheet => sheet.Head)
            .SingleOrDefaultAsync(cancellation);

    private static async Task<long?> LatestChildAsync(GavvetDatabase database, long id) =>
        await database.Revisions.Where(revision => revision.ParentId == id).MaxAsync(revision => (long?)revision.Id);

    private async Task<StoredSheet?> FindAsync(GavvetDatabase database, string id, CancellationToken cancellation = default)
    {
        if (await HeadAsync(database, id, cancellation) is not { } head)
            return null;
        try
        {
            return new StoredSheet(
                id,
                new Head(data.Epoch, head.Id),
                SheetFile.Read(head.Body),
                head.ParentId is not null,
                await LatestChildAsync(database, head.Id) is not null
            );
        }
        catch (SheetFileException problem)
        {
            throw new UnreadableSheetException(id, problem);
        }
    }

    // What is called saved can be opened again: the body is read back before it is kept.
    private static string Body(Sheet sheet)
    {
        var body = SheetFile.Write(sheet);
        try
        {
            return SheetFile.Write(SheetFile.Read(body)) == body
                ? body
                : throw new UnsavableSheetException(StorageTexts.Say("sheet.otherwise"));
        }
        catch (SheetFileException problem)
        {
            throw new UnsavableSheetException(StorageTexts.Say("sheet.no-opening", ("problem", problem.Message)), problem);
        }
    }

    internal static Sheet? ReadOrNull(string body)
    {
        try
        {
            return SheetFile.Read(body);
        }
        catch (SheetFileException)
        {
            return null;
        }
    }

    private async Task<bool> ContinuesTypingAsync(GavvetDatabase database, RevisionRow head, string? typing) =>
        typing is not null
        && head.Typing == typing
        && head.ParentId is not null
        && clock.GetUtcNow() - head.MadeAt < TypingPause
        && await LatestChildAsync(database, head.Id) is null;

    private async Task<bool> MoveHeadAsync(GavvetDatabase database, string id, long from, long to, Sheet sheet)
    {
        var words = DeskFilter.Of(sheet);
        var now = clock.GetUtcNow();
        return await database
                .Sheets.Where(row => row.Id == id && row.HeadId == from)
                .ExecuteUpdateAsync(set =>
                    set.SetProperty(row => row.HeadId, to).SetProperty(row => row.ChangedAt, now).SetProperty(row => row.Words, words)
                ) == 1;
    }

    private RevisionRow Revision(string sheetId, long? parentId, Sheet sheet, string body, string? typing) =>
        new()
        {
            SheetId = sheetId,
            ParentId = parentId,
            Title = sheet.Title,
            Body = body,
            Typing = typing,
            MadeAt = clock.GetUtcNow(),
        };
}
