using System.Collections.Immutable;

namespace Gavvet.Theory;

/// <summary>
/// The house rule behind every answer key: a result counts only when two independent derivations agree on it.
/// </summary>
public static class TwoRoutes
{
    /// <summary>The sequence both routes found.</summary>
    /// <typeparam name="T">What the sequence is made of.</typeparam>
    /// <param name="what">What was derived, for the message.</param>
    /// <param name="first">By the first route.</param>
    /// <param name="second">By the second route.</param>
    /// <exception cref="RoutesDisagreeException">They differ.</exception>
    public static ImmutableArray<T> Agree<T>(string what, ImmutableArray<T> first, ImmutableArray<T> second) =>
        first.SequenceEqual(second) ? first : throw new RoutesDisagreeException(what, string.Join(' ', first), string.Join(' ', second));

    /// <summary>The value both routes found.</summary>
    /// <typeparam name="T">The kind of value.</typeparam>
    /// <param name="what">What was derived, for the message.</param>
    /// <param name="first">By the first route.</param>
    /// <param name="second">By the second route.</param>
    /// <exception cref="RoutesDisagreeException">They differ.</exception>
    public static T Agree<T>(string what, T first, T second)
        where T : IEquatable<T> => first.Equals(second) ? first : throw new RoutesDisagreeException(what, $"{first}", $"{second}");
}

/// <summary>Two derivations of one answer differ, so the answer must not be printed.</summary>
public sealed class RoutesDisagreeException : InvalidOperationException
{
    /// <summary>A disagreement without words of its own.</summary>
    public RoutesDisagreeException() { }

    /// <summary>A disagreement in words.</summary>
    /// <param name="message">What differs.</param>
    public RoutesDisagreeException(string message)
        : base(message) { }

    /// <summary>A disagreement with its cause.</summary>
    /// <param name="message">What differs.</param>
    /// <param name="innerException">What was met first.</param>
    public RoutesDisagreeException(string message, Exception innerException)
        : base(message, innerException) { }

    /// <summary>A disagreement about one thing.</summary>
    /// <param name="what">What was derived.</param>
    /// <param name="first">What the first route says.</param>
    /// <param name="second">What the second route says.</param>
    public RoutesDisagreeException(string what, string first, string second)
        : base($"Two ways of working out {what} disagree: {first} and {second}.") { }
}
