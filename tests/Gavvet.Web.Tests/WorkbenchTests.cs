using AngleSharp.Dom;
using Gavvet.Storage;
using Gavvet.Worksheets.Editing;
using Gavvet.Worksheets.Files;
using Microsoft.Extensions.DependencyInjection;

namespace Gavvet.Web.Tests;

public sealed class WorkbenchTests : IAsyncLifetime
{
    private Visitor _visitor = null!;
    private StoredSheet _sheet = null!;

    public async ValueTask InitializeAsync()
    {
        _visitor = await Visitor.ArriveAsync();
        _sheet = await _visitor.Store.CreateAsync(SheetEditor.NewSheet(11));
    }

    public ValueTask DisposeAsync() => _visitor.DisposeAsync();

    private string Address => $"/sheets/{_sheet.Id}";

    private string Section => $"{_sheet.Sheet.Sections[0].Id}";

    private async Task<(HttpResponseMessage Response, IDocument Fragments)> Edit(string edit, params (string, string)[] fields)
    {
        var now = (await _visitor.Store.FindAsync(_sheet.Id))!;
        return await _visitor.PostAsync(
            $"{Address}?handler=Edit",
            [("head", $"{now.Head}"), ("edit", edit), ("section", Section), .. fields]
        );
    }

    private async Task<Sheet> Now() => (await _visitor.Store.FindAsync(_sheet.Id))!.Sheet;

    [Fact]
    public async Task The_page_shows_paper_and_settings_and_says_each_question_aloud()
    {
        var page = await _visitor.OpenAsync(Address);
        Assert.Equal("Major scales", page.QuerySelector("#title")!.GetAttribute("value"));
        Assert.Equal(4, page.QuerySelectorAll("details.question").Length);
        Assert.Equal(4, page.QuerySelectorAll("svg g[aria-label^='Question']").Length);
        Assert.Empty(page.QuerySelectorAll("[style], script:not([src]), style"));
        var (_, text) = await _visitor.GetAsync($"{Address}?handler=Card&section={Section}");
        var card = new AngleSharp.Html.Parser.HtmlParser().ParseDocument(text);
        Assert.Equal(15, card.QuerySelectorAll(".fifths-line input").Length);
        Assert.Equal(5, card.QuerySelectorAll(".fifths-line input[checked]").Length);
        Assert.Equal(
            "E flat major and C minor, three flats",
            card.QuerySelector(".fifths-line input[value=Eb]")!.GetAttribute("aria-label")
        );
    }

    [Fact]
    public async Task An_edit_is_saved_and_answers_with_the_changed_pages_only()
    {
        var page = await _visitor.OpenAsync(Address);
        var hash = page.QuerySelector("#pages input[name=page]")!.GetAttribute("value")!;
        var (response, fragments) = await Edit("direction", ("direction", "down"), ("page", hash));
        Assert.Equal(200, (int)response.StatusCode);
        Assert.Equal(Direction.Descending, (await Now()).Sections[0].Direction);
        Assert.NotNull(fragments.QuerySelector("article#page-1"));
        Assert.Null(fragments.QuerySelector("#margin"));
        var newHash = fragments.QuerySelector("article#page-1 input")!.GetAttribute("value")!;
        Assert.NotEqual(hash, newHash);
        (_, fragments) = await Edit("direction", ("direction", "down"), ("page", newHash));
        Assert.Null(fragments.QuerySelector("article#page-1"));
        Assert.NotNull(fragments.QuerySelector("#context input[name=head]"));
    }

    [Fact]
    public async Task Pages_that_come_and_go_are_added_and_taken_away()
    {
        await _visitor.OpenAsync(Address);
        await Edit("keys", [.. Key.Majors.Select(key => ("keys", NoteText.Ascii(key.Tonic)))]);
        var (_, fragments) = await Edit("count", ("count", "15"), ("page", "one"));
        Assert.NotNull(fragments.QuerySelector("[hx-swap-oob='beforeend:#pages'] article#page-2"));
        (_, fragments) = await Edit("count", ("count", "1"), ("page", "one"), ("page", "two"));
        Assert.Equal("delete", fragments.QuerySelector("#page-2")!.GetAttribute("hx-swap-oob"));
    }

    [Theory]
    [InlineData("title", "title", "  ", "words-title", "Give the sheet a title")]
    [InlineData("title", "title", "ꦱꦏ", "words-title", "no sign for “ꦱ”")]
    [InlineData("instruction", "instruction", "ꦱꦏ", "words-instruction-1", "no sign for “ꦱ”")]
    [InlineData("count", "count", "200", "words-count-1", "offer 5 different questions")]
    [InlineData("count", "count", "six", "words-count-1", "in figures")]
    [InlineData("count", "count", "", "words-count-1", "in figures")]
    [InlineData("keys", "none", "", "words-keys-1", "at least one key")]
    [InlineData("keys", "keys", "H", "words-keys-1", "not a note name")]
    [InlineData("keys", "keys", "G#", "words-keys-1", "Choose A♭ major instead")]
    [InlineData("clefs", "none", "", "words-clefs-1", "at least one clef")]
    [InlineData("setup", "staffHeight", "3", "words-staffHeight", "from 6 to 14")]
    [InlineData("direction", "direction", "sideways", "words-direction-1", "those shown")]
    public async Task What_cannot_be_is_said_at_its_field_and_nothing_is_saved(
        string edit,
        string field,
        string value,
        string at,
        string words
    )
    {
        await _visitor.OpenAsync(Address);
        var (response, fragments) = await Edit(edit, (field, value), ("paper", "A4"));
        Assert.Equal(422, (int)response.StatusCode);
        Assert.Contains(words, fragments.GetElementById(at)!.TextContent, StringComparison.Ordinal);
        Assert.Equal(SheetFile.Write(_sheet.Sheet), SheetFile.Write(await Now()));
    }

    [Fact]
    public async Task A_stale_edit_gets_both_ways_on_and_can_be_made_on_the_newer_sheet()
    {
        await _visitor.OpenAsync(Address);
        await Edit("title", ("title", "From the first window"));
        var (response, fragments) = await _visitor.PostAsync(
            $"{Address}?handler=Edit",
            ("head", $"{_sheet.Head}"),
            ("edit", "instructions"),
            ("instructions", "From the second")
        );
        Assert.Equal(409, (int)response.StatusCode);
        var again = fragments.QuerySelector("#conflict [data-send-again]")!;
        Assert.NotNull(fragments.QuerySelector($"#conflict a[href='{Address}']"));
        (response, _) = await _visitor.PostAsync(
            $"{Address}?handler=Edit",
            ("head", again.GetAttribute("data-head")!),
            ("edit", "instructions"),
            ("instructions", "From the second")
        );
        Assert.Equal(200, (int)response.StatusCode);
        Assert.Equal(("From the first window", "From the second"), ((await Now()).Title, (await Now()).Instructions));
    }

    [Fact]
    public async Task Undo_and_redo_bring_back_what_the_margin_shows()
    {
        await _visitor.OpenAsync(Address);
        await Edit("add-section", ("kind", "name-key"));
        var head = (await _visitor.Store.FindAsync(_sheet.Id))!.Head;
        var (_, fragments) = await _visitor.PostAsync($"{Address}?handler=Undo", ("head", $"{head}"));
        var added = fragments.QuerySelector("[id^=card-][hx-swap-oob=delete]")!.Id;
        (_, fragments) = await _visitor.PostAsync($"{Address}?handler=Redo", ("head", $"{_sheet.Head}"));
        Assert.NotNull(fragments.QuerySelector($"[hx-swap-oob='afterend:#card-1'] > #{added}"));
        // Nothing else of the margin is sent: what is open in it stays as it is.
        Assert.Null(fragments.GetElementById("margin"));
        Assert.Single(fragments.QuerySelectorAll(".card-line"));
    }

    [Fact]
    public async Task A_step_back_remakes_the_cards_it_changes_and_no_others()
    {
        await _visitor.OpenAsync(Address);
        await Edit("add-section", ("kind", "name-key"));
        var (at, second) = await _visitor.Store.FindAsync(_sheet.Id) is { } stored ? (stored.Head, stored.Sheet.Sections[1].Id) : default;
        async Task<string> Back(string edit, params (string, string)[] values)
        {
            await _visitor.PostAsync($"{Address}?handler=Edit", [("edit", edit), ("head", $"{at}"), .. values]);
            var head = (await _visitor.Store.FindAsync(_sheet.Id))!.Head;
            var (_, fragments) = await _visitor.PostAsync($"{Address}?handler=Undo", ("head", $"{head}"));
            return string.Join(
                ' ',
                fragments
                    .QuerySelectorAll("#margin, .card-line")
                    .Where(part => part.ParentElement?.Closest("#margin") is null)
                    .Select(part => part.Id)
            );
        }

        Assert.Equal("", await Back("title", ("title", "Another")));
        Assert.Equal("card-sheet", await Back("setup", ("paper", "Letter"), ("staffHeight", "8")));
        Assert.Equal("card-1", await Back("count", ("section", "1"), ("count", "3")));
        Assert.Equal("margin", await Back("move-section", ("section", $"{second}"), ("places", "-1")));
        Assert.Equal($"card-sheet card-1 card-{second}", await Back("house-style", ("houseStyle", "jazz")));
    }

    [Fact]
    public async Task A_lowered_count_is_said_and_shown()
    {
        await _visitor.OpenAsync(Address);
        var (_, fragments) = await Edit("keys", ("keys", "C"), ("keys", "G"));
        Assert.Contains("two questions", fragments.GetElementById("words-keys-1")!.TextContent, StringComparison.Ordinal);
        Assert.Equal("2", fragments.GetElementById("count-1")!.GetAttribute("value"));
    }

    [Fact]
    public async Task Titles_are_encoded_on_every_screen()
    {
        await _visitor.OpenAsync(Address);
        await Edit("title", ("title", "<script>alert('x')</script>"));
        foreach (var address in new[] { "/", Address, $"{Address}?view=key", $"{Address}?view=working" })
        {
            var page = await _visitor.OpenAsync(address);
            Assert.DoesNotContain(page.QuerySelectorAll("script"), script =>
                script.TextContent.Contains("alert", StringComparison.Ordinal)
            );
            Assert.Contains("alert('x')", page.DocumentElement.TextContent, StringComparison.Ordinal);
        }
    }

    [Fact]
    public async Task Papers_and_file_can_be_taken_away_and_brought_back()
    {
        foreach (var kind in new[] { "student", "key", "working" })
        {
            using var pdf = UglyToad.PdfPig.PdfDocument.Open(await _visitor.BytesAsync($"{Address}/{kind}.pdf"));
            Assert.Equal("Major scales", pdf.Information.Title);
        }

        var file = await _visitor.BytesAsync($"{Address}/sheet.json");
        await _visitor.OpenAsync("/");
        using var form = new MultipartFormDataContent { { new ByteArrayContent(file), "file", "sheet.json" } };
        var (response, _) = await _visitor.PostAsync("/?handler=Import", form);
        var opened = await _visitor.OpenAsync(response.Headers.GetValues("HX-Redirect").Single());
        Assert.Equal("Major scales", opened.QuerySelector("#title")!.GetAttribute("value"));
    }

    [Fact]
    public async Task A_withheld_question_is_named_and_blocks_printing_until_it_is_drawn_again()
    {
        var culprit = _sheet.Sheet.Sections[0].Slots[0].Drawn.Key;
        var catalogue = new QuestionCatalogue([DisagreesOn.Kind(culprit)]);
        await using var odd = await Visitor.ArriveAsync(builder => builder.Services.AddSingleton(catalogue));
        var stored = await odd.Store.CreateAsync(SheetEditor.NewSheet(11));
        var page = await odd.OpenAsync($"/sheets/{stored.Id}");
        Assert.Contains("Question 1 is withheld", page.QuerySelector("#words-sheet")!.TextContent, StringComparison.Ordinal);
        var (response, text) = await odd.GetAsync($"/sheets/{stored.Id}/key.pdf");
        Assert.Equal(409, (int)response.StatusCode);
        Assert.Contains("question 1 is withheld", text, StringComparison.Ordinal);
        var slot = stored.Sheet.Sections[0].Slots[0].Id;
        await odd.PostAsync(
            $"/sheets/{stored.Id}?handler=Edit",
            ("head", $"{stored.Head}"),
            ("edit", "question"),
            ("question", $"redraw {Section} {slot}")
        );
        (response, _) = await odd.GetAsync($"/sheets/{stored.Id}/key.pdf");
        Assert.Equal(200, (int)response.StatusCode);
    }
}
