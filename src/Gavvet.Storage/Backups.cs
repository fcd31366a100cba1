using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Gavvet.Storage;

/// <summary>What a backup holds, for a look before it is restored.</summary>
/// <param name="Sheets">Sheets on the desk.</param>
/// <param name="Deleted">Sheets in the bin.</param>
/// <param name="Printings">Printings.</param>
/// <param name="Sections">Sections in the teacher's library.</param>
/// <param name="LastChange">When a sheet in it was last changed, or null.</param>
/// <param name="Newest">The titles of the sheets changed last.</param>
public sealed record BackupContents(int Sheets, int Deleted, int Printings, int Sections, DateTimeOffset? LastChange, IReadOnlyList<string> Newest);

/// <summary>A copy the program made by itself.</summary>
/// <param name="Name">Its name, the day.</param>
/// <param name="MadeAt">When.</param>
/// <param name="Bytes">How large it is.</param>
public sealed record DailyCopy(string Name, DateTimeOffset MadeAt, long Bytes);

/// <summary>A file that cannot be restored; the message says why.</summary>
public sealed class BackupException : Exception
{
    public BackupException()
    {
    }

    public BackupException(string message)
        : base(message)
    {
    }

    public BackupException(string message, Exception innerException)
        : base(message, innerException)
    {
    }
}

/// <summary>
/// Everything in one file, and back. A backup is the database as it stood at one moment; it holds no keys and no
/// passphrase, since those lie in other files.
/// </summary>
public sealed class Backups(DataFolder folder, TimeProvider clock)
{
    /// <summary>Daily copies kept.</summary>
    public const int CopiesKept = 7;

    /// <summary>The largest file that is looked into.</summary>
    public const long LargestFile = 4L * 1024 * 1024 * 1024;

    private readonly string _copies = Path.Combine(folder.Path, "copies");

    private string Staged => Path.Combine(folder.Path, "restore.staged");

    /// <summary>Writes a backup into a file while the program runs.</summary>
    public async Task WriteAsync(string path)
    {
        var half = path + ".half";
        Delete(half);
        await CopyAsync(folder.DatabasePath, half);
        await ScalarAsync(half, "PRAGMA journal_mode=DELETE;");
        File.Move(half, path, overwrite: true);
    }

    /// <summary>Makes today's copy if there is none yet, and lets the oldest beyond seven go.</summary>
    public async Task KeepDailyAsync()
    {
        Directory.CreateDirectory(_copies);
        var today = Path.Combine(_copies, $"{clock.GetLocalNow():yyyy-MM-dd}.gavvet");
        if (!File.Exists(today))
            await WriteAsync(today);
        foreach (var old in Copies().Skip(CopiesKept))
            File.Delete(Path.Combine(_copies, old.Name + ".gavvet"));
    }

    /// <summary>The daily copies, the newest first.</summary>
    public IReadOnlyList<DailyCopy> Copies() => Directory.Exists(_copies)
        ? [.. new DirectoryInfo(_copies).GetFiles("????-??-??.gavvet").OrderByDescending(file => file.Name).Select(file => new DailyCopy(Path.GetFileNameWithoutExtension(file.Name), file.LastWriteTimeUtc, file.Length))]
        : [];

    /// <summary>The path of a daily copy, or null; only names that are listed lead anywhere.</summary>
    public string? PathOf(string? name) => Copies().FirstOrDefault(copy => copy.Name == name) is { } copy ? Path.Combine(_copies, copy.Name + ".gavvet") : null;

    /// <summary>Whether a name is that of a file which holds what was there before a restore.</summary>
    public bool IsBefore(string? name) => Directory.GetFiles(folder.Path, "before-restore-*.gavvet").Any(path => Path.GetFileName(path) == name);

    /// <summary>Stages a file to be restored: it is copied, checked, and brought to this program's version.</summary>
    /// <returns>What it holds.</returns>
    /// <exception cref="BackupException">It cannot be restored.</exception>
    public async Task<BackupContents> StageAsync(Stream backup)
    {
        ArgumentNullException.ThrowIfNull(backup);
        Unstage();
        try
        {
            await using (var file = new FileStream(Staged, FileMode.Create))
                await CopyLimitedAsync(backup, file);
            await CheckAsync(Staged);
            return await ContentsAsync(Staged);
        }
        catch (SqliteException problem)
        {
            Unstage();
            throw new BackupException("This is no Gavvet backup, or it is damaged.", problem);
        }
        catch (BackupException)
        {
            Unstage();
            throw;
        }
    }

    /// <summary>What is staged, or null.</summary>
    public async Task<BackupContents?> StagedAsync() => File.Exists(Staged) ? await ContentsAsync(Staged) : null;

    /// <summary>Forgets what is staged.</summary>
    public void Unstage() => Delete(Staged);

    /// <summary>
    /// Puts what is staged in the place of everything. What was there is kept beside as a file; the change is one
    /// transaction, so that a program killed meanwhile has the old or the new.
    /// </summary>
    /// <returns>The name of the file that holds what was there.</returns>
    /// <exception cref="BackupException">Nothing is staged.</exception>
    public async Task<string> RestoreAsync()
    {
        if (!File.Exists(Staged))
            throw new BackupException("Choose the backup once more; nothing is waiting to be restored.");
        var before = $"before-restore-{clock.GetLocalNow():yyyy-MM-dd-HHmmss}.gavvet";
        await WriteAsync(Path.Combine(folder.Path, before));
        SqliteConnection.ClearAllPools();
        await CopyAsync(Staged, folder.DatabasePath);
        await ScalarAsync(folder.DatabasePath, "PRAGMA journal_mode=WAL;");
        Unstage();
        return before;
    }

    /// <summary>Puts a daily copy in the place of a damaged database, which is kept beside it. For a start that has no database to open.</summary>
    /// <param name="name">The copy's name.</param>
    /// <returns>The name of the file that holds the damaged database.</returns>
    /// <exception cref="BackupException">There is no such copy, or it is damaged too.</exception>
    public async Task<string> PutInPlaceAsync(string? name)
    {
        if (PathOf(name) is not { } copy)
            throw new BackupException("There is no copy of that day. Choose one of those shown.");
        await using (var file = File.OpenRead(copy))
            await StageAsync(file);
        var aside = $"damaged-{clock.GetLocalNow():yyyy-MM-dd-HHmmss}.db";
        foreach (var suffix in new[] { "-wal", "-shm", "" })
        {
            if (File.Exists(folder.DatabasePath + suffix))
                File.Move(folder.DatabasePath + suffix, Path.Combine(folder.Path, aside + suffix));
        }

        File.Move(Staged, folder.DatabasePath);
        await ScalarAsync(folder.DatabasePath, "PRAGMA journal_mode=WAL;");
        folder.MarkDamage(false);
        return aside;
    }

    private static async Task CopyLimitedAsync(Stream from, FileStream to)
    {
        var buffer = new byte[1 << 16];
        for (var read = await from.ReadAsync(buffer); read > 0; read = await from.ReadAsync(buffer))
        {
            if (to.Length + read > LargestFile)
                throw new BackupException($"The file is too large for a backup: up to {LargestFile >> 30} GB can be read.");
            await to.WriteAsync(buffer.AsMemory(0, read));
        }
    }

    private static async Task CheckAsync(string path)
    {
        if (await ScalarAsync(path, "PRAGMA application_id;") is not (long)DatabaseStart.ApplicationId)
            throw new BackupException("This is no Gavvet backup. Choose a file that was made here with “Download a backup”.");
        if (await ScalarAsync(path, "PRAGMA integrity_check;") is not "ok")
            throw new BackupException("This backup is damaged. Choose another copy.");
        // A trigger or a view would run with what is restored; ours has none.
        if (await ScalarAsync(path, "SELECT count(*) FROM sqlite_master WHERE type IN ('trigger', 'view');") is not 0L)
            throw new BackupException("This file holds more than a Gavvet backup does. Choose a file that was made here.");
        try
        {
            await DatabaseStart.UpgradeCopyAsync(path);
        }
        catch (StartException)
        {
            throw new BackupException("This backup was made by a later Gavvet. Restore it there.");
        }
    }

    private static async Task<BackupContents> ContentsAsync(string path)
    {
        await using var database = new GavvetDatabase(GavvetDatabase.OptionsFor(path, pooled: false));
        return new BackupContents(
            await database.Sheets.CountAsync(sheet => sheet.DeletedAt == null),
            await database.Sheets.CountAsync(sheet => sheet.DeletedAt != null),
            await database.Printings.CountAsync(),
            await database.Library.CountAsync(kept => kept.DeletedAt == null),
            await database.Sheets.MaxAsync(sheet => (DateTimeOffset?)sheet.ChangedAt),
            await database.Sheets.Where(sheet => sheet.DeletedAt == null).OrderByDescending(sheet => sheet.ChangedAt).Take(5).Select(sheet => sheet.Head!.Title).ToListAsync());
    }

    private static async Task CopyAsync(string from, string to)
    {
        await using var source = new SqliteConnection($"Data Source={from};Pooling=False");
        await using var target = new SqliteConnection($"Data Source={to};Pooling=False");
        await source.OpenAsync();
        await target.OpenAsync();
        source.BackupDatabase(target);
    }

    private static async Task<object?> ScalarAsync(string path, string sql)
    {
        await using var connection = new SqliteConnection($"Data Source={path};Pooling=False");
        await connection.OpenAsync();
        await using var command = connection.CreateCommand();
        command.CommandText = sql;
        return await command.ExecuteScalarAsync();
    }

    private static void Delete(string path)
    {
        foreach (var suffix in new[] { "", "-wal", "-shm", "-journal" })
            File.Delete(path + suffix);
    }
}
