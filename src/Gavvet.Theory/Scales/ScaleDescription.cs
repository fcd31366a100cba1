using System.Collections.Frozen;
using System.Collections.Immutable;
using System.Text.RegularExpressions;

namespace Gavvet.Theory;

/// <summary>
/// Reads a scale that is described by how it differs from another: minor with a raised seventh, major with flat 6, Dorian ♯4,
/// minor pentatonic plus a flat five, major without 4 and 7, mode with a raised fourth.
/// </summary>
internal static partial class ScaleDescription
{
    private enum Change
    {
        Flat,
        Sharp,
        Natural,
        DoubleFlat,
        Major,
        Minor,
        Augmented,
        Diminished,
        Raised,
        Lowered,
    }

    // How a degree is changed, in English, German, French, Spanish, Italian and Dutch (from memory), accents taken off.
    private const string ChangeRows = """
        Flat | flat b ♭
        Sharp | sharp # ♯
        Natural | natural perfect ♮ rein reine reiner reinen
        DoubleFlat | bb 𝄫
        Major | major grosse grosser grossem grossen majeure mayor maggiore grote
        Minor | minor kleine kleiner kleinem kleinen mineure menor minore
        Augmented | augmented ubermassige ubermassiger augmentee aumentada aumentata overmatige
        Diminished | diminished verminderte verminderter diminuee disminuida diminuita verminderde
        Raised | raised sharpened sharped erhohte erhohter erhohtem erhohten hohe hoher haussee elevee elevada alzata innalzata verhoogde
        Lowered | lowered flattened flatted erniedrigte erniedrigter tiefe tiefer baissee abaissee rebajada abbassata verlaagde
        """;

    private const string NumberRows = """
        2 | second 2nd sekunde seconde segunda seconda secunde
        3 | third 3rd terz terts tierce tercera terza
        4 | fourth 4th quarte kwart quarta cuarta
        5 | fifth 5th five quinte kwint quinta
        6 | sixth 6th six sexte sext sixte sexta sesta
        7 | seventh 7th seven septime septiem septieme septima settima
        """;

    private static readonly FrozenDictionary<string, Change> Changes = WordTable
        .Read(ChangeRows)
        .ToFrozenDictionary(row => row.Key, row => Enum.Parse<Change>(row.Value));

    private static readonly FrozenDictionary<string, int> Numbers = WordTable
        .Read(NumberRows)
        .ToFrozenDictionary(row => row.Key, row => row.Value[0] - '0');

    private static readonly FrozenSet<string> Between = FrozenSet.ToFrozenSet([
        "a",
        "an",
        "the",
        "and",
        "its",
        "both",
        "degree",
        "degrees",
        "note",
        "notes",
        "tone",
        "step",
        "added",
        "extra",
        "und",
        "et",
        "y",
        "e",
        "en",
        "der",
        "die",
        "das",
        "dem",
        "einer",
        "une",
        "una",
        "la",
        "le",
        "el",
        "il",
        "een",
        "de",
        "up",
        "scale",
    ]);

    // What stands for the scale where only its difference is said.
    private static readonly FrozenSet<string> Any = FrozenSet.ToFrozenSet(["scale", "mode", "a", "the", "any"]);

    /// <summary>The scales described, those of the catalogue first in its order; none where the text is no description.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="named">Finds the scale that is changed, by its name.</param>
    public static ImmutableArray<ScaleMatch> Find(string text, Func<string, ScaleMatch?> named)
    {
        var plain = ScaleNames.Plain(text);
        var match = With().Match(plain);
        if (match.Success)
            return Read(text, match.Groups["base"].Value, match.Groups["rest"].Value, Without().IsMatch(match.Groups["how"].Value), named);
        // The change right after the name: "minor raised 7th", "dorian flat 5".
        var words = plain.Split(' ');
        for (var at = 1; at < words.Length; at++)
        {
            if (Changes.ContainsKey(words[at]) || SignedNumber().IsMatch(words[at]))
            {
                if (Read(text, string.Join(' ', words[..at]), string.Join(' ', words[at..]), false, named) is { IsEmpty: false } found)
                    return found;
            }
        }

        return [];
    }

    private static ImmutableArray<ScaleMatch> Read(string text, string name, string rest, bool isWithout, Func<string, ScaleMatch?> named)
    {
        var isAny = name.Split(' ').All(Any.Contains);
        if (ChangesIn(rest, isWithout) is not { } changes)
            return [];
        // A mode is told by its one degree.
        if (
            isAny
            && !isWithout
            && changes is [var only]
            && Applied(ScaleTypes.Major.Degrees, only, false) is [var degree]
            && ScaleTypes.All.Where(type => type.IsMode && type.Characteristic == degree).ToArray() is { Length: > 0 } told
        )
            return [.. told.Select(type => new ScaleMatch(type, null, null))];
        // The name in its own capitals: Am, fis-moll.
        var from = isAny ? new ScaleMatch(ScaleTypes.Major, null, null) : named(text[..Math.Min(text.Length, name.Length)]);
        if (from is null)
            return [];
        // A sign is meant against the major scale; where no scale is that, against the scale that is named.
        foreach (var isRelative in new[] { false, true })
        {
            var degrees = from.Type.Degrees.ToList();
            foreach (var change in changes)
            {
                if (isWithout)
                    degrees.RemoveAll(degree => degree.Number == change.Number);
                else if (Applied([.. degrees], change, isRelative) is [var changed])
                    Put(degrees, changed);
            }

            var wanted = degrees.Distinct().ToHashSet();
            var same = ScaleTypes.All.Where(type => type.Degrees.ToHashSet().SetEquals(wanted)).ToArray();
            if (same.Length == 0)
            {
                var bits = wanted.Aggregate(0, (sum, degree) => sum | (1 << (((degree.Semitones % 12) + 12) % 12)));
                same = [.. ScaleTypes.All.Where(type => type.Up.PitchClassBits == bits)];
            }

            if (same.Length > 0)
                return [.. same.Select(type => new ScaleMatch(type, from.Tonic, null))];
        }

        return [];
    }

    // In place of the degree of that number, where there is one alone; beside the others otherwise.
    private static void Put(List<Degree> degrees, Degree changed)
    {
        if (degrees.Count(degree => degree.Number == changed.Number) == 1 && degrees.Count >= Letters.Count)
            degrees.RemoveAll(degree => degree.Number == changed.Number);
        degrees.Add(changed);
    }

    private static ImmutableArray<Degree> Applied(ImmutableArray<Degree> degrees, (Change Change, int Number) change, bool isRelative)
    {
        var (how, number) = change;
        var own = degrees.Where(degree => degree.Number == number).Select(degree => (Accidental?)degree.Alteration).FirstOrDefault();
        int? alteration = how switch
        {
            Change.Raised or Change.Sharp when how == Change.Raised || isRelative => (int)(own ?? Accidental.Natural) + 1,
            Change.Lowered or Change.Flat when how == Change.Lowered || isRelative => (int)(own ?? Accidental.Natural) - 1,
            Change.Flat or Change.Minor => -1,
            Change.Sharp or Change.Augmented => 1,
            Change.DoubleFlat => -2,
            Change.Diminished => number is 4 or 5 ? -1 : -2,
            _ => 0,
        };
        return alteration is >= -2 and <= 2 ? [new Degree(number, (Accidental)alteration.Value)] : [];
    }

    // One change may hold for several degrees: "raised 6th and 7th".
    private static ImmutableArray<(Change Change, int Number)>? ChangesIn(string text, bool isWithout)
    {
        var changes = ImmutableArray.CreateBuilder<(Change, int)>();
        Change? said = null;
        var open = new List<int>();
        text = text.Replace("leading note", "major 7", StringComparison.Ordinal)
            .Replace("leading tone", "major 7", StringComparison.Ordinal)
            .Replace("blue note", "flat 5", StringComparison.Ordinal)
            .Replace("double flat", "bb", StringComparison.Ordinal)
            .Replace("tritone", "sharp 4", StringComparison.Ordinal);
        foreach (var word in text.Split([' ', ';', '+', '&'], StringSplitOptions.RemoveEmptyEntries))
        {
            if (Between.Contains(word))
                continue;
            if (Changes.TryGetValue(word, out var change))
            {
                // After the degrees it is said of: "6 and 7 raised".
                changes.AddRange(open.Select(number => (change, number)));
                said = open.Count > 0 ? null : change;
                open.Clear();
                continue;
            }

            var signed = SignedNumber().Match(word);
            var number = signed.Success ? signed.Groups["number"].Value[0] - '0' : Numbers.GetValueOrDefault(word);
            if (number is < 2 or > 7)
                return null;
            if (signed.Success && signed.Groups["sign"].Value is { Length: > 0 } sign)
                said = Changes[sign];
            if (said is null && !isWithout)
                open.Add(number);
            else
                changes.Add((said ?? Change.Natural, number));
        }

        return changes.Count > 0 && open.Count == 0 ? changes.ToImmutable() : null;
    }

    [GeneratedRegex(
        @"^(?<base>.+?) (?<how>but with|with|plus|and|without|minus|no|but no|mit|ohne|avec|sans|con|sin|senza|met|zonder|w) (?<rest>.+)$"
    )]
    private static partial Regex With();

    [GeneratedRegex(@"^(?:without|minus|no|but no|ohne|sans|sin|senza|zonder)$")]
    private static partial Regex Without();

    [GeneratedRegex(@"^(?<sign>bb|b|#)?(?<number>[2-7])(?:st|nd|rd|th|\.)?$")]
    private static partial Regex SignedNumber();
}
