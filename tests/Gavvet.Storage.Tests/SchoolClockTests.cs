using Gavvet.Teaching;

namespace Gavvet.Storage.Tests;

/// <summary>A day is the school's, wherever the server stands and whatever its clock is set to.</summary>
public sealed class SchoolClockTests : OnFolder
{
    private static readonly SetItem Item = Sample.Item();

    private async Task<SchoolClock> ClockIn(string zone)
    {
        var clock = new SchoolClock(Clock);
        await clock.ChooseAsync(new DeskSettings(Data), zone);
        return clock;
    }

    // Midnight of 2 March 2026 in six places, and the minute before; offsets as the tz database has them (common practice, no source).
    [Theory]
    [InlineData("Pacific/Kiritimati", 14, 0)]
    [InlineData("Asia/Kolkata", 5, 30)]
    [InlineData("Europe/Berlin", 1, 0)]
    [InlineData("America/New_York", -5, 0)]
    [InlineData("Pacific/Pago_Pago", -11, 0)]
    [InlineData("Australia/Lord_Howe", 11, 0)]
    public async Task What_is_printed_before_midnight_is_of_the_day_before_whenever_it_is_marked(string zone, int hours, int minutes)
    {
        var clock = await ClockIn(zone);
        var offset = new TimeSpan(hours, minutes, 0);
        var midnight = new DateTimeOffset(2026, 3, 4, 0, 0, 0, offset);
        Clock.Pass(midnight - TimeSpan.FromMinutes(1) - Clock.GetUtcNow());
        Assert.Equal(new DateOnly(2026, 3, 3), clock.Today());

        var classes = new ClassStore(Data, clock);
        var group = await classes.CreateAsync("Strings");
        await classes.AddAsync(group, [new Student("", "Mira")]);
        var student = (await classes.FindAsync(group))!.Students[0].Id;
        var sheet = await Sheets.CreateAsync(SheetEditor.NewSheet(1));
        async Task<string> PrintAsync() =>
            (
                await new PrintingStore(Data, clock).AddAsync(
                    new PrintingToKeep(sheet.Id, sheet.Head.Revision, "", "{}", [], []) { ClassId = group, Papers = [(student, 2)] }
                )
            )!;
        var printing = await PrintAsync();
        var markings = new MarkingStore(Data, clock);
        await markings.AddAsync(printing, 1, Item, new Marking(MarkedAs.Wrong, 0, 1, []));
        await new Backups(Folder, clock).KeepDailyAsync();
        Clock.Pass(TimeSpan.FromMinutes(1));
        Assert.Equal(new DateOnly(2026, 3, 4), clock.Today());
        await markings.AddAsync(printing, 1, Item with { Number = 2 }, new Marking(MarkedAs.Wrong, 0, 1, []));
        await markings.AddAsync(await PrintAsync(), 1, Item, new Marking(MarkedAs.Wrong, 0, 1, []));
        await new Backups(Folder, clock).KeepDailyAsync();

        Assert.Equal(
            [new DateOnly(2026, 3, 3), new DateOnly(2026, 3, 3), new DateOnly(2026, 3, 4)],
            (await markings.AnswersAsync(group)).Select(answer => answer.Day)
        );
        Assert.Equal(
            [new DateOnly(2026, 3, 3), new DateOnly(2026, 3, 3), new DateOnly(2026, 3, 4)],
            (await markings.EvidenceAsync(group)).Select(kept => kept.Evidence.Day)
        );
        Assert.Equal(["2026-03-04", "2026-03-03"], new Backups(Folder, clock).Copies().Select(copy => copy.Name));
        Assert.All((await markings.CurrentAsync(printing)).Values, kept => Assert.Equal(offset, kept.MarkedAt.Offset));
    }

    // On 29 March 2026 the clocks of Berlin go from 2 to 3, on 25 October from 3 to 2; in Lord Howe by half an hour, on 5 April and 4
    // October.
    [Theory]
    [InlineData("Europe/Berlin", "2026-03-28T22:30:00Z", 23.25, "2026-03-28", "2026-03-29")]
    [InlineData("Europe/Berlin", "2026-10-24T21:30:00Z", 24.5, "2026-10-24", "2026-10-25")]
    [InlineData("Australia/Lord_Howe", "2026-04-04T12:30:00Z", 24.25, "2026-04-04", "2026-04-05")]
    [InlineData("America/New_York", "2026-03-08T04:30:00Z", 23.25, "2026-03-07", "2026-03-08")]
    public async Task A_day_on_which_the_clocks_change_is_one_day(string zone, string evening, double hours, string day, string next)
    {
        var clock = await ClockIn(zone);
        Clock.Pass(DateTimeOffset.Parse(evening, System.Globalization.CultureInfo.InvariantCulture) - Clock.GetUtcNow());
        Assert.Equal(day, $"{clock.Today():yyyy-MM-dd}");
        await new Backups(Folder, clock).KeepDailyAsync();
        // Half an hour to midnight, then to the last half hour of the day that has an hour less or more.
        Clock.Pass(TimeSpan.FromHours(hours));
        Assert.Equal(next, $"{clock.Today():yyyy-MM-dd}");
        Clock.Pass(-TimeSpan.FromHours(hours) + TimeSpan.FromMinutes(31));
        Assert.Equal(next, $"{clock.Today():yyyy-MM-dd}");
        await new Backups(Folder, clock).KeepDailyAsync();
        Assert.Equal([next, day], new Backups(Folder, clock).Copies().Select(copy => copy.Name));
    }

    [Fact]
    public async Task A_zone_is_kept_and_one_that_is_none_is_refused()
    {
        var clock = await ClockIn("Europe/Berlin");
        var again = new SchoolClock(Clock);
        Assert.Null(again.Chosen);
        await again.ReadAsync(new DeskSettings(Data));
        Assert.Equal("Europe/Berlin", again.Chosen);
        Assert.Contains(
            "no such time zone",
            (await Assert.ThrowsAsync<FormatException>(() => clock.ChooseAsync(new DeskSettings(Data), "Europe/Hazelmoor"))).Message,
            StringComparison.Ordinal
        );
        Assert.Equal("Europe/Berlin", clock.Chosen);
        await clock.ChooseAsync(new DeskSettings(Data), "");
        Assert.Equal((null, TimeZoneInfo.Local), (clock.Chosen, clock.LocalTimeZone));
    }

    [Fact]
    public async Task Copies_dated_in_the_future_take_no_others_place()
    {
        Directory.CreateDirectory(Path.Combine(Folder.Path, "copies"));
        for (var year = 2030; year < 2040; year++)
            await File.WriteAllTextAsync(
                Path.Combine(Folder.Path, "copies", $"{year}-01-01.gavvet"),
                "of a clock that was wrong",
                TestContext.Current.CancellationToken
            );
        for (var day = 0; day < 9; day++)
        {
            await Backups.KeepDailyAsync();
            Clock.Pass(TimeSpan.FromDays(1));
        }

        string[] real = [.. Backups.Copies().Select(copy => copy.Name).Where(name => name.StartsWith("2026", StringComparison.Ordinal))];
        Assert.Equal((7, "2026-03-10", "2026-03-04"), (real.Length, real[0], real[^1]));
    }

    [Fact]
    public async Task A_backup_says_its_classes_students_and_marks_and_whom_it_would_bring_back()
    {
        var folder = await NamedFolder.FillAsync(Data, Clock, "Mirabel Quince", "Strings");
        await Backups.KeepDailyAsync();
        var before = (await Backups.StageCopyAsync(Backups.Copies()[0].Name)).Contents;
        Assert.Equal((1, 2, 2, 0), (before.Classes, before.Students, before.Marked, before.BroughtBack.Count));
        var backup = Path.Combine(Temporary.Path, "old.gavvet");
        await Backups.WriteAsync(backup, cancellation: TestContext.Current.CancellationToken);
        await Erasure.StudentAsync(folder.Student);
        await using var old = File.OpenRead(backup);
        Assert.Equal(["Mirabel Quince"], (await Backups.StageAsync(old)).Contents.BroughtBack);
        Assert.Empty((await Backups.StageCopyAsync(Backups.Copies()[0].Name)).Contents.BroughtBack);
    }
}
