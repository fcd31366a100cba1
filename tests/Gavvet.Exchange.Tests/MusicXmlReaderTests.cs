using System.Collections.Immutable;
using System.IO.Compression;
using System.Text;
using Gavvet.Worksheets.Figures;

namespace Gavvet.Exchange.Tests;

public class MusicXmlReaderTests
{
    private static ScorePart Part(params string[] lines) =>
        new(
            "Version A",
            null,
            [
                .. lines.Select(
                    (line, i) =>
                        new NotatedStaff(
                            $"{i + 1}. D major",
                            Clef.Treble,
                            null,
                            8,
                            [
                                .. line.Split(' ', StringSplitOptions.RemoveEmptyEntries)
                                    .Select((note, column) => new NoteMark(column, Pitch.Parse(note), null)),
                            ],
                            [.. Enumerable.Repeat(NoteValue.Whole, 8)]
                        )
                ),
            ]
        );

    private static string Refused(string xml) =>
        Assert.Throws<FormatException>(() => MusicXmlReader.Read(Encoding.UTF8.GetBytes(xml))).Message;

    [Fact]
    public void What_we_write_is_read_back_note_for_note_plain_and_packed()
    {
        const string line = "D4 E4 F#4 G4 A4 Bb4 C##5 D5";
        var part = Part(line, "", "Cbb4 D4");
        foreach (var file in new[] { MusicXmlWriter.Write("Quiz", [part]), MusicXmlWriter.WriteCompressed("Quiz", [part]) })
        {
            var read = Assert.Single(MusicXmlReader.Read(file));
            Assert.Equal("Version A", read.Name);
            Assert.Equal([1, 2, 3], read.Staves.Select(staff => staff.Number));
            Assert.Equal([line, "", "Cbb4 D4"], read.Staves.Select(staff => staff.Text));
        }
    }

    // Each is a small file that kept a core busy for minutes.
    [Theory]
    [InlineData("deep", "nested deeper")]
    [InlineData("attributes", "more attributes")]
    [InlineData("attributes behind quotes", "more attributes")]
    [InlineData("namespaces", "more attributes")]
    [InlineData("definitions", "more attributes")]
    [InlineData("elements", "too large")]
    [InlineData("entities", "entities of its own")]
    [InlineData("entities in UTF-16", "entities of its own")]
    public void A_score_that_is_a_burden_is_refused_before_it_is_read(string kind, string words)
    {
        string Many(string part, int count) => string.Concat(Enumerable.Repeat(part, count));
        var file = kind switch
        {
            "deep" => $"<score-partwise><part><measure><direction>{Many("<words>", 100_000)}",
            "attributes" => $"<score-partwise {string.Concat(Enumerable.Range(0, 100_000).Select(i => $"a{i}='' "))}/>",
            "attributes behind quotes" => $"<score-partwise {string.Concat(Enumerable.Range(0, 100_000).Select(i => $"a{i}='>' "))}/>",
            "namespaces" => $"<score-partwise {string.Concat(Enumerable.Range(0, 100_000).Select(i => $"xmlns:a{i}=\"b\" "))}/>",
            "definitions" => Many("<!DOCTYPE ", 1_000_000),
            "elements" => $"<score-partwise>{Many("<a/>", 1_100_000)}</score-partwise>",
            _ => "<!DOCTYPE score-partwise [<!ENTITY a \"b\">]><score-partwise/>",
        };
        var bytes = kind.EndsWith("16", StringComparison.Ordinal)
            ? Encoding.Unicode.GetPreamble().Concat(Encoding.Unicode.GetBytes(file)).ToArray()
            : Encoding.UTF8.GetBytes(file);
        Assert.Contains(words, Assert.Throws<FormatException>(() => MusicXmlReader.Read(bytes)).Message, StringComparison.Ordinal);
    }

    [Fact]
    public void Long_comments_and_signs_within_quotes_are_no_burden_and_a_score_nobody_waits_for_is_not_read_on()
    {
        var file = Encoding.UTF8.GetBytes(
            $"<?xml version='1.0'?><!-- {new string('c', 10_000)} < \" --><!DOCTYPE score-partwise PUBLIC '-//a > b' 'c.dtd'><score-partwise a='>' b=\"'\"><![CDATA[{new string('<', 5_000)}]]></score-partwise>"
        );
        Assert.Empty(MusicXmlReader.Read(file));
        Assert.Throws<OperationCanceledException>(() => MusicXmlReader.Read(file, new CancellationToken(canceled: true)));
    }

    [Fact]
    public void Bars_without_words_go_on_with_the_question_before_and_grace_notes_are_none()
    {
        const string xml = """
            <score-partwise><part-list><score-part id="P1"><part-name>Flute</part-name></score-part></part-list><part id="P1">
            <measure number="1"><direction><direction-type><words>4. G major</words></direction-type></direction><note><pitch><step>G</step><octave>4</octave></pitch></note></measure>
            <measure number="2"><note><grace/><pitch><step>C</step><octave>5</octave></pitch></note><note><pitch><step>A</step><alter>-1</alter><octave>4</octave></pitch></note><note><rest/></note></measure>
            </part></score-partwise>
            """;
        var staff = Assert.Single(Assert.Single(MusicXmlReader.Read(Encoding.UTF8.GetBytes(xml))).Staves);
        Assert.Equal((4, "G4 Ab4"), (staff.Number, staff.Text));
    }

    private static string Note(string step, int duration = 4, string more = "") =>
        $"<note>{more}<pitch><step>{step}</step><octave>4</octave></pitch><duration>{duration}</duration></note>";

    private static ImmutableArray<ReadStaff> Read(string measures) =>
        Assert
            .Single(MusicXmlReader.Read(Encoding.UTF8.GetBytes($"<score-partwise><part id='P1'>{measures}</part></score-partwise>")))
            .Staves;

    // As notation programs write what a student did: two voices, ties over the bar, cues, chords, words in pieces, rehearsal marks.
    [Theory]
    [InlineData("voices", "C4 E4 D4 F4")]
    [InlineData("tie", "C4 D4")]
    [InlineData("cue", "C4 D4")]
    [InlineData("chord", "C4 E4 G4 D4")]
    [InlineData("chord from the top", "C4 E4 G4 D4")]
    public void Notes_are_read_as_they_sound(string what, string expected)
    {
        var bar = what switch
        {
            "voices" => $"<measure>{Note("C")}{Note("D")}<backup><duration>8</duration></backup>{Note("E")}{Note("F")}</measure>",
            "tie" =>
                $"<measure>{Note("C", 4, "<tie type='start'/>")}</measure><measure>{Note("C", 4, "<tie type='stop'/>")}{Note("D")}</measure>",
            "chord from the top" => $"<measure>{Note("G")}{Note("C", 4, "<chord/>")}{Note("E", 4, "<chord/>")}{Note("D")}</measure>",
            "cue" => $"<measure>{Note("C")}{Note("B", 4, "<cue/>")}{Note("D")}</measure>",
            _ => $"<measure>{Note("C")}{Note("E", 4, "<chord/>")}{Note("G", 4, "<chord/>")}{Note("D")}</measure>",
        };
        Assert.Equal(expected, Assert.Single(Read(bar)).Text);
    }

    [Theory]
    [InlineData("<direction><direction-type><words>4. G major</words></direction-type></direction>")]
    [InlineData("<direction><direction-type><words>4</words><words>. G major</words></direction-type></direction>")]
    [InlineData(
        "<direction><direction-type><words>4.</words></direction-type></direction><direction><direction-type><words> G major</words></direction-type></direction>"
    )]
    [InlineData(
        "<direction><direction-type><words>4</words></direction-type></direction><direction><direction-type><words>. G major</words></direction-type></direction>"
    )]
    [InlineData("<direction><direction-type><rehearsal>4</rehearsal></direction-type></direction>")]
    public void A_number_is_found_however_a_program_keeps_its_words(string words) =>
        Assert.Equal(
            [(int?)4, 5],
            Read(
                    $"<measure>{words}{Note("C")}</measure><measure><direction><direction-type><words>5. x</words></direction-type></direction>{Note("D")}</measure>"
                )
                .Select(staff => staff.Number)
        );

    [Fact]
    public void A_timewise_score_is_read_as_a_partwise_one()
    {
        var score =
            $"<score-timewise><measure><part id='P1'>{Note("C")}</part><part id='P2'>{Note("E")}</part></measure><measure><part id='P1'>{Note("D")}</part><part id='P2'>{Note("F")}</part></measure></score-timewise>";
        Assert.Equal(
            ["C4 D4", "E4 F4"],
            MusicXmlReader.Read(Encoding.UTF8.GetBytes(score)).Select(part => Assert.Single(part.Staves).Text)
        );
    }

    [Fact]
    public void In_a_container_the_score_is_what_the_container_says()
    {
        using var buffer = new MemoryStream();
        using (var archive = new ZipArchive(buffer, ZipArchiveMode.Create, leaveOpen: true))
        {
            void Add(string name, string text)
            {
                using var stream = archive.CreateEntry(name).Open();
                stream.Write(Encoding.UTF8.GetBytes(text));
            }

            Add("a-style.xml", "<style/>");
            Add("META-INF/container.xml", "<container><rootfiles><rootfile full-path='scores/own.musicxml'/></rootfiles></container>");
            Add("scores/own.musicxml", $"<score-partwise><part id='P1'><measure>{Note("G")}</measure></part></score-partwise>");
        }

        Assert.Equal("G4", Assert.Single(Assert.Single(MusicXmlReader.Read(buffer.ToArray())).Staves).Text);
    }

    [Fact]
    public void A_natural_against_the_signature_has_its_sign_and_a_signature_holds_until_the_next()
    {
        const string note = "<note><pitch><step>B</step><octave>4</octave></pitch></note>";
        var xml =
            $"<score-partwise><part id='P1'><measure><attributes><key><fifths>-1</fifths></key></attributes>{note}</measure><measure><direction><direction-type><words>2. x</words></direction-type></direction>{note}</measure><measure><attributes><key><fifths>0</fifths></key></attributes><direction><direction-type><words>3. x</words></direction-type></direction>{note}</measure></part></score-partwise>";
        Assert.Equal(
            ["Bn4", "Bn4", "B4"],
            Assert.Single(MusicXmlReader.Read(Encoding.UTF8.GetBytes(xml))).Staves.Select(staff => staff.Text)
        );
    }

    [Fact]
    public void Entities_definitions_and_what_is_no_score_are_refused_in_words()
    {
        Assert.Contains(
            "entities",
            Refused("""<!DOCTYPE score-partwise [<!ENTITY a "aaaa">]><score-partwise>&a;</score-partwise>"""),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "entities",
            Refused("""<!DOCTYPE score-partwise SYSTEM "file:///etc/passwd" [ ]><score-partwise/>"""),
            StringComparison.Ordinal
        );
        Assert.Contains("no MusicXML", Refused("<html>"), StringComparison.Ordinal);
        Assert.Contains("no MusicXML score", Refused("<html/>"), StringComparison.Ordinal);
        Assert.Contains("no MusicXML", Refused("{}"), StringComparison.Ordinal);
        Assert.Contains(
            "altered",
            Refused(
                "<score-partwise><part id='P1'><measure><note><pitch><step>C</step><alter>0.5</alter><octave>4</octave></pitch></note></measure></part></score-partwise>"
            ),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "no pitch",
            Refused(
                "<score-partwise><part id='P1'><measure><note><pitch><step>Q</step><octave>4</octave></pitch></note></measure></part></score-partwise>"
            ),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "cannot be opened",
            Assert.Throws<FormatException>(() => MusicXmlReader.Read("PK rubbish"u8.ToArray())).Message,
            StringComparison.Ordinal
        );
    }

    // What says where the score is may be anything; it is refused in words as the score itself is.
    [Theory]
    [InlineData("<container><rootfiles>")]
    [InlineData("no XML at all")]
    [InlineData("")]
    public void A_container_that_says_nothing_is_refused_in_words(string says)
    {
        using var buffer = new MemoryStream();
        using (var archive = new ZipArchive(buffer, ZipArchiveMode.Create, leaveOpen: true))
        {
            using var stream = archive.CreateEntry("META-INF/container.xml").Open();
            stream.Write(Encoding.UTF8.GetBytes(says));
        }

        Assert.Throws<FormatException>(() => MusicXmlReader.Read(buffer.ToArray()));
    }

    [Fact]
    public void A_container_that_unpacks_without_end_is_refused()
    {
        using var buffer = new MemoryStream();
        using (var archive = new ZipArchive(buffer, ZipArchiveMode.Create, leaveOpen: true))
        {
            using var stream = archive.CreateEntry("score.xml", CompressionLevel.SmallestSize).Open();
            var zeros = new byte[1 << 20];
            for (var i = 0; i < 20; i++)
                stream.Write(zeros);
        }

        Assert.Contains(
            "too large",
            Assert.Throws<FormatException>(() => MusicXmlReader.Read(buffer.ToArray())).Message,
            StringComparison.Ordinal
        );
    }
}
