using Gavvet.Worksheets.Composing;
using Gavvet.Worksheets.Questions;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Teaching;

/// <summary>Changes to a course as a class takes it: each from one course to the next.</summary>
public static class CourseEdits
{
    /// <summary>Lessons of a topic at most.</summary>
    public const int MostLessons = 20;

    /// <summary>Topics of a course at most.</summary>
    public const int MostTopics = 120;

    private const int LongestName = 100;

    /// <summary>A topic earlier or later among the others.</summary>
    /// <param name="course">The course.</param>
    /// <param name="topic">Its place, from 0.</param>
    /// <param name="to">The place it goes to; beyond the ends it stays at the end.</param>
    /// <exception cref="FormatException">There is no such topic.</exception>
    public static Course Moved(this Course course, int topic, int to)
    {
        var moved = At(course, topic);
        return course with { Topics = course.Topics.RemoveAt(topic).Insert(Math.Clamp(to, 0, course.Topics.Length - 1), moved) };
    }

    /// <summary>A topic over more lessons or fewer.</summary>
    /// <param name="course">The course.</param>
    /// <param name="topic">Its place, from 0.</param>
    /// <param name="lessons">How many lessons, from 1.</param>
    /// <exception cref="FormatException">There is no such topic, or it cannot take so many.</exception>
    public static Course Stretched(this Course course, int topic, int lessons) =>
        course with
        {
            Topics = course.Topics.SetItem(topic, At(course, topic) with { Lessons = Lessons(lessons) }),
        };

    /// <summary>A topic that ends with a lesson of the course; what follows comes after it.</summary>
    /// <param name="course">The course.</param>
    /// <param name="topic">Its place, from 0.</param>
    /// <param name="lesson">The lesson's number, from 1; one before its beginning leaves it one lesson.</param>
    /// <exception cref="FormatException">There is no such topic, or it cannot take so many.</exception>
    public static Course Ended(this Course course, int topic, int lesson)
    {
        _ = At(course, topic);
        return course.Stretched(topic, Math.Max(1, lesson - course.Topics.Take(topic).Sum(before => before.Lessons)));
    }

    /// <summary>A topic once more, at a later place.</summary>
    /// <param name="course">The course.</param>
    /// <param name="topic">Its place, from 0.</param>
    /// <param name="at">Where it comes again.</param>
    /// <exception cref="FormatException">There is no such topic, or the course is full.</exception>
    public static Course Repeated(this Course course, int topic, int at)
    {
        var again = At(course, topic);
        if (course.Topics.Length >= MostTopics)
            throw new FormatException(Texts.Say("course.full", ("most", MostTopics)));
        var name = Texts.Say("lesson.again", ("topic", again.Name));
        return course with
        {
            Topics = course.Topics.Insert(
                Math.Clamp(at, 0, course.Topics.Length),
                again with
                {
                    Name = name.Length > LongestName ? again.Name : name,
                    Lessons = 1,
                }
            ),
        };
    }

    /// <summary>Without a topic.</summary>
    /// <param name="course">The course.</param>
    /// <param name="topic">Its place, from 0.</param>
    /// <exception cref="FormatException">There is no such topic, or it is the only one.</exception>
    public static Course Without(this Course course, int topic)
    {
        _ = At(course, topic);
        return course.Topics.Length == 1
            ? throw new FormatException(Texts.Say("course.last-topic"))
            : course with
            {
                Topics = course.Topics.RemoveAt(topic),
            };
    }

    /// <summary>With a topic as it is typed.</summary>
    /// <param name="course">The course.</param>
    /// <param name="topic">Its place, from 0; its number of topics for a new one at the end.</param>
    /// <param name="changed">The topic.</param>
    /// <exception cref="FormatException">It cannot be one; the message says what would be right.</exception>
    public static Course Changed(this Course course, int topic, Topic changed)
    {
        if (changed.Name.Trim().Length is 0 or > LongestName)
            throw new FormatException(Texts.Say("course.name", ("most", LongestName)));
        if (changed.Scales.IsEmpty)
            throw new FormatException(Texts.Say("course.scales"));
        if (changed.Keys.IsEmpty)
            throw new FormatException(Texts.Say("course.keys"));
        var sets = changed.Sections.Select(ShippedSections.Find).OfType<ShippedSection>().ToArray();
        if (sets.Length == 0)
            throw new FormatException(Texts.Say("course.sections"));
        // The skills it practices are those of what it sets.
        changed = changed with
        {
            Name = changed.Name.Trim(),
            Lessons = Lessons(changed.Lessons),
            Sections = [.. sets.Select(section => section.Id)],
            Skills = [.. sets.Select(section => QuestionCatalogue.Standard.Get(section.Section.KindId).Group).Distinct()],
        };
        if (topic == course.Topics.Length && topic < MostTopics)
            return course with { Topics = course.Topics.Add(changed) };
        _ = At(course, topic);
        return course with { Topics = course.Topics.SetItem(topic, changed) };
    }

    private static int Lessons(int lessons) =>
        lessons is >= 1 and <= MostLessons ? lessons : throw new FormatException(Texts.Say("course.lessons", ("most", MostLessons)));

    private static Topic At(Course course, int topic) =>
        topic >= 0 && topic < course.Topics.Length ? course.Topics[topic] : throw new FormatException(Texts.Say("course.no-topic"));
}
