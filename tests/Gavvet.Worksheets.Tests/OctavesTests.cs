using Gavvet.Worksheets.Judging;

namespace Gavvet.Worksheets.Tests;

/// <summary>Scales over two and three octaves are judged as such.</summary>
public class OctavesTests
{
    private static Judgement Judge(string type, string tonic, Direction direction, int octaves, string written) =>
        ScaleJudge.Judge(
            new AskedScale(ScaleTypes.Find(type)!, NoteText.Parse(tonic), direction, HouseStyle.Classical) { Octaves = octaves },
            new WrittenAnswer(AnswerText.Notes(written), null)
        );

    [Fact]
    public void Every_scale_is_right_over_the_octaves_asked_and_a_spoiled_note_is_one_mistake()
    {
        foreach (var type in ScaleTypes.All.Where(type => HouseStyle.Classical.CanSpell(type, NoteText.Parse("D"))))
        {
            foreach (var direction in new[] { Direction.Ascending, Direction.Descending, Direction.Both })
            {
                foreach (var octaves in new[] { 2, 3 })
                {
                    var asked = new AskedScale(type, NoteText.Parse("D"), direction, HouseStyle.Classical) { Octaves = octaves };
                    var line = asked.Expected.Notes(direction, octaves);
                    var right = ScaleJudge.Judge(
                        asked,
                        new WrittenAnswer(
                            [
                                .. line.Select(note => new WrittenNote(
                                    note.Letter,
                                    note.Accidental == Accidental.Natural ? null : note.Accidental
                                )),
                            ],
                            null
                        )
                    );
                    Assert.True(
                        right is { Verdict: Verdict.Correct } && right.Marks == line.Length && right.Of == line.Length,
                        $"{type.Id} {direction} {octaves}: {right.Verdict}, {right.Marks} of {right.Of}"
                    );
                }
            }
        }
    }

    // Written out by hand.
    [Theory]
    [InlineData("E F# G A B C D# E F# G A B C D E", 14, "accidental-missing")]
    [InlineData("E F# G A B C D E F# G A B C D E", 14, "natural-for-harmonic")]
    [InlineData("E F# G A B C D# E F# G A B C D#", 14, "octave-missing")]
    [InlineData("E F# G A B D# E F# G A B C D# E", 14, "missing-note")]
    [InlineData("E F# G A B C D# E", 8, "missing-note")]
    public void What_is_wrong_over_two_octaves_has_its_name(string written, int marks, string code)
    {
        var judged = Judge("harmonic-minor", "E", Direction.Ascending, 2, written);
        Assert.Equal((Verdict.Wrong, marks, 15), (judged.Verdict, judged.Marks, judged.Of));
        Assert.Contains(judged.Findings, finding =>
            FileWords.Of(finding.Code) == code || (code == "accidental-missing" && finding.Code == FindingCode.NaturalForHarmonic)
        );
        Assert.Single(judged.Findings);
    }

    [Fact]
    public void What_holds_from_the_way_up_is_read_coming_down()
    {
        var judged = Judge(
            "major",
            "D",
            Direction.Both,
            2,
            "D4 E4 F#4 G4 A4 B4 C#5 D5 E5 F#5 G5 A5 B5 C#6 D6 C6 B5 A5 G5 F5 E5 D5 C5 B4 A4 G4 F4 E4 D4"
        );
        Assert.Equal(Verdict.Correct, judged.Verdict);
    }
}
