using System.Globalization;
using System.Text;
using Gavvet.Engraving.Output;
using Gavvet.Exchange;
using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Theory;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Classes;

/// <summary>A class's term: a course laid over its calendar.</summary>
internal sealed class PlanModel(ClassStore classes, ClassPlans plans, MarkingStore markings, ClassResults results) : PageModel
{
    private IReadOnlyList<PrintedDay> _printed = [];

    public SchoolClass Class { get; private set; } = null!;

    public PlanAsTyped Typed { get; private set; } = new("exam-course", "", "", 0, "");

    public LessonPlan? Plan { get; private set; }

    /// <summary>Why no plan can be laid, or null.</summary>
    public string? Problem { get; private set; }

    /// <summary>What has come of it.</summary>
    public TermProgress Progress { get; private set; } = new([], []);

    /// <summary>Why a topic was not changed, or null.</summary>
    public string? TopicProblem { get; private set; }

    /// <summary>Topics that went badly and are neither set again nor left.</summary>
    public IEnumerable<TopicProgress> WentBadly => Progress.Topics.Where(topic => topic.WentBadly && !Typed.Left.Contains(topic.Topic.Name));

    private const string Line = "#topics";

    public DateOnly Today => plans.Today;

    public async Task<IActionResult> OnGetAsync(string id) => await ShowAsync(id, await plans.FindAsync(id)) ? Page() : NotFound();

    /// <summary>Lays a course over the calendar.</summary>
    public async Task<IActionResult> OnPostAsync(string id, string? course, string? start, string? days, int? lessons, string? holidays)
    {
        var typed = new PlanAsTyped(course ?? "", start ?? "", days ?? "", lessons ?? Course.Shipped.FirstOrDefault(one => one.Id == course)?.Lessons ?? 0, holidays ?? "");
        if (!await ShowAsync(id, typed))
            return NotFound();
        if (Problem is not null)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }

        // The same course keeps the class's own topics.
        var before = await plans.FindAsync(id);
        await plans.SetAsync(id, before?.Course == typed.Course ? typed with { Topics = before.Topics, Left = before.Left } : typed);
        return Redirect($"/classes/{id}/plan");
    }

    /// <summary>Puts a topic earlier or later.</summary>
    public Task<IActionResult> OnPostMoveAsync(string id, int topic, int to) => ChangeAsync(id, course => course.Moved(topic, to));

    /// <summary>Gives a topic lessons more or fewer.</summary>
    public Task<IActionResult> OnPostStretchAsync(string id, int topic, int by) => ChangeAsync(id, course => course.Stretched(topic, (course.Topics.ElementAtOrDefault(topic)?.Lessons ?? 0) + by));

    /// <summary>Sets a topic once more.</summary>
    public Task<IActionResult> OnPostRepeatAsync(string id, int topic, int at) => ChangeAsync(id, course => course.Repeated(topic, at));

    /// <summary>Takes a topic out.</summary>
    public Task<IActionResult> OnPostRemoveAsync(string id, int topic) => ChangeAsync(id, course => course.Without(topic));

    /// <summary>Changes a topic as it is typed, or adds one at the end.</summary>
    public Task<IActionResult> OnPostTopicAsync(string id, int topic, string? name, int? count, string? keys, string? scales, string[]? sections) => ChangeAsync(id, course =>
    {
        string[] types = [.. (scales ?? "").Split([',', '\n'], StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries).Select(scale => ScaleNames.Parse(scale).Id)];
        string[] tonics = [.. (keys ?? "").Split([' ', ','], StringSplitOptions.RemoveEmptyEntries).Select(key => NoteText.Ascii(NoteText.Parse(key)))];
        return course.Changed(topic, new Topic(name ?? "", count ?? 1, [], [.. types], [.. tonics], [.. sections ?? []]));
    });

    /// <summary>A topic that went badly comes once more with the next lesson, or is left as it is.</summary>
    public async Task<IActionResult> OnPostDecideAsync(string id, string? name, bool again)
    {
        if (!await ShowAsync(id, await plans.FindAsync(id)) || Plan is null || Progress.Topics.FirstOrDefault(topic => topic.Topic.Name == name) is not { } bad)
            return NotFound();
        var left = Typed with { Left = [.. Typed.Left, bad.Topic.Name] };
        // Before the first topic that has not begun.
        var next = Progress.Topics.FirstOrDefault(topic => topic.First > Today)?.Place ?? Plan.Course.Topics.Length;
        await plans.SetAsync(id, again ? left with { Topics = [.. Typed.Taken.Repeated(bad.Place, next).Topics], Lessons = Math.Min(LessonPlan.MostLessons, Typed.Lessons + 1) } : left);
        return Redirect($"/classes/{id}/plan");
    }

    /// <summary>Takes the course as it was shipped.</summary>
    public async Task<IActionResult> OnPostShippedAsync(string id)
    {
        if (await plans.FindAsync(id) is not { } typed)
            return NotFound();
        await plans.SetAsync(id, typed with { Topics = null });
        return Redirect($"/classes/{id}/plan{Line}");
    }

    public async Task<IActionResult> OnGetCalendarAsync(string id) => await ShowAsync(id, await plans.FindAsync(id)) && Plan is { } plan
        ? File(Encoding.UTF8.GetBytes(LessonCalendar.Write(plan.Course.Name, [.. plan.Lessons.Select(lesson => (lesson.Date, lesson.Topic.Name))])), "text/calendar", "lessons.ics")
        : NotFound();

    public async Task<IActionResult> OnGetPaperAsync(string id) => await ShowAsync(id, await plans.FindAsync(id)) && Plan is { } plan
        ? File(PdfWriter.Write(plan.Course.Name, PlanPage.Of(plan)), "application/pdf", "plan.pdf")
        : NotFound();

    /// <summary>Whether something about its scales was printed for the class from a lesson on and before the next: the lesson marks itself as set.</summary>
    public bool IsSet(Lesson lesson)
    {
        var until = Plan!.Lessons.ElementAtOrDefault(lesson.Number)?.Date ?? DateOnly.MaxValue;
        return _printed.Any(printed => printed.Day >= lesson.Date && printed.Day < until && printed.Scales.Any(scale => lesson.Topic.Scales.Contains(scale.Type)));
    }

    // The number of lessons follows the course where the whole of it was planned.
    private async Task<IActionResult> ChangeAsync(string id, Func<Course, Course> change)
    {
        if (await plans.FindAsync(id) is not { } typed)
            return NotFound();
        try
        {
            var (before, after) = (typed.Taken, change(typed.Taken));
            var lessons = typed.Lessons == before.Lessons ? Math.Min(LessonPlan.MostLessons, after.Lessons) : typed.Lessons;
            var changed = typed with { Topics = [.. after.Topics], Lessons = lessons };
            _ = changed.Lay();
            await plans.SetAsync(id, changed);
            return Redirect($"/classes/{id}/plan{Line}");
        }
        catch (FormatException problem)
        {
            await ShowAsync(id, typed);
            TopicProblem = problem.Message;
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }
    }

    private async Task<bool> ShowAsync(string id, PlanAsTyped? typed)
    {
        if (await classes.FindAsync(id, HttpContext.RequestAborted) is not { } group)
            return false;
        Class = group;
        Typed = typed ?? Typed with { Start = plans.Today.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture) };
        _printed = await results.PrintedAsync(id);
        if (typed is null)
            return true;
        try
        {
            Plan = typed.Lay();
            Progress = TermProgress.Of(Plan, _printed, await markings.AnswersAsync(id, HttpContext.RequestAborted), [.. group.Students.Select(student => student.Part).OfType<Instrument>().Distinct()], plans.Today);
        }
        catch (FormatException problem)
        {
            Problem = problem.Message;
        }

        return true;
    }
}
