using System.CommandLine;
using System.Text.Json;
using Gavvet.Engraving.Drawing;
using Gavvet.Printing;
using Gavvet.Scanning;
using Gavvet.Teaching;

namespace Gavvet.Cli;

/// <summary>
/// scan: a pile that was scanned, each page told from its code or print, with what is certain of the answers. scan-demo: a pile that
/// simulated students wrote on, with what they wrote.
/// </summary>
internal static class ScanCommands
{
    private const int LeastDpi = 75,
        MostDpi = 600;

    public static Command Scan()
    {
        var record = new Argument<FileInfo>("record")
        {
            Description = "The printing's record, as make --class writes it, or the print room gives it.",
        };
        var pages = new Option<FileInfo[]>("--pages")
        {
            Description = "The scans: PDF or TIFF from a copier, PNG or JPEG, in any order.",
            Required = true,
            AllowMultipleArgumentsPerToken = true,
        };
        var folder = new Option<DirectoryInfo>("--out")
        {
            Description = "Write the pages laid on their print, and answers.jsonl with what was read, into this folder.",
            Required = true,
        };
        var json = new Option<bool>("--json") { Description = "As JSON, a line each and the totals last." };
        var command = new Command(
            "scan",
            "Read a scanned pile. What is certain of the answers is written for mark --answers, for a person to look at first."
        )
        {
            record,
            pages,
            folder,
            json,
        };
        command.SetAction(parsed =>
            CommandOutput.Run(() =>
                Read(
                    parsed.GetRequiredValue(record),
                    parsed.GetRequiredValue(pages),
                    parsed.GetRequiredValue(folder),
                    parsed.GetValue(json)
                )
            )
        );
        return command;
    }

    public static Command Demo()
    {
        var record = new Argument<FileInfo>("record")
        {
            Description = "The printing's record, as make --class writes it, or the print room gives it.",
        };
        var folder = new Option<DirectoryInfo>("--out")
        {
            Description = "Write the simulated scans, and written.jsonl with what was written, into this folder.",
            Required = true,
        };
        var seed = new Option<ulong>("--seed") { Description = "Which simulated students." };
        var dpi = new Option<int>("--dpi")
        {
            Description = "Dots an inch, from 75 to 600; 200 if not given.",
            DefaultValueFactory = _ => 200,
        };
        var photographs = new Option<bool>("--photos") { Description = "As a phone photographs them." };
        var careful = new Option<bool>("--careful") { Description = "As students who get four of five right; without it, two of three." };
        var command = new Command("scan-demo", "Have simulated students write on a printed pile, and a simulated scanner scan it.")
        {
            record,
            folder,
            seed,
            dpi,
            photographs,
            careful,
        };
        command.SetAction(parsed =>
            CommandOutput.Run(() =>
            {
                var dots = parsed.GetValue(dpi);
                if (dots is < LeastDpi or > MostDpi)
                    throw new FormatException($"--dpi {dots} cannot be: give dots an inch from {LeastDpi} to {MostDpi}, such as 200.");
                var (papers, pageOf) = Papers(parsed.GetRequiredValue(record));
                var pile = new SimulatedPile(papers, pageOf, parsed.GetValue(seed))
                {
                    Dpi = dots,
                    IsPhotographed = parsed.GetValue(photographs),
                    IsCareful = parsed.GetValue(careful),
                };
                Write(papers, pile, parsed.GetRequiredValue(folder));
            })
        );
        return command;
    }

    private static (RecordedPapers Papers, Func<string, Page> PageOf) Papers(FileInfo file)
    {
        var papers = new RecordedPapers(PrintingRecord.Read(MarkCommand.Text(file)));
        if (papers.Record.Copies.Any(copy => copy.Sides.IsEmpty))
            throw new FormatException(
                "This record does not hold its pages, so no scan can be laid on them. Scans are read with the record that make --class writes, or the print room gives."
            );
        var sides = papers
            .Record.Copies.SelectMany(copy => copy.Codes.Zip(copy.Sides))
            .ToDictionary(side => side.First, side => new Lazy<Page>(() => PageSidesRead.Unpack(side.Second).Student));
        return (papers, code => sides[code].Value);
    }

    // Papers go by their codes: no name stands in the name of a file.
    private static void Read(FileInfo record, FileInfo[] files, DirectoryInfo folder, bool asJson)
    {
        if (files.FirstOrDefault(file => !file.Exists) is { } missing)
            throw new FormatException($"There is no file {missing.FullName}.");
        var (papers, pageOf) = Papers(record);
        var reader = new ScannedPapers(papers, pageOf);
        folder.Create();
        var kept = new Dictionary<string, KnownPage>();
        var (unknown, notLaid, blank, unread) = (0, 0, 0, 0);
        foreach (var file in files.OrderBy(file => file.FullName, StringComparer.Ordinal))
        {
            foreach (var page in ScanFile.Pages(File.ReadAllBytes(file.FullName)))
            {
                var (state, paper, words) = Taken(reader, page);
                var code = paper?.Copy.Codes[paper.Page];
                if (state == "laid" && paper!.Laid is { } laid)
                {
                    // Of a page that is there twice the one that lies better on its print counts.
                    if (kept.TryGetValue(code!, out var other))
                        (state, words) = ("twice", "is there twice; the one that lies better on its print counts");
                    if (other is null || paper.Off < other.Off)
                    {
                        kept[code!] = paper;
                        File.WriteAllBytes(Path.Combine(folder.FullName, $"page-{code}.jpg"), ScanFile.Packed(laid.Picture));
                    }
                }

                unknown += state is "unknown" or "foreign" ? 1 : 0;
                notLaid += state == "not-laid" ? 1 : 0;
                blank += state == "blank" ? 1 : 0;
                unread += state == "unread" ? 1 : 0;
                Console.WriteLine(
                    asJson
                        ? JsonSerializer.Serialize(
                            new
                            {
                                file = file.Name,
                                page = page.Number,
                                state,
                                code,
                            },
                            CommandOutput.Json
                        )
                        : $"{file.Name}, page {page.Number}: {(code is null ? "" : $"{PageCode.Printed(code)} ")}{words}"
                );
            }
        }

        var answers = Answers(papers, kept).ToArray();
        File.WriteAllLines(
            Path.Combine(folder.FullName, "answers.jsonl"),
            answers.Select(answer => JsonSerializer.Serialize(answer, CommandOutput.Json))
        );
        string[] absent = [.. papers.Record.Copies.SelectMany(copy => copy.Codes).Where(code => !kept.ContainsKey(code))];
        var items = kept.Values.SelectMany(page => page.Answers.Select(read => (page.Copy.Number, read.Item))).Distinct().Count();
        if (asJson)
        {
            Console.WriteLine(
                JsonSerializer.Serialize(
                    new
                    {
                        laid = kept.Count,
                        notLaid,
                        unknown,
                        blank,
                        unread,
                        missing = absent,
                        items,
                        read = answers.Length,
                    },
                    CommandOutput.Json
                )
            );
            return;
        }

        Console.WriteLine(
            $"{kept.Count} pages known and laid, {notLaid} known and not laid, {unknown} not known, {blank} blank, {unread} not read."
        );
        if (absent.Length > 0)
            Console.WriteLine($"Not among them: {string.Join(", ", absent.Select(PageCode.Printed))}");
        Console.WriteLine(
            $"Of {items} answers {answers.Length} are certain, and stand in answers.jsonl: look at them, then mark --answers takes them."
        );
    }

    private static (string State, KnownPage? Paper, string Words) Taken(ScannedPapers reader, FilePage page)
    {
        if (page.Picture is not { } picture)
            return (
                "unread",
                null,
                page.Problem switch
                {
                    Unread.NoScan => "has no picture",
                    Unread.Packed => "is packed in a way that cannot be read here; scan it as JPEG or gray",
                    _ => "is no picture that can be read",
                }
            );
        if (ScannedPapers.CodeOn(picture) is { } found)
        {
            _ = PageCode.Problem(found.Text, out var code);
            return reader.OfCode(picture, code, found) switch
            {
                null => ("foreign", null, $"{PageCode.Printed(code)} is a page of another printing"),
                { Laid: null } paper => ("not-laid", paper, "is known, and cannot be laid on its print: scan it once more"),
                var paper => ("laid", paper, "is laid on its print"),
            };
        }

        return ScannedPapers.IsBlank(picture) ? ("blank", null, "is blank")
            : reader.ByPrint(picture) is { } paperOf ? ("laid", paperOf, "is known by its print, and laid on it")
            : ("unknown", null, "is not known: its code cannot be read");
    }

    // What is certain, as mark --answers reads it. A question that goes on on another page is empty only where all of it is here and
    // empty.
    private static IEnumerable<object> Answers(RecordedPapers papers, IReadOnlyDictionary<string, KnownPage> kept) =>
        kept.SelectMany(page => page.Value.Answers.Select(read => (Code: page.Key, page.Value.Copy, Read: read)))
            .GroupBy(one => (one.Copy.Number, one.Read.Item))
            .OrderBy(question => question.Key)
            .Select(question => Answer(papers, [.. question]))
            .OfType<object>();

    private static object? Answer(RecordedPapers papers, (string Code, RecordedCopy Copy, ScannedAnswer Read)[] seen)
    {
        var (first, item) = (seen[0], seen[0].Read.Item);
        var code = PageCode.Printed(first.Code);
        var pieces = papers.Record.Editions[first.Copy.Edition].Items.First(one => one.Item.Number == item).Pieces.Length;
        return first.Read.Written is { } written
                ? new
                {
                    code,
                    item,
                    written,
                }
            : seen.Length == pieces && seen.All(one => one.Read.IsEmpty)
                ? new
                {
                    code,
                    item,
                    blank = true,
                }
            : null;
    }

    // Whether what was written is right, where it is drawn.
    private static bool? IsRight(RecordedPapers papers, SimulatedPaper paper, int item, string? answer) =>
        answer switch
        {
            null => false,
            "" => null,
            _ => papers.Mark(papers.ItemOf(paper.Copy, item), new Decision.Written(answer)).IsRight,
        };

    private static void Write(RecordedPapers papers, SimulatedPile pile, DirectoryInfo folder)
    {
        folder.Create();
        using var written = new StreamWriter(Path.Combine(folder.FullName, "written.jsonl"));
        var number = 0;
        foreach (var paper in pile.Pages())
        {
            var name = $"simulated-{++number:0000}.jpg";
            File.WriteAllBytes(Path.Combine(folder.FullName, name), paper.Scan.Jpeg);
            foreach (var (item, answer) in paper.Written.OrderBy(one => one.Key))
                written.WriteLine(
                    JsonSerializer.Serialize(
                        new
                        {
                            file = name,
                            code = PageCode.Printed(paper.Copy.Codes[paper.Page]),
                            item,
                            written = answer,
                            right = IsRight(papers, paper, item, answer),
                        },
                        CommandOutput.Json
                    )
                );
        }

        Console.WriteLine($"{number} simulated scans, and what was written on them in written.jsonl.");
    }
}
