using Microsoft.Data.Sqlite;

namespace Gavvet.Bench;

/// <summary>What the storm does to a data folder from outside, and reads out of it.</summary>
internal static class Disturb
{
    /// <summary>Holds the database as another program would, and says when it has it.</summary>
    public static async Task LockAsync(string path, double seconds)
    {
        await using var connection = new SqliteConnection($"Data Source={path};Pooling=False");
        await connection.OpenAsync();
        await using var transaction = connection.BeginTransaction(deferred: false);
        Console.WriteLine("locked");
        await Task.Delay(TimeSpan.FromSeconds(seconds));
    }

    /// <summary>Every title any sheet had, a line each.</summary>
    public static async Task TitlesAsync(string path)
    {
        await using var connection = new SqliteConnection($"Data Source={path};Pooling=False;Mode=ReadOnly");
        await connection.OpenAsync();
        await using var command = connection.CreateCommand();
        command.CommandText = "SELECT Title FROM Revisions";
        await using var rows = await command.ExecuteReaderAsync();
        while (await rows.ReadAsync())
            Console.WriteLine(rows.GetString(0));
    }
}
