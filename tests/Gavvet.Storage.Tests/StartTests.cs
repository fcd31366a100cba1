using System.Diagnostics;
using Microsoft.Data.Sqlite;

namespace Gavvet.Storage.Tests;

public sealed class StartTests : IDisposable
{
    private readonly TemporaryFolder _temporary = new();

    public void Dispose() => _temporary.Dispose();

    private string Database => Path.Combine(_temporary.Path, "gavvet.db");

    private async Task<object?> Sql(string sql)
    {
        await using var connection = new SqliteConnection($"Data Source={Database};Pooling=False");
        await connection.OpenAsync();
        await using var command = connection.CreateCommand();
        command.CommandText = sql;
        return await command.ExecuteScalarAsync();
    }

    private async Task Start()
    {
        using var folder = DataFolder.Open(_temporary.Path);
        await DatabaseStart.PrepareAsync(folder);
    }

    [Fact]
    public async Task A_first_start_makes_a_database_in_write_ahead_mode_that_is_marked_as_ours()
    {
        await Start();
        Assert.Equal("wal", await Sql("PRAGMA journal_mode"));
        Assert.Equal((long)DatabaseStart.ApplicationId, await Sql("PRAGMA application_id"));
        await Start();
        Assert.False(File.Exists(Database + ".migrating"));
    }

    [Fact]
    public void A_second_server_on_the_folder_is_refused_in_words()
    {
        using var first = DataFolder.Open(_temporary.Path);
        Assert.Contains("Another Gavvet is running", Assert.Throws<StartException>(() => DataFolder.Open(_temporary.Path)).Message, StringComparison.Ordinal);
    }

    [Fact]
    public void Keys_lie_where_only_the_owner_reads()
    {
        using var folder = DataFolder.Open(_temporary.Path);
        Assert.Equal(UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute, File.GetUnixFileMode(folder.KeysPath));
    }

    [Fact]
    public async Task A_lock_left_by_a_killed_migration_does_not_hang_the_next_start()
    {
        await Start();
        foreach (var table in new[] { "PrintedPages", "PrintedFiles", "Printings", "RestorePoints", "Library", "Styles", "Settings" })
            await Sql($"DROP TABLE {table}");
        await Sql("PRAGMA foreign_keys=OFF; DELETE FROM __EFMigrationsHistory; DROP TABLE Sheets; DROP TABLE Revisions; INSERT INTO __EFMigrationsLock VALUES (1, '2026-01-01')");
        await Start().WaitAsync(TimeSpan.FromSeconds(20), TestContext.Current.CancellationToken);
        Assert.Equal(0L, await Sql("SELECT count(*) FROM Sheets"));
        Assert.True(File.Exists(Database + ".before-empty"));
    }

    [Fact]
    public async Task A_half_made_copy_is_thrown_away()
    {
        await File.WriteAllTextAsync(Database + ".migrating", "half");
        await Start();
        Assert.Equal("ok", await Sql("PRAGMA integrity_check"));
    }

    [Fact]
    public async Task A_database_of_a_later_program_is_refused_and_left_alone()
    {
        await Start();
        await Sql("INSERT INTO __EFMigrationsHistory VALUES ('20990101000000_Later', '99.0')");
        SqliteConnection.ClearAllPools();
        var before = await File.ReadAllBytesAsync(Database, TestContext.Current.CancellationToken);
        Assert.Contains("made by a later Gavvet", (await Assert.ThrowsAsync<StartException>(Start)).Message, StringComparison.Ordinal);
        Assert.Equal(before.Length, new FileInfo(Database).Length);
    }

    [Fact]
    public async Task What_is_no_database_is_refused_in_words()
    {
        await File.WriteAllTextAsync(Database, new string('x', 5000));
        Assert.Contains("not a database", (await Assert.ThrowsAsync<DamagedDatabaseException>(Start)).Message, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Foreign_keys_hold()
    {
        await Start();
        var store = new SheetStore(Database, TimeProvider.System);
        var sheet = await store.CreateAsync(SheetEditor.NewSheet(1));
        await Assert.ThrowsAsync<SqliteException>(() => Sql($"PRAGMA foreign_keys=ON; DELETE FROM Revisions WHERE Id = {sheet.Head}"));
    }

    // Of the lines it says, those of saves; printings are told between them.
    private static string? Saved(string? line) => line is null || line.StartsWith("printing", StringComparison.Ordinal) ? null : line;

    [Fact]
    public async Task What_was_confirmed_as_saved_outlives_a_kill()
    {
        for (var round = 0; round < 5; round++)
        {
            var target = Path.Combine(AppContext.BaseDirectory, "Gavvet.Storage.KillTarget.dll");
            using var process = Process.Start(new ProcessStartInfo("dotnet", [target, _temporary.Path]) { RedirectStandardOutput = true })!;
            string? last = null;
            for (var i = 0; i < 20 + (round * 7); i++)
                last = Saved(await process.StandardOutput.ReadLineAsync(TestContext.Current.CancellationToken)) ?? last;
            process.Kill();
            // Whatever it still said before it died counts as confirmed too.
            while (await process.StandardOutput.ReadLineAsync(TestContext.Current.CancellationToken) is { } line)
                last = Saved(line) ?? last;
            await process.WaitForExitAsync(TestContext.Current.CancellationToken);
            await Start();
            Assert.Equal("ok", await Sql("PRAGMA integrity_check"));
            var (head, title) = (last!.Split(' ', 2)[0], last.Split(' ', 2)[1]);
            Assert.Equal(title, await Sql($"SELECT Title FROM Revisions WHERE Id = {head}"));
            Assert.True((long)(await Sql("SELECT HeadId FROM Sheets"))! >= long.Parse(head, System.Globalization.CultureInfo.InvariantCulture));
        }
    }
}
