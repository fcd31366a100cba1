using System.Text.Json;
using static Gavvet.Cli.Tests.CommandLine;

namespace Gavvet.Cli.Tests;

/// <summary>The command line as a whole process.</summary>
public sealed class MakeTests : IDisposable
{
    private const string Sheet = """
        {"gavvet":1,"title":"Keys","sections":[{"kind":"name-key","keys":{"flats":3,"sharps":6,"omitPlaces":["F","C","G","D","A","E","B"]},"clefs":["bass"],"count":3}]}
        """;

    private const string Recipe = """
        {"gavvet":1,"title":"Quiz","seed":3,"sections":[{"kind":"write-scale","scales":["major","dorian"],"keys":{"flats":4,"sharps":4},"count":3},{"kind":"relative-key","count":2}]}
        """;

    private readonly string _folder = Directory.CreateTempSubdirectory("gavvet-cli-test-").FullName;

    public void Dispose() => Directory.Delete(_folder, recursive: true);

    private string Write(string content)
    {
        var file = Path.Combine(_folder, "sheet.json");
        File.WriteAllText(file, content);
        return file;
    }

    private string[] Made(string folder) =>
        [.. Directory.GetFiles(Path.Combine(_folder, folder)).Select(Path.GetFileName).Order(StringComparer.Ordinal)!];

    [Fact]
    public void A_sheet_file_becomes_its_papers_the_same_bytes_each_time()
    {
        var file = Write(Sheet);
        Assert.Equal(0, Run("make", file, "--out", Path.Combine(_folder, "one")).Code);
        Assert.Equal(["items.json", "key-A.pdf", "key-short.pdf", "key-working.pdf", "recipe.json", "student-A.pdf"], Made("one"));
        Assert.Equal(0, Run("make", file, "--out", Path.Combine(_folder, "two")).Code);
        Assert.All(Made("one"), paper =>
            Assert.Equal(File.ReadAllBytes(Path.Combine(_folder, "one", paper)), File.ReadAllBytes(Path.Combine(_folder, "two", paper)))
        );
    }

    [Fact]
    public void Versions_parts_keys_and_formats_are_chosen_on_the_command_line()
    {
        var (code, told, _) = Run(
            "make",
            Write(Recipe),
            "--out",
            Path.Combine(_folder, "out"),
            "--versions",
            "2",
            "--parts",
            "trumpet,viola",
            "--key",
            "short",
            "--formats",
            "pdf,svg,musicxml,mxl,midi,csv"
        );
        Assert.Equal(0, code);
        var made = Made("out");
        Assert.Subset(
            made.ToHashSet(),
            new HashSet<string>
            {
                "items.csv",
                "items.json",
                "key-short-1.svg",
                "key-short.pdf",
                "key.musicxml",
                "key.mxl",
                "student.musicxml",
                "student.mxl",
            }
        );
        foreach (var edition in new[] { "A-trumpet", "A-viola", "B-trumpet", "B-viola" })
            Assert.Subset(
                made.ToHashSet(),
                new HashSet<string> { $"student-{edition}.pdf", $"student-{edition}-1.svg", $"scales-{edition}.mid" }
            );
        Assert.DoesNotContain(made, name => name.StartsWith("key-A", StringComparison.Ordinal));
        Assert.Equal(made.Length, told.Split('\n', StringSplitOptions.RemoveEmptyEntries).Length);

        using var items = JsonDocument.Parse(File.ReadAllText(Path.Combine(_folder, "out", "items.json")));
        var versions = items.RootElement.GetProperty("versions").EnumerateArray().ToArray();
        Assert.Equal(["A", "A", "B", "B"], versions.Select(version => version.GetProperty("version").GetString()));
        // The trumpet reads a tone above the viola, in the treble clef.
        var (trumpet, viola) = (
            versions[0].GetProperty("items")[0].GetProperty("ask"),
            versions[1].GetProperty("items")[0].GetProperty("ask")
        );
        Assert.Equal(("treble", "alto"), (trumpet.GetProperty("clef").GetString(), viola.GetProperty("clef").GetString()));
        Assert.NotEqual(trumpet.GetProperty("tonic").GetString(), viola.GetProperty("tonic").GetString());
    }

    [Fact]
    public void Another_seed_draws_other_questions_and_the_recipe_written_draws_the_same()
    {
        var file = Write(Recipe);
        Run("make", file, "--out", Path.Combine(_folder, "a"), "--key", "short");
        Run("make", file, "--out", Path.Combine(_folder, "b"), "--key", "short", "--seed", "99");
        Run("make", Path.Combine(_folder, "b", "recipe.json"), "--out", Path.Combine(_folder, "c"), "--key", "short");
        string Items(string folder) => File.ReadAllText(Path.Combine(_folder, folder, "items.json"));
        Assert.NotEqual(Items("a"), Items("b"));
        Assert.Equal(Items("b"), Items("c"));
    }

    [Fact]
    public void A_long_run_tells_how_far_it_is() =>
        Assert.Contains(
            "12 of 12",
            Run("make", Write(Recipe), "--out", Path.Combine(_folder, "out"), "--versions", "12", "--key", "short").Error,
            StringComparison.Ordinal
        );

    [Theory]
    [InlineData("--parts", "kazoo", "“kazoo” is not a part here")]
    [InlineData("--versions", "30", "from 1 to 26 versions")]
    [InlineData("--key", "long", "“long” is not one of in-place, short, working")]
    [InlineData("--formats", "docx", "“docx” is not one of pdf, svg")]
    public void A_wrong_choice_is_refused_with_what_would_be_right(string option, string value, string words)
    {
        var (code, _, error) = Run("make", Write(Recipe), option, value);
        Assert.Equal(2, code);
        Assert.Contains(words, error, StringComparison.Ordinal);
    }

    [Fact]
    public void A_scale_beyond_a_part_is_said_with_the_question()
    {
        var recipe = Recipe.Replace("\"count\":3", "\"octaves\":3,\"count\":3", StringComparison.Ordinal);
        var (code, _, error) = Run("make", Write(recipe), "--parts", "trumpet");
        Assert.Equal(2, code);
        Assert.Contains("Question 1 is withheld. Three octaves of", error, StringComparison.Ordinal);
        Assert.Contains("Ask for fewer octaves", error, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("no json", "not JSON")]
    [InlineData("{\"gavvet\":2}", "this one says 2")]
    [InlineData(
        "{\"gavvet\":1,\"title\":\"T\",\"sections\":[{\"kind\":\"essay\"}]}",
        "In sections[0].kind: There is no kind of question called “essay”"
    )]
    [InlineData(
        "{\"gavvet\":1,\"title\":\"ꦱꦏꦭ\",\"sections\":[{\"kind\":\"name-key\",\"keys\":{\"flats\":0,\"sharps\":0},\"clefs\":[\"bass\"],\"count\":1}]}",
        "no sign for"
    )]
    public void A_file_that_is_no_sheet_is_refused_with_exit_code_2(string content, string words)
    {
        var (code, _, error) = Run("make", Write(content));
        Assert.Equal(2, code);
        Assert.Contains(words, error, StringComparison.Ordinal);
        Assert.DoesNotContain("   at ", error, StringComparison.Ordinal);
    }

    [Fact]
    public void Every_fault_of_a_recipe_is_said_at_once()
    {
        var (code, _, error) = Run(
            "make",
            Write(
                """{"gavvet":1,"title":"x","versions":99,"sections":[{"kind":"write-scales","count":2},{"kind":"relative-key","count":0}]}"""
            )
        );
        Assert.Equal(2, code);
        Assert.All(["versions", "sections[0].kind", "sections[1].count"], place =>
            Assert.Contains($"In {place}: ", error, StringComparison.Ordinal)
        );
    }

    [Fact]
    public void Unknown_words_and_missing_files_end_with_exit_code_2()
    {
        Assert.Equal(2, Run("mend").Code);
        Assert.Equal(2, Run("make").Code);
        Assert.Equal(2, Run("make", Write(Recipe), "--versions", "many").Code);
        var (code, _, error) = Run("make", Path.Combine(_folder, "none.json"));
        Assert.Equal(2, code);
        Assert.Contains("There is no file", error, StringComparison.Ordinal);
    }
}
