namespace Gavvet.Theory;

/// <summary>What the theory says when it cannot do what was asked: why, and what would be right.</summary>
internal static class TheoryTexts
{
    private static readonly MessageTable Messages = new("Gavvet.Theory.TheoryTexts", typeof(TheoryTexts).Assembly);

    /// <inheritdoc cref="MessageTable.Say"/>
    public static string Say(string id, params ReadOnlySpan<(string Name, object Value)> arguments) => Messages.Say(id, arguments);

    /// <summary>What may be meant: “a”, “a or b”, “a, b or c”.</summary>
    /// <param name="choices">The choices, at least one.</param>
    public static string Or(IEnumerable<string> choices) => choices.ToArray() switch
    {
        [var only] => only,
        [.. var first, var last] => Say("or", ("first", string.Join(", ", first)), ("last", last)),
        [] => "",
    };
}
