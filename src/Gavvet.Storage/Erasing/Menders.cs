using System.Text.Json;
using System.Text.Json.Nodes;
using Gavvet.Teaching;
using Gavvet.Worksheets.Files;

namespace Gavvet.Storage;

/// <summary>Gives a value without the names looked for, or null where they are not in it.</summary>
/// <param name="value">The value as the database has it.</param>
/// <param name="row">Whose it is.</param>
/// <param name="names">What is looked for.</param>
internal delegate object? Mender(object value, string row, ErasedNames names);

/// <summary>How each form of kept words is searched and mended.</summary>
internal static class Menders
{
    // The words of a sheet that are the teacher's own; the names of kinds and scales are no one's.
    private static readonly string[] SheetWords = ["title", "instructions", "instruction", "prompt", "answer", "because"];

    // The words of a plan that are.
    private static readonly string[] PlanWords = ["name", "left"];

    // The words of a record: all else in it is read back by the program, and its preset called classical is no student of that name.
    private static readonly string[] RecordWords =
    [
        "title",
        "sections",
        "prompt",
        "answerText",
        "alsoRight",
        "remarks",
        "working",
        "choices",
        "list",
        "text",
        "words",
        "before",
        "after",
    ];

    // The words of a named mistake; its code is the program's.
    private static readonly string[] FindingWords = ["message", "expected", "found"];

    private static readonly JsonSerializerOptions Plain = new()
    {
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    /// <summary>What the teacher writes of people.</summary>
    public static object? AboutPeople(object value, string row, ErasedNames names) =>
        Changed((string)value, names.AboutPeople.Without((string)value));

    /// <summary>What the teacher writes of music.</summary>
    public static object? AboutMusic(object value, string row, ErasedNames names) =>
        Changed((string)value, names.AboutMusic.Without((string)value));

    /// <summary>What the program wrote, or a student.</summary>
    public static object? Printed(object value, string row, ErasedNames names) =>
        Changed((string)value, names.Printed.Without((string)value));

    /// <summary>Words between dots, one of which may be whose a paper is.</summary>
    public static object? Labels(object value, string row, ErasedNames names)
    {
        var text = (string)value;
        return Changed(
            text,
            names.Printed.Without(string.Join(" · ", text.Split(" · ").Select(part => names.IsOn(row, part) ? NameSearch.Instead : part)))
        );
    }

    /// <summary>Named mistakes as JSON.</summary>
    public static object? Findings(object value, string row, ErasedNames names) =>
        Json((string)value, names.Printed, FindingWords.Contains, JsonSerializerOptions.Web);

    /// <summary>The sheet file, with the names taken out of the teacher's own words.</summary>
    public static object? SheetBody(object value, string row, ErasedNames names)
    {
        var body = (string)value;
        try
        {
            return Json(body, names.AboutMusic, SheetWords.Contains, Plain) is not { } text ? null
                : SheetStore.ReadOrNull(text) is { } sheet ? SheetFile.Write(sheet)
                : text;
        }
        catch (JsonException)
        {
            // No sheet file at all: it goes as text.
            return Changed(body, names.AboutMusic.Without(body));
        }
    }

    /// <summary>A setting, by its own row.</summary>
    public static object? Setting(object value, string row, ErasedNames names) =>
        PersonalRegister.SettingOf(row)?.Mend?.Invoke(value, row, names);

    /// <summary>A student a line, the name first: the line goes.</summary>
    public static object? LargePrintList(object value, string row, ErasedNames names)
    {
        var list = (string)value;
        return Changed(
            list,
            string.Join('\n', list.Split('\n').Where(line => !names.Bears(line.Split(',')[0]) && !names.AboutPeople.IsIn(line)))
        );
    }

    /// <summary>A plan as it was typed.</summary>
    public static object? Plan(object value, string row, ErasedNames names)
    {
        var plan = (string)value;
        try
        {
            return Json(
                plan,
                names.AboutMusic,
                field => PlanWords.Contains(field, StringComparer.OrdinalIgnoreCase),
                JsonSerializerOptions.Default
            );
        }
        catch (JsonException)
        {
            return Changed(plan, names.AboutMusic.Without(plan));
        }
    }

    /// <summary>How a mark book counts: its bands are named by the teacher.</summary>
    public static object? Book(object value, string row, ErasedNames names)
    {
        var book = (string)value;
        return Json(book, names.AboutMusic, field => field == "name", Plain);
    }

    /// <summary>The record of a printing: whose a paper is, the class, and every text in it.</summary>
    public static object? Record(object value, string row, ErasedNames names)
    {
        var text = PackedText.Unpack((byte[])value);
        if (!names.MayStandIn(row, text) || JsonNode.Parse(text) is not JsonObject record)
            return null;
        var isChanged = false;
        // A paper was an edition with a seat once, and has a list of its own since.
        foreach (var (list, whose) in new[] { ("copies", "student"), ("editions", "seat") })
        {
            foreach (var paper in (record[list] as JsonArray ?? []).OfType<JsonObject>())
            {
                if (Text(paper[whose]) is not { } student || !(names.Bears(student) || names.AboutPeople.IsIn(student)))
                    continue;
                paper[whose] = NameSearch.Instead;
                names.SetOn(row, student);
                isChanged = true;
                // Keys for all papers named the students once.
                if (record["keysNameNobody"]?.GetValueKind() != JsonValueKind.True)
                    names.WordsChanged(row);
            }
        }

        if (Text(record["title"]) is { } title && names.AboutMusic.IsIn(title))
        {
            names.SetOn(row, title);
            names.WordsChanged(row);
            record["title"] = names.AboutMusic.Without(title);
            isChanged = true;
        }

        if (Text(record["class"]) is { } group && names.IsOf(row, group))
        {
            names.SetOn(row, group);
            record["class"] = names.ClassInstead;
            isChanged = true;
        }

        var words = isChanged ? record.ToJsonString(Plain) : text;
        if (Json(words, names.Printed, RecordWords.Contains, Plain) is not { } mended)
            return isChanged ? PackedText.Pack(words) : null;
        names.WordsChanged(row);
        return PackedText.Pack(mended);
    }

    /// <summary>A page and its key.</summary>
    public static object? Sides(object value, string row, ErasedNames names)
    {
        var (student, key) = PackedSides.Unpack((byte[])value);
        var (first, second) = (PageWithout(student, row, names), PageWithout(key, row, names));
        return first is null && second is null ? null : PackedSides.Pack(first ?? student, second ?? key);
    }

    /// <summary>A page that was given back.</summary>
    public static object? Page(object value, string row, ErasedNames names) =>
        PageWithout(PackedText.Unpack((byte[])value), row, names) is { } page ? PackedText.Pack(page) : null;

    private static string? PageWithout(string page, string row, ErasedNames names) =>
        names.MayStandIn(row, page) ? names.Pages.Without(page, names.Printed, part => names.IsOn(row, part), names.RemarksOn(row)) : null;

    private static string? Changed(string before, string after) => before == after ? null : after;

    private static string? Text(JsonNode? node) => node is JsonValue single && single.TryGetValue<string>(out var text) ? text : null;

    // Every text of some fields, however deep; a list's texts are of the field that holds it.
    private static string? Json(string text, NameSearch names, Func<string, bool> isOurs, JsonSerializerOptions options)
    {
        if (!names.MayBeIn(text) || JsonNode.Parse(text) is not { } root)
            return null;
        return Mend(root, "") ? root.ToJsonString(options) : null;

        bool Mend(JsonNode? node, string field)
        {
            var isChanged = false;
            if (node is JsonObject inner)
            {
                foreach (var (name, value) in inner.ToArray())
                {
                    if (Text(value) is { } words && isOurs(name) && names.IsIn(words))
                        (inner[name], isChanged) = (names.Without(words), true);
                    else
                        isChanged |= Mend(value, name);
                }
            }
            else if (node is JsonArray list)
            {
                for (var i = 0; i < list.Count; i++)
                {
                    if (Text(list[i]) is { } words && isOurs(field) && names.IsIn(words))
                        (list[i], isChanged) = (names.Without(words), true);
                    else
                        isChanged |= Mend(list[i], field);
                }
            }

            return isChanged;
        }
    }
}
