using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Wording;
using Gavvet.Worksheets.Working;
using static Gavvet.Worksheets.Questions.Kinds;

namespace Gavvet.Worksheets.Questions;

/// <summary>Questions in words about keys: relatives, parallels, twins, parts, and the keys notes belong to.</summary>
internal static class KeyKinds
{
    /// <summary>One part for each transposition that changes the key; transposing on the staff asks for the same.</summary>
    internal static readonly ImmutableArray<Instrument> Parts =
    [
        .. new[] { "trumpet", "clarinet", "alto-sax", "tenor-sax", "baritone-sax", "horn", "cor-anglais", "e-flat-clarinet" }.Select(
            Instrument.Parse
        ),
    ];

    public static QuestionKind RelativeKey { get; } =
        InWords("relative-key", QuestionGroup.Signatures, Keys, about =>
            OnLines(about.Style.Say(about.Key), OneName(ModeWord(about.Key.Relative.Mode)), () =>
            {
                var key = about.Key;
                // By fifths, and by climbing a minor third from a minor key or a major sixth from a major one.
                var climbed = key.Tonic.Up(key.Mode == KeyMode.Minor ? new Interval(2, 3) : new Interval(5, 9));
                var tonic = TwoRoutes.Agree($"the relative of {key}", key.Relative.Tonic, climbed);
                return Line(
                    about,
                    [new RelativeFound(key, key.Relative), new SignatureUsed(key.Relative, ScaleFacts.Signature(key.Relative))],
                    new NotesPart(tonic)
                );
            })
        ) with
        {
            PerRow = 2,
            Confuses = KindConfusions.OfRelative,
        };

    public static QuestionKind ParallelKey { get; } =
        InWords("parallel-key", QuestionGroup.Signatures, Keys, about =>
        {
            var (key, parallel) = (about.Key, about.Key.Parallel);
            return OnLines(
                Texts.Say("parallel-key.prompt", ("key", about.Style.Say(key)), ("parallel", about.Style.Say(parallel))),
                OneName(),
                () =>
                {
                    var signature = ScaleFacts.Signature(parallel);
                    // A parallel minor lies three fifths to the flat side of its major.
                    TwoRoutes.Agree($"the signature of {parallel}", signature.Fifths, key.Fifths + (key.Mode == KeyMode.Major ? -3 : 3));
                    var reason = Why(
                        key.Mode == KeyMode.Major ? "parallel-key.working.minor" : "parallel-key.working.major",
                        ("signature", ScaleFacts.Signature(key)),
                        ("parallel", signature)
                    );
                    return Line(
                        about,
                        [
                            new SignatureUsed(key, ScaleFacts.Signature(key)),
                            reason,
                            .. parallel.Mode == KeyMode.Minor
                                ? [new RelativeFound(parallel, parallel.Relative)]
                                : ImmutableArray<WorkingStep>.Empty,
                            new SignatureUsed(parallel, signature),
                        ],
                        new SignaturePart(signature)
                    );
                }
            );
        }) with
        {
            // What it needs besides, and what it asks and confuses.
            Writes = about => about with { Scale = about.Key.Parallel.ScaleType },
            Confuses = KindConfusions.OfCount,
            Asks = (draw, _) => !draw.Key.Parallel.IsTheoretical,
        };

    public static QuestionKind SameLetterTwin { get; } =
        InWords("same-letter-twin", QuestionGroup.Signatures, Keys, about =>
        {
            var (key, twin) = (about.Key, about.Key.SameLetterTwins[about.Variant]);
            return OnLines(
                Texts.Say(
                    "same-letter-twin.prompt",
                    ("key", about.Style.Say(key)),
                    ("signature", ScaleFacts.Signature(key)),
                    ("twin", about.Style.Say(twin))
                ),
                OneName(),
                () =>
                {
                    var signature = ScaleFacts.Signature(twin);
                    TwoRoutes.Agree($"the signature of {twin}", signature.Count, KeySignature.Most - ScaleFacts.Signature(key).Count);
                    var reason = Why("same-letter-twin.working", ("signature", ScaleFacts.Signature(key)), ("twin", signature));
                    return Line(about, [reason, new SignatureUsed(twin, signature)], new SignaturePart(signature));
                }
            );
        }) with
        {
            // What it needs besides, and what it asks and confuses.
            Variants = _ => 2,
            Writes = about => about with { Tonic = about.Key.SameLetterTwins[about.Variant].Tonic },
            Confuses = KindConfusions.OfCount,
            Asks = (draw, _) => draw.Variant < draw.Key.SameLetterTwins.Length,
        };

    public static QuestionKind EnharmonicKey { get; } =
        InWords("enharmonic-key", QuestionGroup.Enharmonic, Keys, about =>
            OnLines(about.Style.Say(about.Key), OneName(ModeWord(about.Key.Mode)), () =>
            {
                var key = about.Key;
                var bySound = (key.Mode == KeyMode.Major ? Key.Majors : Key.Minors).Single(other =>
                    other != key && other.Tonic.PitchClass == key.Tonic.PitchClass
                );
                var twin = new Key(TwoRoutes.Agree($"the twin of {key}", key.EnharmonicTwin!.Value.Tonic, bySound.Tonic), key.Mode);
                var reason = Why(
                    "enharmonic-key.working",
                    ("tonic", key.Tonic),
                    ("twin", twin.Tonic),
                    ("signature", ScaleFacts.Signature(key)),
                    ("twinSignature", ScaleFacts.Signature(twin))
                );
                return Line(about, [reason, new SignatureUsed(twin, ScaleFacts.Signature(twin))], new NotesPart(twin.Tonic));
            })
        ) with
        {
            PerRow = 2,
            Writes = about => about with { Tonic = about.Key.EnharmonicTwin!.Value.Tonic },
            Asks = (draw, _) => draw.Key.EnharmonicTwin is not null,
        };

    public static QuestionKind PracticalKey { get; } = InWords("practical-key", QuestionGroup.Enharmonic, Keys, about =>
        {
            var theoretical = Theoretical(about.Key)!.Value;
            return OnLines(about.Style.Say(theoretical), OneName(ModeWord(about.Key.Mode)), () =>
            {
                var twin = TwoRoutes.Agree($"the practical twin of {theoretical}", theoretical.PracticalTwin.Tonic, about.Tonic);
                var reason = Why(
                    "practical-key.working",
                    ("key", theoretical),
                    ("signs", CountText.Signs(Math.Abs(theoretical.Fifths), theoretical.Fifths > 0 ? Accidental.Sharp : Accidental.Flat)),
                    ("tonic", theoretical.Tonic),
                    ("twin", twin)
                );
                return Line(about, [reason, new SignatureUsed(about.Key, ScaleFacts.Signature(about.Key))], new NotesPart(twin));
            });
        }) with { PerRow = 2, Asks = (draw, _) => Theoretical(draw.Key) is not null };

    public static QuestionKind WrittenKey { get; } =
        InWords("written-key", QuestionGroup.Enharmonic, Keys, about =>
        {
            var part = Parts[about.Variant];
            return OnLines(
                Texts.Say("written-key.prompt", ("part", part.Name), ("key", about.Style.Say(about.Key))),
                OneName(ModeWord(about.Key.Mode)),
                () =>
                {
                    var written = new Key(part.WrittenTonic(about.Scale, about.Tonic), about.Key.Mode);
                    // An exact transposition of the pitch sounds the same as the key chosen.
                    TwoRoutes.Agree(
                        $"{about.Key} for {part.Name}",
                        written.Tonic.PitchClass,
                        part.Written(new Pitch(about.Tonic, 4)).Name.PitchClass
                    );
                    return Line(
                        about,
                        [.. Transposing(part, about, written.Tonic), new SignatureUsed(written, ScaleFacts.Signature(written))],
                        new NotesPart(written.Tonic),
                        written.EnharmonicTwin is { } twin ? [new KeysPart(twin)] : []
                    );
                }
            );
        }) with
        {
            // What it needs besides, and what it asks and confuses.
            Uses = KindUse.Tonic | KindUse.Words | KindUse.ConcertPitch,
            Variants = _ => Parts.Length,
            Confuses = (about, _) =>
                KindConfusions.OfTransposing(
                    about.Key,
                    Parts[about.Variant].WrittenFifths,
                    new Key(Parts[about.Variant].WrittenTonic(about.Scale, about.Tonic), about.Key.Mode)
                ),
            Writes = about => about with { Tonic = Parts[about.Variant].WrittenTonic(about.Scale, about.Tonic) },
        };

    public static QuestionKind KeyFromDegree { get; } = InWords("key-from-degree", QuestionGroup.Degrees, Keys, about =>
        {
            var scale = ScaleFacts.Scale(about);
            var (note, degree) = (scale.Ascending[about.Variant + 1], scale.Type.Degrees[about.Variant + 1]);
            var prompt = Texts.Say(
                DegreeKinds.ByNumber(about.Style) ? "key-from-degree.prompt.number" : "key-from-degree.prompt",
                ("note", about.Style.Say(note)),
                ("degree", about.Style.Name(about.Scale, about.Scale.Degrees[about.Variant + 1])),
                ("mode", ModeWord(about.Key.Mode))
            );
            return OnLines(prompt, OneName(ModeWord(about.Key.Mode)), () =>
            {
                // Down by fifths from the note, and the one practical key whose scale has it in that place.
                var searched = (about.Key.Mode == KeyMode.Major ? Key.Majors : Key.Minors).Single(key =>
                    ScaleSpelling.Spell(key.ScaleType, key.Tonic).Ascending[about.Variant + 1] == note
                );
                var tonic = TwoRoutes.Agree(
                    $"the key in which {note} is {degree}",
                    NoteName.FromFifths(note.Fifths - degree.Fifths),
                    searched.Tonic
                );
                var reason = Why(
                    "key-from-degree.working",
                    ("note", note),
                    ("place", CountText.Ordinal(degree.Number)),
                    ("interval", CountText.WithArticle(degree.FromTonic.Name)),
                    ("below", degree.FromTonic),
                    ("tonic", tonic)
                );
                return Line(
                    about,
                    [reason, .. ScaleWorking.Of(about.Scale, tonic, about.Style, Direction.Ascending)],
                    new NotesPart(tonic)
                );
            });
        }) with { Variants = _ => 6, Asks = DegreeKinds.HasName };

    public static QuestionKind ScalesContaining { get; } = InWords("scales-containing", QuestionGroup.Signatures, MajorAlone, about =>
        {
            var notes = Chords.TriadsOf(ScaleFacts.Scale(about))[about.Variant].Notes;
            return OnLines(about.Style.Say(notes), Names, () =>
            {
                var spelled = Key
                    .Majors.Where(key => notes.All(ScaleSpelling.Spell(ScaleTypes.Major, key.Tonic).Ascending.Contains))
                    .ToImmutableArray();
                // A major scale reaches from one fifth below its tonic to five above.
                var (least, most) = (notes.Min(note => note.Fifths), notes.Max(note => note.Fifths));
                var bySpan = Key.Majors.Where(key => key.Fifths - 1 <= least && most <= key.Fifths + 5).ToImmutableArray();
                var keys = TwoRoutes.Agree("the keys that hold the notes", spelled, bySpan);
                return Line(
                    about,
                    [.. keys.Select(key => new SignatureUsed(key, ScaleFacts.Signature(key))), .. NextTo(keys, notes)],
                    new KeysPart(keys, AnyOrder: true)
                );
            });
        }) with { Variants = _ => 7 };

    public static QuestionKind EnharmonicNotes { get; } =
        InWords("enharmonic-notes", QuestionGroup.Enharmonic, MajorAlone, about => OnLines(about.Style.Say(about.Tonic), Names, () =>
            {
                var bySound = NoteName
                    .All.Where(note => note != about.Tonic && note.PitchClass == about.Tonic.PitchClass)
                    .OrderBy(note => note.Letter)
                    .ToImmutableArray();
                var byFifths = new[] { -24, -12, 12, 24 }
                    .Select(turn => about.Tonic.Fifths + turn)
                    .Where(NoteName.HasFifths)
                    .Select(NoteName.FromFifths)
                    .OrderBy(note => note.Letter)
                    .ToImmutableArray();
                var names = TwoRoutes.Agree($"the names of {about.Tonic}", bySound, byFifths);
                return Line(about, [.. names.Select(name => OneKey(about.Tonic, name))], new NotesPart(names, AnyOrder: true));
            })) with
        {
            PerRow = 2,
        };

    /// <summary>How a part's written tonic is found, and why it has the name it has.</summary>
    /// <param name="part">The part.</param>
    /// <param name="about">The scale at concert pitch.</param>
    /// <param name="written">The tonic the part reads.</param>
    internal static IEnumerable<WorkingStep> Transposing(Instrument part, QuestionSetting about, NoteName written)
    {
        var sounding = NoteName.FromFifths(-part.WrittenFifths);
        var literal = about.Tonic.Fifths + part.WrittenFifths;
        // For the name of the key an octave more makes no difference.
        var interval = part.WrittenInterval is { LetterSteps: > 7 } wide
            ? new Interval(wide.LetterSteps - 7, wide.Semitones - 12)
            : part.WrittenInterval;
        yield return Why(
            !part.IsWrittenAbove ? "written-key.working.below"
                : interval == part.WrittenInterval ? "written-key.working.above"
                : "written-key.working.above.octave",
            ("part", part.InSentence),
            ("sounding", sounding),
            ("interval", CountText.WithArticle(interval.Name))
        );
        if (!NoteName.HasFifths(literal))
            yield return Why("written-key.working.far", ("written", written));
        else if (literal == written.Fifths)
            yield return Why(
                part.IsWrittenAbove ? "written-key.working.up" : "written-key.working.down",
                ("concert", about.Tonic),
                ("interval", CountText.WithArticle(interval.Name)),
                ("written", written)
            );
        else
            yield return Why(
                part.IsWrittenAbove ? "written-key.working.up.twin" : "written-key.working.down.twin",
                ("concert", about.Tonic),
                ("interval", CountText.WithArticle(interval.Name)),
                ("literal", NoteName.FromFifths(literal)),
                ("written", written)
            );
    }

    // The keys on either side of those that hold the notes, each with the note it has in place of one of them.
    private static IEnumerable<WorkingStep> NextTo(ImmutableArray<Key> keys, ImmutableArray<NoteName> notes)
    {
        foreach (
            var key in Key.Majors.Where(key =>
                key.Fifths == keys.Min(held => held.Fifths) - 1 || key.Fifths == keys.Max(held => held.Fifths) + 1
            )
        )
        {
            var scale = ScaleSpelling.Spell(ScaleTypes.Major, key.Tonic).Ascending;
            var lost = notes.First(note => !scale.Contains(note));
            yield return Why(
                "scales-containing.working",
                ("key", key),
                ("instead", scale.First(note => note.Letter == lost.Letter)),
                ("note", lost)
            );
        }
    }

    // Why a name is the same key of the piano as a note.
    private static Explained OneKey(NoteName note, NoteName name) =>
        name.Accidental == Accidental.Natural
            ? Why("enharmonic-notes.working.white", ("name", name), ("note", note))
            : Why(
                name.Accidental > 0 ? "enharmonic-notes.working.above" : "enharmonic-notes.working.below",
                ("name", name),
                ("count", Math.Abs((int)name.Accidental)),
                ("letter", new NoteName(name.Letter)),
                ("note", note)
            );

    // Twelve fifths further, where the tonic has a single accidental.
    private static Key? Theoretical(Key key)
    {
        var fifths = key.Tonic.Fifths + (key.Fifths > 0 ? -12 : 12);
        if (!NoteName.HasFifths(fifths))
            return null;
        var tonic = NoteName.FromFifths(fifths);
        var twin = new Key(tonic, key.Mode);
        return Math.Abs((int)tonic.Accidental) < 2 && twin.IsTheoretical ? twin : null;
    }
}
