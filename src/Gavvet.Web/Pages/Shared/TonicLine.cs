using Gavvet.Theory;

namespace Gavvet.Web.Pages.Shared;

/// <summary>The line of fifths for one tonic: all 21 with up to one sharp or flat, those that cannot be written left out of
/// reach.</summary>
/// <param name="Name">The field's name.</param>
/// <param name="Chosen">The tonic chosen.</param>
/// <param name="Writable">Whether the scale in question can be written on a tonic.</param>
public sealed record TonicLine(string Name, NoteName Chosen, Func<NoteName, bool> Writable)
{
    /// <summary>F♭ to B♯.</summary>
    public static IReadOnlyList<NoteName> Tonics { get; } = [.. NoteName.All.Where(note => Math.Abs((int)note.Accidental) < 2)];
}
