using Gavvet.Worksheets.Versions;

namespace Gavvet.Worksheets.Tests;

/// <summary>Every limit holds what it says and not one more, whether typed or read from a file.</summary>
public class LimitTests
{
    private static readonly Sheet Start = Sample.Sheet();

    private static bool Takes(Sheet sheet, SheetEdit edit) => SheetEditor.Apply(sheet, edit).Sheet is not null;

    private static bool Reads(Func<string, string> change)
    {
        try
        {
            SheetFile.Read(change(SheetFile.Write(Start)));
            return true;
        }
        catch (SheetFileException)
        {
            return false;
        }
    }

    [Theory]
    [InlineData(120, true)]
    [InlineData(121, false)]
    public void Titles_and_headings(int length, bool fits)
    {
        var text = new string('x', length);
        Assert.Equal(fits, Takes(Start, new Retitle(text)));
        Assert.Equal(fits, Takes(Start, new ChangeHeading(1, text)));
        Assert.Equal(fits, Reads(file => file.Replace("\"Major scales\"", $"\"{text}\"", StringComparison.Ordinal)));
    }

    [Theory]
    [InlineData(600, true)]
    [InlineData(601, false)]
    public void Instructions(int length, bool fits)
    {
        var text = new string('x', length);
        Assert.Equal(fits, Takes(Start, new Reinstruct(text)));
        Assert.Equal(fits, Takes(Start, new RewordInstruction(1, text)));
        Assert.Equal(
            fits,
            Reads(file => file.Replace("\"instructions\": \"\"", $"\"instructions\": \"{text}\"", StringComparison.Ordinal))
        );
    }

    [Theory]
    [InlineData(300, true)]
    [InlineData(301, false)]
    public void Own_words(int length, bool fits)
    {
        var text = new string('x', length);
        var own = Start.After(new ChangeKind(1, "free-text"));
        Assert.Equal(fits, Takes(own, new ChangeOwnQuestions(1, [new(text, "yes", null)])));
        Assert.Equal(fits, Takes(own, new ChangeOwnQuestions(1, [new("Why?", text, null)])));
        Assert.Equal(fits, Takes(Start, new RewordQuestion(1, Start.Sections[0].Slots[0].Id, text)));
    }

    [Theory]
    [InlineData(0, false)]
    [InlineData(1, true)]
    [InlineData(20, true)]
    [InlineData(21, false)]
    public void Marks(int marks, bool fit)
    {
        Assert.Equal(fit, Takes(Start, new ChangeMarks(1, marks)));
        Assert.Equal(fit, Reads(file => System.Text.RegularExpressions.Regex.Replace(file, "\"marks\": [0-9]+", $"\"marks\": {marks}")));
    }

    [Theory]
    [InlineData(0, false)]
    [InlineData(1, true)]
    [InlineData(3, true)]
    [InlineData(4, false)]
    public void Octaves(int octaves, bool fit)
    {
        Assert.Equal(fit, Takes(Start, new ChangeOctaves(1, octaves)));
        Assert.Equal(
            fit,
            Reads(file => System.Text.RegularExpressions.Regex.Replace(file, "\"octaves\": [0-9]+", $"\"octaves\": {octaves}"))
        );
    }

    [Theory]
    [InlineData(5, false)]
    [InlineData(6, true)]
    [InlineData(14, true)]
    [InlineData(15, false)]
    public void Staves(int height, bool fit)
    {
        Assert.Equal(fit, Takes(Start, new ChangeSetup(Paper.A4, height)));
        Assert.Equal(
            fit,
            Reads(file => System.Text.RegularExpressions.Regex.Replace(file, "\"staffHeight\": [0-9]+", $"\"staffHeight\": {height}"))
        );
    }

    [Theory]
    [InlineData(0, false)]
    [InlineData(1, true)]
    [InlineData(26, true)]
    [InlineData(27, false)]
    public void Versions(int versions, bool fit)
    {
        Assert.Equal(fit, Takes(Start, new ChangeVersions(versions)));
        Assert.Equal(
            fit,
            Reads(file => System.Text.RegularExpressions.Regex.Replace(file, "\"versions\": [0-9]+", $"\"versions\": {versions}"))
        );
    }

    [Fact]
    public void Sections()
    {
        var full = Enumerable.Range(1, 19).Aggregate(Start, (sheet, _) => sheet.After(new AddSection("relative-key")));
        Assert.Equal(20, full.Sections.Count);
        Assert.Contains("up to 20 sections", SheetEditor.Apply(full, new AddSection("relative-key")).Words, StringComparison.Ordinal);
        Assert.Contains("up to 20 sections", SheetEditor.Apply(full, new AddKeptSection(full.Sections[1])).Words, StringComparison.Ordinal);
        Assert.Contains("up to 20 sections", SheetEditor.Apply(full, new BeginWith([full.Sections[1]])).Words, StringComparison.Ordinal);
        var begun = (full with { Sections = full.Sections.RemoveAt(3) }).After(new BeginWith([full.Sections[1]]));
        Assert.Equal(
            (20, full.Sections[1].KindId, full.Sections[1].Slots.Count),
            (begun.Sections.Count, begun.Sections[0].KindId, begun.Sections[0].Slots.Count)
        );
        Assert.Equal(begun.Sections.Count, begun.Sections.Select(section => section.Id).Distinct().Count());
        Assert.Contains("Nothing is due", SheetEditor.Apply(full, new BeginWith([])).Words, StringComparison.Ordinal);
        string Recipe(int sections) =>
            $$"""{"gavvet":1,"title":"T","sections":[{{string.Join(',', Enumerable.Repeat("""{"kind":"relative-key","scales":["major"],"count":1}""", sections))}}]}""";
        Assert.Equal(20, SheetFile.Read(Recipe(20)).Sections.Count);
        Assert.Contains(
            "from 1 to 20 sections",
            Assert.Throws<SheetFileException>(() => SheetFile.Read(Recipe(21))).Message,
            StringComparison.Ordinal
        );
        Assert.Throws<SheetFileException>(() => SheetFile.Read(Recipe(0)));
    }

    [Fact]
    public void Questions()
    {
        string Recipe(int first, int second) =>
            $$"""{"gavvet":1,"title":"T","sections":[{"kind":"write-scale","scales":["major","dorian"],"clefs":["treble","bass","alto","tenor"],"count":{{first}}},{"kind":"write-steps","scales":["major","dorian"],"clefs":["treble","bass","alto","tenor"],"count":{{second}}}]}""";
        var full = SheetFile.Read(Recipe(60, 60));
        Assert.Equal(120, full.QuestionCount);
        Assert.Contains(
            "120 questions",
            Assert.Throws<SheetFileException>(() => SheetFile.Read(Recipe(60, 61))).Message,
            StringComparison.Ordinal
        );
        Assert.Contains("room for 60", SheetEditor.Apply(full, new ChangeCount(full.Sections[0].Id, 61)).Words, StringComparison.Ordinal);
        Assert.Contains(
            "up to 120 questions",
            SheetEditor.Apply(full, new AddQuestionAt(full.Sections[0].Id, Key.Majors[7])).Words,
            StringComparison.Ordinal
        );
        Assert.Contains("up to 120 questions", SheetEditor.Apply(full, new AddSection("relative-key")).Words, StringComparison.Ordinal);
    }

    // The top note of a range can be written and the note above it cannot.
    [Fact]
    public void A_part_reads_to_the_top_note_of_its_range_and_no_further()
    {
        var part = Instrument.Parse("tuba");
        Assert.Equal("E1 to C4", $"{part.Lowest} to {part.Highest}");
        // C1 lies below the range, so three octaves of C cannot be; two octaves end on the top note itself.
        Assert.Equal("C2", $"{part.LowestTonic(ScaleSpelling.Spell(ScaleTypes.Major, NoteText.Parse("C")), 2)}");
        Assert.Null(part.LowestTonic(ScaleSpelling.Spell(ScaleTypes.Major, NoteText.Parse("C")), 3));
        Assert.Null(part.LowestTonic(ScaleSpelling.Spell(ScaleTypes.Major, NoteText.Parse("Db")), 2));
    }

    // As decided: the totals lie within a hundredth of version A where the scope is wide.
    [Theory]
    [InlineData(2)]
    [InlineData(3)]
    [InlineData(4)]
    [InlineData(5)]
    public void Versions_of_a_wide_scope_weigh_within_a_hundredth(int versions)
    {
        for (ulong seed = 0; seed < 20; seed++)
        {
            // Five questions of unlike load, which no first deal makes even.
            var made = SheetVersions.Of(
                SheetFile.Read(
                    $$"""
                    {"gavvet":1,"title":"Quiz","seed":{{seed}},"versions":{{versions}},"sections":[
                    {"kind":"write-scale","scales":["major","harmonic-minor"],"clefs":["treble"],"count":3},
                    {"kind":"write-signature","scales":["major","natural-minor"],"clefs":["treble","bass"],"count":2}]}
                    """
                )
            );
            Assert.All(made, version =>
                Assert.True(
                    Math.Abs(version.Load - made[0].Load) * 100 <= made[0].Load,
                    $"{version.Letter} weighs {version.Load}, A {made[0].Load}"
                )
            );
        }
    }

    [Fact]
    public void A_double_accidental_weighs_as_much_as_three_single_ones()
    {
        static int Load(string tonic) =>
            QuestionLoad.Of(
                QuestionCatalogue.Standard.Get("write-scale"),
                Sample.Setting(tonic) with
                {
                    Scale = ScaleTypes.Get("harmonic-minor"),
                }
            );
        // C sharp has five single sharps, G sharp four and a double one, D sharp five and a double one.
        Assert.Equal((Load("C#") + 2, Load("G#") + 1), (Load("G#"), Load("D#")));
    }
}
