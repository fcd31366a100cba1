namespace Gavvet.Worksheets.Tests;

public class SheetComparisonTests
{
    private static readonly Sheet Before = Sample.Sheet();

    private static int First => Before.Sections[0].Id;

    public static TheoryData<SheetEdit, string> Edits =>
        new()
        {
            { new Retitle("Other"), "The title was “Major scales” and is “Other”." },
            { new Reinstruct("Use a pencil."), "The instructions changed." },
            { new ChangeSetup(Paper.Letter, 8), "Paper or staff size changed." },
            { new ChangeHouseStyle(HouseStyle.Jazz), "The house style was classical and is jazz." },
            { new ChangeParts([Instrument.Parse("viola")]), "It is for Viola." },
            { new AddSection("name-key"), "Section “Name the key” is new, with four questions." },
            { new ChangeKeys(First, Sample.Keys("F C")), "“Write the scale”: other keys." },
            { new ChangeCount(First, 3), "“Write the scale”: four questions before, three questions now." },
            { new ChangeMarks(First, 2), "“Write the scale”: other marks." },
            { new ChangeDirection(First, Direction.Both), "“Write the scale”: other ways of asking." },
            { new ChooseTonic(First, Before.Sections[0].Slots[0].Id, NoteText.Parse("F#")), "became F♯ major, treble." },
            { new MoveQuestion(First, Before.Sections[0].Slots[0].Id, 1), "the questions stand in another order." },
            { new PinQuestion(First, Before.Sections[0].Slots[0].Id, true), "The sheet’s settings changed." },
        };

    [Theory]
    [MemberData(nameof(Edits))]
    public void Every_change_has_its_words(SheetEdit edit, string words) =>
        Assert.Contains(SheetComparison.Between(Before, Before.After(edit)), sentence =>
            sentence.Contains(words, StringComparison.Ordinal)
        );

    [Fact]
    public void No_change_has_none() => Assert.Empty(SheetComparison.Between(Before, SheetFile.Read(SheetFile.Write(Before))));

    [Fact]
    public void The_shelf_is_whole_in_order_and_every_section_of_it_can_be_set_and_answered()
    {
        Assert.Equal(20, ShippedSections.All.Select(shelved => shelved.Id).Distinct().Count());
        foreach (var shelved in ShippedSections.All)
        {
            var sheet = Before.After(new AddKeptSection(shelved.Section));
            Assert.Equal(shelved.Section.Slots.Count, sheet.Sections[^1].Slots.Count);
            Assert.True(Composer.Compose(sheet).Key.MayPrint, shelved.Name);
        }
    }
}
