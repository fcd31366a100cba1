using Gavvet.Teaching;
using Gavvet.Teaching.Practice;

namespace Gavvet.Storage.Tests;

/// <summary>Practices and what is done in them: kept once, in order, as evidence, and gone with their students.</summary>
public sealed class PracticeStoreTests : OnFolder
{
    private static readonly DateTimeOffset Now = new(2026, 11, 9, 10, 0, 0, TimeSpan.Zero);

    private static readonly Sheet Scales = SheetFile.Read(
        """{"gavvet":1,"seed":5,"title":"Minors","sections":[{"kind":"write-scale","scales":["harmonic-minor"],"keys":{"flats":2,"sharps":2},"clefs":["treble"],"count":3,"marks":4}]}"""
    );

    private static readonly PracticePaper Paper = PracticePaper.For(Scales);

    private PracticeStore Store => new(Data, TimeProvider.System);

    private ClassStore Classes => new(Data, TimeProvider.System);

    private async Task<(string Class, string Practice, IReadOnlyList<PracticeSeat> Seats)> OpenAsync()
    {
        var group = await Classes.CreateAsync("Practicing");
        await Classes.AddAsync(group, [new Student("", "Änne"), new Student("", "Bo")]);
        var students = (await Classes.FindAsync(group))!.Students;
        var practice = await Store.OpenAsync(
            new NewPractice(Scales, null, new PracticeRules { Entrance = Entrance.ByName }, Now, Now.AddDays(1))
            {
                ClassId = group,
                Students = [.. students.Select(student => student.Id)],
            }
        );
        return (group, practice, await Store.SeatsAsync(practice));
    }

    private static PracticeTry Answer(PracticeQuestion question, string written) =>
        new(question.Id, Doing.Answered, Now) { Marking = question.Judge(written) };

    private Task<IReadOnlyList<PracticeTry>> AddAsync(PracticeSeat seat, string token, PracticeQuestion question, string written) =>
        Store.AddAsync(seat.Id, token, Answer(question, written), question.Item, _ => true);

    [Fact]
    public async Task A_practice_is_found_by_its_code_and_a_seat_by_its_own()
    {
        var (group, practice, seats) = await OpenAsync();
        var found = (await Store.FindAsync(practice))!;
        Assert.Equal("Minors", found.Title);
        Assert.Equal(found, await Store.FindByCodeAsync(found.Code));
        Assert.Equal([found], await Store.ListAsync(group));
        Assert.Equal(["Änne", "Bo"], seats.Select(seat => seat.Name));
        Assert.Equal(seats[1], await Store.SeatByCodeAsync(seats[1].Code));
        Assert.Equal(Scales, await Store.SheetAsync(practice));
        Assert.Null(await Store.FindByCodeAsync(seats[0].Code));
    }

    [Fact]
    public async Task Each_can_have_a_sheet_of_their_own_and_one_of_each_day()
    {
        var (group, _, _) = await OpenAsync();
        string[] students = [.. (await Classes.FindAsync(group))!.Students.Select(student => student.Id)];
        var own = Scales with { Title = "For one alone" };
        var practice = await Store.OpenAsync(
            new NewPractice(Scales, null, new PracticeRules(), Now, PracticeRules.Always)
            {
                ClassId = group,
                Students = students,
                Own = new Dictionary<string, Sheet> { [students[1]] = own },
            }
        );
        Assert.True((await Store.FindAsync(practice))!.IsAlwaysOpen);
        var seats = await Store.SeatsAsync(practice);
        Assert.Equal([false, true], seats.Select(seat => seat.HasOwnSheet));
        Assert.Equal(own, await Store.SheetAsync(seats[1]));
        Assert.Equal(Scales, await Store.SheetAsync(seats[0]));

        // The first sheet of a day stays; the next day has another, or none.
        var day = new DateOnly(2026, 11, 9);
        Assert.Equal(day, (await Store.DrawnAsync(seats[0].Id, day, Scales))!.DrawnOn);
        var drawn = (await Store.DrawnAsync(seats[0].Id, day, own))!;
        Assert.Equal(Scales, await Store.SheetAsync(drawn));
        Assert.Equal(Scales, await Store.SheetAsync((await Store.DrawnAsync(seats[0].Id, day.AddDays(-1), own))!));
        Assert.False((await Store.DrawnAsync(seats[0].Id, day.AddDays(1), null))!.HasOwnSheet);
        await Classes.LeaveAsync(group, students[0], left: true);
        Assert.True((await Store.SeatAsync(seats[0].Id))!.HasLeft);
    }

    [Fact]
    public async Task The_same_sent_twice_is_kept_once_and_what_may_not_be_is_not_kept()
    {
        var (_, _, seats) = await OpenAsync();
        var question = Paper.Questions[0];
        await AddAsync(seats[0], "one", question, question.Item.Answer);
        Assert.Single(await AddAsync(seats[0], "one", question, "C D E"));
        Assert.Single(await Store.AddAsync(seats[0].Id, "two", Answer(question, "C D E"), question.Item, _ => false));
        var kept = Assert.Single(await Store.TriesAsync(seats[0].Id));
        Assert.True(kept.Marking!.IsRight);
        Assert.Empty(await Store.TriesAsync(seats[1].Id));
        Assert.NotNull((await Store.SeatAsync(seats[0].Id))!.StartedAt);
    }

    [Fact]
    public async Task It_closes_at_once_and_opens_again()
    {
        var (_, practice, _) = await OpenAsync();
        Assert.True((await Store.FindAsync(practice))!.IsOpen(Now.AddHours(1)));
        await Store.MoveAsync(practice, Now, DateTimeOffset.UtcNow.AddDays(1));
        await Store.CloseAsync(practice);
        Assert.False((await Store.FindAsync(practice))!.IsOpen(DateTimeOffset.UtcNow));
        Assert.Null((await Store.FindAsync(practice))!.ReleasedAt);
        await Store.ReleaseAsync(practice);
        Assert.NotNull((await Store.FindAsync(practice))!.ReleasedAt);
    }

    [Fact]
    public async Task What_was_practiced_is_evidence_apart_from_papers()
    {
        var (group, practice, seats) = await OpenAsync();
        await AddAsync(seats[0], "a", Paper.Questions[0], Paper.Questions[0].Item.Answer);
        await AddAsync(seats[0], "b", Paper.Questions[1], "C D E");
        await AddAsync(seats[0], "c", Paper.Questions[1], Paper.Questions[1].Item.Answer);
        var kept = await new MarkingStore(Data, TimeProvider.System).EvidenceAsync(group);
        Assert.Equal(2, kept.Count);
        Assert.All(kept, one => Assert.Equal((EvidenceSource.Practice, practice, ""), (one.Evidence.Source, one.Practice, one.Printing)));
        Assert.Equal([(true, 4.0), (false, 2.0)], kept.Select(one => (one.Evidence.IsRight, one.Evidence.Marks)));
        Assert.All(kept, one => Assert.Equal(Now.Date, one.Evidence.Day.ToDateTime(default)));
        Assert.Equal(Paper.Questions[0].Item.What, kept[0].Evidence.What);
        Assert.Equal(2, (await new MarkingStore(Data, TimeProvider.System).AnswersAsync(group)).Count);
    }

    [Fact]
    public async Task It_goes_with_its_student_and_with_its_class()
    {
        var (group, practice, seats) = await OpenAsync();
        await AddAsync(seats[0], "a", Paper.Questions[0], Paper.Questions[0].Item.Answer);
        await AddAsync(seats[1], "a", Paper.Questions[0], Paper.Questions[0].Item.Answer);
        await Erasure.StudentAsync(seats[0].StudentId!);
        Assert.Equal(["Bo"], (await Store.SeatsAsync(practice)).Select(seat => seat.Name));
        Assert.Empty(await Store.TriesAsync(seats[0].Id));
        await Erasure.ClassAsync(group);
        Assert.Null(await Store.FindAsync(practice));
        Assert.Empty(await Store.TriesAsync(seats[1].Id));
    }

    [Fact]
    public async Task Guests_have_numbers_and_a_joiner_is_let_in_once()
    {
        var (group, practice, _) = await OpenAsync();
        var first = await Store.JoinAsync(practice, null);
        var second = await Store.JoinAsync(practice, Instrument.Find("horn"));
        Assert.Equal((1, 2), ((await Store.SeatAsync(first!))!.Number, (await Store.SeatAsync(second!))!.Number));
        Assert.Equal("horn", (await Store.SeatAsync(second!))!.Part!.Id);
        await Classes.AddAsync(group, [new Student("", "Cem")]);
        string[] all = [.. (await Classes.FindAsync(group))!.Students.Select(student => student.Id)];
        Assert.Equal(1, await Store.AddStudentsAsync(practice, all));
        Assert.Equal(0, await Store.AddStudentsAsync(practice, all));
    }
}
