using Gavvet.Teaching;

namespace Gavvet.Web.Pages.Shared;

/// <summary>How tables go to the spreadsheet of whoever asks.</summary>
internal static class Tables
{
    /// <summary>The form for the language a browser asks for first.</summary>
    public static TableForm FormOf(HttpRequest request) =>
        TableForm.Of(
            request.GetTypedHeaders().AcceptLanguage is { Count: > 0 } asked
                ? asked.MaxBy(language => language.Quality ?? 1)!.Value.ToString()
                : null
        );
}
