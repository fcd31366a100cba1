using System.Text.Json;

namespace Gavvet.Worksheets.Tests;

/// <summary>Recipes in and out.</summary>
public class RecipeTests
{
    private const string Recipe = """
        {"gavvet":1,"title":"Minor keys","instructions":"Work in pencil.","seed":12,"paper":{"size":"Letter","staffHeight":9},
        "houseStyle":{"preset":"tones","degrees":"numerals"},"versions":3,"parts":["trumpet","viola"],
        "sections":[{"kind":"write-scale","title":"Minor scales","count":4,"scales":["harmonic-minor","natural-minor"],"keys":{"flats":3,"sharps":2,"add":["G#"],"omit":["C"]},
        "clefs":["treble","bass"],"direction":"up-down","octaves":2,"writeWith":"signature","scaffold":"signature","answerAs":"write","marks":2}]}
        """;

    [Fact]
    public void A_recipe_says_all_a_sheet_needs()
    {
        var sheet = SheetFile.Read(Recipe);
        var section = sheet.Sections[0];
        Assert.Equal((12UL, 3, Paper.Letter, 9), (sheet.Seed, sheet.Versions, sheet.Setup.Paper, sheet.Setup.StaffHeight));
        Assert.Equal((StepWords.ToneSemitone, DegreeWords.Numerals), (sheet.Style.Steps, sheet.Style.Degrees));
        Assert.Equal(["viola", "trumpet"], sheet.Parts.Select(part => part.Id).OrderDescending());
        Assert.Equal(
            (2, 2, "Minor scales", Direction.Both, Scaffolding.Signature),
            (section.Octaves, section.Marks, section.Title, section.Direction, section.Scaffolding)
        );
        // Minor keys of three flats to two sharps, C minor left out and G sharp minor added.
        Assert.Equal(
            ["B", "D", "E", "G♯"],
            Drawing
                .Scope.Of(section, sheet.Style)
                .Select(draw => $"{draw.Tonic}")
                .Where(tonic => tonic is not ("G" or "A"))
                .Distinct()
                .Order(StringComparer.Ordinal)
        );
        Assert.Equal(["G♯"], section.AlsoTonics.Select(tonic => $"{tonic}"));
        Assert.Equal(["C"], section.WithoutTonics.Select(tonic => $"{tonic}"));
    }

    [Fact]
    public void Keys_count_the_accidentals_of_a_minor_scale_and_the_places_of_others()
    {
        Assert.Equal(["B♭", "F", "C", "G", "D", "A", "E"], Tonics("natural-minor", 5, 1));
        Assert.Equal(["A♭", "E♭", "B♭", "F", "C"], Tonics("dorian", 4, 0));
        Assert.Equal(["C", "G", "D"], Tonics("major", 0, 2));

        static IEnumerable<string> Tonics(string scale, int flats, int sharps)
        {
            var sheet = SheetFile.Read(
                $$$"""{"gavvet":1,"title":"T","sections":[{"kind":"write-scale","scales":["{{{scale}}}"],"keys":{"flats":{{{flats}}},"sharps":{{{sharps}}}}}]}"""
            );
            return Drawing
                .Scope.Of(sheet.Sections[0], sheet.Style)
                .Select(draw => draw.Tonic)
                .OrderBy(tonic => tonic.Fifths)
                .Select(tonic => $"{tonic}");
        }
    }

    [Fact]
    public void A_recipe_written_and_read_draws_the_same_sheet()
    {
        var sheet = SheetFile.Read(Recipe);
        Assert.Equal(SheetFile.Write(sheet), SheetFile.Write(SheetFile.Read(SheetFile.WriteRecipe(sheet))));
    }

    [Theory]
    [InlineData("\"gavvet\":1", "\"gavvet\":2", "In gavvet: This program reads sheet files of version 1")]
    [InlineData(
        "\"write-scale\"",
        "\"write-scales\"",
        "In sections[0].kind: There is no kind of question called “write-scales”. Did you mean write-scale?"
    )]
    [InlineData(
        "\"natural-minor\"",
        "\"natural-miner\"",
        "In sections[0].scales[1]: There is no scale called “natural-miner”. Did you mean natural-minor?"
    )]
    [InlineData("\"count\":4", "\"count\":100", "In sections[0].count: These keys and clefs offer")]
    [InlineData("\"octaves\":2", "\"octaves\":5", "In sections[0].octaves: This should be a whole number from 1 to 3")]
    [InlineData(
        "\"answerAs\":\"write\"",
        "\"answerAs\":\"choice\"",
        "In sections[0].answerAs: The answer of “Write the scale” cannot be chosen"
    )]
    [InlineData(
        "\"writeWith\":\"signature\"",
        "\"writeWith\":\"accidentals\"",
        "In sections[0].scaffold: A key signature is given only where"
    )]
    [InlineData("\"add\":[\"G#\"]", "\"add\":[\"H\"]", "In sections[0].keys.add[0]: “H” is not a note name")]
    [InlineData("\"flats\":3", "\"flats\":9", "In sections[0].keys.flats: This should be a whole number from -7 to 7")]
    [InlineData(
        "\"direction\":\"up-down\"",
        "\"direction\":\"sideways\"",
        "In sections[0].direction: “sideways” is not one of up, down, up-down"
    )]
    [InlineData(
        "\"degrees\":\"numerals\"",
        "\"degrees\":\"roman\"",
        "In houseStyle.degrees: “roman” is not one of technical, numbers, numerals, syllables"
    )]
    [InlineData("\"trumpet\"", "\"trumpets\"", "In parts[0]: “trumpets” is not a part here. Did you mean trumpet?")]
    [InlineData("\"size\":\"Letter\"", "\"size\":\"A5\"", "In paper.size: “A5” is not one of A4, Letter")]
    [InlineData("\"marks\":2", "\"mark\":2", "In sections[0].mark: This program knows no field of this name")]
    [InlineData("\"seed\":12", "\"seed\":-1", "In seed: A seed is a whole number")]
    public void A_problem_names_the_path_and_what_would_be_right(string right, string wrong, string words)
    {
        Assert.Contains(right, Recipe, StringComparison.Ordinal);
        var problem = Assert.Throws<SheetFileException>(() => SheetFile.Read(Recipe.Replace(right, wrong, StringComparison.Ordinal)));
        Assert.Contains(words, problem.Message, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(
        """{"kind":"write-scale","scales":["locrian"],"keys":{"flats":7,"sharps":-7},"writeWith":"signature"}""",
        "With a key signature Locrian cannot be written in these keys"
    )]
    [InlineData(
        """{"kind":"write-scale","scales":["minor-blues"],"writeWith":"signature"}""",
        "is written without a key signature. Write with accidentals."
    )]
    [InlineData(
        """{"kind":"enharmonic-key","keys":{"flats":0,"sharps":0}}""",
        "In these keys there is no such question about major. Choose from"
    )]
    [InlineData("""{"kind":"free-text"}""", "at least one question of your own")]
    public void A_scope_that_holds_nothing_is_said_with_what_would_work(string section, string words)
    {
        var problem = Assert.Throws<SheetFileException>(() => SheetFile.Read($$"""{"gavvet":1,"title":"T","sections":[{{section}}]}"""));
        Assert.StartsWith("In sections[0].", problem.Message, StringComparison.Ordinal);
        Assert.Contains(words, problem.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void Every_matter_of_house_style_goes_into_a_file_and_comes_back()
    {
        foreach (var field in HouseStyleField.All)
        {
            foreach (var choice in field.Choices)
            {
                var sheet = Sample.Sheet() with { Style = field.With(HouseStyle.Jazz, choice) };
                Assert.Equal(sheet.Style, SheetFile.Read(SheetFile.Write(sheet)).Style);
            }
        }

        var choices = typeof(HouseStyle)
            .GetProperties()
            .Count(property => property.CanWrite && (property.PropertyType.IsEnum || property.PropertyType == typeof(bool)));
        Assert.Equal(choices, HouseStyleField.All.Length);
    }

    [Fact]
    public void The_published_schema_says_what_the_reader_takes()
    {
        using var schema = JsonDocument.Parse(File.ReadAllText(Path.Combine(Checkout.Folder, "docs", "sheet.schema.json")));
        var root = schema.RootElement;
        var section = root.GetProperty("$defs").GetProperty("section").GetProperty("properties");
        Assert.Equal(QuestionCatalogue.Standard.All.Select(kind => kind.Id), Words(section.GetProperty("kind")));
        Assert.Equal(ScaleTypes.All.Select(type => type.Id), Words(section.GetProperty("scales").GetProperty("items")));
        Assert.Equal(Enum.GetValues<Scaffolding>().Select(FileWords.Of), Words(section.GetProperty("scaffold")));
        Assert.Equal(Enum.GetValues<Direction>().Select(FileWords.Of), Words(section.GetProperty("direction")));
        Assert.Equal(Enum.GetValues<AnswerForm>().Select(FileWords.Of), Words(section.GetProperty("answerAs")));
        Assert.Equal(Enum.GetValues<Notation>().Select(FileWords.Of), Words(section.GetProperty("writeWith")));
        Assert.Equal(SheetLimits.Title, root.GetProperty("properties").GetProperty("title").GetProperty("maxLength").GetInt32());
        Assert.Equal(SheetLimits.Instructions, section.GetProperty("instruction").GetProperty("maxLength").GetInt32());
        Assert.Equal(
            SheetLimits.OwnWords,
            root.GetProperty("$defs")
                .GetProperty("drawn")
                .GetProperty("properties")
                .GetProperty("prompt")
                .GetProperty("maxLength")
                .GetInt32()
        );
        Assert.Equal(Clef.All.Select(clef => clef.Id), Words(root.GetProperty("$defs").GetProperty("clef")));
        Assert.Equal(
            Instrument.All.Select(part => part.Id),
            Words(root.GetProperty("properties").GetProperty("parts").GetProperty("items"))
        );
        Assert.Equal(
            HouseStyleField.All.Select(field => field.Name).Prepend("preset"),
            Words(root.GetProperty("properties").GetProperty("houseStyle").GetProperty("propertyNames"))
        );

        static IEnumerable<string?> Words(JsonElement field) =>
            field.GetProperty("enum").EnumerateArray().Select(value => value.GetString());
    }
}
