using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Wording;
using Gavvet.Worksheets.Working;
using static Gavvet.Worksheets.Questions.Kinds;

namespace Gavvet.Worksheets.Questions;

/// <summary>Transposing what a part reads: to concert pitch, and to another part.</summary>
internal static class TransposeKinds
{
    private const string ToPart = "to-part";

    private static readonly ImmutableArray<(Instrument From, Instrument To)> Pairs =
    [
        .. KeyKinds
            .Parts.SelectMany(_ => KeyKinds.Parts, (from, to) => (from, to))
            .Where(pair => pair.from.WrittenFifths != pair.to.WrittenFifths),
    ];

    public static QuestionKind TransposeBetween { get; } =
        InWords("transpose-between", QuestionGroup.Enharmonic, Keys, about =>
        {
            var (from, to) = About(about);
            var prompt = to is null
                ? Texts.Say("transpose-between.prompt", ("part", from.InSentence), ("key", about.Style.Say(about.Key)))
                : Texts.Say(
                    "transpose-between.prompt.part",
                    ("part", from.InSentence),
                    ("key", about.Style.Say(about.Key)),
                    ("other", to.InSentence)
                );
            return OnLines(prompt, OneName(ModeWord(about.Key.Mode)), () =>
            {
                var key = about.Key;
                var concert = Transposed(key, -from.WrittenFifths);
                // By fifths, and by moving a pitch.
                TwoRoutes.Agree(
                    $"{key} of {from.Name} at concert pitch",
                    concert.Tonic.PitchClass,
                    from.Sounding(new Pitch(key.Tonic, 4)).Name.PitchClass
                );
                var asked = to is null ? concert : Transposed(concert, to.WrittenFifths);
                if (to is not null)
                    TwoRoutes.Agree(
                        $"{concert} for {to.Name}",
                        asked.Tonic.PitchClass,
                        to.Written(new Pitch(concert.Tonic, 4)).Name.PitchClass
                    );
                ImmutableArray<WorkingStep> working =
                [
                    Said(
                        "transpose-between.working.sounds",
                        Literal(key, -from.WrittenFifths),
                        concert,
                        ("part", from.InSentence),
                        ("sounding", NoteName.FromFifths(-from.WrittenFifths)),
                        ("key", key),
                        ("concert", concert)
                    ),
                    .. to is null
                        ? ImmutableArray<WorkingStep>.Empty
                        :
                        [
                            Said(
                                "transpose-between.working.reads",
                                Literal(concert, to.WrittenFifths),
                                asked,
                                ("part", to.InSentence),
                                ("sounding", NoteName.FromFifths(-to.WrittenFifths)),
                                ("concert", concert),
                                ("key", asked)
                            ),
                        ],
                    new SignatureUsed(asked, ScaleFacts.Signature(asked)),
                ];
                return Line(about, working, new NotesPart(asked.Tonic), asked.EnharmonicTwin is { } twin ? [new KeysPart(twin)] : []);
            });
        }) with
        {
            // What it needs besides, and what it asks and confuses.
            Uses = KindUse.Tonic | KindUse.Words | KindUse.ConcertPitch,
            Weight = 5,
            Confuses = (about, answer) =>
                answer.Lines is [{ Right: NotesPart { Notes: [var right] } }]
                    ? KindConfusions.OfTransposing(
                        about.Key,
                        (About(about).To?.WrittenFifths ?? 0) - About(about).From.WrittenFifths,
                        new Key(right, about.Key.Mode)
                    )
                    : [],
            Options = [new("to-concert"), new(ToPart)],
            Variants = _ => KeyKinds.Parts.Length,
            VariantsAs = (section, _) => section.Option == ToPart ? Pairs.Length : KeyKinds.Parts.Length,
        };

    private static (Instrument From, Instrument? To) About(QuestionSetting about) =>
        about.Option == ToPart ? Pairs[about.Variant] : (KeyKinds.Parts[about.Variant], null);

    // By the one rule for what is written: of the keys that sound alike the one with fewer signs.
    private static Key Transposed(Key key, int fifths) =>
        new(Transposition.Easiest(key.ScaleType, key.Tonic.Fifths + fifths, key.Tonic)!.Value, key.Mode);

    // The interval moved letter by letter; null where that key has no name here.
    private static Key? Literal(Key key, int fifths) =>
        NoteName.HasFifths(key.Tonic.Fifths + fifths) ? new Key(NoteName.FromFifths(key.Tonic.Fifths + fifths), key.Mode) : null;

    // Where another name of the key is handier, both are said.
    private static Explained Said(string message, Key? literal, Key handier, params ReadOnlySpan<(string Name, object What)> about) =>
        literal is { } named && named != handier ? Why($"{message}.twin", [.. about, ("literal", named)]) : Why(message, about);
}
