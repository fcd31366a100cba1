using System.Text.Json;
using Gavvet.Worksheets.Forms;
using Gavvet.Worksheets.Wording;

namespace Gavvet.Teaching.Tests;

public class MarkerTests
{
    private static SetItem Item(string kindId, string type, string tonic, int marks, Direction direction = Direction.Ascending)
    {
        var kind = QuestionCatalogue.Standard.Get(kindId);
        var setting = new QuestionSetting(
            ScaleTypes.Find(type)!,
            NoteText.Parse(tonic),
            Clef.Treble,
            Notation.Accidentals,
            direction,
            Scaffolding.Blank
        );
        var asked = AskedQuestion.Recorded(kind, setting, []);
        return new SetItem(1, 1, "Write the scale", "A", null, "", asked.Text, [], [], marks, 10, Sample.Asked(type, tonic, kindId), asked);
    }

    private static Marking Mark(SetItem item, Decision decision) => Marker.Mark(item, HouseStyle.Classical, decision);

    [Fact]
    public void What_was_written_earns_its_share_of_the_marks_on_the_paper_rounded_down()
    {
        var scale = Item("write-scale", "harmonic-minor", "D", 4);
        Assert.Equal(
            (MarkedAs.Correct, 4),
            (Mark(scale, new Decision.Written("D E F G A Bb C# D")).As, Mark(scale, new Decision.Written("D E F G A Bb C# D")).Marks)
        );
        var marking = Mark(scale, new Decision.Written("D E F G A Bb C D"));
        Assert.Equal(
            (MarkedAs.Wrong, 3, 4, FindingCode.NaturalForHarmonic),
            (marking.As, marking.Marks, marking.Of, marking.Findings.Single().Code)
        );
        Assert.Equal("D E F G A Bb C D", marking.Written);
        Assert.False(marking.IsByHand);
        Assert.Equal(0, Mark(Item("write-scale", "major", "D", 1), new Decision.Written("D E F G A B C# D")).Marks);
    }

    // F harmonic minor under its four flats, written out by hand: what is typed is what stands on the staff.
    [Theory]
    [InlineData("F G A B C D En F", MarkedAs.Correct, null)]
    [InlineData("F G Ab Bb C Db E F", MarkedAs.Correct, null)]
    [InlineData("F G A B C D E F", MarkedAs.Wrong, "natural-for-harmonic")]
    [InlineData("F G Ab Bb C Db Eb F", MarkedAs.Wrong, "natural-for-harmonic")]
    [InlineData("F G A B C Dn En F", MarkedAs.Wrong, "sixth-raised-in-harmonic")]
    public void Under_a_signature_a_bare_letter_takes_it(string written, MarkedAs expected, string? code)
    {
        var kind = QuestionCatalogue.Standard.Get("write-scale");
        var asked = AskedQuestion.Recorded(
            kind,
            new QuestionSetting(
                ScaleTypes.Get("harmonic-minor"),
                NoteText.Parse("F"),
                Clef.Treble,
                Notation.Signature,
                Direction.Ascending,
                Scaffolding.Blank
            ),
            []
        );
        var marking = Mark(
            new SetItem(1, 1, "", "A", null, "", "", [], [], 8, 1, Sample.Asked("harmonic-minor", "F"), asked),
            new Decision.Written($"4 flats\n{written}")
        );
        Assert.Equal((expected, code), (marking.As, marking.Findings.Select(finding => FileWords.Of(finding.Code)).FirstOrDefault()));
        Assert.NotEmpty(asked.Mistakes);
        Assert.All(asked.Mistakes, mistake => Assert.StartsWith("4b: ", mistake.Text, StringComparison.Ordinal));
        Assert.All(asked.Mistakes, mistake =>
            Assert.NotEqual(Verdict.Correct, WordsJudge.Judge(asked, HouseStyle.Classical, mistake.Text).Verdict)
        );
    }

    [Fact]
    public void A_mistake_chosen_by_key_names_no_note_that_nobody_named()
    {
        foreach (
            var scale in new[]
            {
                Item("write-scale", "major", "E", 8),
                Item("write-scale", "harmonic-minor", "G", 8),
                Item("write-scale", "minor-pentatonic", "D", 6),
            }
        )
        {
            Assert.NotEmpty(scale.Question.Mistakes);
            foreach (var mistake in scale.Question.Mistakes)
            {
                var marking = Mark(scale, new Decision.Mistake(mistake.Mistake));
                Assert.Null(marking.Written);
                // What lies at a note that was not looked at is said of no note; what is said of the whole line is said of it.
                Assert.All(marking.Findings, finding =>
                    Assert.True(
                        (finding.Position, finding.Expected, finding.Found) == (0, "", "")
                            ? !finding.Message.Contains("Note", StringComparison.Ordinal)
                            : !Texts.Has($"finding.{finding.Code}.anywhere"),
                        finding.Message
                    )
                );
            }
        }
    }

    [Fact]
    public void The_teacher_decides_by_hand()
    {
        var scale = Item("write-scale", "major", "D", 4);
        Assert.Equal(
            (MarkedAs.Correct, 4, true),
            (Mark(scale, new Decision.Right()).As, Mark(scale, new Decision.Right()).Marks, Mark(scale, new Decision.Right()).IsByHand)
        );
        Assert.Equal((MarkedAs.Blank, 0), (Mark(scale, new Decision.Blank()).As, Mark(scale, new Decision.Blank()).Marks));
        Assert.Equal((MarkedAs.Wrong, 0), (Mark(scale, new Decision.Wrong()).As, Mark(scale, new Decision.Wrong()).Marks));
        Assert.Equal((MarkedAs.Wrong, 3), (Mark(scale, new Decision.Earned(3)).As, Mark(scale, new Decision.Earned(3)).Marks));
        Assert.Equal(MarkedAs.Correct, Mark(scale, new Decision.Earned(4)).As);
        // Over the judge: what was found is kept with fewer marks, and nothing with all of them.
        var over = Mark(scale, new Decision.Earned(2, "D E F# G A B C D"));
        Assert.Equal(
            (MarkedAs.Wrong, 2, true, FindingCode.NeighbourKey, "D E F# G A B C D"),
            (over.As, over.Marks, over.IsByHand, over.Findings.Single().Code, over.Written)
        );
        var all = Mark(scale, new Decision.Earned(4, "D E F# G A B C D"));
        Assert.True(all is { As: MarkedAs.Correct, IsRight: true, Findings.IsEmpty: true });
        Assert.Equal(MarkedAs.Wrong, Mark(scale, new Decision.Earned(1, "D E F# G A B C# D")).As);
        Assert.Contains(
            "5 cannot be earned",
            Assert.Throws<FormatException>(() => Mark(scale, new Decision.Earned(5))).Message,
            StringComparison.Ordinal
        );
        Assert.Throws<FormatException>(() => Mark(scale, new Decision.Earned(-1)));
        // A teacher gives halves, and nothing finer.
        Assert.Equal((MarkedAs.Wrong, 3.5), (Mark(scale, new Decision.Earned(3.5)).As, Mark(scale, new Decision.Earned(3.5)).Marks));
        Assert.Throws<FormatException>(() => Mark(scale, new Decision.Earned(3.25)));
        Assert.Throws<FormatException>(() => Mark(scale, new Decision.Earned(double.NaN)));
    }

    [Fact]
    public void A_name_right_by_sound_counts_as_right_where_the_style_takes_nothing_off()
    {
        Assert.True(new Marking(MarkedAs.Misspelled, 4, 4, []).IsRight);
        Assert.False(new Marking(MarkedAs.Misspelled, 3, 4, []).IsRight);
        Assert.False(new Marking(MarkedAs.Wrong, 4, 4, []).IsRight);
    }

    [Fact]
    public void A_likely_mistake_is_marked_as_if_it_had_been_written()
    {
        var scale = Item("write-scale", "harmonic-minor", "D", 8);
        Assert.Equal(FindingCode.NaturalForHarmonic, scale.Question.Mistakes[0].Mistake);
        foreach (var mistake in scale.Question.Mistakes)
        {
            var marking = Mark(scale, new Decision.Mistake(mistake.Mistake));
            Assert.Equal(mistake.Mistake, marking.Findings.Single().Code);
            Assert.Null(marking.Written);
        }

        Assert.Equal(scale.Question.Mistakes.Length, scale.Question.Mistakes.DistinctBy(mistake => mistake.Mistake).Count());
        Assert.Throws<FormatException>(() => Mark(scale, new Decision.Mistake(FindingCode.ClefMisread)));
    }

    // Every scale offers mistakes to choose from, and none of them is right.
    [Fact]
    public void Every_scale_has_likely_mistakes()
    {
        foreach (
            var type in ScaleTypes.All.Where(type =>
                HouseStyle.Classical.CanSpell(type, NoteText.Parse("D")) && QuestionCatalogue.Standard.Get("write-scale").Takes(type)
            )
        )
        {
            var item = Item("write-scale", type.Id, "D", 8);
            Assert.InRange(item.Question.Mistakes.Length, 2, 6);
            Assert.All(item.Question.Mistakes, mistake =>
                Assert.True(
                    Mark(item, new Decision.Written(mistake.Text)).Marks < 8
                        || Mark(item, new Decision.Written(mistake.Text)).As == MarkedAs.Misspelled,
                    $"{type.Id}: {mistake}"
                )
            );
        }
    }

    [Fact]
    public void Results_are_read_back_as_they_were_and_refused_where_they_do_not_hold_together()
    {
        var scale = Item("write-scale", "harmonic-minor", "D", 4);
        var style = JsonDocument.Parse(HouseStyleFile.Write(HouseStyle.Classical)).RootElement;
        Result[] results =
        [
            new("Mira", new DateOnly(2026, 3, 12), scale, Mark(scale, new Decision.Written("D E F G A Bb C D"))),
            new("Mira", new DateOnly(2026, 3, 12), scale, Mark(scale, new Decision.Right()) with { Remark = "after talking" }),
        ];
        var file = ResultsFile.Of("Quiz", "Bramblewick", style, results);
        Assert.Equal(file.Write(), ResultsFile.Read(file.Write()).Write());
        Assert.Equal(new StudentTotal("Mira", 4, 4), Assert.Single(StudentTotal.From(results)));
        Assert.Equal(
            (MarkedAs.Wrong, new DateOnly(2026, 3, 12), MarkedBy.Judge, MarkedBy.Teacher),
            (file.Markings[0].Verdict, file.Markings[0].Date, file.Markings[0].By, file.Markings[1].By)
        );
        foreach (
            var (from, to, words) in new[]
            {
                ("\"gavvetResults\": 1", "\"gavvetResults\": 2", "later Gavvet"),
                ("\"2026-03-12\"", "\"12 March\"", "no date"),
                ("\"marks\": 3", "\"marks\": 9", "9 of 4 marks cannot be"),
                ("\"verdict\": \"wrong\"", "\"verdict\": \"awful\"", "In markings[0].verdict: “awful” is not one of correct"),
                ("\"prompt\"", "\"pronto\"", "no field of this name"),
                ("\"verdict\": \"wrong\",", "", "is missing"),
                ("harmonic-minor", "no-minor", "no scale called"),
                ("natural-for-harmonic", "no-mistake", "is not one of"),
            }
        )
            Assert.Contains(
                words,
                Assert.ThrowsAny<FormatException>(() => ResultsFile.Read(file.Write().Replace(from, to, StringComparison.Ordinal))).Message,
                StringComparison.Ordinal
            );
        Assert.Throws<FormatException>(() => ResultsFile.Read("[]"));
        Assert.Throws<FormatException>(() => ResultsFile.Read("{"));
    }
}
