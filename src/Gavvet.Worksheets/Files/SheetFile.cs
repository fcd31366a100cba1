using System.Globalization;
using System.Text;
using System.Text.Encodings.Web;
using System.Text.Json;
using Gavvet.Theory;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Files;

/// <summary>A sheet as a JSON text, version 1; docs/sheet.schema.json describes it. The same sheet gives the same text.</summary>
public static class SheetFile
{
    /// <summary>What the file calls itself.</summary>
    public const string Format = "gavvet-sheet";

    /// <summary>The version written.</summary>
    public const int Version = 1;

    private static readonly JsonWriterOptions Options = new()
    {
        Indented = true,
        NewLine = "\n",
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    /// <summary>The sheet as text.</summary>
    /// <param name="sheet">The sheet.</param>
    public static string Write(Sheet sheet)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        using var buffer = new MemoryStream();
        using (var json = new Utf8JsonWriter(buffer, Options))
        {
            json.WriteStartObject();
            json.WriteString("format", Format);
            json.WriteNumber("version", Version);
            json.WriteString("seed", sheet.Seed.ToString("x16", CultureInfo.InvariantCulture));
            json.WriteString("title", sheet.Title);
            json.WriteString("instructions", sheet.Instructions);
            json.WriteString("paper", FileWords.Of(sheet.Setup.Paper));
            json.WriteNumber("staffHeight", sheet.Setup.StaffHeight);
            if (sheet.Setup.LargeText)
                json.WriteBoolean("largeText", true);
            if (sheet.Setup.HalfSheets)
                json.WriteBoolean("halfSheets", true);
            if (sheet.Style != HouseStyle.Classical)
            {
                json.WritePropertyName("houseStyle");
                HouseStyleFile.Write(json, sheet.Style);
            }

            if (sheet.Versions > 1)
                json.WriteNumber("versions", sheet.Versions);
            if (!sheet.Parts.IsEmpty)
                WriteTexts(json, "parts", sheet.Parts.Select(part => part.Id));
            json.WriteStartArray("sections");
            foreach (var section in sheet.Sections)
                WriteSection(json, section);
            json.WriteEndArray();
            json.WriteNumber("nextId", sheet.NextId);
            json.WriteEndObject();
        }

        return Encoding.UTF8.GetString(buffer.ToArray()) + "\n";
    }

    /// <summary>Reads a sheet. A file without drawn questions is a recipe, and they are drawn from it.</summary>
    /// <param name="text">The text.</param>
    /// <exception cref="SheetFileException">It is no sheet of this version; the message says where and what would be right.</exception>
    public static Sheet Read(string text) => Read(text, DrawChoices.None);

    /// <summary>Reads a sheet, drawn otherwise than the file says.</summary>
    /// <param name="text">The text.</param>
    /// <param name="choices">What goes before the file's own seed and number of versions.</param>
    /// <exception cref="SheetFileException">It is no sheet of this version, or its questions are drawn already and a seed is wished for.</exception>
    public static Sheet Read(string text, DrawChoices choices)
    {
        ArgumentNullException.ThrowIfNull(choices);
        ArgumentNullException.ThrowIfNull(text);
        if (text.Length > SheetLimits.FileBytes)
            throw new SheetFileException("", $"The file is too large for a sheet: up to {SheetLimits.FileBytes / 1024} KB can be read.");
        JsonDocument document;
        try
        {
            document = JsonDocument.Parse(text);
        }
        catch (JsonException broken)
        {
            var line = (broken.LineNumber ?? 0) + 1;
            throw new SheetFileException("", $"This is not a sheet file: it is not JSON. Reading stopped at line {line}.", broken);
        }

        using (document)
        {
            return document.RootElement.ValueKind == JsonValueKind.Object && document.RootElement.TryGetProperty(RecipeFile.Mark, out _)
                ? RecipeFileReader.Read(document.RootElement, choices)
                : Wished(SheetFileReader.Read(document.RootElement), choices);
        }
    }

    private static Sheet Wished(Sheet sheet, DrawChoices choices) => choices.Seed is not null
        ? throw new SheetFileException("", "The questions of this sheet file are drawn already; a seed is for recipes. Leave the seed out.")
        : sheet with { Versions = choices.Versions ?? sheet.Versions };

    internal static void WriteTexts(Utf8JsonWriter json, string name, IEnumerable<string> texts)
    {
        json.WriteStartArray(name);
        foreach (var text in texts)
            json.WriteStringValue(text);
        json.WriteEndArray();
    }

    // Written only where they differ from the usual, so that a plain sheet has a plain file.
    private static void WriteUnusual(Utf8JsonWriter json, Section section)
    {
        if (section.Title.Length > 0)
            json.WriteString("title", section.Title);
        if (section.Octaves > 1)
            json.WriteNumber("octaves", section.Octaves);
        if (section.Marks > 1)
            json.WriteNumber("marks", section.Marks);
        if (section.Columns > 0)
            json.WriteNumber("columns", section.Columns);
        if (section.AnswerAs != AnswerForm.Write)
            json.WriteString("answerAs", FileWords.Of(section.AnswerAs));
        if (section.Option.Length > 0)
            json.WriteString("ask", section.Option);
        if (!section.AlsoTonics.IsEmpty)
            WriteTexts(json, "alsoTonics", section.AlsoTonics.Select(NoteText.Ascii));
        if (!section.WithoutTonics.IsEmpty)
            WriteTexts(json, "withoutTonics", section.WithoutTonics.Select(NoteText.Ascii));
        if (!section.Tuning.SequenceEqual(Tunings.Guitar))
            WriteTexts(json, "tuning", section.Tuning.Select(PitchText));
        if (section.Own.IsEmpty)
            return;
        json.WriteStartArray("own");
        foreach (var own in section.Own)
            WriteOwn(json, own);
        json.WriteEndArray();
    }

    internal static void WriteOwn(Utf8JsonWriter json, OwnQuestion own)
    {
        json.WriteStartObject();
        json.WriteString("prompt", own.Prompt);
        json.WriteString("answer", own.Answer);
        if (own.Clef is { } clef)
            json.WriteString("clef", clef.Id);
        json.WriteEndObject();
    }

    internal static string PitchText(Pitch pitch) => $"{NoteText.Ascii(pitch.Name)}{pitch.Octave}";

    private static void WriteSection(Utf8JsonWriter json, Section section)
    {
        json.WriteStartObject();
        json.WriteNumber("id", section.Id);
        json.WriteString("kind", section.KindId);
        json.WriteString("instruction", section.Instruction);
        json.WriteStartArray("scales");
        foreach (var type in section.Scales)
            json.WriteStringValue(type.Id);
        json.WriteEndArray();
        json.WriteStartArray("keys");
        foreach (var key in section.Keys)
            json.WriteStringValue(NoteText.Ascii(key.Tonic));
        json.WriteEndArray();
        json.WriteStartArray("clefs");
        foreach (var clef in section.Clefs)
            json.WriteStringValue(clef.Id);
        json.WriteEndArray();
        json.WriteString("notation", FileWords.Of(section.Notation));
        json.WriteString("direction", FileWords.Of(section.Direction));
        json.WriteString("scaffolding", FileWords.Of(section.Scaffolding));
        WriteUnusual(json, section);
        json.WriteStartArray("questions");
        foreach (var slot in section.Slots)
        {
            json.WriteStartObject();
            json.WriteNumber("id", slot.Id);
            json.WriteNumber("redraws", slot.Redraws);
            json.WriteBoolean("pinned", slot.Pinned);
            json.WriteString("scale", slot.Drawn.Scale.Id);
            json.WriteString("key", NoteText.Ascii(slot.Drawn.Tonic));
            json.WriteNumber("variant", slot.Drawn.Variant);
            json.WriteString("clef", slot.Drawn.Clef.Id);
            if (slot.Prompt.Length > 0)
                json.WriteString("prompt", slot.Prompt);
            json.WriteEndObject();
        }

        json.WriteEndArray();
        json.WriteEndObject();
    }
}

/// <summary>How the questions of a file are to be drawn, where not as it says itself.</summary>
/// <param name="Seed">Another seed, or null.</param>
/// <param name="Versions">Another number of versions, or null.</param>
public sealed record DrawChoices(ulong? Seed, int? Versions)
{
    /// <summary>As the file says.</summary>
    public static DrawChoices None { get; } = new(null, null);
}

/// <summary>A file that is no sheet: where it goes wrong and what would be right.</summary>
public sealed class SheetFileException : FormatException
{
    /// <summary>A refusal without words of its own.</summary>
    public SheetFileException()
    {
    }

    /// <summary>A refusal in words.</summary>
    /// <param name="message">The sentence a teacher reads.</param>
    public SheetFileException(string message)
        : base(message)
    {
    }

    /// <summary>A refusal with its cause.</summary>
    /// <param name="message">The sentence a teacher reads.</param>
    /// <param name="innerException">What was met first.</param>
    public SheetFileException(string message, Exception innerException)
        : base(message, innerException)
    {
    }

    /// <summary>A refusal at a place in the file.</summary>
    /// <param name="place">The place, such as "section 2, key 3"; empty for the whole file.</param>
    /// <param name="problem">The sentence a teacher reads.</param>
    /// <param name="cause">What was met first, or null.</param>
    public SheetFileException(string place, string problem, Exception? cause = null)
        : base(place.Length == 0 ? problem : $"In {place}: {problem}", cause)
    {
    }
}
