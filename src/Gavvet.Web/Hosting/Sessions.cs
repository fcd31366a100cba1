using System.Collections.Concurrent;
using System.Globalization;
using System.Security.Claims;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.EntityFrameworkCore;

namespace Gavvet.Web.Hosting;

/// <summary>A browser that is signed in.</summary>
internal sealed class SessionRow
{
    public required string Id { get; init; }

    public required DateTimeOffset Since { get; init; }

    public DateTimeOffset LastSeen { get; set; }

    public required string Address { get; init; }

    /// <summary>What the browser calls itself, shortened.</summary>
    public required string Browser { get; init; }
}

/// <summary>The sessions there are. A cookie without one opens nothing, so ending a session takes effect at once.</summary>
internal sealed class Sessions(IDbContextFactory<PeopleDatabase> databases, TimeProvider clock)
{
    /// <summary>The claim that names the session in a cookie.</summary>
    public const string Claim = "gavvet-session";

    private const int LongestBrowser = 160;
    private static readonly TimeSpan SeenEvery = TimeSpan.FromMinutes(5);

    private readonly ConcurrentDictionary<string, SessionRow> _open = new();
    private bool _loaded;

    public async Task<SessionRow> BeginAsync(HttpContext context)
    {
        await LoadAsync();
        var agent = context.Request.Headers.UserAgent.ToString();
        var session = new SessionRow
        {
            Id = Guid.NewGuid().ToString("N"),
            Since = clock.GetUtcNow(),
            LastSeen = clock.GetUtcNow(),
            Address = $"{context.Connection.RemoteIpAddress}",
            Browser = agent.Length > LongestBrowser ? agent[..LongestBrowser] : agent,
        };
        await ChangeAsync(async people =>
        {
            people.Sessions.Add(session);
            await people.SaveChangesAsync();
        });
        _open[session.Id] = session;
        return session;
    }

    /// <summary>The sessions, the one seen last first.</summary>
    public async Task<IReadOnlyList<SessionRow>> ListAsync()
    {
        await LoadAsync();
        return [.. _open.Values.OrderByDescending(session => session.LastSeen)];
    }

    public async Task EndAsync(string? id)
    {
        if (id is null || !_open.TryRemove(id, out _))
            return;
        await ChangeAsync(people => people.Sessions.Where(session => session.Id == id).ExecuteDeleteAsync());
    }

    /// <summary>Ends every session but one, or every one.</summary>
    public async Task EndOthersAsync(string? but)
    {
        await LoadAsync();
        foreach (var id in _open.Keys.Where(id => id != but))
            _open.TryRemove(id, out _);
        await ChangeAsync(people => people.Sessions.Where(session => session.Id != but).ExecuteDeleteAsync());
    }

    /// <summary>Forgets sessions whose cookies have run out.</summary>
    public async Task ForgetOldAsync()
    {
        var oldest = clock.GetUtcNow() - SignInGuard.Lasts;
        await ChangeAsync(async people =>
        {
            // The time is kept in a form that the database does not compare.
            string[] old =
            [
                .. (await people.Sessions.AsNoTracking().ToListAsync())
                    .Where(session =>
                        session.LastSeen <= oldest && (!_open.TryGetValue(session.Id, out var open) || open.LastSeen <= oldest)
                    )
                    .Select(session => session.Id),
            ];
            foreach (var id in old)
                _open.TryRemove(id, out _);
            await people.Sessions.Where(session => old.Contains(session.Id)).ExecuteDeleteAsync();
        });
    }

    /// <summary>Lets a cookie pass whose session is still there.</summary>
    public async Task ValidateAsync(CookieValidatePrincipalContext context)
    {
        await LoadAsync();
        if (context.Principal?.FindFirstValue(Claim) is not { } id || !_open.TryGetValue(id, out var session))
        {
            context.RejectPrincipal();
            return;
        }

        if (clock.GetUtcNow() - session.LastSeen < SeenEvery)
            return;
        session.LastSeen = clock.GetUtcNow();
        await ChangeAsync(people =>
            people.Sessions.Where(row => row.Id == id).ExecuteUpdateAsync(set => set.SetProperty(row => row.LastSeen, session.LastSeen))
        );
    }

    private async Task LoadAsync()
    {
        if (_loaded)
            return;
        var oldest = clock.GetUtcNow() - SignInGuard.Lasts;
        await ChangeAsync(async people =>
        {
            foreach (var session in await people.Sessions.AsNoTracking().ToListAsync())
            {
                if (session.LastSeen > oldest)
                    _open.TryAdd(session.Id, session);
            }
        });
        _loaded = true;
    }

    private async Task ChangeAsync(Func<PeopleDatabase, Task> change)
    {
        await using var database = await databases.CreateDbContextAsync();
        await change(database);
    }
}

/// <summary>
/// How long an address has to wait after wrong passphrases: longer with each. Nobody is kept out by what others do: a
/// browser that signed in before has a count of its own.
/// </summary>
internal sealed class Attempts(TimeProvider clock)
{
    private const int Free = 3;
    private const int Remembered = 10_000;
    private static readonly TimeSpan Longest = TimeSpan.FromMinutes(15);
    private static readonly TimeSpan ForgottenAfter = TimeSpan.FromHours(1);

    private readonly Dictionary<string, (int Failures, DateTimeOffset Last)> _of = [];

    /// <summary>How long whoever it is has to wait before the next try; zero when not at all.</summary>
    public TimeSpan Wait(string who)
    {
        lock (_of)
        {
            if (!_of.TryGetValue(who, out var seen))
                return TimeSpan.Zero;
            var left = seen.Last + Delay(seen.Failures) - clock.GetUtcNow();
            return left > TimeSpan.Zero ? left : TimeSpan.Zero;
        }
    }

    public void Failed(string who)
    {
        lock (_of)
        {
            var now = clock.GetUtcNow();
            if (_of.Count >= Remembered)
            {
                foreach (var old in _of.Where(pair => now - pair.Value.Last > ForgottenAfter).Select(pair => pair.Key).ToArray())
                    _of.Remove(old);
                // Someone with thousands of addresses makes others forgotten, not the count endless.
                if (_of.Count >= Remembered)
                    _of.Remove(_of.MinBy(pair => pair.Value.Last).Key);
            }

            var before = _of.TryGetValue(who, out var seen) && now - seen.Last < ForgottenAfter ? seen.Failures : 0;
            _of[who] = (before + 1, now);
        }
    }

    public void Succeeded(string who)
    {
        lock (_of)
            _of.Remove(who);
    }

    /// <summary>A wait in words.</summary>
    public static string Words(TimeSpan wait) =>
        wait < TimeSpan.FromMinutes(1)
            ? Say("{0} seconds", Math.Max(1, (int)Math.Ceiling(wait.TotalSeconds)).ToString(CultureInfo.InvariantCulture))
            : Say("{0} minutes", (int)Math.Ceiling(wait.TotalMinutes));

    // Two seconds after the fourth, and double with each.
    private static TimeSpan Delay(int failures)
    {
        if (failures <= Free)
            return TimeSpan.Zero;
        var seconds = Math.Pow(2, Math.Min(failures - Free, 20));
        return seconds > Longest.TotalSeconds ? Longest : TimeSpan.FromSeconds(seconds);
    }
}
