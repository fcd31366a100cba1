using Gavvet.Exchange;
using Gavvet.Web.Pages.Shared;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Check;

/// <summary>Check: a student's answer typed or clicked, its verdict and the sentence for the margin.</summary>
public sealed class IndexModel(StyleList styles) : PageModel
{
    public CheckResult Result { get; private set; } = null!;

    public async Task OnGetAsync([FromQuery] CheckRequest request) => Result = await JudgedAsync(request);

    /// <summary>The notes of a score by the names of a house: those of its first staff that has some.</summary>
    public async Task<IActionResult> OnPostScoreAsync(IFormFile? score, [FromForm] string? style)
    {
        try
        {
            if (score is not { Length: > 0 and <= MusicXmlReader.MostBytes })
                throw new FormatException(Say("Choose the score a student saved, .musicxml or .mxl."));
            using var bytes = new MemoryStream();
            await score.CopyToAsync(bytes, HttpContext.RequestAborted);
            var staff = MusicXmlReader.Read(bytes.ToArray()).SelectMany(part => part.Staves).FirstOrDefault(staff => staff.Notes.Length > 0)
                ?? throw new FormatException(Say("There is no note in this score."));
            return new JsonResult(new { notes = staff.TextIn((await styles.FindAsync(style)).NoteNames) });
        }
        catch (FormatException problem)
        {
            return new JsonResult(new { problem = problem.Message }) { StatusCode = StatusCodes.Status422UnprocessableEntity };
        }
    }

    /// <summary>The verdict while the answer is typed.</summary>
    public async Task<PartialViewResult> OnGetJudgedAsync([FromQuery] CheckRequest request)
    {
        // What stays on the page says it: a region that is itself replaced is not read out.
        ViewData["Said"] = true;
        return Partial("Check/_Judged", await JudgedAsync(request));
    }

    private async Task<CheckResult> JudgedAsync(CheckRequest request) =>
        (request with { House = await styles.FindAsync(request.Style) }).Judge();
}
