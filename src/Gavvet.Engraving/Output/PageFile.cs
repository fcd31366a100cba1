using System.Buffers;
using System.Collections.Immutable;
using System.Text;
using System.Text.Encodings.Web;
using System.Text.Json;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Theory;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Engraving.Output;

/// <summary>
/// A page as a printing keeps it: its groups with what they are, where their parts stand, and every primitive. Read again it
/// is the same page, to be drawn on, printed, or shown in whatever form is wanted.
/// </summary>
public static class PageFile
{
    private const int Version = 1,
        LargestPage = 8_000_000;

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
        DefaultIgnoreCondition = System.Text.Json.Serialization.JsonIgnoreCondition.WhenWritingNull,
        Converters = { new BoxConverter(), new MarkAnchorConverter() },
    };

    private static readonly ImmutableDictionary<string, MusicGlyph> Glyphs = MusicGlyph.All.ToImmutableDictionary(glyph => glyph.Name);

    /// <summary>The page as text; the same page gives the same text.</summary>
    /// <param name="page">The page.</param>
    public static string Write(Page page)
    {
        var bytes = new ArrayBufferWriter<byte>(16_384);
        using (var json = new Utf8JsonWriter(bytes, new JsonWriterOptions { Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping }))
            Write(json, page);
        return Encoding.UTF8.GetString(bytes.WrittenSpan);
    }

    /// <summary>Reads a page, also one that an earlier program kept as SVG.</summary>
    /// <param name="text">What <see cref="Write(Page)"/> or an earlier program wrote.</param>
    /// <exception cref="FormatException">It is another's, was changed, or is of a later program.</exception>
    public static Page Read(string text)
    {
        if (IsOfEarlier(text))
            return SvgReader.Read(text);
        try
        {
            if (text.Length > LargestPage)
                throw new JsonException("No page is so large.");
            using var file = JsonDocument.Parse(text);
            return Page(file.RootElement);
        }
        catch (Exception problem)
            when (problem
                    is JsonException
                        or ArgumentException
                        or InvalidOperationException
                        or KeyNotFoundException
                        or IndexOutOfRangeException
                        or FormatException
            )
        {
            throw new FormatException(Texts.Say("page.unreadable"), problem);
        }
    }

    /// <summary>Whether an earlier program kept the page, which kept pages as SVG.</summary>
    /// <param name="text">A kept page.</param>
    public static bool IsOfEarlier(string text) => text.StartsWith('<');

    private static void Write(Utf8JsonWriter json, Page page)
    {
        json.WriteStartObject();
        json.WriteNumber("gavvetPage", Version);
        json.WriteNumber("width", page.Width);
        json.WriteNumber("height", page.Height);
        json.WriteString("language", page.Language.Tag);
        Write(json, "total", page.Total);
        json.WriteStartArray("outline");
        foreach (var (title, y) in page.Outline)
            Row(json, [y], title);
        json.WriteEndArray();
        json.WriteStartArray("groups");
        foreach (var group in page.Groups)
            Write(json, group);
        json.WriteEndArray();
        json.WriteEndObject();
    }

    private static void Write(Utf8JsonWriter json, PageGroup group)
    {
        json.WriteStartObject();
        switch (group.Kind)
        {
            case GroupKind.Question question:
                json.WriteNumber("slot", question.SlotId);
                json.WriteNumber("question", question.Number);
                if (question.GoesOn)
                    json.WriteBoolean("goesOn", true);
                break;
            case GroupKind.SectionHead head:
                json.WriteNumber("section", head.SectionId);
                break;
        }

        if (group.Box != default)
            Write(json, "box", group.Box);
        if (group.Label is { } label)
            json.WriteString("label", label);
        Write(json, "anchors", group.Anchors);
        json.WriteStartArray("drawn");
        foreach (var primitive in group.Primitives)
            Write(json, primitive);
        json.WriteEndArray();
        json.WriteEndObject();
    }

    // What it is, in what ink, its numbers, and its words where it has some.
    private static void Write(Utf8JsonWriter json, Primitive primitive)
    {
        var looks = new[] { primitive.Role.ToString(), primitive.Ink.ToString() };
        switch (primitive)
        {
            case LinePrimitive line:
                Row(json, [line.X1, line.Y1, line.X2, line.Y2, line.Thickness], ["line", .. looks]);
                break;
            case RectanglePrimitive { Box: var box } rectangle:
                Row(json, [box.Left, box.Top, box.Width, box.Height, rectangle.Radius, rectangle.Thickness], ["box", .. looks]);
                break;
            case GlyphPrimitive sign:
                Row(json, [sign.X, sign.Y, sign.Space], ["sign", .. looks, sign.Glyph.Name]);
                break;
            case TextPrimitive { Text: var words } text:
                Row(json, [text.X, text.Y, words.Size], ["words", .. looks, words.Style.ToString(), words.Text]);
                break;
            case SlurPrimitive slur:
                Row(json, [slur.X1, slur.X2, slur.Y, slur.Depth, slur.Thickness], ["slur", .. looks]);
                break;
            default:
                throw new ArgumentException($"No page file has {primitive.GetType().Name}.");
        }
    }

    private static void Row(Utf8JsonWriter json, ReadOnlySpan<int> numbers, params ReadOnlySpan<string> words)
    {
        json.WriteStartArray();
        foreach (var word in words)
            json.WriteStringValue(word);
        foreach (var number in numbers)
            json.WriteNumberValue(number);
        json.WriteEndArray();
    }

    private static void Write<T>(Utf8JsonWriter json, string name, T? value)
    {
        if (value is null)
            return;
        json.WritePropertyName(name);
        JsonSerializer.Serialize(json, value, Json);
    }

    private static Page Page(JsonElement file)
    {
        if (file.GetProperty("gavvetPage").GetInt32() != Version)
            throw new JsonException("A page of a later program.");
        return new Page(
            file.GetProperty("width").GetInt32(),
            file.GetProperty("height").GetInt32(),
            [.. file.GetProperty("groups").EnumerateArray().Select(Group)],
            [.. file.GetProperty("outline").EnumerateArray().Select(entry => new OutlineEntry(Word(entry[0]), entry[1].GetInt32()))]
        )
        {
            Language = Language.Find(file.GetProperty("language").GetString()) ?? Language.English,
            Total = Optional<MarkAnchor>(file, "total"),
        };
    }

    private static PageGroup Group(JsonElement group)
    {
        GroupKind kind =
            group.TryGetProperty("slot", out var slot)
                ? new GroupKind.Question(slot.GetInt32(), group.GetProperty("question").GetInt32())
                {
                    GoesOn = group.TryGetProperty("goesOn", out _),
                }
            : group.TryGetProperty("section", out var section) ? new GroupKind.SectionHead(section.GetInt32())
            : GroupKind.Furniture;
        return new PageGroup(
            kind,
            group.TryGetProperty("box", out var box) ? box.Deserialize<Box>(Json) : default,
            group.TryGetProperty("label", out var label) ? Word(label) : null,
            [.. group.GetProperty("drawn").EnumerateArray().Select(Primitive)]
        )
        {
            Anchors = Optional<ItemAnchors>(group, "anchors"),
        };
    }

    private static Primitive Primitive(JsonElement row)
    {
        var (role, ink) = (Enum.Parse<Role>(Word(row[1])), Enum.Parse<Ink>(Word(row[2])));
        int Number(int i) => row[i].GetInt32();
        return Word(row[0]) switch
        {
            "line" => new LinePrimitive(role, ink, Number(3), Number(4), Number(5), Number(6), Number(7)),
            "box" => new RectanglePrimitive(
                role,
                ink,
                new Box(Number(3), Number(4), Number(3) + Number(5), Number(4) + Number(6)),
                Number(7),
                Number(8)
            ),
            "sign" => new GlyphPrimitive(role, ink, Glyphs[Word(row[3])], Number(4), Number(5), Number(6)),
            "words" => new TextPrimitive(
                role,
                ink,
                TextFace.Of(Enum.Parse<TextStyle>(Word(row[3]))).Shape(Word(row[4]), Number(7)),
                Number(5),
                Number(6)
            ),
            "slur" => new SlurPrimitive(ink, Number(3), Number(4), Number(5), Number(6), Number(7)),
            var other => throw new JsonException($"No page of ours has “{other}”."),
        };
    }

    private static T? Optional<T>(JsonElement of, string name)
        where T : class => of.TryGetProperty(name, out var value) ? value.Deserialize<T>(Json) : null;

    private static string Word(JsonElement text) => text.GetString() ?? throw new JsonException("A word is missing.");
}
