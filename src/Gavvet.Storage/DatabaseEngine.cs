using System.Data.Common;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Gavvet.Storage;

/// <summary>What keeps a database from reading or writing.</summary>
internal enum DatabaseTrouble
{
    /// <summary>The disk is full.</summary>
    Full,

    /// <summary>Another program holds it.</summary>
    Held,

    /// <summary>It is damaged, or no database.</summary>
    Damaged,

    /// <summary>It cannot be opened or written.</summary>
    Closed,

    /// <summary>The disk did not answer.</summary>
    Disk,

    /// <summary>A row breaks a rule of the tables, such as a name that is taken.</summary>
    Rule,

    /// <summary>Anything else.</summary>
    Other,
}

/// <summary>The one place that knows which database engine this is: a SQLite file. Everything else speaks of databases.</summary>
public static class DatabaseEngine
{
    /// <summary>Keeps a context in a database file.</summary>
    /// <param name="options">The options of the context.</param>
    /// <param name="path">The file.</param>
    /// <param name="settings">Further settings of its connections.</param>
    public static DbContextOptionsBuilder UseDatabaseFile(this DbContextOptionsBuilder options, string path, string settings = "") =>
        options.UseSqlite($"Data Source={path};{settings}");

    /// <summary>Closes every connection that is kept for later, so that the files can be moved or deleted.</summary>
    public static void CloseKept() => SqliteConnection.ClearAllPools();

    /// <summary>A connection of its own, not kept for later; closed as yet.</summary>
    internal static DbConnection Connection(string path) => new SqliteConnection($"Data Source={path};Pooling=False;Default Timeout=5");

    /// <summary>One value of a database, or what a statement answers.</summary>
    internal static async Task<object?> AskAsync(string path, string sql)
    {
        await using var connection = Connection(path);
        await connection.OpenAsync();
        await using var command = connection.Command(sql);
        return await command.ExecuteScalarAsync();
    }

    /// <summary>The first column of a question, as text.</summary>
    internal static async Task<List<string>> ColumnAsync(string path, string sql)
    {
        await using var connection = Connection(path);
        await connection.OpenAsync();
        return await connection.ColumnAsync(sql);
    }

    /// <summary>The first column of a question, as text.</summary>
    internal static async Task<List<string>> ColumnAsync(this DbConnection connection, string sql)
    {
        await using var command = connection.Command(sql);
        await using var rows = await command.ExecuteReaderAsync();
        var values = new List<string>();
        while (await rows.ReadAsync())
            values.Add(rows.GetString(0));
        return values;
    }

    /// <summary>A statement with its values.</summary>
    internal static DbCommand Command(this DbConnection connection, string sql, params (string Name, object Value)[] values)
    {
        var command = connection.CreateCommand();
#pragma warning disable CA2100 // Every statement is written in this program; what comes from outside is a value.
        command.CommandText = sql;
#pragma warning restore CA2100
        foreach (var (name, value) in values)
        {
            var parameter = command.CreateParameter();
            (parameter.ParameterName, parameter.Value) = (name, value);
            command.Parameters.Add(parameter);
        }

        return command;
    }

    /// <summary>Copies a database as it stands at one moment, over another if there is one, in one transaction.</summary>
    internal static async Task CopyAsync(string from, string to)
    {
        await using var source = (SqliteConnection)Connection(from);
        await using var target = (SqliteConnection)Connection(to);
        await source.OpenAsync();
        await target.OpenAsync();
        // The engine copies without letting go of its thread.
        await Task.Run(() => source.BackupDatabase(target));
    }

    /// <summary>What kept the database from working, where a failure is one of it; null where it is none.</summary>
    internal static DatabaseTrouble? TroubleOf(Exception? problem)
    {
        for (var cause = problem; cause is not null; cause = cause.InnerException)
        {
            if (cause is SqliteException sqlite)
                return Trouble(sqlite.SqliteErrorCode);
        }

        return null;
    }

    private static DatabaseTrouble Trouble(int code) =>
        code switch
        {
            SQLitePCL.raw.SQLITE_FULL => DatabaseTrouble.Full,
            SQLitePCL.raw.SQLITE_BUSY or SQLitePCL.raw.SQLITE_LOCKED => DatabaseTrouble.Held,
            SQLitePCL.raw.SQLITE_CORRUPT or SQLitePCL.raw.SQLITE_NOTADB => DatabaseTrouble.Damaged,
            SQLitePCL.raw.SQLITE_READONLY or SQLitePCL.raw.SQLITE_CANTOPEN or SQLitePCL.raw.SQLITE_PERM => DatabaseTrouble.Closed,
            SQLitePCL.raw.SQLITE_IOERR => DatabaseTrouble.Disk,
            SQLitePCL.raw.SQLITE_CONSTRAINT => DatabaseTrouble.Rule,
            _ => DatabaseTrouble.Other,
        };
}
