using Gavvet.Worksheets.Sheets;

namespace Gavvet.Storage;

/// <summary>A sheet as it is kept.</summary>
/// <param name="Id">Its id in addresses.</param>
/// <param name="Head">The revision it is at; every save says which it saw.</param>
/// <param name="Sheet">The sheet.</param>
/// <param name="CanUndo">Whether an earlier state is there to go back to.</param>
/// <param name="CanRedo">Whether an undone state is there to return to.</param>
public sealed record StoredSheet(string Id, long Head, Sheet Sheet, bool CanUndo, bool CanRedo);

/// <summary>A sheet on the desk.</summary>
/// <param name="Id">Its id in addresses.</param>
/// <param name="Head">The revision it is at.</param>
/// <param name="Title">Its title.</param>
/// <param name="ChangedAt">When it was last changed.</param>
public sealed record SheetOnDesk(string Id, long Head, string Title, DateTimeOffset ChangedAt);

/// <summary>What came of a save.</summary>
/// <param name="Now">The sheet as it is now; null when it is gone.</param>
/// <param name="IsStale">Whether the sheet had been changed elsewhere meanwhile, so that nothing was saved.</param>
public sealed record SaveOutcome(StoredSheet? Now, bool IsStale);

/// <summary>A state a sheet was in.</summary>
/// <param name="Id">The revision.</param>
/// <param name="ParentId">The revision it was made from, or null for the first.</param>
/// <param name="MadeAt">When.</param>
/// <param name="Sheet">The sheet as it was.</param>
/// <param name="Name">The name of the restore point set there, or null.</param>
public sealed record StoredRevision(long Id, long? ParentId, DateTimeOffset MadeAt, Sheet Sheet, string? Name);
