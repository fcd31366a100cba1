using System.Globalization;
using System.Net;
using System.Security.Cryptography;
using System.Text;
using Gavvet.Storage;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Web.Hosting;

/// <summary>
/// The one page there is when the database is damaged at the start: it names the copies of the last days and puts one
/// in the database's place. Only on this machine; elsewhere no one is signed in who might choose.
/// </summary>
internal sealed class Repair : IDisposable
{
    // The page stands only for its own forms: a page elsewhere does not know this word.
    private readonly string _word = Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(16));
    private readonly DataFolder _folder;
    private readonly Backups _backups;
    private readonly TaskCompletionSource _done = new();

    private Repair(DataFolder folder) => (_folder, _backups) = (folder, new Backups(folder, TimeProvider.System));

    /// <summary>Shows the page until a copy is in place or the program is stopped.</summary>
    /// <returns>The port it stood at when a copy is in place; null when the program was stopped.</returns>
    public static async Task<int?> RunAsync(ServerOptions options)
    {
        using var repair = new Repair(DataFolder.Open(options.Data!));
        var builder = WebApplication.CreateBuilder(
            new WebApplicationOptions
            {
                ApplicationName = typeof(Repair).Assembly.GetName().Name,
                ContentRootPath = AppContext.BaseDirectory,
            }
        );
        builder.WebHost.UseStaticWebAssets();
        builder.WebHost.ConfigureKestrel(kestrel =>
        {
            kestrel.Listen(IPAddress.Loopback, options.Port);
            kestrel.AddServerHeader = false;
        });
        builder.Logging.AddFilter("Microsoft", LogLevel.Warning);
        builder.Services.AddHostFiltering(hosts => hosts.AllowedHosts = ["localhost", "127.0.0.1", "[::1]"]);
        await using var application = builder.Build();
        application.Use(Pipeline.AddHeadersAsync);
        application.UseHostFiltering();
        application.Use(Pipeline.CheckOriginAsync);
        application.UseStaticFiles();
        application.Run(repair.AnswerAsync);
        await application.StartAsync();
        var port = new Uri(application.Urls.First()).Port;
        Console.WriteLine($"Gavvet is at {application.Urls.First()}");
        var stopped = new TaskCompletionSource();
        application.Lifetime.ApplicationStopping.Register(stopped.SetResult);
        var ended = await Task.WhenAny(repair._done.Task, stopped.Task);
        await application.StopAsync();
        return ended == repair._done.Task ? port : null;
    }

    public void Dispose() => _folder.Dispose();

    private async Task AnswerAsync(HttpContext context)
    {
        if (!HttpMethods.IsPost(context.Request.Method))
        {
            await WriteAsync(context, "");
            return;
        }

        var form = await context.Request.ReadFormAsync();
        if (form["word"] != _word)
        {
            context.Response.StatusCode = StatusCodes.Status403Forbidden;
            await PlainAnswer.WriteAsync(context);
            return;
        }

        try
        {
            var aside = await _backups.PutInPlaceAsync(form["copy"]);
            await PlainAnswer.WriteAsync(
                context,
                Say("The copy is in its place, and Gavvet starts again. The damaged database is kept as {0} in the data folder.", aside)
            );
            // The answer's stylesheet is still to be fetched.
            _ = Task.Delay(TimeSpan.FromSeconds(1)).ContinueWith(_ => _done.TrySetResult(), TaskScheduler.Default);
        }
        catch (BackupException problem)
        {
            await WriteAsync(context, problem.Message);
        }
    }

    private Task WriteAsync(HttpContext context, string problem)
    {
        var copies = _backups.Copies();
        var page = new StringBuilder($"<h1>{PlainAnswer.Encoded(Say("The database is damaged"))}</h1>");
        if (problem.Length > 0)
            page.Append(CultureInfo.InvariantCulture, $"<p role=\"alert\" class=\"field-error\">{PlainAnswer.Encoded(problem)}</p>");
        page.Append(
            CultureInfo.InvariantCulture,
            $"<p>{PlainAnswer.Encoded(copies.Count > 0
            ? Say("Gavvet keeps a copy of each day. Put one in the database’s place: you then have everything as it was when the copy was made. The damaged database is kept beside it.")
            : Say("There is no copy of the last days in the data folder. Keep the folder as it is, start Gavvet on a new one with --data, and restore a backup there."))}</p>"
        );
        foreach (var copy in copies)
            page.Append(
                CultureInfo.InvariantCulture,
                $"<form method=\"post\" action=\"/\"><input type=\"hidden\" name=\"word\" value=\"{_word}\"><input type=\"hidden\" name=\"copy\" value=\"{copy.Name}\"><button class=\"btn btn-accent\">{PlainAnswer.Encoded(Say("Put the copy of {0} in its place", DateText.LongAt(TimeProvider.System.Local(copy.MadeAt))))}</button></form>"
            );
        context.Response.StatusCode = StatusCodes.Status503ServiceUnavailable;
        context.Response.ContentType = "text/html; charset=utf-8";
        return context.Response.WriteAsync(PlainAnswer.Framed(Say("The database is damaged, Gavvet"), page.ToString()));
    }
}
