using Gavvet.Theory;

namespace Gavvet.Web.Pages.Shared;

/// <summary>The line of fifths as a control.</summary>
/// <param name="Prefix">What its ids begin with.</param>
/// <param name="Chosen">The keys chosen.</param>
/// <param name="ErrorId">The element that says what is wrong with the choice.</param>
public sealed record LineOfFifths(string Prefix, IReadOnlyCollection<Key> Chosen, string ErrorId)
{
    /// <summary>Whether the relative minors stand under the majors: where minor scales can be drawn, which take them.</summary>
    public bool ShowsMinors { get; init; }

    /// <summary>Where the single tonics are fetched from, or null where there are none to choose.</summary>
    public string? SinglesAt { get; init; }

    /// <summary>Single tonics drawn besides the keys.</summary>
    public IReadOnlyCollection<NoteName> Also { get; init; } = [];

    /// <summary>Single tonics never drawn.</summary>
    public IReadOnlyCollection<NoteName> Without { get; init; } = [];
}
