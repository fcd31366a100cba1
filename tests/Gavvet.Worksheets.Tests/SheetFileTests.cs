namespace Gavvet.Worksheets.Tests;

public class SheetFileTests
{
    private const string Recipe = """
        {"gavvet":1,"title":"Keys","sections":[{"kind":"name-key","keys":{"flats":3,"sharps":6,"omitPlaces":["F","C","G","D","A","E","B"]},"clefs":["bass"],"count":3}]}
        """;

    [Fact]
    public void A_sheet_survives_the_file_byte_for_byte()
    {
        var sheet = Sample
            .Sheet(ulong.MaxValue)
            .After(new AddSection("name-key"))
            .After(new Retitle("Tonleitern <für> “Übung”"))
            .After(new ChangeSetup(Paper.Letter, 12))
            .After(new RedrawAll());
        sheet = sheet
            .After(new PinQuestion(sheet.Sections[1].Id, sheet.Sections[1].Slots[0].Id, true))
            .After(new ChangeScaffolding(sheet.Sections[0].Id, Scaffolding.WorkedExample));
        var text = SheetFile.Write(sheet);
        Assert.Equal(text, SheetFile.Write(SheetFile.Read(text)));
        Assert.Contains("\"scaffold\": \"model\"", text, StringComparison.Ordinal);
        Assert.Contains("18446744073709551615", text, StringComparison.Ordinal);
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
    [InlineData("{}", "should begin with “gavvet”: 1")]
    [InlineData("{\"format\":\"gavvet-sheet\",\"version\":2}", "later files begin with “gavvet”")]
    [InlineData("{\"gavvet\":2}", "In gavvet: This program reads sheet files of version 1; this one says 2")]
    [InlineData("{\"gavvet\":\"1\"}", "this one says")]
    [InlineData("{\"\\ud800\":1}", "should begin with")]
    [InlineData("{\"\\ud800\":1,\"gavvet\":1}", "half a character")]
    [InlineData("{\"gavvet\":1,\"\\ud800\":1}", "half a character")]
    [InlineData("{\"gavvet\":1,\"title\":\"\\ud800\"}", "half a character")]
    [InlineData("{\"gavvet\":1,\"houseStyle\":{\"\\ud800\":\"x\"}}", "half a character")]
    [InlineData("{\"format\":\"gavvet-sheet\",\"title\":\"\\ud800\"}", "half a character")]
    public void What_is_no_sheet_is_refused_in_words(string text, string words) =>
        Assert.Contains(words, Assert.Throws<SheetFileException>(() => SheetFile.Read(text)).Message, StringComparison.Ordinal);

    [Theory]
    [InlineData("\"F\"", "\"H\"", "In sections[0].keys.omitPlaces[0]: “H” is not a note name")]
    [InlineData("\"F\"", "3", "In sections[0].keys.omitPlaces[0]: This should be text in quotes")]
    [InlineData(
        "\"F\",\"C\",\"G\",\"D\",\"A\",\"E\",\"B\"",
        "\"Eb\",\"Bb\",\"F#\",\"F\",\"C\",\"G\",\"D\",\"A\",\"E\",\"B\"",
        "Choose at least one key"
    )]
    [InlineData("\"bass\"", "\"bassoon\"", "In sections[0].clefs[0]: There is no clef called “bassoon”")]
    [InlineData("[\"bass\"]", "[]", "at least one clef")]
    [InlineData("[\"bass\"]", "\"bass\"", "In sections[0].clefs: Here should be a list in square brackets")]
    [InlineData("\"count\":3", "\"count\":4", "offer 3 different questions")]
    [InlineData("\"count\":3", "\"count\":200", "In sections[0].count: This should be a whole number from 1 to 120")]
    [InlineData("\"count\":3", "\"count\":\"3\"", "In sections[0].count: This should be a whole number")]
    [InlineData("\"count\":3", "\"drawn\":[]", "at least one question")]
    [InlineData("\"count\":3", "\"count\":3,\"drawn\":[]", "either its “drawn”")]
    [InlineData("\"name-key\"", "\"essay\"", "In sections[0].kind: There is no kind of question called “essay”")]
    [InlineData("\"kind\":\"name-key\",", "", "In sections[0].kind: Say what kind of question")]
    [InlineData("\"title\":\"Keys\"", "\"title\":\"\"", "In title: Give the sheet a title")]
    [InlineData("\"title\":\"Keys\"", "\"title\":null", "In title: This should be text in quotes")]
    [InlineData("\"title\":\"Keys\"", "\"title\":\"Keys\",\"colour\":\"red\"", "In colour: This program knows no field of this name")]
    [InlineData("\"title\":\"Keys\"", "\"title\":\"Keys\",\"title\":\"Keys\"", "A field stands twice")]
    [InlineData("\"count\":3", "\"count\":3,\"count\":3", "In sections[0].count: A field stands twice")]
    [InlineData("\"title\":\"Keys\"", "\"title\":\"Keys\",\"paper\":\"A4\"", "In paper: Here should be an object in braces")]
    [InlineData("\"title\":\"Keys\"", "\"title\":\"Keys\",\"paper\":{\"size\":\"a3\"}", "In paper.size: “a3” is not one of A4, Letter")]
    [InlineData(
        "\"title\":\"Keys\"",
        "\"title\":\"Keys\",\"paper\":{\"staffHeight\":50}",
        "In paper.staffHeight: This should be a whole number from 6 to 14"
    )]
    [InlineData(
        "\"title\":\"Keys\"",
        "\"title\":\"Keys\",\"paper\":{\"halfSheets\":1}",
        "In paper.halfSheets: This should be true or false"
    )]
    [InlineData("\"title\":\"Keys\"", "\"title\":\"Keys\",\"seed\":\"xyz\"", "In seed: A seed is a whole number")]
    [InlineData(
        "\"count\":3",
        "\"drawn\":[{\"id\":4,\"tonic\":\"C\",\"clef\":\"bass\"},{\"id\":4,\"tonic\":\"G\",\"clef\":\"bass\"}]",
        "used twice"
    )]
    [InlineData("\"count\":3", "\"drawn\":[{\"id\":4,\"clef\":\"bass\"}]", "In sections[0].drawn[0].tonic: Say which tonic")]
    public void A_wrong_field_is_named_with_what_would_be_right(string right, string wrong, string words)
    {
        var text = Recipe.Replace(right, wrong, StringComparison.Ordinal);
        Assert.NotEqual(Recipe, text);
        Assert.Contains(words, Assert.Throws<SheetFileException>(() => SheetFile.Read(text)).Message, StringComparison.Ordinal);
    }

    // Addresses that were kept and files of the earlier form.
    [Theory]
    [InlineData("descending", Direction.Descending)]
    [InlineData("down", Direction.Descending)]
    [InlineData("both", Direction.Both)]
    [InlineData("up-down", Direction.Both)]
    public void A_choice_is_read_by_its_word_and_by_the_one_it_had_before(string word, Direction direction)
    {
        Assert.True(FileWords.TryParse<Direction>(word, out var read));
        Assert.Equal(direction, read);
    }

    [Fact]
    public void A_file_too_large_is_refused_before_it_is_read()
    {
        var text = Recipe.Replace("Keys", new string('K', 10 * 1024 * 1024), StringComparison.Ordinal);
        Assert.Contains("too large", Assert.Throws<SheetFileException>(() => SheetFile.Read(text)).Message, StringComparison.Ordinal);
    }

    public static TheoryData<string> OldFiles =>
        [
            .. Directory
                .GetFiles(Path.Combine(Checkout.Folder, "tests", "support", "sheets"), "*.old.json")
                .Select(Path.GetFileName)
                .OfType<string>(),
        ];

    // Files of the earlier form, each beside the text it has today.
    [Theory, MemberData(nameof(OldFiles))]
    public void A_file_of_the_earlier_form_opens_as_the_same_sheet(string name)
    {
        var file = Path.Combine(Checkout.Folder, "tests", "support", "sheets", name);
        Assert.Equal(
            File.ReadAllText(file.Replace(".old.json", ".json", StringComparison.Ordinal)),
            SheetFile.Write(SheetFile.Read(File.ReadAllText(file)))
        );
    }

    [Theory]
    [InlineData("\"title\":\"Keys\"", "\"title\":\"Keys\",\"colour\":\"red\"", "In colour: This program knows no field")]
    [InlineData("\"count\":3", "\"count\":3,\"count\":3", "A field stands twice")]
    [InlineData("\"Eb\"", "\"G#\"", "In sections[0].keys: Here should be an object")]
    [InlineData("\"bass\"", "7", "In sections[0].clefs[0]: This should be text in quotes")]
    public void A_wrong_field_of_the_earlier_form_is_refused_as_well(string right, string wrong, string words)
    {
        const string old =
            """{"format":"gavvet-sheet","version":1,"title":"Keys","sections":[{"kind":"name-key","keys":["Eb","B♭","F#"],"clefs":["bass"],"count":3}]}""";
        Assert.Equal(3, SheetFile.Read(old).QuestionCount);
        Assert.Contains(
            words,
            Assert.Throws<SheetFileException>(() => SheetFile.Read(old.Replace(right, wrong, StringComparison.Ordinal))).Message,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_sheet_code_has_six_characters_without_look_alikes()
    {
        Assert.Equal(6, Sample.Sheet().Code.Length);
        Assert.Equal(50, Enumerable.Range(0, 50).Select(seed => Sample.Sheet(SplitMix64.At((ulong)seed, 1)).Code).Distinct().Count());
    }

    [Theory]
    [InlineData("1", true)]
    [InlineData("2", false)]
    [InlineData("\"1\"", false)]
    [InlineData("1.5", false)]
    [InlineData("null", false)]
    public void A_house_style_file_says_its_version_as_a_whole_number(string version, bool isRead)
    {
        var text = HouseStyleFile.Write(HouseStyle.Jazz).Replace("\"version\": 1", $"\"version\": {version}", StringComparison.Ordinal);
        if (isRead)
            Assert.Equal(HouseStyle.Jazz.Steps, HouseStyleFile.Read(text).Steps);
        else
            Assert.Contains(
                "the whole number 1",
                Assert.Throws<SheetFileException>(() => HouseStyleFile.Read(text)).Message,
                StringComparison.Ordinal
            );
    }
}
