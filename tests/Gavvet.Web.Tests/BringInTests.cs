using System.Net;
using System.Text;
using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Web.Pages.Printings;
using Gavvet.Worksheets.Editing;
using Microsoft.Extensions.DependencyInjection;

namespace Gavvet.Web.Tests;

/// <summary>Results taken in from a file: those of this printing, all of them or none.</summary>
public sealed class BringInTests : IAsyncLifetime
{
    private Visitor _visitor = null!;

    public async ValueTask InitializeAsync() => _visitor = await Visitor.ArriveAsync();

    public ValueTask DisposeAsync() => _visitor.DisposeAsync();

    private T Get<T>()
        where T : notnull => _visitor.Services.GetRequiredService<T>();

    private async Task<string> PrintAsync(ulong seed)
    {
        var classes = Get<ClassStore>();
        var group = (await classes.ListAsync()) is [var known, ..] ? known.Id : await classes.CreateAsync("Strings");
        if ((await classes.FindAsync(group))!.Students.IsEmpty)
            await classes.AddAsync(group, [new Student("", "Mira"), new Student("", "Bo")]);
        var found = (await classes.FindAsync(group))!;
        var sheet = await _visitor.Store.CreateAsync(SheetEditor.NewSheet(seed));
        var job = Get<PrintJobs>()
            .Start(
                sheet,
                new PrintChoices([], null, null)
                {
                    Class = found.Name,
                    Copies = PrintedCopy.Of(found.Students, sheet.Sheet, 1, student => student.Id),
                },
                "test",
                group
            )!;
        await job.Making;
        return job.PrintingId!;
    }

    private async Task MarkAsync(string printing)
    {
        var open = (await Get<OpenPrintings>().FindAsync(printing))!;
        foreach (var copy in open.Record.Copies.Take(2))
        {
            foreach (var item in open.Papers.ItemsOf(copy).Take(2))
                await Get<MarkingStore>()
                    .AddAsync(
                        printing,
                        copy.Number,
                        item,
                        Marker.Mark(item, open.Papers.Style, copy.Number == 1 ? new Decision.Right() : new Decision.Wrong())
                    );
        }
    }

    private async Task<(HttpStatusCode Status, string? Said)> BringAsync(string printing, string text, bool over = false)
    {
        await _visitor.OpenAsync($"/printings/{printing}/results");
        using var form = new MultipartFormDataContent { { new ByteArrayContent(Encoding.UTF8.GetBytes(text)), "file", "results.json" } };
        form.Add(new StringContent(over ? "true" : "false"), "over");
        var (answer, page) = await _visitor.PostAsync($"/printings/{printing}/results?handler=Bring", form);
        return (answer.StatusCode, page.QuerySelector("#error-results")?.TextContent.Trim());
    }

    private async Task<double[]> MarksAsync(string printing) =>
        [.. (await Get<MarkingStore>().CurrentAsync(printing)).OrderBy(pair => pair.Key).Select(pair => pair.Value.Marking.Marks)];

    [Fact]
    public async Task Results_of_this_printing_are_taken_in_and_those_of_another_are_refused_whole()
    {
        var (printing, other) = (await PrintAsync(1), await PrintAsync(9));
        await MarkAsync(printing);
        var file = (await _visitor.GetAsync($"/printings/{printing}/results?handler=File")).Text;
        var marks = await MarksAsync(printing);
        Assert.Equal(4, marks.Length);

        // Into a printing of other questions nothing goes.
        var (status, said) = await BringAsync(other, file);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, status);
        Assert.Contains("another printing", said, StringComparison.Ordinal);
        Assert.Empty(await MarksAsync(other));

        // One that is not of it spoils all of them: another answer, other marks, another student.
        foreach (
            var (from, to, words) in new[]
            {
                ("\"of\": 1", "\"of\": 2", "asks something else"),
                ("\"student\": \"Bo\"", "\"student\": \"Ida\"", "Ida"),
                ("\"answer\": \"", "\"answer\": \"X ", "asks something else"),
            }
        )
        {
            var at = file.LastIndexOf(from, StringComparison.Ordinal);
            (status, said) = await BringAsync(printing, file[..at] + to + file[(at + from.Length)..]);
            Assert.Equal(HttpStatusCode.UnprocessableEntity, status);
            Assert.Contains(words, said, StringComparison.Ordinal);
            Assert.Equal(marks, await MarksAsync(printing));
        }

        // What is marked otherwise here stays until it is said that the file stands.
        var first = file.IndexOf("\"marks\": 0", StringComparison.Ordinal);
        var changed = file[..first] + "\"marks\": 1" + file[(first + 10)..];
        (status, said) = await BringAsync(printing, changed);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, status);
        Assert.Contains("marked otherwise here", said, StringComparison.Ordinal);
        Assert.Equal(marks, await MarksAsync(printing));

        // A mark that was changed by hand in the file is the mark then.
        (status, _) = await BringAsync(printing, changed, over: true);
        Assert.Equal(HttpStatusCode.Redirect, status);
        Assert.Equal(marks.Sum() + 1, (await MarksAsync(printing)).Sum());
    }

    [Fact]
    public async Task A_printing_that_was_not_handed_out_is_off_the_class_s_screens_until_it_was()
    {
        var printing = await PrintAsync(1);
        var group = (await Get<ClassStore>().ListAsync())[0].Id;
        async Task<bool> IsOnClassAsync() =>
            (await _visitor.GetAsync($"/classes/{group}")).Text.Contains(printing, StringComparison.Ordinal);
        Assert.True(await IsOnClassAsync());
        Assert.NotNull((await _visitor.OpenAsync($"/printings/{printing}")).QuerySelector("form[action*='handler=Aside&aside=true']"));
        var (answer, _) = await _visitor.PostAsync($"/printings/{printing}?handler=Aside&aside=true");
        Assert.Equal(HttpStatusCode.Redirect, answer.StatusCode);
        Assert.False(await IsOnClassAsync());
        var page = await _visitor.OpenAsync($"/printings/{printing}");
        Assert.Contains("it does not count for the class", page.Body!.TextContent, StringComparison.Ordinal);
        Assert.NotNull(page.QuerySelector("form[action*='aside=false']"));
        // Undone, and then marked: what is marked was handed out, and the refusal says what helps.
        await _visitor.PostAsync($"/printings/{printing}?handler=Aside&aside=false");
        Assert.True(await IsOnClassAsync());
        await MarkAsync(printing);
        Assert.Null((await _visitor.OpenAsync($"/printings/{printing}")).QuerySelector("form[action*='handler=Aside']"));
        var (refused, said) = await _visitor.PostAsync($"/printings/{printing}?handler=Aside&aside=true");
        Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.StatusCode);
        Assert.Contains("Take the markings back first", said.Body!.TextContent, StringComparison.Ordinal);
        Assert.True(await IsOnClassAsync());
    }
}
