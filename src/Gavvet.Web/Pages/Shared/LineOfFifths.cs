using Gavvet.Theory;

namespace Gavvet.Web.Pages.Shared;

/// <summary>The line of fifths as a control.</summary>
/// <param name="Prefix">What its ids begin with.</param>
/// <param name="Chosen">The keys chosen.</param>
/// <param name="ErrorId">The element that says what is wrong with the choice.</param>
public sealed record LineOfFifths(string Prefix, IReadOnlyCollection<Key> Chosen, string ErrorId);
