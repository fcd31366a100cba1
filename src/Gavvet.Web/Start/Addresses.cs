using Gavvet.Web.Pages.Atlas;
using Gavvet.Web.Pages.Backup;
using Gavvet.Web.Pages.Classes;
using Gavvet.Web.Pages.Practices;
using Gavvet.Web.Pages.Printings;
using Gavvet.Web.Pages.PrintRoom;
using Gavvet.Web.Pages.Scans;
using Gavvet.Web.Pages.Specimens;
using Gavvet.Web.Pages.Workbench;

namespace Gavvet.Web.Start;

/// <summary>The files that have addresses of their own; pages have theirs at their heads.</summary>
internal static class Addresses
{
    public static void Map(WebApplication application)
    {
        SheetPapers.Map(application);
        Handout.Map(application);
        SpecimenPicture.Map(application);
        PrintRoomFiles.Map(application);
        PrintedPapers.Map(application);
        ClassFiles.Map(application);
        PracticeFiles.Map(application);
        ScanFiles.Map(application);
        BackupFile.Map(application);
    }
}
