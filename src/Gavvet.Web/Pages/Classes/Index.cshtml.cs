using Gavvet.Engraving.Layout;
using Gavvet.Storage;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Classes;

/// <summary>The classes.</summary>
internal sealed class IndexModel(ClassStore classes, PlanStore plans, SchoolClock clock, DeskSettings settings) : PageModel
{
    public IReadOnlyList<ClassInList> Classes { get; private set; } = [];

    /// <summary>The name typed for a new class.</summary>
    public string Name { get; private set; } = "";

    /// <summary>The class a new one begins like, or empty.</summary>
    public string Like { get; private set; } = "";

    /// <summary>What is wrong with it, or null.</summary>
    public string? Problem { get; private set; }

    /// <summary>The time zone that was chosen, or null for the server's own.</summary>
    public string? Zone => clock.Chosen;

    /// <summary>What the clocks of the school show.</summary>
    public DateTimeOffset Now => clock.Local(clock.GetUtcNow());

    /// <summary>What is wrong with the zone, or null.</summary>
    public string? ZoneProblem { get; private set; }

    /// <summary>Chooses the school's time zone.</summary>
    public async Task<IActionResult> OnPostZoneAsync(string? zone)
    {
        try
        {
            await clock.ChooseAsync(settings, zone ?? "");
            return Redirect("/classes");
        }
        catch (FormatException problem)
        {
            (ZoneProblem, Classes) = (problem.Message, await classes.ListAsync(HttpContext.RequestAborted));
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }
    }

    public async Task OnGetAsync() => Classes = await classes.ListAsync(HttpContext.RequestAborted);

    // The course with its topics, the days and hours, and how marks count; no student, no paper and no mark.
    private async Task BeginLikeAsync(string made, string before)
    {
        if ((await plans.FindAsync(before, HttpContext.RequestAborted))?.Plan is { } plan)
            await plans.SaveAsync(made, plan.AsTemplate(clock.Today()), null);
        await classes.KeepBookAsync(made, (await classes.BookAsync(before, HttpContext.RequestAborted)) with { From = null, To = null });
    }

    /// <summary>Makes a new class, like another where that is wished.</summary>
    public async Task<IActionResult> OnPostAsync(string? name, string? like)
    {
        try
        {
            if (PrintCheck.Problem(name ?? "") is { } odd)
                throw new FormatException(odd);
            var made = await classes.CreateAsync(name ?? "");
            if (!string.IsNullOrEmpty(like) && await classes.FindAsync(like, HttpContext.RequestAborted) is { } before)
                await BeginLikeAsync(made, before.Id);
            return Redirect($"/classes/{made}");
        }
        catch (FormatException problem)
        {
            (Name, Like, Problem, Classes) = (name ?? "", like ?? "", problem.Message, await classes.ListAsync(HttpContext.RequestAborted));
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }
    }
}
