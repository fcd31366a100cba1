using System.Collections.Immutable;
using System.Globalization;
using Gavvet.Theory;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Teaching;

/// <summary>A lesson of a plan.</summary>
/// <param name="Number">Which, from 1.</param>
/// <param name="Date">The day.</param>
/// <param name="Topic">What is taught.</param>
public sealed record Lesson(int Number, DateOnly Date, Topic Topic);

/// <summary>A course laid over a calendar.</summary>
/// <param name="Course">The course.</param>
/// <param name="Lessons">The lessons in order.</param>
public sealed record LessonPlan(Course Course, ImmutableArray<Lesson> Lessons)
{
    /// <summary>Lessons of a plan at most.</summary>
    public const int MostLessons = 200;

    private const string Iso = "yyyy-MM-dd";

    /// <summary>Lays a course over a class's days.</summary>
    /// <param name="course">The course.</param>
    /// <param name="start">The first day that may have a lesson.</param>
    /// <param name="days">The days of the week.</param>
    /// <param name="lessons">How many lessons, from 1 to <see cref="MostLessons"/>.</param>
    /// <param name="holidays">Days without lessons.</param>
    /// <exception cref="FormatException">There is no day, there are too many lessons, or holidays leave no room for them.</exception>
    public static LessonPlan Of(
        Course course,
        DateOnly start,
        IReadOnlyCollection<DayOfWeek> days,
        int lessons,
        IReadOnlySet<DateOnly> holidays
    )
    {
        const int longest = 3_660;
        if (days.Count == 0)
            throw new FormatException(Texts.Say("plan.no-day"));
        if (lessons is < 1 or > MostLessons)
            throw new FormatException(Texts.Say("plan.lessons", ("most", MostLessons), ("lessons", lessons)));
        var topics = course.Topics.SelectMany(topic => Enumerable.Repeat(topic, topic.Lessons)).ToArray();
        var laid = ImmutableArray.CreateBuilder<Lesson>(lessons);
        for (var day = 0; laid.Count < lessons; day++)
        {
            if (day > longest || DateOnly.MaxValue.DayNumber - start.DayNumber <= day)
                throw new FormatException(Texts.Say("plan.no-room"));
            var date = start.AddDays(day);
            if (!days.Contains(date.DayOfWeek) || holidays.Contains(date))
                continue;
            // After the last topic the whole is gone over again, from the first topic on.
            var topic = topics[laid.Count % topics.Length];
            laid.Add(
                new Lesson(
                    laid.Count + 1,
                    date,
                    laid.Count < topics.Length ? topic : topic with { Name = Texts.Say("lesson.again", ("topic", topic.Title)) }
                )
            );
        }

        return new LessonPlan(course, laid.MoveToImmutable());
    }

    /// <summary>Reads days of the week such as mon,thu, in English or in the language spoken, two letters of each or more.</summary>
    /// <param name="text">The days, apart by commas or spaces.</param>
    /// <exception cref="FormatException">A word is no day.</exception>
    public static ImmutableArray<DayOfWeek> ReadDays(string text)
    {
        string[] words = text.Split([',', ' '], StringSplitOptions.RemoveEmptyEntries);
        return [.. words.Select(ReadDay).Distinct().Order()];
    }

    /// <summary>Reads the hour of a lesson, such as 14:30.</summary>
    /// <param name="text">The text; empty for none.</param>
    /// <exception cref="FormatException">It is none.</exception>
    public static TimeOnly? ReadHour(string? text) =>
        string.IsNullOrWhiteSpace(text) ? null
        : TimeOnly.TryParseExact(
            text.Trim(),
            ["H:mm", "HH:mm", "H.mm", "HH:mm:ss"],
            CultureInfo.InvariantCulture,
            DateTimeStyles.None,
            out var hour
        )
            ? hour
        : throw new FormatException(Texts.Say("plan.hour", ("text", text.Trim())));

    private static DayOfWeek ReadDay(string word)
    {
        foreach (var names in new[] { Language.English, Language.Current }.Select(language => language.Culture.DateTimeFormat.DayNames))
        {
            if (
                Array.FindIndex(names, name => word.Length >= 2 && name.StartsWith(word, StringComparison.OrdinalIgnoreCase))
                is >= 0
                    and var day
            )
                return (DayOfWeek)day;
        }

        throw new FormatException(Texts.Say("plan.day", ("word", word), ("days", WriteDays(Enum.GetValues<DayOfWeek>().Skip(1)))));
    }

    /// <summary>Days of the week as <see cref="ReadDays"/> reads them.</summary>
    /// <param name="days">The days.</param>
    public static string WriteDays(IEnumerable<DayOfWeek> days) =>
        string.Join(", ", days.Select(day => Language.Current.Culture.DateTimeFormat.AbbreviatedDayNames[(int)day].ToLowerInvariant()));

    /// <summary>A date as <see cref="ReadDate"/> reads it.</summary>
    /// <param name="day">The day.</param>
    public static string WriteDate(DateOnly day) => day.ToString(Iso, CultureInfo.InvariantCulture);

    /// <summary>Reads holidays: a date a line, or the first and the last day with two full stops or a dash between.</summary>
    /// <param name="text">The lines, such as 2026-12-21..2027-01-03 or 21 December 2026 – 3 January 2027.</param>
    /// <exception cref="FormatException">A line cannot be read; the message names it.</exception>
    public static ImmutableHashSet<DateOnly> ReadHolidays(string text)
    {
        const int longest = 400;
        var days = ImmutableHashSet.CreateBuilder<DateOnly>();
        string[] lines = text.Split('\n');
        for (var i = 0; i < lines.Length; i++)
        {
            var line = lines[i].Trim().TrimStart('\ufeff');
            if (line.Length == 0 || line[0] == '#')
                continue;
            if (!DateReading.TryReadStretch(line.Split('#')[0], out var first, out var last))
                throw new FormatException(Texts.Say("plan.holiday", ("line", i + 1), ("text", line)));
            if (last < first || last.DayNumber - first.DayNumber > longest)
                throw new FormatException(
                    Texts.Say(last < first ? "plan.holiday-ends" : "plan.holiday-long", ("line", i + 1), ("text", line))
                );
            for (var day = first; day <= last; day = day.AddDays(1))
                days.Add(day);
        }

        return days.ToImmutable();
    }

    /// <summary>The lines of holidays with a day turned: without lessons where it had some, and with them where it had none. Other lines
    /// stay as they were typed.</summary>
    /// <param name="text">The lines, as <see cref="ReadHolidays"/> reads them.</param>
    /// <param name="day">The day.</param>
    /// <exception cref="FormatException">A line cannot be read; the message names it.</exception>
    public static string TurnHoliday(string text, DateOnly day)
    {
        if (!ReadHolidays(text).Contains(day))
            return $"{text.TrimEnd()}\n{WriteDate(day)}".TrimStart();
        return string.Join('\n', text.Split('\n').SelectMany(line => Without(line, day)));
    }

    // A stretch around the day leaves what was before it and what is after, with the remark of the line.
    private static IEnumerable<string> Without(string line, DateOnly day)
    {
        var remark = line.IndexOf('#', StringComparison.Ordinal) is >= 0 and var at ? $" {line[at..].Trim()}" : "";
        if (!DateReading.TryReadStretch(line.Split('#')[0], out var first, out var last) || day < first || day > last)
            return [line];
        return new[] { (First: first, Last: day.AddDays(-1)), (First: day.AddDays(1), Last: last) }
            .Where(stretch => stretch.First <= stretch.Last)
            .Select(stretch =>
                (stretch.First == stretch.Last ? WriteDate(stretch.First) : $"{WriteDate(stretch.First)}..{WriteDate(stretch.Last)}")
                + remark
            );
    }

    /// <summary>Reads a date such as 2026-03-12 or 12 March 2026.</summary>
    /// <param name="text">The text.</param>
    /// <exception cref="FormatException">It is none.</exception>
    public static DateOnly ReadDate(string text) =>
        DateReading.TryRead(text, out var day) ? day : throw new FormatException(Texts.Say("plan.date", ("text", text)));
}
