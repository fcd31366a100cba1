namespace Gavvet.Theory.Tests;

/// <summary>Strings and their fingering, held to a text that was read (from memory, for first position).</summary>
public class ApprovedFingeringTests
{
    [Fact]
    public void Every_scale_lies_on_the_strings_as_approved() => ApprovedText.Same("strings", Lines());

    [Theory]
    [InlineData("G4", false)]
    [InlineData("G4 C4 E4", true)]
    [InlineData("E1 B1 E2 A2 D3 G3 B3 E4", true)]
    [InlineData("A0 E1 B1 E2 A2 D3 G3 B3 E4", false)]
    public void A_tuning_has_from_three_to_eight_strings(string strings, bool isTuning)
    {
        if (isTuning)
            Assert.Equal(strings.Split(' ').Length, Tunings.Parse(strings).Length);
        else
            Assert.Throws<FormatException>(() => Tunings.Parse(strings));
    }

    private static IEnumerable<string> Lines() =>
        from strings in BowedStrings.All
        from id in new[] { "major", "harmonic-minor", "minor-blues" }
        from tonic in NoteName.All.Where(note => Math.Abs((int)note.Accidental) < 2)
        where ScaleSpelling.CanSpell(ScaleTypes.Get(id), tonic)
        let scale = ScaleSpelling.Spell(ScaleTypes.Get(id), tonic)
        from octave in Enumerable.Range(1, 5)
        let line = scale.Pitches(Direction.Ascending, new Pitch(tonic, octave))
        let fingers = strings.Finger(line)
        where fingers is not null
        select $"{strings.Name}, {NoteText.Ascii(tonic)}{octave} {id}: {string.Join(' ', fingers.Value.Select(note => $"{note.String}:{note.Finger}"))}";
}
