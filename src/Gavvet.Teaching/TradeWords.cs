using System.Collections.Frozen;
using System.Text.RegularExpressions;
using Gavvet.Theory;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Teaching;

/// <summary>
/// Names of people that are also words the program writes: Dorian, Viola, May, or initials such as B. Where the program wrote
/// them they are no one's name.
/// </summary>
public static partial class TradeWords
{
    // A letter or two are a note, a degree or an interval.
    private const int ShortestName = 3;

    // What the program writes small somewhere; a name among its sentences, as an example, is no word of it.
    private static readonly Lazy<FrozenSet<string>> Known = new(() =>
        new[]
        {
            Texts.Everything.SelectMany(Words).Where(word => word.All(char.IsLower)),
            ScaleTypes.All.SelectMany(type => type.Names.Concat(type.DatedNames).Concat(type.SharedNames)),
            Instrument.All.Select(part => part.Name),
            Clef.All.Select(clef => clef.Name),
        }
            .SelectMany(texts => texts)
            .SelectMany(Words)
            .ToFrozenSet(StringComparer.OrdinalIgnoreCase)
    );

    /// <summary>Whether every word of a name is one the program writes too.</summary>
    /// <param name="name">The name of a student or a class.</param>
    public static bool Has(string name) =>
        Words(name).All(word => word.Length < ShortestName || Known.Value.Contains(word) || NoteText.TryParse(word, out _));

    /// <summary>Whether two names have a word in common, as a class that is called after its only student.</summary>
    /// <param name="one">One.</param>
    /// <param name="other">The other.</param>
    public static bool ShareAWord(string one, string other)
    {
        var search = new NameSearch(Words(one).Where(word => word.Length >= ShortestName));
        return search.IsIn(other) || NameSearch.AreAlike(one, other);
    }

    private static IEnumerable<string> Words(string text) => Word().Matches(text).Select(match => match.Value);

    [GeneratedRegex(@"[\p{L}\p{M}\p{N}]+")]
    private static partial Regex Word();
}
