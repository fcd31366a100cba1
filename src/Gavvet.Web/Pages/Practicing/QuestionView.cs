using System.Collections.Immutable;
using Gavvet.Engraving.Layout;
using Gavvet.Engraving.Output;
using Gavvet.Teaching;
using Gavvet.Teaching.Practice;
using Gavvet.Web.Pages.Check;
using Gavvet.Web.Pages.Shared;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Judging;

namespace Gavvet.Web.Pages.Practicing;

/// <summary>
/// A question as one who practices sees it at this moment. What is right is in none of it before its time: neither in words nor
/// in a drawing, and two questions that look alike differ in nothing.
/// </summary>
internal sealed class QuestionView
{
    private const int Room = 150_000;

    // Four notes of a scale beside its signature: on a phone they are as large as on paper.
    private const int NarrowRoom = 84_000;

    private readonly Sitting _sitting;
    private readonly PracticeQuestion _question;
    private readonly bool _isNarrow;

    private QuestionView(Sitting sitting, PracticeQuestion question, DateTimeOffset now, string? problem, string? written, bool isNarrow)
    {
        (_sitting, _question, Problem, _isNarrow) = (sitting, question, problem, isNarrow);
        Progress = sitting.Walk.Of(question.Id);
        IsOver = Progress.IsOver(Rules);
        MayAnswer = sitting.IsOpen(now) && (!IsOver || Rules.Shown != Shown.AtOnce);
        ShowsAnswer = sitting.ShowsAnswers && IsOver;
        Written = written ?? Progress.Last?.Written ?? "";
        Pad = AnswerPad.Of(question, WidthOf);
        Figures = [.. question.Posed.Figures.Select((figure, i) => Draw(figure, Hint(i), $"figure-{i}"))];
        Key = ShowsAnswer
            ?
            [
                .. question
                    .Posed.Figures.Select((figure, i) => (Figure: figure, At: i))
                    .Where(one => question.Answer.Marks[one.At].Length > 0)
                    .Select(one => Draw(one.Figure, question.Answer.Marks[one.At], $"key-{one.At}")),
            ]
            : [];
    }

    /// <summary>A question, or null where there is none of that name to be seen.</summary>
    /// <param name="sitting">Who asks.</param>
    /// <param name="id">The question.</param>
    /// <param name="now">The moment.</param>
    /// <param name="problem">What cannot be read of what was written, or null.</param>
    /// <param name="written">What was written and not judged, or null.</param>
    /// <param name="isNarrow">Whether it is seen on a narrow screen.</param>
    public static QuestionView? Of(
        Sitting sitting,
        string id,
        DateTimeOffset now,
        string? problem = null,
        string? written = null,
        bool isNarrow = false
    ) =>
        sitting.Walk.Order.Contains(id) && sitting.Sees(id) && sitting.Paper.Find(id) is { } question
            ? sitting.Paper.Language.Saying(() => new QuestionView(sitting, question, now, problem, written, isNarrow))
            : null;

    public PracticeRules Rules => _sitting.Practice.Rules;

    public string Id => _question.Id;

    /// <summary>Which question, from 1, and how many there are by now.</summary>
    public int Number => _sitting.Walk.Order.IndexOf(Id) + 1;

    public int Count => _sitting.Walk.Order.Length;

    /// <summary>Whether it comes because one like it was missed.</summary>
    public bool ComesBack => PracticePaper.IsLike(Id);

    public string Language => _sitting.Paper.Language.Tag;

    public string Instruction => _question.Section.Instruction;

    public string Prompt => _question.Posed.Prompt;

    /// <summary>The figures, with the hints taken.</summary>
    public ImmutableArray<string> Figures { get; }

    public AnswerPad Pad { get; }

    public QuestionProgress Progress { get; }

    public bool IsOver { get; }

    public bool MayAnswer { get; }

    public bool ShowsAnswer { get; }

    /// <summary>What was written last.</summary>
    public string Written { get; }

    /// <summary>What was written last, in words: what was chosen, or what stands on each line beside what is printed there.</summary>
    public string WrittenShown =>
        Pad.Kind switch
        {
            PadKind.Choices when Written is [var letter] && Pad.Choices.ElementAtOrDefault(letter - 'A') is { } choice => choice,
            PadKind.Lines => string.Join(
                ", ",
                Written
                    .Split('\n')
                    .Zip(Pad.Lines, (word, line) => word.Trim() is { Length: > 0 } said ? $"{line.Before} {said} {line.After}".Trim() : "")
                    .Where(line => line.Length > 0)
            ),
            _ => Written,
        };

    /// <summary>Whether what was written stands on the figure, beside the answer.</summary>
    public bool ShowsWritten => !MayAnswer && Written.Length > 0;

    /// <summary>What cannot be read, or null.</summary>
    public string? Problem { get; }

    public string Proof => _sitting.Proof;

    /// <summary>Sentences of the working that were asked for.</summary>
    public IEnumerable<string> Hints => _question.Stages.Take(Progress.Hints).Select(stage => stage.Sentence);

    public bool HasHint => MayAnswer && Rules.HasHints && Progress.Hints < _question.Hints;

    /// <summary>Whether the answer may be had: after a try or a hint, or where there is neither to take.</summary>
    public bool MayShow => MayAnswer && Rules.Shown == Shown.AtOnce && (!Progress.Answers.IsEmpty || Progress.Hints > 0 || !HasHint);

    /// <summary>How an answer went, in a word; null where that is not shown yet.</summary>
    public string? Verdict =>
        Progress.Last is not { } last || !_sitting.ShowsAnswers ? null
        : last.IsRight ? (last.As == MarkedAs.Misspelled ? Say("Right by sound") : Say("Right"))
        : IsOver ? Say("Not right")
        : Say("Not yet");

    /// <summary>Whether it was kept and nothing is said of it.</summary>
    public bool IsKept => Progress.Last is not null && !_sitting.ShowsAnswers;

    /// <summary>What the judge says: where to look while there is a try left, since a sentence that names what belongs there would be the
    /// answer; all of it after that.</summary>
    public IEnumerable<string> Findings =>
        Verdict is null ? []
        : IsOver || ShowsAnswer ? Progress.Last!.Findings.Select(finding => finding.Message).Where(message => message.Length > 0).Distinct()
        : Progress.Last!.Findings.Where(finding => finding.Code != FindingCode.NotTheAnswer).ToArray() is { Length: > 0 } named
            ? named.Select(finding => Marker.Anywhere(finding.Code)).Distinct()
        : WhereInWords is { Length: > 0 } places ? [Say("Look once more at {0}.", string.Join(", ", places))]
        : [];

    // The places of an answer in words that are not right, by what is printed before them or by their number.
    private string[] WhereInWords =>
        [
            .. _question
                .WrongPlaces(Progress.Last!.Written ?? "")
                .Select(place =>
                    Pad.Lines.ElementAtOrDefault(place - 1) is { Before: { Length: > 0 } name } ? name
                    : Pad.Kind == PadKind.Lines ? Say("line {0}", place)
                    : Say("place {0}", place)
                ),
        ];

    /// <summary>The places among what was written that are ringed, from 1.</summary>
    public IEnumerable<int> Ringed =>
        Verdict is null || _question.Item.Question.Scale is null
            ? []
            : Progress
                .Last!.Findings.Where(finding => finding.Position > 0 && FindingCodes.IsAtANote(finding.Code))
                .Select(finding => finding.Position)
                .Distinct();

    /// <summary>The figures with the answer, when it is shown.</summary>
    public ImmutableArray<string> Key { get; }

    public string Answer => _question.Item.Answer;

    public ImmutableArray<string> AlsoRight => _question.Item.AlsoRight;

    public ImmutableArray<string> Working => _question.Item.Working;

    /// <summary>What is heard: what was written, and what is right when it is shown.</summary>
    public Sound Heard =>
        new(ShowsAnswer && _question.Item.Question.Scale is not null ? Sound.Of(_question.Item, _question.Style) : "")
        {
            Written =
                Progress.Last is { Written: { } written } && _sitting.ShowsAnswers
                    ? Sound.Of(_question.Item, _question.Style, written)
                    : "",
        };

    /// <summary>Whether what is being written can be heard: a row of notes.</summary>
    public bool HearsOwn => MayAnswer && Pad.Kind is PadKind.Words or PadKind.Figure && _question.Item.Question.Scale is not null;

    /// <summary>The question after it that is not over, or null.</summary>
    public string? Next =>
        _sitting
            .Walk.Order.Skip(Number)
            .Concat(_sitting.Walk.Order.Take(Number - 1))
            .FirstOrDefault(other => !_sitting.Walk.Of(other).IsOver(Rules));

    private int WidthOf(Figure figure) =>
        figure switch
        {
            StaffFigure staff => Math.Min(_isNarrow ? NarrowRoom : Room, CheckStaff.WidthOf(staff)),
            CircleFigure or LetterLineFigure => _isNarrow ? NarrowRoom : 110_000,
            AnswerLinesFigure or ChoicesFigure => 0,
            _ => Room,
        };

    // Lines and boxes to write on are fields here.
    private string Draw(Figure figure, ImmutableArray<Mark> marks, string id) =>
        WidthOf(figure) is var width and > 0 ? SvgWriter.Inline(FigureDrawing.Draw(figure, marks, width), id, Prompt) : "";

    private ImmutableArray<Mark> Hint(int figure) =>
        Progress.Hints == 0 || ShowsWritten ? [] : _question.Stages[Math.Min(Progress.Hints, _question.Hints) - 1].Marks[figure];
}
