using System.Text.Json;
using static Gavvet.Cli.Tests.CommandLine;

namespace Gavvet.Cli.Tests;

/// <summary>A class from its table to its slips, on the command line.</summary>
public sealed class MarkTests : IDisposable
{
    private const string Recipe = """
        {"gavvet":1,"title":"Quiz","seed":3,"versions":2,"sections":[
          {"kind":"write-scale","scales":["harmonic-minor"],"count":2,"marks":8},
          {"kind":"relative-key","scales":["major"],"count":2},
          {"kind":"name-key","scales":["major"],"count":1,"answerAs":"choice"},
          {"kind":"name-degree","count":2,"answerAs":"matching"}]}
        """;

    private readonly string _folder = Directory.CreateTempSubdirectory("gavvet-cli-test-").FullName;

    public void Dispose() => Directory.Delete(_folder, recursive: true);

    private string Write(string name, string content)
    {
        File.WriteAllText(In(name), content);
        return In(name);
    }

    private string In(params string[] path) => Path.Combine([_folder, .. path]);

    private JsonElement Json(params string[] path) => JsonDocument.Parse(File.ReadAllText(In(path))).RootElement;

    private void Make(string roster)
    {
        var (code, _, error) = Run("make", Write("recipe.json", Recipe), "--class", Write("class.csv", roster), "--out", In("out"));
        Assert.True(code == 0, error);
    }

    private JsonElement[] Mark(IEnumerable<object> answers, params string[] options)
    {
        var (code, told, error) = Run([
            "mark",
            In("out", "record.json"),
            "--answers",
            Write("answers.jsonl", string.Join('\n', answers.Select(answer => answer as string ?? JsonSerializer.Serialize(answer)))),
            "--json",
            .. options,
        ]);
        Assert.True(code == 0, error);
        return [.. told.Split('\n', StringSplitOptions.RemoveEmptyEntries).Select(line => JsonDocument.Parse(line).RootElement)];
    }

    [Fact]
    public void A_class_is_printed_marked_and_given_its_slips()
    {
        Make("name,part,row,seat\nMira,,1,1\nBo,trumpet,1,2\nLea,,,\n");
        var papers = Json("out", "papers.json").EnumerateArray().ToArray();
        Assert.Equal(["Mira", "Bo", "Lea"], papers.Select(paper => paper.GetProperty("student").GetString()));
        Assert.NotEqual(papers[0].GetProperty("version").GetString(), papers[1].GetProperty("version").GetString());
        Assert.Equal("trumpet", papers[1].GetProperty("part").GetString());
        Assert.DoesNotContain(Directory.GetFiles(In("out")).Select(Path.GetFileName), name =>
            name!.StartsWith("student", StringComparison.Ordinal)
        );

        // The answers of Mira's own version, as items.json has them.
        var items = Json("out", "items.json")
            .GetProperty("versions")
            .EnumerateArray()
            .First(edition =>
                edition.GetProperty("version").GetString() == papers[0].GetProperty("version").GetString()
                && edition.GetProperty("part").ValueKind == JsonValueKind.Null
            )
            .GetProperty("items")
            .EnumerateArray()
            .ToArray();
        string[] scale = [.. items[0].GetProperty("answer").GetProperty("ascending").EnumerateArray().Select(note => note.GetString()!)];
        string Text(int item) => items[item].GetProperty("answer").GetProperty("text")[0].GetString()!;
        var told = Mark(
            [
                new
                {
                    student = "Mira",
                    item = 1,
                    written = string.Join(' ', scale),
                },
                new
                {
                    student = "mira",
                    item = 2,
                    blank = true,
                },
                new
                {
                    code = papers[0].GetProperty("codes")[0].GetString()!.ToLowerInvariant(),
                    item = 3,
                    lines = new[] { Text(2) },
                },
                new
                {
                    student = "Mira",
                    item = 4,
                    right = false,
                },
                new
                {
                    student = "Mira",
                    item = 5,
                    choice = $"{(char)('A' + items[4].GetProperty("choices").EnumerateArray().ToList().FindIndex(choice => choice.GetString() == Text(4)))}",
                },
                new
                {
                    student = "Mira",
                    item = 6,
                    choice = Text(5),
                },
                new
                {
                    student = "Mira",
                    item = 1,
                    written = string.Join(' ', scale[..^1]),
                    date = "2026-03-12",
                },
                new
                {
                    student = "Bo",
                    item = 1,
                    marks = 5,
                },
            ],
            "--results",
            In("results.json"),
            "--slips",
            In("slips")
        );
        Assert.Equal(
            ["correct", "blank", "correct", "wrong", "correct", "correct", "wrong", "wrong"],
            told[..8].Select(line => line.GetProperty("verdict").GetString())
        );
        Assert.Equal([8, 0, 1, 0, 1, 1, 7, 5], told[..8].Select(line => line.GetProperty("marks").GetInt32()));
        Assert.Equal("octave-missing", told[6].GetProperty("findings")[0].GetProperty("code").GetString());
        // The last marking of an item counts.
        Assert.Equal(
            """[{"student":"Mira","marks":10,"of":20},{"student":"Bo","marks":5,"of":8}]""",
            told[8].GetProperty("totals").GetRawText()
        );
        var results = Json("results.json").GetProperty("markings").EnumerateArray().ToArray();
        Assert.Equal(8, results.Length);
        Assert.Equal(
            ("2026-03-12", "harmonic-minor"),
            (results[6].GetProperty("date").GetString(), results[6].GetProperty("asked").GetProperty("type").GetString())
        );
        Assert.Equal(
            ["marked-01.pdf", "marked-02.pdf", "slips.pdf"],
            Directory.GetFiles(In("slips")).Select(Path.GetFileName).Order(StringComparer.Ordinal)
        );
    }

    [Fact]
    public void A_bad_line_is_said_in_its_place_and_the_run_goes_on()
    {
        Make("name\nMira\nBo\n");
        var code = Json("out", "papers.json")[0].GetProperty("codes")[0].GetString()!;
        object[] bad =
        [
            new
            {
                student = "Nobody",
                item = 1,
                right = true,
            },
            new
            {
                student = "Mira",
                item = 99,
                right = true,
            },
            new { student = "Mira", item = 1 },
            new
            {
                student = "Mira",
                item = 1,
                right = true,
                blank = true,
            },
            new
            {
                student = "Mira",
                item = 1,
                marks = 9,
            },
            new
            {
                student = "Mira",
                item = 1,
                written = "D Q",
            },
            new
            {
                student = "Mira",
                item = 1,
                right = true,
                date = "yesterday",
            },
            new
            {
                student = "Bo",
                code,
                item = 1,
                right = true,
            },
            new
            {
                code = "PF97ZGZ5",
                item = 1,
                right = true,
            },
            new { item = 1, right = true },
            new
            {
                student = "Mira",
                item = 1,
                colour = "red",
            },
            "nonsense",
            new
            {
                student = "Mira",
                item = 5,
                choice = "Q",
            },
        ];
        var told = Mark([
            .. bad,
            new
            {
                student = "Mira",
                item = 1,
                right = true,
            },
        ]);
        Assert.Equal(bad.Length + 2, told.Length);
        Assert.All(told[..bad.Length], line => Assert.True(line.TryGetProperty("error", out var words) && words.GetString()!.Length > 10));
        Assert.Equal("correct", told[bad.Length].GetProperty("verdict").GetString());
    }

    [Theory]
    [InlineData("name,colour\nMira,red\n", "there is no column")]
    [InlineData("name\nMira\nMira\n", "stands on line 2 already")]
    [InlineData("name\n=SUM(A1)\n", "begins like a formula")]
    [InlineData("name,part\nMira,kazoo\n", "Line 2")]
    public void A_class_that_cannot_be_read_is_refused(string roster, string words)
    {
        var (code, _, error) = Run("make", Write("recipe.json", Recipe), "--class", Write("class.csv", roster), "--out", In("out"));
        Assert.Equal(2, code);
        Assert.Contains(words, error, StringComparison.Ordinal);
        Assert.False(Directory.Exists(In("out")));
    }

    [Fact]
    public void A_record_that_is_none_is_refused()
    {
        var (code, _, error) = Run("mark", Write("record.json", "{}"), "--answers", Write("answers.jsonl", "{}"));
        Assert.Equal(2, code);
        Assert.Contains("no record of a printing", error, StringComparison.Ordinal);
    }

    [Fact]
    public void Results_lead_to_standings_and_to_the_next_sheets()
    {
        Make("name\nMira\nBo\nLea\n");
        object[] answers =
        [
            .. new[] { "Mira", "Bo" }.SelectMany(student =>
                new object[]
                {
                    new
                    {
                        student,
                        item = 1,
                        written = "C D E F G A B C",
                        date = "2026-03-12",
                    },
                    new
                    {
                        student,
                        item = 2,
                        right = true,
                        date = "2026-03-12",
                    },
                    new
                    {
                        student,
                        item = 3,
                        blank = true,
                        date = "2026-03-12",
                    },
                }
            ),
            new
            {
                student = "Lea",
                item = 1,
                right = true,
                date = "2026-03-12",
            },
        ];
        Mark(answers, "--results", In("results.json"));
        var (code, told, _) = Run("standing", In("results.json"), "--date", "2026-03-20", "--json");
        Assert.Equal(0, code);
        var standings = JsonDocument.Parse(told).RootElement.EnumerateArray().ToArray();
        Assert.Equal(7, standings.Length);
        Assert.Equal(["Bo", "Bo", "Bo", "Lea", "Mira", "Mira", "Mira"], standings.Select(one => one.GetProperty("student").GetString()));
        Assert.Equal(
            ("once-right", "2026-03-12", "2026-03-19"),
            (
                standings[3].GetProperty("standing").GetString(),
                standings[3].GetProperty("last").GetString(),
                standings[3].GetProperty("due").GetString()
            )
        );
        Assert.Equal(2, standings[..3].Count(one => one.GetProperty("standing").GetString() == "shaky"));

        foreach (
            var (options, files) in new (string[] Options, int Files)[]
            {
                ([], 1),
                (["--student", "Mira"], 1),
                (["--groups", "2"], 2),
                (["--student", "Lea"], 0),
            }
        )
        {
            var (done, _, error) = Run(["follow-up", In("results.json"), "--date", "2026-03-20", "--out", In("next"), .. options]);
            Assert.True(done == 0, error);
            var index = Json("next", "index.json").EnumerateArray().ToArray();
            Assert.True(files >= index.Length && (files == 0) == (index.Length == 0), string.Join(' ', options));
            foreach (var entry in index)
            {
                var file = entry.GetProperty("file").GetString()!;
                Assert.Matches("^follow-up-[0-9]+\\.json$", file);
                Assert.All(Json("next", file).GetProperty("sections").EnumerateArray(), section =>
                    Assert.Equal("2026-03-12", section.GetProperty("because").GetProperty("date").GetString())
                );
                Assert.Equal(0, Run("make", In("next", file), "--out", In("made")).Code);
            }

            Directory.Delete(In("next"), recursive: true);
        }

        Assert.Equal(2, Run("follow-up", In("results.json"), "--student", "Nobody", "--out", In("next")).Code);
        Assert.Equal(2, Run("standing", In("papers.json")).Code);
    }

    [Fact]
    public void A_course_is_laid_over_a_term()
    {
        Assert.Equal(
            ["string-class", "exam-course", "improvisation-scales", "improvisation-keys", "transposing-room"],
            Run("plan", "--courses").Out.Split('\n', StringSplitOptions.RemoveEmptyEntries)
        );
        var (code, told, _) = Run(
            "plan",
            "exam-course",
            "--start",
            "2026-12-10",
            "--days",
            "mon,thu",
            "--lessons",
            "5",
            "--holidays",
            Write("holidays.txt", "2026-12-21..2027-01-03\n"),
            "--json",
            "--ics",
            In("plan.ics"),
            "--pdf",
            In("plan.pdf")
        );
        Assert.Equal(0, code);
        var lessons = JsonDocument.Parse(told).RootElement.EnumerateArray().ToArray();
        Assert.Equal(
            ["2026-12-10", "2026-12-14", "2026-12-17", "2027-01-04", "2027-01-07"],
            lessons.Select(lesson => lesson.GetProperty("date").GetString())
        );
        Assert.Equal([1, 2, 3, 4, 5], lessons.Select(lesson => lesson.GetProperty("lesson").GetInt32()));
        Assert.All(lessons, lesson =>
            Assert.True(lesson.GetProperty("skills").GetArrayLength() > 0 && lesson.GetProperty("keys").GetArrayLength() > 0)
        );
        Assert.Equal(5, File.ReadAllText(In("plan.ics")).Split("BEGIN:VEVENT").Length - 1);
        Assert.StartsWith("%PDF", File.ReadAllText(In("plan.pdf")), StringComparison.Ordinal);
        foreach (
            var bad in new string[][]
            {
                ["plan"],
                ["plan", "nothing"],
                ["plan", "exam-course", "--start", "soon", "--days", "mon"],
                ["plan", "exam-course", "--start", "2026-12-10", "--lessons", "3"],
                ["plan", "exam-course", "--start", "2026-12-10", "--days", "mon", "--lessons", "0"],
            }
        )
            Assert.Equal(2, Run(bad).Code);
    }
}
