using System.Net;
using System.Text;
using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Web.Demo;
using Gavvet.Web.Pages.Printings;
using Gavvet.Web.Start;
using Gavvet.Worksheets.Editing;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Hosting;

namespace Gavvet.Web.Tests;

public sealed class DeskAndSafetyTests : IAsyncLifetime
{
    private Visitor _visitor = null!;

    public async ValueTask InitializeAsync() => _visitor = await Visitor.ArriveAsync();

    public ValueTask DisposeAsync() => _visitor.DisposeAsync();

    [Fact]
    public async Task An_empty_desk_says_what_to_do_and_a_new_sheet_opens()
    {
        var desk = await _visitor.OpenAsync("/");
        Assert.Contains("Press N for your first sheet", desk.QuerySelector(".empty")!.TextContent, StringComparison.Ordinal);
        var (response, _) = await _visitor.PostAsync("/?handler=New");
        var bench = await _visitor.OpenAsync(response.Headers.GetValues("HX-Redirect").Single());
        Assert.NotNull(bench.QuerySelector("#pages svg"));
    }

    [Fact]
    public async Task Sheets_are_duplicated_deleted_and_brought_back()
    {
        var sheet = await _visitor.Store.CreateAsync(SheetEditor.NewSheet(1));
        await _visitor.OpenAsync("/");
        var (_, fragments) = await _visitor.PostAsync($"/?handler=Duplicate&sheet={sheet.Id}");
        Assert.Equal(["Major scales (copy)", "Major scales"], fragments.QuerySelectorAll("h2").Select(title => title.TextContent));
        (_, fragments) = await _visitor.PostAsync($"/?handler=Delete&sheet={sheet.Id}");
        Assert.Single(fragments.QuerySelectorAll(".sheet-card"));
        var undo = fragments.QuerySelector("#notice button")!.GetAttribute("hx-post")!;
        (_, fragments) = await _visitor.PostAsync(undo);
        Assert.Equal(2, fragments.QuerySelectorAll(".sheet-card").Length);
        var (response, _) = await _visitor.PostAsync("/?handler=Delete&sheet=nothing");
        Assert.Equal(HttpStatusCode.NotFound, response.StatusCode);
    }

    [Theory]
    [InlineData("not json", "not JSON")]
    [InlineData("{\"gavvet\":9}", "this one says 9")]
    [InlineData(
        "{\"gavvet\":1,\"title\":\"x\",\"sections\":[{\"kind\":\"name-key\",\"keys\":{\"add\":[\"H\"]},\"clefs\":[\"bass\"],\"count\":1}]}",
        "“H” is not a note name"
    )]
    [InlineData("", "Choose a sheet file first")]
    public async Task A_file_that_is_no_sheet_is_refused_at_its_field(string content, string words)
    {
        var fragments = await Import(Encoding.UTF8.GetBytes(content), HttpStatusCode.UnprocessableEntity);
        Assert.Contains(words, fragments.GetElementById("error-file")!.TextContent, StringComparison.Ordinal);
        Assert.Empty(await _visitor.Store.ListAsync());
    }

    [Fact]
    public async Task A_title_of_ten_megabytes_is_refused_in_words()
    {
        var file = $"{{\"gavvet\":1,\"title\":\"{new string('x', 10 * 1024 * 1024)}\",\"sections\":[]}}";
        var fragments = await Import(Encoding.UTF8.GetBytes(file), HttpStatusCode.UnprocessableEntity);
        Assert.Contains("too large", fragments.GetElementById("error-file")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_post_without_proof_does_nothing_and_brings_a_new_proof()
    {
        await _visitor.OpenAsync("/");
        using var content = new FormUrlEncodedContent([]);
        var (response, fragments) = await _visitor.PostAsync("/?handler=New", content, request => request.Headers.Remove("X-Gavvet-Form"));
        Assert.Equal(HttpStatusCode.BadRequest, response.StatusCode);
        Assert.Contains("What you typed is still here", fragments.GetElementById("notice")!.TextContent, StringComparison.Ordinal);
        Assert.Contains("X-Gavvet-Form", response.Headers.GetValues("HX-Trigger").Single(), StringComparison.Ordinal);
        Assert.Empty(await _visitor.Store.ListAsync());
    }

    [Theory]
    [InlineData("http://elsewhere.example", null)]
    [InlineData("null", null)]
    [InlineData(null, "cross-site")]
    public async Task A_post_from_another_site_is_refused(string? origin, string? site)
    {
        await _visitor.OpenAsync("/");
        using var content = new FormUrlEncodedContent([]);
        var (response, _) = await _visitor.PostAsync("/?handler=New", content, request =>
        {
            request.Headers.Remove("Origin");
            if (origin is not null)
                request.Headers.Add("Origin", origin);
            if (site is not null)
                request.Headers.Add("Sec-Fetch-Site", site);
        });
        Assert.Equal(HttpStatusCode.Forbidden, response.StatusCode);
        Assert.Empty(await _visitor.Store.ListAsync());
    }

    [Fact]
    public async Task An_unknown_host_name_is_refused()
    {
        var (response, _) = await _visitor.GetAsync("/", request => request.Headers.Host = "gavvet.example");
        Assert.Equal(HttpStatusCode.BadRequest, response.StatusCode);
    }

    [Fact]
    public async Task Every_answer_carries_the_policy_and_the_cookie_stays_on_this_site()
    {
        var (desk, _) = await _visitor.GetAsync("/");
        var cookie = desk.Headers.GetValues("Set-Cookie").Single();
        Assert.StartsWith("gavvet-form=", cookie, StringComparison.Ordinal);
        Assert.Contains("samesite=strict", cookie, StringComparison.Ordinal);
        Assert.Contains("httponly", cookie, StringComparison.Ordinal);
        foreach (var address in new[] { "/", "/sheets/nothing", "/css/gavvet.css" })
        {
            var (response, text) = await _visitor.GetAsync(address);
            var policy = response.Headers.GetValues("Content-Security-Policy").Single();
            Assert.DoesNotContain("unsafe", policy, StringComparison.Ordinal);
            Assert.Contains("script-src 'self'", policy, StringComparison.Ordinal);
            Assert.DoesNotContain("   at ", text, StringComparison.Ordinal);
            Assert.NotEqual(HttpStatusCode.InternalServerError, response.StatusCode);
        }
    }

    [Fact]
    public async Task What_is_not_there_is_said_in_words()
    {
        var (response, text) = await _visitor.GetAsync("/sheets/nothing");
        Assert.Equal(HttpStatusCode.NotFound, response.StatusCode);
        Assert.Contains("nothing at this address", text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_demo_fills_an_empty_folder_once()
    {
        await using var demo = await Visitor.ArriveAsync(demo: true);
        var sheets = await demo.Store.ListAsync();
        Assert.Equal(12, sheets.Count);
        foreach (var sheet in sheets)
            Assert.NotEmpty(await demo.BytesAsync($"/sheets/{sheet.Id}/picture.png"));
    }

    [Fact]
    public async Task Nothing_of_the_demo_is_at_work_once_the_server_has_ended()
    {
        var demo = await Visitor.ArriveAsync(demo: true);
        var (classes, jobs, sheet) = (
            demo.Services.GetRequiredService<DemoClasses>(),
            demo.Services.GetRequiredService<PrintJobs>(),
            (await demo.Store.ListAsync())[0].Id
        );
        var stored = (await demo.Store.FindAsync(sheet))!;
        await demo.DisposeAsync();
        Assert.True(classes.ExecuteTask!.IsCompletedSuccessfully);
        // A printing begun after the end is none.
        var late = jobs.Start(stored, PrintChoices.None, "demo")!;
        await late.Making;
        Assert.Contains("was stopped", late.Problem, StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_end_waits_for_work_that_takes_longer_to_leave_than_the_host_waits()
    {
        var visitor = await Visitor.ArriveAsync(builder => builder.Services.AddSingleton<IHostedService, SlowToLeave>());
        var slow = visitor.Services.GetServices<IHostedService>().OfType<SlowToLeave>().Single();
        await visitor.DisposeAsync();
        Assert.True(slow.HasLeft);
    }

    [Fact]
    public async Task A_start_that_cannot_be_is_refused_in_words()
    {
        Assert.Contains(
            "--data",
            (await Assert.ThrowsAsync<StartException>(() => Server.BuildAsync([]))).Message,
            StringComparison.Ordinal
        );
        foreach (
            var (option, value, words) in new[]
            {
                ("--port", "99999", "A port is"),
                ("--port", "abc", "“abc” is not a port"),
                ("--prot", "5081", "no option --prot"),
            }
        )
            Assert.Contains(
                words,
                (await Assert.ThrowsAsync<StartException>(() => Server.BuildAsync(["--data", "/tmp", option, value]))).Message,
                StringComparison.Ordinal
            );
        Assert.Contains(
            "needs a value",
            (await Assert.ThrowsAsync<StartException>(() => Server.BuildAsync(["--data"]))).Message,
            StringComparison.Ordinal
        );
    }

    private async Task<AngleSharp.Dom.IDocument> Import(byte[] file, HttpStatusCode expected)
    {
        await _visitor.OpenAsync("/");
        using var form = new MultipartFormDataContent { { new ByteArrayContent(file), "file", "sheet.json" } };
        var (response, fragments) = await _visitor.PostAsync("/?handler=Import", form);
        Assert.Equal(expected, response.StatusCode);
        return fragments;
    }

    // Two seconds are what the host waits for.
    private sealed class SlowToLeave : BackgroundService
    {
        public bool HasLeft { get; private set; }

        protected override async Task ExecuteAsync(CancellationToken stoppingToken)
        {
            await Task.Delay(Timeout.Infinite, stoppingToken).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
            await Task.Delay(TimeSpan.FromSeconds(2.5), CancellationToken.None);
            HasLeft = true;
        }
    }
}
