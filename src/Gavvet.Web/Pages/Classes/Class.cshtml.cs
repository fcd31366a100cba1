using System.Text;
using Gavvet.Engraving.Layout;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Theory;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Classes;

/// <summary>A student as a line of the roster.</summary>
/// <param name="ClassId">The class.</param>
/// <param name="Student">The student.</param>
/// <param name="Problem">What was refused, or null.</param>
internal sealed record StudentLine(string ClassId, Student Student, string? Problem = null)
{
    /// <summary>What differs from the usual, in a few words.</summary>
    public string Summary =>
        string.Join(
            " · ",
            new[]
            {
                Student.Part?.Name,
                Student.Clef?.Name,
                Student.IsLarge ? Say("large print") : null,
                Student.IsAway ? Say("away today") : null,
            }.OfType<string>()
        );
}

/// <summary>A class: its roster, where they sit, and what was printed for it.</summary>
internal sealed class ClassModel(ClassStore classes, MarkingStore markings) : PageModel
{
    private const int MostCharacters = 100_000;

    public SchoolClass Class { get; private set; } = null!;

    public IReadOnlyList<ClassPrinting> Printings { get; private set; } = [];

    /// <summary>What was typed into the list of new students.</summary>
    public string Typed { get; private set; } = "";

    /// <summary>What was refused, or null, and at which field.</summary>
    public string? Problem { get; private set; }

    public string ProblemField { get; private set; } = "";

    public async Task<IActionResult> OnGetAsync(string id) => await ShowAsync(id) ? Page() : NotFound();

    /// <summary>Writes students in: typed, pasted, or from a file.</summary>
    public async Task<IActionResult> OnPostAddAsync(string id, string? students, IFormFile? file)
    {
        var text = students ?? "";
        if (file is { Length: > 0 and <= MostCharacters })
        {
            using var reader = new StreamReader(file.OpenReadStream(), Encoding.UTF8);
            text = await reader.ReadToEndAsync(HttpContext.RequestAborted);
        }

        return await ChangedAsync(id, "students", text, async () =>
        {
            if (file is { Length: > MostCharacters } || text.Length > MostCharacters)
                throw new FormatException(
                    Say("This is more than a class of up to {0} students. Choose the list of one class.", SchoolClass.MostStudents)
                );
            var read = RosterText.Read(text, _ => "");
            if (
                read.Select(student => PrintCheck.Problem(student.Name) is { } odd ? $"{student.Name}: {odd}" : null)
                    .FirstOrDefault(odd => odd is not null) is
                { } unprintable
            )
                throw new FormatException(unprintable);
            return await classes.AddAsync(id, read);
        });
    }

    /// <summary>Changes a student; the answer is the line as it is now.</summary>
    public async Task<IActionResult> OnPostStudentAsync(
        string id,
        string? student,
        string? name,
        string? part,
        string? clef,
        bool large,
        bool away,
        int? row,
        int? seat
    )
    {
        if (
            await classes.FindAsync(id, HttpContext.RequestAborted) is not { } group
            || group.Students.FirstOrDefault(other => other.Id == student) is not { } known
        )
            return NotFound();
        try
        {
            if (row is null != seat is null || row is < 1 or > SchoolClass.MostSeats || seat is < 1 or > SchoolClass.MostSeats)
                throw new FormatException(Say("Give row and seat, each from 1 to {0}, or neither.", SchoolClass.MostSeats));
            if (PrintCheck.Problem(name ?? "") is { } odd)
                throw new FormatException(odd);
            var changed = known with
            {
                Name = name ?? "",
                Part = string.IsNullOrEmpty(part) ? null : Instrument.Parse(part),
                Clef = string.IsNullOrEmpty(clef) ? null : Clef.Find(clef),
                IsLarge = large,
                IsAway = away,
                Seat = row is { } at && seat is { } number ? new Seat(at, number) : null,
            };
            await classes.ChangeAsync(id, changed);
            return Partial("Classes/_Student", new StudentLine(id, changed with { Name = changed.Name.Trim() }));
        }
        catch (FormatException problem)
        {
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Partial("Classes/_Student", new StudentLine(id, known with { Name = name ?? "" }, problem.Message));
        }
    }

    /// <summary>Sits a student down, or lets one stand up; the answer is the room as it is now.</summary>
    public async Task<IActionResult> OnPostSeatAsync(string id, string? student, int? row, int? seat)
    {
        if (row is < 1 or > SchoolClass.MostSeats || seat is < 1 or > SchoolClass.MostSeats)
            return BadRequest();
        try
        {
            await classes.SitAsync(id, student ?? "", row is { } at && seat is { } number ? new Seat(at, number) : null);
        }
        catch (FormatException)
        {
            // Deleted in another window: the room as it is says so.
        }

        return await classes.FindAsync(id, HttpContext.RequestAborted) is { } group ? Partial("Classes/_Room", group) : NotFound();
    }

    public Task<IActionResult> OnPostRenameAsync(string id, string? name) =>
        ChangedAsync(id, "class-name", name ?? "", () =>
            PrintCheck.Problem(name ?? "") is { } odd ? throw new FormatException(odd) : classes.RenameAsync(id, name ?? "")
        );

    public Task<IActionResult> OnPostArchiveAsync(string id, bool archived) =>
        ChangedAsync(id, "class-name", "", () => classes.ArchiveAsync(id, archived));

    private async Task<bool> ShowAsync(string id)
    {
        if (await classes.FindAsync(id, HttpContext.RequestAborted) is not { } group)
            return false;
        (Class, Printings) = (group, await markings.PrintingsOfAsync(id, HttpContext.RequestAborted));
        return true;
    }

    private async Task<IActionResult> ChangedAsync(string id, string field, string typed, Func<Task<bool>> change)
    {
        try
        {
            return await change() ? Redirect($"/classes/{id}") : NotFound();
        }
        catch (FormatException problem)
        {
            if (!await ShowAsync(id))
                return NotFound();
            (Problem, ProblemField, Typed) = (problem.Message, field, typed);
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
            return Page();
        }
    }
}
