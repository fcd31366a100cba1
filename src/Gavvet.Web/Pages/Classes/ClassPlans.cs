using System.Collections.Immutable;
using System.Text.Json;
using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Theory;

namespace Gavvet.Web.Pages.Classes;

/// <summary>A class's plan as it was typed.</summary>
/// <param name="Course">The course.</param>
/// <param name="Start">The first day that may have a lesson.</param>
/// <param name="Days">The days of the week.</param>
/// <param name="Lessons">How many lessons.</param>
/// <param name="Holidays">Days without lessons, a date or a stretch a line.</param>
internal sealed record PlanAsTyped(string Course, string Start, string Days, int Lessons, string Holidays)
{
    /// <summary>The course's topics as the class takes them; null as they were shipped.</summary>
    public Topic[]? Topics { get; init; }

    /// <summary>Topics that went badly and shall not come again, by name.</summary>
    public string[] Left { get; init; } = [];

    /// <summary>The course as the class takes it.</summary>
    /// <exception cref="FormatException">There is no such course.</exception>
    public Course Taken => Teaching.Course.Get(Course) is var shipped && Topics is { Length: > 0 } own ? shipped with { Topics = [.. own] } : shipped;

    /// <summary>The plan.</summary>
    /// <exception cref="FormatException">It cannot be laid; the message says why.</exception>
    public LessonPlan Lay() => LessonPlan.Of(Taken, LessonPlan.ReadDate(Start), LessonPlan.ReadDays(Days), Lessons, LessonPlan.ReadHolidays(Holidays));
}

/// <summary>What waits for a class this week.</summary>
/// <param name="Class">The class.</param>
/// <param name="Next">Its next lesson, or null where it has no plan or the plan is over.</param>
/// <param name="Due">How many skills are due again.</param>
/// <param name="ToMark">The printing with answers to mark and how many, or null.</param>
/// <param name="Ready">A printing marked and not given back, or null.</param>
internal sealed record ClassWeek(ClassInList Class, Lesson? Next, int Due, (string Printing, int Answers)? ToMark, string? Ready);

/// <summary>Keeps the plans of classes, and looks what waits for each.</summary>
internal sealed class ClassPlans(DeskSettings settings, ClassStore classes, MarkingStore markings, TimeProvider clock)
{
    private const int WarmUps = 4;

    /// <summary>A class's plan as it was typed, or null.</summary>
    public async Task<PlanAsTyped?> FindAsync(string id) => await settings.FindAsync(NameOf(id)) is { } kept ? JsonSerializer.Deserialize<PlanAsTyped>(kept) : null;

    /// <summary>Keeps a class's plan.</summary>
    public Task SetAsync(string id, PlanAsTyped plan) => settings.SetAsync(NameOf(id), JsonSerializer.Serialize(plan));

    public DateOnly Today => DateOnly.FromDateTime(clock.GetLocalNow().DateTime);

    /// <summary>What waits for each class that is not laid away.</summary>
    public async Task<IReadOnlyList<ClassWeek>> ThisWeekAsync()
    {
        var weeks = new List<ClassWeek>();
        foreach (var group in (await classes.ListAsync()).Where(group => !group.IsArchived))
        {
            var printings = await markings.PrintingsOfAsync(group.Id);
            var toMark = printings.FirstOrDefault(printing => printing.ReturnedAt is null && printing.Marked < printing.Items);
            weeks.Add(new ClassWeek(
                group,
                await NextAsync(group.Id),
                (await DueAsync(group.Id)).DistinctBy(one => (one.Group, one.Type, one.Tonic)).Count(),
                toMark is null ? null : (toMark.Id, toMark.Items - toMark.Marked),
                printings.FirstOrDefault(printing => printing.ReturnedAt is null && printing.Items > 0 && printing.Marked >= printing.Items)?.Id));
        }

        return weeks;
    }

    /// <summary>The plan of a class, or null where none is laid or can be.</summary>
    public async Task<LessonPlan?> LaidAsync(string id)
    {
        try
        {
            return (await FindAsync(id))?.Lay();
        }
        catch (FormatException)
        {
            // A course of an earlier program; the plan's own page says so.
            return null;
        }
    }

    /// <summary>The next lesson of a class from today on, or null.</summary>
    public async Task<Lesson?> NextAsync(string id) => (await LaidAsync(id))?.Lessons.FirstOrDefault(lesson => lesson.Date >= Today);

    /// <summary>What is due for a class, the longest first.</summary>
    public async Task<IReadOnlyList<Teaching.Standing>> DueAsync(string id) =>
        [.. Teaching.Standing.On((await markings.EvidenceAsync(id)).Select(kept => kept.Evidence), Today).Where(one => one.IsDue(Today)).OrderBy(one => one.Due)];

    /// <summary>A warm-up of what is due for a class; empty where nothing is.</summary>
    public async Task<ImmutableArray<Worksheets.Sheets.Section>> WarmUpAsync(string id, HouseStyle style) =>
        LessonSheet.WarmUp(await DueAsync(id), WarmUps, style, PageCode.FreshSeed());

    /// <summary>The sheet of a class's next lesson: a warm-up of what is due, the topic, a stretch; or the warm-up alone where no plan says more.</summary>
    public async Task<Worksheets.Sheets.Sheet?> SheetAsync(string id, ulong seed)
    {
        if (await classes.FindAsync(id) is not { } group)
            return null;
        var style = await settings.StyleOfNewSheetsAsync();
        var topic = (await NextAsync(id))?.Topic ?? new Topic("Warm-up", 1, [], ["major"], [], []);
        return LessonSheet.Of(topic, await DueAsync(id), WarmUps, style, seed, $"{group.Name}: {topic.Name}");
    }

    private static string NameOf(string id) => Erasure.PlanOf(id);
}
