namespace Gavvet.Theory.Tests;

/// <summary>The schools of house style.</summary>
public class HouseStyleTests
{
    private static readonly HouseStyle Style = HouseStyle.Classical;

    // Common practice, no source.
    [Theory]
    [InlineData(NameSystem.German, "B", "H")]
    [InlineData(NameSystem.German, "Bb", "B")]
    [InlineData(NameSystem.German, "F#", "Fis")]
    [InlineData(NameSystem.German, "Eb", "Es")]
    [InlineData(NameSystem.German, "Ab", "As")]
    [InlineData(NameSystem.German, "C##", "Cisis")]
    [InlineData(NameSystem.German, "Bbb", "Heses")]
    [InlineData(NameSystem.German, "Abb", "Asas")]
    [InlineData(NameSystem.German, "Ebb", "Eses")]
    [InlineData(NameSystem.Dutch, "Bb", "Bes")]
    [InlineData(NameSystem.Dutch, "Bbb", "Beses")]
    [InlineData(NameSystem.Dutch, "Eb", "Es")]
    [InlineData(NameSystem.Dutch, "F#", "Fis")]
    [InlineData(NameSystem.French, "D#", "ré dièse")]
    [InlineData(NameSystem.French, "Bb", "si bémol")]
    [InlineData(NameSystem.French, "C", "do")]
    public void Notes_have_their_names(NameSystem system, string english, string name) =>
        Assert.Equal(name, NoteNaming.Name(system, NoteText.Parse(english)));

    [Fact]
    public void A_step_is_never_written_with_the_name_of_a_note()
    {
        foreach (
            var (system, steps) in Enum.GetValues<NameSystem>()
                .SelectMany(_ => Enum.GetValues<StepWords>(), (system, steps) => (system, steps))
        )
        {
            var style = Style with { NoteNames = system, Steps = steps };
            var signs = style.Signs(style.Spell(ScaleTypes.Major, NoteText.Parse("G")), Direction.Ascending).Distinct().ToArray();
            Assert.Equal(2, signs.Length);
            Assert.DoesNotContain(signs, sign => NoteNaming.TryParse(system, sign, out _));
        }
    }

    [Fact]
    public void Every_name_in_every_system_is_read_back_and_no_two_notes_share_one()
    {
        foreach (var system in Enum.GetValues<NameSystem>())
        {
            Assert.Equal(35, NoteName.All.Select(note => NoteNaming.Name(system, note)).Distinct(StringComparer.OrdinalIgnoreCase).Count());
            foreach (var note in NoteName.All)
                Assert.Equal(note, NoteNaming.Parse(system, NoteNaming.Name(system, note)));
        }
    }

    [Theory]
    [InlineData(NameSystem.German, "f#", "F#")]
    [InlineData(NameSystem.German, "ases", "Abb")]
    [InlineData(NameSystem.French, "sib", "Bb")]
    [InlineData(NameSystem.French, "re diese", "D#")]
    [InlineData(NameSystem.French, "SOL#", "G#")]
    public void Looser_ways_of_typing_are_read(NameSystem system, string typed, string english) =>
        Assert.Equal(NoteText.Parse(english), NoteNaming.Parse(system, typed));

    [Theory]
    [InlineData(NameSystem.German, "Bb")]
    [InlineData(NameSystem.English, "H")]
    [InlineData(NameSystem.French, "x")]
    public void What_is_in_doubt_is_refused(NameSystem system, string typed) =>
        Assert.Throws<FormatException>(() => NoteNaming.Parse(system, typed));

    // The check values of the trade (common practice, no source).
    [Theory]
    [InlineData("major", StepWords.Semitones, "2 2 1 2 2 2 1")]
    [InlineData("major-pentatonic", StepWords.ToneSemitone, "T T m3 T m3")]
    [InlineData("minor-blues", StepWords.ToneSemitone, "m3 T S S m3 T")]
    [InlineData("double-harmonic-major", StepWords.Fractions, "½ 1½ ½ 1 ½ 1½ ½")]
    [InlineData("harmonic-minor", StepWords.WholeHalf, "W H W W H A2 H")]
    [InlineData("hirajoshi", StepWords.WholeHalf, "W H M3 H M3")]
    [InlineData("augmented", StepWords.WholeHalf, "3 H 3 H 3 H")]
    public void Steps_are_written_in_each_vocabulary(string id, StepWords words, string signs) =>
        Assert.Equal(
            signs,
            string.Join(
                ' ',
                (Style with { Steps = words }).Signs(ScaleSpelling.Spell(ScaleTypes.Get(id), NoteText.Parse("C")), Direction.Ascending)
            )
        );

    [Theory]
    [InlineData(WideSteps.Fractions, "1½")]
    [InlineData(WideSteps.Intervals, "A2")]
    [InlineData(WideSteps.Semitones, "3")]
    public void Wider_steps_have_three_ways(WideSteps wide, string sign) =>
        Assert.Equal(sign, (Style with { WideSteps = wide }).Sign(3, 1));

    [Fact]
    public void Degrees_are_named_in_four_ways()
    {
        var minor = ScaleTypes.NaturalMinor;
        Assert.Equal("subtonic", Style.Name(minor, Degree.Parse("b7")));
        Assert.Equal("leading note", Style.Name(ScaleTypes.HarmonicMinor, Degree.Parse("7")));
        Assert.Equal("leading tone", (Style with { Seventh = SeventhWord.LeadingTone }).Name(ScaleTypes.Major, Degree.Parse("7")));
        Assert.Equal("lowered seventh", Style.Name(ScaleTypes.Get("ultralocrian"), Degree.Parse("bb7")));
        Assert.Equal("♭III", (Style with { Degrees = DegreeWords.Numerals }).Name(minor, Degree.Parse("b3")));
        Assert.Equal("♭3", (Style with { Degrees = DegreeWords.Numbers }).Name(minor, Degree.Parse("b3")));
        Assert.Equal("5", Style.Name(ScaleTypes.Get("minor-pentatonic"), Degree.Parse("5")));
    }

    [Theory]
    [InlineData("natural-minor", SyllableSchool.DoBased, "do re me fa so le te")]
    [InlineData("natural-minor", SyllableSchool.LaBased, "la ti do re mi fa so")]
    [InlineData("melodic-minor", SyllableSchool.DoBased, "do re me fa so la ti")]
    [InlineData("melodic-minor", SyllableSchool.LaBased, "la ti do re mi fi si")]
    [InlineData("dorian", SyllableSchool.LaBased, "re mi fa so la ti do")]
    [InlineData("minor-pentatonic", SyllableSchool.LaBased, "la do re mi so")]
    [InlineData("major", SyllableSchool.LaBased, "do re mi fa so la ti")]
    public void Syllables_follow_either_school(string id, SyllableSchool school, string syllables)
    {
        var type = ScaleTypes.Get(id);
        Assert.Equal(
            syllables,
            string.Join(' ', type.Degrees.Select(degree => (Style with { Syllables = school }).Syllable(type, degree)))
        );
    }

    [Theory]
    [InlineData("b4")]
    [InlineData("bb3")]
    [InlineData("bb7")]
    public void Some_degrees_have_no_settled_syllable(string degree) => Assert.Null(Style.Syllable(ScaleTypes.Major, Degree.Parse(degree)));

    [Theory]
    [InlineData("dorian", "B", 3, 2, null)]
    [InlineData("lydian", "F", 0, -1, null)]
    [InlineData("phrygian-dominant", "E", 0, 4, null)]
    [InlineData("mixolydian-flat-2", "G", 0, 1, null)]
    [InlineData("double-harmonic-major", "C", 0, 0, null)]
    [InlineData("hungarian-minor", "C", -3, -3, null)]
    [InlineData("harmonic-minor", "D", -1, -1, -1)]
    public void Signatures_follow_the_school(string id, string tonic, int parent, int onTonic, int? accidentals)
    {
        var (type, note) = (ScaleTypes.Get(id), NoteText.Parse(tonic));
        Assert.Equal(parent, Style.SignatureOf(type, note)?.Fifths);
        Assert.Equal(onTonic, (Style with { WritingModes = ModeWriting.TonicSignature }).SignatureOf(type, note)?.Fifths);
        Assert.Equal(accidentals, (Style with { WritingModes = ModeWriting.Accidentals }).SignatureOf(type, note)?.Fifths);
    }

    [Fact]
    public void Some_families_take_accidentals_only_and_so_does_what_lies_beyond_seven()
    {
        foreach (var id in new[] { "minor-pentatonic", "minor-blues", "whole-tone", "persian", "bebop-major" })
            Assert.Null(Style.SignatureOf(ScaleTypes.Get(id), NoteText.Parse("D")));
        Assert.Null(Style.SignatureOf(ScaleTypes.Major, NoteText.Parse("G#")));
        Assert.Null((Style with { WritingMinors = MinorWriting.Accidentals }).SignatureOf(ScaleTypes.HarmonicMinor, NoteText.Parse("D")));
    }

    [Fact]
    public void The_other_chromatic_is_written_where_it_needs_fewer_doubles_and_says_so()
    {
        var chromatic = ScaleTypes.Get("chromatic");
        Assert.Equal(
            "On A this is the harmonic chromatic scale: it needs fewer double accidentals.",
            Style.RemarkOn(chromatic, NoteText.Parse("A"))
        );
        Assert.Null(Style.RemarkOn(chromatic, NoteText.Parse("C")));
        foreach (var tonic in NoteName.All)
        {
            foreach (var school in Enum.GetValues<ChromaticSchool>())
            {
                var style = Style with { Chromatic = school };
                var other = Style with { Chromatic = 1 - school };
                if (style.CanSpell(chromatic, tonic))
                    Assert.True(Doubles(style.Spell(chromatic, tonic)) <= Doubles(other.Spell(chromatic, tonic)));
            }
        }
    }

    [Fact]
    public void Schools_change_the_line()
    {
        var jazz = HouseStyle.Jazz;
        Assert.Equal("B A♯ G♯ F♯ E D C♯ B", string.Join(' ', jazz.Spell(ScaleTypes.MelodicMinor, NoteText.Parse("B")).Descending));
        Assert.Equal("C E♭ F F♯ G B♭ C", string.Join(' ', jazz.Spell(ScaleTypes.Get("minor-blues"), NoteText.Parse("C")).Ascending));
        Assert.Equal("C B♭ G G♭ F E♭ C", string.Join(' ', jazz.Spell(ScaleTypes.Get("minor-blues"), NoteText.Parse("C")).Descending));
    }

    [Fact]
    public void Presets_are_found_by_name()
    {
        Assert.Same(HouseStyle.Jazz, HouseStyle.Parse("Jazz"));
        Assert.Contains(
            "Did you mean classical?",
            Assert.Throws<FormatException>(() => HouseStyle.Parse("classic")).Message,
            StringComparison.Ordinal
        );
    }

    private static int Doubles(Scale scale) => scale.Notes(Direction.Both).Count(note => Math.Abs((int)note.Accidental) == 2);
}
