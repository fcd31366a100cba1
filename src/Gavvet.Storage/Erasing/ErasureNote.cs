using System.Collections.Immutable;
using System.Text.Json;

namespace Gavvet.Storage;

/// <summary>What is erased.</summary>
public enum ErasureKind
{
    /// <summary>A sheet of the bin with all its states.</summary>
    Sheet,

    /// <summary>A printing with its papers and its record.</summary>
    Printing,

    /// <summary>A student with all that was marked.</summary>
    Student,

    /// <summary>A class with its students.</summary>
    Class,

    /// <summary>The names of a class; what was marked stays.</summary>
    Anonymous,

    /// <summary>A name, wherever it stands.</summary>
    Name,
}

/// <summary>
/// An erasure that was begun. It lies in the data folder until the erasure is done in every file, so that a start after a kill
/// finishes it; then it is written over and goes.
/// </summary>
/// <param name="Kind">What is erased.</param>
/// <param name="Id">The sheet, printing, student or class; null for a name.</param>
/// <param name="Names">The names that go.</param>
internal sealed record ErasureNote(ErasureKind Kind, string? Id, ImmutableArray<string> Names)
{
    /// <summary>The files such notes lie in.</summary>
    public const string FileName = "erasing-*";

    /// <summary>What students of an anonymous class are called, {0} being the place in the roster.</summary>
    public string Numbered { get; init; } = "{0}";

    /// <summary>Whether the teacher typed the names.</summary>
    public bool IsAsked => Kind == ErasureKind.Name;

    /// <summary>Whether the class keeps its name where that stands in sheets.</summary>
    public bool KeepsClassName { get; init; }

    /// <summary>What a student is called once the class is anonymous.</summary>
    /// <param name="place">The place in the roster, from 1.</param>
    public string NameAt(int place) => Numbered.Replace("{0}", $"{place}", StringComparison.Ordinal);

    /// <summary>Writes the note; it is on disk when this returns.</summary>
    /// <param name="folder">The data folder.</param>
    /// <returns>Where it lies.</returns>
    public string Write(string folder)
    {
        var path = Path.Combine(folder, $"erasing-{Guid.NewGuid():N}");
        using (var file = new FileStream(path + ".half", FileMode.CreateNew))
        {
            JsonSerializer.Serialize(file, this);
            file.Flush(flushToDisk: true);
        }

        File.Move(path + ".half", path);
        return path;
    }

    /// <summary>The notes of erasures that were not finished, with where they lie.</summary>
    /// <param name="folder">The data folder.</param>
    public static IEnumerable<(string Path, ErasureNote Note)> Left(string folder)
    {
        foreach (var path in Directory.GetFiles(folder, FileName).Order(StringComparer.Ordinal))
        {
            ErasureNote? note = null;
            try
            {
                note = JsonSerializer.Deserialize<ErasureNote>(File.ReadAllText(path));
            }
            catch (JsonException)
            {
                // Not one of ours, so nothing was begun by it.
            }

            if (note is { Names.IsDefault: false })
                yield return (path, note);
            else
                Remove(path);
        }
    }

    /// <summary>Writes a note over, and deletes it.</summary>
    /// <param name="path">Where it lies.</param>
    public static void Remove(string path)
    {
        using (var file = new FileStream(path, FileMode.Open, FileAccess.Write))
        {
            file.Write(new byte[file.Length]);
            file.Flush(flushToDisk: true);
        }

        File.Delete(path);
    }
}
