namespace Gavvet.Worksheets.Tests;

public class SheetEditorTests
{
    private readonly Sheet _sheet = Sample.Sheet();

    private int First => _sheet.Sections[0].Id;

    [Fact]
    public void Pinned_questions_stay_when_all_are_drawn_anew()
    {
        var pinned = _sheet.Sections[0].Slots[2];
        var sheet = _sheet.After(new PinQuestion(First, pinned.Id, true));
        for (var i = 0; i < 10; i++)
        {
            sheet = sheet.After(new RedrawAll());
            Assert.Equal(pinned.Drawn, sheet.Sections[0].Slots[2].Drawn);
        }

        Assert.Contains("Unpin", SheetEditor.Apply(sheet, new RedrawQuestion(First, pinned.Id)).Words, StringComparison.Ordinal);
        Assert.NotEqual(
            string.Join(' ', _sheet.Sections[0].Slots.Select(slot => slot.Drawn)),
            string.Join(' ', sheet.Sections[0].Slots.Select(slot => slot.Drawn))
        );
    }

    [Fact]
    public void A_narrower_scope_lowers_the_count_and_says_so()
    {
        var outcome = SheetEditor.Apply(_sheet, new ChangeKeys(First, Sample.Keys("F C")));
        Assert.Equal(2, outcome.Sheet!.QuestionCount);
        Assert.Contains("two questions", outcome.Words, StringComparison.Ordinal);
        Assert.Equal("keys", outcome.Field);
    }

    public static TheoryData<SheetEdit, string, string> Refusals
    {
        get
        {
            var id = Sample.Sheet().Sections[0].Id;
            return new()
            {
                { new Retitle("  "), "title", "Give the sheet a title" },
                { new Retitle(new string('a', 121)), "title", "up to 120" },
                { new Retitle("a\u0001"), "title", "cannot be printed" },
                { new Reinstruct(new string('a', 601)), "instructions", "up to 600" },
                { new ChangeSetup(Paper.A4, 5), "staffHeight", "from 6 to 14" },
                { new ChangeKeys(id, []), "keys", "Choose at least one key" },
                { new ChangeKeys(id, Sample.Keys("C G#")), "keys", "G♯ major has no key signature. Choose A♭ major instead." },
                { new ChangeClefs(id, []), "clefs", "at least one clef" },
                { new ChangeCount(id, 6), "count", "offer 5 different questions. Ask for 5 or fewer" },
                { new ChangeCount(id, 200), "count", "Ask for 5 or fewer" },
                { new ChangeCount(id, 0), "count", "at least one question" },
                { new ChangeKind(id, "no-such"), "kind", "no kind of question" },
                { new ChangeScaffolding(id, Scaffolding.Signature), "scaffold", "only where scales are written with one" },
                { new ChangeOctaves(id, 4), "octaves", "1 to 3 octaves" },
                { new ChangeMarks(id, 0), "marks", "1 to 20 marks" },
                { new ChangeAnswerForm(id, AnswerForm.Choice), "answerAs", "Have it written" },
                { new ChangeOption(id, "read"), "option", "not asked that way" },
                { new ChangeTuning(id, "E2 A2"), "tuning", "3 to 8 strings" },
                { new ChangeOwnQuestions(id, [new("Why?", "So", null)]), "own", "Choose “Your own questions” first" },
                { new ChangeVersions(27), "versions", "1 to 26" },
                { new RemoveSection(id), "section", "at least one section" },
                { new RemoveSection(999), "section", "no longer on the sheet" },
                { new PinQuestion(id, 999, true), "question", "no longer on the sheet" },
            };
        }
    }

    [Theory, MemberData(nameof(Refusals))]
    public void What_cannot_be_is_refused_at_its_field_in_words(SheetEdit edit, string field, string words)
    {
        var outcome = SheetEditor.Apply(_sheet, edit);
        Assert.Null(outcome.Sheet);
        Assert.Equal(field, outcome.Field);
        Assert.Contains(words, outcome.Words, StringComparison.Ordinal);
    }

    [Fact]
    public void A_sheet_holds_a_hundred_and_twenty_questions_and_no_more()
    {
        var sheet = _sheet
            .After(new ChangeKeys(First, Key.Majors))
            .After(new ChangeClefs(First, Clef.All))
            .After(new ChangeCount(First, 60));
        sheet = sheet.After(new AddSection("write-steps"));
        var second = sheet.Sections[1].Id;
        sheet = sheet.After(new ChangeCount(second, 60));
        Assert.Equal(120, sheet.QuestionCount);
        Assert.Contains("up to 120 questions", SheetEditor.Apply(sheet, new AddSection("name-key")).Words, StringComparison.Ordinal);
        sheet = sheet.After(new ChangeCount(second, 59)).After(new AddSection("name-key"));
        Assert.Contains(
            "There is room for 1",
            SheetEditor.Apply(sheet, new ChangeCount(sheet.Sections[2].Id, 2)).Words,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void Sections_are_added_moved_changed_and_taken_away()
    {
        var sheet = _sheet.After(new AddSection("name-key"));
        var second = sheet.Sections[1].Id;
        Assert.Equal(second, sheet.After(new MoveSection(second, -1)).Sections[0].Id);
        Assert.Equal(second, sheet.After(new MoveSection(second, 5)).Sections[1].Id);
        Assert.Single(sheet.After(new RemoveSection(First)).Sections);
        var lettered = sheet.After(new ChangeScaffolding(First, Scaffolding.Letters)).After(new ChangeKind(First, "name-key"));
        Assert.Equal(Scaffolding.Blank, lettered.Sections[0].Scaffolding);
        Assert.Equal("Mine", sheet.After(new RewordInstruction(second, " Mine ")).Sections[1].Instruction);
        Assert.Equal(Direction.Both, sheet.After(new ChangeDirection(First, Direction.Both)).Sections[0].Direction);
        Assert.Equal(Notation.Signature, sheet.After(new ChangeNotation(First, Notation.Signature)).Sections[0].Notation);
    }

    [Fact]
    public void A_worked_example_asks_none_of_the_sections_questions()
    {
        for (ulong seed = 0; seed < 20; seed++)
        {
            var sheet = Sample.Sheet(seed);
            sheet = sheet.After(new ChangeScaffolding(sheet.Sections[0].Id, Scaffolding.WorkedExample));
            var section = Composer.Compose(sheet).Worksheet.Sections[0];
            Assert.NotNull(section.Example);
            Assert.DoesNotContain(section.Example.Question.Prompt, section.Items.Select(item => item.Question.Prompt));
        }
    }

    [Fact]
    public void A_question_whose_derivations_disagree_is_withheld_and_the_rest_stays()
    {
        var composition = Composer.Compose(
            _sheet,
            new QuestionCatalogue([DisagreesOn.Kind(_sheet.Sections[0].Slots[1].Drawn.Key)]),
            Edition.Only
        );
        Assert.False(composition.Key.MayPrint);
        var withheld = Assert.Single(composition.Key.Withheld);
        Assert.Equal(2, withheld.Number);
        Assert.Contains("disagree", withheld.Reason, StringComparison.Ordinal);
        Assert.Equal(3, composition.Key.Answers.Count);
        Assert.Equal(4, composition.Worksheet.Sections[0].Items.Length);
        Assert.Contains("withheld", composition.Worksheet.Sections[0].Items[1].Question.Prompt, StringComparison.Ordinal);
        Assert.True(Composer.Compose(_sheet).Key.MayPrint);
    }

    // Whatever is changed of a sheet or a section makes another value; read from its own file it is the same value.
    [Fact]
    public void Sheets_are_alike_by_all_they_hold()
    {
        var section = _sheet.Sections[0];
        Assert.Equal(_sheet, SheetFile.Read(SheetFile.Write(_sheet)));
        Section[] others =
        [
            section with
            {
                Id = 9,
            },
            section with
            {
                KindId = "name-key",
            },
            section with
            {
                Instruction = "x",
            },
            section with
            {
                Scales = [ScaleTypes.Get("dorian")],
            },
            section with
            {
                Keys = [Key.Majors[0]],
            },
            section with
            {
                Clefs = [Clef.Alto],
            },
            section with
            {
                Notation = Notation.Signature,
            },
            section with
            {
                Direction = Direction.Both,
            },
            section with
            {
                Scaffolding = Scaffolding.Tonic,
            },
            section with
            {
                Slots = section.Slots.RemoveAt(0),
            },
            section with
            {
                Title = "x",
            },
            section with
            {
                Octaves = 2,
            },
            section with
            {
                Marks = 2,
            },
            section with
            {
                AnswerAs = AnswerForm.Choice,
            },
            section with
            {
                Option = "x",
            },
            section with
            {
                AlsoTonics = [default],
            },
            section with
            {
                WithoutTonics = [default],
            },
            section with
            {
                Columns = 2,
            },
            section with
            {
                Tuning = Tunings.Ukulele,
            },
            section with
            {
                Own = [OwnQuestions.Sample],
            },
        ];
        Assert.Equal(typeof(Section).GetProperties().Count(property => property.CanWrite), others.Length);
        Assert.All(others, other => Assert.NotEqual(section, other));
        Sheet[] sheets =
        [
            _sheet with
            {
                Seed = 99,
            },
            _sheet with
            {
                Title = "x",
            },
            _sheet with
            {
                Instructions = "x",
            },
            _sheet with
            {
                Setup = _sheet.Setup with { StaffHeight = 9 },
            },
            _sheet with
            {
                Sections = _sheet.Sections.Add(section),
            },
            _sheet with
            {
                NextId = 99,
            },
            _sheet with
            {
                Style = HouseStyle.Jazz,
            },
            _sheet with
            {
                Versions = 2,
            },
            _sheet with
            {
                Parts = [Instrument.Parse("viola")],
            },
            _sheet with
            {
                Language = Language.Pseudo,
            },
        ];
        Assert.Equal(typeof(Sheet).GetProperties().Count(property => property.CanWrite), sheets.Length);
        Assert.All(sheets, other => Assert.NotEqual(_sheet, other));
    }
}
