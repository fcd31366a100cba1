using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;
using Gavvet.Worksheets.Working;
using static Gavvet.Worksheets.Questions.Kinds;

namespace Gavvet.Worksheets.Questions;

/// <summary>Questions that print a scale on a staff and ask something about it.</summary>
internal static class PrintedScaleKinds
{
    private const string Wide = "augmented";
    private const int EveryThird = 3;

    public static QuestionKind WriteSteps { get; } =
        About("write-steps", QuestionGroup.Steps, AnyScale, about => new PosedQuestion(Print(about, StaffRows.Gaps), () =>
        {
            var scale = ScaleFacts.Scale(about);
            var signs = ScaleFacts.StepSigns(about.Style, scale, about.Direction);
            return new Answer(
                about.Style,
                [
                    [.. signs.Select((sign, column) => new GapMark(column, sign))],
                ],
                [new AnsweredLine(new StepsPart(ScaleFacts.NamedSteps(scale, about.Direction), "–"))],
                [new StepsWalked(scale.Type, scale.Notes(about.Direction), scale.MeasuredSteps(about.Direction))]
            )
            {
                Remarks = BySize(scale, about.Direction, signs),
            };
        })) with
        {
            Instructs = (section, style) => Texts.Say("write-steps.instruction", ("signs", StepSigns.Named(section, style))),
        };

    public static QuestionKind MarkSemitones { get; } =
        About(
            "mark-semitones",
            QuestionGroup.Steps,
            type => type.Steps.Contains(1) && type.Steps.Any(step => step != 1),
            about => new PosedQuestion(Print(about, StaffRows.Slurs), () =>
            {
                var scale = ScaleFacts.Scale(about);
                var notes = scale.Notes(about.Direction);
                var steps = ScaleFacts.Steps(scale, about.Direction);
                ImmutableArray<int> columns = [.. Enumerable.Range(0, steps.Length).Where(column => steps[column] == 1)];
                ImmutableArray<int> wide =
                    about.Option == Wide
                        ?
                        [
                            .. Enumerable
                                .Range(0, steps.Length)
                                .Where(column =>
                                    steps[column] == 3 && StepNaming.LettersBetween(scale.Type, notes[column], notes[column + 1]) == 1
                                ),
                        ]
                        : [];
                ImmutableArray<(NoteName, NoteName)> Pairs(ImmutableArray<int> places) =>
                    [.. places.Select(column => (notes[column], notes[column + 1]))];
                return new Answer(
                    about.Style,
                    [
                        [.. columns.Select(column => new SlurMark(column)), .. wide.Select(column => new BracketMark(column))],
                    ],
                    [new AnsweredLine(new PairsPart(Pairs(columns), Pairs(wide)))],
                    [new StepsWalked(scale.Type, notes, steps), new HalfStepsFound(Pairs(columns))]
                );
            })
        ) with
        {
            Options = [new("half-steps"), new(Wide)],
            VariantsAs = (section, type) => section.Option != Wide || StepSigns.WidthsOf(type).Contains((3, 1)) ? 1 : 0,
        };

    public static QuestionKind LabelDegrees { get; } =
        About("label-degrees", QuestionGroup.Degrees, AnyScale, about => new PosedQuestion(Print(about, StaffRows.Labels), () =>
        {
            var scale = ScaleFacts.Scale(about);
            // As the table lists them, and as each note lies to the tonic.
            var degrees = TwoRoutes.Agree(
                $"the degrees of {scale.Tonic} {scale.Type.Name}",
                scale.DegreesOf(about.Direction),
                [.. scale.Notes(about.Direction).Select(note => Degree.FromFifths(note.Fifths - scale.Tonic.Fifths))]
            );
            return new Answer(
                about.Style,
                [
                    [.. degrees.Select((degree, column) => new LabelMark(column, about.Style.Label(about.Scale, degree)))],
                ],
                [new AnsweredLine(new DegreeLabelsPart(about.Scale, degrees))],
                [Against(scale), .. FoundAsWritten(about)]
            )
            {
                // The octave is the eighth degree as well as the first.
                Remarks = about.Style.Degrees is DegreeWords.Numerals or DegreeWords.Syllables ? [] : [Texts.Say("label-degrees.remark")],
            };
        })) with
        {
            Asks = (draw, style) =>
                style.Degrees != DegreeWords.Syllables
                || draw.Scale.Up.Degrees.Union(draw.Scale.Down.Degrees).All(degree => style.Syllable(draw.Scale, degree) is not null),
            Instructs = (_, style) =>
                Texts.Say(
                    style.Degrees switch
                    {
                        DegreeWords.Numerals => "label-degrees.instruction.numerals",
                        DegreeWords.Syllables => "label-degrees.instruction.syllables",
                        _ => "label-degrees.instruction",
                    }
                ),
        };

    public static QuestionKind IdentifyScale { get; } =
        About("identify-scale", QuestionGroup.Scales, AnyScale, about =>
        {
            var prompt = Texts.Say(
                "identify-scale.prompt",
                ("tonic", about.Style.Say(about.Tonic)),
                ("direction", ScaleFacts.DirectionWords(about.Direction))
            );
            return new PosedQuestion(Print(about, StaffRows.None, prompt, new AnswerLinesFigure(Names)), () =>
            {
                // Matched against the whole catalogue: every scale that is written just so is a right name.
                var right = Identification.Of(ScaleFacts.Scale(about).Notes(about.Direction), about.Direction, about.Style);
                TwoRoutes.Agree($"what {about.Tonic} {about.Scale.Name} is", right.Any(type => type.Id == about.Scale.Id), true);
                var others = right.Where(type => type.Id != about.Scale.Id).Select(type => new ScalePart(type, about.Tonic));
                return Lines(
                    about,
                    [Against(ScaleFacts.Scale(about)), .. FoundAsWritten(about)],
                    [new AnsweredLine(new ScalePart(about.Scale, about.Tonic), [.. others])],
                    figures: 1
                );
            });
        }) with
        {
            // What it needs besides, and what it asks and confuses.
            Uses = KindUse.Tonic | KindUse.Clef | KindUse.Notation | KindUse.Direction | KindUse.PrintedScale | KindUse.Words,
            Confuses = KindConfusions.OfScale,
        };

    public static QuestionKind CompleteScale { get; } = GoingUp("complete-scale", QuestionGroup.Scales, AnyScale, about =>
        {
            // Only going up: in one bar with the way down, a printed note could hang on the sign of a missing one.
            about = about with { Direction = Direction.Ascending };
            var (whole, staff) = Staff(Print(about, StaffRows.None));
            // Every third note, from the second or the third on; the tonics at both ends stay.
            var missing = staff
                .Given.OfType<NoteMark>()
                .Where(note => note.Column % EveryThird == about.Variant + 1 && note.Pitch.Name != about.Tonic)
                .ToImmutableArray();
            return new PosedQuestion(whole with { Figures = [staff with { Given = [.. staff.Given.Except(missing)] }] }, () =>
            {
                var scale = ScaleFacts.Scale(about);
                ScaleFacts.Steps(scale, about.Direction);
                // A scale told by its sound has very many spellings; beyond a few the rule is said instead.
                var others = RightAnswers
                    .Against(about, scale, [.. missing.Select(note => note.Column)])
                    .Skip(1)
                    .Take(ScaleFacts.MostSpellings + 1)
                    .ToArray();
                return new Answer(
                    about.Style,
                    [
                        [.. missing],
                    ],
                    [
                        new AnsweredLine(
                            new NotesPart([.. missing.Select(note => note.Pitch.Name)]),
                            [.. others.Length > ScaleFacts.MostSpellings ? [] : others]
                        ),
                    ],
                    FoundAsWritten(about)
                )
                {
                    Written = new WrittenScale(about.Scale, scale) { Fill = LineFill.Gaps },
                    Remarks = others.Length > ScaleFacts.MostSpellings ? [Texts.Say("also-right.each-letter")] : [],
                };
            });
        }) with { Variants = _ => EveryThird - 1 };

    public static QuestionKind CorrectScale { get; } =
        GoingUp("correct-scale", QuestionGroup.Scales, AnyScale, about =>
        {
            var scale = ScaleFacts.Scale(about);
            var (place, wrong) = (about.Variant + 1, Planted(scale, about.Variant)!.Value);
            var lines = new AnswerLinesFigure([
                new AnswerLine(Texts.Say("line.note"), "", AnswerRoom.Number),
                new AnswerLine(Texts.Say("line.should-be"), "", AnswerRoom.Name),
            ]);
            var (whole, staff) = Staff(Print(about with { Direction = Direction.Ascending }, StaffRows.None, null, lines));
            var pitches = scale.Pitches(Direction.Ascending, (about with { Octaves = 1 }).LowestTonic(scale));
            var notes = StaffNotes.InOneBar(
                pitches.SetItem(place, pitches[place] with { Name = wrong }),
                ScaleFacts.Printed(about),
                about.Style
            );
            return new PosedQuestion(
                whole with
                {
                    Figures = whole.Figures.SetItem(
                        0,
                        staff with
                        {
                            Given = [.. staff.Given.Where(mark => mark is not NoteMark), .. notes],
                        }
                    ),
                },
                () =>
                {
                    var printed = scale.Ascending.SetItem(place, wrong);
                    // Where it was planted, and where the printed notes leave those the steps lead to; the judge must call it wrong.
                    var walked = ScaleSpelling.BySteps(scale.Type.Up, scale.Tonic);
                    var found = TwoRoutes.Agree(
                        $"the wrong note of {scale.Tonic} {scale.Type.Name}",
                        place + 1,
                        Enumerable.Range(0, printed.Length).Single(i => printed[i] != walked[i]) + 1
                    );
                    TwoRoutes.Agree(
                        $"whether {scale.Tonic} {scale.Type.Name} is wrong",
                        Judged(about, printed).Verdict is Verdict.Wrong or Verdict.Misspelled,
                        true
                    );
                    var note = scale.Ascending[found - 1];
                    // What another spelling of the scale has there is right as well, where the other notes are as it has them.
                    var others = RightAnswers
                        .Against(about, scale, [place])
                        .Where(other => other.Notes[0] != note && other.Notes[0] != wrong);
                    var reason = Why("correct-scale.working", ("place", found), ("wrong", wrong), ("note", note));
                    return Lines(
                        about,
                        [.. FoundAsWritten(about with { Direction = Direction.Ascending }), reason],
                        [new AnsweredLine(new NumberPart(found)), new AnsweredLine(new NotesPart(note), [.. others])],
                        figures: 1
                    ) with
                    {
                        Whole = new CorrectionPart(found, note),
                    };
                }
            );
        }) with
        {
            Uses = KindUse.Tonic | KindUse.Clef | KindUse.Notation,
            Variants = type => type.Degrees.Length - 1,
            Asks = CanPlant,
            // The note planted is the one the other scale has there.
            SetsAgainst = (draw, other, style) =>
                style.CanSpell(other, draw.Tonic)
                && style.Spell(other, draw.Tonic).Ascending is var line
                && style.Spell(draw.Scale, draw.Tonic) is var scale
                && line.Length == scale.Ascending.Length
                && Planted(scale, draw.Variant) == line[draw.Variant + 1],
        };

    public static QuestionKind RingDifferences { get; } = GoingUp("ring-differences", QuestionGroup.Scales, Changes, about =>
        {
            var prompt = Texts.Say(
                "ring-differences.prompt",
                ("scale", ScaleFacts.Named(about)),
                ("base", about.Style.Say(about.Scale.Base!, about.Tonic))
            );
            var question = Print(about with { Direction = Direction.Ascending }, StaffRows.None, prompt);
            return new PosedQuestion(question, () =>
            {
                var scale = ScaleFacts.Scale(about);
                var derived = ScaleWorking.Derive(ScaleSpelling.Spell(about.Scale.Base!, about.Tonic), scale);
                var byPlace = derived.Base.Ascending[..^1].Zip(scale.Ascending).Where(pair => pair.First != pair.Second).ToImmutableArray();
                var changes = TwoRoutes.Agree(
                    $"what changes to {scale.Tonic} {scale.Type.Name}",
                    [.. derived.Altered.Select(change => (change.Before.Note, change.After.Note))],
                    byPlace
                );
                var changed = changes.Select(change => change.Item2).ToHashSet();
                return new Answer(
                    about.Style,
                    [
                        [.. NotesOn(question).Where(note => changed.Contains(note.Pitch.Name)).Select(note => new RingMark(note))],
                    ],
                    [new AnsweredLine(new ChangesPart(changes))],
                    [derived]
                );
            });
        }) with { Asks = CanBase };

    public static QuestionKind StrikeDegrees { get; } = GoingUp("strike-degrees", QuestionGroup.OtherScales, Struck, about =>
        {
            var prompt = Texts.Say(
                "strike-degrees.prompt",
                ("base", about.Style.Say(about.Scale.Base!, about.Tonic)),
                ("scale", ScaleFacts.Named(about))
            );
            var question = Print(about with { Scale = about.Scale.Base!, Direction = Direction.Ascending }, StaffRows.None, prompt);
            return new PosedQuestion(question, () =>
            {
                var derived = Derived(about.Scale, about.Tonic, about.Style);
                var scale = ScaleFacts.Scale(about);
                var left = derived.Base.Ascending[..^1].Where(note => !scale.Ascending.Contains(note)).ToImmutableArray();
                var struck = TwoRoutes.Agree(
                    $"what {scale.Tonic} {scale.Type.Name} leaves out",
                    [.. derived.Struck.Select(note => note.Note)],
                    left
                );
                return new Answer(
                    about.Style,
                    [
                        [.. NotesOn(question).Where(note => struck.Contains(note.Pitch.Name)).Select(note => new StrikeMark(note))],
                    ],
                    [new AnsweredLine(new NotesPart(struck, AnyOrder: true))],
                    [derived]
                );
            });
        }) with { Uses = KindUse.Tonic | KindUse.Clef | KindUse.Notation, Asks = CanBase };

    /// <summary>What tells a scale by ear and eye: its degrees against the major scale on its tonic.</summary>
    internal static Explained Against(Scale scale) =>
        Why("identify-scale.working", ("tonic", scale.Tonic), ("degrees", scale.Type.Degrees));

    /// <summary>The scale on a staff, in one octave, with figures under it.</summary>
    internal static Question Print(QuestionSetting about, StaffRows rows, string? prompt = null, params ImmutableArray<Figure> below)
    {
        about = about with { Octaves = 1 };
        var notes = ScaleFacts.OnStaff(about, ScaleFacts.Scale(about));
        return new Question(
            prompt ?? ScaleFacts.Prompt(about),
            [
                new StaffFigure(
                    about.Clef,
                    notes.Length,
                    about.Notation == Notation.Signature,
                    rows,
                    ScaleFacts.Room(about),
                    [.. SignatureOf(about), .. notes]
                ),
                .. below,
            ]
        );
    }

    private static QuestionKind About(
        string id,
        QuestionGroup group,
        Func<ScaleType, bool> takes,
        Func<QuestionSetting, PosedQuestion> pose
    ) =>
        new()
        {
            Id = id,
            Group = group,
            Uses = KindUse.Tonic | KindUse.Clef | KindUse.Notation | KindUse.Direction | KindUse.PrintedScale,
            Takes = takes,
            Pose = pose,
        };

    private static QuestionKind GoingUp(
        string id,
        QuestionGroup group,
        Func<ScaleType, bool> takes,
        Func<QuestionSetting, PosedQuestion> pose
    ) => About(id, group, takes, pose) with { Uses = KindUse.Tonic | KindUse.Clef | KindUse.Notation | KindUse.PrintedScale };

    private static (Question Question, StaffFigure Staff) Staff(Question question) => (question, (StaffFigure)question.Figures[0]);

    private static IEnumerable<NoteMark> NotesOn(Question question) => question.Figures[0].Given.OfType<NoteMark>();

    private static bool CanBase(Draw draw, HouseStyle style) => ScaleSpelling.CanSpell(draw.Scale.Base!, draw.Tonic);

    // A step is judged by its size, so that its number of semitones is as good as the name of its interval.
    private static ImmutableArray<string> BySize(Scale scale, Direction direction, ImmutableArray<string> signs) =>
        [
            .. scale
                .MeasuredSteps(direction)
                .Zip(signs)
                .Where(step => step.First > 2 && step.Second != $"{step.First}")
                .Distinct()
                .Select(step => Texts.Say("write-steps.remark", ("semitones", step.First), ("sign", step.Second))),
        ];

    private static bool CanPlant(Draw draw, HouseStyle style)
    {
        var scale = ScaleSpelling.Spell(draw.Scale, draw.Tonic);
        if (Planted(scale, draw.Variant) is not { } wrong)
            return false;
        // A wrong note that sounds like its neighbour would look like a slip of the printer.
        var (before, after) = (scale.Ascending[draw.Variant], scale.Ascending[draw.Variant + 2]);
        return wrong.PitchClass != before.PitchClass && wrong.PitchClass != after.PitchClass;
    }

    // A sign left out, or put where none belongs: what students do.
    private static NoteName? Planted(Scale scale, int variant)
    {
        if (variant + 1 >= scale.Ascending.Length - 1)
            return null;
        var note = scale.Ascending[variant + 1];
        var sharps = scale.Ascending.Any(other => other.Accidental > 0);
        return note.Accidental != Accidental.Natural
            ? new NoteName(note.Letter)
            : new NoteName(note.Letter, sharps ? Accidental.Sharp : Accidental.Flat);
    }

    private static Judgement Judged(QuestionSetting about, ImmutableArray<NoteName> notes) =>
        ScaleJudge.Judge(
            new AskedScale(about.Scale, about.Tonic, Direction.Ascending, about.Style),
            new WrittenAnswer([.. notes.Select(note => new WrittenNote(note.Letter, note.Accidental))], null)
        );

    private static bool Changes(ScaleType type) =>
        type is { Base: { } from, IsSevenLetters: true, IsTwoWay: false }
        && ScaleWorking.Derive(ScaleSpelling.Spell(from, default), ScaleSpelling.Spell(type, default))
            is { Altered.Length: > 0, Struck.IsEmpty: true, Added.IsEmpty: true };

    private static bool Struck(ScaleType type) =>
        type.Base is not null && Derived(type, default, HouseStyle.Classical) is { Struck.Length: > 0, Altered.IsEmpty: true };

    private static DerivedFrom Derived(ScaleType type, NoteName tonic, HouseStyle style) =>
        ScaleWorking.Derive(ScaleSpelling.Spell(type.Base!, tonic), style.Spell(type, tonic));
}
