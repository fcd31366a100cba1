namespace Gavvet.Storage;

/// <summary>A sheet opened for practice.</summary>
internal sealed class PracticeRow
{
    public required string Id { get; init; }

    /// <summary>The code that opens it.</summary>
    public required string Code { get; init; }

    /// <summary>The sheet it was opened from, which may be gone.</summary>
    public string? SheetId { get; init; }

    public string? ClassId { get; set; }

    public required string Title { get; set; }

    /// <summary>The sheet as it was then, as a sheet file.</summary>
    public required string Body { get; set; }

    /// <summary>How it goes, as JSON.</summary>
    public required string Rules { get; set; }

    public DateTimeOffset OpensAt { get; set; }

    public DateTimeOffset ClosesAt { get; set; }

    public DateTimeOffset MadeAt { get; init; }

    /// <summary>When what was right was shown to all, where that was kept back.</summary>
    public DateTimeOffset? ReleasedAt { get; set; }

    public List<PracticeSeatRow> Seats { get; init; } = [];
}

/// <summary>One who practices, or may.</summary>
internal sealed class PracticeSeatRow
{
    public required string Id { get; init; }

    public required string PracticeId { get; init; }

    /// <summary>The student, or null for who has no name here.</summary>
    public string? StudentId { get; init; }

    /// <summary>Which of those without a name, from 1.</summary>
    public int Number { get; init; }

    /// <summary>The code of their own, by which they come back.</summary>
    public required string Code { get; init; }

    /// <summary>What draws questions of their own; 0 for those of the sheet.</summary>
    public long Chance { get; init; }

    /// <summary>The part they read, where they have no name.</summary>
    public string? Part { get; init; }

    public DateTimeOffset? StartedAt { get; set; }

    /// <summary>A sheet of their own as a sheet file, or null for the practice's.</summary>
    public string? Body { get; set; }

    /// <summary>The day that sheet was drawn for, where each day has its own.</summary>
    public DateOnly? DrawnOn { get; set; }

    public List<PracticeTryRow> Tries { get; init; } = [];
}

/// <summary>Something that was done in a practice. Rows are added and never changed.</summary>
internal sealed class PracticeTryRow
{
    public long Id { get; set; }

    public required string SeatId { get; init; }

    /// <summary>What the browser calls it, so that the same sent twice is kept once.</summary>
    public required string Token { get; init; }

    public required string Question { get; init; }

    public required string Doing { get; init; }

    public string? Verdict { get; init; }

    public double Marks { get; init; }

    public int Of { get; init; }

    /// <summary>The named mistakes as JSON.</summary>
    public string? Findings { get; init; }

    public string? Written { get; init; }

    /// <summary>What was asked, as JSON.</summary>
    public string? Asked { get; init; }

    /// <summary>The load of the question.</summary>
    public int Load { get; init; }

    public DateTimeOffset MadeAt { get; init; }
}
