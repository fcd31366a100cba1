namespace Gavvet.Theory.Tests;

public class FretPositionTests
{
    // Common practice, no source: the boxes every teacher of the guitar shows.
    [Theory]
    [InlineData("minor-pentatonic", "A", 5, "5 8|5 7|5 7|5 7|5 8|5 8")]
    [InlineData("minor-pentatonic", "A", 0, "0 3|0 3|0 2|0 2|1 3|0 3")]
    [InlineData("major", "G", 2, "2 3 5|2 3 5|2 4 5|2 4 5|3 5|2 3 5")]
    [InlineData("major", "C", 0, "0 1 3|0 2 3|0 2 3|0 2|0 1 3|0 1 3")]
    public void A_box_lies_as_it_is_taught(string scale, string tonic, int first, string frets)
    {
        var found = FretPositions.Notes(ScaleSpelling.Spell(ScaleNames.Parse(scale), NoteText.Parse(tonic)), Tunings.Guitar, first);
        Assert.Equal(
            frets,
            string.Join('|', found.GroupBy(note => note.String).Select(line => string.Join(' ', line.Select(note => note.Fret))))
        );
    }

    [Theory]
    [InlineData("minor-pentatonic", "A", "0 3 5 8 10")]
    [InlineData("major", "G", "0 2 3 5 7 8 10")]
    public void There_is_a_position_on_each_degree(string scale, string tonic, string frets) =>
        Assert.Equal(
            frets,
            string.Join(' ', FretPositions.Of(ScaleSpelling.Spell(ScaleNames.Parse(scale), NoteText.Parse(tonic)), Tunings.Guitar))
        );

    public static TheoryData<string> Instruments => ["guitar", "bass", "mandolin", "ukulele"];

    [Theory, MemberData(nameof(Instruments))]
    public void In_every_position_no_note_is_missing_and_none_comes_twice(string instrument)
    {
        var tuning = instrument switch
        {
            "guitar" => Tunings.Guitar,
            "bass" => Tunings.BassGuitar,
            "mandolin" => Tunings.Mandolin,
            _ => Tunings.Ukulele,
        };
        foreach (
            var scale in ScaleTypes
                .All.Where(type => ScaleSpelling.CanSpell(type, NoteText.Parse("A")))
                .Select(type => ScaleSpelling.Spell(type, NoteText.Parse("A")))
        )
        {
            var positions = FretPositions.Of(scale, tuning);
            Assert.Equal(scale.Ascending.Select(note => note.PitchClass).Distinct().Count(), positions.Length);
            foreach (var first in positions)
            {
                var notes = FretPositions.Notes(scale, tuning, first);
                int[] sounds = [.. notes.Select(note => tuning[note.String].Semitones + note.Fret).Order()];
                Assert.All(notes, note => Assert.InRange(note.Fret, first, first + FretPositions.Span(tuning) - 1));
                Assert.Equal(sounds.Distinct(), sounds);
                // From the lowest to the highest, each note the scale has.
                int[] all =
                [
                    .. Enumerable
                        .Range(sounds[0], sounds[^1] - sounds[0] + 1)
                        .Where(sound => scale.Ascending.Any(note => note.PitchClass == sound % 12)),
                ];
                Assert.Equal(all, sounds);
            }
        }
    }
}
