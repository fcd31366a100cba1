using System.Net;
using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;
using AngleSharp.Html.Parser;
using Gavvet.Storage;
using Gavvet.Teaching.Practice;
using Gavvet.Web.Hosting;
using Gavvet.Web.Start;
using Gavvet.Worksheets.Editing;
using Microsoft.Extensions.DependencyInjection;

namespace Gavvet.Web.Tests;

/// <summary>A server that others can reach, seen from outside: through a proxy, or over TLS with a certificate of its own.</summary>
public sealed class SignInTests : IAsyncDisposable
{
    private const string Passphrase = "four quiet bassoons";

    private readonly string _folder = Directory.CreateTempSubdirectory("gavvet-sign-in-").FullName;
    private readonly CookieContainer _cookies = new();
    private Server? _server;
    private HttpClient _client = null!;

    private async Task<string?> Start(params string[] more)
    {
        _server = await Server.BuildAsync(["--data", _folder, "--port", "0", "--public-address", "https://scales.example", .. more]);
        await _server.Application.StartAsync();
        var port = new Uri(_server.Application.Urls.First()).Port;
        var isTls = more.Contains("--certificate");
        var handler = new HttpClientHandler
        {
            AllowAutoRedirect = false,
            UseCookies = false,
            ServerCertificateCustomValidationCallback = (_, certificate, _, _) => certificate?.Subject == "CN=scales.example",
        };
        _client = new HttpClient(handler) { BaseAddress = new Uri($"{(isTls ? "https" : "http")}://127.0.0.1:{port}") };
        _client.DefaultRequestHeaders.Host = "scales.example";
        if (!isTls)
            _client.DefaultRequestHeaders.Add("X-Forwarded-Proto", "https");
        return _server.SetUpLink;
    }

    private async Task Stop()
    {
        await _server!.Application.StopAsync();
        await _server.DisposeAsync();
        _server = null;
        _client.Dispose();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
    }

    public async ValueTask DisposeAsync()
    {
        if (_server is not null)
            await Stop();
        Directory.Delete(_folder, recursive: true);
    }

    private static readonly Uri Outside = new("https://scales.example");

    private async Task<(HttpResponseMessage Response, string Text)> Send(HttpMethod method, string path, params (string, string)[] fields)
    {
        using var request = new HttpRequestMessage(method, path);
        if (_cookies.GetCookieHeader(Outside) is { Length: > 0 } cookies)
            request.Headers.Add("Cookie", cookies);
        request.Headers.Add("Origin", Outside.GetLeftPart(UriPartial.Authority));
        if (method == HttpMethod.Post)
            request.Content = new FormUrlEncodedContent(fields.Select(field => KeyValuePair.Create(field.Item1, field.Item2)));
        var response = await _client.SendAsync(request);
        foreach (var cookie in response.Headers.TryGetValues("Set-Cookie", out var set) ? set : [])
        {
            Assert.Contains("secure", cookie, StringComparison.OrdinalIgnoreCase);
            Assert.Contains("httponly", cookie, StringComparison.OrdinalIgnoreCase);
            _cookies.SetCookies(Outside, cookie);
        }

        return (response, await response.Content.ReadAsStringAsync());
    }

    private async Task<(HttpResponseMessage Response, string Text)> Enter(string path, params (string, string)[] fields)
    {
        var (_, page) = await Send(HttpMethod.Get, path);
        var form = new HtmlParser().ParseDocument(page).QuerySelector("form")!;
        var hidden = form.QuerySelectorAll("input[type=hidden]")
            .Select(input => (input.GetAttribute("name")!, input.GetAttribute("value")!));
        return await Send(HttpMethod.Post, path, [.. hidden, .. fields]);
    }

    [Fact]
    public async Task Nothing_is_shown_before_the_passphrase_that_only_the_starter_can_set()
    {
        var link = (await Start("--behind-proxy"))!;
        var sheet = await _server!.Application.Services.GetRequiredService<SheetStore>().CreateAsync(SheetEditor.NewSheet(1));
        foreach (
            var path in new[]
            {
                "/",
                $"/sheets/{sheet.Id}",
                $"/sheets/{sheet.Id}/key.pdf",
                $"/sheets/{sheet.Id}/everything.zip",
                "/backup/file",
                "/p/AAAAAAAA",
            }
        )
        {
            var (answer, _) = await Send(HttpMethod.Get, path);
            Assert.Equal((HttpStatusCode.Redirect, "/sign-in"), (answer.StatusCode, answer.Headers.Location!.AbsolutePath));
        }

        Assert.Equal(HttpStatusCode.OK, (await Send(HttpMethod.Get, "/css/gavvet.css")).Response.StatusCode);
        Assert.Contains(
            "No passphrase is set",
            (await Enter("/sign-in?setup=guess", ("passphrase", Passphrase))).Text,
            StringComparison.Ordinal
        );
        var path_ = new Uri(link).PathAndQuery;
        Assert.Contains("at least 12", (await Enter(path_, ("passphrase", "short"), ("again", "short"))).Text, StringComparison.Ordinal);
        Assert.Contains(
            "not alike",
            (await Enter(path_, ("passphrase", Passphrase), ("again", "four loud bassoons"))).Text,
            StringComparison.Ordinal
        );
        Assert.Equal(HttpStatusCode.Redirect, (await Enter(path_, ("passphrase", Passphrase), ("again", Passphrase))).Response.StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await Send(HttpMethod.Get, "/")).Response.StatusCode);
        Assert.DoesNotContain("Set the passphrase", (await Send(HttpMethod.Get, path_)).Text, StringComparison.Ordinal);
        Assert.Contains(
            "passphrase-set",
            await File.ReadAllTextAsync(Path.Combine(_folder, "audit.log"), TestContext.Current.CancellationToken),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task Students_practice_without_a_passphrase_and_the_teachers_side_of_it_asks_for_one()
    {
        await Start("--behind-proxy");
        var practices = _server!.Application.Services.GetRequiredService<PracticeStore>();
        var id = await practices.OpenAsync(
            new NewPractice(
                SheetEditor.NewSheet(1),
                null,
                new PracticeRules(),
                DateTimeOffset.UtcNow.AddMinutes(-1),
                DateTimeOffset.UtcNow.AddDays(1)
            )
        );
        foreach (
            var path in new[]
            {
                "/practices",
                "/practices/new",
                $"/practices/{id}",
                $"/practices/{id}/events",
                $"/practices/{id}/codes.pdf",
            }
        )
        {
            var (asked, _) = await Send(HttpMethod.Get, path);
            Assert.Equal((HttpStatusCode.Redirect, "/sign-in"), (asked.StatusCode, asked.Headers.Location!.AbsolutePath));
        }

        var code = (await practices.FindAsync(id))!.Code;
        var (came, _) = await Send(HttpMethod.Post, "/practice", ("code", code));
        Assert.Equal("/practice/now", came.Headers.Location!.OriginalString);
        // A browser takes a name tied to TLS with a path of its own only under the prefix that allows one.
        var cookie = Assert.Single(came.Headers.GetValues("Set-Cookie"));
        Assert.StartsWith("__Secure-gavvet-practice=", cookie, StringComparison.Ordinal);
        Assert.Contains("path=/practice", cookie, StringComparison.OrdinalIgnoreCase);
        Assert.Equal("/sign-in", (await Send(HttpMethod.Get, "/")).Response.Headers.Location!.AbsolutePath);
    }

    [Fact]
    public async Task What_a_handout_lets_hear_needs_no_passphrase_leaves_no_cookie_and_leads_nowhere_else()
    {
        await Start("--behind-proxy");
        var heard = await Send(HttpMethod.Get, "/listen/major+dorian/D+F%23?part=clarinet");
        Assert.Equal(HttpStatusCode.OK, heard.Response.StatusCode);
        Assert.False(heard.Response.Headers.Contains("Set-Cookie"));
        Assert.DoesNotContain("<a ", heard.Text, StringComparison.Ordinal);
        // Four scales, as a clarinet sounds them: the written D above middle C is two semitones lower.
        Assert.Equal(4, heard.Text.Split("data-sound=").Length - 1);
        Assert.Contains("data-sound=\"48 50 52 53 55 57 59 60", heard.Text, StringComparison.Ordinal);
        foreach (var wrong in new[] { "/listen/none/D", "/listen/major/H9", "/listen/major/" })
            Assert.NotEqual(HttpStatusCode.OK, (await Send(HttpMethod.Get, wrong)).Response.StatusCode);
    }

    private async Task SetPassphrase() =>
        await Enter(new Uri((await Start("--behind-proxy"))!).PathAndQuery, ("passphrase", Passphrase), ("again", Passphrase));

    private void Forget(Func<Cookie, bool> which)
    {
        foreach (var cookie in _cookies.GetCookies(Outside).Where(which))
            cookie.Expired = true;
    }

    private void From(string address)
    {
        _client.DefaultRequestHeaders.Remove("X-Forwarded-For");
        _client.DefaultRequestHeaders.Add("X-Forwarded-For", address);
    }

    [Fact]
    public async Task Wrong_passphrases_make_their_address_wait_longer_and_longer_and_nobody_else()
    {
        await SetPassphrase();
        var known = _cookies.GetCookies(Outside).Single(cookie => cookie.Name.EndsWith("gavvet-browser", StringComparison.Ordinal));
        Forget(_ => true);
        From("198.51.100.7");
        for (var i = 0; i < 3; i++)
            Assert.Contains(
                "not the passphrase. Try again.",
                (await Enter("/sign-in", ("passphrase", $"wrong {i}"))).Text,
                StringComparison.Ordinal
            );
        Assert.Contains("Wait 2 seconds before", (await Enter("/sign-in", ("passphrase", "wrong again"))).Text, StringComparison.Ordinal);
        // Even the right one has to wait now, from this address.
        var (answer, text) = await Enter("/sign-in", ("passphrase", Passphrase));
        Assert.Equal(HttpStatusCode.TooManyRequests, answer.StatusCode);
        Assert.Contains("Too many wrong passphrases came from here", text, StringComparison.Ordinal);
        // Another address, and a browser that signed in before, do not.
        From("198.51.100.8");
        Assert.Equal(HttpStatusCode.Redirect, (await Enter("/sign-in", ("passphrase", Passphrase))).Response.StatusCode);
        Forget(_ => true);
        From("198.51.100.7");
        _cookies.Add(Outside, new Cookie(known.Name, known.Value) { Secure = true });
        Assert.Equal(HttpStatusCode.Redirect, (await Enter("/sign-in", ("passphrase", Passphrase))).Response.StatusCode);
        await Stop();
        var log = await File.ReadAllLinesAsync(Path.Combine(_folder, "audit.log"), TestContext.Current.CancellationToken);
        Assert.Equal(
            ["passphrase-set", "refused", "refused", "refused", "refused", "made-to-wait", "signed-in", "signed-in"],
            log.Select(line => line.Split(' ')[1])
        );
        Assert.EndsWith("198.51.100.8", log[6], StringComparison.Ordinal);
    }

    [Fact]
    public void The_wait_doubles_to_a_quarter_of_an_hour_and_the_count_is_bounded()
    {
        var clock = new SetClock();
        var attempts = new Attempts(clock);
        for (var i = 0; i < 30; i++)
            attempts.Failed("one");
        Assert.Equal(TimeSpan.FromMinutes(15), attempts.Wait("one"));
        Assert.Equal(TimeSpan.Zero, attempts.Wait("other"));
        clock.Pass(TimeSpan.FromMinutes(15));
        Assert.Equal(TimeSpan.Zero, attempts.Wait("one"));
        // Someone with very many addresses makes the oldest forgotten, not the memory full.
        for (var i = 0; i < 10_050; i++)
            attempts.Failed($"address {i}");
        clock.Pass(TimeSpan.FromHours(2));
        attempts.Failed("one");
        Assert.Equal(TimeSpan.Zero, attempts.Wait("one"));
    }

    [Fact]
    public async Task Strangers_take_turns_at_the_door_and_a_browser_that_signed_in_before_does_not_wait_among_them()
    {
        using var door = new Door();
        var (atOnce, most, checks) = (0, 0, 0);
        async Task<bool> CheckAsync()
        {
            most = Math.Max(most, Interlocked.Increment(ref atOnce));
            await Task.Delay(5);
            Interlocked.Decrement(ref atOnce);
            Interlocked.Increment(ref checks);
            return false;
        }

        var answers = await Task.WhenAll(
            Enumerable.Range(0, 60).Select(_ => door.KnockAsync(CheckAsync, TestContext.Current.CancellationToken))
        );
        Assert.Equal(1, most);
        // Five at once and twenty in line; the others are told that many are there.
        Assert.Equal(25, checks);
        Assert.Equal(35, answers.Count(answer => answer is null));
        Assert.True(KnownBrowsers.IsKnown("browser 1"));
        Assert.False(KnownBrowsers.IsKnown("address 127.0.0.1"));
    }

    [Fact]
    public async Task Sessions_that_ran_out_are_forgotten()
    {
        await SetPassphrase();
        var sessions = _server!.Application.Services.GetRequiredService<Sessions>();
        Assert.Single(await sessions.ListAsync());
        await sessions.ForgetOldAsync();
        Assert.Single(await sessions.ListAsync());
        foreach (var session in await sessions.ListAsync())
            session.LastSeen -= TimeSpan.FromHours(13);
        await using (
            var people = await _server
                .Application.Services.GetRequiredService<Microsoft.EntityFrameworkCore.IDbContextFactory<PeopleDatabase>>()
                .CreateDbContextAsync(TestContext.Current.CancellationToken)
        )
        {
            foreach (var row in people.Sessions)
                row.LastSeen -= TimeSpan.FromHours(13);
            await people.SaveChangesAsync(TestContext.Current.CancellationToken);
        }

        await sessions.ForgetOldAsync();
        Assert.Empty(await sessions.ListAsync());
        await using var after = await _server
            .Application.Services.GetRequiredService<Microsoft.EntityFrameworkCore.IDbContextFactory<PeopleDatabase>>()
            .CreateDbContextAsync(TestContext.Current.CancellationToken);
        Assert.Empty(after.Sessions);
    }

    [Fact]
    public async Task A_session_is_listed_ended_and_gone_at_once()
    {
        await SetPassphrase();
        var first = _cookies.GetCookies(Outside).Single(cookie => cookie.Name == "__Host-gavvet-teacher").Value;
        Forget(_ => true);
        await Enter("/sign-in", ("passphrase", Passphrase));
        var (_, account) = await Send(HttpMethod.Get, "/account");
        var page = new HtmlParser().ParseDocument(account);
        Assert.Equal(2, page.QuerySelectorAll("tbody tr").Length);
        var end = page.QuerySelector("form[action='/account?handler=End']")!;
        Assert.Equal(
            HttpStatusCode.Redirect,
            (
                await Send(
                    HttpMethod.Post,
                    "/account?handler=End",
                    [.. end.QuerySelectorAll("input").Select(input => (input.GetAttribute("name")!, input.GetAttribute("value")!))]
                )
            )
                .Response
                .StatusCode
        );
        Assert.Equal(HttpStatusCode.OK, (await Send(HttpMethod.Get, "/")).Response.StatusCode);
        var own = _cookies.GetCookies(Outside).Single(cookie => cookie.Name == "__Host-gavvet-teacher").Value;
        _cookies.Add(Outside, new Cookie("__Host-gavvet-teacher", first) { Secure = true });
        Assert.Equal(HttpStatusCode.Redirect, (await Send(HttpMethod.Get, "/")).Response.StatusCode);
        // Signing out ends the session itself, so the old cookie opens nothing either.
        _cookies.Add(Outside, new Cookie("__Host-gavvet-teacher", own) { Secure = true });
        var leave = new HtmlParser()
            .ParseDocument((await Send(HttpMethod.Get, "/account")).Text)
            .QuerySelector("form[action='/account?handler=SignOut'] input")!;
        await Send(HttpMethod.Post, "/account?handler=SignOut", (leave.GetAttribute("name")!, leave.GetAttribute("value")!));
        _cookies.Add(Outside, new Cookie("__Host-gavvet-teacher", own) { Secure = true });
        Assert.Equal(HttpStatusCode.Redirect, (await Send(HttpMethod.Get, "/")).Response.StatusCode);
    }

    [Fact]
    public async Task A_changed_passphrase_ends_every_other_session()
    {
        await SetPassphrase();
        var first = _cookies.GetCookies(Outside).Single(cookie => cookie.Name == "__Host-gavvet-teacher").Value;
        Forget(_ => true);
        await Enter("/sign-in", ("passphrase", Passphrase));
        async Task<string> Change(params (string, string)[] fields)
        {
            var form = new HtmlParser()
                .ParseDocument((await Send(HttpMethod.Get, "/account")).Text)
                .QuerySelector("form[action='/account?handler=Change'] input")!;
            return (
                await Send(
                    HttpMethod.Post,
                    "/account?handler=Change",
                    [(form.GetAttribute("name")!, form.GetAttribute("value")!), .. fields]
                )
            ).Text;
        }

        Assert.Contains(
            "is another one",
            await Change(("passphrase", "wrong"), ("fresh", "five loud bassoons"), ("again", "five loud bassoons")),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "not alike",
            await Change(("passphrase", Passphrase), ("fresh", "five loud bassoons"), ("again", "five")),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "The passphrase is changed",
            await Change(("passphrase", Passphrase), ("fresh", "five loud bassoons"), ("again", "five loud bassoons")),
            StringComparison.Ordinal
        );
        Assert.Equal(HttpStatusCode.OK, (await Send(HttpMethod.Get, "/")).Response.StatusCode);
        _cookies.Add(Outside, new Cookie("__Host-gavvet-teacher", first) { Secure = true });
        Assert.Equal(HttpStatusCode.Redirect, (await Send(HttpMethod.Get, "/")).Response.StatusCode);
        Assert.Contains("not the passphrase", (await Enter("/sign-in", ("passphrase", Passphrase))).Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_a_page_sends_after_its_session_ended_is_not_led_to_the_sign_in_page()
    {
        await SetPassphrase();
        var sheet = await _server!.Application.Services.GetRequiredService<SheetStore>().CreateAsync(SheetEditor.NewSheet(1));
        Forget(cookie => cookie.Name.EndsWith("teacher", StringComparison.Ordinal));
        _client.DefaultRequestHeaders.Add("HX-Request", "true");
        foreach (var method in new[] { HttpMethod.Post, HttpMethod.Get })
        {
            var (answer, text) = await Send(method, $"/sheets/{sheet.Id}?handler=Edit");
            Assert.Equal(HttpStatusCode.Unauthorized, answer.StatusCode);
            Assert.Contains("Not saved: sign in", text, StringComparison.Ordinal);
            Assert.False(answer.Headers.Contains("X-Gavvet-Done"));
        }
    }

    [Fact]
    public async Task Where_tls_is_sure_browsers_are_held_to_it_and_no_other_scheme_is_taken()
    {
        await SetPassphrase();
        Assert.Contains(
            "max-age",
            (await Send(HttpMethod.Get, "/")).Response.Headers.GetValues("Strict-Transport-Security").Single(),
            StringComparison.Ordinal
        );
        Assert.All(_cookies.GetCookies(Outside), cookie => Assert.StartsWith("__Host-", cookie.Name, StringComparison.Ordinal));
        _client.DefaultRequestHeaders.Remove("X-Forwarded-Proto");
        _client.DefaultRequestHeaders.Add("X-Forwarded-Proto", "javascript");
        Assert.Equal(HttpStatusCode.BadRequest, (await Send(HttpMethod.Get, "/sign-in")).Response.StatusCode);
    }

    [Fact]
    public async Task Those_signed_in_with_an_earlier_program_keep_their_passphrase()
    {
        await SetPassphrase();
        await Stop();
        // As it was before there were migrations and sessions: the tables, and no history of them.
        await using (
            var connection = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={Path.Combine(_folder, "people.db")};Pooling=False")
        )
        {
            await connection.OpenAsync(TestContext.Current.CancellationToken);
            await using var command = connection.CreateCommand();
            command.CommandText =
                "DROP TABLE Sessions; DROP TABLE __EFMigrationsHistory; DROP TABLE IF EXISTS __EFMigrationsLock; UPDATE AspNetUsers SET LockoutEnd = '2099-01-01 00:00:00+00:00', LockoutEnabled = 1";
            await command.ExecuteNonQueryAsync(TestContext.Current.CancellationToken);
        }

        Forget(_ => true);
        Assert.Null(await Start("--behind-proxy"));
        Assert.Equal(HttpStatusCode.Redirect, (await Enter("/sign-in", ("passphrase", Passphrase))).Response.StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await Send(HttpMethod.Get, "/")).Response.StatusCode);
    }

    [Fact]
    public async Task A_passphrase_forgotten_from_the_command_line_is_set_anew_and_the_old_one_opens_nothing()
    {
        await Enter(new Uri((await Start("--behind-proxy"))!).PathAndQuery, ("passphrase", Passphrase), ("again", Passphrase));
        await Stop();
        Assert.Null(await Start("--behind-proxy"));
        await Stop();
        Assert.NotNull(await Start("--behind-proxy", "--reset-passphrase"));
        // The session from before the reset is over.
        Assert.Equal(HttpStatusCode.Redirect, (await Send(HttpMethod.Get, "/")).Response.StatusCode);
        Assert.Contains("No passphrase is set", (await Enter("/sign-in", ("passphrase", Passphrase))).Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task With_a_certificate_the_server_speaks_tls_itself()
    {
        using var key = RSA.Create(2048);
        var request = new CertificateRequest("CN=scales.example", key, HashAlgorithmName.SHA256, RSASignaturePadding.Pkcs1);
        using var certificate = request.CreateSelfSigned(DateTimeOffset.UtcNow.AddDays(-1), DateTimeOffset.UtcNow.AddDays(1));
        var (file, words) = (Path.Combine(_folder, "c.p12"), Path.Combine(_folder, "c.txt"));
        await File.WriteAllBytesAsync(file, certificate.Export(X509ContentType.Pkcs12, "secret"), TestContext.Current.CancellationToken);
        await File.WriteAllTextAsync(words, "secret\n", TestContext.Current.CancellationToken);
        Assert.NotNull(await Start("--listen", "0.0.0.0", "--certificate", file, "--certificate-passphrase", words));
        Assert.Equal(HttpStatusCode.Redirect, (await Send(HttpMethod.Get, "/")).Response.StatusCode);
    }

    [Theory]
    [InlineData("--listen 0.0.0.0", "must be secret")]
    [InlineData("--behind-proxy", "--public-address https://scales.example")]
    [InlineData("--behind-proxy --listen 0.0.0.0 --public-address https://scales.example", "listens on this machine alone")]
    [InlineData("--listen everywhere", "no address to listen at")]
    [InlineData("--certificate nowhere.p12", "There is no certificate")]
    [InlineData("--scans nowhere", "There is no folder nowhere. Give one that a copier puts its scans into.")]
    [InlineData("--public-address scales", "is not an address")]
    [InlineData("--colour red", "no option --colour")]
    [InlineData("--port", "--port needs a value")]
    [InlineData("--port --behind-proxy", "is not a port")]
    [InlineData("--port 80 --port 81", "--port stands twice")]
    [InlineData(
        "loose",
        "no option loose. There are --data FOLDER, --port NUMBER, --listen ADDRESS, --public-address ADDRESS, --certificate FILE, --certificate-passphrase FILE, --scans FOLDER, --behind-proxy and --reset-passphrase."
    )]
    public void What_would_open_the_desk_to_others_unguarded_is_refused(string words, string problem) =>
        Assert.Contains(
            problem,
            Assert.Throws<StartException>(() => ServerOptions.Read(["--data", "x", .. words.Split(' ')])).Message,
            StringComparison.Ordinal
        );

    [Fact]
    public void The_command_line_is_read_whole()
    {
        var options = ServerOptions.Read([
            "--port",
            "0",
            "--data=/tmp/x",
            "--behind-proxy",
            "--public-address",
            "https://scales.example/",
            "--demo",
            "true",
        ]);
        Assert.Equal(
            ("/tmp/x", 0, true, true, "https://scales.example", false),
            (options.Data, options.Port, options.Demo, options.BehindProxy, options.PublicAddress, options.ResetPassphrase)
        );
        Assert.Equal(5080, ServerOptions.Read(["--data", "x"]).Port);
        Assert.Equal(81, ServerOptions.Read(ServerOptions.OnPort(["--port", "80", "--data", "x"], 81)).Port);
        Assert.Equal(
            (81, "x"),
            ServerOptions.Read(ServerOptions.OnPort(["--data", "x"], 81)) is var other ? (other.Port, other.Data) : default
        );
    }
}
