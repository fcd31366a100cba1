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
        }

        return null;
    }

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
