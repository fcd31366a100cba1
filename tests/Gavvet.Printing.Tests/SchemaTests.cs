using System.Collections.Immutable;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Schema;
using System.Text.Json.Serialization.Metadata;
using System.Xml.Linq;
using Gavvet.Engraving.Drawing;
using Gavvet.Exchange;

namespace Gavvet.Printing.Tests;

/// <summary>
/// The published schemas of what is written beside the papers are those of the types that write it, with the words of their
/// documentation. Where a type was changed, GAVVET_SCHEMAS=write writes them anew.
/// </summary>
public class SchemaTests
{
    private static readonly Dictionary<string, string> Described = Documentation();

    public static TheoryData<string> Files => ["items", "papers", "record"];

    [Theory]
    [MemberData(nameof(Files))]
    public void A_published_schema_is_that_of_what_writes_the_file(string name)
    {
        var path = Path.Combine(Checkout.Folder, "docs", $"{name}.schema.json");
        var schema = Schema(name);
        if (Environment.GetEnvironmentVariable("GAVVET_SCHEMAS") == "write")
            File.WriteAllText(path, schema);
        Assert.Equal(schema, File.ReadAllText(path));
        // Every member says what it is.
        using var document = JsonDocument.Parse(schema);
        Assert.Empty(Undescribed(document.RootElement, name));
    }

    private static string Schema(string name)
    {
        var (type, options, title) = name switch
        {
            "items" => (typeof(SheetItems), ItemsFile.Json, "Gavvet items: every question of a sheet with its answer"),
            "papers" => (
                typeof(ImmutableArray<PaperOf>),
                ItemsFile.Json,
                "Gavvet papers: whose paper is which, and the codes of its pages"
            ),
            _ => (
                typeof(PrintingRecord),
                PrintingRecord.Json,
                $"Gavvet record of a printing, version {PrintingRecord.Version}: complete in itself"
            ),
        };
        var node = new JsonSerializerOptions(options) { TypeInfoResolver = new DefaultJsonTypeInfoResolver() }
            .GetJsonSchemaAsNode(
                type,
                new JsonSchemaExporterOptions { TreatNullObliviousAsNonNullable = true, TransformSchemaNode = Transformed }
            )
            .AsObject();
        node.Insert(0, "title", title);
        node.Insert(0, "$schema", "https://json-schema.org/draft/2020-12/schema");
        return node.ToJsonString(
                new JsonSerializerOptions
                {
                    WriteIndented = true,
                    NewLine = "\n",
                    Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
                }
            ) + "\n";
    }

    private static JsonObject Transformed(JsonSchemaExporterContext context, JsonNode schema)
    {
        var type = Nullable.GetUnderlyingType(context.TypeInfo.Type) ?? context.TypeInfo.Type;
        // What is written by hand as a few numbers.
        var numbers =
            type == typeof(Box) ? 4
            : type == typeof(MarkAnchor) ? 3
            : 0;
        var made = schema as JsonObject ?? [];
        if (numbers > 0)
            made = new JsonObject
            {
                ["type"] = "array",
                ["items"] = new JsonObject { ["type"] = "integer" },
                ["minItems"] = numbers,
                ["maxItems"] = numbers,
            };
        string[] required =
        [
            .. context
                .TypeInfo.Properties.Where(property => property.AssociatedParameter is not null && !property.IsGetNullable)
                .Select(property => property.Name),
        ];
        if (made["properties"] is not null && required.Length > 0)
            made["required"] = new JsonArray([.. required.Select(name => (JsonNode)name)]);
        // Numbers are written as such.
        if (made["type"] is JsonArray either && made.Remove("pattern"))
            made["type"] = either.Select(one => $"{one}").First(one => one != "string");
        if (
            context.PropertyInfo is { DeclaringType: { } owner } property
            && Described.TryGetValue($"{owner.FullName}.{property.Name}".ToUpperInvariant(), out var words)
        )
            made.Insert(0, "description", words);
        return made;
    }

    // Members by their type and name: the summary of a property, or what is said of a parameter of a record.
    private static Dictionary<string, string> Documentation()
    {
        var described = new Dictionary<string, string>();
        foreach (var type in new[] { typeof(SheetItems), typeof(PrintingRecord), typeof(Box), typeof(Gavvet.Engraving.Layout.NamePlace) })
        {
            var path = Path.ChangeExtension(type.Assembly.Location, ".xml");
            foreach (var member in XDocument.Load(path).Descendants("member"))
            {
                var name = member.Attribute("name")!.Value;
                if (name.StartsWith("P:", StringComparison.Ordinal) && member.Element("summary") is { } summary)
                    described[name[2..].ToUpperInvariant()] = Words(summary);
                if (!name.StartsWith("T:", StringComparison.Ordinal))
                    continue;
                foreach (var parameter in member.Elements("param"))
                    described[$"{name[2..]}.{parameter.Attribute("name")!.Value}".ToUpperInvariant()] = Words(parameter);
            }
        }

        return described;

        static string Words(XElement element) =>
            string.Join(
                    ' ',
                    string.Concat(element.Nodes().Select(node => node is XElement link ? Link(link) : $"{node}"))
                        .Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries)
                )
                .TrimEnd('.') + ".";

        static string Link(XElement link) =>
            (link.Attribute("cref") ?? link.Attribute("langword"))?.Value.Split('.', ':')[^1] ?? link.Value;
    }

    private static IEnumerable<string> Undescribed(JsonElement node, string path)
    {
        if (node.ValueKind != JsonValueKind.Object)
            yield break;
        if (node.TryGetProperty("properties", out var properties) && properties.ValueKind == JsonValueKind.Object)
        {
            foreach (var property in properties.EnumerateObject())
            {
                if (!property.Value.TryGetProperty("description", out _))
                    yield return $"{path}.{property.Name}";
                foreach (var inner in Undescribed(property.Value, $"{path}.{property.Name}"))
                    yield return inner;
            }
        }

        if (node.TryGetProperty("items", out var items))
        {
            foreach (var inner in Undescribed(items, path))
                yield return inner;
        }
    }
}
