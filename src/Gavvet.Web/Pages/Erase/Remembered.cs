using Gavvet.Web.Pages.Classes;
using Gavvet.Web.Pages.Practicing;
using Gavvet.Web.Pages.Printings;
using Gavvet.Web.Pages.Workbench;

namespace Gavvet.Web.Pages.Erase;

/// <summary>All that is made from the database and kept at hand, so that it can be let go of at once.</summary>
/// <param name="views">Sheets as the workbench shows them.</param>
/// <param name="open">Printings being marked.</param>
/// <param name="followUps">Follow-ups being put together.</param>
/// <param name="practices">Papers of practices.</param>
internal sealed class Remembered(WorkbenchViews views, OpenPrintings open, FollowUpSheets followUps, PracticeRoom practices)
{
    /// <summary>Lets go of it: after a restore it may be another's, after an erasure it may hold a name.</summary>
    public void Forget()
    {
        views.Forget();
        open.Close();
        followUps.Forget();
        practices.Forget();
    }
}
