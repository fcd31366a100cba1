using System.Globalization;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Storage;

/// <summary>The state a sheet is at, as every save says which it saw.</summary>
/// <param name="Epoch">How often everything had been replaced by a restore.</param>
/// <param name="Revision">The revision.</param>
public readonly record struct Head(long Epoch, long Revision)
{
    /// <summary>The head as addresses and forms carry it, such as 0-512.</summary>
    public override string ToString() => string.Create(CultureInfo.InvariantCulture, $"{Epoch}-{Revision}");

    /// <summary>Reads a head; text that is none gives one that no sheet is at.</summary>
    /// <param name="text">Such as 0-512.</param>
    public static Head Parse(string? text) =>
        text?.Split('-') is [var epoch, var revision]
        && long.TryParse(epoch, NumberStyles.None, CultureInfo.InvariantCulture, out var of)
        && long.TryParse(revision, NumberStyles.None, CultureInfo.InvariantCulture, out var at)
            ? new Head(of, at)
            : new Head(-1, 0);
}

/// <summary>A sheet as it is kept.</summary>
/// <param name="Id">Its id in addresses.</param>
/// <param name="Head">The state it is at.</param>
/// <param name="Sheet">The sheet.</param>
/// <param name="CanUndo">Whether an earlier state is there to go back to.</param>
/// <param name="CanRedo">Whether an undone state is there to return to.</param>
public sealed record StoredSheet(string Id, Head Head, Sheet Sheet, bool CanUndo, bool CanRedo);

/// <summary>A sheet on the desk.</summary>
/// <param name="Id">Its id in addresses.</param>
/// <param name="Head">The state it is at.</param>
/// <param name="Title">Its title.</param>
/// <param name="ChangedAt">When it was last changed.</param>
public sealed record SheetOnDesk(string Id, Head Head, string Title, DateTimeOffset ChangedAt);

/// <summary>What came of a save.</summary>
/// <param name="Now">The sheet as it is now; null when it is gone.</param>
/// <param name="IsStale">Whether the sheet had been changed elsewhere meanwhile, so that nothing was saved.</param>
public sealed record SaveOutcome(StoredSheet? Now, bool IsStale);

/// <summary>A state a sheet was in.</summary>
/// <param name="Id">The revision.</param>
/// <param name="ParentId">The revision it was made from, or null for the first.</param>
/// <param name="MadeAt">When.</param>
/// <param name="Sheet">The sheet as it was; null when it cannot be read.</param>
/// <param name="Name">The name of the restore point set there, or null.</param>
public sealed record StoredRevision(long Id, long? ParentId, DateTimeOffset MadeAt, Sheet? Sheet, string? Name);

/// <summary>A sheet whose last state cannot be read; its earlier states, its file and its deletion still work.</summary>
public sealed class UnreadableSheetException : Exception
{
    public UnreadableSheetException() { }

    public UnreadableSheetException(string message)
        : base(message) { }

    public UnreadableSheetException(string message, Exception innerException)
        : base(message, innerException) { }

    public UnreadableSheetException(string id, SheetFileException problem)
        : base(problem?.Message, problem) => SheetId = id;

    /// <summary>The sheet.</summary>
    public string SheetId { get; } = "";
}

/// <summary>A sheet that could not be opened again once it was saved, so it was not saved; the message says why.</summary>
public sealed class UnsavableSheetException : Exception
{
    public UnsavableSheetException() { }

    public UnsavableSheetException(string message)
        : base(message) { }

    public UnsavableSheetException(string message, Exception innerException)
        : base(message, innerException) { }
}
