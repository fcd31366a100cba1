using System.Net;
using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Web.Pages.Printings;
using Gavvet.Worksheets.Editing;
using Microsoft.Data.Sqlite;
using Microsoft.Extensions.DependencyInjection;
using UglyToad.PdfPig;

namespace Gavvet.Web.Tests;

/// <summary>The four ways a name goes, on real printings and by the screens a teacher uses.</summary>
public sealed class NamesGoneTests : IAsyncLifetime
{
    private const string Name = "Zoë Müllerin";

    private Visitor _visitor = null!;

    public async ValueTask InitializeAsync() => _visitor = await Visitor.ArriveAsync();

    public ValueTask DisposeAsync() => _visitor.DisposeAsync();

    private T Get<T>()
        where T : notnull => _visitor.Services.GetRequiredService<T>();

    private string Folder => Path.GetDirectoryName(_visitor.DatabasePath)!;

    // A class with the name on its head, printed, marked and given back; the same sheet in large print; copies of both.
    private async Task<(string Class, string Student, string Printing, string Large)> FillAsync()
    {
        var group = await Get<ClassStore>().CreateAsync($"Lessons with {Name}");
        await Get<ClassStore>().AddAsync(group, [new Student("", Name), new Student("", "Bo")]);
        var found = (await Get<ClassStore>().FindAsync(group))!;
        var sheet = await _visitor.Store.CreateAsync(
            SheetEditor.NewSheet(1) with
            {
                Title = $"Scales for {Name}",
                Instructions = $"Dear {Name}, take care.",
            }
        );
        var printing = await PrintAsync(
            sheet,
            new PrintChoices([], null, null)
            {
                Class = found.Name,
                Copies = PrintedCopy.Of(found.Students, sheet.Sheet, 1, student => student.Id),
            },
            group
        );
        var large = await PrintAsync(sheet, new PrintChoices([new LargePrintSeat(Name, null, null)], null, null), null);
        var open = (await Get<OpenPrintings>().FindAsync(printing))!;
        foreach (var copy in open.Record.Copies.Take(2))
        {
            foreach (var item in open.Papers.ItemsOf(copy))
                await Get<MarkingStore>()
                    .AddAsync(
                        printing,
                        copy.Number,
                        item,
                        Marker.Mark(item, open.Papers.Style, new Decision.Wrong()) with
                        {
                            Remark = copy.Number == 2 ? $"{Name} can help you with this one, ask {Name}." : null,
                        }
                    );
        }

        await Get<MarkingStore>()
            .ReturnAsync(printing, await ClassPapers.ToReturnAsync(printing, open, Get<PrintingStore>(), Get<MarkingStore>()));
        await Get<Backups>().KeepDailyAsync(TestContext.Current.CancellationToken);
        return (group, found.Students[0].Id, printing, large);
    }

    private async Task<string> PrintAsync(StoredSheet sheet, PrintChoices choices, string? group)
    {
        var job = Get<PrintJobs>().Start(sheet, choices, "test", group)!;
        while (!job.IsOver)
            await Task.Delay(20, TestContext.Current.CancellationToken);
        Assert.Null(job.Problem);
        return job.PrintingId!;
    }

    // Every byte of the folder, and what the kept PDFs say and are called.
    private async Task GoneAsync()
    {
        Assert.Empty(await FolderBytes.FilesThatHoldAsync(Folder, Name));
        await using var connection = new SqliteConnection($"Data Source={_visitor.DatabasePath};Pooling=False");
        await connection.OpenAsync(TestContext.Current.CancellationToken);
        await using var command = connection.CreateCommand();
        command.CommandText = "SELECT Bytes FROM PrintedFiles";
        await using var rows = await command.ExecuteReaderAsync(TestContext.Current.CancellationToken);
        var files = 0;
        while (await rows.ReadAsync(TestContext.Current.CancellationToken))
        {
            using var pdf = PdfDocument.Open((byte[])rows.GetValue(0));
            Assert.DoesNotContain(Name, pdf.Information.Title ?? "", StringComparison.Ordinal);
            Assert.DoesNotContain("Müllerin", string.Concat(pdf.GetPages().Select(page => page.Text)), StringComparison.Ordinal);
            files++;
        }

        Assert.True(files > 0);
    }

    [Theory]
    [InlineData("student")]
    [InlineData("class")]
    [InlineData("anonymous")]
    [InlineData("name")]
    public async Task Each_way_says_what_goes_and_leaves_the_name_nowhere_and_the_printings_can_be_marked(string way)
    {
        var (group, student, printing, large) = await FillAsync();
        var look = way switch
        {
            "student" => await _visitor.OpenAsync($"/erase?student={student}"),
            "class" => await _visitor.OpenAsync($"/erase?group={group}"),
            "anonymous" => await _visitor.OpenAsync($"/erase?anonymous={group}"),
            _ => await _visitor.OpenAsync("/erase"),
        };
        var (handler, fields) = way switch
        {
            "student" => ("Student", new[] { ("id", student) }),
            "class" => ("Class", [("id", group)]),
            "anonymous" => ("Anonymous", [("id", group)]),
            _ => ("Erase", [("name", Name)]),
        };
        string[] LinesIn(AngleSharp.Dom.IDocument page) => [.. page.QuerySelectorAll(".differences li").Select(line => line.TextContent)];
        var said = way == "name" ? LinesIn((await _visitor.PostAsync("/erase?handler=Look", ("name", Name))).Fragments) : LinesIn(look);
        Assert.True(said.Length >= 5, string.Join('\n', said));
        var (response, page) = await _visitor.PostAsync($"/erase?handler={handler}", fields);
        Assert.Equal(HttpStatusCode.OK, response.StatusCode);
        Assert.Equal(said, LinesIn(page));
        Assert.Contains("Out of reach are backups", page.Body!.TextContent, StringComparison.Ordinal);
        await GoneAsync();

        foreach (var id in new[] { printing, large })
        {
            var (marking, data) = await _visitor.GetAsync($"/printings/{id}/mark?handler=Data");
            Assert.Equal(HttpStatusCode.OK, marking.StatusCode);
            Assert.DoesNotContain("Müllerin", WebUtility.HtmlDecode(data), StringComparison.Ordinal);
            Assert.Equal(HttpStatusCode.OK, (await _visitor.GetAsync($"/printings/{id}/mark")).Response.StatusCode);
            Assert.Equal(HttpStatusCode.OK, (await _visitor.GetAsync($"/printings/{id}/results")).Response.StatusCode);
        }

        var pile = (await Get<PrintingStore>().FindAsync(large))!
            .Piles.Where(pile => pile.Name.Contains("-large", StringComparison.Ordinal))
            .Select(pile => pile.Name)
            .ToArray();
        Assert.Equal(2, pile.Length);
        Assert.StartsWith(
            "%PDF",
            System.Text.Encoding.ASCII.GetString(await _visitor.BytesAsync($"/printings/{large}/{pile[0]}.pdf")),
            StringComparison.Ordinal
        );
        // Back to the other student: the slip of before, without the name.
        if (way is "student" or "name" or "anonymous")
        {
            using var slip = PdfDocument.Open(await _visitor.BytesAsync($"/printings/{printing}/slips.pdf?paper=2"));
            Assert.DoesNotContain("Müllerin", string.Concat(slip.GetPages().Select(page => page.Text)), StringComparison.Ordinal);
        }
    }

    // A record is read back by its words: whoever is called as one of them, such as a preset, must not take it along.
    [Fact]
    public async Task Students_called_as_the_words_of_a_record_are_erased_and_it_is_still_read()
    {
        var sheet = SheetEditor.NewSheet(1);
        foreach (var kind in QuestionCatalogue.Standard.All.Where((_, i) => i % 7 == 0))
            sheet = SheetEditor.Apply(sheet, new AddSection(kind.Id)).Sheet!;
        var stored = await _visitor.Store.CreateAsync(sheet);
        var printing = await PrintAsync(stored, new PrintChoices([], null, null), null);
        var record = (await Get<PrintingStore>().RecordAsync(printing))!;
        string[] words =
        [
            .. System
                .Text.RegularExpressions.Regex.Matches(record, @"\p{L}{4,}")
                .Select(match => match.Value)
                .Distinct(StringComparer.OrdinalIgnoreCase)
                .Where(word => !TradeWords.Has(word)),
        ];
        Assert.Contains("classical", words);
        foreach (var names in words.Append(Name).Chunk(SchoolClass.MostStudents))
        {
            var group = await Get<ClassStore>().CreateAsync("A class with odd names");
            await Get<ClassStore>().AddAsync(group, [.. names.Select(name => new Student("", name))]);
            await _visitor.OpenAsync($"/erase?group={group}");
            Assert.Equal(HttpStatusCode.OK, (await _visitor.PostAsync("/erase?handler=Class", ("id", group))).Response.StatusCode);
        }

        Get<OpenPrintings>().Close();
        var open = (await Get<OpenPrintings>().FindAsync(printing))!;
        var before = new RecordedPapers(PrintingRecord.Read(record));
        foreach (var copy in open.Record.Copies)
            Assert.Equal(
                before.ItemsOf(before.Record.Copies[copy.Number - 1]).Select(item => item.What),
                open.Papers.ItemsOf(copy).Select(item => item.What)
            );
    }

    [Fact]
    public async Task What_does_not_exist_is_not_erased()
    {
        foreach (var address in new[] { "/erase?student=none", "/erase?group=none", "/erase?anonymous=none" })
            Assert.Equal(HttpStatusCode.NotFound, (await _visitor.GetAsync(address)).Response.StatusCode);
        await _visitor.OpenAsync("/erase");
        foreach (var handler in new[] { "Student", "Class", "Anonymous" })
        {
            Assert.Equal(
                HttpStatusCode.NotFound,
                (await _visitor.PostAsync($"/erase?handler={handler}", ("id", "none"))).Response.StatusCode
            );
            Assert.Equal(HttpStatusCode.NotFound, (await _visitor.PostAsync($"/erase?handler={handler}")).Response.StatusCode);
        }
    }

    [Fact]
    public async Task Answers_with_names_are_kept_by_no_browser_and_nothing_of_the_device_is_asked_for()
    {
        var (group, student, printing, _) = await FillAsync();
        var code = (await Get<PrintingStore>().FindAsync(printing))!.Codes[0].Code;
        string[] addresses =
        [
            "/",
            "/classes",
            $"/classes/{group}",
            $"/classes/{group}/roster.csv",
            $"/classes/{group}/students/{student}.json",
            $"/classes/{group}/students/{student}.zip",
            $"/classes/{group}/standing",
            $"/classes/{group}/report.pdf?all=true",
            $"/printings/{printing}",
            $"/printings/{printing}/papers.pdf",
            $"/printings/{printing}/slips.pdf",
            $"/printings/{printing}/marked.pdf",
            $"/printings/{printing}/record.json",
            $"/printings/{printing}/mark?handler=Data",
            $"/printings/{printing}/results",
            $"/printings/{printing}/results?handler=Table",
            $"/printings/{printing}/results?handler=File",
            $"/p/{code}",
            $"/p/{code}/student.svg",
            $"/p/{code}/key.svg",
            "/backup",
            "/backup/file",
            $"/erase?student={student}",
            "/printings/none",
        ];
        foreach (var address in addresses)
        {
            var (response, _) = await _visitor.GetAsync(address);
            Assert.True(response.Headers.CacheControl?.NoStore, $"{address}: {response.Headers.CacheControl}");
            Assert.Contains("microphone=()", string.Join(' ', response.Headers.GetValues("Permissions-Policy")), StringComparison.Ordinal);
        }
    }

    [Fact]
    public async Task Everything_kept_of_a_student_has_papers_slips_and_what_is_said_elsewhere()
    {
        var (group, student, printing, _) = await FillAsync();
        using var zip = new System.IO.Compression.ZipArchive(
            new MemoryStream(await _visitor.BytesAsync($"/classes/{group}/students/{student}.zip"))
        );
        Assert.Equal(["student.json", "1-paper.pdf", "1-slip.pdf", "1-marked.pdf"], zip.Entries.Select(entry => entry.FullName));
        using var data = System.Text.Json.JsonDocument.Parse(zip.Entries[0].Open());
        var root = data.RootElement;
        Assert.Equal(Name, root.GetProperty("name").GetString());
        Assert.Equal(printing, root.GetProperty("papers")[0].GetProperty("printing").GetString());
        Assert.True(root.GetProperty("papers")[0].GetProperty("items").GetArrayLength() > 0);
        Assert.Contains(root.GetProperty("elsewhere").EnumerateArray(), said =>
            said.GetProperty("words").GetString() == $"{Name} can help you with this one, ask {Name}."
        );
        using var pages = new MemoryStream();
        using (var paper = zip.Entries[1].Open())
            paper.CopyTo(pages);
        using var pdf = PdfDocument.Open(pages.ToArray());
        Assert.Contains("Müllerin", pdf.GetPage(1).Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Whatever_lies_in_the_folder_has_its_row_in_the_register()
    {
        await FillAsync();
        var backup = await _visitor.BytesAsync("/backup/file");
        using (var file = new MemoryStream(backup))
            await Get<Backups>().RestoreAsync((await Get<Backups>().StageAsync(file)).Token, Get<Database>());
        await Get<Backups>().StageCopyAsync(Get<Backups>().Copies()[0].Name);
        string[] files =
        [
            .. Directory.GetFiles(Folder, "*", SearchOption.AllDirectories).Select(path => Path.GetRelativePath(Folder, path)),
        ];
        Assert.True(files.Length > 6, string.Join('\n', files));
        Assert.DoesNotContain(files, file => PersonalRegister.FileOf(file) is null);
    }
}
