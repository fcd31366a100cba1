using Gavvet.Worksheets.Versions;

namespace Gavvet.Worksheets.Tests;

public class QuestionEditorTests
{
    private readonly Sheet _sheet = Sample.Sheet();

    private Section Section => _sheet.Sections[0];

    private Slot First => Section.Slots[0];

    [Fact]
    public void A_tonic_chosen_by_hand_may_lie_outside_the_scope_and_stays_through_every_redraw()
    {
        var sheet = _sheet.After(new ChooseTonic(Section.Id, First.Id, NoteText.Parse("F#"))).After(new RedrawAll());
        var slot = sheet.Sections[0].Slots[0];
        Assert.Equal((NoteText.Parse("F#"), true), (slot.Drawn.Tonic, slot.Pinned));
        var composition = Composer.Compose(sheet);
        // F♯ major has six sharps, among them E♯: common practice, no source.
        Assert.Contains("E♯", composition.Key.Answers[slot.Id].Text, StringComparison.Ordinal);
    }

    [Fact]
    public void A_tonic_without_a_key_is_refused_with_ones_that_would_do()
    {
        var outcome = SheetEditor.Apply(_sheet, new ChooseTonic(Section.Id, First.Id, NoteText.Parse("G#")));
        Assert.Null(outcome.Sheet);
        Assert.Equal("question", outcome.Field);
        Assert.Contains("G♯ major. Choose C♯, F♯", outcome.Words, StringComparison.Ordinal);
    }

    [Fact]
    public void A_clef_is_changed_for_one_question_alone()
    {
        var sheet = _sheet.After(new ChooseClef(Section.Id, First.Id, Clef.Alto));
        Assert.Equal([Clef.Alto, Clef.Treble, Clef.Treble, Clef.Treble], sheet.Sections[0].Slots.Select(slot => slot.Drawn.Clef));
        var words = _sheet.After(new ChangeKind(Section.Id, "relative-key"));
        Assert.Contains(
            "no clef",
            SheetEditor.Apply(words, new ChooseClef(Section.Id, First.Id, Clef.Alto)).Words,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void Heavier_and_lighter_go_step_by_step_to_the_end_of_the_scope()
    {
        var sheet = _sheet.After(new ChangeKeys(Section.Id, Key.Majors)).After(new ChangeCount(Section.Id, 1));
        var loads = new List<int>();
        while (SheetEditor.Apply(sheet, new WeighQuestion(Section.Id, First.Id, true)).Sheet is { } heavier)
        {
            sheet = heavier;
            loads.Add(SheetVersions.TotalLoad(sheet));
        }

        Assert.Equal(loads.Order().Distinct(), loads);
        Assert.Equal(7, Math.Abs(sheet.Sections[0].Slots[0].Drawn.Key.Fifths));
        while (SheetEditor.Apply(sheet, new WeighQuestion(Section.Id, First.Id, false)).Sheet is { } lighter)
            sheet = lighter;
        Assert.Equal(0, sheet.Sections[0].Slots[0].Drawn.Key.Fifths);
        Assert.Contains(
            "nothing lighter",
            SheetEditor.Apply(sheet, new WeighQuestion(Section.Id, First.Id, false)).Words,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void Own_words_are_printed_survive_the_file_and_go_with_the_question_they_were_about()
    {
        var sheet = _sheet.After(new RewordQuestion(Section.Id, First.Id, "  The scale of the song we sang on Monday  "));
        var read = SheetFile.Read(SheetFile.Write(sheet));
        Assert.Equal("The scale of the song we sang on Monday", Composer.Compose(read).Worksheet.Sections[0].Items[0].Question.Prompt);
        var versions = SheetVersions.Of(read.After(new ChangeVersions(2)));
        Assert.NotEqual("", versions[0].Sheet.Sections[0].Slots[0].Prompt);
        Assert.Equal("", versions[1].Sheet.Sections[0].Slots[0].Prompt);
        var again = read.After(new PinQuestion(Section.Id, First.Id, false))
            .After(new ChangeKeys(Section.Id, Key.Majors))
            .After(new RedrawQuestion(Section.Id, First.Id));
        Assert.Equal("", again.Sections[0].Slots[0].Prompt);
        Assert.Contains(
            "cannot be printed",
            SheetEditor.Apply(sheet, new RewordQuestion(Section.Id, First.Id, "\u0007")).Words,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void Questions_move_and_go_and_the_others_stay_as_they_were()
    {
        var slots = Section.Slots;
        var moved = _sheet.After(new MoveQuestion(Section.Id, First.Id, 2)).Sections[0].Slots;
        Assert.Equal([slots[1], slots[2], slots[0], slots[3]], moved);
        var fewer = _sheet.After(new RemoveQuestion(Section.Id, First.Id));
        Assert.Equal([slots[1], slots[2], slots[3]], fewer.Sections[0].Slots);
        var one = slots.Skip(1).Aggregate(_sheet, (sheet, slot) => sheet.After(new RemoveQuestion(Section.Id, slot.Id)));
        Assert.Contains("only question", SheetEditor.Apply(one, new RemoveQuestion(Section.Id, First.Id)).Words, StringComparison.Ordinal);
    }

    [Fact]
    public void Own_questions_move_and_go_with_their_answers()
    {
        var sheet = _sheet
            .After(new ChangeKind(Section.Id, "free-text"))
            .After(new ChangeOwnQuestions(Section.Id, [new("First?", "1", null), new("Second?", "2", null), new("Third?", "3", null)]));
        var slot = sheet.Sections[0].Slots[0].Id;
        var moved = sheet.After(new MoveQuestion(Section.Id, slot, 1));
        Assert.Equal(
            ["Second?", "First?", "Third?"],
            Composer.Compose(moved).Worksheet.Sections[0].Items.Select(item => item.Question.Prompt)
        );
        Assert.Equal("1", Composer.Compose(moved).Key.Answers[slot].Text);
        var gone = moved.After(new RemoveQuestion(Section.Id, slot));
        Assert.Equal(["Second?", "Third?"], Composer.Compose(gone).Worksheet.Sections[0].Items.Select(item => item.Question.Prompt));
    }

    [Fact]
    public void A_question_is_added_at_a_place_and_only_while_there_is_another()
    {
        var sheet = _sheet.After(new AddQuestionAt(Section.Id, Sample.MajorKey("Db")));
        Assert.Equal(
            (NoteText.Parse("Db"), true, 5),
            (sheet.Sections[0].Slots[^1].Drawn.Tonic, sheet.Sections[0].Slots[^1].Pinned, sheet.QuestionCount)
        );
        Assert.Contains(
            "no further question about D♭ major",
            SheetEditor.Apply(sheet, new AddQuestionAt(Section.Id, Sample.MajorKey("Db"))).Words,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void Single_tonics_are_added_to_the_keys_and_left_out()
    {
        var sheet = _sheet.After(
            new ChangeKeys(Section.Id, Sample.Keys("C G")) { Also = [NoteText.Parse("F#")], Without = [NoteText.Parse("G")] }
        );
        Assert.Equal(["C", "F♯"], sheet.Sections[0].Slots.Select(slot => $"{slot.Drawn.Tonic}").Order());
        Assert.Equal(sheet.Sections[0].AlsoTonics, sheet.After(new ChangeKeys(Section.Id, Sample.Keys("C"))).Sections[0].AlsoTonics);
    }

    [Fact]
    public void A_kept_section_is_drawn_for_the_sheet_it_comes_to()
    {
        var kept = _sheet.After(new ChangeHeading(Section.Id, "Warm up")).Sections[0];
        var sheet = _sheet.After(new AddKeptSection(kept));
        Assert.Equal("Warm up", sheet.Sections[1].Title);
        Assert.Equal(
            sheet.Sections.SelectMany(section => section.Slots.Select(slot => slot.Id).Append(section.Id)).Distinct().Count(),
            sheet.NextId - 1
        );
        // One of the five keys is left that the first section does not ask.
        Assert.DoesNotContain(sheet.Sections[1].Slots[0].Drawn, sheet.Sections[0].Slots.Select(slot => slot.Drawn));
    }

    // Pinned, put on another tonic, put in another clef, or added in a gap: then every other kind is chosen.
    public static TheoryData<string> Kinds => [.. QuestionCatalogue.Standard.All.Select(kind => kind.Id)];

    [Theory, MemberData(nameof(Kinds))]
    public void Whatever_was_fastened_by_hand_another_kind_leaves_a_sheet_that_can_be_read(string kind)
    {
        foreach (var from in new[] { "write-scale", "enharmonic-key", "free-text" })
        {
            var sheet = SheetEditor.NewSheet(3).After(new ChangeKind(1, from));
            var (section, slot) = (sheet.Sections[0], sheet.Sections[0].Slots[0].Id);
            foreach (
                var fastened in new SheetEdit[]
                {
                    new PinQuestion(1, slot, true),
                    new ChooseTonic(1, slot, section.Slots[0].Drawn.Tonic),
                    new ChooseClef(1, slot, Clef.Alto),
                    new AddQuestionAt(1, Key.Majors[^1]),
                }
            )
            {
                var changed = (SheetEditor.Apply(sheet, fastened).Sheet ?? sheet).After(new ChangeKind(1, kind));
                Assert.Equal(SheetFile.Write(changed), SheetFile.Write(SheetFile.Read(SheetFile.Write(changed))));
                Assert.All(changed.Sections[0].Slots, asked =>
                    Assert.True(Drawing.Scope.CanAsk(changed.Sections[0], changed.Style, asked.Drawn))
                );
            }
        }
    }

    [Theory]
    [InlineData("A#")]
    [InlineData("B#")]
    [InlineData("E#")]
    [InlineData("Ebb")]
    [InlineData("F##")]
    public void A_chromatic_scale_on_a_far_tonic_is_saved_and_opened_and_its_file_is_brought_in(string tonic)
    {
        var recipe =
            $$"""{"gavvet":1,"title":"Far","sections":[{"kind":"write-scale","scales":["chromatic"],"keys":{"flats":0,"sharps":0,"add":["{{tonic}}"]},"count":2}]}""";
        var sheet = SheetFile.Read(recipe);
        Assert.Contains(sheet.Sections[0].Slots, slot => NoteText.Ascii(slot.Drawn.Tonic) == tonic);
        Assert.Equal(SheetFile.Write(sheet), SheetFile.Write(SheetFile.Read(SheetFile.Write(sheet))));
        Assert.Empty(Composer.Compose(sheet).Key.Withheld);
    }
}
