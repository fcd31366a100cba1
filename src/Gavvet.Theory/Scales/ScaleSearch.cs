using System.Collections.Immutable;
using System.Text.RegularExpressions;

namespace Gavvet.Theory;

/// <summary>A scale that fits what was typed.</summary>
/// <param name="Type">The scale type.</param>
/// <param name="Tonic">The tonic typed or found, or null when any will do.</param>
/// <param name="Why">How it fits, where that is not plain from its name; or null.</param>
public sealed record ScaleMatch(ScaleType Type, NoteName? Tonic, string? Why);

/// <summary>Finds scales by a name, a tonic and a name, degrees, steps or notes, all typed in one box.</summary>
public static partial class ScaleSearch
{
    private const string JustThese = "just these notes";
    private static readonly string[] Fillers = ["scale", "scales", "mode", "the", "in", "on", "key", "of"];
    private static readonly string[] AroundCounts =
    [
        "key",
        "keys",
        "scale",
        "scales",
        "with",
        "has",
        "having",
        "of",
        "in",
        "the",
        "a",
        "which",
        "signature",
        "tonart",
        "mit",
        "tonalite",
        "avec",
        "tonalidad",
        "con",
        "tonalita",
        "toonsoort",
        "met",
        "tonleiter",
        "gamme",
    ];
    private static readonly string[] MajorWords = ["major", "maj", "dur", "majeur", "majeure", "mayor", "maggiore", "groot"];
    private static readonly string[] MinorWords = ["minor", "min", "moll", "mineur", "mineure", "menor", "minore", "klein", "mineur"];
    private static readonly string[] Places = ["first", "second", "third", "fourth", "fifth", "sixth", "seventh", "eighth"];

    /// <summary>The longest text that is looked at.</summary>
    public const int LongestText = 200;

    private static readonly ImmutableArray<NoteName> Tonics = [.. NoteName.All.Where(note => Math.Abs((int)note.Accidental) < 2)];

    /// <summary>Every scale that fits, the best first.</summary>
    /// <param name="text">Such as "ab mix", "hijaz", "1 b2 3 4 5 b6 7", "2 1 3 1 2 1 2" or "C Eb Gb".</param>
    /// <param name="style">The house style, whose note names are read and whose lines are matched.</param>
    public static ImmutableArray<ScaleMatch> Find(string? text, HouseStyle style)
    {
        var typed = (text ?? "").Trim();
        if (typed.Length is 0 or > LongestText)
            return [];
        string[] words = [.. typed.Split([' ', ',', ';', '–', '\u00a0'], StringSplitOptions.RemoveEmptyEntries)];
        string[] signs = [.. words.SelectMany(word => word.Split('-', StringSplitOptions.RemoveEmptyEntries))];
        return BySteps(signs)
            ?? ByDegrees(signs)
            ?? ByRelation(typed, style)
            ?? ByNotes([.. signs.SelectMany(word => NoteText.Apart(word, style.NoteNames))], style)
            ?? ByWords(typed, words, style);
    }

    // Just what a scale is called in any language comes first, then what is described, then what begins so; at last what is nearly so.
    private static ImmutableArray<ScaleMatch> ByWords(string typed, string[] words, HouseStyle style)
    {
        ImmutableArray<ScaleMatch> exact =
        [
            .. ScaleText
                .Read(typed, style.NoteNames)
                .Where(one => one.Tonic is not { } tonic || style.CanSpell(one.Type, tonic))
                .Select(one => new ScaleMatch(one.Type, one.Tonic, one.Tonic is null ? Dated(one.Type, typed) : null)),
        ];
        if (
            exact.IsEmpty
            && ScaleDescription.Find(typed, name =>
                ByWords(name, name.Split(' ', StringSplitOptions.RemoveEmptyEntries), style)
                    .Select(match => (ScaleMatch?)match)
                    .FirstOrDefault()
            )
                is { IsEmpty: false } described
        )
            return [.. described.Where(match => match.Tonic is not { } tonic || style.CanSpell(match.Type, tonic))];
        var named = ByName(words, style);
        // A tonic alone is a tonic, and every scale stands on it.
        return
            exact.IsEmpty
            || named.Length > exact.Length && named.Select(match => match.Tonic).Distinct().Count() == 1 && named[0].Tonic != exact[0].Tonic
            ? named
            : [.. exact, .. named.Where(match => !exact.Any(one => (one.Type, one.Tonic) == (match.Type, match.Tonic)))];
    }

    /// <summary>The one scale a text means, with its tonic where one is said.</summary>
    /// <param name="text">An id, a name, or anything that <see cref="Find"/> reads.</param>
    /// <param name="style">The house style, whose note names are read.</param>
    /// <exception cref="FormatException">It means none, or more than one; the message offers what it may mean.</exception>
    public static ScaleMatch Parse(string text, HouseStyle style)
    {
        // A name is a name, also where it could begin with a note.
        if (ScaleNames.Only(text) is { } named)
            return new ScaleMatch(named, null, null);
        if (ScaleNames.Find(text).Length > 1)
            return new ScaleMatch(ScaleNames.Parse(text), null, null);
        var found = Find(text, style);
        ScaleMatch[] plain = [.. found.Where(match => match.Why is null).DistinctBy(match => (match.Type, match.Tonic))];
        ScaleMatch[] whole = [.. plain.Where(match => IsWhole(text, match, style))];
        if (new[] { whole, plain, [.. found] }.FirstOrDefault(some => some.Length > 0) is [var one])
            return one;
        var fitting = plain.Take(6).Select(match => match.Tonic is { } tonic ? style.Say(match.Type, tonic) : match.Type.Name).ToArray();
        return fitting.Length > 1
            ? throw new FormatException(TheoryTexts.Say("may-be", ("text", text), ("scales", TheoryTexts.Or(fitting))))
            : new ScaleMatch(ScaleNames.Parse(text), null, null);
    }

    /// <summary>The one key a text means.</summary>
    /// <param name="text">A key, or anything that <see cref="Find"/> reads as one: "relative minor of Ab", "ré mineur".</param>
    /// <param name="style">The house style, whose note names are read.</param>
    /// <exception cref="FormatException">It means none, or more than one; the message says what would be right.</exception>
    public static Key ParseKey(string text, HouseStyle style)
    {
        if (NoteNaming.TryParse(style.NoteNames, text, out var alone))
            return new Key(alone);
        if (KeyText.Readings(text, style.NoteNames).Distinct().ToArray() is [var read])
            return read;
        Key[] keys =
        [
            .. Find(text, style)
                .Where(match => match is { Why: null, Tonic: not null, Type.IsKey: true })
                .Select(match => new Key(match.Tonic!.Value, match.Type.IsMajor ? KeyMode.Major : KeyMode.Minor))
                .Distinct(),
        ];
        return keys.Length switch
        {
            0 => KeyText.Parse(text, style.NoteNames),
            1 => keys[0],
            _ => throw new FormatException(
                TheoryTexts.Say("may-be", ("text", text), ("scales", TheoryTexts.Or(keys.Take(4).Select(key => style.Say(key)))))
            ),
        };
    }

    // Each word of a name of the scale is there, whole or begun; the tonic may stand before it or after.
    private static bool IsWhole(string text, ScaleMatch match, HouseStyle style)
    {
        string[] typed = [.. ScaleNames.Plain(text).Split(' ').Where(word => !Fillers.Contains(word))];
        var tonics = match.Tonic is null ? new[] { 0 } : [1, 2];
        return match
                .Type.Names.Select(name => ScaleNames.Plain(name).Split(' '))
                .Any(name =>
                    tonics.Any(tonic =>
                        typed.Length == name.Length + tonic && (Begins(name, typed[tonic..]) || Begins(name, typed[..^tonic]))
                    )
                )
            || (
                match is { Tonic: { } tonic, Type.IsKey: true }
                && KeyText.Readings(text, style.NoteNames).Any(key => key.Tonic == tonic && key.ScaleType == match.Type)
            );
    }

    private static bool Begins(string[] name, string[] words) =>
        name.Zip(words).All(pair => pair.First.StartsWith(pair.Second, StringComparison.Ordinal));

    // "relative minor of Ab", "parallel major of F# minor", "5th mode of D harmonic minor", "three flats".
    private static ImmutableArray<ScaleMatch>? ByRelation(string typed, HouseStyle style)
    {
        var plain = typed.ToLowerInvariant();
        if (
            Relative().Match(plain) is { Success: true } relation
            && KeyOf(
                typed[relation.Groups[3].Index..(relation.Groups[3].Index + relation.Groups[3].Length)],
                relation.Groups[2].Value == "major" ? KeyMode.Minor : KeyMode.Major,
                style
            )
                is { } key
        )
        {
            var found = relation.Groups[1].Value == "relative" ? key.Relative : key.Parallel;
            return [new ScaleMatch(found.ScaleType, found.Tonic, null)];
        }

        if (
            ParentOf().Match(plain) is { Success: true } child
            && ByName(typed[child.Groups[1].Index..].Split(' ', StringSplitOptions.RemoveEmptyEntries), style)
                .FirstOrDefault(match => match.Type.Parent is not null)
                is { } below
        )
        {
            var (type, own) = (below.Type.Parent!, below.Tonic);
            return [new ScaleMatch(type, own is { } at ? ScaleSpelling.ParentOf(below.Type, at).Tonic : null, null)];
        }

        if (
            ModesOf().Match(plain) is { Success: true } all
            && ByName(typed[all.Groups[1].Index..].Split(' ', StringSplitOptions.RemoveEmptyEntries), style) is [var first, ..] families
        )
        {
            // The scale itself is the first of its modes.
            var family = families.Take(4).FirstOrDefault(parent => ScaleTypes.All.Any(type => type.ParentId == parent.Type.Id)) ?? first;
            return
            [
                family,
                .. ScaleTypes
                    .All.Where(type => type.ParentId == family.Type.Id && type.ParentPosition > 1)
                    .OrderBy(type => type.ParentPosition)
                    .Select(type => new ScaleMatch(
                        type,
                        family.Tonic is { } tonic && NoteName.HasFifths(tonic.Fifths + family.Type.Degrees[type.ParentPosition - 1].Fifths)
                            ? NoteName.FromFifths(tonic.Fifths + family.Type.Degrees[type.ParentPosition - 1].Fifths)
                            : null,
                        null
                    )),
            ];
        }

        if (ModeOf().Match(plain) is { Success: true } mode && PlaceOf(mode.Groups[1].Value + mode.Groups[2].Value) is { } place)
        {
            var parents = ByName(
                typed[mode.Groups[3].Index..(mode.Groups[3].Index + mode.Groups[3].Length)]
                    .Split(' ', StringSplitOptions.RemoveEmptyEntries),
                style
            );
            ScaleMatch[] modes =
            [
                .. parents
                    .Take(4)
                    .Select(parent =>
                        ScaleTypes
                            .All.Where(type =>
                                (type.ParentId == parent.Type.Id && type.ParentPosition == place) || (place == 1 && type == parent.Type)
                            )
                            .Select(type => new ScaleMatch(
                                type,
                                parent.Tonic is { } tonic
                                && place <= parent.Type.Degrees.Length
                                && NoteName.HasFifths(tonic.Fifths + parent.Type.Degrees[place - 1].Fifths)
                                    ? NoteName.FromFifths(tonic.Fifths + parent.Type.Degrees[place - 1].Fifths)
                                    : null,
                                null
                            ))
                    )
                    .FirstOrDefault(found => found.Any())
                    ?? [],
            ];
            return modes.Length > 0 ? [.. modes] : null;
        }

        // A count of signs, with or without the mode: "three flats", "minor key with 4 sharps", "Moll mit 3 Kreuzen".
        string[] said = [.. ScaleNames.Plain(typed).Split(' ').Where(word => !AroundCounts.Contains(word))];
        KeyMode? of =
            said.Any(MajorWords.Contains) ? KeyMode.Major
            : said.Any(MinorWords.Contains) ? KeyMode.Minor
            : null;
        if (
            NumberText.Signs(string.Join(' ', said.Where(word => !MajorWords.Contains(word) && !MinorWords.Contains(word))))
                is { Count: <= KeySignature.Most } signs
            && (signs.Kind is not null || said.Any(word => word is "no" or "none" or "keine" or "without"))
        )
        {
            var fifths = signs.Kind == Accidental.Flat ? -signs.Count : signs.Count;
            var major = Key.Majors.Single(other => other.Fifths == fifths);
            return
            [
                .. new[] { major, major.Relative }
                    .Where(key => of is null || key.Mode == of)
                    .Select(key => new ScaleMatch(key.ScaleType, key.Tonic, null)),
            ];
        }

        return null;
    }

    private static Key? KeyOf(string text, KeyMode otherwise, HouseStyle style) =>
        KeyText.Readings(text, style.NoteNames).Select(key => (Key?)key).FirstOrDefault()
        ?? (NoteNaming.TryParse(style.NoteNames, text, out var tonic) ? new Key(tonic, otherwise) : null);

    private static int? PlaceOf(string word) =>
        Array.IndexOf(Places, word) is >= 0 and var named ? named + 1
        : int.TryParse(word.TrimEnd('s', 't', 'n', 'd', 'r', 'h'), out var place) && place is >= 1 and <= 8 ? place
        : null;

    private static ImmutableArray<ScaleMatch>? BySteps(string[] words)
    {
        var steps = FormulaText.Steps(words);
        // From 1 on, a third by its quality is a degree: 1 m3 4 5.
        if (
            steps.Length < 3
            || steps.Contains(0)
            || steps.Sum() != 12
            || (words is ["1", ..] && words.Any(word => word is "m3" or "M3" or "A2"))
        )
            return null;
        var bits = 0;
        for (int i = 0, semitones = 0; i < steps.Length; semitones += steps[i++])
            bits |= 1 << semitones;
        return Sounding(bits, type => type.Steps.SequenceEqual(steps), [.. steps.Select(step => $"{step}")]);
    }

    private static ImmutableArray<ScaleMatch>? ByDegrees(string[] words)
    {
        if (words is [.., "8"])
            words = words[..^1];
        if (words.Length < 3)
            return null;
        var degrees = new List<Degree>();
        foreach (var word in words)
        {
            if (!FormulaText.TryDegree(word, out var degree))
                return null;
            degrees.Add(degree);
        }

        if (degrees[0] != new Degree(1))
            return null;
        var bits = degrees.Aggregate(0, (sum, degree) => sum | (1 << (((degree.Semitones % 12) + 12) % 12)));
        return Sounding(
            bits,
            type => type.Degrees.SequenceEqual(degrees) || type.Down.Degrees.SequenceEqual(degrees),
            [.. degrees.Select(degree => degree.Ascii)]
        );
    }

    // The scales of that sound, those written just so first; then the formula itself when it has no name; then those
    // that have it on another of their notes.
    private static ImmutableArray<ScaleMatch> Sounding(int bits, Func<ScaleType, bool> isWrittenSo, string[] words)
    {
        var same = ScaleTypes
            .All.Where(type => type.Up.PitchClassBits == bits || type.Down.PitchClassBits == bits)
            .OrderBy(type => !isWrittenSo(type))
            .Select(type => new ScaleMatch(type, null, isWrittenSo(type) ? null : "the same sound, otherwise written"));
        var turned = ScaleTypes.All.SelectMany(type =>
            type.Degrees.Where(degree => degree.Semitones != 0 && type.Up.Turned(degree) == bits && type.Up.PitchClassBits != bits)
                .Take(1)
                .Select(degree => new ScaleMatch(type, null, $"the formula begins on its degree {degree}"))
        );
        var own = ScaleTypes.All.Any(isWrittenSo) ? null : OwnScale.OfFormula(string.Join(' ', words));
        return [.. same, .. own is null ? [] : new[] { new ScaleMatch(own, null, "the formula as a scale of your own") }, .. turned];
    }

    private static ImmutableArray<ScaleMatch>? ByNotes(string[] words, HouseStyle style)
    {
        if (words.Length < 2)
            return null;
        var notes = new List<NoteName>();
        foreach (var word in words)
        {
            if (!NoteNaming.TryParse(style.NoteNames, word, out var note))
                return null;
            notes.Add(note);
        }

        NoteName[] wanted = [.. notes.Distinct()];
        var spelled = Holding(style, scale => wanted.All(scale.Contains), wanted);
        // Just these notes from the first one on, under other names, come before the same notes begun elsewhere.
        var sounding = Holding(style, scale => wanted.All(note => scale.Any(other => other.PitchClass == note.PitchClass)), wanted);
        var bySound = sounding.Where(match => !spelled.Contains(match)).Select(match => match with { Why = "by sound" });
        return spelled.IsEmpty ? [.. bySound]
            : spelled[0] is { Why: JustThese } first && first.Tonic == wanted[0] ? spelled
            :
            [
                .. sounding
                    .Where(match => match.Why == JustThese && match.Tonic == wanted[0] && !spelled.Contains(match))
                    .Select(match => match with { Why = "by sound" }),
                .. spelled,
            ];
    }

    // Those with just these notes first, on the first note typed; then those with the fewest others.
    private static ImmutableArray<ScaleMatch> Holding(HouseStyle style, Func<ImmutableArray<NoteName>, bool> holds, NoteName[] wanted) =>
        [
            .. from type in ScaleTypes.All
            from tonic in Tonics
            where style.CanSpell(type, tonic)
            let notes = style.Spell(type, tonic).Ascending[..^1]
            where holds(notes)
            let others = notes.Length - wanted.Length
            orderby others, tonic != wanted[0], !wanted.Contains(tonic), Math.Abs(tonic.Fifths)
            select new ScaleMatch(type, tonic, others == 0 ? JustThese : $"and {CountText.Word(others)} more"),
        ];

    private static ImmutableArray<ScaleMatch> ByName(string[] words, HouseStyle style)
    {
        string[] named = [.. words.Where(word => !Fillers.Contains(word.ToLowerInvariant()))];
        if (named.Length == 0)
            named = words;
        // "e flat dorian" before "e", so that the longest tonic is taken; then the tonic after the name.
        for (var length = Math.Min(3, named.Length); length >= 1; length--)
        {
            if (!NoteNaming.TryParse(style.NoteNames, string.Join(' ', named[..length]), out var tonic))
                continue;
            var types = length == named.Length ? ScaleTypes.All : Named(string.Join(' ', named[length..]));
            if (!types.IsEmpty)
                return On(tonic, types, style);
        }

        for (var length = Math.Min(3, named.Length - 1); length >= 1; length--)
        {
            if (
                NoteNaming.TryParse(style.NoteNames, string.Join(' ', named[^length..]), out var tonic)
                && Named(string.Join(' ', named[..^length])) is { IsEmpty: false } types
            )
                return On(tonic, types, style);
        }

        // A chord's name for the key and a word for the form: "Gm harmonic".
        if (
            named.Length > 1
            && KeyText.Readings(named[0], style.NoteNames).Select(key => (Key?)key).FirstOrDefault() is { } chord
            && Named(string.Join(' ', named[1..])).Where(type => type.HasMinorThird == (chord.Mode == KeyMode.Minor)).ToImmutableArray()
                is { IsEmpty: false } forms
        )
            return On(chord.Tonic, forms, style);

        var whole = string.Join(' ', named);
        if (KeyText.Readings(whole, style.NoteNames).Distinct().ToArray() is { Length: > 0 } keys)
            return [new ScaleMatch(keys[0].ScaleType, keys[0].Tonic, null)];
        if (Named(whole) is { IsEmpty: false } found)
            return [.. found.Select(type => new ScaleMatch(type, null, Dated(type, whole)))];
        return ByForeignName(named, style);
    }

    // Names of other languages, with the tonic in that language before or after: "Es-Dur harmonisch", "ré mineur mélodique".
    private static ImmutableArray<ScaleMatch> ByForeignName(string[] named, HouseStyle style)
    {
        string[] words =
        [
            .. named.SelectMany(word => word.Split('-', StringSplitOptions.RemoveEmptyEntries)).Where(word => !ScaleNames.IsIdle(word)),
        ];
        foreach (var (tonicWords, rest) in Splits(words))
        {
            if (ScaleNames.Foreign(string.Join(' ', rest)) is not (var type, var systems))
                continue;
            if (tonicWords.Length == 0)
                return [new ScaleMatch(type, null, null)];
            foreach (var system in systems)
            {
                if (NoteNaming.TryParse(system, string.Join(' ', tonicWords), out var tonic))
                    return On(tonic, [type], style);
            }
        }

        // The tonic is kept where the name beside it is nearly one.
        foreach (var (tonicWords, rest) in Splits(named).Skip(1))
        {
            if (
                NoteNaming.TryParse(style.NoteNames, string.Join(' ', tonicWords), out var tonic)
                && ScaleNames.Misspelled(string.Join(' ', rest)) is { IsEmpty: false } types
            )
                return On(tonic, types, style);
        }

        return [.. ScaleNames.Misspelled(string.Join(' ', named)).Select(type => new ScaleMatch(type, null, null))];
    }

    private static IEnumerable<(string[] Tonic, string[] Name)> Splits(string[] words)
    {
        yield return ([], words);
        for (var length = 1; length <= Math.Min(3, words.Length - 1); length++)
        {
            yield return (words[..length], words[length..]);
            yield return (words[^length..], words[..^length]);
        }
    }

    // A name out of use in teaching is said to be one.
    private static string? Dated(ScaleType type, string name)
    {
        var plain = ScaleNames.Plain(name);
        return
            type.DatedNames.FirstOrDefault(dated => ScaleNames.Plain(dated).StartsWith(plain, StringComparison.Ordinal)) is { } dated
            && !type.Names.Any(other => ScaleNames.Plain(other).StartsWith(plain, StringComparison.Ordinal))
            ? $"“{dated}” is a dated name"
            : null;
    }

    private static ImmutableArray<ScaleMatch> On(NoteName tonic, ImmutableArray<ScaleType> types, HouseStyle style) =>
        [.. types.Where(type => style.CanSpell(type, tonic)).Select(type => new ScaleMatch(type, tonic, null))];

    private static ImmutableArray<ScaleType> Named(string name)
    {
        var exact = ScaleNames.Find(name);
        return [.. exact, .. ScaleNames.Starting(name).Except(exact)];
    }

    [GeneratedRegex("^(?:the )?(relative|parallel)(?: (major|minor))?(?: key| scale)? (?:of|to) (?:the )?(.+?)(?: scale)?$")]
    private static partial Regex Relative();

    [GeneratedRegex("^(?:the )?(?:(\\w+) mode|mode (\\d)) of (?:the )?(.+?)(?: scale)?$")]
    private static partial Regex ModeOf();

    [GeneratedRegex("^(?:the )?parent(?: scale| key| major)? of (?:the )?(.+)$")]
    private static partial Regex ParentOf();

    [GeneratedRegex("^(?:all )?(?:the )?modes of (?:the )?(.+?)(?: scale)?$")]
    private static partial Regex ModesOf();
}
