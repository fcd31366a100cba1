using System.Collections.Immutable;
using Gavvet.Teaching;

namespace Gavvet.Storage;

/// <summary>A paper of a printing and whose it is.</summary>
/// <param name="Number">Which, from 1.</param>
/// <param name="StudentId">The student, or null.</param>
/// <param name="Name">The student's name, or null.</param>
/// <param name="Seat">Where the student sits, or null.</param>
public sealed record PaperOwner(int Number, string? StudentId, string? Name, Seat? Seat)
{
    /// <summary>The marks entered for the whole paper, or null where its items count.</summary>
    public double? Total { get; init; }
}

/// <summary>A marking as it is kept.</summary>
/// <param name="Id">Its id; later ones are higher.</param>
/// <param name="Copy">The paper, from 1.</param>
/// <param name="Item">The item's number.</param>
/// <param name="MarkedAt">When it was made.</param>
/// <param name="Marking">What was decided.</param>
public sealed record KeptMarking(long Id, int Copy, int Item, DateTimeOffset MarkedAt, Marking Marking);

/// <summary>Someone else decided otherwise of an item since the window last saw it, so nothing was changed.</summary>
public sealed class MarkedMeanwhileException : Exception
{
    public MarkedMeanwhileException() { }

    public MarkedMeanwhileException(string message)
        : base(message) { }

    public MarkedMeanwhileException(string message, Exception innerException)
        : base(message, innerException) { }

    internal MarkedMeanwhileException(KeptMarking? current) => Current = current;

    /// <summary>What counts for the item now, or null where that was taken back.</summary>
    public KeptMarking? Current { get; }
}

/// <summary>An answer that counts, and where it stands.</summary>
/// <param name="Printing">The printing; empty for what was practiced.</param>
/// <param name="Copy">The paper.</param>
/// <param name="Item">The item.</param>
/// <param name="Marking">How it was marked.</param>
/// <param name="Evidence">What it shows.</param>
public sealed record KeptEvidence(string Printing, int Copy, int Item, Marking Marking, Evidence Evidence)
{
    /// <summary>The practice it was answered in, or null for a paper.</summary>
    public string? Practice { get; init; }
}

/// <summary>A page that was given back, without the name.</summary>
/// <param name="Copy">The paper.</param>
/// <param name="Kind">slip, short, marked, or signs: what is drawn on a page, for the student’s own.</param>
/// <param name="Number">Which page, from 1.</param>
/// <param name="Page">The page as SVG.</param>
/// <param name="NamePlace">Where the name goes, as JSON.</param>
public sealed record ReturnedPage(int Copy, string Kind, int Number, string Page, string NamePlace);

/// <summary>A paper with what it earned so far.</summary>
/// <param name="Number">Which, from 1.</param>
/// <param name="StudentId">The student, or null.</param>
/// <param name="Items">How many items it has.</param>
/// <param name="Marked">How many of them are marked.</param>
/// <param name="Marks">Marks earned in those.</param>
/// <param name="Of">Marks there are in those.</param>
public sealed record ScoredPaper(int Number, string? StudentId, int Items, int Marked, double Marks, int Of)
{
    /// <summary>The marks of the whole paper where they were entered without its items, or null.</summary>
    public double? Total { get; init; }

    /// <summary>The marks there are in the whole paper, where its marks were entered so.</summary>
    public int? TotalOf { get; init; }

    /// <summary>The paper as the mark book takes it.</summary>
    public BookPaper InBook =>
        IsExcused ? new(PaperIs.Excused, 0, 0)
        : (Total, TotalOf) is ({ } total, { } of) ? new(PaperIs.Marked, total, of)
        : Marked == 0 ? new(PaperIs.Missing, 0, 0)
        : new(Marked < Items ? PaperIs.Begun : PaperIs.Marked, Marks, Of);

    /// <summary>Whether its student need not write it.</summary>
    public bool IsExcused { get; init; }

    /// <summary>The day it was written, where that is another than the others'.</summary>
    public DateOnly? WrittenOn { get; init; }
}

/// <summary>A printing made for a class.</summary>
/// <param name="Id">Its id in addresses.</param>
/// <param name="Title">The sheet's title then.</param>
/// <param name="MadeAt">When it was made.</param>
/// <param name="ReturnedAt">When it was given back, or null.</param>
/// <param name="Papers">Its papers in order.</param>
public sealed record ClassPrinting(
    string Id,
    string Title,
    DateTimeOffset MadeAt,
    DateTimeOffset? ReturnedAt,
    ImmutableArray<ScoredPaper> Papers
)
{
    /// <summary>The day the class wrote it.</summary>
    public DateOnly WrittenOn { get; init; }

    /// <summary>How much it weighs in the mark book; 0 where it does not count.</summary>
    public int Weight { get; init; } = 1;

    /// <summary>Papers of students; a spare counts once something of it is marked.</summary>
    public IEnumerable<ScoredPaper> Used =>
        Papers.Where(paper => paper.StudentId is not null || paper.Marked > 0 || paper.Total is not null);

    /// <summary>Items there are to mark.</summary>
    public int Items => Used.Sum(paper => paper.Items);

    /// <summary>Items marked; where the whole paper has its marks, all of them.</summary>
    public int Marked => Used.Sum(paper => paper.Total is null ? paper.Marked : paper.Items);
}

/// <summary>How far a class has come.</summary>
/// <param name="LastMarking">The last thing decided of an answer.</param>
/// <param name="Students">How many students there are.</param>
/// <param name="Printings">How many printings there are.</param>
/// <param name="Returned">How many of them were given back.</param>
/// <param name="Totals">How many of their papers have marks for the whole.</param>
/// <param name="LastTry">The last thing done in a practice.</param>
public sealed record ClassStamp(long LastMarking, int Students, int Printings, int Returned, int Totals, long LastTry);

/// <summary>The days the papers of a printing were written.</summary>
/// <param name="All">The day of all of them.</param>
/// <param name="Own">Those of papers written on another day, by number.</param>
public sealed record WrittenDays(DateOnly All, IReadOnlyDictionary<int, DateOnly> Own)
{
    /// <summary>The day a paper was written; nothing is marked before.</summary>
    /// <param name="copy">The paper.</param>
    /// <param name="marked">When it was marked.</param>
    public DateOnly Of(int copy, DateOnly marked) => Own.GetValueOrDefault(copy, All) is var written && written < marked ? written : marked;
}
