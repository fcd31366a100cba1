using System.Collections.Immutable;

namespace Gavvet.Teaching.Practice;

/// <summary>
/// Where one who practices stands: which questions there are, in which order, and how far each is. What was missed comes back
/// after three others, in another key.
/// </summary>
public sealed class PracticeWalk
{
    // So many questions stand between one that was missed and its return.
    private const int Between = 3;

    private readonly ImmutableDictionary<string, QuestionProgress> _progress;
    private readonly string? _last;

    private PracticeWalk(
        PracticePaper paper,
        PracticeRules rules,
        ImmutableDictionary<string, QuestionProgress> progress,
        ImmutableArray<string> order,
        string? last,
        bool isFinished
    ) => (Paper, Rules, _progress, Order, _last, IsFinished) = (paper, rules, progress, order, last, isFinished);

    /// <summary>The questions.</summary>
    public PracticePaper Paper { get; }

    /// <summary>How it goes.</summary>
    public PracticeRules Rules { get; }

    /// <summary>The names of the questions, in the order they come.</summary>
    public ImmutableArray<string> Order { get; }

    /// <summary>Whether all was said to be done.</summary>
    public bool IsFinished { get; }

    /// <summary>The question in hand: the last that was worked at, or the next open one after it; null where all are over.</summary>
    public string? InHand
    {
        get
        {
            var at = Math.Max(0, _last is null ? 0 : Order.IndexOf(_last));
            return Order.Skip(at).Concat(Order.Take(at)).FirstOrDefault(question => !Of(question).IsOver(Rules));
        }
    }

    /// <summary>Whether what was right is shown by now.</summary>
    /// <param name="isReleased">Whether the teacher showed it.</param>
    public bool ShowsAnswers(bool isReleased) =>
        Rules.Shown switch
        {
            Shown.AtOnce => true,
            Shown.AtTheEnd => IsFinished,
            _ => isReleased,
        };

    /// <summary>How far a question is.</summary>
    /// <param name="question">The question.</param>
    public QuestionProgress Of(string question) => _progress.GetValueOrDefault(question) ?? QuestionProgress.None(question);

    /// <summary>The question that went worst and of which there are more, or null: the most tries and hints, then the first.</summary>
    public string? Worst =>
        Order
            .Where(question => !PracticePaper.IsLike(question) && Of(question) is var went && went.IsOver(Rules) && !went.IsRightAlone)
            .Where(question => !Order.Contains(PracticePaper.LikeId(question, 2)) && Paper.Like(question).Length > 1)
            .OrderByDescending(question => Of(question) is var went ? went.Hints + went.Answers.Length + (went.IsRight ? 0 : 10) : 0)
            .FirstOrDefault();

    /// <summary>Where it stands after what was done.</summary>
    /// <param name="paper">The questions.</param>
    /// <param name="rules">How it goes.</param>
    /// <param name="done">What was done, in order.</param>
    public static PracticeWalk After(PracticePaper paper, PracticeRules rules, IEnumerable<PracticeTry> done)
    {
        PracticeTry[] all = [.. done];
        var known = all.Where(one => one.Question.Length > 0)
            .GroupBy(one => one.Question)
            .ToImmutableDictionary(own => own.Key, own => QuestionProgress.After(own.Key, own));
        List<string> more = [.. all.Where(one => one.Doing == Doing.More).Select(one => one.Question)];
        var isFinished = all.Any(one => one.Doing == Doing.Finished);
        return new PracticeWalk(
            paper,
            rules,
            known,
            [.. Ordered(paper, rules, known, more)],
            all.LastOrDefault(one => one.Question.Length > 0)?.Question,
            isFinished
        );
    }

    private static IEnumerable<string> Ordered(
        PracticePaper paper,
        PracticeRules rules,
        ImmutableDictionary<string, QuestionProgress> progress,
        List<string> more
    )
    {
        var due = new Queue<(string Question, int At)>();
        for (var i = 0; i < paper.Questions.Length; i++)
        {
            while (due.TryPeek(out var next) && next.At <= i)
                yield return due.Dequeue().Question;
            var question = paper.Questions[i].Id;
            yield return question;
            if (
                rules.Shown == Shown.AtOnce
                && progress.TryGetValue(question, out var went)
                && went.IsOver(rules)
                && !went.IsRightAlone
                && paper.Like(question).Length > 0
            )
                due.Enqueue((PracticePaper.LikeId(question, 1), i + 1 + Between));
        }

        foreach (var (question, _) in due)
            yield return question;
        foreach (var question in more.Distinct())
        {
            for (var number = 2; number <= paper.Like(question).Length; number++)
                yield return PracticePaper.LikeId(question, number);
        }
    }
}
