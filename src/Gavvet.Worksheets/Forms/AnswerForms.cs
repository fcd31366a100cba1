using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Forms;

/// <summary>A question and its answer in the form the section asks for: written out, chosen, or called true or false.</summary>
public static class AnswerForms
{
    /// <summary>The most answers a list to match has: a letter each.</summary>
    public const int MostMatches = 26;

    private const int Choices = 4,
        Spare = 2;

    /// <summary>Whether a kind's questions can be answered so.</summary>
    /// <param name="kind">The kind.</param>
    /// <param name="form">The form.</param>
    /// <param name="option">The way of asking; one that has its answer written on a staff leaves nothing to choose.</param>
    public static bool CanBe(QuestionKind kind, AnswerForm form, string option)
    {
        return form == AnswerForm.Write
            || (
                kind.AnswersInWords
                && (kind.UsesClef || !kind.UsesClefAs(option))
                && !kind.Options.Any(way => way.Id == option && way.WritesOnStaff)
            );
    }

    /// <summary>The instruction of a form, or the kind's own where answers are written.</summary>
    /// <param name="form">The form.</param>
    /// <param name="instruction">The kind's own.</param>
    public static string Instruction(AnswerForm form, string instruction) =>
        form switch
        {
            AnswerForm.Choice => Texts.Say("form.choice", ("instruction", instruction)),
            AnswerForm.Matching => Texts.Say("form.matching", ("instruction", instruction)),
            AnswerForm.TrueFalse => Texts.Say("form.true-false", ("instruction", instruction)),
            _ => instruction,
        };

    /// <summary>The question and its answer. Matching leaves a line for a letter; <see cref="Match"/> gives the letters.</summary>
    /// <param name="kind">The kind.</param>
    /// <param name="setting">What it is about, with the form.</param>
    /// <exception cref="RoutesDisagreeException">Two derivations differ, so there is no answer to print.</exception>
    /// <exception cref="UnwritableNoteException">It cannot be written, or has no wrong answer to offer.</exception>
    public static (Question Question, Answer Answer) Ask(QuestionKind kind, QuestionSetting setting)
    {
        var posed = kind.Pose(setting);
        var (question, answer) = (posed.Question, posed.Answer);
        if (setting.AnswerAs == AnswerForm.Write || !CanBe(kind, setting.AnswerAs, setting.Option))
            return (question, answer);
        if (setting.AnswerAs == AnswerForm.Matching)
            return (Replaced(question, new AnswerLinesFigure([new AnswerLine(Texts.Say("form.letter"), "", AnswerRoom.Number)])), answer);
        var right = AnswerPhrase.Of(question, answer.Marks);
        var wrong = WrongAnswers.Of(kind, setting, Choices - 1);
        if (wrong.IsEmpty)
            throw new UnwritableNoteException(
                Texts.Say("refused.no-wrong", ("kind", kind.Name), ("scale", setting.Style.Say(setting.Scale, setting.Tonic)))
            );
        return setting.AnswerAs == AnswerForm.Choice
            ? Chosen(setting, question, answer, right, wrong)
            : TrueOrFalse(setting, question, answer, right, wrong[(int)(Chance(setting, 2) % (ulong)wrong.Length)].Text);
    }

    /// <summary>The answer as one phrase, with the words printed around its lines.</summary>
    /// <param name="question">The question as it is written out.</param>
    /// <param name="answer">Its answer.</param>
    public static string Phrase(Question question, Answer answer)
    {
        return AnswerPhrase.Of(question, answer.Marks);
    }

    /// <summary>The answers of a section to match, in an order that tells nothing, and with each question its letter.</summary>
    /// <param name="items">The questions as written out, with their answers and settings.</param>
    /// <param name="kind">The kind.</param>
    /// <param name="seed">What the order is drawn from.</param>
    public static (ImmutableArray<string> Bank, ImmutableArray<Answer> Answers) Match(
        QuestionKind kind,
        IReadOnlyList<(QuestionSetting Setting, Question Written, Answer Answer)> items,
        ulong seed
    )
    {
        var list = MatchingList.Of([.. items.Select(item => (item.Written, item.Answer))]);
        // Two answers more than are needed, so that the last is not given away.
        list.AddWrong(items.SelectMany(item => WrongAnswers.Of(kind, item.Setting, 2)).Select(answer => answer.Text), Spare);
        ImmutableArray<string> bank = [.. list.Entries.OrderBy(text => SplitMix64.At(seed, StableHash.Of(text)))];
        return (bank, [.. items.Select((item, i) => Lettered(item.Written, item.Answer, list.EntryOf(i), bank))]);
    }

    private static Answer Lettered(Question written, Answer answer, string right, ImmutableArray<string> bank)
    {
        var letter = Letter(bank.IndexOf(right));
        return Reworded(written, answer, new LineMark(0, letter), Texts.Say("form.matched", ("letter", letter), ("right", right)));
    }

    private static (Question, Answer) Chosen(
        QuestionSetting setting,
        Question question,
        Answer answer,
        string right,
        ImmutableArray<WrongAnswer> wrong
    )
    {
        ImmutableArray<string> options =
        [
            .. wrong.Select(answer => answer.Text).Append(right).OrderBy(text => SplitMix64.At(Chance(setting, 1), StableHash.Of(text))),
        ];
        return (Replaced(question, new ChoicesFigure(options)), Reworded(question, answer, new TickMark(options.IndexOf(right)), right));
    }

    private static (Question, Answer) TrueOrFalse(QuestionSetting setting, Question question, Answer answer, string right, string wrong)
    {
        var isTrue = (Chance(setting, 3) & 1) == 0;
        var claim = isTrue ? right : wrong;
        var prompt =
            question.Prompt.Length == 0
                ? Texts.Say("form.claim", ("claim", claim))
                : Texts.Say("form.claim-after", ("prompt", question.Prompt), ("claim", claim));
        return (
            Replaced(question, new ChoicesFigure([Texts.Say("form.true"), Texts.Say("form.false")])) with
            {
                Prompt = prompt,
            },
            Reworded(
                question,
                answer,
                isTrue ? new TickMark(0) : new TickMark(1, right),
                isTrue ? Texts.Say("form.is-true") : Texts.Say("form.is-false", ("right", right))
            )
        );
    }

    // The answer as it stands among others to choose from: words that nothing more is derived from.
    private static Answer Reworded(Question written, Answer answer, Mark mark, string words) =>
        answer with
        {
            Marks = WithLines(written, answer, [mark]),
            Lines = [new AnsweredLine(new WordsPart(words))],
            Whole = null,
            Remarks = [],
        };

    private static Question Replaced(Question question, Figure instead) =>
        question with
        {
            Figures = [.. question.Figures.Select(figure => figure is AnswerLinesFigure ? instead : figure)],
        };

    private static ImmutableArray<ImmutableArray<Mark>> WithLines(Question question, Answer answer, ImmutableArray<Mark> instead) =>
        [.. question.Figures.Select((figure, i) => figure is AnswerLinesFigure ? instead : answer.Marks[i])];

    private static string Letter(int place) => $"{(char)('A' + place)}";

    private static ulong Chance(QuestionSetting setting, ulong salt) =>
        QuestionDraw.Chance(salt, new Draw(setting.Scale, setting.Tonic, setting.Clef, setting.Variant));
}
