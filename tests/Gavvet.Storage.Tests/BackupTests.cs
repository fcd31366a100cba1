using Microsoft.Data.Sqlite;

namespace Gavvet.Storage.Tests;

public sealed class BackupTests : IAsyncLifetime
{
    private readonly TemporaryFolder _temporary = new();
    private readonly TemporaryFolder _other = new();
    private readonly SetClock _clock = new();
    private DataFolder _folder = null!;

    private Backups Backups => new(_folder, _clock);

    private SheetStore Sheets => new(_folder.DatabasePath, _clock);

    private string File_ => Path.Combine(_other.Path, "mine.gavvet");

    public async ValueTask InitializeAsync()
    {
        _folder = DataFolder.Open(_temporary.Path);
        await DatabaseStart.PrepareAsync(_folder);
    }

    public ValueTask DisposeAsync()
    {
        _folder.Dispose();
        _temporary.Dispose();
        _other.Dispose();
        return ValueTask.CompletedTask;
    }

    private async Task<BackupContents> Stage()
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
        var contents = await Stage();
        Assert.Equal((1, 0, "Major scales"), (contents.Sheets, contents.Printings, Assert.Single(contents.Newest)));
        Assert.NotNull(await Sheets.FindAsync(later.Id));
        var before = await Backups.RestoreAsync();
        Assert.Equal(kept.Id, Assert.Single(await Sheets.ListAsync()).Id);
        Assert.True(File.Exists(Path.Combine(_temporary.Path, before)));
        Assert.Null(await Backups.StagedAsync());
        // The desk goes on as before.
        await Sheets.CreateAsync(SheetEditor.NewSheet(3));
        File.Copy(Path.Combine(_temporary.Path, before), File_, overwrite: true);
        Assert.Equal(2, (await Stage()).Sheets);
    }

    [Fact]
    public async Task Whatever_is_no_whole_backup_of_ours_is_refused_and_changes_nothing()
    {
        await Sheets.CreateAsync(SheetEditor.NewSheet(1));
        async Task Refused(string words)
        {
            Assert.Contains(words, (await Assert.ThrowsAsync<BackupException>(Stage)).Message, StringComparison.Ordinal);
            Assert.Null(await Backups.StagedAsync());
            Assert.Single(await Sheets.ListAsync());
            await Assert.ThrowsAsync<BackupException>(Backups.RestoreAsync);
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
            _clock.Pass(TimeSpan.FromDays(1));
        }

        var copies = Backups.Copies();
        Assert.Equal(7, copies.Count);
        Assert.Equal("2026-03-10", copies[0].Name);
        Assert.Null(Backups.PathOf("../gavvet"));
        await using var file = File.OpenRead(Backups.PathOf(copies[0].Name)!);
        Assert.Equal(0, (await Backups.StageAsync(file)).Sheets);
    }

    [Fact]
    public async Task A_damaged_database_is_named_at_the_start_with_the_copy_to_put_in_its_place()
    {
        await Backups.KeepDailyAsync();
        SqliteConnection.ClearAllPools();
        await File.WriteAllTextAsync(_folder.DatabasePath, "no database at all, and long enough to be read as a header of one", TestContext.Current.CancellationToken);
        var problem = await Assert.ThrowsAsync<DamagedDatabaseException>(() => DatabaseStart.PrepareAsync(_folder));
        Assert.Contains("copies/2026-03-02.gavvet", problem.Message, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_daily_copy_takes_the_place_of_a_damaged_database_which_is_kept()
    {
        var kept = await Sheets.CreateAsync(SheetEditor.NewSheet(1));
        await Backups.KeepDailyAsync();
        SqliteConnection.ClearAllPools();
        await File.WriteAllTextAsync(_folder.DatabasePath, "no database at all, and long enough to be read as a header of one", TestContext.Current.CancellationToken);
        await Assert.ThrowsAsync<BackupException>(() => Backups.PutInPlaceAsync("../gavvet"));
        var aside = await Backups.PutInPlaceAsync(Backups.Copies()[0].Name);
        await DatabaseStart.PrepareAsync(_folder);
        Assert.NotNull(await Sheets.FindAsync(kept.Id));
        Assert.StartsWith("no database", await File.ReadAllTextAsync(Path.Combine(_folder.Path, aside), TestContext.Current.CancellationToken), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Damage_that_was_met_has_the_next_start_look_through_the_whole_database()
    {
        // A sound database that was wrongly called damaged is looked through once, and starts.
        _folder.MarkDamage(true);
        await DatabaseStart.PrepareAsync(_folder);
        Assert.False(_folder.IsDamageSeen);

        for (var i = 0UL; i < 30; i++)
            await Sheets.CreateAsync(SheetEditor.NewSheet(i));
        SqliteConnection.ClearAllPools();
        await using (var file = new FileStream(_folder.DatabasePath, FileMode.Open))
        {
            // Late pages are overwritten; the head, which a start reads, is not.
            file.Position = file.Length * 3 / 4;
            await file.WriteAsync(Enumerable.Repeat((byte)0xA5, 40_000).ToArray().AsMemory(0, (int)Math.Min(40_000, file.Length / 4)), TestContext.Current.CancellationToken);
        }

        await DatabaseStart.PrepareAsync(_folder);
        _folder.MarkDamage(true);
        await Assert.ThrowsAsync<DamagedDatabaseException>(() => DatabaseStart.PrepareAsync(_folder));
        Assert.True(_folder.IsDamageSeen);
    }

    [Theory]
    [InlineData(13, "disk is full")]
    [InlineData(5, "Another program holds")]
    [InlineData(11, "is damaged")]
    [InlineData(8, "cannot be written")]
    [InlineData(10, "did not answer")]
    [InlineData(1, "could not do this")]
    public void Failures_of_the_database_have_words(int code, string words) =>
        Assert.Contains(words, StorageWords.Of(new InvalidOperationException("outer", new SqliteException("inner", code))), StringComparison.Ordinal);

    [Fact]
    public void Other_failures_have_none() => Assert.Null(StorageWords.Of(new InvalidOperationException("other")));
}
