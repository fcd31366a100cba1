using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Working;
using static Gavvet.Worksheets.Questions.Kinds;

namespace Gavvet.Worksheets.Questions;

/// <summary>Tell the key of a short tune: major, or its relative minor by the raised seventh.</summary>
internal static class MelodyKinds
{
    // Places in the scale, 0 the tonic; each tune in minor goes through its raised seventh.
    private static readonly ImmutableArray<ImmutableArray<int>> InMajor = Tunes("0 2 4 3 2 1 -1 0|4 2 0 1 2 4 1 0|2 3 4 5 4 2 1 0|0 1 2 4 5 4 2 0|4 5 4 3 2 1 2 0|0 4 2 3 1 2 -1 0");
    private static readonly ImmutableArray<ImmutableArray<int>> InMinor = Tunes("0 2 4 3 2 1 -1 0|4 2 0 -1 0 2 1 0|0 1 2 0 -1 1 -1 0|4 5 4 2 1 -1 1 0|2 1 0 -1 0 3 2 0|0 4 2 1 -1 0 -1 0");

    public static QuestionKind KeyOfMelody { get; } = new()
    {
        Id = "key-of-melody",
        Group = QuestionGroup.Signatures,
        Uses = KindUse.Tonic | KindUse.Clef | KindUse.Words,
        Takes = type => type == ScaleTypes.Major || type == ScaleTypes.HarmonicMinor,
        Weight = 6,
        Variants = _ => InMajor.Length,
        Pose = about =>
        {
            var (signature, tune, room) = (ScaleFacts.Signature(about.Key), Tune(about), ScaleFacts.Room(about));
            var notes = StaffNotes.InOneBar(tune, signature, about.Style);
            var staff = new StaffFigure(about.Clef, notes.Length, true, StaffRows.None, room with { Lowest = room.Lowest - 1 }, [new SignatureMark(signature), .. notes]);
            return new PosedQuestion(new Question("", [staff, new AnswerLinesFigure(OneName())]), () =>
            {
                // From what stands on the page alone: a note above its signature leads to a minor tonic; without one it is major.
                var raised = tune.Select(pitch => pitch.Name).Where(note => note.Accidental > signature.On(note.Letter)).Distinct().ToArray();
                var read = raised.Length == 0 ? ScaleFacts.KeyOf(signature, KeyMode.Major) : new Key(raised.Single().Up(new Interval(1, 1)), KeyMode.Minor);
                var key = TwoRoutes.Agree("the key of the tune", about.Key, read);
                ImmutableArray<WorkingStep> working = key.Mode == KeyMode.Major
                    ? [new LastAccidental(key, signature), Why("key-of-melody.working.major", ("key", key))]
                    : [new LastAccidental(key.Relative, signature), new RelativeFound(key.Relative, key), Why("key-of-melody.working.minor", ("raised", raised[0]), ("key", key), ("halfStep", about.Style.Word(1, 1)), ("tonic", key.Tonic))];
                return Lines(about, working, [new AnsweredLine(new KeysPart(key))], figures: 1);
            });
        },
    };

    private static ImmutableArray<Pitch> Tune(QuestionSetting about)
    {
        var scale = ScaleFacts.Scale(about);
        var rising = scale.Pitches(Direction.Ascending, (about with { Octaves = 1 }).LowestTonic(scale));
        var tunes = about.Scale.HasMinorThird ? InMinor : InMajor;
        return [.. tunes[about.Variant].Select(place => place >= 0 ? rising[place] : rising[7 + place] with { Octave = rising[7 + place].Octave - 1 })];
    }

    private static ImmutableArray<ImmutableArray<int>> Tunes(string table) => [.. table.Split('|').Select(tune => tune.Split(' ').Select(int.Parse).ToImmutableArray())];
}
