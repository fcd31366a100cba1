using System.Text.Json;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Worksheets.Files;

/// <summary>One JSON object being read: every field by name, with its place in the file for messages.</summary>
internal sealed class Fields
{
    private readonly Dictionary<string, JsonElement> _unread = new(StringComparer.Ordinal);
    private readonly HashSet<string> _names = new(StringComparer.Ordinal);
    private readonly string _place;
    private readonly bool _asPath;

    /// <summary>An object at a place, told in words or, in recipes, as a path such as sections[0].keys.</summary>
    public Fields(JsonElement element, string place, bool asPath = false)
    {
        (_place, _asPath) = (place, asPath);
        if (element.ValueKind != JsonValueKind.Object)
            throw new SheetFileException(place, "Here should be an object in braces.");
        foreach (var property in element.EnumerateObject())
        {
            if (!_unread.TryAdd(property.Name, property.Value))
                throw Wrong(Short(property.Name), "This field stands twice.");
            _names.Add(property.Name);
        }
    }

    public static string Short(string text) => text.Length > 40 ? text[..40] + "…" : text;

    public bool Has(string name) => _names.Contains(name);

    public SheetFileException Wrong(string field, string problem) =>
        _asPath ? new(_place.Length == 0 ? field : $"{_place}.{field}", problem)
        : new(_place.Length == 0 ? $"“{field}”" : $"{_place}, “{field}”", problem);

    /// <summary>An object inside this one, or null where there is none.</summary>
    public Fields? Inner(string name) => _unread.Remove(name, out var value)
        ? new Fields(value, _asPath ? (_place.Length == 0 ? name : $"{_place}.{name}") : (_place.Length == 0 ? $"“{name}”" : $"{_place}, “{name}”"), _asPath)
        : null;

    public string Text(string name, string absent) => !_unread.Remove(name, out var value)
        ? absent
        : value.ValueKind == JsonValueKind.String ? value.GetString()! : throw Wrong(name, "This should be text in quotes.");

    public string Ruled(string name, Func<string, string?> rule)
    {
        var text = Text(name, "");
        return rule(text) is { } problem ? throw Wrong(name, problem) : text;
    }

    public int Number(string name, int absent, int least, int most)
    {
        if (!_unread.Remove(name, out var value))
            return absent;
        return value.ValueKind == JsonValueKind.Number && value.TryGetInt32(out var number) && number >= least && number <= most
            ? number
            : throw Wrong(name, $"This should be a whole number from {least} to {most}.");
    }

    public bool Flag(string name) => _unread.Remove(name, out var value) && value.ValueKind switch
    {
        JsonValueKind.True => true,
        JsonValueKind.False => false,
        _ => throw Wrong(name, "This should be true or false."),
    };

    public T Word<T>(string name, T absent)
        where T : struct, Enum
    {
        if (!Has(name))
            return absent;
        var word = Text(name, "");
        return FileWords.TryParse<T>(word, out var choice)
            ? choice
            : throw Wrong(name, $"“{Short(word)}” is not one of {FileWords.All<T>()}.");
    }

    public IEnumerable<string> Texts(string name) => Array(name)
        .Select((value, i) => value.ValueKind == JsonValueKind.String ? value.GetString()! : throw Wrong(_asPath ? $"{name}[{i}]" : $"{name} {i + 1}", "This should be text in quotes."));

    /// <summary>The texts of a list, or none where it is left out.</summary>
    public IEnumerable<string> TextsIfAny(string name) => Has(name) ? Texts(name) : [];

    public IEnumerable<Fields> Items(string name, string each) => Array(name)
        .Select((value, i) => new Fields(value, _asPath ? $"{(_place.Length == 0 ? "" : _place + ".")}{name}[{i}]" : _place.Length == 0 ? $"{each} {i + 1}" : $"{_place}, {each} {i + 1}", _asPath));

    /// <summary>The objects of a list, or none where it is left out.</summary>
    public IEnumerable<Fields> ItemsIfAny(string name, string each) => Has(name) ? Items(name, each) : [];

    /// <summary>Leaves a field to be read elsewhere.</summary>
    public void Skip(string name) => _unread.Remove(name);

    public void NothingElse()
    {
        if (_unread.Count > 0)
            throw Wrong(Short(_unread.Keys.First()), "This program knows no field of this name.");
    }

    private List<JsonElement> Array(string name)
    {
        if (!_unread.Remove(name, out var value) || value.ValueKind != JsonValueKind.Array)
            throw Wrong(name, "Here should be a list in square brackets.");
        return [.. value.EnumerateArray()];
    }
}
