using System.Threading.RateLimiting;

namespace Gavvet.Web.Pages.Practicing;

/// <summary>
/// Where codes are tried. From one network so many wrong ones a minute are heard, and from all together so many codes a second:
/// a class comes in at once, and whoever guesses has thousands of years before one is right.
/// </summary>
internal sealed class CodeDoor : IDisposable
{
    // A class of sixty behind one address mistypes now and then.
    private const int WrongAMinute = 40;
    private const int ASecond = 10;
    private const int AtOnce = 120;
    private const int Waiting = 200;

    private readonly PartitionedRateLimiter<string> _wrong = PartitionedRateLimiter.Create<string, string>(network =>
        RateLimitPartition.GetSlidingWindowLimiter(network, _ => new SlidingWindowRateLimiterOptions
        {
            PermitLimit = WrongAMinute,
            Window = TimeSpan.FromMinutes(1),
            SegmentsPerWindow = 6,
        })
    );

    private readonly TokenBucketRateLimiter _all = new(
        new TokenBucketRateLimiterOptions
        {
            TokenLimit = AtOnce,
            TokensPerPeriod = ASecond,
            ReplenishmentPeriod = TimeSpan.FromSeconds(1),
            QueueLimit = Waiting,
            QueueProcessingOrder = QueueProcessingOrder.OldestFirst,
        }
    );

    /// <summary>Whether a code from a network is looked at, when its turn has come.</summary>
    /// <param name="context">Who tries.</param>
    public async Task<bool> KnockAsync(HttpContext context)
    {
        // None is taken: it is only asked whether there is one left.
        using var left = _wrong.AttemptAcquire(Network(context), 0);
        if (!left.IsAcquired)
            return false;
        using var turn = await _all.AcquireAsync(1, context.RequestAborted);
        return turn.IsAcquired;
    }

    /// <summary>Says that a code was wrong.</summary>
    /// <param name="context">Who tried.</param>
    public void Wrong(HttpContext context) => _wrong.AttemptAcquire(Network(context)).Dispose();

    public void Dispose()
    {
        _wrong.Dispose();
        _all.Dispose();
    }

    private static string Network(HttpContext context) => Hosting.KnownBrowsers.Network(context.Connection.RemoteIpAddress);
}
