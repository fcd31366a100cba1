using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Teaching.Practice;
using Gavvet.Theory;
using Gavvet.Web.Pages.Printings;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Sheets;
using Gavvet.Worksheets.Wording;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Gavvet.Web.Pages.Classes;

/// <summary>What stands in one place of the map: a skill on one tonic.</summary>
/// <param name="Skill">The skill.</param>
/// <param name="Standings">The standing of each student who met it.</param>
internal sealed record StandingCell(Skill Skill, IReadOnlyList<Teaching.Standing> Standings)
{
    /// <summary>What an address says of it.</summary>
    public string Query => QueryOf(Skill);

    /// <summary>What an address says of a skill.</summary>
    public static string QueryOf(Skill skill) =>
        $"group={FileWords.Of(skill.Group)}&type={skill.Type.Id}&tonic={Uri.EscapeDataString(NoteText.Ascii(skill.Tonic))}";

    public int Count(StandingIs standing) => Standings.Count(one => one.Is == standing);

    /// <summary>The cell as a sentence.</summary>
    public string Said(HouseStyle style) =>
        $"{style.Say(Skill.Type, Skill.Tonic)}: {string.Join(", ", new[] { (StandingIs.Secure, Say("secure")), (StandingIs.OnceRight, Say("once right")), (StandingIs.Shaky, Say("shaky")) }.Where(pair => Count(pair.Item1) > 0).Select(pair => Standings.Count == 1 ? pair.Item2 : $"{Count(pair.Item1)} {pair.Item2}"))}";
}

/// <summary>The answers behind a place of the map.</summary>
/// <param name="Answers">The answers, each with the code of its page where there is one.</param>
/// <param name="Follow">Where a follow-up of the place is asked for.</param>
internal sealed record AnswersBehind(IReadOnlyList<(KeptEvidence Kept, string? Code)> Answers, string Follow);

/// <summary>What a class knows: skills along the line of fifths, for all or for one student.</summary>
internal sealed class StandingModel(
    ClassStore classes,
    MarkingStore markings,
    OpenPrintings open,
    ClassResults results,
    FollowUpSheets followUps,
    PracticeStore practices,
    DeskSettings settings,
    TimeProvider clock
) : PageModel
{
    public SchoolClass Class { get; private set; } = null!;

    /// <summary>The student looked at, or null for the whole class.</summary>
    public Student? Student { get; private set; }

    /// <summary>What alone is counted, or null for papers and practice together.</summary>
    public EvidenceSource? Source { get; private set; }

    /// <summary>Whether anything was practiced, so that there is something to tell apart.</summary>
    public bool HasPractice { get; private set; }

    /// <summary>The rows: a skill each, with its cells by their places on the line of fifths.</summary>
    public IReadOnlyList<(QuestionGroup Group, ScaleType Type, IReadOnlyDictionary<int, StandingCell> Cells)> Rows { get; private set; } =
    [];

    /// <summary>The places from the flattest to the sharpest that something stands on.</summary>
    public IReadOnlyList<int> Places { get; private set; } = [];

    /// <summary>What is due, the longest first.</summary>
    public IReadOnlyList<Teaching.Standing> Due { get; private set; } = [];

    /// <summary>How it came about, week by week.</summary>
    public TrendPicture Trend { get; private set; } = new([], []);

    /// <summary>The follow-ups just made.</summary>
    public MadeFollowUps FollowUps { get; private set; } = MadeFollowUps.None;

    /// <summary>The first and the last day of what a follow-up is drawn from, as typed.</summary>
    public (string From, string To) Span { get; private set; }

    public string? SpanProblem { get; private set; }

    public DateOnly Today => results.Today;

    /// <summary>What tells this form from others, so that it makes nothing twice.</summary>
    public string Form { get; } = Guid.NewGuid().ToString("N");

    public async Task<IActionResult> OnGetAsync(string id, string? student, string? made, string? source)
    {
        if (!await ShowAsync(id, student, source))
            return NotFound();
        FollowUps = await followUps.MadeAsync(made);
        return Page();
    }

    /// <summary>Draws a follow-up of what was missed within a span of days.</summary>
    public Task<IActionResult> OnPostFollowAsync(string id, string? student, string? from, string? to, int? groups, string? form) =>
        InSpanAsync(id, student, from, to, async (first, last) =>
            Shown(
                await FollowAsync(
                    id,
                    form,
                    miss => miss.Day >= first && miss.Day <= last,
                    Say("Follow-up, {0} to {1}", DateText.Short(first), DateText.Short(last)),
                    groups
                )
            )
        );

    /// <summary>Prints a follow-up for each student of what was missed within a span of days, in one pile.</summary>
    public Task<IActionResult> OnPostPersonalAsync(
        string id,
        string? student,
        string? from,
        string? to,
        int? pages,
        int? load,
        string[]? only,
        string? form
    ) =>
        PersonalAsync(id, student, (from, to), (pages, load), only, async (draw, title, whom, size) =>
            await followUps.PileAsync(form ?? Form, draw, title, whom, size, Class, HttpContext) is var (printing, problem)
            && printing is not null
                ? Redirect($"/printings/{printing}#papers")
                : throw new FormatException(problem)
        );

    /// <summary>Opens a follow-up for each student for practice, of what was missed within a span of days.</summary>
    public Task<IActionResult> OnPostPracticeAsync(
        string id,
        string? student,
        string? from,
        string? to,
        int? load,
        string[]? only,
        string? form
    ) =>
        PersonalAsync(id, student, (from, to), (null, load), only, async (draw, title, whom, size) =>
            await followUps.OpenAsync(form ?? Form, draw, title, whom, size, Class, HttpContext) is var (practice, problem)
            && practice is not null
                ? Redirect($"/practices/{practice}")
                : throw new FormatException(problem)
        );

    /// <summary>Opens what is due again as a practice the class can always come to, or leads to the one there is.</summary>
    public async Task<IActionResult> OnPostDueAsync(string id)
    {
        if (await classes.FindAsync(id, HttpContext.RequestAborted) is not { } group)
            return NotFound();
        Class = group;
        if (await DuePracticeAsync() is { } there)
            return Redirect($"/practices/{there.Id}");
        var sheet = FollowUpSheets.ForEach(Say("Due again"), await settings.StyleOfNewSheetsAsync());
        var rules = new PracticeRules { Entrance = Entrance.ByName, IsDueAgain = true };
        var opened = await practices.OpenAsync(
            new NewPractice(sheet, null, rules, clock.GetUtcNow(), PracticeRules.Always)
            {
                ClassId = id,
                Students = [.. group.Current.Select(one => one.Id)],
            }
        );
        return Redirect($"/practices/{opened}");
    }

    /// <summary>The practice of what is due again for this class, or null.</summary>
    public KeptPractice? DuePractice { get; private set; }

    private async Task<KeptPractice?> DuePracticeAsync() =>
        (await practices.ListAsync(Class.Id, cancellation: HttpContext.RequestAborted)).FirstOrDefault(one => one.Rules.IsDueAgain);

    private Task<IActionResult> PersonalAsync(
        string id,
        string? student,
        (string? From, string? To) span,
        (int? Pages, int? Load) most,
        string[]? only,
        Func<FollowUpDraw?, string, Student[], FollowUpSize, Task<IActionResult>> make
    ) => InSpanAsync(id, student, span.From, span.To, async (first, last) =>
        {
            var (pages, load) = most;
            Only = only ?? [];
            if (pages is < 1 or > FollowUpSize.MostPages)
                throw new FormatException(Say("Pages for each: write a number from 1 to {0}, or nothing.", FollowUpSize.MostPages));
            if (load is < 1 or > FollowUpSize.MostLoad)
                throw new FormatException(Say("Load for each: write a number from 1 to {0}, or nothing.", FollowUpSize.MostLoad));
            Student[] whom = [.. Class.Current.Where(one => Student is null ? Only.Count == 0 || Only.Contains(one.Id) : one == Student)];
            return await make(
                await results.DrawAsync(id, miss => miss.Day >= first && miss.Day <= last),
                Say("Follow-ups, {0} to {1}", DateText.Short(first), DateText.Short(last)),
                whom,
                new FollowUpSize(pages, load)
            );
        });

    /// <summary>Those a pile was asked for, by id; empty for everyone.</summary>
    public IReadOnlyCollection<string> Only { get; private set; } = [];

    private async Task<IActionResult> InSpanAsync(
        string id,
        string? student,
        string? from,
        string? to,
        Func<DateOnly, DateOnly, Task<IActionResult>> make
    )
    {
        if (!await ShowAsync(id, student))
            return NotFound();
        Span = (from ?? "", to ?? "");
        try
        {
            var (first, last) = (LessonPlan.ReadDate(Span.From), LessonPlan.ReadDate(Span.To));
            if (first > last)
                throw new FormatException(Say("The span ends before it begins. Exchange the two days."));
            return await make(first, last);
        }
        catch (FormatException problem)
        {
            SpanProblem = problem.Message;
            Response.StatusCode = StatusCodes.Status422UnprocessableEntity;
        }

        return Page();
    }

    /// <summary>Draws a follow-up of one place of the map.</summary>
    public async Task<IActionResult> OnPostFollowCellAsync(
        string id,
        string? student,
        string? group,
        string? type,
        string? tonic,
        string? form
    )
    {
        if (!await ShowAsync(id, student) || Skill.Find(group, type, tonic) is not { } skill)
            return NotFound();
        return Shown(
            await FollowAsync(
                id,
                form,
                miss => SkillOf(miss) == skill,
                Say("Follow-up: {0}", HouseStyle.Classical.Say(skill.Type, skill.Tonic)),
                null
            )
        );
    }

    // Loading the page once more makes nothing twice.
    private RedirectResult Shown(string made) =>
        Redirect($"/classes/{Class.Id}/standing?made={Uri.EscapeDataString(made)}{(Student is null ? "" : $"&student={Student.Id}")}#next");

    // A class stands together as it sounds, a student as it is read.
    private Skill SkillOf(Evidence answer) => Student is null ? answer.Sounding : answer.Skill;

    private async Task<string> FollowAsync(string id, string? form, Func<Evidence, bool> wanted, string title, int? groups)
    {
        var key = string.IsNullOrEmpty(form) ? Form : form;
        await followUps.MakeAsync(
            key,
            () => results.DrawAsync(id, miss => (Student is null || miss.Student == Student.Name) && wanted(miss)),
            title,
            groups,
            Class,
            HttpContext
        );
        return key;
    }

    private async Task<bool> ShowAsync(string id, string? student, string? source = null)
    {
        const int mostWeeks = 26;
        if (await classes.FindAsync(id, HttpContext.RequestAborted) is not { } group)
            return false;
        Class = group;
        Student = group.Students.FirstOrDefault(one => one.Id == student);
        Source = SourceOf(source);
        var all = await markings.EvidenceAsync(id, HttpContext.RequestAborted);
        HasPractice = all.Any(one => one.Evidence.Source == EvidenceSource.Practice);
        Evidence[] evidence =
        [
            .. all.Select(one => one.Evidence)
                .Where(one => (Student is null || one.Student == Student.Name) && (Source is null || one.Source == Source)),
        ];
        Trend = new TrendPicture(
            TrendWeek.Until(evidence, Today, mostWeeks),
            [.. (await markings.PrintingsOfAsync(id, HttpContext.RequestAborted)).Select(printing => printing.WrittenOn)]
        );
        Span = (LessonPlan.WriteDate(Today.AddDays(-FollowUpDraw.DaysBack)), LessonPlan.WriteDate(Today));
        var standings = Teaching.Standing.On(evidence, Today);
        if (Student is null)
            standings = [.. standings.Select(one => one with { Skill = one.Sounding })];
        Rows =
        [
            .. standings
                .GroupBy(one => (one.Skill.Group, one.Skill.Type))
                .OrderBy(row => row.Key.Group)
                .ThenBy(row => ScaleTypes.All.IndexOf(row.Key.Type))
                .Select(row =>
                    (
                        row.Key.Group,
                        row.Key.Type,
                        (IReadOnlyDictionary<int, StandingCell>)
                            row.GroupBy(one => one.Skill.Place)
                                .ToDictionary(cell => cell.Key, cell => new StandingCell(cell.First().Skill, [.. cell]))
                    )
                ),
        ];
        Places = [.. Rows.SelectMany(row => row.Cells.Keys).Distinct().Order()];
        Due = [.. standings.Where(one => one.IsDue(Today)).OrderBy(one => one.Due)];
        DuePractice = await DuePracticeAsync();
        return true;
    }

    private static EvidenceSource? SourceOf(string? said) => FileWords.TryParse<EvidenceSource>(said, out var source) ? source : null;

    /// <summary>The answers behind a cell.</summary>
    public async Task<IActionResult> OnGetAnswersAsync(
        string id,
        string? student,
        string? group,
        string? type,
        string? tonic,
        string? source
    )
    {
        if (await classes.FindAsync(id, HttpContext.RequestAborted) is not { } found || Skill.Find(group, type, tonic) is not { } skill)
            return NotFound();
        var one = found.Students.FirstOrDefault(other => other.Id == student);
        var only = SourceOf(source);
        var behind = (await markings.EvidenceAsync(id, HttpContext.RequestAborted))
            .Where(kept => only is null || kept.Evidence.Source == only)
            .Where(kept =>
                one is null ? kept.Evidence.Sounding == skill : kept.Evidence.Student == one.Name && kept.Evidence.Skill == skill
            )
            .Reverse()
            .Take(60);
        var lines = new List<(KeptEvidence Kept, string? Code)>();
        foreach (var kept in behind)
        {
            var copy = (await open.FindAsync(kept.Printing))?.Record.Copies.FirstOrDefault(copy => copy.Number == kept.Copy);
            var page = copy is null
                ? null
                : (await open.FindAsync(kept.Printing))!
                    .Record.Editions[copy.Edition]
                    .Items.FirstOrDefault(item => item.Item.Number == kept.Item)
                    ?.Item.Page;
            lines.Add((kept, page is { } number ? copy!.Codes.ElementAtOrDefault(number - 1) : null));
        }

        var of = one is null ? "" : $"&student={one.Id}";
        return Partial(
            "Classes/_Answers",
            new AnswersBehind(lines, $"/classes/{id}/standing?handler=FollowCell&{StandingCell.QueryOf(skill)}{of}")
        );
    }
}
