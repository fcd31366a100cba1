using Gavvet.Theory;

namespace Gavvet.Worksheets.Wording;

/// <summary>What is said on sheets, about answers and about a class; the words stand in a resource file beside this one.</summary>
public static class Texts
{
    private static readonly MessageTable Messages = new("Gavvet.Worksheets.Wording.Texts", typeof(Texts).Assembly);

    /// <inheritdoc cref="MessageTable.Has"/>
    public static bool Has(string id) => Messages.Has(id);

    /// <inheritdoc cref="MessageTable.Everything"/>
    public static IEnumerable<string> Everything => Messages.Everything;

    /// <summary>What may be meant: “a”, “a or b”, “a, b or c”.</summary>
    /// <param name="words">The words.</param>
    public static string Or(IEnumerable<string> words) => Joined("list.or", words);

    /// <summary>What there is: “a”, “a and b”, “a, b and c”.</summary>
    /// <param name="words">The words.</param>
    public static string And(IEnumerable<string> words) => Joined("list.and", words);

    private static string Joined(string id, IEnumerable<string> words) =>
        words.ToArray() switch
        {
            [.. { Length: > 0 } first, var last] => Say(id, ("list", string.Join(", ", first)), ("last", last)),
            var single => string.Concat(single),
        };

    /// <inheritdoc cref="MessageTable.Term"/>
    public static string Term(string kind, string english) => Messages.Term(kind, english);

    /// <inheritdoc cref="MessageTable.Say"/>
    public static string Say(string id, params ReadOnlySpan<(string Name, object Value)> arguments) => Messages.Say(id, arguments);
}
