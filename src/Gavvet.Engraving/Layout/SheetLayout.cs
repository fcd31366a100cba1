using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Questions;

namespace Gavvet.Engraving.Layout;

/// <summary>Lays a worksheet out on pages.</summary>
public static class SheetLayout
{
    /// <summary>The pages of one of the papers.</summary>
    public static ImmutableArray<Page> LayOut(Composition composition, PaperKind kind) => kind switch
    {
        PaperKind.Key => Key(composition.Worksheet, composition.Key),
        PaperKind.Short or PaperKind.Working => WorkingLayout.LayOut(composition.Worksheet, composition.Key, kind),
        _ => Student(composition.Worksheet),
    };

    /// <summary>The student's pages. They are made without the key at hand.</summary>
    public static ImmutableArray<Page> Student(Worksheet sheet) => Pages(sheet, PaperKind.Student, null);

    /// <summary>The same pages with the answers in place.</summary>
    public static ImmutableArray<Page> Key(Worksheet sheet, AnswerKey key) => Pages(sheet, PaperKind.Key, key);

    private static ImmutableArray<Page> Pages(Worksheet sheet, PaperKind kind, AnswerKey? key)
    {
        var metrics = new PageMetrics(sheet.Setup);
        var blocks = sheet.Sections.SelectMany(section => Blocks(section, metrics, key)).ToArray();
        return Pagination.Fill(blocks, metrics, new SheetFurniture(sheet, kind, metrics));
    }

    private static IEnumerable<Block> Blocks(WorksheetSection section, PageMetrics metrics, AnswerKey? key)
    {
        yield return Head(section, metrics);
        var perRow = section.PerRow;
        var width = (metrics.ContentWidth - ((perRow - 1) * metrics.Gutter)) / perRow;
        if (section.Example is { } example)
            yield return ExampleBlock(example, metrics, width);
        foreach (var row in section.Items.Chunk(perRow))
        {
            var items = row.Select(item => Item(item, metrics, width, key)).ToArray();
            var height = items.Max(item => item.Box.Height);
            yield return new Block(
                height + metrics.QuestionGap,
                false,
                [.. items.Select((item, column) => item.Moved(column * (width + metrics.Gutter), 0))]);
        }
    }

    private static Block Head(WorksheetSection section, PageMetrics metrics)
    {
        var baseline = metrics.Heading;
        var primitives = ImmutableArray.CreateBuilder<Primitive>();
        primitives.AddRange(TextSetter.Line(section.Heading, TextStyle.Bold, metrics.Heading, 0, baseline));
        foreach (var line in TextSetter.Wrap(section.Instruction, TextStyle.Italic, metrics.Body, metrics.ContentWidth))
        {
            baseline += metrics.LineHeight;
            primitives.AddRange(TextSetter.Line(line, TextStyle.Italic, metrics.Body, 0, baseline));
        }

        var height = baseline + metrics.LineHeight;
        var box = new Box(0, 0, metrics.ContentWidth, height);
        return new Block(height, true, [new PageGroup(new GroupKind.SectionHead(section.Id), box, null, primitives.ToImmutable())], metrics.SectionGap, section.Heading);
    }

    private static Block ExampleBlock(WorkedExample example, PageMetrics metrics, int width)
    {
        var prompt = example.Question.Prompt.Length == 0 ? "Example" : $"Example: {example.Question.Prompt}";
        var (height, primitives) = Body(example.Question, example.Answer.Marks, Ink.Example, metrics, width, TextSetter.Line(prompt, TextStyle.Italic, metrics.Body, 0, metrics.Body, Ink.Example));
        var box = new Box(0, 0, width, height);
        var label = $"{prompt}. {Described(example.Question, example.Answer.Marks)}";
        return new Block(height + metrics.QuestionGap, false, [new PageGroup(GroupKind.Furniture, box, label, primitives)]);
    }

    private static PageGroup Item(WorksheetItem item, PageMetrics metrics, int width, AnswerKey? key)
    {
        var answer = key?.Answers.GetValueOrDefault(item.SlotId);
        var marks = answer?.Marks ?? [.. item.Question.Figures.Select(_ => ImmutableArray<Mark>.Empty)];
        var number = $"{item.Number}.";
        var indent = TextSetter.Width(number, TextStyle.Bold, metrics.Body) + (metrics.Body / 2);
        IEnumerable<Primitive> prompt =
        [
            .. TextSetter.Line(number, TextStyle.Bold, metrics.Body, 0, metrics.Body),
            .. item.Question.Prompt.Length == 0 ? [] : TextSetter.Line(item.Question.Prompt, TextStyle.Regular, metrics.Body, indent, metrics.Body),
        ];
        var (height, primitives) = Body(item.Question, marks, Ink.Answer, metrics, width, prompt);
        var words = item.Question.Prompt.Length == 0 ? "" : FigureText.Spoken(item.Question.Prompt) + ". ";
        var label = $"Question {item.Number}. {words}{Described(item.Question, marks)}".TrimEnd();
        return new PageGroup(new GroupKind.Question(item.SlotId, item.Number), new Box(0, 0, width, height), label, primitives);
    }

    private static (int Height, ImmutableArray<Primitive> Primitives) Body(
        Question question, ImmutableArray<ImmutableArray<Mark>> marks, Ink ink, PageMetrics metrics, int width, IEnumerable<Primitive> prompt)
    {
        var primitives = ImmutableArray.CreateBuilder<Primitive>();
        primitives.AddRange(prompt);
        var y = metrics.LineHeight;
        for (var i = 0; i < question.Figures.Length; i++)
        {
            var figure = FigureSetter.Set(question.Figures[i], marks[i], ink, metrics, width);
            foreach (var primitive in figure.Primitives)
                primitives.Add(primitive.Moved(0, y));
            y += figure.Height;
        }

        return (y, primitives.ToImmutable());
    }

    private static string Described(Question question, ImmutableArray<ImmutableArray<Mark>> marks) =>
        string.Join(' ', question.Figures.Select((figure, i) => FigureText.Describe(figure, marks[i])));
}
