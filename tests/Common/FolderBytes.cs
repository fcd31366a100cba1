using System.IO.Compression;
using System.Text;
using System.Text.RegularExpressions;
using Microsoft.Data.Sqlite;

namespace Gavvet.Tests.Common;

/// <summary>Looks for a name in every byte of a data folder: in the files as they lie, and in databases in every value, packed or
/// escaped.</summary>
internal static class FolderBytes
{
    public static async Task<string[]> FilesThatHoldAsync(string folder, string name)
    {
        // Composed and decomposed, small and capital.
        string[] forms =
        [
            .. new[] { name, Decomposed(name) }
                .SelectMany(form => new[] { form, form.ToUpperInvariant(), form.ToLowerInvariant() })
                .Distinct(),
        ];
        var holding = new List<string>();
        foreach (var path in Directory.GetFiles(folder, "*", SearchOption.AllDirectories).Where(path => Path.GetFileName(path) != "in-use"))
        {
            var bytes = await File.ReadAllBytesAsync(path);
            if (
                forms.Any(form => bytes.AsSpan().IndexOf(Encoding.UTF8.GetBytes(form)) >= 0)
                || (
                    bytes.AsSpan().StartsWith("SQLite format 3"u8)
                    && (await Values(path)).Any(text => forms.Any(form => text.Contains(form, StringComparison.Ordinal)))
                )
            )
                holding.Add(Path.GetRelativePath(folder, path));
        }

        return [.. holding.Order()];
    }

    private static string Decomposed(string name) =>
        name.Replace("ë", "e\u0308", StringComparison.Ordinal).Replace("ü", "u\u0308", StringComparison.Ordinal);

    // Texts as they are and with escapes undone, bytes as they are and unpacked.
    private static async Task<List<string>> Values(string path)
    {
        await using var connection = new SqliteConnection($"Data Source={path};Pooling=False");
        await connection.OpenAsync();
        var texts = new List<string>();
        foreach (var table in await Column(connection, "SELECT name FROM sqlite_master WHERE type = 'table'"))
        {
            await using var command = connection.CreateCommand();
            command.CommandText = $"SELECT * FROM \"{table}\"";
            await using var rows = await command.ExecuteReaderAsync();
            while (await rows.ReadAsync())
            {
                for (var i = 0; i < rows.FieldCount; i++)
                    texts.AddRange(
                        rows.GetValue(i) switch
                        {
                            string text => [Unescaped(text)],
                            byte[] bytes => [Unescaped(Encoding.UTF8.GetString(bytes)), Unescaped(Unpacked(bytes))],
                            _ => Array.Empty<string>(),
                        }
                    );
            }
        }

        return texts;
    }

    private static string Unescaped(string text) =>
        System.Net.WebUtility.HtmlDecode(
            Regex.Replace(text, @"\\u([0-9a-fA-F]{4})", match => $"{(char)Convert.ToInt32(match.Groups[1].Value, 16)}")
        );

    private static string Unpacked(byte[] bytes)
    {
        try
        {
            using var text = new StreamReader(new BrotliStream(new MemoryStream(bytes), CompressionMode.Decompress));
            return text.ReadToEnd();
        }
        catch (Exception problem) when (problem is InvalidOperationException or InvalidDataException)
        {
            return "";
        }
    }

    private static async Task<List<string>> Column(SqliteConnection connection, string sql)
    {
        await using var command = connection.CreateCommand();
        command.CommandText = sql;
        await using var rows = await command.ExecuteReaderAsync();
        var values = new List<string>();
        while (await rows.ReadAsync())
            values.Add(rows.GetString(0));
        return values;
    }
}
