namespace Gavvet.Theory.Tests;

/// <summary>The one reader of what a teacher types, where one scale or key is wanted.</summary>
public class ReaderTests
{
    [Theory]
    [InlineData("harmonic-minor", "harmonic-minor", null)]
    [InlineData("dorain", "dorian", null)]
    [InlineData("har min", "harmonic-minor", null)]
    [InlineData("Ab mix", "mixolydian", "Ab")]
    [InlineData("mixolydian on Ab", "mixolydian", "Ab")]
    [InlineData("fis-moll", "natural-minor", "F#")]
    [InlineData("5th mode of A harmonic minor", "phrygian-dominant", "E")]
    [InlineData("Ganztonleiter", "whole-tone", null)]
    [InlineData("WWHWWWH", "major", null)]
    [InlineData("Bbmaj", "major", "Bb")]
    public void One_scale_is_meant(string text, string type, string? tonic)
    {
        var match = ScaleSearch.Parse(text, HouseStyle.Classical);
        Assert.Equal((type, tonic), (match.Type.Id, match.Tonic is { } on ? NoteText.Ascii(on) : null));
    }

    // Between two it never guesses.
    [Theory]
    [InlineData("gypsy")]
    [InlineData("octatonik")]
    [InlineData("xylophone")]
    [InlineData("three flats")]
    public void What_may_be_several_is_asked_back(string text) =>
        Assert.Throws<FormatException>(() => ScaleSearch.Parse(text, HouseStyle.Classical));

    [Theory]
    [InlineData("D#m", "D# minor")]
    [InlineData("relative minor of Ab", "F minor")]
    [InlineData("parallel major of F# minor", "F# major")]
    [InlineData("sol majeur", "G major")]
    [InlineData("Bb", "Bb major")]
    [InlineData("minor in C#", "C# minor")]
    public void One_key_is_meant(string text, string key) =>
        Assert.Equal(key, KeyText.Ascii(ScaleSearch.ParseKey(text, HouseStyle.Classical)));

    [Theory]
    [InlineData("three flats")]
    [InlineData("table")]
    [InlineData("C Dorian")]
    public void What_is_no_one_key_is_refused(string text) =>
        Assert.Throws<FormatException>(() => ScaleSearch.ParseKey(text, HouseStyle.Classical));

    [Fact]
    public void A_dated_name_is_said_to_be_one()
    {
        Assert.Contains("dated name", ScaleSearch.Find("oriental", HouseStyle.Classical)[0].Why, StringComparison.Ordinal);
        Assert.Null(ScaleSearch.Find("hungarian minor", HouseStyle.Classical)[0].Why);
    }

    // What sounds alike lies alike under the fingers, whichever its name.
    [Fact]
    public void Twins_are_fingered_alike_on_every_string_instrument()
    {
        var compared = 0;
        foreach (var bowed in BowedStrings.All)
        {
            foreach (
                var (sharp, flat) in new[] { ("C#", "Db"), ("F#", "Gb"), ("G#", "Ab"), ("D#", "Eb"), ("B", "Cb") }.Select(pair =>
                    (NoteText.Parse(pair.Item1), NoteText.Parse(pair.Item2))
                )
            )
            {
                foreach (var octave in Enumerable.Range(2, 4))
                {
                    var low = new Pitch(sharp, octave);
                    var twin = Enumerable
                        .Range(octave - 1, 3)
                        .Select(other => new Pitch(flat, other))
                        .Single(pitch => pitch.Semitones == low.Semitones);
                    var fingers = new[] { low, twin }
                        .Select(tonic =>
                            bowed.Finger(ScaleSpelling.Spell(ScaleTypes.Major, tonic.Name).Pitches(Direction.Ascending, tonic))
                        )
                        .Select(notes => notes is { } all ? string.Join(' ', all) : "none")
                        .ToArray();
                    Assert.Equal(fingers[0], fingers[1]);
                    compared += fingers[0] == "none" ? 0 : 1;
                }
            }
        }

        Assert.True(compared >= 8, $"{compared} lines");
    }

    // Third finger on the black keys, thumb on the white, second where two white keys meet (common practice, no source).
    [Theory]
    [InlineData("C", Hand.Right, "1313123131312")]
    [InlineData("C", Hand.Left, "1313213131321")]
    [InlineData("E", Hand.Right, "1231313123131")]
    public void The_chromatic_scale_has_its_fingers(string tonic, Hand hand, string fingers) =>
        Assert.Equal(fingers, string.Concat(KeyboardFingering.Of(ScaleTypes.Get("chromatic"), NoteText.Parse(tonic), hand, 1)!.Value));
}
