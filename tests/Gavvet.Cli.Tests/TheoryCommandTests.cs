using System.Text.Json;
using static Gavvet.Cli.Tests.CommandLine;

namespace Gavvet.Cli.Tests;

/// <summary>scales, key and check.</summary>
public class TheoryCommandTests
{
    [Fact]
    public void A_scale_is_written_out_as_JSON_in_plain_characters()
    {
        var (code, text, _) = Run("scales", "--type", "melodic minor", "--tonic", "D♯", "--json");
        Assert.Equal(0, code);
        Assert.DoesNotContain(text, character => character > 126);
        var scale = Assert.Single(JsonDocument.Parse(text).RootElement.EnumerateArray());
        Assert.Equal(
            [
                "type",
                "tonic",
                "ascending",
                "descending",
                "degrees",
                "degreesDescending",
                "steps",
                "stepsDescending",
                "signature",
                "names",
                "working",
            ],
            scale.EnumerateObject().Select(property => property.Name)
        );
        Assert.Equal("melodic-minor", scale.GetProperty("type").GetString());
        Assert.Equal("D# E# F# G# A# B# C## D#", List(scale, "ascending"));
        Assert.Equal("D# C# B A# G# F# E# D#", List(scale, "descending"));
        Assert.Equal("1 2 b3 4 5 6 7", List(scale, "degrees"));
        Assert.Equal("1 b7 b6 5 4 b3 2", List(scale, "degreesDescending"));
        Assert.Equal("2 1 2 2 2 2 1", List(scale, "steps"));
        Assert.Equal("2 2 1 2 2 1 2", List(scale, "stepsDescending"));
        Assert.Equal(6, scale.GetProperty("signature").GetInt32());
        Assert.Contains("C# is already sharp, so C##", List(scale, "working"), StringComparison.Ordinal);
    }

    [Fact]
    public void A_preset_changes_what_is_written()
    {
        Assert.Contains(
            "\"descending\":[\"B\",\"A#\"",
            Run("scales", "--type", "melodic-minor", "--tonic", "B", "--preset", "jazz", "--json").Out,
            StringComparison.Ordinal
        );
        Assert.Contains(
            "From B major",
            Run("scales", "--type", "dorian", "--tonic", "B", "--preset", "jazz").Out,
            StringComparison.Ordinal
        );
        Assert.Contains(
            "lies a semitone under",
            Run("scales", "--type", "major", "--tonic", "B", "--preset", "tones").Out,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_key_is_told_with_its_relations()
    {
        var key = JsonDocument.Parse(Run("key", "D#m", "--json").Out).RootElement;
        Assert.Equal("D# minor", key.GetProperty("key").GetString());
        Assert.Equal(6, key.GetProperty("signature").GetInt32());
        Assert.Equal("F# major", key.GetProperty("relative").GetString());
        Assert.Equal("D minor", List(key, "sameLetterTwins"));
        Assert.Equal("Eb minor", key.GetProperty("enharmonicTwin").GetString());
        Assert.Equal(7, key.GetProperty("degrees").GetArrayLength());
        Assert.Contains("in practice Ab major", Run("key", "G#", "major").Out, StringComparison.Ordinal);
    }

    [Fact]
    public void An_answer_is_judged()
    {
        var (code, text, _) = Run("check", "--type", "harmonic-minor", "--tonic", "D#", "--answer", "D# E# F# G# A# B D D#", "--json");
        Assert.Equal(0, code);
        Assert.Equal(
            """{"verdict":"misspelled","marks":7,"of":8,"findings":[{"code":"enharmonic-name","position":7,"expected":"C##","found":"D","message":"Note 7: D sounds right but is written C## here."}]}""",
            text.Trim()
        );
        Assert.Contains(
            "correct, 9 of 9",
            Run("check", "--type", "major", "--tonic", "Bb", "--direction", "down", "--answer", "B A G F E D C B", "--signature", "-2").Out,
            StringComparison.Ordinal
        );
        Assert.Contains(
            "concert-for-written",
            Run("check", "--type", "major", "--tonic", "Eb", "--part", "alto-sax", "--answer", "Eb F G Ab Bb C D Eb").Out,
            StringComparison.Ordinal
        );
        Assert.Contains(
            "wrong order",
            Run("check", "--type", "major", "--tonic", "D", "--signature-notes", "C# F#", "--answer", "D E F G A B C D").Out,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_file_of_answers_is_judged_line_by_line_and_goes_on_after_a_bad_one()
    {
        var file = Path.GetTempFileName();
        try
        {
            File.WriteAllText(
                file,
                """
                {"type":"major","tonic":"C","direction":"up","answer":"C D E F G A B C"}
                not JSON
                {"type":"gypsy","tonic":"C","direction":"up","answer":"C"}
                {"type":"major","tonic":"C","direction":"up","answer":"C","colour":"red"}
                {"type":"major","tonic":"F","direction":"both","answer":"F G A B C D E F E D C B A G F","signature":-1,"preset":"jazz"}
                """
            );
            var (code, text, _) = Run("check", "--batch", file);
            Assert.Equal(0, code);
            var lines = text.Split('\n', StringSplitOptions.RemoveEmptyEntries);
            Assert.Equal(5, lines.Length);
            Assert.Contains("\"verdict\":\"correct\"", lines[0], StringComparison.Ordinal);
            Assert.All(lines[1..4], line => Assert.StartsWith("{\"error\":", line, StringComparison.Ordinal));
            Assert.Contains("may mean", lines[2], StringComparison.Ordinal);
            Assert.Contains("\"marks\":16,\"of\":16", lines[4], StringComparison.Ordinal);
        }
        finally
        {
            File.Delete(file);
        }
    }

    [Fact]
    public void An_item_with_something_left_out_or_odd_is_answered_in_words_and_the_rest_is_judged()
    {
        var file = Path.GetTempFileName();
        try
        {
            const string whole =
                """{"item":{"kind":"write-scale","ask":{"type":"major","tonic":"D","clef":"treble","direction":"up","writeWith":"accidentals","octaves":1,"scaffold":"blank","answerAs":"write","option":"whole-notes","variant":0}},"written":"D E F# G A B C# D"}""";
            var properties = new[]
            {
                "\"type\":\"major\",",
                "\"tonic\":\"D\",",
                "\"clef\":\"treble\",",
                "\"direction\":\"up\",",
                "\"writeWith\":\"accidentals\",",
                "\"octaves\":1,",
                "\"scaffold\":\"blank\",",
                "\"answerAs\":\"write\",",
                "\"option\":\"whole-notes\",",
            };
            var odd = new[]
            {
                ("\"octaves\":1", "\"octaves\":-2"),
                ("\"octaves\":1", "\"octaves\":99"),
                ("\"variant\":0", "\"variant\":-1"),
                ("\"variant\":0", "\"variant\":7"),
                ("\"option\":\"whole-notes\"", "\"option\":\"hazelnut\""),
                ("\"tonic\":\"D\"", "\"tonic\":\"D##\""),
                ("\"type\":\"major\"", "\"type\":\"xylophone\""),
                ("\"kind\":\"write-scale\"", "\"kind\":\"tetrachords\""),
                ("\"type\":\"major\"", "\"type\":null"),
                ("\"ask\":{", "\"other\":{"),
            };
            string[] lines =
            [
                whole,
                .. properties.Select(property => whole.Replace(property, "", StringComparison.Ordinal)),
                .. odd.Select(pair => whole.Replace(pair.Item1, pair.Item2, StringComparison.Ordinal)),
                whole,
            ];
            File.WriteAllLines(file, lines);
            var (code, text, error) = Run("check", "--batch", file);
            Assert.True(code == 0, error);
            var judged = text.Split('\n', StringSplitOptions.RemoveEmptyEntries);
            Assert.Equal(lines.Length, judged.Length);
            Assert.All(new[] { judged[0], judged[6], judged[^1] }, line =>
                Assert.Contains("\"verdict\":\"correct\"", line, StringComparison.Ordinal)
            );
            Assert.All(new[] { judged[1], judged[2] }.Concat(judged[^11..^1]), line =>
                Assert.StartsWith("{\"error\":", line, StringComparison.Ordinal)
            );
        }
        finally
        {
            File.Delete(file);
        }
    }

    [Fact]
    public void Notes_are_read_in_the_names_of_the_style()
    {
        var file = Path.Combine(Directory.CreateTempSubdirectory("gavvet-style-").FullName, "german.json");
        File.WriteAllText(file, """{"format":"gavvet-house-style","version":1,"preset":"tones","noteNames":"german"}""");
        var (code, text, error) = Run("check", "--type", "major", "--tonic", "B", "--answer", "B C D Es F G A B", "--preset", file);
        Assert.True(code == 0, error);
        Assert.StartsWith("correct, 8 of 8", text, StringComparison.Ordinal);
        Assert.Contains(
            "H",
            Run("check", "--type", "major", "--tonic", "G", "--answer", "G A B C D E Fis G", "--preset", file).Out,
            StringComparison.Ordinal
        );
    }

    [Theory]
    [InlineData("is not a scale here. Did you mean", "scales", "--type", "xylophone")]
    [InlineData("Say which", "scales", "--type", "gypsy")]
    [InlineData("may be E♭ major or C minor", "key", "three flats")]
    [InlineData("is not a note name", "scales", "--tonic", "H")]
    [InlineData("sounds the same and can be written", "scales", "--type", "altered", "--tonic", "Fb")]
    [InlineData("Did you mean classical?", "scales", "--preset", "classicist")]
    [InlineData("is not a key", "key", "nothing")]
    [InlineData("Say which scale was asked", "check", "--answer", "C")]
    [InlineData("The answer is empty", "check", "--type", "major", "--tonic", "C")]
    [InlineData("is not a direction", "check", "--type", "major", "--tonic", "C", "--direction", "sideways", "--answer", "C")]
    [InlineData("at most seven", "check", "--type", "major", "--tonic", "C", "--signature", "9", "--answer", "C")]
    [InlineData("Did you mean alto-sax?", "check", "--type", "major", "--tonic", "C", "--part", "alto-sacks", "--answer", "C")]
    [InlineData("There is no file", "check", "--batch", "/nowhere.jsonl")]
    [InlineData("Ask for 1 to", "verify", "--questions", "0")]
    public void Bad_input_is_answered_with_what_would_be_right_and_exit_code_2(string words, params string[] arguments)
    {
        var (code, _, error) = Run(arguments);
        Assert.Equal(2, code);
        Assert.Contains(words, error, StringComparison.Ordinal);
        Assert.DoesNotContain("   at ", error, StringComparison.Ordinal);
    }

    [Fact]
    public void Keys_are_verified_with_counts_for_every_kind_and_school()
    {
        var (code, text, _) = Run("verify", "--questions", "500");
        Assert.Equal(0, code);
        Assert.Contains("500 questions", text, StringComparison.Ordinal);
        Assert.Contains("0 failures", text, StringComparison.Ordinal);
        Assert.Matches("written-key +[1-9]", text);
    }

    private static string List(JsonElement element, string name) =>
        string.Join(' ', element.GetProperty(name).EnumerateArray().Select(item => item.ToString()));

    [Fact]
    public void A_house_style_file_is_a_style_like_a_preset()
    {
        var file = Path.GetTempFileName();
        try
        {
            File.WriteAllText(
                file,
                Gavvet.Worksheets.Files.HouseStyleFile.Write(
                    Gavvet.Theory.HouseStyle.Classical with
                    {
                        WrongName = Gavvet.Theory.WrongNameMark.Full,
                    }
                )
            );
            Assert.Contains(
                "misspelled, 8 of 8",
                Run("check", "--type", "major", "--tonic", "D", "--answer", "D E Gb G A B C# D", "--preset", file).Out,
                StringComparison.Ordinal
            );
            File.WriteAllText(file, "{}");
            var (code, _, error) = Run("check", "--type", "major", "--tonic", "D", "--answer", "D", "--preset", file);
            Assert.Equal(2, code);
            Assert.Contains("no house style file", error, StringComparison.Ordinal);
        }
        finally
        {
            File.Delete(file);
        }
    }

    [Fact]
    public void Items_of_every_kind_are_judged_with_what_was_written()
    {
        var folder = Directory.CreateTempSubdirectory("gavvet-check-").FullName;
        try
        {
            var kinds = Gavvet.Worksheets.Questions.QuestionCatalogue.Standard.All.Where(kind => !kind.AsksOwn).ToArray();
            foreach (var part in kinds.Chunk(20))
            {
                var recipe = Path.Combine(folder, "recipe.json");
                File.WriteAllText(
                    recipe,
                    $$"""{"gavvet":1,"title":"Items","seed":3,"sections":[{{string.Join(",", part.Select(kind => $$"""{"kind":"{{kind.Id}}","count":1{{(kind.UsesTonic ? ",\"keys\":{\"flats\":6,\"sharps\":6}" : "")}},"scales":[{{string.Join(",", Gavvet.Theory.ScaleTypes.All.Where(kind.Takes).Select(type => $"\"{type.Id}\""))}}]}"""))}}]}"""
                );
                var made = Run("make", recipe, "--out", folder, "--formats", "csv");
                Assert.True(made.Code == 0, made.Error);
                using var items = JsonDocument.Parse(File.ReadAllText(Path.Combine(folder, "items.json")));
                var all = items.RootElement.GetProperty("versions")[0].GetProperty("items").EnumerateArray().ToArray();
                Assert.Equal(part.Length, all.Length);
                var file = Path.Combine(folder, "answers.jsonl");
                File.WriteAllLines(
                    file,
                    all.SelectMany(item => new[] { Line(item, Right(item)), Line(item, "C") })
                        .Append(
                            """{"item":{"kind":"no-such-kind","ask":{"type":"major","tonic":"C","octaves":1,"scaffold":"blank","answerAs":"write","variant":0}},"written":"C"}"""
                        )
                );
                var (code, text, error) = Run("check", "--batch", file);
                Assert.True(code == 0, error);
                var judged = text.Split('\n', StringSplitOptions.RemoveEmptyEntries)
                    .Select(line => JsonDocument.Parse(line).RootElement)
                    .ToArray();
                Assert.Equal((2 * all.Length) + 1, judged.Length);
                for (var i = 0; i < all.Length; i++)
                {
                    Assert.True(
                        judged[2 * i].TryGetProperty("verdict", out var verdict) && verdict.GetString() is "correct" or "accepted",
                        $"{all[i].GetProperty("kind")}: {judged[2 * i]}"
                    );
                    Assert.Equal(judged[2 * i].GetProperty("of").GetInt32(), judged[2 * i].GetProperty("marks").GetInt32());
                    // One letter is a right answer here and there, and elsewhere a wrong one that is named.
                    Assert.True(
                        judged[(2 * i) + 1].GetProperty("verdict").GetString() is "correct" or "accepted"
                            || judged[(2 * i) + 1].GetProperty("findings").GetArrayLength() > 0
                    );
                }

                Assert.Contains("no kind of question called", judged[^1].GetProperty("error").GetString(), StringComparison.Ordinal);
            }
        }
        finally
        {
            Directory.Delete(folder, recursive: true);
        }

        static string Line(JsonElement item, string written) =>
            JsonSerializer.Serialize(new Dictionary<string, object> { ["item"] = item, ["written"] = written });

        static string Right(JsonElement item)
        {
            var answer = item.GetProperty("answer");
            if (answer.TryGetProperty("text", out var text) && text.ValueKind == JsonValueKind.Array)
                return string.Join('\n', text.EnumerateArray().Select(line => line.GetString()));
            string[] up =
                answer.TryGetProperty("ascending", out var rising) && rising.ValueKind == JsonValueKind.Array
                    ? [.. rising.EnumerateArray().Select(note => note.GetString()!)]
                    : [];
            string[] down =
                answer.TryGetProperty("descending", out var falling) && falling.ValueKind == JsonValueKind.Array
                    ? [.. falling.EnumerateArray().Select(note => note.GetString()!)]
                    : [];
            return string.Join(' ', up.Length == 0 ? down : [.. up, .. down.Skip(1)]);
        }
    }
}
