using System.Collections.Concurrent;
using System.Collections.Immutable;
using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Theory;

namespace Gavvet.Web.Pages.Classes;

/// <summary>What waits for a class this week.</summary>
/// <param name="Class">The class.</param>
/// <param name="Next">Its next lesson, or null where it has no plan or the plan is over.</param>
/// <param name="Due">How many skills are due again.</param>
/// <param name="ToMark">The printing with answers to mark and how many, or null.</param>
/// <param name="Ready">A printing marked and not given back, or null.</param>
internal sealed record ClassWeek(ClassInList Class, Lesson? Next, int Due, (string Printing, int Answers)? ToMark, string? Ready)
{
    /// <summary>When the lesson begins, or null where the plan does not say.</summary>
    public TimeOnly? At { get; init; }

    /// <summary>How many minutes of marking wait, by the pace of late.</summary>
    public int MinutesToMark { get; init; }
}

/// <summary>Looks what the plan of a class says and what waits for it.</summary>
internal sealed class ClassPlans(PlanStore plans, DeskSettings settings, ClassStore classes, MarkingStore markings, TimeProvider clock)
{
    private const int WarmUps = 4;

    private readonly ConcurrentDictionary<
        string,
        (ClassStamp? Stamp, DateOnly Day, (int Due, (string Printing, int Answers)? ToMark, string? Ready) Waiting)
    > _waiting = new();

    public DateOnly Today => clock.Today();

    /// <summary>What waits for each class that is not laid away. What is counted of a class is kept until something of it
    /// changes.</summary>
    public async Task<IReadOnlyList<ClassWeek>> ThisWeekAsync()
    {
        var stamps = await markings.StampsAsync();
        var laid = await plans.ListAsync();
        var pace = await markings.PaceAsync();
        var weeks = new List<ClassWeek>();
        foreach (var group in (await classes.ListAsync()).Where(group => !group.IsArchived))
        {
            var stamp = stamps.GetValueOrDefault(group.Id);
            if (!_waiting.TryGetValue(group.Id, out var known) || known.Stamp != stamp || known.Day != Today)
                _waiting[group.Id] = known = (stamp, Today, await WaitingAsync(group.Id));
            var next = Laid(laid.GetValueOrDefault(group.Id))?.Lessons.FirstOrDefault(lesson => lesson.Date >= Today);
            weeks.Add(
                new ClassWeek(group, next, known.Waiting.Due, known.Waiting.ToMark, known.Waiting.Ready)
                {
                    At = laid.GetValueOrDefault(group.Id)?.At,
                    MinutesToMark = pace.MinutesFor(known.Waiting.ToMark?.Answers ?? 0),
                }
            );
        }

        return weeks;
    }

    private async Task<(int Due, (string Printing, int Answers)? ToMark, string? Ready)> WaitingAsync(string id)
    {
        var printings = await markings.PrintingsOfAsync(id);
        var toMark = printings.FirstOrDefault(printing => printing.ReturnedAt is null && printing.Marked < printing.Items);
        return (
            (await DueAsync(id)).Select(one => one.Skill).Distinct().Count(),
            toMark is null ? null : (toMark.Id, toMark.Items - toMark.Marked),
            printings.FirstOrDefault(printing => printing.ReturnedAt is null && printing.Items > 0 && printing.Marked >= printing.Items)?.Id
        );
    }

    /// <summary>The plan of a class, or null where none is laid or can be.</summary>
    public async Task<LessonPlan?> LaidAsync(string id) => Laid((await plans.FindAsync(id))?.Plan);

    private static LessonPlan? Laid(ClassPlan? plan)
    {
        try
        {
            return plan?.Lay();
        }
        catch (FormatException)
        {
            // A course of an earlier program; the plan's own page says so.
            return null;
        }
    }

    /// <summary>The next lesson of a class from today on, or null.</summary>
    public async Task<Lesson?> NextAsync(string id) => (await LaidAsync(id))?.Lessons.FirstOrDefault(lesson => lesson.Date >= Today);

    /// <summary>The day a class writes what is printed for it today: its next lesson, where that is within a week; otherwise null.</summary>
    public async Task<DateOnly?> WrittenAsync(string id) =>
        await NextAsync(id) is { } lesson && lesson.Date < Today.AddDays(7) ? lesson.Date : null;

    /// <summary>What is due for a class at concert pitch, the longest first.</summary>
    public async Task<IReadOnlyList<Teaching.Standing>> DueAsync(string id)
    {
        return
        [
            .. Teaching
                .Standing.On(await markings.AnswersAsync(id), Today)
                .Where(one => one.IsDue(Today))
                .OrderBy(one => one.Due)
                .Select(one => one with { Skill = one.Sounding }),
        ];
    }

    /// <summary>A warm-up of what is due for a class; empty where nothing is.</summary>
    public async Task<ImmutableArray<Worksheets.Sheets.Section>> WarmUpAsync(string id, HouseStyle style) =>
        LessonSheet.WarmUp(await DueAsync(id), WarmUps, style, PageCode.FreshSeed());

    /// <summary>The sheet of a class's next lesson: a warm-up of what is due, the topic, a stretch; or the warm-up alone where no plan
    /// says more.</summary>
    public async Task<Worksheets.Sheets.Sheet?> SheetAsync(string id, ulong seed)
    {
        if (await classes.FindAsync(id) is not { } group)
            return null;
        var style = await settings.StyleOfNewSheetsAsync();
        var topic = (await NextAsync(id))?.Topic ?? new Topic(Say("Warm-up"), 1, [], [ScaleTypes.Major], [], []);
        return LessonSheet.Of(topic, await DueAsync(id), WarmUps, style, seed, $"{group.Name}: {topic.Title}");
    }
}
