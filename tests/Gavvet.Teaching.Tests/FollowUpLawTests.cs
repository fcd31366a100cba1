using System.Collections.Immutable;
using Gavvet.Worksheets.Figures;

namespace Gavvet.Teaching.Tests;

/// <summary>What holds for every follow-up, over terms by lot, reckoned a second time by plain loops.</summary>
public class FollowUpLawTests
{
    private static readonly DateOnly First = new(2026, 9, 7);

    private static readonly string[] Names = ["Mira", "Bo", "Ida"];

    private static readonly (string Kind, QuestionGroup Group)[] Kinds =
    [
        ("write-scale", QuestionGroup.Scales),
        ("write-scale", QuestionGroup.Scales),
        ("relative-key", QuestionGroup.Signatures),
        ("write-signature", QuestionGroup.Signatures),
        ("write-steps", QuestionGroup.Steps),
        ("label-degrees", QuestionGroup.Degrees),
    ];

    private static readonly ScaleType[] Types =
    [
        .. new[] { "major", "natural-minor", "harmonic-minor", "melodic-minor" }.Select(ScaleTypes.Get),
    ];

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
                    FindingCode[] named =
                        type.Id == "harmonic-minor"
                            ? [FindingCode.NaturalForHarmonic]
                            : [FindingCode.AccidentalMissing, FindingCode.OctaveMissing];
                    answers.Add(
                        new Evidence(
                            student,
                            First.AddDays(day),
                            asked.Skill,
                            right ? 8 : dice.Next(8),
                            8,
                            right,
                            right || dice.Next(3) == 0 ? [] : [named[dice.Next(named.Length)]]
                        )
                        {
                            What = asked,
                            Load = 15 + dice.Next(20),
                            IsBlank = !right && dice.Next(6) == 0,
                        }
                    );
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

    private static readonly Lazy<(Evidence[] Term, DateOnly Day, string[] Students, FollowUp? Drawn)[]> Drawn = new(() =>
        [
            .. Enumerable
                .Range(1, 45)
                .Select(number =>
                {
                    var dice = new Dice((ulong)number);
                    var (term, day) = (Term(dice, 70), First.AddDays(40 + dice.Next(40)));
                    string[] students = number % 3 == 0 ? Names : [Names[number % 3]];
                    return (
                        term,
                        day,
                        students,
                        new FollowUpDraw(term, HouseStyle.Classical, day).For([.. students], $"Follow-up {number}")
                    );
                }),
        ]
    );

    // Each question as a section of its own, with its reason, in the order of the paper.
    private static (Section Section, FollowUpReason Because)[] Questions(FollowUp drawn) =>
        [
            .. drawn
                .Sheet.Sections.SelectMany(section => section.Slots.Select(slot => section with { Slots = [slot] }))
                .Zip(drawn.Because, (section, because) => (section, because)),
        ];

    private static Section[] Questions(IEnumerable<Evidence> evidence, DateOnly today, params string[] students) =>
        [.. Questions(new FollowUpDraw(evidence, HouseStyle.Classical, today).For([.. students], "Next")!).Select(one => one.Section)];

    private static IEnumerable<(Evidence[] Term, DateOnly Day, string[] Students, FollowUp Drawn)> All =>
        Drawn.Value.Where(one => one.Drawn is not null).Select(one => (one.Term, one.Day, one.Students, one.Drawn!));

    [Fact]
    public void Each_question_is_there_for_a_miss_that_was_not_made_good_since()
    {
        Assert.True(All.Count() > 40);
        foreach (var (term, day, students, drawn) in All)
        {
            var misses = Misses(term, day, students);
            Assert.Equal(drawn.Sheet.QuestionCount, drawn.Because.Length);
            Assert.All(drawn.Because, because => Assert.Contains(misses, miss => FollowUpReason.Of(miss) == because));
        }

        Assert.All(Drawn.Value.Where(one => one.Drawn is null), one => Assert.Empty(Misses(one.Term, one.Day, one.Students)));
    }

    // Missed by many before missed by few, then what earned least.
    [Fact]
    public void The_heaviest_miss_comes_first()
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
            (int Count, double Share)[] seen =
            [
                .. drawn
                    .Because.DistinctBy(because => (because.Skill, because.Finding))
                    .Select(because =>
                        heaps
                            .Where(heap => heap.Key.Item2 == because.Skill && heap.Key.Item3 == because.Finding)
                            .Select(heap => (heap.Value.Count, heap.Value.Share / heap.Value.Count))
                            .OrderByDescending(heap => heap.Count)
                            .ThenBy(heap => heap.Item2)
                            .First()
                    ),
            ];
            // Like questions stand together, so the others follow their headings.
            Assert.All(seen, other =>
                Assert.True(
                    seen[0].Count > other.Count || (seen[0].Count == other.Count && seen[0].Share <= other.Share + 1e-9),
                    $"{string.Join(' ', seen)}"
                )
            );
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
            Assert.True(10 * load <= 11 * heaviest || drawn.Sheet.QuestionCount == 1, $"{load} against {heaviest}");
            Assert.InRange(drawn.Sheet.QuestionCount, 1, 12);
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
            foreach (var (section, because) in Questions(drawn))
            {
                var asked = Misses(term, day, students).Where(miss => FollowUpReason.Of(miss) == because).ToArray();
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
                    var differs =
                        (question.Tonic != what.Tonic ? 1 : 0)
                        + (kind.UsesClefAs("") && question.Clef != what.Clef ? 1 : 0)
                        + (kind.UsesDirection && section.Direction != what.Direction ? 1 : 0)
                        + (kind.UsesNotation && section.Notation != what.WriteWith ? 1 : 0);
                    var needsHelp = 2 * miss.Marks < miss.Of && kind.Scaffoldings.Contains(Scaffolding.Tonic);
                    return what.Kind == section.KindId
                        && question.Scale == what.Type
                        // What has no other side may come as it was once it is not fresh.
                        && (differs == 1 || (differs == 0 && !FollowUpDraw.IsFresh(miss.Day, day)))
                        && Math.Abs(question.Tonic.Fifths - what.Tonic.Fifths) <= 1
                        && section.Scaffolding == (needsHelp ? Scaffolding.Tonic : Scaffolding.Blank);
                });
                helped += section.Scaffolding == Scaffolding.Tonic ? 1 : 0;
                neighbors += question.Tonic != because.Skill.Tonic ? 1 : 0;
                turned += question.Tonic == because.Skill.Tonic ? 1 : 0;
            }

            var questions = Questions(drawn)
                .Select(one => one.Section)
                .Select(section => (section.KindId, section.Slots[0].Drawn, section.Direction, section.Notation))
                .ToArray();
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
        var drawn = new FollowUpDraw(
            [Asked(daysAgo, "G", 8, today), Asked(2, "D", 6, today), Asked(1, "Bb", 8, today) with { Load = 400 }],
            HouseStyle.Classical,
            today
        ).For(["Mira"], "Next")!;
        Assert.Equal(
            again,
            Questions(drawn)
                .Any(one =>
                    one.Section is var section
                    && section is { Direction: Direction.Ascending, Notation: Notation.Accidentals }
                    && section.Slots[0].Drawn is var question
                    && question.Clef == Clef.Treble
                    && question.Tonic == NoteText.Parse("G")
                )
        );
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

    [Fact]
    public void There_are_twelve_questions_where_the_load_leaves_room_for_more()
    {
        var today = First.AddDays(60);
        Evidence[] missed = [.. new[] { "C", "G", "D", "F", "Bb" }.Select(tonic => Asked(2, tonic, 6, today) with { Load = 500 })];
        Assert.Equal(12, Questions(missed, today, "Mira").Length);
    }

    // A confusion is told apart where it was made twice, or in half of what could show it; a slip that looks like one is not.
    [Theory]
    [InlineData("D-", true)]
    [InlineData("D- G+", true)]
    [InlineData("D- G+ C+", false)]
    [InlineData("D- A- E+ B+ G+", true)]
    public void A_confusion_made_twice_or_in_half_of_the_answers_is_told_apart(string answers, bool pair)
    {
        var today = First.AddDays(60);
        Evidence[] evidence =
        [
            .. answers
                .Split(' ')
                .Select(one => new Evidence(
                    "Mira",
                    today.AddDays(-2),
                    Sample.Skill("harmonic-minor", one[..^1]),
                    one[^1] == '+' ? 8 : 6,
                    8,
                    one[^1] == '+',
                    one[^1] == '+' ? [] : [FindingCode.NaturalForHarmonic]
                )
                {
                    What = Sample.Asked("harmonic-minor", one[..^1]) with { WriteWith = Notation.Accidentals },
                    Load = 400,
                }),
        ];
        var sections = Questions(evidence, today, "Mira");
        Assert.Equal(pair, sections.Any(section => section.KindId == "convert-form"));
        // The two forms side by side on the tonic it was made on, and the mistake to be found in a scale.
        Assert.Equal(
            pair,
            sections.Any(section => section.KindId == "correct-scale" && section.Slots[0].Drawn.Tonic == NoteText.Parse("D"))
        );
        Assert.Equal(
            pair,
            sections.Any(section =>
                section.KindId == "write-scale"
                && section.Slots[0].Drawn is var drawn
                && drawn.Scale == ScaleTypes.NaturalMinor
                && drawn.Tonic == NoteText.Parse("D")
            )
        );
    }

    // The telling pair comes before the other sides: one form made of the other, both written, the mistake found.
    [Fact]
    public void The_telling_pair_comes_first()
    {
        var today = First.AddDays(60);
        Evidence missed = new("Mira", today.AddDays(-2), Sample.Skill("harmonic-minor", "D"), 6, 8, false, [FindingCode.NaturalForHarmonic])
        {
            What = Sample.Asked("harmonic-minor", "D") with { WriteWith = Notation.Signature },
            Load = 400,
        };
        var sections = Questions([missed], today, "Mira");
        Assert.Equal(
            ["convert-form harmonic-minor", "write-scale natural-minor", "write-scale harmonic-minor", "correct-scale harmonic-minor"],
            sections.Take(4).Select(section => $"{section.KindId} {section.Slots[0].Drawn.Scale.Id}")
        );
        Assert.All(sections.Take(4), section =>
            Assert.Equal((NoteText.Parse("D"), Notation.Accidentals), (section.Slots[0].Drawn.Tonic, section.Notation))
        );
        // Major taken for a mode is compared with nothing: it is what modes are compared with.
        var mode = missed with
        {
            Skill = Sample.Skill("major", "D"),
            What = Sample.Asked("major", "D"),
            Findings = [FindingCode.OtherMode],
        };
        Assert.All(Questions([mode], today, "Mira"), section => Assert.Equal("write-scale", section.KindId));
    }

    // What was confused with another kind of question says nothing of this one.
    [Fact]
    public void A_confusion_counts_within_its_group_of_questions()
    {
        var today = First.AddDays(60);
        Evidence Of(string tonic, string group, bool right) =>
            new(
                "Mira",
                today.AddDays(-2),
                Sample.Skill("harmonic-minor", tonic, group),
                right ? 8 : 6,
                8,
                right,
                right ? [] : [FindingCode.NaturalForHarmonic]
            )
            {
                What = Sample.Asked("harmonic-minor", tonic, group == "scales" ? "write-scale" : "write-steps", group) with
                {
                    WriteWith = Notation.Accidentals,
                },
                Load = 400,
            };
        Evidence[] evidence = [Of("D", "scales", false), Of("G", "scales", true), Of("C", "scales", true), Of("A", "steps", false)];
        var draw = new FollowUpDraw(evidence, HouseStyle.Classical, today) { Wanted = miss => miss.Skill.Group == QuestionGroup.Scales };
        Assert.DoesNotContain(draw.For(["Mira"], "Next")!.Sheet.Sections, section => section.KindId == "convert-form");
    }

    [Fact]
    public void What_more_students_missed_comes_before_what_one_missed_worse()
    {
        var today = First.AddDays(60);
        Evidence[] evidence = [Asked(2, "D", 0, today), Asked(2, "G", 6, today), Asked(2, "G", 6, today) with { Student = "Bo" }];
        var drawn = new FollowUpDraw(evidence, HouseStyle.Classical, today).For(["Bo", "Mira"], "Next")!;
        Assert.Equal(["G", "D"], drawn.Because.Select(because => NoteText.Ascii(because.Skill.Tonic)).Take(2));
        // Missed by as many, what earned least comes first.
        var even = new FollowUpDraw([evidence[1], evidence[0]], HouseStyle.Classical, today).For(["Mira"], "Next")!;
        Assert.Equal("D", NoteText.Ascii(even.Because[0].Skill.Tonic));
    }

    // The paper of the last day bounds the load, not a longer one before it.
    [Fact]
    public void The_last_paper_bounds_the_load()
    {
        var today = First.AddDays(60);
        Evidence[] evidence = [Asked(30, "C", 8, today) with { Load = 900 }, Asked(2, "D", 6, today) with { Load = 20 }];
        Assert.Single(Questions(evidence, today, "Mira"));
    }

    // Of three alike in nothing the first two go together; what two have missed together counts for the next.
    [Fact]
    public void Groups_grow_by_likeness_and_remember_what_they_hold()
    {
        var today = First.AddDays(60);
        Evidence Missed(string student, string type, FindingCode code) =>
            new(student, today.AddDays(-2), Sample.Skill(type, "D"), 6, 8, false, [code]) { What = Sample.Asked(type, "D"), Load = 40 };
        Evidence[] evidence =
        [
            Missed("A", "major", FindingCode.AccidentalMissing),
            Missed("B", "dorian", FindingCode.AccidentalMissing),
            Missed("C", "lydian", FindingCode.OctaveMissing),
            Missed("C", "dorian", FindingCode.AccidentalMissing),
            Missed("D", "lydian", FindingCode.OctaveMissing),
        ];
        ImmutableArray<string>[] Groups(int most) => [.. new FollowUpDraw(evidence, HouseStyle.Classical, today).Groups(most)];
        Assert.Equal(["A", "B C", "D"], Groups(3).Select(group => string.Join(' ', group)));
        Assert.Equal(["A", "B C D"], Groups(2).Select(group => string.Join(' ', group)));
        Evidence[] strangers =
        [
            Missed("A", "major", FindingCode.AccidentalMissing),
            Missed("B", "dorian", FindingCode.AccidentalMissing),
            Missed("C", "lydian", FindingCode.OctaveMissing),
        ];
        Assert.Equal(
            ["A B", "C"],
            new FollowUpDraw(strangers, HouseStyle.Classical, today).Groups(2).Select(group => string.Join(' ', group))
        );
    }

    // The neighbor toward C comes before the one away from it.
    [Fact]
    public void The_easier_neighbor_key_comes_first()
    {
        var today = First.AddDays(60);
        foreach (var (missed, toward, away) in new[] { ("A", "D", "E"), ("Eb", "Bb", "Ab"), ("C", "G", "F") })
        {
            var drawn = new FollowUpDraw([Asked(2, missed, 6, today) with { Load = 400 }], HouseStyle.Classical, today).For(
                ["Mira"],
                "Next"
            )!;
            Assert.Equal(
                [toward, away],
                Questions(drawn).Select(one => NoteText.Ascii(one.Section.Slots[0].Drawn.Tonic)).Where(tonic => tonic != missed)
            );
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

    private static Evidence Read(string student, string? part, string type, string tonic, DateOnly day, FindingCode? code = null) =>
        new Evidence(student, day, Sample.Skill(type, tonic), 6, 8, false, code is { } named ? [named] : []).About(
            Sample.Asked(type, tonic) with
            {
                Clef = Instrument.Find(part)?.Clef ?? Clef.Treble,
                WriteWith = Notation.Accidentals,
            },
            Instrument.Find(part),
            400
        );

    // What a part missed in its written key comes back in that key when the sheet is printed for the part: reckoned from the printed
    // paper, not from the draw.
    [Fact]
    public void A_part_is_asked_again_in_the_key_it_read()
    {
        var today = First.AddDays(60);
        foreach (var part in Instrument.All)
        {
            foreach (var tonic in new[] { "F#", "C", "Ab", "B" })
            {
                // No sheet asks beyond seven accidentals, so no paper of the part has it.
                if (part.SoundingTonic(ScaleTypes.Major, NoteText.Parse(tonic)) is not { Fifths: >= -7 and <= 7 })
                    continue;
                var drawn = new FollowUpDraw([Read("Mira", part.Id, "major", tonic, today.AddDays(-2))], HouseStyle.Classical, today).For(
                    ["Mira"],
                    "Next"
                )!;
                Assert.Equal([part], drawn.Sheet.Parts);
                var paper = Composer.Compose(drawn.Sheet, QuestionCatalogue.Standard, new Edition(null, part)).Worksheet;
                var settings = paper.Sections.SelectMany(section => section.Items).Select(item => item.Setting!).ToArray();
                Assert.Contains(settings, setting => setting.Tonic == NoteText.Parse(tonic));
                Assert.All(settings, setting => Assert.Equal(part.Clef, setting.Clef));
                Assert.All(drawn.Because, because => Assert.Equal(NoteText.Parse(tonic), because.Skill.Tonic));
            }
        }
    }

    // A trumpet's D and a saxophone's A sound the same C: one question serves both, and each reads its own key.
    [Fact]
    public void A_group_is_asked_at_concert_pitch()
    {
        var today = First.AddDays(60);
        Evidence[] evidence =
        [
            Read("Bo", "trumpet", "major", "D", today.AddDays(-2)),
            Read("Mira", "alto-sax", "major", "A", today.AddDays(-2)),
            Read("Ida", null, "major", "C", today.AddDays(-2)),
        ];
        var drawn = new FollowUpDraw(evidence, HouseStyle.Classical, today).For(["Bo", "Ida", "Mira"], "Next")!;
        Assert.Equal(["concert-treble", "trumpet", "alto-sax"], drawn.Sheet.Parts.Select(part => part.Id));
        Assert.Equal(NoteText.Parse("C"), Questions(drawn)[0].Section.Slots[0].Drawn.Tonic);
        Assert.All(drawn.Because, because => Assert.Equal(NoteText.Parse("C"), because.Skill.Tonic));
        foreach (var (part, written) in new[] { ("trumpet", "D"), ("alto-sax", "A"), ("concert-treble", "C") })
        {
            var paper = Composer.Compose(drawn.Sheet, QuestionCatalogue.Standard, new Edition(null, Instrument.Parse(part))).Worksheet;
            Assert.Equal(NoteText.Parse(written), paper.Sections[0].Items[0].Setting!.Tonic);
        }
    }

    [Theory]
    [InlineData("treble", "treble")]
    [InlineData("alto", "alto")]
    [InlineData("treble bass", "bass treble")]
    public void Another_clef_is_one_the_student_has_read(string met, string asked)
    {
        var today = First.AddDays(60);
        Evidence[] evidence =
        [
            .. met.Split(' ')
                .Select(
                    (clef, i) =>
                        Read("Mira", null, "major", i == 0 ? "D" : "Ab", today.AddDays(-2)) is var one
                            ? one with
                            {
                                What = one.What! with { Clef = Clef.Find(clef) },
                            }
                            : null!
                ),
        ];
        Assert.Equal(
            asked.Split(' '),
            Questions(evidence, today, "Mira").Select(section => section.Slots[0].Drawn.Clef.Id).Distinct().Order(StringComparer.Ordinal)
        );
    }

    // The seventh that was not raised is the note that is wrong in the scale to be mended.
    [Theory]
    [InlineData("D", "C")]
    [InlineData("G", "F")]
    [InlineData("C", "Bb")]
    public void The_mistake_planted_is_the_one_that_was_made(string tonic, string planted)
    {
        var today = First.AddDays(60);
        var missed = Read("Mira", null, "harmonic-minor", tonic, today.AddDays(-2), FindingCode.NaturalForHarmonic);
        var drawn = new FollowUpDraw([missed], HouseStyle.Classical, today).For(["Mira"], "Next")!;
        var notes = Assert
            .Single(Composer.Compose(drawn.Sheet).Worksheet.Sections, section => section.KindId == "correct-scale")
            .Items[0]
            .Question.Figures.OfType<StaffFigure>()
            .Single()
            .Given.OfType<NoteMark>()
            .ToArray();
        Assert.Equal(NoteText.Parse(planted), notes[6].Pitch.Name);
    }

    [Fact]
    public void Like_questions_stand_under_one_heading_and_each_says_why_on_the_key()
    {
        foreach (var (_, _, _, drawn) in All)
        {
            var headings = drawn
                .Sheet.Sections.Select(section =>
                    (section.KindId, section.Notation, section.Direction, section.Scaffolding, section.Option)
                )
                .ToArray();
            Assert.Equal(headings.Length, headings.Distinct().Count());
            Assert.Equal(
                drawn.Because.Select(because => because.Said(HouseStyle.Classical)),
                drawn.Sheet.Sections.SelectMany(section => section.Slots).Select(slot => slot.Because)
            );
            // What the file says is what was drawn.
            var read = SheetFile.Read(drawn.Write());
            Assert.Equal(drawn.Sheet.Sections, read.Sections);
            Assert.Equal(drawn.Sheet.Parts, read.Parts);
        }
    }
}
