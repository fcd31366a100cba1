using System.Collections.Immutable;

namespace Gavvet.Teaching.Practice;

/// <summary>How far a question is for one who practices.</summary>
/// <param name="Question">The question.</param>
/// <param name="Answers">What the judge made of each answer, in order.</param>
/// <param name="Hints">How many steps of the working were shown.</param>
/// <param name="IsShown">Whether the answer was asked for.</param>
public sealed record QuestionProgress(string Question, ImmutableArray<Marking> Answers, int Hints, bool IsShown)
{
    /// <summary>Nothing was done yet.</summary>
    /// <param name="question">The question.</param>
    public static QuestionProgress None(string question) => new(question, [], 0, false);

    /// <summary>The last answer, or null.</summary>
    public Marking? Last => Answers.IsEmpty ? null : Answers[^1];

    /// <summary>Whether it is right by now.</summary>
    public bool IsRight => Last is { IsRight: true };

    /// <summary>Whether it was right at the first try, without a hint.</summary>
    public bool IsRightAlone => IsRight && Answers.Length == 1 && Hints == 0;

    /// <summary>Whether it is over: right, shown, or no try left.</summary>
    /// <param name="rules">How the practice goes.</param>
    public bool IsOver(PracticeRules rules) =>
        rules.Shown == Shown.AtOnce ? IsRight || IsShown || Answers.Length >= rules.TriesShown : !Answers.IsEmpty;

    /// <summary>
    /// The marking it comes to as evidence: what the answer earned at the first try; half of full marks for a right one after one
    /// hint or one wrong answer; nothing after more, or where the answer was shown. Only the first try without help is right. The
    /// mistakes are those of the first answer: that is what the student can do alone.
    /// </summary>
    /// <param name="rules">How the practice goes.</param>
    /// <returns>The marking, or null where it is not over or nothing was answered and nothing shown.</returns>
    public Marking? Counting(PracticeRules rules)
    {
        if (rules.Shown != Shown.AtOnce)
            return Last;
        if (!IsOver(rules))
            return null;
        if (Answers.IsEmpty)
            return null;
        var first = Answers[0];
        if (IsRightAlone || (Hints == 0 && Answers.Length == 1))
            return first;
        var help = Hints + Answers.Count(answer => !answer.IsRight);
        var earned = IsRight && help == 1 ? Last!.Of / 2.0 : 0;
        var findings = Answers.FirstOrDefault(answer => !answer.IsRight)?.Findings ?? [];
        return new Marking(first.IsRight ? MarkedAs.Wrong : first.As, earned, first.Of, findings) { Written = first.Written };
    }
}
