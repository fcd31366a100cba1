using System.Collections.Concurrent;
using System.Diagnostics;
using System.Text;
using Gavvet.Engraving.Drawing;
using Gavvet.Printing;
using Gavvet.Scanning;
using Gavvet.Scanning.Simulated;
using Gavvet.Teaching;
using Gavvet.Theory;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Questions;

namespace Gavvet.Bench;

/// <summary>Simulated piles, scanned and photographed, on seeds that nothing was tried on: what is known, laid and read of them.</summary>
internal static class ScanLoad
{
    private const string Recipe = """
        {"gavvet":1,"seed":11,"title":"Scans","sections":[
          {"kind":"write-scale","scales":["major","harmonic-minor","dorian"],"keys":{"flats":4,"sharps":4},"clefs":["treble","bass"],"count":6},
          {"kind":"relative-key","keys":{"flats":3,"sharps":3},"count":3},
          {"kind":"identify-scale","scales":["major","natural-minor","dorian"],"keys":{"flats":2,"sharps":2},"answerAs":"choice","count":3}]}
        """;

    private const ulong Untried = 77_000_000;

    private sealed class Tally
    {
        public int Pages,
            Known,
            Wrong,
            Laid,
            Items,
            Empty,
            EmptySaid,
            EmptyWrongly,
            Ticks,
            TicksRead,
            TicksOtherwise,
            Scales,
            ScalesRead,
            ScalesOtherwise;

        public ConcurrentBag<double> Off { get; } = [];

        public object Said()
        {
            var off = Off.Order().ToArray();
            return new
            {
                Pages,
                Known,
                Wrong,
                Laid,
                off95 = off.Length == 0 ? 0 : Math.Round(off[(int)(0.95 * off.Length)], 3),
                offMost = off.Length == 0 ? 0 : Math.Round(off[^1], 3),
                Items,
                Empty,
                EmptySaid,
                EmptyWrongly,
                Ticks,
                TicksRead,
                TicksOtherwise,
                Scales,
                ScalesRead,
                ScalesOtherwise,
            };
        }
    }

    /// <summary>As many scanned pages, and a quarter as many photographs, by each way of writing and resolution.</summary>
    /// <param name="pages">How many pages each.</param>
    public static object Measure(int pages)
    {
        var (papers, pageOf) = Printed();
        return new
        {
            at150 = Run(papers, pageOf, pages / 4, seed => new SimulatedPile(papers, pageOf, seed) { Dpi = 150 }),
            at200 = Run(papers, pageOf, pages / 2, seed => new SimulatedPile(papers, pageOf, seed) { Dpi = 200 }),
            at300 = Run(papers, pageOf, pages / 4, seed => new SimulatedPile(papers, pageOf, seed) { Dpi = 300 }),
            photographs = Run(papers, pageOf, pages / 4, seed => new SimulatedPile(papers, pageOf, seed) { IsPhotographed = true }),
            hasty = Run(papers, pageOf, pages / 4, seed => new SimulatedPile(papers, pageOf, seed) { Dpi = 200, Way = HandWay.Hasty }),
            square = Run(papers, pageOf, pages / 4, seed => new SimulatedPile(papers, pageOf, seed) { Dpi = 200, Way = HandWay.Square }),
        };
    }

    /// <summary>Sixty pages at 200 dots an inch, from their files to what is read.</summary>
    public static object Sixty()
    {
        var (papers, pageOf) = Printed();
        byte[][] files =
        [
            .. Piles(papers, pageOf, seed => new SimulatedPile(papers, pageOf, seed) { Dpi = 200 }).Take(60).Select(page => page.Scan.Jpeg),
        ];
        GC.Collect();
        var reader = new ScannedPapers(papers, pageOf);
        var (known, clock) = (0, Stopwatch.StartNew());
        Parallel.ForEach(files, new ParallelOptions { MaxDegreeOfParallelism = 2 }, file =>
        {
            if (Taken(reader, PictureReader.Read(file)!) is { Laid: not null })
                Interlocked.Increment(ref known);
        });
        return new
        {
            seconds = Math.Round(clock.Elapsed.TotalSeconds, 1),
            known,
            megabytes = Process.GetCurrentProcess().PeakWorkingSet64 / 1_048_576,
        };
    }

    private static IEnumerable<SimulatedPaper> Piles(RecordedPapers papers, Func<string, Page> pageOf, Func<ulong, SimulatedPile> pile) =>
        Enumerable.Range(0, int.MaxValue).SelectMany(round => pile(Untried + ((ulong)round * 1_000)).Pages());

    private static KnownPage? Taken(ScannedPapers reader, Picture picture)
    {
        if (ScannedPapers.CodeOn(picture) is not { } found)
            return reader.ByPrint(picture);
        _ = PageCode.Problem(found.Text, out var code);
        return reader.OfCode(picture, code, found);
    }

    private static object Run(RecordedPapers papers, Func<string, Page> pageOf, int pages, Func<ulong, SimulatedPile> pile)
    {
        var tally = new Tally();
        var reader = new ScannedPapers(papers, pageOf);
        // Made one after the other, read two at a time.
        var source = Partitioner.Create(Piles(papers, pageOf, pile).Take(pages), EnumerablePartitionerOptions.NoBuffering);
        Parallel.ForEach(source, new ParallelOptions { MaxDegreeOfParallelism = 2 }, page =>
            Count(tally, papers, page, Taken(reader, PictureReader.Read(page.Scan.Jpeg)!))
        );
        return tally.Said();
    }

    private static void Count(Tally tally, RecordedPapers papers, SimulatedPaper page, KnownPage? known)
    {
        lock (tally)
        {
            tally.Pages++;
            if (known is null)
                return;
            var isRight = known.Copy.Number == page.Copy.Number && known.Page == page.Page;
            tally.Known += isRight ? 1 : 0;
            tally.Wrong += isRight ? 0 : 1;
            if (!isRight || known.Map is not { } map)
                return;
            tally.Laid++;
            var back = map.Inverse();
            for (var y = 60; y < known.Laid!.Picture.Height; y += 120)
            {
                for (var x = 60; x < known.Laid.Picture.Width; x += 120)
                    tally.Off.Add(back.Of(page.Scan.Map.Of(new Spot(x, y))).To(new Spot(x, y)) * PrintedPage.Pixel / 1_000);
            }

            foreach (var answer in known.Answers)
            {
                if (page.Written.TryGetValue(answer.Item, out var written))
                    Count(tally, papers, papers.ItemOf(page.Copy, answer.Item), answer, written);
            }
        }
    }

    private static void Count(Tally tally, RecordedPapers papers, SetItem item, ScannedAnswer answer, string? written)
    {
        tally.Items++;
        tally.Empty += written is null ? 1 : 0;
        tally.EmptySaid += written is null && answer.IsEmpty ? 1 : 0;
        tally.EmptyWrongly += written is not null && answer.IsEmpty ? 1 : 0;
        if (string.IsNullOrEmpty(written))
            return;
        var isTick = !item.Question.Choices.IsEmpty;
        var isOther = answer.Written is { } read && (isTick ? read != written : !Notes(papers, read).SequenceEqual(Notes(papers, written)));
        if (isTick)
        {
            tally.Ticks++;
            tally.TicksRead += answer.Written is null ? 0 : 1;
            tally.TicksOtherwise += isOther ? 1 : 0;
        }
        else
        {
            tally.Scales++;
            tally.ScalesRead += answer.Written is null ? 0 : 1;
            tally.ScalesOtherwise += isOther ? 1 : 0;
        }
    }

    private static IEnumerable<NoteName> Notes(RecordedPapers papers, string line) =>
        line.Split(' ')
            .Select(word => NoteNaming.Parse(papers.Style.NoteNames, string.Concat(word.Where(sign => !char.IsAsciiDigit(sign)))));

    internal static (RecordedPapers Papers, Func<string, Page> PageOf) Printed()
    {
        var plan = PrintPlan.Of(
            SheetFile.Read(Recipe),
            new PrintChoices([], Untried, "")
            {
                Class = "Hazelmoor",
                Copies =
                [
                    .. Enumerable
                        .Range(0, 20)
                        .Select(i => new PrintedCopy($"Student {i}", 0, i % 4 == 3 ? Instrument.Find("horn") : null, null, false)),
                ],
            }
        );
        var files = new PrintedFiles(PrintRun.Compose(plan, QuestionCatalogue.Standard, PrintPace.Fast)).Of(
            PrintedFiles.Keys,
            ["pdf"],
            PrintPace.Fast
        );
        var record = Encoding.UTF8.GetString(files.Single(file => file.Name == "record.json").Bytes);
        var papers = new RecordedPapers(PrintingRecord.Read(record));
        var pages = papers
            .Record.Copies.SelectMany(copy => copy.Codes.Zip(copy.Sides))
            .ToDictionary(side => side.First, side => PageSidesRead.Unpack(side.Second).Student);
        return (papers, code => pages[code]);
    }
}
