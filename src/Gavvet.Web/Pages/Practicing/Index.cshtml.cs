using Gavvet.Storage;
using Gavvet.Teaching.Practice;
using Gavvet.Theory;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Practicing;

/// <summary>The way in: a code, and where the practice asks for it, who comes.</summary>
[AllowAnonymous]
[IgnoreAntiforgeryToken] // Nobody is known here yet whose page could be imitated; what comes from elsewhere is refused by its origin.
internal sealed class IndexModel(PracticeStore store, ClassStore classes, PracticeRoom room, CodeDoor door) : PageModel
{
    /// <summary>The practice a code opened, where it is still asked who comes.</summary>
    public KeptPractice? Practice { get; private set; }

    /// <summary>The names to choose from.</summary>
    public IReadOnlyList<PracticeSeat> Names { get; private set; } = [];

    /// <summary>The parts the sheet is for.</summary>
    public IReadOnlyList<Instrument> Parts { get; private set; } = [];

    public string? Typed { get; private set; }

    public string? Problem { get; private set; }

    /// <summary>The title of what this browser was at, or null.</summary>
    public string? GoOn { get; private set; }

    public async Task<IActionResult> OnGetAsync(string? code)
    {
        if (await room.FindAsync(HttpContext) is { } sitting && sitting.Practice.IsOpen(room.Now))
            GoOn = sitting.Practice.Title;
        return code is { Length: > 0 } ? await OnPostAsync(code) : Page();
    }

    public async Task<IActionResult> OnPostAsync(string? code)
    {
        if (await OpenAsync(code) is { } refused)
            return refused;
        if (Practice is null)
            return Page();
        switch (Practice.Rules.Entrance)
        {
            case Entrance.ByOwnCode:
                Practice = null;
                (Typed, Problem) = ("", Say("Each student has a code of their own for this. Type yours."));
                return Page();
            case Entrance.ByName:
                Names = await NamesAsync(Practice);
                return Page();
            default:
                // Who was here before goes on; a link that is only looked at takes no seat.
                if (await room.FindAsync(HttpContext) is { } before && before.Practice.Id == Practice.Id)
                    return Redirect("/practice/now");
                Parts = [.. (await store.SheetAsync(Practice.Id, HttpContext.RequestAborted))?.Parts ?? []];
                return Parts.Count > 0 || HttpMethods.IsGet(Request.Method) ? Page() : await OnPostSitAsync(code, null, null);
        }
    }

    /// <summary>Takes a seat.</summary>
    /// <param name="code">The practice's code.</param>
    /// <param name="seat">The seat of the name that was chosen.</param>
    /// <param name="part">What is played, by who has no name.</param>
    public async Task<IActionResult> OnPostSitAsync(string? code, string? seat, string? part)
    {
        if (Practice is null && await OpenAsync(code) is { } refused)
            return refused;
        if (Practice is not { } practice)
            return Page();
        var taken = practice.Rules.Entrance switch
        {
            Entrance.Anyone => await store.JoinAsync(practice.Id, Instrument.Find(part)),
            Entrance.ByName => (await NamesAsync(practice)).FirstOrDefault(one => one.Id == seat)?.Id,
            _ => null,
        };
        if (taken is null)
        {
            Practice = null;
            (Typed, Problem) = (code, Say("There is no place left. Ask your teacher."));
            return Page();
        }

        return Sit(taken);
    }

    /// <summary>Has this browser forget who practiced at it.</summary>
    public IActionResult OnPostLeave()
    {
        room.Leave(HttpContext);
        return Redirect("/practice");
    }

    // Those of the class by now; what is always open lets in who joined since.
    private async Task<IReadOnlyList<PracticeSeat>> NamesAsync(KeptPractice practice)
    {
        if (practice is { Rules.IsDueAgain: true, ClassId: { } id } && await classes.FindAsync(id, HttpContext.RequestAborted) is { } group)
            await store.AddStudentsAsync(practice.Id, [.. group.Current.Select(student => student.Id)]);
        return
        [
            .. (await store.SeatsAsync(practice.Id, HttpContext.RequestAborted)).Where(seat => seat is { Name: not null, HasLeft: false }),
        ];
    }

    private RedirectResult Sit(string seat)
    {
        room.Seat(seat, HttpContext);
        return Redirect("/practice/now");
    }

    // Sets the practice, or what is wrong with the code; a code of one's own leads on at once.
    private async Task<IActionResult?> OpenAsync(string? code)
    {
        Typed = code;
        if (PracticeCode.Read(code) is not { } read)
        {
            Problem = Say("A code has seven or nine letters and digits, such as {0}.", PracticeCode.Shown("KWY3R7M"));
            return null;
        }

        if (!await door.KnockAsync(HttpContext))
        {
            Problem = Say("Too many codes were tried from here. Wait a minute, then try again.");
            Response.StatusCode = StatusCodes.Status429TooManyRequests;
            return null;
        }

        if (read.Length == PracticeCode.OwnLength && await store.SeatByCodeAsync(read, HttpContext.RequestAborted) is { } own)
        {
            var of = await store.FindAsync(own.Practice, HttpContext.RequestAborted);
            Problem = own.HasLeft || of is null ? Say("There is no place left. Ask your teacher.") : ClosedWords(of);
            return Problem is null ? Sit(own.Id) : null;
        }

        var found = read.Length == PracticeCode.Length ? await store.FindByCodeAsync(read, HttpContext.RequestAborted) : null;
        if (found is null)
        {
            door.Wrong(HttpContext);
            Problem = Say("No practice has this code. Look at it once more.");
            return null;
        }

        Problem = ClosedWords(found);
        Practice = Problem is null ? found : null;
        return null;
    }

    private string? ClosedWords(KeptPractice practice) =>
        practice.IsOpen(room.Now) ? null
        : practice.OpensAt > room.Now ? Say("This practice is not open yet.")
        : Say("This practice is closed.");
}
