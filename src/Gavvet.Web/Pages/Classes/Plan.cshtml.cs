using System.Text;
using Gavvet.Engraving.Output;
using Gavvet.Exchange;
using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Theory;
using Gavvet.Worksheets.Wording;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Classes;

/// <summary>A plan as it stands in the form.</summary>
/// <param name="Course">The course.</param>
/// <param name="Start">The first day that may have a lesson.</param>
/// <param name="Days">The days of the week.</param>
/// <param name="Lessons">How many lessons; 0 for as many as the course has.</param>
/// <param name="Holidays">Days without lessons, a date or a stretch a line.</param>
internal sealed record PlanForm(string Course, string Start, string Days, int Lessons, string Holidays)
{
    /// <summary>When a lesson begins, as it was typed.</summary>
    public string At { get; init; } = "";

    /// <summary>How many minutes it has, or null.</summary>
    public int? Minutes { get; init; }

    /// <summary>Whether the class meets on a day, as far as what was typed can be read.</summary>
    /// <param name="day">The day.</param>
    public bool Meets(DayOfWeek day) => Days.Split(',', StringSplitOptions.TrimEntries).Contains(LessonPlan.WriteDays([day]));

    /// <summary>The form of a plan.</summary>
    public static PlanForm Of(ClassPlan plan) =>
        new(plan.CourseId, LessonPlan.WriteDate(plan.Start), LessonPlan.WriteDays(plan.Days), plan.Lessons, plan.Holidays)
        {
            At = plan.At is { } at ? at.ToString("HH:mm", System.Globalization.CultureInfo.InvariantCulture) : "",
            Minutes = plan.Minutes,
        };

    /// <summary>The plan that was typed.</summary>
    /// <exception cref="FormatException">It cannot be laid; the message says why.</exception>
    public ClassPlan Read() =>
        new(Course, LessonPlan.ReadDate(Start), LessonPlan.ReadDays(Days), Lessons > 0 ? Lessons : Teaching.Course.Get(Course).Lessons)
        {
            Holidays = Holidays,
            At = LessonPlan.ReadHour(At),
            Minutes = Minutes,
        };
}

/// <summary>A class's term: a course laid over its calendar.</summary>
internal sealed class PlanModel(ClassStore classes, PlanStore plans, MarkingStore markings, ClassResults results, TimeProvider clock)
    : PageModel
{
    private const string Line = "#topics",
        Weeks = "#weeks";

    private ClassPlan? _kept;

    public SchoolClass Class { get; private set; } = null!;

    /// <summary>What stands in the form.</summary>
    public PlanForm Typed { get; private set; } = new("exam-course", "", "", 0, "");

    /// <summary>The stamp of the plan that is shown, which a change must have seen.</summary>
    public string Seen { get; private set; } = PlanStore.NoPlan;

    public LessonPlan? Plan { get; private set; }

    /// <summary>The plan as weeks, or null where there is none.</summary>
    public TermCalendar? Calendar { get; private set; }

    /// <summary>Why no plan can be laid, or null.</summary>
    public string? Problem { get; private set; }

    /// <summary>What has come of it.</summary>
    public TermProgress Progress { get; private set; } = new([], []);

    /// <summary>Why a topic was not changed, or null.</summary>
    public string? TopicProblem { get; private set; }

    /// <summary>Whether the class takes the course otherwise than it was shipped.</summary>
    public bool HasOwnTopics => _kept is { Topics.IsEmpty: false };

    /// <summary>Topics that went badly and are neither set again nor left.</summary>
    public IEnumerable<TopicProgress> WentBadly => Progress.Undecided(_kept?.Left ?? []);

    public DateOnly Today => clock.Today();

    public async Task<IActionResult> OnGetAsync(string id) => await ShowAsync(id) ? Page() : NotFound();

    /// <summary>Lays a course over the calendar.</summary>
    public async Task<IActionResult> OnPostAsync(
        string id,
        string? course,
        string? start,
        string[]? days,
        int? lessons,
        string? holidays,
        string? from,
        string? to,
        string? at,
        int? minutes,
        string? seen
    )
    {
        if (!await ShowAsync(id))
            return NotFound();
        Typed = new PlanForm(course ?? "", start ?? "", string.Join(", ", days ?? []), lessons ?? 0, WithStretch(holidays ?? "", from, to))
        {
            At = at ?? "",
            Minutes = minutes,
        };
        try
        {
            var typed = Typed.Read();
            _ = typed.Lay();
            return await plans.SaveAsync(id, _kept?.LaidAnew(typed) ?? typed, seen)
                ? Redirect($"/classes/{id}/plan")
                : Refused(StatusCodes.Status409Conflict, Meanwhile, null);
        }
        catch (FormatException problem)
        {
            return Refused(StatusCodes.Status422UnprocessableEntity, problem.Message, null);
        }
    }

    // Days that were picked are written below those that were typed.
    private static string WithStretch(string holidays, string? from, string? to)
    {
        string?[] picked = [from, to];
        var days = picked.Where(day => !string.IsNullOrWhiteSpace(day)).Distinct().ToArray();
        return days.Length == 0 ? holidays : $"{holidays.TrimEnd()}\n{string.Join("..", days)}".TrimStart();
    }

    /// <summary>Takes the last change back.</summary>
    public async Task<IActionResult> OnPostUndoAsync(string id, string? seen)
    {
        if (!await ShowAsync(id) || _kept is null)
            return NotFound();
        return await plans.UndoAsync(id, seen) ? Redirect($"/classes/{id}/plan") : Refused(StatusCodes.Status409Conflict, Meanwhile, null);
    }

    /// <summary>Whether there is a change to take back.</summary>
    public bool CanUndo { get; private set; }

    /// <summary>Puts a topic earlier or later.</summary>
    public Task<IActionResult> OnPostMoveAsync(string id, int topic, int to, string? seen, bool inWeeks) =>
        ChangeAsync(id, seen, plan => plan.Changed(course => course.Moved(topic, to)), inWeeks ? Weeks : Line);

    /// <summary>Gives a topic lessons more or fewer.</summary>
    public Task<IActionResult> OnPostStretchAsync(string id, int topic, int by, string? seen) =>
        ChangeAsync(id, seen, plan =>
            plan.Changed(course => course.Stretched(topic, (course.Topics.ElementAtOrDefault(topic)?.Lessons ?? 0) + by))
        );

    /// <summary>Lets a topic end with a lesson: what follows moves.</summary>
    public Task<IActionResult> OnPostEndAsync(string id, int topic, int lesson, string? seen) =>
        ChangeAsync(id, seen, plan => plan.Changed(course => course.Ended(topic, lesson)), Weeks);

    /// <summary>Takes the lesson of a day out, or gives it one again.</summary>
    public async Task<IActionResult> OnPostDayAsync(string id, string? day, string? seen)
    {
        try
        {
            var turned = LessonPlan.ReadDate(day ?? "");
            return await ChangeAsync(id, seen, plan => plan.WithDayTurned(turned), Weeks);
        }
        catch (FormatException)
        {
            return BadRequest();
        }
    }

    /// <summary>Sets a topic once more.</summary>
    public Task<IActionResult> OnPostRepeatAsync(string id, int topic, int at, string? seen) =>
        ChangeAsync(id, seen, plan => plan.Changed(course => course.Repeated(topic, at)));

    /// <summary>Takes a topic out.</summary>
    public Task<IActionResult> OnPostRemoveAsync(string id, int topic, string? seen) =>
        ChangeAsync(id, seen, plan => plan.Changed(course => course.Without(topic)));

    /// <summary>Changes a topic as it is typed, or adds one at the end.</summary>
    public Task<IActionResult> OnPostTopicAsync(
        string id,
        int topic,
        string? name,
        int? count,
        string? keys,
        string? scales,
        string[]? sections,
        string? seen
    ) => ChangeAsync(id, seen, plan => plan.Changed(course =>
            {
                ScaleType[] types =
                [
                    .. (scales ?? "")
                        .Split([',', '\n'], StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)
                        .Select(scale => ScaleNames.Parse(scale)),
                ];
                NoteName[] tonics = [.. (keys ?? "").Split([' ', ','], StringSplitOptions.RemoveEmptyEntries).Select(NoteText.Parse)];
                return course.Changed(topic, new Topic(name ?? "", count ?? 1, [], [.. types], [.. tonics], [.. sections ?? []]));
            }));

    /// <summary>A topic that went badly comes once more with the next lesson, or is left as it is.</summary>
    public async Task<IActionResult> OnPostDecideAsync(string id, string? name, bool again, string? seen)
    {
        if (!await ShowAsync(id) || WentBadly.FirstOrDefault(topic => topic.Topic.Name == name) is not { } bad)
            return NotFound();
        return await ChangeAsync(id, seen, plan => plan.Decided(Progress, bad, again, Today));
    }

    /// <summary>Takes the course as it was shipped.</summary>
    public Task<IActionResult> OnPostShippedAsync(string id, string? seen) => ChangeAsync(id, seen, plan => plan with { Topics = [] });

    public async Task<IActionResult> OnGetCalendarAsync(string id) =>
        await ShowAsync(id) && Plan is { } plan
            ? File(
                Encoding.UTF8.GetBytes(
                    LessonCalendar.Write(
                        Class.Id,
                        $"{Class.Name}: {plan.Course.Title}",
                        [.. plan.Lessons.Select(lesson => (lesson.Date, lesson.Topic.Title))],
                        DateTimeOffset.UtcNow,
                        _kept?.At is { } at ? new LessonHours(at, _kept.Minutes ?? LessonHours.UsualMinutes) : null
                    )
                ),
                "text/calendar",
                "lessons.ics"
            )
            : NotFound();

    public async Task<IActionResult> OnGetPaperAsync(string id) =>
        await ShowAsync(id) && Plan is { } plan
            ? File(PdfWriter.Write(plan.Course.Title, PlanPage.Of(plan)), "application/pdf", "plan.pdf")
            : NotFound();

    private static string Meanwhile => Say("The plan was changed in another window meanwhile. This is how it is now; change it again.");

    private async Task<IActionResult> ChangeAsync(string id, string? seen, Func<ClassPlan, ClassPlan> change, string line = Line)
    {
        if (!await ShowAsync(id) || _kept is null)
            return NotFound();
        try
        {
            return await plans.SaveAsync(id, change(_kept), seen)
                ? Redirect($"/classes/{id}/plan{line}")
                : Refused(StatusCodes.Status409Conflict, null, Meanwhile);
        }
        catch (FormatException problem)
        {
            return Refused(StatusCodes.Status422UnprocessableEntity, null, problem.Message);
        }
    }

    private PageResult Refused(int status, string? problem, string? topicProblem)
    {
        (Problem, TopicProblem) = (problem, topicProblem);
        Response.StatusCode = status;
        return Page();
    }

    private async Task<bool> ShowAsync(string id)
    {
        if (await classes.FindAsync(id, HttpContext.RequestAborted) is not { } group)
            return false;
        Class = group;
        var kept = await plans.FindAsync(id, HttpContext.RequestAborted);
        (_kept, Seen) = (kept?.Plan, kept?.Stamp ?? PlanStore.NoPlan);
        CanUndo = await plans.CanUndoAsync(id, HttpContext.RequestAborted);
        Typed = _kept is null ? Typed with { Start = LessonPlan.WriteDate(Today) } : PlanForm.Of(_kept);
        try
        {
            Plan = _kept?.Lay();
            Calendar = Plan is null ? null : TermCalendar.Of(Plan, _kept!);
            Problem = kept is { Plan: null } ? Texts.Say("plan.unreadable") : null;
        }
        catch (FormatException problem)
        {
            // A course that this program does not ship.
            Problem = problem.Message;
        }

        if (Plan is not null)
        {
            Progress = TermProgress.Of(
                Plan,
                await results.PrintedAsync(id),
                await markings.AnswersAsync(id, HttpContext.RequestAborted),
                Today
            );
        }

        return true;
    }
}
