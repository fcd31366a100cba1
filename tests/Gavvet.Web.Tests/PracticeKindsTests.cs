using AngleSharp.Dom;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Teaching.Practice;
using Gavvet.Web.Pages.Practicing;
using Gavvet.Worksheets.Editing;
using Gavvet.Worksheets.Judging;
using Microsoft.Extensions.DependencyInjection;
using static Gavvet.Web.Tests.StudentPages;

namespace Gavvet.Web.Tests;

/// <summary>Every kind of question on a student's page without scripts: missed by a mistake that has a name, then right, in words.</summary>
public sealed class PracticeKindsTests : IAsyncLifetime
{
    private static readonly char[] Between = [' ', '–', ','];

    private Visitor _visitor = null!;

    public async ValueTask InitializeAsync() => _visitor = await Visitor.ArriveAsync();

    public async ValueTask DisposeAsync() => await _visitor.DisposeAsync();

    private async Task<(HttpClient Browser, PracticePaper Paper)> SatAsync(IEnumerable<string> kinds)
    {
        var store = _visitor.Services.GetRequiredService<PracticeStore>();
        var sheet = kinds.Aggregate(SheetEditor.NewSheet(2) with { Sections = [] }, (sheet, kind) =>
            SheetEditor.Apply(sheet, new AddSection(kind)).Sheet!
        );
        var id = await store.OpenAsync(
            new NewPractice(
                sheet,
                null,
                new PracticeRules { Entrance = Entrance.Anyone },
                DateTimeOffset.UtcNow.AddMinutes(-1),
                DateTimeOffset.UtcNow.AddDays(1)
            )
        );
        var practice = (await store.FindAsync(id))!;
        var browser = new HttpClient { BaseAddress = new Uri(_visitor.Origin) };
        await PostAsync(browser, "/practice", ("code", practice.Code));
        var seat = (await store.SeatsAsync(id)).Single(seat => seat.Number == 1);
        var room = _visitor.Services.GetRequiredService<PracticeRoom>();
        return (browser, (await room.PaperAsync(practice, seat, CancellationToken.None))!);
    }

    // A mistake with a name that is read as one: some texts are also those of another right answer.
    private static (string Written, Marking Marking)? Slip(PracticeQuestion question)
    {
        var words = question.Item.Answer.Split(Between, StringSplitOptions.RemoveEmptyEntries);
        IEnumerable<string> wrong =
        [
            .. question.Item.Question.Mistakes.Select(mistake => mistake.Text),
            .. words.Select((_, i) => string.Join(' ', words.Select((word, other) => other == i ? $"{word}#" : word))),
            .. words.Select((_, i) => string.Join(' ', words.Where((_, other) => other != i))),
            .. words.Select((_, i) => string.Join(' ', words.Select((word, other) => other == i ? words[^(i + 1)] : word))),
        ];
        foreach (var written in wrong)
        {
            try
            {
                var marking = question.Judge(written);
                if (!marking.IsRight && marking.Findings.Any(finding => finding.Code != FindingCode.NotTheAnswer))
                    return (written, marking);
            }
            catch (FormatException)
            {
                // It can only be ticked.
            }
        }

        return null;
    }

    [Fact]
    public async Task Every_kind_says_where_to_look_and_then_that_it_is_right()
    {
        var (kinds, slipped) = (0, 0);
        var unnamed = new List<string>();
        foreach (var chunk in QuestionCatalogue.Standard.All.Select(kind => kind.Id).Chunk(12))
        {
            var (browser, paper) = await SatAsync(chunk);
            using var closed = browser;
            foreach (var question in paper.Questions.DistinctBy(question => question.Section.KindId))
            {
                kinds++;
                var page = await PageAsync(await browser.GetAsync(new Uri($"/practice/now?question={question.Id}", UriKind.Relative)));
                if (Slip(question) is var (written, marking))
                {
                    slipped++;
                    page = await DoAsync(browser, page, "Answer", written);
                    Assert.Equal("Not yet", Verdict(page));
                    // It says where to look, and no word of what belongs there.
                    Assert.Contains(
                        Marker.Anywhere(marking.Findings.First(finding => finding.Code != FindingCode.NotTheAnswer).Code),
                        page.QuerySelector("[data-said]")!.TextContent,
                        StringComparison.Ordinal
                    );
                    Assert.Null(page.QuerySelector(".practice-key"));
                }
                else if (await PlacedAsync(browser, page, question) is { } placed)
                {
                    (slipped, page) = (slipped + 1, placed);
                }
                else
                    unnamed.Add(question.Section.KindId);

                page = await DoAsync(browser, page, "Answer", question.Item.Answer);
                Assert.True(Verdict(page) == "Right", $"{question.Section.KindId}, {question.Item.Answer}: {Verdict(page)}");
                Assert.NotNull(page.QuerySelector(".practice-key"));
            }
        }

        Assert.True(kinds >= 60 && slipped >= 48, $"{slipped} of {kinds}, not {string.Join(", ", unnamed)}");
    }

    // One place of several written otherwise: the page says which.
    private static async Task<IDocument?> PlacedAsync(HttpClient browser, IDocument page, PracticeQuestion question)
    {
        var words = question.Item.Answer.Split(Between, StringSplitOptions.RemoveEmptyEntries);
        foreach (var i in Enumerable.Range(0, words.Length))
        {
            var written = string.Join(' ', words.Select((word, other) => other == i ? words.FirstOrDefault(one => one != word) : word));
            try
            {
                if (question.Judge(written).IsRight || question.WrongPlaces(written) is not [_, ..])
                    continue;
            }
            catch (Exception problem) when (problem is FormatException or InvalidOperationException)
            {
                continue;
            }

            page = await DoAsync(browser, page, "Answer", written);
            Assert.Equal("Not yet", Verdict(page));
            Assert.Contains("Look once more at", page.QuerySelector("[data-said]")!.TextContent, StringComparison.Ordinal);
            return page;
        }

        return null;
    }

    [Theory]
    [InlineData("label-degrees", "3", "2")]
    [InlineData("circle-of-fifths", "G", "D")]
    [InlineData("order-of-accidentals", "G", "")]
    public async Task What_was_written_stands_beside_the_answer_in_words(string kind, string first, string second)
    {
        var (browser, paper) = await SatAsync([kind]);
        using var closed = browser;
        var question = paper.Questions[0];
        var page = await PageAsync(await browser.GetAsync(new Uri($"/practice/now?question={question.Id}", UriKind.Relative)));
        var before = page.QuerySelectorAll(".practice-row > span:first-child").Select(name => name.TextContent).ToArray();
        var words = new[] { first, second }.Concat(Enumerable.Repeat("", 12)).Take(Math.Max(1, before.Length));
        for (var i = 0; i < 2 && page.QuerySelector("#answer-form") is not null; i++)
            page = await DoAsync(browser, page, "Answer", string.Join('\n', words));
        var said = page.QuerySelector(".practice-key .hint")?.TextContent ?? page.QuerySelector("#answer-problem")!.TextContent;
        Assert.Contains(before.Length > 1 ? $"{before[0]} {first}, {before[1]} {second}" : first, said, StringComparison.Ordinal);
    }
}
