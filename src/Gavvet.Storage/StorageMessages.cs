namespace Gavvet.Storage;

/// <summary>What to tell a teacher when the database cannot be read or written.</summary>
public static class StorageMessages
{
    private const string FullAtStart = "The disk is full. Make room on it, and start again.";

    /// <summary>The words for a failure of the database, or null when it is another.</summary>
    public static string? Of(Exception? problem)
    {
        if (DatabaseEngine.TroubleOf(problem) is { } trouble)
            return Of(trouble);
        for (var cause = problem; cause is not null; cause = cause.InnerException)
        {
            if (cause is DataFolderGoneException)
                return "The data folder is not there any more, so this was not saved. Put the folder back where it was, and start Gavvet again.";
            if (IsDiskFull(cause))
                return Of(DatabaseTrouble.Full);
        }

        return null;
    }

    /// <summary>The words for a failure at the start, or null when it is another.</summary>
    public static string? AtStart(Exception? problem) => (DatabaseEngine.TroubleOf(problem), problem) switch
    {
        (DatabaseTrouble.Full, _) => FullAtStart,
        (DatabaseTrouble.Held, _) => "Another program holds the database. Close it, and start again.",
        (DatabaseTrouble.Disk, _) => "The disk did not answer. See that it is there and has room, and start again.",
        ({ }, _) => "The database cannot be read or written. See that the folder and its files belong to you, and start again.",
        (_, UnauthorizedAccessException) => "The folder or a file in it cannot be written. See that they belong to you, and start again.",
        (_, IOException full) when IsDiskFull(full) => FullAtStart,
        (_, IOException disk) => $"The disk did not answer: {disk.Message}",
        _ => null,
    };

    /// <summary>Whether a failure says that the database is damaged.</summary>
    public static bool IsDamage(Exception? problem) => DatabaseEngine.TroubleOf(problem) == DatabaseTrouble.Damaged;

    // ENOSPC, the system's word for a disk without room.
    private static bool IsDiskFull(Exception problem) => problem is IOException { HResult: 28 };

    private static string Of(DatabaseTrouble trouble) => trouble switch
    {
        DatabaseTrouble.Full => "The disk is full, so this was not saved. Everything that was called saved is safe. Make room on the disk and try again.",
        DatabaseTrouble.Held => "Another program holds the database, so this was not saved. Everything that was called saved is safe. Close the other program and try again.",
        DatabaseTrouble.Damaged => "The database is damaged, so this was not saved. Stop Gavvet and start it again: it then offers the copies of the last days to put in its place.",
        DatabaseTrouble.Closed => "The database cannot be written, so this was not saved. Everything that was called saved is safe. See that the data folder belongs to Gavvet and try again.",
        DatabaseTrouble.Disk => "The disk did not answer, so this was not saved. Everything that was called saved is safe. See that the disk is there and try again.",
        _ => "The database could not do this, so nothing was saved. Everything that was called saved is safe. Try again.",
    };
}
