using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Serialization;
using Gavvet.Theory;
using Gavvet.Worksheets.Files;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Teaching;

/// <summary>A class's plan as the teacher keeps it: a course, laid over the class's days.</summary>
/// <param name="CourseId">The shipped course it began with, by its id.</param>
/// <param name="Start">The first day that may have a lesson.</param>
/// <param name="Days">The days of the week the class meets.</param>
/// <param name="Lessons">How many lessons, from 1 to <see cref="LessonPlan.MostLessons"/>.</param>
public sealed record ClassPlan(string CourseId, DateOnly Start, ImmutableArray<DayOfWeek> Days, int Lessons)
{
    /// <summary>The version written.</summary>
    public const int Version = 1;

    /// <summary>Days without lessons as they were typed: a date or a stretch a line, remarks after #.</summary>
    public string Holidays { get; init; } = "";

    /// <summary>Minutes of a lesson at most.</summary>
    public const int MostMinutes = 480;

    /// <summary>When a lesson begins, by the clocks of the school, or null where that is not said.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public TimeOnly? At { get; init; }

    /// <summary>How many minutes a lesson has, where its beginning is said.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public int? Minutes { get; init; }

    /// <summary>The course's topics as the class takes them; empty where it takes them as they were shipped.</summary>
    public ImmutableArray<Topic> Topics { get; init; } = [];

    /// <summary>Topics that went badly and shall not be offered again, by name.</summary>
    public ImmutableArray<string> Left { get; init; } = [];

    /// <summary>The course as the class takes it.</summary>
    /// <exception cref="FormatException">There is no such course.</exception>
    [JsonIgnore]
    public Course Taken => Course.Get(CourseId) is var shipped && Topics.IsEmpty ? shipped : shipped with { Topics = Topics };

    /// <summary>The plan with its lessons.</summary>
    /// <exception cref="FormatException">It cannot be laid; the message says why.</exception>
    public LessonPlan Lay() =>
        Minutes is < 5 or > MostMinutes
            ? throw new FormatException(Texts.Say("plan.minutes", ("most", MostMinutes), ("minutes", Minutes.Value)))
            : LessonPlan.Of(Taken, Start, Days, Lessons, LessonPlan.ReadHolidays(Holidays));

    /// <summary>The plan as another class begins with it: the course with its own topics and the days of the week, from a day on; what
    /// was left and the holidays of then stay behind.</summary>
    /// <param name="start">The first day that may have a lesson.</param>
    public ClassPlan AsTemplate(DateOnly start) => this with { Start = start, Holidays = "", Left = [] };

    /// <summary>The plan over other days or with another course; the same course keeps the class's own topics.</summary>
    /// <param name="other">The plan as it is laid now.</param>
    public ClassPlan LaidAnew(ClassPlan other) => other.CourseId == CourseId ? other with { Topics = Topics, Left = Left } : other;

    /// <summary>The plan with its course changed. Where the whole course was planned the number of lessons follows it.</summary>
    /// <param name="change">The change, such as one of <see cref="CourseEdits"/>.</param>
    /// <exception cref="FormatException">The change cannot be, or leaves a plan that cannot be laid.</exception>
    public ClassPlan Changed(Func<Course, Course> change)
    {
        var (before, after) = (Taken, change(Taken));
        var changed = this with
        {
            Topics = after.Topics,
            Lessons = Lessons == before.Lessons ? Math.Min(LessonPlan.MostLessons, after.Lessons) : Lessons,
        };
        _ = changed.Lay();
        return changed;
    }

    /// <summary>The plan with a day turned: without a lesson where it had one, and with one where it had none.</summary>
    /// <param name="day">The day.</param>
    /// <exception cref="FormatException">The holidays cannot be read, or leave no room for the lessons.</exception>
    public ClassPlan WithDayTurned(DateOnly day)
    {
        var turned = this with { Holidays = LessonPlan.TurnHoliday(Holidays, day) };
        _ = turned.Lay();
        return turned;
    }

    /// <summary>The plan with a topic that went badly decided on: set once more before the next topic that has not begun, or left as it
    /// is.</summary>
    /// <param name="progress">What has come of the plan.</param>
    /// <param name="bad">The topic.</param>
    /// <param name="again">Whether it comes once more, in a lesson of its own.</param>
    /// <param name="day">The day.</param>
    /// <exception cref="FormatException">The course is full.</exception>
    public ClassPlan Decided(TermProgress progress, TopicProgress bad, bool again, DateOnly day)
    {
        var left = this with { Left = Left.Add(bad.Topic.Name) };
        if (!again)
            return left;
        var next = progress.Topics.FirstOrDefault(topic => topic.First > day)?.Place ?? Taken.Topics.Length;
        return left with { Topics = Taken.Repeated(bad.Place, next).Topics, Lessons = Math.Min(LessonPlan.MostLessons, Lessons + 1) };
    }

    /// <summary>The plan as text.</summary>
    public string Write() => FileContract.Write(new ClassPlanFile(Version, this));

    /// <summary>Reads a plan of this version or an earlier one.</summary>
    /// <param name="text">The text.</param>
    /// <exception cref="FormatException">It is none, was changed, or is of a later program.</exception>
    public static ClassPlan Read(string text)
    {
        try
        {
            using var document = JsonDocument.Parse(text);
            if (
                document.RootElement.ValueKind == JsonValueKind.Object
                && document.RootElement.TryGetProperty("gavvetPlan", out var version)
            )
            {
                return version.TryGetInt32(out var number) && number == Version
                    ? FileContract.Read<ClassPlanFile>(text).Plan
                    : throw new FormatException(Texts.Say("plan.later", ("version", Version)));
            }

            return JsonSerializer.Deserialize<FirstPlan>(text)?.Upgraded() ?? throw new FormatException(Texts.Say("plan.unreadable"));
        }
        catch (Exception problem) when (problem is JsonException or InvalidOperationException)
        {
            throw new FormatException(Texts.Say("plan.unreadable"), problem);
        }
    }

    private sealed record ClassPlanFile(int GavvetPlan, ClassPlan Plan);

    // Before plans had a version all of them was text as it was typed.
    private sealed record FirstPlan(
        string Course,
        string Start,
        string Days,
        int Lessons,
        string? Holidays,
        FirstTopic[]? Topics,
        string[]? Left
    )
    {
        public ClassPlan Upgraded() =>
            new(Course, LessonPlan.ReadDate(Start), LessonPlan.ReadDays(Days), Lessons)
            {
                Holidays = Holidays ?? "",
                Topics = [.. (Topics ?? []).Select(topic => topic.Upgraded())],
                Left = [.. Left ?? []],
            };
    }

    private sealed record FirstTopic(string Name, int Lessons, string[] Skills, string[] Scales, string[] Keys, string[] Sections)
    {
        public Topic Upgraded() =>
            new(
                Name,
                Lessons,
                [.. Skills.Select(Group)],
                [.. Scales.Select(scale => ScaleTypes.Find(scale) ?? throw new FormatException(Texts.Say("plan.unreadable")))],
                [.. Keys.Select(NoteText.Parse)],
                [.. Sections]
            );

        private static QuestionGroup Group(string word) =>
            Worksheets.Sheets.FileWords.TryParse<QuestionGroup>(word, out var group)
                ? group
                : throw new FormatException(Texts.Say("plan.unreadable"));
    }
}
