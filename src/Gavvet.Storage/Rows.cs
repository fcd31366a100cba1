namespace Gavvet.Storage;

/// <summary>A sheet: which revision is its newest, and whether it lies in the bin.</summary>
internal sealed class SheetRow
{
    public required string Id { get; init; }

    /// <summary>The revision the teacher sees; moved by compare-and-set only.</summary>
    public long? HeadId { get; set; }

    public DateTimeOffset ChangedAt { get; set; }

    public DateTimeOffset? DeletedAt { get; set; }

    /// <summary>What the desk's filter looks in; empty until it was written once.</summary>
    public string Words { get; set; } = "";

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

/// <summary>A state of a sheet under a name, to go back to.</summary>
internal sealed class RestorePointRow
{
    public long Id { get; set; }

    public required string SheetId { get; init; }

    public required long RevisionId { get; init; }

    public required string Name { get; init; }

    public DateTimeOffset MadeAt { get; init; }
}

/// <summary>A section kept to be set again on other sheets.</summary>
internal sealed class LibraryRow
{
    public long Id { get; set; }

    public required string Name { get; set; }

    /// <summary>A sheet file with this section alone.</summary>
    public required string Body { get; init; }

    public DateTimeOffset KeptAt { get; init; }

    public DateTimeOffset? DeletedAt { get; set; }
}

/// <summary>A house style of the teacher's own.</summary>
internal sealed class StyleRow
{
    public long Id { get; set; }

    public required string Name { get; set; }

    /// <summary>The style as a house style file.</summary>
    public required string Body { get; set; }
}

/// <summary>A choice that holds for the whole desk, such as which style new sheets take.</summary>
internal sealed class SettingRow
{
    public required string Name { get; init; }

    public required string Value { get; set; }
}

/// <summary>What was printed, frozen: its files, its pages and its record stay as they are for years.</summary>
internal sealed class PrintingRow
{
    public required string Id { get; init; }

    public required string SheetId { get; init; }

    public required long RevisionId { get; init; }

    public required string Title { get; init; }

    /// <summary>What the desk's filter looks in.</summary>
    public required string Words { get; init; }

    /// <summary>Every question with its answer as marking needs it; versioned, complete in itself, and packed.</summary>
    public required byte[] PackedRecord { get; set; }

    public DateTimeOffset MadeAt { get; init; }

    /// <summary>The class it was printed for, or null.</summary>
    public string? ClassId { get; set; }

    /// <summary>When it was given back, or null.</summary>
    public DateTimeOffset? ReturnedAt { get; set; }

    /// <summary>The day the class wrote it; null in printings of earlier programs, where it is the day of printing.</summary>
    public DateOnly? WrittenOn { get; set; }

    /// <summary>How much it weighs in the mark book; 0 where it does not count.</summary>
    public int Weight { get; set; } = 1;

    /// <summary>Whether it was not handed out after all, and counts for the class as if it had not been made.</summary>
    public bool IsSetAside { get; set; }

    public List<CopyRow> Copies { get; init; } = [];

    public List<PrintedFileRow> Files { get; init; } = [];

    public List<PrintedPageRow> Pages { get; init; } = [];
}

/// <summary>A pile of a printing as its PDF.</summary>
internal sealed class PrintedFileRow
{
    public long Id { get; set; }

    public required string PrintingId { get; init; }

    public required string Name { get; init; }

    public required string Title { get; init; }

    public required int PageCount { get; init; }

    public required bool IsKey { get; init; }

    public required byte[] Bytes { get; init; }
}

/// <summary>A student's page of a printing with the code at its foot, and the page of the key that answers it.</summary>
internal sealed class PrintedPageRow
{
    public required string Code { get; init; }

    public required string PrintingId { get; init; }

    public required string Pile { get; init; }

    public required int Number { get; init; }

    public required string Edition { get; init; }

    /// <summary>The page and its key, packed.</summary>
    public required byte[] Sides { get; set; }
}
