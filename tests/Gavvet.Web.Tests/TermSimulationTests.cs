using System.Globalization;
using Gavvet.Printing;
using Gavvet.Storage;
using Gavvet.Teaching;
using Gavvet.Web.Pages.Classes;
using Gavvet.Web.Pages.Printings;
using Gavvet.Worksheets.Files;
using Microsoft.Extensions.DependencyInjection;

namespace Gavvet.Web.Tests;

/// <summary>
/// Twelve weeks of two classes, day by day: papers in four keys at once, students away, spares, halves, complaints, a joiner, a leaver,
/// one who changes class and one who changes the part, a holiday moved. A second book is kept beside it, of lists and sums alone.
/// </summary>
public sealed class TermSimulationTests : IAsyncLifetime
{
    private const int Weeks = 12;

    // By how many fifths a part sounds from what it reads: written C sounds B flat, E flat and F (handbook of instrumentation; from
    // memory). Compared by piano keys, so that a practical key for a part is the same.
    private static readonly Dictionary<string, int> FifthsFromWritten = new()
    {
        ["trumpet"] = -2,
        ["alto-sax"] = -3,
        ["horn"] = -1,
    };

    private readonly SetClock _clock = new();
    private Visitor _visitor = null!;

    // The second book.
    private sealed record Line(
        string Student,
        string Printing,
        int Copy,
        int Item,
        DateOnly Day,
        string Type,
        int Key,
        double Marks,
        int Of
    )
    {
        public required string Kind { get; init; }

        public required NoteName Read { get; init; }
    }

    private readonly List<Line> _answers = [];
    private readonly Dictionary<string, (string Class, DateOnly Day, DateOnly Made, HashSet<(string Type, int Key)> Asked)> _printed = [];
    private readonly HashSet<(string Printing, string Student)> _excused = [];
    private readonly Dictionary<(string Printing, string Student), (double Marks, int Of)> _whole = [];
    private readonly Dictionary<string, HashSet<string>> _classOf = [];

    public async ValueTask InitializeAsync() =>
        _visitor = await Visitor.ArriveAsync(builder => builder.Services.AddSingleton(new SchoolClock(_clock)));

    public ValueTask DisposeAsync() => _visitor.DisposeAsync();

    private T Get<T>()
        where T : notnull => _visitor.Services.GetRequiredService<T>();

    private ClassStore Classes => Get<ClassStore>();

    private MarkingStore Markings => Get<MarkingStore>();

    private DateOnly Today => Get<SchoolClock>().Today();

    private static int KeyOf(NoteName tonic, string? part) =>
        ((((tonic.Fifths + (part is null ? 0 : FifthsFromWritten[part])) * 7) % 12) + 12) % 12;

    [Fact]
    public async Task A_term_comes_to_what_a_second_book_comes_to()
    {
        var dice = new Dice(2026);
        var winds = await ClassAsync(
            "Hazelmoor winds",
            ("Mira", "trumpet"),
            ("Bo", "alto-sax"),
            ("Ida", "horn"),
            ("Tom", null),
            ("Zoë", "trumpet")
        );
        var strings = await ClassAsync("Hazelmoor strings", ("Ada", null), ("Cleo", null), ("Dag", null), ("Edda", null));
        string[] both = [winds, strings];
        var plan = new ClassPlan("string-class", Today, [DayOfWeek.Monday, DayOfWeek.Thursday], 2 * Weeks)
        {
            Holidays = "30 March 2026 .. 3 April 2026",
        };
        foreach (var group in both)
            Assert.True(await Get<PlanStore>().SaveAsync(group, plan, null));
        // Papers written and not marked yet, with the day their evening comes.
        var waiting = new List<(int Due, string Printing)>();

        for (var day = 0; day < 7 * Weeks; day++)
        {
            var (week, weekday) = (day / 7, Today.DayOfWeek);
            if (weekday == DayOfWeek.Monday)
            {
                foreach (var group in both)
                {
                    var there = (await Classes.FindAsync(group))!.Current;
                    await Classes.AwayAsync(group, [.. there.Where(_ => dice.Next(6) == 0).Select(student => student.Id).Take(2)]);
                    waiting.Add((day + 5 + dice.Next(6), await PrintAsync(group, week, dice)));
                }
            }

            switch (week, weekday)
            {
                case (3, DayOfWeek.Tuesday):
                    await Classes.AddAsync(winds, [new Student("", "Pia") { Part = Instrument.Find("horn") }]);
                    _classOf[winds].Add(await IdOfAsync(winds, "Pia"));
                    break;
                case (4, DayOfWeek.Tuesday):
                    // A holiday moves, and with it every lesson after it.
                    var kept = (await Get<PlanStore>().FindAsync(winds))!;
                    plan = kept.Plan! with { Holidays = "20.4.2026 .. 24.4.2026" };
                    Assert.True(await Get<PlanStore>().SaveAsync(winds, plan, kept.Stamp));
                    break;
                case (5, DayOfWeek.Tuesday):
                    var bo = (await Classes.FindAsync(winds))!.Students.Single(student => student.Name == "Bo");
                    await Classes.ChangeAsync(winds, bo with { Part = Instrument.Find("trumpet") });
                    break;
                case (7, DayOfWeek.Tuesday):
                    await Classes.LeaveAsync(strings, await IdOfAsync(strings, "Dag"), true);
                    break;
                case (8, DayOfWeek.Tuesday):
                    var moved = await IdOfAsync(strings, "Cleo");
                    await Classes.MoveAsync(strings, moved, winds);
                    _classOf[strings].Remove(moved);
                    _classOf[winds].Add(moved);
                    break;
                default:
                    break;
            }

            foreach (var (_, printing) in waiting.Where(one => one.Due == day).ToArray())
                await MarkAsync(printing, dice);
            if (weekday == DayOfWeek.Friday && _answers.Count > 0)
                await ComplainAsync(dice);
            if (weekday == DayOfWeek.Sunday)
            {
                foreach (var group in both)
                    await CompareAsync(group, week);
            }

            _clock.Pass(TimeSpan.FromDays(1));
        }

        Assert.True(_answers.Count > 300, $"{_answers.Count} answers");
        Assert.Contains(_answers, answer => !double.IsInteger(answer.Marks));
    }

    private async Task<string> ClassAsync(string name, params (string Name, string? Part)[] students)
    {
        var id = await Classes.CreateAsync(name);
        await Classes.AddAsync(id, [.. students.Select(student => new Student("", student.Name) { Part = Instrument.Find(student.Part) })]);
        _classOf[id] = [.. (await Classes.FindAsync(id))!.Students.Select(student => student.Id)];
        return id;
    }

    private async Task<string> IdOfAsync(string group, string name) =>
        (await Classes.FindAsync(group))!.Students.Single(student => student.Name == name).Id;

    private async Task<string> PrintAsync(string group, int week, Dice dice)
    {
        var recipe = $$"""
            {"gavvet":1,"seed":{{(2 * week) + dice.Next(2)}},"title":"Week {{week + 1}}","versions":2,"sections":[
            {"kind":"write-scale","scales":["{{(
                week % 2 == 0 ? "major" : "natural-minor"
            )}}"],"keys":{"flats":3,"sharps":3},"count":2,"marks":4},
            {"kind":"relative-key","keys":{"flats":3,"sharps":3},"count":2,"marks":1}]}
            """;
        var sheet = await _visitor.Store.CreateAsync(SheetFile.Read(recipe));
        var found = (await Classes.FindAsync(group))!;
        var written = Today.AddDays(dice.Next(3));
        var job = Get<PrintJobs>()
            .Start(
                sheet,
                new PrintChoices([], null, null)
                {
                    Class = found.Name,
                    Copies = PrintedCopy.Of(found.Present, sheet.Sheet, 2, student => student.Id),
                },
                "test",
                group,
                null,
                written
            )!;
        while (!job.IsOver)
            await Task.Delay(10, TestContext.Current.CancellationToken);
        Assert.Null(job.Problem);
        var printing = job.PrintingId!;
        var open = (await Get<OpenPrintings>().FindAsync(printing))!;
        _printed[printing] = (
            group,
            written,
            Today,
            [
                .. open
                    .Record.Copies.SelectMany(copy => open.Papers.ItemsOf(copy))
                    .Select(item => (item.What.Type.Id, KeyOf(item.What.Tonic, item.Part))),
            ]
        );
        return printing;
    }

    // The evening's marking; a spare was written by one who was away, some days later.
    private async Task MarkAsync(string printing, Dice dice)
    {
        var (group, day, _, _) = _printed[printing];
        var open = (await Get<OpenPrintings>().FindAsync(printing))!;
        var owners = await Markings.OwnersAsync(printing);
        var without = (await Classes.FindAsync(group))!
            .Current.Where(student => owners.All(owner => owner.StudentId != student.Id))
            .ToArray();
        var days = new Dictionary<int, DateOnly>();
        if (without.Length > 0 && dice.Next(2) == 0)
        {
            var spare = open.Record.Copies.First(copy => copy.Student is null).Number;
            Assert.True(await Markings.GiveAsync(printing, spare, without[0].Id));
            Assert.True(await Markings.WriteOnAsync(printing, spare, days[spare] = day.AddDays(2)));
        }

        foreach (var owner in await Markings.OwnersAsync(printing))
        {
            if (owner.StudentId is not { } student)
                continue;
            switch (dice.Next(14))
            {
                // Never handed in, and some of those need not have been.
                case 0:
                    if (dice.Next(2) == 0)
                    {
                        Assert.True(await Markings.ExcuseAsync(printing, student, true));
                        _excused.Add((printing, student));
                    }

                    continue;
                case 1:
                    Assert.True(await Markings.TotalAsync(printing, owner.Number, 6.5, 10));
                    _whole[(printing, student)] = (6.5, 10);
                    continue;
                default:
                    break;
            }

            var copy = open.Record.Copies.Single(copy => copy.Number == owner.Number);
            foreach (var item in open.Papers.ItemsOf(copy))
            {
                if (dice.Next(12) > 0)
                    await DecideAsync(printing, owner.Number, student, item, days.GetValueOrDefault(owner.Number, day), dice, open);
            }
        }
    }

    private async Task DecideAsync(string printing, int copy, string student, SetItem item, DateOnly day, Dice dice, OpenPrinting open)
    {
        Decision decision = dice.Next(8) switch
        {
            0 => new Decision.Blank(),
            1 => new Decision.Wrong(),
            2 => new Decision.Earned((2 * item.Marks) - 1 is var halves && halves > 1 ? dice.Next(halves) / 2.0 : 0.5),
            3 when !item.Question.Mistakes.IsEmpty => new Decision.Mistake(item.Question.Mistakes[0].Mistake),
            4 => new Decision.Written(item.Question.Text),
            _ => new Decision.Right(),
        };
        var marking = open.Papers.Mark(item, decision);
        await Markings.AddAsync(printing, copy, item, marking);
        // What was entered is known without the judge, but for a mistake's price.
        var marks = decision switch
        {
            Decision.Blank or Decision.Wrong => 0,
            Decision.Earned earned => earned.Marks,
            Decision.Mistake => marking.Marks,
            _ => item.Marks,
        };
        _answers.RemoveAll(answer => (answer.Printing, answer.Copy, answer.Item) == (printing, copy, item.Number));
        _answers.Add(
            new Line(student, printing, copy, item.Number, day, item.What.Type.Id, KeyOf(item.What.Tonic, item.Part), marks, item.Marks)
            {
                Kind = item.What.Kind,
                Read = item.What.Tonic,
            }
        );
    }

    // Someone is right after all; or a key slipped, and is taken back.
    private async Task ComplainAsync(Dice dice)
    {
        var answer = _answers[dice.Next(_answers.Count)];
        var open = (await Get<OpenPrintings>().FindAsync(answer.Printing))!;
        var item = open.Papers.ItemOf(open.Record.Copies.Single(copy => copy.Number == answer.Copy), answer.Item);
        await DecideAsync(answer.Printing, answer.Copy, answer.Student, item, answer.Day, dice, open);
        var slipped = _answers[dice.Next(_answers.Count)];
        open = (await Get<OpenPrintings>().FindAsync(slipped.Printing))!;
        item = open.Papers.ItemOf(open.Record.Copies.Single(copy => copy.Number == slipped.Copy), slipped.Item);
        var id = await Markings.AddAsync(slipped.Printing, slipped.Copy, item, open.Papers.Mark(item, new Decision.Wrong()));
        Assert.NotNull(await Markings.UndoAsync(slipped.Printing, id));
    }

    private async Task CompareAsync(string group, int week)
    {
        var students = (await Classes.FindAsync(group))!.Students;
        Assert.Equal(_classOf[group].Order(), students.Select(student => student.Id).Order());
        var names = students.ToDictionary(student => student.Id, student => student.Name);
        // Evidence, to the last mark.
        var own = _answers.Where(answer => _classOf[group].Contains(answer.Student)).ToArray();
        var evidence = await Markings.EvidenceAsync(group);
        Assert.Equal(
            own.Select(answer =>
                    (
                        names[answer.Student],
                        answer.Printing,
                        answer.Copy,
                        answer.Item,
                        answer.Day,
                        answer.Type,
                        answer.Key,
                        answer.Marks,
                        answer.Of
                    )
                )
                .Order(),
            evidence
                .Select(kept =>
                    (
                        kept.Evidence.Student,
                        kept.Printing,
                        kept.Copy,
                        kept.Item,
                        kept.Evidence.Day,
                        kept.Evidence.Sounding.Type.Id,
                        KeyOf(kept.Evidence.Sounding.Tonic, null),
                        kept.Evidence.Marks,
                        kept.Evidence.Of
                    )
                )
                .Order()
        );
        await CompareBookAsync(group, students, own);
        await ComparePlanAsync(group);
        await CompareFollowUpAsync(group, names, own, week);
    }

    // Of each printing of the class the share of what is marked; the mean of those.
    private async Task CompareBookAsync(string group, IEnumerable<Student> students, Line[] own)
    {
        var book = MarkBook.Of(students, await Markings.BookedAsync(group), await Classes.BookAsync(group));
        var lines = book.Lines.ToDictionary(line => line.Student.Id);
        foreach (var student in students)
        {
            var shares = new List<decimal>();
            var (marks, of) = (0.0, 0);
            foreach (var (printing, _) in _printed.Where(one => one.Value.Class == group))
            {
                var answers = own.Where(answer => answer.Student == student.Id && answer.Printing == printing).ToArray();
                var (earned, there) = _whole.TryGetValue((printing, student.Id), out var whole)
                    ? whole
                    : (answers.Sum(answer => answer.Marks), answers.Sum(answer => answer.Of));
                if (there == 0 || _excused.Contains((printing, student.Id)))
                    continue;
                shares.Add((decimal)earned / there);
                (marks, of) = (marks + earned, of + there);
            }

            var line = lines[student.Id];
            Assert.Equal((marks, of), (line.Marks, line.Of));
            Assert.Equal(shares.Count == 0 ? null : (int)Math.Round(10_000 * shares.Average(), MidpointRounding.AwayFromZero), line.Share);
        }
    }

    // A lesson is set by what is printed from its day to the next; a key is covered once it was printed since its topic began.
    private async Task ComparePlanAsync(string group)
    {
        var plan = (await Get<PlanStore>().FindAsync(group))!.Plan!.Lay();
        Assert.All(plan.Lessons, lesson => Assert.True(lesson.Date.DayOfWeek is DayOfWeek.Monday or DayOfWeek.Thursday));
        var progress = TermProgress.Of(plan, await Get<ClassResults>().PrintedAsync(group), await Markings.AnswersAsync(group), Today);
        var printed = _printed.Values.Where(one => one.Class == group).ToArray();
        var set = new SortedSet<int>();
        for (var i = 0; i < plan.Lessons.Length; i++)
        {
            var (from, until) = (plan.Lessons[i].Date, i + 1 < plan.Lessons.Length ? plan.Lessons[i + 1].Date : DateOnly.MaxValue);
            foreach (var one in printed)
            {
                if (
                    one.Made >= from
                    && one.Made < until
                    && one.Asked.Any(asked => plan.Lessons[i].Topic.Scales.Any(type => type.Id == asked.Type))
                )
                    set.Add(i + 1);
            }
        }

        Assert.Equal(set, progress.SetLessons.Order());
        foreach (var place in progress.Places)
        {
            var expected = plan.Lessons.Any(lesson =>
                lesson.Topic.Scales.Contains(place.Scale.Type)
                && lesson.Topic.Keys.Contains(place.Scale.Tonic)
                && printed.Any(one =>
                    one.Made >= lesson.Date
                    && one.Made <= Today
                    && one.Asked.Contains((place.Scale.Type.Id, KeyOf(place.Scale.Tonic, null)))
                )
            );
            Assert.True(
                expected == place.IsTaught,
                string.Create(CultureInfo.InvariantCulture, $"{place.Scale.Type.Id} on {place.Scale.Tonic} on {Today}")
            );
        }
    }

    // Who did something wrong and has not done it right since is followed up, and nobody else; each question for such a miss.
    private async Task CompareFollowUpAsync(string group, Dictionary<string, string> names, Line[] own, int week)
    {
        var last = new Dictionary<(string Student, string Kind, string Type, NoteName Read), Line>();
        foreach (var answer in own.OrderBy(answer => answer.Day))
            last[(answer.Student, answer.Kind, answer.Type, answer.Read)] = answer;
        var missed = last.Values.Where(answer => answer.Marks < answer.Of).ToArray();
        if (await Get<ClassResults>().DrawAsync(group, _ => true) is not { } draw)
        {
            Assert.Empty(missed);
            return;
        }

        Assert.Equal(missed.Select(answer => names[answer.Student]).Distinct().Order(), draw.Missing.Order());
        foreach (var followUp in draw.All($"Week {week + 1}"))
        {
            Assert.Equal(draw.Missing.Order(), followUp.For.Order());
            Assert.Equal(followUp.Sheet.QuestionCount, followUp.Because.Length);
            Assert.All(followUp.Because, reason =>
                Assert.Contains(missed, answer => answer.Type == reason.Skill.Type.Id && answer.Day == reason.Day)
            );
        }
    }
}
