using Gavvet.Teaching;
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

    /// <summary>Mends pages that are no drawings: their text as it is.</summary>
    private protected static PageMending Pages { get; } =
        new(
            (page, names, isName, remarks) =>
                string.Join('|', page.Split('|').Select(part => isName(part) ? NameSearch.Instead : names.Without(remarks.Without(part))))
                    is var mended
                && mended != page
                    ? mended
                    : null,
            (title, pages) => System.Text.Encoding.UTF8.GetBytes($"pdf of {title}: {string.Join(' ', pages)}")
        );

    private protected Erasure Erasure => new(Data, Backups, Pages);

    public async ValueTask InitializeAsync()
    {
        await ReadyDatabase.PutIntoAsync(Temporary.Path);
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
