using Microsoft.Data.Sqlite;

namespace Gavvet.Storage;

/// <summary>What to tell a teacher when the database cannot be read or written.</summary>
public static class StorageWords
{
    /// <summary>The words for a failure of the database, or null when it is another.</summary>
    public static string? Of(Exception? problem)
    {
        for (var cause = problem; cause is not null; cause = cause.InnerException)
        {
            if (cause is SqliteException sqlite)
                return OfCode(sqlite.SqliteErrorCode);
            if (cause is DataFolderGoneException)
                return "The data folder is not there any more, so this was not saved. Put the folder back where it was, and start Gavvet again.";
            if (IsDiskFull(cause))
                return OfCode(SQLitePCL.raw.SQLITE_FULL);
        }

        return null;
    }

    /// <summary>The words for a failure at the start, or null when it is another.</summary>
    public static string? AtStart(Exception? problem) => problem switch
    {
        SqliteException sqlite => sqlite.SqliteErrorCode switch
        {
            SQLitePCL.raw.SQLITE_FULL => FullAtStart,
            SQLitePCL.raw.SQLITE_BUSY or SQLitePCL.raw.SQLITE_LOCKED => "Another program holds the database. Close it, and start again.",
            SQLitePCL.raw.SQLITE_IOERR => "The disk did not answer. See that it is there and has room, and start again.",
            _ => "The database cannot be read or written. See that the folder and its files belong to you, and start again.",
        },
        UnauthorizedAccessException => "The folder or a file in it cannot be written. See that they belong to you, and start again.",
        IOException when IsDiskFull(problem) => FullAtStart,
        IOException => $"The disk did not answer: {problem.Message}",
        _ => null,
    };

    private const string FullAtStart = "The disk is full. Make room on it, and start again.";

    // ENOSPC, the system's word for a disk without room.
    private static bool IsDiskFull(Exception problem) => problem is IOException { HResult: 28 };

    /// <summary>Whether a failure says that the database is damaged.</summary>
    public static bool IsDamage(Exception? problem)
    {
        for (var cause = problem; cause is not null; cause = cause.InnerException)
        {
            if (cause is SqliteException { SqliteErrorCode: SQLitePCL.raw.SQLITE_CORRUPT or SQLitePCL.raw.SQLITE_NOTADB })
                return true;
        }

        return false;
    }

    private static string OfCode(int code) => code switch
    {
        SQLitePCL.raw.SQLITE_FULL => "The disk is full, so this was not saved. Everything that was called saved is safe. Make room on the disk and try again.",
        SQLitePCL.raw.SQLITE_BUSY or SQLitePCL.raw.SQLITE_LOCKED => "Another program holds the database, so this was not saved. Everything that was called saved is safe. Close the other program and try again.",
        SQLitePCL.raw.SQLITE_CORRUPT or SQLitePCL.raw.SQLITE_NOTADB => "The database is damaged, so this was not saved. Stop Gavvet and start it again: it then offers the copies of the last days to put in its place.",
        SQLitePCL.raw.SQLITE_READONLY or SQLitePCL.raw.SQLITE_CANTOPEN or SQLitePCL.raw.SQLITE_PERM => "The database cannot be written, so this was not saved. Everything that was called saved is safe. See that the data folder belongs to Gavvet and try again.",
        SQLitePCL.raw.SQLITE_IOERR => "The disk did not answer, so this was not saved. Everything that was called saved is safe. See that the disk is there and try again.",
        _ => "The database could not do this, so nothing was saved. Everything that was called saved is safe. Try again.",
    };
}
