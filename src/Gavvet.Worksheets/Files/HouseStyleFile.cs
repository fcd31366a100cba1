using System.Text;
using System.Text.Json;
using Gavvet.Theory;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Files;

/// <summary>A house style as a JSON object: a preset, and what differs from it; as a file of its own it says so first.</summary>
public static class HouseStyleFile
{
    /// <summary>What a file of its own calls itself.</summary>
    public const string Format = "gavvet-house-style";

    /// <summary>The version written.</summary>
    public const int Version = 1;

    /// <summary>A style as a file of its own.</summary>
    /// <param name="style">The style.</param>
    public static string Write(HouseStyle style)
    {
        ArgumentNullException.ThrowIfNull(style);
        using var buffer = new MemoryStream();
        using (var json = new Utf8JsonWriter(buffer, new JsonWriterOptions { Indented = true, NewLine = "\n" }))
            Write(json, style, alone: true);
        return Encoding.UTF8.GetString(buffer.ToArray()) + "\n";
    }

    /// <summary>Reads a file of its own.</summary>
    /// <param name="text">The text.</param>
    /// <exception cref="SheetFileException">It is no house style of this version; the message says where and what would be right.</exception>
    public static HouseStyle Read(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        if (text.Length > SheetLimits.FileBytes)
            throw new SheetFileException("", "The file is too large for a house style.");
        try
        {
            using var document = JsonDocument.Parse(text, new JsonDocumentOptions { MaxDepth = 8 });
            var fields = new Fields(document.RootElement, "");
            if (fields.Text("format", "") != Format)
                throw new SheetFileException("", $"This is no house style file: it does not begin with \"format\": \"{Format}\".");
            fields.Number("version", Version, Version, Version);
            return Read(fields);
        }
        catch (JsonException)
        {
            throw new SheetFileException("", "This is no house style file: it is not JSON.");
        }
    }

    internal static void Write(Utf8JsonWriter json, HouseStyle style, bool alone = false)
    {
        var preset = HouseStyle.Presets.FirstOrDefault(preset => preset.Id == style.Id) ?? HouseStyle.Classical;
        json.WriteStartObject();
        if (alone)
        {
            json.WriteString("format", Format);
            json.WriteNumber("version", Version);
        }

        json.WriteString("preset", preset.Id);
        foreach (var field in HouseStyleField.All.Where(field => field.Of(style) != field.Of(preset)))
            json.WriteString(field.Name, field.Of(style));
        json.WriteEndObject();
    }

    internal static HouseStyle Read(Fields fields)
    {
        HouseStyle style;
        try
        {
            style = HouseStyle.Parse(fields.Text("preset", HouseStyle.Classical.Id));
        }
        catch (FormatException problem)
        {
            throw fields.Wrong("preset", problem.Message);
        }

        foreach (var field in HouseStyleField.All.Where(field => fields.Has(field.Name)))
        {
            var word = fields.Text(field.Name, "");
            if (!field.Choices.Contains(word))
                throw fields.Wrong(field.Name, $"“{Fields.Short(word)}” is not one of {string.Join(", ", field.Choices)}.");
            style = field.With(style, word);
        }

        fields.NothingElse();
        return style;
    }
}
