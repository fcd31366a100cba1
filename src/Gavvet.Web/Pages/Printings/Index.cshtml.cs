using Gavvet.Storage;
using Gavvet.Teaching;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Printings;

/// <summary>A printing: its piles as they were printed, and its pages by their codes.</summary>
public sealed class IndexModel(PrintingStore printings, MarkingStore markings, ClassStore classes, Erasure erasure) : PageModel
{
    public KeptPrinting Printing { get; private set; } = null!;

    /// <summary>Whether its papers bear names: it was printed for a class.</summary>
    public bool IsForClass { get; private set; }

    /// <summary>The class, or null where it is gone.</summary>
    public SchoolClass? Class { get; private set; }

    /// <summary>Whether it was not handed out after all.</summary>
    public bool IsSetAside { get; private set; }

    /// <summary>Whether something of it is marked, so that it was handed out.</summary>
    public bool HasMarks { get; private set; }

    /// <summary>Whose the papers are, in order.</summary>
    public IReadOnlyList<PaperOwner> Owners { get; private set; } = [];

    /// <summary>Those of the class who have no paper of this printing: a spare can be theirs.</summary>
    public IEnumerable<Student> Without => Class?.Current.Where(student => Owners.All(owner => owner.StudentId != student.Id)) ?? [];

    public async Task<IActionResult> OnGetAsync(string id)
    {
        if (await printings.FindAsync(id, HttpContext.RequestAborted) is not { } printing)
            return NotFound();
        Printing = printing;
        Owners = await markings.OwnersAsync(id, HttpContext.RequestAborted);
        IsForClass = Owners.Count > 0;
        HasMarks = await markings.HasMarksAsync(id, HttpContext.RequestAborted);
        IsSetAside = await markings.IsSetAsideAsync(id, HttpContext.RequestAborted);
        Class = (await markings.OfPrintingAsync(id, HttpContext.RequestAborted)).ClassId is { } group
            ? await classes.FindAsync(group, HttpContext.RequestAborted)
            : null;
        return Page();
    }

    /// <summary>Gives a spare to a student, or takes it back.</summary>
    public async Task<IActionResult> OnPostGiveAsync(string id, int paper, string? student) =>
        await markings.GiveAsync(id, paper, string.IsNullOrEmpty(student) ? null : student)
            ? Redirect($"/printings/{id}#papers")
            : NotFound();

    /// <summary>Sets the printing aside, or takes it up again.</summary>
    public async Task<IActionResult> OnPostAsideAsync(string id, bool aside)
    {
        if (await markings.SetAsideAsync(id, aside))
            return Redirect($"/printings/{id}");
        if (await OnGetAsync(id) is not PageResult page)
            return NotFound();
        Problem = Say("Papers of it are marked, so it was handed out. Take the markings back first.");
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return page;
    }

    /// <summary>Why something was refused, or null.</summary>
    public string? Problem { get; private set; }

    /// <summary>Deletes the printing with its papers and its record, here and in the copies.</summary>
    public async Task<IActionResult> OnPostEraseAsync(string id) =>
        await erasure.PrintingAsync(id) ? Redirect("/?show=printings") : NotFound();
}
