using Gavvet.Storage;
using Gavvet.Web.Hosting;

namespace Gavvet.Web.Pages.Backup;

/// <summary>The backup as a file to take away.</summary>
internal static class BackupFile
{
    public static void Map(WebApplication application) =>
        application
            .MapGet("/backup/file", async (Backups backups, DataFolder folder, TimeProvider clock, HttpContext context, bool? scans) =>
            {
                var path = folder.Temporary();
                await backups.WriteAsync(path, scans != false, context.RequestAborted);
                // The file has no name any more before it is sent, so that nothing of it is left whatever happens.
                var stream = new FileStream(
                    path,
                    FileMode.Open,
                    FileAccess.Read,
                    FileShare.ReadWrite | FileShare.Delete,
                    1 << 16,
                    FileOptions.DeleteOnClose
                );
                File.Delete(path);
                return Results.File(stream, "application/octet-stream", $"gavvet-{clock.Local(clock.GetUtcNow()):yyyy-MM-dd}.gavvet");
            })
            .WithMetadata(HeavyRequest.Mark);
}
