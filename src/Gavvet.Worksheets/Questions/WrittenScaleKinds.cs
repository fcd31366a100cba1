using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;
using Gavvet.Worksheets.Working;
using static Gavvet.Worksheets.Questions.Kinds;

namespace Gavvet.Worksheets.Questions;

/// <summary>Questions in which a scale or its arpeggio is written on an empty staff.</summary>
internal static class WrittenScaleKinds
{
    private const string HalfNotes = "half-notes",
        Contrary = "contrary";

    // Half notes stand four in a bar.
    private const int HalvesInBar = 4;

    // Tonic, third, fifth and the upper tonic among the notes of the scale.
    private static readonly int[] ArpeggioPlaces = [0, 2, 4, 7];

    public static QuestionKind WriteScale { get; } =
        new()
        {
            Id = "write-scale",
            Group = QuestionGroup.Scales,
            Uses = KindUse.Tonic | KindUse.Clef | KindUse.Notation | KindUse.Direction | KindUse.Octaves,
            Takes = AnyScale,
            Scaffoldings =
            [
                Scaffolding.WorkedExample,
                Scaffolding.Letters,
                Scaffolding.Formula,
                Scaffolding.Signature,
                Scaffolding.Count,
                Scaffolding.Tonic,
                Scaffolding.Blank,
            ],
            Weight = 8,
            Options = [new("whole-notes"), new(HalfNotes), new(Contrary)],
            Instructs = (section, style) =>
                StepSigns.With(
                    section,
                    style,
                    Written(
                        section,
                        Texts.Say(
                            section.Notation != Notation.Signature ? "write-scale.instruction"
                                : section.Scaffolding == Scaffolding.Signature ? Major(section, "write-scale.instruction.signature-given")
                                : Major(section, "write-scale.instruction.signature"),
                            ("wholeNotes", section.Option == HalfNotes ? style.Words.HalfNotes : style.Words.WholeNotes)
                        )
                    )
                ),
            Pose = about => about.Option == Contrary ? BothHands(about) : Write(about, ScaleFacts.Prompt(about), Working),
        };

    public static QuestionKind BuildFromSteps { get; } =
        new()
        {
            Id = "build-from-steps",
            Group = QuestionGroup.Steps,
            Uses = KindUse.Tonic | KindUse.Clef,
            Takes = AnyScale,
            Scaffoldings = [Scaffolding.WorkedExample, Scaffolding.Letters, Scaffolding.Tonic, Scaffolding.Blank],
            Weight = 8,
            Instructs = (section, style) =>
                StepSigns.After(section, style, Texts.Say("build-from-steps.instruction", ("wholeNotes", style.Words.WholeNotes))),
            Pose = about =>
                Write(
                    about with
                    {
                        Notation = Notation.Accidentals,
                        Direction = Direction.Ascending,
                        Octaves = 1,
                    },
                    Texts.Say(
                        "build-from-steps.prompt",
                        ("tonic", about.Style.Say(about.Tonic)),
                        ("steps", string.Join(' ', ScaleFacts.StepSigns(about.Style, ScaleFacts.Scale(about), Direction.Ascending)))
                    ),
                    (_, scale) => [new StepsWalked(scale.Type, scale.Ascending, scale.MeasuredSteps(Direction.Ascending))]
                ),
        };

    public static QuestionKind TonicArpeggio { get; } =
        new()
        {
            Id = "tonic-arpeggio",
            Group = QuestionGroup.Chords,
            Uses = KindUse.Tonic | KindUse.Clef | KindUse.Notation | KindUse.Direction,
            Takes = type => OneWaySevens(type) && Chords.TriadsOf(ScaleSpelling.Spell(type, default))[0].Suffix is not null,
            Scaffoldings = [Scaffolding.WorkedExample, Scaffolding.Letters, Scaffolding.Tonic, Scaffolding.Blank],
            PerRow = 2,
            Weight = 5,
            Instructs = (section, style) =>
                Texts.Say(
                    section.Notation == Notation.Signature ? "tonic-arpeggio.instruction.signature" : "tonic-arpeggio.instruction",
                    ("wholeNotes", style.Words.WholeNotes)
                ),
            Pose = about =>
            {
                var notes = Arpeggio(about);
                var rows = about.Scaffolding == Scaffolding.Letters ? StaffRows.Labels : StaffRows.None;
                ImmutableArray<Mark> given = about.Scaffolding switch
                {
                    Scaffolding.Letters =>
                    [
                        .. notes.Select((note, column) => new LabelMark(column, about.Style.Say(note.Pitch.Name.Letter))),
                    ],
                    Scaffolding.Tonic => [notes[0]],
                    _ => [],
                };
                var staff = new StaffFigure(
                    about.Clef,
                    notes.Length,
                    about.Notation == Notation.Signature,
                    rows,
                    StaffRange.OfScales(about.Clef, 1, about.Part),
                    given
                );
                return new PosedQuestion(new Question(ScaleFacts.Prompt(about), [staff]), () =>
                {
                    var scale = ScaleFacts.Scale(about);
                    var chord = Chords.TriadsOf(scale)[0];
                    TwoRoutes.Agree(
                        $"the triad of {scale.Tonic}",
                        chord.Notes,
                        [
                            scale.Tonic,
                            .. new[] { scale.Type.Degrees[2], scale.Type.Degrees[4] }.Select(degree => scale.Tonic.Up(degree.FromTonic)),
                        ]
                    );
                    ImmutableArray<Mark> marks = [.. SignatureOf(about), .. notes.Skip(about.Scaffolding == Scaffolding.Tonic ? 1 : 0)];
                    return new Answer(
                        about.Style,
                        [marks],
                        [new AnsweredLine(new NotesPart([.. notes.Select(note => note.Pitch.Name)]))],
                        [
                            .. FoundAsWritten(about with { Direction = Direction.Ascending }),
                            Why("tonic-arpeggio.working", ("notes", chord.Notes)),
                        ]
                    );
                });
            },
        };

    /// <summary>An empty staff, with what the section gives, and the whole scale as the answer.</summary>
    internal static PosedQuestion Write(
        QuestionSetting about,
        string prompt,
        Func<QuestionSetting, Scale, ImmutableArray<WorkingStep>> working,
        bool asksTonic = false
    )
    {
        var scale = ScaleFacts.Scale(about);
        var given = Given(about, scale);
        var rows = about.Scaffolding switch
        {
            Scaffolding.Letters => StaffRows.Labels,
            Scaffolding.Formula => StaffRows.Gaps,
            _ => StaffRows.None,
        };
        var halves = about.Option == HalfNotes;
        var staff = new StaffFigure(
            about.Clef,
            ScaleFacts.Notes(about, scale).Length,
            about.Notation == Notation.Signature,
            rows,
            ScaleFacts.Room(about),
            given
        )
        {
            InHalfNotes = halves,
            NotesInBar = halves ? HalvesInBar : 0,
        };
        return new PosedQuestion(
            new Question(about.Scaffolding == Scaffolding.Count ? $"{prompt} ({ScaleFacts.CountInWords(about, scale)})" : prompt, [staff]),
            () =>
            {
                ScaleFacts.Steps(scale, about.Direction);
                var answer = ScaleFacts.WholeScale(
                    about,
                    scale,
                    [
                        [.. SignatureOf(about).Concat(ScaleFacts.OnStaff(about, scale, staff.NotesInBar)).Except(given)],
                    ],
                    ScaleFacts.Notes(about, scale),
                    working(about, scale)
                );
                return answer with { Written = answer.Written! with { AsksTonic = asksTonic && about.Scaffolding != Scaffolding.Tonic } };
            }
        );
    }

    // From the tonic out: up on one staff, down on the other.
    private static PosedQuestion BothHands(QuestionSetting about)
    {
        QuestionSetting[] hands =
        [
            about with
            {
                Direction = Direction.Ascending,
            },
            about with
            {
                Direction = Direction.Descending,
                Clef = Clef.Bass,
                Part = null,
            },
        ];
        var scale = ScaleFacts.Scale(about);
        ImmutableArray<Mark> GivenTo(QuestionSetting hand) => Given(hand, scale);
        StaffFigure Staff(QuestionSetting hand) =>
            new(
                hand.Clef,
                ScaleFacts.Notes(hand, scale).Length,
                hand.Notation == Notation.Signature,
                hand.Scaffolding switch
                {
                    Scaffolding.Letters => StaffRows.Labels,
                    Scaffolding.Formula => StaffRows.Gaps,
                    _ => StaffRows.None,
                },
                ScaleFacts.Room(hand),
                GivenTo(hand)
            );
        var prompt = Texts.Say("write-scale.prompt.contrary", ("scale", ScaleFacts.Named(about)));
        if (about.Scaffolding == Scaffolding.Count)
            prompt = $"{prompt} ({ScaleFacts.CountInWords(about with { Direction = Direction.Both }, scale)})";
        return new PosedQuestion(new Question(prompt, [.. hands.Select(Staff)]), () =>
        {
            foreach (var hand in hands)
                ScaleFacts.Steps(scale, hand.Direction);
            return new Answer(
                about.Style,
                [
                    .. hands.Select(hand =>
                        SignatureOf(hand).Concat(ScaleFacts.OnStaff(hand, scale)).Except(GivenTo(hand)).ToImmutableArray()
                    ),
                ],
                [
                    .. hands.Select(hand => new AnsweredLine(
                        new NotesPart(ScaleFacts.Notes(hand, scale)),
                        ScaleFacts.OtherSpellings(hand, scale).Accepted
                    )),
                ],
                Working(about with { Direction = Direction.Both }, scale)
            );
        });
    }

    private static string Written(Section section, string instruction) =>
        section.Option switch
        {
            HalfNotes => Texts.Say("write-scale.instruction.half-notes", ("instruction", instruction)),
            Contrary => Texts.Say("write-scale.instruction.contrary", ("instruction", instruction)),
            _ => instruction,
        };

    private static ImmutableArray<Mark> Given(QuestionSetting about, Scale scale) =>
        about.Scaffolding switch
        {
            Scaffolding.Letters =>
            [
                .. ScaleFacts.Notes(about, scale).Select((name, column) => new LabelMark(column, about.Style.Say(name.Letter))),
            ],
            Scaffolding.Formula => [.. ScaleFacts.StepSigns(about, scale).Select((sign, column) => new GapMark(column, sign))],
            Scaffolding.Signature => [.. SignatureOf(about)],
            Scaffolding.Tonic => [ScaleFacts.OnStaff(about, scale)[0]],
            _ => [],
        };

    // A major scale written with accidentals is walked by its steps; every other goes the way the house style names.
    internal static ImmutableArray<WorkingStep> Working(QuestionSetting about, Scale scale)
    {
        if (!about.Scale.IsMajor)
            return FoundAsWritten(about);
        var names = scale.Notes(about.Direction);
        return
        [
            new LettersWritten([.. names.Select(name => name.Letter)]),
            ScaleFacts.HasSignature(about)
                ? new SignatureUsed(about.Key, ScaleFacts.Printed(about))
                : new StepsWalked(scale.Type, names, scale.MeasuredSteps(about.Direction)),
            ScaleFacts.Counted(scale),
        ];
    }

    // A major scale needs no sign besides its signature, so nothing is said of any.
    private static string Major(Section section, string id) => section.Scales is [{ IsMajor: true }] ? $"{id}.major" : id;

    private static ImmutableArray<NoteMark> Arpeggio(QuestionSetting about)
    {
        var scale = ScaleFacts.Scale(about);
        var rising = scale.Pitches(Direction.Ascending, (about with { Octaves = 1 }).LowestTonic(scale));
        ImmutableArray<Pitch> up = [.. ArpeggioPlaces.Select(place => rising[place])];
        ImmutableArray<Pitch> line = about.Direction switch
        {
            Direction.Ascending => up,
            Direction.Descending => [.. up.Reverse()],
            _ => [.. up, .. up.Reverse().Skip(1)],
        };
        return StaffNotes.InOneBar(line, ScaleFacts.Printed(about), about.Style);
    }
}
