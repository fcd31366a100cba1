using System.IO.Compression;
using System.Net;
using System.Text;
using System.Text.Json;
using Gavvet.Engraving.Output;
using Gavvet.Printing;
using Gavvet.Scanning;
using Gavvet.Scanning.Simulated;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Web.Pages.Printings;
using Gavvet.Web.Pages.Scans;
using Gavvet.Worksheets.Files;
using Microsoft.Extensions.DependencyInjection;
using SkiaSharp;
using UglyToad.PdfPig;

namespace Gavvet.Web.Tests;

/// <summary>A pile through the scanner: taken in, seen at the marking, and what is empty taken as such.</summary>
public sealed class ScanTests : IAsyncLifetime
{
    private const string Recipe =
        """{"gavvet":1,"seed":5,"title":"Friday","sections":[{"kind":"write-scale","scales":["harmonic-minor"],"keys":{"flats":2,"sharps":2},"clefs":["treble"],"count":2},{"kind":"relative-key","keys":{"flats":3,"sharps":3},"count":2}]}""";

    private Visitor _visitor = null!;
    private string _printing = "";

    private OpenPrintings Open => _visitor.Services.GetRequiredService<OpenPrintings>();

    private ScanStore Scans => _visitor.Services.GetRequiredService<ScanStore>();

    public async ValueTask InitializeAsync()
    {
        _visitor = await Visitor.ArriveAsync();
        _printing = await PrintAsync("Hazelmoor");
        await _visitor.OpenAsync($"/printings/{_printing}/scans");
    }

    public async ValueTask DisposeAsync() => await _visitor.DisposeAsync();

    private async Task<string> PrintAsync(string name)
    {
        var classes = _visitor.Services.GetRequiredService<ClassStore>();
        var group = await classes.CreateAsync(name);
        await classes.AddAsync(group, [new Student("", "Änne"), new Student("", "Bo") { Part = Theory.Instrument.Find("horn") }]);
        var found = (await classes.FindAsync(group))!;
        var sheet = await _visitor.Store.CreateAsync(SheetFile.Read(Recipe));
        var job = _visitor
            .Services.GetRequiredService<PrintJobs>()
            .Start(
                sheet,
                new PrintChoices([], null, "")
                {
                    Class = found.Name,
                    Copies = PrintedCopy.Of(found.Students, sheet.Sheet, 0, student => student.Id),
                },
                "test",
                group
            )!;
        await job.Making;
        return job.PrintingId!;
    }

    // A paper's first page as a student hands it in, with answers to some of its questions, through the scanner.
    private async Task<byte[]> ScanAsync(string printing, int paper, int[] answered, ulong seed, bool isCodeSpoiled = false)
    {
        var found = (await Open.FindAsync(printing))!;
        var copy = found.Record.Copies[paper];
        var pages = await found.PagesAsync(_visitor.Services.GetRequiredService<PrintingStore>(), copy.Codes);
        var page = new PrintedPage(pages[copy.Codes[0]].Student);
        var hand = new SimulatedHand(seed);
        return SimulatedScanner
            .Scan(
                page.Page,
                canvas =>
                {
                    foreach (var item in found.Record.Editions[copy.Edition].Items.Where(item => answered.Contains(item.Item.Number)))
                        hand.Answer(canvas, item.Place, item.Anchors!, page.IsPrinted);
                    if (!isCodeSpoiled)
                        return;
                    using var blot = new SKPaint { Color = new SKColor(50, 50, 50) };
                    var code = page.Code!;
                    canvas.DrawRect(
                        (float)code[1].X,
                        (float)code[1].Y,
                        (float)(code[2].X - code[1].X),
                        (float)(code[0].Y - code[1].Y),
                        blot
                    );
                },
                200,
                seed
            )
            .Jpeg;
    }

    private async Task<ScanJob> TakeAsync(params byte[][] files)
    {
        using var form = new MultipartFormDataContent();
        foreach (var file in files)
            form.Add(new ByteArrayContent(file), "files", "scan.jpg");
        var (response, _) = await _visitor.PostAsync($"/printings/{_printing}/scans", form);
        Assert.Equal(HttpStatusCode.Redirect, response.StatusCode);
        var job = _visitor.Services.GetRequiredService<ScanJobs>().Find(response.Headers.Location!.OriginalString.Split("job=")[1])!;
        while (!job.IsOver)
            await Task.Delay(50, TestContext.Current.CancellationToken);
        Assert.False(job.IsStopped);
        return job;
    }

    [Fact]
    public async Task What_was_written_stands_at_the_marking_and_what_is_empty_is_taken_as_such()
    {
        var other = await PrintAsync("Fernhill");
        byte[][] files =
        [
            await ScanAsync(_printing, 0, [1, 3], 1),
            await ScanAsync(_printing, 1, [1, 2, 3, 4], 2),
            await ScanAsync(other, 0, [1], 3),
            [1, 2, 3],
        ];
        var job = await TakeAsync(files);
        Assert.Equal((2, 1, 1), (job.Count(Taken.Laid), job.Count(Taken.Elsewhere), job.Count(Taken.Unread)));
        Assert.Single(await Scans.ListAsync(other));
        // The same files once more do no harm.
        Assert.Equal(3, (await TakeAsync(files)).Count(Taken.Already));

        // Empty are the two that Änne left out; nothing is marked before it is taken.
        var page = await _visitor.OpenAsync($"/printings/{_printing}/scans");
        Assert.Contains("2 of 2 papers are here", page.Body!.TextContent, StringComparison.Ordinal);
        Assert.Equal(
            ["Question 2: Änne", "Question 4: Änne"],
            page.QuerySelectorAll(".scan-empty li").Select(line => line.ChildNodes[0].TextContent.Trim())
        );
        var markings = _visitor.Services.GetRequiredService<MarkingStore>();
        Assert.Empty(await markings.CurrentAsync(_printing));
        await _visitor.PostAsync($"/printings/{_printing}/scans?handler=Empty", ("item", "2"));
        // Nothing is taken that the page had not shown.
        Assert.Empty(await markings.CurrentAsync(_printing));
        Assert.Equal(["2 1", "4 1"], page.QuerySelectorAll("input[name=proposed]").Select(field => field.GetAttribute("value")));
        await _visitor.PostAsync($"/printings/{_printing}/scans?handler=Empty", ("item", "2"), ("proposed", "2 1"), ("proposed", "4 1"));
        Assert.Equal((1, 2), Assert.Single(await markings.CurrentAsync(_printing)).Key);
        await _visitor.PostAsync($"/printings/{_printing}/scans?handler=Empty", ("proposed", "2 1"), ("proposed", "4 1"));
        var marked = await markings.CurrentAsync(_printing);
        Assert.Equal([(1, 2), (1, 4)], marked.Keys.Order());
        Assert.All(marked.Values, one => Assert.Equal(MarkedAs.Blank, one.Marking.As));

        // All hands of a question: one decided by a click, the rest at once; what seems empty is left to wait.
        var hands = await _visitor.OpenAsync($"/printings/{_printing}/hands?item=3");
        Assert.Equal(["Bo", "Änne"], hands.QuerySelectorAll(".hand h4").Select(name => name.TextContent).Order(StringComparer.Ordinal));
        var cut = hands.QuerySelector(".hand img")!.GetAttribute("src")!;
        Assert.InRange(PictureReader.Read(await _visitor.BytesAsync(cut))!.Height, 40, 400);
        await _visitor.PostAsync($"/printings/{_printing}/hands?handler=Mark&item=3&copy=1&seen=0", ("say", "wrong"));
        await _visitor.PostAsync($"/printings/{_printing}/hands?handler=Rest&item=3");
        Assert.Equal(3, (await markings.CurrentAsync(_printing)).Count);
        await _visitor.PostAsync($"/printings/{_printing}/hands?handler=Rest&item=3", ("looked", "2"));
        await _visitor.PostAsync($"/printings/{_printing}/hands?handler=Rest&item=2", ("looked", "1"), ("looked", "2"));
        marked = await markings.CurrentAsync(_printing);
        Assert.Equal([(1, 2), (1, 3), (1, 4), (2, 2), (2, 3)], marked.Keys.Order());
        Assert.Equal((MarkedAs.Wrong, true), (marked[(1, 3)].Marking.As, marked[(2, 3)].Marking.IsRight));

        // The marking screen shows the student's own page.
        var data = JsonDocument.Parse((await _visitor.GetAsync($"/printings/{_printing}/mark?handler=Data")).Text).RootElement;
        var scan = data.GetProperty("papers")[0].GetProperty("scans")[0];
        Assert.True(scan.GetProperty("isLaid").GetBoolean());
        var address = scan.GetProperty("picture").GetString()!;
        var (picture, _) = await _visitor.GetAsync(address);
        Assert.Equal("image/jpeg", picture.Content.Headers.ContentType!.MediaType);
        Assert.True(picture.Headers.CacheControl!.NoStore);
        Assert.InRange((await _visitor.BytesAsync(address)).Length, 5_000, 110_000);
        var elsewhere = address.Replace(_printing, other, StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.NotFound, (await _visitor.GetAsync(elsewhere)).Response.StatusCode);
    }

    [Fact]
    public async Task A_page_nobody_knows_is_asked_for()
    {
        // Its foot with the code is torn off, whichever way it lay.
        var whole = PictureReader.Read(await ScanAsync(_printing, 0, [1], 4))!;
        var (half, across) = (whole.Height / 2, whole.Width / 2);
        Picture[] parts =
        [
            whole.Part(0, 0, whole.Width, half),
            whole.Part(0, half, whole.Width, half),
            whole.Part(0, 0, across, whole.Height),
            whole.Part(across, 0, across, whole.Height),
        ];
        var torn = ScanFile.Packed(parts.Skip(whole.Width > whole.Height ? 2 : 0).First(part => CodeFinder.Find(part, _ => true) is null));
        Assert.Equal(1, (await TakeAsync(torn, ScanFile.Packed(Picture.White(800, 1_100)))).Count(Taken.Unknown));
        var scan = Assert.Single(await Scans.ListAsync(_printing));
        Assert.Null(scan.Copy);
        var (refused, asked) = await _visitor.PostAsync($"/printings/{_printing}/scans?handler=Name&scan={scan.Id}", ("code", "12"));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.StatusCode);
        Assert.NotEmpty(asked.QuerySelector("#code-problem-0")!.TextContent);
        var code = (await Open.FindAsync(_printing))!.Record.Copies[1].Codes[0];
        await _visitor.PostAsync($"/printings/{_printing}/scans?handler=Name&scan={scan.Id}", ("code", code));
        scan = Assert.Single(await Scans.ListAsync(_printing));
        Assert.Equal((2, 0, ScanState.NotLaid), (scan.Copy, scan.Page, scan.State));
    }

    [Fact]
    public async Task A_page_whose_code_is_drawn_over_is_known_all_the_same()
    {
        var job = await TakeAsync(await ScanAsync(_printing, 1, [1, 2], 9, isCodeSpoiled: true));
        Assert.Equal(1, job.Count(Taken.Laid));
        var scan = Assert.Single(await Scans.ListAsync(_printing));
        Assert.Equal((2, 0, ScanState.Laid), (scan.Copy, scan.Page, scan.State));
        Assert.Equal([3, 4], scan.Readings.Where(reading => reading.IsEmpty).Select(reading => reading.Item));
    }

    [Fact]
    public async Task Papers_go_back_as_they_were_written_on()
    {
        await TakeAsync(await ScanAsync(_printing, 0, [1, 2, 3, 4], 11));
        var pdf = $"/printings/{_printing}/own.pdf";
        Assert.Equal(HttpStatusCode.Conflict, (await _visitor.GetAsync(pdf)).Response.StatusCode);
        foreach (var copy in new[] { 1, 2 })
        {
            await _visitor.PostAsync($"/printings/{_printing}/hands?handler=Mark&item=1&copy={copy}&seen=0", ("say", "right"));
            await _visitor.PostAsync($"/printings/{_printing}/hands?handler=Mark&item=2&copy={copy}&seen=0", ("say", "wrong"));
        }

        // The one paper that was scanned, and on it the student's own hand; no answer of the key is put over it.
        var results = await _visitor.OpenAsync($"/printings/{_printing}/results");
        Assert.NotNull(results.QuerySelector("a[href$='own.pdf']"));
        var before = Assert.Single(Pages(await _visitor.BytesAsync(pdf)));
        Assert.True(before.Picture > 1_000);
        Assert.Contains("1", before.Words);
        var printed = Pages(await _visitor.BytesAsync($"/printings/{_printing}/marked.pdf?paper=1"))[0];
        Assert.True(printed.Words.Length > before.Words.Length && printed.Picture == 0);

        // What was given back stays what it was.
        await _visitor.PostAsync($"/printings/{_printing}/results?handler=Return", ("unfinished", "true"));
        var marked = await _visitor.Services.GetRequiredService<MarkingStore>().CurrentAsync(_printing);
        await _visitor.PostAsync($"/printings/{_printing}/hands?handler=Mark&item=1&copy=1&seen={marked[(1, 1)].Id}", ("say", "wrong"));
        Assert.Equal(before.Words, Pages(await _visitor.BytesAsync(pdf))[0].Words);

        // One file each, under the student's name; and among what is kept of the student.
        using var zip = new ZipArchive(new MemoryStream(await _visitor.BytesAsync($"/printings/{_printing}/own.zip")));
        Assert.Equal(["01 Änne.pdf"], zip.Entries.Select(entry => entry.FullName));
        var owner = (await _visitor.Services.GetRequiredService<MarkingStore>().OwnersAsync(_printing)).First(one => one.Number == 1);
        var group = (await _visitor.Services.GetRequiredService<ClassStore>().ClassOfAsync(owner.StudentId!))!;
        using var kept = new ZipArchive(new MemoryStream(await _visitor.BytesAsync($"/classes/{group}/students/{owner.StudentId}.zip")));
        Assert.Contains("1-scan-1.jpg", kept.Entries.Select(entry => entry.FullName));
    }

    [Fact]
    public async Task What_a_copier_puts_into_the_folder_is_taken_in_and_what_cannot_be_told_is_kept_aside()
    {
        var scans = Directory.CreateTempSubdirectory("gavvet-scans-").FullName;
        try
        {
            await File.WriteAllBytesAsync(Path.Combine(scans, "Änne 1.jpg"), await ScanAsync(_printing, 0, [1, 3], 1));
            await File.WriteAllBytesAsync(Path.Combine(scans, "torn.jpg"), await ScanAsync(_printing, 1, [1], 2, isCodeSpoiled: true));
            await File.WriteAllTextAsync(Path.Combine(scans, "list.txt"), "of the copier");
            using var folder = new ScanFolder(
                _visitor.Services.GetRequiredService<ScanIntake>(),
                _visitor.Services.GetRequiredService<Hosting.ServerOptions>() with
                {
                    Scans = scans,
                },
                TimeProvider.System,
                Microsoft.Extensions.Logging.Abstractions.NullLogger<ScanFolder>.Instance
            );
            await folder.StartAsync(TestContext.Current.CancellationToken);
            while (Directory.GetFiles(scans).Length > 1)
                await Task.Delay(100, TestContext.Current.CancellationToken);
            await folder.StopAsync(TestContext.Current.CancellationToken);
            // The code of the torn one is on no page of a printing that was said: it waits to be brought in.
            Assert.Equal((1, ScanState.Laid), (await Scans.ListAsync(_printing)).Select(scan => (scan.Copy!.Value, scan.State)).Single());
            Assert.Equal(["torn.jpg"], Directory.GetFiles(Path.Combine(scans, ScanFolder.Aside)).Select(Path.GetFileName));
            Assert.Equal((ScanFolder.Aside, 1), folder.Left);
        }
        finally
        {
            Directory.Delete(scans, recursive: true);
        }
    }

    [Fact]
    public async Task A_scan_too_many_is_said_so_and_not_called_one_that_is_here()
    {
        var digests = Enumerable.Range(0, ScanStore.Most).Select(i => $"digest {i}");
        foreach (var digest in digests)
            await Scans.AddAsync(new NewScan(_printing, null, null, ScanState.Unknown, 0, digest, [], []));
        var job = await TakeAsync(await ScanAsync(_printing, 0, [1], 1));
        Assert.Equal((0, 1), (job.Count(Taken.Already), job.Count(Taken.TooMany)));
        var page = await _visitor.OpenAsync($"/printings/{_printing}/scans?job={job.Id}");
        Assert.Contains("2000 scans at most: 1", page.QuerySelector("#scan-job")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Names_are_hidden_and_stay_so_over_a_decision()
    {
        await TakeAsync(await ScanAsync(_printing, 0, [1, 3], 1));
        Assert.Contains(
            "Änne",
            (await _visitor.OpenAsync($"/printings/{_printing}/hands?item=1")).Body!.TextContent,
            StringComparison.Ordinal
        );
        var hidden = await _visitor.OpenAsync($"/printings/{_printing}/hands?item=1&hidden=true");
        Assert.DoesNotContain("Änne", hidden.Body!.InnerHtml, StringComparison.Ordinal);
        // What comes back in the place of the card hides them too.
        var (_, card) = await _visitor.PostAsync(hidden.QuerySelector(".hand form")!.GetAttribute("action")!, ("say", "right"));
        Assert.Contains("Paper 1", card.Body!.TextContent, StringComparison.Ordinal);
        Assert.DoesNotContain("Änne", card.Body!.InnerHtml, StringComparison.Ordinal);
        Assert.Contains("hidden=true", card.QuerySelector("form")!.GetAttribute("action")!, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Pictures_are_kept_as_long_as_is_said_and_a_backup_can_leave_them_out()
    {
        await TakeAsync(await ScanAsync(_printing, 0, [1, 3], 1));
        var (odd, page) = await _visitor.PostAsync($"/printings/{_printing}/scans?handler=Days", ("days", "soon"));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, odd.StatusCode);
        Assert.Contains("from 1 to 3650", page.QuerySelector("#days-problem")!.TextContent, StringComparison.Ordinal);
        Assert.Equal("soon", page.QuerySelector("#days")!.GetAttribute("value"));
        await _visitor.PostAsync($"/printings/{_printing}/scans?handler=Days", ("days", "30"));
        Assert.Equal(30, await _visitor.Services.GetRequiredService<DeskSettings>().ScanDaysAsync());

        var (whole, without) = (await _visitor.BytesAsync("/backup/file"), await _visitor.BytesAsync("/backup/file?scans=false"));
        // A JPEG begins so (ISO/IEC 10918-5, JFIF).
        Assert.True(whole.AsSpan().IndexOf("JFIF"u8) >= 0);
        Assert.True(without.AsSpan().IndexOf("JFIF"u8) < 0 && without.Length < whole.Length);
    }

    [Fact]
    public async Task What_was_read_is_proposed_and_taken_by_a_click()
    {
        var found = (await Open.FindAsync(_printing))!;
        var pages = await found.PagesAsync(
            _visitor.Services.GetRequiredService<PrintingStore>(),
            found.Record.Copies.SelectMany(copy => copy.Codes)
        );
        var paper = found.Record.Copies[0];
        var print = new PrintedPage(pages[paper.Codes[0]].Student);
        // One hand after another, until something of one is certain.
        var (copy, read) = (0, (ScanReading?)null);
        for (var seed = 1UL; read is null && seed <= 10; seed++)
        {
            foreach (var before in await Scans.ListAsync(_printing))
                await Scans.DeleteAsync(_printing, before.Id);
            var student = new SimulatedStudent(found.Papers, seed);
            await TakeAsync(SimulatedScanner.Scan(print.Page, canvas => student.Write(canvas, paper, 0, print), 200, seed).Jpeg);
            (copy, read) = (
                paper.Number,
                (await Scans.ListAsync(_printing)).SelectMany(scan => scan.Readings).FirstOrDefault(one => one.Written is not null)
            );
        }

        Assert.NotNull(read);
        var markings = _visitor.Services.GetRequiredService<MarkingStore>();
        Assert.Empty(await markings.CurrentAsync(_printing));
        var hands = await _visitor.OpenAsync($"/printings/{_printing}/hands?item={read.Item}");
        Assert.NotNull(hands.QuerySelector($"#hand-{copy} .hand-read"));
        // It lies on the pile of what was read of it, and the marking screen proposes it too; nothing else takes it.
        var pile = hands.QuerySelectorAll(".hand-pile").Single(one => one.QuerySelector($"#hand-{copy}") is not null);
        var (kind, mistakes) = (
            pile.QuerySelector("input[name=kind]")!.GetAttribute("value")!,
            pile.QuerySelector("input[name=mistakes]")!.GetAttribute("value")!
        );
        Assert.Contains(kind, (string[])["Right", "Mistaken"]);
        using (var data = JsonDocument.Parse(await _visitor.BytesAsync($"/printings/{_printing}/mark?handler=Data")))
        {
            var proposed = data
                .RootElement.GetProperty("papers")
                .EnumerateArray()
                .First(one => one.GetProperty("number").GetInt32() == copy)
                .GetProperty("read")
                .EnumerateArray()
                .First(one => one.GetProperty("item").GetInt32() == read.Item);
            Assert.Equal(pile.QuerySelector(".hand-read")!.TextContent, proposed.GetProperty("words").GetString());
            Assert.Equal(kind == "Right", proposed.GetProperty("mayBeRight").GetBoolean());
        }

        var take = $"/printings/{_printing}/hands?handler=Pile&item={read.Item}";
        await _visitor.PostAsync(take, ("kind", kind), ("mistakes", mistakes));
        await _visitor.PostAsync(take, ("kind", "Empty"), ("mistakes", ""), ("looked", $"{copy}"));
        await _visitor.PostAsync(take, ("kind", kind), ("mistakes", $"{mistakes} and more"), ("looked", $"{copy}"));
        Assert.Empty(await markings.CurrentAsync(_printing));
        await _visitor.PostAsync(take, ("kind", kind), ("mistakes", mistakes), ("looked", $"{copy}"));
        var byPile = Assert.Single(await markings.CurrentAsync(_printing)).Value;
        Assert.Equal(kind == "Right", byPile.Marking.IsRight);
        Assert.Equal(read.Written, byPile.Marking.Written);
        Assert.Equal(
            kind == "Right" ? "MarkedRight" : "MarkedOtherwise",
            $"{HandPileKindOf(await _visitor.OpenAsync($"/printings/{_printing}/hands?item={read.Item}"), copy)}"
        );
        await markings.UndoAsync(_printing, byPile.Id);
        await _visitor.PostAsync($"/printings/{_printing}/hands?handler=Mark&item={read.Item}&copy={copy}&seen=0", ("say", "read"));
        var marked = Assert.Single(await markings.CurrentAsync(_printing));
        Assert.Equal((copy, read.Item), marked.Key);
        Assert.NotNull(marked.Value.Marking.Written);
        // How far readings are to be trusted is told: one was taken, and then changed.
        Assert.Contains(
            "Of 1 readings decided so far",
            (await _visitor.OpenAsync($"/printings/{_printing}/hands?item={read.Item}")).Body!.TextContent,
            StringComparison.Ordinal
        );
        var (other, again) = marked.Value.Marking.IsRight ? ("wrong", 1) : ("right", 1);
        await _visitor.PostAsync(
            $"/printings/{_printing}/hands?handler=Mark&item={read.Item}&copy={copy}&seen={marked.Value.Id}",
            ("say", other)
        );
        Assert.Contains(
            $"{again} were decided otherwise",
            (await _visitor.OpenAsync($"/printings/{_printing}/hands?item={read.Item}")).Body!.TextContent,
            StringComparison.Ordinal
        );
    }

    // Piles that are decided have no button, and say so.
    private static HandPileKind? HandPileKindOf(AngleSharp.Dom.IDocument page, int copy) =>
        page.QuerySelectorAll(".hand-pile").Single(one => one.QuerySelector($"#hand-{copy}") is not null).QuerySelector("h3")!.TextContent
            is var title
        && title.StartsWith("Marked right", StringComparison.Ordinal)
            ? HandPileKind.MarkedRight
        : title.StartsWith("Marked, and not right", StringComparison.Ordinal) ? HandPileKind.MarkedOtherwise
        : null;

    [Fact]
    public async Task The_record_of_the_print_room_holds_its_pages_so_that_scans_are_read_elsewhere()
    {
        var record = PrintingRecord.Read(Encoding.UTF8.GetString(await _visitor.BytesAsync($"/printings/{_printing}/record.json")));
        var pages = (await Open.FindAsync(_printing))!;
        var kept = await pages.PagesAsync(
            _visitor.Services.GetRequiredService<PrintingStore>(),
            record.Copies.SelectMany(copy => copy.Codes)
        );
        Assert.All(record.Copies, copy =>
            Assert.Equal(
                copy.Codes.Select(code => PageFile.Write(kept[code].Student)),
                copy.Sides.Select(side => PageFile.Write(PageSidesRead.Unpack(side).Student))
            )
        );
        Assert.NotEmpty(record.Copies);
    }

    private static (int Picture, string[] Words)[] Pages(byte[] pdf)
    {
        using var document = PdfDocument.Open(pdf);
        return
        [
            .. document
                .GetPages()
                .Select(page =>
                    (
                        page.GetImages().Select(image => image.WidthInSamples).DefaultIfEmpty(0).Max(),
                        page.GetWords().Select(word => word.Text).ToArray()
                    )
                ),
        ];
    }
}
