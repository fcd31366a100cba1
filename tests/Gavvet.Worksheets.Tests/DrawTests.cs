namespace Gavvet.Worksheets.Tests;

public class DrawTests
{
    [Fact]
    public void The_generator_gives_the_published_numbers()
    {
        // SplitMix64 from seed 1234567, the test values commonly published with it (from memory).
        ulong[] expected = [6457827717110365317, 3203168211198807973, 9817491932198370423, 4593380528125082431, 16408922859458223821];
        Assert.Equal(expected, Enumerable.Range(1, 5).Select(i => SplitMix64.At(1234567, (ulong)i)));
    }

    [Theory]
    [InlineData("Cb Gb Db Ab Eb Bb F C G D A E B F# C#", 15, 1)]
    [InlineData("C G D", 3, 1)]
    [InlineData("C G D", 12, 4)]
    [InlineData("F C G D A", 10, 2)]
    public void No_question_comes_twice_and_keys_and_clefs_are_spread_evenly(string keys, int count, int clefs)
    {
        for (ulong seed = 0; seed < 40; seed++)
        {
            var sheet = Sample.Sheet(seed);
            var id = sheet.Sections[0].Id;
            sheet = sheet
                .After(new ChangeClefs(id, [.. Clef.All.Take(clefs)]))
                .After(new ChangeKeys(id, Sample.Keys(keys)))
                .After(new ChangeCount(id, count));
            var draws = sheet.Sections[0].Slots.Select(slot => slot.Drawn).ToArray();
            Assert.Equal(count, draws.Distinct().Count());
            AssertEven(draws.Select(draw => draw.Key), keys.Split(' ').Length);
            AssertEven(draws.Select(draw => draw.Clef), clefs);
        }

        static void AssertEven<T>(IEnumerable<T> drawn, int possible)
        {
            var counts = drawn.GroupBy(what => what).Select(group => group.Count()).ToArray();
            var least = counts.Length < possible ? 0 : counts.Min();
            Assert.InRange(counts.Max() - least, 0, 1);
        }
    }

    [Fact]
    public void Two_sections_of_a_kind_share_no_question_while_others_remain()
    {
        for (ulong seed = 0; seed < 30; seed++)
        {
            var sheet = Sample.Sheet(seed);
            var first = sheet.Sections[0].Id;
            sheet = sheet.After(new ChangeKeys(first, Sample.Keys("Eb Bb F C G D A E"))).After(new AddSection("write-scale"));
            var drawn = sheet.Sections.SelectMany(section => section.Slots).Select(slot => slot.Drawn).ToArray();
            Assert.Equal(8, drawn.Distinct().Count());
        }
    }

    [Fact]
    public void The_same_seed_draws_the_same_sheet_and_another_seed_another()
    {
        Assert.Equal(SheetFile.Write(Sample.Sheet(3)), SheetFile.Write(Sample.Sheet(3)));
        Assert.True(
            Enumerable
                .Range(0, 20)
                .Select(seed => string.Join(' ', Sample.Sheet((ulong)seed).Sections[0].Slots.Select(slot => slot.Drawn.Key)))
                .Distinct()
                .Count() > 10
        );
    }

    [Fact]
    public void Drawing_one_question_anew_changes_it_and_no_other()
    {
        var sheet = Sample.Sheet();
        var section = sheet.Sections[0];
        var redrawn = sheet.After(new RedrawQuestion(section.Id, section.Slots[1].Id)).Sections[0];
        Assert.NotEqual(section.Slots[1].Drawn, redrawn.Slots[1].Drawn);
        Assert.Equal(section.Slots.RemoveAt(1), redrawn.Slots.RemoveAt(1));
        Assert.Equal(4, redrawn.Slots.Select(slot => slot.Drawn).Distinct().Count());
    }

    [Fact]
    public void When_everything_is_asked_already_drawing_anew_says_so()
    {
        var sheet = Sample.Sheet();
        var id = sheet.Sections[0].Id;
        sheet = sheet.After(new ChangeCount(id, 5));
        var outcome = SheetEditor.Apply(sheet, new RedrawQuestion(id, sheet.Sections[0].Slots[0].Id));
        Assert.Null(outcome.Sheet);
        Assert.Contains("Choose more keys", outcome.Words, StringComparison.Ordinal);
    }

    [Fact]
    public void Editing_one_section_disturbs_no_other()
    {
        var sheet = Sample.Sheet().After(new AddSection("name-key")).After(new AddSection("write-steps"));
        var edited = sheet
            .After(new ChangeKeys(sheet.Sections[0].Id, Sample.Keys("C G D A E B")))
            .After(new ChangeCount(sheet.Sections[0].Id, 6));
        Assert.Equal(SlotsText(sheet, 1), SlotsText(edited, 1));
        Assert.Equal(SlotsText(sheet, 2), SlotsText(edited, 2));

        static string SlotsText(Sheet sheet, int index) => string.Join(';', sheet.Sections[index].Slots);
    }

    [Fact]
    public void Coming_back_to_a_scope_brings_back_its_questions()
    {
        var sheet = Sample.Sheet();
        var id = sheet.Sections[0].Id;
        var there = sheet.After(new ChangeKeys(id, Sample.Keys("A E B F# C#")));
        var back = there.After(new ChangeKeys(id, sheet.Sections[0].Keys));
        Assert.NotEqual(SheetFile.Write(sheet), SheetFile.Write(there));
        Assert.Equal(SheetFile.Write(sheet), SheetFile.Write(back));
    }
}
