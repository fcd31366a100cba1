using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Engraving.Layout;

/// <summary>What the key in place says of its questions: what else is right, beside the question where there is room, otherwise in a list
/// at the end; and why questions are asked, in a list after it.</summary>
internal static class AlsoRightList
{
    /// <summary>The accepted answers after the prompt, small; nothing where they do not fit.</summary>
    public static ImmutableArray<Primitive> Beside(Answer answer, int start, int end, int baseline, PageMetrics metrics)
    {
        if (!answer.Remarks.IsEmpty)
            return [];
        var words = Texts.Say("paper.or", ("answers", string.Join(", ", answer.Accepted)));
        return start + TextSetter.Width(words, TextStyle.BoldItalic, metrics.Small) > end
            ? []
            : [.. TextSetter.Line(words, TextStyle.BoldItalic, metrics.Small, start, baseline, Ink.Answer)];
    }

    /// <summary>What else is right, as a list at the end of the key.</summary>
    public static IEnumerable<Block> Blocks(IReadOnlyList<(int Number, ImmutableArray<string> AlsoRight)> unplaced, PageMetrics metrics) =>
        List(Texts.Say("paper.also-right"), unplaced, metrics);

    /// <summary>Why questions are asked, as a list at the end of the key; nothing where nothing is to be said.</summary>
    public static IEnumerable<Block> Reasons(Worksheet sheet, PageMetrics metrics)
    {
        (int, ImmutableArray<string>)[] reasons =
        [
            .. sheet.Sections.SelectMany(section => section.Items).Where(item => item.Because.Length > 0).Select(Reason),
        ];
        return reasons.Length == 0 ? [] : List(Texts.Say("paper.because"), reasons, metrics);
    }

    private static (int, ImmutableArray<string>) Reason(WorksheetItem item) => (item.Number, [item.Because]);

    private static IEnumerable<Block> List(
        string heading,
        IReadOnlyList<(int Number, ImmutableArray<string> Sentences)> rows,
        PageMetrics metrics
    )
    {
        var head = TextSetter.Line(heading, TextStyle.BoldItalic, metrics.Heading, 0, metrics.Heading, Ink.Answer);
        yield return Block(metrics.Heading + (metrics.LineHeight / 2), true, [.. head], metrics, heading);
        foreach (var (number, sentences) in rows)
        {
            var indent = TextSetter.Width("000.", TextStyle.Bold, metrics.Small) + (metrics.Small / 2);
            var primitives = ImmutableArray.CreateBuilder<Primitive>();
            primitives.AddRange(TextSetter.Line($"{number}.", TextStyle.Bold, metrics.Small, 0, metrics.Small));
            var y = metrics.Small;
            foreach (
                var line in TextSetter.Wrap(string.Join(' ', sentences), TextStyle.Regular, metrics.Small, metrics.ContentWidth - indent)
            )
            {
                primitives.AddRange(TextSetter.Line(line, TextStyle.Regular, metrics.Small, indent, y));
                y += metrics.Small * 135 / 100;
            }

            yield return Block(y, false, primitives.ToImmutable(), metrics, null);
        }
    }

    private static Block Block(int height, bool keep, ImmutableArray<Primitive> primitives, PageMetrics metrics, string? bookmark) =>
        new(
            height,
            keep,
            [new PageGroup(GroupKind.Furniture, new Box(0, 0, metrics.ContentWidth, height), null, primitives)],
            keep ? metrics.SectionGap : 0,
            bookmark
        );
}
