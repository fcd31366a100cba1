namespace Gavvet.Theory;

/// <summary>What the theory says when it cannot do what was asked: why, and what would be right.</summary>
internal static class TheoryTexts
{
    private static readonly MessageTable Messages = new("Gavvet.Theory.TheoryTexts", typeof(TheoryTexts).Assembly);

    /// <summary>The tags of the languages there are.</summary>
    public static string[] Languages => Messages.InEnglish("languages").Split(' ');

    /// <inheritdoc cref="MessageTable.Say"/>
    public static string Say(string id, params ReadOnlySpan<(string Name, object Value)> arguments) => Messages.Say(id, arguments);

    /// <inheritdoc cref="MessageTable.Term"/>
    public static string Term(string kind, string english) => Messages.Term(kind, english);

    /// <summary>What may be meant: “a”, “a or b”, “a, b or c”.</summary>
    /// <param name="choices">The choices, at least one.</param>
    public static string Or(IEnumerable<string> choices) =>
        choices.ToArray() switch
        {
            [var only] => only,
            [.. var first, var last] => Say("or", ("first", string.Join(", ", first)), ("last", last)),
            [] => "",
        };

    /// <summary>What there is: “a”, “a and b”, “a, b and c”.</summary>
    /// <param name="words">The words.</param>
    public static string And(IEnumerable<string> words) =>
        words.ToArray() switch
        {
            [var only] => only,
            [.. var first, var last] => Say("and", ("first", string.Join(", ", first)), ("last", last)),
            [] => "",
        };
}
