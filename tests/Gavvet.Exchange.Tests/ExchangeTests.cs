using System.IO.Compression;
using System.Text;
using System.Text.Json;
using System.Xml;
using System.Xml.Linq;

namespace Gavvet.Exchange.Tests;

/// <summary>Foreign formats, read back.</summary>
public class ExchangeTests
{
    private const string Recipe = """
        {"gavvet":1,"title":"Scales & <more>","seed":2,"sections":[
        {"kind":"write-scale","count":2,"scales":["harmonic-minor"],"keys":{"flats":1,"sharps":1},"direction":"up-down","scaffold":"tonic"},
        {"kind":"write-signature","count":1,"keys":{"flats":3,"sharps":-3}},
        {"kind":"complete-scale","count":1,"keys":{"flats":-2,"sharps":2}},
        {"kind":"free-text","questions":[{"prompt":"=1+2","answer":"@sum"},{"prompt":"-3","answer":"+\"x\""}]},
        {"kind":"name-key","count":1,"answerAs":"choice"}]}
        """;

    private static Composition Composed(char? version = null, Instrument? part = null) =>
        Composer.Compose(SheetFile.Read(Recipe), QuestionCatalogue.Standard, new Edition(version, part));

    private static XDocument Xml(byte[] file) =>
        XDocument.Load(
            XmlReader.Create(new MemoryStream(file), new XmlReaderSettings { DtdProcessing = DtdProcessing.Ignore, XmlResolver = null })
        );

    private static ScorePart Part(bool answers, Instrument? part = null) =>
        new("Part", part, answers ? NotatedStaff.OfKey(Composed(part: part)) : NotatedStaff.OfStudent(Composed(part: part).Worksheet));

    [Fact]
    public void The_student_score_has_what_is_given_and_the_key_has_all()
    {
        var student = Xml(MusicXmlWriter.Write("T", [Part(false)]));
        var key = Xml(MusicXmlWriter.Write("T", [Part(true)]));
        Assert.Equal("4.0", student.Root!.Attribute("version")!.Value);
        // Two given tonics, and of the scale to complete the notes that are not missing.
        var given = NotatedStaff.OfStudent(Composed().Worksheet).Sum(staff => staff.Notes.Length);
        Assert.Equal(given, student.Descendants("pitch").Count());
        Assert.Equal((2 * 15) + 8, key.Descendants("pitch").Count());
        Assert.Equal("-3", key.Descendants("measure").ElementAt(2).Descendants("fifths").Single().Value);
        Assert.Equal("0", student.Descendants("measure").ElementAt(2).Descendants("fifths").Single().Value);
        // Every place of a staff is a whole note or an unprinted rest: all bars are full.
        Assert.All(key.Descendants("measure"), bar =>
            Assert.Equal(
                int.Parse(bar.Descendants("beats").Single().Value, System.Globalization.CultureInfo.InvariantCulture),
                bar.Descendants("duration").Sum(duration => int.Parse(duration.Value, System.Globalization.CultureInfo.InvariantCulture))
            )
        );
    }

    [Fact]
    public void A_written_sign_is_an_accidental_and_every_pitch_says_how_it_sounds()
    {
        var key = Xml(MusicXmlWriter.Write("T", [Part(true)]));
        foreach (var note in key.Descendants("note").Where(note => note.Element("accidental") is not null))
        {
            var alter = note.Element("pitch")!.Element("alter")?.Value ?? "0";
            Assert.Equal(
                alter,
                note.Element("accidental")!.Value switch
                {
                    "sharp" => "1",
                    "flat" => "-1",
                    "natural" => "0",
                    "double-sharp" => "2",
                    "flat-flat" => "-2",
                    var other => throw new InvalidOperationException($"No sign is called {other}."),
                }
            );
        }
    }

    // The clefs of the published MusicXML 4.0 documentation, from memory: sign, line, octave change.
    [Theory]
    [InlineData("treble", "G", "2", null)]
    [InlineData("bass", "F", "4", null)]
    [InlineData("alto", "C", "3", null)]
    [InlineData("tenor", "C", "4", null)]
    [InlineData("treble-8", "G", "2", "-1")]
    public void A_clef_is_written_as_scores_name_it(string clef, string sign, string line, string? octaves)
    {
        var sheet = SheetFile.Read($$"""{"gavvet":1,"title":"Clef","sections":[{"kind":"write-scale","clefs":["{{clef}}"],"count":1}]}""");
        var written = Xml(MusicXmlWriter.Write("T", [new ScorePart("Part", null, NotatedStaff.OfKey(Composer.Compose(sheet)))]))
            .Descendants("clef")
            .Single();
        Assert.Equal(
            (sign, line, octaves),
            (written.Element("sign")!.Value, written.Element("line")!.Value, written.Element("clef-octave-change")?.Value)
        );
    }

    // The seventh of G sharp melodic minor is a double sharp going up and a sharp coming down, in one bar.
    [Theory]
    [InlineData("natural-first", "natural-sharp")]
    [InlineData("single-alone", "sharp")]
    public void A_sign_that_takes_back_a_double_one_is_one_sign_of_the_score(string cancel, string expected)
    {
        var sheet = SheetFile.Read(
            $$"""{"gavvet":1,"title":"Signs","houseStyle":{"preset":"classical","cancelDouble":"{{cancel}}"},"sections":[{"kind":"write-scale","scales":["melodic-minor"],"keys":{"flats":0,"sharps":0,"add":["G#"],"omit":["A"]},"direction":"up-down","count":1}]}"""
        );
        var notes = Xml(MusicXmlWriter.Write("T", [new ScorePart("Part", null, NotatedStaff.OfKey(Composer.Compose(sheet)))]))
            .Descendants("note")
            .Where(note => note.Element("pitch")?.Element("step")?.Value == "F")
            .ToArray();
        Assert.Equal(["double-sharp", expected], notes.Select(note => note.Element("accidental")!.Value));
    }

    [Theory]
    [InlineData("trumpet", -1, -2, null)]
    [InlineData("alto-sax", -5, -9, null)]
    [InlineData("tenor-sax", -1, -2, -1)]
    [InlineData("piccolo", 0, 0, 1)]
    public void A_transposing_part_says_how_far_it_sounds_from_what_is_written(string part, int diatonic, int chromatic, int? octaves)
    {
        var transpose = Xml(MusicXmlWriter.Write("T", [Part(true, Instrument.Parse(part))])).Descendants("transpose").Single();
        Assert.Equal($"{diatonic}", transpose.Element("diatonic")!.Value);
        Assert.Equal($"{chromatic}", transpose.Element("chromatic")!.Value);
        Assert.Equal(octaves is null ? null : $"{octaves}", transpose.Element("octave-change")?.Value);
    }

    [Fact]
    public void The_compressed_container_names_its_score_and_is_the_same_each_time()
    {
        var file = MusicXmlWriter.WriteCompressed("T", [Part(true)]);
        Assert.Equal(file, MusicXmlWriter.WriteCompressed("T", [Part(true)]));
        using var archive = new ZipArchive(new MemoryStream(file));
        Assert.Equal(["META-INF/container.xml", "score.musicxml"], archive.Entries.Select(entry => entry.FullName));
        using var score = archive.GetEntry("score.musicxml")!.Open();
        using var plain = new MemoryStream();
        score.CopyTo(plain);
        Assert.Equal(MusicXmlWriter.Write("T", [Part(true)]), plain.ToArray());
    }

    [Fact]
    public void Midi_has_middle_C_at_key_60_and_a_part_sounds_at_concert_pitch()
    {
        var line = new HeardLine("C", [Pitch.Parse("C4"), Pitch.Parse("D4")]);
        var file = MidiWriter.Write([line]);
        Assert.Equal("MThd"u8.ToArray(), file[..4]);
        Assert.Equal([60, 62], Keys(file));
        var length = (file[18] << 24) | (file[19] << 16) | (file[20] << 8) | file[21];
        Assert.Equal(file.Length - 22, length);
        // The same scales, whoever plays them.
        var concert = Keys(MidiWriter.Write(HeardLines.Of(Composed()))).Select(key => key % 12);
        Assert.Equal(concert, Keys(MidiWriter.Write(HeardLines.Of(Composed(part: Instrument.Parse("trumpet"))))).Select(key => key % 12));

        static IEnumerable<int> Keys(byte[] midi) =>
            Enumerable.Range(0, midi.Length - 2).Where(i => midi[i] == 0x90 && midi[i + 2] == 80).Select(i => (int)midi[i + 1]);
    }

    [Fact]
    public void Cells_that_would_be_formulas_are_made_harmless()
    {
        var csv = ItemsFile.ToCsv(Items());
        Assert.DoesNotContain(",=1+2", csv, StringComparison.Ordinal);
        Assert.Contains("'=1+2", csv, StringComparison.Ordinal);
        Assert.Contains("'@sum", csv, StringComparison.Ordinal);
        Assert.Contains("'-3", csv, StringComparison.Ordinal);
        Assert.Contains("'+\"\"x\"\"", csv, StringComparison.Ordinal);
        Assert.Equal(1 + 7, csv.Split("\r\n", StringSplitOptions.RemoveEmptyEntries).Length);
    }

    [Fact]
    public void Items_say_what_is_asked_and_answered()
    {
        using var json = JsonDocument.Parse(ItemsFile.ToJson(Items()));
        var version = json.RootElement.GetProperty("versions")[0];
        Assert.Equal("A", version.GetProperty("version").GetString());
        Assert.Equal(JsonValueKind.Null, version.GetProperty("part").ValueKind);
        var items = version.GetProperty("items");
        Assert.Equal(7, items.GetArrayLength());
        var scale = items[0];
        Assert.Equal("up-down", scale.GetProperty("ask").GetProperty("direction").GetString());
        Assert.Equal(8, scale.GetProperty("answer").GetProperty("ascending").GetArrayLength());
        Assert.Equal(8, scale.GetProperty("answer").GetProperty("descending").GetArrayLength());
        Assert.Equal("@sum", items[4].GetProperty("answer").GetProperty("text")[0].GetString());
        Assert.Equal(version.GetProperty("load").GetInt32(), items.EnumerateArray().Sum(item => item.GetProperty("load").GetInt32()));
        Assert.All(items.EnumerateArray(), item => Assert.Equal(3, item.GetProperty("page").GetInt32()));
    }

    [Fact]
    public void Words_are_escaped_and_what_xml_cannot_hold_is_left_out()
    {
        var score = Encoding.UTF8.GetString(MusicXmlWriter.Write("Scales & <more> \u0001", [Part(false)]));
        Assert.Contains("Scales &amp; &lt;more&gt; ", score, StringComparison.Ordinal);
    }

    private static SheetItems Items()
    {
        var composition = Composed();
        var pages = composition.Worksheet.Sections.SelectMany(section => section.Items).ToDictionary(item => item.SlotId, _ => 3);
        return new SheetItems("CODE", 2, [EditionItems.Of(composition, pages, 1)]);
    }
}
