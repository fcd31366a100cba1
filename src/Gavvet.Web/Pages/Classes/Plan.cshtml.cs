using System.Globalization;
using System.Text;
using Gavvet.Engraving.Output;
using Gavvet.Exchange;
using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Teaching;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Classes;

/// <summary>A class's term: a course laid over its calendar.</summary>
internal sealed class PlanModel(ClassStore classes, ClassPlans plans, MarkingStore markings) : PageModel
{
    public SchoolClass Class { get; private set; } = null!;

    public PlanAsTyped Typed { get; private set; } = new("exam-course", "", "", 0, "");

    public LessonPlan? Plan { get; private set; }

    /// <summary>Why no plan can be laid, or null.</summary>
    public string? Problem { get; private set; }

    /// <summary>The days on which something was printed for the class.</summary>
    public IReadOnlyList<DateOnly> Printed { get; private set; } = [];

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

        await plans.SetAsync(id, typed);
        return Redirect($"/classes/{id}/plan");
    }

    public async Task<IActionResult> OnGetCalendarAsync(string id) => await ShowAsync(id, await plans.FindAsync(id)) && Plan is { } plan
        ? File(Encoding.UTF8.GetBytes(LessonCalendar.Write(plan.Course.Name, [.. plan.Lessons.Select(lesson => (lesson.Date, lesson.Topic.Name))])), "text/calendar", "lessons.ics")
        : NotFound();

    public async Task<IActionResult> OnGetPaperAsync(string id) => await ShowAsync(id, await plans.FindAsync(id)) && Plan is { } plan
        ? File(PdfWriter.Write(plan.Course.Name, PlanPage.Of(plan)), "application/pdf", "plan.pdf")
        : NotFound();

    /// <summary>Whether something was printed for the class between a lesson and the next: the topic marks itself as set.</summary>
    public bool IsSet(Lesson lesson)
    {
        var until = Plan!.Lessons.ElementAtOrDefault(lesson.Number)?.Date ?? DateOnly.MaxValue;
        return Printed.Any(day => day >= lesson.Date && day < until);
    }

    private async Task<bool> ShowAsync(string id, PlanAsTyped? typed)
    {
        if (await classes.FindAsync(id) is not { } group)
            return false;
        Class = group;
        Typed = typed ?? Typed with { Start = plans.Today.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture) };
        Printed = [.. (await markings.PrintingsOfAsync(id)).Select(printing => DateOnly.FromDateTime(printing.MadeAt.LocalDateTime))];
        if (typed is null)
            return true;
        try
        {
            Plan = typed.Lay();
        }
        catch (FormatException problem)
        {
            Problem = problem.Message;
        }

        return true;
    }
}
