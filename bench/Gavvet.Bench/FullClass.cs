using System.Diagnostics;
using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Worksheets.Editing;
using Gavvet.Worksheets.Questions;

namespace Gavvet.Bench;

/// <summary>What a teacher waits for in marking, with years of printings in the database.</summary>
internal static class FullClass
{
    private const int Students = 30,
        Printings = 200,
        Papers = 50,
        OfClass = 40,
        Markings = 300;

    /// <summary>How many answers of practices are kept in a folder.</summary>
    public static async Task<int> PracticedAsync(string path)
    {
        using var folder = DataFolder.Open(path);
        await DatabaseStart.PrepareAsync(folder);
        using var data = new Database(folder);
        var practices = new PracticeStore(data, TimeProvider.System);
        var kept = 0;
        foreach (var practice in await practices.ListAsync())
            kept += (await practices.AllTriesAsync(practice.Id)).Sum(seat => seat.Count());
        return kept;
    }

    public static async Task<object> MeasureAsync(string path)
    {
        using var folder = DataFolder.Open(path);
        await DatabaseStart.PrepareAsync(folder);
        using var data = new Database(folder);
        var (classes, printings, markings) = (
            new ClassStore(data, TimeProvider.System),
            new PrintingStore(data, TimeProvider.System),
            new MarkingStore(data, TimeProvider.System)
        );
        var id = await classes.CreateAsync("Hazelmoor theory");
        await classes.AddAsync(id, [.. Enumerable.Range(1, Students).Select(i => new Student("", $"Student {i}"))]);
        var group = (await classes.FindAsync(id))!;
        var sheet = await new SheetStore(data, TimeProvider.System).CreateAsync(SheetEditor.NewSheet(1));
        var plan = PrintPlan.Of(
            sheet.Sheet,
            PrintChoices.None with
            {
                CodeSeed = 1,
                Copies = PrintedCopy.Of(group.Students, sheet.Sheet, Papers - Students, student => student.Id),
            }
        );
        var frozen = FrozenPrinting.Of(plan, QuestionCatalogue.Standard, PrintPace.Fast);
        var papers = new RecordedPapers(frozen.Record);
        var items = papers.ItemsOf(frozen.Record.Copies[0]);
        var last = "";
        for (var i = 0; i < Printings; i++)
        {
            var kept = new PrintingToKeep(
                sheet.Id,
                sheet.Head.Revision,
                $"Quiz {i}",
                frozen.Record.Write(),
                [],
                [.. frozen.Pages.Select((page, n) => new PackedPage($"{i:x4}{n:x4}", page.Pile, page.Number, "", page.Sides))]
            )
            {
                ClassId = i < OfClass ? id : null,
                Papers = [.. frozen.Record.Copies.Select(copy => (copy.Student, items.Length))],
            };
            last = (await printings.AddAsync(kept))!;
            await markings.AddAllAsync(
                last,
                [
                    .. frozen
                        .Record.Copies.Take(Students)
                        .SelectMany(copy =>
                            items.Select(item => (copy.Number, item, Marker.Mark(item, papers.Style, new Decision.Right())))
                        ),
                ]
            );
        }

        var marked = new List<double>();
        for (var i = 0; i < Markings; i++)
            marked.Add(
                await TimeAsync(() =>
                    markings.AddAsync(
                        last,
                        1 + (i % Students),
                        items[i % items.Length],
                        Marker.Mark(items[i % items.Length], papers.Style, new Decision.Written(items[i % items.Length].Answer))
                    )
                )
            );
        var overview = new List<double>();
        for (var i = 0; i < 10; i++)
            overview.Add(await TimeAsync(() => markings.PrintingsOfAsync(id)));
        var sides = frozen.Pages.ToDictionary(page => page.Code, page => page.Sides);
        var slips = new List<double>();
        var current = items.ToDictionary(item => item.Number, item => Marker.Mark(item, papers.Style, new Decision.Blank()));
        var read = await printings.SidesAsync([.. Enumerable.Range(0, frozen.Pages.Length).Select(n => $"{Printings - 1:x4}{n:x4}")]);
        PageSidesRead[] pages =
        [
            .. frozen.Pages.Select((_, n) => read[$"{Printings - 1:x4}{n:x4}"]).Select(page => PageSidesRead.Of(page.Student, page.Key)),
        ];
        for (var i = 0; i < 5; i++)
            slips.Add(
                await TimeAsync(() =>
                    Task.FromResult(
                        Slips.Of(
                            frozen
                                .Record.Copies.Take(Students)
                                .Select((copy, n) => new MarkedPaper(frozen.Record, copy, "Mira", "", current, [pages[n]]))
                        )
                            is var made
                            ? Engraving.Output.PdfWriter.Write("Slips", made)
                            : []
                    )
                )
            );
        return new
        {
            printings = Printings,
            papers = Printings * Papers,
            marking95 = At95(marked),
            overviewMedian = overview.Order().ElementAt(5),
            slips30Median = slips.Order().ElementAt(2),
        };
    }

    private static double At95(List<double> times) => times.Order().ElementAt(times.Count * 95 / 100);

    private static async Task<double> TimeAsync<T>(Func<Task<T>> work)
    {
        var begun = Stopwatch.GetTimestamp();
        await work();
        return Stopwatch.GetElapsedTime(begun).TotalMilliseconds;
    }
}
