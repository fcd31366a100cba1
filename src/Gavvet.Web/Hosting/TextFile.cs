using System.Text;

namespace Gavvet.Web.Hosting;

/// <summary>Reads text files as they come from schools' machines.</summary>
internal static class TextFile
{
    private static readonly Encoding Strict = new UTF8Encoding(false, throwOnInvalidBytes: true);

    private static readonly Lazy<Encoding> Western = new(() =>
    {
        Encoding.RegisterProvider(CodePagesEncodingProvider.Instance);
        return Encoding.GetEncoding(1252);
    });

    /// <summary>The text of a file: with a mark of its encoding by that, otherwise as UTF-8, or where it is none as Windows-1252.</summary>
    /// <param name="file">The file.</param>
    /// <param name="cancellation">Ends it.</param>
    public static async Task<string> ReadAsync(IFormFile file, CancellationToken cancellation)
    {
        using var bytes = new MemoryStream();
        await using (var stream = file.OpenReadStream())
            await stream.CopyToAsync(bytes, cancellation);
        return Read(bytes.ToArray());
    }

    /// <summary>The text of some bytes.</summary>
    /// <param name="bytes">The bytes.</param>
    public static string Read(byte[] bytes)
    {
        if (bytes is [0xFF, 0xFE, ..] or [0xFE, 0xFF, ..])
            return new StreamReader(new MemoryStream(bytes), detectEncodingFromByteOrderMarks: true).ReadToEnd();
        try
        {
            return Strict.GetString(bytes).TrimStart('\ufeff');
        }
        catch (DecoderFallbackException)
        {
            return Western.Value.GetString(bytes);
        }
    }
}
