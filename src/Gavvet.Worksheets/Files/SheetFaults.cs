using System.Text.Json;
using System.Text.Json.Nodes;
using Gavvet.Worksheets.Questions;

namespace Gavvet.Worksheets.Files;

/// <summary>
/// All the faults of a sheet's text. Reading ends with the first, so what it was at is put out of the way and the text is read again,
/// until it is a sheet. Places keep their numbers: a section that cannot be mended gives way to one that can be read.
/// </summary>
internal static class SheetFaults
{
    private const int Most = 40;
    private const string Kind = "kind";

    // What stands in for a section or a title whose fault is said.
    private const string AnySection = """{"kind":"relative-key","count":1}""";
    private const string AnyTitle = "A sheet";

    /// <summary>The faults in words, the first first; more than a screen of them are not looked for.</summary>
    /// <param name="first">The first, which reading ended with.</param>
    /// <param name="text">The text.</param>
    /// <param name="choices">How it is drawn.</param>
    public static IReadOnlyList<string> From(SheetFileException first, string text, DrawChoices choices)
    {
        var said = new List<string>();
        try
        {
            var root = JsonNode.Parse(text);
            for (var fault = first; fault is not null && said.Count < Most; fault = Next(root!, choices))
            {
                // The same fault at the same place is no new one: what is left of it cannot be put out of the way.
                if (said.Contains(fault.Message))
                    break;
                said.Add(fault.Message);
                if (!PutAway(root, fault.Place))
                    break;
            }
        }
        catch (Exception problem) when (problem is JsonException or ArgumentException or InvalidOperationException)
        {
            // No JSON, or a member twice: there is nothing to look through.
            return said.Count > 0 ? said : [first.Message];
        }

        return said;
    }

    private static SheetFileException? Next(JsonNode root, DrawChoices choices)
    {
        try
        {
            SheetFile.Read(root.ToJsonString(), choices);
            return null;
        }
        catch (SheetFileException fault)
        {
            return fault;
        }
    }

    private static bool PutAway(JsonNode? root, string place)
    {
        if (root is not JsonObject sheet || place.Length == 0 || place == SheetFile.Mark)
            return false;
        var steps = place.Split('.');
        if (steps is ["title"])
        {
            sheet["title"] = AnyTitle;
            return true;
        }

        if (Indexed(steps[0]) is ("sections", var number) && sheet["sections"] is JsonArray sections && number < sections.Count)
        {
            var section = sections[number] as JsonObject;
            var isMended =
                section is not null && steps.Length > 1 && (steps[1] == Kind ? HasNearestKind(section) : Removed(section, steps[1..]));
            if (!isMended)
                sections[number] = JsonNode.Parse(AnySection);
            return true;
        }

        return Removed(sheet, steps);
    }

    // What else is wrong with a section is wrong with the kind that was meant.
    private static bool HasNearestKind(JsonObject section)
    {
        if (section[Kind] is not JsonValue written || !written.TryGetValue(out string? word))
            return false;
        var nearest = QuestionCatalogue.Standard.Nearest(word).Id;
        var isOther = nearest != word;
        section[Kind] = nearest;
        return isOther;
    }

    // Of a list the whole of it goes, so that no place after the fault changes its number.
    private static bool Removed(JsonObject from, string[] steps)
    {
        var name = Indexed(steps[0])?.Name ?? steps[0];
        return steps.Length > 1 && from[name] is JsonObject inner && Removed(inner, steps[1..]) || from.Remove(name);
    }

    private static (string Name, int Number)? Indexed(string step) =>
        step.IndexOf('[', StringComparison.Ordinal) is > 0 and var at && int.TryParse(step[(at + 1)..].Split(']')[0], out var number)
            ? (step[..at], number)
            : null;
}
