using System.Text;
using Gavvet.Teaching;

namespace Gavvet.Storage.Tests;

/// <summary>Classes, what is marked of their papers, and how all of it goes for good.</summary>
public sealed class ClassTests : OnFolder
{
    private const string Name = "Mirabel Quince";

    private static readonly SetItem Item = Sample.Item("harmonic-minor", "D", 4);

    private ClassStore Classes => new(Data, Clock);

    private MarkingStore Markings => new(Data, Clock);

    private async Task<SchoolClass> Class(params string[] names)
    {
        var id = await Classes.CreateAsync("Strings");
        await Classes.AddAsync(id, [.. names.Select(name => new Student("", name))]);
        return (await Classes.FindAsync(id))!;
    }

    private async Task<string> Print(SchoolClass group)
    {
        var sheet = await Sheets.CreateAsync(SheetEditor.NewSheet(1));
        PackedPage Page(int number) =>
            new($"{group.Id[..6]}{number}", $"paper-{number}", 1, "", PackedSides.Pack("<svg>page</svg>", "<svg>key</svg>"));
        return (
            await Printings.AddAsync(
                new PrintingToKeep(
                    sheet.Id,
                    sheet.Head.Revision,
                    "Quiz",
                    """{"gavvetPrinting":2,"title":"Quiz","editions":[],"copies":[]}""",
                    [],
                    [.. group.Students.Select((_, i) => Page(i + 1))]
                )
                {
                    ClassId = group.Id,
                    Papers = [.. group.Students.Select(student => ((string?)student.Id, 2))],
                }
            )
        )!;
    }

    private static Marking Marked(int marks, string? remark = null) =>
        new(
            marks == 4 ? MarkedAs.Correct : MarkedAs.Wrong,
            marks,
            4,
            marks == 4 ? [] : [new MarkedFinding(FindingCode.OctaveMissing, 8, "D", "", "Close the scale with its tonic, D.")]
        )
        {
            Remark = remark,
        };

    [Fact]
    public async Task A_class_is_kept_with_its_students_and_refuses_what_cannot_be()
    {
        var group = await Class("Mira", "Bo");
        var viola = group.Students[0] with
        {
            Part = Instrument.Parse("viola"),
            Clef = Clef.Alto,
            IsLarge = true,
            Seat = new Seat(1, 2),
            IsAway = true,
        };
        Assert.True(await Classes.ChangeAsync(group.Id, viola));
        Assert.Equal(viola, (await Classes.FindAsync(group.Id))!.Students[0]);
        Assert.Contains(
            "There is a Mira",
            (await Assert.ThrowsAsync<FormatException>(() => Classes.AddAsync(group.Id, [new Student("", "mira")]))).Message,
            StringComparison.Ordinal
        );
        await Classes.AddAsync(group.Id, [new Student("", "Zoë")]);
        Assert.Contains(
            "There is a Zoë",
            (await Assert.ThrowsAsync<FormatException>(() => Classes.AddAsync(group.Id, [new Student("", "ZOE\u0308")]))).Message,
            StringComparison.Ordinal
        );
        await Erasure.StudentAsync((await Classes.FindAsync(group.Id))!.Students[2].Id);
        Assert.Contains(
            "is Mira’s already",
            (
                await Assert.ThrowsAsync<FormatException>(() =>
                    Classes.ChangeAsync(group.Id, group.Students[1] with { Seat = new Seat(1, 2) })
                )
            ).Message,
            StringComparison.Ordinal
        );
        Assert.Contains(
            "called strings already",
            (await Assert.ThrowsAsync<FormatException>(() => Classes.CreateAsync("strings"))).Message,
            StringComparison.Ordinal
        );
        Assert.Contains(
            "up to 200",
            (
                await Assert.ThrowsAsync<FormatException>(() =>
                    Classes.AddAsync(group.Id, [.. Enumerable.Range(0, 199).Select(i => new Student("", $"S{i}"))])
                )
            ).Message,
            StringComparison.Ordinal
        );
        // Sitting down where someone sits exchanges the two.
        Assert.True(await Classes.SitAsync(group.Id, group.Students[1].Id, new Seat(1, 2)));
        Assert.Equal([null, new Seat(1, 2)], (await Classes.FindAsync(group.Id))!.Students.Select(student => student.Seat));
        Assert.True(await Classes.ArchiveAsync(group.Id, true));
        Assert.True((await Classes.ListAsync()).Single().IsArchived);
        Assert.False(await Classes.ArchiveAsync("none", true));
    }

    [Fact]
    public async Task The_last_marking_counts_and_taking_back_is_one_more()
    {
        var group = await Class("Mira", "Bo");
        var printing = await Print(group);
        Assert.Equal(["Mira", "Bo"], (await Markings.OwnersAsync(printing)).Select(owner => owner.Name));
        await Markings.AddAsync(printing, 1, Item, Marked(3));
        await Markings.AddAsync(printing, 1, Item, Marked(4));
        await Markings.AddAsync(printing, 2, Item, Marked(0));
        Assert.Equal([4, 0], (await Markings.CurrentAsync(printing)).OrderBy(pair => pair.Key).Select(pair => pair.Value.Marking.Marks));
        Assert.Equal((2, 1), ((await Markings.UndoAsync(printing))!.Copy, (await Markings.UndoAsync(printing))!.Copy));
        Assert.Equal(3, Assert.Single(await Markings.CurrentAsync(printing)).Value.Marking.Marks);
        Assert.NotNull(await Markings.UndoAsync(printing));
        Assert.Null(await Markings.UndoAsync(printing));
        Assert.Empty(await Markings.CurrentAsync(printing));

        // Taken back is what is named, not what others did since.
        var mine = await Markings.AddAsync(printing, 1, Item, Marked(3));
        await Markings.AddAsync(printing, 2, Item, Marked(0));
        Assert.Equal(1, (await Markings.UndoAsync(printing, mine))!.Copy);
        Assert.Null(await Markings.UndoAsync(printing, mine));
        mine = await Markings.AddAsync(printing, 1, Item, Marked(3));
        var theirs = await Markings.AddAsync(printing, 1, Item, Marked(4));
        Assert.Equal(theirs, (await Assert.ThrowsAsync<MarkedMeanwhileException>(() => Markings.UndoAsync(printing, mine))).Current!.Id);
        await Markings.UndoAsync(printing);
        await Markings.UndoAsync(printing);
        await Markings.UndoAsync(printing);
        Assert.Empty(await Markings.CurrentAsync(printing));

        await Markings.AddAsync(printing, 1, Item, Marked(3));
        await Markings.SayAsync(printing, "Close the scale with its tonic, D.", "Come home.");
        await Markings.SayAsync(printing, "Come home.", "Come home to D.");
        Assert.Equal("Come home to D.", (await Markings.CurrentAsync(printing)).Values.Single().Marking.Findings.Single().Message);
        var known = Assert.Single(await Markings.PrintingsOfAsync(group.Id));
        Assert.Equal((4, 1), (known.Items, known.Marked));
        Assert.Equal((3, 4), (known.Papers[0].Marks, known.Papers[0].Of));
    }

    [Fact]
    public async Task Who_has_not_seen_the_last_marking_of_an_item_does_not_write_over_it()
    {
        var printing = await Print(await Class("Mira", "Bo"));
        var first = await Markings.AddAsync(printing, 1, Item, Marked(3), seen: 0);
        var problem = await Assert.ThrowsAsync<MarkedMeanwhileException>(() => Markings.AddAsync(printing, 1, Item, Marked(4), seen: 0));
        Assert.Equal((first, 3), (problem.Current!.Id, problem.Current.Marking.Marks));
        // The same once more, because its confirmation was lost, is no second marking.
        Assert.Equal(first, await Markings.AddAsync(printing, 1, Item, Marked(3), seen: 0));
        var second = await Markings.AddAsync(printing, 1, Item, Marked(4), seen: first);
        await Markings.AddAsync(printing, 2, Item, Marked(4), seen: 0);
        await Markings.UndoAsync(printing, second);
        Assert.Equal(
            first,
            (await Assert.ThrowsAsync<MarkedMeanwhileException>(() => Markings.AddAsync(printing, 1, Item, Marked(0), seen: second)))
                .Current!
                .Id
        );
        await Markings.UndoAsync(printing, first);
        Assert.Null(
            (await Assert.ThrowsAsync<MarkedMeanwhileException>(() => Markings.AddAsync(printing, 1, Item, Marked(0), seen: first))).Current
        );
        // Many at once: all or none.
        await Assert.ThrowsAsync<MarkedMeanwhileException>(() =>
            Markings.AddAllAsync(printing, [(1, Item, Marked(4)), (2, Item, Marked(0))], seen: first)
        );
        Assert.Equal(4, Assert.Single(await Markings.CurrentAsync(printing)).Value.Marking.Marks);
    }

    [Fact]
    public async Task Two_sentences_said_alike_are_changed_together()
    {
        var printing = await Print(await Class("Mira"));
        await Markings.AddAsync(printing, 1, Item, Marked(3));
        await Markings.SayAsync(printing, "Close the scale with its tonic, D.", "Again.");
        await Markings.SayAsync(printing, "Begin on D.", "Again.");
        await Markings.SayAsync(printing, "Again.", "Once more.");
        Assert.Equal("Once more.", (await Markings.CurrentAsync(printing)).Values.Single().Marking.Findings.Single().Message);
        await Markings.SayAsync(printing, "Once more.", "Begin on D.");
        Assert.Equal("Begin on D.", (await Markings.CurrentAsync(printing)).Values.Single().Marking.Findings.Single().Message);
    }

    [Fact]
    public async Task The_list_of_printings_says_how_many_papers_are_marked_and_the_parts_played_are_those_of_this_year()
    {
        var group = await Class("Mira", "Bo");
        var printing = await Print(group);
        async Task<(int Papers, int Marked, bool IsReturned)> ListedAsync() =>
            Assert.Single(await Printings.ListAsync(null, "", 10)) is var listed
                ? (listed.Papers, listed.Marked, listed.ReturnedAt is not null)
                : default;
        Assert.Equal((2, 0, false), await ListedAsync());
        await Markings.AddAsync(printing, 1, Item, Marked(3));
        await Markings.AddAsync(printing, 1, Item, Marked(4));
        Assert.Equal((2, 1, false), await ListedAsync());
        await Markings.AddAsync(printing, 2, Item, Marked(4));
        Assert.Equal((2, 2, false), await ListedAsync());
        await Markings.UndoAsync(printing);
        await Markings.ReturnAsync(printing, []);
        Assert.Equal((2, 1, true), await ListedAsync());

        Assert.Empty(await Classes.PartsAsync());
        await Classes.ChangeAsync(group.Id, group.Students[1] with { Part = Instrument.Parse("viola") });
        Assert.Equal(["viola"], await Classes.PartsAsync());
        await Classes.ArchiveAsync(group.Id, true);
        Assert.Empty(await Classes.PartsAsync());
    }

    [Fact]
    public async Task Evidence_is_of_what_counts_and_a_stamp_moves_with_every_change()
    {
        var group = await Class("Mira", "Bo");
        var before = (await Markings.StampsAsync())[group.Id];
        Assert.Equal(new ClassStamp(0, 2, 0, 0, 0, 0), before);
        var printing = await Print(group);
        var seen = new HashSet<ClassStamp> { before };
        async Task MovedAsync() => Assert.True(seen.Add((await Markings.StampsAsync())[group.Id]));
        await MovedAsync();
        await Markings.AddAsync(printing, 1, Item, Marked(3));
        await MovedAsync();
        await Markings.AddAsync(printing, 1, Item, Marked(4));
        await Markings.AddAsync(printing, 2, Item, Marked(0));
        await MovedAsync();
        Assert.Equal([("Mira", true), ("Bo", false)], (await Markings.AnswersAsync(group.Id)).Select(one => (one.Student, one.IsRight)));
        Assert.Equal([FindingCode.OctaveMissing], (await Markings.EvidenceAsync(group.Id))[1].Evidence.Findings);
        // Taken back it is no evidence, and what was decided before counts again.
        await Markings.UndoAsync(printing);
        await MovedAsync();
        await Markings.UndoAsync(printing);
        var kept = Assert.Single(await Markings.EvidenceAsync(group.Id));
        Assert.Equal(("Mira", 3, false), (kept.Evidence.Student, kept.Evidence.Marks, kept.Evidence.IsRight));
        var answer = Assert.Single(await Markings.AnswersAsync(group.Id));
        Assert.Equal(kept.Evidence with { Findings = [] }, answer with { Findings = [] }, (one, other) =>
            one.ToString() == other.ToString()
        );
        await MovedAsync();
        await Markings.ReturnAsync(printing, []);
        await MovedAsync();
        await Erasure.StudentAsync(group.Students[1].Id);
        await MovedAsync();
        Assert.Empty(await Markings.AnswersAsync("none"));
    }

    [Fact]
    public async Task What_was_given_back_stays_as_it_was()
    {
        var group = await Class("Mira");
        var printing = await Print(group);
        Assert.True(await Markings.ReturnAsync(printing, [new ReturnedPage(1, "slip", 1, "<svg/>", "null")]));
        Assert.False(await Markings.ReturnAsync(printing, [new ReturnedPage(1, "slip", 1, "<svg>other</svg>", "null")]));
        Assert.Equal("<svg/>", Assert.Single(await Markings.ReturnedAsync(printing, "slip", 1)).Page);
        Assert.NotNull((await Markings.OfPrintingAsync(printing)).ReturnedAt);
    }

    // An upheld complaint, a paper marked late, a second window, and what was not given back after all.
    [Fact]
    public async Task Who_was_marked_otherwise_since_gets_a_new_slip_and_the_old_one_stays()
    {
        var group = await Class("Mira", "Bo", "Cleo");
        var printing = await Print(group);
        ReturnedPage Slip(int copy, string words) => new(copy, "slip", 1, $"<svg>{words}</svg>", "null");
        async Task<string> Slips() =>
            string.Join(' ', (await Markings.ReturnedAsync(printing, "slip", null)).Select(page => $"{page.Copy}{page.Page}"));
        await Markings.AddAsync(printing, 1, Item, Marked(3));
        await Markings.AddAsync(printing, 2, Item, Marked(4));
        Assert.Empty(await Markings.ChangedSinceReturnAsync(printing));
        Assert.False(await Markings.TakeBackReturnAsync(printing));
        Assert.True(await Markings.ReturnAsync(printing, [Slip(1, "three"), Slip(2, "four")]));
        Assert.Empty(await Markings.ChangedSinceReturnAsync(printing));
        Assert.False(await Markings.ReturnAsync(printing, [Slip(1, "other")], again: true));
        Clock.Pass(TimeSpan.FromDays(1));
        await Markings.AddAsync(printing, 1, Item, Marked(4));
        await Markings.AddAsync(printing, 3, Item, Marked(2));
        Assert.Equal([1, 3], await Markings.ChangedSinceReturnAsync(printing));
        // Only theirs, once.
        Assert.True(await Markings.ReturnAsync(printing, [Slip(1, "now four"), Slip(2, "as before"), Slip(3, "late")], again: true));
        Assert.False(await Markings.ReturnAsync(printing, [Slip(1, "again")], again: true));
        Assert.Equal("1<svg>now four</svg> 2<svg>four</svg> 3<svg>late</svg>", await Slips());
        Assert.Equal(4, Data.Open().ReturnedPages.Count());
        Clock.Pass(TimeSpan.FromHours(1));
        Assert.True(await Markings.UndoAsync(printing) is not null);
        Assert.Equal([3], await Markings.ChangedSinceReturnAsync(printing));
        // Back by one, and by one more.
        Assert.True(await Markings.TakeBackReturnAsync(printing));
        Assert.Equal("1<svg>three</svg> 2<svg>four</svg>", await Slips());
        Assert.Equal([1, 3], await Markings.ChangedSinceReturnAsync(printing));
        Assert.True(await Markings.TakeBackReturnAsync(printing));
        Assert.Empty(await Markings.ReturnedAsync(printing, "slip", null));
        Assert.Null((await Markings.OfPrintingAsync(printing)).ReturnedAt);
    }

    private async Task<bool> IsAnywhere(string name)
    {
        var backup = Path.Combine(Folder.Path, "fresh.gavvet");
        await Backups.WriteAsync(backup);
        var found = Directory
            .GetFiles(Folder.Path, "*", SearchOption.AllDirectories)
            .Where(path => Path.GetFileName(path) != "in-use")
            .Any(path => File.ReadAllBytes(path).AsSpan().IndexOf(Encoding.UTF8.GetBytes(name)) >= 0);
        File.Delete(backup);
        return found;
    }

    [Fact]
    public async Task A_deleted_student_is_in_no_byte_of_the_folder_and_the_papers_stay_without_a_name()
    {
        var group = await Class(Name, "Bo");
        var printing = await Print(group);
        await Markings.AddAsync(printing, 1, Item, Marked(3, $"Well done, {Name}"));
        await Markings.AddAsync(printing, 2, Item, Marked(4));
        await Markings.ReturnAsync(
            printing,
            [new ReturnedPage(1, "slip", 1, "<svg/>", "null"), new ReturnedPage(2, "slip", 1, "<svg/>", "null")]
        );
        await Backups.KeepDailyAsync();
        Assert.True(await IsAnywhere(Name));
        Assert.NotNull(await Erasure.StudentAsync(group.Students[0].Id));
        Assert.False(await IsAnywhere(Name));
        Assert.Equal([null, "Bo"], (await Markings.OwnersAsync(printing)).Select(owner => owner.Name));
        Assert.Equal(2, Assert.Single(await Markings.CurrentAsync(printing)).Key.Copy);
        Assert.Equal(2, Assert.Single(await Markings.ReturnedAsync(printing, "slip", null)).Copy);
        Assert.Null(await Erasure.StudentAsync(group.Students[0].Id));
    }

    [Fact]
    public async Task A_class_made_anonymous_keeps_its_marks_and_no_name()
    {
        var group = await Class(Name, "Bo");
        var printing = await Print(group);
        await Markings.AddAsync(printing, 1, Item, Marked(3, $"{Name} was ill"));
        await Backups.KeepDailyAsync();
        Assert.NotNull(await Erasure.AnonymousAsync(group.Id, "Student {0}"));
        Assert.False(await IsAnywhere(Name));
        Assert.Equal(["Student 1", "Student 2"], (await Classes.FindAsync(group.Id))!.Students.Select(student => student.Name));
        Assert.Equal(3, Assert.Single(await Markings.CurrentAsync(printing)).Value.Marking.Marks);
    }

    [Fact]
    public async Task A_name_looked_for_is_found_among_students_and_remarks_and_a_deleted_class_takes_its_own_along()
    {
        var group = await Class(Name, "Bo");
        var printing = await Print(group);
        await Markings.AddAsync(printing, 2, Item, Marked(3, $"Ask {Name}"));
        Assert.Equal("Student 1, Paper 1, Remark 1", $"{await Erasure.FindAsync(Name)}");
        Assert.Equal("Student 1, Paper 1, Remark 1", $"{await Erasure.NameAsync(Name)}");
        Assert.False(await IsAnywhere(Name));
        Assert.Equal("Ask –", (await Markings.CurrentAsync(printing)).Values.Single().Marking.Remark);
        Assert.NotNull(await Erasure.ClassAsync(group.Id));
        Assert.Empty(await Classes.ListAsync());
        Assert.NotNull(await Printings.FindAsync(printing));
        Assert.Null((await Markings.OfPrintingAsync(printing)).ClassId);
    }

    [Fact]
    public async Task A_printing_that_was_not_handed_out_counts_nowhere_until_it_was()
    {
        var group = await Class("Mira", "Bo");
        var printing = await Print(group);
        var stamp = (await Markings.StampsAsync())[group.Id];
        Assert.True(await Markings.SetAsideAsync(printing, true));
        Assert.True(await Markings.IsSetAsideAsync(printing));
        Assert.NotEqual(stamp, (await Markings.StampsAsync())[group.Id]);
        Assert.Empty(await Markings.PrintingsOfAsync(group.Id));
        Assert.Empty(await Markings.BookedAsync(group.Id));
        Assert.True(await Markings.SetAsideAsync(printing, false));
        Assert.Single(await Markings.BookedAsync(group.Id));
        Assert.False(await Markings.HasMarksAsync(printing));
        // What is marked was handed out.
        Assert.True(await Markings.SetAsideAsync(printing, true));
        await Markings.AddAsync(printing, 1, Item, Marked(2));
        Assert.Single(await Markings.PrintingsOfAsync(group.Id));
        Assert.False(await Markings.IsSetAsideAsync(printing));
        Assert.True(await Markings.HasMarksAsync(printing));
        Assert.True(await Markings.SetAsideAsync(printing, false));
        Assert.False(await Markings.SetAsideAsync(printing, true));
        // Once the marking is taken back it can be set aside again; marks of a whole paper count like any.
        Assert.NotNull(await Markings.UndoAsync(printing));
        Assert.True(await Markings.SetAsideAsync(printing, true));
        Assert.Empty(await Markings.PrintingsOfAsync(group.Id));
        Assert.True(await Markings.TotalAsync(printing, 1, 2.5, 8));
        Assert.Single(await Markings.PrintingsOfAsync(group.Id));
        Assert.False(await Markings.SetAsideAsync("none", true));
    }

    [Fact]
    public async Task Marks_and_totals_are_kept_in_halves_and_nothing_finer()
    {
        var group = await Class("Mira");
        var printing = await Print(group);
        await Markings.AddAsync(printing, 1, Sample.Item("major", "D", 4), Marked(3) with { Marks = 3.5 });
        Assert.Equal(3.5, (await Markings.CurrentAsync(printing))[(1, 1)].Marking.Marks);
        Assert.Equal(3.5, Assert.Single(await Markings.EvidenceAsync(group.Id)).Evidence.Marks);
        var stamp = (await Markings.StampsAsync())[group.Id];
        Assert.True(await Markings.TotalAsync(printing, 1, 12.5, 20));
        // The paper is marked, and the desk looks again.
        Assert.NotEqual(stamp, (await Markings.StampsAsync())[group.Id]);
        Assert.Equal(
            (2, 2),
            (
                Assert.Single(await Markings.PrintingsOfAsync(group.Id)).Marked,
                Assert.Single(await Markings.PrintingsOfAsync(group.Id)).Items
            )
        );
        Assert.Equal(12.5, Assert.Single(await Markings.OwnersAsync(printing)).Total);
        await Assert.ThrowsAsync<FormatException>(() => Markings.TotalAsync(printing, 1, 12.25, 20));
        await Assert.ThrowsAsync<FormatException>(() => Markings.TotalAsync(printing, 1, 20.5, 20));
        Assert.True(await Markings.TotalAsync(printing, 1, null, 20));
        Assert.Null(Assert.Single(await Markings.OwnersAsync(printing)).Total);
    }
}
