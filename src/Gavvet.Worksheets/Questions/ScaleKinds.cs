using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Wording;
using Gavvet.Worksheets.Working;
using static Gavvet.Worksheets.Questions.Kinds;

namespace Gavvet.Worksheets.Questions;

/// <summary>Questions in words about a whole scale: its steps, its halves, its repeats, the scale that shares its notes.</summary>
internal static class ScaleKinds
{
    private const string Palindrome = "palindrome",
        Repeating = "repeating";

    public static QuestionKind NameFromSteps { get; } =
        InWords("name-from-steps", QuestionGroup.Steps, AnyScale, about =>
        {
            about = OnPlainTonic(about);
            var scale = ScaleFacts.Scale(about);
            return OnLines(string.Join(" ", ScaleFacts.StepSigns(about.Style, scale, Direction.Ascending)), Names, () =>
            {
                ScaleFacts.Steps(scale, Direction.Ascending);
                var same = ScaleTypes.All.Where(type => type.Id != about.Scale.Id && type.Steps.SequenceEqual(scale.Type.Steps));
                return Line(
                    about,
                    [Walked(scale), Why("name-from-steps.working", ("degrees", scale.Type.Degrees))],
                    new ScalePart(about.Scale),
                    [.. same.Select(type => new ScalePart(type))]
                );
            });
        }) with
        {
            // What it needs besides, and what it asks and confuses.
            Uses = KindUse.Words,
            Instructs = (section, style) => StepSigns.After(section, style, Texts.Say("name-from-steps.instruction")),
        };

    public static QuestionKind JoinTetrachords { get; } = InWords("join-tetrachords", QuestionGroup.Steps, OneWaySevens, about =>
        {
            ImmutableArray<AnswerLine> lines =
            [
                new AnswerLine(Texts.Say("line.lower"), "", AnswerRoom.Name),
                new AnswerLine(Texts.Say("line.upper"), "", AnswerRoom.Name),
            ];
            return OnLines(ScaleFacts.Named(about), lines, () =>
            {
                var scale = ScaleFacts.Scale(about);
                ScaleFacts.Steps(scale, Direction.Ascending);
                var signs = ScaleFacts.StepSigns(about.Style, scale, Direction.Ascending);
                var halves = Why(
                    "join-tetrachords.working",
                    ("lower", string.Join(' ', signs[..3])),
                    ("upper", string.Join(' ', signs[4..])),
                    ("between", signs[3])
                );
                return Lines(
                    about,
                    [.. Found(about), halves],
                    [new AnsweredLine(new NotesPart(scale.Ascending[..4])), new AnsweredLine(new NotesPart(scale.Ascending[4..]))]
                );
            });
        });

    public static QuestionKind RelativePentatonic { get; } =
        InWords(
            "relative-pentatonic",
            QuestionGroup.OtherScales,
            type => type == ScaleTypes.MajorPentatonic || type == ScaleTypes.MinorPentatonic,
            about =>
            {
                var other = about.Scale == ScaleTypes.MinorPentatonic ? ScaleTypes.MajorPentatonic : ScaleTypes.MinorPentatonic;
                return OnLines(ScaleFacts.Named(about), OneName(other.Name), () =>
                {
                    var fifths = about.Tonic.Fifths + (about.Scale.HasMinorThird ? -3 : 3);
                    var notes = ScaleFacts.Scale(about).Ascending[..^1];
                    var bySet = notes.Single(note =>
                        ScaleSpelling.CanSpell(other, note) && ScaleSpelling.Spell(other, note).Ascending.All(notes.Contains)
                    );
                    var tonic = TwoRoutes.Agree($"the relative of {about.Tonic} {about.Scale.Name}", NoteName.FromFifths(fifths), bySet);
                    var (minor, major) =
                        about.Scale == ScaleTypes.MinorPentatonic
                            ? (ScaleFacts.Scale(about), ScaleSpelling.Spell(other, tonic))
                            : (ScaleSpelling.Spell(other, tonic), ScaleFacts.Scale(about));
                    return Line(
                        about,
                        [
                            .. Found(about),
                            Why("relative-pentatonic.working", ("minor", minor), ("major", major), ("notes", major.Ascending)),
                        ],
                        new NotesPart(tonic)
                    );
                });
            }
        ) with
        {
            IsOrdinary = draw => !new Key(draw.Tonic, draw.Scale.HasMinorThird ? KeyMode.Minor : KeyMode.Major).IsTheoretical,
        };

    public static QuestionKind AugmentedSeconds { get; } =
        InWords(
            "augmented-seconds",
            QuestionGroup.OtherScales,
            type => OneWaySevens(type) && type.Steps.Contains(3),
            about => OnLines(ScaleFacts.Named(about), Names, () =>
                {
                    var scale = ScaleFacts.Scale(about);
                    var steps = ScaleFacts.Steps(scale, Direction.Ascending);
                    var listed = Enumerable.Range(0, steps.Length).Where(i => steps[i] == 3).ToImmutableArray();
                    var spelled = Enumerable
                        .Range(0, steps.Length)
                        .Where(i => Interval.Between(scale.Ascending[i], scale.Ascending[i + 1]) == new Interval(1, 3))
                        .ToImmutableArray();
                    var pairs = TwoRoutes.Agree($"the augmented seconds of {scale.Tonic} {scale.Type.Name}", listed, spelled);
                    return Line(
                        about,
                        [
                            new StepsWalked(scale.Type, scale.Ascending, steps),
                            Why(
                                "augmented-seconds.working",
                                ("neighboring", about.Style.Words.Neighboring),
                                ("halfStep", about.Style.Word(1, 1))
                            ),
                        ],
                        new PairsPart([.. pairs.Select(i => (scale.Ascending[i], scale.Ascending[i + 1]))], [])
                    );
                })
        );

    public static QuestionKind SameNotes { get; } =
        InWords(
            "same-notes",
            QuestionGroup.OtherScales,
            type => type.Transpositions() is > 1 and < 12,
            about => OnLines(ScaleFacts.Named(about), Names, () =>
                {
                    var scale = ScaleFacts.Scale(about);
                    var tonics = about.Scale.TonicsSharingNotes(about.Tonic);
                    // Those on which the same piano keys come up.
                    var sounds = scale.Ascending.Select(note => note.PitchClass).ToHashSet();
                    var searched = Enumerable
                        .Range(0, 12)
                        .Where(key =>
                            key != about.Tonic.PitchClass
                            && scale.Type.Degrees.All(degree => sounds.Contains((((key + degree.Semitones) % 12) + 12) % 12))
                        )
                        .ToImmutableArray();
                    TwoRoutes.Agree(
                        $"the tonics that share {scale.Tonic} {scale.Type.Name}",
                        [.. tonics.Select(note => note.PitchClass).Order()],
                        searched
                    );
                    return Line(
                        about,
                        [
                            Walked(scale),
                            Why("same-notes.working", ("count", about.Scale.Transpositions()), ("notes", tonics.Insert(0, about.Tonic))),
                        ],
                        new NotesPart(tonics, AnyOrder: true, BySound: true)
                    ) with
                    {
                        Remarks = [Texts.Say("same-notes.remark")],
                    };
                })
        );

    public static QuestionKind ChooseSpelling { get; } =
        InWords(
            "choose-spelling",
            QuestionGroup.Enharmonic,
            type => type == ScaleTypes.HarmonicMinor,
            about =>
            {
                var names = BothNames(about);
                return OnLines(
                    Texts.Say(
                        "choose-spelling.prompt",
                        ("scale", ScaleFacts.Named(about)),
                        ("first", about.Style.Say(names[0])),
                        ("second", about.Style.Say(names[1]))
                    ),
                    OneName(),
                    () =>
                    {
                        var scale = ScaleFacts.Scale(about);
                        var seventh = TwoRoutes.Agree(
                            $"the seventh of {scale.Tonic}",
                            scale.Ascending[^2],
                            scale.Tonic.Up(new Interval(6, 11))
                        );
                        return Line(about, Found(about), new NotesPart(seventh));
                    }
                );
            }
        ) with
        {
            Offers = about => [.. BothNames(about).Select(note => new NotesPart(note))],
        };

    public static QuestionKind ScalePattern { get; } =
        InWords("scale-facts", QuestionGroup.OtherScales, AnyScale, about =>
            OnLines(
                CountText.Capitalized(about.Style.NameOf(about.Scale)),
                [new AnswerLine("", "", about.Option == Repeating ? AnswerRoom.Name : AnswerRoom.Number)],
                () =>
                {
                    about = OnPlainTonic(about);
                    var scale = ScaleFacts.Scale(about);
                    return Line(
                        about,
                        [Walked(scale), Reason(about, scale)],
                        about.Option switch
                        {
                            Palindrome => new YesNoPart(IsPalindrome(scale)),
                            Repeating => new StepsPart(RepeatingSteps(about, scale), " "),
                            _ => new NumberPart(Transpositions(about, scale)),
                        }
                    );
                }
            )
        ) with
        {
            Uses = KindUse.Words,
            Options = [new("transpositions"), new(Palindrome), new(Repeating)],
            Instructs = (section, style) =>
                section.Option switch
                {
                    Palindrome => Texts.Say("scale-facts.instruction.palindrome"),
                    Repeating => StepSigns.After(section, style, Texts.Say("scale-facts.instruction.repeating")),
                    _ => Texts.Say("scale-facts.instruction"),
                },
            Offers = about => about.Option == Palindrome ? [new YesNoPart(true), new YesNoPart(false)] : [],
            Variants = type => type.Transpositions() < 12 ? 1 : 0,
            VariantsAs = (section, type) =>
                section.Option == Palindrome ? (type.Steps.SequenceEqual(type.Down.Steps) ? 1 : 0)
                : type.Transpositions() < 12 ? 1
                : 0,
        };

    // The seventh and its other name, in the order of the letters, so that the order tells nothing.
    private static NoteName[] BothNames(QuestionSetting about)
    {
        var seventh = ScaleFacts.Scale(about).Ascending[^2];
        var other = NoteName
            .All.Where(note => note != seventh && note.PitchClass == seventh.PitchClass)
            .OrderBy(note => Math.Abs((int)note.Accidental))
            .First();
        return [.. new[] { seventh, other }.OrderBy(note => note.Letter)];
    }

    private static Explained Reason(QuestionSetting about, Scale scale) =>
        about.Option switch
        {
            Palindrome => Why(
                IsPalindrome(scale) ? "scale-facts.working.palindrome" : "scale-facts.working.no-palindrome",
                ("steps", string.Join(' ', ScaleFacts.StepSigns(about.Style, scale, Direction.Ascending).Reverse()))
            ),
            Repeating => Why(
                "scale-facts.working.repeating",
                ("count", scale.Type.Transpositions()),
                ("times", 12 / scale.Type.Transpositions())
            ),
            _ => Why("scale-facts.working", ("count", scale.Type.Transpositions())),
        };

    private static StepsWalked Walked(Scale scale) => new(scale.Type, scale.Ascending, scale.MeasuredSteps(Direction.Ascending));

    // By how far it must move to meet itself, and by counting the sets of keys on all twelve.
    private static int Transpositions(QuestionSetting about, Scale scale)
    {
        var sets = Enumerable
            .Range(0, 12)
            .Select(key => string.Join(' ', scale.Type.Degrees.Select(degree => (((key + degree.Semitones) % 12) + 12) % 12).Order()))
            .Distinct()
            .Count();
        return TwoRoutes.Agree($"the different {scale.Type.Name} scales", about.Scale.Transpositions(), sets);
    }

    // By its steps, and by its degrees mirrored in the octave.
    private static bool IsPalindrome(Scale scale)
    {
        var sounds = scale.Type.Degrees.Select(degree => degree.Semitones).ToHashSet();
        return TwoRoutes.Agree(
            $"the pattern of {scale.Type.Name}",
            scale.Type.Steps.SequenceEqual(scale.Type.Steps.Reverse()),
            sounds.All(sound => sounds.Contains((12 - sound) % 12))
        );
    }

    // The shortest group of steps that makes the octave, and as many semitones as there are different transpositions.
    private static ImmutableArray<(int, int)> RepeatingSteps(QuestionSetting about, Scale scale)
    {
        var steps = ScaleFacts.Steps(scale, Direction.Ascending);
        var length = Enumerable
            .Range(1, steps.Length)
            .First(size => Enumerable.Range(0, steps.Length).All(i => steps[i] == steps[i % size]) && steps.Length % size == 0);
        TwoRoutes.Agree($"the repeating steps of {scale.Type.Name}", steps.Take(length).Sum(), Transpositions(about, scale));
        return ScaleFacts.NamedSteps(scale, Direction.Ascending)[..length];
    }
}
