using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;
using Gavvet.Theory;
using Gavvet.Worksheets.Questions;

namespace Gavvet.Worksheets.Forms;

/// <summary>
/// What stands on a line of an answer, read as the value the question asks for and compared as one: interval, key, scale,
/// degree, chord, step, count, notes. What cannot be read as that is not read; nothing is compared as text but the key's own
/// words and those nothing is derived from.
/// </summary>
public static partial class PartReading
{
    /// <summary>Whether the line is right for the part.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="part">The part of the answer.</param>
    /// <param name="line">What was written.</param>
    public static bool IsRight(HouseStyle style, AnswerPart part, string line) => Read(style, part, line).IsRight;

    /// <summary>An answer kept as words: as it stands, and as what it can be read as, so that it is recognized in every way of writing
    /// it.</summary>
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
    public static string Plain(string text) =>
        White().Replace(PlainText.Of(text).Replace('-', ' '), " ").Trim().TrimEnd('.').ToUpperInvariant();

    /// <summary>How many things a part asks for; each earns its share.</summary>
    /// <param name="part">The part.</param>
    public static int PlacesOf(AnswerPart part) =>
        Math.Max(
            1,
            part switch
            {
                NotesPart { AnyOrder: true } notes => notes.Notes.Distinct().Count(),
                NotesPart notes => notes.Notes.Length,
                PairsPart pairs => pairs.Pairs.Length + pairs.Wide.Length,
                ChangesPart changes => changes.Changes.Length,
                CorrectionPart => 2,
                KeysPart keys => keys.Keys.Length,
                CirclePart circle => circle.Places.Length,
                DegreesPart degrees => degrees.Degrees.Length,
                DegreeLabelsPart labels => labels.Degrees.Length,
                StepsPart steps => steps.Steps.Length,
                IntervalsPart intervals => intervals.Intervals.Length,
                _ => 1,
            }
        );

    /// <summary>What kind of value a part is, as the messages about it are called.</summary>
    /// <param name="part">The part.</param>
    internal static string KindOf(AnswerPart part) =>
        part switch
        {
            NotesPart or PairsPart or ChangesPart => "notes",
            CorrectionPart => "correction",
            KeysPart => "key",
            CirclePart => "circle",
            SignaturePart or NamedSignaturePart => "signs",
            ScalePart => "scale",
            DegreesPart or DegreeLabelsPart or DegreeNamePart or SeventhPart => "degree",
            NumberPart => "number",
            OrdinalPart => "place",
            StepsPart => "steps",
            IntervalsPart => "interval",
            ChordPart => "chord",
            ClefPart => "clef",
            YesNoPart => "yes-no",
            TetrachordPart => "tetrachord",
            _ => "words",
        };

    /// <summary>Whether capitals mean something in a part as it is said: M3 is no m3, V no v.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="part">The part.</param>
    internal static bool HasCapitals(HouseStyle style, AnswerPart part) =>
        part is IntervalsPart or StepsPart or ChordPart
        || (part is KeysPart or NotesPart or ScalePart && style.NoteNames == NameSystem.German)
        || (part is DegreeLabelsPart or DegreeNamePart { Technical: false } && style.Degrees == DegreeWords.Numerals);

    /// <summary>The line read against the part.</summary>
    /// <param name="style">The house style.</param>
    /// <param name="part">The part of the answer.</param>
    /// <param name="line">What was written.</param>
    internal static LineRead Read(HouseStyle style, AnswerPart part, string line)
    {
        var of = PlacesOf(part);
        if (part is not WordsPart && IsAsSaid(style, part, line))
            return new LineRead(of, 0);
        if (string.IsNullOrWhiteSpace(line))
            return part is NotesPart { Notes.IsEmpty: true } ? new LineRead(of, 0) : new LineRead(of, of);
        return part switch
        {
            NotesPart notes => Notes(style, notes, line),
            PairsPart pairs => Pairs(style, [.. pairs.Pairs, .. pairs.Wide], line),
            ChangesPart changes => Changes(style, changes.Changes, line),
            CorrectionPart correction => Correction(style, correction, line),
            KeysPart keys => Keys(style, keys, line),
            CirclePart circle => Circle(style, circle.Places, line),
            SignaturePart signature => Signature(style, signature.Signature, line, signature.CountAlone),
            NamedSignaturePart signature => NamedSignature(style, signature.Signature, line),
            ScalePart scale => Scale(style, scale, line),
            DegreesPart degrees => Degrees(degrees.Degrees, line),
            DegreeLabelsPart labels => Labels(labels.Type, labels.Degrees, line),
            DegreeNamePart degree => Degree(degree, line),
            SeventhPart => DegreeText.Read(line) is [var seventh]
                ? LineRead.One(seventh is { As: DegreeWriting.Technical, Number: 7, Sign: Accidental.Natural })
                : LineRead.NotRead(of),
            NumberPart number => NumberText.Number(Uncounted(line)) is { } read
                ? LineRead.One(read == number.Number)
                : LineRead.NotRead(of),
            OrdinalPart place => Place(line) is { } read ? LineRead.One(read == place.Number) : LineRead.NotRead(of),
            StepsPart steps => Steps(steps, line),
            IntervalsPart intervals => IntervalText.Read(line) is { } read
                ? LineRead.InOrder(of, read.Length, (asked, written) => Like(intervals.Intervals[asked] == read[written]), IsOne(read))
                : LineRead.NotRead(of),
            ChordPart chord => ChordText.Names(line, chord.Chord, style.NoteNames) is { } isChord
                ? LineRead.One(isChord)
                : LineRead.NotRead(of),
            ClefPart clef => ClefText.Read(line) is { } read ? LineRead.One(read == clef.Clef) : LineRead.NotRead(of),
            YesNoPart choice => NumberText.IsYes(line) is { } yes ? LineRead.One(yes == choice.Yes) : LineRead.NotRead(of),
            TetrachordPart tetrachord => TetrachordKinds.Read(line) is { IsEmpty: false } read
                ? LineRead.One(read.Contains(tetrachord.Type))
                : LineRead.NotRead(of),
            WordsPart words => Words(style, words, line),
            _ => LineRead.NotRead(of),
        };
    }

    // In the key's own words.
    private static bool IsAsSaid(HouseStyle style, AnswerPart part, string line) =>
        HasCapitals(style, part) ? PlainText.Of(line).Trim() == PlainText.Of(style.Say(part)) : Plain(line) == Plain(style.Say(part));

    private static Likeness Like(bool isSame) => isSame ? Likeness.Same : Likeness.Other;

    private static bool IsOne<T>(IReadOnlyList<T> written) =>
        written.Count > 1 && written.All(one => EqualityComparer<T>.Default.Equals(one, written[0]));

    private static LineRead Notes(HouseStyle style, NotesPart part, string line)
    {
        var of = PlacesOf(part);
        if (NumberText.IsNothing(line))
            return new LineRead(of, part.Notes.IsEmpty ? 0 : of);
        if (NoteReading.Notes(style, Unworded(line)) is not { } read)
            return LineRead.NotRead(of);
        if (part.Notes.IsEmpty)
            return new LineRead(of, of);
        // In any order each note counts once, however often it stands there.
        var isOne = IsOne(read);
        var (notes, found) = part.AnyOrder ? ([.. part.Notes.Distinct()], [.. read.Distinct()]) : (part.Notes, read);
        Likeness OfNote(int asked, int written) =>
            LineRead.Like(notes[asked], found[written]) is var like && part.BySound && like == Likeness.SoundsAlike ? Likeness.Same : like;
        return part.AnyOrder ? LineRead.InAnyOrder(of, found.Length, OfNote, isOne) : LineRead.InOrder(of, found.Length, OfNote, isOne);
    }

    private static LineRead Pairs(HouseStyle style, ImmutableArray<(NoteName First, NoteName Second)> pairs, string line)
    {
        var of = Math.Max(1, pairs.Length);
        if (NoteReading.Notes(style, Unworded(line)) is not { } read)
            return NumberText.IsNothing(line) ? new LineRead(of, pairs.IsEmpty ? 0 : of) : LineRead.NotRead(of);
        ImmutableArray<(NoteName, NoteName)> found = [.. read.Chunk(2).Select(pair => (pair[0], pair[^1]))];
        return LineRead.InAnyOrder(
            pairs.Length,
            found.Length,
            (asked, written) => Like(found[written] == pairs[asked] || found[written] == (pairs[asked].Second, pairs[asked].First)),
            IsOne(found)
        );
    }

    // Each as it was and as it becomes, or as it becomes alone.
    private static LineRead Changes(HouseStyle style, ImmutableArray<(NoteName From, NoteName To)> changes, string line)
    {
        if (NoteReading.Notes(style, Unworded(line)) is not { } read)
            return LineRead.NotRead(changes.Length);
        var become = LineRead.InAnyOrder(
            changes.Length,
            read.Length,
            (asked, written) => LineRead.Like(changes[asked].To, read[written]),
            IsOne(read)
        );
        if (read.Length % 2 != 0)
            return become;
        ImmutableArray<(NoteName, NoteName)> found = [.. read.Chunk(2).Select(pair => (pair[0], pair[1]))];
        var both = LineRead.InAnyOrder(
            changes.Length,
            found.Length,
            (asked, written) => Like(found[written] == changes[asked]),
            IsOne(found)
        );
        return both.Halves(1) < become.Halves(1) ? both : become;
    }

    private static LineRead Correction(HouseStyle style, CorrectionPart correction, string line)
    {
        var number = Digits().Match(line);
        var isPlace = number.Success && int.Parse(number.Value, CultureInfo.InvariantCulture) == correction.Place;
        var note = NoteReading.Notes(style, Unworded(Digits().Replace(line, " ", 1))) is [.., var last] ? last : (NoteName?)null;
        return number.Success || note is not null
            ? new LineRead(2, (isPlace ? 0 : 1) + (note == correction.Note ? 0 : 1))
            : LineRead.NotRead(2);
    }

    private static LineRead Keys(HouseStyle style, KeysPart part, string line)
    {
        var of = PlacesOf(part);
        if (NoteReading.KeyRow(style, line) is not { } read)
            return LineRead.NotRead(of);
        Likeness OfKey(int asked, int written)
        {
            var key = part.Keys[asked];
            return read[written].Contains(key) ? Likeness.Same
                : read[written].Any(other => other.Mode == key.Mode && other.Tonic.PitchClass == key.Tonic.PitchClass)
                    ? Likeness.SoundsAlike
                : Likeness.Other;
        }

        var isOne = read.Length > 1 && read.All(keys => keys.SequenceEqual(read[0]));
        return part.AnyOrder ? LineRead.InAnyOrder(of, read.Length, OfKey, isOne) : LineRead.InOrder(of, read.Length, OfKey, isOne);
    }

    // Each with its hour, or all in the order of the hours. Of two names of a key at one hour either is right.
    private static LineRead Circle(HouseStyle style, ImmutableArray<(int Hour, NoteName Tonic)> places, string line)
    {
        var pieces = line.Split([',', ';', '\n'], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        var found = new List<(int? Hour, ImmutableArray<Key> Keys)>();
        var mode = (((places[0].Tonic.Fifths - places[0].Hour) % 12) + 12) % 12 == 0 ? KeyMode.Major : KeyMode.Minor;
        foreach (var piece in pieces)
        {
            var hours = Hour().Matches(piece);
            if (hours.Count == 0)
            {
                if (NoteReading.KeyRow(style, piece) is not { } row)
                    return LineRead.NotRead(places.Length);
                found.AddRange(row.Select(keys => ((int?)null, keys)));
                continue;
            }

            for (var i = 0; i < hours.Count; i++)
            {
                var end = i + 1 < hours.Count ? hours[i + 1].Index : piece.Length;
                if (NoteReading.KeyRow(style, piece[(hours[i].Index + hours[i].Length)..end].Trim(' ', ':', '=', '.')) is not [var keys])
                    return LineRead.NotRead(places.Length);
                found.Add((int.Parse(hours[i].Groups["hour"].Value, CultureInfo.InvariantCulture), keys));
            }
        }

        var isOne = found.Count > 1 && found.All(one => one.Keys.SequenceEqual(found[0].Keys));
        Likeness At(int asked, int written)
        {
            var (hour, tonic) = places[asked];
            if (found[written].Hour is { } said && said != hour)
                return Likeness.Other;
            return Like(
                found[written]
                    .Keys.Any(key =>
                        key.Tonic.PitchClass == tonic.PitchClass
                        && !new Key(key.Tonic, mode).IsTheoretical
                        && (key.Mode == mode || IsTonicAlone(style, pieces, key))
                    )
            );
        }

        return found.All(one => one.Hour is not null)
            ? LineRead.InAnyOrder(places.Length, found.Count, At, isOne)
            : LineRead.InOrder(places.Length, found.Count, At, isOne);
    }

    // A capital on the circle of minor keys is its tonic and not a major key.
    private static bool IsTonicAlone(HouseStyle style, string[] pieces, Key key) =>
        pieces.Any(piece =>
            piece.Split(' ').Any(word => NoteNaming.TryParse(style.NoteNames, word.Trim(':', '.', '='), out var note) && note == key.Tonic)
        );

    private static LineRead Signature(HouseStyle style, KeySignature signature, string line, bool countAlone = false)
    {
        if (NumberText.Signs(line) is { } read)
            return LineRead.One(
                read.Count == signature.Count && (read.Count == 0 || read.Kind == signature.Kind || (countAlone && read.Kind is null))
            );
        // By the notes it alters.
        return NoteReading.Notes(style, Unworded(line)) is { } notes
            ? LineRead.One(notes.ToHashSet().SetEquals(signature.Notes))
            : LineRead.NotRead(1);
    }

    private static LineRead NamedSignature(HouseStyle style, KeySignature signature, string line)
    {
        var colon = line.IndexOf(':', StringComparison.Ordinal);
        var (count, notes) = colon >= 0 ? (line[..colon], line[(colon + 1)..]) : ("", line);
        if (signature.Count == 0)
            return Signature(style, signature, line);
        return NoteReading.Notes(style, notes) is { } read
            ? LineRead.One((count.Length == 0 || Signature(style, signature, count).IsRight) && read.SequenceEqual(signature.Notes))
            : LineRead.NotRead(1);
    }

    // A name that fits more than one scale is right where it fits this one; a key's name names no other form than its own.
    private static LineRead Scale(HouseStyle style, ScalePart scale, string line)
    {
        var read = ScaleText.Read(line, style.NoteNames);
        var keys = NoteReading
            .Keys(style, line)
            .Where(_ => line.Trim().Contains(' ', StringComparison.Ordinal) || line.Trim().Length > 1)
            .ToArray();
        if (read.IsEmpty && keys.Length == 0)
            return LineRead.NotRead(1);
        // Where the type alone is asked its tonic may be said; the wrong one may not.
        bool IsOn(NoteName? tonic) => scale.Tonic is { } asked ? tonic == asked : tonic is null || scale.On is null || tonic == scale.On;
        return LineRead.One(
            read.Any(one => one.Type == scale.Type && IsOn(one.Tonic))
                || (scale.Type.IsKey && keys.Any(key => key.ScaleType == scale.Type && IsOn(key.Tonic)))
        );
    }

    // Against the major scale: a degree without the sign it has is another.
    private static LineRead Degrees(ImmutableArray<Degree> degrees, string line)
    {
        var of = Math.Max(1, degrees.Length);
        if (DegreeText.Read(line) is not { } read)
            return NumberText.IsNothing(line) ? new LineRead(of, degrees.IsEmpty ? 0 : of) : LineRead.NotRead(of);
        return LineRead.InAnyOrder(
            degrees.Length,
            read.Length,
            (asked, written) =>
                Like(
                    read[written].As != DegreeWriting.Technical
                        && read[written].Is(ScaleTypes.Major, degrees[asked], DegreeCount.AgainstMajor, SyllableSchool.DoBased)
                ),
            IsOne(read)
        );
    }

    // In one school from first to last: against the major scale or by the scale's own count, with do or with la as the minor tonic.
    private static LineRead Labels(ScaleType type, ImmutableArray<Degree> degrees, string line)
    {
        if (DegreeText.Read(line) is not { } read)
            return LineRead.NotRead(degrees.Length);
        var top = TopOf(degrees);
        return (
            from count in Enum.GetValues<DegreeCount>()
            from syllables in Enum.GetValues<SyllableSchool>()
            select LineRead.InOrder(
                degrees.Length,
                read.Length,
                (asked, written) => Like(read[written].Is(type, degrees[asked], count, syllables, asked == top)),
                IsOne(read)
            )
        ).MinBy(one => one.Halves(1));
    }

    // The tonic that is the eighth degree as well: the last going up, the first coming down, the middle one of both.
    private static int TopOf(ImmutableArray<Degree> degrees)
    {
        var tonics = Enumerable.Range(0, degrees.Length).Where(i => degrees[i] == new Degree(1)).ToArray();
        return tonics.Length == 0 ? -1
            : tonics.Length > 2 ? tonics[1]
            : degrees.Length > 1 && degrees[1].Number > degrees[^2].Number ? tonics[0]
            : tonics[^1];
    }

    private static LineRead Degree(DegreeNamePart part, string line)
    {
        if (DegreeText.Read(line) is not [var read])
            return LineRead.NotRead(1);
        if (part.Technical && read.As != DegreeWriting.Technical)
            return LineRead.One(false);
        return LineRead.One(
            Enum.GetValues<DegreeCount>()
                .Any(count => Enum.GetValues<SyllableSchool>().Any(syllables => read.Is(part.Type, part.Degree, count, syllables)))
        );
    }

    private static LineRead Steps(StepsPart part, string line)
    {
        var text = HalfWords().Replace(line, "$1 ");
        var read = FormulaText.Steps([.. FormulaText.Words(text).Select(word => word.TrimEnd('.'))]);
        return read.IsEmpty || read.Contains(0)
            ? LineRead.NotRead(part.Steps.Length)
            : LineRead.InOrder(
                part.Steps.Length,
                read.Length,
                (asked, written) => Like(part.Steps[asked].Semitones == read[written]),
                IsOne(read)
            );
    }

    // The teacher's own words, in the teacher's own reading: by what they are where they are a number, a key or notes.
    private static LineRead Words(HouseStyle style, WordsPart words, string line)
    {
        if (Plain(line) == Plain(words.Words))
            return LineRead.One(true);
        if (NumberText.Number(words.Words) is { } number && NumberText.Number(line) is { } written)
            return LineRead.One(number == written);
        return NumberText.IsYes(words.Words) is { } yes && NumberText.IsYes(line) is { } said
            ? LineRead.One(yes == said)
            : LineRead.NotRead(1);
    }

    private static int? Place(string line) =>
        NumberText.Number(Uncounted(line))
        ?? (DegreeText.Read(line) is [{ Number: > 0, Sign: Accidental.Natural } degree] ? degree.Number : null);

    private static string Uncounted(string line) => Counting().Replace(line, " ").Trim();

    // Words between notes that are no notes themselves: "becomes", "and", "to".
    private static string Unworded(string line) => Between().Replace(line, " ");

    [GeneratedRegex(@"[\s\u00a0]+")]
    private static partial Regex White();

    [GeneratedRegex(@"[0-9]+")]
    private static partial Regex Digits();

    [GeneratedRegex(@"\b(?:at )?(?<hour>1[0-2]|[1-9])(?: ?o[’']clock| ?uhr| ?h\b)?", RegexOptions.IgnoreCase)]
    private static partial Regex Hour();

    [GeneratedRegex(@"\b(?:note|number|degree|mode|the|no\.)(?=[\s\d.:]|$)|:", RegexOptions.IgnoreCase)]
    private static partial Regex Counting();

    [GeneratedRegex(@"\b(half|whole)[ -]?(?:steps?|tones?)\b", RegexOptions.IgnoreCase)]
    private static partial Regex HalfWords();

    [GeneratedRegex(@"\b(becomes?|and|to|is|should be|note|augmented( seconds?)?)\b|:|=", RegexOptions.IgnoreCase)]
    private static partial Regex Between();
}
