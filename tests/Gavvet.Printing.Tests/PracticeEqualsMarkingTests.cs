using System.Text.Json;
using Gavvet.Teaching;
using Gavvet.Teaching.Practice;
using Gavvet.Worksheets.Editing;
using Gavvet.Worksheets.Judging;

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

    // A hand that clicks writes letters by their names in the house style, with the sign after them.
    [Fact]
    public void What_is_clicked_is_read_in_every_system_of_names()
    {
        var sheet = SheetFile.Read(
            """
            {"gavvet":1,"seed":4,"title":"Clicked","sections":[
            {"kind":"write-scale","scales":["major","harmonic-minor"],"keys":{"flats":6,"sharps":6},"clefs":["treble","bass"],"count":12},
            {"kind":"write-scale","scales":["harmonic-minor"],"keys":{"flats":5,"sharps":5},"clefs":["alto"],"writeWith":"signature","count":8},
            {"kind":"write-signature","keys":{"flats":6,"sharps":6},"clefs":["treble"],"count":8},
            {"kind":"signature-and-triad","keys":{"flats":5,"sharps":5},"clefs":["treble"],"count":6},
            {"kind":"strike-degrees","scales":["major-pentatonic"],"keys":{"flats":4,"sharps":4},"clefs":["treble"],"count":4},
            {"kind":"keyboard-scale","keys":{"flats":4,"sharps":4},"count":4}]}
            """
        );
        foreach (var system in Enum.GetValues<NameSystem>())
        {
            var style = sheet.Style with { NoteNames = system };
            foreach (var note in NoteName.All)
                Assert.Equal(
                    (note, 4),
                    AnswerText.Notes($"{NoteNaming.Clicked(system, note)}4", system) is [var read]
                        ? (new NoteName(read.Letter, read.Sign ?? Accidental.Natural), read.StaffStep / 7 ?? 0)
                        : default
                );
            foreach (var question in PracticePaper.For(sheet with { Style = style }).Questions)
            {
                string Clicked(IEnumerable<NoteName> notes) => string.Join(' ', notes.Select(note => NoteNaming.Clicked(system, note)));
                var asked = question.Item.Question;
                var lines = question.Answer.Lines.Select(line => line.Right).ToArray();
                var notes = Clicked(((NotesPart)lines[^1]).Notes);
                var written = (asked.Scale, lines) switch
                {
                    ({ AsksSignature: true } scale, _) => $"{Clicked(style.SignatureOf(scale.Type, scale.Tonic)!.Value.Notes)}: {notes}",
                    (_, [SignaturePart { Signature: var signature }, _]) =>
                        $"{Math.Abs(signature.Fifths)}{(signature.Fifths < 0 ? "b" : "#")}; {notes}",
                    _ => notes,
                };
                Assert.True(question.Judge(written).IsRight, $"{system}, {question.Section.KindId}: {written}");
            }
        }
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
