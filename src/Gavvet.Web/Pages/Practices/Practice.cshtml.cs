using Gavvet.Storage;
using Gavvet.Teaching.Practice;
using Gavvet.Web.Hosting;
using Gavvet.Web.Pages.Practicing;
using Gavvet.Worksheets.Wording;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Practices;

/// <summary>A practice as the teacher watches it.</summary>
internal sealed class PracticeModel(
    PracticeStore practices,
    PracticeRoom room,
    ClassStore classes,
    PracticeWatch watch,
    ServerOptions options,
    TimeProvider clock
) : PageModel
{
    public KeptPractice Practice { get; private set; } = null!;

    public RoomView Room { get; private set; } = null!;

    /// <summary>The class's name, or null.</summary>
    public string? Class { get; private set; }

    /// <summary>Students who joined the class since, and have no place here.</summary>
    public int Joined { get; private set; }

    /// <summary>Where a code is typed.</summary>
    public string Place => PlaceOf(options, Request);

    /// <summary>What the QR code leads to.</summary>
    public string Address => $"{Place}?code={Practice.Code}";

    /// <summary>Whether each has a sheet of their own.</summary>
    public bool HasOwnSheets { get; private set; }

    public bool IsOpen => Practice.IsOpen(clock.GetUtcNow());

    public bool HasOpened => Practice.OpensAt <= clock.GetUtcNow();

    public string When(DateTimeOffset moment) => DateText.WeekdayLongAt(clock.Local(moment));

    public static string PlaceOf(ServerOptions options, HttpRequest request) =>
        $"{options.PublicAddress ?? $"{request.Scheme}://{request.Host}"}/practice";

    public async Task<IActionResult> OnGetAsync(string id)
    {
        if (!await LoadAsync(id))
            return NotFound();
        return Request.Headers.ContainsKey("HX-Request") ? Partial("Practices/_Room", this) : Page();
    }

    public Task<IActionResult> OnPostCloseAsync(string id) => DoneAsync(id, practices.CloseAsync(id));

    public async Task<IActionResult> OnPostOpenAsync(string id)
    {
        if (await practices.FindAsync(id) is not { } practice)
            return NotFound();
        var until = practice.Rules.IsDueAgain ? PracticeRules.Always : clock.GetUtcNow().AddDays(7);
        return await DoneAsync(id, practices.MoveAsync(id, clock.GetUtcNow(), until));
    }

    public Task<IActionResult> OnPostReleaseAsync(string id) => DoneAsync(id, practices.ReleaseAsync(id));

    public async Task<IActionResult> OnPostJoinAsync(string id)
    {
        if (await practices.FindAsync(id) is not { ClassId: { } group } || await classes.FindAsync(group) is not { } found)
            return NotFound();
        await practices.AddStudentsAsync(id, [.. found.Current.Select(student => student.Id)]);
        return Redirect($"/practices/{id}");
    }

    public async Task<IActionResult> OnPostDeleteAsync(string id)
    {
        await practices.DeleteAsync(id);
        return Redirect("/practices");
    }

    private async Task<IActionResult> DoneAsync(string id, Task<bool> done)
    {
        if (!await done)
            return NotFound();
        watch.Changed(id);
        return Redirect($"/practices/{id}");
    }

    private async Task<bool> LoadAsync(string id)
    {
        if (await practices.FindAsync(id, HttpContext.RequestAborted) is not { } practice)
            return false;
        Practice = practice;
        var seats = await practices.SeatsAsync(id, HttpContext.RequestAborted);
        var tries = await practices.AllTriesAsync(id, HttpContext.RequestAborted);
        var walks = new List<(PracticeSeat, PracticeWalk)>();
        HasOwnSheets = seats.Any(seat => seat.HasOwnSheet);
        var today = clock.Today();
        foreach (var one in seats.Where(seat => !seat.HasLeft || tries.Contains(seat.Id)))
        {
            // What was due on another day is over.
            var seat = practice.Rules.IsDueAgain && one.DrawnOn != today ? one with { HasOwnSheet = false, DrawnOn = null } : one;
            if (await room.PaperAsync(practice, seat, HttpContext.RequestAborted) is { } paper)
                walks.Add((seat, PracticeWalk.After(paper, practice.Rules, tries[seat.Id])));
        }

        Room = RoomView.Of(walks, watch.LookingAt);
        if (practice.ClassId is { } group && await classes.FindAsync(group, HttpContext.RequestAborted) is { } found)
        {
            Class = found.Name;
            Joined =
                practice.Rules.Entrance == Entrance.Anyone || practice.Rules.IsDueAgain || HasOwnSheets
                    ? 0
                    : found.Current.Count(student => seats.All(seat => seat.StudentId != student.Id));
        }

        return true;
    }
}
