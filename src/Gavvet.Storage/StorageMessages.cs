namespace Gavvet.Storage;

/// <summary>What to tell a teacher when the database cannot be read or written.</summary>
public static class StorageMessages
{
    private static string FullAtStart => StorageTexts.Say("start.full");

    /// <summary>The words for a failure of the database, or null when it is another.</summary>
    public static string? Of(Exception? problem)
    {
        if (DatabaseEngine.TroubleOf(problem) is { } trouble)
            return Of(trouble);
        for (var cause = problem; cause is not null; cause = cause.InnerException)
        {
            if (cause is DataFolderGoneException)
                return StorageTexts.Say("unsaved.folder-gone");
            if (IsDiskFull(cause))
                return Of(DatabaseTrouble.Full);
        }

        return null;
    }

    /// <summary>The words for a failure at the start, or null when it is another.</summary>
    public static string? AtStart(Exception? problem) =>
        (DatabaseEngine.TroubleOf(problem), problem) switch
        {
            (DatabaseTrouble.Full, _) => FullAtStart,
            (DatabaseTrouble.Held, _) => StorageTexts.Say("start.held"),
            (DatabaseTrouble.Disk, _) => StorageTexts.Say("start.disk"),
            ({ }, _) => StorageTexts.Say("start.closed"),
            (_, UnauthorizedAccessException) => StorageTexts.Say("start.folder-closed"),
            (_, IOException full) when IsDiskFull(full) => FullAtStart,
            (_, IOException disk) => StorageTexts.Say("start.disk-says", ("problem", disk.Message)),
            _ => null,
        };

    /// <summary>Whether a failure says that the database is damaged.</summary>
    public static bool IsDamage(Exception? problem) => DatabaseEngine.TroubleOf(problem) == DatabaseTrouble.Damaged;

    // ENOSPC, the system's word for a disk without room.
    private static bool IsDiskFull(Exception problem) => problem is IOException { HResult: 28 };

    private static string Of(DatabaseTrouble trouble) =>
        trouble switch
        {
            DatabaseTrouble.Full => StorageTexts.Say("unsaved.full"),
            DatabaseTrouble.Held => StorageTexts.Say("unsaved.held"),
            DatabaseTrouble.Damaged => StorageTexts.Say("unsaved.damaged"),
            DatabaseTrouble.Closed => StorageTexts.Say("unsaved.closed"),
            DatabaseTrouble.Disk => StorageTexts.Say("unsaved.disk"),
            _ => StorageTexts.Say("unsaved.other"),
        };
}
