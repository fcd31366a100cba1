namespace Gavvet.Teaching.Tests;

/// <summary>A term as it goes: how skills grow, what was taught, what went badly, what a class takes otherwise, what parents are
/// told.</summary>
public class TermTests
{
    private static readonly DateOnly Monday = new(2026, 9, 7);

    private static Evidence Answer(
        int day,
        bool right,
        string tonic = "C",
        string student = "Mira",
        string type = "major",
        string group = "scales"
    ) => new(student, Monday.AddDays(day), Sample.Skill(type, tonic, group), right ? 4 : 2, 4, right, []);

    private static Topic Topic(string name, int lessons, string scales, string keys) =>
        new(
            name,
            lessons,
            [QuestionGroup.Scales],
            [.. scales.Split(' ').Select(ScaleTypes.Get)],
            [.. keys.Split(' ').Select(NoteText.Parse)],
            ["majors-three"]
        );

    private static ScaleOn Major(string tonic) => new(ScaleTypes.Major, NoteText.Parse(tonic));

    private static readonly Course Four = new(
        "own",
        "Four topics",
        [
            Topic("C", 1, "major", "C"),
            Topic("Flats", 2, "major", "F Bb"),
            Topic("Minors", 1, "natural-minor harmonic-minor", "A"),
            Topic("Sharps", 1, "major", "G D"),
        ]
    );

    private static LessonPlan Plan(Course course, int lessons) =>
        LessonPlan.Of(course, Monday, [DayOfWeek.Monday], lessons, new HashSet<DateOnly>());

    [Fact]
    public void Weeks_count_what_stood_at_their_ends()
    {
        // C right on days 0 and 7 is secure from then on; G right once; F wrong on day 8.
        Evidence[] evidence = [Answer(0, true), Answer(3, true, "G"), Answer(7, true), Answer(8, false, "F")];
        Assert.Equal(
            [(0, 2, 0), (1, 1, 1), (1, 1, 1)],
            TrendWeek.Until(evidence, Monday.AddDays(20), 26).Select(week => (week.Secure, week.OnceRight, week.Shaky))
        );
        Assert.Equal(
            [Monday.AddDays(6), Monday.AddDays(13), Monday.AddDays(20)],
            TrendWeek.Until(evidence, Monday.AddDays(20), 26).Select(week => week.Day)
        );
        Assert.Equal(Monday.AddDays(20), Assert.Single(TrendWeek.Until(evidence, Monday.AddDays(20), 1)).Day);
        Assert.Empty(TrendWeek.Until(evidence, Monday.AddDays(-1), 26));
        Assert.Throws<ArgumentOutOfRangeException>(() => TrendWeek.Until(evidence, Monday, 0));
    }

    [Fact]
    public void What_was_printed_is_taught_and_the_rest_is_to_come()
    {
        var plan = Plan(Four, 5);
        PrintedDay[] printed = [new(Monday, [Major("C"), Major("G")]), new(Monday.AddDays(8), [Major("F")])];
        var progress = TermProgress.Of(plan, printed, [], Monday.AddDays(21));
        Assert.Equal(
            [("C", true), ("Flats", true), ("Minors", false), ("Sharps", false)],
            progress.Topics.Select(topic => (topic.Topic.Name, topic.IsTaught))
        );
        Assert.Equal((Monday.AddDays(7), Monday.AddDays(14)), (progress.Topics[1].First, progress.Topics[1].Last));
        // G major was printed before its topic came; along the line of fifths A minor lies with C.
        Assert.Equal(
            [
                ("major", -2, false),
                ("major", -1, true),
                ("major", 0, true),
                ("major", 1, false),
                ("major", 2, false),
                ("natural-minor", 0, false),
                ("harmonic-minor", 0, false),
            ],
            progress.Places.Select(place => (place.Scale.Type.Id, place.Place, place.IsTaught))
        );
        // A topic is not over on the day of its last lesson.
        Assert.False(TermProgress.Of(plan, printed, [], Monday.AddDays(14)).Topics[1].IsTaught);
        // What lies beyond the planned lessons is no part of the term.
        Assert.Equal(2, TermProgress.Of(Plan(Four, 2), printed, [], Monday).Topics.Length);
    }

    [Fact]
    public void What_a_part_was_asked_in_its_written_key_counts_for_the_concert_key_and_no_other()
    {
        // A trumpet reads C major as D major: what it wrote says nothing of D.
        Evidence[] evidence =
        [
            .. Enumerable.Range(0, 4).Select(i => Answer(1, false, "D", $"Student {i}") with { Sounds = NoteText.Parse("C") }),
        ];
        var plan = Plan(Four, 5);
        var progress = TermProgress.Of(plan, [new(Monday, [Major("C")])], evidence, Monday.AddDays(2));
        Assert.True(progress.Topics[0].WentBadly);
        Assert.Contains(progress.Places, place => place.IsTaught && place.Scale == Major("C"));
        var inD = TermProgress.Of(
            plan,
            [new(Monday, [Major("D")])],
            [.. evidence.Select(one => one with { Sounds = null })],
            Monday.AddDays(2)
        );
        Assert.False(inD.Topics[0].IsTaught || inD.Topics[0].Met > 0);
    }

    [Fact]
    public void A_topic_on_any_tonic_for_any_parts_has_its_progress()
    {
        var all = Four with
        {
            Topics = [.. ScaleTypes.All.Select(type => new Topic(type.Id, 1, [QuestionGroup.Scales], [type], [.. NoteName.All], []))],
        };
        var progress = TermProgress.Of(Plan(all, all.Topics.Length), [new PrintedDay(Monday, [Major("C")])], [], Monday);
        Assert.Equal(ScaleTypes.All.Length, progress.Topics.Length);
        Assert.Equal(ScaleTypes.All.Length * NoteName.All.Count(), progress.Places.Length);
    }

    [Theory]
    [InlineData("C- C- C+ C+", true)]
    [InlineData("C- C+ C+ C+", false)]
    [InlineData("C- C- C-", false)]
    [InlineData("G- G- G- G- C+ C+ C+ C+", false)]
    public void A_topic_went_badly_where_half_of_what_was_met_is_shaky(string answers, bool badly)
    {
        var evidence = answers.Split(' ').Select((one, i) => Answer(1, one[1] == '+', one[..1], $"Student {i}")).ToArray();
        var topic = TermProgress.Of(Plan(Four, 5), [new PrintedDay(Monday, [Major("C")])], evidence, Monday.AddDays(2)).Topics[0];
        Assert.Equal(badly, topic.WentBadly);
        // What was not printed since did not go at all; nor what was wrong before it came.
        Assert.False(TermProgress.Of(Plan(Four, 5), [], evidence, Monday.AddDays(2)).Topics[0].WentBadly);
        Assert.False(
            TermProgress
                .Of(
                    Plan(Four, 5),
                    [new PrintedDay(Monday, [Major("C")])],
                    [.. evidence.Select(one => one with { Day = Monday.AddDays(-3) })],
                    Monday.AddDays(2)
                )
                .Topics[0]
                .WentBadly
        );
    }

    [Fact]
    public void Topics_are_moved_stretched_repeated_taken_out_and_typed()
    {
        static string Names(Course course) => string.Join(", ", course.Topics.Select(topic => $"{topic.Name} {topic.Lessons}"));
        Assert.Equal("Minors 1, C 1, Flats 2, Sharps 1", Names(Four.Moved(2, 0)));
        Assert.Equal("Flats 2, Minors 1, Sharps 1, C 1", Names(Four.Moved(0, 99)));
        Assert.Equal("C 1, Flats 3, Minors 1, Sharps 1", Names(Four.Stretched(1, 3)));
        Assert.Equal("C 1, Flats 2, Minors 1, Once more: Flats 1, Sharps 1", Names(Four.Repeated(1, 3)));
        Assert.Equal("C 1, Minors 1, Sharps 1", Names(Four.Without(1)));
        Assert.Equal("C 1, Flats 2, Minors 1, Sharps 1, Lydian 2", Names(Four.Changed(4, Topic(" Lydian ", 2, "lydian", "F C"))));
        // The skills are those of the sections it sets.
        Assert.Equal(
            [QuestionGroup.Signatures, QuestionGroup.Scales],
            Four.Changed(0, Topic("C", 1, "major", "C") with { Sections = ["name-keys", "majors-three", "signatures"] }).Topics[0].Skills
        );
        Assert.Equal(Four.Topics[1] with { Lessons = 3 }, Four.Stretched(1, 3).Topics[1]);
        // The calendar follows.
        Assert.Equal(["Minors", "C", "Flats"], Plan(Four.Moved(2, 0), 3).Lessons.Select(lesson => lesson.Topic.Name));
    }

    [Fact]
    public void What_a_topic_cannot_be_is_said()
    {
        static string Said(Func<object> change) => Assert.Throws<FormatException>(change).Message;
        Assert.Contains("name", Said(() => Four.Changed(0, Topic("  ", 1, "major", "C"))), StringComparison.Ordinal);
        Assert.Contains("up to 100", Said(() => Four.Changed(0, Topic(new string('a', 101), 1, "major", "C"))), StringComparison.Ordinal);
        Assert.Contains("from 1 to 20", Said(() => Four.Stretched(0, 0)), StringComparison.Ordinal);
        Assert.Contains("from 1 to 20", Said(() => Four.Stretched(0, 21)), StringComparison.Ordinal);
        Assert.Equal(20, Four.Stretched(0, 20).Topics[0].Lessons);
        Assert.Contains("scale", Said(() => Four.Changed(0, Topic("C", 1, "major", "C") with { Scales = [] })), StringComparison.Ordinal);
        Assert.Contains("keys", Said(() => Four.Changed(0, Topic("C", 1, "major", "C") with { Keys = [] })), StringComparison.Ordinal);
        Assert.Contains(
            "section",
            Said(() => Four.Changed(0, Topic("C", 1, "major", "C") with { Sections = ["none"] })),
            StringComparison.Ordinal
        );
        Assert.Contains("no longer", Said(() => Four.Stretched(9, 2)), StringComparison.Ordinal);
        Assert.Contains("no longer", Said(() => Four.Moved(4, 0)), StringComparison.Ordinal);
        Assert.Contains("no longer", Said(() => Four.Without(-1)), StringComparison.Ordinal);
        Assert.Contains("at least one", Said(() => (Four with { Topics = [Four.Topics[0]] }).Without(0)), StringComparison.Ordinal);
        var full = Four with { Topics = [.. Enumerable.Repeat(Four.Topics[0], CourseEdits.MostTopics)] };
        Assert.Contains("up to 120", Said(() => full.Repeated(0, 0)), StringComparison.Ordinal);
        Assert.Contains("no longer", Said(() => full.Changed(CourseEdits.MostTopics, Four.Topics[0])), StringComparison.Ordinal);
    }

    [Fact]
    public void Parents_are_told_what_is_secure_what_grows_and_what_is_next()
    {
        Evidence[] evidence =
        [
            Answer(0, true),
            Answer(7, true),
            Answer(0, true, "Bb"),
            Answer(8, true, "Bb"),
            Answer(0, true, "F"),
            Answer(9, true, "F"),
            Answer(3, true, "A", type: "harmonic-minor", group: "signatures"),
            Answer(4, false, "D", group: "degrees"),
        ];
        var report = Report.Of(evidence, Plan(Four, 5), HouseStyle.Classical, Monday.AddDays(10));
        Assert.Equal("writes the major scale on B♭, F and C", Assert.Single(report.Secure));
        Assert.Equal("knows the key signature of harmonic minor on A", Assert.Single(report.Growing));
        Assert.Equal("names the notes of the major scale on D by their place", Assert.Single(report.Next));
        Assert.Equal(["Flats", "Minors", "Sharps"], report.Coming);
        Assert.Empty(Report.Of([], null, HouseStyle.Classical, Monday).Secure);
    }

    [Fact]
    public void Of_a_class_the_most_of_it_counts()
    {
        Evidence[] evidence =
        [
            .. Enumerable.Range(0, 3).SelectMany(i => new[] { Answer(0, true, student: $"S{i}"), Answer(7, true, student: $"S{i}") }),
            Answer(7, false, student: "S3"),
            Answer(7, false, student: "S4"),
        ];
        Assert.Single(Report.Of(evidence, null, HouseStyle.Classical, Monday.AddDays(9)).Secure);
        // One more of those who cannot, and it is neither for most.
        Assert.Single(Report.Of([.. evidence, Answer(7, false, student: "S5")], null, HouseStyle.Classical, Monday.AddDays(9)).Growing);
        Assert.Single(
            Report
                .Of(
                    [.. evidence, Answer(7, false, student: "S5"), Answer(7, false, student: "S6")],
                    null,
                    HouseStyle.Classical,
                    Monday.AddDays(9)
                )
                .Next
        );
    }

    [Fact]
    public void A_follow_up_keeps_to_the_misses_that_are_wanted()
    {
        static Evidence Missed(string student, int day, string tonic) =>
            new(student, Monday.AddDays(day), Sample.Skill("major", tonic), 1, 8, false, [])
            {
                What = Sample.Asked("major", tonic) with { WriteWith = Notation.Accidentals },
                Load = 20,
            };
        Evidence[] missed = [Missed("Mira", 0, "D"), Missed("Mira", 10, "Bb"), Missed("Bo", 10, "E")];
        FollowUpDraw Draw(Func<Evidence, bool> wanted) => new(missed, HouseStyle.Classical, Monday.AddDays(12)) { Wanted = wanted };
        Assert.Equal(["Bo", "Mira"], Draw(_ => true).Missing);
        var late = Draw(miss => miss.Day >= Monday.AddDays(5));
        Assert.Equal(NoteText.Parse("Bb"), late.For(["Mira"], "Late")!.Because.Select(because => because.Skill.Tonic).Distinct().Single());
        var one = Draw(miss => miss.Skill.Tonic == NoteText.Parse("D"));
        Assert.Equal(["Mira"], one.Missing);
        Assert.Null(one.For(["Bo"], "None"));
        Assert.All(one.For(["Mira"], "One")!.Because, because => Assert.Equal(NoteText.Parse("D"), because.Skill.Tonic));
        Assert.Equal(["Mira"], Assert.Single(one.Groups(3)));
    }

    // What a topic is called is what it sets.
    [Fact]
    public void Topics_set_what_they_promise()
    {
        foreach (var topic in Course.Shipped.SelectMany(course => course.Topics))
        {
            foreach (
                var (type, tonic) in topic
                    .OnTonics.Select(one => (type: one.Type, tonic: one.Tonic))
                    .Where(one => one.type.Family == ScaleFamily.MajorAndMinor)
            )
            {
                Assert.False(
                    new Key(tonic, type.HasMinorThird ? KeyMode.Minor : KeyMode.Major).IsTheoretical,
                    $"{topic.Name}: {tonic} {type.Name}"
                );
                if (topic.Name.Contains("double accidentals", StringComparison.Ordinal))
                    Assert.Contains(ScaleSpelling.Spell(type, tonic).Ascending, note => Math.Abs((int)note.Accidental) == 2);
                if (topic.Name.Contains("many sharps", StringComparison.Ordinal))
                    Assert.Contains(new[] { "trumpet", "alto-sax" }, part =>
                        new Key(Instrument.Parse(part).WrittenTonic(type, tonic)).Fifths >= 4
                    );
            }
        }
    }
}
