using Gavvet.Engraving.Drawing;
using Gavvet.Scanning;
using Gavvet.Scanning.Simulated;
using Gavvet.Teaching;
using Gavvet.Theory;

namespace Gavvet.Printing;

/// <summary>A page of a simulated pile.</summary>
/// <param name="Copy">The paper.</param>
/// <param name="Page">Which page of it, from 0.</param>
/// <param name="Scan">The scan, with where the page truly lies in it.</param>
/// <param name="Written">What was written for each question that begins on the page, as it would be typed: null where it was left
/// out, empty where it is words.</param>
public sealed record SimulatedPaper(RecordedCopy Copy, int Page, SimulatedScan Scan, IReadOnlyDictionary<int, string?> Written);

/// <summary>A printed pile as simulated students hand it in and a simulated scanner gives it back.</summary>
/// <param name="papers">The printing.</param>
/// <param name="pageOf">The page of a code.</param>
/// <param name="seed">Which students.</param>
public sealed class SimulatedPile(RecordedPapers papers, Func<string, Page> pageOf, ulong seed = 0)
{
    /// <summary>Dots an inch, from 75 to 600.</summary>
    public int Dpi { get; init; } = 150;

    /// <summary>Whether the pages are photographed with a phone.</summary>
    public bool IsPhotographed { get; init; }

    /// <summary>How the students' hands write.</summary>
    public HandWay Way { get; init; }

    /// <summary>Whether the students get four of five right, and not two of three.</summary>
    public bool IsCareful { get; init; }

    /// <summary>What was decided of a paper before, by the question's number: it was written so.</summary>
    public Func<RecordedCopy, IReadOnlyDictionary<int, Marking>>? Marked { get; init; }

    /// <summary>The scans, in the order of the papers, each made when it is asked for.</summary>
    public IEnumerable<SimulatedPaper> Pages() =>
        papers.Record.Copies.SelectMany(copy => copy.Codes.Select((_, number) => Made(copy, number)));

    private SimulatedPaper Made(RecordedCopy copy, int number)
    {
        // A student has one hand on all pages.
        var student = new SimulatedStudent(papers, StableHash.Of(copy.Codes[0]) + seed, Marked?.Invoke(copy), Way)
        {
            OutOf = IsCareful ? SimulatedStudent.Careful : SimulatedStudent.Usual,
        };
        var page = pageOf(copy.Codes[number]);
        var printed = new PrintedPage(page);
        var chance = StableHash.Of(copy.Codes[number]) + seed;
        void Write(SkiaSharp.SKCanvas canvas) => student.Write(canvas, copy, number, printed);
        var scan = IsPhotographed ? SimulatedScanner.Photograph(page, Write, chance) : SimulatedScanner.Scan(page, Write, Dpi, chance);
        return new SimulatedPaper(
            copy,
            number,
            scan,
            papers
                .Record.Editions[copy.Edition]
                .Items.Where(item => !item.Pieces.IsEmpty && item.Pieces[0].Page == number)
                .ToDictionary(item => item.Item.Number, item => student.Answer(papers.ItemOf(copy, item.Item.Number)))
        );
    }
}
