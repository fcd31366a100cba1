// Our half of each measured pair; the other half and the ratios are in measure.mjs. Prints JSON.
using System.Diagnostics;
using System.Text.Json;
using Gavvet.Bench;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Layout;
using Gavvet.Engraving.Output;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Files;

const string Recipe = """
    {"format":"gavvet-sheet","version":1,"title":"Eight pages of scales","sections":[
    {"kind":"write-scale","keys":["Cb","Gb","Db","Ab","Eb","Bb","F","C","G","D","A","E","B","F#","C#"],"clefs":["treble","bass","alto","tenor"],"direction":"both","count":20},
    {"kind":"write-steps","keys":["Cb","Gb","Db","Ab","Eb","Bb","F","C","G","D","A","E","B","F#","C#"],"clefs":["treble","bass","alto","tenor"],"count":20},
    {"kind":"name-key","keys":["Cb","Gb","Db","Ab","Eb","Bb","F","C","G","D","A","E","B","F#","C#"],"clefs":["treble","bass","alto","tenor"],"count":24}]}
    """;

switch (args)
{
    case ["scales", var seconds]:
        Print(new { scalesPerSecond = TheoryLoad.PerSecond(TheoryLoad.Records, double.Parse(seconds, System.Globalization.CultureInfo.InvariantCulture)) });
        return 0;
    case ["judge", var seconds]:
        Print(new { microseconds = 1_000_000 / TheoryLoad.PerSecond(TheoryLoad.Judgements, double.Parse(seconds, System.Globalization.CultureInfo.InvariantCulture)) });
        return 0;
    case ["memory"]:
        BenchmarkDotNet.Running.BenchmarkRunner.Run<TheoryBenchmarks>();
        return 0;
    case ["pages", var folder]:
        var eight = EightPages();
        for (var i = 0; i < eight.Length; i++)
            File.WriteAllText(Path.Combine(folder, $"page-{i + 1}.svg"), SvgWriter.File(eight[i]));
        Print(new { pages = eight.Length });
        return 0;
    case ["pdf", var count, var runs]:
        var pages = Enumerable.Repeat(EightPages(), int.Parse(count, System.Globalization.CultureInfo.InvariantCulture) / 8).SelectMany(some => some).ToArray();
        var times = Enumerable.Range(0, 1 + int.Parse(runs, System.Globalization.CultureInfo.InvariantCulture)).Select(_ => Time(() => PdfWriter.Write("Pages", pages))).Skip(1).ToArray();
        Print(new { pages = pages.Length, milliseconds = times });
        return 0;
    default:
        Console.Error.WriteLine("scales SECONDS | judge SECONDS | memory | pages FOLDER | pdf PAGES RUNS");
        return 2;
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
