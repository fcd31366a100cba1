using System.IO.Compression;
using System.Net;
using System.Net.Http.Headers;
using System.Text;

namespace Gavvet.Web.Tests;

/// <summary>Files that mean harm, brought to every place that takes a file: each is refused in words, and nothing comes of it.</summary>
public sealed class HostileFileTests : IAsyncLifetime
{
    private Visitor _visitor = null!;

    public async ValueTask InitializeAsync() => _visitor = await Visitor.ArriveAsync();

    public ValueTask DisposeAsync() => _visitor.DisposeAsync();

    private static readonly string[] Files =
    [
        "zip bomb",
        "zip that climbs out",
        "MusicXML that unfolds",
        "MusicXML that reads a file",
        "deep nesting",
        "half a letter",
        "a trap for readers of names",
    ];

    [Theory]
    [InlineData("/?handler=Import")]
    [InlineData("/style?handler=Import")]
    [InlineData("/backup?handler=Look")]
    public async Task A_hostile_file_is_refused_in_words_and_changes_nothing(string place)
    {
        await _visitor.OpenAsync(place.Split('?')[0]);
        foreach (var file in Files)
        {
            using var content = new ByteArrayContent(Make(file));
            content.Headers.ContentType = new MediaTypeHeaderValue("application/octet-stream");
            using var form = new MultipartFormDataContent { { content, "file", "../../../<b>evil</b>.json" } };
            var (response, fragments) = await _visitor.PostAsync(place, form);
            Assert.True(response.StatusCode == HttpStatusCode.UnprocessableEntity, $"{file}: {response.StatusCode}");
            var words = fragments
                .QuerySelectorAll("#error-file, #said, .field-error, [role=alert]")
                .Select(part => part.TextContent.Trim())
                .FirstOrDefault(text => text.Length > 0);
            Assert.False(string.IsNullOrEmpty(words), $"{file}: nothing is said.");
            Assert.DoesNotContain("Exception", fragments.DocumentElement.OuterHtml, StringComparison.Ordinal);
            Assert.DoesNotContain("root:", fragments.DocumentElement.OuterHtml, StringComparison.Ordinal);
            Assert.Null(fragments.QuerySelector("b"));
            Assert.Empty(await _visitor.Store.ListAsync());
        }

        Assert.False(File.Exists("/tmp/gavvet-climbed-out"));
    }

    private static byte[] Make(string file) =>
        file switch
        {
            "zip bomb" => Zip("sheet.json", new byte[200 * 1024 * 1024]),
            "zip that climbs out" => Zip("../../../../tmp/gavvet-climbed-out", Encoding.UTF8.GetBytes("out")),
            "MusicXML that unfolds" => Encoding.UTF8.GetBytes(
                "<?xml version=\"1.0\"?><!DOCTYPE score-partwise [<!ENTITY a \"aaaaaaaaaa\">"
                    + string.Concat(
                        Enumerable
                            .Range('b', 12)
                            .Select(letter =>
                                $"<!ENTITY {(char)letter} \"{string.Concat(Enumerable.Repeat($"&{(char)(letter - 1)};", 10))}\">"
                            )
                    )
                    + "]><score-partwise><work><work-title>&m;</work-title></work></score-partwise>"
            ),
            "MusicXML that reads a file" => Encoding.UTF8.GetBytes(
                "<?xml version=\"1.0\"?><!DOCTYPE score-partwise [<!ENTITY x SYSTEM \"file:///etc/passwd\">]><score-partwise><work><work-title>&x;</work-title></work></score-partwise>"
            ),
            "deep nesting" => Encoding.UTF8.GetBytes($"{{\"gavvet\":1,\"title\":{new string('[', 100_000)}"),
            "half a letter" => [.. Encoding.UTF8.GetBytes("{\"gavvet\":1,\"title\":\""), 0xC3, 0x28, 0x00, (byte)'"'],
            _ => Encoding.UTF8.GetBytes(
                "{\"__proto__\":{\"x\":1},\"$type\":\"System.Diagnostics.Process\",\"format\":\"<script>alert(1)</script>\"}"
            ),
        };

    private static byte[] Zip(string name, byte[] content)
    {
        using var memory = new MemoryStream();
        using (var archive = new ZipArchive(memory, ZipArchiveMode.Create, leaveOpen: true))
        {
            using var entry = archive.CreateEntry(name, CompressionLevel.Fastest).Open();
            entry.Write(content);
        }

        return memory.ToArray();
    }
}
