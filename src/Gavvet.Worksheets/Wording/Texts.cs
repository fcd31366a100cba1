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

    /// <inheritdoc cref="MessageTable.Say"/>
    public static string Say(string id, params ReadOnlySpan<(string Name, object Value)> arguments) => Messages.Say(id, arguments);
}
