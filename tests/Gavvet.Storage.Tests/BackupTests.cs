using Microsoft.Data.Sqlite;

namespace Gavvet.Storage.Tests;

public sealed class BackupTests : OnFolder
{
    private readonly TemporaryFolder _other = new();

    private string File_ => Path.Combine(_other.Path, "mine.gavvet");

    public override async ValueTask DisposeAsync()
    {
        await base.DisposeAsync();
        _other.Dispose();
    }

    private async Task<StagedBackup> Stage()
    {
        await using var file = File.OpenRead(File_);
        return await Backups.StageAsync(file);
    }

    private async Task Sql(string sql)
    {
        await using var connection = new SqliteConnection($"Data Source={File_};Pooling=False");
        await connection.OpenAsync();
        await using var command = connection.CreateCommand();
        command.CommandText = sql;
        await command.ExecuteNonQueryAsync();
    }

    [Fact]
    public async Task A_backup_made_while_sheets_are_saved_restores_whole_and_what_was_there_is_kept_beside()
    {
        var kept = await Sheets.CreateAsync(SheetEditor.NewSheet(1));
        await Backups.WriteAsync(File_);
        var later = await Sheets.CreateAsync(SheetEditor.NewSheet(2));
        var (token, contents) = await Stage();
        Assert.Equal((1, 0, "Major scales"), (contents.Sheets, contents.Printings, Assert.Single(contents.Newest)));
        Assert.NotNull(await Sheets.FindAsync(later.Id));
        var before = await Backups.RestoreAsync(token, Data);
        Assert.Equal(kept.Id, Assert.Single(await Sheets.ListAsync()).Id);
        Assert.True(File.Exists(Path.Combine(Temporary.Path, before)));
        Assert.Null(await Backups.StagedAsync(token));
        // The desk goes on as before.
        await Sheets.CreateAsync(SheetEditor.NewSheet(3));
        File.Copy(Path.Combine(Temporary.Path, before), File_, overwrite: true);
        Assert.Equal(2, (await Stage()).Contents.Sheets);
    }

    [Fact]
    public async Task Restores_within_one_second_keep_what_was_there_before_each()
    {
        await Backups.WriteAsync(File_);
        var kept = new List<string>();
        for (ulong sheets = 1; sheets <= 3; sheets++)
        {
            for (ulong sheet = 0; sheet < sheets; sheet++)
                await Sheets.CreateAsync(SheetEditor.NewSheet(sheet));
            kept.Add(await Backups.RestoreAsync((await Stage()).Token, Data));
        }

        var counts = new List<int>();
        foreach (var name in kept)
        {
            Assert.True(Backups.IsBefore(name));
            File.Copy(Path.Combine(Temporary.Path, name), File_, overwrite: true);
            counts.Add((await Stage()).Contents.Sheets);
        }

        Assert.Equal([1, 2, 3], counts);
    }

    [Fact]
    public async Task Whatever_is_no_whole_backup_of_ours_is_refused_and_changes_nothing()
    {
        await Sheets.CreateAsync(SheetEditor.NewSheet(1));
        async Task Refused(string words)
        {
            Assert.Contains(words, (await Assert.ThrowsAsync<BackupException>(Stage)).Message, StringComparison.Ordinal);
            Assert.Empty(Directory.GetFiles(Folder.TemporaryPath));
            Assert.Single(await Sheets.ListAsync());
        }

        await File.WriteAllTextAsync(File_, "no database", TestContext.Current.CancellationToken);
        await Refused("no Gavvet backup");
        File.Delete(File_);
        await Sql("CREATE TABLE Sheets (Id TEXT)");
        await Refused("no Gavvet backup");
        await Backups.WriteAsync(File_);
        await Sql("CREATE TRIGGER t AFTER INSERT ON Sheets BEGIN DELETE FROM Revisions; END");
        await Refused("holds more");
        await Backups.WriteAsync(File_);
        await Sql("INSERT INTO __EFMigrationsHistory VALUES ('20990101000000_Later', '99.0')");
        await Refused("later Gavvet");
        await Backups.WriteAsync(File_);
        var bytes = await File.ReadAllBytesAsync(File_, TestContext.Current.CancellationToken);
        Array.Fill(bytes, (byte)7, 4096, 8192);
        await File.WriteAllBytesAsync(File_, bytes, TestContext.Current.CancellationToken);
        await Refused("");
    }

    [Fact]
    public async Task A_copy_is_made_a_day_and_seven_are_kept()
    {
        for (var day = 0; day < 9; day++)
        {
            await Backups.KeepDailyAsync();
            await Backups.KeepDailyAsync();
            Clock.Pass(TimeSpan.FromDays(1));
        }

        var copies = Backups.Copies();
        Assert.Equal(7, copies.Count);
        Assert.Equal("2026-03-10", copies[0].Name);
        Assert.Null(Backups.PathOf("../gavvet"));
        await using var file = File.OpenRead(Backups.PathOf(copies[0].Name)!);
        Assert.Equal(0, (await Backups.StageAsync(file)).Contents.Sheets);
    }

    [Fact]
    public async Task A_damagedDatabase_is_named_at_the_start_with_the_copy_to_put_in_its_place()
    {
        await Backups.KeepDailyAsync();
        CloseDatabase();
        await File.WriteAllTextAsync(
            Folder.DatabasePath,
            "no database at all, and long enough to be read as a header of one",
            TestContext.Current.CancellationToken
        );
        var problem = await Assert.ThrowsAsync<DamagedDatabaseException>(() => DatabaseStart.PrepareAsync(Folder));
        Assert.Contains("copies/2026-03-02.gavvet", problem.Message, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_daily_copy_takes_the_place_of_a_damagedDatabase_which_is_kept()
    {
        var kept = await Sheets.CreateAsync(SheetEditor.NewSheet(1));
        await Backups.KeepDailyAsync();
        CloseDatabase();
        await File.WriteAllTextAsync(
            Folder.DatabasePath,
            "no database at all, and long enough to be read as a header of one",
            TestContext.Current.CancellationToken
        );
        await Assert.ThrowsAsync<BackupException>(() => Backups.PutInPlaceAsync("../gavvet"));
        var aside = await Backups.PutInPlaceAsync(Backups.Copies()[0].Name);
        await DatabaseStart.PrepareAsync(Folder);
        Data = new Database(Folder);
        Assert.NotNull(await Sheets.FindAsync(kept.Id));
        Assert.StartsWith(
            "no database",
            await File.ReadAllTextAsync(Path.Combine(Folder.Path, aside), TestContext.Current.CancellationToken),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task Damage_that_was_met_has_the_next_start_look_through_the_wholeDatabase()
    {
        // A sound database that was wrongly called damaged is looked through once, and starts.
        Folder.MarkDamage(true);
        await DatabaseStart.PrepareAsync(Folder);
        Assert.False(Folder.IsDamageSeen);

        for (var i = 0UL; i < 80; i++)
            await Sheets.CreateAsync(SheetEditor.NewSheet(i));
        CloseDatabase();
        await using (var file = new FileStream(Folder.DatabasePath, FileMode.Open))
        {
            // Late pages are overwritten; the head, which a start reads, is not.
            file.Position = file.Length * 3 / 4;
            await file.WriteAsync(
                Enumerable.Repeat((byte)0xA5, 40_000).ToArray().AsMemory(0, (int)Math.Min(40_000, file.Length / 4)),
                TestContext.Current.CancellationToken
            );
        }

        await DatabaseStart.PrepareAsync(Folder);
        Folder.MarkDamage(true);
        await Assert.ThrowsAsync<DamagedDatabaseException>(() => DatabaseStart.PrepareAsync(Folder));
        Assert.True(Folder.IsDamageSeen);
    }

    // What a stranger might put into a file that otherwise looks like a backup.
    [Theory]
    [InlineData("UPDATE Sheets SET ChangedAt = 9223372036854775807", "times that cannot be")]
    [InlineData("UPDATE Sheets SET ChangedAt = 'yesterday'", "damaged")]
    [InlineData("UPDATE Sheets SET HeadId = NULL", "damaged")]
    [InlineData("UPDATE Revisions SET SheetId = 'another'", "damaged")]
    [InlineData("CREATE TABLE Extra (Id INTEGER)", "holds more")]
    [InlineData("DROP INDEX IX_Styles_Name", "holds more")]
    [InlineData("ALTER TABLE Settings ADD COLUMN More TEXT", "holds more")]
    [InlineData(
        "INSERT INTO Printings (Id, SheetId, RevisionId, Title, Words, MadeAt, PackedRecord) VALUES ('p', 's', 1, 't', 'w', 1772438400000, x'FFFFFFFFFFFF')",
        "damaged"
    )]
    public async Task A_crafted_backup_is_refused_before_anything_of_it_is_used(string sql, string words)
    {
        await Sheets.CreateAsync(SheetEditor.NewSheet(1));
        await Backups.WriteAsync(File_);
        await Sql("PRAGMA foreign_keys=OFF; " + sql);
        Assert.Contains(words, (await Assert.ThrowsAsync<BackupException>(Stage)).Message, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_backup_with_bodies_that_cannot_be_read_says_so_and_is_restored()
    {
        var sheet = await Sheets.CreateAsync(SheetEditor.NewSheet(1));
        await Backups.WriteAsync(File_);
        await Sql(
            "PRAGMA page_size=1024; PRAGMA journal_mode=DELETE; VACUUM; UPDATE Revisions SET Body = '{}'; INSERT INTO Styles (Name, Body) VALUES ('odd', 'no style')"
        );
        var (token, contents) = await Stage();
        Assert.Equal((1, 1), (contents.Sheets, contents.Unreadable));
        await Backups.RestoreAsync(token, Data);
        await Assert.ThrowsAsync<UnreadableSheetException>(() => Sheets.FindAsync(sheet.Id));
        Assert.Equal("Major scales", (await Sheets.LookAsync(sheet.Id))!.Title);
        Assert.Empty(await new DeskSettings(Data).StylesAsync());
    }

    [Fact]
    public async Task Two_windows_stage_apart()
    {
        var first = await Sheets.CreateAsync(SheetEditor.NewSheet(1));
        await Backups.WriteAsync(File_);
        var one = await Stage();
        await Sheets.CreateAsync(SheetEditor.NewSheet(2));
        await Backups.WriteAsync(File_);
        var two = await Stage();
        Assert.Equal(
            (1, 2),
            ((await Backups.StagedAsync(one.Token))!.Contents.Sheets, (await Backups.StagedAsync(two.Token))!.Contents.Sheets)
        );
        await Backups.RestoreAsync(one.Token, Data);
        Assert.Equal(first.Id, Assert.Single(await Sheets.ListAsync()).Id);
        await Assert.ThrowsAsync<BackupException>(() => Backups.RestoreAsync("../gavvet.db", Data));
        await Assert.ThrowsAsync<BackupException>(() => Backups.RestoreAsync(one.Token, Data));
        // A window that never comes back leaves no more than a few files.
        for (var i = 0; i < 6; i++)
            await Stage();
        Assert.Equal(3, Directory.GetFiles(Folder.TemporaryPath, "staged-*").Length);
    }

    [Fact]
    public async Task No_edit_is_lost_to_a_restore_and_a_window_from_before_it_saves_over_nothing()
    {
        var sheet = await Sheets.CreateAsync(SheetEditor.NewSheet(1));
        await Backups.WriteAsync(File_);
        var token = (await Stage()).Token;
        var confirmed = new List<string>();
        using var stop = new CancellationTokenSource();
        var editing = Task.Run(async () =>
        {
            var now = sheet;
            for (var i = 0; !stop.IsCancellationRequested; i++)
            {
                var outcome = await Sheets.SaveAsync(
                    now.Id,
                    now.Head,
                    SheetEditor.Apply(now.Sheet, new Retitle($"Title {i}")).Sheet!,
                    null
                );
                if (outcome.IsStale)
                    return now;
                now = outcome.Now!;
                confirmed.Add(now.Sheet.Title);
            }

            return now;
        });
        while (confirmed.Count < 40)
            await Task.Delay(1, TestContext.Current.CancellationToken);
        var before = await Backups.RestoreAsync(token, Data);
        await Task.Delay(100, TestContext.Current.CancellationToken);
        await stop.CancelAsync();
        var last = await editing;
        var titles = await TitlesAsync(Path.Combine(Folder.Path, before));
        Assert.All(confirmed, title => Assert.Contains(title, titles));
        // The restored sheet is at the revision this window began with, and still it is another state.
        var restored = (await Sheets.FindAsync(sheet.Id))!;
        Assert.Equal(sheet.Head.Revision, restored.Head.Revision);
        Assert.NotEqual(sheet.Head, restored.Head);
        Assert.True(
            (await Sheets.SaveAsync(sheet.Id, sheet.Head, SheetEditor.Apply(sheet.Sheet, new Retitle("Old window")).Sheet!, null)).IsStale
        );
        Assert.True((await Sheets.UndoAsync(sheet.Id, last.Head)).IsStale);
        Assert.Equal("Major scales", (await Sheets.FindAsync(sheet.Id))!.Sheet.Title);
    }

    private static async Task<List<string>> TitlesAsync(string path)
    {
        await using var connection = new SqliteConnection($"Data Source={path};Pooling=False");
        await connection.OpenAsync();
        await using var command = connection.CreateCommand();
        command.CommandText = "SELECT Title FROM Revisions";
        await using var rows = await command.ExecuteReaderAsync();
        var titles = new List<string>();
        while (await rows.ReadAsync())
            titles.Add(rows.GetString(0));
        return titles;
    }

    [Fact]
    public async Task Files_beside_theDatabase_go_when_the_copies_of_their_day_do()
    {
        var aside = new[]
        {
            "before-restore-2026-02-01-080000.gavvet",
            "damaged-2026-02-01-080000.db",
            "gavvet.db.before-20261124035434_Sheets",
        }
            .Select(name => Path.Combine(Folder.Path, name))
            .ToArray();
        foreach (var path in aside)
        {
            await File.WriteAllTextAsync(path, "old", TestContext.Current.CancellationToken);
            File.SetLastWriteTimeUtc(path, Clock.GetUtcNow().UtcDateTime.AddDays(-6));
        }

        await Backups.KeepDailyAsync();
        Assert.All(aside, path => Assert.True(File.Exists(path)));
        Clock.Pass(TimeSpan.FromDays(2));
        await Backups.KeepDailyAsync();
        Assert.All(aside, path => Assert.False(File.Exists(path)));
    }
}
