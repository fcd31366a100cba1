using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Engraving.Layout;

/// <summary>What stands at the two ends of a question's first row: its number, and room for its mark. An exam has both in boxes.</summary>
internal static class QuestionSigns
{
    private const int MarkRule = 6_000;
    private const int MarkBox = 11_000;

    /// <summary>Where the prompt begins after the number.</summary>
    public static int Indent(int number, PageMetrics metrics) =>
        NumberWidth(number, metrics) + (metrics.Body / 2) + (IsExam(metrics) ? metrics.Body / 2 : 0);

    /// <summary>The number, its baseline where it is said.</summary>
    public static IEnumerable<Primitive> Number(int number, PageMetrics metrics, int baseline)
    {
        if (IsExam(metrics))
            yield return Boxed(0, NumberWidth(number, metrics) + (metrics.Body / 2), metrics, baseline);
        foreach (
            var primitive in TextSetter.Line(
                Words(number, metrics),
                TextStyle.Bold,
                metrics.Body,
                IsExam(metrics) ? metrics.Body / 4 : 0,
                baseline
            )
        )
            yield return primitive;
    }

    /// <summary>A short rule or a box for the mark, and what it is out of, at the right end; nothing where questions show no
    /// marks.</summary>
    public static ImmutableArray<Primitive> Marks(int marks, PageMetrics metrics, int width)
    {
        if (!metrics.ShowsMarks)
            return [];
        var words = $"/ {marks}";
        var x = width - TextSetter.Width(words, TextStyle.Regular, metrics.Small);
        if (IsExam(metrics))
            return
            [
                Boxed(width - MarkBox, MarkBox, metrics, metrics.Body),
                .. TextSetter.Line(words, TextStyle.Regular, metrics.Small, x - (metrics.Small / 3), metrics.Body),
            ];
        var y = metrics.Body + (metrics.Small / 8);
        return
        [
            new LinePrimitive(
                Role.Rule,
                Ink.Given,
                x - MarkRule - (metrics.Small / 4),
                y,
                x - (metrics.Small / 4),
                y,
                metrics.RuleThickness
            ),
            .. TextSetter.Line(words, TextStyle.Regular, metrics.Small, x, metrics.Body),
        ];
    }

    /// <summary>Where what was earned is written: on the rule, or in the box, before what there is; null where questions show no
    /// marks.</summary>
    public static MarkAnchor? MarkOf(int marks, PageMetrics metrics, int width) =>
        Marks(marks, metrics, width).OfType<TextPrimitive>().LastOrDefault() is { } outOf
            ? Before(outOf.X, outOf.Y, outOf.Text.Size)
            : null;

    /// <summary>Where a number is written on a short rule before words that begin at a place.</summary>
    public static MarkAnchor Before(int x, int y, int size) => new(x - (size / 4) - (MarkRule / 2), y, size);

    /// <summary>Where the words of a question end for the sake of its mark.</summary>
    public static int Left(int marks, PageMetrics metrics, int width) =>
        Marks(marks, metrics, width) is { IsEmpty: false } signs ? signs.Min(primitive => primitive.InkBox.Left) - metrics.Body : width;

    private static bool IsExam(PageMetrics metrics) => metrics.Style == PageStyle.Exam;

    private static string Words(int number, PageMetrics metrics) => IsExam(metrics) ? $"{number}" : $"{number}.";

    private static int NumberWidth(int number, PageMetrics metrics) =>
        TextSetter.Width(Words(number, metrics), TextStyle.Bold, metrics.Body);

    /// <summary>The room of the number.</summary>
    public static Box NumberBox(int number, PageMetrics metrics, int baseline) =>
        new(0, baseline - metrics.Body, NumberWidth(number, metrics), baseline);

    private static RectanglePrimitive Boxed(int left, int width, PageMetrics metrics, int baseline) =>
        new(
            Role.FormBox,
            Ink.Given,
            new Box(left, baseline - metrics.Body, left + width, baseline + (metrics.Body / 3)),
            0,
            metrics.RuleThickness
        );
}
