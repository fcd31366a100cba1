using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using Gavvet.Theory;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Worksheets.Files;

/// <summary>
/// Sheet files as an earlier program wrote them, told by their "format", become files of today: other names for the same
/// things, and keys one by one instead of a stretch. What it cannot make sense of it hands on, so that the reader says
/// what is wrong.
/// </summary>
internal static class SheetUpgrade
{
    private const string Format = "gavvet-sheet";

    public static bool IsOld(JsonElement root) =>
        root.TryGetProperty("format", out var format) && format.ValueKind == JsonValueKind.String && format.ValueEquals(Format);

    /// <summary>The text of an old file as it would be written today.</summary>
    /// <exception cref="SheetFileException">It is of a version no program wrote, or a field stands twice.</exception>
    public static string Of(JsonElement root)
    {
        if (
            root.TryGetProperty("version", out var version)
            && !(version.ValueKind == JsonValueKind.Number && version.TryGetInt32(out var number) && number == 1)
        )
            throw new SheetFileException("version", Texts.Say("file.version-one"));
        var old = Members(root, "");
        old.Remove("format");
        old.Remove("version");
        var paper = new JsonObject();
        Move(old, "paper", paper, "size");
        Move(old, "staffHeight", paper, "staffHeight");
        Move(old, "largeText", paper, "largePrint");
        Move(old, "halfSheets", paper, "halfSheets");
        if (paper.Count > 0)
            old["paper"] = paper;
        if (
            old["seed"] is JsonValue digits
            && digits.TryGetValue<string>(out var hex)
            && hex.Length == 16
            && ulong.TryParse(hex, NumberStyles.AllowHexSpecifier, CultureInfo.InvariantCulture, out var seed)
        )
            old["seed"] = seed;
        if (root.TryGetProperty("sections", out var sections) && sections.ValueKind == JsonValueKind.Array)
            old["sections"] = new JsonArray([
                .. sections
                    .EnumerateArray()
                    .Select((section, i) => section.ValueKind == JsonValueKind.Object ? Section(section, $"sections[{i}]") : Node(section)),
            ]);
        old[SheetFile.Mark] = SheetFile.Version;
        return old.ToJsonString();
    }

    private static JsonObject Section(JsonElement element, string path)
    {
        var section = Members(element, path);
        Move(section, "notation", section, "writeWith");
        Move(section, "scaffolding", section, "scaffold");
        if (element.TryGetProperty("keys", out var keys) && Stretch(keys) is { } stretch)
            section["keys"] = stretch;
        if (section["keys"] is JsonObject scope)
        {
            Move(section, "alsoTonics", scope, "add");
            Move(section, "withoutTonics", scope, "omit");
        }

        Move(section, "questions", section, "drawn");
        Move(section, "own", section, "questions");
        foreach (var drawn in (section["drawn"] as JsonArray ?? []).OfType<JsonObject>())
            Move(drawn, "key", drawn, "tonic");
        return section;
    }

    // The keys of a section, listed by their major tonics; null where one is none.
    private static JsonObject? Stretch(JsonElement keys)
    {
        var fifths = new SortedSet<int>();
        if (keys.ValueKind != JsonValueKind.Array || keys.GetArrayLength() == 0)
            return null;
        foreach (var key in keys.EnumerateArray())
        {
            if (
                key.ValueKind != JsonValueKind.String
                || !NoteText.TryParse(key.GetString()!, out var tonic)
                || new Key(tonic).IsTheoretical
            )
                return null;
            fifths.Add(tonic.Fifths);
        }

        var gaps = Enumerable
            .Range(fifths.Min, fifths.Max - fifths.Min + 1)
            .Except(fifths)
            .Select(place => (JsonNode)NoteText.Ascii(NoteName.FromFifths(place)))
            .ToArray();
        var stretch = new JsonObject { ["flats"] = -fifths.Min, ["sharps"] = fifths.Max };
        if (gaps.Length > 0)
            stretch["omitPlaces"] = new JsonArray(gaps);
        return stretch;
    }

    private static JsonObject Members(JsonElement element, string path)
    {
        var members = new JsonObject();
        foreach (var member in element.EnumerateObject())
        {
            if (members.ContainsKey(member.Name))
                throw new SheetFileException(path, Texts.Say("file.twice"));
            members[member.Name] = Node(member.Value);
        }

        return members;
    }

    // Strictly, so that what stands twice further in is refused as well.
    private static JsonNode? Node(JsonElement value) => JsonNode.Parse(value.GetRawText());

    private static void Move(JsonObject from, string name, JsonObject to, string newName)
    {
        if (from.Remove(name, out var value))
            to[newName] = value;
    }
}
