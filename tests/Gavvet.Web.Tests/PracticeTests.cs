using System.Net;
using AngleSharp.Dom;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Teaching.Practice;
using Gavvet.Web.Pages.Practicing;
using Gavvet.Worksheets.Editing;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Files;
using Microsoft.Extensions.DependencyInjection;
using static Gavvet.Web.Tests.StudentPages;

namespace Gavvet.Web.Tests;

/// <summary>A student's way through a practice, and what it keeps to itself until its time.</summary>
public sealed class PracticeTests : IAsyncLifetime
{
    private const string Recipe =
        """{"gavvet":1,"seed":5,"title":"Minors of the week","sections":[{"kind":"write-scale","scales":["harmonic-minor"],"keys":{"flats":2,"sharps":2},"clefs":["treble"],"count":3},{"kind":"relative-key","keys":{"flats":3,"sharps":3},"count":2}]}""";

    private Visitor _visitor = null!;
    private string _group = "";

    private PracticeStore Store => _visitor.Services.GetRequiredService<PracticeStore>();

    public async ValueTask InitializeAsync()
    {
        _visitor = await Visitor.ArriveAsync();
        var classes = _visitor.Services.GetRequiredService<ClassStore>();
        _group = await classes.CreateAsync("Hazelmoor minors");
        await classes.AddAsync(_group, [new Student("", "Änne"), new Student("", "Bo") { Part = Instrument.Find("horn") }]);
    }

    public async ValueTask DisposeAsync() => await _visitor.DisposeAsync();

    private async Task<KeptPractice> OpenAsync(Func<PracticeRules, PracticeRules>? rules = null, DateTimeOffset? from = null)
    {
        var students = (await _visitor.Services.GetRequiredService<ClassStore>().FindAsync(_group))!.Students;
        var usual = new PracticeRules { Entrance = Entrance.ByName };
        var id = await Store.OpenAsync(
            new NewPractice(
                SheetFile.Read(Recipe),
                null,
                rules?.Invoke(usual) ?? usual,
                from ?? DateTimeOffset.UtcNow.AddMinutes(-1),
                DateTimeOffset.UtcNow.AddDays(1)
            )
            {
                ClassId = _group,
                Students = [.. students.Select(student => student.Id)],
            }
        );
        return (await Store.FindAsync(id))!;
    }

    // A browser of a student's own.
    private HttpClient Browser() => new(new HttpClientHandler { AllowAutoRedirect = true }) { BaseAddress = new Uri(_visitor.Origin) };

    private static async Task<IDocument> ComeInAsync(HttpClient browser, KeptPractice practice, string name)
    {
        var names = await PostAsync(browser, "/practice", ("code", PracticeCode.Shown(practice.Code)));
        var seat = names.QuerySelectorAll("button[name=seat]").Single(button => button.TextContent == name).GetAttribute("value")!;
        return await PostAsync(browser, "/practice?handler=Sit", ("code", practice.Code), ("seat", seat));
    }

    private async Task<PracticePaper> PaperAsync(KeptPractice practice, int seat = 0)
    {
        var room = _visitor.Services.GetRequiredService<PracticeRoom>();
        return (await room.PaperAsync(practice, (await Store.SeatsAsync(practice.Id))[seat], CancellationToken.None))!;
    }

    [Fact]
    public async Task A_practice_that_is_not_there_has_no_news()
    {
        using var response = await _visitor.Client.GetAsync(
            new Uri("/practices/nobody/events", UriKind.Relative),
            HttpCompletionOption.ResponseHeadersRead,
            TestContext.Current.CancellationToken
        );
        Assert.Equal(HttpStatusCode.NotFound, response.StatusCode);
    }

    [Fact]
    public async Task A_student_comes_in_by_code_and_name_and_goes_through_it_without_any_script()
    {
        var practice = await OpenAsync();
        var paper = await PaperAsync(practice);
        using var browser = Browser();
        var page = await ComeInAsync(browser, practice, "Änne");
        Assert.Equal("Question 1 of 5", page.QuerySelector("#question-title")!.TextContent.Trim());
        page = await DoAsync(browser, page, "Answer", "C D E");
        Assert.Equal("Not yet", Verdict(page));
        page = await DoAsync(browser, page, "Hint");
        Assert.Equal(paper.Questions[0].Stages[0].Sentence, page.QuerySelector(".practice-hints li")!.TextContent);
        page = await DoAsync(browser, page, "Answer", paper.Questions[0].Item.Answer);
        Assert.Equal("Right", Verdict(page));
        Assert.Contains(paper.Questions[0].Item.Working[^1], page.Body!.TextContent, StringComparison.Ordinal);
        var kept = (await Store.AllTriesAsync(practice.Id)).SelectMany(one => one).Select(one => one.Doing);
        Assert.Equal([Doing.Answered, Doing.Hint, Doing.Answered], kept);
        // On another device, the same name goes on where it was.
        using var other = Browser();
        Assert.Equal("Question 2 of 6", (await ComeInAsync(other, practice, "Änne")).QuerySelector("#question-title")!.TextContent.Trim());
    }

    [Fact]
    public async Task What_cannot_be_read_is_said_to_a_student_and_what_was_typed_stays()
    {
        using var browser = Browser();
        var page = await DoAsync(browser, await ComeInAsync(browser, await OpenAsync(), "Änne"), "Answer", "C D ?");
        Assert.NotEqual("", page.QuerySelector("#answer-problem")!.TextContent);
        Assert.DoesNotContain("yourself", page.Body!.TextContent, StringComparison.Ordinal);
        Assert.Equal("C D ?", page.QuerySelector("#written")!.GetAttribute("value"));
        page = await DoAsync(browser, page, "Answer", "");
        Assert.Contains("empty", page.QuerySelector("#answer-problem")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Nothing_is_done_without_the_proof_of_the_seat_nor_on_what_is_not_there()
    {
        var practice = await OpenAsync();
        using var anne = Browser();
        using var bo = Browser();
        var page = await ComeInAsync(anne, practice, "Änne");
        var other = await ComeInAsync(bo, practice, "Bo");
        foreach (var proof in new[] { "", "x", Field(other, "proof") })
        {
            using var refused = await SendAsync(
                anne,
                "/practice/now?handler=Answer",
                ("proof", proof),
                ("question", Field(page, "question")),
                ("written", "C")
            );
            Assert.Equal(HttpStatusCode.Forbidden, refused.StatusCode);
        }

        foreach (var question in new[] { "99", "1.1", "1.x", "", "-1", "1.99999999999" })
        {
            using var refused = await SendAsync(
                anne,
                "/practice/now?handler=Answer",
                ("proof", Field(page, "proof")),
                ("question", question),
                ("written", "C")
            );
            Assert.Equal(HttpStatusCode.Forbidden, refused.StatusCode);
        }

        Assert.Empty((await Store.AllTriesAsync(practice.Id)).SelectMany(one => one));
    }

    [Fact]
    public async Task The_same_form_sent_again_counts_once_and_a_question_that_is_over_stays_so()
    {
        var practice = await OpenAsync();
        using var browser = Browser();
        var page = await ComeInAsync(browser, practice, "Änne");
        await DoAsync(browser, page, "Answer", "C D E");
        await DoAsync(browser, page, "Answer", "C D E");
        Assert.Single((await Store.AllTriesAsync(practice.Id)).SelectMany(one => one));
        var again = await PageAsync(await browser.GetAsync(new Uri("/practice/now", UriKind.Relative)));
        await DoAsync(browser, again, "Shown");
        // The form of before, once more under a token of its own.
        using var late = await SendAsync(
            browser,
            "/practice/now?handler=Answer",
            ("proof", Field(page, "proof")),
            ("token", "late"),
            ("question", Field(page, "question")),
            ("written", "C")
        );
        Assert.Equal(
            [Doing.Answered, Doing.Shown],
            (await Store.AllTriesAsync(practice.Id)).SelectMany(one => one).Select(one => one.Doing)
        );
    }

    // What Änne got wrong eight days ago, in a practice of that day.
    private async Task<PracticeQuestion> MissedAsync()
    {
        var practice = await OpenAsync();
        var question = (await PaperAsync(practice)).Questions[0];
        var seat = (await Store.SeatsAsync(practice.Id))[0];
        var missed = new PracticeTry(question.Id, Doing.Answered, DateTimeOffset.UtcNow.AddDays(-8)) { Marking = question.Judge("C D E") };
        await Store.AddAsync(seat.Id, "long ago", missed, question.Item, _ => true);
        return question;
    }

    [Fact]
    public async Task What_is_due_again_can_always_be_practiced_and_is_other_for_each()
    {
        var missed = await MissedAsync();
        await _visitor.OpenAsync($"/classes/{_group}/standing");
        var opened = (await _visitor.PostAsync($"/classes/{_group}/standing?handler=Due")).Response.Headers.Location!.OriginalString;
        // A second window leads to the same.
        Assert.Equal(
            opened,
            (await _visitor.PostAsync($"/classes/{_group}/standing?handler=Due")).Response.Headers.Location!.OriginalString
        );
        var standing = (await Store.FindAsync(opened.Split('/')[^1]))!;
        Assert.True(standing.IsAlwaysOpen);
        Assert.Contains("Always open", (await _visitor.OpenAsync(opened)).Body!.TextContent, StringComparison.Ordinal);

        using var browser = Browser();
        var page = await ComeInAsync(browser, standing, "Änne");
        var name = HouseStyle.Classical.Say(missed.Item.What.Type, missed.Item.What.Tonic);
        Assert.Contains(name, page.QuerySelector("main")!.TextContent, StringComparison.Ordinal);
        var seat = (await Store.SeatsAsync(standing.Id))[0];
        var asked = (await PaperAsync(standing)).Questions.Single();
        page = await DoAsync(browser, page, "Answer", asked.Item.Answer);
        Assert.Equal("Right", Verdict(page));
        Assert.Equal(asked.Id, Assert.Single(await Store.TriesAsync(seat.Id)).Question);
        Assert.Contains("1 of 2 have begun", (await _visitor.OpenAsync(opened)).Body!.TextContent, StringComparison.Ordinal);

        // Nothing is due for who missed nothing; who joins later is let in, and who left is not.
        using var other = Browser();
        Assert.Contains(
            "Nothing is due again today",
            (await ComeInAsync(other, standing, "Bo")).Body!.TextContent,
            StringComparison.Ordinal
        );
        var classes = _visitor.Services.GetRequiredService<ClassStore>();
        await classes.AddAsync(_group, [new Student("", "Cai")]);
        await classes.LeaveAsync(_group, (await Store.SeatsAsync(standing.Id))[1].StudentId!, left: true);
        using var third = Browser();
        var names = await PostAsync(third, "/practice", ("code", standing.Code));
        Assert.Equal(["Änne", "Cai"], names.QuerySelectorAll("button[name=seat]").Select(button => button.TextContent));
        Assert.Equal(
            "/practice",
            (await other.GetAsync(new Uri("/practice/now", UriKind.Relative))).RequestMessage!.RequestUri!.AbsolutePath
        );
    }

    [Fact]
    public async Task What_is_due_again_speaks_the_language_it_was_opened_in_whatever_a_browser_asks_for()
    {
        await MissedAsync();
        await _visitor.OpenAsync($"/classes/{_group}/standing");
        var opened = (await _visitor.PostAsync($"/classes/{_group}/standing?handler=Due")).Response.Headers.Location!.OriginalString;
        var standing = (await Store.FindAsync(opened.Split('/')[^1]))!;
        using var browser = Browser();
        browser.DefaultRequestHeaders.Add("Cookie", $"gavvet-language={Language.Pseudo.Tag}");
        browser.DefaultRequestHeaders.AcceptLanguage.ParseAdd(Language.Pseudo.Tag);
        await Language.Pseudo.Saying(async () =>
        {
            var seats = await Store.SeatsAsync(standing.Id);
            var sheet = await _visitor
                .Services.GetRequiredService<DueSheets>()
                .OfAsync(standing, seats.Single(seat => seat.Name == "Änne"), CancellationToken.None);
            Assert.Equal(Language.English, sheet!.Language);
        });
    }

    [Fact]
    public async Task What_is_being_written_is_heard_and_nothing_of_it_is_judged_or_kept()
    {
        var practice = await OpenAsync();
        using var browser = Browser();
        var page = await ComeInAsync(browser, practice, "Bo");
        async Task<string> HeardAsync(string written) =>
            await (
                await SendAsync(
                    browser,
                    "/practice/now?handler=Heard",
                    ("proof", Field(page, "proof")),
                    ("question", Field(page, "question")),
                    ("written", written)
                )
            ).Content.ReadAsStringAsync();
        // A horn sounds a fifth below what it reads: C in the octave of middle C is F below it, 41 semitones above the lowest C.
        Assert.Equal("41 43 45", await HeardAsync("C D E"));
        Assert.Equal("", await HeardAsync("no notes"));
        Assert.Empty((await Store.AllTriesAsync(practice.Id)).SelectMany(one => one));
        using var stranger = Browser();
        Assert.Equal(
            HttpStatusCode.Forbidden,
            (await SendAsync(stranger, "/practice/now?handler=Heard", ("proof", Field(page, "proof")), ("written", "C D E"))).StatusCode
        );
    }

    [Fact]
    public async Task After_a_restore_no_paper_of_before_is_kept_at_hand()
    {
        var practice = await OpenAsync();
        var before = await PaperAsync(practice);
        Assert.Same(before, await PaperAsync(practice));
        var file = await _visitor.BytesAsync("/backup/file");
        await _visitor.OpenAsync("/backup");
        using var content = new MultipartFormDataContent { { new ByteArrayContent(file), "file", "mine.gavvet" } };
        var (_, looked) = await _visitor.PostAsync("/backup?handler=Look", content);
        await _visitor.PostAsync("/backup?handler=Restore", ("staged", looked.QuerySelector("input[name=staged]")!.GetAttribute("value")!));
        Assert.NotSame(before, await PaperAsync(practice));
    }

    [Fact]
    public async Task A_follow_up_of_each_is_opened_for_those_who_missed_something()
    {
        await MissedAsync();
        await _visitor.OpenAsync($"/classes/{_group}/standing");
        (string, string)[] fields =
        [
            ("from", LessonPlan.WriteDate(DateOnly.FromDateTime(DateTime.Today.AddDays(-20)))),
            ("to", LessonPlan.WriteDate(DateOnly.FromDateTime(DateTime.Today))),
            ("form", "once"),
        ];
        var opened = (await _visitor.PostAsync($"/classes/{_group}/standing?handler=Practice", fields))
            .Response
            .Headers
            .Location!
            .OriginalString;
        Assert.Equal(
            opened,
            (await _visitor.PostAsync($"/classes/{_group}/standing?handler=Practice", fields)).Response.Headers.Location!.OriginalString
        );
        var practice = (await Store.FindAsync(opened.Split('/')[^1]))!;
        var seat = Assert.Single(await Store.SeatsAsync(practice.Id));
        Assert.Equal(("Änne", true), (seat.Name, seat.HasOwnSheet));
        using var browser = Browser();
        var page = await ComeInAsync(browser, practice, "Änne");
        var asked = (await PaperAsync(practice)).Questions;
        Assert.NotEmpty(asked);
        page = await DoAsync(browser, page, "Answer", asked[0].Item.Answer);
        Assert.Equal("Right", Verdict(page));
        Assert.Equal(
            HttpStatusCode.UnprocessableEntity,
            (await _visitor.PostAsync($"/classes/{_group}/standing?handler=Practice", ("from", "soon"), ("to", "then"))).Response.StatusCode
        );
    }

    [Fact]
    public async Task Closing_is_at_once()
    {
        var practice = await OpenAsync();
        using var browser = Browser();
        var page = await ComeInAsync(browser, practice, "Änne");
        await Store.CloseAsync(practice.Id);
        var closed = await DoAsync(browser, page, "Answer", "C D E");
        Assert.Contains("closed", closed.Body!.TextContent, StringComparison.Ordinal);
        Assert.Null(closed.QuerySelector("#answer-form"));
        Assert.Empty((await Store.AllTriesAsync(practice.Id)).SelectMany(one => one));
        // The question is not there to be looked at either, nor its answer; before it opens again there is nothing at all.
        var question = Field(page, "question");
        var looked = await PageAsync(await browser.GetAsync(new Uri($"/practice/now?question={question}", UriKind.Relative)));
        Assert.Null(looked.QuerySelector(".practice-key"));
        Assert.DoesNotContain(
            (await PaperAsync(practice)).Questions[0].Posed.Prompt,
            looked.QuerySelector("main")!.TextContent,
            StringComparison.Ordinal
        );
        await Store.MoveAsync(practice.Id, DateTimeOffset.UtcNow.AddHours(1), DateTimeOffset.UtcNow.AddHours(2));
        using var early = await browser.GetAsync(new Uri("/practice/now", UriKind.Relative));
        Assert.Equal("/practice", early.RequestMessage!.RequestUri!.AbsolutePath);
        await Store.MoveAsync(practice.Id, DateTimeOffset.UtcNow.AddHours(-2), DateTimeOffset.UtcNow.AddHours(-1));
        using var late = Browser();
        Assert.Contains(
            "closed",
            (await PostAsync(late, "/practice", ("code", practice.Code))).QuerySelector("#code-problem")!.TextContent,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task Before_it_opens_no_name_and_no_question_is_shown()
    {
        var practice = await OpenAsync(from: DateTimeOffset.UtcNow.AddHours(1));
        using var browser = Browser();
        var page = await PostAsync(browser, "/practice", ("code", practice.Code));
        Assert.Contains("not open yet", page.QuerySelector("#code-problem")!.TextContent, StringComparison.Ordinal);
        Assert.DoesNotContain("Änne", page.Body!.TextContent, StringComparison.Ordinal);
        // Who guesses the form of the list gets no seat either.
        var seat = (await Store.SeatsAsync(practice.Id))[0].Id;
        await PostAsync(browser, "/practice?handler=Sit", ("code", practice.Code), ("seat", seat));
        using var now = await browser.GetAsync(new Uri("/practice/now", UriKind.Relative));
        Assert.Equal("/practice", now.RequestMessage!.RequestUri!.AbsolutePath);
    }

    [Fact]
    public async Task With_codes_of_their_own_no_name_is_shown_and_each_opens_one_seat()
    {
        var practice = await OpenAsync(rules => rules with { Entrance = Entrance.ByOwnCode });
        using var browser = Browser();
        var page = await PostAsync(browser, "/practice", ("code", practice.Code));
        Assert.DoesNotContain("Änne", page.Body!.TextContent, StringComparison.Ordinal);
        Assert.NotEqual("", page.QuerySelector("#code-problem")!.TextContent);
        var bo = (await Store.SeatsAsync(practice.Id)).Single(seat => seat.Name == "Bo");
        page = await PostAsync(browser, "/practice", ("code", PracticeCode.Shown(bo.Code)));
        Assert.Contains("Bo", page.QuerySelector(".practice-head")!.TextContent, StringComparison.Ordinal);
        // Read in the key of the horn.
        var paper = await PaperAsync(practice, 1);
        Assert.Contains(paper.Questions[0].Posed.Prompt, page.QuerySelector("#question")!.TextContent, StringComparison.Ordinal);
        Assert.NotEqual((await PaperAsync(practice)).Questions[0].Posed.Prompt, paper.Questions[0].Posed.Prompt);
    }

    [Fact]
    public async Task Whoever_has_the_code_comes_in_without_a_name_and_nothing_is_evidence()
    {
        var practice = await OpenAsync(rules => rules with { Entrance = Entrance.Anyone });
        using var browser = Browser();
        var page = await PostAsync(browser, "/practice", ("code", practice.Code));
        await DoAsync(browser, page, "Answer", "C D E");
        Assert.Single((await Store.AllTriesAsync(practice.Id)).SelectMany(one => one));
        Assert.Empty(await _visitor.Services.GetRequiredService<MarkingStore>().EvidenceAsync(_group));
        // By the code that is shown they go on elsewhere.
        var own = (await Store.SeatsAsync(practice.Id)).Single(seat => seat.Number == 1);
        Assert.Contains(PracticeCode.Shown(own.Code), page.QuerySelector(".practice-head")!.TextContent, StringComparison.Ordinal);
        using var other = Browser();
        Assert.Equal("Not yet", Verdict(await PageAsync(await other.GetAsync(new Uri($"/practice?code={own.Code}", UriKind.Relative)))));
    }

    [Fact]
    public async Task What_was_right_waits_for_its_time()
    {
        var practice = await OpenAsync(rules => rules with { Shown = Shown.WhenReleased });
        var paper = await PaperAsync(practice);
        using var browser = Browser();
        var page = await ComeInAsync(browser, practice, "Änne");
        var kept = await DoAsync(browser, page, "Answer", "C D E");
        Assert.StartsWith("Kept", Verdict(kept), StringComparison.Ordinal);
        var changed = await DoAsync(browser, kept, "Answer", paper.Questions[0].Item.Answer);
        Assert.StartsWith("Kept", Verdict(changed), StringComparison.Ordinal);
        Assert.Null(changed.QuerySelector(".practice-key"));
        var end = await PostAsync(browser, "/practice/now?handler=Finish", ("proof", Field(page, "proof")), ("token", "end"));
        Assert.Contains("later", end.Body!.TextContent, StringComparison.Ordinal);
        await Store.ReleaseAsync(practice.Id);
        var shown = await PageAsync(await browser.GetAsync(new Uri($"/practice/now?question={paper.Questions[0].Id}", UriKind.Relative)));
        Assert.Equal("Right", Verdict(shown));
        Assert.NotNull(shown.QuerySelector(".practice-key"));
    }

    [Fact]
    public async Task A_clock_runs_from_the_first_question_that_is_seen_and_its_end_shows_what_was_right()
    {
        var practice = await OpenAsync(rules => rules with { Shown = Shown.AtTheEnd, Minutes = 20 });
        using var browser = Browser();
        var page = await ComeInAsync(browser, practice, "Änne");
        var seat = (await Store.SeatsAsync(practice.Id))[0];
        Assert.NotNull(seat.StartedAt);
        await DoAsync(browser, page, "Answer", "C D E");
        var room = _visitor.Services.GetRequiredService<PracticeRoom>();
        var sitting = (await room.SitAsync(seat, null, CancellationToken.None))!;
        var (before, after) = (seat.StartedAt!.Value.AddMinutes(19), seat.StartedAt.Value.AddMinutes(20));
        Assert.True(sitting.IsOpen(before));
        Assert.False((sitting with { SeenAt = before }).ShowsAnswers);
        Assert.False(sitting.IsOpen(after));
        Assert.True((sitting with { SeenAt = after }).ShowsAnswers);
        Assert.NotEmpty(QuestionView.Of(sitting with { SeenAt = after }, sitting.Paper.Questions[0].Id, after)!.Key);
        Assert.Null(QuestionView.Of(sitting with { SeenAt = after }, sitting.Paper.Questions[1].Id, after));
    }

    [Fact]
    public async Task A_link_that_is_only_looked_at_takes_no_seat_and_who_was_there_takes_no_second()
    {
        var practice = await OpenAsync(rules => rules with { Entrance = Entrance.Anyone });
        using var browser = Browser();
        using var looked = await browser.GetAsync(new Uri($"/practice?code={practice.Code}", UriKind.Relative));
        Assert.Equal(2, (await Store.SeatsAsync(practice.Id)).Count);
        await PostAsync(browser, "/practice", ("code", practice.Code));
        await PostAsync(browser, "/practice", ("code", practice.Code));
        Assert.Equal(3, (await Store.SeatsAsync(practice.Id)).Count);
    }

    [Fact]
    public async Task Guesses_are_slowed_and_then_refused_for_a_while()
    {
        using var browser = Browser();
        var refused = 0;
        for (var i = 0; i < 60 && refused == 0; i++)
        {
            using var response = await SendAsync(browser, "/practice", ("code", PracticeCode.New()));
            refused += response.StatusCode == HttpStatusCode.TooManyRequests ? 1 : 0;
        }

        Assert.Equal(1, refused);
        // A right code is not told from a wrong one then.
        var practice = await OpenAsync();
        using var right = await SendAsync(browser, "/practice", ("code", practice.Code));
        Assert.Equal(HttpStatusCode.TooManyRequests, right.StatusCode);
    }

    [Theory]
    [InlineData("")]
    [InlineData("abc")]
    [InlineData("' OR 1=1 --")]
    [InlineData("ÄÖÜ-ÄÖÜÄ")]
    public async Task What_is_no_code_is_said_so(string typed)
    {
        using var browser = Browser();
        var page = await PostAsync(browser, "/practice", ("code", typed));
        Assert.Contains("seven or nine", page.QuerySelector("#code-problem")!.TextContent, StringComparison.Ordinal);
        Assert.Equal(typed, page.QuerySelector("#code")!.GetAttribute("value") ?? "");
    }

    [Fact]
    public async Task A_students_page_has_the_cookie_of_the_practice_alone_and_leads_nowhere_else()
    {
        var practice = await OpenAsync();
        var handler = new HttpClientHandler();
        using var browser = new HttpClient(handler) { BaseAddress = new Uri(_visitor.Origin) };
        var page = await ComeInAsync(browser, practice, "Änne");
        Assert.EndsWith("gavvet-practice", Assert.Single(handler.CookieContainer.GetAllCookies()).Name, StringComparison.Ordinal);
        foreach (var link in page.QuerySelectorAll("a[href], form[action], button[formaction]"))
        {
            var to = link.GetAttribute("href") ?? link.GetAttribute("action") ?? link.GetAttribute("formaction")!;
            Assert.StartsWith("/practice", to, StringComparison.Ordinal);
        }

        foreach (var asset in page.QuerySelectorAll("script[src], link[rel=stylesheet]"))
            Assert.Matches("^/(css|js|lib)/", asset.GetAttribute("src") ?? asset.GetAttribute("href"));
    }

    [Fact]
    public async Task A_student_erased_is_gone_here_too()
    {
        var practice = await OpenAsync();
        using var browser = Browser();
        var page = await ComeInAsync(browser, practice, "Änne");
        await DoAsync(browser, page, "Answer", "C D E");
        var seat = (await Store.SeatsAsync(practice.Id)).Single(one => one.Name == "Änne");
        await _visitor.Services.GetRequiredService<Erasure>().StudentAsync(seat.StudentId!);
        using var now = await browser.GetAsync(new Uri("/practice/now", UriKind.Relative));
        Assert.Equal("/practice", now.RequestMessage!.RequestUri!.AbsolutePath);
        Assert.DoesNotContain(
            "Änne",
            (await PostAsync(browser, "/practice", ("code", practice.Code))).Body!.TextContent,
            StringComparison.Ordinal
        );
    }

    // Two questions whose figures look alike have the same pad and the same drawing: what differs is the prompt alone.
    [Fact]
    public void What_looks_alike_differs_in_nothing_that_is_sent()
    {
        var compared = 0;
        foreach (var kind in QuestionCatalogue.Standard.All.Where(kind => !kind.AsksOwn))
        {
            var sheet = SheetEditor.Apply(SheetEditor.NewSheet(9) with { Sections = [] }, new AddSection(kind.Id)).Sheet!;
            PracticeQuestion[] questions =
            [
                .. Enumerable.Range(1, 6).SelectMany(chance => PracticePaper.For(sheet, chance: (ulong)chance).Questions),
            ];
            foreach (var alike in questions.GroupBy(question => string.Join('|', question.Posed.Figures.Select(figure => Drawn(figure)))))
            {
                var pads = alike.Select(question => Sent(AnswerPad.Of(question, _ => 100_000))).Distinct().ToArray();
                Assert.True(pads.Length == 1, $"{kind.Id}: {string.Join("\n", pads)}");
                compared += alike.Select(question => question.Item.Answer).Distinct().Count() - 1;
            }
        }

        Assert.True(compared > 200, $"{compared} answers behind figures that look alike");
    }

    private static string Drawn(Figure figure) =>
        figure is AnswerLinesFigure or ChoicesFigure
            ? figure.GetType().Name + string.Join(',', (figure as ChoicesFigure)?.Options ?? [])
            : Gavvet.Engraving.Output.SvgWriter.Inline(Gavvet.Engraving.Layout.FigureDrawing.Draw(figure, [], 100_000), "f", "f");

    private static string Sent(AnswerPad pad) =>
        $"{pad.Kind} {pad.HasSigns} {pad.Figure} {string.Join(',', pad.Lines)} {string.Join(',', pad.Choices)}";
}
