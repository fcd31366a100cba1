using Gavvet.Engraving.Layout;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Theory;
using Gavvet.Web.Hosting;
using Gavvet.Worksheets.Wording;
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

    /// <summary>What the line shows, so that it can be told what of it was changed.</summary>
    public string Shown => Of(Student);

    private static string Of(Student student) =>
        string.Join(
            '\n',
            student.Name,
            student.Part?.Id,
            student.Clef?.Id,
            student.IsLarge,
            student.IsAway,
            $"{student.Seat?.Row} {student.Seat?.Number}"
        );

    /// <summary>A student as typed, where what the line showed before was not changed in it as it is by now.</summary>
    /// <param name="was">What the line showed; null where it is not known.</param>
    /// <param name="typed">The student as typed.</param>
    /// <param name="known">The student as it is by now.</param>
    public static Student Changed(string? was, Student typed, Student known)
    {
        string[] before = [.. (was ?? "").Split('\n').Select(field => field.TrimEnd('\r'))];
        string[] after = Of(typed).Split('\n');
        if (before.Length != after.Length)
            return typed;
        bool Stays(int field) => before[field] == after[field];
        return typed with
        {
            Name = Stays(0) ? known.Name : typed.Name,
            Part = Stays(1) ? known.Part : typed.Part,
            Clef = Stays(2) ? known.Clef : typed.Clef,
            IsLarge = Stays(3) ? known.IsLarge : typed.IsLarge,
            IsAway = Stays(4) ? known.IsAway : typed.IsAway,
            Seat = Stays(5) ? known.Seat : typed.Seat,
        };
    }
}

/// <summary>A list that was looked over, as it comes from its table.</summary>
public sealed class RosterForm
{
    public int[] Line { get; set; } = [];

    public string?[] Text { get; set; } = [];

    public string?[] Name { get; set; } = [];

    public string?[] Part { get; set; } = [];

    public string?[] Clef { get; set; } = [];

    public string?[] Row { get; set; } = [];

    public string?[] Seat { get; set; } = [];

    /// <summary>The lines in large print.</summary>
    public int[] Large { get; set; } = [];

    /// <summary>The lines that are left out.</summary>
    public int[] Without { get; set; } = [];

    /// <summary>The lines that are kept.</summary>
    internal IReadOnlyList<RosterLine> Lines() =>
        [
            .. Line.Take(SchoolClass.MostStudents)
                .Select(
                    (line, i) =>
                        new RosterLine(line, Text.ElementAtOrDefault(i) ?? "", (Name.ElementAtOrDefault(i) ?? "").Trim())
                        {
                            Part = Instrument.Find(Part.ElementAtOrDefault(i)),
                            Clef = Theory.Clef.Find(Clef.ElementAtOrDefault(i)),
                            IsLarge = Large.Contains(line),
                            Row = Row.ElementAtOrDefault(i) ?? "",
                            Seat = Seat.ElementAtOrDefault(i) ?? "",
                        }
                )
                .Where(line => !Without.Contains(line.Line)),
        ];
}

/// <summary>A class: its roster, where they sit, and what was printed for it.</summary>
internal sealed class ClassModel(ClassStore classes, MarkingStore markings, PracticeStore practices, TimeProvider clock) : PageModel
{
    private const int MostCharacters = 100_000;

    public SchoolClass Class { get; private set; } = null!;

    public IReadOnlyList<ClassPrinting> Printings { get; private set; } = [];

    /// <summary>What was opened for the class to practice, the newest first.</summary>
    public IReadOnlyList<KeptPractice> Practices { get; private set; } = [];

    public bool IsOpen(KeptPractice practice) => practice.IsOpen(clock.GetUtcNow());

    /// <summary>What was typed into the list of new students.</summary>
    public string Typed { get; private set; } = "";

    /// <summary>What was refused, or null, and at which field.</summary>
    public string? Problem { get; private set; }

    public string ProblemField { get; private set; } = "";

    public async Task<IActionResult> OnGetAsync(string id) => await ShowAsync(id) ? Page() : NotFound();

    /// <summary>A list as it was read, to be mended before it is written in; empty where none is.</summary>
    public IReadOnlyList<RosterLine> Reading { get; private set; } = [];

    /// <summary>Writes students in: typed, pasted, or from a file. What needs a look is shown first.</summary>
    public async Task<IActionResult> OnPostAddAsync(string id, string? students, IFormFile? file)
    {
        var text = students ?? "";
        if (file is { Length: > 0 and <= MostCharacters })
            text = await TextFile.ReadAsync(file, HttpContext.RequestAborted);
        return await ChangedAsync(id, "students", text, async () =>
        {
            if (file is { Length: > MostCharacters } || text.Length > MostCharacters)
                throw new FormatException(
                    Say("This is more than a class of up to {0} students. Choose the list of one class.", SchoolClass.MostStudents)
                );
            Reading = await MarkedAsync(id, RosterGuess.Read(text));
            if (Reading.Any(line => line.NeedsALook))
                throw new FormatException(Say("Look these lines over, mend what is not right, and write them in."));
            return await classes.AddAsync(id, [.. Reading.Select(line => line.Student())]);
        });
    }

    /// <summary>Writes students in that were looked over.</summary>
    public async Task<IActionResult> OnPostMendedAsync(string id, RosterForm form) => await ChangedAsync(id, "students", "", async () =>
        {
            Reading = await MarkedAsync(id, RosterGuess.Checked(form.Lines()));
            if (Reading.Count == 0)
                throw new FormatException(Say("Every line is left out. Keep the ones that are to be written in."));
            if (Reading.Any(line => line.Problem is not null))
                throw new FormatException(Say("Some lines cannot be written in yet; it says why at each."));
            return await classes.AddAsync(id, [.. Reading.Select(line => line.Student())]);
        });

    // What the class has already, or no face can print, is said at its line.
    private async Task<RosterLine[]> MarkedAsync(string id, IEnumerable<RosterLine> lines)
    {
        var group = await classes.FindAsync(id, HttpContext.RequestAborted);
        string? Problem(RosterLine line) =>
            group?.Students.FirstOrDefault(other => NameSearch.AreAlike(other.Name, line.Name)) is { } same
                ? Texts.Say("class.student-taken", ("name", same.Name))
                : PrintCheck.Problem(line.Name);
        return [.. lines.Select(line => line.Problem is null && Problem(line) is { } odd ? line with { Problem = odd } : line)];
    }

    /// <summary>Says that a student left, or came back.</summary>
    public Task<IActionResult> OnPostLeaveAsync(string id, string? student, bool left) =>
        ChangedAsync(id, "class-name", "", () => classes.LeaveAsync(id, student ?? "", left));

    /// <summary>Brings a student into another class.</summary>
    public Task<IActionResult> OnPostMoveAsync(string id, string? student, string? into) =>
        ChangedAsync(id, "move", "", () => classes.MoveAsync(id, student ?? "", into ?? ""));

    /// <summary>The other classes of this year, to move a student into.</summary>
    public IReadOnlyList<ClassInList> Others { get; private set; } = [];

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
        int? seat,
        string? was
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
            var typed = known with
            {
                Name = name ?? "",
                Part = string.IsNullOrEmpty(part) ? null : Instrument.Parse(part),
                Clef = string.IsNullOrEmpty(clef) ? null : Clef.Find(clef),
                IsLarge = large,
                IsAway = away,
                Seat = row is { } at && seat is { } number ? new Seat(at, number) : null,
            };
            // What the line has not changed stays as it is by now: a seat may have been given in the room meanwhile.
            var changed = StudentLine.Changed(was, typed, known);
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
        Practices = await practices.ListAsync(id, cancellation: HttpContext.RequestAborted);
        Others = [.. (await classes.ListAsync(HttpContext.RequestAborted)).Where(other => other.Id != id && !other.IsArchived)];
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
