namespace Gavvet.Theory.Tests;

public class KeyAndClefTests
{
    [Fact]
    public void Majors_run_along_the_line_of_fifths_from_C_flat_to_C_sharp() =>
        Assert.Equal("C♭ G♭ D♭ A♭ E♭ B♭ F C G D A E B F♯ C♯", string.Join(' ', Key.Majors.Select(key => key.Tonic)));

    // Saved questions and draws hang on these numbers. A clef that is added takes the next; none of these ever changes.
    [Fact]
    public void A_clef_keeps_the_number_it_was_given()
    {
        Assert.Equal(Enumerable.Range(0, Clef.All.Length), Clef.All.Select(clef => clef.Number).Order());
        Assert.Equal(
            ["treble", "bass", "alto", "tenor", "treble-8"],
            Clef.All.OrderBy(clef => clef.Number).Take(5).Select(clef => clef.Id)
        );
    }

    [Fact]
    public void Fifteen_minor_keys_have_the_signatures_of_their_relatives()
    {
        // Common practice, no source.
        var pairs = "Ab-Cb Eb-Gb Bb-Db F-Ab C-Eb G-Bb D-F A-C E-G B-D F#-A C#-E G#-B D#-F# A#-C#".Split(' ');
        foreach (var pair in pairs)
        {
            var names = pair.Split('-').Select(NoteText.Parse).ToArray();
            Assert.Equal(new Key(names[1]).Signature, new Key(names[0], KeyMode.Minor).Signature);
        }

        Assert.Equal(15, pairs.Length);
    }

    [Theory]
    [InlineData("D", "F♯ C♯", "two sharps")]
    [InlineData("Eb", "B♭ E♭ A♭", "three flats")]
    [InlineData("C", "", "no sharps or flats")]
    [InlineData("G", "F♯", "one sharp")]
    [InlineData("C#", "F♯ C♯ G♯ D♯ A♯ E♯ B♯", "seven sharps")]
    [InlineData("Cb", "B♭ E♭ A♭ D♭ G♭ C♭ F♭", "seven flats")]
    public void Signatures_keep_their_order(string tonic, string notes, string words)
    {
        var signature = new Key(NoteText.Parse(tonic)).Signature;
        Assert.Equal(notes, string.Join(' ', signature.Notes));
        Assert.Equal(words, signature.ToString());
        Assert.All(signature.Notes, note => Assert.Equal(note.Accidental, signature.On(note.Letter)));
    }

    [Theory]
    [InlineData("G#", KeyMode.Major, "A♭ major")]
    [InlineData("Fb", KeyMode.Major, "E major")]
    [InlineData("Db", KeyMode.Minor, "C♯ minor")]
    public void A_theoretical_key_has_no_signature_and_names_its_twin(string tonic, KeyMode mode, string twin)
    {
        var key = new Key(NoteText.Parse(tonic), mode);
        Assert.True(key.IsTheoretical);
        Assert.Equal(twin, key.PracticalTwin.ToString());
        Assert.Contains(twin, Assert.Throws<UnwritableNoteException>(() => key.Signature).Message, StringComparison.Ordinal);
    }

    [Fact]
    public void Each_signature_accidental_stands_on_its_own_letter_in_every_clef()
    {
        foreach (var clef in Clef.All)
        {
            foreach (var fifths in Enumerable.Range(-7, 15))
            {
                var signature = new KeySignature(fifths);
                var letters = clef.SignaturePositions(signature).Select(position => Letter.C.Up(clef.BottomLine.StaffStep + position));
                Assert.Equal(signature.Notes.Select(note => note.Letter), letters);
            }
        }
    }

    [Theory]
    [InlineData("treble", "E", 4, 0)]
    [InlineData("treble", "C", 4, -2)]
    [InlineData("bass", "C", 4, 10)]
    [InlineData("alto", "C", 4, 4)]
    [InlineData("tenor", "C", 4, 6)]
    [InlineData("treble-8", "C", 4, 5)]
    public void Clefs_put_middle_C_where_it_belongs(string clef, string note, int octave, int position) =>
        Assert.Equal(position, Clef.Find(clef)!.Position(new Pitch(NoteText.Parse(note), octave)));

    [Theory]
    [InlineData("treble", "C", "C4")]
    [InlineData("treble", "G", "G4")]
    [InlineData("treble", "A", "A4")]
    [InlineData("treble", "B", "B3")]
    [InlineData("bass", "C", "C3")]
    [InlineData("bass", "F", "F2")]
    [InlineData("alto", "C", "C3")]
    [InlineData("tenor", "D", "D3")]
    public void A_scale_starts_where_it_needs_fewest_ledger_lines_the_lower_on_a_tie(string clef, string tonic, string lowest) =>
        Assert.Equal(lowest, Clef.Find(clef)!.LowestTonic(ScaleSpelling.Spell(ScaleTypes.Major, NoteText.Parse(tonic))).ToString());

    [Fact]
    public void No_major_scale_in_its_register_needs_more_than_two_ledger_lines()
    {
        foreach (var clef in Clef.All)
        {
            foreach (var key in Key.Majors)
            {
                var scale = ScaleSpelling.Spell(ScaleTypes.Major, key.Tonic);
                var pitches = scale.Pitches(Direction.Both, clef.LowestTonic(scale));
                Assert.InRange(pitches.Max(pitch => Clef.LedgerLines(clef.Position(pitch))), 0, 2);
                Assert.Equal(12, pitches[7].Semitones - pitches[0].Semitones);
                Assert.Equal(pitches[0], pitches[14]);
            }
        }
    }

    [Fact]
    public void Degrees_are_read_and_named()
    {
        Assert.Equal("♭3", Degree.Parse("b3").ToString());
        Assert.Equal("𝄫7", Degree.Parse("bb7").ToString());
        Assert.Equal("tonic", HouseStyle.Classical.TechnicalName(ScaleTypes.Major, default));
        Assert.Equal("leading note", HouseStyle.Classical.TechnicalName(ScaleTypes.Major, new Degree(7)));
        Assert.Throws<FormatException>(() => Degree.Parse("8"));
        Assert.Throws<FormatException>(() => Degree.Parse("b"));
        Assert.Throws<ArgumentOutOfRangeException>(() => new Degree(0));
    }
}
