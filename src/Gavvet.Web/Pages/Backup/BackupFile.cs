using Gavvet.Storage;
using Gavvet.Web.Hosting;

namespace Gavvet.Web.Pages.Backup;

/// <summary>The backup as a file to take away.</summary>
internal static class BackupFile
{
    public static void Map(WebApplication application) => application.MapGet("/backup/file", async (Backups backups, DataFolder folder, TimeProvider clock, HeavyWork heavy, HttpContext context) =>
    {
        var path = folder.Temporary();
        await heavy.RunAsync(Lane.Long, Person.Of(context), _ =>
        {
            backups.WriteAsync(path).GetAwaiter().GetResult();
            return true;
        }, context.RequestAborted);
        // The file goes as soon as it is sent.
        var stream = new FileStream(path, FileMode.Open, FileAccess.Read, FileShare.None, 1 << 16, FileOptions.DeleteOnClose);
        return Results.File(stream, "application/octet-stream", $"gavvet-{clock.GetLocalNow():yyyy-MM-dd}.gavvet");
    }).WithMetadata(HeavyRequest.Mark);
}
