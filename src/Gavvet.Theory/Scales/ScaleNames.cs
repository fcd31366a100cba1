using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Text;

namespace Gavvet.Theory;

/// <summary>Finding scale types by what teachers call them.</summary>
public static class ScaleNames
{
    private static readonly ImmutableArray<(ScaleType Type, string Name)> Known =
    [
        .. ScaleTypes.All.SelectMany(type =>
            type.Names.Concat(type.DatedNames).Concat(type.SharedNames).Append(type.Id).Select(name => (type, Plain(name)))
        ),
    ];

    private static readonly ILookup<string, ScaleType> ByName = Known.ToLookup(known => known.Name, known => known.Type);

    /// <summary>The scale types a name may mean: none, one, or several when teachers use the name for more than one.</summary>
    /// <param name="name">An id, a name or a synonym, in any case, with or without accents and signs.</param>
    public static ImmutableArray<ScaleType> Find(string name)
    {
        var plain = Plain(name);
        // An id is never in doubt.
        return ScaleTypes.Find(plain.Replace(' ', '-')) is { } byId ? [byId] : [.. ByName[plain].Concat(Spoken(plain)).Distinct()];
    }

    // What a paper or a screen says in the language spoken can be typed there too.
    private static IEnumerable<ScaleType> Spoken(string plain) =>
        Language.Current == Language.English
            ? []
            : BySpokenName.GetOrAdd(Language.Current, static _ =>
                ScaleTypes
                    .All.SelectMany(type => type.OtherNames.Append(type.Name), (type, name) => (type, Plain(name)))
                    .ToLookup(known => known.Item2, known => known.type)
            )[plain];

    private static readonly ConcurrentDictionary<Language, ILookup<string, ScaleType>> BySpokenName = new();

    /// <summary>The scale types with a name that begins so, or has words that do.</summary>
    /// <param name="start">The beginnings of words, such as "mix" or "har min".</param>
    public static ImmutableArray<ScaleType> Starting(string start)
    {
        var words = Plain(start).Split(' ');
        return words is [""]
            ? []
            :
            [
                .. Known
                    .Where(known => Begins(known.Name.Split(' '), words) || (words.Length > 1 && HoldsAll(known.Name.Split(' '), words)))
                    .OrderBy(known => !Begins(known.Name.Split(' '), words))
                    .ThenBy(known => !known.Name.StartsWith(words[0], StringComparison.Ordinal))
                    .Select(known => known.Type)
                    .Distinct(),
            ];
    }

    // What the commonest scales are called in German, French, Dutch, Spanish and Italian (from memory), accents taken off.
    private const string ForeignNames = """
        major | dur; gross | german
        natural-minor | moll; naturlich moll; moll naturlich; reines moll | german
        harmonic-minor | harmonisch moll; moll harmonisch; harmonisches moll | german
        melodic-minor | melodisch moll; moll melodisch; melodisches moll | german
        whole-tone | ganztonleiter; ganzton | german
        chromatic | chromatisch; chromatische tonleiter | german
        major-pentatonic | dur pentatonik; durpentatonik; pentatonik dur | german
        minor-pentatonic | moll pentatonik; mollpentatonik; pentatonik moll | german
        minor-blues | blues tonleiter; bluestonleiter; blues moll | german
        dorian | dorisch | german dutch
        phrygian | phrygisch; frygisch | german dutch
        lydian | lydisch | german dutch
        mixolydian | mixolydisch | german dutch
        locrian | lokrisch; locrisch | german dutch
        major | groot; grote terts; majeur | dutch
        natural-minor | klein; mineur; natuurlijk mineur | dutch
        harmonic-minor | harmonisch mineur; harmonisch klein | dutch
        melodic-minor | melodisch mineur; melodisch klein | dutch
        whole-tone | hele toons toonladder; heletoonstoonladder | dutch
        major | majeur; mayor; maggiore | french
        natural-minor | mineur; mineur naturel; mineure naturelle; menor; menor natural; minore; minore naturale | french
        harmonic-minor | mineur harmonique; mineure harmonique; harmonique; menor armonica; armonica; minore armonica | french
        melodic-minor | mineur melodique; mineure melodique; melodique; menor melodica; minore melodica; melodica | french
        whole-tone | gamme par tons; par tons; tonos enteros; esatonale; scala esatonale | french
        chromatic | chromatique; gamme chromatique; cromatica; escala cromatica; scala cromatica | french
        major-pentatonic | pentatonique majeure; pentatonica mayor; pentatonica maggiore | french
        minor-pentatonic | pentatonique mineure; pentatonica menor; pentatonica minore | french
        dorian | dorien; dorico; dorica | french
        phrygian | phrygien; frigio; frigia | french
        lydian | lydien; lidio; lidia | french
        mixolydian | mixolydien; mixolidio; misolidio | french
        locrian | locrien; locrio; locria | french
        natural-minor | eolien; eolio; eolia | french
        natural-minor | aolisch; eolisch | german dutch
        major | ionien; ionico; ionica; jonico; jonio; jonica | french
        major | ionisch; jonisch | german dutch
        minor-blues | gamme blues; blues menor; blues minore; blues mineur | french
        diminished-half-whole | halbton ganzton; halbton ganztonleiter; verminderte halbton ganzton | german
        diminished-whole-half | ganzton halbton; ganzton halbtonleiter | german
        phrygian-dominant | frigio dominante; frigia dominante; phrygien dominant | french
        phrygian-dominant | phrygisch dominant; frygisch dominant | german dutch
        altered | alteriert; alterierte skala | german
        altered | alteree; gamme alteree; alterada; alterata; superlocria | french
        whole-tone | por tonos; de tonos enteros; per toni interi | french
        chromatic | chromatisch | dutch
        major-pentatonic | majeur pentatonisch; grote pentatonische | dutch
        minor-pentatonic | mineur pentatonisch; kleine pentatonische | dutch
        """;

    private static readonly ImmutableArray<(ScaleType Type, string Name, ImmutableArray<NameSystem> Systems)> ForeignRows =
    [
        .. ForeignNames
            .Split('\n')
            .Select(row => row.Split('|', StringSplitOptions.TrimEntries))
            .SelectMany(
                row => row[1].Split(';', StringSplitOptions.TrimEntries),
                (row, name) =>
                    (
                        ScaleTypes.Get(row[0]),
                        name,
                        row[2].Split(' ').Select(system => Enum.Parse<NameSystem>(system, ignoreCase: true)).ToImmutableArray()
                    )
            ),
    ];

    /// <summary>The scale a name of another language means, and whose note names go with it; or null.</summary>
    /// <param name="name">Such as "harmonisch Moll", "mélodique" or "Ganztonleiter".</param>
    internal static (ScaleType Type, ImmutableArray<NameSystem> Systems)? Foreign(string name)
    {
        var plain = Plain(name);
        ImmutableArray<(ScaleType Type, string Name, ImmutableArray<NameSystem> Systems)> found = [.. ForeignByName[plain]];
        // The same words in another gender, case or order, joined or apart: natürliches Moll, Durtonleiter, menor armónico.
        if (found.IsEmpty && Stems(plain) is { Length: > 0 } stems)
            found = [.. ForeignByStems[stems]];
        return found.IsEmpty
            ? null
            : (found[0].Type, [.. found.Where(row => row.Type == found[0].Type).SelectMany(row => row.Systems).Distinct()]);
    }

    /// <summary>Whether a word says nothing in a name of another language: modo, Tonleiter, gamme, von.</summary>
    /// <param name="word">The word.</param>
    internal static bool IsIdle(string word) => IdleWords.Contains(Plain(word));

    // Articles and words for a scale; la is a note.
    private static readonly ImmutableHashSet<string> IdleWords =
    [
        "modo",
        "modus",
        "mode",
        "tonleiter",
        "skala",
        "leiter",
        "gamme",
        "escala",
        "scala",
        "toonladder",
        "ladder",
        "kirchentonart",
        "tonart",
        "kerktoonsoort",
        "von",
        "auf",
        "in",
        "de",
        "di",
        "sur",
        "su",
        "van",
        "op",
        "der",
        "die",
        "das",
        "el",
        "il",
        "het",
        "een",
        "un",
        "una",
        "eine",
        "the",
        "scale",
    ];

    private static readonly ImmutableArray<string> Endings =
    [
        "naturlich",
        "harmonisch",
        "melodisch",
        "rein",
        "dorisch",
        "phrygisch",
        "lydisch",
        "mixolydisch",
        "lokrisch",
        "aolisch",
        "ionisch",
        "chromatisch",
        "pentatonisch",
        "natuurlijk",
    ];

    // Looked up for every line of words that is judged.
    private static readonly ILookup<string, (ScaleType Type, string Name, ImmutableArray<NameSystem> Systems)> ForeignByName =
        ForeignRows.ToLookup(row => row.Name);

    private static readonly ILookup<string, (ScaleType Type, string Name, ImmutableArray<NameSystem> Systems)> ForeignByStems =
        ForeignRows.ToLookup(row => Stems(row.Name));

    // Each word without its ending, in one order.
    private static string Stems(string plain) =>
        string.Join(
            ' ',
            plain
                .Replace("ß", "ss", StringComparison.Ordinal)
                .Split(' ')
                .SelectMany(word =>
                    word is not "ganztonleiter" and not "bluestonleiter" and not "tonleiter"
                    && word.EndsWith("tonleiter", StringComparison.Ordinal)
                        ? [word[..^9]]
                    : word.Length > 9 && word.EndsWith("skala", StringComparison.Ordinal) ? [word[..^5]]
                    : new[] { word }
                )
                .Where(word => !IdleWords.Contains(word))
                .Select(Stem)
                .Order(StringComparer.Ordinal)
        );

    private static string Stem(string word)
    {
        // Harmonisches, natürliche; mineure, majeure; armónico and armónica.
        if (Endings.FirstOrDefault(stem => word.StartsWith(stem, StringComparison.Ordinal) && word.Length - stem.Length <= 2) is { } german)
            return german;
        return word.Length > 4 && word[^1] is 'a' or 'o' or 'e' ? word[..^1].TrimEnd('l') : word.TrimEnd('l');
    }

    /// <summary>The scales a misspelled or joined name means: none where two names are as near.</summary>
    /// <param name="name">Such as "dorain" or "harmonicminor".</param>
    internal static ImmutableArray<ScaleType> Misspelled(string name)
    {
        var joined = Joined(Plain(name));
        if (joined.Length < 5)
            return [];
        // Two letters of a short name may be wrong or change places, three of a long one.
        var near = Known
            .Select(known =>
                (
                    known.Type,
                    Distance: new[]
                    {
                        Joined(known.Name),
                        string.Concat(known.Name.Split(' ')),
                        string.Concat(known.Name.Split(' ').Reverse()),
                    }.Min(other =>
                        Math.Min(
                            TextDistance.Between(other, joined),
                            TextDistance.Between(other, Plain(name).Replace(" ", "", StringComparison.Ordinal))
                        )
                    )
                )
            )
            .Where(known => known.Distance <= Math.Min(3, joined.Length / 3))
            .ToArray();
        if (near.Length == 0)
            return [];
        var least = near.Min(known => known.Distance);
        ImmutableArray<ScaleType> types = [.. near.Where(known => known.Distance == least).Select(known => known.Type).Distinct()];
        return types.Length == 1 ? types : [];
    }

    // The words of a name in one order.
    private static string Joined(string name) => string.Concat(name.Split(' ').Order(StringComparer.Ordinal));

    /// <summary>The scale type a name or formula means, or null when it means none or more than one.</summary>
    /// <param name="name">An id, a name, a synonym, or a formula.</param>
    public static ScaleType? Only(string? name) => Find(name ?? "") is [var only] ? only : OwnScale.OfFormula(name);

    /// <summary>The scale type a name or formula means.</summary>
    /// <param name="name">An id, a name, a synonym, or a formula such as "1 b2 3 4 5 b6 7".</param>
    /// <exception cref="FormatException">It means none, or more than one; the message offers what it may mean.</exception>
    public static ScaleType Parse(string name)
    {
        var found = Find(name);
        if (found is [var only])
            return only;
        if (found.IsEmpty && OwnScale.OfFormula(name) is { } own)
            return own;
        throw new FormatException(
            found.IsEmpty
                ? TheoryTexts.Say("no-scale", ("name", name), ("nearest", Nearest(name).Id))
                : TheoryTexts.Say("may-mean", ("name", name), ("scales", TheoryTexts.Or(found.Select(type => $"{type.Name} ({type.Id})"))))
        );
    }

    /// <summary>The scale type with the name most like a text.</summary>
    /// <param name="name">What was typed.</param>
    public static ScaleType Nearest(string name)
    {
        var plain = Plain(name);
        return Known.MinBy(known => TextDistance.Between(known.Name, plain)).Type;
    }

    /// <summary>A name reduced to plain small letters: accents taken off, signs in letters, hyphens and brackets as spaces.</summary>
    /// <param name="name">The name.</param>
    internal static string Plain(string? name)
    {
        var text = new StringBuilder();
        foreach (var sign in (name ?? "").ToLowerInvariant())
        {
            text.Append(
                sign switch
                {
                    'á' or 'à' or 'â' or 'ä' or 'ã' or 'å' or 'ā' => 'a',
                    'é' or 'è' or 'ê' or 'ë' or 'ē' => 'e',
                    'í' or 'ì' or 'î' or 'ï' or 'ī' => 'i',
                    'ó' or 'ò' or 'ô' or 'ö' or 'õ' or 'ō' => 'o',
                    'ú' or 'ù' or 'û' or 'ü' or 'ū' => 'u',
                    'ç' => 'c',
                    'ñ' => 'n',
                    '♭' => 'b',
                    '♯' => '#',
                    '-' or '–' or '_' or '(' or ')' or ',' or '/' => ' ',
                    _ => sign,
                }
            );
        }

        return string.Join(
            ' ',
            text.ToString().Replace("𝄫", "bb", StringComparison.Ordinal).Split(' ', StringSplitOptions.RemoveEmptyEntries)
        );
    }

    // The same words in another order.
    private static bool HoldsAll(string[] name, string[] words) =>
        words.All(word => word.Length > 1 && name.Any(part => part.StartsWith(word, StringComparison.Ordinal)));

    private static bool Begins(string[] name, string[] words)
    {
        var from = 0;
        foreach (var word in words)
        {
            from = Array.FindIndex(name, from, part => part.StartsWith(word, StringComparison.Ordinal)) + 1;
            if (from == 0)
                return false;
        }

        return true;
    }
}
