using System.Reflection;
using Gavvet.Worksheets.Files;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Migrations;

namespace Gavvet.Storage;

/// <summary>
/// Brings the database to the program's version at start-up, under the folder's lock. A migration works on a copy that
/// is swapped in when it is whole, so a start that is killed leaves the old database or the new one, never half of each.
/// </summary>
public static class DatabaseStart
{
    /// <summary>Marks the file as ours: "Gavt".</summary>
    public const int ApplicationId = 0x47617674;

    /// <summary>Makes the database ready.</summary>
    /// <exception cref="StartException">It is newer than the program.</exception>
    /// <exception cref="DamagedDatabaseException">It is damaged, or not a database.</exception>
    public static async Task PrepareAsync(DataFolder folder)
    {
        ArgumentNullException.ThrowIfNull(folder);
        var path = folder.DatabasePath;
        var copy = path + ".migrating";
        DeleteWithJournal(copy);
        try
        {
            if (File.Exists(path))
            {
                if (folder.IsDamageSeen)
                    await LookThroughAsync(folder);
                await ClearMigrationLockAsync(path);
                if (await PendingAsync(path) is not { } lastApplied)
                    return;
                await CopyAsync(path, copy);
                File.Copy(path, $"{path}.before-{lastApplied}", overwrite: true);
            }

            await MigrateAsync(copy);
            File.Move(copy, path, overwrite: true);
            await ExecuteAsync(path, "PRAGMA journal_mode=WAL;");
        }
        catch (SqliteException problem) when (problem.SqliteErrorCode is SQLitePCL.raw.SQLITE_NOTADB or SQLitePCL.raw.SQLITE_CORRUPT)
        {
            throw new DamagedDatabaseException($"The database {path} is damaged or is not a database. {Advice(folder)}", problem);
        }
    }

    private static async Task LookThroughAsync(DataFolder folder)
    {
        await using var connection = new SqliteConnection($"Data Source={folder.DatabasePath};Pooling=False");
        await connection.OpenAsync();
        await using var command = connection.CreateCommand();
        command.CommandText = "PRAGMA integrity_check(1)";
        if (await command.ExecuteScalarAsync() is not "ok")
            throw new DamagedDatabaseException($"The database {folder.DatabasePath} is damaged. {Advice(folder)}");
        folder.MarkDamage(false);
    }

    private static string Advice(DataFolder folder) => new Backups(folder, TimeProvider.System).Copies() is [var newest, ..]
        ? $"The newest copy is copies/{newest.Name}.gavvet in the same folder: keep the damaged file aside, and put that copy in its place."
        : "Put a copy back in its place.";

    /// <summary>Brings a copy to the program's version where it lies.</summary>
    /// <exception cref="StartException">It is newer than the program.</exception>
    internal static async Task UpgradeCopyAsync(string path)
    {
        await ClearMigrationLockAsync(path);
        if (await PendingAsync(path) is not null)
            await MigrateAsync(path);
    }

    /// <summary>The last migration applied when others are to come; null when there is nothing to do.</summary>
    /// <remarks>Asked without the object mapper, which takes a second to wake and is not needed where nothing is to be done.</remarks>
    private static async Task<string?> PendingAsync(string path)
    {
        var applied = await AppliedAsync(path);
        var known = typeof(GavvetDatabase).Assembly.GetTypes().Select(type => type.GetCustomAttribute<MigrationAttribute>()?.Id).OfType<string>().ToHashSet();
        if (applied.Exists(migration => !known.Contains(migration)))
            throw new StartException($"The database {path} was made by a later Gavvet. Start that one, or choose another folder with --data.");
        return applied.Count == known.Count ? null : applied.LastOrDefault() ?? "empty";
    }

    private static async Task<List<string>> AppliedAsync(string path)
    {
        await using var connection = new SqliteConnection($"Data Source={path};Pooling=False");
        await connection.OpenAsync();
        await using var command = connection.CreateCommand();
        command.CommandText = "SELECT COUNT(*) FROM sqlite_master WHERE name = '__EFMigrationsHistory'";
        var applied = new List<string>();
        if (await command.ExecuteScalarAsync() is 0L)
            return applied;
        command.CommandText = "SELECT MigrationId FROM __EFMigrationsHistory ORDER BY MigrationId";
        await using var rows = await command.ExecuteReaderAsync();
        while (await rows.ReadAsync())
            applied.Add(rows.GetString(0));
        return applied;
    }

    // A start that was killed while migrating leaves a row here, and the next migration would wait for it for ever.
    private static Task ClearMigrationLockAsync(string path) =>
        ExecuteAsync(path, "CREATE TABLE IF NOT EXISTS \"__EFMigrationsLock\" (\"Id\" INTEGER NOT NULL CONSTRAINT \"PK___EFMigrationsLock\" PRIMARY KEY, \"Timestamp\" TEXT NOT NULL); DELETE FROM \"__EFMigrationsLock\";");

    private static async Task CopyAsync(string from, string to)
    {
        await using var source = new SqliteConnection($"Data Source={from};Pooling=False");
        await using var target = new SqliteConnection($"Data Source={to};Pooling=False");
        await source.OpenAsync();
        await target.OpenAsync();
        source.BackupDatabase(target);
        await using var checkpoint = source.CreateCommand();
        checkpoint.CommandText = "PRAGMA wal_checkpoint(TRUNCATE);";
        await checkpoint.ExecuteNonQueryAsync();
    }

    private static async Task MigrateAsync(string path)
    {
        await using (var database = Open(path))
        {
            await database.Database.MigrateAsync();
            await WriteWordsAsync(database);
        }

        await ExecuteAsync(path, $"PRAGMA journal_mode=DELETE; PRAGMA application_id={ApplicationId};");
    }

    // Sheets of a database from before the filter get the words it looks in.
    private static async Task WriteWordsAsync(GavvetDatabase database)
    {
        foreach (var sheet in await database.Sheets.Where(sheet => sheet.Words == "").Include(sheet => sheet.Head).ToListAsync())
            sheet.Words = SheetWords.Of(SheetFile.Read(sheet.Head!.Body));
        await database.SaveChangesAsync();
    }

    private static async Task ExecuteAsync(string path, string sql)
    {
        await using var connection = new SqliteConnection($"Data Source={path};Pooling=False");
        await connection.OpenAsync();
        await using var command = connection.CreateCommand();
        command.CommandText = sql;
        await command.ExecuteNonQueryAsync();
    }

    private static GavvetDatabase Open(string path) => new(GavvetDatabase.OptionsFor(path, pooled: false));

    private static void DeleteWithJournal(string path)
    {
        foreach (var suffix in new[] { "", "-wal", "-shm", "-journal" })
            File.Delete(path + suffix);
    }
}
