using System.Collections.Concurrent;
using System.Collections.Immutable;
using System.Text.Json;
using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Theory;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;

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

    private readonly ConcurrentDictionary<string, (ClassStamp? Stamp, DateOnly Day, (int Due, (string Printing, int Answers)? ToMark, string? Ready) Waiting)> _waiting = new();

    /// <summary>A class's plan as it was typed, or null.</summary>
    public async Task<PlanAsTyped?> FindAsync(string id) => await settings.FindAsync(NameOf(id)) is { } kept ? JsonSerializer.Deserialize<PlanAsTyped>(kept) : null;

    /// <summary>Keeps a class's plan.</summary>
    public Task SetAsync(string id, PlanAsTyped plan) => settings.SetAsync(NameOf(id), JsonSerializer.Serialize(plan));

    public DateOnly Today => clock.Today();

    /// <summary>What waits for each class that is not laid away. What is counted of a class is kept until something of it changes.</summary>
    public async Task<IReadOnlyList<ClassWeek>> ThisWeekAsync()
    {
        var stamps = await markings.StampsAsync();
        var typed = await settings.StartingAsync(NameOf(""));
        var weeks = new List<ClassWeek>();
        foreach (var group in (await classes.ListAsync()).Where(group => !group.IsArchived))
        {
            var stamp = stamps.GetValueOrDefault(group.Id);
            if (!_waiting.TryGetValue(group.Id, out var known) || known.Stamp != stamp || known.Day != Today)
                _waiting[group.Id] = known = (stamp, Today, await WaitingAsync(group.Id));
            var next = typed.TryGetValue(NameOf(group.Id), out var kept) ? Laid(JsonSerializer.Deserialize<PlanAsTyped>(kept))?.Lessons.FirstOrDefault(lesson => lesson.Date >= Today) : null;
            weeks.Add(new ClassWeek(group, next, known.Waiting.Due, known.Waiting.ToMark, known.Waiting.Ready));
        }

        return weeks;
    }

    private async Task<(int Due, (string Printing, int Answers)? ToMark, string? Ready)> WaitingAsync(string id)
    {
        var printings = await markings.PrintingsOfAsync(id);
        var toMark = printings.FirstOrDefault(printing => printing.ReturnedAt is null && printing.Marked < printing.Items);
        return (
            (await DueAsync(id)).DistinctBy(one => (one.Group, one.Type, one.Tonic)).Count(),
            toMark is null ? null : (toMark.Id, toMark.Items - toMark.Marked),
            printings.FirstOrDefault(printing => printing.ReturnedAt is null && printing.Items > 0 && printing.Marked >= printing.Items)?.Id);
    }

    /// <summary>The plan of a class, or null where none is laid or can be.</summary>
    public async Task<LessonPlan?> LaidAsync(string id) => Laid(await FindAsync(id));

    private static LessonPlan? Laid(PlanAsTyped? typed)
    {
        try
        {
            return typed?.Lay();
        }
        catch (FormatException)
        {
            // A course of an earlier program; the plan's own page says so.
            return null;
        }
    }

    /// <summary>The next lesson of a class from today on, or null.</summary>
    public async Task<Lesson?> NextAsync(string id) => (await LaidAsync(id))?.Lessons.FirstOrDefault(lesson => lesson.Date >= Today);

    /// <summary>What is due for a class at concert pitch, the longest first.</summary>
    public async Task<IReadOnlyList<Teaching.Standing>> DueAsync(string id)
    {
        var parts = (await classes.FindAsync(id))?.Students.ToLookup(student => student.Name, student => student.Part);
        return [.. Teaching.Standing.On(await markings.AnswersAsync(id), Today).Where(one => one.IsDue(Today)).OrderBy(one => one.Due).Select(one => AtConcertPitch(one, parts?[one.Student].FirstOrDefault()))];
    }

    // A part was asked in its written key; on a sheet for all the scale stands at concert pitch. Questions about transposing are asked so already.
    private static Teaching.Standing AtConcertPitch(Teaching.Standing one, Instrument? part) =>
        part is { WrittenFifths: not 0 } && one.Group != FileWords.Of(QuestionGroup.Enharmonic) && NoteText.TryParse(one.Tonic, out var read) && NoteName.HasFifths(read.Fifths - part.WrittenFifths)
            ? one with { Tonic = NoteText.Ascii(NoteName.FromFifths(read.Fifths - part.WrittenFifths)) }
            : one;

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

    private static string NameOf(string id) => DeskSettings.PlanOf(id);
}
