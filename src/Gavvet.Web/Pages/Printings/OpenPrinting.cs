using System.Collections.Concurrent;
using Gavvet.Engraving.Output;
using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Web.Pages.Printings;

/// <summary>A printing opened for marking: its record, read once, and its pages, read when they are needed.</summary>
/// <param name="id">The printing.</param>
/// <param name="record">Its record.</param>
internal sealed class OpenPrinting(string id, PrintingRecord record)
{
    private readonly ConcurrentDictionary<string, PageSidesRead> _pages = new();

    public string Id => id;

    public PrintingRecord Record => record;

    /// <summary>Its papers.</summary>
    public RecordedPapers Papers { get; } = new(record);

    /// <summary>The pages of some codes with their keys, read back: those not read before together.</summary>
    public async Task<IReadOnlyDictionary<string, PageSidesRead>> PagesAsync(PrintingStore printings, IEnumerable<string> codes)
    {
        string[] wanted = [.. codes.Distinct()];
        var sides = await printings.SidesAsync([.. wanted.Where(code => !_pages.ContainsKey(code))]);
        Parallel.ForEach(sides, page => _pages[page.Key] = PageSidesRead.Of(page.Value.Student, page.Value.Key));
        // What an earlier program kept as a drawing is read once, and kept as a page.
        var now = sides
            .Where(page => PageFile.IsOfEarlier(page.Value.Student))
            .ToDictionary(page => page.Key, page => (PageFile.Write(_pages[page.Key].Student), PageFile.Write(_pages[page.Key].Key)));
        if (now.Count > 0)
            await printings.KeepSidesAsync(sides, now);
        return wanted.ToDictionary(
            code => code,
            code => _pages.TryGetValue(code, out var page) ? page : throw new FormatException(Say("A page of this printing is gone."))
        );
    }

    /// <summary>A paper with what was decided for it, to be drawn.</summary>
    public MarkedPaper Marked(
        IReadOnlyDictionary<string, PageSidesRead> pages,
        RecordedCopy copy,
        string student,
        DateTimeOffset day,
        IReadOnlyDictionary<(int Copy, int Item), KeptMarking> markings,
        double? total
    )
    {
        var own = markings
            .Where(marking => marking.Key.Copy == copy.Number)
            .ToDictionary(marking => marking.Key.Item, marking => marking.Value.Marking);
        return new MarkedPaper(
            record,
            copy,
            student,
            record.Speaks.Saying(() => DateText.Long(day)),
            own,
            [.. copy.Codes.Select(code => pages[code])],
            total
        );
    }
}

/// <summary>Keeps the printings that are being marked open, the last few of them.</summary>
internal sealed class OpenPrintings(PrintingStore printings)
{
    private const int Most = 6;

    private readonly ConcurrentDictionary<string, (OpenPrinting Printing, DateTimeOffset Used)> _open = new();

    /// <summary>Lets go of all of them: after an erasure none is as it was read.</summary>
    public void Close() => _open.Clear();

    /// <summary>A printing, or null where it is gone.</summary>
    /// <param name="id">The printing.</param>
    /// <exception cref="FormatException">Its record cannot be read.</exception>
    public async Task<OpenPrinting?> FindAsync(string? id)
    {
        // What a stranger sends may lack it.
        if (string.IsNullOrEmpty(id))
            return null;
        if (_open.TryGetValue(id, out var known))
        {
            _open[id] = (known.Printing, DateTimeOffset.UtcNow);
            return await printings.ExistsAsync(id) ? known.Printing : null;
        }

        if (await printings.RecordAsync(id) is not { } text)
            return null;
        var opened = new OpenPrinting(id, await AnchoredAsync(id, text));
        _open[id] = (opened, DateTimeOffset.UtcNow);
        foreach (var old in _open.OrderByDescending(pair => pair.Value.Used).Skip(Most))
            _open.TryRemove(old.Key, out _);
        return opened;
    }

    // What a program before anchors printed is read once, and kept as if it were printed today.
    private async Task<PrintingRecord> AnchoredAsync(string id, string text)
    {
        var record = PrintingRecord.Read(text);
        if (record.HasAnchors)
            return record;
        var codes = record.Copies.DistinctBy(copy => copy.Edition).SelectMany(copy => copy.Codes).ToArray();
        var sides = await printings.SidesAsync(codes);
        var anchored = record.Anchored(copy =>
            copy.Codes.All(sides.ContainsKey)
                ? [.. copy.Codes.Select(code => PageSidesRead.Of(sides[code].Student, sides[code].Key))]
                : null
        );
        if (anchored.HasAnchors)
            await printings.KeepRecordAsync(id, text, anchored.Write());
        return anchored;
    }
}
