using System.Collections.Concurrent;
using System.Globalization;
using System.Reflection;
using System.Resources;
using System.Text.RegularExpressions;

namespace Gavvet.Theory;

/// <summary>
/// What one part of the program says, apart from the code that says it: each message has a name and arguments, and its words
/// stand in a resource file, one for each language. English is the language without a suffix; another is a file beside it.
/// </summary>
/// <param name="resource">The name of the resource, without its ending.</param>
/// <param name="assembly">The assembly it is part of.</param>
public sealed partial class MessageTable(string resource, Assembly assembly)
{
    private readonly ResourceManager _messages = new(resource, assembly);
    private readonly ConcurrentDictionary<(string Culture, string Id), string?> _known = new();

    /// <summary>Whether there is such a message.</summary>
    /// <param name="id">Its name, such as "relative-key.instruction".</param>
    public bool Has(string id) => Find(id) is not null;

    /// <summary>Every message as it stands in the file, its places for arguments among the words.</summary>
    public IEnumerable<string> Everything => _messages.GetResourceSet(CultureInfo.InvariantCulture, true, true)!.Cast<System.Collections.DictionaryEntry>().Select(message => (string)message.Value!);

    /// <summary>A message in words. A place such as {count:# note|# notes} stands for the form that goes with the number, which # is in words.</summary>
    /// <param name="id">Its name.</param>
    /// <param name="arguments">What stands for each name in braces.</param>
    /// <exception cref="KeyNotFoundException">There is no such message, or it names an argument that is not given.</exception>
    public string Say(string id, params ReadOnlySpan<(string Name, object Value)> arguments)
    {
        var words = Find(id) ?? throw new KeyNotFoundException($"No words for “{id}”.");
        if (!words.Contains('{', StringComparison.Ordinal))
            return words;
        var values = new Dictionary<string, object>();
        foreach (var (name, value) in arguments)
            values[name] = value;
        return Filled(words);

        string Filled(string words) => Places().Replace(words, place => values.TryGetValue(place.Groups[1].Value, out var value)
            ? place.Groups[2].Success ? Filled(Counted(place.Groups[2].Value, place.Groups[3].Value, (int)value)) : Convert.ToString(value, CultureInfo.InvariantCulture)!
            : throw new KeyNotFoundException($"“{id}” asks for {place.Groups[1].Value}, which is not given."));
    }

    // The plural rule of English: one form for one, another for every other number. A language with another rule has it here.
    private static string Counted(string one, string other, int count) => (count == 1 ? one : other).Replace("#", CountText.Word(count), StringComparison.Ordinal);

    private string? Find(string id)
    {
        var culture = CultureInfo.CurrentUICulture;
        return _known.GetOrAdd((culture.Name, id), static (asked, at) => at.Table._messages.GetString(asked.Id, at.Culture), (Table: this, Culture: culture));
    }

    [GeneratedRegex(@"\{(\w+)(?::((?:[^{}|]|\{\w+\})*)\|((?:[^{}|]|\{\w+\})*))?\}")]
    private static partial Regex Places();
}
