using System.Text;
using Gavvet.Worksheets.Figures;

namespace Gavvet.Exchange.Tests;

/// <summary>Whole files of a small sheet, held to files that were read.</summary>
public class ApprovedFilesTests
{
    // Two parts, both ways, two octaves, an option, a tuning, gaps, letters, a bank to match, the teacher's own words.
    private const string Recipe = """
        {"gavvet":1,"title":"Approved","seed":5,"sections":[
        {"kind":"write-scale","count":1,"scales":["melodic-minor"],"keys":{"flats":0,"sharps":1},"direction":"up-down","octaves":2},
        {"kind":"write-scale","count":1,"scales":["major"],"keys":{"flats":-3,"sharps":3},"writeWith":"signature","scaffold":"letters","clefs":["bass"]},
        {"kind":"add-accidentals","ask":"notes","count":1,"scales":["lydian"],"keys":{"flats":2,"sharps":-2}},
        {"kind":"complete-scale","count":1,"scales":["whole-tone"],"keys":{"flats":0,"sharps":0}},
        {"kind":"name-key","ask":"both","count":2,"keys":{"flats":1,"sharps":1},"answerAs":"matching"},
        {"kind":"fretboard-scale","count":1,"scales":["minor-pentatonic"],"keys":{"flats":0,"sharps":0},"tuning":["G4","C4","E4","A4"]},
        {"kind":"free-text","questions":[{"prompt":"Sing it.","answer":"done"},{"prompt":"Write a tonic.","answer":"C","clef":"alto"}]}]}
        """;

    private static Composition Composed(Instrument? part = null) =>
        Composer.Compose(SheetFile.Read(Recipe), QuestionCatalogue.Standard, new Edition(part is null ? null : 'B', part));

    [Fact]
    public void The_items_are_as_approved()
    {
        var (concert, sax) = (Composed(), Composed(Instrument.Parse("alto-sax")));
        var items = new SheetItems("CODE", 2, [EditionItems.Of(concert, Pages(concert), 2), EditionItems.Of(sax, Pages(sax), 3)]);
        ApprovedText.Same("items", ItemsFile.ToJson(items).Split('\n'));
        ApprovedText.Same("items-csv", ItemsFile.ToCsv(items).Split('\n').Select(line => line.TrimEnd('\r')));
    }

    [Fact]
    public void The_scores_are_as_approved()
    {
        ScorePart[] parts =
        [
            new("Concert pitch", null, NotatedStaff.OfKey(Composed())),
            new("Alto saxophone", Instrument.Parse("alto-sax"), NotatedStaff.OfKey(Composed(Instrument.Parse("alto-sax")))),
        ];
        ApprovedText.Same("key-score", Encoding.UTF8.GetString(MusicXmlWriter.Write("Approved", parts)).Split('\n'));
        ApprovedText.Same(
            "student-score",
            Encoding
                .UTF8.GetString(
                    MusicXmlWriter.Write("Approved", [new ScorePart("Concert pitch", null, NotatedStaff.OfStudent(Composed().Worksheet))])
                )
                .Split('\n')
        );
    }

    // What a student's score sounds is what stands on the page: no sign is known to it that nobody wrote.
    [Fact]
    public void No_students_score_knows_a_sign_that_is_not_on_the_page()
    {
        var notes = 0;
        foreach (var kind in QuestionCatalogue.Standard.All.Where(kind => !kind.AsksOwn))
        {
            foreach (var option in kind.Options.Select(option => option.Id).DefaultIfEmpty(""))
            {
                foreach (var help in kind.Scaffoldings)
                {
                    var type = ScaleTypes.All.First(kind.Takes);
                    foreach (var tonic in new[] { "D", "Eb", "F#" }.Select(NoteText.Parse))
                    {
                        var setting = new QuestionSetting(type, tonic, Clef.Treble, Notation.Accidentals, Direction.Ascending, help)
                        {
                            Option = option == kind.Options.FirstOrDefault()?.Id ? "" : option,
                        };
                        if (
                            !kind.CanAsk(new Draw(type, tonic, Clef.Treble, 0), HouseStyle.Classical)
                            || !ScaleSpelling.CanSpell(type, tonic)
                        )
                            continue;
                        foreach (var figure in kind.Ask(setting).Figures.OfType<StaffFigure>())
                        {
                            var given = figure.Given.OfType<NoteMark>().OrderBy(note => note.Column).ToArray();
                            var signature = figure.Given.OfType<SignatureMark>().FirstOrDefault()?.Signature;
                            var read = Worksheets.Judging.AnswerReading.Read(
                                [
                                    .. given.Select(note => new Worksheets.Judging.WrittenNote(
                                        note.Pitch.Name.Letter,
                                        note.Sign,
                                        note.Pitch.StaffStep
                                    )),
                                ],
                                signature is { } signs ? signs.On : _ => Accidental.Natural
                            );
                            Assert.Equal(read.Select(note => note.Name), given.Select(note => note.Pitch.Name));
                            notes += given.Length;
                        }
                    }
                }
            }
        }

        Assert.True(notes > 500, $"{notes} notes");
    }

    private static Dictionary<int, int> Pages(Composition composition) =>
        composition
            .Worksheet.Sections.SelectMany(section => section.Items)
            .Select((item, i) => (item.SlotId, Page: 1 + (i / 4)))
            .ToDictionary(pair => pair.SlotId, pair => pair.Page);
}
