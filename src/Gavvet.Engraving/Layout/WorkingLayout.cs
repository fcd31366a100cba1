using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Theory;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Working;

namespace Gavvet.Engraving.Layout;

/// <summary>The key with working: it flows on its own, under the student page's question numbers.</summary>
internal static class WorkingLayout
{
    public static ImmutableArray<Page> LayOut(Worksheet sheet, AnswerKey key)
    {
        var metrics = new PageMetrics(sheet.Setup);
        var blocks = new List<Block>();
        foreach (var section in sheet.Sections)
        {
            blocks.Add(Heading(section, metrics));
            blocks.AddRange(section.Items.Select(item => Item(item, key, metrics, sheet.Style)));
        }

        return Pagination.Fill(blocks, metrics, new SheetFurniture(sheet, PaperKind.Working, metrics));
    }

    private static Block Heading(WorksheetSection section, PageMetrics metrics)
    {
        var baseline = metrics.Heading;
        var height = baseline + (metrics.LineHeight / 2);
        var group = new PageGroup(
            new GroupKind.SectionHead(section.Id),
            new Box(0, 0, metrics.ContentWidth, height),
            null,
            [.. TextSetter.Line(section.Heading, TextStyle.Bold, metrics.Heading, 0, baseline)]);
        return new Block(height, true, [group], metrics.SectionGap / 2, section.Heading);
    }

    private static Block Item(WorksheetItem item, AnswerKey key, PageMetrics metrics, HouseStyle style)
    {
        var primitives = ImmutableArray.CreateBuilder<Primitive>();
        var indent = TextSetter.Width("000.", TextStyle.Bold, metrics.Body) + (metrics.Body / 2);
        var width = metrics.ContentWidth - indent;
        var y = metrics.Body;
        primitives.AddRange(TextSetter.Line($"{item.Number}.", TextStyle.Bold, metrics.Body, 0, y));

        void Write(string text, TextStyle style, Ink ink)
        {
            foreach (var line in TextSetter.Wrap(text, style, metrics.Body, width))
            {
                primitives.AddRange(TextSetter.Line(line, style, metrics.Body, indent, y, ink));
                y += metrics.LineHeight;
            }
        }

        if (item.Question.Prompt.Length > 0)
            Write(item.Question.Prompt, TextStyle.Regular, Ink.Given);
        if (key.Answers.GetValueOrDefault(item.SlotId) is { } answer)
        {
            Write(answer.Text, TextStyle.BoldItalic, Ink.Answer);
            foreach (var sentence in answer.Working.Select(step => WorkingWords.Sentence(style, step)).Concat(answer.AlsoRight))
                Write(sentence, TextStyle.Regular, Ink.Given);
        }

        var height = y + (metrics.LineHeight / 2);
        var group = new PageGroup(new GroupKind.Question(item.SlotId, item.Number), new Box(0, 0, metrics.ContentWidth, height), null, primitives.ToImmutable());
        return new Block(height, false, [group]);
    }
}
