using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Theory;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Wording;
using Gavvet.Worksheets.Working;

namespace Gavvet.Engraving.Layout;

/// <summary>The keys that flow on their own under the student page's question numbers: with working, or a line an answer.</summary>
internal static class WorkingLayout
{
    public static ImmutableArray<Page> LayOut(IReadOnlyList<Composition> editions, PaperKind kind)
    {
        var first = editions[0].Worksheet;
        using var speaking = first.Language.Speak();
        var setup = first.Setup with { HalfSheets = false };
        var metrics = new PageMetrics(setup);
        var blocks = new List<Block>();
        foreach (var (sheet, key) in editions)
        {
            // One key for a pile of several versions or parts says which it is coming to.
            if (editions.Count > 1)
                blocks.Add(EditionHeading($"{sheet.Edition}", metrics));
            foreach (var section in sheet.Sections)
            {
                blocks.Add(Heading(section, metrics, editions.Count == 1));
                blocks.AddRange(section.Items.Select(item => Item(item, key, metrics, kind == PaperKind.Working ? sheet.Style : null)));
            }
        }

        var edition = editions.Count > 1 ? Edition.Only : first.Edition;
        return Pagination.Fill(blocks, metrics, new SheetFurniture(first with { Setup = setup, Edition = edition }, kind, metrics));
    }

    private static Block EditionHeading(string words, PageMetrics metrics)
    {
        var size = (metrics.Heading + metrics.Title) / 2;
        var height = size + (metrics.LineHeight / 3);
        var group = new PageGroup(
            GroupKind.Furniture,
            new Box(0, 0, metrics.ContentWidth, height),
            null,
            [.. TextSetter.Line(words, TextStyle.Bold, size, 0, size)]
        );
        return new Block(height, true, [group], metrics.SectionGap, words);
    }

    private static Block Heading(WorksheetSection section, PageMetrics metrics, bool bookmarked)
    {
        var (words, baseline) = SheetLayout.Heading(section.Heading, metrics);
        var height = baseline + (metrics.LineHeight / 2);
        var group = new PageGroup(new GroupKind.SectionHead(section.Id), new Box(0, 0, metrics.ContentWidth, height), null, words);
        return new Block(height, true, [group], metrics.SectionGap / 2, bookmarked ? section.Heading : null);
    }

    private static Block Item(WorksheetItem item, AnswerKey key, PageMetrics metrics, HouseStyle? workingIn)
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

        var answer = key.Answers.GetValueOrDefault(item.SlotId);
        if (workingIn is { } style)
        {
            if (item.Question.Prompt.Length > 0)
                Write(item.Question.Prompt, TextStyle.Regular, Ink.Given);
            if (answer is not null)
            {
                Write(answer.Text, TextStyle.BoldItalic, Ink.Answer);
                foreach (var sentence in answer.Working.Select(step => WorkingSentences.Sentence(style, step)).Concat(answer.AlsoRight))
                    Write(sentence, TextStyle.Regular, Ink.Given);
            }

            if (item.Because.Length > 0)
                Write(Texts.Say("paper.because-of", ("reason", item.Because)), TextStyle.Italic, Ink.Given);
        }
        else
        {
            Write(answer?.Text ?? item.Question.Prompt, TextStyle.BoldItalic, Ink.Answer);
            foreach (var sentence in answer?.AlsoRight ?? [])
                Write(sentence, TextStyle.Regular, Ink.Given);
        }

        var height = y + (workingIn is null ? 0 : metrics.LineHeight / 2);
        var group = new PageGroup(
            new GroupKind.Question(item.SlotId, item.Number),
            new Box(0, 0, metrics.ContentWidth, height),
            null,
            primitives.ToImmutable()
        );
        return new Block(height, false, [group]);
    }
}
