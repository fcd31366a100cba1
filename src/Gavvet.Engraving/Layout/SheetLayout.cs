using System.Collections.Immutable;
using Gavvet.Engraving.Drawing;
using Gavvet.Engraving.Fonts;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Figures;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Engraving.Layout;

/// <summary>Lays a worksheet out on pages.</summary>
public static class SheetLayout
{
    // Staffs, keyboards and circles side by side; words may stand in more columns.
    private const int MostFigures = 2;

    /// <summary>The pages of one of the papers.</summary>
    public static ImmutableArray<Page> LayOut(Composition composition, PaperKind kind) =>
        kind switch
        {
            PaperKind.Key => Key(composition.Worksheet, composition.Key),
            PaperKind.Short or PaperKind.Working => WorkingLayout.LayOut([composition], kind),
            _ => Student(composition.Worksheet),
        };

    /// <summary>One key, short or with working, for several versions or parts; each begins with its name.</summary>
    public static ImmutableArray<Page> Combined(IReadOnlyList<Composition> editions, PaperKind kind) =>
        WorkingLayout.LayOut(editions, kind);

    /// <summary>The student's pages. They are made without the key at hand.</summary>
    public static ImmutableArray<Page> Student(Worksheet sheet) => Pages(sheet, PaperKind.Student, null);

    /// <summary>The same pages with the answers in place.</summary>
    public static ImmutableArray<Page> Key(Worksheet sheet, AnswerKey key) => Pages(sheet, PaperKind.Key, key);

    /// <summary>Where a student's name goes on the pages of a paper. A kept page bears none, so that a name can be taken away.</summary>
    /// <param name="sheet">The worksheet.</param>
    /// <param name="pages">How many pages it has.</param>
    public static ImmutableArray<NamePlace> NamePlaces(Worksheet sheet, int pages)
    {
        var furniture = new SheetFurniture(sheet, PaperKind.Student, new PageMetrics(sheet.Setup));
        return [.. Enumerable.Range(0, pages).Select(furniture.NamePlaceOn)];
    }

    private static ImmutableArray<Page> Pages(Worksheet sheet, PaperKind kind, AnswerKey? key)
    {
        using var speaking = sheet.Language.Speak();
        var metrics = new PageMetrics(sheet.Setup);
        var unplaced = new List<(int Number, ImmutableArray<string> AlsoRight)>();
        var blocks = sheet.Sections.SelectMany(section => Blocks(section, metrics, key, unplaced)).ToList();
        // What else is right and has no room beside its question stands at the end, after the student's pages.
        if (unplaced.Count > 0)
            blocks.AddRange(AlsoRightList.Blocks(unplaced, metrics));
        if (key is not null)
            blocks.AddRange(AlsoRightList.Reasons(sheet, metrics));
        var pages = Pagination.Fill(blocks, metrics, new SheetFurniture(sheet, kind, metrics));
        return sheet.Setup.HalfSheets && !sheet.Edition.IsSingle ? [.. pages.Select(HalfSheets.Doubled)] : pages;
    }

    private static IEnumerable<Block> Blocks(
        WorksheetSection section,
        PageMetrics metrics,
        AnswerKey? key,
        List<(int Number, ImmutableArray<string> AlsoRight)> unplaced
    )
    {
        yield return Head(section, metrics);
        if (!section.Bank.IsEmpty)
            yield return Bank(section.Bank, metrics);
        var rows = ShortRows.Of(section, metrics, width => QuestionSigns.Left(section.Marks, metrics, width));
        var perRow = rows?.Columns ?? Math.Min(section.PerRow, MostFigures);
        var width = (metrics.ContentWidth - ((perRow - 1) * metrics.Gutter)) / perRow;
        if (section.Example is { } example)
            yield return ExampleBlock(example, metrics, rows is null ? width : metrics.ContentWidth);
        foreach (var row in section.Items.Chunk(perRow))
        {
            var items = row.Select(item => Item(item, section.Marks, metrics, width, key, unplaced, rows)).ToArray();
            var height = items.Max(item => item.Group.Box.Height);
            // The room between questions follows what is in them.
            yield return new Block(
                height + (rows?.Gap(metrics) ?? metrics.QuestionGap),
                false,
                [.. items.Select((item, column) => item.Group.Moved(column * (width + metrics.Gutter), 0))]
            )
            {
                MayGoOn = row.All(item => item.Question.Figures.Length == 1),
                // Questions side by side are parted at the same height or not at all.
                Cuts = [.. items.Select(item => item.Cuts.AsEnumerable()).Aggregate((some, others) => some.Intersect(others))],
            };
        }
    }

    // The answers to match, two side by side where they have room.
    private static Block Bank(ImmutableArray<string> bank, PageMetrics metrics)
    {
        var primitives = ImmutableArray.CreateBuilder<Primitive>();
        var columns =
            bank.Max(text => TextSetter.Width(text, TextStyle.Regular, metrics.Body)) + (metrics.Body * 5 / 2) < metrics.ContentWidth / 2
                ? 2
                : 1;
        var rows = (bank.Length + columns - 1) / columns;
        for (var i = 0; i < bank.Length; i++)
        {
            var (x, y) = (i / rows * (metrics.ContentWidth / 2), metrics.Body + (i % rows * metrics.LineHeight));
            primitives.AddRange(TextSetter.Line($"{(char)('A' + i)}", TextStyle.Bold, metrics.Body, x, y));
            primitives.AddRange(TextSetter.Line(bank[i], TextStyle.Regular, metrics.Body, x + (metrics.Body * 3 / 2), y));
        }

        var height = (rows * metrics.LineHeight) + (metrics.Body / 2);
        var label = Texts.Say(
            "figure.bank",
            ("answers", string.Join("; ", bank.Select((text, i) => $"{(char)('A' + i)} {FigureText.Spoken(text)}")))
        );
        return new Block(
            height + metrics.QuestionGap,
            true,
            [new PageGroup(GroupKind.Furniture, new Box(0, 0, metrics.ContentWidth, height), label, primitives.ToImmutable())]
        );
    }

    /// <summary>A heading on as many lines as it takes, and the baseline of the last.</summary>
    internal static (ImmutableArray<Primitive> Words, int Baseline) Heading(string words, PageMetrics metrics)
    {
        var lines = TextSetter.Wrap(words, TextStyle.Bold, metrics.Heading, metrics.ContentWidth);
        int Baseline(int line) => metrics.Heading + (line * metrics.Heading * 6 / 5);
        return (
            [.. lines.SelectMany((line, i) => TextSetter.Line(line, TextStyle.Bold, metrics.Heading, 0, Baseline(i)))],
            Baseline(lines.Length - 1)
        );
    }

    private static Block Head(WorksheetSection section, PageMetrics metrics)
    {
        var (words, baseline) = Heading(section.Heading, metrics);
        var primitives = words.ToBuilder();
        foreach (var line in TextSetter.Wrap(section.Instruction, TextStyle.Italic, metrics.Body, metrics.ContentWidth))
        {
            baseline += metrics.LineHeight;
            primitives.AddRange(TextSetter.Line(line, TextStyle.Italic, metrics.Body, 0, baseline));
        }

        var height = baseline + metrics.LineHeight;
        var box = new Box(0, 0, metrics.ContentWidth, height);
        return new Block(
            height,
            true,
            [new PageGroup(new GroupKind.SectionHead(section.Id), box, null, primitives.ToImmutable())],
            metrics.SectionGap,
            section.Heading
        );
    }

    private static Block ExampleBlock(WorkedExample example, PageMetrics metrics, int width)
    {
        var prompt =
            example.Question.Prompt.Length == 0
                ? Texts.Say("paper.example")
                : Texts.Say("paper.example-of", ("prompt", example.Question.Prompt));
        var lines = TextSetter.Wrap(prompt, TextStyle.Italic, metrics.Body, width);
        var words = lines.SelectMany(
            (line, i) => TextSetter.Line(line, TextStyle.Italic, metrics.Body, 0, metrics.Body + (i * metrics.LineHeight), Ink.Example)
        );
        var (height, primitives, _, cuts) = Body(example.Question, example.Answer.Marks, Ink.Example, metrics, width, words, lines.Length);
        var box = new Box(0, 0, width, height);
        var label = $"{prompt}. {Described(example.Question, example.Answer.Marks)}";
        return new Block(height + metrics.QuestionGap, false, [new PageGroup(GroupKind.Furniture, box, label, primitives)]) { Cuts = cuts };
    }

    private static (PageGroup Group, ImmutableArray<int> Cuts) Item(
        WorksheetItem item,
        int marksOf,
        PageMetrics metrics,
        int width,
        AnswerKey? key,
        List<(int Number, ImmutableArray<string> AlsoRight)> unplaced,
        ShortRows? rows
    )
    {
        var answer = key?.Answers.GetValueOrDefault(item.SlotId);
        var marks = answer?.Marks ?? [.. item.Question.Figures.Select(_ => ImmutableArray<Mark>.Empty)];
        var (height, primitives, anchors, cuts) = rows is { OnOneRow: true }
            ? OneRow(item, marksOf, metrics, width, answer, marks, unplaced, rows)
            : Below(item, marksOf, metrics, width, answer, marks, unplaced);
        var words = item.Question.Prompt.Length == 0 ? "" : FigureText.Spoken(item.Question.Prompt) + ". ";
        var label = Texts
            .Say("figure.question", ("number", item.Number), ("words", words), ("figures", Described(item.Question, marks)))
            .TrimEnd();
        var box = new Box(0, 0, width, height);
        return (new PageGroup(new GroupKind.Question(item.SlotId, item.Number), box, label, primitives) { Anchors = anchors }, cuts);
    }

    // Number, prompt, the lines to write on and the mark, all on the row the student writes in.
    private static (int Height, ImmutableArray<Primitive> Primitives, ItemAnchors Anchors, ImmutableArray<int> Cuts) OneRow(
        WorksheetItem item,
        int marksOf,
        PageMetrics metrics,
        int width,
        Answer? answer,
        ImmutableArray<ImmutableArray<Mark>> marks,
        List<(int Number, ImmutableArray<string> AlsoRight)> unplaced,
        ShortRows rows
    )
    {
        var baseline = metrics.WritingLine - (metrics.Body / 3);
        var left = QuestionSigns.Left(marksOf, metrics, width);
        var primitives = ImmutableArray.CreateBuilder<Primitive>();
        primitives.AddRange(QuestionSigns.Number(item.Number, metrics, baseline));
        primitives.AddRange(QuestionSigns.Marks(marksOf, metrics, width).Select(primitive => primitive.Moved(0, baseline - metrics.Body)));
        primitives.AddRange(
            TextSetter.Line(item.Question.Prompt, TextStyle.Regular, metrics.Body, QuestionSigns.Indent(item.Number, metrics), baseline)
        );
        var lines = FigureSetter.Set(item.Question.Figures[0], marks[0], Ink.Answer, metrics, left - rows.AnswerLeft);
        primitives.AddRange(lines.Primitives.Select(primitive => primitive.Moved(rows.AnswerLeft, 0)));
        if (answer is { AlsoRight: { IsEmpty: false } others })
        {
            // What else is right stands small above the answer; in large print there is no small.
            var above = metrics.LargePrint ? [] : AlsoRightList.Beside(answer, rows.AnswerLeft, left, metrics.Small, metrics);
            primitives.AddRange(above);
            if (above.IsEmpty)
                unplaced.Add((item.Number, others));
        }

        var number = QuestionSigns.NumberBox(item.Number, metrics, baseline);
        return (
            lines.Height,
            primitives.ToImmutable(),
            new ItemAnchors(
                number,
                QuestionSigns.MarkOf(marksOf, metrics, width)?.Moved(0, baseline - metrics.Body),
                [lines.Anchors.Moved(rows.AnswerLeft, 0)]
            ),
            []
        );
    }

    private static (int Height, ImmutableArray<Primitive> Primitives, ItemAnchors Anchors, ImmutableArray<int> Cuts) Below(
        WorksheetItem item,
        int marksOf,
        PageMetrics metrics,
        int width,
        Answer? answer,
        ImmutableArray<ImmutableArray<Mark>> marks,
        List<(int Number, ImmutableArray<string> AlsoRight)> unplaced
    )
    {
        var indent = QuestionSigns.Indent(item.Number, metrics);
        var left = QuestionSigns.Left(marksOf, metrics, width);
        var prompt = ImmutableArray.CreateBuilder<Primitive>();
        prompt.AddRange(QuestionSigns.Number(item.Number, metrics, metrics.Body));
        prompt.AddRange(QuestionSigns.Marks(marksOf, metrics, width));
        var lines = TextSetter.Wrap(item.Question.Prompt, TextStyle.Regular, metrics.Body, left - indent);
        for (var i = 0; i < lines.Length; i++)
            prompt.AddRange(TextSetter.Line(lines[i], TextStyle.Regular, metrics.Body, indent, metrics.Body + (i * metrics.LineHeight)));
        if (answer is not null && answer.AlsoRight is { IsEmpty: false } others)
        {
            var start = indent + TextSetter.Width(lines[^1], TextStyle.Regular, metrics.Body) + metrics.Body;
            var beside = AlsoRightList.Beside(answer, start, left, metrics.Body + ((lines.Length - 1) * metrics.LineHeight), metrics);
            prompt.AddRange(beside);
            if (beside.IsEmpty)
                unplaced.Add((item.Number, others));
        }

        var (height, primitives, figures, cuts) = Body(item.Question, marks, Ink.Answer, metrics, width, prompt, Math.Max(1, lines.Length));
        return (
            height,
            primitives,
            new ItemAnchors(
                QuestionSigns.NumberBox(item.Number, metrics, metrics.Body),
                QuestionSigns.MarkOf(marksOf, metrics, width),
                figures
            ),
            cuts
        );
    }

    private static (int Height, ImmutableArray<Primitive> Primitives, ImmutableArray<FigureAnchors> Figures, ImmutableArray<int> Cuts) Body(
        Question question,
        ImmutableArray<ImmutableArray<Mark>> marks,
        Ink ink,
        PageMetrics metrics,
        int width,
        IEnumerable<Primitive> prompt,
        int promptLines
    )
    {
        var primitives = ImmutableArray.CreateBuilder<Primitive>();
        primitives.AddRange(prompt);
        var anchors = ImmutableArray.CreateBuilder<FigureAnchors>();
        var cuts = ImmutableArray.CreateBuilder<int>();
        var y = promptLines * metrics.LineHeight;
        for (var i = 0; i < question.Figures.Length; i++)
        {
            var figure = FigureSetter.Set(question.Figures[i], marks[i], ink, metrics, width);
            foreach (var primitive in figure.Primitives)
                primitives.Add(primitive.Moved(0, y));
            anchors.Add(figure.Anchors.Moved(0, y));
            var top = y;
            if (i > 0)
                cuts.Add(top);
            cuts.AddRange(figure.Cuts.Select(cut => top + cut));
            y += figure.Height;
        }

        return (y, primitives.ToImmutable(), anchors.ToImmutable(), cuts.ToImmutable());
    }

    private static string Described(Question question, ImmutableArray<ImmutableArray<Mark>> marks) =>
        string.Join(' ', question.Figures.Select((figure, i) => FigureText.Describe(figure, marks[i])));
}
