using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;
using Gavvet.Theory;
using Gavvet.Worksheets.Questions;

namespace Gavvet.Worksheets.Forms;

/// <summary>Whether a written line is a part of an answer, read as a teacher reads it.</summary>
public static partial class PartReading
{
    private static readonly string[] Numbers = [.. Enumerable.Range(0, 13).Select(CountText.Word)];
    private static readonly string[] Places = ["", "first", "second", "third", "fourth", "fifth", "sixth", "seventh", "eighth", "ninth", "tenth", "eleventh", "twelfth"];
    private static readonly string[] Yes = ["yes", "y", "true", "t", "right", "correct", "ja", "oui", "sí", "si"];
    private static readonly string[] No = ["no", "n", "false", "f", "wrong", "nein", "nee", "non"];

    /// <summary>Whether the line is right for the part.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="part">The part of the answer.</param>
    /// <param name="line">What was written.</param>
    public static bool IsRight(HouseStyle style, AnswerPart part, string line) => IsAsSaid(style, part, line) || part switch
    {
        NotesPart notes => NoteReading.Notes(style, line) is { } read && Same(read, notes),
        PairsPart pairs => NoteReading.Notes(style, Unworded(line)) is { } read && IsPairs(read, [.. pairs.Pairs, .. pairs.Wide]),
        ChangesPart changes => NoteReading.Notes(style, Unworded(line)) is { } read && (read.SequenceEqual(changes.Changes.SelectMany(change => new[] { change.From, change.To })) || read.SequenceEqual(changes.Changes.Select(change => change.To))),
        CorrectionPart correction => IsCorrection(style, correction, line),
        KeysPart keys => IsKeys(style, keys, line),
        SignaturePart signature => Count(signature.Signature, line),
        NamedSignaturePart signature => IsSignature(style, signature.Signature, line),
        ScalePart scale => IsScale(style, scale, line),
        DegreesPart degrees => IsDegrees(style, ScaleTypes.Major, degrees.Degrees, line),
        DegreeLabelsPart labels => IsDegrees(style, labels.Type, labels.Degrees, line),
        DegreeNamePart degree => IsDegree(style, degree.Type, degree.Degree, line),
        SeventhPart => Plain(line) is "LEADING NOTE" or "LEADING TONE",
        NumberPart number => Whole(line) == number.Number,
        OrdinalPart place => Whole(line) == place.Number || Plain(line) == Plain(Places.ElementAtOrDefault(place.Number) ?? ""),
        StepsPart steps => IsSteps(steps, line),
        IntervalsPart intervals => IntervalText.Read(line) is { } read && read.SequenceEqual(intervals.Intervals),
        ChordPart chord => ChordWords(line) == ChordWords(chord.Chord.Name),
        ClefPart clef => IsClef(clef.Clef, line),
        YesNoPart choice => (choice.Yes ? Yes : No).Contains(line.Trim().TrimEnd('.').ToLowerInvariant()),
        _ => false,
    };

    /// <summary>Whether the line sounds right under other names.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="part">The part of the answer.</param>
    /// <param name="line">What was written.</param>
    public static bool SoundsRight(HouseStyle style, AnswerPart part, string line) => part switch
    {
        NotesPart notes => NoteReading.Notes(style, line) is { } read && read.Length == notes.Notes.Length && read.Zip(notes.Notes).All(pair => pair.First.PitchClass == pair.Second.PitchClass),
        KeysPart keys => Split(line).ToArray() is var lines && lines.Length == keys.Keys.Length && lines.Zip(keys.Keys).All(pair => NoteReading.Keys(style, pair.First).Any(key => key.Mode == pair.Second.Mode && key.Tonic.PitchClass == pair.Second.Tonic.PitchClass)),
        _ => false,
    };

    /// <summary>An answer kept as words: as it stands, and as what it can be read as, so that it is recognized in every way of writing it.</summary>
    /// <param name="style">The house style it is said in.</param>
    /// <param name="text">The words.</param>
    public static IEnumerable<AnswerPart> PartsOf(HouseStyle style, string text)
    {
        yield return new WordsPart(text);
        if (int.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out var number))
            yield return new NumberPart(number);
        if (text.Contains(' ', StringComparison.Ordinal) && NoteReading.Keys(style, text).ToArray() is [var key, ..])
            yield return new KeysPart(key);
        if (NoteReading.Notes(style, text) is { } notes)
            yield return new NotesPart(notes);
    }

    /// <summary>Words alike but for capitals, signs and white space.</summary>
    /// <param name="text">The text.</param>
    public static string Plain(string text) => White().Replace(PlainText.Of(text).Replace('-', ' '), " ").Trim().TrimEnd('.').ToUpperInvariant();

    /// <summary>Whether capitals mean something in a part as it is said: M3 is no m3, V no v.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="part">The part.</param>
    internal static bool HasCapitals(HouseStyle style, AnswerPart part) => part is IntervalsPart or StepsPart
        || (part is DegreeLabelsPart or DegreeNamePart { Technical: false } && style.Degrees == DegreeWords.Numerals);

    // In the key's own words.
    private static bool IsAsSaid(HouseStyle style, AnswerPart part, string line) => HasCapitals(style, part)
        ? PlainText.Of(line).Trim() == PlainText.Of(style.Say(part))
        : Plain(line) == Plain(style.Say(part));

    private static bool Same(ImmutableArray<NoteName> read, NotesPart part) => (part.AnyOrder, part.BySound) switch
    {
        (true, true) => read.Select(note => note.PitchClass).Order().SequenceEqual(part.Notes.Select(note => note.PitchClass).Order()),
        (true, false) => read.Order(ByFifths).SequenceEqual(part.Notes.Order(ByFifths)),
        _ => read.SequenceEqual(part.Notes),
    };

    private static Comparer<NoteName> ByFifths => Comparer<NoteName>.Create((one, other) => one.Fifths.CompareTo(other.Fifths));

    private static bool IsPairs(ImmutableArray<NoteName> read, ImmutableArray<(NoteName First, NoteName Second)> pairs)
    {
        if (read.Length != 2 * pairs.Length)
            return false;
        var found = read.Chunk(2).Select(pair => (pair[0], pair[1])).ToList();
        return pairs.All(pair => found.Remove((pair.First, pair.Second)) || found.Remove((pair.Second, pair.First)));
    }

    private static bool IsCorrection(HouseStyle style, CorrectionPart correction, string line)
    {
        var number = Digits().Match(line);
        return number.Success && int.Parse(number.Value, CultureInfo.InvariantCulture) == correction.Place
            && NoteReading.Notes(style, Unworded(Digits().Replace(line, " ", 1))) is [.., var last] && last == correction.Note;
    }

    private static bool IsKeys(HouseStyle style, KeysPart keys, string line)
    {
        var wanted = keys.Keys.ToList();
        var lines = Split(line).ToArray();
        if (lines.Length != wanted.Count)
            return false;
        for (var i = 0; i < lines.Length; i++)
        {
            var read = NoteReading.Keys(style, lines[i]).ToArray();
            if (keys.AnyOrder ? !wanted.Exists(key => read.Contains(key) && wanted.Remove(key)) : !read.Contains(keys.Keys[i]))
                return false;
        }

        return true;
    }

    private static bool Count(KeySignature signature, string line)
    {
        var plain = Plain(line);
        if (signature.Count == 0)
            return plain is "NONE" or "0" or "NO SHARPS OR FLATS" or "NO SHARPS" or "NO FLATS" or "NO ACCIDENTALS" or "NOTHING";
        var match = Signs().Match(plain);
        var kind = signature.Kind == Accidental.Sharp ? "SHARP" : "FLAT";
        return match.Success && Whole(match.Groups[1].Value) == signature.Count && match.Groups[2].Value is var sign
            && (sign.StartsWith(kind, StringComparison.Ordinal) || sign == (signature.Kind == Accidental.Sharp ? "#" : "B"));
    }

    private static bool IsSignature(HouseStyle style, KeySignature signature, string line)
    {
        var colon = line.IndexOf(':', StringComparison.Ordinal);
        var (count, notes) = colon >= 0 ? (line[..colon], line[(colon + 1)..]) : ("", line);
        return signature.Count == 0 ? Count(signature, line)
            : (count.Length == 0 || Count(signature, count)) && NoteReading.Notes(style, notes) is { } read && read.SequenceEqual(signature.Notes);
    }

    // A name that fits more than one scale is right where it fits this one; a key's name names no other form than its own.
    private static bool IsScale(HouseStyle style, ScalePart scale, string line) =>
        ScaleText.Read(line, style.NoteNames).Any(read => read.Type == scale.Type && (scale.Tonic is null || read.Tonic == scale.Tonic))
        || (scale.Type.IsKey && NoteReading.Keys(style, line).Any(key => key.ScaleType == scale.Type && (scale.Tonic is null || key.Tonic == scale.Tonic)));

    private static bool IsDegrees(HouseStyle style, ScaleType type, ImmutableArray<Degree> degrees, string line)
    {
        var written = FormulaText.Words(line);
        return written.Length == degrees.Length && written.Zip(degrees).All(pair => IsDegree(style, type, pair.Second, pair.First));
    }

    // Every school's name of a degree: technical, by number, by numeral, by syllable.
    private static bool IsDegree(HouseStyle style, ScaleType type, Degree degree, string word)
    {
        var plain = Plain(word);
        foreach (var names in Enum.GetValues<DegreeWords>())
        {
            foreach (var seventh in Enum.GetValues<SeventhWord>())
            {
                var school = style with { Degrees = names, Seventh = seventh };
                if (plain == Plain(school.Name(type, degree)) || plain == Plain(school.Label(type, degree)) || plain == Plain(school.TechnicalName(type, degree) ?? $"{degree}"))
                    return true;
            }
        }

        var number = word.Trim().TrimEnd('.');
        // A minor form's raised degree has its sharp by the scale's own count.
        if (DegreeNaming.OwnCount(type, degree) is { } own && (plain == Plain($"{own}") || plain == Plain(DegreeNaming.Numeral(own))))
            return true;
        // By the scale's own count a degree needs no sign.
        return FormulaText.TryDegree(number, out var read) && (read == degree
            || (read == new Degree(degree.Number) && number[0] is >= '1' and <= '7' && type.Degrees.Contains(degree) && type.Degrees.Count(other => other.Number == degree.Number) == 1));
    }

    private static bool IsSteps(StepsPart steps, string line)
    {
        var text = White().Replace(line.Replace("half step", "half", StringComparison.OrdinalIgnoreCase).Replace("whole step", "whole", StringComparison.OrdinalIgnoreCase), " ");
        return FormulaText.Steps(FormulaText.Words(text.Replace('.', ' '))).SequenceEqual(steps.Steps.Select(step => step.Semitones));
    }

    private static string ChordWords(string text) => string.Join(' ', Plain(text).Split(' ').Where(word => word is not ("TRIAD" or "CHORD")).Select(word => word switch
    {
        "MAJ" => "MAJOR",
        "MIN" => "MINOR",
        "DIM" => "DIMINISHED",
        "AUG" => "AUGMENTED",
        _ => word,
    }));

    // By its name, or by its letter where one clef alone has it.
    private static bool IsClef(Clef clef, string line)
    {
        var word = Plain(line).Replace(" CLEF", "", StringComparison.Ordinal);
        return word == Plain(clef.Name) || (word == "G" && clef == Clef.Treble) || (word == "F" && clef == Clef.Bass);
    }

    private static int? Whole(string text)
    {
        var word = Plain(text);
        var named = Array.FindIndex(Numbers, number => Plain(number) == word);
        if (named >= 0)
            return named;
        var number = word.Length > 2 && char.IsAsciiDigit(word[0]) && word[^2..] is "ST" or "ND" or "RD" or "TH" ? word[..^2] : word;
        return int.TryParse(number, NumberStyles.None, CultureInfo.InvariantCulture, out var whole) ? whole : null;
    }

    private static IEnumerable<string> Split(string line) => line.Split([',', ';', '/'], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
        .SelectMany(part => part.Split([" and ", " or "], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries));

    // Words between notes that are no notes themselves: "becomes", "and", "to".
    private static string Unworded(string line) => Between().Replace(line, " ");

    [GeneratedRegex(@"[\s ]+")]
    private static partial Regex White();

    [GeneratedRegex(@"[0-9]+")]
    private static partial Regex Digits();

    [GeneratedRegex(@"^([A-Z0-9]+) ?(SHARPS?|FLATS?|#|B)$")]
    private static partial Regex Signs();

    [GeneratedRegex(@"\b(becomes?|and|to|is|should be|note|augmented seconds?)\b|:|=", RegexOptions.IgnoreCase)]
    private static partial Regex Between();
}
