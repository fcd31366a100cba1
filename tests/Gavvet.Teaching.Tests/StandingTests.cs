using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json;

namespace Gavvet.Teaching.Tests;

/// <summary>What a class knows, when it is due again, and the next sheet.</summary>
public class StandingTests
{
    private static readonly DateOnly Monday = new(2026, 9, 7);

    private static Evidence Answer(
        int day,
        bool right,
        string type = "major",
        string tonic = "C",
        string student = "Mira",
        string group = "scales",
        params string[] findings
    ) => new(student, Monday.AddDays(day), Sample.Skill(type, tonic, group), right ? 4 : 2, 4, right, [.. findings.Select(Sample.Mistake)]);

    // By the rule, worked out by hand: days of answers with + for right, and what they amount to.
    [Theory]
    [InlineData("0-", StandingIs.Shaky, 7)]
    [InlineData("0+", StandingIs.OnceRight, 7)]
    [InlineData("0+ 6+", StandingIs.OnceRight, 20)]
    [InlineData("0+ 7+", StandingIs.Secure, 21)]
    [InlineData("0+ 7+ 21+", StandingIs.Secure, 49)]
    [InlineData("0+ 7+ 21+ 49+", StandingIs.Secure, 105)]
    [InlineData("0+ 7+ 21+ 49+ 105+", StandingIs.Secure, 217)]
    [InlineData("0+ 7+ 21+ 49+ 105+ 217+", StandingIs.Secure, 329)]
    [InlineData("0+ 7-", StandingIs.Shaky, 14)]
    [InlineData("0+ 7- 8+", StandingIs.Secure, 15)]
    [InlineData("0+ 0+", StandingIs.OnceRight, 7)]
    [InlineData("0- 1+ 2+", StandingIs.OnceRight, 16)]
    public void Standing_and_due_follow_the_rule(string answers, StandingIs expected, int due)
    {
        var evidence = answers.Split(' ').Select(one => Answer(int.Parse(one[..^1], CultureInfo.InvariantCulture), one[^1] == '+'));
        var standing = Assert.Single(Standing.On(evidence, Monday.AddDays(400)));
        Assert.Equal((expected, Monday.AddDays(due)), (standing.Is, standing.Due));
        Assert.True(standing.IsDue(Monday.AddDays(due)) && !standing.IsDue(Monday.AddDays(due - 1)));
    }

    // A hundred terms by lot, and a second route that goes day by day and keeps a book, as a teacher would.
    [Fact]
    public void A_second_slower_route_comes_to_the_same()
    {
        for (ulong term = 0; term < 100; term++)
        {
            var log = Enumerable
                .Range(0, 120)
                .Select(i => (ulong)i)
                .Select(i =>
                    Answer(
                        (int)(SplitMix64.At(term, 2 * i) % 120),
                        SplitMix64.At(term, (2 * i) + 1) % 10 < 7,
                        "major",
                        new[] { "C", "G", "F" }[SplitMix64.At(term, 900 + i) % 3],
                        new[] { "Mira", "Bo" }[SplitMix64.At(term, 500 + i) % 2]
                    )
                )
                .OrderBy(one => one.Day)
                .ToArray();
            var book = new Dictionary<(string, NoteName), (List<DateOnly> Right, int Row, DateOnly? RowDay, bool Last, DateOnly Day)>();
            for (var day = Monday; day <= Monday.AddDays(120); day = day.AddDays(1))
            {
                foreach (var one in log.Where(one => one.Day == day))
                {
                    var known = book.GetValueOrDefault((one.Student, one.Skill.Tonic), ([], 0, null, false, day));
                    if (one.IsRight)
                    {
                        known.Right.Add(day);
                        if (known.RowDay != day || known.Row == 0)
                            known.Row++;
                        known.RowDay = day;
                    }
                    else
                    {
                        (known.Row, known.RowDay) = (0, null);
                    }

                    book[(one.Student, one.Skill.Tonic)] = (known.Right, known.Row, known.RowDay, one.IsRight, day);
                }
            }

            var standings = Standing.On(log, Monday.AddDays(120));
            Assert.Equal(book.Count, standings.Length);
            foreach (var standing in standings)
            {
                var (right, row, _, last, day) = book[(standing.Student, standing.Skill.Tonic)];
                var apart = right.Any(first => right.Any(second => second.DayNumber - first.DayNumber >= 7));
                Assert.Equal(
                    !last ? StandingIs.Shaky
                        : apart ? StandingIs.Secure
                        : StandingIs.OnceRight,
                    standing.Is
                );
                var weeks = !last
                    ? 1
                    : row switch
                    {
                        1 => 1,
                        2 => 2,
                        3 => 4,
                        4 => 8,
                        _ => 16,
                    };
                Assert.Equal(day.AddDays(7 * weeks), standing.Due);
            }
        }
    }

    private static KeptResult Result(
        string student,
        DateOnly day,
        int item,
        string type,
        string tonic,
        bool right,
        string? finding,
        int load = 20
    ) =>
        new(
            day,
            "A",
            item,
            1,
            "Write the scale",
            Sample.Asked(type, tonic) with
            {
                WriteWith = Notation.Accidentals,
                AnswerAs = AnswerForm.Write,
                Scaffold = Scaffolding.Blank,
                Octaves = 1,
            },
            "",
            "",
            load,
            right ? MarkedAs.Correct : MarkedAs.Wrong,
            right ? 4 : 3,
            4,
            finding is null ? [] : [new MarkedFinding(Sample.Mistake(finding), 1, "", "", "said")],
            MarkedBy.Judge
        )
        {
            Student = student,
        };

    private static FollowUpDraw Draw(IEnumerable<KeptResult> results) =>
        new(Evidence.From(results), HouseStyle.Classical, Monday.AddDays(7));

    [Fact]
    public void A_follow_up_tells_the_confusion_apart_and_asks_the_rest_from_another_side()
    {
        var results = new[]
        {
            Result("Mira", Monday, 1, "harmonic-minor", "D", false, "natural-for-harmonic"),
            Result("Mira", Monday, 2, "harmonic-minor", "A", false, "natural-for-harmonic"),
            Result("Mira", Monday, 3, "major", "D", true, null),
            Result("Mira", Monday, 4, "major", "E", false, "neighbour-key"),
            Result("Mira", Monday, 5, "major", "G", true, null),
            Result("Mira", Monday, 6, "major", "F", true, null),
        };
        var follow = Draw(results).For(["Mira"], "Next")!;
        Assert.Equal(follow.Sheet.QuestionCount, follow.Because.Length);
        Assert.Contains(follow.Sheet.Sections, section => section.KindId == "convert-form");
        Assert.Contains(follow.Because, because =>
            because == new FollowUpReason(FindingCode.NeighbourKey, false, Sample.Skill("major", "E"), Monday)
        );
        // Nothing just as it was asked, and no heavier than a tenth more.
        Assert.DoesNotContain(follow.Sheet.Sections, section =>
            section is { KindId: "write-scale", Direction: Direction.Ascending, Notation: Notation.Accidentals }
            && section.Slots[0].Drawn is var drawn
            && drawn.Clef == Clef.Treble
            && drawn.Scale.Id == "harmonic-minor"
            && NoteText.Ascii(drawn.Tonic) is "D" or "A"
            && drawn.Scale.Id == "harmonic-minor"
        );
        Assert.InRange(Composer.Compose(follow.Sheet).Worksheet.Load, 1, 6 * 20 * 110 / 100);
        Assert.Empty(Composer.Compose(follow.Sheet).Key.Withheld);
        // The file is a sheet file that is read again, with its reasons.
        Assert.Equal(follow.Sheet.Sections.Count, SheetFile.Read(follow.Write()).Sections.Count);
        using var file = JsonDocument.Parse(follow.Write());
        Assert.Equal(
            "natural-for-harmonic",
            file.RootElement.GetProperty("sections")[0].GetProperty("because").GetProperty("finding").GetString()
        );
        Assert.Null(Draw([results[2]]).For(["Mira"], "Next"));
    }

    // Half the class takes natural for harmonic four times in five; the others make slips, some of which look like it.
    [Fact]
    public void Those_who_confuse_two_forms_get_the_telling_pair_and_the_others_do_not()
    {
        string[] tonics = ["A", "E", "B", "D", "G", "C", "F#", "F"];
        var (found, left, students) = (0, 0, 40);
        for (var student = 0; student < 2 * students; student++)
        {
            var confuses = student < students;
            var results = tonics
                .Select(
                    (tonic, i) =>
                    {
                        var lot = (int)(SplitMix64.At((ulong)student, (ulong)i) % 100);
                        var named = confuses ? lot < 80 : lot < 3;
                        return Result(
                            $"S{student}",
                            Monday,
                            i + 1,
                            "harmonic-minor",
                            tonic,
                            !named && lot < 92,
                            named ? "natural-for-harmonic"
                                : lot >= 92 ? "accidental-wrong"
                                : null
                        );
                    }
                )
                .ToArray();
            var pair = Draw(results).For([$"S{student}"], "Next")?.Sheet.Sections.Any(section => section.KindId == "convert-form") ?? false;
            if (confuses && pair)
                found++;
            if (!confuses && !pair)
                left++;
        }

        Assert.True(found >= 0.95 * students, $"{found} of {students} found");
        Assert.True(left >= 0.95 * students, $"{left} of {students} left alone");
    }

    [Fact]
    public void Groups_hold_those_of_like_misses()
    {
        var results = new[]
        {
            Result("Mira", Monday, 1, "harmonic-minor", "D", false, "natural-for-harmonic"),
            Result("Bo", Monday, 1, "harmonic-minor", "A", false, "natural-for-harmonic"),
            Result("Ida", Monday, 1, "major", "E", false, "octave-missing"),
            Result("Tom", Monday, 1, "major", "D", true, null),
        };
        Assert.Equal(
            [
                ["Bo", "Mira"],
                ["Ida"],
            ],
            Draw(results).Groups(2).Select(group => group.ToArray())
        );
        Assert.Equal(
            [
                ["Bo", "Ida", "Mira"],
            ],
            Draw(results).Groups(1).Select(group => group.ToArray())
        );
        Assert.Equal(3, Draw(results).Groups(9).Length);
    }

    [Fact]
    public void A_plan_keeps_to_its_days_over_a_leap_day_the_new_year_and_the_change_of_the_clock()
    {
        var leap = LessonPlan.Of(Course.Get("exam-course"), new DateOnly(2028, 2, 28), [DayOfWeek.Tuesday], 2, new HashSet<DateOnly>());
        Assert.Equal([new(2028, 2, 29), new(2028, 3, 7)], leap.Lessons.Select(lesson => lesson.Date));
        var holidays = LessonPlan.ReadHolidays("# winter\n2026-12-21..2027-01-03\n\n2026-12-14");
        var winter = LessonPlan.Of(Course.Get("string-class"), new DateOnly(2026, 12, 10), LessonPlan.ReadDays("thu, mon"), 4, holidays);
        Assert.Equal(
            [new(2026, 12, 10), new(2026, 12, 17), new(2027, 1, 4), new(2027, 1, 7)],
            winter.Lessons.Select(lesson => lesson.Date)
        );
        Assert.Equal([1, 2, 3, 4], winter.Lessons.Select(lesson => lesson.Number));
        foreach (var course in Course.Shipped)
        {
            var plan = LessonPlan.Of(course, Monday, [DayOfWeek.Monday], course.Lessons + 2, new HashSet<DateOnly>());
            Assert.Equal(
                course.Topics.SelectMany(topic => Enumerable.Repeat(topic.Name, topic.Lessons)),
                plan.Lessons.Take(course.Lessons).Select(lesson => lesson.Topic.Name)
            );
            Assert.StartsWith("Once more", plan.Lessons[^1].Topic.Name, StringComparison.Ordinal);
            Assert.All(course.Topics, topic => Assert.All(topic.Sections, section => Assert.NotNull(ShippedSections.Find(section))));
        }
    }

    [Theory]
    [InlineData("", 4, "", "has no day")]
    [InlineData("fun", 4, "", "no day of the week")]
    [InlineData("mon", 0, "", "from 1 to 200 lessons")]
    [InlineData("mon", 4, "2026-13-01", "Line 1 of the holidays")]
    [InlineData("mon", 4, "2026-12-24..2026-12-01", "ends before it begins")]
    public void A_plan_that_cannot_be_is_refused_in_words(string days, int lessons, string holidays, string words) =>
        Assert.Contains(
            words,
            Assert
                .Throws<FormatException>(() =>
                    LessonPlan.Of(Course.Shipped[0], Monday, LessonPlan.ReadDays(days), lessons, LessonPlan.ReadHolidays(holidays))
                )
                .Message,
            StringComparison.Ordinal
        );
}
