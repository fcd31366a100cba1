using AngleSharp.Dom;
using AngleSharp.Html.Parser;

namespace Gavvet.Web.Tests;

/// <summary>The pages of one who practices, read and sent without scripts.</summary>
internal static class StudentPages
{
    public static async Task<IDocument> PageAsync(HttpResponseMessage response) =>
        new HtmlParser().ParseDocument(await response.Content.ReadAsStringAsync());

    public static async Task<IDocument> PostAsync(HttpClient browser, string address, params (string Name, string Value)[] fields) =>
        await PageAsync(await SendAsync(browser, address, fields));

    public static Task<HttpResponseMessage> SendAsync(HttpClient browser, string address, params (string Name, string Value)[] fields) =>
        browser.PostAsync(
            new Uri(address, UriKind.Relative),
            new FormUrlEncodedContent(fields.Select(field => KeyValuePair.Create(field.Name, field.Value)))
        );

    public static string Field(IDocument page, string name) =>
        page.QuerySelector($"#answer-form input[name={name}]")!.GetAttribute("value")!;

    public static Task<IDocument> DoAsync(HttpClient browser, IDocument page, string doing, string written = "") =>
        PostAsync(
            browser,
            $"/practice/now?handler={doing}",
            ("proof", Field(page, "proof")),
            ("token", Field(page, "token")),
            ("question", Field(page, "question")),
            ("written", written)
        );

    public static string Verdict(IDocument page) => page.QuerySelector(".practice-verdict")?.TextContent ?? "";
}
