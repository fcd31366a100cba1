using Gavvet.Engraving.Drawing;
using Gavvet.Printing;
using Gavvet.Scanning;
using Gavvet.Scanning.Simulated;
using Gavvet.Theory;

namespace Gavvet.Web.Pages.Scans;

/// <summary>The papers of a printing as a simulated class wrote on them and a simulated copier scanned them.</summary>
internal static class SimulatedPile
{
    private const int Dpi = 200;

    // One answer of nine is left out.
    private const ulong LeftOut = 9;

    /// <summary>The scans, each a file, made when they are asked for.</summary>
    /// <param name="record">The printing.</param>
    /// <param name="pageOf">The page of a code.</param>
    public static IEnumerable<byte[]> Of(PrintingRecord record, Func<string, Page> pageOf) =>
        record.Copies.SelectMany(copy => copy.Codes.Select((code, page) => Scan(record.Editions[copy.Edition], code, page, pageOf(code))));

    private static byte[] Scan(RecordedEdition edition, string code, int number, Page page)
    {
        var seed = StableHash.Of(code);
        var (printed, hand) = (new PrintedPage(page), new SimulatedHand(seed));
        return SimulatedScanner
            .Scan(
                page,
                canvas =>
                {
                    foreach (var item in edition.Items.Where(item => SplitMix64.At(seed, (ulong)item.Item.Number) % LeftOut > 0))
                    {
                        foreach (var piece in item.Pieces.Where(piece => piece.Page == number))
                            hand.Answer(canvas, piece.Box, piece.Anchors, printed.IsPrinted);
                    }
                },
                Dpi,
                seed
            )
            .Jpeg;
    }
}
