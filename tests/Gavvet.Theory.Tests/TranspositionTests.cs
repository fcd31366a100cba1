using CsCheck;

namespace Gavvet.Theory.Tests;

/// <summary>Parts: written against concert pitch (common practice, no source).</summary>
public class TranspositionTests
{
    [Theory]
    [InlineData("alto-sax", "C5", "Eb4")]
    [InlineData("trumpet", "Ab4", "Gb4")]
    [InlineData("tenor-sax", "D5", "C4")]
    [InlineData("baritone-sax", "C5", "Eb3")]
    [InlineData("e-flat-clarinet", "C5", "Eb5")]
    [InlineData("horn", "C5", "F4")]
    [InlineData("cor-anglais", "C5", "F4")]
    [InlineData("guitar", "C4", "C3")]
    [InlineData("double-bass", "E2", "E1")]
    [InlineData("piccolo", "D4", "D5")]
    [InlineData("flute", "F#5", "F#5")]
    public void A_written_note_sounds(string part, string written, string sounding)
    {
        var instrument = Instrument.Parse(part);
        Assert.Equal(Pitch.Parse(sounding), instrument.Sounding(Pitch.Parse(written)));
        Assert.Equal(Pitch.Parse(written), instrument.Written(Pitch.Parse(sounding)));
    }

    [Fact]
    public void Writing_and_sounding_undo_each_other() =>
        Gen.Select(Gen.OneOfConst([.. Instrument.All]), Gen.Int[-8, 12], Gen.Int[2, 6])
            .Sample(
                (part, fifths, octave) =>
                {
                    var pitch = new Pitch(NoteName.FromFifths(fifths), octave);
                    Assert.Equal(pitch, part.Sounding(part.Written(pitch)));
                }
            );

    [Fact]
    public void A_part_at_concert_pitch_or_an_octave_from_it_reads_the_very_tonic()
    {
        foreach (var part in new[] { "flute", "violin", "viola", "cello", "guitar", "double-bass", "piccolo" }.Select(Instrument.Parse))
        {
            foreach (
                var (type, tonic) in ScaleTypes
                    .All.SelectMany(_ => NoteName.All, (type, tonic) => (type, tonic))
                    .Where(pair => ScaleSpelling.CanSpell(pair.type, pair.tonic))
            )
                Assert.Equal(tonic, part.WrittenTonic(type, tonic));
        }

        Assert.Equal(
            "C# D# E# F# G# A# B# C#",
            string.Join(
                ' ',
                ScaleSpelling
                    .Spell(ScaleTypes.Major, Instrument.Parse("viola").WrittenTonic(ScaleTypes.Major, NoteText.Parse("C#")))
                    .Ascending.Select(NoteText.Ascii)
            )
        );
    }

    [Theory]
    [InlineData("alto-sax", "major", "C", "A")]
    [InlineData("alto-sax", "major", "E", "Db")]
    [InlineData("alto-sax", "major", "B", "Ab")]
    [InlineData("trumpet", "major", "C", "D")]
    [InlineData("trumpet", "major", "B", "Db")]
    [InlineData("trumpet", "major", "E", "F#")]
    [InlineData("trumpet", "major", "Gb", "Ab")]
    [InlineData("horn", "harmonic-minor", "A", "E")]
    [InlineData("flute", "major", "Gb", "Gb")]
    [InlineData("flute", "major", "F#", "F#")]
    [InlineData("trumpet", "natural-minor", "C#", "D#")]
    public void The_written_tonic_has_fewer_accidentals_and_on_a_tie_keeps_the_kind(
        string part,
        string type,
        string concert,
        string written
    ) => Assert.Equal(written, NoteText.Ascii(Instrument.Parse(part).WrittenTonic(ScaleTypes.Get(type), NoteText.Parse(concert))));

    [Fact]
    public void Every_writable_scale_can_be_written_for_every_part()
    {
        foreach (var part in Instrument.All)
        {
            Assert.True(part.Lowest.Semitones < part.Highest.Semitones);
            foreach (var type in ScaleTypes.All)
            {
                foreach (var tonic in NoteName.All.Where(note => Math.Abs((int)note.Accidental) < 2 && ScaleSpelling.CanSpell(type, note)))
                {
                    var written = part.WrittenTonic(type, tonic);
                    Assert.Equal(0, (written.Fifths - tonic.Fifths - part.WrittenFifths) % 12);
                }
            }
        }
    }

    [Fact]
    public void An_unknown_part_is_answered_with_the_nearest() =>
        Assert.Contains("alto-sax", Assert.Throws<FormatException>(() => Instrument.Parse("alto-sux")).Message, StringComparison.Ordinal);
}
