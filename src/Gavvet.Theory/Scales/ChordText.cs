using System.Collections.Frozen;
using System.Collections.Immutable;

namespace Gavvet.Theory;

/// <summary>Reads what kind of chord is meant: minor, min., Gm, G minor triad, dim, aug, Moll, mineur, diminished triad.</summary>
public static class ChordText
{
    // Kinds of chord by their usual name, and how they are written (from memory); a single letter or sign is read as it stands.
    private const string KindRows = """
        major triad | major | maj | M | dur | majeur | maggiore | mayor | groot
        minor triad | minor | min | m | moll | mineur | minore | menor | klein
        diminished triad | diminished | dim | ° | o | vermindert | diminue | diminuita | diminuito | disminuido | disminuida | verminderd
        augmented triad | augmented | aug | + | ubermassig | augmente | aumentata | aumentato | eccedente | aumentado | aumentada | overmatig
        major seventh chord | major seventh | maj7 | M7 | major 7th | major 7
        dominant seventh chord | dominant seventh | dominant 7th | dom7 | dominant 7 | 7
        minor seventh chord | minor seventh | m7 | min7 | minor 7th | minor 7
        half diminished seventh chord | half diminished seventh | half diminished | m7b5 | ø | ø7 | half dim
        diminished seventh chord | diminished seventh | dim7 | °7 | diminished 7th
        minor triad with major seventh | m maj7 | minor major seventh
        """;

    // Said or left out without a difference.
    private static readonly FrozenSet<string> Idle = FrozenSet.ToFrozenSet([
        "triad",
        "chord",
        "a",
        "an",
        "dreiklang",
        "akkord",
        "accord",
        "accordo",
        "acorde",
        "akkoord",
        "drieklank",
        "parfait",
    ]);

    private static readonly FrozenDictionary<string, string> Kinds = KindRows
        .Split('\n')
        .Select(row => row.Split('|', StringSplitOptions.TrimEntries))
        .SelectMany(row => row, (row, word) => (Word: Bare(word), Kind: Bare(row[0])))
        .DistinctBy(row => row.Word)
        .ToFrozenDictionary(row => row.Word, row => row.Kind);

    /// <summary>Whether a text names a chord: its kind, and its root where one is said.</summary>
    /// <param name="text">What was written.</param>
    /// <param name="chord">The chord.</param>
    /// <param name="system">The system of note names.</param>
    /// <returns>Null where the text names no chord.</returns>
    public static bool? Names(string text, Chord chord, NameSystem system = NameSystem.English)
    {
        var wanted = Bare(chord.Name);
        wanted = Kinds.GetValueOrDefault(wanted, wanted);
        if (Bare(text) == wanted)
            return true;
        if (KindOf(text) is { } kind)
            return kind == wanted;
        // A root before it, apart or joined: G minor, Gm.
        var typed = text.Trim();
        for (var length = Math.Min(typed.Length, 12); length > 0; length--)
        {
            if (!NoteNaming.TryParse(system, typed[..length].Trim(), out var root))
                continue;
            var rest = typed[length..].Trim();
            if (Bare(rest).Length == 0 && char.IsUpper(typed[0]))
                return wanted == Kinds["major"] && root == chord.Root;
            if (KindOf(rest) is { } named)
                return named == wanted && root == chord.Root;
        }

        return null;
    }

    private static string? KindOf(string text) => Kinds.GetValueOrDefault(Bare(text));

    // M is major and m minor; in whole words a capital says nothing.
    private static string Bare(string text)
    {
        var words = text.Replace('-', ' ').Split([' ', ',', '.', '\u00a0'], StringSplitOptions.RemoveEmptyEntries);
        return string.Join(
            ' ',
            words.Select(word => word is "M" or "M7" ? word : ScaleNames.Plain(word)).Where(word => !Idle.Contains(word))
        );
    }
}
