using System.Text.Json;
using Gavvet.Printing;
using Gavvet.Scanning.Simulated;
using static Gavvet.Cli.Tests.CommandLine;

namespace Gavvet.Cli.Tests;

/// <summary>A pile printed, written on, scanned, read and marked on the command line.</summary>
public sealed class ScanTests : IDisposable
{
    private const string Recipe = """
        {"gavvet":1,"title":"Scans","seed":4,"sections":[
          {"kind":"write-scale","keys":{"flats":3,"sharps":3},"clefs":["treble"],"count":2},
          {"kind":"name-key","keys":{"flats":3,"sharps":3},"clefs":["treble"],"answerAs":"choice","count":2}]}
        """;

    private readonly string _folder = Directory.CreateTempSubdirectory("gavvet-cli-test-").FullName;

    public void Dispose() => Directory.Delete(_folder, recursive: true);

    private string In(params string[] path) => Path.Combine([_folder, .. path]);

    private static string Ran(params string[] arguments)
    {
        var (code, told, error) = Run(arguments);
        Assert.True(code == 0, error);
        return told;
    }

    private void Make()
    {
        File.WriteAllText(In("recipe.json"), Recipe);
        File.WriteAllText(In("class.csv"), "name,part\nÄnne,\nBo,horn\n");
        Ran("make", In("recipe.json"), "--class", In("class.csv"), "--out", In("out"));
    }

    private static JsonElement[] Lines(string text) =>
        [.. text.Split('\n', StringSplitOptions.RemoveEmptyEntries).Select(line => JsonDocument.Parse(line).RootElement)];

    private static string? Text(JsonElement line, string name) => line.TryGetProperty(name, out var value) ? value.GetString() : null;

    [Fact]
    public void A_pile_is_scanned_read_and_marked()
    {
        Make();
        Ran("scan-demo", In("out", "record.json"), "--out", In("scans"), "--seed", "2", "--dpi", "150");
        var scans = Directory.GetFiles(In("scans"), "*.jpg");
        File.WriteAllText(In("scans", "no-picture.jpg"), "nothing");
        File.Copy(scans[0], In("scans", "twice.jpg"));
        string[] pages = [.. scans.Skip(1), In("scans", "no-picture.jpg"), In("scans", "twice.jpg"), scans[0]];
        var told = Lines(Ran(["scan", In("out", "record.json"), "--json", "--out", In("read"), "--pages", .. pages]));
        Assert.Equal(scans.Length, told.Count(line => Text(line, "state") == "laid"));
        Assert.Equal("unread", Text(told.Single(line => Text(line, "file") == "no-picture.jpg"), "state"));
        Assert.Equal("twice", Text(told.Single(line => Text(line, "file") == "twice.jpg"), "state"));
        Assert.Equal(scans.Length, Directory.GetFiles(In("read"), "page-*.jpg").Length);

        // What was read is what was written; octaves are said besides.
        var written = Lines(File.ReadAllText(In("scans", "written.jsonl")))
            .ToDictionary(line => (Text(line, "code"), line.GetProperty("item").GetInt32()), line => Text(line, "written"));
        var read = Lines(File.ReadAllText(In("read", "answers.jsonl")));
        Assert.True(read.Length >= written.Count / 2, $"{read.Length} of {written.Count}");
        foreach (var answer in read)
        {
            var own = written[(Text(answer, "code"), answer.GetProperty("item").GetInt32())];
            var seen = Text(answer, "written");
            Assert.Equal(
                own?.Replace('♯', '#').Replace('♭', 'b'),
                seen is null ? null : string.Concat(seen.Where(sign => !char.IsAsciiDigit(sign)))
            );
        }

        var marked = Lines(Ran("mark", In("out", "record.json"), "--answers", In("read", "answers.jsonl"), "--json"));
        Assert.Equal(read.Length, marked.Count(line => line.TryGetProperty("verdict", out _)));
    }

    // In large print a scale of three octaves begins on one page and ends on the next.
    [Fact]
    public void A_question_on_two_pages_is_called_empty_only_where_both_are_here_and_empty()
    {
        File.WriteAllText(
            In("recipe.json"),
            """
            {"gavvet":1,"seed":4,"title":"Long","paper":{"largePrint":true},"sections":[
            {"kind":"write-scale","octaves":3,"keys":{"flats":4,"sharps":4},"count":5}]}
            """
        );
        File.WriteAllText(In("class.csv"), "name\nÄnne\n");
        Ran("make", In("recipe.json"), "--class", In("class.csv"), "--out", In("out"));
        // Nobody wrote on it.
        var copy = PrintingRecord.Read(File.ReadAllText(In("out", "record.json"))).Copies[0];
        Directory.CreateDirectory(In("scans"));
        foreach (var (side, page) in copy.Sides.Select((side, page) => (side, page)))
            File.WriteAllBytes(
                In("scans", $"{page}.jpg"),
                SimulatedScanner.Scan(PageSidesRead.Unpack(side).Student, _ => { }, 150, 12 + (ulong)page).Jpeg
            );
        string[] scans = [.. Directory.GetFiles(In("scans"), "*.jpg").Order()];
        int[] Blank(params string[] pages)
        {
            Ran(["scan", In("out", "record.json"), "--out", In("read"), "--pages", .. pages]);
            return
            [
                .. Lines(File.ReadAllText(In("read", "answers.jsonl")))
                    .Where(line => line.TryGetProperty("blank", out _))
                    .Select(line => line.GetProperty("item").GetInt32()),
            ];
        }

        Assert.Equal([1, 2, 3, 4, 5], Blank(scans));
        // With one page alone no question that goes on is called empty.
        Assert.True(scans.SelectMany(scan => Blank(scan)).Count() < 5);
    }

    [Fact]
    public void A_page_that_is_missing_or_foreign_is_said_so()
    {
        Make();
        Ran("scan-demo", In("out", "record.json"), "--out", In("scans"), "--dpi", "150");
        var one = Directory.GetFiles(In("scans"), "*.jpg").Order().First();
        Make();
        var foreign = Ran("scan", In("out", "record.json"), "--out", In("read"), "--pages", one);
        Assert.Contains("is a page of another printing", foreign, StringComparison.Ordinal);
        Assert.Contains("0 pages known and laid", foreign, StringComparison.Ordinal);
        Assert.Contains("Not among them:", foreign, StringComparison.Ordinal);
        Assert.Empty(File.ReadAllText(In("read", "answers.jsonl")));
    }

    [Theory]
    [InlineData("There is no file", "scan", "nowhere.json", "--pages", "x.pdf", "--out", "read")]
    [InlineData("--dpi 20 cannot be", "scan-demo", "nowhere.json", "--out", "read", "--dpi", "20")]
    public void What_cannot_be_is_said_with_what_would_be_right(string said, params string[] arguments)
    {
        var (code, _, error) = Run(arguments);
        Assert.Equal(2, code);
        Assert.Contains(said, error, StringComparison.Ordinal);
    }
}
