using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Check;

/// <summary>Check: a student's answer typed or clicked, its verdict and the sentence for the margin.</summary>
public sealed class IndexModel : PageModel
{
    public CheckResult Result { get; private set; } = null!;

    public void OnGet([FromQuery] CheckRequest request) => Result = request.Judge();

    /// <summary>The verdict while the answer is typed.</summary>
    public PartialViewResult OnGetJudged([FromQuery] CheckRequest request)
    {
        return Partial("Check/_Judged", request.Judge());
    }
}
