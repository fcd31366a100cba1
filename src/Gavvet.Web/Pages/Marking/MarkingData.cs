using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Theory;
using Gavvet.Web.Pages.Printings;
using Gavvet.Web.Pages.Scans;
using Gavvet.Web.Pages.Shared;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Web.Pages.Marking;

/// <summary>All the marking screen needs of a printing, sent once.</summary>
internal static class MarkingData
{
    /// <summary>The data of a printing.</summary>
    public static async Task<object> OfAsync(OpenPrinting open, PrintingStore printings, MarkingStore markings, ScanStore scans)
    {
        var scanned = (await scans.ListAsync(open.Id)).Where(scan => scan.IsShown).ToLookup(scan => scan.Copy);
        var owners = (await markings.OwnersAsync(open.Id)).ToDictionary(owner => owner.Number);
        var record = open.Record;
        // Papers of an edition differ in their codes alone, so the pages of the first stand for all.
        RecordedCopy?[] first = [.. record.Editions.Select((_, i) => record.Copies.FirstOrDefault(copy => copy.Edition == i))];
        var pages = await open.PagesAsync(printings, first.OfType<RecordedCopy>().SelectMany(copy => copy.Codes));
        object[] editions =
        [
            .. first.Select(copy =>
                copy is null ? new { items = Array.Empty<object>(), pages = Array.Empty<object>() } : Edition(open, pages, copy)
            ),
        ];
        var current = await markings.CurrentAsync(open.Id);
        // What the class does wrong elsewhere; this printing's own mistakes are counted as they come.
        var group = (await markings.OfPrintingAsync(open.Id)).ClassId;
        var before = group is null
            ? []
            : (await markings.EvidenceAsync(group)).Where(kept => kept.Printing != open.Id).SelectMany(kept => kept.Evidence.Findings);
        return new
        {
            title = record.Title,
            letters = NoteNaming.Letters(open.Papers.Style.NoteNames),
            made = before.GroupBy(code => code).ToDictionary(code => FileWords.Of(code.Key), code => code.Count()),
            papers = record.Copies.Select(copy => new
            {
                number = copy.Number,
                name = MarkingStore.NameOf(owners, copy.Number, copy.Student),
                edition = copy.Edition,
                version = record.Editions[copy.Edition].Version,
                part = record.Editions[copy.Edition].Part is { } part
                    ? Instrument.All.FirstOrDefault(known => known.Id == part)?.Name
                    : null,
                codes = copy.Codes,
                // The student's own pages, where they were scanned; one that is not laid on its print has no place to ring.
                scans = copy.Codes.Select(
                    (_, page) =>
                        scanned[copy.Number].FirstOrDefault(scan => scan.Page == page) is { } scan
                            ? new { picture = $"/printings/{open.Id}/scans/{scan.Id}.jpg", isLaid = scan.State == ScanState.Laid }
                            : null
                ),
                read = ReadOf(open, copy, [.. scanned[copy.Number]]),
                total = owners.GetValueOrDefault(copy.Number)?.Total,
                isSpare = owners.Count > 0 && owners.GetValueOrDefault(copy.Number)?.StudentId is null,
            }),
            editions,
            markings = current.Values.Select(kept => new
            {
                copy = kept.Copy,
                item = kept.Item,
                id = kept.Id,
                marking = Of(kept.Marking),
            }),
        };
    }

    /// <summary>A marking as the screen shows it.</summary>
    public static object Of(Teaching.Marking marking) =>
        new
        {
            verdict = FileWords.Of(marking.As),
            words = Texts.Say($"marked.{FileWords.Of(marking.As)}"),
            marks = marking.Marks,
            of = marking.Of,
            findings = marking.Findings.Select(finding => new { code = FileWords.Of(finding.Code), message = finding.Message }),
            written = marking.Written,
            remark = marking.Remark,
            byHand = marking.IsByHand,
        };

    // What was read of a paper’s questions for certain, and those that seem to be left empty: proposals, until they are taken.
    private static IEnumerable<object> ReadOf(OpenPrinting open, RecordedCopy copy, KeptScan[] scans)
    {
        KeptScan[] laid = [.. scans.Where(scan => scan.State == ScanState.Laid)];
        foreach (var recorded in open.Record.Editions[copy.Edition].Items.Where(_ => laid.Length > 0))
        {
            var number = recorded.Item.Number;
            if (HandReading.SeemsEmpty(recorded.Pieces, laid, number))
                yield return new
                {
                    item = number,
                    words = Say("Nothing seems to be written."),
                    mayBeRight = false,
                };
            else if (HandReading.Of(open, copy, laid, number) is { Judged.Written: { } written } read)
                yield return new
                {
                    item = number,
                    words = read.Words,
                    mayBeRight = read.Judged.IsRight,
                    written,
                };
        }
    }

    // Notes with their signs, as they stand on the paper.
    private static string Written(string text) =>
        string.Join(' ', text.Split(' ').Select(word => NoteText.TryParse(word, out var note) ? $"{note}" : word));

    // Where an item, or what of it stands on a page, is: in parts of the page.
    private static object Piece(ItemPiece piece, SetItem item, Engraving.Drawing.Page page) =>
        new
        {
            page = piece.Page,
            box = new[]
            {
                (double)piece.Box.Left / page.Width,
                (double)piece.Box.Top / page.Height,
                (double)piece.Box.Width / page.Width,
                (double)piece.Box.Height / page.Height,
            },
            staff = item.Question.Scale is not null
            && item.What.Clef is { } read
            && piece.Anchors.Figures.LastOrDefault(figure => figure.Staff is not null)?.Staff is { } lines
                ? new
                {
                    top = (double)lines.Top / page.Height,
                    bottom = (double)lines.Bottom / page.Height,
                    step = read.BottomLine.StaffStep,
                }
                : null,
        };

    private static object Edition(OpenPrinting open, IReadOnlyDictionary<string, PageSidesRead> pages, RecordedCopy copy)
    {
        var record = open.Record.Editions[copy.Edition];
        var items = new List<object>();
        foreach (var (item, recorded) in open.Papers.ItemsOf(copy).Zip(record.Items))
        {
            items.Add(
                new
                {
                    number = item.Number,
                    section = item.SectionTitle,
                    prompt = item.Prompt,
                    answer = item.Answer,
                    alsoRight = item.AlsoRight,
                    marks = item.Marks,
                    pieces = recorded.Pieces.Select(piece => Piece(piece, item, pages[copy.Codes[piece.Page]].Student)),
                    sound = Sound.Of(item, open.Papers.Style),
                    lines = item.Question.Lines.Length,
                    asksSignature = item.Question.Scale is { AsksSignature: true },
                    choices = item.Question.Choices.IsEmpty ? item.Question.List : item.Question.Choices,
                    mistakes = item.Question.Choices.IsEmpty && item.Question.List.IsEmpty
                        ? item
                            .Question.Mistakes.DistinctBy(mistake => mistake.Mistake)
                            .Where(mistake => mistake.Mistake != FindingCode.NotTheAnswer)
                            .Take(6)
                            .Select(mistake => new
                            {
                                code = FileWords.Of(mistake.Mistake),
                                words = item.Question.Scale is null ? mistake.Text : MistakeNames.Of(mistake.Mistake),
                                written = Written(mistake.Text),
                            })
                        : [],
                }
            );
        }

        var first = pages[copy.Codes[0]];
        return new
        {
            items,
            shape = (double)first.Student.Height / first.Student.Width,
            pages = copy.Codes.Select(code => new { student = $"/p/{code}/student.svg", key = $"/p/{code}/key.svg" }),
        };
    }
}
