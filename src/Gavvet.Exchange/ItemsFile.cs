using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Serialization;
using CsvHelper;

namespace Gavvet.Exchange;

/// <summary>Items as a JSON text or a table of comma-separated values.</summary>
public static class ItemsFile
{
    /// <summary>How the files are written.</summary>
    public static JsonSerializerOptions Json { get; } =
        new(JsonSerializerDefaults.Web)
        {
            Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
            DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
            WriteIndented = true,
            NewLine = "\n",
        };

    private static readonly JsonSerializerOptions WithAbsent = new(Json) { DefaultIgnoreCondition = JsonIgnoreCondition.Never };

    /// <summary>The items as JSON.</summary>
    public static string ToJson(SheetItems items)
    {
        // A part that is none is said, the other absent fields are left out.
        var node = JsonSerializer.SerializeToNode(items, Json)!;
        foreach (var version in node["versions"]!.AsArray())
        {
            if (!version!.AsObject().ContainsKey("part"))
                version.AsObject().Insert(1, "part", null);
        }

        return node.ToJsonString(Json) + "\n";
    }

    /// <summary>Whose papers of a class are which, as JSON.</summary>
    public static string ToJson(ImmutableArray<PaperOf> papers) => JsonSerializer.Serialize(papers, WithAbsent) + "\n";

    /// <summary>Questions and answers as CSV (RFC 4180). Cells that a spreadsheet would take for a formula begin with an
    /// apostrophe.</summary>
    public static string ToCsv(SheetItems items)
    {
        using var text = new StringWriter(new StringBuilder(), CultureInfo.InvariantCulture);
        using (var csv = CsvWriter.Create(text, new CsvWriterOptions { Injection = CsvInjection.Escape }, leaveOpen: true))
        {
            foreach (
                var head in new[]
                {
                    "version",
                    "part",
                    "number",
                    "section",
                    "kind",
                    "prompt",
                    "answer",
                    "accepted",
                    "marks",
                    "load",
                    "page",
                }
            )
                csv.WriteField(head);
            csv.EndRecord();
            foreach (var (edition, item) in items.Versions.SelectMany(edition => edition.Items, (edition, item) => (edition, item)))
            {
                csv.WriteField(edition.Version);
                csv.WriteField(edition.Part ?? "");
                csv.WriteField(item.Number);
                csv.WriteField(item.Section);
                csv.WriteField(item.Kind);
                csv.WriteField(item.Prompt);
                csv.WriteField(Line(item.Answer));
                csv.WriteField(string.Join(" | ", item.Accepted.Select(Line).Concat(item.Remarks)));
                csv.WriteField(item.Marks);
                csv.WriteField(item.Load);
                csv.WriteField(item.Page);
                csv.EndRecord();
            }
        }

        return text.ToString();
    }

    private static string Line(ItemAnswer answer) =>
        string.Join(
            "; ",
            new[]
            {
                answer.Ascending is { } up ? string.Join(' ', up) : null,
                answer.Descending is { } down ? string.Join(' ', down) : null,
                answer.Text is { } lines ? string.Join("; ", lines) : null,
            }.OfType<string>()
        );
}

/// <summary>A paper of a class.</summary>
/// <param name="Student">The student's name; null for a spare.</param>
/// <param name="Version">A to Z.</param>
/// <param name="Part">The part's name in files, or null at concert pitch.</param>
/// <param name="Codes">The codes of its pages, in order.</param>
public sealed record PaperOf(string? Student, string Version, string? Part, ImmutableArray<string> Codes);
