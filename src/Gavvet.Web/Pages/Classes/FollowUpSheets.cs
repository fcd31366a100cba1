using System.Collections.Concurrent;
using System.Collections.Immutable;
using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Teaching.Practice;
using Gavvet.Theory;
using Gavvet.Web.Hosting;
using Gavvet.Web.Pages.Printings;
using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Editing;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Web.Pages.Classes;

/// <summary>A follow-up just made.</summary>
/// <param name="Drawn">The follow-up.</param>
/// <param name="SheetId">Its sheet on the desk.</param>
/// <param name="Print">Where it is printed for those it is for, or null where they are of no class.</param>
public sealed record MadeFollowUp(FollowUp Drawn, string SheetId, string? Print);

/// <summary>Follow-ups just made, and what is to be said of them.</summary>
/// <param name="Made">The follow-ups.</param>
/// <param name="Words">What is to be said, or null.</param>
public sealed record MadeFollowUps(ImmutableArray<MadeFollowUp> Made, string? Words)
{
    /// <summary>None were asked for.</summary>
    public static MadeFollowUps None { get; } = new([], null);
}

/// <summary>How large personal follow-ups may be.</summary>
/// <param name="Pages">Pages a student at most, or null.</param>
/// <param name="Load">Load a student at most, or null for a tenth more than what was missed weighed.</param>
public sealed record FollowUpSize(int? Pages, int? Load)
{
    public const int MostPages = 6;
    public const int MostLoad = 999;
}

/// <summary>Makes follow-ups: as ordinary sheets, or as a pile of personal papers.</summary>
internal sealed class FollowUpSheets(
    SheetStore sheets,
    PrintingStore printings,
    PracticeStore practices,
    PrintJobs jobs,
    ClassPlans plans,
    HeavyWork heavy,
    TimeProvider clock
)
{
    private const int MostGroups = 40;
    private const int Remembered = 200;

    /// <summary>Days a practice of follow-ups is open.</summary>
    public const int PracticeDays = 7;

    // What a form made is shown again where it is sent once more, and nothing is made twice. Names stand in it, so it is kept nowhere else.
    private readonly ConcurrentDictionary<string, (DateTimeOffset At, Task<MadeFollowUps> Made)> _made = new();

    // The practice a form opened.
    private readonly ConcurrentDictionary<string, string> _opened = new();

    /// <summary>What a form made, or nothing where that is no longer known.</summary>
    /// <param name="form">What tells the form from others.</param>
    public async Task<MadeFollowUps> MadeAsync(string? form) =>
        form is not null && _made.TryGetValue(form, out var known) ? await known.Made : MadeFollowUps.None;

    /// <summary>Lets go of what was made: after an erasure none is as it was.</summary>
    public void Forget() => _made.Clear();

    /// <summary>Draws for all together or for groups of like misses, and puts the sheets on the desk. No name stands in a title.</summary>
    /// <param name="form">What tells the form that asks from others; the same form makes nothing twice.</param>
    /// <param name="draw">The draw; null where nothing was marked.</param>
    /// <param name="title">What the sheets are called.</param>
    /// <param name="groups">How many groups at most; null for one sheet for all.</param>
    /// <param name="group">The class, or null.</param>
    /// <param name="context">Who asks.</param>
    public async Task<MadeFollowUps> MakeAsync(
        string form,
        Func<Task<FollowUpDraw?>> draw,
        string title,
        int? groups,
        SchoolClass? group,
        HttpContext context
    )
    {
        foreach (var old in _made.OrderByDescending(made => made.Value.At).Skip(Remembered))
            _made.TryRemove(old.Key, out _);
        var lazy = new TaskCompletionSource<MadeFollowUps>(TaskCreationOptions.RunContinuationsAsynchronously);
        var (_, making) = _made.GetOrAdd(form, (DateTimeOffset.UtcNow, lazy.Task));
        if (making != lazy.Task)
            return await making;
        try
        {
            lazy.SetResult(await NewAsync(await draw(), title, groups, group, context));
        }
        catch (Exception problem)
        {
            _made.TryRemove(form, out _);
            lazy.SetException(problem);
        }

        return await lazy.Task;
    }

    private async Task<MadeFollowUps> NewAsync(FollowUpDraw? draw, string title, int? groups, SchoolClass? group, HttpContext context)
    {
        if (groups is < 1 or > MostGroups)
            groups = null;
        ImmutableArray<FollowUp> drawn = draw is null
            ? []
            : await heavy.RunAsync(Lane.Short, Person.Of(context), _ => draw.All(title, groups), context.RequestAborted);
        var made = ImmutableArray.CreateBuilder<MadeFollowUp>();
        foreach (var one in drawn)
        {
            var sheet = (await sheets.CreateAsync(one.Sheet)).Id;
            string[] whose = [.. group?.Current.Where(student => one.For.Contains(student.Name)).Select(student => student.Id) ?? []];
            made.Add(
                new MadeFollowUp(
                    one,
                    sheet,
                    whose.Length == 0 ? null : $"/sheets/{sheet}/print?group={group!.Id}&only={string.Join(',', whose)}"
                )
            );
        }

        return new MadeFollowUps(made.ToImmutable(), made.Count == 0 ? Say("Nothing was missed, so there is nothing to follow up.") : null);
    }

    /// <summary>Draws a follow-up for each student and prints them as one pile with codes, keys and a record.</summary>
    /// <param name="form">What tells the form that asks from others; the same form makes nothing twice.</param>
    /// <param name="draw">The draw; null where nothing was marked.</param>
    /// <param name="title">What the pile is called.</param>
    /// <param name="students">Whom it is for, in the order of the pile.</param>
    /// <param name="size">How large each may be.</param>
    /// <param name="group">The class.</param>
    /// <param name="context">Who asks.</param>
    /// <returns>The printing, or why there is none, in words.</returns>
    public async Task<(string? Printing, string? Problem)> PileAsync(
        string form,
        FollowUpDraw? draw,
        string title,
        IReadOnlyList<Student> students,
        FollowUpSize size,
        SchoolClass group,
        HttpContext context
    )
    {
        if (jobs.OfForm(form) is not { } job)
        {
            var erasures = printings.Erasures;
            var drawn = await DrawnAsync(draw, title, students, size, context);
            if (drawn.Length == 0)
                return (null, NobodyMissed);
            var begun = jobs.Start(
                title,
                [
                    .. drawn.Select(one =>
                        (one.Sheet, new PrintedCopy(one.Student.Id, 0, one.Student.Part, one.Student.Clef, one.Student.IsLarge))
                    ),
                ],
                group.Name,
                Person.Of(context),
                new PrintJob
                {
                    SheetId = "",
                    Form = form,
                    ClassId = group.Id,
                    Erasures = erasures,
                    WrittenOn = await plans.WrittenAsync(group.Id),
                }
            );
            if (begun is null)
                return (null, Say("Other printings are still being made. Wait until they are done."));
            job = begun;
        }

        await job.Making.WaitAsync(context.RequestAborted);
        return (job.PrintingId, job.Problem);
    }

    /// <summary>Draws a follow-up for each student and opens them for practice, to each their own.</summary>
    /// <param name="form">What tells the form that asks from others; the same form opens nothing twice.</param>
    /// <param name="draw">The draw; null where nothing was marked.</param>
    /// <param name="title">What the practice is called.</param>
    /// <param name="students">Whom it is for.</param>
    /// <param name="size">How large each may be.</param>
    /// <param name="group">The class.</param>
    /// <param name="context">Who asks.</param>
    /// <returns>The practice, or why there is none, in words.</returns>
    public async Task<(string? Practice, string? Problem)> OpenAsync(
        string form,
        FollowUpDraw? draw,
        string title,
        IReadOnlyList<Student> students,
        FollowUpSize size,
        SchoolClass group,
        HttpContext context
    )
    {
        if (_opened.TryGetValue(form, out var before))
            return (before, null);
        var drawn = await DrawnAsync(draw, title, students, size, context);
        if (drawn.Length == 0)
            return (null, NobodyMissed);
        var now = clock.GetUtcNow();
        var opened = await practices.OpenAsync(
            new NewPractice(
                ForEach(title, drawn[0].Sheet.Style),
                null,
                new PracticeRules { Entrance = Entrance.ByName },
                now,
                now.AddDays(PracticeDays)
            )
            {
                ClassId = group.Id,
                Students = [.. drawn.Select(one => one.Student.Id)],
                Own = drawn.ToDictionary(one => one.Student.Id, one => one.Sheet),
            }
        );
        if (_opened.Count >= Remembered)
            _opened.Clear();
        return (_opened.GetOrAdd(form, opened), null);
    }

    /// <summary>What a practice holds in which each has a sheet of their own: how it is called and set; its questions are asked of nobody.</summary>
    /// <param name="title">What it is called.</param>
    /// <param name="style">The house style.</param>
    public static Sheet ForEach(string title, HouseStyle style) =>
        SheetEditor.NewSheet(1) with
        {
            Title = title,
            Style = style,
            Language = Language.Current,
        };

    private static string NobodyMissed => Say("Nobody missed anything in these days.");

    // Those who missed something, each with their follow-up.
    private async Task<(Student Student, Sheet Sheet)[]> DrawnAsync(
        FollowUpDraw? draw,
        string title,
        IReadOnlyList<Student> students,
        FollowUpSize size,
        HttpContext context
    ) =>
        draw is null
            ? []
            : await heavy.RunAsync(
                Lane.Short,
                Person.Of(context),
                _ =>
                    students
                        .AsParallel()
                        .AsOrdered()
                        .Select(student => (Student: student, FollowUp: Of(draw, student, title, size)))
                        .Where(one => one.FollowUp is not null)
                        .Select(one => (one.Student, one.FollowUp!.Sheet))
                        .ToArray(),
                context.RequestAborted
            );

    private static FollowUp? Of(FollowUpDraw draw, Student student, string title, FollowUpSize size)
    {
        var limited = draw.WithLoad(size.Load);
        return size.Pages is { } pages
            ? FollowUpPages.Within(
                most => limited.WithQuestions(most).For([student.Name], title),
                new Edition(null, student.Part) { Clef = student.Clef, IsLarge = student.IsLarge },
                pages
            )
            : limited.For([student.Name], title);
    }
}
