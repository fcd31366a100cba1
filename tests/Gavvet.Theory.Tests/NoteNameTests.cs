using CsCheck;

namespace Gavvet.Theory.Tests;

public class NoteNameTests
{
    private static readonly Gen<NoteName> AnyName = Gen.Int[-15, 19].Select(NoteName.FromFifths);

    private static readonly Gen<Pitch> AnyPitch = Gen.Select(AnyName, Gen.Int[1, 7], (name, octave) => new Pitch(name, octave));

    [Theory]
    [InlineData("Eb", "E♭")]
    [InlineData("E♭", "E♭")]
    [InlineData("E flat", "E♭")]
    [InlineData("e-flat", "E♭")]
    [InlineData("e", "E")]
    [InlineData("bb", "B♭")]
    [InlineData("Bbb", "B𝄫")]
    [InlineData("F##", "F𝄪")]
    [InlineData("Fx", "F𝄪")]
    [InlineData("F𝄪", "F𝄪")]
    [InlineData("f double sharp", "F𝄪")]
    [InlineData("F double-sharp", "F𝄪")]
    [InlineData(" G natural ", "G")]
    [InlineData("A Sharp", "A♯")]
    public void Reads_every_way_a_teacher_types_a_note(string typed, string read) => Assert.Equal(read, NoteText.Parse(typed).ToString());

    [Theory]
    [InlineData("H")]
    [InlineData("")]
    [InlineData("E###")]
    [InlineData("Ebbb")]
    [InlineData("E#b")]
    [InlineData("0")]
    [InlineData("3")]
    [InlineData("CC")]
    [InlineData("Es")]
    public void Anything_else_is_refused_in_words(string typed)
    {
        var refusal = Assert.Throws<FormatException>(() => NoteText.Parse(typed));
        Assert.Contains("A to G", refusal.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void Every_name_survives_all_its_ways_of_writing()
    {
        Assert.Equal(35, NoteName.All.Distinct().Count());
        foreach (var name in NoteName.All)
        {
            Assert.Equal(name, NoteText.Parse(NoteText.Ascii(name)));
            Assert.Equal(name, NoteText.Parse(NoteText.Signs(name)));
            Assert.Equal(name, NoteText.Parse(NoteText.Spoken(name)));
            Assert.Equal(name, NoteName.FromFifths(name.Fifths));
        }
    }

    [Fact]
    public void G_sharp_and_A_flat_sound_alike_and_are_not_equal()
    {
        var (sharp, flat) = (NoteText.Parse("G#"), NoteText.Parse("Ab"));
        Assert.Equal(sharp.PitchClass, flat.PitchClass);
        Assert.NotEqual(sharp, flat);
    }

    [Fact]
    public void Beyond_double_accidentals_nothing_can_be_made()
    {
        Assert.Throws<UnwritableNoteException>(() => NoteName.FromFifths(20));
        Assert.Throws<UnwritableNoteException>(() => NoteName.FromFifths(-16));
        Assert.Throws<UnwritableNoteException>(() => new NoteName(Letter.C, (Accidental)3));
        Assert.Throws<UnwritableNoteException>(() => new NoteName((Letter)7));
    }

    [Fact]
    public void A_fifth_on_the_line_is_a_perfect_fifth_in_semitones_and_letters()
    {
        for (var fifths = -15; fifths < 19; fifths++)
        {
            var (lower, upper) = (NoteName.FromFifths(fifths), NoteName.FromFifths(fifths + 1));
            Assert.Equal("P5", Interval.Between(lower, upper).ToString());
        }
    }

    [Fact]
    public void Climbing_by_the_interval_between_two_notes_leads_from_one_to_the_other() =>
        Gen.Select(AnyName, AnyName)
            .Sample(
                (lower, upper) =>
                {
                    Interval interval;
                    try
                    {
                        interval = Interval.Between(lower, upper);
                    }
                    catch (ArgumentException)
                    {
                        return; // such as C𝄫 to D𝄪, which no interval name reaches
                    }

                    Assert.Equal(upper, lower.Up(interval));
                }
            );

    [Fact]
    public void A_pitch_stands_where_its_letter_stands_and_sounds_where_its_accidental_puts_it() =>
        AnyPitch.Sample(pitch =>
        {
            Assert.Equal(pitch, Pitch.At(pitch.Name, pitch.StaffStep));
            Assert.Equal((int)pitch.Name.Accidental, pitch.Semitones - new Pitch(new NoteName(pitch.Name.Letter), pitch.Octave).Semitones);
            Assert.Throws<ArgumentException>(() => Pitch.At(pitch.Name, pitch.StaffStep + 1));
        });

    [Fact]
    public void C_flat_4_stands_with_middle_C_and_sounds_B_3()
    {
        var cFlat = new Pitch(NoteText.Parse("Cb"), 4);
        Assert.Equal(new Pitch(NoteText.Parse("C"), 4).StaffStep, cFlat.StaffStep);
        Assert.Equal(new Pitch(NoteText.Parse("B"), 3).Semitones, cFlat.Semitones);
    }
}
