using System.Net;
using AngleSharp.Html.Parser;
using Gavvet.Worksheets.Editing;

namespace Gavvet.Web.Tests;

public sealed class BackupTests : IAsyncLifetime
{
    private Visitor _visitor = null!;

    public async ValueTask InitializeAsync() => _visitor = await Visitor.ArriveAsync();

    public ValueTask DisposeAsync() => _visitor.DisposeAsync();

    private async Task<string> Look(byte[] file)
    {
        var page = await _visitor.OpenAsync("/backup");
        using var content = new MultipartFormDataContent { { new ByteArrayContent(file), "file", "mine.gavvet" } };
        var (_, answer) = await _visitor.PostAsync("/backup?handler=Look", content);
        _staged = answer.QuerySelector("input[name=staged]")?.GetAttribute("value") ?? "";
        return answer.Body!.TextContent;
    }

    private string _staged = "";

    [Fact]
    public async Task Everything_is_taken_away_in_one_file_looked_into_and_restored()
    {
        var kept = await _visitor.Store.CreateAsync(SheetEditor.NewSheet(1));
        var file = await _visitor.BytesAsync("/backup/file");
        Assert.Equal("SQLite format 3", System.Text.Encoding.ASCII.GetString(file, 0, 15));
        await _visitor.Store.DeleteAsync(kept.Id);
        Assert.Contains("1 sheet, 0 deleted sheets, 0 printings", await Look(file), StringComparison.Ordinal);
        Assert.Empty(await _visitor.Store.ListAsync());
        var (answer, _) = await _visitor.PostAsync("/backup?handler=Restore", ("staged", _staged));
        Assert.Equal(HttpStatusCode.Redirect, answer.StatusCode);
        Assert.Equal(kept.Id, Assert.Single(await _visitor.Store.ListAsync()).Id);
        var (_, page) = await _visitor.GetAsync(answer.Headers.Location!.OriginalString);
        Assert.Contains(
            "before-restore-",
            new HtmlParser().ParseDocument(page).QuerySelector("[role=status]")!.TextContent,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task What_is_no_backup_is_refused_at_the_field()
    {
        Assert.Contains("This is no Gavvet backup", await Look([1, 2, 3]), StringComparison.Ordinal);
        Assert.Contains("Choose a backup file first", await Look([]), StringComparison.Ordinal);
        var (answer, _) = await _visitor.PostAsync("/backup?handler=Restore");
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
    }

    [Fact]
    public async Task A_locked_database_is_said_and_the_page_keeps_what_was_typed()
    {
        var sheet = await _visitor.Store.CreateAsync(SheetEditor.NewSheet(1));
        await _visitor.OpenAsync($"/sheets/{sheet.Id}");
        await using var other = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={_visitor.DatabasePath};Pooling=False");
        await other.OpenAsync(TestContext.Current.CancellationToken);
        await using (var transaction = other.BeginTransaction(deferred: false))
        {
            var (answer, fragments) = await _visitor.PostAsync(
                $"/sheets/{sheet.Id}?handler=Edit",
                ("edit", "title"),
                ("title", "Now"),
                ("head", $"{sheet.Head}")
            );
            Assert.Equal(HttpStatusCode.ServiceUnavailable, answer.StatusCode);
            Assert.Contains(
                "Another program holds the database",
                fragments.QuerySelector("#notice[role=alert]")!.TextContent,
                StringComparison.Ordinal
            );
        }

        Assert.Equal("Major scales", (await _visitor.Store.FindAsync(sheet.Id))!.Sheet.Title);
    }
}
