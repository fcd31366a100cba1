using System.Globalization;
using System.Security.Cryptography;
using Gavvet.Storage;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.HttpOverrides;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;
using Microsoft.EntityFrameworkCore.Storage;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;
using Serilog;
using Serilog.Core;

namespace Gavvet.Web.Hosting;

/// <summary>Who may sign in. It lies in a file of its own, so that no backup holds a passphrase.</summary>
internal sealed class PeopleDatabase(DbContextOptions<PeopleDatabase> options) : IdentityUserContext<IdentityUser>(options)
{
    public DbSet<SessionRow> Sessions => Set<SessionRow>();

    protected override void OnModelCreating(ModelBuilder builder)
    {
        base.OnModelCreating(builder);
        builder.Entity<SessionRow>(session =>
        {
            session.ToTable("Sessions");
            // SQLite cannot order by its text form of a time.
            session.Property(row => row.Since).HasConversion<DateTimeOffsetToBinaryConverter>();
            session.Property(row => row.LastSeen).HasConversion<DateTimeOffsetToBinaryConverter>();
        });
    }
}

/// <summary>Lets the migration tools make a database.</summary>
internal sealed class PeopleFactory : IDesignTimeDbContextFactory<PeopleDatabase>
{
    public PeopleDatabase CreateDbContext(string[] args)
    {
        var options = new DbContextOptionsBuilder<PeopleDatabase>();
        options.UseDatabaseFile("design.db");
        return new PeopleDatabase(options.Options);
    }
}

/// <summary>The one teacher who signs in, and the secret link that sets the first passphrase.</summary>
internal sealed class SetUp
{
    /// <summary>The name the one account has.</summary>
    public const string Teacher = "teacher";

    /// <summary>The fewest characters of a passphrase.</summary>
    public const int ShortestPassphrase = 12;

    /// <summary>The secret in the link; known to whoever started the server.</summary>
    public string Secret { get; } = Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(16));

    public bool Opens(string? secret) =>
        secret is not null
        && CryptographicOperations.FixedTimeEquals(System.Text.Encoding.UTF8.GetBytes(Secret), System.Text.Encoding.UTF8.GetBytes(secret));
}

/// <summary>Writes down who signed in and who failed to, a line each; the oldest lines go when there are many.</summary>
internal sealed class AuditLog(DataFolder folder) : IDisposable
{
    private const long LargestFile = 1024 * 1024;
    private const int FilesKept = 5;

    private readonly Logger _log = new LoggerConfiguration()
        .WriteTo.File(
            Path.Combine(folder.Path, "audit.log"),
            formatProvider: CultureInfo.InvariantCulture,
            outputTemplate: "{Timestamp:yyyy-MM-dd'T'HH:mm:sszzz} {Message:l}{NewLine}",
            fileSizeLimitBytes: LargestFile,
            rollOnFileSizeLimit: true,
            retainedFileCountLimit: FilesKept
        )
        .CreateLogger();

    public void Write(string what, HttpContext context) =>
        _log.Information("{What:l} {Address:l}", what, $"{context.Connection.RemoteIpAddress}");

    public void Dispose() => _log.Dispose();
}

/// <summary>Asks for a passphrase wherever others can reach the server.</summary>
internal static class SignInGuard
{
    /// <summary>How long a session lasts that nobody uses.</summary>
    public static readonly TimeSpan Lasts = TimeSpan.FromHours(12);

    public static void Add(IServiceCollection services, DataFolder folder, ServerOptions options)
    {
        services.AddSingleton<SetUp>();
        services.AddSingleton<AuditLog>();
        services.AddSingleton<Sessions>();
        services.AddSingleton<Attempts>();
        services.AddSingleton<Door>();
        services.AddSingleton<KnownBrowsers>();
        services.AddDbContextFactory<PeopleDatabase>(people => people.UseDatabaseFile(PathIn(folder)));
        services
            .AddIdentityCore<IdentityUser>(identity =>
            {
                // Length makes a passphrase strong; rules about signs make it forgettable (NIST SP 800-63B, from memory).
                identity.Password.RequiredLength = SetUp.ShortestPassphrase;
                identity.Password.RequireDigit =
                    identity.Password.RequireLowercase =
                    identity.Password.RequireUppercase =
                    identity.Password.RequireNonAlphanumeric =
                        false;
                // Whoever fails is made to wait, not the one account: see Attempts.
                identity.Lockout.AllowedForNewUsers = false;
            })
            .AddEntityFrameworkStores<PeopleDatabase>()
            .AddSignInManager();
        services
            .AddAuthentication(IdentityConstants.ApplicationScheme)
            .AddCookie(IdentityConstants.ApplicationScheme, cookie =>
            {
                cookie.LoginPath = "/sign-in";
                cookie.Cookie.Name = $"{options.CookiePrefix}gavvet-teacher";
                cookie.Cookie.HttpOnly = true;
                cookie.Cookie.SameSite = SameSiteMode.Strict;
                cookie.Cookie.SecurePolicy = options.NeedsSignIn ? CookieSecurePolicy.Always : CookieSecurePolicy.SameAsRequest;
                cookie.ExpireTimeSpan = Lasts;
                cookie.Events.OnValidatePrincipal = context =>
                    context.HttpContext.RequestServices.GetRequiredService<Sessions>().ValidateAsync(context);
                cookie.Events.OnRedirectToLogin = AskToSignInAsync;
            });
        services.AddAuthorization(rules =>
        {
            if (options.NeedsSignIn)
                rules.FallbackPolicy = new AuthorizationPolicyBuilder().RequireAuthenticatedUser().Build();
        });
        services.AddHsts(hsts => hsts.MaxAge = TimeSpan.FromDays(365));
        // Only a proxy on this machine is believed; that is the default of the middleware.
        services.Configure<ForwardedHeadersOptions>(forwarded =>
            forwarded.ForwardedHeaders = ForwardedHeaders.XForwardedFor | ForwardedHeaders.XForwardedProto
        );
    }

    /// <summary>Makes the file ready, forgets the passphrase where that is wished, and says how to set the first one.</summary>
    public static async Task<string?> PrepareAsync(IServiceProvider services, ServerOptions options)
    {
        if (!options.NeedsSignIn && !options.ResetPassphrase)
            return null;
        await using var people = await services.GetRequiredService<IDbContextFactory<PeopleDatabase>>().CreateDbContextAsync();
        await AdoptAsync(people);
        await people.Database.MigrateAsync();
        if (options.ResetPassphrase)
        {
            await people.Users.ExecuteDeleteAsync();
            await people.Sessions.ExecuteDeleteAsync();
        }

        return options.NeedsSignIn && !await people.Users.AnyAsync()
            ? $"{options.PublicAddress}/sign-in?setup={services.GetRequiredService<SetUp>().Secret}"
            : null;
    }

    // A page is led to the sign-in page. What a page sends by itself must not be: its answer would look like success.
    private static Task AskToSignInAsync(RedirectContext<CookieAuthenticationOptions> context)
    {
        var request = context.Request;
        if (HttpMethods.IsGet(request.Method) && !request.Headers.ContainsKey("HX-Request"))
        {
            context.Response.Redirect(context.RedirectUri);
            return Task.CompletedTask;
        }

        context.Response.StatusCode = StatusCodes.Status401Unauthorized;
        return PlainAnswer.WriteAsync(context.HttpContext);
    }

    // Files from before there were migrations have the tables of the first already.
    private static async Task AdoptAsync(PeopleDatabase people)
    {
        var history = people.GetService<IHistoryRepository>();
        var creator = people.GetService<IRelationalDatabaseCreator>();
        if (!await creator.ExistsAsync() || !await creator.HasTablesAsync() || await history.ExistsAsync())
            return;
        await people.Database.ExecuteSqlRawAsync(history.GetCreateScript());
        await people.Database.ExecuteSqlRawAsync(
            history.GetInsertScript(new HistoryRow(people.Database.GetMigrations().First(), ProductInfo.GetVersion()))
        );
    }

    private static string PathIn(DataFolder folder) => Path.Combine(folder.Path, "people.db");
}

/// <summary>Browsers that signed in before. What others do at the door is nothing to them.</summary>
internal sealed class KnownBrowsers(IDataProtectionProvider protection, ServerOptions options)
{
    private readonly IDataProtector _protector = protection.CreateProtector("Gavvet.KnownBrowsers");

    private string Cookie => $"{options.CookiePrefix}gavvet-browser";

    private const string BrowserWord = "browser ";

    /// <summary>Whether whoever tries is a browser that signed in before.</summary>
    /// <param name="who">What <see cref="Of"/> says.</param>
    public static bool IsKnown(string who) => who.StartsWith(BrowserWord, StringComparison.Ordinal);

    /// <summary>Who tries to sign in: a browser that did before, or else an address.</summary>
    public string Of(HttpContext context)
    {
        try
        {
            if (context.Request.Cookies[Cookie] is { Length: > 0 } known)
                return $"{BrowserWord}{_protector.Unprotect(known)}";
        }
        catch (CryptographicException)
        {
            // Not one of ours.
        }

        return $"address {Network(context.Connection.RemoteIpAddress)}";
    }

    public void Remember(HttpContext context) =>
        context.Response.Cookies.Append(
            Cookie,
            _protector.Protect(Guid.NewGuid().ToString("N")),
            new CookieOptions
            {
                HttpOnly = true,
                Secure = true,
                SameSite = SameSiteMode.Strict,
                MaxAge = TimeSpan.FromDays(365),
                Path = "/",
            }
        );

    // One household has 2^64 addresses of the newer kind.
    internal static string Network(System.Net.IPAddress? address)
    {
        if (address is null)
            return "";
        if (address.IsIPv4MappedToIPv6)
            address = address.MapToIPv4();
        return address.AddressFamily == System.Net.Sockets.AddressFamily.InterNetworkV6
            ? Convert.ToHexString(address.GetAddressBytes().AsSpan(0, 8))
            : $"{address}";
    }
}
