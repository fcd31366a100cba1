namespace Gavvet.Theory.Tests;

/// <summary>Keys and their relations (common practice, no source).</summary>
public class KeyRelationTests
{
    [Theory]
    [InlineData("B", "D")]
    [InlineData("E", "G")]
    [InlineData("A", "C")]
    [InlineData("G#", "B")]
    [InlineData("D#", "F#")]
    [InlineData("A#", "C#")]
    [InlineData("Bb", "Db")]
    [InlineData("Eb", "Gb")]
    [InlineData("Ab", "Cb")]
    public void Relatives_share_a_signature(string minor, string major)
    {
        var key = new Key(NoteText.Parse(minor), KeyMode.Minor);
        Assert.Equal(new Key(NoteText.Parse(major)), key.Relative);
        Assert.Equal(key, key.Relative.Relative);
        Assert.Equal(key.Signature, key.Relative.Signature);
        var interval = Interval.Between(key.Tonic, key.Relative.Tonic);
        Assert.Equal((2, 3), (interval.LetterSteps, interval.Semitones));
    }

    [Fact]
    public void There_are_fifteen_of_each_mode_and_their_signatures_are_the_notes_they_alter()
    {
        Assert.Equal(15, Key.Minors.Length);
        foreach (var key in Key.Majors.Concat(Key.Minors))
        {
            var altered = ScaleSpelling.Spell(key.ScaleType, key.Tonic).AlteredNotes;
            Assert.Equal(key.Signature.Notes.OrderBy(note => note.Fifths), altered.OrderBy(note => note.Fifths));
        }
    }

    [Fact]
    public void Parallels_lie_three_fifths_apart_and_some_are_theoretical()
    {
        Assert.Equal(-2, new Key(NoteText.Parse("G")).Parallel.Fifths);
        Assert.Equal(
            ["Db", "Gb", "Cb"],
            Key.Majors.Where(key => key.Parallel.IsTheoretical)
                .Select(key => NoteText.Ascii(key.Tonic))
                .OrderByDescending(name => NoteText.Parse(name).Fifths)
        );
        Assert.Equal(["G#", "D#", "A#"], Key.Minors.Where(key => key.Parallel.IsTheoretical).Select(key => NoteText.Ascii(key.Tonic)));
    }

    [Fact]
    public void Same_letter_twins_pair_up()
    {
        Assert.Equal("A/Ab B/Bb C#/C C/Cb D/Db E/Eb F#/F G/Gb", Pairs(Key.Majors));
        Assert.Equal("A#/A A/Ab B/Bb C#/C D#/D E/Eb F#/F G#/G", Pairs(Key.Minors));
        foreach (var key in Key.Majors)
        {
            foreach (var twin in key.SameLetterTwins)
                Assert.Equal(7, key.Signature.Count + twin.Signature.Count);
        }
    }

    [Fact]
    public void Enharmonic_twins_and_theoretical_keys_are_named()
    {
        Assert.Equal(
            ["B", "F#", "C#"],
            Key.Majors.Where(key => key is { Fifths: > 0, EnharmonicTwin: not null }).Select(key => NoteText.Ascii(key.Tonic))
        );
        Assert.Equal("G♭ major", new Key(NoteText.Parse("F#")).EnharmonicTwin.ToString());
        Assert.Null(new Key(NoteText.Parse("E")).EnharmonicTwin);
        var theoretical = new Key(NoteText.Parse("G#"));
        Assert.True(theoretical.IsTheoretical);
        Assert.Equal("A♭ major", theoretical.PracticalTwin.ToString());
        Assert.Equal("C♯ minor", new Key(NoteText.Parse("Db"), KeyMode.Minor).PracticalTwin.ToString());
        Assert.Empty(theoretical.SameLetterTwins);
        Assert.Null(theoretical.EnharmonicTwin);
    }

    [Theory]
    [InlineData("C", 12)]
    [InlineData("G", 1)]
    [InlineData("F", 11)]
    [InlineData("F#", 6)]
    [InlineData("Gb", 6)]
    public void Keys_stand_at_their_hour_on_the_circle(string tonic, int hour) =>
        Assert.Equal(hour, new Key(NoteText.Parse(tonic)).CirclePosition);

    [Theory]
    [InlineData("D#m", "D♯ minor")]
    [InlineData("E flat major", "E♭ major")]
    [InlineData("F♯ minor", "F♯ minor")]
    [InlineData("bb", "B♭ major")]
    [InlineData("CMaj", "C major")]
    public void Keys_are_read(string text, string key) => Assert.Equal(key, KeyText.Parse(text).ToString());

    [Fact]
    public void Keys_are_read_in_other_systems_of_names()
    {
        Assert.Equal("B♭ major", KeyText.Parse("B-Dur", NameSystem.German).ToString());
        Assert.Equal("F♯ minor", KeyText.Parse("fis-moll", NameSystem.German).ToString());
        Assert.Equal("E♭ major", KeyText.Parse("mi bémol majeur", NameSystem.French).ToString());
        Assert.Contains("is not a key", Assert.Throws<FormatException>(() => KeyText.Parse("H major")).Message, StringComparison.Ordinal);
    }

    // The sharper of each pair first; C major and A minor are in two.
    private static string Pairs(IEnumerable<Key> keys) =>
        string.Join(
            ' ',
            keys.SelectMany(key =>
                    key.SameLetterTwins.Where(twin => twin.Fifths < key.Fifths)
                        .Select(twin => $"{NoteText.Ascii(key.Tonic)}/{NoteText.Ascii(twin.Tonic)}")
                )
                .Order(StringComparer.Ordinal)
        );
}
