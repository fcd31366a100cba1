using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Working;
using static Gavvet.Worksheets.Questions.Kinds;

namespace Gavvet.Worksheets.Questions;

/// <summary>Which of the minor forms stands on the page.</summary>
internal static class MinorFormKinds
{
    private static readonly ImmutableArray<ScaleType> Forms = [ScaleTypes.NaturalMinor, ScaleTypes.HarmonicMinor, ScaleTypes.MelodicMinor];

    public static QuestionKind WhichMinor { get; } =
        new()
        {
            Id = "which-minor",
            Group = QuestionGroup.Scales,
            Uses = KindUse.Tonic | KindUse.Clef | KindUse.Notation | KindUse.PrintedScale | KindUse.Words,
            Takes = Forms.Contains,
            Weight = 5,
            Offers = _ => [.. Forms.Select(form => new ScalePart(form))],
            Pose = about =>
            {
                about = about with { Direction = Direction.Ascending };
                return new PosedQuestion(
                    PrintedScaleKinds.Print(about, StaffRows.None, about.Style.Say(about.Key), new AnswerLinesFigure(Names)),
                    () =>
                    {
                        var scale = ScaleFacts.Scale(about);
                        var natural = ScaleSpelling.Spell(ScaleTypes.NaturalMinor, about.Tonic).Ascending;
                        // By what stands above the signature: nothing, the 7th, the 6th and the 7th.
                        var raised = Enumerable
                            .Range(0, 7)
                            .Where(i => scale.Ascending[i] != natural[i])
                            .Select(i => i + 1)
                            .ToImmutableArray();
                        var read = raised switch
                        {
                            [] => Forms[0],
                            [7] => Forms[1],
                            _ => Forms[2],
                        };
                        TwoRoutes.Agree($"the form of {about.Tonic} {about.Scale.Name}", read.Id, about.Scale.Id);
                        AnswerPart[] others =
                        [
                            new ScalePart(about.Scale, about.Tonic),
                            .. about.Scale == ScaleTypes.MelodicMinor
                                ? new[] { new ScalePart(ScaleTypes.Get("melodic-minor-one-way")) { On = about.Tonic } }
                                : [],
                        ];
                        var reason = raised.IsEmpty
                            ? Why("which-minor.working.natural")
                            : Why(
                                raised.Length == 1 ? "which-minor.working.harmonic" : "which-minor.working.melodic",
                                ("notes", raised.Select(place => scale.Ascending[place - 1]).ToImmutableArray())
                            );
                        return Lines(
                            about,
                            [new RelativeFound(about.Key, about.Key.Relative, ByNotes: !ScaleFacts.HasSignature(about)), reason],
                            [new AnsweredLine(new ScalePart(about.Scale) { On = about.Tonic }, [.. others])],
                            figures: 1
                        );
                    }
                );
            },
        };
}
