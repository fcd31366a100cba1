using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Theory;
using Gavvet.Web.Pages.Printings;
using Gavvet.Worksheets.Judging;

namespace Gavvet.Web.Demo;

/// <summary>The clock as it was some days ago.</summary>
/// <param name="inner">The clock that runs.</param>
/// <param name="days">How many days ago.</param>
internal sealed class DemoClock(TimeProvider inner, int days) : TimeProvider
{
    public override TimeZoneInfo LocalTimeZone => inner.LocalTimeZone;

    public override DateTimeOffset GetUtcNow() => inner.GetUtcNow().AddDays(-days);
}

/// <summary>
/// Two classes of the made-up Hazelmoor School of Music with three printings and a term behind them, whose students make real
/// mistakes: each has a skill that grows, and some have a confusion of their own.
/// </summary>
internal sealed class DemoClasses(
    ClassStore classes,
    SheetStore store,
    MarkingStore markings,
    PrintingStore printings,
    OpenPrintings open,
    PrintJobs jobs,
    PlanStore plans,
    Database data,
    TimeProvider clock,
    ILogger<DemoClasses> log
) : BackgroundService
{
    private const string Theory = """
        name,part,clef,size,row,seat
        Ada,,,,1,1
        Benno,,,,1,2
        Cleo,,bass,,1,3
        Dag,,,,1,4
        Edda,,,,1,5
        Fenn,,,,1,6
        Greta,,bass,,2,1
        Hal,,,,2,2
        Iris,,,large,2,3
        Jory,,,,2,4
        Kaja,,bass,,2,5
        Lorne,,,,2,6
        Mira,,,,3,1
        Nils,,,,3,2
        Odile,,,,3,3
        Pim,,bass,,3,4
        Quinn,,,,3,5
        Rona,,,,3,6
        Sorrel,,,,4,1
        Tove,,,,4,2
        Una,,,,4,3
        Vito,,,,4,4
        Wren,,,,4,5
        Yara,,,,4,6
        """;

    private const string Strings = """
        name,part,clef,size,row,seat
        Arlo,violin,,,1,1
        Bea,violin,,,1,2
        Cas,violin,,,1,3
        Dora,viola,,,1,4
        Ezra,violin,,,2,1
        Fleur,viola,,,2,2
        Gus,cello,,,2,3
        Hedy,cello,,large,2,4
        Ivo,violin,,,3,1
        Juno,viola,,,3,2
        Koa,double-bass,,,3,3
        """;

    // The sheet by words of its title, for the first or the second class, and how much of it is marked.
    private static readonly (string Words, int Class, int Marked, bool Returned)[] Printings =
    [
        ("Major scales from B", 0, 24, true),
        ("three minor forms", 0, 15, false),
        ("strings, week 2", 1, 4, false),
    ];

    private static readonly (string Name, string Roster)[] Groups = [("Hazelmoor theory 2", Theory), ("Hazelmoor strings", Strings)];

    // The classes whose papers are printed and marked; none where they are not all of the demo's.
    private string[] _ids = [];

    /// <summary>Makes them, where there is no class; the printings and their markings come in the background once the server runs, and go
    /// on at the next start where they were cut short.</summary>
    public async Task FillAsync()
    {
        var known = await classes.ListAsync();
        if (known.Count == 0)
        {
            foreach (var (name, roster) in Groups)
                await classes.AddAsync(await classes.CreateAsync(name), RosterText.Read(roster, _ => ""));
            known = await classes.ListAsync();
        }

        if (known.Count == Groups.Length && await plans.FindAsync(known[0].Id) is null)
        {
            // A term that began eight weeks ago, so that the next lesson lies within a week: twice a week, and once.
            var start = clock.Today().AddDays(-56);
            foreach (var row in known)
            {
                var (course, days) =
                    row.Name == Groups[0].Name
                        ? ("exam-course", new[] { DayOfWeek.Monday, DayOfWeek.Thursday })
                        : ("string-class", [DayOfWeek.Monday]);
                await plans.SaveAsync(row.Id, new ClassPlan(course, start, [.. days], Course.Get(course).Lessons), null);
            }
        }

        string[] ids = [.. Groups.Select(group => known.FirstOrDefault(row => row.Name == group.Name)?.Id).OfType<string>()];
        _ids = ids.Length == Groups.Length ? ids : [];
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        if (_ids is not [])
            await PrintAndMarkAsync(stoppingToken);
    }

    private async Task PrintAndMarkAsync(CancellationToken ended)
    {
        try
        {
            foreach (var (words, group, marked, returned) in Printings)
            {
                ended.ThrowIfCancellationRequested();
                var before = (await markings.PrintingsOfAsync(_ids[group], ended)).FirstOrDefault(printing =>
                    printing.Title.Contains(words, StringComparison.Ordinal)
                );
                if (
                    before is { Marked: > 0 }
                    || await classes.FindAsync(_ids[group], ended) is not { } found
                    || (await store.ListAsync(words, 1, ended)) is not [var sheet, ..]
                    || await store.FindAsync(sheet.Id, ended) is not { } stored
                )
                    continue;
                var two = stored.Sheet with { Versions = 2, Parts = [] };
                var choices = PrintChoices.None with
                {
                    QrAddress = "",
                    Class = found.Name,
                    Copies = PrintedCopy.Of(found.Present, two, 1, student => student.Id),
                };
                if (
                    (before?.Id ?? await PrintedAsync(stored with { Sheet = two }, choices, found.Id, ended)) is { } printing
                    && await open.FindAsync(printing) is { } opened
                )
                    await MarkAsync(opened, marked, returned, ended);
            }

            for (var group = 0; group < _ids.Length; group++)
                await TermAsync(group, ended);
        }
        catch (OperationCanceledException)
        {
            // The program ends; its next start goes on from here.
        }
        catch (Exception problem)
        {
            log.LogWarning("The demo classes were not finished: {Problem}", problem.GetType().Name);
        }
    }

    // A quiz for each lesson that is over, one a week, marked the evening after and given back.
    private async Task TermAsync(int group, CancellationToken ended)
    {
        if (
            await plans.FindAsync(_ids[group], ended) is not { Plan: { } kept }
            || await classes.FindAsync(_ids[group], ended) is not { } found
        )
            return;
        var printed = (await markings.PrintingsOfAsync(_ids[group], ended)).Select(printing => printing.Title).ToHashSet();
        var lessons = kept.Lay().Lessons.Where(lesson => lesson.Date < clock.Today() && lesson.Date.DayOfWeek == DayOfWeek.Monday);
        foreach (var (lesson, week) in lessons.Select((lesson, week) => (lesson, week)))
        {
            ended.ThrowIfCancellationRequested();
            var title = string.Concat("Hazelmoor week ", week + 1);
            if (
                printed.Contains(title)
                || LessonSheet.Of(lesson.Topic, [], 0, HouseStyle.Classical, (ulong)(100 + week), title) is not { } sheet
            )
                continue;
            var morning = lesson.Date.ToDateTime(new TimeOnly(8, 0));
            var job = jobs.Start(
                sheet with
                {
                    Versions = 1,
                    Parts = [],
                },
                PrintChoices.None with
                {
                    QrAddress = "",
                    Class = found.Name,
                    Copies = PrintedCopy.Of(found.Present, sheet, 0, student => student.Id),
                },
                "demo",
                new PrintJob
                {
                    SheetId = "",
                    ClassId = found.Id,
                    WrittenOn = lesson.Date,
                    Erasures = printings.Erasures,
                    MadeAt = new DateTimeOffset(morning, clock.LocalTimeZone.GetUtcOffset(morning)),
                }
            );
            if (job is null)
                return;
            await job.Making.WaitAsync(ended);
            if (job.PrintingId is not { } id || await open.FindAsync(id) is not { } opened)
                continue;
            var evening = new DemoClock(clock, clock.Today().DayNumber - lesson.Date.DayNumber - 1);
            await MarkAsync(opened, opened.Record.Copies.Length, false, ended, week + 1, new MarkingStore(data, evening));
            await new MarkingStore(data, evening).ReturnAsync(id, []);
        }
    }

    private async Task<string?> PrintedAsync(StoredSheet stored, PrintChoices choices, string classId, CancellationToken ended)
    {
        if (jobs.Start(stored, choices, "demo", classId) is not { } job)
            return null;
        await job.Making.WaitAsync(ended);
        return job.PrintingId;
    }

    private async Task MarkAsync(
        OpenPrinting printing,
        int papers,
        bool returned,
        CancellationToken ended,
        int week = 8,
        MarkingStore? keeper = null
    )
    {
        var made = new List<(int Copy, SetItem Item, Teaching.Marking Marking)>();
        foreach (var copy in printing.Record.Copies.Where(copy => copy.Student is not null).Take(papers))
        {
            ended.ThrowIfCancellationRequested();
            foreach (var item in printing.Papers.ItemsOf(copy))
                made.Add((copy.Number, item, printing.Papers.Mark(item, Said(copy.Number, item, week))));
        }

        await (keeper ?? markings).AddAllAsync(printing.Id, made, cancellation: ended);
        if (returned)
            await markings.ReturnAsync(printing.Id, await ClassPapers.ToReturnAsync(printing.Id, printing, printings, markings));
    }

    // By lot, the same each time: the weaker a student, the more often a mistake; every fourth takes natural for harmonic.
    private static Decision Said(int student, SetItem item, int week)
    {
        var lot = SplitMix64.At(StableHash.Of(item.Prompt + item.Answer), (ulong)student);
        var skill = 96 - (int)(SplitMix64.At(77, (ulong)student) % 30) - (3 * (8 - Math.Min(8, week)));
        var own = item.Question.Mistakes.FirstOrDefault(mistake => mistake.Mistake == FindingCode.NaturalForHarmonic);
        if (own is not null && student % 4 == 1)
            return new Decision.Mistake(own.Mistake);
        // The key's own words say the notes alone.
        if ((int)(lot % 100) < skill && item.Question.Scale is { AsksSignature: true })
            return new Decision.Right();
        if ((int)(lot % 100) < skill)
            return new Decision.Written(item.Question.Choices.IsEmpty ? item.Answer : $"{(char)('A' + item.Question.RightChoices[0])}");
        if (item.Question.Mistakes.Length > 0 && lot % 7 != 0)
            return new Decision.Written(item.Question.Mistakes[(int)((lot >> 8) % (ulong)Math.Min(3, item.Question.Mistakes.Length))].Text);
        return lot % 2 == 0 ? new Decision.Blank() : new Decision.Wrong();
    }
}
