namespace Gavvet.Theory.Tests;

/// <summary>The catalogue as a whole, and what is computed from it.</summary>
public class CatalogueTests
{
    private static readonly NoteName[] Tonics = [.. NoteName.All.Where(note => Math.Abs((int)note.Accidental) < 2)];

    public static TheoryData<string> Ids => [.. ScaleTypes.All.Select(type => type.Id)];

    [Fact]
    public void There_are_62_types_and_1271_of_their_pairs_with_21_tonics_can_be_written()
    {
        Assert.Equal(62, ScaleTypes.All.Length);
        Assert.Equal(62, ScaleTypes.All.Select(type => type.Id).Distinct().Count());
        Assert.Equal(21, Tonics.Length);
        Assert.Equal(1271, ScaleTypes.All.Sum(type => Tonics.Count(tonic => HouseStyle.Classical.CanSpell(type, tonic))));
    }

    // Every type on every tonic, both directions, under every school that changes a line.
    [Theory, MemberData(nameof(Ids))]
    public void Both_routes_and_the_parent_agree_wherever_the_scale_can_be_written(string id)
    {
        var type = ScaleTypes.Get(id);
        foreach (var style in Schools())
        {
            foreach (var tonic in Tonics.Where(tonic => style.CanSpell(type, tonic)))
            {
                var scale = style.Spell(type, tonic);
                Assert.Equal(tonic, scale.Ascending[0]);
                Assert.Equal(tonic, scale.Ascending[^1]);
                Assert.Equal(tonic, scale.Descending[0]);
                Assert.Equal(tonic, scale.Descending[^1]);
                Assert.Equal(scale.Type.Steps, scale.MeasuredSteps(Direction.Ascending));
                Assert.Equal(scale.Type.Down.Steps.Reverse(), scale.MeasuredSteps(Direction.Descending));
                Assert.Equal(12, scale.MeasuredSteps(Direction.Ascending).Sum());
            }
        }
    }

    [Theory, MemberData(nameof(Ids))]
    public void What_cannot_be_written_is_refused_with_a_tonic_that_can(string id)
    {
        var type = ScaleTypes.Get(id);
        foreach (var tonic in Tonics.Where(tonic => !HouseStyle.Classical.CanSpell(type, tonic)))
        {
            var refusal = Assert.Throws<UnwritableNoteException>(() => HouseStyle.Classical.Spell(type, tonic));
            var offered = NoteText.Parse(refusal.Message.Split("not written. ")[1].Split(' ')[0]);
            Assert.Equal(tonic.PitchClass, offered.PitchClass);
            Assert.True(HouseStyle.Classical.CanSpell(type, offered));
        }
    }

    [Theory, MemberData(nameof(Ids))]
    public void Rules_that_belong_to_one_family_hold_in_it(string id)
    {
        var type = ScaleTypes.Get(id);
        foreach (var tonic in Tonics.Where(tonic => HouseStyle.Classical.CanSpell(type, tonic)))
        {
            var notes = HouseStyle.Classical.Spell(type, tonic).Ascending[..^1];
            if (type.IsSevenLetters)
                Assert.Equal(7, notes.Select(note => note.Letter).Distinct().Count());
            if (type.Degrees[^1] == new Degree(7))
                Assert.Equal(new Interval(1, 1), Interval.Between(notes[^1], tonic));
            if (type.Id == "major" || type.ParentId == "major")
                Assert.False(notes.Any(note => note.Accidental > 0) && notes.Any(note => note.Accidental < 0), $"{tonic} {id}");
        }
    }

    // Other forms do mix sharps and flats, rightly (common practice, no source).
    [Theory]
    [InlineData("harmonic-minor", "D", "D E F G A Bb C# D")]
    [InlineData("melodic-minor", "G", "G A Bb C D E F# G")]
    [InlineData("harmonic-minor", "D#", "D# E# F# G# A# B C## D#")]
    [InlineData("melodic-minor", "B", "B C# D E F# G# A# B")]
    [InlineData("minor-blues", "C", "C Eb F Gb G Bb C")]
    [InlineData("double-harmonic-major", "C", "C Db E F G Ab B C")]
    [InlineData("dorian", "Bb", "Bb C Db Eb F G Ab Bb")]
    [InlineData("dominant-pentatonic", "D", "D E F# A C D")]
    [InlineData("augmented", "C", "C D# E G G# B C")]
    [InlineData("chromatic", "C", "C C# D D# E F F# G G# A A# B C")]
    [InlineData("chromatic", "Db", "Db D Eb E F Gb G Ab A Bb B C Db")]
    [InlineData("bebop-dominant", "F", "F G A Bb C D Eb E F")]
    public void Scales_are_spelled_as_teachers_write_them(string id, string tonic, string notes) =>
        Assert.Equal(notes, Ascii(HouseStyle.Classical.Spell(ScaleTypes.Get(id), NoteText.Parse(tonic)).Ascending));

    [Theory]
    [InlineData("melodic-minor", "B", "B A G F# E D C# B")]
    [InlineData("melodic-minor", "D#", "D# C# B A# G# F# E# D#")]
    [InlineData("chromatic", "C", "C B Bb A Ab G Gb F E Eb D Db C")]
    [InlineData("enigmatic", "C", "C B A# G# F E Db C")]
    public void Scales_that_come_down_otherwise_do(string id, string tonic, string notes) =>
        Assert.Equal(notes, Ascii(HouseStyle.Classical.Spell(ScaleTypes.Get(id), NoteText.Parse(tonic)).Descending));

    [Fact]
    public void The_palindromes_are_these() =>
        Assert.Equal(
            "chromatic dorian double-harmonic-major minor-six-pentatonic mixolydian-flat-6 neapolitan-major suspended-pentatonic whole-tone".Split(
                ' '
            ),
            ScaleTypes.All.Where(ScaleProperties.IsPalindrome).Select(type => type.Id).Order(StringComparer.Ordinal)
        );

    [Fact]
    public void Fewer_than_twelve_transpositions_have_these() =>
        Assert.Equal(
            ["augmented 4", "chromatic 1", "diminished-half-whole 3", "diminished-whole-half 3", "whole-tone 2"],
            ScaleTypes
                .All.Where(type => type.Transpositions() < 12)
                .Select(type => $"{type.Id} {type.Transpositions()}")
                .Order(StringComparer.Ordinal)
        );

    [Fact]
    public void The_rotations_of_major_are_the_seven_modes_and_those_of_every_parent_hold_its_children()
    {
        Assert.Equal(
            ["major", "dorian", "phrygian", "lydian", "mixolydian", "natural-minor", "locrian"],
            ScaleTypes.Major.Rotations().Select(rotation => rotation.Types[0].Id)
        );
        foreach (var type in ScaleTypes.All.Where(type => type.Parent is not null))
            Assert.Contains(type, type.Parent!.Rotations()[type.ParentPosition - 1].Types);
    }

    [Fact]
    public void Reflections_read_the_steps_backwards()
    {
        Assert.Contains(ScaleTypes.Get("phrygian"), ScaleTypes.Major.Reflections());
        Assert.Contains(ScaleTypes.Get("dorian"), ScaleTypes.Get("dorian").Reflections());
    }

    [Fact]
    public void Tonics_that_share_the_notes_are_found()
    {
        Assert.Equal(["D", "E", "F#", "Ab", "Bb"], Shared("whole-tone", "C"));
        Assert.Equal(3, Shared("diminished-half-whole", "C").Length);
        Assert.Equal(["E", "Ab"], Shared("augmented", "C"));
        Assert.Empty(Shared("major", "C"));
    }

    [Theory, MemberData(nameof(Ids))]
    public void Derived_and_characteristic_degrees_belong_to_the_scale(string id)
    {
        var type = ScaleTypes.Get(id);
        if (type.Characteristic is { } degree)
            Assert.Contains(degree, type.Degrees);
        if (type.BaseId is not null)
            Assert.NotNull(type.Base);
        Assert.True(type.Up.Letters.Length == type.Degrees.Length && type.Steps.Length == type.Degrees.Length);
    }

    // Common practice, no source.
    [Fact]
    public void Chords_are_named_from_their_spelled_intervals()
    {
        var major = ScaleSpelling.Spell(ScaleTypes.Major, NoteText.Parse("Ab"));
        Assert.Equal(["", "m", "m", "", "", "m", "dim"], Chords.TriadsOf(major).Select(chord => chord.Suffix));
        Assert.Equal(["maj7", "m7", "m7", "maj7", "7", "m7", "m7(♭5)"], Chords.SeventhsOf(major).Select(chord => chord.Suffix));
        Assert.Equal("Bb Db F", Ascii(Chords.TriadsOf(major)[1].Notes));
        var harmonic = ScaleSpelling.Spell(ScaleTypes.HarmonicMinor, NoteText.Parse("A"));
        Assert.Equal(["m", "dim", "aug", "m", "", "", "dim"], Chords.TriadsOf(harmonic).Select(chord => chord.Suffix));
        Assert.Equal("diminished seventh chord", Chords.SeventhsOf(harmonic)[6].Name);
        var doubleHarmonic = ScaleSpelling.Spell(ScaleTypes.Get("double-harmonic-major"), NoteText.Parse("C"));
        var odd = Chords.TriadsOf(doubleHarmonic);
        Assert.Equal("major triad with lowered fifth", odd[4].Name);
        Assert.Equal("augmented triad", odd[5].Name);
        Assert.Equal("chord of diminished third and diminished fifth", odd[6].Name);
        Assert.Empty(Chords.TriadsOf(ScaleSpelling.Spell(ScaleTypes.Get("whole-tone"), NoteText.Parse("C"))));
    }

    [Fact]
    public void Every_seven_note_scale_has_seven_named_chords_of_each_size()
    {
        foreach (var type in ScaleTypes.All.Where(type => type.IsSevenLetters))
        {
            var scale = ScaleSpelling.Spell(type, NoteText.Parse("C"));
            Assert.All(Chords.TriadsOf(scale).Concat(Chords.SeventhsOf(scale)), chord =>
                Assert.DoesNotContain("without a name", chord.Name, StringComparison.Ordinal)
            );
        }
    }

    private static IEnumerable<HouseStyle> Schools() =>
        from melodic in Enum.GetValues<MelodicSchool>()
        from blue in Enum.GetValues<BlueNoteSpelling>()
        from chromatic in Enum.GetValues<ChromaticSchool>()
        select HouseStyle.Classical with
        {
            MelodicMinor = melodic,
            BlueNote = blue,
            Chromatic = chromatic,
        };

    private static string[] Shared(string id, string tonic) =>
        [.. ScaleTypes.Get(id).TonicsSharingNotes(NoteText.Parse(tonic)).Select(NoteText.Ascii)];

    private static string Ascii(IEnumerable<NoteName> notes) => string.Join(' ', notes.Select(NoteText.Ascii));
}
