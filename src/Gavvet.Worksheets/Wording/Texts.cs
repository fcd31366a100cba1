using System.Collections.Concurrent;
using System.Globalization;
using System.Resources;
using System.Text.RegularExpressions;
using Gavvet.Theory;

namespace Gavvet.Worksheets.Wording;

/// <summary>
/// What is said, apart from the code that says it: each message has a name and arguments, and its words stand in a
/// resource file, one for each language. English is the language without a suffix; another is a file beside it.
/// </summary>
public static partial class Texts
{
    private static readonly ResourceManager Messages = new("Gavvet.Worksheets.Wording.Texts", typeof(Texts).Assembly);
    private static readonly ConcurrentDictionary<(string Culture, string Id), string?> Known = new();

    /// <summary>Whether there is such a message.</summary>
    /// <param name="id">Its name, such as "relative-key.instruction".</param>
    public static bool Has(string id) => Find(id) is not null;

    /// <summary>A message in words. A place such as {count:# note|# notes} stands for the form that goes with the number, which # is in words.</summary>
    /// <param name="id">Its name.</param>
    /// <param name="arguments">What stands for each name in braces, in the words of the house style.</param>
    /// <exception cref="KeyNotFoundException">There is no such message, or it names an argument that is not given.</exception>
    public static string Say(string id, params ReadOnlySpan<(string Name, object Value)> arguments)
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


    private static string? Find(string id)
    {
        var culture = CultureInfo.CurrentUICulture;
        return Known.GetOrAdd((culture.Name, id), static (asked, culture) => Messages.GetString(asked.Id, culture), culture);
    }

    [GeneratedRegex(@"\{(\w+)(?::((?:[^{}|]|\{\w+\})*)\|((?:[^{}|]|\{\w+\})*))?\}")]
    private static partial Regex Places();
}
