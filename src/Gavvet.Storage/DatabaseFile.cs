using Microsoft.Data.Sqlite;

namespace Gavvet.Storage;

/// <summary>A database as a file.</summary>
internal static class DatabaseFile
{
    private static readonly string[] Suffixes = ["", "-wal", "-shm", "-journal"];

    /// <summary>Copies a database as it stands at one moment, over another if there is one.</summary>
    public static async Task CopyAsync(string from, string to)
    {
        await using var source = new SqliteConnection($"Data Source={from};Pooling=False");
        await using var target = new SqliteConnection($"Data Source={to};Pooling=False");
        await source.OpenAsync();
        await target.OpenAsync();
        source.BackupDatabase(target);
    }

    /// <summary>Deletes a database with what lies beside it.</summary>
    public static void Delete(string path)
    {
        foreach (var suffix in Suffixes)
            File.Delete(path + suffix);
    }
}
