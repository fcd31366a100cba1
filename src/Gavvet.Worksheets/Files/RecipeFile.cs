using System.Text;
using System.Text.Encodings.Web;
using System.Text.Json;
using Gavvet.Theory;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Files;

/// <summary>A recipe as a JSON text, version 1; docs/recipe.schema.json describes it. It says what to draw, not what was drawn.</summary>
public static class RecipeFile
{
    /// <summary>The field that marks a recipe, with its version.</summary>
    public const string Mark = "gavvet";

    /// <summary>The version written.</summary>
    public const int Version = 1;

    private static readonly JsonWriterOptions Options = new() { Indented = true, NewLine = "\n", Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    /// <summary>The help a section gives, as recipes name it.</summary>
    /// <param name="scaffolding">The help.</param>
    public static string Word(Scaffolding scaffolding) => scaffolding == Scaffolding.WorkedExample ? "model" : FileWords.Of(scaffolding);

    /// <summary>The direction, as recipes name it.</summary>
    /// <param name="direction">The direction.</param>
    public static string Word(Direction direction) => direction switch
    {
        Direction.Ascending => "up",
        Direction.Descending => "down",
        _ => "up-down",
    };

    /// <summary>The recipe of a sheet.</summary>
    /// <param name="sheet">The sheet.</param>
    public static string Write(Sheet sheet)
    {
        ArgumentNullException.ThrowIfNull(sheet);
        using var buffer = new MemoryStream();
        using (var json = new Utf8JsonWriter(buffer, Options))
        {
            json.WriteStartObject();
            json.WriteNumber(Mark, Version);
            json.WriteString("title", sheet.Title);
            json.WriteString("instructions", sheet.Instructions);
            json.WriteNumber("seed", sheet.Seed);
            json.WriteStartObject("paper");
            json.WriteString("size", sheet.Setup.Paper == Paper.A4 ? "A4" : "Letter");
            json.WriteNumber("staffHeight", sheet.Setup.StaffHeight);
            json.WriteBoolean("largePrint", sheet.Setup.IsLargePrint);
            if (sheet.Setup.HalfSheets)
                json.WriteBoolean("halfSheets", true);
            json.WriteEndObject();
            json.WritePropertyName("houseStyle");
            HouseStyleFile.Write(json, sheet.Style);
            json.WriteNumber("versions", sheet.Versions);
            SheetFile.WriteTexts(json, "parts", sheet.Parts.Select(part => part.Id));
            json.WriteStartArray("sections");
            foreach (var section in sheet.Sections)
                WriteSection(json, section);
            json.WriteEndArray();
            json.WriteEndObject();
        }

        return Encoding.UTF8.GetString(buffer.ToArray()) + "\n";
    }

    private static void WriteSection(Utf8JsonWriter json, Section section)
    {
        json.WriteStartObject();
        json.WriteString("kind", section.KindId);
        if (section.Title.Length > 0)
            json.WriteString("title", section.Title);
        if (section.Instruction.Length > 0)
            json.WriteString("instruction", section.Instruction);
        json.WriteNumber("count", section.Slots.Count);
        SheetFile.WriteTexts(json, "scales", section.Scales.Select(type => type.Id));
        WriteKeys(json, section);
        SheetFile.WriteTexts(json, "clefs", section.Clefs.Select(clef => clef.Id));
        json.WriteString("direction", Word(section.Direction));
        json.WriteNumber("octaves", section.Octaves);
        json.WriteString("writeWith", FileWords.Of(section.Notation));
        json.WriteString("scaffold", Word(section.Scaffolding));
        json.WriteString("answerAs", FileWords.Of(section.AnswerAs));
        json.WriteNumber("marks", section.Marks);
        if (section.Columns > 0)
            json.WriteNumber("columns", section.Columns);
        if (section.Option.Length > 0)
            json.WriteString("ask", section.Option);
        if (!section.Tuning.SequenceEqual(Tunings.Guitar))
            SheetFile.WriteTexts(json, "tuning", section.Tuning.Select(SheetFile.PitchText));
        if (!section.Own.IsEmpty)
        {
            json.WriteStartArray("questions");
            foreach (var own in section.Own)
                SheetFile.WriteOwn(json, own);
            json.WriteEndArray();
        }

        json.WriteEndObject();
    }

    // The stretch that holds every place, and the tonics of it that are left out.
    private static void WriteKeys(Utf8JsonWriter json, Section section)
    {
        var (least, most) = (section.Keys.Min(key => key.Fifths), section.Keys.Max(key => key.Fifths));
        json.WriteStartObject("keys");
        json.WriteNumber("flats", -least);
        json.WriteNumber("sharps", most);
        if (!section.AlsoTonics.IsEmpty)
            SheetFile.WriteTexts(json, "add", section.AlsoTonics.Select(NoteText.Ascii));
        if (!section.WithoutTonics.IsEmpty)
            SheetFile.WriteTexts(json, "omit", section.WithoutTonics.Select(NoteText.Ascii));
        var places = Enumerable.Range(least, most - least + 1).Except(section.Keys.Select(key => key.Fifths)).ToArray();
        if (places.Length > 0)
            SheetFile.WriteTexts(json, "omitPlaces", places.Select(place => NoteText.Ascii(NoteName.FromFifths(place))));
        json.WriteEndObject();
    }
}
