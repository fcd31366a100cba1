using static Gavvet.Cli.Tests.CommandLine;

namespace Gavvet.Cli.Tests;

/// <summary>The command line as a whole process.</summary>
public sealed class MakeTests : IDisposable
{
    private const string Recipe = """
        {"format":"gavvet-sheet","version":1,"title":"Keys","sections":[{"kind":"name-key","keys":["Eb","Bb","F#"],"clefs":["bass"],"count":3}]}
        """;

    private readonly string _folder = Directory.CreateTempSubdirectory("gavvet-cli-test-").FullName;

    public void Dispose() => Directory.Delete(_folder, recursive: true);

    private string Write(string content)
    {
        var file = Path.Combine(_folder, "sheet.json");
        File.WriteAllText(file, content);
        return file;
    }

    [Fact]
    public void A_recipe_becomes_four_papers_the_same_bytes_each_time()
    {
        var file = Write(Recipe);
        Assert.Equal(0, Run("make", file, "--svg").Code);
        string[] papers = [.. Directory.GetFiles(_folder, "*.pdf").Select(Path.GetFileName).Order()!];
        Assert.Equal(["sheet-key.pdf", "sheet-short.pdf", "sheet-student.pdf", "sheet-working.pdf"], papers);
        Assert.Equal(4, Directory.GetFiles(_folder, "*.svg").Length);
        var again = Path.Combine(_folder, "again");
        Assert.Equal(0, Run("make", file, "--out", again).Code);
        foreach (var paper in papers)
            Assert.Equal(File.ReadAllBytes(Path.Combine(_folder, paper)), File.ReadAllBytes(Path.Combine(again, paper)));
    }

    [Theory]
    [InlineData("no json", "not JSON")]
    [InlineData("{\"format\":\"gavvet-sheet\",\"version\":2}", "later program")]
    [InlineData("{\"format\":\"gavvet-sheet\",\"version\":1,\"title\":\"音階\",\"sections\":[{\"kind\":\"name-key\",\"keys\":[\"C\"],\"clefs\":[\"bass\"],\"count\":1}]}", "no sign for")]
    public void A_file_that_is_no_sheet_is_refused_with_exit_code_2(string content, string words)
    {
        var (code, _, error) = Run("make", Write(content));
        Assert.Equal(2, code);
        Assert.Contains(words, error, StringComparison.Ordinal);
        Assert.DoesNotContain("   at ", error, StringComparison.Ordinal);
    }

    [Fact]
    public void Unknown_words_and_missing_files_end_with_exit_code_2()
    {
        Assert.Equal(2, Run("mend").Code);
        Assert.Equal(2, Run("make").Code);
        var (code, _, error) = Run("make", Path.Combine(_folder, "none.json"));
        Assert.Equal(2, code);
        Assert.Contains("There is no file", error, StringComparison.Ordinal);
    }
}
