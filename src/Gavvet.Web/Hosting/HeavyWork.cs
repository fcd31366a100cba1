using System.Threading.RateLimiting;
using Microsoft.AspNetCore.RateLimiting;

namespace Gavvet.Web.Hosting;

/// <summary>How much heavy work runs at once: making PDFs, ZIPs and backups, and judging lists.</summary>
internal static class HeavyWork
{
    public const string Policy = "heavy";

    private const int AtOnce = 3;
    private const int Waiting = 24;

    public static void Limit(IServiceCollection services) => services.AddRateLimiter(limits =>
    {
        limits.AddConcurrencyLimiter(Policy, work =>
        {
            work.PermitLimit = AtOnce;
            work.QueueLimit = Waiting;
            work.QueueProcessingOrder = QueueProcessingOrder.OldestFirst;
        });
        limits.RejectionStatusCode = StatusCodes.Status429TooManyRequests;
    });
}
