using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Questions;

namespace Gavvet.Bench;

/// <summary>A school of two thousand students with two hundred thousand markings, to measure the screens of classes against.</summary>
internal static class FullSchool
{
    private const int Classes = 67,
        Students = 30,
        Printings = 10,
        Items = 10;

    // Every class has had its quizzes week by week; one answer in six was another scale.
    private const string Quiz = """
        {"gavvet":1,"title":"Quiz","seed":3,"versions":2,"sections":[
        {"kind":"write-scale","scales":["major","harmonic-minor"],"keys":{"flats":4,"sharps":4},"count":6,"marks":4},
        {"kind":"relative-key","keys":{"flats":4,"sharps":4},"count":4}]}
        """;

    public static async Task<object> FillAsync(string path)
    {
        using var folder = DataFolder.Open(path);
        await DatabaseStart.PrepareAsync(folder);
        using var data = new Database(folder);
        var clock = new Clock();
        var (classes, printings, markings) = (new ClassStore(data, clock), new PrintingStore(data, clock), new MarkingStore(data, clock));
        var sheet = await new SheetStore(data, clock).CreateAsync(SheetFile.Read(Quiz));
        var (id, count) = ("", 0);
        for (var c = 0; c < Classes; c++)
        {
            id = await classes.CreateAsync($"Hazelmoor {c + 1}");
            await classes.AddAsync(id, [.. Enumerable.Range(1, Students).Select(i => new Student("", $"Student {i}"))]);
            var group = (await classes.FindAsync(id))!;
            var plan = PrintPlan.Of(
                sheet.Sheet,
                PrintChoices.None with
                {
                    CodeSeed = (ulong)c,
                    Copies = PrintedCopy.Of(group.Students, sheet.Sheet, 0, student => student.Id),
                }
            );
            var frozen = FrozenPrinting.Of(plan, QuestionCatalogue.Standard, PrintPace.Fast);
            var papers = new RecordedPapers(frozen.Record);
            var own = frozen.Record.Copies.ToDictionary(copy => copy.Number, papers.ItemsOf);
            for (var p = 0; p < Printings; p++)
            {
                clock.Now = DateTimeOffset.UtcNow.AddDays(-7 * (Printings - p));
                var kept = new PrintingToKeep(
                    sheet.Id,
                    sheet.Head.Revision,
                    $"Quiz {p}",
                    frozen.Record.Write(),
                    [],
                    [.. frozen.Pages.Select((page, n) => new PackedPage($"{c:x3}{p:x2}{n:x3}", page.Pile, page.Number, "", page.Sides))]
                )
                {
                    ClassId = id,
                    Papers = [.. frozen.Record.Copies.Select(copy => (copy.Student, own[copy.Number].Length))],
                };
                var last = (await printings.AddAsync(kept))!;
                await markings.AddAllAsync(
                    last,
                    [
                        .. frozen.Record.Copies.SelectMany(copy =>
                            own[copy.Number]
                                .Take(Items)
                                .Select(
                                    (item, i) =>
                                        (
                                            copy.Number,
                                            item,
                                            Marker.Mark(
                                                item,
                                                papers.Style,
                                                (copy.Number + i + p) % 6 == 0 && item.Question.Mistakes.Length > 0
                                                    ? new Decision.Written(item.Question.Mistakes[0].Text)
                                                    : new Decision.Right()
                                            )
                                        )
                                )
                        ),
                    ]
                );
                count += frozen.Record.Copies.Length * Items;
            }
        }

        return new
        {
            @class = id,
            students = Classes * Students,
            markings = count,
        };
    }

    private sealed class Clock : TimeProvider
    {
        public DateTimeOffset Now { get; set; } = DateTimeOffset.UtcNow;

        public override DateTimeOffset GetUtcNow() => Now;
    }
}
