using System.Text;
using Gavvet.Exchange;
using Gavvet.Teaching;

namespace Gavvet.Printing.Tests;

/// <summary>In houses that name notes otherwise, B is no B flat: scores and named mistakes are read by the names of the house.</summary>
public class HouseNamesTests
{
    private const string Recipe = """
        {"gavvet":1,"seed":4,"title":"Names","sections":[
          {"kind":"write-scale","scales":["major","harmonic-minor"],"keys":{"flats":5,"sharps":5},"count":9},
          {"kind":"write-scale","scales":["major","natural-minor"],"keys":{"flats":5,"sharps":5},"writeWith":"signature","count":9}]}
        """;

    [Theory]
    [InlineData(NameSystem.English)]
    [InlineData(NameSystem.German)]
    [InlineData(NameSystem.Dutch)]
    [InlineData(NameSystem.French)]
    public void Scores_and_mistakes_are_judged_by_the_names_of_the_house(NameSystem names)
    {
        var sheet = SheetFile.Read(Recipe);
        sheet = sheet with { Style = sheet.Style with { NoteNames = names } };
        var plan = PrintPlan.Of(
            sheet,
            PrintChoices.None with
            {
                CodeSeed = 3,
                Copies = PrintedCopy.Of(RosterText.Read("name\nMira\n", name => name), sheet, 0, student => student.Name),
            }
        );
        var files = new PrintedFiles(PrintRun.Compose(plan, QuestionCatalogue.Standard, PrintPace.Fast))
            .Of([], ["musicxml"], PrintPace.Fast)
            .ToArray();
        var papers = new RecordedPapers(
            PrintingRecord.Read(Encoding.UTF8.GetString(files.Single(file => file.Name == "record.json").Bytes))
        );
        var copy = papers.Record.Copies[0];
        var marked = ScoreMarking.Of(papers, copy, MusicXmlReader.Read(files.Single(file => file.Name == "key.musicxml").Bytes));
        Assert.Equal(18, marked.Marked.Length);
        Assert.All(marked.Marked, one => Assert.Equal(MarkedAs.Correct, one.Marking.As));
        var mistakes = papers.ItemsOf(copy).SelectMany(item => item.Question.Mistakes.Select(mistake => (item, mistake))).ToArray();
        Assert.NotEmpty(mistakes);
        Assert.All(mistakes, one =>
        {
            Assert.Equal(
                [one.mistake.Mistake],
                papers.Mark(one.item, new Decision.Mistake(one.mistake.Mistake)).Findings.Select(finding => finding.Code)
            );
            Assert.Equal(
                [one.mistake.Mistake],
                papers.Mark(one.item, new Decision.Written(one.mistake.Text)).Findings.Select(finding => finding.Code)
            );
        });
    }
}
