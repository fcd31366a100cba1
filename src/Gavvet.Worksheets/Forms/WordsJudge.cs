using Gavvet.Worksheets.Questions;

namespace Gavvet.Worksheets.Forms;

/// <summary>Judges an answer in words against a question of a kind.</summary>
public static class WordsJudge
{
    /// <summary>Whether an answer is the key's or one it accepts; capitals and white space do not count.</summary>
    /// <param name="kind">The kind, one that answers in words.</param>
    /// <param name="setting">What the question is about, the answer written out.</param>
    /// <param name="answer">What was written, with or without the words around the line.</param>
    public static bool IsRight(QuestionKind kind, QuestionSetting setting, string answer)
    {
        var posed = kind.Pose(setting);
        var (question, key) = (posed.Question, posed.Answer);
        var given = Plain(answer);
        return key.Accepted.Append(key.Text).Append(AnswerPhrase.Of(question, key.Marks))
            .Concat(key.Accepted.SelectMany(other => AnswerPhrase.Around(question, other)))
            .Any(right => Plain(right) == given);
    }

    private static string Plain(string text) => string.Join(' ', text.Split(' ', StringSplitOptions.RemoveEmptyEntries)).ToUpperInvariant();
}
