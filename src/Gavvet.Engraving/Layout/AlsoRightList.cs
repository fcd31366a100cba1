using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Engraving.Layout;

/// <summary>What else is right, on the key in place: beside its question where there is room, otherwise in a list at the end.</summary>
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

    /// <summary>The list at the end of the key.</summary>
    public static IEnumerable<Block> Blocks(IReadOnlyList<(int Number, ImmutableArray<string> AlsoRight)> unplaced, PageMetrics metrics)
    {
        var heading = Texts.Say("paper.also-right");
        var head = TextSetter.Line(heading, TextStyle.BoldItalic, metrics.Heading, 0, metrics.Heading, Ink.Answer);
        yield return Block(metrics.Heading + (metrics.LineHeight / 2), true, [.. head], metrics, heading);
        foreach (var (number, sentences) in unplaced)
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
