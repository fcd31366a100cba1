namespace Gavvet.Theory.Tests;

/// <summary>Scales as students name them; expectations are common practice, no source.</summary>
public sealed class ScaleTextTests
{
    private static string Read(string text, NameSystem own = NameSystem.English) =>
        string.Join(
            " or ",
            ScaleText.Read(text, own).Select(read => $"{(read.Tonic is { } tonic ? NoteText.Ascii(tonic) + " " : "")}{read.Type.Id}")
        );

    [Theory]
    [InlineData("D harmonic minor", "D harmonic-minor")]
    [InlineData("D minor harmonic", "D harmonic-minor")]
    [InlineData("d harm. minor", "D harmonic-minor")]
    [InlineData("D minor, harmonic", "D harmonic-minor")]
    [InlineData("harmonic minor on D", "D harmonic-minor")]
    [InlineData("the harmonic minor scale in D", "D harmonic-minor")]
    [InlineData("E flat melodic minor", "Eb melodic-minor")]
    [InlineData("E♭ mel. min.", "Eb melodic-minor")]
    [InlineData("harmonic", "harmonic-minor")]
    [InlineData("harm.", "harmonic-minor")]
    [InlineData("natural", "natural-minor")]
    [InlineData("minor", "natural-minor")]
    [InlineData("melodic minor ascending", "melodic-minor-one-way")]
    [InlineData("ascending melodic minor", "melodic-minor-one-way")]
    [InlineData("G Dorian", "G dorian")]
    [InlineData("G-Dorian", "G dorian")]
    [InlineData("G Dorian mode", "G dorian")]
    [InlineData("Dorian on G", "G dorian")]
    [InlineData("Aeolian mode", "natural-minor")]
    [InlineData("A Aeolian", "A natural-minor")]
    [InlineData("superlocrian", "altered")]
    [InlineData("half-whole diminished", "diminished-half-whole")]
    [InlineData("HW dim.", "diminished-half-whole")]
    [InlineData("wholetone", "whole-tone")]
    [InlineData("F# lydian dominant", "F# lydian-flat-7")]
    [InlineData("sol dorien", "G dorian")]
    [InlineData("ré mineur harmonique", "D harmonic-minor")]
    [InlineData("fis harmonisch Moll", "F# harmonic-minor")]
    [InlineData("G dorisch", "G dorian")]
    public void A_scale_is_read_by_its_name_and_tonic_in_either_order(string written, string expected) =>
        Assert.Equal(expected, Read(written));

    // A key's name is its natural form's and no other's.
    [Theory]
    [InlineData("D minor")]
    [InlineData("D natural minor")]
    [InlineData("D Aeolian")]
    [InlineData("D min")]
    public void The_name_of_a_key_names_no_harmonic_and_no_melodic_scale(string written) => Assert.Equal("D natural-minor", Read(written));

    [Theory]
    [InlineData("")]
    [InlineData("D")]
    [InlineData("D blue")]
    [InlineData("scale")]
    [InlineData("harmonic major minor of nothing")]
    public void What_names_no_scale_is_not_read(string written) => Assert.Equal("", Read(written));

    [Fact]
    public void Every_scale_is_read_back_from_each_of_its_names_on_every_tonic()
    {
        foreach (var type in ScaleTypes.All)
        {
            foreach (var name in type.Names)
            {
                foreach (var tonic in new[] { "C", "F#", "Bb", "E" })
                {
                    Assert.Contains((type, (NoteName?)NoteText.Parse(tonic)), ScaleText.Read($"{tonic} {name}"));
                    Assert.Contains((type, (NoteName?)NoteText.Parse(tonic)), ScaleText.Read($"{name} on {tonic}"));
                }

                Assert.Contains((type, (NoteName?)null), ScaleText.Read(name));
            }
        }
    }

    [Fact]
    public void B_is_the_note_of_the_names_that_are_used()
    {
        Assert.Equal("B dorian", Read("B Dorian"));
        Assert.Equal("Bb dorian", Read("B Dorian", NameSystem.German));
        Assert.Equal("B dorian", Read("H Dorian", NameSystem.German));
        Assert.Equal("B dorian", Read("H Dorian"));
        Assert.Equal("Eb dorian", Read("Es Dorian"));
        Assert.Equal("Bb natural-minor", Read("b Moll"));
    }
}
