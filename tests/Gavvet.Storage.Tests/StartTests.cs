using System.Diagnostics;
using Microsoft.Data.Sqlite;

namespace Gavvet.Storage.Tests;

public sealed class StartTests : IDisposable
{
    private readonly TemporaryFolder _temporary = new();

    public void Dispose() => _temporary.Dispose();

    private string DatabasePath => Path.Combine(_temporary.Path, "gavvet.db");

    private async Task<object?> Sql(string sql)
    {
        await using var connection = new SqliteConnection($"Data Source={DatabasePath};Pooling=False");
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
        Assert.False(File.Exists(DatabasePath + ".migrating"));
    }

    [Fact]
    public void A_second_server_on_the_folder_is_refused_in_words()
    {
        using var first = DataFolder.Open(_temporary.Path);
        Assert.Contains(
            "Another Gavvet is running",
            Assert.Throws<StartException>(() => DataFolder.Open(_temporary.Path)).Message,
            StringComparison.Ordinal
        );
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
        foreach (
            var table in new[]
            {
                "Scans",
                "PracticeTries",
                "PracticeSeats",
                "Practices",
                "PrintedPages",
                "PrintedFiles",
                "ReturnedPages",
                "Sentences",
                "Markings",
                "Copies",
                "Printings",
                "Students",
                "Classes",
                "RestorePoints",
                "Library",
                "Styles",
                "Settings",
            }
        )
            await Sql($"DROP TABLE {table}");
        await Sql(
            "PRAGMA foreign_keys=OFF; DELETE FROM __EFMigrationsHistory; DROP TABLE Sheets; DROP TABLE Revisions; INSERT INTO __EFMigrationsLock VALUES (1, '2026-01-01')"
        );
        await Start().WaitAsync(TimeSpan.FromSeconds(20), TestContext.Current.CancellationToken);
        Assert.Equal(0L, await Sql("SELECT count(*) FROM Sheets"));
        Assert.True(File.Exists(DatabasePath + ".before-empty"));
    }

    [Fact]
    public async Task A_half_made_copy_is_thrown_away()
    {
        await File.WriteAllTextAsync(DatabasePath + ".migrating", "half");
        await Start();
        Assert.Equal("ok", await Sql("PRAGMA integrity_check"));
    }

    [Fact]
    public async Task A_database_of_a_later_program_is_refused_and_left_alone()
    {
        await Start();
        await Sql("INSERT INTO __EFMigrationsHistory VALUES ('20990101000000_Later', '99.0')");
        SqliteConnection.ClearAllPools();
        var before = await File.ReadAllBytesAsync(DatabasePath, TestContext.Current.CancellationToken);
        Assert.Contains("made by a later Gavvet", (await Assert.ThrowsAsync<StartException>(Start)).Message, StringComparison.Ordinal);
        Assert.Equal(before.Length, new FileInfo(DatabasePath).Length);
    }

    [Fact]
    public async Task What_is_no_database_is_refused_in_words()
    {
        await File.WriteAllTextAsync(DatabasePath, new string('x', 5000));
        Assert.Contains("not a database", (await Assert.ThrowsAsync<DamagedDatabaseException>(Start)).Message, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Foreign_keys_hold()
    {
        await Start();
        using var folder = DataFolder.Open(_temporary.Path);
        using var data = new Database(folder);
        var sheet = await new SheetStore(data, TimeProvider.System).CreateAsync(SheetEditor.NewSheet(1));
        await Assert.ThrowsAsync<SqliteException>(() =>
            Sql($"PRAGMA foreign_keys=ON; DELETE FROM Revisions WHERE Id = {sheet.Head.Revision}")
        );
    }

    [Fact]
    public async Task A_database_from_before_pages_were_packed_gives_the_same_pages_and_one_style_of_each_name()
    {
        await Sql(
            await File.ReadAllTextAsync(
                Path.Combine(Checkout.Folder, "tests", "support", "database-2.sql"),
                TestContext.Current.CancellationToken
            )
        );
        await Start();
        using var folder = DataFolder.Open(_temporary.Path);
        using var data = new Database(folder);
        var printings = new PrintingStore(data, TimeProvider.System);
        var page = (await printings.FindPageAsync("AAAA0002"))!.Value.Page;
        static string Whole(string words) =>
            $"<svg><style>@font-face{{src:url()}}@font-face{{src:url()}}</style><text>{words}</text></svg>";
        Assert.Equal((Whole("two"), Whole("two answered")), (page.Student, page.Key));
        Assert.Equal("""{"gavvetPrinting":1,"title":"Autumn test"}""", await printings.RecordAsync("p1"));
        Assert.Equal(0L, await Sql("SELECT COUNT(*) FROM sqlite_master WHERE name = 'PrintedFaces'"));
        Assert.Equal(1L, await Sql("SELECT COUNT(*) FROM Styles"));
        await Assert.ThrowsAsync<SqliteException>(() => Sql("INSERT INTO Styles (Name, Body) VALUES ('Hazelmoor', '')"));
    }

    [Fact]
    public async Task An_empty_database_beside_copies_is_damage_and_without_them_a_first_start()
    {
        await File.WriteAllTextAsync(DatabasePath, "", TestContext.Current.CancellationToken);
        await Start();
        using (var folder = DataFolder.Open(_temporary.Path))
            await new Backups(folder, TimeProvider.System).KeepDailyAsync();
        SqliteConnection.ClearAllPools();
        foreach (var suffix in new[] { "-wal", "-shm" })
            File.Delete(DatabasePath + suffix);
        await File.WriteAllTextAsync(DatabasePath, "", TestContext.Current.CancellationToken);
        Assert.Contains(
            "is empty, and there are copies",
            (await Assert.ThrowsAsync<DamagedDatabaseException>(Start)).Message,
            StringComparison.Ordinal
        );
        File.Delete(DatabasePath);
        Assert.Contains(
            "There is no database",
            (await Assert.ThrowsAsync<DamagedDatabaseException>(Start)).Message,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task A_log_that_went_missing_after_a_kill_is_said()
    {
        await Start();
        using (var folder = DataFolder.Open(_temporary.Path))
        {
            Assert.Null(await DatabaseStart.PrepareAsync(folder));
            using var data = new Database(folder);
            folder.MarkRunning(true);
            await new SheetStore(data, TimeProvider.System).CreateAsync(SheetEditor.NewSheet(1));
            // A kill leaves the log, and the next start takes it in without a word.
            Assert.True(File.Exists(DatabasePath + "-wal"));
            Assert.Null(await DatabaseStart.PrepareAsync(folder));
            folder.MarkRunning(true);
        }

        SqliteConnection.ClearAllPools();
        Assert.False(File.Exists(DatabasePath + "-wal"));
        using var again = DataFolder.Open(_temporary.Path);
        Assert.Contains(
            "gavvet.db-wal with the last changes is missing",
            await DatabaseStart.PrepareAsync(again),
            StringComparison.Ordinal
        );
        again.MarkRunning(false);
        Assert.Null(await DatabaseStart.PrepareAsync(again));
    }

    [Fact]
    public async Task A_start_after_a_power_cut_that_looks_at_the_database_itself_raises_no_alarm()
    {
        await Start();
        var cut = _temporary.Path + "-cut";
        Directory.CreateDirectory(cut);
        try
        {
            using (var folder = DataFolder.Open(_temporary.Path))
            {
                Assert.Null(await DatabaseStart.PrepareAsync(folder));
                using var data = new Database(folder);
                folder.MarkRunning(true);
                await new SheetStore(data, TimeProvider.System).CreateAsync(SheetEditor.NewSheet(1));
                await new Backups(folder, TimeProvider.System).KeepDailyAsync();
                // What a power cut leaves: the files as they lie at this moment.
                foreach (
                    var file in Directory
                        .GetFiles(_temporary.Path, "*", SearchOption.AllDirectories)
                        .Where(path => Path.GetFileName(path) is not ("in-use" or "gavvet.db-shm"))
                )
                {
                    var target = Path.Combine(cut, Path.GetRelativePath(_temporary.Path, file));
                    Directory.CreateDirectory(Path.GetDirectoryName(target)!);
                    File.Copy(file, target);
                }
            }

            Assert.True(File.Exists(Path.Combine(cut, "gavvet.db-wal")));
            // With copies there, the start looks whether the database is empty, and its own closing takes the log away. A start
            // that is cut short after that has lost nothing either.
            for (var start = 0; start < 2; start++)
            {
                using var folder = DataFolder.Open(cut);
                Assert.Null(await DatabaseStart.PrepareAsync(folder));
                Assert.False(File.Exists(Path.Combine(cut, "gavvet.db-wal")));
            }

            using var again = DataFolder.Open(cut);
            using var found = new Database(again);
            Assert.Single(await new SheetStore(found, TimeProvider.System).ListAsync());
        }
        finally
        {
            SqliteConnection.ClearAllPools();
            Directory.Delete(cut, recursive: true);
        }
    }

    [Fact]
    public async Task Only_the_owner_reads_what_lies_in_the_folder_and_half_done_files_go_at_the_start()
    {
        await Start();
        Directory.CreateDirectory(Path.Combine(_temporary.Path, "copies"));
        var open = Path.Combine(_temporary.Path, "copies", "2026-01-01.gavvet");
        await File.WriteAllTextAsync(open, "from an earlier program", TestContext.Current.CancellationToken);
        File.SetUnixFileMode(open, UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.OtherRead);
        File.SetUnixFileMode(
            _temporary.Path,
            UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute | UnixFileMode.OtherRead | UnixFileMode.OtherExecute
        );
        string half;
        using (var folder = DataFolder.Open(_temporary.Path))
        {
            half = folder.Temporary();
            await File.WriteAllTextAsync(half, "half", TestContext.Current.CancellationToken);
            using var data = new Database(folder);
            await new SheetStore(data, TimeProvider.System).CreateAsync(SheetEditor.NewSheet(1));
            foreach (var path in Directory.GetFileSystemEntries(_temporary.Path, "*", SearchOption.AllDirectories).Append(_temporary.Path))
                Assert.Equal(
                    UnixFileMode.None,
                    File.GetUnixFileMode(path) & ~(UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute)
                );
        }

        var cut = Path.Combine(_temporary.Path, "copies", "2026-01-02.gavvet.half");
        await File.WriteAllTextAsync(cut, "cut short", TestContext.Current.CancellationToken);
        using var next = DataFolder.Open(_temporary.Path);
        Assert.False(File.Exists(half));
        Assert.False(File.Exists(cut));
        Assert.True(File.Exists(open));
    }

    [Theory]
    [InlineData(13, "disk is full")]
    [InlineData(5, "Another program holds")]
    [InlineData(8, "cannot be read or written")]
    [InlineData(10, "did not answer")]
    public void What_keeps_a_start_has_words(int code, string words) =>
        Assert.Contains(words, StorageMessages.AtStart(new SqliteException("inner", code)), StringComparison.Ordinal);

    [Fact]
    public async Task A_start_on_a_locked_database_ends_in_words()
    {
        await Start();
        await using var other = new SqliteConnection($"Data Source={DatabasePath};Pooling=False");
        await other.OpenAsync(TestContext.Current.CancellationToken);
        await using var command = other.CreateCommand();
        command.CommandText = "PRAGMA locking_mode=EXCLUSIVE; BEGIN EXCLUSIVE; DELETE FROM Settings";
        await command.ExecuteNonQueryAsync(TestContext.Current.CancellationToken);
        Assert.Contains(
            "Another program holds the database",
            (await Assert.ThrowsAsync<StartException>(Start)).Message,
            StringComparison.Ordinal
        );
    }

    // Of the lines it says, those of saves; printings are told between them.
    private static string? Saved(string? line) =>
        line is null || line.StartsWith("printing", StringComparison.Ordinal) || line.StartsWith("marking", StringComparison.Ordinal)
            ? null
            : line;

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
            Assert.True(
                (long)(await Sql("SELECT HeadId FROM Sheets"))! >= long.Parse(head, System.Globalization.CultureInfo.InvariantCulture)
            );
        }
    }
}
