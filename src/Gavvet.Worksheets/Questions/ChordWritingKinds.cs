using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Wording;
using Gavvet.Worksheets.Working;
using static Gavvet.Worksheets.Questions.Kinds;

namespace Gavvet.Worksheets.Questions;

/// <summary>Chords written out: the triad of a key after its signature, and the commonest progression.</summary>
internal static class ChordWritingKinds
{
    private const string WithSeventh = "seventh",
        Sevenths = "sevenths",
        OnStaff = "staff";

    public static QuestionKind SignatureAndTriad { get; } =
        new()
        {
            Id = "signature-and-triad",
            Group = QuestionGroup.Chords,
            Uses = KindUse.Tonic | KindUse.Clef,
            Takes = Keys,
            PerRow = 2,
            Weight = 6,
            Options = [new("triad"), new(WithSeventh)],
            Instructs = (section, style) =>
                Texts.Say(
                    section.Option == WithSeventh ? "signature-and-triad.instruction.seventh" : "signature-and-triad.instruction",
                    ("wholeNotes", style.Words.WholeNotes)
                ),
            Pose = about =>
            {
                var columns = about.Option == WithSeventh ? 2 : 1;
                var staff = new StaffFigure(about.Clef, columns, true, StaffRows.None, ChordRoom(about), []) { NotesInBar = 1 };
                return new PosedQuestion(new Question(about.Style.Say(about.Key), [staff]), () =>
                {
                    var signature = ScaleFacts.Signature(about.Key);
                    ImmutableArray<Chord> chords = [.. Progression(about.Key, sevenths: true)];
                    var (triad, seventh) = (Tonic(about.Key), chords[1]);
                    ImmutableArray<Chord> written = columns == 2 ? [triad, seventh] : [triad];
                    return new Answer(
                        about.Style,
                        [
                            [
                                new SignatureMark(signature),
                                .. written.SelectMany((chord, column) => Heads(about, chord, column, signature)),
                            ],
                        ],
                        [
                            new AnsweredLine(new SignaturePart(signature)),
                            .. written.Select(chord => new AnsweredLine(new NotesPart(chord.Notes))),
                        ],
                        [
                            new SignatureUsed(about.Key, signature),
                            Why("signature-and-triad.working", ("notes", triad.Notes)),
                            .. columns == 2
                                ?
                                [
                                    Why(
                                        about.Key.Mode == KeyMode.Minor
                                            ? "signature-and-triad.working.seventh.minor"
                                            : "signature-and-triad.working.seventh",
                                        ("root", seventh.Root),
                                        ("notes", seventh.Notes),
                                        ("third", seventh.Notes[1])
                                    ),
                                ]
                                : ImmutableArray<WorkingStep>.Empty,
                        ]
                    );
                });
            },
        };

    public static QuestionKind SpellProgression { get; } = InWords("spell-progression", QuestionGroup.Chords, Keys, about =>
        {
            var minor = about.Key.Mode == KeyMode.Minor;
            var sevenths = about.Option is Sevenths or OnStaff;
            string[] numerals =
            [
                .. (
                    minor
                        ? new[]
                        {
                            sevenths ? "spell-progression.two.minor.seventh" : "spell-progression.two.minor",
                            "spell-progression.five",
                            "spell-progression.one.minor",
                        }
                        : ["spell-progression.two", "spell-progression.five", "spell-progression.one"]
                ).Select(id => Texts.Say(id)),
            ];
            var prompt = Texts.Say(
                "spell-progression.prompt",
                ("progression", string.Join("–", numerals)),
                ("key", about.Style.Say(about.Key))
            );
            Figure figure =
                about.Option == OnStaff
                    ? new StaffFigure(
                        about.Clef,
                        3,
                        true,
                        StaffRows.Labels,
                        ChordRoom(about),
                        [
                            new SignatureMark(ScaleFacts.Signature(about.Key)),
                            .. numerals.Select((numeral, column) => new LabelMark(column, numeral)),
                        ]
                    )
                    {
                        NotesInBar = 1,
                    }
                    : new AnswerLinesFigure([.. numerals.Select(numeral => new AnswerLine(numeral, "", AnswerRoom.Name))]);
            return new PosedQuestion(new Question(prompt, [figure]), () =>
            {
                var signature = ScaleFacts.Signature(about.Key);
                ImmutableArray<Chord> chords = [.. Progression(about.Key, sevenths)];
                ImmutableArray<AnsweredLine> lines = [.. chords.Select(chord => new AnsweredLine(new NotesPart(chord.Notes)))];
                ImmutableArray<WorkingStep> working =
                [
                    new SignatureUsed(about.Key, signature),
                    .. chords.Select(
                        (chord, i) =>
                            Why(
                                "spell-progression.working",
                                ("numeral", numerals[i]),
                                ("root", chord.Root),
                                ("chord", CountText.WithArticle(chord.Name)),
                                ("notes", chord.Notes)
                            )
                    ),
                    .. minor ? [Why("spell-progression.working.minor", ("third", chords[1].Notes[1]))] : ImmutableArray<WorkingStep>.Empty,
                ];
                return about.Option == OnStaff
                    ? new Answer(
                        about.Style,
                        [
                            [.. chords.SelectMany((chord, column) => Heads(about, chord, column, signature))],
                        ],
                        lines,
                        working
                    )
                    : Lines(about, working, lines);
            });
        }) with { Uses = KindUse.Tonic | KindUse.Words, Weight = 8, Options = [new("triads"), new(Sevenths), new(OnStaff, PrintsStaff: true)] };

    // The room any such chord may need, whichever key is asked.
    private static StaffRange ChordRoom(QuestionSetting about) =>
        StaffRange.OfScales(about.Clef, 2, null) is var room ? room with { Highest = Math.Min(room.Highest, 14) } : room;

    private static Chord Tonic(Key key)
    {
        var chord = Chords.TriadsOf(ScaleSpelling.Spell(key.ScaleType, key.Tonic))[0];
        Interval[] intervals = [Interval.Parse(key.Mode == KeyMode.Major ? "M3" : "m3"), Interval.Parse("P5")];
        TwoRoutes.Agree($"the triad of {key}", chord.Notes, [key.Tonic, .. intervals.Select(interval => key.Tonic.Up(interval))]);
        return chord;
    }

    // ii, V and I; in minor V has its raised third. By stacking the notes of the scale, and by the intervals of each chord.
    private static IEnumerable<Chord> Progression(Key key, bool sevenths)
    {
        var minor = key.Mode == KeyMode.Minor;
        var (natural, harmonic) = (
            ScaleSpelling.Spell(key.ScaleType, key.Tonic),
            ScaleSpelling.Spell(minor ? ScaleTypes.HarmonicMinor : key.ScaleType, key.Tonic)
        );
        ImmutableArray<Chord> Of(Scale scale, bool four) => four ? Chords.SeventhsOf(scale) : Chords.TriadsOf(scale);
        // The tonic of a minor key is a triad in either case: its seventh would be a matter of school.
        (Chord Chord, NoteName Root, string Intervals)[] chords =
        [
            (Of(natural, sevenths)[1], key.Tonic.Up(new Interval(1, 2)), (minor ? "m3 d5 m7" : "m3 P5 m7")),
            (Of(harmonic, sevenths)[4], key.Tonic.Up(new Interval(4, 7)), "M3 P5 m7"),
            (Of(natural, sevenths && !minor)[0], key.Tonic, minor ? "m3 P5" : "M3 P5 M7"),
        ];
        foreach (var (chord, root, intervals) in chords)
        {
            TwoRoutes.Agree(
                $"the chord on {root}",
                chord.Notes,
                [root, .. intervals.Split(' ').Take(chord.Notes.Length - 1).Select(interval => root.Up(Interval.Parse(interval)))]
            );
            yield return chord;
        }
    }

    // In close position from the lowest root on or above the staff's bottom line.
    private static IEnumerable<NoteMark> Heads(QuestionSetting about, Chord chord, int column, KeySignature signature)
    {
        var root = Enumerable.Range(0, 8).Select(octave => new Pitch(chord.Root, octave)).First(pitch => about.Clef.Position(pitch) >= 0);
        var step = root.StaffStep;
        foreach (var note in chord.Notes)
        {
            while (Letter.C.Up(step) != note.Letter)
                step++;
            yield return new NoteMark(column, Pitch.At(note, step), signature.On(note.Letter) == note.Accidental ? null : note.Accidental);
        }
    }
}
