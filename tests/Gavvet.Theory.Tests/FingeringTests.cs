namespace Gavvet.Theory.Tests;

public class FingeringTests
{
    private static readonly string[] Fingered = ["major", "natural-minor", "harmonic-minor", "melodic-minor", "melodic-minor-one-way"];

    private static readonly int[] BlackKeys = [1, 3, 6, 8, 10];

    private static IEnumerable<(ScaleType Type, NoteName Tonic, Hand Hand, int Octaves)> EveryLine() =>
        from id in Fingered
        let type = ScaleTypes.Find(id)!
        from tonic in NoteName.All
        where ScaleSpelling.CanSpell(type, tonic)
        from hand in Enum.GetValues<Hand>()
        from octaves in new[] { 1, 2 }
        select (type, tonic, hand, octaves);

    private static string Keys(string type, string tonic, Hand hand, int octaves) =>
        string.Join(' ', KeyboardFingering.Of(ScaleTypes.Find(type)!, NoteText.Parse(tonic), hand, octaves)!.Value);

    // From memory, as pianists learn them.
    [Theory]
    [InlineData("major", "C", Hand.Right, 2, "1 2 3 1 2 3 4 1 2 3 1 2 3 4 5")]
    [InlineData("major", "C", Hand.Left, 2, "5 4 3 2 1 3 2 1 4 3 2 1 3 2 1")]
    [InlineData("major", "F", Hand.Right, 1, "1 2 3 4 1 2 3 4")]
    [InlineData("major", "B", Hand.Left, 1, "4 3 2 1 4 3 2 1")]
    [InlineData("major", "Bb", Hand.Right, 1, "2 1 2 3 1 2 3 4")]
    [InlineData("major", "Db", Hand.Right, 1, "2 3 1 2 3 4 1 2")]
    [InlineData("major", "Gb", Hand.Left, 1, "4 3 2 1 3 2 1 4")]
    [InlineData("major", "F#", Hand.Left, 1, "4 3 2 1 3 2 1 4")]
    [InlineData("harmonic-minor", "C#", Hand.Right, 1, "3 4 1 2 3 1 2 3")]
    [InlineData("harmonic-minor", "Eb", Hand.Left, 1, "2 1 4 3 2 1 3 2")]
    public void Fingers_at_the_keyboard_are_the_usual_ones(string type, string tonic, Hand hand, int octaves, string fingers) =>
        Assert.Equal(fingers, Keys(type, tonic, hand, octaves));

    // Common practice, no source: what holds of every scale at the keyboard.
    [Fact]
    public void The_thumb_never_lies_on_a_black_key_and_the_fourth_finger_plays_once_an_octave()
    {
        Assert.All(EveryLine(), line =>
        {
            var fingers = KeyboardFingering.Of(line.Type, line.Tonic, line.Hand, line.Octaves)!.Value;
            var notes = ScaleSpelling.Spell(line.Type, line.Tonic).Notes(Direction.Ascending, line.Octaves);
            Assert.Equal(notes.Length, fingers.Length);
            Assert.DoesNotContain(notes.Zip(fingers), pair => pair.Second == 1 && BlackKeys.Contains(pair.First.PitchClass));
            // A first or last fourth finger stands for one that the octave outside would have.
            var inside = fingers.Skip(1).SkipLast(1).Count(finger => finger == 4);
            Assert.InRange(inside, line.Octaves - 1, line.Octaves);
            // The fifth finger only ends a line.
            Assert.DoesNotContain(5, fingers.Skip(1).SkipLast(1));
        });
    }

    [Fact]
    public void The_hand_moves_by_the_next_finger_or_by_a_thumb()
    {
        Assert.All(EveryLine(), line =>
        {
            var fingers = KeyboardFingering.Of(line.Type, line.Tonic, line.Hand, line.Octaves)!.Value;
            var rising = line.Hand == Hand.Right ? fingers : [.. fingers.Reverse()];
            // Away from the body fingers follow one another; a return goes under to the thumb.
            Assert.All(rising.Zip(rising.Skip(1)), pair =>
                Assert.True(
                    pair.Second == pair.First + 1 || (pair.Second == 1 && pair.First is 3 or 4 or 2),
                    $"{line}: {string.Join(' ', fingers)}"
                )
            );
        });
    }

    [Fact]
    public void Other_scales_have_no_usual_fingers_at_the_keyboard() =>
        Assert.Null(KeyboardFingering.Of(ScaleTypes.Find("whole-tone")!, default, Hand.Right, 1));

    private static string Strings(BowedStrings bowed, string type, string lowest)
    {
        var tonic = Pitch.Parse(lowest);
        var line = ScaleSpelling.Spell(ScaleTypes.Find(type)!, tonic.Name).Pitches(Direction.Ascending, tonic);
        return bowed.Finger(line) is { } notes
            ? string.Join(' ', notes.Select(note => $"{bowed.Strings[note.String].Name}{note.Finger}"))
            : "none";
    }

    // From memory, as string teachers set them in first position.
    [Theory]
    [InlineData("violin", "major", "D4", "D0 D1 D2 D3 A0 A1 A2 A3")]
    [InlineData("violin", "major", "G3", "G0 G1 G2 G3 D0 D1 D2 D3")]
    [InlineData("violin", "major", "C4", "G3 D0 D1 DL2 D3 A0 A1 AL2")]
    [InlineData("violin", "major", "Bb3", "GL2 G3 D0 DL1 DL2 D3 A0 AL1")]
    [InlineData("violin", "major", "E4", "D1 D2 DH3 A0 A1 A2 AH3 E0")]
    [InlineData("violin", "major", "Ab3", "GL1 GL2 G3 GL4 DL1 DL2 D3 DL4")]
    [InlineData("viola", "major", "C3", "C0 C1 C2 C3 G0 G1 G2 G3")]
    [InlineData("cello", "major", "C2", "C0 C1 C3 C4 G0 G1 G3 G4")]
    [InlineData("cello", "major", "D3", "D0 D1 D3 D4 A0 A1 A3 A4")]
    [InlineData("cello", "major", "D2", "C1 Cx2 Cx4 G0 G1 Gx2 Gx4 D0")]
    [InlineData("cello", "major", "Eb2", "C2 C4 G0 Gx1 G2 G4 D0 Dx1")]
    [InlineData("double-bass", "major", "F2", "E½1 E½4 A0 A½1 A½4 D0 D1 D2")]
    [InlineData("double-bass", "major", "G2", "E2 A0 A1 A2 D0 D1 D4 G0")]
    [InlineData("double-bass", "major", "Bb2", "A½1 A½4 D0 D½1 D½4 G0 G1 G2")]
    public void Fingers_on_strings_are_those_of_first_position(string instrument, string type, string lowest, string fingers) =>
        Assert.Equal(fingers, Strings(BowedStrings.All.First(bowed => bowed.Id == instrument), type, lowest));

    [Fact]
    public void What_lies_under_the_lowest_string_or_above_the_hand_is_not_in_first_position()
    {
        Assert.Equal("none", Strings(BowedStrings.Violin, "major", "F3"));
        Assert.Equal("none", Strings(BowedStrings.Violin, "major", "C5"));
        Assert.Equal("none", Strings(BowedStrings.DoubleBass, "major", "D3"));
    }

    [Fact]
    public void Two_fingers_of_a_string_never_stand_on_one_place_and_higher_notes_have_no_lower_finger()
    {
        foreach (var bowed in BowedStrings.All)
        {
            foreach (var type in ScaleTypes.All)
            {
                foreach (
                    var lowest in from tonic in NoteName.All
                    where ScaleSpelling.CanSpell(type, tonic)
                    from octave in Enumerable.Range(2, 3)
                    select new Pitch(tonic, octave)
                )
                {
                    var line = ScaleSpelling.Spell(type, lowest.Name).Pitches(Direction.Ascending, lowest);
                    if (bowed.Finger(line) is not { } notes)
                        continue;
                    foreach (var pair in notes.Zip(notes.Skip(1)).Where(pair => pair.First.String == pair.Second.String))
                        Assert.True(
                            pair.First.Finger[^1] <= pair.Second.Finger[^1],
                            $"{bowed.Name} {lowest} {type.Id}: {string.Join(' ', notes.Select(note => note.Finger))}"
                        );
                }
            }
        }
    }
}
