using System.Collections.Immutable;
using Gavvet.Theory;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Questions;

namespace Gavvet.Worksheets.Forms;

/// <summary>An answer on lines, read as one phrase with the words printed around the lines.</summary>
internal static class AnswerPhrase
{
    /// <summary>The phrase, such as "F♯ minor" or "Degree ♯4, Note B"; empty where there is no line.</summary>
    public static string Of(Question question, ImmutableArray<ImmutableArray<Mark>> marks)
    {
        for (var i = 0; i < question.Figures.Length; i++)
        {
            if (question.Figures[i] is not AnswerLinesFigure lines || i >= marks.Length)
                continue;
            var written = marks[i].OfType<LineMark>().ToDictionary(mark => mark.Line, mark => mark.Text);
            return string.Join(", ", lines.Lines.Select((line, n) => With(line, written.GetValueOrDefault(n, ""))));
        }

        return "";
    }

    /// <summary>The phrase other parts would make on the same lines.</summary>
    public static string Of(Question question, ImmutableArray<AnswerPart> parts, HouseStyle style) =>
        string.Join(
            ", ",
            question
                .Figures.OfType<AnswerLinesFigure>()
                .SelectMany(figure => figure.Lines)
                .Zip(parts, (line, part) => With(line, style.Say(part)))
        );

    /// <summary>An answer with the words around each line it may stand on.</summary>
    public static IEnumerable<string> Around(Question question, string answer) =>
        question.Figures.OfType<AnswerLinesFigure>().SelectMany(figure => figure.Lines).Select(line => With(line, answer));

    private static string With(AnswerLine line, string answer) => $"{line.Before} {answer} {line.After}".Trim();
}
