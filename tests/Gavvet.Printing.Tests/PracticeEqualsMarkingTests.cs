using System.Text.Json;
using Gavvet.Teaching;
using Gavvet.Teaching.Practice;
using Gavvet.Worksheets.Editing;

namespace Gavvet.Printing.Tests;

/// <summary>What a practice says of an answer is what marking says of the same answer on paper, for every kind of question.</summary>
public class PracticeEqualsMarkingTests
{
    private const int Answers = 20_000;

    // A kind a section, a few kinds a sheet.
    private static IEnumerable<Sheet> Sheets(ulong seed) =>
        QuestionCatalogue
            .Standard.All.Chunk(8)
            .Select(kinds =>
                kinds.Aggregate(SheetEditor.NewSheet(seed) with { Sections = [] }, (sheet, kind) =>
                    SheetEditor.Apply(sheet, new AddSection(kind.Id)).Sheet!
                )
            );

    private static (PrintingRecord Record, RecordedPapers Papers) Printed(Sheet sheet, Instrument? part)
    {
        var plan = PrintPlan.Of(
            sheet,
            new PrintChoices([], 7, "") { Class = "Hazelmoor", Copies = [new PrintedCopy("one", 0, part, null, false)] }
        );
        var record = PrintingRecord.Read(FrozenPrinting.Of(plan, QuestionCatalogue.Standard, PrintPace.Fast).Record.Write());
        return (record, new RecordedPapers(record));
    }

    private static IEnumerable<string> Written(PracticeQuestion question, ulong lot)
    {
        var asked = question.Item.Question;
        yield return question.Item.Answer;
        foreach (var mistake in asked.Mistakes)
            yield return mistake.Text;
        foreach (var choice in asked.Choices.Concat(asked.List))
            yield return choice;
        for (var letter = 'A'; letter < 'A' + Math.Max(asked.Choices.Length, asked.List.Length); letter++)
            yield return $"{letter}";
        var words = question.Item.Answer.Split(' ');
        for (var i = 0; i < words.Length; i++)
        {
            yield return string.Join(' ', words.Where((_, other) => other != i));
            yield return string.Join(' ', words.Select((word, other) => other == i ? "D" : word));
            yield return string.Join(' ', words.Select((word, other) => other == i ? $"{word}#" : word));
            yield return string.Join(' ', words.Select((word, other) => other == i ? words[(int)(lot % (ulong)words.Length)] : word));
        }

        foreach (var other in new[] { "C D E F G A B C", "C", "three flats", "2#: D E F G A B C D", "no", "major", "W W H W W W H", "" })
            yield return other;
    }

    private static string Said(Func<Marking> judge)
    {
        try
        {
            var marking = judge();
            return JsonSerializer.Serialize(marking);
        }
        catch (FormatException)
        {
            return "not read";
        }
    }

    [Fact]
    public void Every_answer_is_judged_as_on_paper()
    {
        var (compared, right, unread) = (0, 0, 0);
        var kinds = new HashSet<string>();
        for (ulong seed = 1; compared < Answers; seed++)
        {
            foreach (var sheet in Sheets(seed))
            {
                var part = seed % 2 == 0 ? Instrument.Parse("horn") : null;
                var (record, papers) = Printed(sheet, part);
                var items = papers.ItemsOf(record.Copies[0]);
                var questions = PracticePaper.For(sheet, part).Questions;
                Assert.Equal(items.Select(item => item.Number), questions.Select(question => question.Item.Number));
                foreach (var (question, item) in questions.Zip(items))
                {
                    kinds.Add(item.What.Kind);
                    Assert.Equal(item.What, question.Item.What);
                    Assert.Equal(
                        (item.Answer, item.Marks, item.Load, item.Section, item.SectionTitle, item.Prompt, item.Part, item.Version),
                        (
                            question.Item.Answer,
                            question.Item.Marks,
                            question.Item.Load,
                            question.Item.Section,
                            question.Item.SectionTitle,
                            question.Item.Prompt,
                            question.Item.Part,
                            question.Item.Version
                        )
                    );
                    foreach (var written in Written(question, seed).Where(text => text.Length > 0).Distinct())
                    {
                        var practiced = Said(() => question.Judge(written));
                        Assert.True(
                            practiced == Said(() => papers.Mark(item, new Decision.Written(written))),
                            $"{item.What.Kind}: {written}"
                        );
                        compared++;
                        right += practiced.Contains("\"IsRight\":true", StringComparison.Ordinal) ? 1 : 0;
                        unread += practiced == "not read" ? 1 : 0;
                    }
                }
            }
        }

        Assert.Equal(QuestionCatalogue.Standard.All.Length, kinds.Count);
        Assert.True(right > compared / 40 && unread < compared / 2, $"{right} right and {unread} not read of {compared}");
    }

    [Fact]
    public void The_keys_own_words_are_right_in_practice()
    {
        foreach (var question in Sheets(3).SelectMany(sheet => PracticePaper.For(sheet).Questions))
        {
            var asked = question.Item.Question;
            var written = !asked.Choices.IsEmpty ? $"{(char)('A' + asked.RightChoices[0])}" : question.Item.Answer;
            // The words say the notes; a signature that is asked stands before them.
            if (asked.Scale is { AsksSignature: true } scale)
                written =
                    $"{question.Style.SignatureOf(scale.Type, scale.Tonic)!.Value.Fifths.ToString("0#;0b", System.Globalization.CultureInfo.InvariantCulture)}: {written}";
            Assert.True(question.Judge(written).IsRight, $"{question.Section.KindId}: {written}");
        }
    }
}
