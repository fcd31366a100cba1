using Microsoft.Data.Sqlite;

namespace Gavvet.Storage.Tests;

/// <summary>Tests on a data folder of their own, made ready, with a clock that is set by hand.</summary>
public abstract class OnFolder : IAsyncLifetime
{
    private protected TemporaryFolder Temporary { get; } = new();

    private protected SetClock Clock { get; } = new();

    private protected DataFolder Folder { get; set; } = null!;

    private protected Database Data { get; set; } = null!;

    private protected SheetStore Sheets => new(Data, Clock);

    private protected PrintingStore Printings => new(Data, Clock);

    private protected Backups Backups => new(Folder, Clock);

    public async ValueTask InitializeAsync()
    {
        Folder = DataFolder.Open(Temporary.Path);
        await DatabaseStart.PrepareAsync(Folder);
        Data = new Database(Folder);
    }

    public virtual ValueTask DisposeAsync()
    {
        Close();
        Temporary.Dispose();
        GC.SuppressFinalize(this);
        return ValueTask.CompletedTask;
    }

    private protected void Close()
    {
        CloseDatabase();
        Folder.Dispose();
    }

    private protected void CloseDatabase()
    {
        Data.Dispose();
        SqliteConnection.ClearAllPools();
    }
}
