using System.Security.Cryptography;
using Gavvet.Teaching.Practice;
using Gavvet.Theory;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Sheets;
using Microsoft.EntityFrameworkCore;

namespace Gavvet.Storage;

/// <summary>A sheet opened for practice.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Code">The code that opens it.</param>
/// <param name="SheetId">The sheet it was opened from, or null.</param>
/// <param name="ClassId">The class it is for, or null.</param>
/// <param name="Title">What it is called.</param>
/// <param name="Rules">How it goes.</param>
/// <param name="OpensAt">From when.</param>
/// <param name="ClosesAt">To when.</param>
/// <param name="ReleasedAt">When what was right was shown to all, or null.</param>
public sealed record KeptPractice(
    string Id,
    string Code,
    string? SheetId,
    string? ClassId,
    string Title,
    PracticeRules Rules,
    DateTimeOffset OpensAt,
    DateTimeOffset ClosesAt,
    DateTimeOffset? ReleasedAt
)
{
    /// <summary>Whether it is open at a moment.</summary>
    /// <param name="now">The moment.</param>
    public bool IsOpen(DateTimeOffset now) => OpensAt <= now && now < ClosesAt;

    /// <summary>Whether it stays open until someone closes it.</summary>
    public bool IsAlwaysOpen => ClosesAt >= PracticeRules.Always;
}

/// <summary>One who practices, or may.</summary>
/// <param name="Id">The seat's id.</param>
/// <param name="Practice">The practice.</param>
/// <param name="StudentId">The student, or null for who has no name here.</param>
/// <param name="Name">The student's name, or null.</param>
/// <param name="Number">Which of those without a name, from 1.</param>
/// <param name="Code">The code of their own.</param>
/// <param name="Part">The part they read, or null for concert pitch.</param>
/// <param name="Clef">The clef they read, or null for the part's or the sheet's.</param>
/// <param name="Chance">What draws questions of their own; 0 for those of the sheet.</param>
/// <param name="StartedAt">When they began, or null.</param>
public sealed record PracticeSeat(
    string Id,
    string Practice,
    string? StudentId,
    string? Name,
    int Number,
    string Code,
    Instrument? Part,
    Clef? Clef,
    ulong Chance,
    DateTimeOffset? StartedAt
)
{
    /// <summary>Whether they have a sheet of their own.</summary>
    public bool HasOwnSheet { get; init; }

    /// <summary>The day that sheet was drawn for, where each day has its own; null otherwise.</summary>
    public DateOnly? DrawnOn { get; init; }

    /// <summary>Whether the student has left the class.</summary>
    public bool HasLeft { get; init; }
}

/// <summary>What is to be opened for practice.</summary>
/// <param name="Sheet">The sheet.</param>
/// <param name="SheetId">Where it is kept, or null.</param>
/// <param name="Rules">How it goes.</param>
/// <param name="OpensAt">From when.</param>
/// <param name="ClosesAt">To when.</param>
public sealed record NewPractice(Sheet Sheet, string? SheetId, PracticeRules Rules, DateTimeOffset OpensAt, DateTimeOffset ClosesAt)
{
    /// <summary>The class, or null.</summary>
    public string? ClassId { get; init; }

    /// <summary>Which of its students.</summary>
    public IReadOnlyList<string> Students { get; init; } = [];

    /// <summary>The sheets of those who have their own, by student.</summary>
    public IReadOnlyDictionary<string, Sheet> Own { get; init; } = new Dictionary<string, Sheet>();
}

/// <summary>Keeps practices and what is done in them. What was done is added and never changed.</summary>
public sealed partial class PracticeStore(Database data, TimeProvider clock)
{
    /// <summary>Those without a name in one practice at most.</summary>
    public const int MostSeats = 400;

    /// <summary>Things one can do in a practice at most.</summary>
    public const int MostTries = 1_000;

    /// <summary>Opens a sheet for practice.</summary>
    /// <param name="practice">What is to be opened.</param>
    /// <returns>Its id.</returns>
    public Task<string> OpenAsync(NewPractice practice)
    {
        var body = SheetFile.Write(practice.Sheet);
        var own = practice.Own.ToDictionary(one => one.Key, one => SheetFile.Write(one.Value));
        return data.WriteAsync(async database =>
        {
            var row = new PracticeRow
            {
                Id = NewId(),
                Code = PracticeCode.New(),
                SheetId = practice.SheetId,
                ClassId = practice.ClassId,
                Title = practice.Sheet.Title,
                Body = body,
                Rules = practice.Rules.Write(),
                OpensAt = practice.OpensAt,
                ClosesAt = practice.ClosesAt,
                MadeAt = clock.GetUtcNow(),
            };
            foreach (var student in practice.Students)
            {
                var seat = Seat(row.Id, practice.Rules, student, 0, null);
                seat.Body = own.GetValueOrDefault(student);
                row.Seats.Add(seat);
            }

            database.Practices.Add(row);
            await database.SaveChangesAsync();
            return row.Id;
        });
    }

    /// <summary>A practice, or null.</summary>
    public async Task<KeptPractice?> FindAsync(string id, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        return await Kept(database.Practices.Where(row => row.Id == id)).SingleOrDefaultAsync(cancellation) is { } found
            ? Read(found)
            : null;
    }

    /// <summary>The practice a code opens, or null.</summary>
    public async Task<KeptPractice?> FindByCodeAsync(string code, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        return await Kept(database.Practices.Where(row => row.Code == code)).SingleOrDefaultAsync(cancellation) is { } found
            ? Read(found)
            : null;
    }

    /// <summary>The practices, the newest first: of a class, of a sheet, or all.</summary>
    public async Task<IReadOnlyList<KeptPractice>> ListAsync(
        string? classId = null,
        string? sheetId = null,
        CancellationToken cancellation = default
    )
    {
        await using var database = data.Open();
        var rows = await Kept(
                database
                    .Practices.Where(row => (classId == null || row.ClassId == classId) && (sheetId == null || row.SheetId == sheetId))
                    .OrderByDescending(row => row.MadeAt)
                    .ThenByDescending(row => row.Id)
            )
            .ToListAsync(cancellation);
        return [.. rows.Select(Read)];
    }

    /// <summary>The sheet of a practice as it was opened; null where there is none that can be read.</summary>
    public async Task<Sheet?> SheetAsync(string id, CancellationToken cancellation = default)
    {
        await using var database = data.Open();
        return await database.Practices.Where(row => row.Id == id).Select(row => row.Body).SingleOrDefaultAsync(cancellation) is { } body
            ? SheetStore.ReadOrNull(body)
            : null;
    }

    /// <summary>Says from when to when a practice is open.</summary>
    /// <returns>Whether there is such a practice.</returns>
    public Task<bool> MoveAsync(string id, DateTimeOffset opensAt, DateTimeOffset closesAt) =>
        ChangeAsync(id, row => (row.OpensAt, row.ClosesAt) = (opensAt, closesAt));

    /// <summary>Closes a practice at once.</summary>
    /// <returns>Whether there is such a practice.</returns>
    public Task<bool> CloseAsync(string id) => ChangeAsync(id, row =>
        {
            var now = clock.GetUtcNow();
            if (row.ClosesAt > now)
                row.ClosesAt = now;
        });

    /// <summary>Shows what was right to all who practiced, where that was kept back.</summary>
    /// <returns>Whether there is such a practice.</returns>
    public Task<bool> ReleaseAsync(string id) => ChangeAsync(id, row => row.ReleasedAt ??= clock.GetUtcNow());

    /// <summary>Deletes a practice with all that was done in it.</summary>
    public Task<bool> DeleteAsync(string id) =>
        data.WriteAsync(async database => await database.Practices.Where(row => row.Id == id).ExecuteDeleteAsync() > 0);

    private Task<bool> ChangeAsync(string id, Action<PracticeRow> change) =>
        data.WriteAsync(async database =>
        {
            if (await database.Practices.SingleOrDefaultAsync(row => row.Id == id) is not { } row)
                return false;
            change(row);
            await database.SaveChangesAsync();
            return true;
        });

    private sealed record Row(
        string Id,
        string Code,
        string? SheetId,
        string? ClassId,
        string Title,
        string Rules,
        DateTimeOffset OpensAt,
        DateTimeOffset ClosesAt,
        DateTimeOffset? ReleasedAt
    );

    // Without the sheet, which is read apart.
    private static IQueryable<Row> Kept(IQueryable<PracticeRow> rows) =>
        rows.Select(row => new Row(
            row.Id,
            row.Code,
            row.SheetId,
            row.ClassId,
            row.Title,
            row.Rules,
            row.OpensAt,
            row.ClosesAt,
            row.ReleasedAt
        ));

    private static KeptPractice Read(Row row) =>
        new(
            row.Id,
            row.Code,
            row.SheetId,
            row.ClassId,
            row.Title,
            PracticeRules.Read(row.Rules),
            row.OpensAt,
            row.ClosesAt,
            row.ReleasedAt
        );

    private static string NewId() => Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(16));
}
