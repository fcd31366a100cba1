using System.Collections.Immutable;
using Gavvet.Worksheets.Forms;
using Gavvet.Worksheets.Judging;

namespace Gavvet.Worksheets.Tests;

/// <summary>Answers in words, numbers, keys, degrees, formulas and choices, read as a teacher reads them.</summary>
public class WordsJudgeTests
{
    // The kinds that need the teacher's own words are judged by the teacher.
    public static TheoryData<string> Ids => [.. QuestionCatalogue.Standard.All.Where(kind => !kind.AsksOwn).Select(kind => kind.Id)];

    [Theory, MemberData(nameof(Ids))]
    public void The_keys_own_answer_is_right_in_every_kind_and_school(string id)
    {
        var kind = QuestionCatalogue.Standard.Get(id);
        foreach (var style in HouseStyle.Presets)
        {
            foreach (
                var setting in Sample
                    .AllSettings(kind)
                    .Where((_, i) => i % 41 == 0)
                    .Take(30)
                    .SelectMany(setting =>
                        kind.UsesNotation
                            ? new[] { setting with { Notation = Notation.Accidentals }, setting with { Notation = Notation.Signature } }
                            : [setting]
                    )
                    .Select(setting => setting with { Style = style, AnswerAs = AnswerForm.Write })
                    .Where(setting =>
                        kind.CanAsk(new Draw(setting.Scale, setting.Tonic, setting.Clef, setting.Variant), style)
                        && style.CanSpell(setting.Scale, setting.Tonic)
                    )
            )
            {
                var answer = kind.Answer(setting);
                var question = AskedQuestion.Of(kind, setting, []);
                // A record keeps what judging needs as text; read back it judges alike.
                Assert.Equal(
                    $"{AskedQuestionFile.Write(question)}",
                    $"{AskedQuestionFile.Write(AskedQuestionFile.Read(AskedQuestionFile.Write(question)))}"
                );
                var asked = question.AskedScale(style);
                var written = asked is not null
                    ? Written(question, style, asked.Expected.Notes(asked.Direction))
                    : string.Join('\n', answer.Lines.Select(line => style.Say(line.Right)));
                var judged = WordsJudge.Judge(kind, setting, written);
                var again = WordsJudge.Judge(AskedQuestionFile.Read(AskedQuestionFile.Write(question)), style, written);
                Assert.True(
                    again.Verdict == Verdict.Correct,
                    $"{id}, {setting.Scale.Id} on {setting.Tonic}, {setting.Direction}, {style.Id}: “{written}” is {again.Verdict}, {string.Join(", ", again.Findings)}"
                );
                Assert.True(
                    judged.Verdict == Verdict.Correct && judged.Marks == judged.Of,
                    $"{id}, {setting.Scale.Id} on {setting.Tonic}, {style.Id}: “{written}” is {judged.Verdict}"
                );
                if (asked is not null)
                    TheStaffIsRight(id, style, question, kind.Ask(setting), answer);
                foreach (
                    var other in asked is not null ? [] : answer.Lines.SelectMany((line, i) => line.Others.Select(other => (i, other)))
                )
                {
                    var lines = answer.Lines.Select(line => style.Say(line.Right)).ToArray();
                    lines[other.i] = style.Say(other.other);
                    Assert.True(
                        WordsJudge.Judge(kind, setting, string.Join('\n', lines)).Verdict is Verdict.Correct or Verdict.Accepted,
                        $"{id}: “{lines[other.i]}”"
                    );
                }

                // Words that are no answer to anything.
                if (asked is null)
                {
                    var spoiled = WordsJudge.Judge(kind, setting, string.Join('\n', answer.Lines.Select(_ => "hazelnut")));
                    Assert.Equal(
                        (Verdict.NotRead, 0, answer.Lines.Sum(line => PartReading.PlacesOf(line.Right))),
                        (spoiled.Verdict, spoiled.Marks, spoiled.Of)
                    );
                    Assert.Equal(
                        answer.Lines.Select((_, i) => (FindingCode.NotRead, i + 1)),
                        spoiled.Findings.Select(finding => (finding.Code, finding.Position))
                    );
                    Assert.All(spoiled.Findings, finding =>
                        Assert.Contains("hazelnut", FindingSentences.Sentence(style, finding), StringComparison.Ordinal)
                    );
                }
            }
        }
    }

    // What the key prints on the last staff, sign for sign, typed as it is clicked; and every other scale the key accepts.
    // After the signature, where one is asked, with the naturals that cancel it.
    private static string Written(AskedQuestion question, HouseStyle style, ImmutableArray<NoteName> notes) =>
        question.Scale!.AsksSignature && style.SignatureOf(question.Scale.Type, notes[0]) is { } signature
            ? $"{signature}\n{string.Join(' ', notes.Select(note => style.Say(note) + (note.Accidental == Accidental.Natural && signature.On(note.Letter) != Accidental.Natural ? "n" : "")))}"
            : style.Say(notes);

    private static void TheStaffIsRight(string id, HouseStyle style, AskedQuestion question, Question printed, Answer answer)
    {
        var at = printed.Figures.Length - 1;
        if (printed.Figures[at] is StaffFigure { HidesClef: false } staff)
        {
            var notes = staff
                .Given.Concat(answer.Marks[at])
                .OfType<NoteMark>()
                .GroupBy(note => note.Column)
                .OrderBy(column => column.Key)
                .Select(column => column.Last())
                .ToArray();
            var clicked = string.Join(
                ' ',
                notes.Select(note =>
                    $"{note.Pitch.Name.Letter}{(note.Sign is { } sign ? NoteText.Ascii(new NoteName(Letter.C, sign))[1..] is { Length: > 0 } mark ? mark : "n" : "")}{note.Pitch.Octave}"
                )
            );
            if (question.Scale!.AsksSignature)
                clicked = $"{style.SignatureOf(question.Scale.Type, question.Scale.Tonic)}: {clicked}";
            if (style.NoteNames == NameSystem.English && notes.Length == staff.Columns && !answer.Marks[at].OfType<AddedSignMark>().Any())
                Assert.True(
                    WordsJudge.Judge(question, style, clicked) is { Verdict: Verdict.Correct or Verdict.Accepted } judged
                        && judged.Marks == judged.Of,
                    $"{id}, {style.Id}: the key’s own staff, {clicked}, is {WordsJudge.Judge(question, style, clicked).Verdict}"
                );
        }

        foreach (
            var other in answer
                .Lines.SelectMany(line => line.Others)
                .OfType<NotesPart>()
                .Where(part => part.Notes.Length >= answer.Written!.Scale.Ascending.Length)
        )
            Assert.True(
                WordsJudge.Judge(question, style, Written(question, style, other.Notes)).Verdict is Verdict.Correct or Verdict.Accepted,
                $"{id}: {style.Say(other)} is accepted by the key"
            );
    }

    // kind, scale, tonic, written | what it is; each written out by hand (common practice, no source).
    [Theory]
    [InlineData("relative-key", "major", "C", "A", Verdict.Correct)]
    [InlineData("relative-key", "major", "C", "A minor", Verdict.Correct)]
    [InlineData("relative-key", "major", "Eb", "do", Verdict.Correct)]
    [InlineData("relative-key", "major", "E", "Db", Verdict.Misspelled)]
    [InlineData("relative-key", "major", "E", "E", Verdict.Wrong)]
    [InlineData("name-key", "major", "Bb", "B-Dur", Verdict.Correct)]
    [InlineData("name-key", "major", "G", "G maj", Verdict.Correct)]
    [InlineData("name-key", "major", "G", "sol majeur", Verdict.Correct)]
    [InlineData("name-key", "major", "G", "G minor", Verdict.Wrong)]
    public void A_key_is_read_in_every_way_it_is_named(string kind, string type, string tonic, string written, Verdict verdict) =>
        Assert.Equal(verdict, Judge(kind, type, tonic, written).Verdict);

    [Theory]
    [InlineData("Am", "A minor")]
    [InlineData("F#m", "F# minor")]
    [InlineData("Bbmaj", "Bb major")]
    [InlineData("B-Dur", "Bb major")]
    [InlineData("H-moll", "B minor")]
    [InlineData("fis-moll", "F# minor")]
    [InlineData("Es-Dur", "Eb major")]
    [InlineData("ré mineur", "D minor")]
    [InlineData("mi bémol majeur", "Eb major")]
    [InlineData("E flat major", "Eb major")]
    [InlineData("g", "G minor")]
    [InlineData("G", "G major")]
    public void Keys_are_read_in_every_language_of_the_program(string written, string key)
    {
        var words = key.Split(' ');
        Assert.True(
            PartReading.IsRight(
                HouseStyle.Classical,
                new KeysPart(new Key(NoteText.Parse(words[0]), words[1] == "major" ? KeyMode.Major : KeyMode.Minor)),
                written
            )
        );
    }

    // A name has one meaning in a style: B is not B flat because German says so, and a major third is no minor one.
    [Theory]
    [InlineData(NameSystem.English, "Bb", "B", false)]
    [InlineData(NameSystem.English, "B", "B", true)]
    [InlineData(NameSystem.English, "B", "H", true)]
    [InlineData(NameSystem.English, "Eb", "Es", true)]
    [InlineData(NameSystem.German, "Bb", "B", true)]
    [InlineData(NameSystem.German, "B", "B", false)]
    [InlineData(NameSystem.French, "D", "ré", true)]
    public void A_note_has_one_name_in_a_style(NameSystem names, string note, string written, bool isRight) =>
        Assert.Equal(
            isRight,
            PartReading.IsRight(HouseStyle.Classical with { NoteNames = names }, new NotesPart(NoteText.Parse(note)), written)
        );

    [Theory]
    [InlineData("m3", "m3", true)]
    [InlineData("m3", "M3", false)]
    [InlineData("M3", "m3", false)]
    [InlineData("M3", "maj 3", true)]
    [InlineData("m3", "minor third", true)]
    [InlineData("m3", "major third", false)]
    public void A_capital_tells_a_major_interval_from_a_minor_one(string interval, string written, bool isRight) =>
        Assert.Equal(isRight, PartReading.IsRight(HouseStyle.Classical, new IntervalsPart([Interval.Parse(interval)]), written));

    // Through the whole judge, where the line as the key has it is looked at first.
    [Fact]
    public void No_interval_is_right_by_the_letters_of_another_in_any_question_that_asks_for_one()
    {
        foreach (var id in new[] { "interval-of-degrees", "scale-intervals" })
        {
            var kind = QuestionCatalogue.Standard.Get(id);
            foreach (
                var setting in Sample
                    .AllSettings(kind)
                    .Where((_, i) => i % 97 == 0)
                    .Take(40)
                    .Select(setting => setting with { AnswerAs = AnswerForm.Write })
            )
            {
                var intervals = ((IntervalsPart)kind.Answer(setting).Lines[0].Right).Intervals;
                var right = string.Join(' ', intervals);
                var other = string.Concat(
                    right.Select(letter =>
                        letter switch
                        {
                            'm' => 'M',
                            'M' => 'm',
                            _ => letter,
                        }
                    )
                );
                Assert.Equal(Verdict.Correct, WordsJudge.Judge(kind, setting, right).Verdict);
                Assert.True(
                    WordsJudge
                        .Judge(kind, setting, string.Join(", ", intervals.Select(interval => interval.Name.ToUpperInvariant())))
                        .Verdict
                        is Verdict.Correct
                            or Verdict.Accepted,
                    right
                );
                if (other != right)
                    Assert.True(WordsJudge.Judge(kind, setting, other).Verdict == Verdict.Wrong, $"{id}: “{other}” for “{right}”");
            }
        }
    }

    [Theory]
    [InlineData("m2", 0)]
    [InlineData("M2", 1)]
    [InlineData("perfect FIFTH", 2)]
    [InlineData("b", 1)]
    public void A_choice_is_found_as_it_stands_and_in_other_capitals_where_it_is_alone(string written, int right)
    {
        var asked = new AskedQuestion
        {
            Lines = [new AnsweredLine(new WordsPart("x"))],
            Text = "x",
            Choices = ["m2", "M2", "perfect fifth"],
            RightChoices = [right],
        };
        Assert.Equal(Verdict.Correct, WordsJudge.Judge(asked, HouseStyle.Classical, written).Verdict);
    }

    [Theory]
    [InlineData("harmonic-minor", "D minor", false)]
    [InlineData("harmonic-minor", "D natural minor", false)]
    [InlineData("harmonic-minor", "Dm", false)]
    [InlineData("harmonic-minor", "D minor harmonic", true)]
    [InlineData("melodic-minor", "D minor", false)]
    [InlineData("natural-minor", "D minor", true)]
    [InlineData("natural-minor", "D-moll", true)]
    [InlineData("natural-minor", "D Aeolian", true)]
    [InlineData("dorian", "Dorian on D", true)]
    [InlineData("dorian", "D minor", false)]
    public void The_name_of_a_key_is_no_other_form_of_minor(string type, string written, bool isRight) =>
        Assert.Equal(isRight, PartReading.IsRight(HouseStyle.Classical, new ScalePart(ScaleTypes.Get(type), NoteText.Parse("D")), written));

    [Theory]
    [InlineData("W W H W W W H", true)]
    [InlineData("WWHWWWH", true)]
    [InlineData("TTSTTTS", true)]
    [InlineData("2212221", true)]
    [InlineData("2-2-1-2-2-2-1", true)]
    [InlineData("1 1 ½ 1 1 1 ½", true)]
    [InlineData("whole whole half whole whole whole half", true)]
    [InlineData("tone, tone, semitone, tone, tone, tone, semitone", true)]
    [InlineData("W H W W W W H", false)]
    [InlineData("W W H W W W", false)]
    public void Steps_are_read_in_every_vocabulary(string written, bool isRight) =>
        Assert.Equal(
            isRight,
            PartReading.IsRight(HouseStyle.Classical, new StepsPart([.. ScaleTypes.Major.Steps.Select(step => (step, 1))], " "), written)
        );

    [Theory]
    [InlineData("7", true)]
    [InlineData("VII", true)]
    [InlineData("leading note", true)]
    [InlineData("Leading tone", true)]
    [InlineData("7th", true)]
    [InlineData("ti", true)]
    [InlineData("b7", false)]
    [InlineData("subtonic", false)]
    public void Degrees_are_read_in_every_school(string written, bool isRight) =>
        Assert.Equal(isRight, PartReading.IsRight(HouseStyle.Classical, new DegreeNamePart(ScaleTypes.Major, new Degree(7)), written));

    [Theory]
    [InlineData(2, "two sharps", true)]
    [InlineData(2, "2 sharps", true)]
    [InlineData(2, "2#", true)]
    [InlineData(2, "two flats", false)]
    [InlineData(2, "2", false)]
    [InlineData(-3, "3 flats", true)]
    [InlineData(-3, "3b", true)]
    [InlineData(0, "none", true)]
    [InlineData(0, "one sharp", false)]
    public void Signatures_are_read_by_number_and_kind(int fifths, string written, bool isRight) =>
        Assert.Equal(isRight, PartReading.IsRight(HouseStyle.Classical, new SignaturePart(new KeySignature(fifths)), written));

    [Theory]
    [InlineData("D Dorian", true)]
    [InlineData("dorian", false)]
    [InlineData("D dorian scale", true)]
    [InlineData("E Dorian", false)]
    public void A_scale_is_read_with_its_tonic(string written, bool isRight) =>
        Assert.Equal(
            isRight,
            PartReading.IsRight(HouseStyle.Classical, new ScalePart(ScaleTypes.Get("dorian"), NoteText.Parse("D")), written)
        );

    [Fact]
    public void Any_order_is_right_where_the_order_is_not_asked()
    {
        var part = new NotesPart([NoteText.Parse("Eb"), NoteText.Parse("Gb")], AnyOrder: true);
        Assert.True(PartReading.IsRight(HouseStyle.Classical, part, "Gb, Eb"));
        Assert.False(PartReading.IsRight(HouseStyle.Classical, part with { AnyOrder = false }, "Gb, Eb"));
        Assert.False(PartReading.IsRight(HouseStyle.Classical, part, "Gb, Gb"));
    }

    [Fact]
    public void A_choice_is_read_by_its_letter_or_its_words()
    {
        var kind = QuestionCatalogue.Standard.Get("name-key");
        var setting = Sample.Setting("D") with { AnswerAs = AnswerForm.Choice };
        var (question, answer) = AnswerForms.Ask(kind, setting);
        var options = question.Figures.OfType<ChoicesFigure>().Single().Options;
        var right = answer.Marks.SelectMany(marks => marks.OfType<TickMark>()).Single().Option;
        for (var i = 0; i < options.Length; i++)
        {
            foreach (var written in new[] { $"{(char)('A' + i)}", $"{(char)('a' + i)}.", options[i] })
                Assert.Equal(i == right, WordsJudge.Judge(kind, setting, written).Verdict == Verdict.Correct);
        }

        Assert.Contains(
            options[0],
            Assert.Throws<FormatException>(() => WordsJudge.Judge(kind, setting, "Z sharp quartet")).Message,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_neighbours_answer_has_its_mistakes_name()
    {
        var judged = Judge("name-key", "major", "D", "G major");
        Assert.Equal(FindingCode.NeighbourKey, Assert.Single(judged.Findings).Code);
        Assert.Equal("Not G major: the answer is D major.", FindingSentences.Sentence(HouseStyle.Classical, judged.Findings[0]));
    }

    private static Judgement Judge(string kind, string type, string tonic, string written)
    {
        var about = QuestionCatalogue.Standard.Get(kind);
        return WordsJudge.Judge(
            about,
            new QuestionSetting(
                ScaleTypes.Get(type),
                NoteText.Parse(tonic),
                Clef.Treble,
                Notation.Accidentals,
                Direction.Ascending,
                Scaffolding.Blank
            ),
            written
        );
    }
}
