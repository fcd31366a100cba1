namespace Gavvet.Storage;

/// <summary>A sheet: which revision is its newest, and whether it lies in the bin.</summary>
internal sealed class SheetRow
{
    public required string Id { get; init; }

    /// <summary>The revision the teacher sees; moved by compare-and-set only.</summary>
    public long? HeadId { get; set; }

    public DateTimeOffset ChangedAt { get; set; }

    public DateTimeOffset? DeletedAt { get; set; }

    public RevisionRow? Head { get; set; }
}

/// <summary>A state a sheet was in. Rows are added and never changed, so undo, redo and comparing are one mechanism.</summary>
internal sealed class RevisionRow
{
    public long Id { get; set; }

    public required string SheetId { get; init; }

    /// <summary>The revision this one was made from, and to which undo leads.</summary>
    public long? ParentId { get; init; }

    public required string Title { get; init; }

    /// <summary>The sheet as a sheet file.</summary>
    public required string Body { get; init; }

    /// <summary>What was being typed when it was made, or null.</summary>
    public string? Typing { get; init; }

    public DateTimeOffset MadeAt { get; init; }
}
