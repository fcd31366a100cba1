using Gavvet.Storage;
using Microsoft.Data.Sqlite;

namespace Gavvet.Tests.Common;

/// <summary>An empty database as the program makes it, made once for all tests of a run: making it anew takes a second and a half.</summary>
internal static class ReadyDatabase
{
    private static readonly Lazy<Task<byte[]>> Made = new(MakeAsync);

    /// <summary>Puts the database into a folder, unless it has one.</summary>
    /// <param name="folder">The data folder.</param>
    public static async Task PutIntoAsync(string folder)
    {
        var path = Path.Combine(folder, "gavvet.db");
        if (!File.Exists(path))
            await File.WriteAllBytesAsync(path, await Made.Value);
    }

    private static async Task<byte[]> MakeAsync()
    {
        var place = Directory.CreateTempSubdirectory("gavvet-ready-").FullName;
        try
        {
            using var folder = DataFolder.Open(place);
            await DatabaseStart.PrepareAsync(folder);
            // What still stands in the journal is carried over into the file that is copied.
            await using (var connection = new SqliteConnection($"Data Source={folder.DatabasePath};Pooling=False"))
            {
                await connection.OpenAsync();
                await using var command = connection.CreateCommand();
                command.CommandText = "PRAGMA wal_checkpoint(TRUNCATE)";
                await command.ExecuteNonQueryAsync();
            }

            return await File.ReadAllBytesAsync(folder.DatabasePath);
        }
        finally
        {
            Directory.Delete(place, recursive: true);
        }
    }
}
