using System.Collections.Frozen;
using System.Collections.Immutable;

namespace Gavvet.Theory;

/// <summary>
/// Reads a scale as teachers and students name it: D harmonic minor, Dorian on G, G Dorian mode, D minor harmonic, harm. minor,
/// half-whole diminished, fis-moll harmonisch, ré mineur harmonique. A key's name alone names the natural form.
/// </summary>
public static class ScaleText
{
    // A tonic of two words, such as E flat, has one more for its sign at most.
    private const int LongestTonic = 3;

    // Words cut short, and joined ones, as they are meant.
    private static readonly FrozenDictionary<string, string> Short = """
        harm harmonic; harmon harmonic; mel melodic; melod melodic; nat natural; maj major; min minor; dom dominant; pent pentatonic; penta pentatonic
        dim diminished; aug augmented; chrom chromatic; dor dorian; phryg phrygian; lyd lydian; mixo mixolydian; mixolyd mixolydian; aeol aeolian; eolian aeolian; loc locrian; ion ionian
        hw half whole; wh whole half; asc ascending; desc descending; 2way two way; 1way one way
        """.Split(';', '\n').Select(row => row.Trim().Split(' ', 2)).ToFrozenDictionary(row => row[0], row => row[1]);

    // Said or left out without a difference.
    private static readonly FrozenSet<string> Idle = FrozenSet.ToFrozenSet([
        "scale",
        "mode",
        "form",
        "the",
        "an",
        "of",
        "tonleiter",
        "skala",
        "gamme",
        "scala",
        "escala",
        "modo",
        "toonladder",
        "modus",
    ]);

    private static readonly FrozenSet<string> Before = FrozenSet.ToFrozenSet([
        "on",
        "in",
        "from",
        "of",
        "starting",
        "auf",
        "von",
        "en",
        "de",
        "sur",
        "su",
        "di",
        "op",
        "van",
        "sobre",
    ]);

    // What is said of a minor scale by its form alone, and of the melodic one by the way it goes.
    private static readonly FrozenDictionary<string, string> Forms = new Dictionary<string, string>
    {
        ["minor"] = "natural-minor",
        ["natural"] = "natural-minor",
        ["harmonic"] = "harmonic-minor",
        ["melodic"] = "melodic-minor",
        ["ascending melodic minor"] = "melodic-minor-one-way",
        ["melodic minor ascending"] = "melodic-minor-one-way",
        ["melodic minor going up"] = "melodic-minor-one-way",
        ["melodic ascending"] = "melodic-minor-one-way",
        ["half whole"] = "diminished-half-whole",
        ["whole half"] = "diminished-whole-half",
    }.ToFrozenDictionary();

    private static readonly ImmutableArray<(ScaleType Type, string Sorted, string Joined)> Known =
    [
        .. ScaleTypes.All.SelectMany(type =>
            type.Names.Concat(type.DatedNames)
                .Append(type.Id)
                .Select(name =>
                    (type, Sorted(ScaleNames.Plain(name).Split(' ')), ScaleNames.Plain(name).Replace(" ", "", StringComparison.Ordinal))
                )
        ),
    ];

    private static readonly ILookup<string, ScaleType> ByWords = Known.ToLookup(known => known.Sorted, known => known.Type);

    private static readonly ILookup<string, ScaleType> ByJoined = Known.ToLookup(known => known.Joined, known => known.Type);

    /// <summary>The scales a text may mean, each with its tonic where one is named; none where it is no scale's name.</summary>
    /// <param name="text">What was written.</param>
    /// <param name="own">The system of note names read first.</param>
    public static ImmutableArray<(ScaleType Type, NoteName? Tonic)> Read(string text, NameSystem own = NameSystem.English)
    {
        string[] words =
        [
            .. text.Split([' ', ',', '-', '–', '(', ')', ':', '\t', '\n', '\u00a0'], StringSplitOptions.RemoveEmptyEntries)
                .Select(word => word.TrimEnd('.'))
                .Where(word => word.Length > 0),
        ];
        if (Named(words) is { Types.IsEmpty: false } whole)
            return [.. whole.Types.Select(type => (type, (NoteName?)null))];
        for (var length = 1; length <= Math.Min(LongestTonic, words.Length - 1); length++)
        {
            // The tonic before the name, or after it.
            foreach (var (tonic, name) in new[] { (words[..length], words[length..]), (words[^length..], Led(words[..^length])) })
            {
                var (types, systems) = Named(name);
                if (!types.IsEmpty && Note(string.Join(' ', tonic), own, systems) is { } note)
                    return [.. types.Select(type => (type, (NoteName?)note))];
            }
        }

        return [];
    }

    // A name without the word that leads to its tonic.
    private static string[] Led(string[] name) => name is [.., var last] && Before.Contains(last.ToLowerInvariant()) ? name[..^1] : name;

    // In the names of the language that is spoken, or else in the first system that has the note: B is never two notes at once.
    private static NoteName? Note(string text, NameSystem own, ImmutableArray<NameSystem> systems)
    {
        foreach (var system in systems.IsEmpty ? [own, NameSystem.English, .. Enum.GetValues<NameSystem>()] : systems)
        {
            if (NoteNaming.TryParse(system, text, out var note))
                return note;
        }

        return null;
    }

    private static (ImmutableArray<ScaleType> Types, ImmutableArray<NameSystem> Systems) Named(string[] words)
    {
        if (words.Length == 0)
            return ([], []);
        foreach (var said in new[] { words, [.. words.Where(word => !Idle.Contains(word.ToLowerInvariant()))] })
        {
            if (said.Length == 0)
                continue;
            var plain = ScaleNames.Plain(string.Join(' ', said));
            var full = string.Join(' ', plain.Split(' ').Select(word => Short.GetValueOrDefault(word, word)));
            if (Forms.TryGetValue(full, out var form))
                return ([ScaleTypes.Get(form)], []);
            if (ScaleNames.Find(full) is { IsEmpty: false } found)
                return (found, []);
            // The same words in another order, or as one.
            var (sorted, joined) = (Sorted(full.Split(' ')), full.Replace(" ", "", StringComparison.Ordinal));
            ImmutableArray<ScaleType> alike = [.. ByWords[sorted].Concat(ByJoined[joined]).Distinct()];
            if (!alike.IsEmpty)
                return (alike, []);
            if (ScaleNames.Foreign(plain) is { } foreign)
                return ([foreign.Type], foreign.Systems);
        }

        return ([], []);
    }

    // Half-whole and whole-half are two scales: their order counts.
    private static string Sorted(string[] words) =>
        string.Join(
            ' ',
            string.Join(' ', words)
                .Replace("half whole", "half-whole", StringComparison.Ordinal)
                .Replace("whole half", "whole-half", StringComparison.Ordinal)
                .Split(' ')
                .Order(StringComparer.Ordinal)
        );
}
