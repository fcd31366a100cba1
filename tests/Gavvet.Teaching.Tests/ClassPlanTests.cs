namespace Gavvet.Teaching.Tests;

/// <summary>A class's plan as a value that is kept: its form, its older form, and what is decided about it.</summary>
public class ClassPlanTests
{
    private static readonly DateOnly Monday = new(2026, 9, 7);

    private static readonly ClassPlan Term = new("exam-course", Monday, [DayOfWeek.Monday, DayOfWeek.Thursday], 12)
    {
        Holidays = "# autumn\n2026-10-19..2026-10-30",
    };

    [Fact]
    public void A_plan_is_read_as_it_was_written()
    {
        foreach (var course in Course.Shipped)
        {
            var plan = Term with { CourseId = course.Id, Topics = course.Moved(0, 2).Topics, Left = ["Once more: \u266d"] };
            Assert.Equal(plan.Write(), ClassPlan.Read(plan.Write()).Write());
            Assert.Equal(
                plan.Taken.Topics.Select(topic => topic.Name),
                ClassPlan.Read(plan.Write()).Taken.Topics.Select(topic => topic.Name)
            );
        }

        Assert.Equal(Course.Get("exam-course").Topics, ClassPlan.Read(Term.Write()).Taken.Topics);
        Assert.Equal((12, Monday, Term.Holidays), (ClassPlan.Read(Term.Write()) is var read ? read.Lessons : 0, read.Start, read.Holidays));
    }

    [Fact]
    public void A_plan_from_before_plans_had_a_version_is_read()
    {
        const string topic =
            """{"Name":"Sharps","Lessons":2,"Skills":["other-scales"],"Scales":["harmonic-minor"],"Keys":["F#","Bb"],"Sections":["majors-three"]}""";
        var plan = ClassPlan.Read(
            $$"""{"Course":"string-class","Start":"2026-09-07","Days":"mon, thu","Lessons":9,"Holidays":"2026-12-21","Topics":[{{topic}}],"Left":["Sharps"]}"""
        );
        Assert.Equal(("string-class", Monday, 9, "2026-12-21"), (plan.CourseId, plan.Start, plan.Lessons, plan.Holidays));
        Assert.Equal([DayOfWeek.Monday, DayOfWeek.Thursday], plan.Days);
        Assert.Equal(["Sharps"], plan.Left);
        var own = Assert.Single(plan.Taken.Topics);
        Assert.Equal(("Sharps", 2, QuestionGroup.OtherScales), (own.Name, own.Lessons, own.Skills[0]));
        Assert.Equal([ScaleTypes.Get("harmonic-minor")], own.Scales);
        Assert.Equal(["F#", "Bb"], own.Keys.Select(NoteText.Ascii));
        Assert.Empty(
            ClassPlan
                .Read("""{"Course":"string-class","Start":"2026-09-07","Days":"mon","Lessons":9,"Holidays":"","Topics":null,"Left":[]}""")
                .Topics
        );
    }

    [Theory]
    [InlineData("")]
    [InlineData("[]")]
    [InlineData("null")]
    [InlineData("{")]
    [InlineData("""{"gavvetPlan":"1"}""")]
    [InlineData("""{"gavvetPlan":2}""")]
    [InlineData("""{"gavvetPlan":1,"plan":{"courseId":"exam-course"}}""")]
    [InlineData("""{"Course":"exam-course","Start":"soon","Days":"mon","Lessons":1}""")]
    public void What_is_no_plan_is_refused(string text) => Assert.ThrowsAny<FormatException>(() => ClassPlan.Read(text));

    [Fact]
    public void The_number_of_lessons_follows_a_course_that_was_planned_whole_and_no_other()
    {
        var whole = Term with { Lessons = Term.Taken.Lessons };
        Assert.Equal(whole.Lessons + 2, whole.Changed(course => course.Stretched(0, course.Topics[0].Lessons + 2)).Lessons);
        Assert.Equal(Term.Lessons, Term.Changed(course => course.Stretched(0, 3)).Lessons);
        Assert.Throws<FormatException>(() => Term.Changed(course => course.Stretched(0, 0)));
    }

    [Fact]
    public void A_topic_that_went_badly_comes_again_before_the_next_that_has_not_begun_or_is_left()
    {
        var plan = Term.Lay();
        Evidence[] wrong =
        [
            .. Enumerable.Range(0, 4).Select(i => new Evidence($"S{i}", Monday.AddDays(1), Sample.Skill("major", "C"), 0, 4, false, [])),
        ];
        // Two lessons on: the first two topics have begun.
        var day = Monday.AddDays(4);
        var progress = TermProgress.Of(plan, [new PrintedDay(Monday, [new ScaleOn(ScaleTypes.Major, NoteText.Parse("C"))])], wrong, day);
        var bad = Assert.Single(progress.Undecided([]));
        Assert.Equal(plan.Course.Topics[0].Name, bad.Topic.Name);
        Assert.Empty(progress.Undecided([bad.Topic.Name]));
        var again = Term.Decided(progress, bad, true, day);
        Assert.Equal(13, again.Lessons);
        Assert.Equal([bad.Topic.Name], again.Left);
        Assert.Equal(["Once more: " + bad.Topic.Name], again.Taken.Topics.Skip(2).Take(1).Select(topic => topic.Name));
        // A topic whose first lesson is today has begun.
        var onTheDay = plan.Lessons[2].Date;
        Assert.Equal(
            "Once more: " + bad.Topic.Name,
            Term.Decided(progress, bad, true, onTheDay).Taken.Topics[progress.Topics.First(topic => topic.First > onTheDay).Place].Name
        );
        var left = Term.Decided(progress, bad, false, day);
        Assert.Equal((12, true), (left.Lessons, left.Topics.IsEmpty));
        Assert.Equal([bad.Topic.Name], left.Left);
    }

    [Fact]
    public void The_same_course_laid_anew_keeps_the_topics_of_the_class()
    {
        var own = Term.Changed(course => course.Moved(0, 3)) with { Left = ["x"] };
        var later = Term with { Start = Monday.AddDays(7) };
        Assert.Equal(
            (own.Topics, own.Left, Monday.AddDays(7)),
            (own.LaidAnew(later).Topics, own.LaidAnew(later).Left, own.LaidAnew(later).Start)
        );
        Assert.True(own.LaidAnew(later with { CourseId = "string-class" }).Topics.IsEmpty);
    }

    // A lesson is set by what was printed from its day on, until the day before the next.
    [Fact]
    public void A_lesson_is_set_from_its_day_until_the_next()
    {
        var plan = Term.Lay();
        foreach (var (day, lesson) in new[] { (0, 1), (2, 1), (3, 2), (6, 2), (7, 3) })
        {
            var progress = TermProgress.Of(
                plan,
                [new PrintedDay(Monday.AddDays(day), [new ScaleOn(ScaleTypes.Major, NoteText.Parse("C"))])],
                [],
                Monday.AddDays(60)
            );
            Assert.Equal([lesson], progress.SetLessons);
        }

        Assert.Empty(
            TermProgress
                .Of(plan, [new PrintedDay(Monday, [new ScaleOn(ScaleTypes.Get("dorian"), NoteText.Parse("C"))])], [], Monday.AddDays(60))
                .SetLessons
        );
        Assert.Empty(
            TermProgress
                .Of(
                    plan,
                    [new PrintedDay(Monday.AddDays(-1), [new ScaleOn(ScaleTypes.Major, NoteText.Parse("C"))])],
                    [],
                    Monday.AddDays(60)
                )
                .SetLessons
        );
    }

    [Fact]
    public void A_skill_of_a_part_is_heard_where_it_sounds()
    {
        foreach (var part in Instrument.All)
        {
            foreach (var read in NoteName.All.Where(tonic => Math.Abs(tonic.Fifths) <= 5))
            {
                // By the interval, which the program counts in fifths.
                var sounds = new Skill(QuestionGroup.Scales, ScaleTypes.Major, read).AtConcertPitch(part).Tonic;
                // No part is given C sharp where D flat is easier, so nothing sounds that it would be.
                if (part.SoundingTonic(ScaleTypes.Major, read) is not null)
                    Assert.Equal(
                        (part.IsWrittenAbove ? read : sounds).PitchClass,
                        (part.IsWrittenAbove ? sounds : read).Up(part.WrittenInterval).PitchClass
                    );
                else
                    Assert.Equal(read, sounds);
                Assert.Equal(read, new Skill(QuestionGroup.Enharmonic, ScaleTypes.Major, read).AtConcertPitch(part).Tonic);
            }
        }

        Assert.Equal(NoteText.Parse("Eb"), Sample.Skill("dorian", "F").AtConcertPitch(Instrument.Parse("trumpet")).Tonic);
        Assert.Equal(NoteText.Parse("F"), Sample.Skill("dorian", "F").AtConcertPitch(null).Tonic);
    }
}
