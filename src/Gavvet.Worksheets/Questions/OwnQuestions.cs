using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;
using static Gavvet.Worksheets.Questions.Kinds;

namespace Gavvet.Worksheets.Questions;

/// <summary>Questions and answers in the teacher's own words.</summary>
public static class OwnQuestions
{
    /// <summary>What a new section of them begins with.</summary>
    public static OwnQuestion Sample => new(Texts.Say("free-text.sample"), Texts.Say("free-text.sample.answer"), null);

    internal static QuestionKind FreeText { get; } =
        new()
        {
            Id = "free-text",
            Group = QuestionGroup.Own,
            Uses = KindUse.OwnQuestions,
            Takes = MajorAlone,
            Scaffoldings = [Scaffolding.Blank],
            VariantsAs = (section, _) => section.Own.Length,
            Pose = about =>
            {
                var own = about.Own ?? Sample;
                Figure figure = own.Clef is { } clef
                    ? new StaffFigure(clef, 0, false, StaffRows.Labels, StaffRange.Staff, [])
                    : new AnswerLinesFigure(Names);
                // The one answer nothing can derive: it is the teacher's.
                Mark mark = own.Clef is null ? new LineMark(0, own.Answer) : new LabelMark(0, own.Answer);
                return new PosedQuestion(new Question(own.Prompt, [figure]), () => new Answer(
                        about.Style,
                        [
                            [mark],
                        ],
                        [new AnsweredLine(new WordsPart(own.Answer))],
                        []
                    ));
            },
        };
}
