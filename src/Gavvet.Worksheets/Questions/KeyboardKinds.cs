using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using static Gavvet.Worksheets.Questions.Kinds;

namespace Gavvet.Worksheets.Questions;

/// <summary>Mark a scale on a keyboard.</summary>
internal static class KeyboardKinds
{
    private const int WhiteKeys = 14;

    public static QuestionKind KeyboardScale { get; } =
        new()
        {
            Id = "keyboard-scale",
            Group = QuestionGroup.Steps,
            Uses = KindUse.Tonic | KindUse.ConcertPitch,
            Takes = AnyScale,
            Scaffoldings = [Scaffolding.WorkedExample, Scaffolding.Tonic, Scaffolding.Blank],
            Pose = about =>
            {
                var given = about.Scaffolding == Scaffolding.Tonic ? 1 : 0;
                return new PosedQuestion(
                    new Question(
                        ScaleFacts.Named(about),
                        [new KeyboardFigure(new Pitch(new NoteName(Letter.C), 4), WhiteKeys, [.. Marked(about).Take(given)])]
                    ),
                    () =>
                    {
                        var scale = ScaleFacts.Scale(about);
                        ScaleFacts.Steps(scale, Direction.Ascending);
                        return ScaleFacts.WholeScale(
                            about with
                            {
                                Direction = Direction.Ascending,
                            },
                            scale,
                            [
                                [.. Marked(about).Skip(given)],
                            ],
                            scale.Ascending,
                            FoundAsWritten(about with { Notation = Notation.Accidentals, Direction = Direction.Ascending })
                        );
                    }
                );
            },
        };

    // In the octave that begins on the keyboard: C♭ sounds below its own C, B♯ on the next.
    private static ImmutableArray<KeyMark> Marked(QuestionSetting about)
    {
        var scale = ScaleFacts.Scale(about);
        var octave = Enumerable.Range(3, 3).First(octave => new Pitch(scale.Tonic, octave).Semitones is >= 48 and < 60);
        return
        [
            .. scale
                .Pitches(Direction.Ascending, new Pitch(scale.Tonic, octave))
                .Select(pitch => new KeyMark(pitch.Semitones, about.Style.Say(pitch.Name))),
        ];
    }
}
