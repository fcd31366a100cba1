using Gavvet.Storage;
using Gavvet.Web.Pages.Atlas;
using Gavvet.Web.Pages.Backup;
using Gavvet.Web.Pages.Printings;
using Gavvet.Web.Pages.PrintRoom;
using Gavvet.Web.Pages.Specimens;
using Gavvet.Web.Pages.Workbench;
using Microsoft.AspNetCore.Diagnostics;

namespace Gavvet.Web.Hosting;

/// <summary>What every request passes.</summary>
internal static class Pipeline
{
    // No script or style but our own files, nothing from elsewhere, and no one may frame the pages. Bootstrap's
    // stylesheet draws its own marks from data addresses.
    private const string ContentPolicy =
        "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data:; font-src 'self'; connect-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'";

    public static void Use(WebApplication application)
    {
        if (application.Services.GetRequiredService<ServerOptions>().BehindProxy)
            application.UseForwardedHeaders();
        application.Use(AddHeadersAsync);
        application.UseHostFiltering();
        application.UseExceptionHandler(problem => problem.Run(AnswerProblemAsync));
        application.UseStatusCodePages(AnswerStatusAsync);
        application.Use(CheckOriginAsync);
        application.UseRouting();
        application.UseAuthentication();
        application.UseAuthorization();
        application.UseRateLimiter();
        application.MapStaticAssets().AllowAnonymous();
        application.MapRazorPages().WithStaticAssets();
        SheetPapers.Map(application);
        Handout.Map(application);
        SpecimenPicture.Map(application);
        Piles.Map(application);
        PrintedPapers.Map(application);
        BackupFile.Map(application);
    }

    // Set as the answer starts, so that an error page carries them too.
    internal static Task AddHeadersAsync(HttpContext context, RequestDelegate next)
    {
        context.Response.OnStarting(() =>
        {
            var headers = context.Response.Headers;
            headers.ContentSecurityPolicy = ContentPolicy;
            headers.XContentTypeOptions = "nosniff";
            headers["Referrer-Policy"] = "same-origin";
            headers["Cross-Origin-Opener-Policy"] = "same-origin";
            headers["Cross-Origin-Resource-Policy"] = "same-origin";
            return Task.CompletedTask;
        });
        return next(context);
    }

    // A page elsewhere may not post here, whatever cookies the browser holds.
    internal static Task CheckOriginAsync(HttpContext context, RequestDelegate next)
    {
        var request = context.Request;
        if (HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method))
            return next(context);
        var origin = request.Headers.Origin.ToString();
        var own = $"{request.Scheme}://{request.Host}";
        var site = request.Headers["Sec-Fetch-Site"].ToString();
        var foreign = origin.Length > 0 ? !string.Equals(origin, own, StringComparison.OrdinalIgnoreCase) : site is "cross-site" or "same-site";
        if (!foreign)
            return next(context);
        context.Response.StatusCode = StatusCodes.Status403Forbidden;
        return Task.CompletedTask;
    }

    private static Task AnswerProblemAsync(HttpContext context)
    {
        // The server logs the exception; the teacher reads what to do.
        var problem = context.Features.Get<IExceptionHandlerFeature>()?.Error;
        if (problem is BadHttpRequestException { StatusCode: StatusCodes.Status413PayloadTooLarge })
            context.Response.StatusCode = StatusCodes.Status413PayloadTooLarge;
        if (StorageWords.IsDamage(problem))
            context.RequestServices.GetRequiredService<DataFolder>().MarkDamage(true);
        if (StorageWords.Of(problem) is { } words)
        {
            context.Response.StatusCode = StatusCodes.Status503ServiceUnavailable;
            return PlainAnswer.WriteAsync(context, words);
        }

        return PlainAnswer.WriteAsync(context);
    }

    private static Task AnswerStatusAsync(StatusCodeContext status) => PlainAnswer.WriteAsync(status.HttpContext);
}
