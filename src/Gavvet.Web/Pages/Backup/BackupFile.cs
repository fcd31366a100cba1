using Gavvet.Storage;
using Gavvet.Web.Hosting;

namespace Gavvet.Web.Pages.Backup;

/// <summary>The backup as a file to take away.</summary>
internal static class BackupFile
{
    public static void Map(WebApplication application) => application.MapGet("/backup/file", async (Backups backups, TimeProvider clock, HttpContext context) =>
    {
        var path = Path.Combine(Path.GetTempPath(), $"gavvet-{Guid.NewGuid():N}");
        await backups.WriteAsync(path);
        // The file goes as soon as it is sent.
        var stream = new FileStream(path, FileMode.Open, FileAccess.Read, FileShare.None, 1 << 16, FileOptions.DeleteOnClose);
        return Results.File(stream, "application/octet-stream", $"gavvet-{clock.GetLocalNow():yyyy-MM-dd}.gavvet");
    }).RequireRateLimiting(HeavyWork.Policy);
}
