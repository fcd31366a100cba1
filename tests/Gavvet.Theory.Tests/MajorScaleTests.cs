namespace Gavvet.Theory.Tests;

/// <summary>The fifteen major scales, written out by hand (common practice, no source).</summary>
public class MajorScaleTests
{
    public static TheoryData<string, int> FifteenKeys =>
        new()
        {
            { "Cb Db Eb Fb Gb Ab Bb Cb", -7 },
            { "Gb Ab Bb Cb Db Eb F Gb", -6 },
            { "Db Eb F Gb Ab Bb C Db", -5 },
            { "Ab Bb C Db Eb F G Ab", -4 },
            { "Eb F G Ab Bb C D Eb", -3 },
            { "Bb C D Eb F G A Bb", -2 },
            { "F G A Bb C D E F", -1 },
            { "C D E F G A B C", 0 },
            { "G A B C D E F# G", 1 },
            { "D E F# G A B C# D", 2 },
            { "A B C# D E F# G# A", 3 },
            { "E F# G# A B C# D# E", 4 },
            { "B C# D# E F# G# A# B", 5 },
            { "F# G# A# B C# D# E# F#", 6 },
            { "C# D# E# F# G# A# B# C#", 7 },
        };

    [Theory, MemberData(nameof(FifteenKeys))]
    public void Each_is_spelled_as_in_the_handbook(string notes, int fifths)
    {
        var expected = notes.Split(' ').Select(NoteText.Parse).ToArray();
        var scale = ScaleSpelling.Spell(ScaleTypes.Major, expected[0]);
        Assert.Equal(expected, scale.Ascending);
        Assert.Equal(expected.Reverse(), scale.Notes(Direction.Descending));
        Assert.Equal(15, scale.Notes(Direction.Both).Length);
        Assert.Equal(fifths, new Key(expected[0]).Signature.Fifths);
    }

    [Theory, MemberData(nameof(FifteenKeys))]
    public void The_octave_is_not_counted_among_the_altered_notes(string notes, int fifths)
    {
        var scale = ScaleSpelling.Spell(ScaleTypes.Major, NoteText.Parse(notes.Split(' ')[0]));
        Assert.Equal(Math.Abs(fifths), scale.AlteredNotes.Length);
    }

    [Fact]
    public void Steps_are_whole_whole_half_whole_whole_whole_half()
    {
        foreach (var key in Key.Majors)
        {
            var scale = ScaleSpelling.Spell(ScaleTypes.Major, key.Tonic);
            Assert.Equal([2, 2, 1, 2, 2, 2, 1], scale.MeasuredSteps(Direction.Ascending));
            Assert.Equal([1, 2, 2, 2, 1, 2, 2], scale.MeasuredSteps(Direction.Descending));
            Assert.Equal(14, scale.MeasuredSteps(Direction.Both).Length);
        }
    }

    [Fact]
    public void From_the_tonic_up_all_intervals_are_major_or_perfect_and_from_the_upper_tonic_down_minor_or_perfect()
    {
        // Common practice, no source.
        foreach (var key in Key.Majors)
        {
            var notes = ScaleSpelling.Spell(ScaleTypes.Major, key.Tonic).Ascending;
            Assert.Equal("M2 M3 P4 P5 M6 M7", string.Join(' ', notes[1..7].Select(note => Interval.Between(key.Tonic, note))));
            Assert.Equal("m2 m3 P4 P5 m6 m7", string.Join(' ', notes[1..7].Reverse().Select(note => Interval.Between(note, key.Tonic))));
        }
    }

    [Fact]
    public void All_twenty_one_tonics_can_be_written_and_use_each_letter_once()
    {
        foreach (var tonic in NoteName.All.Where(note => Math.Abs((int)note.Accidental) < 2))
        {
            var scale = ScaleSpelling.Spell(ScaleTypes.Major, tonic);
            Assert.Equal(7, scale.Ascending.Take(7).Select(note => note.Letter).Distinct().Count());
        }
    }

    [Fact]
    public void A_scale_that_needs_a_triple_accidental_is_refused_with_a_tonic_that_works()
    {
        var refusal = Assert.Throws<UnwritableNoteException>(() => ScaleSpelling.Spell(ScaleTypes.Major, NoteText.Parse("E##")));
        Assert.Contains("E𝄪 major would need a triple accidental", refusal.Message, StringComparison.Ordinal);
        Assert.Contains("G♭ major sounds the same", refusal.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void Same_letter_pairs_add_up_to_seven_and_swap_altered_letters_for_natural_ones()
    {
        foreach (
            var (first, second) in new[]
            {
                ("C#", "C"),
                ("C", "Cb"),
                ("D", "Db"),
                ("E", "Eb"),
                ("F#", "F"),
                ("G", "Gb"),
                ("A", "Ab"),
                ("B", "Bb"),
            }
        )
        {
            var sharper = new Key(NoteText.Parse(first)).Signature;
            var flatter = new Key(NoteText.Parse(second)).Signature;
            Assert.Equal(7, sharper.Fifths - flatter.Fifths);
            foreach (var letter in Enum.GetValues<Letter>())
                Assert.Equal(1, (int)sharper.On(letter) - (int)flatter.On(letter));
        }
    }
}
