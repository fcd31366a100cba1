using System.Data.Common;

namespace Gavvet.Storage;

/// <summary>
/// The database of a data folder as the stores use it. Changes take turns, so that none waits for a lock in the file,
/// and a restore or an erasure has the database to itself; reading waits for nobody.
/// </summary>
public sealed class Database : IDisposable
{
    private readonly DataFolder _folder;
    private readonly DatabaseFactory _contexts;
    private readonly SemaphoreSlim _turn = new(1);

    // While it is open the log of the last changes stays in the folder, so that a start can tell whether it went missing.
    private readonly DbConnection _held;

    private long _erasures;

    /// <summary>Opens the database of a folder that was made ready.</summary>
    /// <param name="folder">The folder.</param>
    public Database(DataFolder folder)
    {
        _folder = folder;
        _contexts = new DatabaseFactory(folder.DatabasePath);
        Epoch = EpochOf(folder.DatabasePath);
        _held = DatabaseEngine.Connection(folder.DatabasePath);
        _held.Open();
        using var first = _held.Command("SELECT COUNT(*) FROM Settings");
        first.ExecuteScalar();
    }

    /// <summary>
    /// How often everything was replaced by a restore. It is part of every <see cref="Head"/>, so that a window from before
    /// a restore saves over nothing.
    /// </summary>
    public long Epoch { get; private set; }

    /// <summary>
    /// How many erasures this program has done. What was begun before one and is kept after it could bring a name back, so it
    /// is not kept.
    /// </summary>
    public long Erasures => Interlocked.Read(ref _erasures);

    /// <summary>Where the database lies.</summary>
    internal string Path => _folder.DatabasePath;

    /// <summary>The data folder.</summary>
    internal string FolderPath => _folder.Path;

    /// <summary>Says that something is being erased.</summary>
    internal void CountErasure() => Interlocked.Increment(ref _erasures);

    public void Dispose()
    {
        _held.Dispose();
        _turn.Dispose();
    }

    /// <summary>The database for reading.</summary>
    internal GavvetDatabase Open() => _contexts.CreateDbContext();

    /// <summary>Changes something when it is this change's turn. What it saved is in the folder when this returns.</summary>
    /// <exception cref="DataFolderGoneException">The folder is not there any more, so nothing was kept.</exception>
    internal async Task<T> WriteAsync<T>(Func<GavvetDatabase, Task<T>> change, CancellationToken cancellation = default)
    {
        await _turn.WaitAsync(cancellation);
        try
        {
            _folder.SeeThatItIsThere();
            await using var database = Open();
            var result = await change(database);
            // SQLite goes on writing into a file that was deleted; what lies in no folder is not saved.
            _folder.SeeThatItIsThere();
            return result;
        }
        finally
        {
            _turn.Release();
        }
    }

    /// <summary>Does something while nothing else changes, such as replacing everything.</summary>
    internal async Task<T> AloneAsync<T>(Func<Task<T>> work)
    {
        await _turn.WaitAsync();
        try
        {
            _folder.SeeThatItIsThere();
            var result = await work();
            Epoch = EpochOf(Path);
            return result;
        }
        finally
        {
            _turn.Release();
        }
    }

    /// <summary>Writes an epoch into a database file that is to take this one's place, later than both of them.</summary>
    internal async Task RaiseEpochAsync(string path)
    {
        var next = Math.Max(Epoch, EpochOf(path)) + 1;
        await using var connection = DatabaseEngine.Connection(path);
        await connection.OpenAsync();
        await using var command = connection.Command(
            "INSERT INTO Settings (Name, Value) VALUES ($name, $value) ON CONFLICT (Name) DO UPDATE SET Value = excluded.Value",
            ("$name", SettingNames.Epoch),
            ("$value", next.ToString(System.Globalization.CultureInfo.InvariantCulture))
        );
        await command.ExecuteNonQueryAsync();
    }

    private static long EpochOf(string path)
    {
        using var connection = DatabaseEngine.Connection(path);
        connection.Open();
        using var command = connection.Command("SELECT Value FROM Settings WHERE Name = $name", ("$name", SettingNames.Epoch));
        return long.TryParse(command.ExecuteScalar() as string, out var epoch) ? epoch : 0;
    }
}

/// <summary>The data folder was deleted or taken away while the program ran.</summary>
public sealed class DataFolderGoneException : IOException
{
    public DataFolderGoneException() { }

    public DataFolderGoneException(string message)
        : base(message) { }

    public DataFolderGoneException(string message, Exception innerException)
        : base(message, innerException) { }
}
