using System.Collections.Concurrent;
using AngleSharp.Dom;
using AngleSharp.Html.Parser;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Teaching.Practice;
using Gavvet.Web.Pages.Practicing;
using Gavvet.Web.Start;
using Gavvet.Worksheets.Files;
using Microsoft.Extensions.DependencyInjection;

namespace Gavvet.Web.Tests;

/// <summary>
/// An hour at practice: thirty simulated students, each with mistakes people make, lines that drop in the middle of an answer, and a
/// server that stops and comes back. A log of what each sent says afterwards what the teacher must see.
/// </summary>
public sealed class PracticeLessonTests : IAsyncDisposable
{
    private const int Class = 30;
    private const string Recipe =
        """{"gavvet":1,"seed":11,"title":"The hour","sections":[{"kind":"write-scale","scales":["harmonic-minor"],"keys":{"flats":3,"sharps":3},"clefs":["treble"],"count":2},{"kind":"relative-key","keys":{"flats":3,"sharps":3},"count":2},{"kind":"write-steps","scales":["dorian"],"keys":{"flats":2,"sharps":2},"count":1},{"kind":"name-key","keys":{"flats":4,"sharps":4},"clefs":["treble"],"count":1}]}""";

    private static readonly string[] Parts = ["", "", "horn", "clarinet", "", "alto-saxophone"];

    private readonly string _folder = Directory.CreateTempSubdirectory("gavvet-lesson-").FullName;
    private readonly ConcurrentDictionary<string, PracticeSeat> _seats = new();
    private Server? _server;
    private volatile Uri? _address;

    /// <summary>What one did, as they remember it themselves.</summary>
    private sealed record Logged(string Student, string Question, bool IsHint, bool IsRight);

    private async Task StartAsync()
    {
        _server = await Server.BuildAsync(["--data", _folder, "--port", "0"]);
        await _server.Application.StartAsync();
        _address = new Uri(_server.Application.Urls.First());
    }

    private async Task StopAsync()
    {
        _address = null;
        await _server!.Application.StopAsync();
        await _server.DisposeAsync();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
    }

    public async ValueTask DisposeAsync()
    {
        await StopAsync();
        Directory.Delete(_folder, recursive: true);
    }

    private T Get<T>()
        where T : notnull => _server!.Application.Services.GetRequiredService<T>();

    private async Task<KeptPractice> OpenAsync()
    {
        var classes = Get<ClassStore>();
        var group = await classes.CreateAsync("The hour");
        await classes.AddAsync(
            group,
            [
                .. Enumerable
                    .Range(0, Class)
                    .Select(i => new Student("", $"Student {i + 1:00}") { Part = Instrument.Find(Parts[i % Parts.Length]) }),
            ]
        );
        var students = (await classes.FindAsync(group))!.Students;
        var practices = Get<PracticeStore>();
        var id = await practices.OpenAsync(
            new NewPractice(
                SheetFile.Read(Recipe),
                null,
                new PracticeRules { Entrance = Entrance.ByName },
                DateTimeOffset.UtcNow.AddMinutes(-1),
                DateTimeOffset.UtcNow.AddHours(1)
            )
            {
                ClassId = group,
                Students = [.. students.Select(student => student.Id)],
            }
        );
        foreach (var seat in await practices.SeatsAsync(id))
            _seats[seat.Name!] = seat;
        return (await practices.FindAsync(id))!;
    }

    // Asks until it is answered: a server that is away comes back, and what was sent once is sent once more as it was.
    private async Task<IDocument> AskAsync(HttpClient browser, string address, (string, string)[]? fields, TimeSpan? drop = null)
    {
        for (var tries = 0; tries < 400; tries++)
        {
            if (_address is { } server)
            {
                using var cut = new CancellationTokenSource(tries == 0 && drop is { } after ? after : TimeSpan.FromSeconds(30));
                using var request = new HttpRequestMessage(fields is null ? HttpMethod.Get : HttpMethod.Post, new Uri(server, address));
                if (fields is not null)
                    request.Content = new FormUrlEncodedContent(fields.Select(one => KeyValuePair.Create(one.Item1, one.Item2)));
                try
                {
                    using var response = await browser.SendAsync(request, cut.Token);
                    if (response.IsSuccessStatusCode)
                        return new HtmlParser().ParseDocument(await response.Content.ReadAsStringAsync(cut.Token));
                }
                catch (Exception problem) when (problem is HttpRequestException or OperationCanceledException or IOException)
                {
                    // The line dropped, or the server is away.
                }
            }

            await Task.Delay(25);
        }

        throw new TimeoutException($"{address} was not answered.");
    }

    // A student's hour, by lot, the same each time.
    private async Task<List<Logged>> PracticeAsync(string name, KeptPractice practice, PracticePaper paper)
    {
        using var browser = new HttpClient(new HttpClientHandler());
        var log = new List<Logged>();
        var names = await AskAsync(browser, "/practice", [("code", practice.Code)]);
        var own = names.QuerySelectorAll("button[name=seat]").Single(button => button.TextContent == name).GetAttribute("value")!;
        await AskAsync(browser, "/practice?handler=Sit", [("code", practice.Code), ("seat", own)]);
        // Some leave before the end.
        var patience = 9 + (int)(SplitMix64.At(StableHash.Of(name), 1) % 20);
        for (var turn = 0; turn < patience; turn++)
        {
            var page = await AskAsync(browser, "/practice/now", null);
            if (page.QuerySelector("#answer-form") is not { } form)
                break;
            string Field(string field) => form.QuerySelector($"input[name={field}]")!.GetAttribute("value")!;
            var question = paper.Find(Field("question"))!;
            var lot = SplitMix64.At(StableHash.Of(name), (ulong)(100 + turn));
            var isHint = lot % 7 == 0 && question.Hints > log.Count(one => one.Question == question.Id && one.IsHint);
            var mistakes = question.Item.Question.Mistakes;
            var isRight = !isHint && (mistakes.IsEmpty || lot % 100 < 55);
            var written =
                isHint ? ""
                : isRight ? question.Item.Answer
                : mistakes[(int)(lot / 100 % (ulong)mistakes.Length)].Text;
            // One answer of six is cut off on its way, before or after it has arrived.
            var drop = lot / 10_000 % 6 == 0 ? TimeSpan.FromMilliseconds(lot / 60_000 % 12) : (TimeSpan?)null;
            await AskAsync(
                browser,
                $"/practice/now?handler={(isHint ? "Hint" : "Answer")}",
                [("proof", Field("proof")), ("token", Field("token")), ("question", question.Id), ("written", written)],
                drop
            );
            log.Add(new Logged(name, question.Id, isHint, isRight));
            await Task.Delay((int)(lot % 90));
        }

        return log;
    }

    [Fact]
    public async Task The_teachers_view_and_the_evidence_are_what_the_students_did()
    {
        await StartAsync();
        var practice = await OpenAsync();
        var papers = new Dictionary<string, PracticePaper>();
        foreach (var (name, seat) in _seats)
            papers[name] = (await Get<PracticeRoom>().PaperAsync(practice, seat, CancellationToken.None))!;
        var lesson = Task.WhenAll(papers.Select(one => Task.Run(() => PracticeAsync(one.Key, practice, one.Value))));
        // In the middle of it the server goes, and comes back at another address.
        while ((await Get<PracticeStore>().AllTriesAsync(practice.Id)).Sum(seat => seat.Count()) < 5 * Class)
            await Task.Delay(50, TestContext.Current.CancellationToken);
        await StopAsync();
        await Task.Delay(300, TestContext.Current.CancellationToken);
        await StartAsync();
        var log = (await lesson).SelectMany(one => one).ToLookup(one => (one.Student, one.Question));
        Assert.True(log.Sum(one => one.Count()) > 8 * Class, $"{log.Sum(one => one.Count())} things were done");

        // What was kept is what was done, in its order: nothing lost, nothing twice.
        var kept = await Get<PracticeStore>().AllTriesAsync(practice.Id);
        foreach (var (name, seat) in _seats)
            Assert.Equal(
                log.Where(one => one.Key.Student == name)
                    .SelectMany(one => one)
                    .GroupBy(one => one.Question)
                    .OrderBy(one => one.Key)
                    .Select(Said),
                kept[seat.Id]
                    .GroupBy(one => one.Question)
                    .OrderBy(one => one.Key)
                    .Select(question =>
                        Said(question.Select(one => new Logged(name, one.Question, one.Doing == Doing.Hint, one.Marking?.IsRight == true)))
                    )
            );

        // What the teacher sees of each question.
        using var browser = new HttpClient { BaseAddress = _address };
        var page = await AskAsync(browser, $"/practices/{practice.Id}", null);
        foreach (var row in page.QuerySelectorAll(".practice-table tbody tr"))
        {
            var name = row.QuerySelector("th")!.TextContent;
            Assert.Equal(
                papers[name].Questions.Select(question => State([.. log[(name, question.Id)]])),
                row.QuerySelectorAll("td .visually-hidden").Select(cell => cell.TextContent.Split(',')[0])
            );
        }

        // What it comes to as evidence.
        var evidence = await Get<MarkingStore>().EvidenceAsync(practice.ClassId!);
        var expected = log.Where(one => one.Any(done => !done.IsHint))
            .ToLookup(
                one => (one.Key.Student, papers[one.Key.Student].Find(one.Key.Question)!.Item.What.Skill),
                one => Worth([.. one], papers[one.Key.Student].Find(one.Key.Question)!.Item.Marks)
            );
        var found = evidence.ToLookup(one => (one.Evidence.Student, one.Evidence.Skill), one => (one.Evidence.IsRight, one.Evidence.Marks));
        Assert.Equal(expected.Count, found.Count);
        foreach (var skill in expected)
        {
            Assert.Equal(skill.Count(one => one.IsRight), found[skill.Key].Count(one => one.IsRight));
            Assert.Equal(skill.Count(), found[skill.Key].Count());
            if (skill.All(one => one.Marks is not null))
                Assert.Equal(skill.Select(one => one.Marks!.Value).Order(), found[skill.Key].Select(one => one.Marks).Order());
        }
    }

    private static string Said(IEnumerable<Logged> question) =>
        string.Join(' ', question.Select(one => $"{one.Question}{(one.IsHint ? "?" : one.IsRight ? "+" : "-")}"));

    private static string State(Logged[] done) =>
        done.Length == 0 ? "open"
        : done.Length == 1 && done[0].IsRight ? "right"
        : done[^1].IsRight ? "right with help"
        : done.Count(one => !one.IsHint) >= 2 ? "not right"
        : "at it";

    // Right alone earns all, with one help half, with more nothing; what stays wrong earns what the judge gave.
    private static (bool IsRight, double? Marks) Worth(Logged[] done, int of) =>
        !done[^1].IsRight ? (false, null)
        : done.Length == 1 ? (true, of)
        : (false, done.Length == 2 ? of / 2.0 : 0);
}
