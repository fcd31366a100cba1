using Gavvet.Storage;
using Gavvet.Worksheets.Wording;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Practices;

/// <summary>All practices, open ones first.</summary>
internal sealed class IndexModel(PracticeStore practices, ClassStore classes, TimeProvider clock) : PageModel
{
    public IReadOnlyList<KeptPractice> Practices { get; private set; } = [];

    public IReadOnlyDictionary<string, string> Classes { get; private set; } = new Dictionary<string, string>();

    public bool IsOpen(KeptPractice practice) => practice.IsOpen(clock.GetUtcNow());

    public string When(DateTimeOffset moment) => DateText.OfYearAt(clock.Local(moment));

    public async Task OnGetAsync()
    {
        Practices = [.. (await practices.ListAsync(cancellation: HttpContext.RequestAborted)).OrderByDescending(IsOpen)];
        Classes = (await classes.ListAsync(HttpContext.RequestAborted)).ToDictionary(one => one.Id, one => one.Name);
    }
}
