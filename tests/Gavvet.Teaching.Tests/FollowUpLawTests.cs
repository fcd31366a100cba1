namespace Gavvet.Teaching.Tests;

/// <summary>What holds for every follow-up, over terms by lot, reckoned a second time by plain loops.</summary>
public class FollowUpLawTests
{
    private static readonly DateOnly First = new(2026, 9, 7);

    private static readonly string[] Names = ["Mira", "Bo", "Ida"];

    private static readonly (string Kind, QuestionGroup Group)[] Kinds =
    [
        ("write-scale", QuestionGroup.Scales), ("write-scale", QuestionGroup.Scales), ("relative-key", QuestionGroup.Signatures),
        ("write-signature", QuestionGroup.Signatures), ("write-steps", QuestionGroup.Steps), ("label-degrees", QuestionGroup.Degrees),
    ];

    private static readonly ScaleType[] Types = [.. new[] { "major", "natural-minor", "harmonic-minor", "melodic-minor" }.Select(ScaleTypes.Get)];

    // Papers of some students over a term; what a kind does not take is not asked.
    private static Evidence[] Term(Dice dice, int days)
    {
        var answers = new List<Evidence>();
        foreach (var student in Names)
        {
            foreach (var day in Enumerable.Range(0, 5).Select(_ => dice.Next(days)).Distinct())
            {
                for (var item = 0; item < 7; item++)
                {
                    var (id, group) = Kinds[dice.Next(Kinds.Length)];
                    var kind = QuestionCatalogue.Standard.Get(id);
                    var type = Types[dice.Next(Types.Length)];
                    var tonic = NoteName.FromFifths(dice.Next(7) - 3 + (type.HasMinorThird ? 3 : 0));
                    if (!kind.Takes(type) || !HouseStyle.Classical.CanSpell(type, tonic))
                        continue;
                    var asked = new Asked(id, group, type, tonic)
                    {
                        Clef = kind.UsesClefAs("") ? new[] { Clef.Treble, Clef.Bass, Clef.Alto }[dice.Next(3)] : null,
                        Direction = kind.UsesDirection ? (Direction)dice.Next(3) : null,
                        WriteWith = kind.UsesNotation ? (Notation)dice.Next(2) : null,
                        AnswerAs = AnswerForm.Write,
                        Scaffold = Scaffolding.Blank,
                        Octaves = 1,
                    };
                    var right = dice.Next(10) < 5;
                    FindingCode[] named = type.Id == "harmonic-minor" ? [FindingCode.NaturalForHarmonic] : [FindingCode.AccidentalMissing, FindingCode.OctaveMissing];
                    answers.Add(new Evidence(student, First.AddDays(day), asked.Skill, right ? 8 : dice.Next(8), 8, right, right || dice.Next(3) == 0 ? [] : [named[dice.Next(named.Length)]])
                    {
                        What = asked,
                        Load = 15 + dice.Next(20),
                        IsBlank = !right && dice.Next(6) == 0,
                    });
                }
            }
        }

        return [.. answers.OrderBy(answer => answer.Day)];
    }

    private static List<Evidence> Misses(IEnumerable<Evidence> evidence, DateOnly day, string[] students)
    {
        var last = new Dictionary<(string, Skill), Evidence>();
        foreach (var answer in evidence)
        {
            if (answer.Day <= day && students.Contains(answer.Student))
                last[(answer.Student, answer.Skill)] = answer;
        }

        return [.. last.Values.Where(answer => !answer.IsRight)];
    }

    private static readonly Lazy<(Evidence[] Term, DateOnly Day, string[] Students, FollowUp? Drawn)[]> Drawn = new(() => [.. Enumerable.Range(1, 45).Select(number =>
    {
        var dice = new Dice((ulong)number);
        var (term, day) = (Term(dice, 70), First.AddDays(40 + dice.Next(40)));
        string[] students = number % 3 == 0 ? Names : [Names[number % 3]];
        return (term, day, students, new FollowUpDraw(term, HouseStyle.Classical, day).For([.. students], $"Follow-up {number}"));
    })]);

    private static IEnumerable<(Evidence[] Term, DateOnly Day, string[] Students, FollowUp Drawn)> All => Drawn.Value.Where(one => one.Drawn is not null).Select(one => (one.Term, one.Day, one.Students, one.Drawn!));

    [Fact]
    public void Each_question_is_there_for_a_miss_that_was_not_made_good_since()
    {
        Assert.True(All.Count() > 40);
        foreach (var (term, day, students, drawn) in All)
        {
            var misses = Misses(term, day, students);
            Assert.Equal(drawn.Sheet.Sections.Count, drawn.Because.Length);
            Assert.All(drawn.Because, because => Assert.Contains(misses, miss => Because.Of(miss) == because));
        }

        Assert.All(Drawn.Value.Where(one => one.Drawn is null), one => Assert.Empty(Misses(one.Term, one.Day, one.Students)));
    }

    // Missed by many before missed by few, then what earned least.
    [Fact]
    public void The_heaviest_misses_come_first()
    {
        foreach (var (term, day, students, drawn) in All)
        {
            var heaps = new Dictionary<(string, Skill, FindingCode?), (int Count, double Share)>();
            foreach (var miss in Misses(term, day, students))
            {
                var key = (miss.What!.Kind, miss.Skill, miss.Findings.IsEmpty ? (FindingCode?)null : miss.Findings[0]);
                var (count, share) = heaps.GetValueOrDefault(key);
                heaps[key] = (count + 1, share + ((double)miss.Marks / miss.Of));
            }

            // A reason names no kind, so the heaviest heap it may be of is taken.
            (int Count, double Share)[] seen = [.. drawn.Because.DistinctBy(because => (because.Skill, because.Finding)).Select(because => heaps
                .Where(heap => heap.Key.Item2 == because.Skill && heap.Key.Item3 == because.Finding)
                .Select(heap => (heap.Value.Count, heap.Value.Share / heap.Value.Count)).OrderByDescending(heap => heap.Count).ThenBy(heap => heap.Item2).First())];
            for (var i = 1; i < seen.Length; i++)
                Assert.True(seen[i - 1].Count > seen[i].Count || (seen[i - 1].Count == seen[i].Count && seen[i - 1].Share <= seen[i].Share + 1e-9), $"{string.Join(' ', seen)}");
        }
    }

    [Fact]
    public void A_follow_up_is_no_heavier_than_a_tenth_more_than_the_last_paper_and_has_twelve_questions_at_most()
    {
        var full = 0;
        foreach (var (term, day, students, drawn) in All)
        {
            var heaviest = 0;
            foreach (var student in students)
            {
                var own = term.Where(answer => answer.Student == student && answer.Day <= day).ToArray();
                if (own.Length > 0)
                    heaviest = Math.Max(heaviest, own.Where(answer => answer.Day == own[^1].Day).Sum(answer => answer.Load));
            }

            var load = Composer.Compose(drawn.Sheet).Worksheet.Load;
            Assert.True(10 * load <= 11 * heaviest || drawn.Sheet.Sections.Count == 1, $"{load} against {heaviest}");
            Assert.InRange(drawn.Sheet.Sections.Count, 1, 12);
            full += 10 * load > 8 * heaviest ? 1 : 0;
        }

        Assert.True(full > 25, $"{full} are near their limit");
    }

    // The same skill from one other side, or in a neighbor key; the telling pair stands on the same tonic.
    [Fact]
    public void Each_question_differs_from_the_miss_in_one_thing_and_helps_where_less_than_half_was_earned()
    {
        var (helped, turned, neighbors) = (0, 0, 0);
        foreach (var (term, day, students, drawn) in All)
        {
            foreach (var (section, because) in drawn.Sheet.Sections.Zip(drawn.Because))
            {
                var asked = Misses(term, day, students).Where(miss => Because.Of(miss) == because).ToArray();
                var question = section.Slots.Single().Drawn;
                if (asked.All(miss => miss.What!.Kind != section.KindId) || because.Finding == FindingCode.NaturalForHarmonic)
                {
                    Assert.Equal(FindingCode.NaturalForHarmonic, because.Finding);
                    Assert.True(question.Tonic == because.Skill.Tonic || section.KindId is "write-scale");
                    continue;
                }

                var kind = QuestionCatalogue.Standard.Get(section.KindId);
                Assert.Contains(asked, miss =>
                {
                    var what = miss.What!;
                    var differs = (question.Tonic != what.Tonic ? 1 : 0)
                        + (kind.UsesClefAs("") && question.Clef != what.Clef ? 1 : 0)
                        + (kind.UsesDirection && section.Direction != what.Direction ? 1 : 0)
                        + (kind.UsesNotation && section.Notation != what.WriteWith ? 1 : 0);
                    var needsHelp = 2 * miss.Marks < miss.Of && kind.Scaffoldings.Contains(Scaffolding.Tonic);
                    return what.Kind == section.KindId && question.Scale == what.Type
                        // What has no other side may come as it was once it is not fresh.
                        && (differs == 1 || (differs == 0 && !FollowUpDraw.IsFresh(miss.Day, day)))
                        && Math.Abs(question.Tonic.Fifths - what.Tonic.Fifths) <= 1
                        && section.Scaffolding == (needsHelp ? Scaffolding.Tonic : Scaffolding.Blank);
                });
                helped += section.Scaffolding == Scaffolding.Tonic ? 1 : 0;
                neighbors += question.Tonic != because.Skill.Tonic ? 1 : 0;
                turned += question.Tonic == because.Skill.Tonic ? 1 : 0;
            }

            var questions = drawn.Sheet.Sections.Select(section => (section.KindId, section.Slots[0].Drawn, section.Direction, section.Notation)).ToArray();
            Assert.Equal(questions.Length, questions.Distinct().Count());
        }

        Assert.True(helped > 10 && turned > 20 && neighbors > 20, $"{helped} helped, {turned} turned, {neighbors} in a neighbor key");
    }

    private static Evidence Asked(int daysAgo, string tonic, int marks, DateOnly today, Scaffolding help = Scaffolding.Blank) =>
        new("Mira", today.AddDays(-daysAgo), Sample.Skill("major", tonic), marks, 8, marks == 8, [])
        {
            What = Sample.Asked("major", tonic) with { WriteWith = Notation.Accidentals, Scaffold = help },
            Load = 60,
        };

    // What was asked 27 days ago is not asked again as it was; after 28 days it may be.
    [Theory]
    [InlineData(27, false)]
    [InlineData(28, true)]
    public void Four_weeks_pass_before_a_question_comes_as_it_was(int daysAgo, bool again)
    {
        var today = First.AddDays(60);
        var drawn = new FollowUpDraw([Asked(daysAgo, "G", 8, today), Asked(2, "D", 6, today), Asked(1, "Bb", 8, today) with { Load = 400 }], HouseStyle.Classical, today).For(["Mira"], "Next")!;
        Assert.Equal(again, drawn.Sheet.Sections.Any(section => section is { Direction: Direction.Ascending, Notation: Notation.Accidentals } && section.Slots[0].Drawn is var question && question.Clef == Clef.Treble && question.Tonic == NoteText.Parse("G")));
        Assert.Equal(again, !FollowUpDraw.IsFresh(today.AddDays(-daysAgo), today));
    }

    [Theory]
    [InlineData(3, Scaffolding.Tonic)]
    [InlineData(4, Scaffolding.Blank)]
    [InlineData(0, Scaffolding.Tonic)]
    public void Help_is_given_below_half_of_the_marks(int marks, Scaffolding help)
    {
        var today = First.AddDays(60);
        var drawn = new FollowUpDraw([Asked(2, "D", marks, today)], HouseStyle.Classical, today).For(["Mira"], "Next")!;
        Assert.All(drawn.Sheet.Sections, section => Assert.Equal(help, section.Scaffolding));
    }

    // The neighbor toward C comes before the one away from it.
    [Fact]
    public void The_easier_neighbor_key_comes_first()
    {
        var today = First.AddDays(60);
        foreach (var (missed, toward, away) in new[] { ("A", "D", "E"), ("Eb", "Bb", "Ab"), ("C", "G", "F") })
        {
            var drawn = new FollowUpDraw([Asked(2, missed, 6, today) with { Load = 400 }], HouseStyle.Classical, today).For(["Mira"], "Next")!;
            Assert.Equal([toward, away], drawn.Sheet.Sections.Select(section => NoteText.Ascii(section.Slots[0].Drawn.Tonic)).Where(tonic => tonic != missed));
        }
    }

    [Fact]
    public void The_ways_of_making_follow_ups_are_one_on_the_screen_and_at_the_command_line()
    {
        var term = Term(new Dice(99), 30);
        var draw = new FollowUpDraw(term, HouseStyle.Classical, First.AddDays(40));
        Assert.Equal("Quiz: follow-up", FollowUpDraw.TitleOf("Quiz"));
        var together = Assert.Single(draw.All("Next"));
        Assert.Equal(draw.Missing, together.For);
        Assert.Equal(draw.For(draw.Missing, "Next")!.Write(), together.Write());
        var groups = draw.All("Next", 2);
        Assert.Equal(["Next 1", "Next 2"], groups.Select(group => group.Sheet.Title));
        Assert.Equal(draw.Missing, groups.SelectMany(group => group.For).Order(StringComparer.Ordinal));
        Assert.Empty(new FollowUpDraw([.. term.Where(answer => answer.IsRight)], HouseStyle.Classical, First.AddDays(40)).All("Next"));
    }
}
