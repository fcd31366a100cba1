using Gavvet.Worksheets.Forms;
using Gavvet.Worksheets.Judging;
using Gavvet.Worksheets.Versions;

namespace Gavvet.Worksheets.Tests;

/// <summary>What a page says is true of the questions under it: help, examples, instructions, lists to choose from.</summary>
public class PageTruthTests
{
    private static readonly QuestionCatalogue Kinds = QuestionCatalogue.Standard;

    private static Section Section(
        string kind,
        string scales,
        HouseStyle style,
        Notation notation = Notation.Accidentals,
        Scaffolding help = Scaffolding.Blank,
        Direction direction = Direction.Ascending,
        string option = ""
    ) =>
        SheetEditor.NewSheet(1).Sections[0] with
        {
            KindId = kind,
            Option = option,
            Scales = [.. scales.Split(' ').Select(ScaleTypes.Get)],
            Keys = Key.Majors,
            Notation = notation,
            Scaffolding = help,
            Direction = direction,
        };

    // The notes asked, in the direction asked; a double sharp is no sharp.
    [Theory]
    [InlineData("harmonic-minor", "D#", Direction.Ascending, "five sharps and one double sharp")]
    [InlineData("harmonic-minor", "D", Direction.Ascending, "one sharp and one flat")]
    [InlineData("melodic-minor", "A", Direction.Ascending, "two sharps")]
    [InlineData("melodic-minor", "A", Direction.Descending, "no sharps or flats")]
    [InlineData("melodic-minor", "A", Direction.Both, "two sharps")]
    [InlineData("natural-minor", "Ab", Direction.Ascending, "seven flats")]
    [InlineData("phrygian", "Fb", Direction.Ascending, "two flats and five double flats")]
    public void The_count_told_is_of_the_notes_asked(string type, string tonic, Direction direction, string words)
    {
        foreach (var kind in new[] { "write-scale", "add-accidentals" })
        {
            var setting = new QuestionSetting(
                ScaleTypes.Get(type),
                NoteText.Parse(tonic),
                Clef.Treble,
                Notation.Accidentals,
                direction,
                Scaffolding.Count
            );
            Assert.EndsWith($"({words})", Kinds.Get(kind).Ask(setting).Prompt, StringComparison.Ordinal);
        }
    }

    // For every kind: the example is not among the questions of any version, on any part.
    [Theory]
    [InlineData(1)]
    [InlineData(3)]
    public void A_worked_example_is_no_question_of_the_sheet_nor_of_another_version(int versions)
    {
        foreach (var kind in Kinds.All.Where(kind => kind.Scaffoldings.Contains(Scaffolding.WorkedExample)))
        {
            if (kind.AsksOwn)
                continue;
            var sheet = SheetFile.Read(
                $$"""
                {"gavvet":1,"title":"T","seed":5,"versions":{{versions}},"sections":[
                {"kind":"{{kind.Id}}","scales":["{{string.Join(
                    "\",\"",
                    ScaleTypes.All.Where(kind.Takes).Select(type => type.Id)
                )}}"],"scaffold":"model","count":1,"keys":{"flats":7,"sharps":7} }
                ]}
                """
            );
            foreach (var part in new[] { null, Instrument.Parse("alto-sax"), Instrument.Parse("trumpet") })
            {
                foreach (var version in SheetVersions.Of(sheet))
                {
                    var asked = Composer.AskedBy(SheetVersions.Of(sheet).Select(each => each.Sheet));
                    var section = Composer
                        .Compose(version.Sheet, Kinds, new Edition(version.Letter, part) { Asked = asked })
                        .Worksheet.Sections[0];
                    Assert.Equal(section.LacksExample, section.Example is null);
                    if (section.Example is { Question: var example })
                        Assert.DoesNotContain(section.Items, item =>
                            item.Question.Prompt == example.Prompt
                            && item.Question.Figures.SequenceEqual(example.Figures, SameFigure.Instance)
                        );
                }
            }
        }
    }

    // Fifteen keys and fifteen questions leave none for an example.
    [Fact]
    public void Where_every_question_is_asked_there_is_no_example()
    {
        static WorksheetSection Of(int count, int versions) =>
            Composer
                .Compose(
                    SheetFile.Read(
                        $$"""{"gavvet":1,"title":"T","seed":5,"versions":{{versions}},"sections":[{"kind":"relative-key","scales":["major"],"scaffold":"model","count":{{count}}, "keys":{"flats":7,"sharps":7} }]}"""
                    )
                )
                .Worksheet.Sections[0];
        Assert.True(Of(15, 1).LacksExample);
        Assert.True(Of(5, 3).LacksExample);
        Assert.NotNull(Of(14, 1).Example);
        Assert.NotNull(Of(7, 2).Example);
    }

    // Where some questions have a signature and some none, each that has none says so; elsewhere the instruction does.
    [Fact]
    public void How_a_scale_is_written_is_said_where_the_instruction_cannot()
    {
        var mixed = Section("write-scale", "major minor-blues", HouseStyle.Classical, Notation.Signature);
        string Prompt(Section section, string type) =>
            Kinds
                .Get("write-scale")
                .Ask(QuestionSetting.Of(section, new Draw(ScaleTypes.Get(type), NoteText.Parse("G"), Clef.Treble), HouseStyle.Classical))
                .Prompt;
        Assert.EndsWith(", with accidentals", Prompt(mixed, "minor-blues"), StringComparison.Ordinal);
        Assert.DoesNotContain("accidentals", Prompt(mixed, "major"), StringComparison.Ordinal);
        Assert.DoesNotContain("accidentals", Prompt(mixed with { Scales = [ScaleTypes.Major] }, "major"), StringComparison.Ordinal);
    }

    // A sign for a step is explained in the instruction of every section that prints one.
    [Theory]
    [InlineData("build-from-steps", "major minor-blues", Scaffolding.Blank, "")]
    [InlineData("name-from-steps", "harmonic-minor hirajoshi", Scaffolding.Blank, "")]
    [InlineData("write-scale", "harmonic-minor", Scaffolding.Formula, "")]
    [InlineData("add-accidentals", "augmented", Scaffolding.Formula, "")]
    [InlineData("write-steps", "minor-pentatonic", Scaffolding.Blank, "")]
    [InlineData("scale-facts", "diminished-half-whole", Scaffolding.Blank, "repeating")]
    public void Signs_for_steps_are_explained_where_they_stand(string id, string scales, Scaffolding help, string option)
    {
        foreach (
            var style in HouseStyle
                .Presets.Append(HouseStyle.Classical with { Steps = StepWords.Semitones })
                .Append(HouseStyle.Classical with { Steps = StepWords.Fractions })
        )
        {
            var section = Section(id, scales, style, help: help, option: option);
            var instruction = Kinds.Get(id).Instruction(section, style);
            foreach (var type in section.Scales)
                Assert.All(Enumerable.Range(0, type.Steps.Length), i =>
                    Assert.Contains($"{Sign(style, type, i)} for ", instruction, StringComparison.Ordinal)
                );
        }

        static string Sign(HouseStyle style, ScaleType type, int step)
        {
            var notes = ScaleSpelling.Spell(type, new NoteName(Letter.C)).Ascending;
            return style.Sign(type.Steps[step], StepNaming.LettersBetween(type, notes[step], notes[step + 1]));
        }
    }

    [Fact]
    public void Augmented_seconds_are_asked_for_where_there_are_some()
    {
        var section = Section(
            "mark-semitones",
            "harmonic-minor major minor-blues hungarian-minor",
            HouseStyle.Classical,
            option: "augmented"
        );
        Assert.Equal(
            ["harmonic-minor", "hungarian-minor"],
            Drawing.Scope.Of(section, HouseStyle.Classical).Select(draw => draw.Scale.Id).Distinct().Order()
        );
    }

    [Theory]
    [InlineData("minor-blues", "three blue notes")]
    [InlineData("major-blues", "one blue note")]
    public void The_prompt_says_how_many_blue_notes_there_are(string type, string words) =>
        Assert.EndsWith(
            words,
            Kinds.Get("blue-note").Ask(Sample.Setting("C") with { Scale = ScaleTypes.Get(type), Style = HouseStyle.Jazz }).Prompt,
            StringComparison.Ordinal
        );

    // A heading, instruction or prompt speaks the vocabulary of its style.
    [Fact]
    public void Every_word_is_of_the_styles_vocabulary()
    {
        foreach (var kind in Kinds.All)
        {
            foreach (var option in kind.Options.Select(option => option.Id).DefaultIfEmpty(""))
            {
                var section = Section(kind.Id, ScaleTypes.All.First(kind.Takes).Id, HouseStyle.ToneSemitone, option: option);
                var said = $"{kind.NameIn(HouseStyle.ToneSemitone)} {kind.Instruction(section, HouseStyle.ToneSemitone)}";
                Assert.DoesNotContain("half step", said, StringComparison.OrdinalIgnoreCase);
                Assert.DoesNotContain("whole step", said, StringComparison.OrdinalIgnoreCase);
                Assert.DoesNotContain("whole notes", said, StringComparison.OrdinalIgnoreCase);
                Assert.DoesNotContain("neighboring", said, StringComparison.OrdinalIgnoreCase);
            }
        }
    }

    // No two letters of a list are right for one question, whatever the kind and the mix of scales.
    [Theory]
    [InlineData("chord-scale", "")]
    [InlineData("identify-scale", "")]
    [InlineData("name-key", "")]
    [InlineData("same-notes", "")]
    [InlineData("name-degree", "")]
    [InlineData("written-key", "")]
    [InlineData("mode-parent", "")]
    [InlineData("name-from-steps", "")]
    [InlineData("leading-or-subtonic", "")]
    [InlineData("scale-facts", "palindrome")]
    public void One_letter_of_a_list_is_right(string id, string option)
    {
        var kind = Kinds.Get(id);
        foreach (var style in HouseStyle.Presets)
        {
            var section = Section(
                id,
                string.Join(' ', ScaleTypes.All.Where(kind.Takes).Select(type => type.Id)),
                style,
                option: option
            ) with
            {
                AnswerAs = AnswerForm.Matching,
            };
            var settings = Drawing
                .Scope.Of(section, style)
                .Where((_, i) => i % 7 == 0)
                .Take(20)
                .Select(draw => QuestionSetting.Of(section, draw, style))
                .ToArray();
            var (bank, answers) = AnswerForms.Match(
                kind,
                [.. settings.Select(setting => (setting, kind.Ask(setting), kind.Answer(setting)))],
                3
            );
            Assert.InRange(bank.Length, 2, AnswerForms.MostMatches);
            for (var i = 0; i < settings.Length; i++)
            {
                var right = bank.Where(entry => WordsJudge.IsRight(kind, settings[i] with { AnswerAs = AnswerForm.Write }, entry))
                    .ToArray();
                Assert.Equal($"{(char)('A' + bank.IndexOf(Assert.Single(right)))}: {right[0]}", answers[i].Text);
            }
        }
    }

    [Theory]
    [InlineData("choose-spelling", "harmonic-minor D#", "", "C𝄪 D")]
    [InlineData("choose-spelling", "harmonic-minor Ab", "", "G A𝄫")]
    [InlineData("leading-or-subtonic", "major C", "", "leading_note subtonic")]
    [InlineData("scale-facts", "dorian C", "palindrome", "yes no")]
    public void Where_two_answers_are_in_question_both_stand_among_the_choices(string id, string scale, string option, string choices)
    {
        var words = scale.Split(' ');
        var setting = Sample.Setting(words[1]) with { Scale = ScaleTypes.Get(words[0]), Option = option, AnswerAs = AnswerForm.Choice };
        var offered = AnswerForms.Ask(Kinds.Get(id), setting).Question.Figures.OfType<ChoicesFigure>().Single().Options;
        Assert.Equal(choices.Split(' ').Select(choice => choice.Replace('_', ' ')).Order(), offered.Order());
    }

    // The relatives share a signature, so the mode is said where no line says it.
    [Fact]
    public void A_key_to_choose_by_its_signature_is_of_one_mode() =>
        Assert.Equal(
            ["Major key", "Minor key"],
            new[] { "major", "natural-minor" }.Select(type =>
                AnswerForms
                    .Ask(Kinds.Get("name-key"), Sample.Setting("G") with { Scale = ScaleTypes.Get(type), AnswerAs = AnswerForm.Choice })
                    .Question.Prompt
            )
        );

    // The notes that were missing, typed alone, are as good as the whole scale; the blue note too.
    [Theory]
    [InlineData("complete-scale", "major G", 0, "A D", Verdict.Correct)]
    [InlineData("complete-scale", "major G", 0, "G A B C D E F# G", Verdict.Correct)]
    [InlineData("complete-scale", "major G", 0, "A D#", Verdict.Wrong)]
    [InlineData("blue-note", "minor-blues C", 0, "Gb", Verdict.Correct)]
    [InlineData("blue-note", "minor-blues C", 0, "F#", Verdict.Accepted)]
    [InlineData("blue-note", "minor-blues C", 0, "F", Verdict.Wrong)]
    public void Missing_notes_are_judged_in_their_places(string id, string scale, int variant, string written, Verdict verdict)
    {
        var words = scale.Split(' ');
        var setting = Sample.Setting(words[1]) with { Scale = ScaleTypes.Get(words[0]), Variant = variant };
        Assert.Equal(verdict, WordsJudge.Judge(Kinds.Get(id), setting, written).Verdict);
    }

    // The rule is said where there would be very many answers.
    [Fact]
    public void A_scale_with_many_spellings_has_no_endless_list()
    {
        var answer = Kinds.Get("complete-scale").Answer(Sample.Setting("C") with { Scale = ScaleTypes.Get("chromatic") });
        Assert.InRange(answer.Accepted.Length, 0, 6);
        Assert.NotEmpty(answer.AlsoRight);
    }

    // The altered scale has another spelling in the jazz school, and that is not the melodic minor begun on its seventh.
    [Fact]
    public void A_scale_begun_on_a_degree_has_its_own_notes_alone() =>
        Assert.False(
            Kinds
                .Get("start-on-degree")
                .CanAsk(new Draw(ScaleTypes.Get("melodic-minor-one-way"), new NoteName(Letter.C), Clef.Treble, 5), HouseStyle.Jazz)
        );

    // An answer written on a staff leaves nothing to choose, whatever else the kind asks in words.
    [Fact]
    public void What_is_written_on_a_staff_is_not_chosen()
    {
        var problem = Assert.Throws<SheetFileException>(() =>
            SheetFile.Read(
                """{"gavvet":1,"title":"T","seed":4,"sections":[{"kind":"spell-progression","ask":"staff","answerAs":"choice","count":2}]}"""
            )
        );
        Assert.Contains("Have it written", problem.Message, StringComparison.Ordinal);
        var sheet = SheetFile.Read(
            """{"gavvet":1,"title":"T","seed":4,"sections":[{"kind":"spell-progression","answerAs":"choice","count":2}]}"""
        );
        Assert.Single(Composer.Compose(sheet).Worksheet.Sections[0].Items[0].Question.Figures.OfType<ChoicesFigure>());
    }

    [Fact]
    public void A_list_to_match_has_a_letter_for_each_answer()
    {
        string File(int count) =>
            $$"""{"gavvet":1,"title":"T","seed":4,"sections":[{"kind":"mode-parent","scales":["dorian","lydian","mixolydian"],"keys":{"flats":7,"sharps":7},"answerAs":"matching","count":{{count}} }]}""";
        var sheet = SheetFile.Read(File(26));
        Assert.Equal(26, Composer.Compose(sheet).Worksheet.Sections[0].Bank.Length);
        var problem = Assert.Throws<SheetFileException>(() => SheetFile.Read(File(27)));
        Assert.Contains("up to 26", problem.Message, StringComparison.Ordinal);
        Assert.NotNull(SheetEditor.Apply(sheet, new ChangeCount(1, 27)).Words);
    }

    // What a section needs no reason for is said by nobody: a question's own working is never empty.
    [Fact]
    public void Every_kind_gives_its_reasons()
    {
        foreach (var kind in Kinds.All.Where(kind => !kind.AsksOwn))
        {
            foreach (var option in kind.Options.Select(option => option.Id).DefaultIfEmpty(""))
            {
                var setting = Sample.AllSettings(kind).First() with { Option = option };
                Assert.False(kind.Answer(setting).Working.IsEmpty, $"{kind.Id} {option}");
            }
        }
    }

    // A question that goes up says nothing of coming down; one with accidentals alone nothing of a signature.
    [Fact]
    public void Working_keeps_to_what_is_asked()
    {
        foreach (var kind in Kinds.All.Where(kind => kind.UsesNotation))
        {
            foreach (var type in ScaleTypes.All.Where(kind.Takes))
            {
                var setting = new QuestionSetting(
                    type,
                    new NoteName(Letter.G),
                    Clef.Treble,
                    Notation.Accidentals,
                    Direction.Ascending,
                    Scaffolding.Blank
                );
                if (!kind.CanAsk(new Draw(type, setting.Tonic, setting.Clef), HouseStyle.Classical))
                    continue;
                var words = string.Join(
                    ' ',
                    kind.Answer(setting).Working.Select(step => Working.WorkingSentences.Sentence(HouseStyle.Classical, step))
                );
                Assert.DoesNotContain("Coming down", words, StringComparison.Ordinal);
                Assert.DoesNotContain("signature", words, StringComparison.Ordinal);
                Assert.DoesNotContain(" has one sharp", words, StringComparison.Ordinal);
            }
        }
    }

    private sealed class SameFigure : IEqualityComparer<Figure>
    {
        public static SameFigure Instance { get; } = new();

        public bool Equals(Figure? one, Figure? other) =>
            one?.GetType() == other?.GetType()
            && one!.Given.SequenceEqual(other!.Given)
            && FigureText.Describe(one, []) == FigureText.Describe(other, []);

        public int GetHashCode(Figure figure) => figure.Given.Length;
    }
}
