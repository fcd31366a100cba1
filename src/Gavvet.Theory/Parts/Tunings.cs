using System.Collections.Immutable;

namespace Gavvet.Theory;

/// <summary>Open strings of fretted instruments, from the lowest string (common practice, no source).</summary>
public static class Tunings
{
    /// <summary>The guitar as it sounds: E A D G B E.</summary>
    public static ImmutableArray<Pitch> Guitar { get; } = Parse("E2 A2 D3 G3 B3 E4");

    /// <summary>The bass guitar as it sounds: E A D G.</summary>
    public static ImmutableArray<Pitch> BassGuitar { get; } = Parse("E1 A1 D2 G2");

    /// <summary>The ukulele, its fourth string high: G C E A.</summary>
    public static ImmutableArray<Pitch> Ukulele { get; } = Parse("G4 C4 E4 A4");

    /// <summary>The mandolin, tuned as the violin: G D A E.</summary>
    public static ImmutableArray<Pitch> Mandolin { get; } = Parse("G3 D4 A4 E5");

    /// <summary>The fewest and most strings a fretboard is drawn with.</summary>
    public const int Fewest = 3,
        Most = 8;

    /// <summary>Reads open strings such as "E2 A2 D3 G3 B3 E4".</summary>
    /// <param name="text">Pitches from the lowest string, apart by spaces.</param>
    /// <exception cref="FormatException">It is no tuning; the message says what would be.</exception>
    public static ImmutableArray<Pitch> Parse(string text)
    {
        ImmutableArray<Pitch> strings = [.. text.Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(Pitch.Parse)];
        return strings.Length is >= Fewest and <= Most
            ? strings
            : throw new FormatException(TheoryTexts.Say("strings", ("fewest", Fewest), ("most", Most)));
    }
}
