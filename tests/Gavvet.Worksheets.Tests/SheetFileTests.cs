namespace Gavvet.Worksheets.Tests;

public class SheetFileTests
{
    private const string Recipe = """
        {"format":"gavvet-sheet","version":1,"title":"Keys","sections":[{"kind":"name-key","keys":["Eb","B♭","F#"],"clefs":["bass"],"count":3}]}
        """;

    [Fact]
    public void A_sheet_survives_the_file_byte_for_byte()
    {
        var sheet = Sample.Sheet(ulong.MaxValue).After(new AddSection("name-key")).After(new Retitle("Tonleitern <für> “Übung”"))
            .After(new ChangeSetup(Paper.Letter, 12)).After(new RedrawAll());
        sheet = sheet.After(new PinQuestion(sheet.Sections[1].Id, sheet.Sections[1].Slots[0].Id, true))
            .After(new ChangeScaffolding(sheet.Sections[0].Id, Scaffolding.WorkedExample));
        var text = SheetFile.Write(sheet);
        Assert.Equal(text, SheetFile.Write(SheetFile.Read(text)));
        Assert.Contains("worked-example", text, StringComparison.Ordinal);
        Assert.Contains("\"ffffffffffffffff\"", text, StringComparison.Ordinal);
    }

    [Fact]
    public void A_recipe_has_its_questions_drawn()
    {
        var sheet = SheetFile.Read(Recipe);
        Assert.Equal(3, sheet.QuestionCount);
        Assert.Equal(3, sheet.Sections[0].Slots.Select(slot => slot.Drawn).Distinct().Count());
        Assert.All(sheet.Sections[0].Slots, slot => Assert.Equal(Clef.Bass, slot.Drawn.Clef));
        Assert.Equal(PageSetup.Usual, sheet.Setup);
    }

    [Theory]
    [InlineData("hello", "not JSON")]
    [InlineData("[]", "object in braces")]
    [InlineData("{}", "“format” should be “gavvet-sheet”")]
    [InlineData("{\"format\":\"gavvet-sheet\",\"version\":2}", "made by a later program")]
    [InlineData("{\"format\":\"gavvet-sheet\",\"version\":\"1\"}", "whole number")]
    public void What_is_no_sheet_is_refused_in_words(string text, string words) =>
        Assert.Contains(words, Assert.Throws<SheetFileException>(() => SheetFile.Read(text)).Message, StringComparison.Ordinal);

    [Theory]
    [InlineData("\"Eb\"", "\"H\"", "section 1, “key 1”: “H” is not a note name")]
    [InlineData("\"Eb\"", "\"G#\"", "Choose A♭ major instead")]
    [InlineData("\"Eb\"", "3", "text in quotes")]
    [InlineData("\"bass\"", "\"bassoon\"", "no clef called “bassoon”")]
    [InlineData("[\"bass\"]", "[]", "at least one clef")]
    [InlineData("\"count\":3", "\"count\":4", "offer 3 different questions")]
    [InlineData("\"count\":3", "\"count\":200", "from 1 to 120")]
    [InlineData("\"count\":3", "\"questions\":[]", "at least one question")]
    [InlineData(",\"count\":3", "", "either its “questions”")]
    [InlineData("\"name-key\"", "\"essay\"", "no kind of question called “essay”")]
    [InlineData("\"title\":\"Keys\"", "\"title\":\"\"", "Give the sheet a title")]
    [InlineData("\"title\":\"Keys\"", "\"title\":\"Keys\",\"colour\":\"red\"", "knows no field of this name")]
    [InlineData("\"title\":\"Keys\"", "\"title\":\"Keys\",\"title\":\"Keys\"", "stands twice")]
    [InlineData("\"title\":\"Keys\"", "\"title\":\"Keys\",\"paper\":\"a3\"", "not one of a4, letter")]
    [InlineData("\"title\":\"Keys\"", "\"title\":\"Keys\",\"staffHeight\":50", "from 6 to 14")]
    [InlineData("\"title\":\"Keys\"", "\"title\":\"Keys\",\"seed\":\"xyz\"", "16 hexadecimal digits")]
    [InlineData("\"count\":3", "\"questions\":[{\"id\":4,\"key\":\"C\",\"clef\":\"bass\"},{\"id\":4,\"key\":\"G\",\"clef\":\"bass\"}]", "used twice")]
    public void A_wrong_field_is_named_with_what_would_be_right(string right, string wrong, string words)
    {
        var text = Recipe.Replace(right, wrong, StringComparison.Ordinal);
        Assert.NotEqual(Recipe, text);
        Assert.Contains(words, Assert.Throws<SheetFileException>(() => SheetFile.Read(text)).Message, StringComparison.Ordinal);
    }

    [Fact]
    public void A_file_too_large_is_refused_before_it_is_read()
    {
        var text = Recipe.Replace("Keys", new string('K', 10 * 1024 * 1024), StringComparison.Ordinal);
        Assert.Contains("too large", Assert.Throws<SheetFileException>(() => SheetFile.Read(text)).Message, StringComparison.Ordinal);
    }

    [Fact]
    public void The_published_schema_says_what_the_reader_takes()
    {
        var file = Path.Combine(Sample.Repository(), "docs", "sheet.schema.json");
        using var schema = System.Text.Json.JsonDocument.Parse(File.ReadAllText(file));
        var definitions = schema.RootElement.GetProperty("$defs");
        var section = definitions.GetProperty("section").GetProperty("properties");
        Assert.Equal(QuestionCatalogue.Standard.All.Select(kind => kind.Id), Enumerated(section.GetProperty("kind")));
        Assert.Equal(Enum.GetValues<Scaffolding>().Select(FileWords.Of), Enumerated(section.GetProperty("scaffolding")));
        Assert.Equal(Enum.GetValues<Notation>().Select(FileWords.Of), Enumerated(section.GetProperty("notation")));
        Assert.Equal(Enum.GetValues<Direction>().Select(FileWords.Of), Enumerated(section.GetProperty("direction")));
        Assert.Equal(Key.Majors.Select(key => NoteText.Ascii(key.Tonic)), Enumerated(definitions.GetProperty("key")));
        Assert.Equal(Clef.All.Select(clef => clef.Id), Enumerated(definitions.GetProperty("clef")));
        Assert.Equal(SheetLimits.Title, schema.RootElement.GetProperty("properties").GetProperty("title").GetProperty("maxLength").GetInt32());
        Assert.Equal(SheetLimits.Instructions, section.GetProperty("instruction").GetProperty("maxLength").GetInt32());

        static IEnumerable<string?> Enumerated(System.Text.Json.JsonElement field) => field.GetProperty("enum").EnumerateArray().Select(value => value.GetString());
    }

    [Fact]
    public void A_sheet_code_has_six_characters_without_look_alikes()
    {
        Assert.Equal(6, Sample.Sheet().Code.Length);
        Assert.Equal(50, Enumerable.Range(0, 50).Select(seed => Sample.Sheet(SplitMix64.At((ulong)seed, 1)).Code).Distinct().Count());
    }
}
