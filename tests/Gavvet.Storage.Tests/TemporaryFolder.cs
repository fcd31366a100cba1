namespace Gavvet.Storage.Tests;

/// <summary>A folder that goes with the test.</summary>
public sealed class TemporaryFolder : IDisposable
{
    public string Path { get; } = Directory.CreateTempSubdirectory("gavvet-test-").FullName;

    public void Dispose()
    {
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(Path, recursive: true);
    }
}

/// <summary>A clock the test moves.</summary>
public sealed class SetClock : TimeProvider
{
    private DateTimeOffset _now = new(2026, 3, 2, 8, 0, 0, TimeSpan.Zero);

    public override DateTimeOffset GetUtcNow() => _now;

    public void Pass(TimeSpan time) => _now += time;
}
