using System.Collections.Immutable;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Teaching.Practice;
using Gavvet.Worksheets.Judging;

namespace Gavvet.Web.Pages.Practices;

/// <summary>One who practices, as the teacher sees them.</summary>
/// <param name="Seat">Who.</param>
/// <param name="States">Each question of the sheet with how it stands.</param>
/// <param name="At">The question they are at, from 1; null before they began and at the end.</param>
/// <param name="More">How many further questions they answered, which came back or were asked for.</param>
internal sealed record SeatLine(PracticeSeat Seat, ImmutableArray<string> States, int? At, int More)
{
    /// <summary>The name, or the number of who has none.</summary>
    public string Name => Seat.Name ?? Say("Guest {0}", Seat.Number);

    public bool HasBegun => States.Any(state => state != "open");
}

/// <summary>A question at which the class is stuck.</summary>
/// <param name="Number">Which, from 1; null where each has questions of their own, and only what is asked is the same.</param>
/// <param name="Words">What it asks.</param>
/// <param name="Missed">How many do not have it right, or needed help.</param>
/// <param name="Of">How many were at it.</param>
internal sealed record StuckAt(int? Number, string Words, int Missed, int Of);

/// <summary>A practice as it happens: who is where, where the class is stuck, and which mistakes several make.</summary>
/// <param name="Lines">Everyone, in the order of the roster.</param>
/// <param name="Questions">How many questions the sheet has.</param>
/// <param name="Stuck">Where the class is stuck, the worst first.</param>
/// <param name="Mistakes">The mistakes several made, with who.</param>
internal sealed record RoomView(
    ImmutableArray<SeatLine> Lines,
    int Questions,
    ImmutableArray<StuckAt> Stuck,
    ImmutableArray<(string Mistake, ImmutableArray<string> Who)> Mistakes
)
{
    /// <summary>The language the sheet speaks.</summary>
    public string Language { get; private init; } = "en";

    private const int MostStuck = 3,
        MostMistakes = 5;

    /// <summary>How many have begun.</summary>
    public int Begun => Lines.Count(line => line.HasBegun);

    /// <summary>A practice as it stands.</summary>
    /// <param name="walks">Everyone with where they stand.</param>
    /// <param name="lookingAt">The question someone looks at, or null where that is not known.</param>
    public static RoomView Of(IReadOnlyList<(PracticeSeat Seat, PracticeWalk Walk)> walks, Func<string, string?> lookingAt)
    {
        ImmutableArray<SeatLine> lines =
        [
            .. walks.Select(one =>
            {
                var walk = one.Walk;
                string[] questions = [.. walk.Paper.Questions.Select(question => question.Id)];
                var at = (lookingAt(one.Seat.Id) ?? walk.InHand) is { } open
                    ? Array.IndexOf(questions, PracticePaper.Origin(open)) + 1
                    : (int?)null;
                return new SeatLine(
                    one.Seat,
                    [.. questions.Select(question => StateOf(walk.Of(question), walk.Rules))],
                    walk.Order.Any(question => walk.Of(question) is var went && (!went.Answers.IsEmpty || went.Hints > 0 || went.IsShown))
                    || one.Seat.StartedAt is not null
                        ? at
                        : null,
                    walk.Order.Count(question => PracticePaper.IsLike(question) && walk.Of(question).IsOver(walk.Rules))
                );
            }),
        ];
        var isOwn = walks.Any(one => one.Seat.HasOwnSheet);
        var begun = walks
            .SelectMany(one =>
                one.Walk.Paper.Questions.Select(
                    (question, i) => (one.Seat, Number: i + 1, Question: question, Went: one.Walk.Of(question.Id))
                )
            )
            .Where(one => !one.Went.Answers.IsEmpty || one.Went.Hints > 0 || one.Went.IsShown)
            .ToArray();
        return new RoomView(
            lines,
            walks.Select(one => one.Walk.Paper.Questions.Length).DefaultIfEmpty(0).Max(),
            [
                .. begun
                    .GroupBy(one => isOwn ? ((int?)null, one.Question.Section.Heading) : (one.Number, ""))
                    .Select(question => new StuckAt(
                        question.Key.Item1,
                        !isOwn && question.First().Question.Posed.Prompt is { Length: > 0 } prompt
                            ? prompt
                            : question.First().Question.Section.Heading,
                        question.Count(one => !one.Went.IsRightAlone),
                        question.Count()
                    ))
                    .Where(stuck => stuck.Missed > 1)
                    .OrderByDescending(stuck => stuck.Missed)
                    .ThenBy(stuck => stuck.Number)
                    .Take(MostStuck),
            ],
            [
                .. begun
                    .SelectMany(one =>
                        one.Went.Answers.Where(answer => !answer.IsRight)
                            .SelectMany(answer => answer.Findings)
                            .Select(finding => finding.Code)
                            .Distinct()
                            .Select(code => (code, one.Seat))
                    )
                    .Where(made => made.code != FindingCode.NotTheAnswer)
                    .GroupBy(made => made.code)
                    .Select(mistake =>
                        (
                            MistakeNames.Of(mistake.Key),
                            mistake.Select(made => new SeatLine(made.Seat, [], null, 0).Name).Distinct().ToImmutableArray()
                        )
                    )
                    .Where(mistake => mistake.Item2.Length > 1)
                    .OrderByDescending(mistake => mistake.Item2.Length)
                    .Take(MostMistakes),
            ]
        )
        {
            Language = walks.Count > 0 ? walks[0].Walk.Paper.Language.Tag : "en",
        };
    }

    private static string StateOf(QuestionProgress went, PracticeRules rules) =>
        went.Answers.IsEmpty && went.Hints == 0 && !went.IsShown ? "open"
        : went.IsRightAlone ? "right"
        : went.IsRight ? "helped"
        : went.IsOver(rules) ? "missed"
        : "begun";
}
