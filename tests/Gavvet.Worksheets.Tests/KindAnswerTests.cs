namespace Gavvet.Worksheets.Tests;

/// <summary>One or more answers of each kind, written out by hand (common practice, no source).</summary>
public class KindAnswerTests
{
    [Theory]
    [InlineData("write-steps", "harmonic-minor A", 0, "W–H–W–W–H–A2–H")]
    [InlineData("mark-semitones", "harmonic-minor A", 0, "B–C, E–F, G♯–A")]
    [InlineData("build-from-steps", "hungarian-minor C", 0, "C D E♭ F♯ G A♭ B C")]
    [InlineData("name-from-steps", "dorian C", 0, "Dorian")]
    [InlineData("join-tetrachords", "major D", 0, "D E F♯ G; A B C♯ D")]
    [InlineData("keyboard-scale", "whole-tone C", 0, "C D E F♯ G♯ B♭ C")]
    [InlineData("add-accidentals", "melodic-minor E", 0, "E F♯ G A B C♯ D♯ E")]
    [InlineData("write-scale", "minor-blues E", 0, "E G A B♭ B D E")]
    [InlineData("complete-scale", "major G", 0, "A D")]
    [InlineData("complete-scale", "major G", 1, "B E")]
    [InlineData("correct-scale", "major D", 1, "note 3: F♯")]
    [InlineData("identify-scale", "phrygian-dominant E", 0, "E Phrygian dominant")]
    [InlineData("ring-differences", "harmonic-minor G#", 0, "F♯ to F𝄪")]
    [InlineData("count-accidentals", "natural-minor C", 0, "three flats: B♭ E♭ A♭")]
    [InlineData("signature-to-accidentals", "major A", 0, "F♯ C♯ G♯")]
    [InlineData("accidentals-to-signature", "major Ab", 0, "B♭ E♭ A♭ D♭")]
    [InlineData("write-signature", "natural-minor F#", 0, "F♯ C♯ G♯")]
    [InlineData("name-key", "natural-minor Bb", 0, "B♭ minor")]
    [InlineData("relative-key", "natural-minor D#", 0, "F♯")]
    [InlineData("relative-key", "major Ab", 0, "F")]
    [InlineData("parallel-key", "major G", 0, "two flats")]
    [InlineData("parallel-key", "natural-minor C", 0, "no sharps or flats")]
    [InlineData("same-letter-twin", "major Eb", 0, "four sharps")]
    [InlineData("same-letter-twin", "major C", 0, "seven flats")]
    [InlineData("same-letter-twin", "major C", 1, "seven sharps")]
    [InlineData("scales-containing", "major C", 0, "F major, C major, G major")]
    [InlineData("name-degree", "major Eb", 4, "submediant")]
    [InlineData("name-degree", "natural-minor A", 5, "subtonic")]
    [InlineData("write-degree", "major B", 5, "A♯")]
    [InlineData("key-from-degree", "major B", 4, "B")]
    [InlineData("label-degrees", "dorian D", 0, "1 2 ♭3 4 5 6 ♭7 1")]
    [InlineData("leading-or-subtonic", "harmonic-minor D", 0, "leading note")]
    [InlineData("leading-or-subtonic", "mixolydian G", 0, "subtonic")]
    [InlineData("mode-parent", "dorian B", 0, "A major; 2nd")]
    [InlineData("mode-parent", "phrygian-dominant E", 0, "A harmonic minor; 5th")]
    [InlineData("mode-degrees", "phrygian E", 0, "♭2 ♭3 ♭6 ♭7")]
    [InlineData("characteristic-degree", "lydian F", 0, "♯4; B")]
    [InlineData("strike-degrees", "major-pentatonic C", 0, "F B")]
    [InlineData("strike-degrees", "minor-pentatonic A", 0, "B F")]
    [InlineData("blue-note", "minor-blues C", 0, "G♭")]
    [InlineData("blue-note", "major-blues C", 0, "E♭")]
    [InlineData("relative-pentatonic", "major-pentatonic C", 0, "A")]
    [InlineData("relative-pentatonic", "minor-pentatonic E", 0, "G")]
    [InlineData("augmented-seconds", "harmonic-minor C", 0, "A♭–B")]
    [InlineData("augmented-seconds", "double-harmonic-major C", 0, "D♭–E, A♭–B")]
    [InlineData("same-notes", "augmented C", 0, "E A♭")]
    [InlineData("scale-facts", "diminished-half-whole C", 0, "3")]
    [InlineData("scale-facts", "whole-tone C", 0, "2")]
    [InlineData("scale-intervals", "major Ab", 0, "M2 M3 P4 P5 M6 M7")]
    [InlineData("scale-intervals", "major Ab", 1, "m2 m3 P4 P5 m6 m7")]
    [InlineData("scale-triads", "harmonic-minor A", 2, "C E G♯; augmented triad")]
    [InlineData("enharmonic-notes", "major C#", 0, "D♭ B𝄪")]
    [InlineData("enharmonic-key", "major Gb", 0, "F♯")]
    [InlineData("practical-key", "major Ab", 0, "A♭")]
    [InlineData("choose-spelling", "harmonic-minor D#", 0, "C𝄪")]
    [InlineData("fretboard-scale", "major-pentatonic G", 0, "G A B D E G")]
    [InlineData("convert-form", "harmonic-minor D", 0, "D E F G A B♭ C♯ D")]
    [InlineData("convert-form", "dorian E", 0, "E F♯ G A B C♯ D E")]
    [InlineData("change-clef", "major Bb", 0, "B♭ C D E♭ F G A B♭")]
    [InlineData("order-of-accidentals", "major C", 0, "F♯ C♯ G♯ D♯ A♯ E♯ B♯")]
    [InlineData("order-of-accidentals", "major C", 1, "B♭ E♭ A♭ D♭ G♭ C♭ F♭")]
    [InlineData("circle-of-fifths", "major C", 0, "at 1 o’clock G; at 3 o’clock A; at 6 o’clock F♯; at 8 o’clock A♭; at 11 o’clock F")]
    [InlineData(
        "circle-of-fifths",
        "natural-minor A",
        2,
        "at 1 o’clock E; at 3 o’clock F♯; at 5 o’clock G♯; at 8 o’clock F; at 10 o’clock G"
    )]
    [InlineData("key-of-melody", "major Eb", 0, "E♭ major")]
    [InlineData("key-of-melody", "harmonic-minor F#", 3, "F♯ minor")]
    [InlineData("tonic-arpeggio", "natural-minor C", 0, "C E♭ G C")]
    [InlineData("tonic-arpeggio", "major F#", 0, "F♯ A♯ C♯ F♯")]
    [InlineData("chord-scale", "mixolydian G", 0, "G Mixolydian")]
    [InlineData("enharmonic-scale", "major Db", 0, "C♯ D♯ E♯ F♯ G♯ A♯ B♯ C♯")]
    [InlineData("enharmonic-scale", "dorian Eb", 0, "D♯ E♯ F♯ G♯ A♯ B♯ C♯ D♯")]
    [InlineData("transpose-scale", "major Eb", 2, "C D E F G A B C")]
    [InlineData("transpose-scale", "natural-minor C", 0, "D E F G A B♭ C D")]
    [InlineData("free-text", "major C", 0, "five")]
    [InlineData("written-key", "major Eb", 2, "C")]
    [InlineData("written-key", "major C", 0, "D")]
    [InlineData("scale-from-degree", "harmonic-minor A", 5, "A B C D E F G♯ A")]
    [InlineData("scale-from-degree", "major Gb", 1, "G♭ A♭ B♭ C♭ D♭ E♭ F G♭")]
    [InlineData("start-on-degree", "major G", 3, "D E F♯ G A B C D")]
    [InlineData("start-on-degree", "harmonic-minor A", 3, "E F G♯ A B C D E")]
    [InlineData("signature-and-triad", "major Ab", 0, "four flats; A♭ C E♭")]
    [InlineData("signature-and-triad", "natural-minor C#", 0, "four sharps; C♯ E G♯")]
    [InlineData("spell-progression", "major Bb", 0, "C E♭ G; F A C; B♭ D F")]
    [InlineData("spell-progression", "natural-minor C", 0, "D F A♭; G B D; C E♭ G")]
    [InlineData("missing-clef", "major F", 0, "treble")]
    [InlineData("which-minor", "harmonic-minor E", 0, "harmonic minor")]
    [InlineData("which-minor", "natural-minor E", 0, "natural minor")]
    [InlineData("degrees-on-staff", "major D", 0, "E G C♯")]
    [InlineData("degrees-on-staff", "harmonic-minor A", 2, "G♯ B F")]
    [InlineData("tetrachords", "phrygian E", 0, "Phrygian")]
    [InlineData("tetrachords", "double-harmonic-major C", 0, "harmonic")]
    [InlineData("interval-of-degrees", "major C", 0, "M2")]
    [InlineData("interval-of-degrees", "harmonic-minor A", 20, "A2")]
    [InlineData("interval-of-degrees", "major F", 17, "A4")]
    [InlineData("related-keys", "major C", 0, "G major, F major; A minor, E minor, D minor")]
    [InlineData("related-keys", "natural-minor E", 0, "B minor, A minor; G major, D major, C major")]
    [InlineData("transpose-between", "major D", 0, "C")]
    [InlineData("transpose-between", "natural-minor E", 2, "G")]
    public void A_question_is_answered_as_a_teacher_would(string kind, string scale, int variant, string answer)
    {
        var setting = Setting(scale, variant);
        var draw = new Draw(setting.Scale, setting.Tonic, setting.Clef, variant);
        var asked = QuestionCatalogue.Standard.Get(kind);
        Assert.True(asked.Takes(setting.Scale) && variant < asked.Variants(setting.Scale) && asked.CanAsk(draw, HouseStyle.Classical));
        Assert.Equal(answer, asked.Answer(setting).Text);
    }

    [Theory]
    [InlineData("identify-scale", "melodic-minor B", "Also right: B jazz minor.")]
    [InlineData("blue-note", "minor-blues C", "Also right: F♯.")]
    [InlineData("write-steps", "harmonic-minor A", "Also right: 3, its semitones, for A2.")]
    [InlineData("label-degrees", "dorian D", "Also right: 8 for the upper tonic.")]
    [InlineData("transpose-scale", "major B", "Also right: C♯ D♯ E♯ F♯ G♯ A♯ B♯ C♯.")]
    [InlineData("written-key", "major A", "Also right: G♭ major.", 2)]
    [InlineData("write-scale", "augmented C", "Also right: C E♭ E G A♭ B C.")]
    [InlineData("leading-or-subtonic", "major C", "Also right: leading tone.")]
    [InlineData("name-from-steps", "melodic-minor C", "Also right: jazz minor.")]
    [InlineData("chord-scale", "dorian D", "Also right: D Phrygian.")]
    [InlineData("chord-scale", "dorian D", "Also right: D minor pentatonic.")]
    [InlineData("chord-scale", "major C", "Also right: C minor pentatonic.", 0, false)]
    [InlineData("chord-scale", "mixolydian C", "Also right: C altered.", 0, false)]
    [InlineData("chord-scale", "mixolydian C", "Also right: C octatonic.")]
    [InlineData("mode-parent", "dorian D", "Also right: C Ionian.")]
    [InlineData("identify-scale", "natural-minor C", "Also right: C minor.")]
    [InlineData("identify-scale", "natural-minor C", "Also right: C Aeolian.")]
    [InlineData("identify-scale", "melodic-minor-one-way C", "Also right: C melodic minor.")]
    [InlineData("identify-scale", "harmonic-minor C", "Also right: C minor.", 0, false)]
    [InlineData("name-from-steps", "diminished-half-whole C", "Also right: octatonic.")]
    [InlineData("name-from-steps", "neapolitan-minor C", "Also right: Neapolitan.", 0, false)]
    [InlineData("label-degrees", "harmonic-minor C", "Also right: 1 2 3 4 5 6 ♯7 1.")]
    [InlineData("scale-intervals", "major C", "Also right: M2 M3 P4 P5 M6 M7 P8.")]
    [InlineData("transpose-scale", "dorian B", "Also right: A♭ B♭ C♭ D♭ E♭ F G♭ A♭.", 2)]
    [InlineData("transpose-scale", "major Db", "Also right: B♭ C D E♭ F G A B♭.", 2, false)]
    [InlineData("correct-scale", "augmented C", "Also right: E♭.")]
    [InlineData("correct-scale", "minor-blues C", "Also right: F♯.", 2)]
    [InlineData("circle-of-fifths", "major C", "Also right at 11: F.", 0, false)]
    [InlineData("circle-of-fifths", "major C", "B or C♭ stand at one place: either name is right there.", 4)]
    public void What_else_is_right_is_listed(string kind, string scale, string sentence, int variant = 0, bool listed = true) =>
        Assert.Equal(
            listed,
            QuestionCatalogue
                .Standard.Get(kind)
                .Answer(Setting(scale, variant))
                .AlsoRight.Any(said =>
                    said == sentence
                    || said.Replace("Also right: ", "Also right: ; ", StringComparison.Ordinal)
                        .Contains(sentence.Replace("Also right: ", "; ", StringComparison.Ordinal).TrimEnd('.'), StringComparison.Ordinal)
                )
        );

    [Theory]
    [InlineData("order-of-accidentals", "repair", "major C", 1, "B♭ E♭ A♭ D♭")]
    [InlineData("fretboard-scale", "read", "minor-pentatonic A", 0, "A minor pentatonic")]
    [InlineData("mark-semitones", "augmented", "harmonic-minor A", 0, "B–C, E–F, G♯–A; augmented: F–G♯")]
    [InlineData("name-key", "both", "major Eb", 0, "E♭ major, C minor")]
    [InlineData("add-accidentals", "notes", "major A", 0, "A B C♯ D E F♯ G♯ A")]
    [InlineData("signature-and-triad", "seventh", "natural-minor A", 0, "no sharps or flats; A C E; E G♯ B D")]
    [InlineData("signature-and-triad", "seventh", "major Eb", 0, "three flats; E♭ G B♭; B♭ D F A♭")]
    [InlineData("spell-progression", "sevenths", "major C", 0, "D F A C; G B D F; C E G B")]
    [InlineData("spell-progression", "staff", "natural-minor G", 0, "A C E♭ G; D F♯ A C; G B♭ D")]
    [InlineData("missing-clef", "accidentals", "major F", 0, "treble; F G A B♭ C D E F")]
    [InlineData("tetrachords", "build", "natural-minor D", 0, "D E F G")]
    [InlineData("tetrachords", "build", "lydian F", 0, "F G A B")]
    [InlineData("transpose-between", "to-part", "major D", 1, "A")]
    [InlineData("write-scale", "half-notes", "major G", 0, "G A B C D E F♯ G")]
    [InlineData("write-scale", "contrary", "melodic-minor A", 0, "A B C D E F♯ G♯ A; A G F E D C B A")]
    [InlineData("scale-facts", "palindrome", "dorian D", 0, "yes")]
    [InlineData("scale-facts", "palindrome", "phrygian E", 0, "no")]
    [InlineData("scale-facts", "repeating", "augmented C", 0, "3 H")]
    [InlineData("scale-facts", "repeating", "diminished-half-whole C", 0, "H W")]
    public void Every_way_of_asking_is_answered(string kind, string option, string scale, int variant, string answer) =>
        Assert.Equal(answer, QuestionCatalogue.Standard.Get(kind).Answer(Setting(scale, variant) with { Option = option }).Text);

    // A scale written up and down in one bar repeats no sign; the key says that repeating them is right too.
    [Theory]
    [InlineData("convert-form", "dorian E", "")]
    [InlineData("enharmonic-scale", "major Db", "")]
    [InlineData("add-accidentals", "major A", "notes")]
    public void Signs_written_again_coming_down_are_right_in_every_kind(string kind, string scale, string option) =>
        Assert.Contains(
            QuestionCatalogue.Standard.Get(kind).Answer(Setting(scale, 0) with { Direction = Direction.Both, Option = option }).AlsoRight,
            said => said.Contains("again coming down", StringComparison.Ordinal)
        );

    [Fact]
    public void Three_blue_notes_list_the_other_name_of_the_one_added() =>
        Assert.Equal(
            ["E♭ G♭ B♭"],
            QuestionCatalogue.Standard.Get("blue-note").Answer(Setting("minor-blues C", 0) with { Style = HouseStyle.Jazz }).Accepted
        );

    [Fact]
    public void A_clef_that_is_missing_is_right_by_every_name_under_which_its_places_are_read_so()
    {
        foreach (var clef in Clef.All)
        {
            var line = QuestionCatalogue.Standard.Get("missing-clef").Answer(Setting("major F", 0) with { Clef = clef }).Lines[0];
            Assert.Equal(
                Clef.All.Where(clef.ReadsAs).ToHashSet(),
                line.Others.Prepend(line.Right).Cast<ClefPart>().Select(part => part.Clef).ToHashSet()
            );
        }

        Assert.True(Clef.Treble.ReadsAs(Clef.TrebleEightBelow));
        Assert.False(Clef.Alto.ReadsAs(Clef.Tenor));
    }

    [Fact]
    public void Eight_scales_of_the_catalogue_are_palindromes()
    {
        var kind = QuestionCatalogue.Standard.Get("scale-facts");
        var palindromes = ScaleTypes
            .All.Where(type => kind.Answer(Setting($"{type.Id} C", 0) with { Option = "palindrome" }).Text == "yes")
            .Select(type => type.Id);
        Assert.Equal(
            [
                "dorian",
                "mixolydian-flat-6",
                "double-harmonic-major",
                "suspended-pentatonic",
                "minor-six-pentatonic",
                "whole-tone",
                "chromatic",
                "neapolitan-major",
            ],
            palindromes
        );
    }

    [Fact]
    public void Three_blue_notes_are_asked_where_the_school_has_three() =>
        Assert.Equal(
            "E♭ F♯ B♭",
            QuestionCatalogue.Standard.Get("blue-note").Answer(Setting("minor-blues C", 0) with { Style = HouseStyle.Jazz }).Text
        );

    [Fact]
    public void Every_kind_has_an_answer_written_out_here_and_a_place_in_the_subject()
    {
        var cases = typeof(KindAnswerTests)
            .GetMethod(nameof(A_question_is_answered_as_a_teacher_would))!
            .GetCustomAttributes(typeof(InlineDataAttribute), false)
            .Cast<InlineDataAttribute>()
            .Select(data => (string)data.Data[0]!)
            .ToHashSet();
        Assert.Empty(QuestionCatalogue.Standard.All.Select(kind => kind.Id).Except(cases));
        Assert.Equal(QuestionCatalogue.Standard.All.Length, QuestionCatalogue.Standard.All.Select(kind => kind.Name).Distinct().Count());
        Assert.All(QuestionCatalogue.Standard.All, kind => Assert.NotNull(ScaleTypes.All.FirstOrDefault(kind.Takes)));
    }

    // Every kind on every scale it takes, as soon as the sheet is drawn: no question twice, none withheld.
    [Fact]
    public void A_sheet_of_every_kind_is_drawn_and_answered()
    {
        foreach (var kind in QuestionCatalogue.Standard.All)
        {
            var sheet = Sample.Sheet().After(new AddSection(kind.Id));
            var section = sheet.Sections[^1];
            sheet = sheet
                .After(new ChangeScales(section.Id, [.. ScaleTypes.All.Where(kind.Takes)]))
                .After(new ChangeKeys(section.Id, Key.Majors));
            var available = Drawing.QuestionDraw.Available(sheet.Find(section.Id)!, sheet.Style);
            sheet = sheet.After(new ChangeCount(section.Id, Math.Min(available, 40)));
            var drawn = sheet.Find(section.Id)!.Slots.Select(slot => slot.Drawn).ToArray();
            Assert.Equal(drawn.Length, drawn.Distinct().Count());
            Assert.True(Composer.Compose(sheet).Key.MayPrint, kind.Id);
            Assert.Equal(SheetFile.Write(sheet), SheetFile.Write(SheetFile.Read(SheetFile.Write(sheet))));
        }
    }

    // Every kind in every preset, with other names and syllables: nothing is withheld, and notes are named as the style names them.
    [Fact]
    public void Every_kind_speaks_every_house_style()
    {
        HouseStyle[] styles =
        [
            .. HouseStyle.Presets,
            HouseStyle.Classical with
            {
                NoteNames = NameSystem.German,
                Degrees = DegreeWords.Numerals,
                WritingModes = ModeWriting.TonicSignature,
                Chromatic = ChromaticSchool.Harmonic,
            },
            HouseStyle.Classical with
            {
                NoteNames = NameSystem.French,
                Degrees = DegreeWords.Syllables,
                Syllables = SyllableSchool.LaBased,
                WritingMinors = MinorWriting.Accidentals,
                Steps = StepWords.Fractions,
            },
            HouseStyle.Jazz with
            {
                NoteNames = NameSystem.Dutch,
                Degrees = DegreeWords.Technical,
                Steps = StepWords.Semitones,
                CancelDouble = CancelDouble.NaturalFirst,
            },
        ];
        foreach (var kind in QuestionCatalogue.Standard.All)
        {
            var settings = Sample.AllSettings(kind).Where((_, i) => i % 7 == 0).Take(150).ToArray();
            foreach (var style in styles)
            {
                foreach (var setting in settings.Select(setting => setting with { Style = style }))
                {
                    var answer = kind.Answer(setting);
                    Assert.Equal(kind.Ask(setting).Figures.Length, answer.Marks.Length);
                    Assert.All(answer.Working, step =>
                        Assert.EndsWith(".", Working.WorkingSentences.Sentence(style, step), StringComparison.Ordinal)
                    );
                    if (style.NoteNames == NameSystem.French && kind.Id == "write-scale")
                        Assert.DoesNotContain(answer.Text, character => character is '♯' or '♭');
                }
            }
        }
    }

    private static QuestionSetting Setting(string scale, int variant)
    {
        var words = scale.Split(' ');
        return new QuestionSetting(
            ScaleTypes.Get(words[0]),
            NoteText.Parse(words[1]),
            Clef.Treble,
            Notation.Accidentals,
            Direction.Ascending,
            Scaffolding.Blank
        )
        {
            Variant = variant,
        };
    }
}
