using System.Threading.RateLimiting;

namespace Gavvet.Web.Hosting;

/// <summary>
/// Where strangers knock. Checking a passphrase costs a core a tenth of a second, on purpose; so however many addresses they
/// come from, strangers are let to it one after another and a few a second, and the desk stays quick. A browser that signed in
/// before does not wait among them.
/// </summary>
internal sealed class Door : IDisposable
{
    private const int ASecond = 3;
    private const int AtOnce = 5;
    private const int Waiting = 20;

    private readonly TokenBucketRateLimiter _strangers = new(
        new TokenBucketRateLimiterOptions
        {
            TokenLimit = AtOnce,
            TokensPerPeriod = ASecond,
            ReplenishmentPeriod = TimeSpan.FromSeconds(1),
            QueueLimit = Waiting,
            QueueProcessingOrder = QueueProcessingOrder.OldestFirst,
        }
    );

    private readonly SemaphoreSlim _one = new(1);

    /// <summary>Checks a passphrase when it is the stranger's turn.</summary>
    /// <param name="check">The check.</param>
    /// <param name="cancellation">Ends the wait.</param>
    /// <returns>What the check says, or null where too many wait already.</returns>
    public async Task<bool?> KnockAsync(Func<Task<bool>> check, CancellationToken cancellation)
    {
        using var lease = await _strangers.AcquireAsync(1, cancellation);
        if (!lease.IsAcquired)
            return null;
        await _one.WaitAsync(cancellation);
        try
        {
            return await check();
        }
        finally
        {
            _one.Release();
        }
    }

    public void Dispose()
    {
        _strangers.Dispose();
        _one.Dispose();
    }
}
