namespace Gavvet.Worksheets.Tests;

public class ClefPairTests
{
    public static TheoryData<string, string> Pairs =>
        [.. Clef.All.SelectMany(_ => Clef.All, (first, second) => (first.Id, second.Id)).Where(pair => pair.Item1 != pair.Item2)];

    [Theory]
    [MemberData(nameof(Pairs))]
    public void No_scale_needs_more_than_three_ledger_lines_in_either_clef(string first, string second)
    {
        var pair = new ClefPair(Clef.Find(first)!, Clef.Find(second)!);
        foreach (
            var scale in ScaleTypes
                .All.SelectMany(_ => NoteName.All, (type, tonic) => (type, tonic))
                .Where(each => ScaleSpelling.CanSpell(each.type, each.tonic))
                .Select(each => ScaleSpelling.Spell(each.type, each.tonic))
        )
        {
            var (given, asked) = pair.Lowest(scale);
            Assert.All(scale.Pitches(Direction.Ascending, given), pitch =>
                Assert.InRange(Clef.LedgerLines(pair.First.Position(pitch)), 0, 3)
            );
            Assert.All(scale.Pitches(Direction.Ascending, asked), pitch =>
                Assert.InRange(Clef.LedgerLines(pair.Second.Position(pitch)), 0, 3)
            );
            Assert.InRange(asked.Octave - given.Octave, -1, 1);
            Assert.Equal((asked, given), pair.Turned.Lowest(scale));
        }
    }

    [Theory]
    [InlineData("treble", "bass", "F", 0)]
    [InlineData("treble", "bass", "C", -1)]
    [InlineData("bass", "treble", "C", 1)]
    [InlineData("treble", "alto", "C", 0)]
    [InlineData("bass", "tenor", "D", 0)]
    public void The_pitch_stays_where_it_can_be_read_in_both(string first, string second, string tonic, int octaves)
    {
        var (given, asked) = new ClefPair(Clef.Find(first)!, Clef.Find(second)!).Lowest(
            ScaleSpelling.Spell(ScaleTypes.Major, NoteText.Parse(tonic))
        );
        Assert.Equal(octaves, asked.Octave - given.Octave);
    }

    [Fact]
    public void An_octave_is_named_in_the_question_and_its_working()
    {
        var setting = new QuestionSetting(
            ScaleTypes.Major,
            NoteText.Parse("C"),
            Clef.Treble,
            Notation.Accidentals,
            Direction.Ascending,
            Scaffolding.Blank
        );
        var kind = QuestionCatalogue.Standard.Get("change-clef");
        Assert.Equal("C major, ascending, into the bass clef, an octave lower", kind.Ask(setting).Prompt);
        Assert.Equal("C major, ascending, into the treble clef, an octave higher", kind.Ask(setting with { Clef = Clef.Bass }).Prompt);
        Assert.Equal("F major, ascending, into the bass clef", kind.Ask(setting with { Tonic = NoteText.Parse("F") }).Prompt);
    }
}
