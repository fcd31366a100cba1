using Gavvet.Worksheets.Forms;
using Gavvet.Worksheets.Judging;

namespace Gavvet.Worksheets.Tests;

/// <summary>Answers chosen, matched, and called true or false.</summary>
public class AnswerFormTests
{
    public static TheoryData<string> InWords =>
        [.. QuestionCatalogue.Standard.All.Where(kind => kind.AnswersInWords).Select(kind => kind.Id)];

    [Theory, MemberData(nameof(InWords))]
    public void Just_one_answer_offered_is_right(string id)
    {
        var kind = QuestionCatalogue.Standard.Get(id);
        foreach (var setting in Settings(kind).Select(setting => setting with { AnswerAs = AnswerForm.Choice }))
        {
            var (question, answer) = AnswerForms.Ask(kind, setting);
            var choices = Assert.IsType<ChoicesFigure>(question.Figures[^1]);
            Assert.Equal(choices.Options.Length, choices.Options.Distinct().Count());
            Assert.InRange(choices.Options.Length, 2, 4);
            var right = choices
                .Options.Where(option => WordsJudge.IsRight(kind, setting with { AnswerAs = AnswerForm.Write }, option))
                .ToArray();
            Assert.Equal(choices.Options[Assert.Single(answer.Marks[^1].OfType<TickMark>()).Option], Assert.Single(right));
        }
    }

    [Theory, MemberData(nameof(InWords))]
    public void A_statement_is_true_just_when_its_answer_is_right(string id)
    {
        var kind = QuestionCatalogue.Standard.Get(id);
        var verdicts = new HashSet<string>();
        foreach (var setting in Settings(kind).Select(setting => setting with { AnswerAs = AnswerForm.TrueFalse }))
        {
            var (question, answer) = AnswerForms.Ask(kind, setting);
            var claim = question.Prompt[(question.Prompt.LastIndexOf("nswer: ", StringComparison.Ordinal) + 7)..];
            var isTrue = answer.Marks[^1].OfType<TickMark>().Single().Option == 0;
            Assert.Equal(isTrue, WordsJudge.IsRight(kind, setting with { AnswerAs = AnswerForm.Write }, claim));
            // Beside a tick at “False” the key writes what would be right.
            var beside = answer.Marks[^1].OfType<TickMark>().Single().Words;
            Assert.True(
                isTrue ? beside.Length == 0 : WordsJudge.IsRight(kind, setting with { AnswerAs = AnswerForm.Write }, beside),
                $"{claim}: {beside}"
            );
            verdicts.Add(isTrue ? "true" : "false");
        }

        Assert.Equal(2, verdicts.Count);
    }

    [Fact]
    public void Wrong_answers_are_mistakes_students_make()
    {
        var wrong = WrongAnswers.Of(QuestionCatalogue.Standard.Get("relative-key"), Sample.Setting("Eb"), 3);
        Assert.Equal(3, wrong.Length);
        Assert.Contains(wrong, answer => answer.Mistake == FindingCode.NeighbourKey);
        // The minor on the same tonic, taken for the relative.
        Assert.Contains(wrong, answer => answer is { Mistake: FindingCode.ParallelForRelative, Text: "E♭ minor" });
        Assert.DoesNotContain(wrong, answer => answer.Text == "C minor");
    }

    [Fact]
    public void Answers_to_match_are_all_in_the_list_with_two_more_and_each_question_has_its_letter()
    {
        var sheet = SheetFile.Read(
            """{"gavvet":1,"title":"T","seed":4,"sections":[{"kind":"mode-parent","scales":["dorian","lydian","mixolydian"],"answerAs":"matching","count":6}]}"""
        );
        var composition = Composer.Compose(sheet);
        var section = composition.Worksheet.Sections[0];
        Assert.True(composition.Key.MayPrint);
        Assert.InRange(section.Bank.Length, 7, 8);
        Assert.Equal(section.Bank.Length, section.Bank.Distinct().Count());
        foreach (var item in section.Items)
        {
            var answer = composition.Key.Answers[item.SlotId];
            var letter = Assert.IsType<LineMark>(Assert.Single(answer.Marks[^1])).Text;
            Assert.Equal($"{letter}: {section.Bank[letter[0] - 'A']}", answer.Text);
            var kind = QuestionCatalogue.Standard.Get("mode-parent");
            Assert.Equal(AnswerForms.Phrase(kind.Ask(item.Setting!), kind.Answer(item.Setting!)), section.Bank[letter[0] - 'A']);
        }
    }

    [Fact]
    public void The_right_answer_stands_in_every_place()
    {
        var kind = QuestionCatalogue.Standard.Get("relative-key");
        var places = Settings(kind)
            .Select(setting =>
                AnswerForms.Ask(kind, setting with { AnswerAs = AnswerForm.Choice }).Answer.Marks[0].OfType<TickMark>().Single().Option
            );
        Assert.Equal([0, 1, 2, 3], places.Distinct().Order());
    }

    private static IEnumerable<QuestionSetting> Settings(QuestionKind kind) =>
        Sample
            .AllSettings(kind)
            .Where(setting => setting.Scaffolding == Scaffolding.Blank && WrongAnswers.Of(kind, setting, 1).Length > 0)
            .Where((_, i) => i % 3 == 0)
            .Take(60);
}
