namespace Gavvet.Worksheets.Tests;

public class QuestionKindTests
{
    public static TheoryData<string> Kinds => [.. QuestionCatalogue.Standard.All.Select(kind => kind.Id)];

    [Theory, MemberData(nameof(Kinds))]
    public void Every_setting_has_an_answer_with_working_that_can_be_said(string id)
    {
        var kind = QuestionCatalogue.Standard.Get(id);
        foreach (var setting in Sample.AllSettings(kind))
        {
            var question = kind.Ask(setting);
            var answer = kind.Answer(setting);
            Assert.Equal(question.Figures.Length, answer.Marks.Length);
            Assert.NotEmpty(answer.Text);
            Assert.All(answer.AlsoRight, sentence => Assert.EndsWith(".", sentence, StringComparison.Ordinal));
            for (var i = 0; i < question.Figures.Length; i++)
                Assert.Empty(question.Figures[i].Given.Intersect(answer.Marks[i]));
        }
    }

    [Theory, MemberData(nameof(Kinds))]
    public void Room_for_an_answer_does_not_depend_on_the_key_asked(string id)
    {
        var kind = QuestionCatalogue.Standard.Get(id);
        foreach (
            var group in Sample
                .AllSettings(kind)
                .GroupBy(setting =>
                    setting with
                    {
                        Tonic = default,
                        Variant = kind.Id is "change-clef" or "transpose-scale" or "key-of-melody" ? setting.Variant : 0,
                    }
                )
        )
        {
            var rooms = group.Select(setting => string.Join('|', kind.Ask(setting).Figures.Select(WithoutGiven))).Distinct();
            Assert.Single(rooms);
        }

        static string WithoutGiven(Figure figure) =>
            $"{(figure is AnswerLinesFigure lines ? string.Join(',', lines.Lines) : figure with { Given = [] })}";
    }

    // A tune is one: four full bars, within a voice's tenth, from the scale of its key alone, closing on its tonic.
    [Fact]
    public void A_tune_has_a_meter_four_full_bars_and_a_voice_s_range()
    {
        var kind = QuestionCatalogue.Standard.Get("key-of-melody");
        foreach (var setting in Sample.AllSettings(kind))
        {
            var staff = (StaffFigure)kind.Ask(setting).Figures[0];
            NoteMark[] notes = [.. staff.Given.OfType<NoteMark>()];
            Assert.Equal(staff.Columns, notes.Length);
            Assert.Equal(4 * staff.Beats, staff.Rhythm.Sum(value => value.Quarters()));
            Assert.Equal(3, Enumerable.Range(0, staff.Columns).Count(staff.BarlineBefore));
            Assert.True(staff.Rhythm.Distinct().Count() > 1);
            Assert.Equal(setting.Tonic, notes[^1].Pitch.Name);
            Assert.InRange(notes.Max(note => note.Pitch.StaffStep) - notes.Min(note => note.Pitch.StaffStep), 3, 9);
            Assert.All(notes, note => Assert.Contains(note.Pitch.Name, setting.Style.Spell(setting.Scale, setting.Tonic).Ascending));
            // A sign lasts to its barline: raised again in a later bar it is written again.
            foreach (
                var (note, column) in notes
                    .Select((note, column) => (note, column))
                    .Where(pair => pair.note.Sign is null && pair.column > 0)
            )
            {
                var barline = Enumerable.Range(0, column + 1).Last(place => place == 0 || staff.BarlineBefore(place));
                var before = notes[barline..column].LastOrDefault(other => other.Pitch.StaffStep == note.Pitch.StaffStep);
                Assert.Equal(
                    note.Pitch.Name.Accidental,
                    before?.Pitch.Name.Accidental ?? staff.Given.OfType<SignatureMark>().Single().Signature.On(note.Pitch.Name.Letter)
                );
            }
        }
    }

    [Theory, MemberData(nameof(Kinds))]
    public void A_blank_question_tells_nothing_of_its_answer_but_its_prompt(string id)
    {
        var kind = QuestionCatalogue.Standard.Get(id);
        foreach (var setting in Sample.AllSettings(kind).Where(setting => setting.Scaffolding == Scaffolding.Blank))
        {
            var posed = kind.Pose(setting);
            // Most give nothing; those that give a scale, its letters or a signature say which of their figures is left empty.
            var given = posed.Question.Figures.Select(figure => !figure.Given.IsEmpty);
            Assert.Equal(GivenFigures(id, setting), string.Concat(given.Select(any => any ? 'x' : '-')));
            Assert.All(posed.Question.Figures.Zip(posed.Answer.Marks), pair => Assert.Empty(pair.First.Given.Intersect(pair.Second)));
        }
    }

    // For each figure from the top down, whether something is printed in it.
    private static string GivenFigures(string id, QuestionSetting setting) =>
        (id, setting.Option) switch
        {
            (
                "write-steps"
                    or "mark-semitones"
                    or "label-degrees"
                    or "ring-differences"
                    or "strike-degrees"
                    or "complete-scale"
                    or "blue-note"
                    or "circle-of-fifths"
                    or "add-accidentals",
                _
            ) => "x",
            ("convert-form" or "change-clef" or "enharmonic-scale" or "transpose-scale", _) or ("order-of-accidentals", "repair") => "x-",
            ("degrees-on-staff", _) => setting.Notation == Notation.Signature
            && setting.Style.SignatureKey(setting.Scale, setting.Tonic) is { IsTheoretical: false }
                ? "x"
                : "-",
            (
                "which-minor"
                    or "missing-clef"
                    or "identify-scale"
                    or "correct-scale"
                    or "key-of-melody"
                    or "name-key"
                    or "signature-to-accidentals",
                _
            ) => "x-",
            _ => "-",
        };

    [Fact]
    public void Write_the_scale_answers_in_notes()
    {
        var answer = QuestionCatalogue.Standard.Get("write-scale").Answer(Sample.Setting("Eb"));
        Assert.Equal("E♭ F G A♭ B♭ C D E♭", answer.Text);
        Assert.Equal(
            [
                "Letters: E F G A B C D E.",
                "Steps: E♭ –W– F –W– G –H– A♭ –W– B♭ –W– C –W– D –H– E♭.",
                "Check: three flats, B♭ E♭ A♭; the E♭ of the octave is not counted again.",
            ],
            answer.Working.Select(step => Working.WorkingSentences.Sentence(HouseStyle.Classical, step))
        );
        var signs = answer.Marks[0].OfType<NoteMark>().Select(note => note.Sign?.Sign() ?? "-");
        Assert.Equal("♭ - - ♭ ♭ - - ♭", string.Join(' ', signs));
    }

    [Fact]
    public void With_a_signature_no_note_carries_a_sign()
    {
        var answer = QuestionCatalogue.Standard.Get("write-scale").Answer(Sample.Setting("A", Notation.Signature, Direction.Descending));
        Assert.Equal("A G♯ F♯ E D C♯ B A", answer.Text);
        Assert.All(answer.Marks[0].OfType<NoteMark>(), note => Assert.Null(note.Sign));
        Assert.Equal(3, Assert.Single(answer.Marks[0].OfType<SignatureMark>()).Signature.Fifths);
        Assert.Contains(
            "A major has three sharps: F♯ C♯ G♯.",
            answer.Working.Select(step => Working.WorkingSentences.Sentence(HouseStyle.Classical, step))
        );
    }

    [Fact]
    public void Up_and_down_in_one_bar_a_sign_is_written_once_and_repeating_it_is_right_too()
    {
        var answer = QuestionCatalogue.Standard.Get("write-scale").Answer(Sample.Setting("D", Notation.Accidentals, Direction.Both));
        Assert.Equal(15, answer.Marks[0].OfType<NoteMark>().Count());
        Assert.Equal([2, 6], answer.Marks[0].OfType<NoteMark>().Where(note => note.Sign is not null).Select(note => note.Column));
        Assert.Contains("again coming down", Assert.Single(answer.AlsoRight), StringComparison.Ordinal);
    }

    [Fact]
    public void In_C_flat_each_octave_of_the_tonic_has_a_sign_of_its_own()
    {
        var answer = QuestionCatalogue.Standard.Get("write-scale").Answer(Sample.Setting("Cb", Notation.Accidentals, Direction.Both));
        Assert.Equal(8, answer.Marks[0].OfType<NoteMark>().Count(note => note.Sign == Accidental.Flat));
    }

    [Fact]
    public void A_cancelled_sign_is_written_out()
    {
        var bar = StaffNotes.InOneBar([Pitch("G#"), Pitch("G"), Pitch("G")], default, HouseStyle.Classical);
        Assert.Equal([Accidental.Sharp, Accidental.Natural, null], bar.Select(note => note.Sign));
        var inSignature = StaffNotes.InOneBar([Pitch("F"), Pitch("F#")], new KeySignature(1), HouseStyle.Classical);
        Assert.Equal([Accidental.Natural, Accidental.Sharp], inSignature.Select(note => note.Sign));

        static Pitch Pitch(string name) => new(NoteText.Parse(name), 4);
    }

    [Theory]
    [InlineData("write-steps", "B", Direction.Ascending, "W–W–H–W–W–W–H")]
    [InlineData("write-steps", "B", Direction.Descending, "H–W–W–W–H–W–W")]
    [InlineData("mark-semitones", "Ab", Direction.Ascending, "C–D♭, G–A♭")]
    [InlineData("mark-semitones", "Ab", Direction.Descending, "A♭–G, D♭–C")]
    [InlineData("add-accidentals", "F#", Direction.Ascending, "F♯ G♯ A♯ B C♯ D♯ E♯ F♯")]
    [InlineData("count-accidentals", "Bb", Direction.Ascending, "two flats: B♭ E♭")]
    [InlineData("count-accidentals", "C", Direction.Ascending, "no sharps or flats")]
    [InlineData("write-signature", "E", Direction.Ascending, "F♯ C♯ G♯ D♯")]
    [InlineData("name-key", "Gb", Direction.Ascending, "G♭ major")]
    public void Each_kind_answers_as_a_teacher_would(string kind, string tonic, Direction direction, string text) =>
        Assert.Equal(text, QuestionCatalogue.Standard.Get(kind).Answer(Sample.Setting(tonic, Notation.Accidentals, direction)).Text);

    [Theory]
    [InlineData("D", "The last sharp, C♯, is the leading note of the major key: a half step above it is D.")]
    [InlineData("Eb", "The last flat but one, E♭, is the tonic of the major key.")]
    [InlineData("F", "One flat, B♭, belongs to F major.")]
    [InlineData("C", "No sharps or flats belong to C major.")]
    public void A_key_is_named_from_its_last_accidentals(string tonic, string sentence) =>
        Assert.Equal(
            sentence,
            Working.WorkingSentences.Sentence(
                HouseStyle.Classical,
                QuestionCatalogue.Standard.Get("name-key").Answer(Sample.Setting(tonic)).Working[0]
            )
        );

    [Theory]
    [InlineData(Scaffolding.Letters, 8)]
    [InlineData(Scaffolding.Formula, 7)]
    [InlineData(Scaffolding.Tonic, 1)]
    [InlineData(Scaffolding.Blank, 0)]
    public void Scaffolding_gives_what_it_says(Scaffolding scaffolding, int marks) =>
        Assert.Equal(
            marks,
            QuestionCatalogue.Standard.Get("write-scale").Ask(Sample.Setting("E", scaffolding: scaffolding)).Figures[0].Given.Length
        );

    [Fact]
    public void Figures_are_read_out_as_a_teacher_speaks()
    {
        var setting = Sample.Setting("Bb", Notation.Signature);
        var kind = QuestionCatalogue.Standard.Get("write-scale");
        Assert.Equal("Treble clef; an empty staff to write on.", FigureText.Describe(kind.Ask(setting).Figures[0], []));
        Assert.Equal(
            "Treble clef, two flats; B flat, C, D, E flat, F, G, A, B flat.",
            FigureText.Describe(kind.Ask(setting).Figures[0], kind.Answer(setting).Marks[0])
        );
        var letters = QuestionCatalogue.Standard.Get("add-accidentals");
        Assert.Equal("8 letters: G, A, B, C, D, E, F, G.", FigureText.Describe(letters.Ask(Sample.Setting("G")).Figures[0], []));
        Assert.Equal(
            "How many? one sharp; Which? F sharp.",
            FigureText.Describe(
                QuestionCatalogue.Standard.Get("count-accidentals").Ask(Sample.Setting("G")).Figures[0],
                QuestionCatalogue.Standard.Get("count-accidentals").Answer(Sample.Setting("G")).Marks[0]
            )
        );
    }

    [Fact]
    public void Three_columns_are_offered_just_where_there_are_words_alone()
    {
        foreach (var kind in QuestionCatalogue.Standard.All.Where(kind => !kind.AsksOwn))
        {
            foreach (var option in kind.Options.Select(option => option.Id).DefaultIfEmpty(""))
            {
                var asked = Sample
                    .AllSettings(kind)
                    .Take(40)
                    .Select(setting => setting with { Option = option })
                    .Where(setting => kind.CanAsk(new Draw(setting.Scale, setting.Tonic, setting.Clef, setting.Variant), setting.Style))
                    .ToArray();
                var figures = asked.Select(setting => kind.Ask(setting).Figures).ToArray();
                Assert.True(kind.MostColumnsAs(option) == 2 || figures.All(drawn => drawn is [AnswerLinesFigure]), $"{kind.Id} {option}");
                Assert.True(
                    !kind.AnswersInWords
                        || kind.MostColumnsAs(option) == 3
                        || figures.All(drawn => drawn is not [AnswerLinesFigure { Lines: [_] }]),
                    $"{kind.Id} {option}"
                );
            }
        }
    }
}
