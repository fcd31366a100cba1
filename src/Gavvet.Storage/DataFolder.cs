using System.Runtime.InteropServices;

namespace Gavvet.Storage;

/// <summary>
/// The folder a server keeps everything in. While it is open, the operating system's lock on it keeps a second server
/// out; the lock goes with the process, however it ends.
/// </summary>
public sealed partial class DataFolder : IDisposable
{
    private const UnixFileMode OwnerOnly = UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute;

    private const UnixFileMode OwnerFile = UnixFileMode.UserRead | UnixFileMode.UserWrite;

    private readonly FileStream _lock;

    private DataFolder(string path, FileStream held) => (Path, _lock) = (path, held);

    public string Path { get; }

    /// <summary>
    /// Whoever makes, mends or replaces a database file beside the live one takes this first, so that no copy is made of what
    /// is being erased. Whoever needs the database alone too takes this before.
    /// </summary>
    internal SemaphoreSlim Files { get; } = new(1);

    public string DatabasePath => System.IO.Path.Combine(Path, "gavvet.db");

    /// <summary>Where the keys that protect forms and cookies lie; readable by the owner alone.</summary>
    public string KeysPath => System.IO.Path.Combine(Path, "keys");

    /// <summary>Where files lie that are gone when the program ends; cleared at each start.</summary>
    public string TemporaryPath => System.IO.Path.Combine(Path, "temporary");

    private string InUse => System.IO.Path.Combine(Path, "in-use");

    // There while the program runs; a start that finds it follows a kill or a power cut.
    private string Running => System.IO.Path.Combine(Path, "running");

    // Left by a run that met damage, so that the next start looks through the whole database.
    private string DamageSeen => System.IO.Path.Combine(Path, "damage-seen");

    /// <summary>Whether a run met damage in the database.</summary>
    public bool IsDamageSeen => File.Exists(DamageSeen);

    /// <summary>Remembers, or forgets, that there was damage.</summary>
    public void MarkDamage(bool seen) => Mark(DamageSeen, seen);

    /// <summary>Whether the run before this one ended without taking leave.</summary>
    public bool EndedSuddenly => File.Exists(Running);

    /// <summary>Remembers that the program runs, or that it took leave.</summary>
    public void MarkRunning(bool runs) => Mark(Running, runs);

    /// <summary>A new place for a file that goes when the program ends.</summary>
    public string Temporary() => System.IO.Path.Combine(TemporaryPath, Guid.NewGuid().ToString("N"));

    /// <summary>Makes sure that the folder is still the one that was opened.</summary>
    /// <exception cref="DataFolderGoneException">It is not.</exception>
    public void SeeThatItIsThere()
    {
        if (!File.Exists(InUse) || !File.Exists(DatabasePath))
            throw new DataFolderGoneException(StorageTexts.Say("folder.gone", ("folder", Path)));
    }

    /// <summary>Opens a folder, making it if need be.</summary>
    /// <exception cref="StartException">Another server has it open, or it cannot be written.</exception>
    public static DataFolder Open(string path)
    {
        var full = System.IO.Path.GetFullPath(path);
        DataFolder? folder = null;
        try
        {
            KeepPrivate();
            CreatePrivate(full);
            folder = new DataFolder(full, Hold(full));
            folder.Clear();
            return folder;
        }
        catch (UnauthorizedAccessException)
        {
            folder?.Dispose();
            throw new StartException(StorageTexts.Say("folder.no-writing", ("folder", full)));
        }
        catch (IOException problem) when (problem is not FileNotFoundException)
        {
            folder?.Dispose();
            throw new StartException(StorageTexts.Say("folder.no-opening", ("folder", full), ("problem", problem.Message)));
        }
    }

    public void Dispose()
    {
        _lock.Dispose();
        Files.Dispose();
    }

    private static void Mark(string path, bool stands)
    {
        if (stands)
            File.WriteAllText(path, "");
        else
            File.Delete(path);
    }

    // What a run left half done goes, and what an earlier program made readable for others is closed.
    private void Clear()
    {
        if (Directory.Exists(TemporaryPath))
            Directory.Delete(TemporaryPath, recursive: true);
        CreatePrivate(TemporaryPath);
        CreatePrivate(KeysPath);
        // A backup that a kill cut short holds as much as a whole one.
        foreach (var half in Directory.EnumerateFiles(Path, "*.half*", SearchOption.AllDirectories))
            File.Delete(half);
        if (OperatingSystem.IsWindows())
            return;
        // SQLite writes its own temporary files where this says, while it packs.
        _ = SetEnvironment("SQLITE_TMPDIR", TemporaryPath, 1);
        Close(new DirectoryInfo(Path));
    }

    private static void Close(DirectoryInfo folder)
    {
        if (OperatingSystem.IsWindows())
            return;
        if (folder.UnixFileMode != OwnerOnly)
            folder.UnixFileMode = OwnerOnly;
        foreach (var file in folder.EnumerateFiles().Where(file => file.LinkTarget is null && file.UnixFileMode != OwnerFile))
            file.UnixFileMode = OwnerFile;
        foreach (var inner in folder.EnumerateDirectories().Where(inner => inner.LinkTarget is null))
            Close(inner);
    }

    // Whatever a library creates from here on, only the owner can read.
    private static void KeepPrivate()
    {
        const uint groupAndOthers = 0b000_111_111;
        if (!OperatingSystem.IsWindows())
            _ = MaskModes(groupAndOthers);
    }

    [LibraryImport("libc", EntryPoint = "umask")]
    private static partial uint MaskModes(uint mask);

    [LibraryImport("libc", EntryPoint = "setenv", StringMarshalling = StringMarshalling.Utf8)]
    private static partial int SetEnvironment(string name, string value, int overwrite);

    private static void CreatePrivate(string path)
    {
        if (OperatingSystem.IsWindows())
            Directory.CreateDirectory(path);
        else
            Directory.CreateDirectory(path, OwnerOnly);
    }

    private static FileStream Hold(string folder)
    {
        try
        {
            return new FileStream(System.IO.Path.Combine(folder, "in-use"), FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None);
        }
        catch (IOException)
        {
            throw new StartException(StorageTexts.Say("folder.taken", ("folder", folder)));
        }
    }
}

/// <summary>The program cannot start; the message says why and what to do.</summary>
public class StartException : Exception
{
    public StartException() { }

    public StartException(string message)
        : base(message) { }

    public StartException(string message, Exception innerException)
        : base(message, innerException) { }
}

/// <summary>The database is damaged, so the program cannot start on it; a copy may be put in its place.</summary>
public sealed class DamagedDatabaseException : StartException
{
    public DamagedDatabaseException() { }

    public DamagedDatabaseException(string message)
        : base(message) { }

    public DamagedDatabaseException(string message, Exception innerException)
        : base(message, innerException) { }
}
