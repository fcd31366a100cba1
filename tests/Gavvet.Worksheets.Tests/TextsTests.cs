using System.Text.RegularExpressions;
using System.Xml.Linq;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Tests;

/// <summary>What is said stands in a resource file: nothing is missing there, nothing is left over, and every argument is given.</summary>
public partial class TextsTests
{
    private static readonly string Source = Path.Combine(Checkout.Folder, "src");

    private static readonly Dictionary<string, string> Messages = Words("Gavvet.Worksheets/Wording/Texts.resx");

    private static readonly string Code = CodeOf("Worksheets", "Engraving", "Exchange", "Teaching", "Printing", "Storage", "Web", "Cli");

    [Fact]
    public void Every_message_is_said_somewhere()
    {
        foreach (var id in Messages.Keys)
        {
            var kind = QuestionCatalogue.Standard.Find(id.Split('.')[0]);
            var byKind =
                kind is not null
                && (
                    id == kind.Id
                    || id == $"{kind.Id}.instruction"
                    || kind.Options.Any(option => id == $"{kind.Id}.instruction.{option.Id}")
                );
            var byCode =
                id.StartsWith("finding.this", StringComparison.Ordinal)
                || id.StartsWith("finding.", StringComparison.Ordinal)
                    && Enum.GetValues<FindingCode>().Any(code => id.StartsWith($"finding.{FileWords.Of(code)}", StringComparison.Ordinal));
            var byOption = kind is not null && kind.Options.Any(option => id == $"{kind.Id}.option.{option.Id}");
            var byChoice = id.Split('.') is ["label", var group, _] && Code.Contains($"$\"label.{group}.{{", StringComparison.Ordinal);
            var byVerdict = id.Split('.') is ["marked", _] && Code.Contains("$\"marked.{", StringComparison.Ordinal);
            var byMistake =
                id.Split('.') is ["mistake", var mistake] && Enum.GetValues<FindingCode>().Any(code => FileWords.Of(code) == mistake);
            var byValue = id.Split('.') is ["not-read", _] && Code.Contains("$\"not-read.{", StringComparison.Ordinal);
            var byCount = id.Split('.') is ["count", var things] && Code.Contains($"\"{things}\"", StringComparison.Ordinal);
            // By the places of the register of personal words, whose names stand in the storage.
            var byPlace =
                id.Split('.') is ["erased", var place]
                && (
                    Code.Contains($"\"{place}\"", StringComparison.Ordinal)
                    || Code.Contains(
                        $"PersonalPlace.{string.Concat(place.Split('-').Select(word => char.ToUpperInvariant(word[0]) + word[1..]))},",
                        StringComparison.Ordinal
                    )
                );
            var byDirection = Enum.GetValues<Direction>().Any(direction => id == $"finding.direction.{FileWords.Of(direction)}");
            var byGroup =
                id.Split('.') is ["report", var skill] && Enum.GetValues<QuestionGroup>().Any(known => FileWords.Of(known) == skill);
            var byScale = id.EndsWith(".major", StringComparison.Ordinal) && Code.Contains($"\"{id[..^6]}\"", StringComparison.Ordinal);
            var byHand = id.Split('.') is ["fingering", var hand, ..] && Enum.GetValues<Hand>().Any(known => FileWords.Of(known) == hand);
            var byShelf = id.Split('.') is ["shipped", var shelved] && ShippedSections.Find(shelved) is not null;
            var byTwin = id.EndsWith(".twin", StringComparison.Ordinal) && Code.Contains($"\"{id[..^5]}\"", StringComparison.Ordinal);
            Assert.True(
                byHand
                    || byShelf
                    || byTwin
                    || byKind
                    || byOption
                    || byPlace
                    || byGroup
                    || byChoice
                    || byVerdict
                    || byMistake
                    || byValue
                    || byCount
                    || byCode
                    || byDirection
                    || byScale
                    || Code.Contains($"\"{id}\"", StringComparison.Ordinal),
                id
            );
        }
    }

    [Fact]
    public void Every_message_that_is_said_has_words()
    {
        foreach (Match said in Saying().Matches(Code))
            Assert.True(Messages.ContainsKey(said.Groups[1].Value), said.Groups[1].Value);
        foreach (var kind in QuestionCatalogue.Standard.All)
        {
            Assert.All(kind.Options, option => Assert.NotEmpty(kind.NameOf(option)));
            Assert.True(
                Messages.ContainsKey(kind.Id) && Messages.Keys.Any(id => id.StartsWith($"{kind.Id}.instruction", StringComparison.Ordinal)),
                kind.Id
            );
        }

        foreach (var code in Enum.GetValues<FindingCode>())
            Assert.True(Messages.ContainsKey($"finding.{FileWords.Of(code)}"), $"{code}");
    }

    [Theory]
    [InlineData("Theory", "Wording/TheoryTexts.resx")]
    [InlineData("Storage", "StorageTexts.resx")]
    public void What_a_room_says_stands_in_its_file_and_nothing_else_does(string room, string file)
    {
        var words = Words($"Gavvet.{room}/{file}");
        var code = CodeOf(room);
        Assert.Equal(
            words.Keys.Order(),
            NamedWithDots().Matches(code).Select(match => match.Groups[1].Value).Where(words.ContainsKey).Distinct().Order()
        );
        foreach (Match said in SayingOfARoom().Matches(code))
            Assert.True(words.ContainsKey(said.Groups[1].Value), said.Groups[1].Value);
    }

    // A sentence in code is one that no other language can say. What no user sees, such as a fault of the program, may stand there.
    [Theory]
    [InlineData("Theory")]
    [InlineData("Worksheets")]
    [InlineData("Exchange")]
    [InlineData("Teaching")]
    [InlineData("Printing")]
    [InlineData("Engraving")]
    [InlineData("Storage")]
    public void No_refusal_is_a_sentence_in_code(string room)
    {
        Assert.DoesNotContain(Refusals().Matches(CodeOf(room)), sentence => true);
    }

    [Fact]
    public void An_argument_that_is_not_given_is_no_blank()
    {
        Assert.Equal("E major. e minor has", Texts.Say("parallel-key.prompt", ("key", "E major"), ("parallel", "e minor")));
        Assert.Contains(
            "parallel",
            Assert.Throws<KeyNotFoundException>(() => Texts.Say("parallel-key.prompt", ("key", "E major"))).Message,
            StringComparison.Ordinal
        );
        Assert.Contains(
            "no such thing",
            Assert.Throws<KeyNotFoundException>(() => Texts.Say("no such thing")).Message,
            StringComparison.Ordinal
        );
        // One, and every other number.
        Assert.Equal(
            "one question, two questions, no questions, 13 questions",
            string.Join(", ", new[] { 1, 2, 0, 13 }.Select(count => Texts.Say("change.questions", ("count", count))))
        );
        // What stands in an argument is never taken for a place.
        Assert.Equal("{parallel}. x has", Texts.Say("parallel-key.prompt", ("key", "{parallel}"), ("parallel", "x")));
    }

    private static Dictionary<string, string> Words(string file) =>
        XDocument
            .Load(Path.Combine(Source, file))
            .Root!.Elements("data")
            .ToDictionary(data => data.Attribute("name")!.Value, data => data.Element("value")!.Value);

    private static string CodeOf(params string[] rooms) =>
        string.Join(
            '\n',
            rooms
                .SelectMany(room => Directory.GetFiles(Path.Combine(Source, $"Gavvet.{room}"), "*.cs*", SearchOption.AllDirectories))
                .Where(file => !file.Contains("/obj/", StringComparison.Ordinal))
                .Select(File.ReadAllText)
        );

    [GeneratedRegex(
        """(?:FormatException|UnwritableNoteException|BackupException|StartException|DataFolderGoneException|DamagedDatabaseException|UnsavableSheetException)\((?:"[^"]* |\$"[^"]*[A-Za-z] )"""
    )]
    private static partial Regex Refusals();

    [GeneratedRegex("\"([a-z.-]+)\"")]
    private static partial Regex NamedWithDots();

    [GeneratedRegex("(?:\\bTexts\\.Say|Why)\\(\\s*\"([^\"$]+)\"")]
    private static partial Regex Saying();

    [GeneratedRegex("(?:TheoryTexts|StorageTexts)\\.Say\\(\\s*\"([^\"$]+)\"")]
    private static partial Regex SayingOfARoom();
}
