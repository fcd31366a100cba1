namespace Gavvet.Teaching.Tests;

public class LessonSheetTests
{
    private static readonly DateOnly Day = new(2026, 9, 7);

    private static Standing Due(string group, string type, string tonic) =>
        new("Mira", Sample.Skill(type, tonic, group), StandingIs.Shaky, Day, Day.AddDays(7));

    // Every topic of every course sets a sheet in its own scales and keys, and one question beyond.
    [Fact]
    public void Every_topic_sets_questions_in_its_own_scales_and_keys()
    {
        foreach (var topic in Course.Shipped.SelectMany(course => course.Topics))
        {
            var sheet = LessonSheet.Of(topic, [], 4, HouseStyle.Classical, 3, topic.Name);
            Assert.True(sheet is not null, topic.Name);
            Assert.Empty(Composer.Compose(sheet).Key.Withheld);
            Assert.Equal(
                sheet.Sections.Sum(section => section.Slots.Count),
                sheet.Sections.SelectMany(section => section.Slots).Select(slot => slot.Id).Distinct().Count()
            );
            foreach (
                var section in sheet.Sections.Where(section =>
                    section.Title != "A stretch" && QuestionCatalogue.Standard.Get(section.KindId).UsesTonic
                )
            )
                Assert.All(section.Slots, slot => Assert.Contains(slot.Drawn.Scale, topic.Scales));
            Assert.Single(sheet.Sections, section => section.Title == "A stretch");
            Assert.Equal(SheetFile.Write(sheet), SheetFile.Write(SheetFile.Read(SheetFile.Write(sheet))));
        }
    }

    [Fact]
    public void A_warm_up_asks_what_is_due_once_each_and_no_more_than_wished()
    {
        Standing[] due =
        [
            Due("scales", "harmonic-minor", "D"),
            Due("scales", "harmonic-minor", "D") with
            {
                Student = "Bo",
            },
            Due("signatures", "major", "Eb"),
            Due("modes", "dorian", "G"),
            Due("scales", "minor-blues", "A"),
            Due("degrees", "major", "F"),
        ];
        var sections = LessonSheet.WarmUp(due, 3, HouseStyle.Classical, 1);
        Assert.Equal(
            ["harmonic-minor D", "major Eb", "dorian G"],
            sections.Select(section => $"{section.Slots[0].Drawn.Scale.Id} {NoteText.Ascii(section.Slots[0].Drawn.Tonic)}")
        );
        Assert.Equal(["Warm-up", "", ""], sections.Select(section => section.Title));
        Assert.Empty(LessonSheet.WarmUp([], 3, HouseStyle.Classical, 1));
        Assert.Equal(5, LessonSheet.WarmUp(due, 9, HouseStyle.Classical, 1).Length);
    }

    [Fact]
    public void What_is_due_for_one_has_other_numbers_each_day_and_the_same_questions_all_day()
    {
        Standing[] due = [Due("scales", "harmonic-minor", "D"), Due("signatures", "major", "Eb")];
        Sheet Drawn(int later, string student = "x") => LessonSheet.Due(due, 8, HouseStyle.Classical, Day.AddDays(later), student, "Due")!;
        int[] Numbers(Sheet sheet) => [.. sheet.Sections.SelectMany(section => section.Slots).Select(slot => slot.Id)];
        Assert.Equal(SheetFile.Write(Drawn(0)), SheetFile.Write(Drawn(0)));
        Assert.Equal(["", ""], Drawn(0).Sections.Select(section => section.Title));
        Assert.NotEqual(Drawn(0).Seed, Drawn(0, "y").Seed);
        var days = Enumerable.Range(0, 9_000).Select(later => Drawn(later % 40 == 0 ? later : 0)).ToArray();
        var numbers = days.Where((_, later) => later % 40 == 0).SelectMany(Numbers).ToArray();
        Assert.Equal(numbers.Length, numbers.Distinct().Count());
        Assert.Equal(SheetFile.Write(days[40]), SheetFile.Write(SheetFile.Read(SheetFile.Write(days[40]))));
        Assert.Null(LessonSheet.Due([], 8, HouseStyle.Classical, Day, "x", "Due"));
    }

    // Heavy skills that are due before a light topic: some of them wait for another day.
    [Fact]
    public void A_warm_up_is_no_heavier_than_the_lesson()
    {
        Standing[] due = [.. new[] { "Db", "B", "Gb", "E", "Ab" }.Select(tonic => Due("scales", "melodic-minor", tonic))];
        var topic = new Topic("Signatures", 1, [], [ScaleTypes.Major], [NoteText.Parse("C")], ["signatures"]);
        var lesson = LessonSheet.Of(topic, [], 5, HouseStyle.Classical, 3, "Lesson")!;
        var sheet = LessonSheet.Of(topic, due, 5, HouseStyle.Classical, 3, "Lesson")!;
        var warmUp = Composer.Compose(sheet).Worksheet.Load - Composer.Compose(lesson).Worksheet.Load;
        Assert.True(warmUp <= Composer.Compose(lesson).Worksheet.Load, $"{warmUp}");
        Assert.InRange(sheet.Sections.Count - lesson.Sections.Count, 1, 4);
    }
}
