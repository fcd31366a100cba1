namespace Gavvet.Storage;

/// <summary>A class.</summary>
internal sealed class ClassRow
{
    public required string Id { get; init; }

    public required string Name { get; set; }

    public bool IsArchived { get; set; }

    public DateTimeOffset MadeAt { get; init; }

    /// <summary>How its mark book counts, as JSON; null as it is at first.</summary>
    public string? Book { get; set; }

    public List<StudentRow> Students { get; init; } = [];
}

/// <summary>A student of a class. The name stands here and nowhere else.</summary>
internal sealed class StudentRow
{
    public required string Id { get; init; }

    public required string ClassId { get; init; }

    public required string Name { get; set; }

    /// <summary>The place in the roster, from 0.</summary>
    public int Place { get; set; }

    public string? Part { get; set; }

    public string? Clef { get; set; }

    public bool IsLarge { get; set; }

    public int? SeatRow { get; set; }

    public int? SeatNumber { get; set; }

    /// <summary>The last day the student was said to be away; away is of a day and ends with it.</summary>
    public DateOnly? AwayOn { get; set; }

    /// <summary>The day the student left the class, or null.</summary>
    public DateOnly? LeftOn { get; set; }
}

/// <summary>A paper of a printing and whose it is.</summary>
internal sealed class CopyRow
{
    public required string PrintingId { get; init; }

    /// <summary>Which paper, from 1.</summary>
    public required int Number { get; init; }

    /// <summary>The student, or null for a spare and where the student was deleted.</summary>
    public string? StudentId { get; set; }

    /// <summary>How many items it has.</summary>
    public int Items { get; init; }

    /// <summary>The day it was written, where that is another than the others'.</summary>
    public DateOnly? WrittenOn { get; set; }

    /// <summary>Whether its student need not write it: then it counts for nothing in the mark book.</summary>
    public bool IsExcused { get; set; }

    /// <summary>The marks of the whole paper where they were entered without its items, or null.</summary>
    public double? Total { get; set; }

    /// <summary>The marks there are in the whole paper, where its marks were entered so.</summary>
    public int? TotalOf { get; set; }
}

/// <summary>What was decided for an item of a paper. Rows are added and never changed; the last one not undone counts.</summary>
internal sealed class MarkingRow
{
    public long Id { get; set; }

    public required string PrintingId { get; init; }

    public required int Copy { get; init; }

    public required int Item { get; init; }

    public string? StudentId { get; set; }

    /// <summary>The marking this one takes back; then it decides nothing itself.</summary>
    public long? Undoes { get; init; }

    public required string Verdict { get; init; }

    public required double Marks { get; init; }

    public required int Of { get; init; }

    /// <summary>The named mistakes as JSON.</summary>
    public required string Findings { get; init; }

    public string? Written { get; init; }

    public string? Remark { get; init; }

    public required bool IsByHand { get; init; }

    /// <summary>What was asked, as far as the standing of a class is counted by it.</summary>
    public required string Group { get; init; }

    public required string Type { get; init; }

    public required string Tonic { get; init; }

    /// <summary>The tonic at concert pitch; null in markings of earlier programs, which did not keep it.</summary>
    public string? Sounds { get; init; }

    public DateTimeOffset MadeAt { get; init; }
}

/// <summary>A sentence of the judge's that the teacher says otherwise, for all who made the mistake in this printing.</summary>
internal sealed class SentenceRow
{
    public long Id { get; set; }

    public required string PrintingId { get; init; }

    public required string Said { get; init; }

    public required string Instead { get; set; }
}

/// <summary>A page that was given back: a slip or a marked page, frozen without the name.</summary>
internal sealed class ReturnedPageRow
{
    public long Id { get; set; }

    public required string PrintingId { get; init; }

    public required int Copy { get; init; }

    /// <summary>slip or marked.</summary>
    public required string Kind { get; init; }

    public required int Number { get; init; }

    public required byte[] Page { get; init; }

    /// <summary>Where the name goes, as JSON.</summary>
    public required string NamePlace { get; init; }
}
