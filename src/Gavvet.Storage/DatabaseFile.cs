namespace Gavvet.Storage;

/// <summary>A database as files.</summary>
internal static class DatabaseFile
{
    private static readonly string[] Suffixes = ["", "-wal", "-shm", "-journal"];

    /// <summary>Deletes a database with what lies beside it.</summary>
    public static void Delete(string path)
    {
        foreach (var suffix in Suffixes)
            File.Delete(path + suffix);
    }
}
