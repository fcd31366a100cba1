using System.Collections.Frozen;
using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;

namespace Gavvet.Theory;

/// <summary>By what count the numbers of degrees are meant; one answer has one.</summary>
public enum DegreeCount
{
    /// <summary>Against the major scale on the tonic: the third of a minor scale is ♭3.</summary>
    AgainstMajor,

    /// <summary>By the scale's own notes: the third of any scale is 3, and what a minor form raises has a sharp.</summary>
    Own,
}

/// <summary>How a degree was written.</summary>
public enum DegreeWriting
{
    /// <summary>A figure: ♭3, 3♭, flat 3, third.</summary>
    Number,

    /// <summary>A Roman numeral in capitals: ♭III.</summary>
    Numeral,

    /// <summary>A syllable of movable do: me.</summary>
    Syllable,

    /// <summary>A name: mediant, leading note.</summary>
    Technical,
}

/// <summary>A degree as it was written; which degree that is hangs on the school.</summary>
/// <param name="As">How it was written.</param>
/// <param name="Number">From 1; 8 for the octave; 0 for a syllable.</param>
/// <param name="Sign">The sign before it; natural where there is none.</param>
/// <param name="Syllable">The syllable, or null.</param>
public readonly record struct DegreeWord(DegreeWriting As, int Number, Accidental Sign, string? Syllable = null)
{
    private static readonly HouseStyle DoBased = HouseStyle.Classical with { Syllables = SyllableSchool.DoBased };
    private static readonly HouseStyle LaBased = HouseStyle.Classical with { Syllables = SyllableSchool.LaBased };

    /// <summary>Whether this is a degree of a scale.</summary>
    /// <param name="type">The scale.</param>
    /// <param name="degree">The degree, counted against the major scale.</param>
    /// <param name="count">By what count a number is meant.</param>
    /// <param name="syllables">Where do stands in minor.</param>
    /// <param name="isTop">Whether it is the tonic at the top of a line, which is the eighth degree as well.</param>
    public bool Is(ScaleType type, Degree degree, DegreeCount count, SyllableSchool syllables, bool isTop = false) =>
        As switch
        {
            DegreeWriting.Syllable => (syllables == SyllableSchool.LaBased ? LaBased : DoBased).Syllable(type, degree) == Syllable,
            DegreeWriting.Technical => type.IsSevenLetters && Number == degree.Number && (Number != 7 || Sign == degree.Alteration),
            _ when Number == 8 => isTop && degree == new Degree(1) && Sign == Accidental.Natural,
            _ => (count == DegreeCount.AgainstMajor ? degree : DegreeNaming.OwnCount(type, degree)) is { } named
                && named.Number == Number
                && named.Alteration == Sign,
        };
}

/// <summary>
/// Reads degrees as teachers and students write them: ♭3, b3, 3b, flat 3, lowered third, 5th, ♭III, sol, super-tonic,
/// leading tone, Leitton. Interval names are none: m3 is an interval, not a degree.
/// </summary>
public static partial class DegreeText
{
    // The names in English, German, French, Spanish, Italian and Dutch (from memory), accents and hyphens taken off.
    private const string NameRows = """
        1 | tonic tonika tonique tonica keynote
        2 | supertonic suptonic sustonique supertonica sopratonica
        3 | mediant mediante
        4 | subdominant subdominante sousdominante sottodominante
        5 | dominant dominante
        6 | submediant superdominant submediante sudominante susdominante superdominante sopraddominante
        7 | leadingnote leadingtone leitton sensible leidtoon
        b7 | subtonic subtonica soustonique subtonika
        """;

    private const string NumberRows = """
        1 | first one root prime
        2 | second two
        3 | third three
        4 | fourth four
        5 | fifth five
        6 | sixth six
        7 | seventh seven
        8 | eighth eight octave
        """;

    private const string SyllableRows =
        "do doh | di | ra | re ray | ri | me | mi | fa fah | fi | se | so sol soh | si | le | la lah | li | te | ti";

    private static readonly FrozenDictionary<string, string> Names = WordTable.Read(NameRows);
    private static readonly FrozenDictionary<string, string> Numbers = WordTable.Read(NumberRows);

    private static readonly FrozenDictionary<string, string> Syllables = SyllableRows
        .Split('|', StringSplitOptions.TrimEntries)
        .Select(row => row.Split(' '))
        .SelectMany(row => row, (row, word) => (word, row[0]))
        .ToFrozenDictionary(row => row.word, row => row.Item2);

    private static readonly string[] Numerals = ["I", "II", "III", "IV", "V", "VI", "VII", "VIII"];

    /// <summary>The degrees a line names, in order; null where anything in it is none.</summary>
    /// <param name="line">Such as "1 2 b3 4", "sharp 4", "♭III" or "super-tonic".</param>
    public static ImmutableArray<DegreeWord>? Read(string line)
    {
        var read = ImmutableArray.CreateBuilder<DegreeWord>();
        Accidental? sign = null;
        var joined = HalfNames()
            .Replace(line, match => match.Value.Replace("-", "", StringComparison.Ordinal).Replace(" ", "", StringComparison.Ordinal));
        foreach (Match match in Word().Matches(joined))
        {
            var word = match.Value;
            if (SignOf(word) is { } said)
            {
                // Before its number, or after it where no other follows.
                if (sign is not null)
                    return null;
                sign = said;
                continue;
            }

            if (IsBetween(word))
                continue;
            if (Words(word) is not { } words)
                return null;
            foreach (var degree in words)
            {
                if (sign is { } before && (degree.Sign != Accidental.Natural || degree.As is DegreeWriting.Syllable))
                    return null;
                read.Add(sign is { } put ? degree with { Sign = put } : degree);
                sign = null;
            }
        }

        if (sign is { } after && read is [.., { Sign: Accidental.Natural, As: DegreeWriting.Number or DegreeWriting.Numeral } last])
            read[^1] = last with { Sign = after };
        else if (sign is not null)
            return null;
        return read.Count > 0 ? read.ToImmutable() : null;
    }

    private static ImmutableArray<DegreeWord>? Words(string word)
    {
        var plain = ScaleNames.Plain(word);
        if (Names.TryGetValue(plain, out var name))
            return [new DegreeWord(DegreeWriting.Technical, name[^1] - '0', name.Length > 1 ? Accidental.Flat : Accidental.Natural)];
        if (Numbers.TryGetValue(plain, out var number))
            return [new DegreeWord(DegreeWriting.Number, number[0] - '0', Accidental.Natural)];
        if (Syllables.TryGetValue(plain, out var syllable))
            return [new DegreeWord(DegreeWriting.Syllable, 0, Accidental.Natural, syllable)];
        if (word is "R" or "r")
            return [new DegreeWord(DegreeWriting.Number, 1, Accidental.Natural)];
        if (Numeral().Match(word) is { Success: true } roman)
            return
                SignOf(roman.Groups["sign"].Value) is { } sign
                && Array.IndexOf(Numerals, roman.Groups["numeral"].Value) is var place and >= 0
                ? [new DegreeWord(DegreeWriting.Numeral, place + 1, sign)]
                : null;
        if (SignAfter().Match(word) is { Success: true } after)
            return [Numbered(after)];
        return Figures().Match(word) is { Success: true } figures ? [.. Figure().Matches(figures.Value).Select(Numbered)] : null;
    }

    private static DegreeWord Numbered(Match match) =>
        new(
            DegreeWriting.Number,
            int.Parse(match.Groups["number"].Value, CultureInfo.InvariantCulture),
            SignOf(match.Groups["sign"].Value)!.Value
        );

    private static Accidental? SignOf(string sign) =>
        sign.ToLowerInvariant() switch
        {
            "" or "♮" or "natural" => Accidental.Natural,
            "b" or "♭" or "flat" or "flattened" or "lowered" => Accidental.Flat,
            "#" or "♯" or "sharp" or "sharpened" or "raised" => Accidental.Sharp,
            "bb" or "♭♭" or "𝄫" or "doubleflat" => Accidental.DoubleFlat,
            "##" or "♯♯" or "x" or "𝄪" or "doublesharp" => Accidental.DoubleSharp,
            _ => null,
        };

    private static bool IsBetween(string word) =>
        word.ToLowerInvariant() is "and" or "the" or "degree" or "degrees" or "und" or "et" or "e" or "y" or "en" or "upper";

    // Names written in two: super-tonic, leading tone, sus-tonique.
    [GeneratedRegex(
        @"\b(?:super|sup|sub|sus|sous|sotto|sopra|leading|double)[\s-]+(?:tonic|tonique|tonica|tonika|dominante?|mediante?|note|tone|flat|sharp)\b",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex HalfNames();

    [GeneratedRegex(@"[^\s,;–—|/\\.:()-]+")]
    private static partial Regex Word();

    [GeneratedRegex(@"^(?<sign>[b#♭♯♮𝄪𝄫]*)(?<numeral>[IV]+)$")]
    private static partial Regex Numeral();

    [GeneratedRegex(@"^(?<number>[1-8])(?:st|nd|rd|th)?(?<sign>(?:b|#|♭|♯|𝄪|𝄫|♮)+)$")]
    private static partial Regex SignAfter();

    [GeneratedRegex(@"^(?:(?:[b#♭♯♮x]|𝄪|𝄫)*[1-8](?:st|nd|rd|th)?)+$")]
    private static partial Regex Figures();

    [GeneratedRegex(@"(?<sign>(?:[b#♭♯♮x]|𝄪|𝄫)*)(?<number>[1-8])")]
    private static partial Regex Figure();
}
