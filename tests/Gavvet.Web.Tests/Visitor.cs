using AngleSharp.Dom;
using AngleSharp.Html.Parser;
using Gavvet.Storage;
using Gavvet.Web.Start;
using Microsoft.AspNetCore.Builder;
using Microsoft.Extensions.DependencyInjection;

namespace Gavvet.Web.Tests;

/// <summary>A server on a free port with a folder of its own, and a browser's side of the talk with it.</summary>
internal sealed class Visitor : IAsyncDisposable
{
    private readonly string _folder;
    private readonly Server _server;
    private readonly HttpClient _client;
    private string _proof = "";

    private Visitor(string folder, Server server)
    {
        (_folder, _server) = (folder, server);
        _client = new HttpClient(new HttpClientHandler { AllowAutoRedirect = false })
        {
            BaseAddress = new Uri(server.Application.Urls.First()),
        };
    }

    public SheetStore Store => _server.Application.Services.GetRequiredService<SheetStore>();

    public IServiceProvider Services => _server.Application.Services;

    public string DatabasePath => _server.Application.Services.GetRequiredService<DataFolder>().DatabasePath;

    public HttpClient Client => _client;

    /// <summary>What proves that a post comes from a page opened before.</summary>
    public string Proof => _proof;

    public string Origin => _client.BaseAddress!.GetLeftPart(UriPartial.Authority);

    public static async Task<Visitor> ArriveAsync(Action<WebApplicationBuilder>? adjust = null, bool demo = false)
    {
        var folder = Directory.CreateTempSubdirectory("gavvet-web-test-").FullName;
        await ReadyDatabase.PutIntoAsync(folder);
        var server = await Server.BuildAsync(["--data", folder, "--port", "0", "--demo", $"{demo}"], adjust);
        await server.Application.StartAsync();
        return new Visitor(folder, server);
    }

    public async Task<(HttpResponseMessage Response, string Text)> GetAsync(string address, Action<HttpRequestMessage>? adjust = null)
    {
        using var request = new HttpRequestMessage(HttpMethod.Get, address);
        adjust?.Invoke(request);
        var response = await _client.SendAsync(request);
        return (response, await response.Content.ReadAsStringAsync());
    }

    /// <summary>Opens a page and keeps its proof for later posts.</summary>
    public async Task<IDocument> OpenAsync(string address)
    {
        var (response, text) = await GetAsync(address);
        response.EnsureSuccessStatusCode();
        var page = new HtmlParser().ParseDocument(text);
        _proof = System
            .Text.Json.JsonDocument.Parse(page.Body!.GetAttribute("hx-headers")!)
            .RootElement.GetProperty("X-Gavvet-Form")
            .GetString()!;
        return page;
    }

    public async Task<byte[]> BytesAsync(string address) => await _client.GetByteArrayAsync(new Uri(address, UriKind.Relative));

    /// <summary>Posts as the page would; the answer is a bundle of fragments.</summary>
    public Task<(HttpResponseMessage Response, IDocument Fragments)> PostAsync(
        string address,
        params (string Name, string Value)[] fields
    ) => PostAsync(address, new FormUrlEncodedContent(fields.Select(field => KeyValuePair.Create(field.Name, field.Value))));

    public async Task<(HttpResponseMessage Response, IDocument Fragments)> PostAsync(
        string address,
        HttpContent content,
        Action<HttpRequestMessage>? adjust = null
    )
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, address) { Content = content };
        request.Headers.Add("HX-Request", "true");
        request.Headers.Add("Origin", Origin);
        request.Headers.Add("X-Gavvet-Form", _proof);
        adjust?.Invoke(request);
        var response = await _client.SendAsync(request);
        return (response, new HtmlParser().ParseDocument(await response.Content.ReadAsStringAsync()));
    }

    public async ValueTask DisposeAsync()
    {
        _client.Dispose();
        await _server.Application.StopAsync();
        await _server.DisposeAsync();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Directory.Delete(_folder, recursive: true);
    }
}
