using System.Reflection;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
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
    /// <returns>What is to be said at the start, or null.</returns>
    /// <exception cref="StartException">It is newer than the program, or the disk is full, cannot be written, or is locked.</exception>
    /// <exception cref="DamagedDatabaseException">It is damaged, empty beside copies, or not a database.</exception>
    public static async Task<string?> PrepareAsync(DataFolder folder)
    {
        try
        {
            return await ReadyAsync(folder);
        }
        catch (Exception problem) when (StorageMessages.IsDamage(problem))
        {
            throw new DamagedDatabaseException(
                StorageTexts.Say("database.damaged-or-none", ("database", folder.DatabasePath), ("advice", Advice(folder))),
                problem
            );
        }
        catch (Exception problem) when (StorageMessages.AtStart(problem) is { } words)
        {
            throw new StartException(StorageTexts.Say("folder.no-start", ("folder", folder.Path), ("why", words)), problem);
        }
    }

    private static async Task<string?> ReadyAsync(DataFolder folder)
    {
        var path = folder.DatabasePath;
        var copy = path + ".migrating";
        DatabaseFile.Delete(copy);
        string? words = null;
        var copies = new Backups(folder, TimeProvider.System).Copies();
        if (File.Exists(path))
        {
            // Seen before anything opens the database: whoever closes it last takes its log away.
            var hasLog = File.Exists(path + "-wal");
            // Whoever has copies had a database; an empty one is what is left of it.
            if (copies.Count > 0 && await IsEmptyAsync(path))
                throw new DamagedDatabaseException(StorageTexts.Say("database.empty", ("database", path), ("advice", Advice(folder))));
            words = await LogIsMissingAsync(folder, hasLog);
            // From here on the log may go by this start's own doing; a kill before the server runs is no loss.
            if (words is null)
                folder.MarkRunning(false);
            if (folder.IsDamageSeen || words is not null)
                await LookThroughAsync(folder);
            await ClearMigrationLockAsync(path);
            if (await PendingAsync(path) is not { } lastApplied)
                return words;
            await DatabaseEngine.CopyAsync(path, copy);
            await DatabaseEngine.AskAsync(path, "PRAGMA wal_checkpoint(TRUNCATE);");
            var before = $"{path}.before-{lastApplied}";
            File.Copy(path, before, overwrite: true);
            File.SetLastWriteTimeUtc(before, DateTime.UtcNow);
        }
        else if (copies.Count > 0)
        {
            throw new DamagedDatabaseException(StorageTexts.Say("database.missing", ("database", path), ("advice", Advice(folder))));
        }

        await MigrateAsync(copy);
        File.Move(copy, path, overwrite: true);
        await DatabaseEngine.AskAsync(path, "PRAGMA journal_mode=WAL;");
        return words;
    }

    private static async Task<bool> IsEmptyAsync(string path) =>
        new FileInfo(path).Length == 0
        || await DatabaseEngine.AskAsync(path, "SELECT COUNT(*) FROM sqlite_master WHERE name = 'Sheets'") is 0L;

    // While the program runs its log of the last changes lies beside the database, and a kill leaves it there.
    private static async Task<string?> LogIsMissingAsync(DataFolder folder, bool hasLog)
    {
        if (!folder.EndedSuddenly || hasLog || await DatabaseEngine.AskAsync(folder.DatabasePath, "PRAGMA journal_mode") is not "wal")
            return null;
        return StorageTexts.Say("database.log-missing");
    }

    private static async Task LookThroughAsync(DataFolder folder)
    {
        if (await DatabaseEngine.AskAsync(folder.DatabasePath, "PRAGMA integrity_check(1)") is not "ok")
            throw new DamagedDatabaseException(
                StorageTexts.Say("database.damaged", ("database", folder.DatabasePath), ("advice", Advice(folder)))
            );
        folder.MarkDamage(false);
    }

    private static string Advice(DataFolder folder) =>
        new Backups(folder, TimeProvider.System).Copies() is [var newest, ..]
            ? StorageTexts.Say("database.newest-copy", ("copy", newest.Name))
            : StorageTexts.Say("database.put-back");

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
        var known = typeof(GavvetDatabase)
            .Assembly.GetTypes()
            .Select(type => type.GetCustomAttribute<MigrationAttribute>()?.Id)
            .OfType<string>()
            .ToHashSet();
        if (applied.Exists(migration => !known.Contains(migration)))
            throw new StartException(StorageTexts.Say("database.later", ("database", path)));
        return applied.Count == known.Count ? null : applied.LastOrDefault() ?? "empty";
    }

    private static async Task<List<string>> AppliedAsync(string path)
    {
        await using var connection = DatabaseEngine.Connection(path);
        await connection.OpenAsync();
        await using var tables = connection.Command("SELECT COUNT(*) FROM sqlite_master WHERE name = '__EFMigrationsHistory'");
        return await tables.ExecuteScalarAsync() is 0L
            ? []
            : await connection.ColumnAsync("SELECT MigrationId FROM __EFMigrationsHistory ORDER BY MigrationId");
    }

    // A start that was killed while migrating leaves a row here, and the next migration would wait for it for ever.
    private static Task<object?> ClearMigrationLockAsync(string path) =>
        DatabaseEngine.AskAsync(
            path,
            "CREATE TABLE IF NOT EXISTS \"__EFMigrationsLock\" (\"Id\" INTEGER NOT NULL CONSTRAINT \"PK___EFMigrationsLock\" PRIMARY KEY, \"Timestamp\" TEXT NOT NULL); DELETE FROM \"__EFMigrationsLock\";"
        );

    // Pages of printings are packed between the migration that makes room for it and the one that takes the old room away.
    private const string PagesGetRoom = "LeanPrintings";

    private static async Task MigrateAsync(string path)
    {
        var applied = await AppliedAsync(path);
        await using (var database = Open(path))
        {
            if (!applied.Exists(migration => migration.EndsWith(PagesGetRoom, StringComparison.Ordinal)))
            {
                await database.GetService<IMigrator>().MigrateAsync(PagesGetRoom);
                await PackedPrintings.PackAsync(path);
            }

            await database.Database.MigrateAsync();
            await WriteWordsAsync(database);
        }

        await DatabaseEngine.AskAsync(path, $"PRAGMA journal_mode=DELETE; PRAGMA application_id={ApplicationId}; VACUUM;");
    }

    // Sheets of a database from before the filter get the words it looks in.
    private static async Task WriteWordsAsync(GavvetDatabase database)
    {
        foreach (var sheet in await database.Sheets.Where(sheet => sheet.Words == "").Include(sheet => sheet.Head).ToListAsync())
            sheet.Words = SheetStore.ReadOrNull(sheet.Head!.Body) is { } read ? DeskFilter.Of(read) : DeskFilter.Plain(sheet.Head.Title);
        await database.SaveChangesAsync();
    }

    private static GavvetDatabase Open(string path) => new DatabaseFactory(path, pooled: false).CreateDbContext();
}
