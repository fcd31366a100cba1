using System.Collections.Immutable;

namespace Gavvet.Worksheets.Verifying;

/// <summary>A question drawn with its answer, and what can be measured in the ink without knowing what was meant.</summary>
/// <param name="Problem">What touches or runs out of its room, or null.</param>
/// <param name="Figures">What stands in each figure.</param>
public sealed record DrawnQuestion(string? Problem, ImmutableArray<DrawnMarks> Figures);

/// <summary>Places read off a drawn staff or fretboard; empty for other figures.</summary>
/// <param name="Heads">The lowest head of each column, as steps above the bottom line, from left to right.</param>
/// <param name="Slurs">Which columns each slur joins.</param>
/// <param name="Brackets">Which columns each bracket joins.</param>
/// <param name="Rings">The columns with a ring around, or a line through, a head.</param>
/// <param name="Dots">String from the lowest, fret from the open string.</param>
public sealed record DrawnMarks(
    ImmutableArray<int> Heads,
    ImmutableArray<(int From, int To)> Slurs,
    ImmutableArray<(int From, int To)> Brackets,
    ImmutableArray<int> Rings,
    ImmutableArray<(int String, int Fret)> Dots
)
{
    /// <summary>Nothing that is read by its place.</summary>
    public static DrawnMarks None { get; } = new([], [], [], [], []);
}
