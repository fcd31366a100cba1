// Our half of each measured pair; the other half and the ratios are in measure.mjs. Prints JSON.
using System.Diagnostics;
using System.Text.Json;
using Gavvet.Bench;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Layout;
using Gavvet.Engraving.Output;
using Gavvet.Printing;
using Gavvet.Theory;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Reference;
using Gavvet.Worksheets.Sheets;

const string Recipe = """
    {"gavvet":1,"title":"Eight pages of scales","sections":[
    {"kind":"write-scale","keys":{"flats":7,"sharps":7},"clefs":["treble","bass","alto","tenor"],"direction":"up-down","count":20},
    {"kind":"write-steps","keys":{"flats":7,"sharps":7},"clefs":["treble","bass","alto","tenor"],"count":20},
    {"kind":"name-key","keys":{"flats":7,"sharps":7},"clefs":["treble","bass","alto","tenor"],"count":24}]}
    """;

const int WarmUp = 6;

switch (args)
{
    case ["scales", var seconds]:
        Print(
            new
            {
                scalesPerSecond = TheoryLoad.PerSecond(
                    TheoryLoad.Records,
                    double.Parse(seconds, System.Globalization.CultureInfo.InvariantCulture)
                ),
            }
        );
        return 0;
    case ["judge", var seconds]:
        Print(
            new
            {
                microseconds = 1_000_000
                    / TheoryLoad.PerSecond(TheoryLoad.Judgements, double.Parse(seconds, System.Globalization.CultureInfo.InvariantCulture)),
            }
        );
        return 0;
    case ["answers", var count]:
        Print(
            new { microseconds = TheoryLoad.MicrosecondsOfSomeAnswer(int.Parse(count, System.Globalization.CultureInfo.InvariantCulture)) }
        );
        return 0;
    case ["memory"]:
        BenchmarkDotNet.Running.BenchmarkRunner.Run<TheoryBenchmarks>();
        return 0;
    case ["fill", var folder, var count]:
        Print(new { sheets = await FullDesk.FillAsync(folder, int.Parse(count, System.Globalization.CultureInfo.InvariantCulture)) });
        return 0;
    case ["practiced", var folder]:
        Print(new { kept = await FullClass.PracticedAsync(folder) });
        return 0;
    case ["scans", var count]:
        Print(ScanLoad.Measure(int.Parse(count, System.Globalization.CultureInfo.InvariantCulture)));
        return 0;
    case ["learn-signs", var count, var file]:
        Print(SignTraining.Learn(int.Parse(count, System.Globalization.CultureInfo.InvariantCulture), file));
        return 0;
    case ["sixty-scans"]:
        Print(ScanLoad.Sixty());
        return 0;
    case ["marking", var folder]:
        Print(await FullClass.MeasureAsync(folder));
        return 0;
    case ["school", var folder]:
        Print(await FullSchool.FillAsync(folder));
        return 0;
    case ["lock", var path, var seconds]:
        await Disturb.LockAsync(path, double.Parse(seconds, System.Globalization.CultureInfo.InvariantCulture));
        return 0;
    case ["titles", var path]:
        await Disturb.TitlesAsync(path);
        return 0;
    case ["pages", var folder]:
        var eight = EightPages();
        for (var i = 0; i < eight.Length; i++)
            File.WriteAllText(Path.Combine(folder, $"page-{i + 1}.svg"), SvgWriter.File(eight[i]));
        Print(new { pages = eight.Length });
        return 0;
    case ["pdf", var count, var runs]:
        var pages = Enumerable
            .Repeat(EightPages(), int.Parse(count, System.Globalization.CultureInfo.InvariantCulture) / 8)
            .SelectMany(some => some)
            .ToArray();
        Print(
            new
            {
                pages = pages.Length,
                milliseconds = Timed(
                    () => PdfWriter.Write("Pages", pages),
                    int.Parse(runs, System.Globalization.CultureInfo.InvariantCulture)
                ),
            }
        );
        return 0;
    case ["sheet", var runs]:
        // From the recipe to the PDFs of student pages and key.
        var four = SheetFile.Read(FourPages(1, ""));
        Print(
            new
            {
                pages = Run(four).Papers(PrintPace.Fast).Sum(edition => edition.Student.Length),
                milliseconds = Timed(() => Printed(four), int.Parse(runs, System.Globalization.CultureInfo.InvariantCulture)),
            }
        );
        return 0;
    case ["versions", var count, var parts, var runs]:
        var many = SheetFile.Read(
            FourPages(int.Parse(count, System.Globalization.CultureInfo.InvariantCulture), parts == "1" ? "" : "\"viola\",\"trumpet\"")
        );
        var printed = 0;
        var spans = Timed(() => printed = Printed(many), int.Parse(runs, System.Globalization.CultureInfo.InvariantCulture));
        Print(
            new
            {
                pages = printed,
                milliseconds = spans,
                megabytes = Process.GetCurrentProcess().PeakWorkingSet64 / 1_048_576,
            }
        );
        return 0;
    case ["frozen", var count, var runs]:
        var lasting = PrintPlan.Of(
            SheetFile.Read(FourPages(int.Parse(count, System.Globalization.CultureInfo.InvariantCulture), "")),
            PrintChoices.None with
            {
                CodeSeed = 1,
            }
        );
        Print(
            new
            {
                milliseconds = Timed(
                    () => FrozenPrinting.Of(lasting, QuestionCatalogue.Standard, PrintPace.Fast),
                    int.Parse(runs, System.Globalization.CultureInfo.InvariantCulture)
                ),
            }
        );
        return 0;
    case ["staves", var count, var runs]:
        var staff = new AtlasEntry(ScaleTypes.Get("harmonic-minor"), NoteText.Parse("G"), HouseStyle.Classical, Clef.Treble).Staff;
        var staves = Timed(
            () =>
            {
                for (var i = 0; i < int.Parse(count, System.Globalization.CultureInfo.InvariantCulture); i++)
                    SvgWriter.Inline(FigureDrawing.Draw(staff, [], 176_000), "s", "staff");
            },
            int.Parse(runs, System.Globalization.CultureInfo.InvariantCulture)
        );
        Print(new { milliseconds = staves });
        return 0;
    default:
        Console.Error.WriteLine(
            "scales SECONDS | judge SECONDS | answers COUNT | memory | fill FOLDER COUNT | marking FOLDER | school FOLDER | lock DATABASE SECONDS | titles DATABASE | pages FOLDER | pdf PAGES RUNS | sheet RUNS | versions COUNT PARTS RUNS | frozen COUNT RUNS | staves COUNT RUNS"
        );
        return 2;
}

// Four sections that fill four pages, drawn over scopes wide enough for every version.
static string FourPages(int versions, string parts) =>
    $$"""
        {"gavvet":1,"title":"Four pages","seed":4,"versions":{{versions}},"parts":[{{parts}}],"sections":[
        {"kind":"write-scale","scales":["major","natural-minor","harmonic-minor","melodic-minor","dorian","lydian","mixolydian"],"clefs":["treble","bass","alto","tenor"],"direction":"up-down","count":8},
        {"kind":"write-steps","scales":["major","natural-minor","harmonic-minor","phrygian"],"clefs":["treble","bass","alto","tenor"],"count":8},
        {"kind":"name-key","scales":["major","natural-minor"],"clefs":["treble","bass","alto","tenor"],"count":4},
        {"kind":"write-degree","scales":["major","natural-minor","harmonic-minor"],"count":6}]}
        """;

// Everything a teacher prints: every edition's student pages and key in place as PDF.
static int Printed(Sheet sheet)
{
    var run = Run(sheet);
    var pages = 0;
    Parallel.For(0, run.Compositions.Length, paper =>
    {
        var edition = run.LayOut(paper);
        PdfWriter.Write(sheet.Title, edition.Student);
        PdfWriter.Write(sheet.Title, edition.Key);
        Interlocked.Add(ref pages, edition.Student.Length + edition.Key.Length);
    });
    return pages;
}

static PrintRun Run(Sheet sheet) => PrintRun.Compose(PrintPlan.Of(sheet), QuestionCatalogue.Standard, PrintPace.Fast);

static double[] Timed(Action action, int runs)
{
    // What is skipped of a range is never asked for, so the warm runs are a loop of their own.
    for (var i = 0; i < WarmUp; i++)
        action();
    return [.. Enumerable.Range(0, runs).Select(_ => Time(action))];
}

static Page[] EightPages()
{
    var pages = SheetLayout.Student(Composer.Compose(SheetFile.Read(Recipe)).Worksheet);
    return [.. pages.Take(8)];
}

static double Time(Action action)
{
    var clock = Stopwatch.StartNew();
    action();
    return clock.Elapsed.TotalMilliseconds;
}

static void Print(object result) => Console.WriteLine(JsonSerializer.Serialize(result));
