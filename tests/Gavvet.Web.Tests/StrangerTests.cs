using System.Net;
using Gavvet.Worksheets.Editing;
using Microsoft.Extensions.DependencyInjection;

namespace Gavvet.Web.Tests;

/// <summary>What other pages in a teacher's browser, and requests of odd sizes, can and cannot do.</summary>
public sealed class StrangerTests : IAsyncLifetime
{
    private Visitor _visitor = null!;

    public async ValueTask InitializeAsync() => _visitor = await Visitor.ArriveAsync();

    public ValueTask DisposeAsync() => _visitor.DisposeAsync();

    [Theory]
    [InlineData(1_000)]
    [InlineData(3_400)]
    [InlineData(7_000)]
    public async Task A_filter_of_any_length_is_answered_and_costs_no_more_than_a_dozen_words(int words)
    {
        await _visitor.Store.CreateAsync(SheetEditor.NewSheet(1));
        var (answer, _) = await _visitor.GetAsync("/?filter=" + string.Join('+', Enumerable.Repeat("a", words)));
        Assert.Equal(words < 2_000 ? HttpStatusCode.OK : HttpStatusCode.RequestUriTooLong, answer.StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await _visitor.GetAsync("/")).Response.StatusCode);
    }

    [Fact]
    public async Task Words_beyond_a_dozen_are_said_to_be_left_out()
    {
        await _visitor.Store.CreateAsync(SheetEditor.NewSheet(1));
        string Words(int count) =>
            "/?handler=Lists&show=sheets&filter=" + string.Join('+', Enumerable.Range(0, count).Select(i => "major scales"[(i % 5)..]));
        var distinct = "/?handler=Lists&show=sheets&filter=" + string.Join('+', Enumerable.Range(1, 13).Select(i => new string('a', i)));
        Assert.Contains("Looked for the first twelve words", (await _visitor.GetAsync(distinct)).Text, StringComparison.Ordinal);
        Assert.DoesNotContain("left out", (await _visitor.GetAsync(Words(40))).Text, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("cross-site", "no-cors", "image", HttpStatusCode.Forbidden)]
    [InlineData("cross-site", "navigate", "iframe", HttpStatusCode.Forbidden)]
    [InlineData("same-site", "cors", "empty", HttpStatusCode.Forbidden)]
    [InlineData("cross-site", "navigate", "document", HttpStatusCode.OK)]
    [InlineData("same-origin", "no-cors", "image", HttpStatusCode.OK)]
    [InlineData("none", "navigate", "document", HttpStatusCode.OK)]
    public async Task Another_site_may_lead_here_and_fetch_nothing(string site, string mode, string destination, HttpStatusCode expected)
    {
        var (answer, _) = await _visitor.GetAsync("/?filter=a", request =>
        {
            request.Headers.Add("Sec-Fetch-Site", site);
            request.Headers.Add("Sec-Fetch-Mode", mode);
            request.Headers.Add("Sec-Fetch-Dest", destination);
        });
        Assert.Equal(expected, answer.StatusCode);
    }

    [Theory]
    [InlineData("/?filter=%00")]
    [InlineData("/?filter=%ED%A0%80%00")]
    [InlineData("/atlas?q=a%00b")]
    public async Task What_no_text_can_hold_is_refused(string address) =>
        Assert.Equal(HttpStatusCode.BadRequest, (await _visitor.GetAsync(address)).Response.StatusCode);

    [Theory]
    [InlineData("TRACE")]
    [InlineData("PUT")]
    [InlineData("DELETE")]
    [InlineData("OPTIONS")]
    public async Task Methods_nobody_needs_are_refused(string method)
    {
        using var request = new HttpRequestMessage(new HttpMethod(method), new Uri("/", UriKind.Relative));
        Assert.Equal(
            HttpStatusCode.MethodNotAllowed,
            (await _visitor.Client.SendAsync(request, TestContext.Current.CancellationToken)).StatusCode
        );
    }

    [Fact]
    public async Task A_part_that_is_none_is_an_error_at_its_field_and_the_versions_stay_as_typed()
    {
        var sheet = await _visitor.Store.CreateAsync(SheetEditor.NewSheet(1));
        await _visitor.OpenAsync($"/sheets/{sheet.Id}/print");
        var (answer, page) = await _visitor.PostAsync($"/sheets/{sheet.Id}/print", ("versions", "2"), ("parts", "kazoo-of-doom"));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.Contains("kazoo-of-doom", page.GetElementById("words-parts")!.TextContent, StringComparison.Ordinal);
        (answer, page) = await _visitor.PostAsync($"/sheets/{sheet.Id}/print", ("versions", "27"));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.Contains("from 1 to 26", page.GetElementById("words-versions")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_sheet_that_cannot_be_read_opens_on_its_states_and_goes_back_to_the_last_good_one()
    {
        var sheet = await _visitor.Store.CreateAsync(SheetEditor.NewSheet(1));
        var later = (
            await _visitor.Store.SaveAsync(sheet.Id, sheet.Head, SheetEditor.Apply(sheet.Sheet, new Retitle("Broken")).Sheet!, null)
        ).Now!;
        await using (var connection = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={_visitor.DatabasePath};Pooling=False"))
        {
            await connection.OpenAsync(TestContext.Current.CancellationToken);
            await using var command = connection.CreateCommand();
            command.CommandText = $"UPDATE Revisions SET Body = '{{}}' WHERE Id = {later.Head.Revision}";
            await command.ExecuteNonQueryAsync(TestContext.Current.CancellationToken);
        }

        foreach (var path in new[] { "", "/print" })
        {
            var (led, _) = await _visitor.GetAsync($"/sheets/{sheet.Id}{path}", request => request.Headers.Add("Accept", "text/html"));
            Assert.Equal((HttpStatusCode.Redirect, $"/sheets/{sheet.Id}/history"), (led.StatusCode, led.Headers.Location!.OriginalString));
        }

        Assert.Equal(HttpStatusCode.Conflict, (await _visitor.GetAsync($"/sheets/{sheet.Id}/picture.png")).Response.StatusCode);
        Assert.Equal("{}", (await _visitor.GetAsync($"/sheets/{sheet.Id}/sheet.json")).Text);
        var page = await _visitor.OpenAsync($"/sheets/{sheet.Id}/history");
        Assert.Contains("cannot be read as it is now", page.QuerySelector("#unreadable")!.TextContent, StringComparison.Ordinal);
        var back = page.QuerySelector(".unreadable form")!;
        var fields = back.QuerySelectorAll("input").Select(input => (input.GetAttribute("name")!, input.GetAttribute("value")!)).ToArray();
        Assert.Equal(
            HttpStatusCode.Redirect,
            (await _visitor.PostAsync($"/sheets/{sheet.Id}/history?handler=Return", fields)).Response.StatusCode
        );
        Assert.Equal("Major scales", (await _visitor.Store.FindAsync(sheet.Id))!.Sheet.Title);
        // The desk deletes such a sheet, and puts it back.
        Assert.Equal(HttpStatusCode.OK, (await _visitor.PostAsync($"/?handler=Delete&sheet={sheet.Id}")).Response.StatusCode);
    }

    [Fact]
    public async Task Answers_to_posts_say_that_they_were_carried_out_and_only_those()
    {
        var sheet = await _visitor.Store.CreateAsync(SheetEditor.NewSheet(1));
        await _visitor.OpenAsync($"/sheets/{sheet.Id}");
        var (good, _) = await _visitor.PostAsync(
            $"/sheets/{sheet.Id}?handler=Edit",
            ("edit", "title"),
            ("title", "Now"),
            ("head", $"{sheet.Head}")
        );
        Assert.True(good.Headers.Contains("X-Gavvet-Done"));
        foreach (var (title, head) in new[] { ("Now", "0-999"), ("", $"{(await _visitor.Store.FindAsync(sheet.Id))!.Head}") })
        {
            var (refused, _) = await _visitor.PostAsync(
                $"/sheets/{sheet.Id}?handler=Edit",
                ("edit", "title"),
                ("title", title),
                ("head", head)
            );
            Assert.False(refused.Headers.Contains("X-Gavvet-Done"));
            Assert.True(refused.Headers.Contains("X-Gavvet"));
        }
    }

    // A page of a sheet that breaks for a reason nobody thought of.
    [Fact]
    public async Task A_broken_page_says_what_still_works_and_gives_the_sheets_file()
    {
        var culprit = SheetEditor.NewSheet(1).Sections[0].Slots[0].Drawn.Key;
        var breaks = DisagreesOn.Kind(culprit, new InvalidOperationException("A fault nobody thought of."));
        await using var visitor = await Visitor.ArriveAsync(builder => builder.Services.AddSingleton(new QuestionCatalogue([breaks])));
        var sheet = await visitor.Store.CreateAsync(SheetEditor.NewSheet(1));
        var (answer, text) = await visitor.GetAsync($"/sheets/{sheet.Id}");
        Assert.Equal(HttpStatusCode.InternalServerError, answer.StatusCode);
        Assert.Contains("The desk and your other sheets still work", text, StringComparison.Ordinal);
        Assert.Contains($"/sheets/{sheet.Id}/history", text, StringComparison.Ordinal);
        Assert.DoesNotContain("   at ", text, StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.OK, (await visitor.GetAsync($"/sheets/{sheet.Id}/history")).Response.StatusCode);
        Assert.Contains("\"gavvet\": 1", (await visitor.GetAsync($"/sheets/{sheet.Id}/sheet.json")).Text, StringComparison.Ordinal);
        // What cannot be drawn is not saved over what can.
        await visitor.OpenAsync("/");
        var (refused, words) = await visitor.PostAsync(
            $"/sheets/{sheet.Id}?handler=Edit",
            ("edit", "title"),
            ("title", "Now"),
            ("head", $"{sheet.Head}")
        );
        Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.StatusCode);
        Assert.Contains("cannot be drawn", words.Body!.TextContent, StringComparison.Ordinal);
        Assert.Equal(sheet.Head, (await visitor.Store.FindAsync(sheet.Id))!.Head);
    }
}
