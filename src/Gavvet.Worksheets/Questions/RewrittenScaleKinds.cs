using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;
using Gavvet.Worksheets.Working;
using static Gavvet.Worksheets.Questions.Kinds;

namespace Gavvet.Worksheets.Questions;

/// <summary>Questions that give a scale on a staff and have another written on the staff below it.</summary>
internal static class RewrittenScaleKinds
{
    public static QuestionKind ConvertForm { get; } =
        Again(
            "convert-form",
            QuestionGroup.Scales,
            type => !Sources(type, Direction.Both).IsEmpty,
            about =>
                Texts.Say(
                    "convert-form.prompt",
                    ("base", about.Style.Say(Source(about), about.Tonic)),
                    ("scale", ScaleFacts.Named(about)),
                    ("direction", ScaleFacts.DirectionWords(about.Direction))
                ),
            given: about => about with { Scale = Source(about) },
            asked: about => about,
            working: (about, scale) =>
                [
                    ScaleWorking.Derive(about.Style.Spell(Source(about), about.Tonic), scale),
                    .. WrittenScaleKinds
                        .Working(about, scale)
                        .Where(step =>
                            step
                                is ChangedDescending
                                    or SignatureUsed
                                    or SignatureImpossible
                                    or EachLetterOnce
                                    or SeventhLeads
                                    or NotesCounted
                        ),
                ]
        ) with
        {
            Variants = type => Sources(type, Direction.Both).Length,
            VariantsAs = (section, type) => Sources(type, section.Direction).Count(source => Differ(source, type, section.Direction)),
            Asks = (draw, style) =>
                draw.Variant < Sources(draw.Scale, Direction.Both).Length
                && style.CanSpell(Sources(draw.Scale, Direction.Both)[draw.Variant], draw.Tonic),
            SetsAgainst = (draw, other, _) => Sources(draw.Scale, Direction.Both).ElementAtOrDefault(draw.Variant) == other,
        };

    public static QuestionKind EnharmonicScale { get; } =
        Again(
            "enharmonic-scale",
            QuestionGroup.Enharmonic,
            type => type.IsSevenLetters,
            about =>
                Texts.Say(
                    "enharmonic-scale.prompt",
                    ("scale", ScaleFacts.Prompt(about)),
                    ("tonic", about.Style.Say(Twin(about.Scale, about.Tonic)!.Value))
                ),
            given: about => about,
            asked: about =>
            {
                var twin = about with { Tonic = Twin(about.Scale, about.Tonic)!.Value };
                TwoRoutes.Agree(
                    $"the sound of {about.Tonic} and {twin.Tonic}",
                    [.. ScaleFacts.Scale(about).Ascending.Select(note => note.PitchClass)],
                    ScaleFacts.Scale(twin).Ascending.Select(note => note.PitchClass).ToImmutableArray()
                );
                return twin;
            },
            working: (about, scale) =>
                [
                    Why(
                        "enharmonic-scale.working",
                        ("tonic", about.Tonic),
                        ("twin", scale.Tonic),
                        ("from", ScaleFacts.Scale(about).Ascending[..^1]),
                        ("to", scale.Ascending[..^1])
                    ),
                    .. FoundAsWritten(about with { Tonic = scale.Tonic }),
                ],
            asksTonic: true
        ) with
        {
            Writes = about => Twin(about.Scale, about.Tonic) is { } twin ? about with { Tonic = twin } : about,
            Asks = (draw, _) => Twin(draw.Scale, draw.Tonic) is not null,
        };

    public static QuestionKind ChangeClef { get; } =
        Again(
            "change-clef",
            QuestionGroup.Scales,
            AnyScale,
            about =>
                Texts.Say(
                    Moved(about) switch
                    {
                        0 => "change-clef.prompt",
                        < 0 => "change-clef.prompt.lower",
                        _ => "change-clef.prompt.higher",
                    },
                    ("scale", ScaleFacts.Prompt(about)),
                    ("clef", Other(about).InSentence)
                ),
            given: about => about,
            asked: about =>
                about with
                {
                    Clef = Other(about),
                    Variant = about.Clef.Number - (about.Clef.Number > Other(about).Number ? 1 : 0),
                },
            working: (about, scale) => [Placed(about, scale)],
            lowest: (of, scale) => Clefs(of).Lowest(scale).First,
            room: of => Clefs(of).Room,
            movesClef: true
        ) with
        {
            Uses = KindUse.Tonic | KindUse.Clef | KindUse.Notation | KindUse.Direction | KindUse.ConcertPitch,
            Variants = _ => Clef.All.Length - 1,
        };

    public static QuestionKind TransposeScale { get; } =
        Again(
            "transpose-scale",
            QuestionGroup.Enharmonic,
            AnyScale,
            about =>
                Texts.Say(
                    "transpose-scale.prompt",
                    ("scale", ScaleFacts.Prompt(about)),
                    ("part", KeyKinds.Parts[about.Variant].InSentence)
                ),
            given: about => about,
            asked: Transposed,
            working: (about, scale) =>
                [
                    .. KeyKinds.Transposing(KeyKinds.Parts[about.Variant], about, scale.Tonic),
                    .. FoundAsWritten(about with { Tonic = scale.Tonic }),
                ],
            also: (about, asked) =>
                [
                    .. OtherTonics(about, asked)
                        .Select(tonic => asked with { Tonic = tonic })
                        .Select(twin => new NotesPart(ScaleFacts.Notes(twin, ScaleFacts.Scale(twin)))),
                ],
            asksTonic: true
        ) with
        {
            Uses = KindUse.Tonic | KindUse.Clef | KindUse.Notation | KindUse.Direction | KindUse.ConcertPitch,
            Variants = _ => KeyKinds.Parts.Length,
            Writes = about => about with { Tonic = KeyKinds.Parts[about.Variant].WrittenTonic(about.Scale, about.Tonic) },
            Asks = (draw, _) =>
            {
                var exact = draw.Tonic.Fifths + KeyKinds.Parts[draw.Variant].WrittenFifths;
                return Enumerable
                    .Range(-1, 3)
                    .Select(turn => exact + (12 * turn))
                    .Any(fifths => NoteName.HasFifths(fifths) && ScaleSpelling.CanSpell(draw.Scale, NoteName.FromFifths(fifths)));
            },
        };

    private static QuestionKind Again(
        string id,
        QuestionGroup group,
        Func<ScaleType, bool> takes,
        Func<QuestionSetting, string> prompt,
        Func<QuestionSetting, QuestionSetting> given,
        Func<QuestionSetting, QuestionSetting> asked,
        Func<QuestionSetting, Scale, ImmutableArray<WorkingStep>> working,
        Func<QuestionSetting, Scale, Pitch>? lowest = null,
        Func<QuestionSetting, StaffRange>? room = null,
        Func<QuestionSetting, QuestionSetting, ImmutableArray<AnswerPart>>? also = null,
        bool asksTonic = false,
        bool movesClef = false
    )
    {
        lowest ??= (of, scale) => of.LowestTonic(scale);
        room ??= ScaleFacts.Room;
        return new QuestionKind
        {
            Id = id,
            Group = group,
            Uses = KindUse.Tonic | KindUse.Clef | KindUse.Notation | KindUse.Direction,
            Takes = takes,
            Scaffoldings = [Scaffolding.WorkedExample, Scaffolding.Tonic, Scaffolding.Blank],
            Weight = 9,
            Pose = about =>
            {
                var (above, below) = (given(about) with { Octaves = 1 }, asked(about) with { Octaves = 1 });
                ImmutableArray<Mark> first = about.Scaffolding == Scaffolding.Tonic ? [OnStaff(below)[0]] : [];
                return new PosedQuestion(new Question(prompt(about), [Staff(above, Whole(above)), Staff(below, first)]), () =>
                {
                    var scale = ScaleFacts.Scale(below);
                    ScaleFacts.Steps(scale, below.Direction);
                    var answer = ScaleFacts.WholeScale(
                        below,
                        scale,
                        [
                            [],
                            [.. Whole(below).Except(first)],
                        ],
                        ScaleFacts.Notes(below, scale),
                        working(about, scale)
                    );
                    answer = answer with
                    {
                        Written = answer.Written! with
                        {
                            From = Copied(above, below),
                            AsksTonic = asksTonic && about.Scaffolding != Scaffolding.Tonic,
                        },
                    };
                    return also is null
                        ? answer
                        : answer with
                        {
                            Lines = [answer.Lines[0] with { Others = [.. answer.Lines[0].Others, .. also(about, below)] }],
                        };
                });
            },
        };

        StaffFigure Staff(QuestionSetting of, ImmutableArray<Mark> marks) =>
            new(
                of.Clef,
                ScaleFacts.Notes(of, ScaleFacts.Scale(of)).Length,
                of.Notation == Notation.Signature,
                StaffRows.None,
                room(of),
                marks
            );

        ImmutableArray<Mark> Whole(QuestionSetting of) => [.. SignatureOf(of), .. OnStaff(of)];

        // What stands below where the staff above is copied: its notes, or in another clef its lines and spaces.
        ImmutableArray<NoteName> Copied(QuestionSetting above, QuestionSetting below)
        {
            var notes = ScaleFacts.Notes(above, ScaleFacts.Scale(above));
            var letters = below.Clef.BottomLine.StaffStep - above.Clef.BottomLine.StaffStep;
            return movesClef ? [.. notes.Select(note => new NoteName(note.Letter.Up(letters), note.Accidental))] : notes;
        }

        ImmutableArray<NoteMark> OnStaff(QuestionSetting of)
        {
            var scale = ScaleFacts.Scale(of);
            return StaffNotes.InOneBar(scale.Pitches(of.Direction, lowest(of, scale)), ScaleFacts.Printed(of), of.Style);
        }
    }

    // What the scale is derived from on the board, and the other minor forms for a minor form; those with the same notes in the direction
    // last.
    private static ImmutableArray<ScaleType> Sources(ScaleType type, Direction direction)
    {
        ImmutableArray<ScaleType> forms = [ScaleTypes.NaturalMinor, ScaleTypes.HarmonicMinor, ScaleTypes.MelodicMinor];
        return
        [
            .. new[] { type.Base }
                .OfType<ScaleType>()
                .Union(forms.Contains(type) ? forms.Remove(type) : [])
                .OrderBy(source => !Differ(source, type, direction)),
        ];
    }

    private static bool Differ(ScaleType one, ScaleType other, Direction direction) =>
        (direction != Direction.Descending && !one.Up.Degrees.SequenceEqual(other.Up.Degrees))
        || (direction != Direction.Ascending && !one.Down.Degrees.SequenceEqual(other.Down.Degrees));

    private static ScaleType Source(QuestionSetting about) => Sources(about.Scale, about.Direction)[about.Variant];

    // Where the first note stands in either clef; the others follow it line by line and space by space.
    private static Explained Placed(QuestionSetting about, Scale scale)
    {
        var (given, asked) = Clefs(about).Lowest(scale);
        var (first, second) = (scale.Pitches(about.Direction, given)[0], scale.Pitches(about.Direction, asked)[0]);
        return Why(
            given == asked ? "change-clef.working" : "change-clef.working.octave",
            ("note", first.Name),
            ("place", StaffPlaces.Say(about.Clef.Position(first), about.Style)),
            ("clef", about.Clef.InSentence),
            ("otherPlace", StaffPlaces.Say(Other(about).Position(second), about.Style)),
            ("otherClef", Other(about).InSentence)
        );
    }

    // Twelve fifths away; both tonics with one sign at most, and such as keys have: nobody writes from B♯ what C says.
    private static NoteName? Twin(ScaleType type, NoteName tonic)
    {
        var fifths = tonic.Fifths > 0 ? tonic.Fifths - 12 : tonic.Fifths + 12;
        if (!NoteName.HasFifths(fifths) || Math.Abs((int)tonic.Accidental) > 1)
            return null;
        var twin = NoteName.FromFifths(fifths);
        bool IsFar(NoteName one) => new Key(one, type.HasMinorThird ? KeyMode.Minor : KeyMode.Major).IsTheoretical;
        return Math.Abs((int)twin.Accidental) > 1 || IsFar(tonic) || IsFar(twin) || !ScaleSpelling.CanSpell(type, twin) ? null : twin;
    }

    // The other clefs by their lasting numbers, so that a clef more changes no question that was asked.
    private static Clef Other(QuestionSetting about) =>
        Clef.All.Where(clef => clef != about.Clef).OrderBy(clef => clef.Number).ElementAt(about.Variant);

    private static ClefPair Clefs(QuestionSetting about) => new(about.Clef, Other(about));

    // Octaves from where it is given to where it is asked.
    private static int Moved(QuestionSetting about)
    {
        var (given, asked) = Clefs(about).Lowest(ScaleFacts.Scale(about));
        return asked.Octave - given.Octave;
    }

    private static QuestionSetting Transposed(QuestionSetting about)
    {
        var part = KeyKinds.Parts[about.Variant];
        var written = part.WrittenTonic(about.Scale, about.Tonic);
        // By the choice of the handier key, and by moving the pitch itself.
        TwoRoutes.Agree(
            $"{about.Tonic} for {part.Name}",
            written.PitchClass,
            (about.Tonic.PitchClass + ((part.IsWrittenAbove ? 1 : -1) * part.WrittenInterval.Semitones) + 24) % 12
        );
        return about with { Tonic = written, Clef = part.Clef, Part = part };
    }

    // The interval moved letter by letter is always right; where the part can be written in a flat key and in a sharp one, either is.
    private static IEnumerable<NoteName> OtherTonics(QuestionSetting about, QuestionSetting asked)
    {
        var literal = about.Tonic.Fifths + KeyKinds.Parts[about.Variant].WrittenFifths;
        return new[] { literal - 12, literal, literal + 12 }
            .Where(fifths => fifths != asked.Tonic.Fifths && NoteName.HasFifths(fifths))
            .Select(fifths => (IsLiteral: fifths == literal, Tonic: NoteName.FromFifths(fifths)))
            .Where(other =>
                (other.IsLiteral || !new Key(other.Tonic, asked.Scale.HasMinorThird ? KeyMode.Minor : KeyMode.Major).IsTheoretical)
                && asked.Style.CanSpell(asked.Scale, other.Tonic)
            )
            .Select(other => other.Tonic);
    }
}
