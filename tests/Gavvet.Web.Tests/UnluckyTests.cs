using System.Net;
using System.Text;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Web.Hosting;
using Gavvet.Web.Start;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging;

namespace Gavvet.Web.Tests;

/// <summary>Requests that were an answer of 500 once, and moments in which the server must go on.</summary>
public sealed class UnluckyTests : IAsyncLifetime
{
    private Visitor _visitor = null!;

    public async ValueTask InitializeAsync() => _visitor = await Visitor.ArriveAsync();

    public ValueTask DisposeAsync() => _visitor.DisposeAsync();

    [Fact]
    public async Task A_field_that_is_named_as_none_of_ours_is_refused()
    {
        await _visitor.OpenAsync("/classes");
        foreach (var field in new[] { "[", "a[", "a b", "é", new string('n', 101) })
            Assert.Equal(
                HttpStatusCode.BadRequest,
                (await _visitor.PostAsync("/classes", (field, "1"), ("name", "Strings"))).Response.StatusCode
            );
        Assert.Equal(
            HttpStatusCode.Redirect,
            (await _visitor.PostAsync("/classes", ("some-field.of_ours", "1"), ("name", "Strings"))).Response.StatusCode
        );
    }

    [Fact]
    public async Task A_form_in_letters_no_browser_sends_is_refused()
    {
        await _visitor.OpenAsync("/classes");
        foreach (
            var (charset, status) in new[]
            {
                ("utf-7", HttpStatusCode.UnsupportedMediaType),
                ("utf-16", HttpStatusCode.UnsupportedMediaType),
                ("nonsense", HttpStatusCode.UnsupportedMediaType),
                ("UTF-8", HttpStatusCode.Redirect),
                ("\"utf-8\"", HttpStatusCode.Redirect),
            }
        )
        {
            using var form = new ByteArrayContent(Encoding.UTF8.GetBytes($"name=Strings {charset.Length}"))
            {
                Headers = { { "Content-Type", $"application/x-www-form-urlencoded; charset={charset}" } },
            };
            Assert.Equal(status, (await _visitor.PostAsync("/classes", form)).Response.StatusCode);
        }
    }

    [Fact]
    public async Task A_sign_no_text_can_have_is_said_and_nothing_is_kept()
    {
        await _visitor.OpenAsync("/classes");
        foreach (var name in new[] { "Str\uFFFEings", "Strings\uFFFF" })
        {
            var (response, fragments) = await _visitor.PostAsync("/classes", ("name", name));
            Assert.Equal(HttpStatusCode.UnprocessableEntity, response.StatusCode);
            Assert.Contains("a sign that no text can have", fragments.Body!.TextContent, StringComparison.Ordinal);
        }

        Assert.Empty(await _visitor.Services.GetRequiredService<ClassStore>().ListAsync());
    }

    [Fact]
    public async Task A_zero_in_a_form_is_refused_in_words()
    {
        await _visitor.OpenAsync("/classes");
        var (response, fragments) = await _visitor.PostAsync("/classes", ("name", "Str\0ings"));
        Assert.Equal(HttpStatusCode.BadRequest, response.StatusCode);
        Assert.Contains("That could not be read", fragments.Body!.TextContent, StringComparison.Ordinal);
        Assert.Empty(await _visitor.Services.GetRequiredService<ClassStore>().ListAsync());
    }

    [Fact]
    public async Task A_class_is_called_what_can_be_printed()
    {
        await _visitor.OpenAsync("/classes");
        var (response, fragments) = await _visitor.PostAsync("/classes", ("name", "Strings 🎻"));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, response.StatusCode);
        Assert.Contains("🎻", fragments.QuerySelector("#error-name")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_time_zone_of_the_school_is_chosen_at_the_screen_and_one_that_is_none_is_said()
    {
        await _visitor.OpenAsync("/classes");
        Assert.Equal(
            HttpStatusCode.Redirect,
            (await _visitor.PostAsync("/classes?handler=Zone", ("zone", "Pacific/Kiritimati"))).Response.StatusCode
        );
        var page = await _visitor.OpenAsync("/classes");
        Assert.Equal("Pacific/Kiritimati", page.QuerySelector("#zone option[selected]")!.GetAttribute("value"));
        Assert.Contains(
            DateTimeOffset
                .UtcNow.ToOffset(TimeSpan.FromHours(14))
                .ToString("d MMMM, HH:", System.Globalization.CultureInfo.InvariantCulture),
            page.QuerySelector("#zone-now")!.TextContent,
            StringComparison.Ordinal
        );
        var (refused, fragments) = await _visitor.PostAsync("/classes?handler=Zone", ("zone", "Europe/Hazelmoor"));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, refused.StatusCode);
        Assert.Contains("no such time zone", fragments.QuerySelector("#error-zone")!.TextContent, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_start_finishes_an_erasure_that_a_kill_cut_short()
    {
        const string name = "Zoë Müllerin";
        var path = Directory.CreateTempSubdirectory("gavvet-erasing-").FullName;
        try
        {
            using (var folder = DataFolder.Open(path))
            {
                await DatabaseStart.PrepareAsync(folder);
                using var data = new Database(folder);
                var classes = new ClassStore(data, TimeProvider.System);
                var group = await classes.CreateAsync("Strings");
                await classes.AddAsync(group, [new Student("", name), new Student("", "Bo")]);
                await new Backups(folder, TimeProvider.System).KeepDailyAsync(TestContext.Current.CancellationToken);
                new ErasureNote(ErasureKind.Student, (await classes.FindAsync(group))!.Students[0].Id, [name]).Write(path);
            }

            Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
            Assert.NotEmpty(await FolderBytes.FilesThatHoldAsync(path, name));
            await using (var server = await Server.BuildAsync(["--data", path, "--port", "0"]))
                Assert.Null(server.Unfinished);
            Assert.Empty(await FolderBytes.FilesThatHoldAsync(path, name));
        }
        finally
        {
            Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
            Directory.Delete(path, recursive: true);
        }
    }

    [Fact]
    public async Task A_daily_copy_that_cannot_be_written_does_not_stop_the_server()
    {
        var folder = Path.GetDirectoryName(_visitor.DatabasePath)!;
        // A file stands where the folder of copies should be.
        await File.WriteAllTextAsync(Path.Combine(folder, "copies"), "in the way", TestContext.Current.CancellationToken);
        var log = new List<string>();
        using var loggers = LoggerFactory.Create(logging => logging.AddProvider(new Listening(log)));
        var services = _visitor.Services;
        using var copies = new DailyCopies(
            new Backups(services.GetRequiredService<DataFolder>(), new SetClock()),
            services.GetRequiredService<Erasure>(),
            services.GetRequiredService<Sessions>(),
            services.GetRequiredService<ScanStore>(),
            services.GetRequiredService<DeskSettings>(),
            services.GetRequiredService<ServerOptions>(),
            new HastyClock(),
            loggers.CreateLogger<DailyCopies>()
        );
        await copies.StartAsync(TestContext.Current.CancellationToken);
        while (log.Count == 0)
            await Task.Delay(20, TestContext.Current.CancellationToken);
        Assert.False(copies.ExecuteTask!.IsFaulted);
        await copies.StopAsync(TestContext.Current.CancellationToken);
        Assert.Contains("The daily copy could not be made", log[0], StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.OK, (await _visitor.GetAsync("/")).Response.StatusCode);
    }

    // Every wait is over at once but the long ones.
    private sealed class HastyClock : TimeProvider
    {
        public override ITimer CreateTimer(TimerCallback callback, object? state, TimeSpan dueTime, TimeSpan period) =>
            System.CreateTimer(callback, state, dueTime < TimeSpan.FromMinutes(1) ? TimeSpan.Zero : dueTime, period);
    }

    private sealed class Listening(List<string> log) : ILoggerProvider, ILogger
    {
        public ILogger CreateLogger(string categoryName) => this;

        public void Dispose() { }

        public IDisposable? BeginScope<TState>(TState state)
            where TState : notnull => null;

        public bool IsEnabled(LogLevel logLevel) => true;

        public void Log<TState>(
            LogLevel logLevel,
            EventId eventId,
            TState state,
            Exception? exception,
            Func<TState, Exception?, string> formatter
        ) => log.Add(formatter(state, exception));
    }
}
