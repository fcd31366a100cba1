using System.Collections.Immutable;

namespace Gavvet.Teaching.Tests;

/// <summary>What holds for every plan, lesson and outcome, over terms by lot, reckoned a second time by plain loops.</summary>
public class TermLawTests
{
    private static readonly DateOnly Start = new(2026, 9, 7);

    private static ScaleType Type(Dice dice) => ScaleTypes.All[dice.Next(12)];

    private static Course CourseOf(Dice dice) =>
        new(
            "own",
            "Own",
            [
                .. Enumerable
                    .Range(0, 2 + dice.Next(5))
                    .Select(i => new Topic(
                        $"Topic {i}",
                        1 + dice.Next(3),
                        [QuestionGroup.Scales],
                        [Type(dice)],
                        [.. Enumerable.Range(0, 1 + dice.Next(3)).Select(_ => NoteName.FromFifths(dice.Next(9) - 4)).Distinct()],
                        ["majors-three"]
                    )),
            ]
        );

    // Day by day: on a day of the class that is no holiday the next lesson falls, and no other; topics in order, each for its
    // lessons, and after the last from the first on, said to come once more.
    [Fact]
    public void A_plan_is_what_a_teacher_would_write_into_a_calendar()
    {
        for (ulong number = 1; number <= 80; number++)
        {
            var dice = new Dice(number);
            var course = CourseOf(dice);
            DayOfWeek[] days = [.. Enumerable.Range(0, 1 + dice.Next(3)).Select(_ => (DayOfWeek)dice.Next(7)).Distinct()];
            var holidays = Enumerable.Range(0, dice.Next(30)).Select(_ => Start.AddDays(dice.Next(200))).ToHashSet();
            var lessons = 1 + dice.Next(2 * course.Lessons);
            var plan = LessonPlan.Of(course, Start, days, lessons, holidays);
            var expected = new List<(DateOnly, string)>();
            var names = new List<string>();
            for (var round = 0; names.Count < lessons; round++)
            {
                foreach (var topic in course.Topics)
                {
                    for (var lesson = 0; lesson < topic.Lessons; lesson++)
                        names.Add(round == 0 ? topic.Name : $"Once more: {topic.Name}");
                }
            }

            for (var day = Start; expected.Count < lessons; day = day.AddDays(1))
            {
                if (Array.IndexOf(days, day.DayOfWeek) >= 0 && !holidays.Contains(day))
                    expected.Add((day, names[expected.Count]));
            }

            Assert.Equal(expected, plan.Lessons.Select(lesson => (lesson.Date, lesson.Topic.Name)));
            Assert.Equal(Enumerable.Range(1, lessons), plan.Lessons.Select(lesson => lesson.Number));
        }
    }

    [Fact]
    public void A_stretch_of_holidays_may_be_four_hundred_days_long_and_no_longer()
    {
        Assert.Equal(401, LessonPlan.ReadHolidays("2026-01-01..2027-02-05").Count);
        Assert.Throws<FormatException>(() => LessonPlan.ReadHolidays("2026-01-01..2027-02-06"));
    }

    // The nearest place of the line of fifths that the topic leaves out; of two as near, the one farther from C.
    [Fact]
    public void A_lesson_has_four_questions_of_each_section_and_a_stretch_one_key_further()
    {
        for (ulong number = 1; number <= 40; number++)
        {
            var dice = new Dice(number);
            var (low, high) = (-dice.Next(5), dice.Next(5));
            NoteName[] keys = [.. Enumerable.Range(low, high - low + 1).Select(NoteName.FromFifths)];
            var sheet = LessonSheet.Of(
                new Topic("Majors", 1, [], [ScaleTypes.Major], [.. keys], ["majors-three"]),
                [],
                4,
                HouseStyle.Classical,
                number,
                "Majors"
            )!;
            var stretch = Assert.Single(sheet.Sections, section => section.Title == "A stretch");
            var further = -low > high || (-low == high && stretch.Slots[0].Drawn.Tonic.Fifths < 0) ? low - 1 : high + 1;
            Assert.True(stretch.Slots.Single().Drawn.Tonic.Fifths == further, $"{low} to {high}: {stretch.Slots[0].Drawn.Tonic}");
            // Where the topic has fewer keys, they are asked from other sides, none of them twice.
            var asked = sheet
                .Sections.Where(section => section.Title != "A stretch")
                .SelectMany(section => section.Slots.Select(slot => (slot.Drawn, section.Direction, section.Notation)))
                .ToArray();
            Assert.Equal(4, asked.Distinct().Count());
            Assert.Equal(4, asked.Length);
            Assert.All(asked, one => Assert.Contains(one.Drawn.Tonic, keys));
        }
    }

    // What a warm-up asks about is what is due, in its own key, whatever else is drawn.
    [Fact]
    public void A_warm_up_asks_every_skill_in_its_own_key()
    {
        foreach (var group in Enum.GetValues<QuestionGroup>().Where(group => group != QuestionGroup.Own))
        {
            Standing[] due =
            [
                .. new[] { "Db", "B", "Gb" }.Select(tonic => new Standing(
                    "Mira",
                    new Skill(group, ScaleTypes.Major, NoteText.Parse(tonic)),
                    StandingIs.Shaky,
                    Start,
                    Start
                )),
            ];
            var sections = LessonSheet.WarmUp(due, 9, HouseStyle.Classical, 5);
            Assert.Equal(due.Select(one => one.Skill.Tonic), sections.Select(section => section.Slots.Single().Drawn.Tonic));
            if (group is not (QuestionGroup.OtherScales or QuestionGroup.Modes))
                Assert.All(sections, section => Assert.Equal(group, QuestionCatalogue.Standard.Get(section.KindId).Group));
        }
    }

    // A book of the term, kept topic by topic.
    [Fact]
    public void What_came_of_a_plan_is_counted_as_by_hand()
    {
        var (taught, bad) = (0, 0);
        for (ulong number = 1; number <= 60; number++)
        {
            var dice = new Dice(number);
            var course = CourseOf(dice);
            var plan = LessonPlan.Of(course, Start, [DayOfWeek.Monday], 1 + dice.Next(course.Lessons), new HashSet<DateOnly>());
            ScaleOn Any() =>
                course.Topics[dice.Next(course.Topics.Length)].OnTonics.First() is var scale && dice.Next(4) > 0
                    ? scale
                    : new ScaleOn(Type(dice), NoteName.FromFifths(dice.Next(5)));
            PrintedDay[] printed = [.. Enumerable.Range(0, 6).Select(_ => new PrintedDay(Start.AddDays(dice.Next(60)), [Any(), Any()]))];
            Evidence[] evidence =
            [
                .. Enumerable
                    .Range(0, 60)
                    .Select(i =>
                    {
                        var (scale, right) = (Any(), dice.Next(2) == 0);
                        return new Evidence(
                            $"S{dice.Next(5)}",
                            Start.AddDays(dice.Next(60)),
                            new Skill(QuestionGroup.Scales, scale.Type, scale.Tonic),
                            right ? 4 : 1,
                            4,
                            right,
                            []
                        );
                    })
                    .OrderBy(answer => answer.Day),
            ];
            var day = Start.AddDays(dice.Next(70));
            var progress = TermProgress.Of(plan, printed, evidence, day);
            var lesson = 0;
            var at = 0;
            foreach (var topic in course.Topics)
            {
                if (lesson >= plan.Lessons.Length)
                    break;
                var (first, last) = (
                    plan.Lessons[lesson].Date,
                    plan.Lessons[Math.Min(lesson + topic.Lessons, plan.Lessons.Length) - 1].Date
                );
                lesson += topic.Lessons;
                var wasPrinted = false;
                foreach (var sheet in printed)
                    wasPrinted |=
                        sheet.Day >= first
                        && sheet.Day <= day
                        && sheet.Scales.Any(scale => topic.Scales.Contains(scale.Type) && topic.Keys.Contains(scale.Tonic));
                var lastAnswers = new Dictionary<(string, Skill), Evidence>();
                foreach (var answer in evidence)
                {
                    if (answer.Day <= day && topic.Scales.Contains(answer.Skill.Type) && topic.Keys.Contains(answer.Skill.Tonic))
                        lastAnswers[(answer.Student, answer.Skill)] = answer;
                }

                var met = lastAnswers.Values.Where(answer => answer.Day >= first).ToArray();
                var shaky = met.Count(answer => !answer.IsRight);
                var isTaught = wasPrinted && day > last;
                Assert.Equal(
                    (topic.Name, at, first, last, isTaught, shaky, met.Length),
                    (
                        progress.Topics[at].Topic.Name,
                        progress.Topics[at].Place,
                        progress.Topics[at].First,
                        progress.Topics[at].Last,
                        progress.Topics[at].IsTaught,
                        progress.Topics[at].Shaky,
                        progress.Topics[at].Met
                    )
                );
                var wentBadly = isTaught && met.Length >= 4 && shaky * 2 >= met.Length;
                Assert.Equal(wentBadly, progress.Topics[at].WentBadly);
                (taught, bad) = (taught + (isTaught ? 1 : 0), bad + (wentBadly ? 1 : 0));
                at++;
            }

            Assert.Equal(at, progress.Topics.Length);
        }

        Assert.True(taught > 20 && bad > 5, $"{taught} taught, {bad} went badly");
    }

    // What happened on a printing, added up answer by answer.
    [Fact]
    public void Outcomes_are_counted_as_by_hand()
    {
        for (ulong number = 1; number <= 40; number++)
        {
            var dice = new Dice(number);
            var papers = Enumerable
                .Range(0, 9)
                .Select(i =>
                {
                    var version = "ABC"[i % 3].ToString();
                    ImmutableArray<SetItem> items =
                    [
                        .. Enumerable
                            .Range(1, 4)
                            .Select(item => Sample.Item(marks: 1 + (item % 3)) with { Number = item, Version = version, Load = 10 * item }),
                    ];
                    var markings = items
                        .Where(_ => dice.Next(6) > 0)
                        .ToDictionary(
                            item => item.Number,
                            item =>
                            {
                                var marks = dice.Next((2 * item.Marks) + 1) / 2.0;
                                return new Marking(
                                    marks == item.Marks ? MarkedAs.Correct : MarkedAs.Wrong,
                                    marks,
                                    item.Marks,
                                    marks == item.Marks ? [] : [new MarkedFinding((FindingCode)dice.Next(3), 1, "", "", "said")]
                                );
                            }
                        );
                    return (Student: $"S{i}", Items: items, Markings: (IReadOnlyDictionary<int, Marking>)markings);
                })
                .ToArray();
            var outcome = Outcome.Of(papers);
            foreach (var question in outcome.Questions)
            {
                var (answers, right, lost) = (0, 0, 0.0);
                foreach (var paper in papers)
                {
                    if (paper.Items[0].Version != question.Version || !paper.Markings.TryGetValue(question.Item.Number, out var marking))
                        continue;
                    answers++;
                    right += marking.Marks == marking.Of ? 1 : 0;
                    lost += marking.Of - marking.Marks;
                }

                Assert.Equal((answers, right, lost), (question.Answers, question.Right, question.Lost));
                Assert.Equal(answers - right, question.Findings.Sum(finding => finding.Count));
            }

            foreach (var version in outcome.Versions)
            {
                var whole = papers.Where(paper => paper.Items[0].Version == version.Version && paper.Markings.Count == 4).ToArray();
                Assert.Equal((whole.Length, 100), (version.Students, version.Load));
                Assert.Equal(
                    whole.Select(paper => paper.Markings.Values.Sum(marking => marking.Marks) / 8.0),
                    version.Shares.Select(share => Math.Round(share * 8, 6) / 8)
                );
            }

            var makers = outcome.Mistakes;
            Assert.Equal(makers.Select(mistake => mistake.Count).OrderDescending(), makers.Select(mistake => mistake.Count));
            Assert.All(makers, mistake =>
                Assert.Equal(mistake.Students.Select(made => made.Count).OrderDescending(), mistake.Students.Select(made => made.Count))
            );
            Assert.Equal(
                papers.Sum(paper => paper.Markings.Values.Sum(marking => marking.Findings.Length)),
                makers.Sum(mistake => mistake.Count)
            );
        }
    }

    [Fact]
    public void The_harder_version_is_named_and_only_beyond_one_in_twenty()
    {
        static VersionOutcome Version(string name, params double[] shares) => new(name, shares.Length, 10, [.. shares]);
        static Outcome Of(params VersionOutcome[] versions) => new([], [], [.. versions]);
        double[] low = [.. Enumerable.Range(0, 8).Select(i => 0.3 + (i * 0.01))],
            high = [.. Enumerable.Range(0, 8).Select(i => 0.8 + (i * 0.01))];
        Assert.Equal(
            ("B", "A"),
            Of(Version("A", high), Version("B", low)).Unfair is var (harder, easier) ? (harder.Version, easier.Version) : default
        );
        Assert.Equal(
            ("A", "B"),
            Of(Version("A", low), Version("B", high)).Unfair is var (first, second) ? (first.Version, second.Version) : default
        );
        // Seven students say nothing.
        Assert.Null(Of(Version("A", low[..7]), Version("B", high)).Unfair);
        // One in ten is chance, one in fifty is not: the share of all ways was counted.
        double[] near = [0.5, 0.5, 0.6, 0.6, 0.7, 0.7, 0.8, 0.8],
            less = [0.38, 0.38, 0.48, 0.48, 0.58, 0.58, 0.68, 0.68];
        Assert.InRange(Outcome.ByChance([.. near], [.. less])!.Value, 0.06, 0.14);
        Assert.Null(Of(Version("A", near), Version("B", less)).Unfair);
    }

    // On the day of a lesson its topic is still to come; three are told.
    [Fact]
    public void Parents_are_told_of_the_next_three_topics()
    {
        var course = Course.Get("exam-course");
        var plan = LessonPlan.Of(course, Start, [DayOfWeek.Monday], course.Lessons, new HashSet<DateOnly>());
        string[] names = [.. plan.Lessons.Select(lesson => lesson.Topic.Name).Distinct()];
        Assert.Equal(names[..3], Report.Of([], plan, HouseStyle.Classical, Start).Coming);
        Assert.Equal(names[1..4], Report.Of([], plan, HouseStyle.Classical, Start.AddDays(1)).Coming);
    }

    // Of several markings of one item on a day the last counts; a paper of no one's own is no one's evidence.
    [Fact]
    public void The_last_marking_of_an_item_counts()
    {
        KeptResult Result(string? student, int item, int marks, int day) =>
            new(
                Start.AddDays(day),
                "A",
                item,
                1,
                "Scales",
                Sample.Asked("major", "C"),
                "",
                "",
                10,
                marks == 4 ? MarkedAs.Correct : MarkedAs.Wrong,
                marks,
                4,
                [],
                MarkedBy.Judge
            )
            {
                Student = student,
            };
        var evidence = Evidence.From([
            Result("Mira", 1, 0, 0),
            Result("Mira", 1, 4, 0),
            Result("Mira", 2, 4, 0),
            Result("Mira", 2, 1, 0),
            Result(null, 1, 4, 0),
            Result("Mira", 1, 2, 3),
        ]);
        Assert.Equal([(0, 4), (0, 1), (3, 2)], evidence.Select(one => (one.Day.DayNumber - Start.DayNumber, one.Marks)));
        Assert.All(evidence, one => Assert.Equal(("Mira", 10), (one.Student, one.Load)));
        Result[] results =
        [
            .. new[] { 0, 3, 1 }.Select(marks => new Result(
                "Mira",
                Start,
                Sample.Item(marks: 4),
                new Marking(MarkedAs.Wrong, marks, 4, [])
            )),
        ];
        Assert.Equal(new StudentTotal("Mira", 1, 4), Assert.Single(StudentTotal.From(results)));
    }
}
