using System.Collections.Frozen;

namespace Gavvet.Theory;

/// <summary>Reads a clef by its name: treble, treble clef, G clef, Violinschlüssel, clé de fa.</summary>
public static class ClefText
{
    // The names in English, German, French, Spanish, Italian and Dutch (from memory); a letter where one clef alone has it.
    private const string Rows = """
        treble | g | violin | violinschlussel | g schlussel | sol | viool
        bass | f | bassschlussel | f schlussel | fa | basso | bajo | bas
        alto | viola | altschlussel | bratschenschlussel | ut 3 | ut3 | do en 3a | contralto | alt
        tenor | tenorschlussel | ut 4 | ut4 | do en 4a | tenore
        treble-8 | treble 8 below | treble 8 | treble8 | octave treble | vocal tenor | tenor treble | violinschlussel 8
        """;

    private static readonly string[] Idle = ["clef", "cle", "clave", "chiave", "sleutel", "schlussel", "de", "di", "the", "en"];

    private static readonly FrozenDictionary<string, string> Names = Rows.Split('\n')
        .Select(row => row.Split('|', StringSplitOptions.TrimEntries))
        .SelectMany(row => row, (row, word) => (Word: Bare(word), Id: row[0]))
        .DistinctBy(row => row.Word)
        .ToFrozenDictionary(row => row.Word, row => row.Id);

    /// <summary>The clef a text names, or null.</summary>
    /// <param name="text">What was written.</param>
    public static Clef? Read(string text) => Names.TryGetValue(Bare(text), out var id) ? Clef.Find(id) : null;

    private static string Bare(string text) =>
        string.Join(
            ' ',
            ScaleNames
                .Plain(text.Replace("ß", "ss", StringComparison.Ordinal).Replace('.', ' '))
                .Split(' ')
                .Where(word => word.Length > 0 && !Idle.Contains(word))
        );
}
