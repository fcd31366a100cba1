using System.Collections.Immutable;
using System.Globalization;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Working;
using static Gavvet.Worksheets.Questions.Kinds;

namespace Gavvet.Worksheets.Questions;

/// <summary>Tell the key of a short tune: major, or its relative minor by the raised seventh.</summary>
internal static class MelodyKinds
{
    // Tunes of four bars for a voice, our own: the beats of a bar, then places in the scale, 0 the tonic, with the value of
    // each note (w, d dotted half, h, q). Each in minor goes through its raised seventh.
    private static readonly ImmutableArray<Tune> InMajor = Tunes(
        """
        4: 0q 1q 2q 0q 4h 4h 3q 2q 1q -1q 0w
        3: 4q 4q 2q 0h 1q 2q 1q -1q 0d
        4: 2h 3q 4q 5h 4h 4q 2q 1q 1q 0w
        3: 0q 2q 4q 5h 4q 3q 1q -1q 0d
        4: 4q 3q 2q 4q 5q 4q 2h 1q 3q 2q 1q 0w
        3: 0h 2q 4h 3q 2q 1q -1q 0d
        """
    );

    private static readonly ImmutableArray<Tune> InMinor = Tunes(
        """
        4: 0q 1q 2q 0q 4h 2h 3q 2q 1q -1q 0w
        3: 4q 2q 0q -1h 0q 2q 1q -1q 0d
        4: 0h 2q 1q 0h -1h 1q 0q 2q 1q 0w
        3: 4q 5q 4q 2h 1q -1q 1q -1q 0d
        4: 2q 1q 0q -1q 0h 3h 2q 1q 0q -1q 0w
        3: 0h 4q 2h 1q 0q -1q 1q 0d
        """
    );

    private sealed record Tune(int Beats, ImmutableArray<int> Places, ImmutableArray<NoteValue> Rhythm);

    public static QuestionKind KeyOfMelody { get; } =
        new()
        {
            Id = "key-of-melody",
            Group = QuestionGroup.Signatures,
            Uses = KindUse.Tonic | KindUse.Clef | KindUse.Words,
            Takes = type => type == ScaleTypes.Major || type == ScaleTypes.HarmonicMinor,
            Weight = 6,
            Confuses = KindConfusions.OfMelody,
            Variants = _ => InMajor.Length,
            Pose = about =>
            {
                var (signature, written, room) = (ScaleFacts.Signature(about.Key), TuneOf(about), ScaleFacts.Room(about));
                var tune = Pitches(about, written);
                var bars = new StaffFigure(about.Clef, tune.Length, true, StaffRows.None, room with { Lowest = room.Lowest - 1 }, [])
                {
                    Rhythm = written.Rhythm,
                    Beats = written.Beats,
                };
                var staff = bars with
                {
                    Given = [new SignatureMark(signature), .. StaffNotes.InBars(tune, signature, about.Style, bars.BarlineBefore)],
                };
                return new PosedQuestion(new Question("", [staff, new AnswerLinesFigure(OneName())]), () =>
                {
                    // From what stands on the page alone: a note above its signature leads to a minor tonic; without one it is major.
                    var raised = tune.Select(pitch => pitch.Name)
                        .Where(note => note.Accidental > signature.On(note.Letter))
                        .Distinct()
                        .ToArray();
                    var read =
                        raised.Length == 0
                            ? ScaleFacts.KeyOf(signature, KeyMode.Major)
                            : new Key(raised.Single().Up(new Interval(1, 1)), KeyMode.Minor);
                    var key = TwoRoutes.Agree("the key of the tune", about.Key, read);
                    ImmutableArray<WorkingStep> working =
                        key.Mode == KeyMode.Major
                            ? [new LastAccidental(key, signature), Why("key-of-melody.working.major", ("key", key))]
                            :
                            [
                                new LastAccidental(key.Relative, signature),
                                new RelativeFound(key.Relative, key),
                                Why(
                                    "key-of-melody.working.minor",
                                    ("raised", raised[0]),
                                    ("key", key),
                                    ("halfStep", about.Style.Word(1, 1)),
                                    ("tonic", key.Tonic)
                                ),
                            ];
                    return Lines(about, working, [new AnsweredLine(new KeysPart(key))], figures: 1);
                });
            },
        };

    private static Tune TuneOf(QuestionSetting about) => (about.Scale.HasMinorThird ? InMinor : InMajor)[about.Variant];

    private static ImmutableArray<Pitch> Pitches(QuestionSetting about, Tune tune)
    {
        var scale = ScaleFacts.Scale(about);
        var rising = scale.Pitches(Direction.Ascending, (about with { Octaves = 1 }).LowestTonic(scale));
        return
        [
            .. tune.Places.Select(place => place >= 0 ? rising[place] : rising[7 + place] with { Octave = rising[7 + place].Octave - 1 }),
        ];
    }

    private static ImmutableArray<Tune> Tunes(string table) =>
        [
            .. table
                .Split('\n', StringSplitOptions.RemoveEmptyEntries)
                .Select(line =>
                {
                    string[] notes = line[2..].Split(' ', StringSplitOptions.RemoveEmptyEntries);
                    return new Tune(
                        line[0] - '0',
                        [.. notes.Select(note => int.Parse(note[..^1], CultureInfo.InvariantCulture))],
                        [.. notes.Select(note => Value(note[^1]))]
                    );
                }),
        ];

    private static NoteValue Value(char letter) =>
        letter switch
        {
            'w' => NoteValue.Whole,
            'd' => NoteValue.DottedHalf,
            'h' => NoteValue.Half,
            _ => NoteValue.Quarter,
        };
}
