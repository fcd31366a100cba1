using System.Net;
using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;
using AngleSharp.Html.Parser;
using Gavvet.Storage;
using Gavvet.Web.Hosting;
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
        var handler = new HttpClientHandler { AllowAutoRedirect = false, UseCookies = false, ServerCertificateCustomValidationCallback = (_, certificate, _, _) => certificate?.Subject == "CN=scales.example" };
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
        var hidden = form.QuerySelectorAll("input[type=hidden]").Select(input => (input.GetAttribute("name")!, input.GetAttribute("value")!));
        return await Send(HttpMethod.Post, path, [.. hidden, .. fields]);
    }

    [Fact]
    public async Task Nothing_is_shown_before_the_passphrase_that_only_the_starter_can_set()
    {
        var link = (await Start("--behind-proxy"))!;
        var sheet = await _server!.Application.Services.GetRequiredService<SheetStore>().CreateAsync(SheetEditor.NewSheet(1));
        foreach (var path in new[] { "/", $"/sheets/{sheet.Id}", $"/sheets/{sheet.Id}/key.pdf", $"/sheets/{sheet.Id}/everything.zip", "/backup/file", "/p/AAAAAAAA" })
        {
            var (answer, _) = await Send(HttpMethod.Get, path);
            Assert.Equal((HttpStatusCode.Redirect, "/sign-in"), (answer.StatusCode, answer.Headers.Location!.AbsolutePath));
        }

        Assert.Equal(HttpStatusCode.OK, (await Send(HttpMethod.Get, "/css/gavvet.css")).Response.StatusCode);
        Assert.Contains("No passphrase is set", (await Enter("/sign-in?setup=guess", ("passphrase", Passphrase))).Text, StringComparison.Ordinal);
        var path_ = new Uri(link).PathAndQuery;
        Assert.Contains("at least 12", (await Enter(path_, ("passphrase", "short"), ("again", "short"))).Text, StringComparison.Ordinal);
        Assert.Contains("not alike", (await Enter(path_, ("passphrase", Passphrase), ("again", "four loud bassoons"))).Text, StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.Redirect, (await Enter(path_, ("passphrase", Passphrase), ("again", Passphrase))).Response.StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await Send(HttpMethod.Get, "/")).Response.StatusCode);
        Assert.DoesNotContain("Set the passphrase", (await Send(HttpMethod.Get, path_)).Text, StringComparison.Ordinal);
        Assert.Contains("passphrase-set", await File.ReadAllTextAsync(Path.Combine(_folder, "audit.log"), TestContext.Current.CancellationToken), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Five_wrong_passphrases_close_the_door_for_a_while_and_are_written_down()
    {
        var link = new Uri((await Start("--behind-proxy"))!).PathAndQuery;
        await Enter(link, ("passphrase", Passphrase), ("again", Passphrase));
        foreach (Cookie cookie in _cookies.GetCookies(Outside))
            cookie.Expired = true;
        for (var i = 0; i < 4; i++)
            Assert.Contains("not the passphrase", (await Enter("/sign-in", ("passphrase", $"wrong {i}"))).Text, StringComparison.Ordinal);
        await Enter("/sign-in", ("passphrase", "wrong again"));
        Assert.Contains("Wait ten minutes", (await Enter("/sign-in", ("passphrase", Passphrase))).Text, StringComparison.Ordinal);
        var log = await File.ReadAllLinesAsync(Path.Combine(_folder, "audit.log"), TestContext.Current.CancellationToken);
        Assert.Equal(["passphrase-set", "refused", "refused", "refused", "refused", "locked-out", "locked-out"], log.Select(line => line.Split(' ')[1]));
    }

    [Fact]
    public async Task A_passphrase_forgotten_from_the_command_line_is_set_anew_and_the_old_one_opens_nothing()
    {
        await Enter(new Uri((await Start("--behind-proxy"))!).PathAndQuery, ("passphrase", Passphrase), ("again", Passphrase));
        await Stop();
        Assert.Null(await Start("--behind-proxy"));
        await Stop();
        Assert.NotNull(await Start("--behind-proxy", "--reset-passphrase"));
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
    [InlineData("--listen everywhere", "no address to listen at")]
    [InlineData("--certificate nowhere.p12", "There is no certificate")]
    [InlineData("--public-address scales", "is not an address")]
    [InlineData("--colour red", "no option --colour")]
    public void What_would_open_the_desk_to_others_unguarded_is_refused(string words, string problem) =>
        Assert.Contains(problem, Assert.Throws<StartException>(() => ServerOptions.Read(["--data", "x", .. words.Split(' ')])).Message, StringComparison.Ordinal);
}
