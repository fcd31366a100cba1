namespace Gavvet.Theory;

/// <summary>
/// How many forms the words of a language have beside a number, and which goes with which. A language's file names its rule
/// as the message “plural”; a place such as {count:# note|# notes} holds the forms in the order the rule counts them.
/// </summary>
/// <remarks>Source: the cardinal rules for whole numbers of the Unicode Common Locale Data Repository (from memory).</remarks>
public static class PluralRule
{
    private static readonly Dictionary<string, Func<int, int>> Rules = new(StringComparer.Ordinal)
    {
        // One form for every number: Japanese, Chinese, Korean.
        ["other"] = _ => 0,
        // One, and every other number: English, German, Dutch, Italian, Spanish, Swedish.
        ["one-other"] = count => count == 1 ? 0 : 1,
        // None and one, and every other number: French.
        ["zero-one-other"] = count => count <= 1 ? 0 : 1,
        // One, two to four, and every other number: Czech, Slovak.
        ["one-few-other"] = count =>
            count switch
            {
                1 => 0,
                >= 2 and <= 4 => 1,
                _ => 2,
            },
        // One, two to four without twelve to fourteen, and every other number: Polish.
        ["one-few-many"] = count =>
            count == 1 ? 0
            : EndsInFew(count) ? 1
            : 2,
        // What ends in one, in two to four, and every other number, the teens apart: Russian, Ukrainian, Croatian.
        ["ends-in-one-few-many"] = count =>
            count % 10 == 1 && count % 100 != 11 ? 0
            : EndsInFew(count) ? 1
            : 2,
    };

    /// <summary>Which form goes with a number.</summary>
    /// <param name="rule">The rule’s name.</param>
    /// <param name="count">The number, zero or more.</param>
    /// <returns>The place of the form among those of the message, from 0.</returns>
    /// <exception cref="KeyNotFoundException">There is no such rule.</exception>
    public static int Form(string rule, int count) =>
        Rules.TryGetValue(rule, out var form)
            ? form(count)
            : throw new KeyNotFoundException($"“{rule}” is no rule of plurals. There are {string.Join(", ", Rules.Keys)}.");

    private static bool EndsInFew(int count) => count % 10 is >= 2 and <= 4 && count % 100 is not (>= 12 and <= 14);
}
