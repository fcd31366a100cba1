using System.Collections.Frozen;
using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;

namespace Gavvet.Theory;

/// <summary>
/// Reads intervals as teachers and students write them: P5, perfect fifth, perfect 5th, min. 3, aug5, reine Quinte, tierce
/// mineure. A capital tells M3 from m3; in whole words it says nothing.
/// </summary>
public static partial class IntervalText
{
    // A quality in English, German, Dutch, French, Spanish and Italian (from memory), accents taken off.
    private const string QualityWords = """
        P | perfect perf per pure rein reine reiner zuiver zuivere juste justa justo giusta giusto
        M | major maj gross grosse grosser gr groot grote majeur majeure mayor maggiore
        m | minor min klein kleine kleiner kl mineur mineure menor minore
        A | augmented augm aug ubermassig ubermassige ubermassiger overmatig overmatige augmente augmentee aumentada aumentado eccedente aumentata aumentato
        d | diminished dim vermindert verminderte verminderter verminderd verminderde diminue diminuee disminuida disminuido diminuita diminuito
        AA | doubly-augmented double-augmented doppelt-ubermassige dubbel-overmatige
        dd | doubly-diminished double-diminished doppelt-verminderte dubbel-verminderde
        """;

    private const string NumberWords = """
        1 | unison prime unisono unisson unisoon prima
        2 | second sekunde secunde seconde segunda seconda
        3 | third terz terts tierce tercera terza
        4 | fourth quarte kwart quarta cuarta
        5 | fifth quinte kwint quinta
        6 | sixth sexte sext sixte sexta sesta
        7 | seventh septime septiem septieme septima settima
        8 | octave eighth oktave oktav octaaf octava ottava
        9 | ninth none
        10 | tenth dezime
        """;

    private static readonly FrozenDictionary<string, string> Qualities = WordTable.Read(QualityWords);
    private static readonly FrozenDictionary<string, string> Numbers = WordTable.Read(NumberWords);

    /// <summary>The intervals a line names, in order; null where anything in it is none.</summary>
    /// <param name="line">Such as "M3 P5", "perfect 5th, minor 3rd" or "a tierce mineure".</param>
    public static ImmutableArray<Interval>? Read(string line)
    {
        var intervals = ImmutableArray.CreateBuilder<Interval>();
        string? quality = null,
            number = null;
        foreach (Match word in Word().Matches(line))
        {
            if (word.Groups["between"].Success)
                continue;
            // An interval has its quality and its number, in either order.
            foreach (var piece in Pieces(word.Value))
            {
                if (piece is null)
                    return null;
                var (isNumber, value) = piece.Value;
                if (isNumber ? number is not null : quality is not null)
                    return null;
                (quality, number) = isNumber ? (quality, value) : (value, number);
                if (quality is null || number is null)
                    continue;
                if (Of(quality, number) is not { } interval)
                    return null;
                intervals.Add(interval);
                (quality, number) = (null, null);
            }
        }

        return quality is null && number is null && intervals.Count > 0 ? intervals.ToImmutable() : null;
    }

    private static Interval? Of(string quality, string number)
    {
        try
        {
            return Interval.Parse(quality + number);
        }
        catch (FormatException)
        {
            // A perfect third, for one.
            return null;
        }
    }

    // What a word is: a quality, a number, or both joined as in P5, min3 and aug5th; null for anything else.
    private static IEnumerable<(bool IsNumber, string Value)?> Pieces(string word)
    {
        var match = Joined().Match(word);
        if (!match.Success)
        {
            yield return Words(word);
            yield break;
        }

        if (match.Groups["quality"].Value is { Length: > 0 } quality)
            yield return Sign(quality) is { } sign ? (false, sign) : Words(quality);
        if (match.Groups["number"].Value is { Length: > 0 } number)
            yield return (true, int.Parse(number, CultureInfo.InvariantCulture).ToString(CultureInfo.InvariantCulture));
    }

    private static (bool IsNumber, string Value)? Words(string word)
    {
        var plain = ScaleNames.Plain(word).Replace("ß", "ss", StringComparison.Ordinal).Replace(' ', '-');
        return Sign(word) is { } sign ? (false, sign)
            : Qualities.TryGetValue(plain, out var quality) ? (false, quality)
            : Numbers.TryGetValue(plain, out var number) ? (true, number)
            : null;
    }

    private static string? Sign(string letters) =>
        letters switch
        {
            "P" or "p" => "P",
            "M" or "Ma" => "M",
            "m" or "mi" => "m",
            "A" or "a" or "+" or "Aug" => "A",
            "d" or "D" or "°" or "o" => "d",
            "AA" or "aa" or "++" => "AA",
            "dd" or "DD" => "dd",
            _ => null,
        };

    // Words; what stands between intervals; an article before a quality that is a word.
    [GeneratedRegex(
        @"(?<between>\b(?:and|und|en|et|y|e|then|an|the|interval|of)\b(?=\s|$)|\b[aA]\b(?=\s+\p{L}{2})|[,;/|–]+)|(?i:doubly|double|doppelt|dubbel)[\s-]+\p{L}+|[\p{L}+°]+\.?\d{0,2}(?:st|nd|rd|th)?\.?|\d{1,2}(?:st|nd|rd|th|\.)?|\S"
    )]
    private static partial Regex Word();

    [GeneratedRegex(@"^(?<quality>[\p{L}+°]*)\.?(?:(?<number>\d{1,2})(?:st|nd|rd|th)?)?\.?$")]
    private static partial Regex Joined();
}
