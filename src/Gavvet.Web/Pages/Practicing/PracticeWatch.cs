using System.Collections.Concurrent;
using System.Runtime.CompilerServices;
using System.Threading.Channels;

namespace Gavvet.Web.Pages.Practicing;

/// <summary>Tells those who watch a practice that something was done in it.</summary>
internal sealed class PracticeWatch
{
    private static readonly TimeSpan AtMostEvery = TimeSpan.FromMilliseconds(700);

    private readonly ConcurrentDictionary<string, ConcurrentDictionary<Channel<bool>, bool>> _watching = new();

    // The question each looks at, as long as this program runs: who only looks has done nothing that is kept.
    private readonly ConcurrentDictionary<string, string> _looking = new();

    /// <summary>Says which question someone looks at; null for none.</summary>
    /// <param name="practice">The practice.</param>
    /// <param name="seat">Who.</param>
    /// <param name="question">The question.</param>
    public void Looks(string practice, string seat, string? question)
    {
        if (question is null)
            _looking.TryRemove(seat, out _);
        else if (_looking.GetValueOrDefault(seat) == question)
            return;
        else
            _looking[seat] = question;
        Changed(practice);
    }

    /// <summary>The question someone looks at, or null where that is not known.</summary>
    /// <param name="seat">Who.</param>
    public string? LookingAt(string seat) => _looking.GetValueOrDefault(seat);

    /// <summary>Says that something was done.</summary>
    /// <param name="practice">The practice.</param>
    public void Changed(string practice)
    {
        if (!_watching.TryGetValue(practice, out var watching))
            return;
        foreach (var channel in watching.Keys)
            channel.Writer.TryWrite(true);
    }

    /// <summary>Whether someone watches a practice.</summary>
    /// <param name="practice">The practice.</param>
    public bool IsWatched(string practice) => _watching.TryGetValue(practice, out var watching) && !watching.IsEmpty;

    /// <summary>A number each time something was done since the last; many things at once are one.</summary>
    /// <param name="practice">The practice.</param>
    /// <param name="cancellation">Ends it.</param>
    public async IAsyncEnumerable<int> WatchAsync(string practice, [EnumeratorCancellation] CancellationToken cancellation)
    {
        var channel = Channel.CreateBounded<bool>(new BoundedChannelOptions(1) { FullMode = BoundedChannelFullMode.DropWrite });
        var watching = _watching.GetOrAdd(practice, _ => new());
        watching[channel] = true;
        try
        {
            // The first at once: what was done between the page and this is shown.
            for (var number = 0; ; number++)
            {
                yield return number;
                await Task.Delay(AtMostEvery, cancellation);
                await channel.Reader.ReadAsync(cancellation);
            }
        }
        finally
        {
            watching.TryRemove(channel, out _);
        }
    }
}
