using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;
using System.Text.Encodings.Web;
using System.Text.Unicode;
using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Teaching.Practice;
using Gavvet.Web.Demo;
using Gavvet.Web.Hosting;
using Gavvet.Web.Pages.Classes;
using Gavvet.Web.Pages.Erase;
using Gavvet.Web.Pages.Practicing;
using Gavvet.Web.Pages.Printings;
using Gavvet.Web.Pages.Scans;
using Gavvet.Web.Pages.Shared;
using Gavvet.Web.Pages.Workbench;
using Gavvet.Worksheets.Questions;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Http.Features;
using Microsoft.Extensions.Localization;
using Microsoft.Extensions.WebEncoders;

namespace Gavvet.Web.Start;

/// <summary>The web server: its data folder, its services, its pipeline.</summary>
public sealed class Server : IAsyncDisposable
{
    private const long LargestRequest = 16 * 1024 * 1024;

    private readonly DataFolder _folder;
    private readonly string? _throwAway;
    private readonly Task _waking;

    private Server(WebApplication application, DataFolder folder, string? throwAway, Task waking) =>
        (Application, _folder, _throwAway, _waking) = (application, folder, throwAway, waking);

    public WebApplication Application { get; }

    /// <summary>Where the first passphrase is set; null when none is needed or one is set.</summary>
    public string? SetUpLink { get; private init; }

    /// <summary>What is to be said of an erasure that could not be finished at the start, or null.</summary>
    public string? Unfinished { get; private init; }

    // An erasure that a kill cut short is done before anyone is shown a name. Where the disk keeps it from being done, the
    // teacher can work all the same, and it is tried again every hour.
    private static async Task<string?> FinishErasuresAsync(WebApplication application)
    {
        try
        {
            return await application.Services.GetRequiredService<Erasure>().FinishAsync() ? null : Erasure.WaitsInWords;
        }
        catch (Exception problem) when (problem is IOException or UnauthorizedAccessException || StorageMessages.Of(problem) is not null)
        {
            return Erasure.WaitsInWords;
        }
    }

    /// <summary>Builds the server.</summary>
    /// <param name="args">The command line.</param>
    /// <param name="adjust">Changes to the services before the server is built.</param>
    /// <exception cref="StartException">It cannot start; the message says why.</exception>
    public static async Task<Server> BuildAsync(string[] args, Action<WebApplicationBuilder>? adjust = null)
    {
        var options = ServerOptions.Read(args);
        // The program's own folder is the root, so that its pages and styles are found wherever it is started from.
        // Without what other servers and protocols need, it starts sooner and holds less.
        var builder = WebApplication.CreateSlimBuilder(
            new WebApplicationOptions
            {
                ApplicationName = typeof(Server).Assembly.GetName().Name,
                ContentRootPath = AppContext.BaseDirectory,
            }
        );
        var throwAway = options.Data is null ? Directory.CreateTempSubdirectory("gavvet-demo-").FullName : null;
        var folder = DataFolder.Open(options.Data ?? throwAway!);
        Database? database = null;
        var waking = Task.CompletedTask;
        try
        {
            var words = await DatabaseStart.PrepareAsync(folder);
            database = new Database(folder);
            // The object mapper takes as long to wake as the server, so both wake at once; the first page then waits for neither.
            waking = Task.Run(() => new SheetStore(database, TimeProvider.System).ListAsync("", 1));
            AddServices(builder, folder, options);
            builder.Services.AddSingleton(database);
            builder.Services.AddSingleton(new StartWords(words));
            adjust?.Invoke(builder);
            var application = builder.Build();
            Pipeline.Use(application, Addresses.Map);
            folder.MarkRunning(true);
            await application.Services.GetRequiredService<SchoolClock>().ReadAsync(application.Services.GetRequiredService<DeskSettings>());
            var unfinished = await FinishErasuresAsync(application);
            var setUp = await SignInGuard.PrepareAsync(application.Services, options);
            if (options.Demo)
            {
                await DemoData.FillAsync(application.Services.GetRequiredService<SheetStore>());
                await DemoData.PrintAsync(
                    application.Services.GetRequiredService<SheetStore>(),
                    application.Services.GetRequiredService<PrintingStore>(),
                    application.Services.GetRequiredService<PrintJobs>()
                );
                await application.Services.GetRequiredService<DemoClasses>().FillAsync();
                await application.Services.GetRequiredService<DemoPractice>().FillAsync();
            }

            return new Server(application, folder, throwAway, waking) { SetUpLink = setUp, Unfinished = unfinished };
        }
        catch
        {
            await waking.ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
            DatabaseEngine.CloseKept();
            database?.Dispose();
            folder.Dispose();
            throw;
        }
    }

    public async Task RunAsync()
    {
        await Application.StartAsync();
        // Uploads wait in the data folder too, where nobody else can read them.
        Environment.SetEnvironmentVariable("ASPNETCORE_TEMP", _folder.TemporaryPath);
        foreach (var words in new[] { Application.Services.GetRequiredService<StartWords>().Words, Unfinished }.OfType<string>())
            Console.Error.WriteLine(words);
        Console.WriteLine($"Gavvet is at {Application.Urls.First()}");
        Console.WriteLine($"Data folder: {_folder.Path}{(_throwAway is null ? "" : " (thrown away at the end)")}");
        if (Application.Services.GetRequiredService<DemoPractice>().Code is { } code)
            Console.WriteLine($"Students practice at {Application.Urls.First()}/practice with the code {PracticeCode.Shown(code)}");
        if (SetUpLink is { } link)
            Console.WriteLine($"Set the passphrase at {link}");
        Console.WriteLine("Press Ctrl+C to stop.");
        await Application.WaitForShutdownAsync();
    }

    public async ValueTask DisposeAsync()
    {
        var database = Application.Services.GetRequiredService<Database>();
        // The host waits two seconds for what runs beside the requests; nothing of it may write into the folder after its end.
        await Task.WhenAll([
                _waking,
                .. Application
                    .Services.GetServices<IHostedService>()
                    .Where(service => service is BackgroundService or PrintJobs)
                    .Select(service => service.StopAsync(CancellationToken.None)),
            ])
            .ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
        await Application.DisposeAsync();
        // First the leave, then the log: a kill between the two must not look like a loss.
        if (Directory.Exists(_folder.Path))
            _folder.MarkRunning(false);
        DatabaseEngine.CloseKept();
        database.Dispose();
        _folder.Dispose();
        if (_throwAway is not null)
            Directory.Delete(_throwAway, recursive: true);
    }

    private static X509Certificate2 Opened(string certificate, string? passphraseFile)
    {
        try
        {
            return X509CertificateLoader.LoadPkcs12FromFile(
                certificate,
                passphraseFile is null ? null : File.ReadLines(passphraseFile).FirstOrDefault()
            );
        }
        catch (CryptographicException problem)
        {
            throw new StartException(
                $"The certificate {certificate} cannot be opened. Give a PKCS #12 file, and its passphrase with --certificate-passphrase FILE.",
                problem
            );
        }
    }

    private static void AddServices(WebApplicationBuilder builder, DataFolder folder, ServerOptions options)
    {
        builder.WebHost.UseStaticWebAssets();
        builder.WebHost.ConfigureKestrel(kestrel =>
        {
            kestrel.Listen(options.Listen, options.Port, listen =>
            {
                if (options.Certificate is { } certificate)
                    listen.UseHttps(Opened(certificate, options.CertificatePassphrase));
            });
            kestrel.AddServerHeader = false;
            kestrel.Limits.MaxConcurrentConnections = Descriptors.ForConnections();
            kestrel.Limits.MaxRequestBodySize = LargestRequest;
        });
        builder.Logging.AddFilter("Microsoft", LogLevel.Warning);
        // Refusals of strangers' requests are not the teacher's news.
        builder.Logging.AddFilter("Microsoft.AspNetCore.Server.Kestrel.Connections", LogLevel.Error);
        // An answer to a stranger's host name or page is an attack; the refusal needs no stack of log lines.
        builder.Logging.AddFilter("Microsoft.AspNetCore.Antiforgery", LogLevel.Error);
        // The keys lie unencrypted in a folder that only its owner can open, as decided.
        builder.Logging.AddFilter("Microsoft.AspNetCore.DataProtection", LogLevel.Error);
        var services = builder.Services;
        // A browser's idle connection must not hold up the end of the program.
        services.Configure<HostOptions>(host => host.ShutdownTimeout = TimeSpan.FromSeconds(2));
        services.AddSingleton(new SchoolClock(TimeProvider.System));
        services.AddSingleton<TimeProvider>(provider => provider.GetRequiredService<SchoolClock>());
        services.AddSingleton(QuestionCatalogue.Standard);
        services.AddSingleton<WorkbenchViews>();
        services.AddSingleton<SheetStore>();
        services.AddSingleton<SheetHistory>();
        services.AddSingleton<SectionLibrary>();
        services.AddSingleton<PrintingStore>();
        services.AddSingleton<DemoClasses>();
        services.AddSingleton<OpenPrintings>();
        services.AddSingleton<PlanStore>();
        services.AddSingleton<ClassPlans>();
        services.AddSingleton<ClassResults>();
        services.AddSingleton<FollowUpSheets>();
        services.AddSingleton<ClassStore>();
        services.AddSingleton<MarkingStore>();
        services.AddSingleton<PracticeStore>();
        services.AddSingleton<ScanStore>();
        services.AddSingleton<ScanIntake>();
        services.AddSingleton<ScanJobs>();
        services.AddSingleton<ScanFolder>();
        services.AddSingleton<DueSheets>();
        services.AddSingleton<PracticeRoom>();
        services.AddSingleton<Remembered>();
        services.AddSingleton<PracticeWatch>();
        services.AddSingleton<CodeDoor>();
        services.AddSingleton<DeskSettings>();
        services.AddSingleton<StyleList>();
        services.AddSingleton(new PageMending(PageNames.Without, PageNames.Pdf));
        services.AddSingleton<Erasure>();
        services.AddSingleton<NewSheets>();
        services.AddSingleton<PrintJobs>();
        services.AddHostedService(provider => provider.GetRequiredService<PrintJobs>());
        services.AddSingleton(folder);
        services.AddSingleton<Backups>();
        services.AddHostedService<DailyCopies>();
        services.AddHostedService(provider => provider.GetRequiredService<ScanFolder>());
        services.AddHostedService(provider => provider.GetRequiredService<DemoClasses>());
        services.AddSingleton<DemoPractice>();
        services.AddHostedService(provider => provider.GetRequiredService<DemoPractice>());
        services.AddSingleton<HeavyWork>();
        services.AddSingleton<IdleMemory>();
        services.AddHostedService(provider => provider.GetRequiredService<IdleMemory>());
        RequestLimits.Add(services);
        services.AddSingleton(options);
        services.AddDataProtection().SetApplicationName("Gavvet").PersistKeysToFileSystem(new DirectoryInfo(folder.KeysPath));
        services.AddAntiforgery(antiforgery =>
        {
            antiforgery.HeaderName = Antiforgery.Header;
            antiforgery.Cookie.Name = Antiforgery.CookieName(options);
            antiforgery.Cookie.Path = "/";
            antiforgery.Cookie.SameSite = SameSiteMode.Strict;
            antiforgery.Cookie.HttpOnly = true;
            antiforgery.Cookie.SecurePolicy = options.NeedsSignIn ? CookieSecurePolicy.Always : CookieSecurePolicy.SameAsRequest;
        });
        services.Configure<FormOptions>(form => form.MultipartBodyLengthLimit = LargestRequest);
        // Accidental signs and other letters stay readable in the page; what HTML gives a meaning is still encoded.
        services.Configure<WebEncoderOptions>(encoder => encoder.TextEncoderSettings = new TextEncoderSettings(UnicodeRanges.All));
        SignInGuard.Add(services, folder, options);
        services.AddHostFiltering(hosts =>
            hosts.AllowedHosts = [
                .. options.PublicAddress is { } address ? new[] { new Uri(address).Host } : [],
                "localhost",
                "127.0.0.1",
                "[::1]",
            ]
        );
        services.AddSingleton<IStringLocalizerFactory, ScreenLocalizerFactory>();
        services
            .AddRazorPages(pages =>
            {
                pages.Conventions.AddPageRoute("/Desk/Index", "/");
                pages.Conventions.ConfigureFilter(new AntiforgeryAnswer());
                pages.Conventions.ConfigureFilter(new NoSuchHandler());
                pages.Conventions.ConfigureFilter(new FormText());
            })
            .AddViewLocalization();
    }
}

/// <summary>What the start found and the teacher should know, or nothing.</summary>
/// <param name="Words">The words, or null.</param>
internal sealed record StartWords(string? Words);

/// <summary>How many files and connections this process may have open.</summary>
internal static class Descriptors
{
    // The database, its log, fonts, and room for libraries.
    private const long KeptFree = 160;
    private const long Most = 1_000;
    private const long Fewest = 16;

    /// <summary>Connections that may be open at once; beyond them the system would have no descriptor left for the database.</summary>
    public static long ForConnections()
    {
        const string limits = "/proc/self/limits";
        if (!File.Exists(limits))
            return Most;
        var line = File.ReadLines(limits).FirstOrDefault(line => line.StartsWith("Max open files", StringComparison.Ordinal));
        return long.TryParse(
            line?.Split(' ', StringSplitOptions.RemoveEmptyEntries).ElementAtOrDefault(3),
            System.Globalization.CultureInfo.InvariantCulture,
            out var open
        )
            ? Math.Clamp(open - KeptFree, Fewest, Most)
            : Most;
    }
}
