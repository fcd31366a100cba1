using Gavvet.Storage;
using Gavvet.Teaching.Practice;
using Gavvet.Web.Pages.Shared;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Practicing;

/// <summary>A practice as one who practices goes through it, a question at a time.</summary>
[AllowAnonymous]
[IgnoreAntiforgeryToken] // Each form carries a proof of the seat, which is checked here.
internal sealed class NowModel(PracticeRoom room, PracticeWatch watch, TimeProvider clock) : PageModel
{
    private const int LongestToken = 64;

    public Sitting? Sitting { get; private set; }

    /// <summary>The question that is shown, or null for the end.</summary>
    public QuestionView? Question { get; private set; }

    public DateTimeOffset Now => room.Now;

    public DateTimeOffset Local(DateTimeOffset moment) => clock.Local(moment);

    /// <summary>What a script asks with: it takes the part of the page alone.</summary>
    private bool IsPart => Request.Headers.ContainsKey("X-Practice");

    // What calls itself mobile has a narrow screen, whose maker says no more (common practice, no source).
    private bool IsNarrow => Request.Headers.UserAgent.ToString().Contains("Mobi", StringComparison.Ordinal);

    public async Task<IActionResult> OnGetAsync(string? question)
    {
        // The first question is seen: from here on the clock runs, where there is one.
        Sitting = await room.FindAsync(HttpContext) is { } sitting ? await room.BeginAsync(sitting) : null;
        return Show(question);
    }

    /// <summary>The questions that are still open, for who loses the network: nothing of them is shown that is not shown now.</summary>
    public async Task<IActionResult> OnGetAheadAsync()
    {
        Sitting = await room.FindAsync(HttpContext);
        if (Sitting is not { } sitting || !sitting.IsOpen(room.Now))
            return new JsonResult(Array.Empty<object>());
        Ahead =
        [
            .. sitting
                .Walk.Order.Where(id => !sitting.Walk.Of(id).IsOver(sitting.Practice.Rules))
                .Select(id => QuestionView.Of(sitting, id, room.Now, isNarrow: IsNarrow))
                .OfType<QuestionView>(),
        ];
        return Partial("Practicing/_Ahead", this);
    }

    public IReadOnlyList<QuestionView> Ahead { get; private set; } = [];

    public async Task<IActionResult> OnPostAnswerAsync(string? proof, string? token, string? question, string? written, string[] line)
    {
        if (await FindAsync(proof, question) is not var (sitting, asked))
            return Refused();
        var answer = Answer(written, line);
        try
        {
            if (answer.Length > Teaching.Marking.LongestWords)
                throw new FormatException(Say("An answer has at most {0} characters.", Teaching.Marking.LongestWords));
            var marking = sitting.Paper.Language.Saying(() => asked.Judge(answer));
            Sitting = await DoAsync(sitting, token, new PracticeTry(asked.Id, Doing.Answered, room.Now) { Marking = marking }, asked);
        }
        catch (FormatException problem)
        {
            (Sitting, Question) = (sitting, QuestionView.Of(sitting, asked.Id, room.Now, problem.Message, answer, IsNarrow));
            return IsPart ? Partial("Practicing/_Now", this) : Page();
        }

        return After(asked.Id);
    }

    /// <summary>The next step of the working; what was written meanwhile stays.</summary>
    public async Task<IActionResult> OnPostHintAsync(string? proof, string? token, string? question, string? written, string[] line)
    {
        if (await FindAsync(proof, question) is not var (sitting, asked))
            return Refused();
        Sitting = await DoAsync(sitting, token, new PracticeTry(asked.Id, Doing.Hint, room.Now), asked);
        Question = QuestionView.Of(Sitting, asked.Id, room.Now, null, Answer(written, line), IsNarrow);
        return IsPart ? Partial("Practicing/_Now", this) : Page();
    }

    /// <summary>What is written so far as it sounds, in semitones above C0; nothing is judged or kept.</summary>
    public async Task<IActionResult> OnPostHeardAsync(string? proof, string? question, string? written) =>
        await FindAsync(proof, question) is var (sitting, asked) && sitting.Sees(asked.Id)
            ? Content(Sound.OfOwn(asked.Item, asked.Style, written is { Length: <= Teaching.Marking.LongestWords } ? written : null))
            : Refused();

    public Task<IActionResult> OnPostShownAsync(string? proof, string? token, string? question) =>
        DoneAsync(proof, token, question, Doing.Shown);

    public Task<IActionResult> OnPostMoreAsync(string? proof, string? token, string? question) =>
        DoneAsync(proof, token, question, Doing.More);

    public async Task<IActionResult> OnPostFinishAsync(string? proof, string? token)
    {
        if (await room.FindAsync(HttpContext) is not { } sitting || !room.IsProven(sitting, proof))
            return Refused();
        Sitting = await DoAsync(sitting, token, new PracticeTry("", Doing.Finished, room.Now), null);
        return After(null);
    }

    // On several lines, or on one.
    private static string Answer(string? written, string[] line) =>
        string.IsNullOrWhiteSpace(written) ? string.Join('\n', line).Trim() : written;

    private async Task<IActionResult> DoneAsync(string? proof, string? token, string? question, Doing doing)
    {
        if (await FindAsync(proof, question) is not var (sitting, asked))
            return Refused();
        Sitting = await DoAsync(sitting, token, new PracticeTry(asked.Id, doing, room.Now), asked);
        return After(doing == Doing.More ? null : asked.Id);
    }

    private async Task<(Sitting Sitting, PracticeQuestion Question)?> FindAsync(string? proof, string? question) =>
        await room.FindAsync(HttpContext) is { } sitting
        && room.IsProven(sitting, proof)
        && question is not null
        && sitting.Walk.Order.Contains(question)
        && sitting.Paper.Find(question) is { } asked
            ? (sitting, asked)
            : null;

    private Task<Sitting> DoAsync(Sitting sitting, string? token, PracticeTry done, PracticeQuestion? question) =>
        room.DoAsync(sitting, token is { Length: > 0 and <= LongestToken } ? token : Guid.NewGuid().ToString("N"), done, question);

    // The same address again would send the form again.
    private IActionResult After(string? question) =>
        IsPart ? Show(question) : Redirect(question is null ? "/practice/now" : $"/practice/now?question={question}");

    private IActionResult Show(string? question)
    {
        if (Sitting is not { } sitting || sitting.Practice.OpensAt > room.Now)
            return IsPart ? Refused() : Redirect("/practice");
        var id = question ?? (sitting.IsOpen(room.Now) ? sitting.Walk.InHand : null);
        Question = id is null ? null : QuestionView.Of(sitting, id, room.Now, isNarrow: IsNarrow);
        watch.Looks(sitting.Practice.Id, sitting.Seat.Id, Question?.Id);
        return IsPart ? Partial("Practicing/_Now", this) : Page();
    }

    private static StatusCodeResult Refused() => new(StatusCodes.Status403Forbidden);
}
