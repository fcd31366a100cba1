using Microsoft.Net.Http.Headers;

namespace Gavvet.Web.Hosting;

/// <summary>What every request passes.</summary>
internal static class Pipeline
{
    // No script or style but our own files, nothing from elsewhere, and no one may frame the pages. Bootstrap's
    // stylesheet draws its own marks from data addresses.
    private const string ContentPolicy =
        "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data:; font-src 'self'; connect-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'";

    // Nothing of the device is asked for.
    private const string Permissions =
        "accelerometer=(), camera=(), display-capture=(), geolocation=(), gyroscope=(), magnetometer=(), microphone=(), midi=(), payment=(), usb=()";

    /// <summary>Puts it before the pages.</summary>
    /// <param name="application">The server.</param>
    /// <param name="map">Gives the files their addresses.</param>
    public static void Use(WebApplication application, Action<WebApplication> map)
    {
        var options = application.Services.GetRequiredService<ServerOptions>();
        if (options.BehindProxy)
            application.UseForwardedHeaders();
        var memory = application.Services.GetRequiredService<IdleMemory>();
        application.Use(
            (HttpContext context, RequestDelegate next) =>
            {
                memory.Asked();
                return next(context);
            }
        );
        application.Use(AddHeadersAsync);
        ScreenLanguage.Use(application, options);
        application.UseHostFiltering();
        application.UseExceptionHandler(
            new ExceptionHandlerOptions
            {
                ExceptionHandler = Problems.AnswerAsync,
                SuppressDiagnosticsCallback = problem => !Problems.IsOurFault(problem.Exception),
            }
        );
        application.UseStatusCodePages(status => PlainAnswer.WriteAsync(status.HttpContext));
        application.Use(CheckRequestAsync);
        application.Use(CheckOriginAsync);
        if (options.IsTlsSure)
            application.UseHsts();
        application.UseRouting();
        application.UseAuthentication();
        application.UseAuthorization();
        application.UseRateLimiter();
        application.MapStaticAssets().AllowAnonymous();
        application.MapRazorPages().WithStaticAssets();
        map(application);
    }

    /// <summary>The header of every answer of this program; a page changes for no other's.</summary>
    private const string Ours = "X-Gavvet";

    /// <summary>The header of an answer to a post that was carried out; the page says "Saved" for nothing else.</summary>
    private const string Done = "X-Gavvet-Done";

    // Characters of an address with its questions; a browser's own bound is not far from it.
    private const int LongestAddress = 4_000;

    // Names and values that no text can hold, methods nobody needs, and a scheme that is none: refused before they are used.
    private static Task CheckRequestAsync(HttpContext context, RequestDelegate next)
    {
        var request = context.Request;
        var status =
            request.Scheme is not ("http" or "https") ? StatusCodes.Status400BadRequest
            : !(HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method) || HttpMethods.IsPost(request.Method))
                ? StatusCodes.Status405MethodNotAllowed
            : request.QueryString.Value is { Length: > LongestAddress } || request.Path.Value is { Length: > LongestAddress }
                ? StatusCodes.Status414UriTooLong
            // Every post of ours is a form.
            : HttpMethods.IsPost(request.Method) && !(request.HasFormContentType && IsOurCharset(request.ContentType))
                ? StatusCodes.Status415UnsupportedMediaType
            : !IsText(request.Path.Value) || request.Query.Any(pair => !IsText(pair.Key) || !pair.Value.All(IsText))
                ? StatusCodes.Status400BadRequest
            : StatusCodes.Status200OK;
        if (status == StatusCodes.Status200OK)
            return next(context);
        context.Response.StatusCode = status;
        return Task.CompletedTask;
    }

    // Browsers send forms as the page is, in UTF-8.
    private static bool IsOurCharset(string? contentType) =>
        !MediaTypeHeaderValue.TryParse(contentType, out var type)
        || type.Charset.Value is null or ""
        || type.Charset.Equals("utf-8", StringComparison.OrdinalIgnoreCase)
        || type.Charset.Equals("\"utf-8\"", StringComparison.OrdinalIgnoreCase)
        || type.Charset.Equals("us-ascii", StringComparison.OrdinalIgnoreCase);

    /// <summary>Whether a value can stand in a text: no NUL, nothing that is no character, and no half of one.</summary>
    internal static bool IsText(string? value)
    {
        for (var i = 0; i < (value?.Length ?? 0); i++)
        {
            var sign = value![i];
            if (
                sign is '\0' or '\uFFFE' or '\uFFFF'
                || char.IsLowSurrogate(sign)
                || (char.IsHighSurrogate(sign) && (i + 1 == value.Length || !char.IsLowSurrogate(value[++i])))
            )
                return false;
        }

        return true;
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
            headers["Permissions-Policy"] = Permissions;
            // Names may stand in any answer; what may be kept by a browser says so itself.
            if (headers.CacheControl.Count == 0)
                headers.CacheControl = "no-store";
            headers[Ours] = "1";
            // Our own word that a post was done: an answer that comes from elsewhere, such as a sign-in page, lacks it.
            if (HttpMethods.IsPost(context.Request.Method) && context.Response.StatusCode < StatusCodes.Status300MultipleChoices)
                headers[Done] = "1";
            return Task.CompletedTask;
        });
        return next(context);
    }

    // A page elsewhere may lead here, in a window of its own; it may not post here, nor fetch anything into itself.
    internal static Task CheckOriginAsync(HttpContext context, RequestDelegate next)
    {
        if (!IsForeign(context.Request))
            return next(context);
        context.Response.StatusCode = StatusCodes.Status403Forbidden;
        return Task.CompletedTask;
    }

    private static bool IsForeign(HttpRequest request)
    {
        var isElsewhere = request.Headers["Sec-Fetch-Site"].ToString() is "cross-site" or "same-site";
        if (HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method))
            return isElsewhere && (request.Headers["Sec-Fetch-Mode"] != "navigate" || request.Headers["Sec-Fetch-Dest"] != "document");
        var origin = request.Headers.Origin.ToString();
        return origin.Length > 0
            ? !string.Equals(origin, $"{request.Scheme}://{request.Host}", StringComparison.OrdinalIgnoreCase)
            : isElsewhere;
    }
}
