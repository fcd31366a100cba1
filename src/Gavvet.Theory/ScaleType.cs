using System.Collections.Immutable;

namespace Gavvet.Theory;

/// <summary>
/// A kind of scale: one row of <see cref="ScaleTypes"/>. Degrees and steps are typed separately, so that each checks
/// the other.
/// </summary>
/// <param name="Id">The name in files and on command lines.</param>
/// <param name="Degrees">The degrees from the tonic up, the octave left out.</param>
/// <param name="Steps">Semitones from each note to the next, the last one up to the octave.</param>
/// <param name="Names">What teachers call it, the usual name first.</param>
public sealed record ScaleType(
    string Id,
    ImmutableArray<Degree> Degrees,
    ImmutableArray<int> Steps,
    ImmutableArray<string> Names)
{
    /// <summary>The usual name.</summary>
    public string Name => Names[0];
}

/// <summary>The catalogue of scale types: a scale is one row.</summary>
public static class ScaleTypes
{
    /// <summary>The major scale: whole, whole, half, whole, whole, whole, half.</summary>
    public static ScaleType Major { get; } = Row("major", "1 2 3 4 5 6 7", "2 2 1 2 2 2 1", "major; Ionian");

    /// <summary>Every row.</summary>
    public static ImmutableArray<ScaleType> All { get; } = [Major];

    private static ScaleType Row(string id, string degrees, string steps, string names) => new(
        id,
        [.. degrees.Split(' ').Select(Degree.Parse)],
        [.. steps.Split(' ').Select(int.Parse)],
        [.. names.Split("; ")]);
}
