using System.Collections.Immutable;
using System.CommandLine;
using System.Text.Json;
using Gavvet.Engraving.Output;
using Gavvet.Exchange;
using Gavvet.Printing;
using Gavvet.Teaching;
using Gavvet.Theory;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Sheets;

namespace Gavvet.Cli;

/// <summary>standing, follow-up and plan: what a class knows, what comes next, and the term.</summary>
internal static class TeachingCommands
{
    private static readonly JsonSerializerOptions Indented = new(CommandOutput.Json) { WriteIndented = true };

    public static Command Standing()
    {
        var results = new Argument<FileInfo>("results") { Description = "A results file, as mark --results writes it." };
        var date = new Option<string>("--date") { Description = "The day, such as 2026-03-12; today if left out." };
        var json = new Option<bool>("--json") { Description = "As a JSON array." };
        var command = new Command("standing", "Where each student stands in each skill and key, and when it is due again.")
        {
            results,
            date,
            json,
        };
        command.SetAction(parsed =>
            CommandOutput.Run(() =>
            {
                var standings = Teaching.Standing.On(
                    Evidence.From(Read(parsed.GetRequiredValue(results)).Markings),
                    Day(parsed.GetValue(date))
                );
                var said = standings.Select(one => new
                {
                    student = one.Student,
                    group = FileWords.Of(one.Skill.Group),
                    type = one.Skill.Type.Id,
                    tonic = NoteText.Ascii(one.Skill.Tonic),
                    standing = FileWords.Of(one.Is),
                    last = one.Last.ToString("O", null),
                    due = one.Due.ToString("O", null),
                });
                if (parsed.GetValue(json))
                    Console.WriteLine(JsonSerializer.Serialize(said, CommandOutput.Json));
                else
                    foreach (var one in said)
                        Console.WriteLine(
                            $"{one.student}: {one.group}, {one.tonic} {one.type}: {one.standing}, last {one.last}, due {one.due}"
                        );
            })
        );
        return command;
    }

    public static Command FollowUp()
    {
        var results = new Argument<FileInfo>("results") { Description = "A results file, as mark --results writes it." };
        var student = new Option<string>("--student") { Description = "For one student alone." };
        var groups = new Option<int?>("--groups")
        {
            Description = "For at most so many groups of like misses; for all together if left out.",
        };
        var date = new Option<string>("--date") { Description = "The day, such as 2026-03-12; today if left out." };
        var folder = new Option<DirectoryInfo>("--out") { Description = "Where to put the sheet files and index.json.", Required = true };
        var command = new Command("follow-up", "Draw the next sheet from what was missed.") { results, student, groups, date, folder };
        command.SetAction(parsed =>
            CommandOutput.Run(() =>
                Draw(
                    Read(parsed.GetRequiredValue(results)),
                    parsed.GetValue(student),
                    parsed.GetValue(groups),
                    Day(parsed.GetValue(date)),
                    parsed.GetRequiredValue(folder)
                )
            )
        );
        return command;
    }

    public static Command Plan()
    {
        var course = new Argument<string?>("course") { Description = "The course, by its id.", Arity = ArgumentArity.ZeroOrOne };
        var start = new Option<string>("--start") { Description = "The first day, such as 2026-09-07." };
        var days = new Option<string>("--days") { Description = "The days of the week, such as mon,thu." };
        var lessons = new Option<int?>("--lessons") { Description = "How many lessons; as many as the course has if left out." };
        var holidays = new Option<FileInfo>("--holidays") { Description = "A file with a date, or from..to, a line." };
        var json = new Option<bool>("--json") { Description = "As a JSON array." };
        var ics = new Option<FileInfo>("--ics") { Description = "Write a calendar file (iCalendar)." };
        var pdf = new Option<FileInfo>("--pdf") { Description = "Write the plan as a PDF." };
        var courses = new Option<bool>("--courses") { Description = "List the courses." };
        var command = new Command("plan", "Lay a course over a term.") { course, start, days, lessons, holidays, json, ics, pdf, courses };
        command.SetAction(parsed =>
            CommandOutput.Run(() =>
            {
                if (parsed.GetValue(courses))
                {
                    foreach (var one in Course.Shipped)
                        Console.WriteLine(one.Id);
                    return;
                }

                var chosen = Course.Get(
                    parsed.GetValue(course)
                        ?? throw new FormatException($"Say which course: {string.Join(", ", Course.Shipped.Select(one => one.Id))}.")
                );
                var plan = LessonPlan.Of(
                    chosen,
                    LessonPlan.ReadDate(
                        parsed.GetValue(start)
                            ?? throw new FormatException("--start: say when the first lesson may be, such as 2026-09-07.")
                    ),
                    LessonPlan.ReadDays(parsed.GetValue(days) ?? ""),
                    parsed.GetValue(lessons) ?? chosen.Lessons,
                    parsed.GetValue(holidays) is { } file ? LessonPlan.ReadHolidays(Text(file)) : new HashSet<DateOnly>()
                );
                Write(plan, parsed.GetValue(json), parsed.GetValue(ics), parsed.GetValue(pdf));
            })
        );
        return command;
    }

    private static void Write(LessonPlan plan, bool asJson, FileInfo? ics, FileInfo? pdf)
    {
        if (ics is not null)
            File.WriteAllText(
                ics.FullName,
                LessonCalendar.Write(
                    plan.Course.Name,
                    plan.Course.Title,
                    [.. plan.Lessons.Select(lesson => (lesson.Date, lesson.Topic.Title))],
                    TimeProvider.System.GetUtcNow()
                )
            );
        if (pdf is not null)
            File.WriteAllBytes(pdf.FullName, PdfWriter.Write(plan.Course.Title, PlanPage.Of(plan)));
        if (asJson)
            Console.WriteLine(
                JsonSerializer.Serialize(
                    plan.Lessons.Select(lesson => new
                    {
                        lesson = lesson.Number,
                        date = lesson.Date.ToString("O", null),
                        topic = lesson.Topic.Title,
                        skills = lesson.Topic.Skills.Select(FileWords.Of),
                        keys = lesson.Topic.Keys.Select(NoteText.Ascii),
                    }),
                    CommandOutput.Json
                )
            );
        else if (ics is null && pdf is null)
            foreach (var lesson in plan.Lessons)
                Console.WriteLine($"{lesson.Number, 3}  {lesson.Date:yyyy-MM-dd}  {lesson.Topic.Title}");
    }

    private static void Draw(ResultsFile results, string? student, int? groups, DateOnly day, DirectoryInfo folder)
    {
        if (student is not null && groups is not null)
            throw new FormatException("Give --student or --groups, not both.");
        if (groups is < 1)
            throw new FormatException($"--groups: {groups} is no number of groups. Give 1 or more.");
        var draw = new FollowUpDraw(Evidence.From(results.Markings), HouseStyleFile.Read(results.HouseStyle.GetRawText()), day);
        if (student is not null && !draw.Students.Contains(student))
            throw new FormatException(
                $"--student: there is no marking of {student} in these results up to that day. There are {string.Join(", ", draw.Students)}."
            );
        var title = FollowUpDraw.TitleOf(results.Title);
        ImmutableArray<FollowUp> drawn =
            student is null ? draw.All(title, groups)
            : draw.For([student], title) is { } own ? [own]
            : [];
        folder.Create();
        var index = new List<object>();
        foreach (var (one, number) in drawn.Select((one, i) => (one, i + 1)))
        {
            var name = $"follow-up-{number}.json";
            File.WriteAllText(Path.Combine(folder.FullName, name), one.Write());
            Console.WriteLine(Path.Combine(folder.FullName, name));
            index.Add(
                new
                {
                    file = name,
                    @for = one.For,
                    sections = one.Sections.Select(part => new
                    {
                        kind = part.Section.KindId,
                        because = Gavvet.Teaching.FollowUp.Words(part.Because[0]),
                        questions = part.Because.Select(Gavvet.Teaching.FollowUp.Words),
                    }),
                }
            );
        }

        File.WriteAllText(Path.Combine(folder.FullName, "index.json"), JsonSerializer.Serialize(index, Indented) + "\n");
        Console.WriteLine(Path.Combine(folder.FullName, "index.json"));
        if (drawn.Length == 0)
            Console.Error.WriteLine("Nothing was missed up to that day, so there is nothing to follow up.");
    }

    private static ResultsFile Read(FileInfo file) => ResultsFile.Read(Text(file));

    private static string Text(FileInfo file) =>
        !file.Exists ? throw new FormatException($"There is no file {file.FullName}.")
        : file.Length > ResultsFile.MostCharacters ? throw new FormatException($"{file.FullName} is too large.")
        : File.ReadAllText(file.FullName);

    private static DateOnly Day(string? text) =>
        text is null ? DateOnly.FromDateTime(TimeProvider.System.GetLocalNow().DateTime) : LessonPlan.ReadDate(text);
}
