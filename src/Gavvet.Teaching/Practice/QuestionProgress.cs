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

    /// <summary>How far it is after what was done.</summary>
    /// <param name="question">The question.</param>
    /// <param name="done">What was done about it, in order.</param>
    public static QuestionProgress After(string question, IEnumerable<PracticeTry> done) =>
        done.Aggregate(None(question), (before, one) => before.Then(one));

    /// <summary>How far it is after one thing more.</summary>
    /// <param name="done">What was done.</param>
    public QuestionProgress Then(PracticeTry done) =>
        done.Doing switch
        {
            Doing.Answered when done.Marking is { } marking => this with { Answers = Answers.Add(marking) },
            Doing.Hint => this with { Hints = Hints + 1 },
            Doing.Shown => this with { IsShown = true },
            _ => this,
        };

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
    /// The marking it comes to as evidence. Right at the first try without a hint it is right. Right after one hint or one wrong
    /// answer it earns half, after more help nothing, and is not right either way. What stays wrong counts as the first answer did,
    /// or nothing after a hint. The mistakes are those of the first wrong answer: they are what the student does alone.
    /// </summary>
    /// <param name="rules">How the practice goes.</param>
    /// <returns>The marking, or null where nothing was answered.</returns>
    public Marking? Counting(PracticeRules rules)
    {
        if (rules.Shown != Shown.AtOnce || Answers.IsEmpty || IsRightAlone)
            return Last;
        var first = Answers[0];
        var help = Hints + Answers.Count(answer => !answer.IsRight);
        var earned =
            IsRight ? (help == 1 ? first.Of / 2.0 : 0)
            : Hints == 0 ? first.Marks
            : 0;
        var wrong = Answers.FirstOrDefault(answer => !answer.IsRight);
        return new Marking(wrong?.As ?? MarkedAs.Wrong, earned, first.Of, wrong?.Findings ?? []) { Written = (wrong ?? first).Written };
    }
}
