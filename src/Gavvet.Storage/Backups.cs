using System.Text.RegularExpressions;
using Microsoft.EntityFrameworkCore;

namespace Gavvet.Storage;

/// <summary>What a backup holds, for a look before it is restored.</summary>
/// <param name="Sheets">Sheets on the desk.</param>
/// <param name="Deleted">Sheets in the bin.</param>
/// <param name="Printings">Printings.</param>
/// <param name="Sections">Sections in the teacher's library.</param>
/// <param name="LastChange">When a sheet in it was last changed, or null.</param>
/// <param name="Newest">The titles of the sheets changed last.</param>
/// <param name="Unreadable">Sheets whose last state cannot be read.</param>
public sealed record BackupContents(
    int Sheets,
    int Deleted,
    int Printings,
    int Sections,
    DateTimeOffset? LastChange,
    IReadOnlyList<string> Newest,
    int Unreadable
)
{
    /// <summary>Classes, those laid away among them.</summary>
    public int Classes { get; init; }

    /// <summary>Students of all classes.</summary>
    public int Students { get; init; }

    /// <summary>Answers marked, those taken back left out.</summary>
    public int Marked { get; init; }

    /// <summary>Students who are here no more and would be again, by name.</summary>
    public IReadOnlyList<string> BroughtBack { get; init; } = [];
}

/// <summary>A file that waits to be restored.</summary>
/// <param name="Token">What the window that brought it calls it by; other windows have others.</param>
/// <param name="Contents">What it holds.</param>
public sealed record StagedBackup(string Token, BackupContents Contents);

/// <summary>A copy the program made by itself.</summary>
/// <param name="Name">Its name, the day.</param>
/// <param name="MadeAt">When.</param>
/// <param name="Bytes">How large it is.</param>
public sealed record DailyCopy(string Name, DateTimeOffset MadeAt, long Bytes);

/// <summary>A file that cannot be restored; the message says why.</summary>
public sealed class BackupException : Exception
{
    public BackupException() { }

    public BackupException(string message)
        : base(message) { }

    public BackupException(string message, Exception innerException)
        : base(message, innerException) { }
}

/// <summary>
/// Everything in one file, and back. A backup is the database as it stood at one moment; it holds no keys and no
/// passphrase, since those lie in other files.
/// </summary>
public sealed partial class Backups(DataFolder folder, TimeProvider clock)
{
    /// <summary>Daily copies kept, and days that other files beside the database are.</summary>
    public const int CopiesKept = 7;

    /// <summary>The largest file that is taken from outside.</summary>
    public const long LargestFile = 4L * 1024 * 1024 * 1024;

    // Windows that may each have a file waiting; the oldest goes when one more comes.
    private const int StagedAtOnce = 3;

    private readonly string _copies = Path.Combine(folder.Path, "copies");

    /// <summary>Does something while no copy is made or replaced.</summary>
    internal async Task<T> AloneAsync<T>(Func<Task<T>> work, CancellationToken cancellation = default)
    {
        await folder.Files.WaitAsync(cancellation);
        try
        {
            return await work();
        }
        finally
        {
            folder.Files.Release();
        }
    }

    /// <summary>Writes a backup into a file while the program runs.</summary>
    /// <param name="path">The file.</param>
    /// <param name="withScans">Whether it has the pictures of papers that were scanned.</param>
    /// <param name="cancellation">Ends it before it begins.</param>
    public Task WriteAsync(string path, bool withScans = true, CancellationToken cancellation = default) =>
        AloneAsync(() => CopyToAsync(path, withScans), cancellation);

    private async Task<bool> CopyToAsync(string path, bool withScans = true)
    {
        var half = path + ".half";
        DatabaseFile.Delete(half);
        try
        {
            await DatabaseEngine.CopyAsync(folder.DatabasePath, half);
            await DatabaseEngine.AskAsync(half, "PRAGMA journal_mode=DELETE;");
            // Written anew without them, so that none can be found in what the file has left over.
            if (!withScans)
                await DatabaseEngine.AskAsync(half, "DELETE FROM Scans; VACUUM;");
            File.Move(half, path, overwrite: true);
            return true;
        }
        finally
        {
            DatabaseFile.Delete(half);
        }
    }

    /// <summary>
    /// Makes today's copy if there is none yet, and lets go what is older than seven days. A copy that is dated later than
    /// today, from a time when the clock was wrong, takes no other's place.
    /// </summary>
    public Task KeepDailyAsync(CancellationToken cancellation = default) =>
        AloneAsync(
            async () =>
            {
                Directory.CreateDirectory(_copies);
                var name = $"{clock.GetLocalNow():yyyy-MM-dd}";
                var today = Path.Combine(_copies, name + ".gavvet");
                if (!File.Exists(today))
                    await CopyToAsync(today);
                foreach (var old in Copies().Where(copy => string.CompareOrdinal(copy.Name, name) <= 0).Skip(CopiesKept))
                    File.Delete(Path.Combine(_copies, old.Name + ".gavvet"));
                var oldest = clock.GetUtcNow().UtcDateTime.AddDays(-CopiesKept);
                foreach (var aside in Aside().Where(path => File.GetLastWriteTimeUtc(path) < oldest))
                    DatabaseFile.Delete(aside);
                return true;
            },
            cancellation
        );

    /// <summary>The daily copies, the newest first.</summary>
    public IReadOnlyList<DailyCopy> Copies() =>
        Directory.Exists(_copies)
            ?
            [
                .. new DirectoryInfo(_copies)
                    .GetFiles("????-??-??.gavvet")
                    .OrderByDescending(file => file.Name)
                    .Select(file => new DailyCopy(Path.GetFileNameWithoutExtension(file.Name), file.LastWriteTimeUtc, file.Length)),
            ]
            : [];

    /// <summary>The path of a daily copy, or null; only names that are listed lead anywhere.</summary>
    public string? PathOf(string? name) =>
        Copies().FirstOrDefault(copy => copy.Name == name) is { } copy ? Path.Combine(_copies, copy.Name + ".gavvet") : null;

    /// <summary>Whether a name is that of a file which holds what was there before a restore.</summary>
    public bool IsBefore(string? name) =>
        Directory.GetFiles(folder.Path, "before-restore-*.gavvet").Any(path => Path.GetFileName(path) == name);

    /// <summary>Every whole database beside the live one: daily copies, what was there before a restore, and what waits to be
    /// restored.</summary>
    internal IReadOnlyList<string> Whole() =>
        [
            .. Copies().Select(copy => Path.Combine(_copies, copy.Name + ".gavvet")),
            .. Directory.GetFiles(folder.Path, "before-restore-*.gavvet"),
            .. Directory.GetFiles(folder.TemporaryPath, "staged-*"),
        ];

    /// <summary>What was put aside and is no database of this program any more: damaged ones, and those from before a migration.</summary>
    internal IReadOnlyList<string> Unusable() =>
        [.. Directory.GetFiles(folder.Path, "damaged-*"), .. Directory.GetFiles(folder.Path, "gavvet.db.before-*")];

    // A name no file has yet, in the same second either: what was put aside is never written over.
    private string FreeName(string what, string extension)
    {
        var name = $"{what}-{clock.GetLocalNow():yyyy-MM-dd-HHmmss}";
        var turn = Enumerable.Range(1, int.MaxValue).First(turn => !File.Exists(Path.Combine(folder.Path, Turned(turn))));
        return Turned(turn);

        string Turned(int turn) => turn == 1 ? name + extension : $"{name}-{turn}{extension}";
    }

    private IEnumerable<string> Aside() => [.. Directory.GetFiles(folder.Path, "before-restore-*.gavvet"), .. Unusable()];

    /// <summary>Stages a file from outside to be restored: it is copied, checked, and brought to this program's version.</summary>
    /// <exception cref="BackupException">It cannot be restored.</exception>
    public Task<StagedBackup> StageAsync(Stream backup) => StageAsync(backup, LargestFile);

    /// <summary>Stages a daily copy, however large it is.</summary>
    /// <exception cref="BackupException">There is none of that day, or it cannot be restored.</exception>
    public async Task<StagedBackup> StageCopyAsync(string? name)
    {
        if (PathOf(name) is not { } copy)
            throw new BackupException(StorageTexts.Say("backup.no-day"));
        var incoming = folder.Temporary();
        try
        {
            return await AloneAsync(() =>
            {
                File.Copy(copy, incoming);
                return CheckedAsync(incoming);
            });
        }
        finally
        {
            File.Delete(incoming);
        }
    }

    // What comes from outside is taken in first; from then on it is a copy like the others.
    private async Task<StagedBackup> StageAsync(Stream backup, long most)
    {
        var incoming = folder.Temporary();
        try
        {
            await using (var file = new FileStream(incoming, FileMode.CreateNew))
                await CopyLimitedAsync(backup, file, most);
            return await AloneAsync(() => CheckedAsync(incoming));
        }
        finally
        {
            File.Delete(incoming);
        }
    }

    private async Task<StagedBackup> CheckedAsync(string incoming)
    {
        foreach (
            var old in new DirectoryInfo(folder.TemporaryPath)
                .GetFiles("staged-*")
                .OrderByDescending(file => file.LastWriteTimeUtc)
                .Skip(StagedAtOnce - 1)
        )
            DatabaseFile.Delete(old.FullName);
        var token = Guid.NewGuid().ToString("N");
        var path = Staged(token)!;
        try
        {
            File.Move(incoming, path);
            await BackupCheck.RunAsync(path, folder.Temporary());
            return new StagedBackup(token, await ContentsAsync(path));
        }
        catch (Exception problem)
        {
            DatabaseFile.Delete(path);
            if (
                DatabaseEngine.TroubleOf(problem) is { } and not DatabaseTrouble.Full
                || problem is InvalidOperationException or FormatException or OverflowException
            )
                throw new BackupException(StorageTexts.Say("backup.none-or-broken"), problem);
            throw;
        }
    }

    /// <summary>What a window staged, or null.</summary>
    public async Task<StagedBackup?> StagedAsync(string? token) =>
        Staged(token) is { } path && File.Exists(path) ? new StagedBackup(token!, await ContentsAsync(path)) : null;

    /// <summary>Forgets what a window staged.</summary>
    public void Unstage(string? token)
    {
        if (Staged(token) is { } path)
            DatabaseFile.Delete(path);
    }

    /// <summary>
    /// Puts what is staged in the place of everything. What was there is kept beside as a file; between the two nothing is
    /// saved, so no edit is lost. The change is one transaction: a program killed meanwhile has the old or the new.
    /// </summary>
    /// <param name="token">What the window staged.</param>
    /// <param name="data">The database in use.</param>
    /// <returns>The name of the file that holds what was there.</returns>
    /// <exception cref="BackupException">Nothing is staged.</exception>
    public Task<string> RestoreAsync(string? token, Database data)
    {
        if (Staged(token) is not { } staged || !File.Exists(staged))
            throw new BackupException(StorageTexts.Say("backup.nothing-waits"));
        return AloneAsync(() =>
            data.AloneAsync(async () =>
            {
                var before = FreeName("before-restore", ".gavvet");
                await CopyToAsync(Path.Combine(folder.Path, before));
                await data.RaiseEpochAsync(staged);
                DatabaseEngine.CloseKept();
                await DatabaseEngine.CopyAsync(staged, folder.DatabasePath);
                await DatabaseEngine.AskAsync(folder.DatabasePath, "PRAGMA journal_mode=WAL;");
                DatabaseFile.Delete(staged);
                return before;
            })
        );
    }

    /// <summary>Puts a daily copy in the place of a damaged database, which is kept beside it. For a start that has no database to
    /// open.</summary>
    /// <param name="name">The copy's name.</param>
    /// <returns>The name of the file that holds the damaged database.</returns>
    /// <exception cref="BackupException">There is no such copy, or it is damaged too.</exception>
    public async Task<string> PutInPlaceAsync(string? name)
    {
        var staged = Staged((await StageCopyAsync(name)).Token)!;
        var aside = FreeName("damaged", ".db");
        foreach (var suffix in new[] { "-wal", "-shm", "" })
        {
            if (File.Exists(folder.DatabasePath + suffix))
                File.Move(folder.DatabasePath + suffix, Path.Combine(folder.Path, aside + suffix));
        }

        File.Move(staged, folder.DatabasePath);
        await DatabaseEngine.AskAsync(folder.DatabasePath, "PRAGMA journal_mode=WAL;");
        folder.MarkDamage(false);
        folder.MarkRunning(false);
        return aside;
    }

    // A token is only ever one of ours, so it leads to no other file.
    private string? Staged(string? token) =>
        token is not null && Token().IsMatch(token) ? Path.Combine(folder.TemporaryPath, $"staged-{token}") : null;

    private static async Task CopyLimitedAsync(Stream from, FileStream to, long most)
    {
        var buffer = new byte[1 << 16];
        for (var read = await from.ReadAsync(buffer); read > 0; read = await from.ReadAsync(buffer))
        {
            if (to.Length + read > most)
                throw new BackupException(StorageTexts.Say("backup.too-large", ("size", LargestFile >> 30)));
            await to.WriteAsync(buffer.AsMemory(0, read));
        }
    }

    private async Task<BackupContents> ContentsAsync(string path)
    {
        await using var database = new DatabaseFactory(path, pooled: false).CreateDbContext();
        var unreadable = 0;
        await foreach (var body in database.Sheets.Select(sheet => sheet.Head!.Body).AsAsyncEnumerable())
            unreadable += SheetStore.ReadOrNull(body) is null ? 1 : 0;
        return new BackupContents(
            await database.Sheets.CountAsync(sheet => sheet.DeletedAt == null),
            await database.Sheets.CountAsync(sheet => sheet.DeletedAt != null),
            await database.Printings.CountAsync(),
            await database.Library.CountAsync(kept => kept.DeletedAt == null),
            await database.Sheets.MaxAsync(sheet => (DateTimeOffset?)sheet.ChangedAt),
            await database
                .Sheets.Where(sheet => sheet.DeletedAt == null)
                .OrderByDescending(sheet => sheet.ChangedAt)
                .Take(5)
                .Select(sheet => sheet.Head!.Title)
                .ToListAsync(),
            unreadable
        )
        {
            Classes = await database.Classes.CountAsync(),
            Students = await database.Students.CountAsync(),
            Marked = await database.Markings.CountAsync(marking =>
                marking.Undoes == null && !database.Markings.Any(undo => undo.Undoes == marking.Id)
            ),
            BroughtBack = await BroughtBackAsync(database),
        };
    }

    // Students who were deleted, or made anonymous, since the backup was made. A damaged database has nobody to compare with.
    private async Task<IReadOnlyList<string>> BroughtBackAsync(GavvetDatabase backup)
    {
        try
        {
            await using var live = new DatabaseFactory(folder.DatabasePath, pooled: false).CreateDbContext();
            var here = await live.Students.ToDictionaryAsync(student => student.Id, student => student.Name);
            return
            [
                .. (
                    await backup.Students.OrderBy(student => student.Name).Select(student => new { student.Id, student.Name }).ToListAsync()
                )
                    .Where(student => here.GetValueOrDefault(student.Id) != student.Name)
                    .Select(student => student.Name),
            ];
        }
        catch (Exception problem) when (DatabaseEngine.TroubleOf(problem) is not null)
        {
            return [];
        }
    }

    [GeneratedRegex("^[0-9a-f]{32}$")]
    private static partial Regex Token();
}
