using System.Globalization;
using System.Net;
using System.Reflection;
using System.Text;
using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Teaching.Practice;
using Gavvet.Web.Pages.Printings;
using Gavvet.Worksheets.Editing;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;

namespace Gavvet.Web.Tests;

/// <summary>Whatever a stranger sends to any address, the program answers in words and goes on.</summary>
public sealed class FuzzTests : IAsyncLifetime
{
    private static readonly int Requests = int.Parse(
        Environment.GetEnvironmentVariable("GAVVET_FUZZ_REQUESTS") ?? "2500",
        CultureInfo.InvariantCulture
    );

    private static readonly string[] Hostile =
    [
        "",
        " ",
        "-1",
        "0",
        "1",
        "2147483648",
        "-2147483648",
        "9223372036854775808",
        "1e309",
        "NaN",
        "true",
        "[]",
        "{}",
        "null",
        "\0",
        "a\0b",
        "😀",
        "\uFFFE",
        "a\uFFFFb",
        "e\u0301",
        "\u202Eabc",
        "[",
        "=1+1",
        new('♭', 40),
        "<script>alert(1)</script>",
        "'; DROP TABLE Sheets; --",
        "../../etc/passwd",
        "%",
        "%00",
        "a+b",
        new('a', 300),
        string.Join(' ', Enumerable.Range(0, 200)),
        "C",
        "Ab",
        "F#",
        "major",
        "harmonic-minor",
        "treble",
        "student",
        "key",
        "classical",
        "up",
        "both",
        "4",
        "1 2 3",
        "redraw 1 2",
        "clef 1 2",
        "tonic 1 2",
    ];

    // Names of fields that are none of ours, and forms in ways no page of ours sends them.
    private static readonly string[] OddNames = ["[", "a[", "[0]", "a[0].b", "]", ".", "", "__proto__", "a b", new('n', 300), "name[", "é"];

    private static readonly string[] Charsets = ["utf-8", "utf-7", "utf-16", "iso-8859-1", "nonsense", "\"utf-8\""];

    private static readonly string[] Sayings = ["right", "wrong", "blank", "written", "marks", "mistake"];

    private static readonly string[] Answers =
    [
        "D E F# G A B C# D",
        "D minor",
        "7",
        "perfect 5th",
        "I\nIV",
        new('C', 1_990),
        string.Join(' ', Enumerable.Repeat("C", 119)),
        "A",
        "none / none",
    ];

    private static readonly string[] Methods =
    [
        "GET",
        "GET",
        "GET",
        "POST",
        "POST",
        "POST",
        "POST",
        "HEAD",
        "PUT",
        "DELETE",
        "PATCH",
        "TRACE",
        "OPTIONS",
    ];

    private static readonly string[] Edits =
    [
        "title",
        "instructions",
        "setup",
        "add-section",
        "remove-section",
        "move-section",
        "instruction",
        "kind",
        "keys",
        "scales",
        "clefs",
        "count",
        "scaffold",
        "writeWith",
        "direction",
        "heading",
        "octaves",
        "marks",
        "columns",
        "answer-form",
        "option",
        "tuning",
        "own",
        "versions",
        "parts",
        "house-style",
        "question",
        "add-at",
        "redraw-all",
    ];

    private Visitor _visitor = null!;

    public async ValueTask InitializeAsync() => _visitor = await Visitor.ArriveAsync();

    public ValueTask DisposeAsync() => _visitor.DisposeAsync();

    // Addresses with what each reads: routes from the routing table, handlers and parameters by reflection.
    private List<(string Path, string[] Names)> Doors()
    {
        var doors = new List<(string, string[])>();
        foreach (
            var endpoint in _visitor
                .Services.GetServices<EndpointDataSource>()
                .SelectMany(source => source.Endpoints)
                .OfType<RouteEndpoint>()
        )
        {
            if (endpoint.Metadata.GetMetadata<Microsoft.AspNetCore.StaticAssets.StaticAssetDescriptor>() is not null)
                continue;
            var path = "/" + endpoint.RoutePattern.RawText!.TrimStart('/');
            if (endpoint.Metadata.GetMetadata<CompiledPageActionDescriptor>() is { } page)
            {
                foreach (var handler in page.HandlerMethods)
                    doors.Add(
                        (
                            path + (handler.Name is null ? "" : $"?handler={handler.Name}"),
                            [.. handler.Parameters.Select(parameter => parameter.Name), .. FormNames]
                        )
                    );
            }
            else if (endpoint.Metadata.GetMetadata<PageActionDescriptor>() is { } lazy)
            {
                var model = typeof(Start.Server)
                    .Assembly.GetTypes()
                    .Where(type =>
                        type.IsSubclassOf(typeof(PageModel))
                        && lazy.RelativePath.Contains(type.Namespace!.Split('.')[^1], StringComparison.Ordinal)
                    );
                foreach (
                    var method in model
                        .SelectMany(type => type.GetMethods(BindingFlags.Public | BindingFlags.Instance | BindingFlags.DeclaredOnly))
                        .Where(method =>
                            method.Name.StartsWith("OnGet", StringComparison.Ordinal)
                            || method.Name.StartsWith("OnPost", StringComparison.Ordinal)
                        )
                )
                {
                    var name = method
                        .Name.Replace("OnGet", "", StringComparison.Ordinal)
                        .Replace("OnPost", "", StringComparison.Ordinal)
                        .Replace("Async", "", StringComparison.Ordinal);
                    doors.Add(
                        (
                            path + (name.Length == 0 ? "" : $"?handler={name}"),
                            [.. method.GetParameters().Select(parameter => parameter.Name!), .. FormNames]
                        )
                    );
                }
            }
            else
            {
                doors.Add((path, ["style", "clef", "paper", "fingering", "head", "page", "v"]));
            }
        }

        return doors;
    }

    private static readonly string[] FormNames =
    [
        "edit",
        "section",
        "head",
        "shown",
        "page",
        "inSight",
        "question",
        "keys",
        "scales",
        "clefs",
        "count",
        "kind",
        "title",
        "signature",
        "answer",
        "type",
        "tonic",
        "q",
        "filter",
    ];

    [Fact]
    public async Task No_request_brings_an_answer_of_500_and_the_desk_works_after_all_of_them()
    {
        var seed = int.Parse(
            Environment.GetEnvironmentVariable("GAVVET_FUZZ_SEED") ?? $"{Environment.TickCount & int.MaxValue}",
            CultureInfo.InvariantCulture
        );
        var there = await FillAsync("Bramblewick");
        await _visitor.OpenAsync("/");
        var doors = Doors();
        Assert.True(doors.Count > 100, $"{doors.Count} addresses");
#pragma warning disable CA5394
        var random = new Random(seed);
        T One<T>(IReadOnlyList<T> some) => some[random.Next(some.Count)];
        var problems = new List<string>();
        for (var i = 0; i < Requests && problems.Count < 20; i++)
        {
            // Some of what is asked for deletes; there is always something to go on with.
            if (i % 40 == 0 && !await IsThereAsync(there))
                there = await FillAsync($"Bramblewick {i}");
            var (door, names) = doors[i % doors.Count];
            var method = One(Methods);
            string Value(string name) => random.Next(3) > 0 && Known(door, name) is { } known ? known : One(Hostile);
            string? Known(string door, string name) =>
                name switch
                {
                    "id" => door.StartsWith("/printings", StringComparison.Ordinal) ? there.Printing
                    : door.StartsWith("/practices", StringComparison.Ordinal) ? there.Practice
                    : door.StartsWith("/classes", StringComparison.Ordinal) ? there.Class
                    : door.StartsWith("/erase", StringComparison.Ordinal) ? null
                    : there.Sheet,
                    "code" => door.Contains("handler=Mark", StringComparison.Ordinal) ? "octave-missing"
                    : door.StartsWith("/practice", StringComparison.Ordinal) ? there.Entrance
                    : there.Code,
                    "head" => there.Head,
                    "edit" => One(Edits),
                    "seat" when door.StartsWith("/practice", StringComparison.Ordinal) => there.Seat,
                    "section" or "item" or "copy" or "paper" or "row" or "seat" => "1",
                    "sheet" => there.Sheet,
                    "student" => there.Student,
                    "group" => door.StartsWith("/erase", StringComparison.Ordinal) ? null : there.Class,
                    "say" => One(Sayings),
                    "written" or "remark" or "said" or "instead" => One(Answers),
                    "course" => "exam-course",
                    "start" or "from" or "to" or "date" or "day" => "2026-09-01",
                    "days" => "mon,thu",
                    _ => null,
                };
            var path = System.Text.RegularExpressions.Regex.Replace(door, "{([a-z]+)(:[a-z]+)?}", match =>
                Escaped(Value(match.Groups[1].Value) is { Length: > 0 } value ? value : "x")
            );
            var fields = names
                .Where(_ => random.Next(2) == 0)
                .Concat([One(names), One(FormNames), .. random.Next(20) == 0 ? [One(OddNames)] : Array.Empty<string>()])
                .Select(name => (name, Value: Value(name)))
                .ToArray();
            if (method is not "POST" || random.Next(4) == 0)
                path +=
                    (path.Contains('?', StringComparison.Ordinal) ? "&" : "?")
                    + string.Join('&', fields.Select(field => $"{Escaped(field.name)}={Escaped(field.Value)}"));
            using var request = new HttpRequestMessage(new HttpMethod(method), new Uri(path, UriKind.Relative));
            request.Headers.Add("X-Gavvet-Form", _visitor.Proof);
            if (random.Next(2) == 0)
                request.Headers.Add("HX-Request", "true");
            if (method is "POST" or "PUT" or "PATCH")
                request.Content = Content(random.Next(12), fields, One(Uploads), One(Charsets));
            using var response = await _visitor.Client.SendAsync(
                request,
                HttpCompletionOption.ResponseHeadersRead,
                TestContext.Current.CancellationToken
            );
            // News of a practice have no end.
            var text =
                response.Content.Headers.ContentType?.MediaType == "text/event-stream"
                    ? ""
                    : await response.Content.ReadAsStringAsync(TestContext.Current.CancellationToken);
            if (response.StatusCode >= HttpStatusCode.InternalServerError)
                problems.Add(
                    $"{(int)response.StatusCode} {method} {path[..Math.Min(path.Length, 300)]} {request.Content?.Headers.ContentType} {string.Join('&', fields.Select(field => $"{field.name}={field.Value[..Math.Min(field.Value.Length, 30)]}"))}"
                );
            if (text.Contains("   at Gavvet", StringComparison.Ordinal))
                problems.Add($"a stack trace from {path}");
        }
#pragma warning restore CA5394

        Assert.True(problems.Count == 0, $"seed {seed}\n{string.Join('\n', problems)}");
        Assert.Equal(HttpStatusCode.OK, (await _visitor.GetAsync("/")).Response.StatusCode);
    }

    private async Task<bool> IsThereAsync(Filled there) =>
        await _visitor.Store.FindAsync(there.Sheet) is not null
        && (await _visitor.Services.GetRequiredService<ClassStore>().FindAsync(there.Class))?.Students.Any(student =>
            student.Id == there.Student
        ) == true
        && await _visitor.Services.GetRequiredService<PrintingStore>().ExistsAsync(there.Printing)
        && await _visitor.Services.GetRequiredService<PracticeStore>().FindAsync(there.Practice) is not null;

    private sealed record Filled(
        string Sheet,
        string Head,
        string Class,
        string Student,
        string Printing,
        string Code,
        string Practice,
        string Entrance,
        string Seat
    );

    // A sheet, a class, a printing of the sheet for the class with an answer marked, and the sheet open for practice.
    private async Task<Filled> FillAsync(string className)
    {
        var sheet = await _visitor.Store.CreateAsync(SheetEditor.NewSheet(1));
        var classes = _visitor.Services.GetRequiredService<ClassStore>();
        var group = await classes.CreateAsync(className);
        await classes.AddAsync(group, [new Student("", "Mira"), new Student("", "Bo")]);
        var found = (await classes.FindAsync(group))!;
        var job = _visitor
            .Services.GetRequiredService<PrintJobs>()
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
        while (!job.IsOver)
            await Task.Delay(20, TestContext.Current.CancellationToken);
        var code = (await _visitor.Services.GetRequiredService<PrintingStore>().FindAsync(job.PrintingId!))!.Codes[0].Code;
        var open = (await _visitor.Services.GetRequiredService<OpenPrintings>().FindAsync(job.PrintingId))!;
        var item = open.Papers.ItemsOf(open.Record.Copies[0])[0];
        await _visitor
            .Services.GetRequiredService<MarkingStore>()
            .AddAsync(job.PrintingId!, 1, item, Marker.Mark(item, open.Papers.Style, new Decision.Wrong()));
        var practices = _visitor.Services.GetRequiredService<PracticeStore>();
        var now = DateTimeOffset.UtcNow;
        var practice = await practices.OpenAsync(
            new NewPractice(sheet.Sheet, sheet.Id, new PracticeRules(), now, now.AddDays(1))
            {
                ClassId = group,
                Students = [.. found.Students.Select(student => student.Id)],
            }
        );
        return new Filled(
            sheet.Id,
            $"{sheet.Head}",
            group,
            found.Students[0].Id,
            job.PrintingId!,
            code,
            practice,
            (await practices.FindAsync(practice))!.Code,
            (await practices.SeatsAsync(practice))[0].Id
        );
    }

    // Halves of characters and bytes that are no text are sent as they are.
    private static string Escaped(string value) => value == "😀" ? "%ED%A0%80" : Uri.EscapeDataString(value);

    private static readonly byte[][] Uploads =
    [
        [1, 2, 3],
        Encoding.UTF8.GetBytes("""{"gavvetResults":1,"title":"x","houseStyle":{},"markings":[null]}"""),
        Encoding.UTF8.GetBytes("""{"gavvetResults":1,"title":"x","houseStyle":null,"markings":[{"student":null}]}"""),
        Encoding.UTF8.GetBytes("""{"gavvet":1,"title":null,"sections":[null]}"""),
        Encoding.UTF8.GetBytes("""{"format":"gavvet-house-style","version":1,"steps":null}"""),
        Encoding.UTF8.GetBytes($"<score-partwise>{string.Concat(Enumerable.Repeat("<words>", 10_000))}"),
        Encoding.UTF8.GetBytes(
            "<score-partwise><part id=\"P1\"><measure><note><pitch><step>C</step><octave>4</octave></pitch></note></measure></part></score-partwise>"
        ),
        Encoding.UTF8.GetBytes("name,part\nMira,viola\n\0,\uFFFE"),
        [.. "SQLite format 3\0"u8, .. new byte[200]],
        [],
    ];

    private static HttpContent Content(int kind, (string Name, string Value)[] fields, byte[] upload, string charset)
    {
        var form = string.Join('&', fields.Select(field => $"{Escaped(field.Name)}={Escaped(field.Value)}"));
        return kind switch
        {
            0 => new StringContent(form, Encoding.UTF8, "text/plain"),
            1 => new StringContent("{", Encoding.UTF8, "application/json"),
            2 => new ByteArrayContent([0xFF, 0xFE, 0]) { Headers = { ContentType = new("multipart/form-data") } },
            3 => new StringContent("--x\r\nbroken", Encoding.UTF8, "multipart/form-data; boundary=x".Split(';')[0]),
            4 or 9 => Multipart(fields, upload),
            10 => new ByteArrayContent(Encoding.UTF8.GetBytes(form))
            {
                Headers = { { "Content-Type", $"application/x-www-form-urlencoded; charset={charset}" } },
            },
            5 => new StringContent(
                string.Join('&', Enumerable.Range(0, 2_000).Select(i => $"f{i}={i}")),
                Encoding.UTF8,
                "application/x-www-form-urlencoded"
            ),
            _ => new StringContent(form, Encoding.UTF8, "application/x-www-form-urlencoded"),
        };
    }

    private static MultipartFormDataContent Multipart((string Name, string Value)[] fields, byte[] upload)
    {
        var content = new MultipartFormDataContent
        {
            { new ByteArrayContent(upload), "file", "x.json" },
            { new ByteArrayContent(upload), "score", "x.musicxml" },
        };
        foreach (var (name, value) in fields)
            content.Add(new StringContent(value), name.Length > 0 ? name : "x");
        return content;
    }
}
