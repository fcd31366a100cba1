using System.Globalization;
using System.Security.Cryptography;
using Gavvet.Storage;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.HttpOverrides;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore;

namespace Gavvet.Web.Hosting;

/// <summary>Who may sign in. It lies in a file of its own, so that no backup holds a passphrase.</summary>
internal sealed class PeopleDatabase(DbContextOptions<PeopleDatabase> options) : IdentityUserContext<IdentityUser>(options);

/// <summary>The one teacher who signs in, and the secret link that sets the first passphrase.</summary>
internal sealed class SetUp
{
    /// <summary>The name the one account has.</summary>
    public const string Teacher = "teacher";

    /// <summary>The fewest characters of a passphrase.</summary>
    public const int ShortestPassphrase = 12;

    /// <summary>The secret in the link; known to whoever started the server.</summary>
    public string Secret { get; } = Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(16));

    public bool Opens(string? secret) => secret is not null && CryptographicOperations.FixedTimeEquals(System.Text.Encoding.UTF8.GetBytes(Secret), System.Text.Encoding.UTF8.GetBytes(secret));
}

/// <summary>Writes down who signed in and who failed to, a line each.</summary>
internal sealed class AuditLog(DataFolder folder, TimeProvider clock)
{
    private readonly Lock _line = new();

    public void Write(string what, HttpContext context)
    {
        var line = string.Create(CultureInfo.InvariantCulture, $"{clock.GetUtcNow():yyyy-MM-dd'T'HH:mm:ss'Z'} {what} {context.Connection.RemoteIpAddress}\n");
        lock (_line)
            File.AppendAllText(Path.Combine(folder.Path, "audit.log"), line);
    }
}

/// <summary>Asks for a passphrase wherever others can reach the server.</summary>
internal static class SignInGuard
{
    public static void Add(IServiceCollection services, DataFolder folder, ServerOptions options)
    {
        services.AddSingleton<SetUp>();
        services.AddSingleton<AuditLog>();
        services.AddDbContext<PeopleDatabase>(people => people.UseSqlite($"Data Source={PathIn(folder)}"));
        services.AddIdentityCore<IdentityUser>(identity =>
        {
            // Length makes a passphrase strong; rules about signs make it forgettable (NIST SP 800-63B, from memory).
            identity.Password.RequiredLength = SetUp.ShortestPassphrase;
            identity.Password.RequireDigit = identity.Password.RequireLowercase = identity.Password.RequireUppercase = identity.Password.RequireNonAlphanumeric = false;
            identity.Lockout.MaxFailedAccessAttempts = 5;
            identity.Lockout.DefaultLockoutTimeSpan = TimeSpan.FromMinutes(10);
        }).AddEntityFrameworkStores<PeopleDatabase>().AddSignInManager();
        services.Configure<SecurityStampValidatorOptions>(stamp => stamp.ValidationInterval = TimeSpan.FromMinutes(1));
        services.AddAuthentication(IdentityConstants.ApplicationScheme).AddCookie(IdentityConstants.ApplicationScheme, cookie =>
        {
            cookie.LoginPath = "/sign-in";
            cookie.Cookie.Name = "gavvet-teacher";
            cookie.Cookie.HttpOnly = true;
            cookie.Cookie.SameSite = SameSiteMode.Strict;
            cookie.Cookie.SecurePolicy = options.NeedsSignIn ? CookieSecurePolicy.Always : CookieSecurePolicy.SameAsRequest;
            cookie.ExpireTimeSpan = TimeSpan.FromHours(12);
            cookie.Events.OnValidatePrincipal = SecurityStampValidator.ValidatePrincipalAsync;
        });
        services.AddAuthorization(rules =>
        {
            if (options.NeedsSignIn)
                rules.FallbackPolicy = new AuthorizationPolicyBuilder().RequireAuthenticatedUser().Build();
        });
        // Only a proxy on this machine is believed; that is the default of the middleware.
        services.Configure<ForwardedHeadersOptions>(forwarded => forwarded.ForwardedHeaders = ForwardedHeaders.XForwardedFor | ForwardedHeaders.XForwardedProto);
    }

    /// <summary>Makes the file ready, forgets the passphrase where that is wished, and says how to set the first one.</summary>
    public static async Task<string?> PrepareAsync(IServiceProvider services, ServerOptions options)
    {
        if (!options.NeedsSignIn && !options.ResetPassphrase)
            return null;
        await using var scope = services.CreateAsyncScope();
        var people = scope.ServiceProvider.GetRequiredService<PeopleDatabase>();
        await people.Database.EnsureCreatedAsync();
        if (options.ResetPassphrase)
            await people.Users.ExecuteDeleteAsync();
        return options.NeedsSignIn && !await people.Users.AnyAsync()
            ? $"{options.PublicAddress}/sign-in?setup={services.GetRequiredService<SetUp>().Secret}"
            : null;
    }

    private static string PathIn(DataFolder folder) => Path.Combine(folder.Path, "people.db");
}
