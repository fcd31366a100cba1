using Gavvet.Engraving.Drawing;
using Gavvet.Printing;
using Gavvet.Scanning;
using Gavvet.Scanning.Simulated;
using Gavvet.Storage;
using Gavvet.Theory;

namespace Gavvet.Web.Pages.Scans;

/// <summary>The papers of a printing as a simulated class wrote on them and a simulated copier scanned them.</summary>
internal static class SimulatedPile
{
    private const int Dpi = 200;

    /// <summary>The scans, each a file, made when they are asked for.</summary>
    /// <param name="papers">The printing.</param>
    /// <param name="pageOf">The page of a code.</param>
    /// <param name="marked">What was decided before: papers that are marked were written so.</param>
    public static IEnumerable<byte[]> Of(
        RecordedPapers papers,
        Func<string, Page> pageOf,
        IReadOnlyDictionary<(int Copy, int Item), KeptMarking> marked
    ) =>
        papers.Record.Copies.SelectMany(copy =>
        {
            var own = marked.Where(one => one.Key.Copy == copy.Number).ToDictionary(one => one.Key.Item, one => one.Value.Marking);
            return copy.Codes.Select((code, number) => Scan(papers, copy, number, pageOf(code), own));
        });

    private static byte[] Scan(
        RecordedPapers papers,
        RecordedCopy copy,
        int number,
        Page page,
        IReadOnlyDictionary<int, Teaching.Marking> marked
    )
    {
        // A student has one hand on all pages.
        var student = new SimulatedStudent(papers, StableHash.Of(copy.Codes[0]), marked);
        var printed = new PrintedPage(page);
        return SimulatedScanner
            .Scan(page, canvas => student.Write(canvas, copy, number, printed), Dpi, StableHash.Of(copy.Codes[number]))
            .Jpeg;
    }
}
