using System.Collections.Concurrent;
using System.Security.Cryptography;
using Gavvet.Storage;
using Gavvet.Teaching.Practice;
using Gavvet.Web.Hosting;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.Extensions.Caching.Memory;

namespace Gavvet.Web.Pages.Practicing;

/// <summary>One who practices, as they are seen at this moment.</summary>
/// <param name="Practice">The practice.</param>
/// <param name="Seat">Whose it is.</param>
/// <param name="Walk">Where they stand.</param>
/// <param name="Proof">What a form must carry, so that no other page sends it.</param>
/// <param name="SeenAt">The moment they are seen at.</param>
internal sealed record Sitting(KeptPractice Practice, PracticeSeat Seat, PracticeWalk Walk, string Proof, DateTimeOffset SeenAt)
{
    public PracticePaper Paper => Walk.Paper;

    /// <summary>When their clock runs out, or null without one.</summary>
    public DateTimeOffset? Ends =>
        Practice.Rules.Minutes > 0 && Seat.StartedAt is { } began ? began + TimeSpan.FromMinutes(Practice.Rules.Minutes) : null;

    /// <summary>Whether anything may still be done.</summary>
    /// <param name="now">The moment.</param>
    public bool IsOpen(DateTimeOffset now) => Practice.IsOpen(now) && (Ends is not { } ends || now < ends) && !IsHandedIn;

    /// <summary>Whether all is handed in, where nothing was shown meanwhile.</summary>
    public bool IsHandedIn => Walk.IsFinished && Practice.Rules.Shown != Shown.AtOnce;

    /// <summary>Whether what was right is shown by now. Where it waits for the end, a clock that ran out is the end too; that the
    /// practice is closed is not, since it can be opened again.</summary>
    public bool ShowsAnswers =>
        Walk.ShowsAnswers(Practice.ReleasedAt is not null)
        || (Practice.Rules.Shown == Shown.AtTheEnd && Ends is { } ends && SeenAt >= ends);

    /// <summary>Whether a question may be looked at: while it is open, and afterwards what was done of it.</summary>
    /// <param name="question">The question.</param>
    public bool Sees(string question) => IsOpen(SeenAt) || (SeenAt >= Practice.OpensAt && Walk.Of(question).IsOver(Practice.Rules));
}

/// <summary>
/// Where students practice. A seat is told by a cookie that says nothing but which; what a seat may see and do follows from the
/// practice and from what was done on it.
/// </summary>
internal sealed class PracticeRoom : IDisposable
{
    // A paper is a few questions; those of a school's classes at once have room.
    private const int MostPapers = 400;
    private static readonly TimeSpan Kept = TimeSpan.FromMinutes(30);
    private static readonly TimeSpan ComesBack = TimeSpan.FromDays(30);

    private readonly PracticeStore _store;
    private readonly DueSheets _due;
    private readonly ServerOptions _options;
    private readonly PracticeWatch _watch;
    private readonly TimeProvider _clock;
    private readonly IDataProtector _seats;
    private readonly IDataProtector _proofs;
    private readonly MemoryCache _papers = new(new MemoryCacheOptions { SizeLimit = MostPapers });
    private readonly ConcurrentDictionary<object, SemaphoreSlim> _making = new();

    public PracticeRoom(
        PracticeStore store,
        DueSheets due,
        ServerOptions options,
        PracticeWatch watch,
        TimeProvider clock,
        IDataProtectionProvider protection
    ) =>
        (_store, _due, _options, _watch, _clock, _seats, _proofs) = (
            store,
            due,
            options,
            watch,
            clock,
            protection.CreateProtector("Gavvet.PracticeSeat"),
            protection.CreateProtector("Gavvet.PracticeProof")
        );

    // Of the prefixes that tie a cookie to TLS, the one that leaves it its path.
    private string Cookie => _options.IsTlsSure ? "__Secure-gavvet-practice" : "gavvet-practice";

    /// <summary>The moment.</summary>
    public DateTimeOffset Now => _clock.GetUtcNow();

    /// <summary>Who practices at this browser, or null for nobody.</summary>
    /// <param name="context">The request.</param>
    public async Task<Sitting?> FindAsync(HttpContext context)
    {
        if (Opened(context.Request.Cookies[Cookie]) is not { } id || await _store.SeatAsync(id, context.RequestAborted) is not { } seat)
            return null;
        return await TodaysAsync(seat, context.RequestAborted) is { } todays ? await SitAsync(todays, null, context.RequestAborted) : null;
    }

    // The seat with the sheet of the day, where each day has its own; null for who has left the class.
    private async Task<PracticeSeat?> TodaysAsync(PracticeSeat seat, CancellationToken cancellation)
    {
        var today = _clock.Today();
        if (
            seat.HasLeft
            || seat.DrawnOn == today
            || await _store.FindAsync(seat.Practice, cancellation) is not { Rules.IsDueAgain: true } practice
            || !practice.IsOpen(Now)
        )
            return seat.HasLeft ? null : seat;
        return await _store.DrawnAsync(seat.Id, today, await _due.OfAsync(practice, seat, cancellation));
    }

    /// <summary>A seat as it is seen at this moment; null where its sheet cannot be read.</summary>
    /// <param name="seat">The seat.</param>
    /// <param name="tries">What was done on it, or null to look.</param>
    /// <param name="cancellation">Ends it, as when whoever asked has left.</param>
    public async Task<Sitting?> SitAsync(PracticeSeat seat, IEnumerable<PracticeTry>? tries, CancellationToken cancellation)
    {
        if (
            await _store.FindAsync(seat.Practice, cancellation) is not { } practice
            || await PaperAsync(practice, seat, cancellation) is not { } paper
        )
            return null;
        tries ??= await _store.TriesAsync(seat.Id, cancellation);
        return new Sitting(practice, seat, PracticeWalk.After(paper, practice.Rules, tries), _proofs.Protect(seat.Id), Now);
    }

    /// <summary>Sits someone down at this browser.</summary>
    /// <param name="seat">The seat's id.</param>
    /// <param name="context">The request.</param>
    public void Seat(string seat, HttpContext context) =>
        context.Response.Cookies.Append(
            Cookie,
            _seats.Protect(seat),
            new CookieOptions
            {
                HttpOnly = true,
                Secure = _options.NeedsSignIn,
                SameSite = SameSiteMode.Lax,
                MaxAge = ComesBack,
                Path = "/practice",
                IsEssential = true,
            }
        );

    /// <summary>Starts the clock of who sits here, where there is one and it does not run yet.</summary>
    /// <param name="sitting">Who sits here.</param>
    public async Task<Sitting> BeginAsync(Sitting sitting)
    {
        if (sitting.Practice.Rules.Minutes == 0 || sitting.Seat.StartedAt is not null || !sitting.IsOpen(Now))
            return sitting;
        await _store.BeginAsync(sitting.Seat.Id);
        return sitting with { Seat = sitting.Seat with { StartedAt = Now } };
    }

    /// <summary>Has this browser forget who sat at it.</summary>
    /// <param name="context">The request.</param>
    public void Leave(HttpContext context) => context.Response.Cookies.Delete(Cookie, new CookieOptions { Path = "/practice" });

    /// <summary>Whether a form was sent by a page of who sits here.</summary>
    /// <param name="sitting">Who sits here.</param>
    /// <param name="proof">What the form carried.</param>
    public bool IsProven(Sitting sitting, string? proof) => Opened(_proofs, proof) == sitting.Seat.Id;

    /// <summary>Keeps something that was done, where it may be, and tells who watches.</summary>
    /// <param name="sitting">Who did it.</param>
    /// <param name="token">What the page calls it.</param>
    /// <param name="done">What was done.</param>
    /// <param name="question">The question, where an answer was judged.</param>
    /// <returns>Where they stand now.</returns>
    public async Task<Sitting> DoAsync(Sitting sitting, string token, PracticeTry done, PracticeQuestion? question)
    {
        var all = await _store.AddAsync(sitting.Seat.Id, token, done, question?.Item, before =>
            sitting.IsOpen(Now) && MayBe(PracticeWalk.After(sitting.Paper, sitting.Practice.Rules, before), done)
        );
        _watch.Changed(sitting.Practice.Id);
        return sitting with { Walk = PracticeWalk.After(sitting.Paper, sitting.Practice.Rules, all) };
    }

    /// <summary>Lets go of papers, as after an erasure.</summary>
    public void Forget() => _papers.Clear();

    /// <summary>The questions of a seat; null where the sheet cannot be read.</summary>
    /// <param name="practice">The practice.</param>
    /// <param name="seat">The seat.</param>
    /// <param name="cancellation">Ends it, as when whoever asked has left.</param>
    public async Task<PracticePaper?> PaperAsync(KeptPractice practice, PracticeSeat seat, CancellationToken cancellation)
    {
        var key = (seat.HasOwnSheet ? seat.Id : practice.Id, seat.DrawnOn, seat.Part?.Id, seat.Clef?.Id, seat.Chance);
        if (_papers.TryGetValue(key, out PracticePaper? known))
            return known;
        // A class comes in at once: its paper is made once, and the others wait for it.
        var turn = _making.GetOrAdd(key, _ => new SemaphoreSlim(1));
        await turn.WaitAsync(cancellation);
        try
        {
            if (_papers.TryGetValue(key, out known))
                return known;
            if (await _store.SheetAsync(seat, cancellation) is not { } sheet)
                return null;
            // Where each day has its own, there is nothing on a day without one.
            if (practice.Rules.IsDueAgain && !seat.HasOwnSheet)
                sheet = sheet with { Sections = [] };
            var paper = await Task.Run(() => PracticePaper.For(sheet, seat.Part, seat.Clef, seat.Chance), cancellation);
            return _papers.Set(key, paper, new MemoryCacheEntryOptions { Size = 1, SlidingExpiration = Kept });
        }
        finally
        {
            turn.Release();
            _making.TryRemove(key, out _);
        }
    }

    public void Dispose() => _papers.Dispose();

    // What is over stays as it is, and what was not asked is not answered.
    private static bool MayBe(PracticeWalk walk, PracticeTry done)
    {
        if (done.Doing == Doing.Finished)
            return !walk.IsFinished;
        if (done.Doing == Doing.More)
            return walk.Rules.Shown == Shown.AtOnce && walk.Worst is not null && walk.Order.Contains(done.Question);
        if (!walk.Order.Contains(done.Question) || walk.Paper.Find(done.Question) is not { } question)
            return false;
        var progress = walk.Of(done.Question);
        return done.Doing switch
        {
            Doing.Answered => walk.Rules.Shown != Shown.AtOnce || !progress.IsOver(walk.Rules),
            Doing.Hint => walk.Rules.HasHints && !progress.IsOver(walk.Rules) && progress.Hints < question.Hints,
            Doing.Shown => walk.Rules.Shown == Shown.AtOnce && !progress.IsOver(walk.Rules),
            _ => false,
        };
    }

    private string? Opened(string? cookie) => Opened(_seats, cookie);

    private static string? Opened(IDataProtector protector, string? sealedText)
    {
        const int longest = 1_000;
        if (sealedText is not { Length: > 0 and < longest })
            return null;
        try
        {
            return protector.Unprotect(sealedText);
        }
        catch (CryptographicException)
        {
            // Not one of ours.
            return null;
        }
    }
}
