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
        [.. new[] { "trumpet", "clarinet", "alto-sax", "tenor-sax", "baritone-sax", "horn", "cor-anglais", "e-flat-clarinet" }.Select(Instrument.Parse)];

    public static QuestionKind RelativeKey { get; } = InWords("relative-key", QuestionGroup.Signatures, Keys, about => OnLines(about.Style.Say(about.Key), OneName(ModeWord(about.Key.Relative.Mode)), () =>
    {
        var key = about.Key;
        // By fifths, and by climbing a minor third from a minor key or a major sixth from a major one.
        var climbed = key.Tonic.Up(key.Mode == KeyMode.Minor ? new Interval(2, 3) : new Interval(5, 9));
        var tonic = TwoRoutes.Agree($"the relative of {key}", key.Relative.Tonic, climbed);
        return Line(about, [new RelativeFound(key, key.Relative), new SignatureUsed(key.Relative, ScaleFacts.Signature(key.Relative))], new NotesPart(tonic));
    })) with
    {
        PerRow = 2,
    };

    public static QuestionKind ParallelKey { get; } = InWords("parallel-key", QuestionGroup.Signatures, Keys, about =>
    {
        var (key, parallel) = (about.Key, about.Key.Parallel);
        return OnLines(Texts.Say("parallel-key.prompt", ("key", about.Style.Say(key)), ("parallel", about.Style.Say(parallel))), OneName(), () =>
        {
            var signature = ScaleFacts.Signature(parallel);
            // A parallel minor lies three fifths to the flat side of its major.
            TwoRoutes.Agree($"the signature of {parallel}", signature.Fifths, key.Fifths + (key.Mode == KeyMode.Major ? -3 : 3));
            return Line(about, [new SignatureUsed(key, ScaleFacts.Signature(key)), new SignatureUsed(parallel, signature)], new SignaturePart(signature));
        });
    }) with
    {
        Asks = draw => !draw.Key.Parallel.IsTheoretical,
    };

    public static QuestionKind SameLetterTwin { get; } = InWords("same-letter-twin", QuestionGroup.Signatures, Keys, about =>
    {
        var (key, twin) = (about.Key, about.Key.SameLetterTwins[about.Variant]);
        return OnLines(Texts.Say("same-letter-twin.prompt", ("key", about.Style.Say(key)), ("signature", ScaleFacts.Signature(key)), ("twin", about.Style.Say(twin))), OneName(), () =>
        {
            var signature = ScaleFacts.Signature(twin);
            TwoRoutes.Agree($"the signature of {twin}", signature.Count, KeySignature.Most - ScaleFacts.Signature(key).Count);
            return Line(about, [new SignatureUsed(key, ScaleFacts.Signature(key)), new SignatureUsed(twin, signature)], new SignaturePart(signature));
        });
    }) with
    {
        Variants = _ => 2,
        Asks = draw => draw.Variant < draw.Key.SameLetterTwins.Length,
    };

    public static QuestionKind EnharmonicKey { get; } = InWords("enharmonic-key", QuestionGroup.Enharmonic, Keys, about => OnLines(about.Style.Say(about.Key), OneName(ModeWord(about.Key.Mode)), () =>
    {
        var key = about.Key;
        var bySound = (key.Mode == KeyMode.Major ? Key.Majors : Key.Minors).Single(other => other != key && other.Tonic.PitchClass == key.Tonic.PitchClass);
        var twin = new Key(TwoRoutes.Agree($"the twin of {key}", key.EnharmonicTwin!.Value.Tonic, bySound.Tonic), key.Mode);
        return Line(about, [new SignatureUsed(key, ScaleFacts.Signature(key)), new SignatureUsed(twin, ScaleFacts.Signature(twin))], new NotesPart(twin.Tonic));
    })) with
    {
        PerRow = 2,
        Asks = draw => draw.Key.EnharmonicTwin is not null,
    };

    public static QuestionKind PracticalKey { get; } = InWords("practical-key", QuestionGroup.Enharmonic, Keys, about =>
    {
        var theoretical = Theoretical(about.Key)!.Value;
        return OnLines(about.Style.Say(theoretical), OneName(ModeWord(about.Key.Mode)), () =>
        {
            var twin = TwoRoutes.Agree($"the practical twin of {theoretical}", theoretical.PracticalTwin.Tonic, about.Tonic);
            return Line(about, [new SignatureImpossible(theoretical), new SignatureUsed(about.Key, ScaleFacts.Signature(about.Key))], new NotesPart(twin));
        });
    }) with
    {
        PerRow = 2,
        Asks = draw => Theoretical(draw.Key) is not null,
    };

    public static QuestionKind WrittenKey { get; } = InWords("written-key", QuestionGroup.Enharmonic, Keys, about =>
    {
        var part = Parts[about.Variant];
        return OnLines(Texts.Say("written-key.prompt", ("part", part.Name), ("key", about.Style.Say(about.Key))), OneName(ModeWord(about.Key.Mode)), () =>
        {
            var written = new Key(part.WrittenTonic(about.Scale, about.Tonic), about.Key.Mode);
            // An exact transposition of the pitch sounds the same as the key chosen.
            TwoRoutes.Agree($"{about.Key} for {part.Name}", written.Tonic.PitchClass, part.Written(new Pitch(about.Tonic, 4)).Name.PitchClass);
            return Line(about, [new SignatureUsed(written, ScaleFacts.Signature(written))], new NotesPart(written.Tonic), written.EnharmonicTwin is { } twin ? [new KeysPart(twin)] : []);
        });
    }) with
    {
        Uses = KindUse.Tonic | KindUse.Words | KindUse.ConcertPitch,
        Variants = _ => Parts.Length,
    };

    public static QuestionKind KeyFromDegree { get; } = InWords("key-from-degree", QuestionGroup.Degrees, Keys, about =>
    {
        var scale = ScaleFacts.Scale(about);
        var (note, degree) = (scale.Ascending[about.Variant + 1], scale.Type.Degrees[about.Variant + 1]);
        var prompt = Texts.Say("key-from-degree.prompt", ("note", about.Style.Say(note)), ("degree", about.Style.Name(about.Scale, about.Scale.Degrees[about.Variant + 1])), ("scale", about.Scale.Name));
        return OnLines(prompt, OneName(ModeWord(about.Key.Mode)), () =>
        {
            // Down by fifths from the note, and the one practical key whose scale has it in that place.
            var searched = (about.Key.Mode == KeyMode.Major ? Key.Majors : Key.Minors).Single(key => ScaleSpelling.Spell(key.ScaleType, key.Tonic).Ascending[about.Variant + 1] == note);
            var tonic = TwoRoutes.Agree($"the key in which {note} is {degree}", NoteName.FromFifths(note.Fifths - degree.Fifths), searched.Tonic);
            return Line(about, ScaleWorking.Of(about.Scale, tonic, about.Style), new NotesPart(tonic));
        });
    }) with
    {
        Variants = _ => 6,
    };

    public static QuestionKind ScalesContaining { get; } = InWords("scales-containing", QuestionGroup.Signatures, MajorAlone, about =>
    {
        var notes = Chords.TriadsOf(ScaleFacts.Scale(about))[about.Variant].Notes;
        return OnLines(about.Style.Say(notes), Names, () =>
        {
            var spelled = Key.Majors.Where(key => notes.All(ScaleSpelling.Spell(ScaleTypes.Major, key.Tonic).Ascending.Contains)).ToImmutableArray();
            // A major scale reaches from one fifth below its tonic to five above.
            var (least, most) = (notes.Min(note => note.Fifths), notes.Max(note => note.Fifths));
            var bySpan = Key.Majors.Where(key => key.Fifths - 1 <= least && most <= key.Fifths + 5).ToImmutableArray();
            var keys = TwoRoutes.Agree("the keys that hold the notes", spelled, bySpan);
            return Line(about, [.. keys.Select(key => new SignatureUsed(key, ScaleFacts.Signature(key)))], new KeysPart(keys, AnyOrder: true));
        });
    }) with
    {
        Variants = _ => 7,
    };

    public static QuestionKind EnharmonicNotes { get; } = InWords("enharmonic-notes", QuestionGroup.Enharmonic, MajorAlone, about => OnLines(about.Style.Say(about.Tonic), Names, () =>
    {
        var bySound = NoteName.All.Where(note => note != about.Tonic && note.PitchClass == about.Tonic.PitchClass).OrderBy(note => note.Letter).ToImmutableArray();
        var byFifths = new[] { -24, -12, 12, 24 }.Select(turn => about.Tonic.Fifths + turn).Where(NoteName.HasFifths).Select(NoteName.FromFifths).OrderBy(note => note.Letter).ToImmutableArray();
        return Line(about, [], new NotesPart(TwoRoutes.Agree($"the names of {about.Tonic}", bySound, byFifths), AnyOrder: true));
    })) with
    {
        PerRow = 2,
    };

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
