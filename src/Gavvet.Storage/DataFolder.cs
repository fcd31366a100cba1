namespace Gavvet.Storage;

/// <summary>
/// The folder a server keeps everything in. While it is open, the operating system's lock on it keeps a second server
/// out; the lock goes with the process, however it ends.
/// </summary>
public sealed class DataFolder : IDisposable
{
    private const UnixFileMode OwnerOnly = UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute;

    private readonly FileStream _lock;

    private DataFolder(string path, FileStream held) => (Path, _lock) = (path, held);

    public string Path { get; }

    public string DatabasePath => System.IO.Path.Combine(Path, "gavvet.db");

    /// <summary>Where the keys that protect forms and cookies lie; readable by the owner alone.</summary>
    public string KeysPath => System.IO.Path.Combine(Path, "keys");

    // Left by a run that met damage, so that the next start looks through the whole database.
    private string DamageSeen => System.IO.Path.Combine(Path, "damage-seen");

    /// <summary>Whether a run met damage in the database.</summary>
    public bool IsDamageSeen => File.Exists(DamageSeen);

    /// <summary>Remembers, or forgets, that there was damage.</summary>
    public void MarkDamage(bool seen)
    {
        if (seen)
            File.WriteAllText(DamageSeen, "");
        else
            File.Delete(DamageSeen);
    }

    /// <summary>Opens a folder, making it if need be.</summary>
    /// <exception cref="StartException">Another server has it open, or it cannot be written.</exception>
    public static DataFolder Open(string path)
    {
        var full = System.IO.Path.GetFullPath(path);
        try
        {
            CreatePrivate(full);
            var folder = new DataFolder(full, Hold(full));
            CreatePrivate(folder.KeysPath);
            return folder;
        }
        catch (UnauthorizedAccessException)
        {
            throw new StartException($"The data folder {full} cannot be written. Choose another with --data.");
        }
        catch (IOException problem) when (problem is not FileNotFoundException)
        {
            throw new StartException($"The data folder {full} cannot be opened: {problem.Message}");
        }
    }

    public void Dispose() => _lock.Dispose();

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
            throw new StartException($"Another Gavvet is running on the data folder {folder}. Stop it first, or choose another folder with --data.");
        }
    }
}

/// <summary>The program cannot start; the message says why and what to do.</summary>
public class StartException : Exception
{
    public StartException()
    {
    }

    public StartException(string message)
        : base(message)
    {
    }

    public StartException(string message, Exception innerException)
        : base(message, innerException)
    {
    }
}

/// <summary>The database is damaged, so the program cannot start on it; a copy may be put in its place.</summary>
public sealed class DamagedDatabaseException : StartException
{
    public DamagedDatabaseException()
    {
    }

    public DamagedDatabaseException(string message)
        : base(message)
    {
    }

    public DamagedDatabaseException(string message, Exception innerException)
        : base(message, innerException)
    {
    }
}
