using Gavvet.Teaching;
using Microsoft.EntityFrameworkCore;

namespace Gavvet.Storage.Tests;

/// <summary>A name that goes is gone: in no byte of the folder after any of the four ways, whenever the program was killed in
/// between.</summary>
public sealed class NamesGoneTests : OnFolder
{
    private const string Name = "Zoë Müllerin";

    private sealed class KilledException : Exception;

    private async Task<NamedFolder> Filled(string className = "Strings")
    {
        var folder = await NamedFolder.FillAsync(Data, Clock, Name, className);
        await Backups.KeepDailyAsync();
        Clock.Pass(TimeSpan.FromDays(1));
        await Backups.KeepDailyAsync();
        await Backups.WriteAsync(Path.Combine(Folder.Path, "before-restore-2026-03-01-080000.gavvet"));
        await File.WriteAllTextAsync(Path.Combine(Folder.Path, "gavvet.db.before-20260301"), Name);
        await File.WriteAllTextAsync(Path.Combine(Folder.Path, "damaged-2026-03-01-080000.db"), Name);
        await Backups.StageCopyAsync(Backups.Copies()[0].Name);
        return folder;
    }

    private static async Task<ErasureFound?> Do(string way, Erasure erasure, NamedFolder folder) =>
        way switch
        {
            "student" => await erasure.StudentAsync(folder.Student),
            "class" => await erasure.ClassAsync(folder.Class),
            "anonymous" => await erasure.AnonymousAsync(folder.Class, "Student {0}"),
            _ => await erasure.NameAsync(Name.ToUpperInvariant()),
        };

    private async Task Gone() => Assert.Empty(await FolderBytes.FilesThatHoldAsync(Folder.Path, Name));

    [Theory]
    [InlineData("student")]
    [InlineData("class")]
    [InlineData("anonymous")]
    [InlineData("name")]
    public async Task After_each_way_no_byte_of_the_folder_holds_the_name(string way)
    {
        var folder = await Filled();
        Assert.True((await FolderBytes.FilesThatHoldAsync(Folder.Path, Name)).Length >= 6);
        var look =
            way == "name"
                ? await Erasure.FindAsync(Name)
                : await Erasure.LookAsync(
                    way switch
                    {
                        "student" => ErasureKind.Student,
                        "class" => ErasureKind.Class,
                        _ => ErasureKind.Anonymous,
                    },
                    way == "student" ? folder.Student : folder.Class,
                    "Student {0}"
                );
        var done = await Do(way, Erasure, folder);
        await Gone();
        // What was said beforehand is what was done.
        Assert.Equal($"{look}", $"{done}");
        Assert.Empty(Directory.GetFiles(Folder.Path, "erasing-*"));
        // The papers stay, and those of the other student are whole.
        Assert.NotNull(await Printings.FindAsync(folder.Printing));
        Assert.NotNull(await Printings.FindPageAsync("CCCC0000"));
        Assert.NotNull(await Printings.FindPageAsync("LLLL0001"));
        Assert.Contains("\"student\":\"Tomas\"", await Printings.RecordAsync(folder.Large), StringComparison.Ordinal);
        Assert.Equal(
            way == "class" ? 0
                : way == "anonymous" ? 2
                : 1,
            (await new MarkingStore(Data, Clock).CurrentAsync(folder.Printing)).Count
        );
    }

    [Theory]
    [InlineData("student", "Zoë Müllerin")]
    [InlineData("student", "Zoë, Tuesdays")]
    [InlineData("class", "Zoë Müllerin")]
    [InlineData("class", "Zoë, Tuesdays")]
    [InlineData("anonymous", "Zoë Müllerin, Tuesdays")]
    public async Task A_class_called_after_its_only_student_loses_that_name_too(string way, string className)
    {
        var classes = new ClassStore(Data, Clock);
        var group = await classes.CreateAsync(className);
        await classes.AddAsync(group, [new Student("", Name)]);
        var sheet = await Sheets.CreateAsync(SheetEditor.NewSheet(1) with { Title = $"{className}: minor forms" });
        var student = (await classes.FindAsync(group))!.Students[0].Id;
        var printing = await Printings.AddAsync(
            new PrintingToKeep(
                sheet.Id,
                sheet.Head.Revision,
                sheet.Sheet.Title,
                $$"""{"gavvetPrinting":2,"title":"{{sheet.Sheet.Title}}","class":"{{className}}","editions":[],"copies":[]}""",
                [],
                [new PackedPage("PPPP0001", "paper-1", 1, "", PackedSides.Pack($"{className}|page", "key"))]
            )
            {
                ClassId = group,
                Papers = [(student, 1)],
            }
        );
        await Backups.KeepDailyAsync();
        await Do(way, Erasure, new NamedFolder(group, student, "", "", "", ""));
        await Gone();
        Assert.Empty(await FolderBytes.FilesThatHoldAsync(Folder.Path, "Zoë"));
        Assert.Equal(way == "class" ? null : "A class", (await classes.FindAsync(group))?.Name);
        Assert.Equal("–: minor forms", (await Sheets.FindAsync(sheet.Id))!.Sheet.Title);
        Assert.Equal("–|page", (await Printings.FindPageAsync("PPPP0001"))!.Value.Page.Student);
        Assert.NotNull(await Printings.FindAsync(printing!));
    }

    // A kill at every step: when a page is mended in the live database, in each copy, and before the note is gone.
    [Theory]
    [InlineData("student")]
    [InlineData("class")]
    [InlineData("anonymous")]
    [InlineData("name")]
    public async Task An_erasure_that_was_killed_is_finished_by_the_next_start(string way)
    {
        var folder = await Filled();
        var steps = 0;
        Erasure Killed(int at) =>
            new(
                Data,
                Backups,
                Pages with
                {
                    Without = (page, names, isName, remarks) =>
                        ++steps == at ? throw new KilledException() : Pages.Without(page, names, isName, remarks),
                    Pdf = (title, pages) => ++steps == at ? throw new KilledException() : Pages.Pdf(title, pages),
                }
            );
        var whole = Temporary.Path + "-whole";
        CloseDatabase();
        Copy(Folder.Path, whole);
        try
        {
            // How many steps there are, done whole.
            Data = new Database(Folder);
            await Do(way, Killed(0), folder);
            await Gone();
            var all = steps;
            Assert.True(all > 20, $"{all} steps");
            // At some places from the first look to the last copy, at others in each run.
            for (var at = 1 + (Environment.TickCount & 3); at <= all; at += Math.Max(1, all / 5))
            {
                CloseDatabase();
                foreach (
                    var file in Directory
                        .GetFiles(Folder.Path, "*", SearchOption.AllDirectories)
                        .Where(path => Path.GetFileName(path) != "in-use")
                )
                    File.Delete(file);
                Copy(whole, Folder.Path);
                Data = new Database(Folder);
                steps = 0;
                await Assert.ThrowsAsync<KilledException>(() => Do(way, Killed(at), folder));
                Assert.True(steps == at, $"killed at {steps} of {all}, not at {at}");
                var noted = Directory.GetFiles(Folder.Path, "erasing-*").Length;
                CloseDatabase();
                Data = new Database(Folder);
                Assert.True(await Erasure.FinishAsync());
                if (noted > 0)
                    await Gone();
                Assert.Empty(Directory.GetFiles(Folder.Path, "erasing-*"));
            }
        }
        finally
        {
            Directory.Delete(whole, recursive: true);
        }
    }

    private static void Copy(string from, string to)
    {
        foreach (var file in Directory.GetFiles(from, "*", SearchOption.AllDirectories).Where(path => Path.GetFileName(path) != "in-use"))
        {
            var target = Path.Combine(to, Path.GetRelativePath(from, file));
            Directory.CreateDirectory(Path.GetDirectoryName(target)!);
            File.Copy(file, target, overwrite: true);
        }
    }

    [Fact]
    public async Task Whoever_reads_while_a_name_is_erased_keeps_the_note_until_the_log_is_cut()
    {
        var folder = await Filled();
        await using (var reader = Data.Open())
        {
            await reader.Database.OpenConnectionAsync(TestContext.Current.CancellationToken);
            await using var reading = ((Microsoft.Data.Sqlite.SqliteConnection)reader.Database.GetDbConnection()).BeginTransaction(
                deferred: true
            );
            await using var read = reader.Database.GetDbConnection().Command("SELECT COUNT(*) FROM Settings");
            read.Transaction = reading;
            await read.ExecuteScalarAsync(TestContext.Current.CancellationToken);
            await Erasure.StudentAsync(folder.Student);
            Assert.Single(Directory.GetFiles(Folder.Path, "erasing-*"));
        }

        Assert.True(await Erasure.FinishAsync());
        Assert.Empty(Directory.GetFiles(Folder.Path, "erasing-*"));
        await Gone();
    }

    [Fact]
    public async Task A_copy_made_while_a_name_is_erased_waits_and_does_not_hold_it()
    {
        var folder = await Filled();
        using var begun = new SemaphoreSlim(0);
        var slow = new Erasure(
            Data,
            Backups,
            Pages with
            {
                Without = (page, names, isName, remarks) =>
                {
                    begun.Release();
                    Thread.Sleep(2);
                    return Pages.Without(page, names, isName, remarks);
                },
            }
        );
        var erasing = Task.Run(() => Do("student", slow, folder));
        await begun.WaitAsync(TestContext.Current.CancellationToken);
        Clock.Pass(TimeSpan.FromDays(1));
        await Task.WhenAll(
            erasing,
            Backups.KeepDailyAsync(),
            Backups.WriteAsync(Path.Combine(Folder.Path, "before-restore-2026-03-04-080000.gavvet"))
        );
        Assert.Equal(3, Backups.Copies().Count);
        await Gone();
    }

    [Fact]
    public async Task What_is_said_of_another_of_the_same_name_stays()
    {
        var folder = await NamedFolder.FillAsync(Data, Clock, "Mia", "Strings");
        var classes = new ClassStore(Data, Clock);
        var other = await classes.CreateAsync("Winds");
        await classes.AddAsync(other, [new Student("", "mia")]);
        var found = (await Erasure.StudentAsync(folder.Student))!;
        Assert.Equal(["Mia"], found.Shared);
        Assert.Equal("Student 1, Marking 2, Paper 1", $"{found}");
        Assert.Equal("Ask Mia to help", (await new MarkingStore(Data, Clock).CurrentAsync(folder.Printing)).Values.Single().Marking.Remark);
        Assert.Equal("mia", (await classes.FindAsync(other))!.Students.Single().Name);
    }

    [Fact]
    public async Task A_name_that_is_a_word_of_music_stays_where_the_program_wrote_it()
    {
        var sheet = await Sheets.CreateAsync(SheetEditor.NewSheet(1) with { Title = "Dorian scales" });
        var classes = new ClassStore(Data, Clock);
        var group = await classes.CreateAsync("Strings");
        await classes.AddAsync(group, [new Student("", "Dorian"), new Student("", "Bo")]);
        var students = (await classes.FindAsync(group))!.Students;
        var printing = (
            await Printings.AddAsync(
                new PrintingToKeep(
                    sheet.Id,
                    sheet.Head.Revision,
                    "Modes",
                    """{"gavvetPrinting":2,"title":"Modes","editions":[{"version":"A","items":[{"prompt":"D Dorian"}]}],"copies":[]}""",
                    [],
                    [new PackedPage("DDDD0001", "paper-1", 1, "", PackedSides.Pack("D Dorian", "key"))]
                )
                {
                    ClassId = group,
                    Papers = [.. students.Select(student => ((string?)student.Id, 1))],
                }
            )
        )!;
        await new MarkingStore(Data, Clock).AddAsync(
            printing,
            2,
            Sample.Item("dorian", "D", 1, "identify-scale", "modes"),
            new Marking(MarkedAs.Wrong, 0, 1, []) { Written = "D Dorian", Remark = "Dorian knows the dorian scale" }
        );
        await new DeskSettings(Data).SetAsync(DeskSettings.LargePrintOf(sheet.Id), "Dorian, A\nTomas");
        var found = (await Erasure.StudentAsync(students[0].Id))!;
        Assert.Equal(["Dorian"], found.AlsoWords);
        Assert.Equal("Dorian scales", (await Sheets.FindAsync(sheet.Id))!.Sheet.Title);
        Assert.Equal("D Dorian", (await Printings.FindPageAsync("DDDD0001"))!.Value.Page.Student);
        Assert.Contains("D Dorian", await Printings.RecordAsync(printing), StringComparison.Ordinal);
        var marking = (await new MarkingStore(Data, Clock).CurrentAsync(printing)).Values.Single().Marking;
        // What the teacher says of people is about the student where it has the capital.
        Assert.Equal(("D Dorian", "– knows the dorian scale"), (marking.Written, marking.Remark));
        Assert.Equal("Tomas", await new DeskSettings(Data).FindAsync(DeskSettings.LargePrintOf(sheet.Id)));
    }

    [Fact]
    public async Task A_first_name_by_itself_is_offered_and_taken_where_that_is_wished()
    {
        var folder = await NamedFolder.FillAsync(Data, Clock, Name, "Strings");
        await new MarkingStore(Data, Clock).SayAsync(folder.Printing, "Again.", "As Zoë said.");
        Assert.Equal([("Zoë", 1)], await Erasure.PartsAsync(Name));
        await Erasure.StudentAsync(folder.Student, "Zoë");
        Assert.Empty(await FolderBytes.FilesThatHoldAsync(Folder.Path, "Zoë"));
    }

    [Fact]
    public async Task What_is_said_of_a_student_elsewhere_is_listed_and_the_students_own_is_not()
    {
        var folder = await NamedFolder.FillAsync(Data, Clock, Name, "Strings");
        var said = await Erasure.ElsewhereAsync(folder.Student);
        Assert.Contains((PersonalPlace.Remark, $"Ask {Name} to help"), said);
        Assert.DoesNotContain(said, one => one.Words == $"Well done, {Name}");
        Assert.Contains(said, one => one.Place == PersonalPlace.Sheet);
        Assert.Empty(await Erasure.ElsewhereAsync("none"));
    }

    [Fact]
    public async Task A_class_may_leave_its_name_in_sheets()
    {
        var classes = new ClassStore(Data, Clock);
        var group = await classes.CreateAsync("Quintet 7");
        var sheet = await Sheets.CreateAsync(SheetEditor.NewSheet(1) with { Title = "Quintet 7: minor forms" });
        var second = await classes.CreateAsync("Quintet 8");
        await Erasure.ClassAsync(group, keepsName: true);
        Assert.Equal("Quintet 7: minor forms", (await Sheets.FindAsync(sheet.Id))!.Sheet.Title);
        await Sheets.CreateAsync(SheetEditor.NewSheet(1) with { Title = "Quintet 8: minor forms" });
        Assert.Equal(1, (await Erasure.ClassAsync(second))![PersonalPlace.Sheet]);
    }

    [Fact]
    public async Task A_printing_that_was_begun_before_an_erasure_is_not_kept_after_it()
    {
        var sheet = await Sheets.CreateAsync(SheetEditor.NewSheet(1));
        var before = Printings.Erasures;
        await Erasure.NameAsync(Name);
        await Assert.ThrowsAsync<ErasedMeanwhileException>(() =>
            Printings.AddAsync(new PrintingToKeep(sheet.Id, sheet.Head.Revision, Name, "{}", [], []) { Erasures = before })
        );
        Assert.Empty(await Printings.ListAsync(null, "", 10));
    }
}
