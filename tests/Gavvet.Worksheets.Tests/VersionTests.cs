using Gavvet.Worksheets.Drawing;
using Gavvet.Worksheets.Versions;

namespace Gavvet.Worksheets.Tests;

/// <summary>Versions of equal load, and the loads they rest on.</summary>
public class VersionTests
{
    private static string Recipe(int versions, ulong seed, string sections) =>
        $$"""{"gavvet":1,"title":"Quiz","seed":{{seed}},"versions":{{versions}},"sections":[{{sections}}]}""";

    private const string Mixed = """
        {"kind":"write-scale","scales":["major","harmonic-minor","dorian"],"keys":{"flats":5,"sharps":5},"clefs":["treble","bass"],"count":5},
        {"kind":"name-key","scales":["major","natural-minor"],"clefs":["treble","alto"],"count":4},
        {"kind":"write-degree","scales":["major","natural-minor"],"count":6},
        {"kind":"relative-key","scales":["natural-minor"],"count":1}
        """;

    [Theory]
    [InlineData(2)]
    [InlineData(4)]
    [InlineData(10)]
    public void Versions_weigh_the_same_and_share_no_question(int versions)
    {
        for (ulong seed = 0; seed < 12; seed++)
        {
            var sheet = SheetFile.Read(Recipe(versions, seed, Mixed));
            var made = SheetVersions.Of(sheet);
            Assert.Equal(versions, made.Length);
            Assert.Equal(SheetFile.Write(sheet), SheetFile.Write(made[0].Sheet));
            Assert.InRange(made.Max(version => version.Load), 0, made.Min(version => version.Load) * 1.05);
            var asked = made.SelectMany(version =>
                    version.Sheet.Sections.SelectMany(section => section.Slots.Select(slot => QuestionIdentity.Of(section, slot.Drawn)))
                )
                .ToArray();
            Assert.Equal(asked.Length, asked.Distinct().Count());
            Assert.All(made, version =>
                Assert.Equal(
                    sheet.Sections.Select(section => (section.KindId, section.Slots.Count)),
                    version.Sheet.Sections.Select(section => (section.KindId, section.Slots.Count))
                )
            );
        }
    }

    // In a part every question stands in the part's clef, so a scale in two clefs would come twice.
    [Fact]
    public void Versions_for_parts_share_no_scale_in_whatever_clef()
    {
        for (ulong seed = 0; seed < 12; seed++)
        {
            var sheet = SheetFile.Read(
                Recipe(3, seed, """{"kind":"write-scale","keys":{"flats":7,"sharps":7},"clefs":["treble","bass","alto"],"count":5}""")
            );
            var inParts = SheetEditor.Apply(sheet, new ChangeParts([Instrument.Parse("flute"), Instrument.Parse("horn")])).Sheet!;
            Assert.Equal(
                15,
                SheetVersions
                    .Of(inParts)
                    .SelectMany(version => version.Sheet.Sections[0].Slots.Select(slot => slot.Drawn.Tonic))
                    .Distinct()
                    .Count()
            );
            Assert.Equal(3, SheetVersions.Capacity(inParts).Versions);
            Assert.Equal(9, SheetVersions.Capacity(sheet).Versions);
        }
    }

    [Fact]
    public void Questions_that_differ_in_their_clef_alone_are_named_when_parts_are_chosen_and_drawn_apart_again()
    {
        var sheet = SheetFile.Read(
            Recipe(1, 3, """{"kind":"write-scale","keys":{"flats":1,"sharps":1},"clefs":["treble","bass"],"count":6}""")
        );
        var outcome = SheetEditor.Apply(sheet, new ChangeParts([Instrument.Parse("flute")]));
        Assert.Contains("differ in their clef alone", outcome.Words, StringComparison.Ordinal);
        Assert.Null(SheetEditor.Apply(sheet, new ChangeParts([])).Words);
        // The teacher's own questions have no clef to differ in.
        var own = SheetFile.Read(
            Recipe(
                1,
                3,
                """{"kind":"free-text","questions":[{"prompt":"a","answer":"b"}]},{"kind":"free-text","questions":[{"prompt":"c","answer":"d"}]}"""
            )
        );
        Assert.Null(SheetEditor.Apply(own, new ChangeParts([Instrument.Parse("flute")])).Words);

        var wider = SheetEditor.Apply(outcome.Sheet!, new ChangeKeys(sheet.Sections[0].Id, Key.Majors)).Sheet!;
        var again = SheetEditor.Apply(wider, new RedrawAll()).Sheet!;
        Assert.Null(SheetEditor.Apply(again, new ChangeParts(again.Parts)).Words);
    }

    // Three versions of five use the fifteen major keys up: the loads must be dealt out evenly all the same.
    [Fact]
    public void A_scope_used_up_to_the_last_question_is_dealt_out_evenly()
    {
        for (ulong seed = 0; seed < 12; seed++)
        {
            var made = SheetVersions.Of(SheetFile.Read(Recipe(3, seed, """{"kind":"write-scale","count":5}""")));
            Assert.Equal(15, made.SelectMany(version => version.Sheet.Sections[0].Slots.Select(slot => slot.Drawn)).Distinct().Count());
            Assert.InRange(made.Max(version => version.Load), 0, made.Min(version => version.Load) * 1.05);
        }
    }

    [Fact]
    public void The_capacity_names_the_section_that_allows_no_more()
    {
        var sheet = SheetFile.Read(
            Recipe(
                1,
                3,
                """{"kind":"write-scale","scales":["major","dorian"],"clefs":["treble","bass"],"count":2},{"kind":"relative-key","scales":["natural-minor"],"keys":{"flats":2,"sharps":2},"count":2}"""
            )
        );
        var capacity = SheetVersions.Capacity(sheet);
        Assert.Equal((2, sheet.Sections[1].Id), (capacity.Versions, capacity.BottleneckId));
        var rivals = SheetFile.Read(
            Recipe(
                1,
                3,
                """{"kind":"relative-key","scales":["natural-minor"],"count":3},{"kind":"relative-key","scales":["natural-minor"],"count":2}"""
            )
        );
        Assert.Equal(3, SheetVersions.Capacity(rivals).Versions);
        Assert.Null(
            SheetVersions
                .Capacity(SheetFile.Read(Recipe(1, 3, """{"kind":"write-degree","scales":["major","natural-minor"],"count":2}""")))
                .BottleneckId
        );
    }

    [Fact]
    public void Beyond_the_capacity_questions_come_again_and_versions_are_still_made()
    {
        var made = SheetVersions.Of(SheetFile.Read(Recipe(26, 1, """{"kind":"write-scale","keys":{"flats":2,"sharps":2},"count":4}""")));
        Assert.Equal(26, made.Length);
        Assert.Equal('Z', made[^1].Letter);
    }

    public static TheoryData<string> Kinds => [.. QuestionCatalogue.Standard.All.Select(kind => kind.Id)];

    // One thing made harder at a time, all else alike: the load never falls.
    [Theory, MemberData(nameof(Kinds))]
    public void The_load_never_falls_when_a_question_gets_harder(string id)
    {
        var kind = QuestionCatalogue.Standard.Get(id);
        foreach (var setting in Sample.AllSettings(kind).Where((_, i) => i % 11 == 0).Take(400))
        {
            var load = QuestionLoad.Of(kind, setting);
            Assert.True(load > 0);
            foreach (var harder in Harder(kind, setting))
                Assert.True(QuestionLoad.Of(kind, harder) >= load, $"{setting} against {harder}");
        }
    }

    [Fact]
    public void Each_thing_that_makes_a_scale_harder_to_write_weighs()
    {
        var kind = QuestionCatalogue.Standard.Get("write-scale");
        var easy = Sample.Setting("C", scaffolding: Scaffolding.Letters);
        int Load(QuestionSetting setting) => QuestionLoad.Of(kind, setting);
        Assert.True(Load(Sample.Setting("E", scaffolding: Scaffolding.Letters)) > Load(easy));
        Assert.True(Load(easy with { Clef = Clef.Alto }) > Load(easy));
        Assert.True(Load(easy with { Direction = Direction.Both }) > Load(easy));
        Assert.True(Load(easy with { Scaffolding = Scaffolding.Blank }) > Load(easy));
        Assert.True(Load(easy with { Octaves = 2 }) > Load(easy));
        Assert.True(Load(easy with { Scale = ScaleTypes.Get("harmonic-minor") }) > Load(easy with { Scale = ScaleTypes.NaturalMinor }));
        // D sharp harmonic minor has a double sharp, C sharp harmonic minor has none.
        Assert.True(
            Load(easy with { Scale = ScaleTypes.Get("harmonic-minor"), Tonic = NoteText.Parse("D#") })
                - Load(easy with { Scale = ScaleTypes.Get("harmonic-minor"), Tonic = NoteText.Parse("C#") })
                > 1
        );
    }

    private static IEnumerable<QuestionSetting> Harder(QuestionKind kind, QuestionSetting setting)
    {
        // A key further out, as the student writes it: for a part, for the twin, for the other mode.
        int Written(QuestionSetting asked) => Math.Abs(kind.Writes(asked).Key.Fifths);
        foreach (var away in new[] { setting.Tonic.Fifths - 1, setting.Tonic.Fifths + 1 }.Where(fifths => Math.Abs(fifths) <= 7))
        {
            var moved = setting with { Tonic = NoteName.FromFifths(away) };
            if (
                setting.Scale == ScaleTypes.Major
                && kind.CanAsk(new Draw(moved.Scale, moved.Tonic, moved.Clef, moved.Variant), moved.Style)
                && Written(moved) >= Written(setting)
            )
                yield return moved;
        }

        if (kind.UsesDirection)
            yield return setting with
            {
                Direction = Direction.Both,
            };
        // The next clef that is read less; from a pair of clefs only where the other of the two stays.
        if (
            kind.UsesClef
            && kind.Id != "change-clef"
            && Clef.All.Where(clef => clef.Unfamiliarity > setting.Clef.Unfamiliarity).MinBy(clef => clef.Unfamiliarity) is { } rarer
        )
            yield return setting with
            {
                Clef = rarer,
            };
        if (setting.Scaffolding != Scaffolding.Blank)
            yield return setting with
            {
                Scaffolding = Scaffolding.Blank,
            };
        if (kind.UsesOctaves)
            yield return setting with
            {
                Octaves = 3,
            };
        if (setting.AnswerAs != AnswerForm.Write)
            yield return setting with
            {
                AnswerAs = AnswerForm.Write,
            };
        if (setting.Scale == ScaleTypes.NaturalMinor)
            yield return setting with
            {
                Scale = ScaleTypes.Get("harmonic-minor"),
            };
    }
}
