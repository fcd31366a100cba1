using Gavvet.Worksheets.Files;
using Microsoft.EntityFrameworkCore;

namespace Gavvet.Storage;

/// <summary>
/// Looks through a file that wants to be a backup, before anything of it is used: it may come from anyone. What passes has
/// our tables and nothing else, values of their kinds, times that are times, and bodies that are bounded.
/// </summary>
internal static class BackupCheck
{
    private static string NotOurs => StorageTexts.Say("backup.not-ours");
    private static string Broken => StorageTexts.Say("backup.broken");

    // 2000 to 2200 in milliseconds since 1970.
    private const long Earliest = 946_684_800_000;
    private const long Latest = 7_258_118_400_000;

    private static readonly (string Table, string Column)[] Times =
    [
        ("Sheets", "ChangedAt"),
        ("Sheets", "DeletedAt"),
        ("Revisions", "MadeAt"),
        ("RestorePoints", "MadeAt"),
        ("Library", "KeptAt"),
        ("Library", "DeletedAt"),
        ("Printings", "MadeAt"),
        ("Printings", "ReturnedAt"),
        ("Classes", "MadeAt"),
        ("Markings", "MadeAt"),
    ];

    /// <summary>Checks a file, and brings it to this program's version where it lies.</summary>
    /// <param name="path">The file.</param>
    /// <param name="scratch">Where a new database may be made to compare with.</param>
    /// <exception cref="BackupException">It is no backup; the message says why.</exception>
    public static async Task RunAsync(string path, string scratch)
    {
        if (await DatabaseEngine.AskAsync(path, "PRAGMA application_id") is not (long)DatabaseStart.ApplicationId)
            throw new BackupException(StorageTexts.Say("backup.none"));
        if (await DatabaseEngine.AskAsync(path, "PRAGMA integrity_check") is not "ok")
            throw new BackupException(Broken);
        // A trigger, a view or a table of another program's would run with what is restored; ours has none.
        if (
            await CountAsync(path, "sqlite_master WHERE type IN ('trigger', 'view') OR sql LIKE 'CREATE VIRTUAL%'") > 0
            || await DatabaseEngine.AskAsync(path, "PRAGMA encoding") is not "UTF-8"
        )
            throw new BackupException(NotOurs);
        try
        {
            await DatabaseStart.UpgradeCopyAsync(path);
        }
        catch (StartException)
        {
            throw new BackupException(StorageTexts.Say("backup.later"));
        }

        await DatabaseEngine.AskAsync(path, "PRAGMA journal_mode=DELETE");
        await CompareTablesAsync(path, scratch);
        if (
            await CountAsync(path, "pragma_foreign_key_check") > 0
            || await CountAsync(
                path,
                "Sheets LEFT JOIN Revisions ON Revisions.Id = HeadId WHERE HeadId IS NULL OR Revisions.SheetId IS NOT Sheets.Id"
            ) > 0
        )
            throw new BackupException(Broken);
        foreach (var (table, column) in Times)
        {
            if (await CountAsync(path, $"{table} WHERE {column} NOT BETWEEN {Earliest} AND {Latest}") > 0)
                throw new BackupException(StorageTexts.Say("backup.times"));
        }

        await CheckBodiesAsync(path);
        // Another page size cannot be copied over a database that is open.
        if (await DatabaseEngine.AskAsync(path, "PRAGMA page_size") is not PageSize)
            await DatabaseEngine.AskAsync(path, $"PRAGMA page_size={PageSize}; VACUUM;");
    }

    private const long PageSize = 4096;

    // How many times its size a backup may unfold to, and the size that is reckoned with at least.
    private const long Unfolded = 64;
    private const long SmallestFile = 1024 * 1024;

    // Tables and indexes as a new database has them, and in each column values of its kind alone.
    private static async Task CompareTablesAsync(string path, string scratch)
    {
        try
        {
            await DatabaseStart.UpgradeCopyAsync(scratch);
            if (!(await ColumnsAsync(path)).SetEquals(await ColumnsAsync(scratch)))
                throw new BackupException(NotOurs);
        }
        finally
        {
            DatabaseFile.Delete(scratch);
        }

        foreach (var column in await ColumnsAsync(path))
        {
            var parts = column.Split('|');
            if (
                parts[0] == "column"
                && await CountAsync(
                    path,
                    $"\"{parts[1]}\" WHERE typeof(\"{parts[2]}\") NOT IN ('{parts[3].ToLowerInvariant()}', '{(parts[4] == "1" ? "" : "null")}')"
                ) > 0
            )
                throw new BackupException(Broken);
        }
    }

    private static async Task<HashSet<string>> ColumnsAsync(string path)
    {
        // The key of a row is null in no table, whatever the column says.
        const string sql = """
            SELECT 'column|' || m.name || '|' || c.name || '|' || c.type || '|' || MAX(c."notnull", c.pk) FROM sqlite_master m, pragma_table_info(m.name) c WHERE m.type = 'table' AND m.name NOT LIKE 'sqlite_%'
            UNION ALL
            SELECT 'index|' || m.tbl_name || '|' || l."unique" || '|' || (SELECT group_concat(i.name, ',') FROM pragma_index_info(l.name) i) FROM sqlite_master m, pragma_index_list(m.name) l WHERE m.type = 'table' AND m.name NOT LIKE 'sqlite_%'
            """;
        return [.. await DatabaseEngine.ColumnAsync(path, sql)];
    }

    // A body that cannot be read is kept and said, as on the desk; what is packed must stay within bounds.
    private static async Task CheckBodiesAsync(string path)
    {
        await using var database = new DatabaseFactory(path, pooled: false).CreateDbContext();
        foreach (var style in await database.Styles.ToListAsync())
        {
            if (!DeskSettings.IsReadable(style.Body))
                database.Styles.Remove(style);
        }

        await database.SaveChangesAsync();
        // What pages and records are packed to is a tenth of them, hardly ever a fortieth. A file that unfolds to more is an attack.
        var left = Unfolded * Math.Max(new FileInfo(path).Length, SmallestFile);
        try
        {
            foreach (
                var packed in new[]
                {
                    database.PrintedPages.Select(page => page.Sides),
                    database.Printings.Select(printing => printing.PackedRecord),
                    database.ReturnedPages.Select(page => page.Page),
                }
            )
            {
                await foreach (var value in packed.AsAsyncEnumerable())
                    left -= PackedText.SizeOf(value, left);
            }
        }
        catch (InvalidDataException problem)
        {
            throw new BackupException(Broken, problem);
        }
    }

    private static async Task<long> CountAsync(string path, string from) =>
        await DatabaseEngine.AskAsync(path, $"SELECT COUNT(*) FROM {from}") as long? ?? 0;
}
