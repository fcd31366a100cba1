using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Web.Pages.Shared;
using Gavvet.Worksheets.Sheets;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Erase;

/// <summary>
/// Takes names away, after a look at where they stand: a name that is typed, a student, a class, or the names of one. What is
/// typed is posted, and a student or class is an id, so that no name is in an address.
/// </summary>
internal sealed class IndexModel(Erasure erasure, ClassStore classes, Remembered remembered) : PageModel
{
    private const int Shortest = 2;

    private static string Numbered => Say("Student {0}");

    /// <summary>What is to be erased.</summary>
    public ErasureKind Kind { get; private set; } = ErasureKind.Name;

    /// <summary>The student or class, or null.</summary>
    public string? Id { get; private set; }

    /// <summary>The student's class, or the class itself, to go back to; null where it is gone.</summary>
    public string? ClassId { get; private set; }

    /// <summary>The name that was typed, or that of the student or class.</summary>
    public string Name { get; private set; } = "";

    public string? Problem { get; private set; }

    /// <summary>Where the name stands, or stood before it was erased; null before it was looked for.</summary>
    public ErasureFound? Found { get; private set; }

    /// <summary>Words of the name that stand by themselves, with how many places there are.</summary>
    public IReadOnlyList<(string Word, int Places)> Parts { get; private set; } = [];

    public bool IsErased { get; private set; }

    /// <summary>What goes, a line each.</summary>
    public IEnumerable<string> Lines => Found is null ? [] : Found.Counts.Select(count => Lined(count.Key, count.Value));

    private string Lined(PersonalPlace place, int count) =>
        (Kind, place) switch
        {
            (ErasureKind.Anonymous, PersonalPlace.Student) => Labels.Erased("numbered", count),
            (ErasureKind.Class, PersonalPlace.Class) => Labels.Erased("class-itself", count),
            _ => Labels.Erased(FileWords.Of(place), count),
        };

    public async Task<IActionResult> OnGetAsync(string? student, string? group, string? anonymous)
    {
        if (student is null && group is null && anonymous is null)
            return Page();
        return await LookedAsync(
            student is not null ? ErasureKind.Student
                : group is not null ? ErasureKind.Class
                : ErasureKind.Anonymous,
            student ?? group ?? anonymous!
        )
            ? Page()
            : NotFound();
    }

    public async Task<IActionResult> OnPostLookAsync(string? name)
    {
        if (Read(name))
            Found = await erasure.FindAsync(Name, HttpContext.RequestAborted);
        return Page();
    }

    public Task<IActionResult> OnPostEraseAsync(string? name) =>
        Read(name) ? DoneAsync(async () => await erasure.NameAsync(Name)) : Task.FromResult<IActionResult>(Page());

    public async Task<IActionResult> OnPostStudentAsync(string? id, string[] also)
    {
        // Words of the student's own name and nothing else.
        if (!await LookedAsync(ErasureKind.Student, id))
            return NotFound();
        string[] words = [.. Parts.Select(part => part.Word).Intersect(also ?? [])];
        return await DoneAsync(() => erasure.StudentAsync(id!, words));
    }

    public async Task<IActionResult> OnPostClassAsync(string? id, bool keep) =>
        await LookedAsync(ErasureKind.Class, id) ? await DoneAsync(() => erasure.ClassAsync(id!, keep)) : NotFound();

    public async Task<IActionResult> OnPostAnonymousAsync(string? id) =>
        await LookedAsync(ErasureKind.Anonymous, id) ? await DoneAsync(() => erasure.AnonymousAsync(id!, Numbered)) : NotFound();

    private async Task<bool> LookedAsync(ErasureKind kind, string? id)
    {
        if (string.IsNullOrEmpty(id) || await NamedAsync(kind, id) is not { } name)
            return false;
        (Kind, Id, Name) = (kind, id, name);
        Found = await erasure.LookAsync(kind, id, Numbered, HttpContext.RequestAborted);
        if (kind == ErasureKind.Student)
            Parts = await erasure.PartsAsync(name, HttpContext.RequestAborted);
        return Found is not null;
    }

    private async Task<string?> NamedAsync(ErasureKind kind, string id)
    {
        ClassId = kind == ErasureKind.Student ? await classes.ClassOfAsync(id, HttpContext.RequestAborted) : id;
        var found = ClassId is null ? null : await classes.FindAsync(ClassId, HttpContext.RequestAborted);
        return kind == ErasureKind.Student ? found?.Students.FirstOrDefault(student => student.Id == id)?.Name : found?.Name;
    }

    private async Task<IActionResult> DoneAsync(Func<Task<ErasureFound?>> erase)
    {
        Found = await erase();
        remembered.Forget();
        IsErased = Found is not null;
        return IsErased ? Page() : NotFound();
    }

    private bool Read(string? name)
    {
        Name = (name ?? "").Trim();
        if (Name.Length is >= Shortest and <= LargePrintSeat.NameLength && !Name.Any(char.IsControl))
            return true;
        Problem = Say("Type the name as it was written, from {0} to {1} characters, such as “Mira”.", Shortest, LargePrintSeat.NameLength);
        Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        return false;
    }
}
