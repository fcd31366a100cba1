using System.Threading.Channels;
using System.Threading.RateLimiting;
using Gavvet.Theory;

namespace Gavvet.Web.Hosting;

/// <summary>How long heavy work takes, so that a PDF need not wait for a whole printing.</summary>
internal enum Lane
{
    /// <summary>A second or less: the PDF of a sheet, a handout.</summary>
    Short,

    /// <summary>Longer: a printing, everything in a ZIP, a backup.</summary>
    Long,
}

/// <summary>Too much is waiting already; the person may ask again later.</summary>
internal sealed class TooMuchWorkException : Exception
{
    public TooMuchWorkException() { }

    public TooMuchWorkException(string message)
        : base(message) { }

    public TooMuchWorkException(string message, Exception innerException)
        : base(message, innerException) { }
}

/// <summary>
/// Where pages are made that take longer than an answer may: one thread a lane, and a bounded queue before it. The
/// threads that answer requests do nothing of it, so that the desk stays quick whatever is printed.
/// </summary>
internal sealed class HeavyWork : IDisposable
{
    private const int Waiting = 64;
    private const int OfOnePerson = 12;

    private readonly CancellationTokenSource _ended = new();
    private readonly Dictionary<Lane, Channel<Work>> _lanes;
    private readonly Dictionary<string, int> _ofPerson = [];
    private readonly List<Thread> _threads = [];

    public HeavyWork()
    {
        _lanes = Enum.GetValues<Lane>().ToDictionary(lane => lane, _ => Channel.CreateBounded<Work>(Waiting));
        foreach (var (lane, queue) in _lanes)
        {
            var thread = new Thread(() => Run(queue.Reader)) { IsBackground = true, Name = $"Heavy work, {lane}" };
            _threads.Add(thread);
            thread.Start();
        }
    }

    /// <summary>Does some work in its turn.</summary>
    /// <param name="lane">How long it takes.</param>
    /// <param name="person">Who asks for it; one person's work leaves room for others'.</param>
    /// <param name="work">The work; it looks at the token now and then.</param>
    /// <param name="cancellation">Ends it, waiting or begun.</param>
    /// <exception cref="TooMuchWorkException">Too much is waiting.</exception>
    public Task<T> RunAsync<T>(Lane lane, string person, Func<CancellationToken, T> work, CancellationToken cancellation)
    {
        var done = new TaskCompletionSource<T>(TaskCreationOptions.RunContinuationsAsynchronously);
        var language = Language.Current;
        lock (_ofPerson)
        {
            if (_ofPerson.GetValueOrDefault(person) >= OfOnePerson)
                throw new TooMuchWorkException(Say("Much of yours is being made at this moment. Wait until some of it is done."));
            var queued = _lanes[lane]
                .Writer.TryWrite(new Work(person, () => Complete(done, ended => language.Saying(() => work(ended)), cancellation)));
            if (!queued)
                throw new TooMuchWorkException(Say("Much is being made at this moment. Wait a little and try again."));
            _ofPerson[person] = _ofPerson.GetValueOrDefault(person) + 1;
        }

        return done.Task;
    }

    public void Dispose()
    {
        _ended.Cancel();
        foreach (var queue in _lanes.Values)
            queue.Writer.TryComplete();
        // What is being made sees the token soon; the end of the program does not wait for more.
        foreach (var thread in _threads)
            thread.Join(TimeSpan.FromSeconds(3));
        _ended.Dispose();
    }

    private void Run(ChannelReader<Work> queue)
    {
        while (queue.WaitToReadAsync().AsTask().GetAwaiter().GetResult())
        {
            while (queue.TryRead(out var work))
            {
                work.Do();
                lock (_ofPerson)
                {
                    if (--_ofPerson[work.Person] == 0)
                        _ofPerson.Remove(work.Person);
                }
            }
        }
    }

    private void Complete<T>(TaskCompletionSource<T> done, Func<CancellationToken, T> work, CancellationToken cancellation)
    {
        try
        {
            using var either = CancellationTokenSource.CreateLinkedTokenSource(cancellation, _ended.Token);
            either.Token.ThrowIfCancellationRequested();
            done.SetResult(work(either.Token));
        }
        catch (OperationCanceledException)
        {
            done.SetCanceled(cancellation.IsCancellationRequested ? cancellation : _ended.Token);
        }
        catch (Exception problem)
        {
            done.SetException(problem);
        }
    }

    private sealed record Work(string Person, Action Do);
}

/// <summary>Who asks, as far as sharing the machine is concerned: a session, a browser, or an address.</summary>
internal static class Person
{
    private const int LongestCookie = 500;

    public static string Of(HttpContext context)
    {
        if (context.User.FindFirst(Sessions.Claim)?.Value is { } session)
            return session;
        var options = context.RequestServices.GetRequiredService<ServerOptions>();
        // Without a passphrase everyone is at this machine, and each browser stands for a person.
        return
            !options.NeedsSignIn && context.Request.Cookies[Antiforgery.CookieName(options)] is { Length: > 0 and < LongestCookie } browser
            ? browser
            : $"{context.Connection.RemoteIpAddress}";
    }
}

/// <summary>An address whose answer is made as heavy work: it waits in that queue, which counts for itself.</summary>
internal sealed class HeavyRequest
{
    public static HeavyRequest Mark { get; } = new();

    // The print room looks through all versions as heavy work; its page itself is none.
    public static bool Is(HttpContext context) =>
        context.GetEndpoint()?.Metadata.GetMetadata<HeavyRequest>() is not null
        || (context.Request.Query["handler"] == "Check" && context.Request.Path.Value!.EndsWith("/print", StringComparison.Ordinal));
}

/// <summary>How many requests of one person are answered at once; the others wait a while, and then are refused in words.</summary>
internal static class RequestLimits
{
    private const int AtOnce = 4;
    private const int Waiting = 120;

    public static void Add(IServiceCollection services) =>
        services.AddRateLimiter(limits =>
        {
            // A download that is being made takes nobody's place: its own queue says how many there may be.
            limits.GlobalLimiter = PartitionedRateLimiter.Create<HttpContext, string>(context =>
                HeavyRequest.Is(context)
                || context.GetEndpoint()?.Metadata.GetMetadata<Microsoft.AspNetCore.StaticAssets.StaticAssetDescriptor>() is not null
                    ? RateLimitPartition.GetNoLimiter("")
                    : RateLimitPartition.GetConcurrencyLimiter(Person.Of(context), _ => new ConcurrencyLimiterOptions
                    {
                        PermitLimit = AtOnce,
                        QueueLimit = Waiting,
                        QueueProcessingOrder = QueueProcessingOrder.OldestFirst,
                    })
            );
            limits.RejectionStatusCode = StatusCodes.Status429TooManyRequests;
        });
}
